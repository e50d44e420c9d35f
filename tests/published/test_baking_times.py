"""Practised times lie in the windows, and a window is narrow enough to be of use.

The rows of `tests/judgement` are times of bakers' handbooks and kitchens' books (from memory) and common practice, each
file written before it was run. Common practice too: one cake batter at 350 °F takes 15 to 18 minutes in muffin cups,
about 25 in an 8 or 9 inch round, 30 to 35 in a 9 by 13 inch tray; a fan oven is set 20 °C lower; a microwave's time
goes with its watts.
"""

import unittest
from dataclasses import replace

from ample_crumb.core.formula.families import families, family_of
from ample_crumb.core.problem import CannotUse
from ample_crumb.core.production.bake_time import (
    WIDEST,
    BakedDough,
    BakeWindow,
    BakingConditions,
    Oven,
    bake_profiles,
    bake_window,
    fahrenheit,
    gas_mark,
)
from ample_crumb.core.production.tins import Material, Tin, TinKind, read_tin
from tests.judgement.judged import TIMES, practised
from tests.judgement.timed import window_of

CUPS = Tin(TinKind.MUFFIN, 7, 3.2, bottom_share=0.72, cups=12)
MET = 0.90
USUAL = BakingConditions()
NARROW_ENOUGH_MIN = 1.5


def window(
    family: str, conditions: BakingConditions = USUAL, has: frozenset[str] = frozenset(), **dough: object
) -> BakeWindow:
    """The window of 600 g in pieces of 50."""
    found = bake_window(family, conditions, BakedDough(600, 50, conditions=has, **dough))  # type: ignore[arg-type]
    assert found is not None
    return found


class Practised(unittest.TestCase):
    def test_nine_of_ten_are_met_by_windows_that_are_narrow(self) -> None:
        rows = [row for name in TIMES for row in practised(name)]
        self.assertGreater(len(rows), 200)
        missed = []
        for row in rows:
            found = window_of(row)
            width, middle = found.until_min - found.from_min, (found.until_min + found.from_min) / 2
            self.assertTrue(width <= NARROW_ENOUGH_MIN or width <= WIDEST * middle, row)
            if not found.from_min <= row.middle_min <= found.until_min:
                missed.append(f"{row.formula.name} in {row.vessel}: {row.middle_min:g}, {found.from_min:.0f} on")
        self.assertGreaterEqual(1 - len(missed) / len(rows), MET, missed)


class OneBatter(unittest.TestCase):
    def test_cups_rounds_and_trays(self) -> None:
        # A batch is about 1,150 ml: 24 cups of 48 ml, two rounds of 9 inches, or one tray; for 8 inches a little less.
        for tin, batter_ml, low, high in (
            (CUPS, 12 * 48, 18, 18),
            (read_tin("9x2in round"), 575, 25, 25),
            (read_tin("8x2in round"), 450, 25, 25),
            (read_tin("9x13x2in"), 1150, 30, 35),
        ):
            with self.subTest(tin):
                found = window("cake", thickness_cm=tin.thickness_cm(tin.height_cm(batter_ml)), tin_kind=tin.kind)
                self.assertLessEqual(found.from_min, low)
                self.assertGreaterEqual(found.until_min, high)

    def test_a_cheesecake_in_bars(self) -> None:
        # Common practice: bars some 2.5 cm high in a 20 cm square at 160 °C about 40 to 45 minutes.
        tin = Tin(TinKind.SQUARE, 20, 5)
        bars = window("baked-cheesecake", thickness_cm=tin.thickness_cm(2.5))
        self.assertLessEqual(bars.from_min, 42)
        self.assertGreaterEqual(bars.until_min, 45)


class Causes(unittest.TestCase):
    def test_the_same_heat_on_other_dials(self) -> None:
        self.assertEqual((fahrenheit(177), gas_mark(180)), (350, "4"))
        plain = window("brownie", thickness_cm=0.6)
        fan = window("brownie", BakingConditions(Oven.FAN), thickness_cm=0.6)
        self.assertEqual((fan.oven_c, fan.from_min), (155, plain.from_min))
        fryer = window("brownie", BakingConditions(Oven.AIR_FRYER), thickness_cm=0.6)
        self.assertAlmostEqual(fryer.from_min, 0.78 * plain.from_min)
        self.assertEqual(fryer.oven_c, 155)

    def test_each_moves_the_window_its_way(self) -> None:
        cookie = BakedDough(600, 30, water_share=0.2)

        def look(conditions: BakingConditions = USUAL, **other: object) -> float:
            found = bake_window("cookie", conditions, replace(cookie, **other))  # type: ignore[arg-type]
            assert found is not None
            return found.from_min

        usual = look()
        for sooner in (
            BakingConditions(oven_c=200),
            BakingConditions(wish="soft"),
            BakingConditions(Oven.TOASTER),
        ):
            self.assertLess(look(sooner), usual, sooner)
        for later in (BakingConditions(oven_c=160), BakingConditions(wish="crisp"), BakingConditions(covered=True)):
            self.assertGreater(look(later), usual, later)
        self.assertGreater(look(piece_g=60), usual)
        self.assertGreater(look(water_share=0.4), usual)
        self.assertGreater(look(material=Material.GLASS), usual)
        short = bake_window("cookie", BakingConditions(), replace(cookie, conditions=frozenset({"short"})))
        assert short is not None
        self.assertAlmostEqual(short.from_min, 1.3 * usual)

    def test_a_wish_of_another_family_moves_nothing(self) -> None:
        plain = window("cake", thickness_cm=0.6)
        self.assertEqual(window("cake", BakingConditions(wish="crisp"), thickness_cm=0.6).from_min, plain.from_min)

    def test_pulses_make_it_longer(self) -> None:
        plain = window("cake", thickness_cm=0.8, water_share=0.45)
        beans = window("cake", thickness_cm=0.8, water_share=0.45, pulse_share=0.35)
        self.assertGreater(beans.from_min, plain.from_min * 1.05)
        self.assertIn("Pulses", " ".join(beans.reasons))

    def test_watts_are_shared_by_all_mugs(self) -> None:
        def middle(grams: float, watts: float) -> float:
            found = bake_window("mug-cake", BakingConditions(watts=watts), BakedDough(grams, 150))
            assert found is not None
            return (found.from_min + found.until_min) / 2

        # Common practice: a mug of 150 g at 1,000 W in 60 to 90 seconds, two of them in about two minutes.
        self.assertTrue(1.0 < middle(150, 1000) < 1.5)
        self.assertTrue(1.75 < middle(300, 1000) < 2.5)
        self.assertGreater(middle(150, 700), 1.3 * middle(150, 1000))
        with self.assertRaisesRegex(CannotUse, "unevenly"):
            bake_window("brownie", BakingConditions(Oven.MICROWAVE), BakedDough(900, 60))

    def test_what_this_oven_was_seen_to_do_wins(self) -> None:
        seen = window("brownie", BakingConditions(seen_min=33), thickness_cm=0.6)
        self.assertLess(seen.from_min, 33)
        self.assertGreater(seen.until_min, 33)
        self.assertLess(seen.until_min - seen.from_min, 6)
        self.assertIn("33 min", seen.reasons[0])

    def test_a_tin_that_nobody_chose_is_named(self) -> None:
        found = window("brownie", thickness_cm=0.6, tin_words="a 20 cm square tin")
        self.assertIn("Taken to stand in a 20 cm square tin; choose yours.", found.reasons)

    def test_a_loaf_in_cups_is_a_muffin_and_a_muffin_in_a_loaf_tin_a_loaf(self) -> None:
        cups = window("loaf", thickness_cm=0.55, tin_kind=TinKind.MUFFIN)
        self.assertEqual(cups.from_min, window("muffin", thickness_cm=0.55, tin_kind=TinKind.MUFFIN).from_min)
        deep = window("muffin", thickness_cm=1.1, tin_kind=TinKind.LOAF)
        self.assertEqual(deep.from_min, window("loaf", thickness_cm=1.1, tin_kind=TinKind.LOAF).from_min)

    def test_buns_beside_each_other_are_timed_as_pieces(self) -> None:
        found = bake_window("rolled-dough", BakingConditions(), BakedDough(450, 75, thickness_cm=0.35))
        alone = bake_window("rolled-dough", BakingConditions(), BakedDough(450, 75))
        assert found is not None
        assert alone is not None
        self.assertEqual(found.from_min, alone.from_min)


class Words(unittest.TestCase):
    def test_signs_go_with_the_wish_and_say_when_they_do_not_count(self) -> None:
        plain = {sign.sign: sign.not_when for sign in window("brownie", thickness_cm=0.6).signs}
        self.assertEqual(plain["a pick comes out with moist crumbs"], "")
        chips = window("brownie", thickness_cm=0.6, has=frozenset({"chips"}))
        self.assertIn(
            "molten", {sign.sign: sign.not_when for sign in chips.signs}["a pick comes out with moist crumbs"]
        )
        fudgy = window("brownie", BakingConditions(wish="fudgy"), thickness_cm=0.6)
        self.assertNotEqual([sign.sign for sign in fudgy.signs], list(plain))
        pale = window("cookie", has=frozenset({"pale"}))
        self.assertIn("its sweetener does not brown", [sign.not_when for sign in pale.signs])
        own = window("brownie", BakingConditions(own_signs="it smells done\n\nit sings"), thickness_cm=0.6)
        self.assertEqual([sign.sign for sign in own.signs], ["it smells done", "it sings"])

    def test_notes_where_they_belong(self) -> None:
        found = window(
            "brownie",
            BakingConditions(altitude_m=1600),
            thickness_cm=0.7,
            foods=frozenset({"almond_flour", "coconut_flour"}),
        )
        said = " ".join(found.notes)
        for words in ("Nut flour browns", "Coconut flour", "1,600 m", "foil", "Cut when cold", "half time"):
            self.assertIn(words, said)
        covered = " ".join(window("loaf", BakingConditions(covered=True), thickness_cm=1.2).notes)
        self.assertNotIn("foil", covered)

    def test_ovens_that_cannot_be_are_refused(self) -> None:
        for kitchen in (BakingConditions(oven_c=40), BakingConditions(watts=20), BakingConditions(altitude_m=9000)):
            with self.subTest(kitchen), self.assertRaises(CannotUse):
                window("brownie", kitchen)

    def test_every_heated_family_is_one_and_only_custards_may_lose_nothing(self) -> None:
        known = {family.slug for family in families()}
        self.assertLessEqual(set(bake_profiles()), known)
        for slug in set(bake_profiles()) - {"pudding"}:
            self.assertGreater(family_of(slug).loss_high_share, 0, slug)

    def test_what_is_not_heated_has_none_unless_an_oven_is_asked_for(self) -> None:
        dough = BakedDough(500, 60, thickness_cm=0.8)
        for family in ("glaze", "pudding", "no-bake-bite"):
            self.assertIsNone(bake_window(family, BakingConditions(), dough))
            self.assertIsNotNone(bake_window(family, BakingConditions(oven_c=160), dough), family)
        self.assertIsNone(bake_window("", BakingConditions(oven_c=160), dough))
