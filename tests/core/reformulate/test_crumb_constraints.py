"""core/reformulate/crumb_constraints: the rows of a dial say what the dial says, and their edge is its edge."""

import unittest
from collections.abc import Callable
from dataclasses import replace

from hypothesis import assume, given, settings
from hypothesis import strategies as st

from ample_crumb.core.crumb.check import crumb_check, judge_dough
from ample_crumb.core.crumb.composition import Composition
from ample_crumb.core.crumb.dials.dial import NOTHING_LEARNED, Learned, Verdict
from ample_crumb.core.crumb.dials.judge import dials_of
from ample_crumb.core.formula.evaluation import evaluate
from ample_crumb.core.formula.formula import Line, Part
from ample_crumb.core.formula.reading import ReadingPreferences
from ample_crumb.core.reformulate.crumb_constraints import CrumbConstraint, crumb_constraints
from tests.core.given import CUPBOARD

FOODS = (
    "wheat_flour", "oat_flour", "coconut_flour", "whey_isolate", "skyr", "egg", "sugar", "erythritol", "butter",
    "white_beans_canned", "baking_powder", "baking_soda", "lemon_juice", "gelatine", "salt", "apple_sauce",
)  # fmt: skip
FAMILIES = ("cookie", "brownie", "muffin", "cake", "baked-cheesecake", "set-cheesecake", "pancake", "no-bake-bite")

amounts = st.dictionaries(st.sampled_from(FOODS), st.floats(1, 300), min_size=3, max_size=9)


class Rows(unittest.TestCase):
    @settings(max_examples=150)
    @given(amounts, st.sampled_from(FAMILIES), st.sampled_from([1.0, 0.9, 1.15]))
    def test_a_dough_inside_its_rows_is_inside_its_windows(
        self, grams: dict[str, float], family: str, factor: float
    ) -> None:
        lines = tuple(Line(f"{mass:.2f} g it", slug) for slug, mass in grams.items())
        dough = judge_dough(evaluate((Part("", lines),), 10, CUPBOARD, ReadingPreferences()), family, CUPBOARD)
        names = [dial.name for dial in crumb_check(dough).dials]
        learned = Learned({(name, family): factor for name in names}) if factor != 1 else NOTHING_LEARNED
        dials = crumb_check(dough, learned).dials
        rows = crumb_constraints(dough.composition, family, dials, learned)
        for dial in dials:
            mine = [row for row in rows if row.dial == dial.name]
            if dial.verdict in (Verdict.UNKNOWN, Verdict.NOT_APPLICABLE):
                self.assertEqual(mine, [])
                continue
            # Whatever the dial says, the dough as it is is allowed: nothing is asked that it did not do before.
            for row in mine:
                self.assertGreaterEqual(row.at(dough.composition), -1e-6 * max(1.0, dough.composition.dough_g), row)
            self.assertTrue(mine)

    def test_only_a_fresh_dough_is_held_to_windows_it_misses(self) -> None:
        part = Part("", tuple(map(Line, ("300 g wheat flour", "20 g sugar", "1 egg", "6 g baking powder"))))
        dough = judge_dough(evaluate((part,), 10, CUPBOARD, ReadingPreferences()), "muffin", CUPBOARD)
        dials = crumb_check(dough).dials
        out = {dial.name for dial in dials if dial.verdict in (Verdict.LOW, Verdict.HIGH)}
        self.assertTrue(out)
        for fresh in (False, True):
            rows = crumb_constraints(dough.composition, "muffin", dials, NOTHING_LEARNED, fresh=fresh)
            missed = {row.dial for row in rows if row.at(dough.composition) < -0.1}
            self.assertEqual(missed, out if fresh else set())

    @settings(max_examples=150)
    @given(amounts, amounts, st.sampled_from(FAMILIES))
    def test_what_the_rows_of_a_good_dough_let_through_fits(
        self, grams: dict[str, float], more: dict[str, float], family: str
    ) -> None:
        def dough(of: dict[str, float]):  # type: ignore[no-untyped-def]
            lines = tuple(Line(f"{mass:.2f} g it", slug) for slug, mass in of.items())
            return judge_dough(evaluate((Part("", lines),), 10, CUPBOARD, ReadingPreferences()), family, CUPBOARD)

        was = dough(grams)
        now = dough(grams | {slug: mass for slug, mass in more.items() if slug in grams})
        before = {dial.name: dial for dial in crumb_check(was).dials}
        rows: tuple[CrumbConstraint, ...] = crumb_constraints(was.composition, family, before.values(), NOTHING_LEARNED)
        checked = 0
        for dial in crumb_check(now).dials:
            if before[dial.name].verdict is not Verdict.FITS or dial.verdict is Verdict.NOT_APPLICABLE:
                continue
            mine = [row for row in rows if row.dial == dial.name]
            inside = all(row.at(now.composition) >= 0 for row in mine)
            # A foam, or air beaten in, may come or go with the amounts; the dials themselves judge that in the end.
            if inside and dial.name not in ("leavening", "hydration", "fat"):
                self.assertIs(dial.verdict, Verdict.FITS, (dial, before[dial.name]))
                checked += 1
        assume(checked)


MUFFIN = Composition(
    mass_g=600, dough_g=600, water_g=230, water_holding_g=110, dry_g=150, body_g=12, goods_g=160, flour_g=160,
    powder_g=20, gluten_g=75, sugars_g=60,
    crystals_g=50, sweetness_g=80, browning_g=20, fat_g=40, loose_fat_g=30, free_fat_g=30, added_fat_g=20,
    leavening_g=6,
    egg_count=1.5, own_egg_count=1.5,
    egg_mass_g=75, tender_g=12, salt_g=3, dairy_g=100,
)  # fmt: skip
SPONGE = Composition(
    mass_g=440, dough_g=440, water_g=155, water_holding_g=72, dry_g=120, flour_g=120, gluten_g=120, sugars_g=120,
    crystals_g=120, sweetness_g=120,
    browning_g=120, fat_g=20, loose_fat_g=20, egg_count=4, own_egg_count=4, egg_mass_g=200, salt_g=1,
)  # fmt: skip
CHEESECAKE = Composition(
    mass_g=1000, dough_g=1000, water_g=600, water_holding_g=0, sugars_g=150, sweetness_g=150, fat_g=200,
    loose_fat_g=200, egg_count=4, own_egg_count=4,
    egg_mass_g=200, dairy_g=800, stiffening_g=5, salt_g=4,
)  # fmt: skip


def moved(composition: Composition, name: str, value: float) -> Composition:
    """The dough with one of its sums another."""
    return replace(composition, **{name: value})  # type: ignore[arg-type] # all sums are floats


def edge(composition: Composition, name: str, to: float, fits: Callable[[Composition], bool]) -> float:
    """The value of a sum, on its way from what it is to `to`, from which on the dough does not fit any more."""
    inside, outside = getattr(composition, name), to
    for _ in range(60):
        middle = (inside + outside) / 2
        if fits(moved(composition, name, middle)):
            inside = middle
        else:
            outside = middle
    return float(inside)


class Edges(unittest.TestCase):
    learned = NOTHING_LEARNED

    def same_edge(self, composition: Composition, family: str, dial: str, name: str, to: float) -> None:
        dials = dials_of(composition, family, self.learned)
        rows = [row for row in crumb_constraints(composition, family, dials, self.learned) if row.dial == dial]

        def by_dial(other: Composition) -> bool:
            return {each.name: each.verdict for each in dials_of(other, family, self.learned)}[dial] is Verdict.FITS

        def by_rows(other: Composition) -> bool:
            return all(row.at(other) >= 0 for row in rows)

        self.assertTrue(by_dial(composition), "the dough fits to begin with")
        self.assertFalse(by_dial(moved(composition, name, to)), "it does not in the end")
        there = edge(composition, name, to, by_dial)
        # A dial forgives what lies closer than it is written with, five in ten thousand of its upper end.
        self.assertAlmostEqual(
            edge(composition, name, to, by_rows), there, delta=8e-3 * abs(to - getattr(composition, name)), msg=name
        )

    def test_hydration_moves_with_sugar_and_loose_fat(self) -> None:
        self.same_edge(MUFFIN, "muffin", "hydration", "water_g", 20)
        self.same_edge(MUFFIN, "muffin", "hydration", "water_g", 900)
        self.same_edge(MUFFIN, "muffin", "hydration", "sugars_g", 900)
        self.same_edge(MUFFIN, "muffin", "hydration", "free_fat_g", 900)
        rich = replace(MUFFIN, sugars_g=300, loose_fat_g=200, water_g=60)
        self.same_edge(rich, "muffin", "hydration", "water_g", 0)

    def test_powder_is_a_share_of_flour_and_pulses_and_helped_by_what_is_tender(self) -> None:
        self.same_edge(MUFFIN, "muffin", "powder-share", "powder_g", 190)
        self.same_edge(replace(MUFFIN, goods_g=240), "muffin", "powder-share", "powder_g", 270)
        # Helped in full: more that is tender allows no more powder.
        self.same_edge(replace(MUFFIN, tender_g=200, goods_g=210), "muffin", "powder-share", "powder_g", 240)

    def test_what_is_tender_spares_fat(self) -> None:
        self.same_edge(replace(MUFFIN, fat_g=14, tender_g=4), "muffin", "fat", "fat_g", 0)
        self.same_edge(replace(MUFFIN, fat_g=6, tender_g=10), "muffin", "fat", "tender_g", 0)
        self.same_edge(MUFFIN, "muffin", "fat", "free_fat_g", 400)

    def test_soda_lifts_four_times_with_acid_and_half_of_it_without(self) -> None:
        soured = replace(MUFFIN, leavening_g=0, soda_g=2, acid_g=50)
        self.same_edge(soured, "muffin", "leavening", "soda_g", 0)
        self.same_edge(soured, "muffin", "leavening", "soda_g", 20)
        self.same_edge(replace(MUFFIN, leavening_g=0, soda_g=3, acid_g=0), "muffin", "leavening", "soda_g", 0)
        self.same_edge(replace(MUFFIN, leavening_g=2, soda_g=1, acid_g=0.4), "muffin", "leavening", "leavening_g", 0)

    def test_air_beaten_in_takes_room_from_baking_powder(self) -> None:
        self.same_edge(SPONGE, "cake", "leavening", "leavening_g", 60)
        self.same_edge(MUFFIN, "muffin", "leavening", "leavening_g", 60)

    def test_what_was_learned_moves_the_edge(self) -> None:
        self.learned = Learned({("hydration", "muffin"): 1.2, ("binder", ""): 0.8, ("fat", ""): 1.3})
        self.same_edge(MUFFIN, "muffin", "hydration", "water_g", 20)
        self.same_edge(MUFFIN, "muffin", "hydration", "water_g", 1100)
        self.same_edge(MUFFIN, "muffin", "binder", "egg_count", 0)
        self.same_edge(replace(MUFFIN, fat_g=14, tender_g=4), "muffin", "fat", "fat_g", 0)

    def test_gluten_and_fat_say_how_many_eggs(self) -> None:
        self.same_edge(MUFFIN, "muffin", "binder", "egg_count", 0)
        self.same_edge(replace(MUFFIN, gluten_g=0), "muffin", "binder", "egg_count", 0)
        # Wheat with water to spare needs none; a dry dough of it does.
        self.same_edge(replace(MUFFIN, gluten_g=160, water_g=20), "muffin", "binder", "egg_count", 0)
        self.same_edge(replace(MUFFIN, egg_count=9), "muffin", "binder", "own_egg_count", 9)
        self.same_edge(replace(MUFFIN, added_fat_g=90), "muffin", "binder", "egg_count", 0)

    def test_what_sets_a_cheesecake_and_what_sweetens_and_salts(self) -> None:
        self.same_edge(CHEESECAKE, "baked-cheesecake", "set", "own_egg_count", 0)
        self.same_edge(CHEESECAKE, "baked-cheesecake", "set", "stiffening_g", 60)
        for name in ("sweetness", "salt-browning"):
            total = {"sweetness": "sweetness_g", "salt-browning": "salt_g"}[name]
            self.same_edge(MUFFIN, "muffin", name, total, 0)
            self.same_edge(MUFFIN, "muffin", name, total, 500)
