"""The second shelf: found by search and by lines that nothing of the cupboard is near to, and in nobody's way."""

import json
import subprocess
import sys
import unittest
from dataclasses import replace
from pathlib import Path

from ample_crumb.core.crumb.functional_properties import functional_properties
from ample_crumb.core.food import reference_shelf as module
from ample_crumb.core.food.cupboard import Cupboard
from ample_crumb.core.food.reference_shelf import PREFIX, reference_shelf
from ample_crumb.core.formula.formula import Line
from ample_crumb.core.formula.reading import ReadingPreferences, ReadLine, read_against
from tests.core.given import CUPBOARD, read

GOLDEN = Path(__file__).parents[2] / "golden" / "formulas.jsonl"


def names(slugs: list[str]) -> list[str]:
    return [CUPBOARD.ingredients[slug].name for slug in slugs]


class Search(unittest.TestCase):
    def test_all_words_are_in_the_name_and_the_last_may_still_be_typed(self) -> None:
        for typed in ("salmon pink", "pink salm", "Pink  SALMONS"):
            with self.subTest(typed):
                found = names(reference_shelf().find(typed, 20))
                self.assertEqual(found[0], "Fish, salmon, pink, raw")
                self.assertTrue(all("pink" in name and "almon" in name for name in found))

    def test_those_that_begin_with_it_and_say_least_come_first(self) -> None:
        self.assertEqual(names(reference_shelf().find("catsup", 1)), ["Catsup"])
        self.assertEqual(names(reference_shelf().find("ketchup", 1)), ["Catsup"])
        self.assertTrue(names(reference_shelf().find("mang", 1))[0].startswith("Mango"))

    def test_no_more_than_asked_for_and_nothing_for_nothing(self) -> None:
        self.assertEqual(len(reference_shelf().find("beef", 7)), 7)
        for nothing in ("", "  ", "of the", "%", "qqqq", "beef qqqq", "x" * 10_000):
            self.assertEqual(reference_shelf().find(nothing, 7), [], nothing[:20])


class Lines(unittest.TestCase):
    def meant(self, text: str) -> ReadLine:
        line = read(text)
        assert line.ingredient is not None, line.problem
        self.assertTrue(line.ingredient.reference, line.ingredient.name)
        return line

    def test_what_nothing_of_the_cupboard_is_near_to_is_a_guess_that_says_so(self) -> None:
        for text, name, mass_g in (
            # Names and weights: SR28's rows 15054, 09107, 11935, 15025 and 09060.
            ("120 g monkfish", "Fish, monkfish, raw", 120),
            ("1 cup gooseberries", "Gooseberries, raw", 150),
            ("2 tbsp ketchup", "Catsup", 30),
            ("100 g eel", "Fish, eel, mixed species, raw", 100),
            ("1 cup cubed starfruit", "Carambola, (starfruit), raw", 132),
        ):
            with self.subTest(text):
                line = self.meant(text)
                assert line.ingredient is not None
                assert line.weighed is not None
                self.assertEqual((line.ingredient.name, line.sure), (name, False))
                self.assertIn("USDA SR28, NDB ", line.ingredient.source)
                self.assertAlmostEqual(line.weighed.mass_g, mass_g, delta=0.02 * mass_g)

    def test_what_is_noted_picks_among_its_states(self) -> None:
        raw, cooked = self.meant("100 g adzuki beans"), self.meant("100 g adzuki beans, cooked")
        assert raw.ingredient
        assert cooked.ingredient
        self.assertNotIn("cooked", raw.ingredient.name)
        self.assertIn("cooked", cooked.ingredient.name)

    def test_what_tells_too_little_of_a_name_means_nothing(self) -> None:
        for text in ("1 cup mocha", "3 tbsp love", "200 g bake", "1 slice pizza", "100 g cooked", "2 cups light"):
            with self.subTest(text):
                self.assertIsNone(read(text).ingredient)
        # A name that is cut in the middle of a word.
        self.assertEqual(reference_shelf().meant("packed " * 28 + "packedpacked", 3), [])

    def test_no_line_that_the_cupboard_reads_reads_otherwise_for_it(self) -> None:
        without = Cupboard(dict(CUPBOARD.ingredients), CUPBOARD.index, CUPBOARD.search)
        formulas = map(json.loads, GOLDEN.read_text("utf-8").splitlines())
        texts = {line for formula in formulas for part in formula["parts"] for line in part["lines"]} | {
            "150 g paneer",
            "1 banana",
            "a handful of pistachios",
            "2 tbsp oil",
            "100 g cheese",
            "1 cup beans",
        }
        self.assertGreater(len(texts), 300)
        for text in texts:
            bare = read_against(Line(text), without, ReadingPreferences())
            if bare.ingredient is not None:
                self.assertEqual(read_against(Line(text), CUPBOARD, ReadingPreferences()), bare, text)

    def test_a_product_of_ones_own_goes_before_it(self) -> None:
        fish = CUPBOARD.ingredients[reference_shelf().find("salmon pink", 1)[0]]
        mine = CUPBOARD.with_own([replace(fish, slug="own-monkfish", name="Harbour monkfish", reference=False)])
        line = read_against(Line("120 g harbour monkfish"), mine, ReadingPreferences())
        assert line.ingredient is not None
        self.assertEqual((line.ingredient.slug, line.sure), ("own-monkfish", True))

    def test_one_that_was_picked_stays(self) -> None:
        slug = reference_shelf().find("salmon pink", 1)[0]
        line = read("150 g salmon", chosen=slug)
        assert line.ingredient is not None
        assert line.weighed is not None
        self.assertEqual((line.ingredient.slug, line.sure), (slug, True))
        # 127 kcal and 20.5 g protein in 100 g: SR28, NDB 15083.
        self.assertAlmostEqual(line.weighed.figures.nutrients.energy_kcal or 0, 190.5)


class Shelf(unittest.TestCase):
    def test_its_foods_are_none_of_those_that_are_listed(self) -> None:
        listed = list(CUPBOARD.ingredients)
        self.assertFalse(any(slug.startswith(PREFIX) for slug in listed))
        self.assertNotIn(PREFIX + "00000", CUPBOARD.ingredients)
        self.assertIsNone(CUPBOARD.ingredients.get("no-such-food"))
        with self.assertRaises(KeyError):
            CUPBOARD.ingredients[PREFIX + "00000"]

    def test_allergens_are_those_of_its_name_and_open(self) -> None:
        fish = CUPBOARD.ingredients[reference_shelf().find("salmon pink", 1)[0]]
        self.assertEqual((fish.allergens, fish.allergens_open), (("fish",), True))
        self.assertEqual((fish.vegan, fish.vegetarian), (False, False))
        fruit = CUPBOARD.ingredients[reference_shelf().find("gooseberries raw", 1)[0]]
        self.assertEqual((fruit.allergens, fruit.vegan), ((), None))

    def test_it_works_by_its_composition_and_is_like_no_other_food(self) -> None:
        item = CUPBOARD.ingredients[reference_shelf().find("gooseberries raw", 1)[0]]
        works = functional_properties(item)
        self.assertEqual(works.like, "")
        self.assertAlmostEqual(works.water_ratio or 0, 0.8787, places=4)  # SR28, NDB 09107

    def test_it_is_not_read_before_it_is_asked_for(self) -> None:
        code = (
            "from tests.core.given import read\n"
            "from ample_crumb.core.food.reference_shelf import reference_shelf as shelf\n"
            "read('150 g paneer'); print(shelf.cache_info().currsize)\n"
            "read('120 g monkfish'); print(shelf.cache_info().currsize)\n"
        )
        said = subprocess.run([sys.executable, "-c", code], capture_output=True, text=True, check=True).stdout
        self.assertEqual(said.split(), ["0", "1"])

    def test_words_of_elsewhere_are_none_of_the_table_and_what_they_mean_is(self) -> None:
        for word, theirs in module._CALLED_THERE.items():
            self.assertTrue(reference_shelf().find(theirs, 1), theirs)
            self.assertTrue(reference_shelf().find(word, 1), word)


if __name__ == "__main__":
    unittest.main()
