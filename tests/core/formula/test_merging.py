"""core/formula/merging: what a base carries into its branches."""

import unittest

from hypothesis import given
from hypothesis import strategies as st

from ample_crumb.core.formula.formula import Line, Part
from ample_crumb.core.formula.merging import merge_base_changes, shared_lines

names = st.lists(st.sampled_from([Line(f"{grams} g oats") for grams in range(1, 9)]), unique=True, max_size=6)
parts_of = names.map(lambda lines: (Part("", tuple(lines)),))


class Branches(unittest.TestCase):
    @given(parts_of, parts_of)
    def test_a_branch_that_changed_nothing_becomes_the_base(self, was: tuple[Part], now: tuple[Part]) -> None:
        self.assertEqual(set(merge_base_changes(was, now, was).parts[0].lines), set(now[0].lines))

    @given(parts_of, parts_of)
    def test_a_base_that_changed_nothing_leaves_a_branch_alone(self, base: tuple[Part], branch: tuple[Part]) -> None:
        self.assertEqual(merge_base_changes(base, base, branch).parts, branch)

    @given(parts_of, parts_of, parts_of)
    def test_what_is_a_branchs_own_stays(self, was: tuple[Part], now: tuple[Part], branch: tuple[Part]) -> None:
        own = set(branch[0].lines) - set(was[0].lines)
        made = merge_base_changes(was, now, branch)
        self.assertLessEqual(own, set(made.parts[0].lines))
        self.assertEqual(len(made.parts[0].lines), len(set(made.parts[0].lines)))
        # Followed once, following again does nothing.
        self.assertEqual(merge_base_changes(now, now, made.parts).parts, made.parts)

    def test_new_parts_come_along_and_own_ones_stay(self) -> None:
        base = (Part("Dough", (Line("2 eggs"),)),)
        branch = (*base, Part("Plums", (Line("200 g plums"),)))
        now = (*base, Part("Glaze", (Line("40 g icing sugar"),)))
        made = merge_base_changes(base, now, branch)
        self.assertEqual([part.name for part in made.parts], ["Dough", "Plums", "Glaze"])
        self.assertEqual(shared_lines(now, branch), 1)
