"""core/quantity/weighing: from amounts to grams with an ingredient's own measures."""

import unittest

from hypothesis import given
from hypothesis import strategies as st

from ample_crumb.core.food.cupboard import reference_cupboard
from ample_crumb.core.formula.formula import Line
from ample_crumb.core.formula.reading import ReadingPreferences, read_against
from ample_crumb.core.quantity.units import MeasureSystem
from ample_crumb.core.quantity.weighing import WeightBasis
from tests.core.given import read


def grams(text: str, system: MeasureSystem = MeasureSystem.US) -> float:
    line = read(text, system).weighed
    assert line is not None, read(text, system).problem
    return round(line.mass_g, 1)


class Weighing(unittest.TestCase):
    def test_how_it_was_filled(self) -> None:
        self.assertEqual(grams("1 cup sifted wheat flour"), 113.4)
        # Sifted once it was measured.
        self.assertEqual(grams("1 cup wheat flour, sifted"), 120.5)
        self.assertEqual(grams("1 cup wheat flour"), 120.5)
        self.assertEqual(grams("1 cup wheat flour, scooped"), 141.7)
        self.assertEqual(grams("1 cup packed brown sugar"), 217)
        self.assertEqual(grams("2 tbsp ground flax"), 14)

    def test_whose_cups(self) -> None:
        self.assertEqual(grams("1 cup sugar", MeasureSystem.METRIC), 211.3)
        self.assertEqual(grams("1 tbsp sugar", MeasureSystem.AUSTRALIAN), 16.9)

    def test_pieces_by_size(self) -> None:
        self.assertEqual(grams("2 eggs"), 100)
        self.assertEqual(grams("2 medium eggs"), 88)
        # Europe: M from 53 to 63 g with the shell, of which an eighth is shell.
        for text, each_g in (("2 eggs", 51), ("2 medium eggs", 51), ("2 large eggs", 60), ("2 small eggs", 43)):
            self.assertEqual(grams(text, MeasureSystem.METRIC), 2 * each_g, text)
        self.assertEqual(grams("2 extra-large eggs"), 112)
        self.assertEqual(grams("1 scoop whey"), 30)

    def test_a_bracketed_weight_wins(self) -> None:
        line = read("2 scoops (64 g) whey")
        assert line.weighed is not None
        self.assertEqual((line.weighed.mass_g, line.weighed.basis), (64, WeightBasis.WEIGHED))
        self.assertEqual(grams("2 scoops (30 g each) whey"), 60)

    def test_cans(self) -> None:
        # Of a US can USDA SR28 16358 has 253 g drained; a European one of 400 g has 240 g.
        self.assertEqual(grams("1 can chickpeas, drained"), 253)
        self.assertEqual(grams("1 can chickpeas, drained", MeasureSystem.METRIC), 240)
        self.assertEqual(grams("1 (15 oz) can chickpeas, drained"), 255.1)
        self.assertEqual(grams("1 can chickpeas (240 g drained)"), 240)
        self.assertEqual(grams("2 cans (400 g) chickpeas, drained"), 480)
        self.assertEqual(grams("400g tin of chickpeas"), 240)
        self.assertEqual(grams("1 can (300 ml) coconut milk"), 286.6)
        self.assertEqual(grams("2 sachets (14 g) gelatine"), 14)

    def test_a_range_keeps_its_ends(self) -> None:
        line = read("100-150 g skyr")
        assert line.weighed is not None
        self.assertEqual((line.weighed.low_g, line.weighed.mass_g, line.weighed.high_g), (100, 125, 150))

    def test_what_cannot_be_weighed_is_said_and_not_zero(self) -> None:
        for text, words in {
            "1 cup chicken thigh fillet": "know no ingredient",
            "1 bottle of skyr": "how much one bottle",
            "900 kg skyr": "more than a kitchen holds",
            "1 cup steak": "by volume",
            "1 egg plus 2 egg whites": "names 2 foods",
        }.items():
            with self.subTest(text):
                line = read(text)
                self.assertIsNone(line.weighed)
                self.assertIn(words, line.problem)

    def test_a_choice_wins_over_memory_and_memory_over_the_name(self) -> None:
        cupboard = reference_cupboard()
        preferences = ReadingPreferences(food_aliases={"whey": "pea_protein"})
        remembered = read_against(Line("30 g whey"), cupboard, preferences)
        chosen = read_against(Line("30 g whey", "whey_isolate"), cupboard, preferences)
        assert remembered.ingredient is not None
        assert chosen.ingredient is not None
        self.assertEqual((remembered.ingredient.slug, chosen.ingredient.slug), ("pea_protein", "whey_isolate"))

    @given(st.floats(0.5, 400), st.sampled_from(["g", "ml", "tsp", "tbsp", "cups"]))
    def test_twice_as_much_weighs_twice_as_much(self, amount: float, unit: str) -> None:
        one, two = read(f"{amount:.2f} {unit} skyr"), read(f"{2 * float(f'{amount:.2f}'):.2f} {unit} skyr")
        if one.weighed and two.weighed:
            self.assertAlmostEqual(two.weighed.mass_g, 2 * one.weighed.mass_g, places=6)
