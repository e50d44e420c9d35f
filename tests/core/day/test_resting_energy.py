"""core/day/resting_energy: worked by hand from the papers' coefficients."""

import unittest

from ample_crumb.core.day.resting_energy import (
    Sex,
    body_mass_index,
    cunningham_kcal,
    katch_mcardle_kcal,
    lean_mass_kg,
    mifflin_st_jeor_kcal,
)


class AtRest(unittest.TestCase):
    def test_by_hand(self) -> None:
        # 680 + 1062.5 - 150 - 161, and 800 + 1125 - 200 + 5.
        self.assertAlmostEqual(mifflin_st_jeor_kcal(68, 170, 30, Sex.FEMALE), 1431.5)
        self.assertAlmostEqual(mifflin_st_jeor_kcal(80, 180, 40, Sex.MALE), 1730)
        self.assertAlmostEqual(lean_mass_kg(80, 12.5), 70)
        self.assertAlmostEqual(katch_mcardle_kcal(70), 1882)
        self.assertAlmostEqual(cunningham_kcal(60), 1820)
        self.assertAlmostEqual(body_mass_index(81, 180), 25)

    def test_the_two_forms_lie_166_kcal_apart_for_any_body(self) -> None:
        for body in ((40, 150, 20), (120, 200, 70)):
            self.assertAlmostEqual(mifflin_st_jeor_kcal(*body, Sex.MALE) - mifflin_st_jeor_kcal(*body, Sex.FEMALE), 166)
