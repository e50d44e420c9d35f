"""core/food/cupboard: the reference cupboard is as it was reviewed, and adds up."""

import unittest

from ample_crumb.core.food.allergens import KNOWN
from ample_crumb.core.food.energy import energy_agrees, european_energy
from tests.core.given import CUPBOARD


class Cupboard(unittest.TestCase):
    def test_the_table_is_as_it_was_reviewed(self) -> None:
        items = CUPBOARD.ingredients.values()
        self.assertGreaterEqual(len(items), 180)
        names = [name.casefold() for item in items for name in (item.name, *item.synonyms)]
        self.assertEqual(len(names), len(set(names)), "a name stands twice")
        self.assertTrue(all(item.source for item in items))
        self.assertTrue(all(not item.vegan or item.vegetarian for item in items))
        of_animals = {"milk", "egg", "fish", "crustaceans", "molluscs"}
        self.assertEqual([item.slug for item in items if item.vegan and of_animals & set(item.allergens or ())], [])
        self.assertLessEqual({name for item in items for name in item.allergens or ()}, set(KNOWN))
        self.assertEqual(
            [
                item.slug
                for item in items
                if "wheat" in (item.allergens or ()) and "gluten" not in (item.allergens or ())
            ],
            [],
        )

    def test_every_row_passes_its_energy_check_or_says_why_not(self) -> None:
        for item in CUPBOARD.ingredients.values():
            computed = european_energy(item.per_100g)
            stated = item.per_100g.energy_kcal
            assert computed is not None
            assert stated is not None
            if not item.energy_note:
                self.assertTrue(energy_agrees(stated, computed), f"{item.slug}: {stated} against {computed:.0f}")

    def test_every_row_adds_up(self) -> None:
        # Minerals, acids and caffeine have no column: these rows are mostly that.
        mineral = {"baking_powder", "baking_soda", "cream_of_tartar", "matcha"}
        additive = {"stevia_extract", "monk_fruit_extract", "sucralose"}
        for slug, item in CUPBOARD.ingredients.items():
            of = item.per_100g
            parts = (of.protein_g, of.fat_g, of.carbohydrate_g, of.fibre_g, of.alcohol_g, of.salt_g, of.water_g)
            mass = sum(part or 0 for part in parts)
            with self.subTest(slug):
                self.assertLessEqual(mass, 102)
                self.assertGreaterEqual(mass, 0 if slug in mineral | additive else 89)
                self.assertLessEqual(of.sugars_g or 0, (of.carbohydrate_g or 0) + 0.01)
                self.assertLessEqual(of.saturates_g or 0, of.fat_g or 0)
                self.assertLessEqual(of.erythritol_g or 0, of.polyols_g or 0)
