"""Labels of both systems worked out by hand: what per 100 g they mean, what their rounding leaves open, what is wrong.

Regulation (EU) 1169/2011 Annex XIV and XV; 21 CFR 101.9(c); the Commission's guidance on tolerances of December 2012.
"""

import math
import unittest
from dataclasses import replace

from ample_crumb.core.food.label import Label, LabelBasis, LabelFigures, Style, read_label

WHEY_US = Label(
    Style.US, LabelBasis.PER_SERVING, serving_g=30, energy_kcal=120, fat_g=1.5, saturates_g=1, carbohydrate_g=3,
    sugars_g=2, fibre_g=1, protein_g=24, sodium_mg=130,
)  # fmt: skip
OATS_EU = Label(
    Style.EUROPEAN, energy_kcal=375, fat_g=7, saturates_g=1.3, carbohydrate_g=60, sugars_g=1.2, fibre_g=9, protein_g=13,
    salt_g=0.02,
)  # fmt: skip


def figures(read: LabelFigures, name: str) -> float:
    assert read.per_100g is not None, read.problems
    value: float | None = getattr(read.per_100g, name)
    assert value is not None
    return value


class Reading(unittest.TestCase):
    def test_a_us_serving_becomes_100_g_with_fibre_taken_out_and_sodium_as_salt(self) -> None:
        # 30 g to 100 g: x 3.33. Available carbohydrate (3 - 1) x 3.33 = 6.67; salt 130 mg x 2.5 x 3.33 = 1.083 g.
        read = read_label(WHEY_US)
        for name, value in {
            "energy_kcal": 400, "protein_g": 80, "fat_g": 5, "carbohydrate_g": 6.667, "fibre_g": 3.333,
            "salt_g": 1.0833,
        }.items():  # fmt: skip
            self.assertAlmostEqual(figures(read, name), value, places=3)
        # 4 x 3 + 4 x 24 + 9 x 1.5 = 121.5 kcal a serving.
        self.assertAlmostEqual(read.computed_kcal or 0, 405)
        self.assertEqual(read.remark, "")

    def test_a_european_label_stands_as_it_is(self) -> None:
        # 4 x 60 + 4 x 13 + 9 x 7 + 2 x 9 = 373.
        read = read_label(OATS_EU)
        self.assertEqual((figures(read, "carbohydrate_g"), read.computed_kcal, read.remark), (60, 373, ""))

    def test_kilojoules_and_millilitres(self) -> None:
        read = read_label(replace(OATS_EU, energy_kcal=None, energy_kj=1569))
        self.assertAlmostEqual(figures(read, "energy_kcal"), 375, places=1)
        milk = Label(
            Style.EUROPEAN, LabelBasis.PER_100_ML, density_g_per_ml=1.03, energy_kcal=64, fat_g=3.6, carbohydrate_g=4.7,
            protein_g=3.3,
        )  # fmt: skip
        self.assertAlmostEqual(figures(read_label(milk), "energy_kcal"), 64 / 1.03)

    def test_a_label_without_energy_gets_it_by_factors_and_unstated_stays_unknown(self) -> None:
        read = read_label(replace(OATS_EU, energy_kcal=None))
        self.assertEqual(figures(read, "energy_kcal"), 373)
        assert read.per_100g is not None
        self.assertIsNone(read.per_100g.polyols_g)


class Rounding(unittest.TestCase):
    def test_half_a_step_of_the_rules(self) -> None:
        # US, per serving: 120 kcal in steps of 10, 1.5 g fat in steps of 0.5, 24 g protein in steps of 1.
        read = read_label(WHEY_US)
        assert read.sd_per_100g is not None
        for name, step in {"energy_kcal": 10, "fat_g": 0.5, "protein_g": 1}.items():
            self.assertAlmostEqual(getattr(read.sd_per_100g, name), step / math.sqrt(12) * 100 / 30)
        # European, per 100 g: 13 g protein in steps of 1, 1.3 g saturates in steps of 0.1.
        read = read_label(OATS_EU)
        assert read.sd_per_100g is not None
        for name, step in {"protein_g": 1, "saturates_g": 0.1}.items():
            self.assertAlmostEqual(getattr(read.sd_per_100g, name), step / math.sqrt(12))

    def test_a_printed_zero_is_not_nothing(self) -> None:
        # A US spray of 0.25 g a serving may print 0 kcal for all under 5, and 0 g of fat for all under 0.5.
        spray = Label(
            Style.US, LabelBasis.PER_SERVING, serving_g=0.25, energy_kcal=0, fat_g=0, carbohydrate_g=0, protein_g=0
        )
        read = read_label(spray)
        assert read.sd_per_100g is not None
        self.assertAlmostEqual(read.sd_per_100g.energy_kcal or 0, 5 / math.sqrt(3) * 400)
        self.assertAlmostEqual(read.sd_per_100g.fat_g or 0, 0.5 / math.sqrt(3) * 400)


class Wrong(unittest.TestCase):
    def test_the_likeliest_reason(self) -> None:
        bar = Label(
            Style.EUROPEAN, serving_g=50, energy_kcal=302, fat_g=10, carbohydrate_g=40, polyols_g=20, erythritol_g=5,
            polyol_kind="maltitol", fibre_g=8, protein_g=20,
        )  # fmt: skip
        self.assertEqual(read_label(bar).remark, "")
        for label, words in (
            (replace(bar, energy_kcal=151), "probably per serving of 50 g"),
            (replace(bar, energy_kcal=604), "probably per 100 g, the rest per serving of 50 g"),
            (replace(OATS_EU, energy_kcal=90), "typed as kJ"),
            (replace(bar, energy_kcal=302 - 36), "gave sugar alcohols no energy"),
            (replace(OATS_EU, fibre_g=30, carbohydrate_g=40, energy_kcal=275), "gave fibre no energy"),
            (replace(OATS_EU, fat_g=17, energy_kcal=373 + 9 * 10), ""),
            (replace(OATS_EU, carbohydrate_g=16, energy_kcal=377), "Carbohydrate may be 61 g and not 16"),
            (replace(OATS_EU, fat_g=0.7, saturates_g=0.1), "Fat may be 7 g and not 0.7"),
        ):
            with self.subTest(words):
                remark = read_label(label).remark
                self.assertIn(words, remark)
                self.assertEqual(remark == "", words == "")

    def test_kilojoules_typed_as_kilocalories(self) -> None:
        skyr = Label(Style.EUROPEAN, energy_kcal=264, fat_g=0.2, carbohydrate_g=4, protein_g=11, salt_g=0.1)
        self.assertIn("typed in kJ", read_label(skyr).remark)

    def test_what_cannot_be_true_is_said_at_its_field(self) -> None:
        for label, field, words in (
            (replace(OATS_EU, fat_g=-1), "fat_g", "negative"),
            (replace(OATS_EU, saturates_g=8), "saturates_g", "more than the 7 g"),
            (replace(OATS_EU, sugars_g=61), "sugars_g", "more than the 60 g"),
            (replace(OATS_EU, carbohydrate_g=90), "carbohydrate_g", "119 g in 100 g"),
            (replace(OATS_EU, energy_kcal=1569), "energy_kcal", "Is it in kJ?"),
            (replace(OATS_EU, energy_kcal=9000), "energy_kcal", "more than pure fat"),
            (replace(OATS_EU, fat_g=math.nan), "fat_g", "no number"),
            (replace(WHEY_US, serving_g=None), "serving_g", "weight of a serving"),
            (replace(OATS_EU, basis=LabelBasis.PER_100_ML), "density_g_per_ml", "millilitre"),
        ):
            with self.subTest(words):
                read = read_label(label)
                self.assertEqual(read.problems[0].field, field)
                self.assertIn(words, read.problems[0].sentence)
                self.assertIsNone(read.per_100g)
