"""core/food/preparations: what is made at home holds what goes into it."""

import unittest

from ample_crumb.core.food.cupboard import reference_cupboard
from ample_crumb.core.food.preparations import preparation_of, preparations
from tests.core.given import read

FOODS = reference_cupboard().ingredients

DIFFERS = {
    ("date_syrup", "energy_kcal"): "a quarter of what dates hold stays in the cloth",
    ("date_syrup", "protein_g"): "the same",
    ("whipped_cream", "energy_kcal"): "from a can it is leaner: USDA's 01054 has 22 g of fat, whipped cream a third",
    ("whipped_cream", "fat_g"): "the same",
    ("oat_flour", "fat_g"): "USDA's 20132 is of other oats, with 9 g of fat; its rolled oats 08120 have 6.5",
    ("oat_flour_gf", "fat_g"): "the same",
}
NUT_FAT_G = 6.0
"""USDA's nut butters have so much more fat than its nuts, some of it added oil."""


class Preparations(unittest.TestCase):
    def test_what_is_made_holds_what_went_in(self) -> None:
        """The figures of both sides are USDA SR28's or of labels, found independently of each other."""
        checked = 0
        for slug, made in preparations().items():
            for nutrient, least in (("energy_kcal", 12.0), ("protein_g", 1.6), ("fat_g", 1.2)):
                parts_of = sum(
                    (getattr(FOODS[part.slug].per_100g, nutrient) or 0.0) * part.mass_g / 100 for part in made.parts
                )
                ours = getattr(FOODS[slug].per_100g, nutrient)
                off = abs(parts_of - ours)
                most = max(least, 0.12 * ours, NUT_FAT_G if slug.endswith("_butter") and nutrient == "fat_g" else 0)
                with self.subTest(slug, nutrient=nutrient):
                    if (slug, nutrient) in DIFFERS:
                        self.assertGreater(off, most, "no longer off")
                    else:
                        self.assertLessEqual(off, most)
                        checked += 1
        self.assertGreater(checked, 75)

    def test_the_parts_are_foods_that_lines_read_again(self) -> None:
        for made in preparations().values():
            for part in made.parts:
                with self.subTest(made.slug, part=part.text):
                    line = read(part.text)
                    assert line.ingredient is not None
                    self.assertEqual((line.ingredient.slug, line.sure), (part.slug, True))

    def test_any_amount(self) -> None:
        eggs = preparation_of("flax_egg")
        assert eggs is not None
        self.assertEqual([part.text for part in eggs.making(50).parts], ["8 g flaxseed", "42 g water"])
        self.assertTrue(eggs.as_parts)
        with self.assertRaises(ValueError):
            eggs.making(0)

    def test_what_boils_off_or_is_strained_or_swells_is_no_recipe_in_its_place(self) -> None:
        for slug in ("date_syrup", "chickpeas_cooked", "apple_sauce"):
            made = preparation_of(slug)
            assert made is not None
            self.assertFalse(made.as_parts, slug)

    def test_each_says_how_long_it_takes_and_keeps(self) -> None:
        for made in preparations().values():
            self.assertGreater(made.minutes, 0, made.slug)
            self.assertTrue(made.keeps, made.slug)
            self.assertTrue(made.how.endswith("."), made.slug)
        self.assertIsNone(preparation_of("water"))


if __name__ == "__main__":
    unittest.main()
