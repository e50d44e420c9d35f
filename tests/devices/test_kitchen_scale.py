"""The simulated scale: what a scale shows while somebody pours, and when it fails."""

import unittest

from hypothesis import given
from hypothesis import strategies as st

from ample_crumb.devices.kitchen_scale import Commanded, ScaleCommand, ScaleLost, SimulatedScale

POUR, TARE = ScaleCommand.POUR, ScaleCommand.TARE


class SimulatedScales(unittest.TestCase):
    def test_pouring_takes_its_time_and_settles(self) -> None:
        scale = SimulatedScale([Commanded(10, POUR, 208, over_s=4)])
        self.assertEqual(scale.reading(9).mass_g, 0)
        half = scale.reading(12)
        self.assertEqual((half.mass_g, half.stable), (104, False))
        self.assertEqual((scale.reading(14.1).mass_g, scale.reading(14.1).stable), (208, False))
        self.assertTrue(scale.reading(15).stable)

    def test_tared_it_counts_from_there_and_taking_out_takes_off(self) -> None:
        commands = [
            Commanded(0, POUR, 500),
            Commanded(1, TARE),
            Commanded(2, POUR, 60),
            Commanded(3, ScaleCommand.TAKE_OUT, 10),
        ]
        reading = SimulatedScale(commands).reading(9)
        self.assertEqual((reading.mass_g, reading.tare_g), (50, 500))

    def test_it_drifts_by_the_minute(self) -> None:
        scale = SimulatedScale([Commanded(0, POUR, 100), Commanded(10, ScaleCommand.DRIFT, 3)])
        self.assertEqual(scale.reading(70).mass_g, 103)

    def test_too_much_is_overload_and_no_weight(self) -> None:
        reading = SimulatedScale([Commanded(0, POUR, 6000)]).reading(5)
        self.assertEqual((reading.overload, reading.mass_g, reading.stable), (True, 0, False))

    def test_a_flat_battery_and_a_dropped_line_are_no_readings(self) -> None:
        for commands, words in (
            ([Commanded(0, ScaleCommand.BATTERY, battery_share=0)], "battery"),
            ([Commanded(0, ScaleCommand.DROP_LINE)], "line"),
        ):
            with self.subTest(words), self.assertRaisesRegex(ScaleLost, words):
                SimulatedScale(commands).reading(1)

    def test_what_was_poured_while_the_line_was_down_is_there_when_it_is_back(self) -> None:
        commands = [Commanded(0, ScaleCommand.DROP_LINE), Commanded(1, POUR, 80), Commanded(5, ScaleCommand.CONNECT)]
        self.assertEqual(SimulatedScale(commands).reading(6).mass_g, 80)

    @given(st.lists(st.tuples(st.floats(0, 50), st.floats(0, 400)), max_size=8))
    def test_it_shows_all_that_was_poured_in_whatever_order_it_is_told(self, pours: list[tuple[float, float]]) -> None:
        commands = [Commanded(at_s, POUR, mass_g, over_s=1) for at_s, mass_g in pours]
        shown = SimulatedScale(commands).reading(100).mass_g
        self.assertAlmostEqual(shown, sum(mass_g for _, mass_g in pours), delta=0.06)
        self.assertEqual(SimulatedScale(commands[::-1]).reading(100).mass_g, shown)
