"""When to look at pieces of each size: sizes that are alike come out together."""

from unittest import TestCase

from ample_crumb.core.batch.lot_windows import LotWindow, apart_by_size


def windows(*sizes_g: float) -> tuple[LotWindow, ...]:
    return tuple(LotWindow(1, grams, 8 + place, 10 + place) for place, grams in enumerate(sizes_g))


class ApartBySize(TestCase):
    def test_sizes_a_fifth_apart_come_out_apart(self) -> None:
        self.assertEqual(apart_by_size(windows(30, 36)), windows(30, 36))
        self.assertEqual(apart_by_size(windows(30, 33, 60)), windows(30, 33, 60))

    def test_sizes_alike_are_done_together(self) -> None:
        self.assertEqual(apart_by_size(windows(30, 35)), ())

    def test_one_size_has_nothing_to_come_out_before(self) -> None:
        self.assertEqual(apart_by_size(windows(30)), ())
        self.assertEqual(apart_by_size(()), ())
