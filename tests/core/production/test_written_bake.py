"""core/production/written_bake: minutes in the oven, at rest and under cover, as texts say them."""

import unittest

from hypothesis import given
from hypothesis import strategies as st

from ample_crumb.core.production.written_bake import WrittenBake, bakes_said, read_bake

TIMES = {
    "Bake for 20 to 25 minutes.": (20, 25),
    "Bake at 180 C for 30 min, then cool 10 minutes.": (30, 30),
    "Chill 30 minutes.\nBake 12-15 mins until golden": (12, 15),
    "Cook time: 40 minutes": (40, 40),
    "Prep time: 10 minutes\nBake 1 hour 10 minutes": (70, 70),
    "Bake for 1 to 2 hours": (60, 120),
    "Preheat the oven for 10 minutes. Bake 22 minutes": (22, 22),
    "Mix for 2 minutes": (None, None),
    "Microwave 90 seconds, then rest 1 minute": (None, None),
}


class Baking(unittest.TestCase):
    def test_minutes_in_the_oven(self) -> None:
        for text, (low, high) in TIMES.items():
            with self.subTest(text):
                found = read_bake(text)
                self.assertEqual((found.low_min, found.high_min), (low, high))

    def test_rest_and_cover(self) -> None:
        self.assertEqual(
            read_bake("Bake 35 minutes, cover loosely with foil after 20.\nLeave to cool 15 minutes in the tin."),
            WrittenBake(35, 35, 15, covered=True),
        )

    def test_each_time_that_is_said(self) -> None:
        said = bakes_said("Cook time: 35 minutes\nMix it for 3 minutes.\nBake 20 minutes.")
        self.assertEqual(said, (("Cook time: 35 minutes", (35, 35)), ("Bake 20 minutes.", (20, 20))))

    @given(st.text(max_size=80))
    def test_any_text_gives_minutes_in_order(self, text: str) -> None:
        found = read_bake(f"Bake {text} minutes")
        self.assertTrue(found.low_min is None or found.high_min is None or 0 < found.low_min <= found.high_min)
