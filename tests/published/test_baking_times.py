"""Times that bakers give for one cake batter at 350 °F, within the windows that follow from depth alone.

Common practice, as many recipes print it: in muffin cups 15 to 18 minutes, in an 8 or 9 inch round about 25, in a 9 by
13 inch tray 30 to 35. Fan ovens 20 °C lower; a microwave's time by watts.
"""

import unittest

from ample_crumb.core.formula.families import families, family_of
from ample_crumb.core.problem import CannotUse
from ample_crumb.core.production.bake_time import (
    BakingConditions,
    Oven,
    bake_profiles,
    bake_window,
    fahrenheit,
    gas_mark,
)
from ample_crumb.core.production.tins import Tin, TinKind, read_tin

CUPS = Tin(TinKind.MUFFIN, 7, 3.2, bottom_share=0.72, cups=12)


class OneBatter(unittest.TestCase):
    def window(self, tin: Tin, batter_ml: float) -> tuple[float, float]:
        found = bake_window("cake", BakingConditions(), thickness_cm=tin.thickness_cm(tin.height_cm(batter_ml)))
        assert found is not None
        return found.from_min, found.until_min

    def test_cups_rounds_and_trays(self) -> None:
        # A batch is about 1,500 ml: 24 cups of 60 ml, two rounds of 750, or one tray.
        for tin, batter_ml, low, high in (
            (CUPS, 12 * 60, 15, 18),
            (read_tin("9x2in round"), 750, 25, 25),
            (read_tin("8x2in round"), 650, 25, 28),
            (read_tin("9x13x2in"), 1500, 30, 35),
        ):
            with self.subTest(tin):
                look, until = self.window(tin, batter_ml)
                self.assertLessEqual(look, low)
                self.assertGreaterEqual(until, high)
                self.assertLess(until - look, 0.45 * until)


class Ovens(unittest.TestCase):
    def test_the_same_heat_on_other_dials(self) -> None:
        self.assertEqual((fahrenheit(177), gas_mark(180)), (350, "4"))
        fan = bake_window("brownie", BakingConditions(Oven.FAN), thickness_cm=0.67)
        assert fan is not None
        self.assertEqual((fan.oven_c, fan.from_min), (155, 23 * 0.85))
        fryer = bake_window("brownie", BakingConditions(Oven.AIR_FRYER), thickness_cm=0.67)
        assert fryer is not None
        self.assertAlmostEqual(fryer.from_min, 23 * 0.85 * 0.8)

    def test_watts(self) -> None:
        # Time x watts stays: 1 min 15 s at 800 W are 1 min at 1,000 W.
        strong = bake_window("mug-cake", BakingConditions(watts=1000))
        assert strong is not None
        self.assertAlmostEqual((strong.from_min + strong.until_min) / 2, 1.0)
        with self.assertRaisesRegex(CannotUse, "Only a mug cake"):
            bake_window("brownie", BakingConditions(Oven.MICROWAVE))

    def test_hotter_is_sooner_and_larger_is_later(self) -> None:
        def look(celsius: float | None = None, piece_g: float = 30) -> float:
            found = bake_window("cookie", BakingConditions(oven_c=celsius), piece_g=piece_g)
            assert found is not None
            return found.from_min

        self.assertLess(look(200), look())
        self.assertLess(look(), look(160))
        self.assertLess(look(), look(piece_g=60))

    def test_far_from_the_usual_the_window_is_wide_and_says_so(self) -> None:
        usual = bake_window("brownie", BakingConditions(), thickness_cm=0.67)
        thin = bake_window("brownie", BakingConditions(), thickness_cm=0.3)
        assert usual is not None
        assert thin is not None
        self.assertGreater(thin.until_min / thin.from_min, 1.3 * usual.until_min / usual.from_min)
        self.assertIn("far from how", " ".join(thin.reasons))

    def test_a_cheesecake_in_bars(self) -> None:
        # Common practice: bars some 2.5 cm high in a 20 cm square at 160 °C about 30 to 35 minutes.
        tin = Tin(TinKind.SQUARE, 20, 5)
        bars = bake_window("baked-cheesecake", BakingConditions(), thickness_cm=tin.thickness_cm(2.5))
        assert bars is not None
        self.assertLessEqual(bars.from_min, 31)
        self.assertGreaterEqual(bars.until_min, 35)

    def test_notes_where_they_belong(self) -> None:
        found = bake_window(
            "brownie",
            BakingConditions(altitude_m=1600),
            thickness_cm=0.7,
            flours=frozenset({"almond_flour", "coconut_flour"}),
        )
        assert found is not None
        said = " ".join(found.notes)
        for words in ("Nut flour browns", "Coconut flour", "1,600 m"):
            self.assertIn(words, said)

    def test_ovens_that_cannot_be_are_refused(self) -> None:
        for kitchen in (BakingConditions(oven_c=40), BakingConditions(watts=20), BakingConditions(altitude_m=9000)):
            with self.subTest(kitchen), self.assertRaises(CannotUse):
                bake_window("brownie", kitchen)

    def test_every_heated_family_is_one_and_loses_water(self) -> None:
        known = {family.slug for family in families()}
        self.assertLessEqual(set(bake_profiles()), known)
        for slug in bake_profiles():
            self.assertGreater(family_of(slug).loss_high_share, 0, slug)
        self.assertIsNone(bake_window("glaze", BakingConditions()))
