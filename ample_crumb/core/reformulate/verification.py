"""Whether a piece is what it was wished to be: its figures, their doubt, and what nobody said."""

from typing import Final

from ample_crumb.core.food.claims.claim import ClaimCondition
from ample_crumb.core.food.nutrients import Portion
from ample_crumb.core.formula.cost import FREE, cost_of
from ample_crumb.core.problem import CannotUse
from ample_crumb.core.production.production import Production
from ample_crumb.core.reformulate.request import FormulaToReformulate, ReformulationRequest
from ample_crumb.core.reformulate.variables import AmountVariable
from ample_crumb.core.reformulate.wishes import MASS, PRICE, PROTEIN_KCAL, PROTEIN_SHARE, Wish, figure_of


def figure_of_piece(wish: Wish, made: Production, formula: FormulaToReformulate) -> float | None:
    """What a piece has of what is wished for; None where it is not known."""
    piece = made.piece
    nutrients = piece.nutrients
    if wish.name == MASS:
        return piece.mass_g
    if wish.name == PROTEIN_SHARE:
        energy = nutrients.energy_kcal
        return None if not energy or nutrients.protein_g is None else 100 * PROTEIN_KCAL * nutrients.protein_g / energy
    if wish.name == PRICE:
        cost = cost_of(made.evaluated, formula.prices)
        # What was not read has no price either, and is said in a remark.
        amount = None if cost is None or cost.unpriced else cost.piece_cost
    else:
        amount = figure_of(wish, formula.definition)(nutrients)
    if amount is None or not wish.per_100g or not piece.mass_g:
        return amount
    return 100 * amount / piece.mass_g


def sd_of(wish: Wish, piece: Portion) -> float:
    """The doubt in what is wished for; that of a price or a share of energy is not known and counts for nothing."""
    if wish.name in (PRICE, PROTEIN_SHARE):
        return 0.0
    if wish.name == MASS:
        return piece.sd.mass_g
    sd: float = getattr(piece.sd.nutrients, wish.name) or 0.0
    return 100 * sd / piece.figures.mass_g if wish.per_100g and piece.figures.mass_g else sd


def condition_margin(need: ClaimCondition, made: Production) -> float:
    """By how much a batch meets a need of a claim; negative where it does not."""
    batch = made.bake_yield.batch
    sums = (factor * (getattr(batch.nutrients, name) or 0.0) for name, factor in need.factors)
    return need.per_g * batch.mass_g + sum(sums)


def known(
    candidates: tuple[AmountVariable, ...], request: ReformulationRequest, formula: FormulaToReformulate
) -> tuple[tuple[AmountVariable, ...], list[str]]:
    """The candidates that have every figure which is wished for; those without are left out, and that is said."""
    kept, remarks = [], []
    for variable in candidates:
        lacking = _lacking(variable, request, formula)
        unknown = {name for name, _, _ in variable.gram.unknown}
        if lacking:
            remarks.append(f"{variable.name} is left out: it has no figure of {lacking}.")
        elif unknown & {"water_g", "water_holding_g", "sweetness_g"}:
            remarks.append(f"{variable.name} is left out: nobody can say what it does in a dough.")
        else:
            kept.append(variable)
    return tuple(kept), remarks


_TRACE: Final = 0.02
"""Of a line that is less than this share of the dough, zest or vanilla, an unknown figure is counted as none and
said."""


def all_said(
    lines: tuple[AmountVariable, ...], request: ReformulationRequest, formula: FormulaToReformulate, dough_g: float
) -> list[str]:
    """Remarks on traces without a figure that is wished for. Raises CannotUse for more than a trace."""
    remarks = []
    for variable in lines:
        lacking = _lacking(variable, request, formula)
        if not lacking or variable.high_g <= 0:
            continue
        if variable.was_g >= _TRACE * dough_g or lacking == "its price":
            raise CannotUse(
                f"This cannot be promised: {variable.name} has no figure of {lacking}. Give it one, or let it go."
            )
        remarks.append(f"{variable.name} has no figure of {lacking}; the little there is of it counts as none.")
    return remarks


def _lacking(variable: AmountVariable, request: ReformulationRequest, formula: FormulaToReformulate) -> str:
    """The first figure that is wished for and not known of a food; empty where all are."""
    for wish in request.wishes:
        if wish.name == MASS:
            continue
        if wish.name == PRICE:
            if variable.item.slug not in formula.prices and variable.item.slug not in FREE:
                return "its price"
        elif wish.needs:
            for need in wish.needs:
                for name, _ in need.factors:
                    if getattr(variable.per_g, name) is None:
                        return name.rpartition("_")[0]
        elif figure_of(wish, formula.definition)(variable.per_g) is None:
            return wish.name.rpartition("_")[0] or wish.name
    return ""
