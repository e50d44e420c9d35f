"""Portioning at the bowl, by worked examples."""

import unittest

from hypothesis import given, strategies

from ample_crumb.core.batch.portioning import (
    Bowl,
    PieceWish,
    WishedBy,
    cut_grids,
    disher_ml,
    layers_of,
    nearest_disher,
    portion,
)
from ample_crumb.core.problem import CannotUse
from ample_crumb.core.production.tins import Tin, TinKind

BOWL = Bowl(dough_g=1060, energy_kcal=1900, protein_g=190, eaten_g=954, density_g_per_ml=1.2)


class AtTheBowl(unittest.TestCase):
    def test_what_the_first_pieces_say(self) -> None:
        """1,060 g: by 34 g that is 31 pieces of 1900 x 34 / 1060 = 60.9 kcal; 36 pieces are of 29.4 g and 52.8 kcal."""
        found = portion(BOWL, PieceWish(WishedBy.COUNT, 36), (33, 34, 35))
        self.assertEqual(found.sentence, "These run 34 g: 31 at 61 kcal, not 36 at 53; a 29 g scoop makes 36.")
        self.assertAlmostEqual(found.running.rest_g if found.running else 0, 1060 - 31 * 34)

    def test_as_wished_is_said_so(self) -> None:
        found = portion(BOWL, PieceWish(WishedBy.GRAMS, 34), (34, 34.5))
        self.assertEqual(found.sentence, "These run 34 g, as wished: 31 at 61 kcal.")

    def test_nothing_weighed_yet(self) -> None:
        found = portion(BOWL, PieceWish(WishedBy.COUNT, 36))
        self.assertIsNone(found.running)
        self.assertEqual(found.sentence, "Pieces of 29 g make 36, 53 kcal each.")

    @given(most_kcal=strategies.floats(5, 1900))
    def test_at_most_so_many_kcal_is_never_more_and_one_piece_fewer_would_be(self, most_kcal: float) -> None:
        wished = portion(BOWL, PieceWish(WishedBy.ENERGY, most_kcal)).wished
        self.assertLessEqual(wished.energy_kcal, most_kcal * (1 + 1e-6))
        if wished.piece_count > 1:
            self.assertGreater(1900 / (wished.piece_count - 1), most_kcal * (1 - 1e-6))

    def test_dishers_by_the_trade(self) -> None:
        """A number 40 holds 32 fl oz / 40 = 0.8 fl oz = 23.7 ml."""
        self.assertAlmostEqual(disher_ml(40), 23.66, places=2)
        self.assertEqual(nearest_disher(28.4, 1.2), 40)

    def test_what_cannot_be(self) -> None:
        for wish, weights, words in (
            (PieceWish(WishedBy.GRAMS, 2000), (), "less than one such piece"),
            (PieceWish(WishedBy.COUNT, 10), (1100.0,), "is more than the 1060 g of dough"),
            (PieceWish(WishedBy.COUNT, 5000), (), "from 1 to"),
        ):
            with self.subTest(wish), self.assertRaisesRegex(CannotUse, words):
                portion(BOWL, wish, weights)


class Slabs(unittest.TestCase):
    TIN = Tin(TinKind.RECTANGLE, 33, 5, 23)

    def test_at_most_so_many_kcal_a_piece(self) -> None:
        """1,900 kcal at most 100 each: 19 at least. 5 by 4 of 33 x 23 cm is 6.6 x 5.75 cm."""
        first = cut_grids(BOWL, self.TIN, PieceWish(WishedBy.ENERGY, 100))[0]
        self.assertEqual((first.row_count, first.column_count), (5, 4))
        self.assertEqual((first.length_cm, first.width_cm), (6.6, 5.75))
        self.assertEqual((first.piece.energy_kcal, first.piece.piece_g), (95, 954 / 20))

    def test_by_energy_no_grid_is_over(self) -> None:
        for most in (40, 73, 120, 333):
            for grid in cut_grids(BOWL, self.TIN, PieceWish(WishedBy.ENERGY, most)):
                self.assertLessEqual(grid.piece.energy_kcal, most + 1e-6)

    def test_round_ones_are_cut_otherwise(self) -> None:
        with self.assertRaisesRegex(CannotUse, "wedges"):
            cut_grids(BOWL, Tin(TinKind.ROUND, 23, 5), PieceWish(WishedBy.COUNT, 8))


class Layers(unittest.TestCase):
    def test_by_hand(self) -> None:
        """960 g over three 20 cm rounds: 320 g each, 320 ml at 1 g/ml over 314.16 cm2 is 1.02 cm; half as high again
        baked; 300 g of frosting are 100 g a layer."""
        found = layers_of(960, 1.0, 1.5, Tin(TinKind.ROUND, 20, 5), 3, 300)
        self.assertAlmostEqual(found.layer_g, 320)
        self.assertAlmostEqual(found.height_cm, 1.0186, places=4)
        self.assertAlmostEqual(found.risen_cm, 1.5279, places=4)
        self.assertAlmostEqual(found.frosting_g, 100)

    def test_what_runs_over(self) -> None:
        with self.assertRaisesRegex(CannotUse, "the tin is 5 cm deep"):
            layers_of(3000, 1.0, 1.5, Tin(TinKind.ROUND, 20, 5), 1)
