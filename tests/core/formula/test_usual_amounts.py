"""core/formula/usual_amounts: a guess where nobody says how much."""

import unittest

from hypothesis import given
from hypothesis import strategies as st

from ample_crumb.core.formula.families import families
from ample_crumb.core.formula.usual_amounts import usual_amount
from tests.core.given import CUPBOARD


class Guesses(unittest.TestCase):
    def test_a_family_has_its_own_share_where_it_has_one(self) -> None:
        self.assertAlmostEqual(usual_amount("nut butter", "cake", 300).usual_g, 60)
        self.assertAlmostEqual(usual_amount("nut butter", "no-bake-bite", 300).usual_g, 120)
        self.assertAlmostEqual(usual_amount("moon dust", "", 100).usual_g, 10)

    @given(
        st.sampled_from(sorted({item.role for item in CUPBOARD.ingredients.values()})),
        st.sampled_from([family.slug for family in families()]),
        st.floats(1, 5000),
    )
    def test_the_usual_lies_between_a_little_and_plenty(self, role: str, family: str, beside_g: float) -> None:
        found = usual_amount(role, family, beside_g)
        self.assertLess(0, found.low_g)
        self.assertLess(found.low_g, found.usual_g)
        self.assertLess(found.usual_g, found.high_g)

    def test_nothing_to_go_by_is_refused(self) -> None:
        with self.assertRaisesRegex(ValueError, "beside_g"):
            usual_amount("nut", "cake", 0)
