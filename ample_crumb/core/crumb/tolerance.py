"""What a stomach bears of sugar alcohols and of what else sweetens in bulk, counted in tolerances: 1 is about what an
adult bears. Each figure has its source in the table of sweeteners."""

from typing import Final

from ample_crumb.core.crumb.functional_properties import generic_of
from ample_crumb.core.food.cupboard import Cupboard
from ample_crumb.core.food.ingredient import Ingredient
from ample_crumb.core.food.sweeteners import Sweetener, sweeteners
from ample_crumb.core.formula.evaluation import FormulaFigures

_USUAL_POLYOL: Final = "maltitol"
"""Sugar alcohols of a label that does not say which are taken for what is mostly sold."""


def borne(item: Ingredient) -> Sweetener | None:
    """The sweetener whose tolerance counts for a food; None where it holds nothing of the kind."""
    known = sweeteners().get(generic_of(item))
    if known is not None and known.tolerance_g and known.bulk_ratio:
        return known
    other = (item.per_100g.polyols_g or 0.0) - (item.per_100g.erythritol_g or 0.0)
    if other > 0:
        named = sweeteners().get(item.polyol_kind)
        return named if named is not None and named.tolerance_g else sweeteners()[_USUAL_POLYOL]
    return sweeteners()["erythritol"] if item.per_100g.erythritol_g else None


def tolerances_per_g(item: Ingredient) -> float:
    """How many tolerances a g of a food is; 0 where it holds nothing of the kind."""
    known = borne(item)
    if known is None or not known.tolerance_g:
        return 0.0
    if known.slug == generic_of(item):
        return 1 / known.tolerance_g
    return (item.per_100g.polyols_g or 0.0) / 100 / known.tolerance_g


def tolerances_in(evaluated: FormulaFigures, cupboard: Cupboard) -> float:
    """How many tolerances a whole batch is."""
    return sum(
        tolerances_per_g(cupboard.ingredients[weighed.ingredient.slug]) * weighed.mass_g
        for _, weighed in evaluated.weighed_lines()
    )
