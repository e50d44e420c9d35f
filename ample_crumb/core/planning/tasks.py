"""The tasks of a formula: its stages with their minutes, what they need and what they wait for."""

import math
from collections import deque
from collections.abc import Iterable, Sequence
from dataclasses import dataclass, field, replace
from typing import Final

from ample_crumb.core.food.cupboard import Cupboard
from ample_crumb.core.formula.evaluation import PartFigures
from ample_crumb.core.planning.loads import Loads, loads_of
from ample_crumb.core.planning.stages import COLD, FINISHES, LAYS, MIXES, FormulaToMake, WorkStage, stages_of
from ample_crumb.core.planning.task import After, Minutes, Resource, Task, TaskKind, Way, Work, work_of
from ample_crumb.core.production.bake_time import LOWER_C
from ample_crumb.core.production.doneness import turned_at_half
from ample_crumb.core.production.tins import CUPS
from ample_crumb.core.production.tray_loads import ON_TRAYS

K = TaskKind

_FREEZER_SHARE: Final = 1 / 3
_FREEZER_UP_TO_MIN: Final = 60
"""A freezer chills in a third of the fridge's time, 15 minutes or 5; what takes longer would freeze at its rim. Common
practice."""

_LOOKED_AFTER_MIN: Final = 12
"""What cooks longer needs a look now and then, and nobody beside it. Common practice."""

_LEAN_SHARE: Final = 0.08
"""Of a dough with less fat than this, paper tears the crumb. Common practice."""

_USUAL_C: Final = 175
_WARMS_C_PER_MIN: Final = 13.0
_ROOM_C: Final = 20.0
"""An oven is at 175 °C in some twelve minutes. Common practice."""

_TURNED: Final = (0.45, 0.65)
"""Half time, as shares of the bake's."""

_IN_TIN_MIN: Final = {
    "cookie": 2, "rolled-dough": 2, "macaroon": 5, "muffin": 5, "blender-muffin": 5, "cupcake": 5, "brownie": 20,
    "flourless-brownie": 20, "baked-cheesecake": 60, "crust": 10, "pudding": 10,
}  # fmt: skip
_COOL_MIN: Final = {
    "cookie": 15, "rolled-dough": 15, "macaroon": 20, "muffin": 20, "blender-muffin": 20, "cupcake": 60, "brownie": 60,
    "flourless-brownie": 90, "loaf": 60, "cake": 60, "baked-cheesecake": 240, "crust": 30,
}  # fmt: skip
"""Minutes in the tin, and after it until it may be cut or frosted; a cheesecake chills. Common practice."""

_STAYS_IN_TIN: Final = frozenset({"brownie", "flourless-brownie", "baked-cheesecake", "crust", "pudding"})
_FIRM: Final = "Firm to a light touch: then the next layer stays on top."
_RAW: Final = ("egg", "flour")


def tasks_of(formula: FormulaToMake, cupboard: Cupboard, prefix: str = "") -> tuple[Task, ...]:
    """The tasks of a formula, what comes first first; their ids begin with `prefix`. Each waits only for tasks before
    it."""
    stages = stages_of(formula, cupboard)
    slugs = [weighed.ingredient.slug for _, weighed in formula.made.evaluated.weighed_lines()]
    roles = {cupboard.ingredients[slug].role for slug in slugs if slug in cupboard.ingredients}
    # What is pressed in, poured or cut afterwards lies in one tin, whatever dough it is.
    in_one = any(each.step is not None and each.kind in (K.PRESS, K.POUR, K.CUT) for each in stages)
    loads = Loads(1, "tin") if in_one and formula.family in ON_TRAYS else loads_of(formula)
    making = _Making(formula, prefix, loads, stages, raw=bool(roles & {*_RAW}))
    left = deque(each for each in stages if each.kind not in (K.TURN, K.UNCOVER))
    while left:
        making.add(left.popleft(), left)
    return tuple(making.tasks)


@dataclass(slots=True)
class _Strand:
    """What was made of one part up to here: tasks whose work is not brought together yet, wet and dry, and what the
    next of them waits for besides. `vessels` hold it."""

    weighed: list[str] = field(default_factory=list)
    wet: list[str] = field(default_factory=list)
    dry: list[str] = field(default_factory=list)
    pending: list[str] = field(default_factory=list)
    vessels: tuple[str, ...] = ()

    def ends(self) -> list[str]:
        return [*([*self.wet, *self.dry] or self.weighed), *self.pending]

    def come_to(self, task: str, vessels: tuple[str, ...]) -> None:
        """All of it is in this task's work now."""
        self.wet, self.dry, self.pending, self.vessels = [task], [], [], vessels


@dataclass(frozen=True, slots=True)
class _Detail:
    """What a task has besides what its kind has: `minutes` and `ways` instead of the usual, the `lines` and pieces
    that it takes longer for."""

    minutes: Minutes | None = None
    ways: tuple[Way, ...] = ()
    oven_c: int | None = None
    vessels: tuple[str, ...] = ()
    lines: int = 0
    piece_count: float = 0.0
    sign: str = ""
    advice: str = ""


_PLAIN: Final = _Detail()


@dataclass(slots=True)
class _Making:
    """Tasks as they come to be. `slab` is what the last work on the piece itself was, of all parts laid so far."""

    formula: FormulaToMake
    prefix: str
    loads: Loads
    stages: Sequence[WorkStage]
    raw: bool
    tasks: list[Task] = field(default_factory=list)
    strands: dict[int, _Strand] = field(default_factory=dict)
    laid: set[int] = field(default_factory=set)
    slab: list[str] = field(default_factory=list)
    lined: list[str] = field(default_factory=list)
    portions: list[str] = field(default_factory=list)
    preheat: Task | None = None
    oven_c: int | None = None
    bakes: int = 0

    def add(self, stage: WorkStage, left: deque[WorkStage]) -> None:
        """One more stage; what comes of it besides is taken out of those `left`."""
        kind = stage.kind
        if kind is K.BAKE:
            self._bake(stage, self._cooling(left))
        elif kind is K.MICROWAVE:
            self._in_turns(stage)
        elif kind is K.PREHEAT:
            self.oven_c = stage.oven_c
            self.preheat = self._put(stage, ())
        elif kind is K.LINE:
            self.lined.append(self._put(stage, (), _Detail(advice=self._lining())).id)
        elif kind is K.OUT_OF_COLD:
            self._strand(stage).pending.append(self._put(stage, ()).id)
        elif kind in (K.SOAK, K.DRAIN, K.PREPARE, K.TOAST):
            strand = self._strand(stage)
            strand.pending.append(self._put(stage, self._after(strand.weighed)).id)
        elif kind is K.WEIGH:
            self._weigh(stage)
        elif kind in (*MIXES, K.MELT, K.COOK):
            self._mix(stage)
        elif kind in (*LAYS, *FINISHES, K.FRY):
            self._lay(stage)
        elif kind is K.WASH_UP:
            self._wash_up(stage)
        else:
            self._wait(stage)

    def _weigh(self, stage: WorkStage) -> None:
        strand = self._strand(stage)
        drained = [each.id for each in self.tasks if each.kind is K.DRAIN and each.id in strand.pending]
        strand.pending = [each for each in strand.pending if each not in drained]
        lines = sum(1 for line in self._part(stage).lines if line.weighed)
        strand.weighed = [self._put(stage, self._after(drained), _Detail(lines=lines)).id]

    def _mix(self, stage: WorkStage) -> None:
        strand, kind, part = self._strand(stage), stage.kind, stage.part
        bowl, dry_bowl = f"{self.prefix}{part}-bowl", f"{self.prefix}{part}-dry-bowl"
        if kind is K.FOLD and part in self.laid:
            # What is scattered on it goes with the slab.
            self.slab = self.portions = [self._put(stage, self._after(self.slab)).id]
        elif kind is K.MIX_DRY and not strand.dry:
            strand.dry = [self._put(stage, self._after(strand.weighed), _Detail(vessels=(dry_bowl,))).id]
            strand.vessels = (*strand.vessels, dry_bowl)
        elif kind is K.MELT or (kind is K.COOK and not strand.wet):
            strand.pending = [self._put(stage, self._after([*strand.weighed, *strand.pending])).id]
        elif kind is K.WHIP and strand.wet:
            whipped = f"{self.prefix}{part}-whip-bowl"
            strand.wet.append(self._put(stage, self._after(strand.weighed), _Detail(vessels=(whipped,))).id)
            strand.vessels = (*strand.vessels, whipped)
        elif kind in (K.COMBINE, K.FOLD, K.COOK, K.MIX_DRY):
            into = next((each for each in strand.vessels if each.endswith("bowl")), bowl)
            held = tuple(dict.fromkeys((*strand.vessels, into)))
            strand.come_to(self._put(stage, self._after(strand.ends()), _Detail(vessels=held)).id, (into,))
        else:
            into = f"{self.prefix}{part}-blender" if kind is K.BLEND else bowl
            held = tuple(dict.fromkeys((*(each for each in strand.vessels if each != dry_bowl), into)))
            begun = [*(strand.wet or strand.weighed), *strand.pending]
            strand.wet, strand.pending = [self._put(stage, self._after(begun), _Detail(vessels=held)).id], []
            strand.vessels = (*(each for each in strand.vessels if each == dry_bowl), into)

    def _lay(self, stage: WorkStage) -> None:
        strand = self._strand(stage)
        first = stage.part not in self.laid
        # A part with nothing to weigh, "top with berries" of the only one, is at hand.
        own = strand.ends() if first or stage.kind not in FINISHES else []
        waits_for = list(dict.fromkeys([*own, *self.slab, *self.lined]))
        vessels = strand.vessels if first or stage.kind in LAYS else ()
        count = self.formula.made.portions.count
        self.lined = []
        if stage.kind in (K.ROLL, K.PORTION) and self.loads.count > 1 and self.formula.family in ON_TRAYS:
            self.portions = []
            for load in range(1, self.loads.count + 1):
                named = replace(stage, name=f"{stage.name}, {self.loads.noun} {load} of {self.loads.count}")
                after = self._after([*waits_for, *self.portions[-1:]])
                pieces = count / self.loads.count
                self.portions.append(self._put(named, after, _Detail(piece_count=pieces, vessels=vessels)).id)
            laid = self.portions[-1]
        else:
            laid = self._put(stage, self._after(waits_for), _Detail(piece_count=count, vessels=vessels)).id
            self.portions = [laid]
        self.slab = [laid]
        self.laid.add(stage.part)
        strand.come_to(laid, strand.vessels)

    def _wait(self, stage: WorkStage) -> None:
        strand = self._strand(stage)
        in_bowl = stage.part not in self.laid and bool(strand.wet or strand.dry)
        if in_bowl:
            # What chills in its bowl keeps the bowl.
            held = strand.vessels
            strand.come_to(self._put(stage, self._after(strand.ends()), _Detail(vessels=held)).id, held)
            return
        layers_follow = any(each.kind in (*LAYS, *FINISHES) for each in self._later(stage))
        sign = _FIRM if stage.kind in COLD and layers_follow else ""
        waits_for = self.slab or strand.ends()
        count = self.formula.made.portions.count
        self.slab = self.portions = [self._put(stage, self._after(waits_for), _Detail(piece_count=count, sign=sign)).id]

    def _later(self, stage: WorkStage) -> Sequence[WorkStage]:
        return self.stages[self.stages.index(stage) + 1 :]

    def _wash_up(self, stage: WorkStage) -> None:
        lines = sum(1 for _ in self.formula.made.evaluated.weighed_lines())
        loaded = next((place for place, task in enumerate(self.tasks) if task.kind is K.LOAD), len(self.tasks))
        last = [task.id for task in self.tasks[:loaded] if task.kind in (*MIXES, *LAYS)][-1:]
        self._put(stage, self._after(last, patient=True), _Detail(lines=lines))

    def _cooling(self, left: deque[WorkStage]) -> list[WorkStage]:
        """What the method says of cooling right after the bake, taken out of what is left."""
        found = []
        while left and left[0].kind in (K.COOL, K.TURN_OUT, K.REST, K.COOL_IN_TIN):
            found.append(left.popleft())
        return found

    def _bake(self, stage: WorkStage, cooling: Sequence[WorkStage]) -> None:
        window = self.formula.made.bake_window
        oven_c = self._heat_of(stage)
        minutes = _stated(stage)
        if minutes is None and window is not None:
            middle = (window.from_min + window.until_min) / 2
            minutes = Minutes.around(middle, window.from_min / middle, window.until_min / middle)
        elif stage.low_min == stage.high_min and minutes is not None:
            minutes = Minutes.around(minutes.likely, work_of(K.BAKE).least_share, work_of(K.BAKE).most_share)
        minutes = minutes or work_of(K.BAKE).takes()
        self._heat(oven_c)
        self.bakes += 1
        last = not any(each.kind is K.BAKE for each in self._later(stage))
        laid, count = self.slab or self.lined, self.loads.count if last else 1
        out: list[str] = []
        loaded = ""
        for load in range(1, count + 1):
            which = f"{self.loads.noun} {load} of {count}" if count > 1 else self.loads.noun
            own = self.portions[load - 1 : load] if len(self.portions) == count else laid
            if load == 1:
                heated = [After(self.preheat.id, 0, work_of(K.PREHEAT).after_max_min)] if self.preheat else []
                after = (*self._after(own), *heated)
            else:
                # What bakes later waits cool in its bowl or on its tray, as long as it has to.
                emptied = [After(out[-1])] if self.loads.one_tin else []
                after = (*self._after(own, patient=True), *emptied, After(loaded))
            loading = WorkStage(K.LOAD, f"{which.capitalize()} into the oven", step=stage.step)
            put_in = self._put(loading, after, _Detail(oven_c=oven_c))
            loaded = put_in.id
            straight = (After(loaded, 0, 0),)
            name = stage.name if count == 1 else f"{stage.name}, {which}"
            baked = self._put(replace(stage, name=name), straight, _Detail(minutes=minutes, oven_c=oven_c))
            self._during(put_in, minutes.likely, which)
            named = f"Test {self._it(which)} and take it out"
            taken = replace(stage, kind=K.TAKE_OUT, name=named, low_min=None, high_min=None)
            out.append(self._put(taken, (After(baked.id, 0, 0),), _Detail(sign=self._done_sign())).id)
        self.slab = self._cooled(out[-1], cooling, whole=last)

    def _heat_of(self, stage: WorkStage) -> int:
        """What the oven is set to: as its baker chose, else as the method says, else as is usual."""
        window = self.formula.made.bake_window
        usual_c = window.oven_c if window is not None else None
        only = sum(1 for each in self.stages if each.kind is K.BAKE) == 1
        if usual_c is not None and self.formula.heat_chosen and (only or stage.oven_c is None):
            return usual_c
        said_c = stage.oven_c or self.oven_c
        if said_c is not None:
            return said_c - round(LOWER_C.get(window.oven, 0) if window is not None else 0)
        return usual_c or _USUAL_C

    def _during(self, put_in: Task, likely_min: int, which: str) -> None:
        """Turning it at half time, and taking off what covers it towards the end."""
        if turned_at_half(self.formula.family, likely_min) or any(each.kind is K.TURN for each in self.stages):
            early, late = (round(share * likely_min) for share in _TURNED)
            self._put(WorkStage(K.TURN, f"Turn {self._it(which)} round"), (After(put_in.id, early, late),))
        uncovered = next((each for each in self.stages if each.kind is K.UNCOVER), None)
        if uncovered is not None and likely_min >= 5:
            until_end = min(likely_min - 1, round(uncovered.low_min or likely_min / 3))
            begins = likely_min - until_end
            self._put(uncovered, (After(put_in.id, max(0, begins - 2), begins),))

    def _it(self, which: str) -> str:
        return which if " of " in which else f"the {which}"

    def _heat(self, oven_c: int) -> None:
        """The oven is brought to this heat before: by the task that was there for it, else by one more."""
        if self.bakes and self.preheat is not None and self.preheat.oven_c == oven_c:
            self.preheat = None
            return
        if self.bakes or self.preheat is None:
            self.preheat = self._put(WorkStage(K.PREHEAT, ""), ())
        work = work_of(K.PREHEAT)
        likely = (oven_c - _ROOM_C) / _WARMS_C_PER_MIN
        way = Way(Minutes.around(likely, work.least_share, work.most_share), work.uses)
        heated = replace(self.preheat, name=f"Oven to {oven_c} °C", oven_c=oven_c, ways=(way,))
        self.tasks[self.tasks.index(self.preheat)] = heated
        self.preheat = heated

    def _done_sign(self) -> str:
        window = self.formula.made.bake_window
        return "; ".join(sign.sign for sign in window.signs if not sign.not_when)[:300] if window else ""

    def _cooled(self, out: str, said: Sequence[WorkStage], *, whole: bool) -> list[str]:
        """What follows the oven; the baked base of something only cools in its tin."""
        family = self.formula.family if whole else "crust"
        in_tin = next((each for each in said if each.kind is K.COOL_IN_TIN or " tin" in each.name), None)
        on_rack = next((each for each in said if each is not in_tin and each.kind in (K.COOL, K.REST)), None)
        where = "on the tray" if family in ON_TRAYS else "in the tin"
        minutes = _stated(in_tin) if in_tin else None
        minutes = minutes or Minutes.around(_IN_TIN_MIN.get(family, 10), 0.8, 1.25)
        cooled = replace(in_tin or WorkStage(K.COOL_IN_TIN, f"Cool {where}"), kind=K.COOL_IN_TIN)
        last = self._put(cooled, (After(out, 0, 0),), _Detail(minutes=minutes))
        if not whole:
            return [last.id]
        if family not in _STAYS_IN_TIN:
            last = self._put(WorkStage(K.TURN_OUT, "Onto a rack"), (After(last.id, 0, 10),))
        minutes = (_stated(on_rack) if on_rack else None) or Minutes.around(_COOL_MIN.get(family, 30), 0.75, 1.25)
        chills = family == "baked-cheesecake"
        # A cheesecake goes on setting in the cold, where the method does not say so itself.
        if chills and any(each.kind in COLD for each in self.stages):
            return [last.id]
        uses = (Resource.FRIDGE,) if chills else ()
        named = replace(on_rack or WorkStage(K.COOL, "Chill before cutting" if chills else "Cool"), kind=K.COOL)
        return [self._put(named, (After(last.id),), _Detail(ways=(Way(minutes, uses),))).id]

    def _in_turns(self, stage: WorkStage) -> None:
        """Mugs one after the other."""
        window, count = self.formula.made.bake_window, self.loads.count
        minutes = _stated(stage)
        if minutes is None and window is not None:
            middle = (window.from_min + window.until_min) / 2 / count
            minutes = Minutes.around(middle, window.from_min / middle / count, window.until_min / middle / count)
        strand = self._strand(stage)
        waits_for = self.slab or strand.ends()
        for load in range(1, count + 1):
            name = f"{stage.name}, {load} of {count}" if count > 1 else stage.name
            done = self._put(replace(stage, name=name), self._after(waits_for), _Detail(minutes=minutes))
            self.slab = waits_for = [done.id]
        self.laid.add(stage.part)

    def _lining(self) -> str:
        """How the tin is lined. Paper clings to a lean crumb. Common practice."""
        batch, tins, family = self.formula.made.evaluated.batch, self.formula.made.tins, self.formula.family
        lean = batch.mass_g > 0 and (batch.nutrients.fat_g or 0.0) / batch.mass_g < _LEAN_SHARE
        if family in ON_TRAYS:
            return "Baking paper, or a mat."
        if tins and tins[0].kind in CUPS:
            return (
                "Grease the cups or take silicone: paper clings to so lean a crumb." if lean else "Paper cases hold it."
            )
        if lean and any(each.kind is K.BAKE for each in self.stages):
            return "Grease the paper too: it clings to so lean a crumb."
        return "Paper with two ends over the rim lifts it out."

    def _strand(self, stage: WorkStage) -> _Strand:
        return self.strands.setdefault(stage.part, _Strand())

    def _part(self, stage: WorkStage) -> PartFigures:
        return self.formula.made.evaluated.parts[stage.part]

    def _after(self, ids: Iterable[str], *, patient: bool = False) -> tuple[After, ...]:
        """That it waits for these; `patient` for as long as one likes."""
        found = []
        for each in dict.fromkeys(ids):
            work = work_of(next(task.kind for task in self.tasks if task.id == each))
            found.append(After(each) if patient else After(each, 0, work.after_max_min, work.spoils))
        return tuple(found)

    def _put(self, stage: WorkStage, after: tuple[After, ...], detail: _Detail = _PLAIN) -> Task:
        work = work_of(stage.kind)
        part = self.formula.made.evaluated.parts[stage.part].name if self.formula.made.evaluated.parts else ""
        task = Task(
            id=f"{self.prefix}{len(self.tasks) + 1}",
            kind=stage.kind,
            name=stage.name or work.title,
            ways=detail.ways or _ways(stage, work, detail.minutes or _minutes(stage, work, detail)),
            after=after,
            oven_c=detail.oven_c,
            vessels=detail.vessels,
            step=stage.step,
            part=part,
            sign=detail.sign,
            advice=detail.advice or work.advice,
            hazard=work.hazard if work.hazard != "raw" or self.raw else "",
            child=work.child,
        )
        self.tasks.append(task)
        return task


def _stated(stage: WorkStage) -> Minutes | None:
    """What a method says, to the minute."""
    if stage.low_min is None or stage.high_min is None:
        return None
    likely = Minutes.around((stage.low_min + stage.high_min) / 2).likely
    low, high = math.floor(stage.low_min), math.ceil(stage.high_min)
    return Minutes(max(1, min(low, likely)), likely, max(high, likely))


def _minutes(stage: WorkStage, work: Work, detail: _Detail) -> Minutes:
    """What is waited for takes what the method says; where hands do it they also begin and end it."""
    usual, stated = work.takes(detail.lines, detail.piece_count), _stated(stage)
    if stated is None:
        return usual
    if Resource.HANDS not in work.uses:
        return stated
    return Minutes(
        max(usual.least, stated.least + 1), max(usual.likely, stated.likely + 1), max(usual.most, stated.most + 1)
    )


def _ways(stage: WorkStage, work: Work, minutes: Minutes) -> tuple[Way, ...]:
    if stage.kind is K.COOK and minutes.likely > _LOOKED_AFTER_MIN:
        return (Way(minutes, (Resource.STOVE,)),)
    usual = Way(minutes, work.uses)
    if stage.kind is not K.CHILL or minutes.likely > _FREEZER_UP_TO_MIN:
        return (usual,)
    frozen = Minutes.around(minutes.likely * _FREEZER_SHARE, work.least_share, work.most_share)
    return (usual, Way(frozen, (Resource.FREEZER,)))
