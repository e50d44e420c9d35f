"""The stages of a formula in the order of the work: what its method says, and what it leaves for its baker to know."""

import re
from collections.abc import Iterable, Iterator, Sequence
from dataclasses import dataclass, replace
from typing import Final

from ample_crumb.core.food.cupboard import Cupboard
from ample_crumb.core.formula.evaluation import PartFigures
from ample_crumb.core.formula.reading import ReadLine, WeighedLine
from ample_crumb.core.formula.steps import written_steps
from ample_crumb.core.planning.clauses import Clause, clauses_of
from ample_crumb.core.planning.task import TaskKind
from ample_crumb.core.production.bake_time import Oven
from ample_crumb.core.production.production import Production
from ample_crumb.core.production.tins import CUPS, TinKind
from ample_crumb.core.production.tray_loads import ON_TRAYS
from ample_crumb.core.quantity.name_matching import words
from ample_crumb.core.wording import join_names

K = TaskKind

HEATS: Final = (K.BAKE, K.MICROWAVE, K.FRY)
MIXES: Final = (K.BLEND, K.CREAM, K.WHIP, K.MIX_DRY, K.MIX_WET, K.COMBINE, K.FOLD)
LAYS: Final = (K.PRESS, K.ROLL, K.PORTION, K.POUR)
"""What puts a dough where it stays."""
FINISHES: Final = (K.GLAZE, K.DIP)
COLD: Final = (K.CHILL, K.FREEZE, K.SET)

_SETS_FROM_MIN: Final = 90.0
"""What is cold for so long sets, and no freezer stands in for the fridge. Common practice."""
_OVERNIGHT: Final = re.compile(r"\bovernight\b", re.IGNORECASE)
OVERNIGHT_MIN: Final = 8 * 60.0


@dataclass(frozen=True, slots=True)
class FormulaToMake:
    """A formula that is to be made: as it is worked out, its family and its method as written, a step a line. The
    heat of its window was `heat_chosen` by its baker, or read in its method; else what the method says wins."""

    name: str
    made: Production
    family: str
    method: str
    heat_chosen: bool = True


@dataclass(frozen=True, slots=True)
class WorkStage:
    """A work of a formula: its kind, what it is called, of which part; `low_min` to `high_min` where its method says
    so. `step` is None for what no step says."""

    kind: TaskKind
    name: str
    part: int = 0
    low_min: float | None = None
    high_min: float | None = None
    oven_c: int | None = None
    step: int | None = None


def stages_of(formula: FormulaToMake, cupboard: Cupboard) -> tuple[WorkStage, ...]:
    """All stages, those that the method says in its order with those it does not say where they belong."""
    said = [_stage(clause) for clause in clauses_of(tuple(written_steps(formula.method)))]
    said = _mixed_somewhere(formula, _merged(_in_place(said)), cupboard)
    said = _set_somewhere(formula, _baked_somewhere(formula, said))
    said = _with_parts(formula, said)
    return (*_set_up(formula, said), *_finished(formula, said))


def _stage(clause: Clause) -> WorkStage:
    name = f"{clause.text[:1].upper()}{clause.text[1:]}"
    return WorkStage(clause.kind, name, 0, clause.low_min, clause.high_min, clause.oven_c, clause.step)


def _in_place(stages: Sequence[WorkStage]) -> Iterator[WorkStage]:
    """The same word is another work before and after the heat: what is spread before is baked with it."""
    last_heat = max((place for place, each in enumerate(stages) if each.kind in HEATS), default=None)
    for place, each in enumerate(stages):
        if last_heat is not None and place < last_heat and each.kind is K.GLAZE:
            yield replace(each, kind=K.POUR)
        elif last_heat is not None and place > last_heat and each.kind in (K.FOLD, *LAYS):
            yield replace(each, kind=K.GLAZE)
        elif each.kind in COLD:
            long_min = OVERNIGHT_MIN if _OVERNIGHT.search(each.name) else each.high_min
            kind = K.SET if long_min and long_min >= _SETS_FROM_MIN and each.kind is K.CHILL else each.kind
            low_min = OVERNIGHT_MIN if _OVERNIGHT.search(each.name) else each.low_min
            yield replace(each, kind=kind, low_min=low_min, high_min=long_min)
        else:
            yield each


def _merged(stages: Iterable[WorkStage]) -> list[WorkStage]:
    """Folding in one thing after another in one step is one work."""
    merged: list[WorkStage] = []
    for each in stages:
        last = merged[-1] if merged else None
        if last and last.kind is each.kind and each.kind in (K.FOLD, K.MIX_WET, K.PORTION) and last.step == each.step:
            merged[-1] = replace(last, name=f"{last.name}, {each.name[:1].lower()}{each.name[1:]}")
        else:
            merged.append(each)
    return merged


_BLENDED: Final = ("blender-muffin",)
_CREAMED: Final = ("cookie", "rolled-dough", "cupcake")
_PULSES: Final = re.compile(r"beans|chickpeas|lentils|cottage|tofu")


def _mixed_somewhere(formula: FormulaToMake, said: list[WorkStage], cupboard: Cupboard) -> list[WorkStage]:
    """Where no step mixes, as its family is usually mixed. Common practice."""
    if any(each.kind in MIXES for each in said):
        return said
    foods = [weighed.ingredient.slug for _, weighed in formula.made.evaluated.weighed_lines()]
    roles = {cupboard.ingredients[slug].role for slug in foods if slug in cupboard.ingredients}
    blended = formula.family in _BLENDED or any(_PULSES.search(slug) for slug in foods)
    creamed = formula.family in _CREAMED and "butter" in foods
    wet = K.BLEND if blended else K.CREAM if creamed else K.MIX_WET
    names = {K.BLEND: "Blend the wet goods smooth", K.CREAM: "Cream the butter with what sweetens", K.MIX_WET: "Mix"}
    mixing = [WorkStage(wet, names[wet])]
    if "leavening" in roles or {"flour", "protein"} <= roles:
        if wet is K.MIX_WET:
            mixing = [WorkStage(wet, "Mix the wet goods")]
        mixing = [
            WorkStage(K.MIX_DRY, "Whisk the dry goods together"),
            *mixing,
            WorkStage(K.COMBINE, "Bring wet and dry together"),
        ]
    if roles & {"chocolate", "nut"}:
        mixing.append(WorkStage(K.FOLD, "Fold in what stays whole"))
    first = next(
        (place for place, each in enumerate(said) if each.kind in (*LAYS, *HEATS, *COLD, *FINISHES)), len(said)
    )
    return [*said[:first], *mixing, *said[first:]]


def _baked_somewhere(formula: FormulaToMake, said: list[WorkStage]) -> list[WorkStage]:
    """With its heat where no step says it, and with a place to lie before it."""
    window = formula.made.bake_window
    if window is not None and not any(each.kind in HEATS for each in said):
        kind = {Oven.MICROWAVE: K.MICROWAVE}.get(window.oven, K.FRY if window.oven_c is None else K.BAKE)
        after = max((place for place, each in enumerate(said) if each.kind in (*MIXES, *LAYS, K.REST)), default=-1)
        said = [*said[: after + 1], WorkStage(kind, _BAKED[kind]), *said[after + 1 :]]
    first = next((place for place, each in enumerate(said) if each.kind in HEATS), None)
    if first is None or any(each.kind in LAYS for each in said[:first]) or said[first].kind is K.FRY:
        return said
    shaped = formula.family in ON_TRAYS
    laid = (
        WorkStage(K.PORTION, "Portion onto the tray") if shaped else WorkStage(K.POUR, f"Into the {_tin_name(formula)}")
    )
    return [*said[:first], laid, *said[first:]]


_UNBAKED: Final = {
    "no-bake-bite": (WorkStage(K.ROLL, "Roll into pieces"), WorkStage(K.CHILL, "Chill until firm")),
    "set-cheesecake": (WorkStage(K.POUR, "Into the tin"), WorkStage(K.SET, "Set in the fridge")),
    "frozen-bark": (WorkStage(K.POUR, "Spread on a lined tray"), WorkStage(K.FREEZE, "Freeze until firm")),
}


def _set_somewhere(formula: FormulaToMake, said: list[WorkStage]) -> list[WorkStage]:
    """What is not baked gets its shape and its cold where no step says it. Common practice."""
    kinds = {each.kind for each in said}
    if kinds & {*HEATS}:
        return said
    laid, cold = _UNBAKED.get(formula.family, (None, None))
    if laid and not kinds & {*LAYS}:
        first = next((place for place, each in enumerate(said) if each.kind in (*COLD, *FINISHES)), len(said))
        said = [*said[:first], laid, *said[first:]]
    return [*said, cold] if cold and not kinds & {*COLD} else said


_BAKED: Final = {K.BAKE: "Bake", K.MICROWAVE: "Microwave", K.FRY: "Fry in turns"}


def _with_parts(formula: FormulaToMake, said: list[WorkStage]) -> list[WorkStage]:
    """Each stage with the part that it works on: the one that it names, the one whose foods it names, else the one that
    was worked on."""
    parts = formula.made.evaluated.parts
    if len(parts) < 2:
        return said
    named = [set(words(part.name)) for part in parts]
    foods = [{word for line in part.lines for word in words(line.name)[-1:]} for part in parts]
    only = [own - set().union(*(other for other in foods if other is not own)) for own in foods]
    current = next((place for place, part in enumerate(parts) if not part.options.unbaked), 0)
    heated, found = False, []
    unbaked = next((place for place, part in enumerate(parts) if part.options.unbaked), None)
    for each in said:
        text = set(words(each.name))
        by_name = [place for place, own in enumerate(named) if own & text]
        by_food = max(range(len(parts)), key=lambda place: len(only[place] & text))
        if each.kind in FINISHES and unbaked is not None:
            current = by_name[0] if by_name else unbaked
        elif by_name and each.kind not in (K.ROLL, K.PORTION, K.POUR):
            # "Pour it over the base" is not the base's.
            current = by_name[0]
        elif only[by_food] & text:
            current = by_food
        elif heated and each.kind in MIXES and unbaked is not None:
            current = unbaked
        heated = heated or each.kind in HEATS
        found.append(replace(each, part=current))
    return found


_WARM_FIRST: Final = frozenset({"butter", "butter_salted", "cream_cheese", "cream_cheese_light", "mascarpone"})
_COLD_EGGS: Final = frozenset({"egg"})
_SOAKING: Final = {"flax_egg": 5, "chia_egg": 10, "gelatine": 5, "dates": 10, "dates_medjool": 10, "psyllium": 3}
_COOKED: Final = re.compile(r"_cooked$")
_CANNED: Final = re.compile(r"_canned$")
_COLD_FAMILIES: Final = ("mug-cake", "pancake")


def _set_up(formula: FormulaToMake, said: Sequence[WorkStage]) -> Iterator[WorkStage]:
    """What is done before anything is mixed, where no step says it."""
    kinds = {each.kind for each in said}
    for place, part in enumerate(formula.made.evaluated.parts):
        lines = [(line, line.weighed) for line in part.lines if line.weighed is not None]
        if not lines:
            continue
        yield from _set_up_part(formula, place, part, lines, kinds)
        yield WorkStage(K.WEIGH, f"Weigh in {_the(part)}" if part.name else "Weigh in", place)
    if K.BAKE in kinds and K.PREHEAT not in kinds:
        yield WorkStage(K.PREHEAT, "Oven on")
    if (K.BAKE in kinds or K.SET in kinds) and K.LINE not in kinds and formula.family != "mug-cake":
        yield WorkStage(K.LINE, f"Line the {_tin_name(formula)}")


def _set_up_part(
    formula: FormulaToMake,
    place: int,
    part: PartFigures,
    lines: Sequence[tuple[ReadLine, WeighedLine]],
    kinds: set[TaskKind],
) -> Iterator[WorkStage]:
    foods = {weighed.ingredient.slug: line for line, weighed in lines}
    if K.OUT_OF_COLD not in kinds and formula.family not in _COLD_FAMILIES and not part.options.unbaked:
        cold = [line.name for slug, line in foods.items() if slug in _WARM_FIRST and "melt" not in line.text.casefold()]
        if cold and K.CREAM in kinds:
            cold += [line.name for slug, line in foods.items() if slug in _COLD_EGGS]
        if cold:
            yield WorkStage(K.OUT_OF_COLD, f"Take the {join_names(_once(cold))} out of the fridge", place)
    soaks = {slug: line for slug, line in foods.items() if slug in _SOAKING}
    if soaks and K.SOAK not in kinds:
        minutes = float(max(_SOAKING[slug] for slug in soaks))
        names = join_names(_once(each.name for each in soaks.values()))
        yield WorkStage(K.SOAK, f"Soak the {names}", place, minutes, minutes)
    cooked = [weighed.ingredient.name for _, weighed in lines if _COOKED.search(weighed.ingredient.slug)]
    if cooked and K.COOK not in kinds:
        yield WorkStage(K.COOK, f"Have {join_names(_once(cooked))} ready and cold", place, 20.0, 25.0)
    canned = [line.name for slug, line in foods.items() if _CANNED.search(slug)]
    if canned and K.DRAIN not in kinds:
        yield WorkStage(K.DRAIN, f"Drain the {join_names(_once(canned))}", place)
    melted = [line.name for line in foods.values() if re.search(r"\bmelted\b", line.text, re.IGNORECASE)]
    if melted and K.MELT not in kinds:
        yield WorkStage(K.MELT, f"Melt the {join_names(_once(melted))}", place)


_IN_PIECES: Final = frozenset(
    {"muffin", "blender-muffin", "cupcake", "mug-cake", "pancake", "pudding", "edible-dough", "glaze", "frosting"}
)
"""Families that are in pieces, or in none, without a knife."""


def _finished(formula: FormulaToMake, said: Sequence[WorkStage]) -> Iterator[WorkStage]:
    """What was said, its parts that no step makes, and what comes after it."""
    mixed = {each.part for each in said if each.kind in (*MIXES, K.MELT, K.COOK)}
    parts = formula.made.evaluated.parts
    for each in said:
        if each.kind in FINISHES and each.part not in mixed and parts[each.part].options.unbaked:
            mixed.add(each.part)
            yield WorkStage(K.MIX_WET, f"Stir {_the(parts[each.part])} together", each.part)
        yield each
    for place, part in enumerate(parts):
        if part.options.unbaked and part.figures.mass_g > 0 and not any(each.part == place for each in said):
            yield WorkStage(K.MIX_WET, f"Stir {_the(part)} together", place)
            yield WorkStage(K.GLAZE, f"Put {_the(part)} on", place)
    kinds = {each.kind for each in said}
    count = formula.made.portions.count
    if K.CUT not in kinds and not _in_pieces(formula, kinds) and kinds & {*HEATS, *COLD} and count >= 2:
        yield WorkStage(K.CUT, f"Cut into {count:.0f}")
    yield WorkStage(K.WASH_UP, "Wash up")


def _in_pieces(formula: FormulaToMake, kinds: set[TaskKind]) -> bool:
    """Whether it comes in pieces without being cut; a muffin batter in a square tin does not."""
    if formula.family in ON_TRAYS or kinds & {K.ROLL, K.PORTION}:
        return True
    in_one = any(tin.kind not in (*CUPS, TinKind.MUG) for tin in formula.made.tins)
    return formula.family in _IN_PIECES and not in_one


def _the(part: PartFigures) -> str:
    name = part.name.strip().rstrip(":")
    name = re.sub(r"^for the ", "", name, flags=re.IGNORECASE)
    return f"the {name[:1].lower()}{name[1:]}" if name else "it"


def _tin_name(formula: FormulaToMake) -> str:
    tins = formula.made.tins
    if not tins:
        return "tray" if formula.family in ON_TRAYS else "mug" if formula.family == "mug-cake" else "tin"
    tin = tins[0]
    return f"{tin.kind} tin" if "tin" not in tin.kind and "cups" not in tin.kind else str(tin.kind)


def _once(names: Iterable[str]) -> list[str]:
    return list(dict.fromkeys(names))
