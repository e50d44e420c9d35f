"""What stands on a label besides figures: the ingredients by weight, with what allergens each has."""

from dataclasses import dataclass

from ample_crumb.core.food.cupboard import Cupboard
from ample_crumb.core.formula.evaluation import FormulaFigures


@dataclass(frozen=True, slots=True)
class LabelIngredient:
    """An ingredient by its name with the allergens that it contains, and its `share` of the dough, 0 to 1."""

    name: str
    allergens: tuple[str, ...]
    share: float


def label_ingredients(evaluated: FormulaFigures, cupboard: Cupboard) -> tuple[LabelIngredient, ...]:
    """The foods of a formula, each once, the heaviest as it went in first (Regulation (EU) 1169/2011, Article 18)."""
    grams: dict[str, float] = {}
    for _, weighed in evaluated.weighed_lines():
        slug = weighed.ingredient.slug
        grams[slug] = grams.get(slug, 0.0) + weighed.mass_g
    whole = evaluated.batch.mass_g or 1.0
    ranked = sorted(grams.items(), key=lambda each: -each[1])
    return tuple(
        LabelIngredient(cupboard.ingredients[slug].name, cupboard.ingredients[slug].allergens or (), mass_g / whole)
        for slug, mass_g in ranked
        if mass_g > 0
    )
