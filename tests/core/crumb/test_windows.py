"""core/crumb/windows: every family has them, where they mean something."""

import unittest

from ample_crumb.core.crumb.dials.dial import Verdict
from ample_crumb.core.crumb.dials.judge import RULES
from ample_crumb.core.crumb.windows import family_windows
from ample_crumb.core.formula.families import families
from tests.core.given import checked, part


class Families(unittest.TestCase):
    def test_each_has_windows_and_a_name(self) -> None:
        self.assertEqual(set(family_windows()), {family.slug for family in families()})
        for of in family_windows().values():
            for window in (of.hydration, of.sweetness, of.fat, of.leavening, of.setting, of.salt):
                self.assertTrue(window is None or window.low < window.high)

    def test_dials_apply_where_they_mean_something(self) -> None:
        frosting = checked(part("200 g quark", "60 g icing sugar", "100 g butter"), family="frosting")
        not_there = {dial.name for dial in frosting.dials if dial.verdict is Verdict.NOT_APPLICABLE}
        self.assertLessEqual({"hydration", "leavening", "binder", "set"}, not_there)
        self.assertEqual([dial.name for dial in frosting.dials], [rule.name for rule in RULES])
