"""core/food/cupboard: the reference cupboard is as it was reviewed, and adds up."""

import gc
import tracemalloc
import unittest
from dataclasses import replace

from ample_crumb.core.food.allergens import KNOWN
from ample_crumb.core.food.cupboard import Cupboard
from ample_crumb.core.food.energy import energy_agrees, european_energy
from ample_crumb.core.food.nutrients import Nutrients
from ample_crumb.core.formula.formula import Line
from ample_crumb.core.formula.reading import ReadingPreferences, read_against
from ample_crumb.core.lru_cache import LeastRecentlyUsed
from tests.core.given import CUPBOARD


class Table(unittest.TestCase):
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
            assert item.provenance is not None
            if not item.provenance.energy_note:
                self.assertTrue(energy_agrees(stated, computed), f"{item.slug}: {stated} against {computed:.0f}")

    def test_every_row_adds_up(self) -> None:
        # Minerals, acids and caffeine have no column: these rows are mostly that.
        mineral = {"baking_powder", "baking_soda", "cream_of_tartar", "matcha"}
        additive = {"stevia_extract", "monk_fruit_extract", "sucralose"}
        # Tablets fizz: they are mostly soda and an acid.
        mineral |= {slug for slug in CUPBOARD.ingredients if slug.startswith("tablets_")}
        for slug, item in CUPBOARD.ingredients.items():
            of = item.per_100g
            parts = (of.protein_g, of.fat_g, of.carbohydrate_g, of.fibre_g, of.alcohol_g, of.salt_g, of.water_g)
            mass = sum(part or 0 for part in parts)
            with self.subTest(slug):
                # What they set and taste by is sodium phosphates and citrate, which count as salt here.
                self.assertLessEqual(mass, 103 if slug in ("pudding_mix", "gelatine_dessert_0") else 102)
                self.assertGreaterEqual(mass, 0 if slug in mineral | additive else 89)
                self.assertLessEqual(of.sugars_g or 0, (of.carbohydrate_g or 0) + 0.01)
                self.assertLessEqual(of.saturates_g or 0, of.fat_g or 0)
                self.assertLessEqual(of.erythritol_g or 0, of.polyols_g or 0)


class Memory(unittest.TestCase):
    def test_what_was_read_against_a_cupboard_goes_with_it(self) -> None:
        """Three hundred cupboards that come and go leave less behind than three that stay would."""
        lines = [f"{grams} g oats" for grams in range(100, 112)]

        def use() -> Cupboard:
            own = replace(CUPBOARD.ingredients["whey_isolate"], slug="own-1", name="Keel whey")
            cupboard = CUPBOARD.with_own([own])
            for line in (*lines, "30 g keel whey"):
                read_against(Line(line), cupboard, ReadingPreferences())
            return cupboard

        use()
        gc.collect()
        tracemalloc.start()
        self.addCleanup(tracemalloc.stop)
        staying = [use() for _ in range(3)]
        three = tracemalloc.get_traced_memory()[0]
        self.assertGreater(three, 0)
        del staying
        for _ in range(300):
            use()
        gc.collect()
        self.assertLess(tracemalloc.get_traced_memory()[0], three)

    def test_so_much_is_remembered_and_no_more(self) -> None:
        remembered = LeastRecentlyUsed(3)
        for number in range(5):
            remembered.put(number, str(number))
        self.assertEqual([remembered.get(number) for number in range(5)], [None, None, "2", "3", "4"])

    def test_a_food_that_passes_is_read_anew(self) -> None:
        for protein_g in (10.0, 20.0):
            inner = replace(CUPBOARD.ingredients["skyr"], slug="made-1", per_100g=Nutrients(100, protein_g))
            with_it = CUPBOARD.with_foods({"made-1": inner})
            read = read_against(Line("100 g it", "made-1"), with_it, ReadingPreferences())
            assert read.weighed is not None
            self.assertEqual(read.weighed.figures.nutrients.protein_g, protein_g)
