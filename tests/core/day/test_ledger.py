"""core/day/ledger: days looked back on."""

import unittest

from ample_crumb.core.day.ledger import LedgerDay, look_back

NOTHING = LedgerDay(None, None, None, None, None, 1800, 150)


def day(kcal: float, protein: float, target: float | None = 1800, dessert: float = 0, replaced: float = 0) -> LedgerDay:
    return LedgerDay(kcal, protein, 60, 180, 25, target, None if target is None else 150, dessert, replaced)


class LookedBackOn(unittest.TestCase):
    def test_averages_over_what_was_written_down(self) -> None:
        found = look_back([day(1700, 150), day(1900, 140), NOTHING], 60, 6, 75)
        self.assertEqual((found.days, found.logged, found.with_target, found.within, found.found), (3, 2, 2, 1, 1))
        energy, protein = found.averages[:2]
        self.assertEqual((energy.name, energy.mean, energy.sd, energy.target), ("energy_kcal", 1800, 30, 1800))
        self.assertEqual((protein.mean, protein.sd), (145, 3))
        self.assertAlmostEqual(found.protein_g_per_kg or 0, 145 / 75)
        self.assertIn(
            "On average 1,800 ± 30 of 1,800 kcal and 145 ± 3 of 150 g of protein, 1.9 g for", found.sentences[0]
        )
        self.assertIn("Of 2 days with a target 1 stayed within its energy, and on 1", found.sentences[1])

    def test_dessert_and_what_it_stands_in_for(self) -> None:
        found = look_back([day(2000, 150, dessert=300, replaced=240), day(1600, 150, dessert=240)], None, None, None)
        self.assertAlmostEqual(found.dessert_share or 0, 0.15)
        self.assertIn("Dessert was 15 % of the energy, 270 kcal a day", found.sentences[2])
        self.assertIn("120 kcal a day more", found.sentences[3])

    def test_nothing_and_no_target(self) -> None:
        self.assertEqual(
            look_back([NOTHING], None, None, None).sentences, ("Nothing is written down for these days yet.",)
        )
        found = look_back([day(2000, 100, None)], None, None, None)
        self.assertEqual((found.with_target, found.within), (0, 0))
        self.assertEqual(len(found.sentences), 1)
