"""core/day/worked_out_targets: what a body's targets come to, and when none are worked out."""

import re
import unittest
from dataclasses import asdict, replace
from decimal import Decimal

from hypothesis import given
from hypothesis import strategies as st

from ample_crumb.core.day.resting_energy import Sex
from ample_crumb.core.day.worked_out_targets import FLOOR_KCAL, Circumstance, Physique, work_out_targets

WOMAN = Physique(Sex.FEMALE, 30, 168, 66, activity_factor=1.55)

BODIES = st.builds(
    Physique,
    sex=st.sampled_from(Sex),
    age_years=st.floats(5, 120),
    height_cm=st.floats(90, 250),
    weight_kg=st.floats(15, 400),
    body_fat_percent=st.none() | st.floats(3, 70),
    activity_factor=st.floats(1.2, 1.9),
    rate_percent=st.floats(-5, 5),
    burned_kcal=st.none() | st.floats(500, 10_000),
    circumstances=st.lists(st.sampled_from(Circumstance), max_size=2, unique=True).map(tuple),
)


class WorkedOut(unittest.TestCase):
    def test_a_body_worked_by_hand(self) -> None:
        # By hand: 660 + 1050 - 150 - 161 = 1399; x 1.55 = 2168.45; 0.5 % of 66 kg is 0.33 kg, x 7700 / 7 = 363.
        found = work_out_targets(replace(WOMAN, rate_percent=0.5))
        self.assertAlmostEqual(found.resting_kcal.mifflin_st_jeor_kcal, 1399)
        self.assertAlmostEqual(found.maintenance_kcal, 2168.45)
        self.assertAlmostEqual(found.energy_kcal or 0, 1805.45)
        self.assertAlmostEqual(found.protein_g.low_g, 92.4)
        self.assertAlmostEqual(found.protein_g.high_g, 132)
        self.assertAlmostEqual(found.protein_g.floor_g, 52.8)
        self.assertAlmostEqual(found.least_fat_g, 0.2 * 1805.45 / 9)
        self.assertAlmostEqual(found.fibre_g, 14 * 1.80545)
        self.assertIsNone(found.refused)

    def test_energy_is_what_its_parts_bring(self) -> None:
        found = work_out_targets(WOMAN)
        parts = 4 * found.protein_g.usual_g + 9 * found.least_fat_g + 4 * (found.carbohydrate_g or 0)
        self.assertAlmostEqual(parts, found.energy_kcal or 0)

    def test_body_fat_chooses_the_equation(self) -> None:
        # 66 kg with 25 % of fat is 49.5 kg without: 370 + 21.6 x 49.5 = 1439.2, and 500 + 22 x 49.5 = 1589.
        found = work_out_targets(replace(WOMAN, body_fat_percent=25))
        self.assertAlmostEqual(found.resting_kcal.katch_mcardle_kcal or 0, 1439.2)
        self.assertAlmostEqual(found.resting_kcal.cunningham_kcal or 0, 1589)
        self.assertAlmostEqual(found.maintenance_kcal, 1439.2 * 1.55)
        self.assertEqual(work_out_targets(WOMAN).resting_kcal.katch_mcardle_kcal, None)

    def test_what_is_known_to_be_burned_stands_instead_of_activity(self) -> None:
        found = work_out_targets(replace(WOMAN, burned_kcal=2000, rate_percent=0.5))
        self.assertEqual((found.maintenance_kcal, found.energy_kcal), (2000, 1637))
        self.assertIn("as weight and diary tell it; 1,399 kcal × 1.55 for activity would be = 2,168", found.sums[1])

    def test_to_gain_is_added(self) -> None:
        found = work_out_targets(replace(WOMAN, rate_percent=-0.25))
        self.assertGreater(found.energy_kcal or 0, found.maintenance_kcal)
        self.assertIn("gain 0.25 %", " ".join(found.sums))

    def test_no_deficit_where_somebody_else_has_a_say(self) -> None:
        for body, words in (
            (replace(WOMAN, rate_percent=1.01), "faster than the 1 %"),
            (replace(WOMAN, rate_percent=0.5, age_years=17.9), "Under 18"),
            (replace(WOMAN, rate_percent=0.1, weight_kg=52.1), "18.5"),
            (replace(WOMAN, rate_percent=0.9, activity_factor=1.2), "1,200 kcal"),
            *((replace(WOMAN, rate_percent=0.2, circumstances=(each,)), "please") for each in Circumstance),
        ):
            found = work_out_targets(body)
            with self.subTest(words=words, body=body):
                self.assertIsNone(found.energy_kcal)
                self.assertIsNone(found.carbohydrate_g)
                self.assertIn(words, found.refused or "")
                self.assertRegex(found.refused or "", "doctor|midwife")

    def test_fat_and_fibre_of_a_refused_diet_are_those_of_keeping_weight(self) -> None:
        # By hand: 2168.45 kcal keep her weight; 20 % of them as fat are 48.19 g, 14 g a 1,000 kcal 30.36 g of fibre.
        found = work_out_targets(replace(WOMAN, rate_percent=1.01))
        self.assertIsNotNone(found.refused)
        self.assertAlmostEqual(found.least_fat_g, 48.188, places=3)
        self.assertAlmostEqual(found.fibre_g, 30.358, places=3)

    def test_just_inside_it_is_worked_out(self) -> None:
        for body in (
            replace(WOMAN, rate_percent=1.0),
            replace(WOMAN, rate_percent=0.5, age_years=18),
            # 52.3 kg at 168 cm is a body mass index of 18.53.
            replace(WOMAN, rate_percent=0.1, weight_kg=52.3),
        ):
            self.assertIsNone(work_out_targets(body).refused)

    def test_without_a_deficit_a_circumstance_is_a_caution(self) -> None:
        found = work_out_targets(replace(WOMAN, circumstances=(Circumstance.KIDNEY_DISEASE,)))
        self.assertIsNone(found.refused)
        self.assertIn("renal dietitian", " ".join(found.cautions))

    @given(BODIES)
    def test_whatever_is_typed_never_falls_below_the_floor(self, body: Physique) -> None:
        found = work_out_targets(body)
        if found.energy_kcal is None:
            self.assertTrue(found.refused)
        else:
            # An adult's limit says nothing of a child, who is given what keeps it growing.
            if body.age_years >= 18:
                self.assertGreaterEqual(found.energy_kcal, FLOOR_KCAL[body.sex])
            else:
                self.assertEqual(found.energy_kcal, found.maintenance_kcal)
            deficit = body.rate_percent > 0
            self.assertFalse(deficit and (body.circumstances or body.age_years < 18 or body.rate_percent > 1))
        self.assertTrue(found.cautions and found.sums)


class OthersThanAdultsWhoTrain(unittest.TestCase):
    def test_a_child_goes_by_its_own_references(self) -> None:
        # By hand, IOM 2005: 135.3 - 30.8 x 10 + (10 x 32 + 934 x 1.4) + 25 = 1479.9; 0.95 x 32 = 30.4 g of protein.
        girl = Physique(Sex.FEMALE, 10, 140, 32)
        found = work_out_targets(girl)
        self.assertAlmostEqual(found.energy_kcal or 0, 1479.9)
        self.assertEqual({round(each, 1) for each in asdict(found.protein_g).values()}, {30.4})
        self.assertEqual(found.fibre_g, 26)
        self.assertAlmostEqual(found.least_fat_g, 0.25 * 1479.9 / 9)
        said = " ".join((*found.sums, *found.cautions))
        for adults in ("ISSN", "Mifflin", "body mass index", "1,200"):
            self.assertNotIn(adults, said)
        self.assertIn("dietitian", said)
        # By hand: 88.5 - 61.9 x 15 + 1.26 x (26.7 x 60 + 903 x 1.7) + 25 = 3138.0.
        boy = Physique(Sex.MALE, 15, 170, 60, activity_factor=1.7)
        self.assertAlmostEqual(work_out_targets(boy).energy_kcal or 0, 3137.9, delta=0.2)

    def test_no_child_loses_or_gains_by_a_program(self) -> None:
        for rate in (-0.5, 0.2):
            found = work_out_targets(Physique(Sex.MALE, 17, 175, 70, rate_percent=rate))
            self.assertIsNone(found.energy_kcal)
            self.assertIn("still growing", found.refused or "")

    def test_whoever_carries_or_feeds_a_child_keeps_their_weight_and_hears_what_comes_on_top(self) -> None:
        for circumstance, added, floor in (
            (Circumstance.PREGNANT, "70 kcal .* 260 .* 500", 1.1),
            (Circumstance.BREAST_FEEDING, "about 500 kcal", 1.3),
        ):
            with self.subTest(circumstance):
                found = work_out_targets(replace(WOMAN, circumstances=(circumstance,)))
                self.assertEqual(found.energy_kcal, found.maintenance_kcal)
                self.assertRegex(" ".join(found.sums), added)
                self.assertAlmostEqual(found.protein_g.floor_g, floor * 66)
                # Who is still growing herself has no less.
                girl = work_out_targets(replace(WOMAN, circumstances=(circumstance,), age_years=17))
                self.assertAlmostEqual(girl.protein_g.floor_g, floor * 66)
                for rate in (0.3, -0.3):
                    refused = work_out_targets(replace(WOMAN, circumstances=(circumstance,), rate_percent=rate))
                    self.assertIsNone(refused.energy_kcal)
                    self.assertRegex(" ".join(refused.sums), added)

    def test_with_kidney_disease_there_is_no_trainers_protein(self) -> None:
        # KDIGO 2024: 0.8 g a kg.
        found = work_out_targets(replace(WOMAN, circumstances=(Circumstance.KIDNEY_DISEASE,)))
        self.assertEqual({round(each, 1) for each in asdict(found.protein_g).values()}, {52.8})
        self.assertNotIn("ISSN", " ".join(found.sums))
        self.assertIn("renal dietitian", " ".join(found.sums))

    @given(BODIES)
    def test_a_sum_adds_up_as_it_is_written(self, body: Physique) -> None:
        found = work_out_targets(body)
        self.assertTrue(found.sums)
        for sentence in found.sums:
            sum_ = re.search(r"; ([\d,.]+) ([+−]) ([\d,.]+) = ([\d,.]+) kcal\.$", sentence)
            if "To gain" in sentence or "To lose" in sentence:
                self.assertIsNotNone(sum_, sentence)
            if sum_ and "To " in sentence:
                keeps, change, comes_to = (Decimal(sum_[place].replace(",", "")) for place in (1, 3, 4))
                self.assertEqual(keeps + change if sum_[2] == "+" else keeps - change, comes_to, sentence)
