"""Amounts of an answer written as a kitchen measures them."""

import unittest

from ample_crumb.core.crumb.composition import Composition
from ample_crumb.core.formula.reading import ReadingPreferences
from ample_crumb.core.production.portions import Portioning
from ample_crumb.core.production.production import ProductionInputs
from ample_crumb.core.reformulate.kitchen_rounding import rewritten
from ample_crumb.core.reformulate.variables import AmountVariable
from ample_crumb.core.swap.formula_in_kitchen import FormulaInKitchen
from tests.core.given import CUPBOARD, evaluated, parts


def written(text: str, factor: float) -> str:
    """The line in so many times its grams, as an answer writes it."""
    figures = evaluated(text)
    (line,) = figures.lines()
    assert line.ingredient is not None
    assert line.weighed is not None
    item, was_g = CUPBOARD.ingredients[line.ingredient.slug], line.weighed.mass_g
    per_g = item.per_100g.times(0.01)
    variable = AmountVariable(line.id, item.name, item, was_g, 0, 999, False, 0, Composition(), per_g, 1)
    making = ProductionInputs(Portioning(count=1))
    formula = FormulaInKitchen(parts(text), "", making, (), CUPBOARD, ReadingPreferences())
    (part,), _ = rewritten(formula, figures, {variable: was_g * factor}, 0)
    return part.lines[0].text


class Spoons(unittest.TestCase):
    def test_little_is_measured_by_the_spoon_on_and_much_is_weighed(self) -> None:
        # By hand: a teaspoon of baking powder is about 4 g, half as much is half a teaspoon, as every spoon set has it.
        self.assertEqual(written("1 tsp baking powder", 0.5), "1/2 tsp baking powder")
        # Half a cup of sugar is about 100 g: that is put on a scale.
        self.assertRegex(written("1/2 cup sugar", 0.9), r"^9\d g sugar$")
