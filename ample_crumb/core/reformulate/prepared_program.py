"""A formula and what is asked of it, made ready to be solved."""

import math
from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass, replace
from typing import Final

from ample_crumb.core.crumb.character import Character
from ample_crumb.core.crumb.check import JudgedDough, crumb_check
from ample_crumb.core.crumb.dials.dial import Dial
from ample_crumb.core.crumb.dials.linear import amount
from ample_crumb.core.crumb.hazard import Hazard
from ample_crumb.core.crumb.hazards import cautions_brought_by, find_hazards, hazard_lines
from ample_crumb.core.crumb.tolerance import tolerances_in
from ample_crumb.core.food.nutrients import Portion
from ample_crumb.core.formula.allergens import allergens_of
from ample_crumb.core.formula.evaluation import FormulaFigures
from ample_crumb.core.problem import CannotUse
from ample_crumb.core.production.production import Production
from ample_crumb.core.reformulate.character_span import CharacterSpan, spans_of
from ample_crumb.core.reformulate.constraints import (
    PieceBasis,
    ReformulationModel,
    claim_constraints,
    wish_constraint,
)
from ample_crumb.core.reformulate.crumb_constraints import crumb_constraints
from ample_crumb.core.reformulate.dessert_limits import DessertLimits, Limit
from ample_crumb.core.reformulate.handles import Grams
from ample_crumb.core.reformulate.known_figures import known, lines_without
from ample_crumb.core.reformulate.milp import LinearConstraint
from ample_crumb.core.reformulate.request import ReformulationRequest
from ample_crumb.core.reformulate.variables import (
    USUAL,
    AmountVariable,
    LineBounds,
    Pantry,
    candidate_variables,
    line_variables,
)
from ample_crumb.core.reformulate.verification import added_sugar_g, is_met, misses_by
from ample_crumb.core.reformulate.window_penalties import edge_costs
from ample_crumb.core.reformulate.wishes import ADDED_SUGAR, SUGAR_KEPT, Wish, check_wishes
from ample_crumb.core.swap.formula_in_kitchen import FormulaInKitchen

NEAR_CHARACTER: Final = 0.03
"""So much of an axis nobody tells apart; amounts of a kitchen may miss a wish for character by it."""

MARGINS: Final = (0.0, 0.004, 0.012, 0.03)
"""Rooms for rounding that are tried one after the other, as shares."""


@dataclass(frozen=True, slots=True)
class Prepared:
    """A request with all that its program is made of, and how the formula stands: its dough, dials and hazards, and by
    how much an answer may miss each wish at most: as it does, or any where what is banned or bounded forbids it to stay
    as it is. `limits` are what leaves it the dessert it is, `spans` where the axes lie that are wished for."""

    formula: FormulaInKitchen
    request: ReformulationRequest
    made: Production
    model: ReformulationModel
    dough: JudgedDough
    dials: tuple[Dial, ...]
    character: tuple[Character, ...]
    hazards: tuple[Hazard, ...]
    missed_by: Mapping[Wish, float]
    remarks: tuple[str, ...]
    limits: DessertLimits
    spans: Mapping[str, CharacterSpan]

    def wish_rows(
        self, wishes: Sequence[Wish], margin: float = 0.0, tightened: Mapping[Wish, float] | None = None
    ) -> list[LinearConstraint]:
        """The rows of these wishes with room for rounding, each tightened by so much."""
        by = tightened or {}
        return [row for wish in wishes for row in self.rows_of(wish, margin, by.get(wish, 0.0))]

    def rows_of(self, wish: Wish, margin: float, tightened: float = 0.0) -> list[LinearConstraint]:
        """The rows of one wish."""
        if wish.way is not None:
            return self._character_rows(self.spans[wish.name])
        if wish.needs:
            return claim_constraints(wish, self.model, margin)
        way = 1 if wish.at_least else -1
        value = max(0.0, wish.value * (1 + way * margin) + way * tightened)
        return [wish_constraint(replace(wish, value=value), self.model)]

    def _character_rows(self, span: CharacterSpan) -> list[LinearConstraint]:
        # A little further in, because some ratios are linear only near the formula.
        low, high = span.low_share + NEAR_CHARACTER, span.high_share - NEAR_CHARACTER
        forms = span.axis.rows(self.dough.composition, low, high)
        return [
            LinearConstraint(
                {Grams(variable): amount(form, variable.gram) for variable in self.model.variables}, low=0.0
            )
            for form in forms
        ]

    def misses(self, wish: Wish, made: Production, dough: JudgedDough) -> float:
        """Returns by how much a formula misses a wish, in its unit; of character in shares of the axis."""
        if wish.way is not None:
            return self.spans[wish.name].misses(dough.composition)
        return misses_by(wish, made, self.formula)

    def is_met(self, wish: Wish, piece: Portion, made: Production, dough: JudgedDough) -> bool:
        """Whether a written formula holds a wish."""
        if wish.way is not None:
            return self.misses(wish, made, dough) <= NEAR_CHARACTER
        return is_met(wish, piece, made, self.formula, sure=self.request.sure)

    def with_room(self, model: ReformulationModel, margin: float) -> ReformulationModel:
        """The model with its dials stricter by a margin."""
        if not margin:
            return model
        composition = self.dough.composition
        # What the original misses already has no room to give.
        rows = tuple(row.inside(margin / 4, composition) if row.at(composition) > 1e-6 else row for row in model.crumb)
        return replace(model, crumb=rows, margin_share=margin)


def prepare(formula: FormulaInKitchen, request: ReformulationRequest) -> Prepared:
    """The program of a request. Raises CannotUse for wishes that contradict each other or rest on what nobody said, and
    for a formula without lines."""
    check_wishes(request.wishes, may_be_none=request.fresh)
    made = formula.produced(formula.parts)
    request = replace(request, wishes=tuple(_absolute(wish, made, formula) for wish in request.wishes))
    evaluated = made.evaluated
    dough = formula.judged(evaluated)
    if evaluated.batch.mass_g <= 0:
        raise CannotUse("There is nothing to change yet; add lines first.")
    pantry = Pantry(formula.cupboard, formula.preferences.energy, formula.learned, request.bans)
    bounds = {bound.line_id: bound for bound in request.holds}
    lines = line_variables(evaluated, dough.dough, bounds, pantry, whole_eggs=request.whole_eggs)
    usual = USUAL if request.allowed is None else request.allowed
    diets_kept = allergens_of(evaluated, formula.cupboard).diets_kept
    candidates = candidate_variables(
        usual, lines, evaluated.batch.mass_g, pantry, diets_kept if request.allowed is None else ()
    )
    candidates, left_out = _without_cautions(candidates, evaluated, dough, formula, request)
    candidates, remarks = known(candidates, request, formula)
    remarks += left_out
    remarks += lines_without(lines, request, formula, evaluated.batch.mass_g)
    if evaluated.unread:
        count = len(evaluated.unread)
        remarks.append(f"Without {'1 line' if count == 1 else f'{count} lines'} that could not be read.")
    check = crumb_check(dough, formula.learned)
    dials = check.dials
    kept = Limit.CHARACTER not in request.lifted
    wished = {wish.name: wish.way for wish in request.wishes if wish.way is not None}
    spans = {each.axis.axis: each for each in spans_of(dough.composition, dough.family, wished, kept=kept)}
    if not wished.keys() <= spans.keys():
        raise CannotUse("Nobody can say where this dough stands between the two words, so it cannot be wished for.")
    limits = DessertLimits(
        dough=dough,
        lifted=request.lifted,
        fresh=request.fresh,
        spans=tuple(each for axis, each in spans.items() if axis not in wished),
        spared=frozenset(
            line.line_id for line in lines if line.line_id and (not line.may_stay or _is_told(bounds.get(line.line_id)))
        ),
    )
    most_dough_g = math.inf if request.mass_share is None else evaluated.batch.mass_g * (1 + request.mass_share)
    variables = (*lines, *_within_practice(candidates, limits, most_dough_g))
    model = ReformulationModel(
        variables=variables,
        crumb=crumb_constraints(dough.composition, dough.family, dials, formula.learned, fresh=request.fresh),
        dessert=tuple(limits.rows(variables)),
        edges=tuple(edge_costs(dough, dials, formula.learned, variables, fresh=request.fresh)),
        piece=_piece(made, formula),
        prices=formula.prices,
        definition=formula.definition,
        mass_share=request.mass_share,
        tolerance_count=None if request.beyond_tolerance else _borne(made, formula),
    )
    prepared = Prepared(
        formula=formula,
        request=request,
        made=made,
        model=model,
        dough=dough,
        dials=dials,
        character=check.character,
        hazards=find_hazards(evaluated, made.piece, dough.family, formula.method, formula.cupboard),
        missed_by={},
        remarks=tuple(remarks),
        limits=limits,
        spans=spans,
    )
    may_stay = all(line.may_stay for line in lines) and not request.fresh
    missed_by = {wish: prepared.misses(wish, made, dough) if may_stay else math.inf for wish in request.wishes}
    return replace(prepared, missed_by=missed_by)


def _is_told(bound: LineBounds | None) -> bool:
    """Whether somebody said that there may be less of a line, or none."""
    return bound is not None and not bound.locked and (bound.may_go or bound.low_g is not None)


def _within_practice(
    candidates: Iterable[AmountVariable], limits: DessertLimits, most_dough_g: float
) -> Iterable[AmountVariable]:
    """The candidates with no more of each than practice lets in; one that may hardly come in at all stays out. A closer
    bound makes a program quicker."""
    for candidate in candidates:
        share = limits.most_of(candidate.item)
        most_g = share * most_dough_g if share else 0.0
        if most_g >= candidate.low_g:
            yield replace(candidate, high_g=min(candidate.high_g, most_g))


def _absolute(wish: Wish, made: Production, formula: FormulaInKitchen) -> Wish:
    """A wish for a share of what there is, as one for so many grams."""
    if wish.name != SUGAR_KEPT:
        return wish
    grams = wish.value / 100 * added_sugar_g(made, formula.cupboard)
    return replace(wish, name=ADDED_SUGAR, value=grams, spoken=wish.words())


def _without_cautions(
    candidates: tuple[AmountVariable, ...],
    evaluated: FormulaFigures,
    dough: JudgedDough,
    formula: FormulaInKitchen,
    request: ReformulationRequest,
) -> tuple[tuple[AmountVariable, ...], list[str]]:
    """The candidates that bring no caution which was not there, unless that limit is lifted; and what was left out of
    those that somebody asked for."""
    if Limit.CAUTIONS in request.lifted:
        return candidates, []
    lines = hazard_lines(evaluated, dough.family, formula.method, formula.cupboard)
    kept, said = [], []
    for candidate in candidates:
        brought = cautions_brought_by(candidate.item, lines, dough.family)
        if not brought:
            kept.append(candidate)
        elif request.allowed is not None:
            said.append(f"{candidate.name} is left out: {brought[0].sentence} It may come in where new cautions may.")
    return tuple(kept), said


def _borne(made: Production, formula: FormulaInKitchen) -> float:
    """How many tolerances a piece may be: one, or what it is already."""
    now = tolerances_in(made.evaluated, formula.cupboard) * made.portions.share * made.bake_yield.kept_share
    return max(1.0, now)


_COUNTED: Final = ("count", "cuts")


def _piece(made: Production, formula: FormulaInKitchen) -> PieceBasis:
    batch = made.evaluated.batch.mass_g
    kept = made.bake_yield.kept_share
    counted = formula.making.portioning.by in _COUNTED
    baked = made.bake_yield.batch.mass_g / batch
    # A piece is the share of what is there in the end; by weight, of the dough it was parted from.
    return PieceBasis(batch, made.portions.share, made.portions.share * batch, counted, baked, kept)
