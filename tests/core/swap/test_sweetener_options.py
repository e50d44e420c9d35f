"""core/swap/sweetener_options: as sweet as before, whatever sweetens."""

import unittest

from ample_crumb.core.crumb.functional_properties import functional_properties
from ample_crumb.core.food.energy import EnergySystem
from ample_crumb.core.food.sweeteners import sweeteners
from ample_crumb.core.problem import CannotUse
from ample_crumb.core.swap.sweetener_options import Blend, BlendShare, sweeten_with, sweetener_options, sweetening_of
from tests.core.given import CUPBOARD, evaluated_parts, parts


class Sweeteners(unittest.TestCase):
    def test_each_option_is_as_sweet_and_what_it_makes_is_so_too(self) -> None:
        of = parts("200 g sugar", "50 g honey", "300 g flour")
        now = sweetening_of(evaluated_parts(*of), CUPBOARD, EnergySystem.STATED)
        self.assertAlmostEqual(now.sugar_g, 250)
        blend = Blend((BlendShare("erythritol", 3), BlendShare("stevia_extract", 1)))
        options = sweetener_options(evaluated_parts(*of), [blend], CUPBOARD, EnergySystem.STATED, {"xylitol": 0.01}, 10)
        for option in options:
            sweet = sum(
                sweeteners()[each.slug].sweetness_ratio * 250 * each.share / sweeteners()[each.slug].sweetness_ratio
                for each in option.shares
            )
            self.assertAlmostEqual(sweet, 250)
            made = sweeten_with(of, evaluated_parts(*of), Blend(option.shares), CUPBOARD, fill=False)
            again = sweetening_of(evaluated_parts(*made), CUPBOARD, EnergySystem.STATED)
            # Kitchen grams: an extract to hundredths, of which one is as sweet as some 2 g of sugar.
            self.assertAlmostEqual(again.sugar_g, 250, delta=5)
        xylitol = next(option for option in options if option.name == "xylitol")
        self.assertAlmostEqual(xylitol.cost or 0, 0.01 * 250 / 10)
        self.assertEqual([load.piece_g for load in xylitol.loads], [25])

    def test_lost_bulk_is_filled_when_asked(self) -> None:
        of = parts("200 g sugar", "300 g flour")
        stevia = Blend((BlendShare("stevia_extract", 1),))
        (filled,) = sweeten_with(of, evaluated_parts(*of), stevia, CUPBOARD, fill=True)
        self.assertEqual(
            [line.text for line in filled.lines], ["0.8 g stevia extract, pure", "100 g inulin", "300 g flour"]
        )
        with self.assertRaisesRegex(CannotUse, "Nothing sweetens"):
            sweeten_with(parts("300 g flour"), evaluated_parts(*parts("300 g flour")), stevia, CUPBOARD, fill=False)
        self.assertIsNotNone(functional_properties(CUPBOARD.ingredients["inulin"]).sweetness_ratio)
