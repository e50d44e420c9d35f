"""core/reformulate/crumb_constraints: the rows of a dial say what the dial says, for any dough of its family."""

import unittest

from hypothesis import assume, given, settings
from hypothesis import strategies as st

from ample_crumb.core.crumb.check import crumb_check, judge_dough
from ample_crumb.core.crumb.dials.dial import NOTHING_LEARNED, Learned, Verdict
from ample_crumb.core.food.cupboard import reference_cupboard
from ample_crumb.core.formula.evaluation import evaluate
from ample_crumb.core.formula.formula import Line, Part
from ample_crumb.core.formula.reading import ReadingPreferences
from ample_crumb.core.reformulate.crumb_constraints import CrumbConstraint, crumb_constraints

CUPBOARD = reference_cupboard()
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
