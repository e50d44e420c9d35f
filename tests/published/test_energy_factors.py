"""Labels worked out by hand from the factors of the two rule sets."""

import unittest

from ample_crumb.core.food.energy import european_energy, us_energy
from ample_crumb.core.food.nutrients import Nutrients


class European(unittest.TestCase):
    """Regulation (EU) 1169/2011 Annex XIV."""

    def test_a_bar_with_maltitol_and_erythritol(self) -> None:
        # 20 protein x 4 = 80; 10 fat x 9 = 90; 40 carbohydrate of which 15 maltitol and 5 erythritol:
        # 20 x 4 = 80 and 15 x 2.4 = 36 and 5 x 0 = 0; 8 fibre x 2 = 16. Together 302.
        bar = Nutrients(protein_g=20, fat_g=10, carbohydrate_g=40, polyols_g=20, erythritol_g=5, fibre_g=8)
        self.assertAlmostEqual(european_energy(bar) or 0, 302)

    def test_a_drink_with_alcohol(self) -> None:
        # 12 alcohol x 7 = 84; 3 carbohydrate x 4 = 12. Together 96.
        self.assertAlmostEqual(
            european_energy(Nutrients(protein_g=0, fat_g=0, carbohydrate_g=3, alcohol_g=12)) or 0, 96
        )

    def test_plain_sugar_and_plain_fat(self) -> None:
        self.assertEqual(european_energy(Nutrients(protein_g=0, fat_g=0, carbohydrate_g=100)), 400)
        self.assertEqual(european_energy(Nutrients(protein_g=0, fat_g=100, carbohydrate_g=0)), 900)

    def test_an_unknown_main_nutrient_gives_no_energy(self) -> None:
        self.assertIsNone(european_energy(Nutrients(protein_g=5, fat_g=5)))


class American(unittest.TestCase):
    """21 CFR 101.9(c)(1)(i) (B) and (F), and FDA's guidance on allulose of 2020."""

    def test_the_same_bar(self) -> None:
        # Total carbohydrate 48 with its 8 fibre; less 20 polyols, 28 x 4 = 112; 15 maltitol x 2.1 = 31.5;
        # 5 erythritol x 0; 20 protein x 4 = 80; 10 fat x 9 = 90. Together 313.5.
        bar = Nutrients(protein_g=20, fat_g=10, carbohydrate_g=40, polyols_g=20, erythritol_g=5, fibre_g=8)
        self.assertAlmostEqual(us_energy(bar, "maltitol") or 0, 313.5)

    def test_allulose(self) -> None:
        # 10 allulose x 0.4 = 4; 5 other carbohydrate x 4 = 20. Together 24.
        sweet = Nutrients(protein_g=0, fat_g=0, carbohydrate_g=15, allulose_g=10)
        self.assertAlmostEqual(us_energy(sweet) or 0, 24)

    def test_fibre_by_kind(self) -> None:
        # 101.9(c)(1)(i)(C): a syrup of 70 g soluble fibre and 5 g sugars has 70 x 2 + 5 x 4 = 160 kcal; by (B) 300. Oat
        # fibre of 87 g insoluble with 4 g protein, 1 g fat and 3 g carbohydrate has 16 + 9 + 12 = 37.
        syrup = Nutrients(protein_g=0, fat_g=0, carbohydrate_g=5, fibre_g=70)
        self.assertEqual((us_energy(syrup, "", "soluble"), us_energy(syrup)), (160, 300))
        oats = Nutrients(protein_g=4, fat_g=1, carbohydrate_g=3, fibre_g=87)
        self.assertEqual(us_energy(oats, "", "insoluble"), 37)

    def test_sugar_alcohols_by_kind(self) -> None:
        hundred = Nutrients(protein_g=0, fat_g=0, carbohydrate_g=100, polyols_g=100, erythritol_g=0)
        printed = {"isomalt": 200, "lactitol": 200, "xylitol": 240, "maltitol": 210, "sorbitol": 260, "mannitol": 160}
        for kind, energy in printed.items():
            with self.subTest(kind):
                self.assertAlmostEqual(us_energy(hundred, kind) or 0, energy)
