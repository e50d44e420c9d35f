"""core/food and core/formula: sums, the unknown, the schools of carbohydrate."""

import unittest

from hypothesis import given
from hypothesis import strategies as st

from ample_crumb.core.food.allergens import KNOWN
from ample_crumb.core.food.cupboard import reference_cupboard
from ample_crumb.core.food.energy import energy_agrees, european_energy, layers
from ample_crumb.core.food.nutrients import CarbohydrateDefinition, Figures, Nutrients, carbohydrate, total
from ample_crumb.core.formula.evaluation import FormulaFigures, evaluate
from ample_crumb.core.formula.formula import Line, Part
from ample_crumb.core.formula.reading import ReadingPreferences
from ample_crumb.core.problem import CannotUse

CUPBOARD = reference_cupboard()


def evaluated(*lines: str, pieces: int = 1) -> FormulaFigures:
    return evaluate((Part("", tuple(Line(line) for line in lines)),), pieces, CUPBOARD, ReadingPreferences())


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


class Sums(unittest.TestCase):
    def test_batch_piece_and_what_is_left_out(self) -> None:
        figures = evaluated("200 g skyr", "50 g oats", "1 tbsp unicorn dust", "", pieces=4)
        self.assertEqual(figures.unread, ("1 tbsp unicorn dust",))
        self.assertEqual(figures.piece.without_lines, 1)
        self.assertEqual(figures.batch.mass_g, 250)
        assert figures.piece.nutrients.protein_g is not None
        self.assertAlmostEqual(figures.piece.nutrients.protein_g, (22 + 6.6) / 4)

    def test_with_and_without_what_is_optional(self) -> None:
        figures = evaluated("200 g skyr", "20 g walnuts (optional)", pieces=2)
        assert figures.plain_piece is not None
        self.assertAlmostEqual(figures.piece.nutrients.energy_kcal or 0, (126 + 130.8) / 2)
        self.assertAlmostEqual(figures.plain_piece.nutrients.energy_kcal or 0, 63)
        self.assertIsNone(evaluated("200 g skyr").plain_piece)
        self.assertEqual(evaluated("1 g salt", "a bit of dust, optional").batch.without_lines, 1)

    def test_an_unknown_amount_makes_the_sum_a_lower_limit(self) -> None:
        figures = evaluated("100 g spelt flour", "100 g skyr")
        self.assertIn("sugars_g", figures.batch.at_least)
        self.assertEqual(figures.batch.nutrients.sugars_g, 4)
        self.assertNotIn("protein_g", figures.batch.at_least)

    def test_pieces_out_of_range(self) -> None:
        for pieces in (0, -1, 1001):
            with self.subTest(pieces), self.assertRaises(CannotUse):
                evaluated("100 g skyr", pieces=pieces)

    def test_schools_of_carbohydrate(self) -> None:
        parts = Nutrients(carbohydrate_g=50, fibre_g=6, polyols_g=30, erythritol_g=20, allulose_g=5)
        counted = {definition: carbohydrate(parts, definition) for definition in CarbohydrateDefinition}
        self.assertEqual(list(counted.values()), [50, 25, 15, 56])
        self.assertIsNone(carbohydrate(Nutrients(carbohydrate_g=50), CarbohydrateDefinition.NET))

    @given(
        st.lists(st.tuples(st.sampled_from(sorted(CUPBOARD.ingredients)), st.floats(1, 500)), min_size=1, max_size=8)
    )
    def test_parting_a_batch_keeps_what_is_in_it(self, picks: list[tuple[str, float]]) -> None:
        lines = tuple(Line(f"{mass:.1f} g thing", slug) for slug, mass in picks)
        together = evaluate((Part("", lines),), 7, CUPBOARD, ReadingPreferences())
        parted = evaluate(tuple(Part("", (line,)) for line in lines), 7, CUPBOARD, ReadingPreferences())
        self.assertAlmostEqual(together.batch.mass_g, parted.batch.mass_g)
        for one, other in (
            (together.batch.nutrients, parted.batch.nutrients),
            (together.batch.nutrients, together.piece.times(7).nutrients),
        ):
            assert one.energy_kcal is not None
            assert other.energy_kcal is not None
            self.assertAlmostEqual(one.energy_kcal, other.energy_kcal)

    def test_layers_share_out_the_energy(self) -> None:
        shares = layers(Nutrients(protein_g=10, carbohydrate_g=10, fat_g=10, fibre_g=10, polyols_g=5, erythritol_g=5))
        self.assertAlmostEqual(shares.protein_share, 40 / 170)
        self.assertAlmostEqual(
            shares.fat_share
            + shares.protein_share
            + shares.carbohydrate_share
            + shares.fibre_share
            + shares.other_share,
            1,
        )
        self.assertEqual(layers(Nutrients()).fat_share, 0)

    def test_the_sum_of_nothing(self) -> None:
        self.assertEqual(total([]).mass_g, 0)
        self.assertEqual(total([Figures(1, Nutrients(), ("fat_g",))]).at_least[0], "energy_kcal")
