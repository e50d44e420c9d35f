"""core/swap/suggestions: what is offered, for what and for whom."""

import unittest

from ample_crumb.core.food.energy import EnergySystem
from ample_crumb.core.formula.eater_alerts import DietaryProfile
from ample_crumb.core.swap.apply import SwapUse, apply_swaps
from ample_crumb.core.swap.suggestions import Aim, SwapSuggestion, suggest_swaps
from tests.core.given import CUPBOARD, evaluated_parts, parts


def offers(*lines: str, dietary_profiles: tuple[DietaryProfile, ...] = ()) -> dict[str, SwapSuggestion]:
    found = suggest_swaps(evaluated_parts(*parts(*lines)), CUPBOARD, EnergySystem.STATED, dietary_profiles)
    return {offer.swap.slug: offer for offer in found}


class Offers(unittest.TestCase):
    def test_aims_are_worked_out_not_typed(self) -> None:
        found = offers("200 g butter", "2 eggs", "100 g peanut butter", "200 g flour")
        self.assertIn(Aim.VEGAN, found["egg-flax-egg"].aims)
        self.assertNotIn(Aim.VEGAN, found["egg-egg-white"].aims)
        self.assertIn(Aim.NO_NUTS, found["nut-butter-sunflower-butter"].aims)
        self.assertNotIn(Aim.NO_NUTS, found["nut-butter-peanut-powder"].aims)
        self.assertIn(Aim.NO_GLUTEN, found["flour-almond-flour"].aims)
        self.assertNotIn(
            Aim.NO_DAIRY, found["fat-greek-yogurt-0"].aims, "only some of the butter goes, and yogurt comes"
        )
        self.assertIn(Aim.FEWER_CALORIES, found["fat-greek-yogurt-0"].aims)

    def test_why_not_for_whom(self) -> None:
        found = offers(
            "200 g flour",
            "100 g sugar",
            dietary_profiles=(DietaryProfile("Cox", ("tree nuts",)), DietaryProfile("Bow", ("vegan",))),
        )
        self.assertTrue(found["flour-almond-flour"].not_for[0].startswith("Cox must not get tree nuts"))
        self.assertEqual(found["sugar-honey"].not_for, ("Bow: honey is not vegan.",))
        self.assertEqual(found["flour-oat-flour"].not_for, ())

    def test_an_offer_says_what_the_swap_then_does(self) -> None:
        of = parts("200 g butter", "200 g sugar", "200 g flour")
        for slug, offer in offers("200 g butter", "200 g sugar", "200 g flour").items():
            if offer.swap.companions:
                continue
            made = evaluated_parts(
                *apply_swaps(of, evaluated_parts(*of), [SwapUse(slug, offer.line_id, offer.most_share)], CUPBOARD).parts
            )
            was, now = evaluated_parts(*of).piece.nutrients, made.piece.nutrients
            with self.subTest(slug):
                self.assertAlmostEqual((now.energy_kcal or 0) - (was.energy_kcal or 0), offer.energy_kcal, delta=0.6)
                self.assertAlmostEqual((now.protein_g or 0) - (was.protein_g or 0), offer.protein_g, delta=0.1)
