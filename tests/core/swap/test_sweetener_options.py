"""core/swap/sweetener_options: as sweet as before, whatever sweetens."""

import unittest

from ample_crumb.core.crumb.functional_properties import functional_properties
from ample_crumb.core.food.energy import EnergySystem
from ample_crumb.core.food.sweeteners import sweeteners
from ample_crumb.core.problem import CannotUse
from ample_crumb.core.swap.sweetener_options import (
    Blend,
    BlendShare,
    Form,
    SweetenerAsk,
    form_of,
    sweeten_with,
    sweetener_options,
    sweetening_of,
)
from tests.core.given import CUPBOARD, evaluated_parts, parts


class Sweeteners(unittest.TestCase):
    def test_each_option_is_as_sweet_and_what_it_makes_is_so_too(self) -> None:
        of = parts("200 g sugar", "50 g honey", "300 g flour")
        now = sweetening_of(evaluated_parts(*of), CUPBOARD, EnergySystem.STATED)
        self.assertAlmostEqual(now.sugar_g, 250)
        blend = Blend((BlendShare("erythritol", 3), BlendShare("stevia_extract", 1)))
        ask = SweetenerAsk(10, {"xylitol": 0.01})
        options = sweetener_options(evaluated_parts(*of), [blend], CUPBOARD, EnergySystem.STATED, ask)
        for option in options:
            sweet = sum(
                sweeteners()[share.slug].sweetness_ratio * 250 * share.share / sweeteners()[share.slug].sweetness_ratio
                for share in option.shares
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

    def test_a_share_of_the_sugar_is_kept_and_the_rest_is_as_sweet(self) -> None:
        of = parts("200 g sugar", "50 g honey", "300 g flour")
        for kept in (0.0, 0.3, 0.7):
            (made,) = sweeten_with(
                of, evaluated_parts(*of), Blend((BlendShare("xylitol", 1),)), CUPBOARD, fill=False, kept_share=kept
            )
            foods = {line.text.split(" g ")[1]: float(line.text.split(" g ")[0]) for line in made.lines}
            self.assertAlmostEqual(foods.get("sugar", 0), 200 * kept, delta=0.5)
            self.assertAlmostEqual(foods.get("honey", 0), 50 * kept, delta=0.5)
            self.assertAlmostEqual(foods["xylitol"], 250 * (1 - kept), delta=0.5)
        with self.assertRaisesRegex(CannotUse, "from none to nearly all"):
            sweeten_with(
                of, evaluated_parts(*of), Blend((BlendShare("xylitol", 1),)), CUPBOARD, fill=False, kept_share=1
            )

    def test_forms_and_what_they_ask_for(self) -> None:
        for slug, form in (
            ("erythritol", Form.GRANULAR), ("erythritol_powdered", Form.POWDERED), ("honey", Form.LIQUID),
            ("packets_sucralose", Form.PACKETS), ("tablets_stevia", Form.TABLETS), ("stevia_extract", Form.EXTRACT),
            ("sucralose_granular", Form.GRANULAR), ("stevia_drops", Form.LIQUID),
        ):  # fmt: skip
            self.assertIs(form_of(slug), form, slug)
        of = evaluated_parts(*parts("60 g honey", "120 g rolled oats", "100 g peanut butter"))

        def asks(dissolves_g: float) -> dict[str, str]:
            ask = SweetenerAsk(10, {}, dissolves_g=dissolves_g)
            return {each.name: each.asks for each in sweetener_options(of, [], CUPBOARD, EnergySystem.STATED, ask)}

        self.assertIn("Grind it to powder", asks(10.0)["erythritol"])
        self.assertEqual(asks(500.0)["erythritol"], "")
        self.assertEqual(asks(10.0)["erythritol, powdered"], "")

    def test_mint_hides_what_cools(self) -> None:
        def cooling(*lines: str) -> str:
            found = sweetener_options(
                evaluated_parts(*parts(*lines)), [], CUPBOARD, EnergySystem.STATED, SweetenerAsk(10, {})
            )
            return next(each.cooling for each in found if each.name == "erythritol")

        self.assertEqual(cooling("100 g sugar", "200 g flour"), "clearly")
        self.assertEqual(
            cooling("100 g sugar", "200 g flour", "2 g peppermint extract"), "clearly, which the mint hides"
        )
