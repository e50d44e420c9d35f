"""Whether a piece is what it was wished to be: its figures, their doubt, and by how much it misses."""

from typing import Final

from ample_crumb.core.food.claims.claim import ClaimCondition
from ample_crumb.core.food.cupboard import Cupboard
from ample_crumb.core.food.nutrients import Portion
from ample_crumb.core.formula.cost import cost_of
from ample_crumb.core.production.production import Production
from ample_crumb.core.reformulate.wishes import ADDED_SUGAR, MASS, PRICE, PROTEIN_KCAL, PROTEIN_SHARE, Wish, figure_of
from ample_crumb.core.swap.formula_in_kitchen import FormulaInKitchen

SURE: Final = 1.645
"""Standard deviations under which 95 of 100 lie, for a normal spread."""

_NEAR: Final = 1e-6
"""To six digits, which no label and no scale tells apart."""


def figure_of_piece(wish: Wish, made: Production, formula: FormulaInKitchen) -> float | None:
    """What a piece has of what is wished for; None where it is not known."""
    piece = made.piece
    nutrients = piece.nutrients
    if wish.name == MASS:
        return piece.mass_g
    if wish.name == PROTEIN_SHARE:
        energy = nutrients.energy_kcal
        return None if not energy or nutrients.protein_g is None else 100 * PROTEIN_KCAL * nutrients.protein_g / energy
    if wish.name == ADDED_SUGAR:
        amount: float | None = added_sugar_g(made, formula.cupboard)
    elif wish.name == PRICE:
        cost = cost_of(made.evaluated, formula.prices)
        # What was not read has no price either, and is said in a remark.
        amount = None if cost is None or cost.unpriced else cost.piece_cost
    else:
        amount = figure_of(wish, formula.definition)(nutrients)
    if amount is None or not wish.per_100g or not piece.mass_g:
        return amount
    return 100 * amount / piece.mass_g


def added_sugar_g(made: Production, cupboard: Cupboard) -> float:
    """The sugars of a piece that came as sugar, honey or syrup."""
    batch = sum(
        weighed.figures.nutrients.sugars_g or 0.0
        for _, weighed in made.evaluated.weighed_lines()
        if cupboard.ingredients[weighed.ingredient.slug].role == "sugar"
    )
    return batch * made.portions.share * made.bake_yield.kept_share


def sd_of(wish: Wish, piece: Portion) -> float:
    """The doubt in what is wished for; that of a price or a share of energy is not known and counts for nothing."""
    if wish.name in (PRICE, PROTEIN_SHARE, ADDED_SUGAR):
        return 0.0
    if wish.name == MASS:
        return piece.sd.mass_g
    sd: float = getattr(piece.sd.nutrients, wish.name) or 0.0
    return 100 * sd / piece.figures.mass_g if wish.per_100g and piece.figures.mass_g else sd


def condition_margin(need: ClaimCondition, made: Production) -> float:
    """Returns by how much a batch meets a need of a claim; negative where it does not."""
    batch = made.bake_yield.batch
    sums = (factor * (getattr(batch.nutrients, name) or 0.0) for name, factor in need.factors)
    return need.per_g * batch.mass_g + sum(sums)


def misses_by(wish: Wish, made: Production, formula: FormulaInKitchen) -> float:
    """Returns by how much a piece misses a wish, in its unit; 0 where it holds it, and infinite where that is not
    known."""
    if wish.needs:
        batch_g = made.bake_yield.batch.mass_g or 1.0
        return max(0.0, *(-condition_margin(need, made) / batch_g for need in wish.needs))
    figure = figure_of_piece(wish, made, formula)
    if figure is None:
        return float("inf")
    return max(0.0, wish.value - figure if wish.at_least else figure - wish.value)


def least_shown(wish: Wish) -> float:
    """What nobody sees a figure change by: half of the last digit that it is shown with."""
    if wish.way is not None:
        return 0.01
    return 0.0 if wish.needs else 0.5 if wish.name in ("energy_kcal", PROTEIN_SHARE) else 0.05


def is_met(wish: Wish, piece: Portion, made: Production, formula: FormulaInKitchen, *, sure: bool) -> bool:
    """Whether a piece holds a wish: on average, or `sure`ly, 95 times in 100."""
    if wish.needs or not sure:
        return misses_by(wish, made, formula) <= _NEAR * max(1.0, wish.value)
    figure = figure_of_piece(wish, made, formula)
    if figure is None:
        return False
    doubt, near = SURE * sd_of(wish, piece), _NEAR * max(1.0, wish.value)
    return figure - doubt >= wish.value - near if wish.at_least else figure + doubt <= wish.value + near
