"""A formula and what is asked of it, made ready to be solved."""

import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace
from typing import Final

from ample_crumb.core.crumb.check import JudgedDough, crumb_check, judge_dough
from ample_crumb.core.crumb.dials.dial import Dial
from ample_crumb.core.crumb.hazard import Hazard
from ample_crumb.core.crumb.hazards import find_hazards
from ample_crumb.core.crumb.tolerance import tolerances_in
from ample_crumb.core.formula.allergens import allergens_of
from ample_crumb.core.formula.formula import Part
from ample_crumb.core.problem import CannotUse
from ample_crumb.core.production.production import Production, produce
from ample_crumb.core.reformulate.constraints import (
    PieceBasis,
    ReformulationModel,
    claim_constraints,
    wish_constraint,
)
from ample_crumb.core.reformulate.crumb_constraints import crumb_constraints
from ample_crumb.core.reformulate.known_figures import known, lines_without
from ample_crumb.core.reformulate.milp import LinearConstraint
from ample_crumb.core.reformulate.request import FormulaToReformulate, ReformulationRequest
from ample_crumb.core.reformulate.variables import USUAL, Pantry, candidate_variables, line_variables
from ample_crumb.core.reformulate.verification import misses_by
from ample_crumb.core.reformulate.wishes import Wish, checked

MARGINS: Final = (0.0, 0.004, 0.012, 0.03)
"""Rooms for rounding that are tried one after the other, as shares."""


@dataclass(frozen=True, slots=True)
class Prepared:
    """A request with all that its program is made of, and how the formula stands: its dough, dials and hazards, and by
    how much an answer may miss each wish at most: as it does, or any where what is banned or bounded forbids it to stay
    as it is."""

    formula: FormulaToReformulate
    request: ReformulationRequest
    made: Production
    model: ReformulationModel
    dough: JudgedDough
    dials: tuple[Dial, ...]
    hazards: tuple[Hazard, ...]
    missed_by: Mapping[Wish, float]
    remarks: tuple[str, ...]

    def wish_rows(
        self, wishes: Sequence[Wish], margin: float = 0.0, tightened: Mapping[Wish, float] | None = None
    ) -> list[LinearConstraint]:
        """The rows of these wishes with room for rounding, each tightened by so much."""
        by = tightened or {}
        return [row for wish in wishes for row in self.rows_of(wish, margin, by.get(wish, 0.0))]

    def rows_of(self, wish: Wish, margin: float, tightened: float = 0.0) -> list[LinearConstraint]:
        """The rows of one wish."""
        if wish.needs:
            return claim_constraints(wish, self.model, margin)
        way = 1 if wish.at_least else -1
        value = max(0.0, wish.value * (1 + way * margin) + way * tightened)
        return [wish_constraint(replace(wish, value=value), self.model)]

    def with_room(self, model: ReformulationModel, margin: float) -> ReformulationModel:
        """The model with its dials stricter by a margin."""
        if not margin:
            return model
        composition = self.dough.composition
        # What the original misses already has no room to give.
        rows = tuple(row.inside(margin / 4, composition) if row.at(composition) > 1e-6 else row for row in model.crumb)
        return replace(model, crumb=rows)


def prepare(formula: FormulaToReformulate, request: ReformulationRequest) -> Prepared:
    """The program of a request. Raises CannotUse for wishes that contradict each other or rest on what nobody said, and
    for a formula without lines."""
    checked(request.wishes)
    made = produced(formula, formula.parts)
    evaluated = made.evaluated
    dough = judge_dough(evaluated, formula.family, formula.cupboard, formula.title, formula.method, formula.learned)
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
    candidates, remarks = known(candidates, request, formula)
    remarks += lines_without(lines, request, formula, evaluated.batch.mass_g)
    if evaluated.unread:
        count = len(evaluated.unread)
        remarks.append(f"Without {'1 line' if count == 1 else f'{count} lines'} that could not be read.")
    dials = crumb_check(dough, formula.learned).dials
    variables = (*lines, *candidates)
    model = ReformulationModel(
        variables=variables,
        crumb=crumb_constraints(dough.composition, dough.family, dials, formula.learned),
        piece=_piece(made, formula),
        prices=formula.prices,
        definition=formula.definition,
        mass_share=request.mass_share,
        tolerance_count=None if request.beyond_tolerance else _borne(made, formula),
    )
    return Prepared(
        formula=formula,
        request=request,
        made=made,
        model=model,
        dough=dough,
        dials=dials,
        hazards=find_hazards(evaluated, made.piece, dough.family, formula.method, formula.cupboard),
        missed_by={
            wish: misses_by(wish, made, formula) if all(each.may_stay for each in lines) else math.inf
            for wish in request.wishes
        },
        remarks=tuple(remarks),
    )


def produced(formula: FormulaToReformulate, parts: tuple[Part, ...]) -> Production:
    """The formula made of these parts."""
    return produce(parts, formula.making, formula.family, formula.tins, formula.cupboard, formula.preferences)


def _borne(made: Production, formula: FormulaToReformulate) -> float:
    """How many tolerances a piece may be: one, or what it is already."""
    now = tolerances_in(made.evaluated, formula.cupboard) * made.portions.share * made.bake_yield.kept_share
    return max(1.0, now)


_COUNTED: Final = ("count", "cuts")


def _piece(made: Production, formula: FormulaToReformulate) -> PieceBasis:
    batch = made.evaluated.batch.mass_g
    kept = made.bake_yield.kept_share
    counted = formula.making.portioning.by in _COUNTED
    baked = made.bake_yield.batch.mass_g / batch
    # A piece is the share of what is there in the end; by weight, of the dough it was parted from.
    return PieceBasis(batch, made.portions.share, made.portions.share * batch, counted, baked, kept)
