"""core/formula/evaluation: sums, the unknown, the definitions of carbohydrate."""

import unittest

from hypothesis import given
from hypothesis import strategies as st

from ample_crumb.core.food.energy import layers
from ample_crumb.core.food.nutrients import CarbohydrateDefinition, Figures, Nutrients, carbohydrate, total
from ample_crumb.core.formula.evaluation import evaluate
from ample_crumb.core.formula.formula import Line, Part
from ample_crumb.core.formula.reading import ReadingPreferences
from ample_crumb.core.problem import CannotUse
from tests.core.given import CUPBOARD, evaluated


class Sums(unittest.TestCase):
    def test_batch_piece_and_what_is_left_out(self) -> None:
        figures = evaluated("200 g skyr", "50 g oats", "1 tbsp unicorn dust", "", pieces=4)
        self.assertEqual(figures.unread, ("1 tbsp unicorn dust",))
        self.assertEqual(figures.piece.without_lines, 1)
        self.assertEqual(figures.batch.mass_g, 250)
        assert figures.piece.nutrients.protein_g is not None
        self.assertAlmostEqual(figures.piece.nutrients.protein_g, (22 + 13.15 / 2) / 4)

    def test_with_and_without_what_is_optional(self) -> None:
        figures = evaluated("200 g skyr", "20 g walnuts (optional)", pieces=2)
        assert figures.plain_piece is not None
        self.assertAlmostEqual(figures.piece.nutrients.energy_kcal or 0, (126 + 130.8) / 2)
        self.assertAlmostEqual(figures.plain_piece.nutrients.energy_kcal or 0, 63)
        self.assertIsNone(evaluated("200 g skyr").plain_piece)
        self.assertEqual(evaluated("1 g salt", "a bit of dust, optional").batch.without_lines, 1)

    def test_an_unknown_amount_makes_the_sum_a_lower_limit(self) -> None:
        figures = evaluated("100 g wheat germ", "100 g skyr")
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
