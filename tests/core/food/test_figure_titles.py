"""Titles of figures against a label as the law has it."""

import unittest

from ample_crumb.core.food.figure_titles import FIGURE_TITLES


class Titles(unittest.TestCase):
    def test_the_order_of_a_european_label(self) -> None:
        # Regulation (EU) 1169/2011 Annex XV, first column.
        law = ["energy_kj", "fat_g", "saturates_g", "carbohydrate_g", "sugars_g", "polyols_g", "fibre_g", "protein_g"]
        ours = [name for name in FIGURE_TITLES if name in [*law, "salt_g"]]
        self.assertEqual(ours, [*law, "salt_g"])

    def test_parts_follow_what_they_are_within_and_a_unit_is_that_of_the_name(self) -> None:
        before: list[str] = []
        for figure in FIGURE_TITLES.values():
            with self.subTest(figure.name):
                self.assertIn(figure.within, ["", *before])
                self.assertTrue(figure.name.endswith("_" + figure.unit.lower()))
            before.append(figure.name)
