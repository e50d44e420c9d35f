"""Which lines are there to sweeten, beside those that are sugar: a claim of no added sugars fails with them."""

from typing import Final

from ample_crumb.core.food.cupboard import Cupboard
from ample_crumb.core.formula.evaluation import FormulaFigures

_SWEETENERS: Final = frozenset({"sugar", "sweetener"})
"""Roles of foods that sweeten a dough, whether they count as sugar or not."""

_ALWAYS: Final = frozenset(
    {
        "dates", "dates_medjool", "date_syrup", "raisins", "golden_raisins", "prunes", "prune_puree", "dried_figs",
        "dried_apricots", "dried_apple", "banana_powder", "orange_juice",
    }
)  # fmt: skip
"""Dried fruit, juice and their pastes, which have more sugars than the fruit had. Sources: Regulation (EC) 1924/2006
Annex, "any other food used for its sweetening properties"; 21 CFR 101.60(c)(2)(ii), an ingredient that substitutes for
added sugars, such as jam, juice concentrate or dried fruit; both from memory of them."""

_ALONE: Final = frozenset(
    {"banana", "banana_green", "banana_overripe", "apple_sauce", "fruit_puree", "apple", "pear", "mango"}
)
"""Fruit that sweetens where nothing else does; common practice."""


def sweetening_lines(evaluated: FormulaFigures, cupboard: Cupboard) -> tuple[str, ...]:
    """The texts of the lines that sweeten without being sugar, in their order."""
    weighed = [(line.text, weighed.ingredient.slug) for line, weighed in evaluated.weighed_lines()]
    alone = not any(cupboard.ingredients[slug].role in _SWEETENERS for _, slug in weighed)
    wanted = _ALWAYS | _ALONE if alone else _ALWAYS
    return tuple(text for text, slug in weighed if slug in wanted)
