"""core/formula/classic: a formula beside the one it stands for."""

import unittest

from ample_crumb.core.food.nutrients import Figures, Nutrients
from ample_crumb.core.formula.classic import ComparisonLine, ComparisonSide, compare_with_classic, difference_in_words


def piece(energy: float | None, mass: float = 50, **more: float) -> Figures:
    nutrients = Nutrients(energy_kcal=energy, **more)
    return Figures(mass, nutrients, tuple(name for name in ("energy_kcal",) if energy is None))


class Classics(unittest.TestCase):
    def test_the_sentence_says_what_is_known(self) -> None:
        mine, theirs = piece(130, protein_g=8.1, sugars_g=3), piece(271, protein_g=3.2, sugars_g=17)
        self.assertEqual(difference_in_words(mine, theirs), "52 % less energy, 5 g more protein, 14 g less sugar")
        self.assertEqual(
            difference_in_words(piece(None, protein_g=8), piece(200, protein_g=8)), "no difference that is known"
        )
        self.assertEqual(difference_in_words(mine, mine), "the same energy")

    def test_by_piece_by_bite_and_by_100_g(self) -> None:
        flour, egg = ComparisonLine("oat flour", "flour", 10, 40), ComparisonLine("egg", "egg", 8, 12)
        found = compare_with_classic(
            ComparisonSide("mine", piece(100, 40), (flour,)), ComparisonSide("theirs", piece(300, 80), (egg, flour))
        )
        by = {
            basis.name: (basis.mine.nutrients.energy_kcal, basis.theirs.nutrients.energy_kcal) for basis in found.bases
        }
        self.assertEqual(by, {"a piece": (100, 300), "the same bite": (100, 150), "100 g": (250, 375)})
        self.assertEqual([(group.name, len(group.mine), len(group.theirs)) for group in found.groups],
                         [("Flour and grain", 1, 1), ("Egg", 0, 1)])  # fmt: skip
