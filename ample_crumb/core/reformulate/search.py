"""Reach a target: up to three answers that hold, or the wishes that clash and the nearest that can be had."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace
from enum import StrEnum
from itertools import combinations
from typing import Final

from ample_crumb.core.crumb.check import CrumbCheck, crumb_check, judge_dough
from ample_crumb.core.crumb.dials.dial import Dial, is_worse
from ample_crumb.core.food.nutrients import Portion
from ample_crumb.core.formula.allergens import allergens_of
from ample_crumb.core.formula.formula import Part
from ample_crumb.core.formula.reading import ReadLine
from ample_crumb.core.problem import CannotUse
from ample_crumb.core.production.production import Production, produce
from ample_crumb.core.reformulate.constraints import (
    Apart,
    PieceBasis,
    ReformulationModel,
    amounts,
    claim_constraints,
    roles_of,
    solver_variables,
    standing_constraints,
    wish_constraint,
)
from ample_crumb.core.reformulate.crumb_constraints import crumb_constraints
from ample_crumb.core.reformulate.kitchen_rounding import LineMove, as_read, moved_in_words, rewritten
from ample_crumb.core.reformulate.milp import LinearConstraint, Solution, Status, Variable, solve
from ample_crumb.core.reformulate.request import FormulaToReformulate, ReformulationRequest
from ample_crumb.core.reformulate.variables import USUAL, Pantry, candidate_variables, line_variables
from ample_crumb.core.reformulate.verification import all_said, condition_margin, figure_of_piece, known, sd_of
from ample_crumb.core.reformulate.wishes import Wish, checked
from ample_crumb.core.uncertainty.propagation import propagate


@dataclass(frozen=True, slots=True)
class Answer:
    """A formula that holds what it was asked, as it is written: its parts, every line, a piece, its dials. `missed`
    names the wishes that it does not hold, empty where all are met; `changed` counts lines, `objective` is
    what the optimiser made least."""

    parts: tuple[Part, ...]
    lines: tuple[LineMove, ...]
    piece: Portion
    check: CrumbCheck
    words: tuple[str, ...]
    missed: tuple[str, ...]
    changed: int
    objective: float


class ReformulationStatus(StrEnum):
    """Whether the wishes were met."""

    MET = "met"
    NEAREST = "nearest"


@dataclass(frozen=True, slots=True)
class Reformulation:
    """What came of it. `clash` names at most three wishes that cannot all be, in `sentence`; `remarks` say what was
    left out. `stopped` when the time was up before the best was sure."""

    status: ReformulationStatus
    answers: tuple[Answer, ...]
    clash: tuple[str, ...]
    sentence: str
    remarks: tuple[str, ...]
    stopped: bool = False


_FEW_WISHES: Final = 6
"""Up to so many wishes, pairs of them are tried with whole numbers too."""

_OF_EACH_KIND: Final = 2
"""So many foods of each kind are looked at for an answer; the next answer looks anew, without what was answered."""

_SURE: Final = 1.645
"""Standard deviations under which 95 of 100 lie, for a normal spread."""

_MARGINS: Final = (0.0, 0.004, 0.012, 0.03)
"""Rooms for rounding that are tried one after the other, as shares."""


def reformulate(formula: FormulaToReformulate, request: ReformulationRequest) -> Reformulation:
    """Up to `request.answers` different answers, the nearest first; the nearest that can be had where they clash.

    Raises CannotUse for wishes that contradict each other or rest on what nobody said, and for a formula without lines.
    """
    asked = _Search.prepare(formula, request)
    found: list[Answer] = []
    refused: list[frozenset[str]] = []
    stopped = False
    for _ in range(request.answers):
        for apart in Apart if refused else (Apart.ANYHOW,):
            framed = replace(asked, model=replace(asked.model, apart=apart))
            answer, added, late = framed.answer(tuple(refused))
            stopped = stopped or late
            if answer is not None:
                break
        if answer is None:
            break
        found.append(answer)
        refused.append(added)
    if found:
        # Of two as near, the one that touches fewer lines.
        found.sort(key=lambda answer: (round(answer.objective, 1), answer.changed, answer.objective))
        return Reformulation(ReformulationStatus.MET, tuple(found), (), "", asked.remarks, stopped)
    return asked.nearest()


@dataclass(frozen=True, slots=True)
class WishRange:
    """How far a wish can go by itself, the others aside: from `low` to `high`."""

    wish: str
    low: float
    high: float


def wish_ranges(formula: FormulaToReformulate, request: ReformulationRequest) -> tuple[WishRange, ...]:
    """For each wish, between which values its figure can lie while the dials hold and the other wishes are let go."""
    asked = _Search.prepare(formula, request)
    return tuple(asked.limit(wish) for wish in request.wishes if not wish.needs)


@dataclass(frozen=True, slots=True)
class TradeOffPoint:
    """A point of a trade-off: the most protein of a piece that has so much energy; None where there is none."""

    energy_kcal: float
    protein_g: float | None
    answer: Answer | None


def trade_off_point(formula: FormulaToReformulate, request: ReformulationRequest, energy_kcal: float) -> TradeOffPoint:
    """The most protein that a piece of at most this energy can have, the other wishes kept."""
    others = tuple(wish for wish in request.wishes if wish.name not in ("energy_kcal", "protein_g"))
    capped = replace(request, wishes=(*others, Wish("energy_kcal", energy_kcal)))
    asked = _Search.prepare(formula, capped)
    most = asked.extreme(Wish("protein_g", 0.0, at_least=True), least=False)
    if most is None:
        return TradeOffPoint(energy_kcal, None, None)
    for share in _BELOW_THE_MOST:
        wished = replace(request, wishes=(*capped.wishes, Wish("protein_g", most * share, at_least=True)), answers=1)
        answer, _, _ = _Search.prepare(formula, wished).answer(())
        if answer is not None:
            return TradeOffPoint(energy_kcal, answer.piece.figures.nutrients.protein_g, answer)
    return TradeOffPoint(energy_kcal, most, None)


_BELOW_THE_MOST: Final = (0.985, 0.96, 0.92)
"""A little less than the very most leaves room for kitchen amounts."""


@dataclass(frozen=True, slots=True)
class _Search:
    """A formula and what is asked of it, ready to be solved."""

    formula: FormulaToReformulate
    request: ReformulationRequest
    made: Production
    read: tuple[ReadLine, ...]
    model: ReformulationModel
    dials: tuple[Dial, ...]
    judged: str
    body_part: int
    remarks: tuple[str, ...]

    @classmethod
    def prepare(cls, formula: FormulaToReformulate, request: ReformulationRequest) -> "_Search":
        checked(request.wishes)
        made = _made(formula, formula.parts)
        evaluated = made.evaluated
        dough = judge_dough(evaluated, formula.family, formula.cupboard, formula.title, formula.method, formula.learned)
        read = tuple(line for part in evaluated.parts for line in part.lines)
        if evaluated.batch.mass_g <= 0:
            raise CannotUse("There is nothing to change yet; add lines first.")
        pantry = Pantry(formula.cupboard, formula.preferences.energy, formula.learned, request.bans)
        bounds = {bound.place: bound for bound in request.holds}
        lines = line_variables(evaluated, dough.dough, bounds, pantry, whole_eggs=request.whole_eggs)
        usual = USUAL if request.allowed is None else request.allowed
        diets_kept = allergens_of(evaluated, formula.cupboard).diets_kept
        candidates = candidate_variables(
            usual, lines, evaluated.batch.mass_g, pantry, diets_kept if request.allowed is None else ()
        )
        candidates, remarks = known(candidates, request, formula)
        remarks += all_said(lines, request, formula, evaluated.batch.mass_g)
        if evaluated.unread:
            count = len(evaluated.unread)
            remarks.append(f"Without {'1 line' if count == 1 else f'{count} lines'} that could not be read.")
        dials = crumb_check(dough, formula.learned).dials
        model = ReformulationModel(
            variables=(*lines, *candidates),
            crumb=crumb_constraints(dough.composition, dough.family, dials, formula.learned),
            piece=_piece(made, formula),
            prices=formula.prices,
            definition=formula.definition,
            mass_share=request.mass_share,
        )
        return cls(formula, request, made, read, model, dials, dough.family, dough.dough.part, tuple(remarks))

    def answer(self, refused: tuple[frozenset[str], ...]) -> tuple[Answer | None, frozenset[str], bool]:
        """The nearest answer with another set of additions than these, what it adds, and whether time was up."""
        wishes = self.request.wishes
        model = replace(self.model, refused=refused)
        tightened = dict.fromkeys(wishes, 0.0)
        late = False
        variables = self._promising(
            solver_variables(model), [*standing_constraints(model), *self._wish_rows(wishes, 0.0, tightened)]
        )
        for margin in _MARGINS:
            rows = [*standing_constraints(self._inside(model, margin)), *self._wish_rows(wishes, margin, tightened)]
            solution = solve(variables, rows)
            if solution.values and margin == 0:
                # What comes in and what goes is settled; only how much of it is asked again.
                variables = _settled(variables, solution)
            late = late or solution.status is Status.STOPPED
            if not solution.values:
                # Room for rounding is what does not fit; what needs none was tried first.
                return None, frozenset(), late
            answer = self._answer_of(solution)
            if not answer.missed and self._is_sound(answer):
                return answer, self._added(answer), late
            for wish in wishes:
                if self.request.sure and not wish.needs:
                    tightened[wish] = _SURE * sd_of(wish, answer.piece)
        return None, frozenset(), late

    def _promising(self, variables: list[Variable], rows: list[LinearConstraint]) -> list[Variable]:
        """The variables with all but a few foods of each kind ruled out: those that the program without whole numbers
        uses, or would find cheapest to begin with. Most of the time goes into telling apart foods that hardly
        differ."""
        relaxed = solve([replace(each, whole=False) for each in variables], rows)
        if not relaxed.values:
            return variables
        out: set[str] = set()
        for members in roles_of(self.model.variables).values():
            ranked = sorted(members, key=lambda each: (-relaxed.values[each.key], relaxed.reduced[f"there {each.key}"]))
            out |= {f"there {each.key}" for each in ranked[_OF_EACH_KIND:]}
        return [replace(each, high=0.0) if each.name in out else each for each in variables]

    def nearest(self) -> Reformulation:
        """The wishes that clash, and the formula that misses them least."""
        # The least room first: more of it only where rounding would cost a dial.
        answer: Answer | None = None
        late = False
        for margin in _MARGINS[1:]:
            solution = self._elastic(margin)
            late = late or solution.status is Status.STOPPED
            if not solution.values:
                break
            found = self._answer_of(solution)
            holds = self._is_sound(found)
            if holds and not found.missed:
                return Reformulation(ReformulationStatus.MET, (found,), (), "", self.remarks, late)
            answer = found if holds or answer is None else answer
            if holds:
                break
        words = tuple(wish.words() for wish in self._clash())
        if answer is None:
            sentence = "What is locked, banned or bounded leaves no formula that bakes; let something go first."
            return Reformulation(ReformulationStatus.NEAREST, (), words, sentence, self.remarks, late)
        if not self._is_sound(answer):
            answer = replace(answer, missed=(*answer.missed, "a crumb no worse than it is"))
        return Reformulation(ReformulationStatus.NEAREST, (answer,), words, _in_words(words), self.remarks, late)

    def _elastic(self, margin: float) -> Solution:
        """The least violations of the wishes, each at a cost that dwarfs all else."""
        slack: list[Variable] = []
        rows = standing_constraints(self._inside(self.model, margin))
        for wish in self.request.wishes:
            for row in self._rows_of(wish, margin, 0.0):
                name = f"missed {len(slack)}"
                # Counted by how large the row can grow, so that kcal and grams weigh alike.
                grown = (abs(value) * self.model.piece.batch_g / 10 for value in row.coefficients.values())
                slack.append(Variable(name, cost=1000.0 / max(abs(row.low), *grown, 1e-6)))
                rows.append(LinearConstraint({**row.coefficients, name: 1.0}, row.low, row.high))
        return solve([*solver_variables(self.model), *slack], rows)

    def _clash(self) -> tuple[Wish, ...]:
        """The fewest wishes, three at most, that cannot be together while the dials hold; none where amounts finer than
        a kitchen's would do, or more than three wishes are in it."""
        wishes = self.request.wishes
        free = [replace(each, cost=0.0) for each in solver_variables(self.model)]
        relaxed = [replace(each, whole=False) for each in free]
        # Without whole numbers first: that is quick, and what clashes so clashes with them too.
        for variables, most in ((relaxed, 3), (free, 2 if len(wishes) <= _FEW_WISHES else 1)):
            for count in range(1, most + 1):
                for some in combinations(wishes, count):
                    rows = [*standing_constraints(self.model), *self._wish_rows(some, 0.0, {})]
                    if solve(variables, rows).status is Status.INFEASIBLE:
                        return some
        return ()

    def limit(self, wish: Wish) -> WishRange:
        """From where to where the figure of a wish can go."""
        low, high = self.extreme(wish, least=True), self.extreme(wish, least=False)
        now = self._now(wish)
        return WishRange(wish.words(), now if low is None else low, now if high is None else high)

    def extreme(self, wish: Wish, *, least: bool) -> float | None:
        """The least or most that the figure of a wish can be with the dials kept, and the other wishes where it is one
        of a trade-off; None where there is no formula at all."""
        others = (
            [each for each in self.request.wishes if each.name != wish.name] if wish not in self.request.wishes else []
        )
        rows = [*standing_constraints(self.model), *self._wish_rows(others, 0.0, {})]
        by_mass = wish_constraint(replace(wish, value=1.0, at_least=True), self.model)
        whole = wish_constraint(replace(wish, value=0.0, at_least=True), self.model)
        # Where the figure is a ratio, its bound is found by halving; a share of the batch is linear.
        variables = solver_variables(self.model)
        if by_mass.coefficients == whole.coefficients:
            sign = 1.0 if least else -1.0
            costs = whole.coefficients
            solution = solve([replace(each, cost=sign * costs.get(each.name, 0.0)) for each in variables], rows)
            return sign * solution.objective if solution.values else None
        return self._by_halving(wish, [replace(each, cost=0.0) for each in variables], rows, least=least)

    def _by_halving(
        self, wish: Wish, variables: list[Variable], rows: list[LinearConstraint], *, least: bool
    ) -> float | None:
        if not solve(variables, rows).values:
            return None
        now = self._now(wish)
        near, far = now, 0.0 if least else max(4 * now, 1.0)
        for _ in range(12):
            middle = (near + far) / 2
            bound = wish_constraint(replace(wish, value=middle, at_least=not least), self.model)
            if solve(variables, [*rows, bound]).values:
                near = middle
            else:
                far = middle
        return near

    def _now(self, wish: Wish) -> float:
        return figure_of_piece(wish, self.made, self.formula) or 0.0

    def _wish_rows(
        self, wishes: Sequence[Wish], margin: float, tightened: Mapping[Wish, float]
    ) -> list[LinearConstraint]:
        return [row for wish in wishes for row in self._rows_of(wish, margin, tightened.get(wish, 0.0))]

    def _rows_of(self, wish: Wish, margin: float, tightened: float) -> list[LinearConstraint]:
        if wish.needs:
            return claim_constraints(wish, self.model)
        way = 1 if wish.at_least else -1
        value = max(0.0, wish.value * (1 + way * margin) + way * tightened)
        return [wish_constraint(replace(wish, value=value), self.model)]

    def _inside(self, model: ReformulationModel, margin: float) -> ReformulationModel:
        if not margin:
            return model
        composition = judge_dough(
            self.made.evaluated, self.judged, self.formula.cupboard, self.formula.title, self.formula.method,
            self.formula.learned,
        ).composition  # fmt: skip
        # What the original misses already has no room to give.
        rows = tuple(row.inside(margin / 4, composition) if row.at(composition) > 1e-6 else row for row in model.crumb)
        return replace(model, crumb=rows)

    def _answer_of(self, solution: Solution) -> Answer:
        grams = amounts(solution.values, self.model.variables)
        parts, lines = rewritten(self.formula, self.model.variables, grams, self.read, self.body_part)
        made = _made(self.formula, parts)
        dough = judge_dough(made.evaluated, self.judged, self.formula.cupboard, self.formula.title, self.formula.method,
            self.formula.learned,
        )  # fmt: skip
        uncertainty = propagate(made.evaluated, self.formula.cupboard, self.formula.definition)
        piece = Portion(made.piece, made.piece_sd(uncertainty.piece))
        lines = as_read(lines, made.evaluated)
        missed = tuple(wish.words() for wish in self.request.wishes if not self._met(wish, piece, made))
        changed = [line for line in lines if abs(line.now_g - line.was_g) > 0.005 * max(line.was_g, line.now_g)]
        return Answer(
            parts=parts,
            lines=lines,
            piece=piece,
            check=crumb_check(dough, self.formula.learned),
            words=tuple(map(moved_in_words, changed)),
            missed=missed,
            changed=len(changed),
            objective=solution.objective,
        )

    def _met(self, wish: Wish, piece: Portion, made: Production) -> bool:
        if wish.needs:
            return all(condition_margin(need, made) >= -1e-6 * made.bake_yield.batch.mass_g for need in wish.needs)
        figure = figure_of_piece(wish, made, self.formula)
        if figure is None:
            return False
        uncertainty = _SURE * sd_of(wish, piece) if self.request.sure else 0.0
        near = 1e-6 * max(1.0, wish.value)
        return figure - uncertainty >= wish.value - near if wish.at_least else figure + uncertainty <= wish.value + near

    def _is_sound(self, answer: Answer) -> bool:
        """Whether no dial is out that was in, nor further out than it was."""
        return not any(map(is_worse, self.dials, answer.check.dials))

    def _added(self, answer: Answer) -> frozenset[str]:
        return frozenset(line.slug for line in answer.lines if line.place is None)


def _settled(variables: Sequence[Variable], solution: Solution) -> list[Variable]:
    """The variables with what is there and what is not fixed as it was found; whole eggs stay free to be counted
    anew."""
    return [
        replace(each, low=round(solution.values[each.name]), high=round(solution.values[each.name]), whole=False)
        if each.name.startswith("there ")
        else each
        for each in variables
    ]


def _made(formula: FormulaToReformulate, parts: tuple[Part, ...]) -> Production:
    return produce(parts, formula.making, formula.family, formula.tins, formula.cupboard, formula.preferences)


_COUNTED: Final = ("count", "cuts")


def _piece(made: Production, formula: FormulaToReformulate) -> PieceBasis:
    batch = made.evaluated.batch.mass_g
    kept = made.bake_yield.kept_share
    counted = formula.making.portioning.by in _COUNTED
    baked = made.bake_yield.batch.mass_g / batch
    # A piece is the share of what is there in the end; by weight, of the dough it was parted from.
    return PieceBasis(batch, made.portions.share, made.portions.share * batch, counted, baked, kept)


def _in_words(words: Sequence[str]) -> str:
    if not words:
        return "Not all of it can be had at once in amounts that a kitchen measures; no few of the wishes are to blame."
    if len(words) == 1:
        first = f"{words[0][0].upper()}{words[0][1:]}"
        return f"{first} cannot be, whatever else gives way: not with these lines and this crumb."
    listed = f"{', '.join(words[:-1])} and {words[-1]}"
    return f"These cannot all be, and still be this crumb: {listed}."
