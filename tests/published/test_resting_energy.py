"""Energy at rest beside two other published equations, on a grid of ordinary adults.

Schofield's, as Human Energy Requirements (FAO, WHO and UNU 2004, table 5.2, from memory) prints them by sex and age,
and Harris and Benedict's as Roza and Shizgal (American Journal of Clinical Nutrition 40, 1984, from memory) fitted them
anew. Neither shares data or form with Mifflin-St Jeor. Frankenfield and others (2005, from memory) found Mifflin-St
Jeor within 10 % of what was measured for 82 % of adults, and both others higher: that is what is asked here too.
Protein is held against the daily grams that the ISSN's position stand gives for 75 kg, 105 to 150 g."""

import unittest
from itertools import product
from statistics import median

from ample_crumb.core.day.resting_energy import (
    Sex,
    body_mass_index,
    cunningham_kcal,
    katch_mcardle_kcal,
    mifflin_st_jeor_kcal,
)
from ample_crumb.core.day.worked_out_targets import Physique, work_out_targets

# kcal/d = slope x kg + base, by sex, up to an age.
SCHOFIELD = {
    Sex.MALE: ((30, 15.057, 692.2), (60, 11.472, 873.1), (120, 11.711, 587.7)),
    Sex.FEMALE: ((30, 14.818, 486.6), (60, 8.126, 845.6), (120, 9.082, 658.5)),
}


def schofield_kcal(weight_kg: float, age_years: float, sex: Sex) -> float:
    slope, base = next((slope, base) for until, slope, base in SCHOFIELD[sex] if age_years < until)
    return slope * weight_kg + base


def harris_benedict_kcal(weight_kg: float, height_cm: float, age_years: float, sex: Sex) -> float:
    if sex is Sex.MALE:
        return 88.362 + 13.397 * weight_kg + 4.799 * height_cm - 5.677 * age_years
    return 447.593 + 9.247 * weight_kg + 3.098 * height_cm - 4.330 * age_years


# Heights with body mass indices from 20 to 30, ages from 20 to 75.
ADULTS = [
    (bmi * (height / 100) ** 2, height, age, sex)
    for height, bmi, age, sex in product((158, 166, 174, 182), (20, 23, 26, 30), (20, 35, 50, 65, 75), Sex)
]


class RestingEnergy(unittest.TestCase):
    def test_beside_two_other_equations(self) -> None:
        for name, other in (
            ("Schofield", lambda w, _, a, s: schofield_kcal(w, a, s)),
            ("Harris and Benedict", harris_benedict_kcal),
        ):
            ratios = [mifflin_st_jeor_kcal(*adult) / other(*adult) for adult in ADULTS]
            with self.subTest(name):
                # Lower by some percent, as the review has it, and for nobody far off.
                self.assertTrue(0.93 < median(ratios) < 1.0, median(ratios))
                self.assertGreater(min(ratios), 0.85)
                self.assertLess(max(ratios), 1.1)

    def test_lean_mass_says_the_same_where_fat_is_ordinary(self) -> None:
        # Men of 15 to 20 % and women of 25 to 30 % of fat: Gallagher and others, AJCN 72, 2000, from memory.
        for weight, height, age, sex in ADULTS:
            if 22 < body_mass_index(weight, height) < 27 and age < 60:
                lean = weight * (0.82 if sex is Sex.MALE else 0.72)
                ratio = katch_mcardle_kcal(lean) / mifflin_st_jeor_kcal(weight, height, age, sex)
                self.assertTrue(0.88 < ratio < 1.13, (weight, height, age, sex, ratio))
                self.assertGreater(cunningham_kcal(lean), katch_mcardle_kcal(lean))

    def test_who_draws_underweight_there(self) -> None:
        # The WHO's chart: at 170 cm 53.5 kg is the border.
        self.assertAlmostEqual(body_mass_index(53.5, 170), 18.5, delta=0.05)

    def test_protein_for_people_who_train(self) -> None:
        protein = work_out_targets(Physique(Sex.MALE, 30, 180, 75, activity_factor=1.5)).protein_g
        self.assertAlmostEqual(protein.low_g, 105)
        self.assertAlmostEqual(protein.high_g, 150)
