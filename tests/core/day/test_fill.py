"""core/day/fill: what closes a day, against every combination counted out."""

import math
import unittest
from collections.abc import Iterator, Sequence
from dataclasses import replace
from itertools import product

from hypothesis import given, settings
from hypothesis import strategies as st

from ample_crumb.core.day.fill import SURE, DayRoom, FillFood, FillStatus, fill_day
from ample_crumb.core.problem import CannotUse

BAR = FillFood("bar", 97, 11, 5, 6, 72)
BLONDIE = FillFood("blondie", 157, 12.7, 8, 4, 24)
SOON, LATE = 24, 290
SKYR = FillFood("skyr", 95, 16.5, 3, 2)


def combinations(foods: Sequence[FillFood], room: DayRoom, step: float) -> Iterator[tuple[float, ...]]:
    """Every one that stays within the energy, and surely so where that is asked."""
    for steps in product(*(range(math.floor((food.available_count or 0) / step) + 1) for food in foods)):
        counts = [step * each for each in steps]
        left = room.energy_kcal - sum(food.energy_kcal * count for food, count in zip(foods, counts, strict=True))
        sds = [food.energy_sd_kcal * count for food, count in zip(foods, counts, strict=True)]
        if left >= (1.645 * math.hypot(room.energy_sd_kcal, *sds) if room.sure else 0):
            yield tuple(counts)


def protein_g(foods: Sequence[FillFood], counts: Sequence[float]) -> float:
    return sum(food.protein_g * count for food, count in zip(foods, counts, strict=True))


FOODS = st.lists(
    st.builds(
        FillFood,
        key=st.just(""),
        energy_kcal=st.integers(20, 260).map(float),
        protein_g=st.integers(0, 30).map(float),
        energy_sd_kcal=st.sampled_from((0.0, 4.0, 15.0)),
        available_count=st.sampled_from((1.0, 2.0, 3.0)),
        eat_by_h=st.none() | st.sampled_from((5, 30, 54)),
    ),
    min_size=1,
    max_size=4,
)


class Filled(unittest.TestCase):
    @settings(max_examples=60)
    @given(FOODS, st.integers(1, 600), st.integers(1, 70), st.sampled_from((0.5, 1.0)))
    def test_as_few_pieces_as_any_combination(self, foods: list[FillFood], kcal: int, wanted: int, step: float) -> None:
        foods = [FillFood(str(n), *(getattr(food, name) for name in _FIGURES)) for n, food in enumerate(foods)]
        room = DayRoom(kcal, wanted)
        every = list(combinations(foods, room, step))
        enough = [counts for counts in every if protein_g(foods, counts) >= wanted]
        found = fill_day(foods, room, step)
        for answer in found.answers:
            self.assertLessEqual(answer.energy_kcal, kcal + 1e-9)
        if enough:
            self.assertIs(found.status, FillStatus.MET)
            self.assertEqual(sum(count for _, count in found.answers[0].portions), min(map(sum, enough)))
            self.assertTrue(all(answer.protein_g >= wanted - 1e-9 for answer in found.answers))
        else:
            self.assertIs(found.status, FillStatus.NEAREST)
            most = max(protein_g(foods, counts) for counts in every)
            self.assertAlmostEqual(found.answers[0].protein_g if found.answers else 0.0, most)

    @settings(max_examples=40)
    @given(FOODS, st.integers(50, 600), st.integers(1, 40), st.sampled_from((0.0, 20.0)))
    def test_sure_to_stay_under(self, foods: list[FillFood], kcal: int, wanted: int, eaten_sd: float) -> None:
        foods = [FillFood(str(n), *(getattr(food, name) for name in _FIGURES)) for n, food in enumerate(foods)]
        found = fill_day(foods, DayRoom(kcal, wanted, eaten_sd, sure=True))
        for answer in found.answers:
            self.assertGreaterEqual(answer.sure_share, SURE)
        # With half a kcal less of room, where rounding has no say, what is possible is found.
        enough = [c for c in combinations(foods, DayRoom(kcal - 0.5, wanted, eaten_sd, sure=True), 1.0) if
                  protein_g(foods, c) >= wanted]  # fmt: skip
        if enough:
            self.assertIs(found.status, FillStatus.MET)

    def test_what_expires_first_goes_first(self) -> None:
        late, soon = (FillFood(key, 150, 12, eat_by_h=hours) for key, hours in (("late", LATE), ("soon", SOON)))
        answers = fill_day([late, FillFood("never", 150, 12), soon], DayRoom(300, 10)).answers
        self.assertEqual([answer.portions for answer in answers], [(("soon", 1),), (("late", 1),), (("never", 1),)])

    def test_another_way_does_without_something(self) -> None:
        found = fill_day([BAR, BLONDIE, SKYR, FillFood("bark", 70, 5, 4, 10)], DayRoom(318, 35))
        sets = [{key for key, _ in answer.portions} for answer in found.answers]
        self.assertGreater(len(sets), 1)
        self.assertFalse(any(a <= b for place, b in enumerate(sets) for a in sets[:place]))

    def test_what_is_had_whole_is_not_halved(self) -> None:
        meal = FillFood("meal", 200, 20, whole=True)
        self.assertEqual(fill_day([meal], DayRoom(300, 8), 0.5).answers[0].portions, (("meal", 1),))
        # Half a bar is fewer than a whole meal.
        both = fill_day([meal, FillFood("bar", 120, 20)], DayRoom(300, 8), 0.5).answers[0]
        self.assertEqual(both.portions, (("bar", 0.5),))

    def test_what_was_eaten_already_gives_way_to_something_else(self) -> None:
        again, other = FillFood("again", 100, 20, eaten=True), FillFood("other", 100, 20)
        self.assertEqual(fill_day([again, other], DayRoom(200, 15)).answers[0].portions, (("other", 1),))
        # Of as many pieces two things are better than twice one.
        mixed = fill_day([FillFood("a", 100, 20), FillFood("b", 100, 20)], DayRoom(200, 35)).answers[0]
        self.assertEqual(mixed.portions, (("a", 1), ("b", 1)))

    def test_the_nearest_says_what_is_missing(self) -> None:
        found = fill_day([BAR, BLONDIE, SKYR], DayRoom(200, 41))
        self.assertIs(found.status, FillStatus.NEAREST)
        self.assertEqual(found.answers[0].portions, (("skyr", 2),))
        self.assertIn("8 g of protein still to find", found.sentence)
        # 2 skyr and 1 bar bring 44 g for 287 kcal: 87 more than there are.
        self.assertIn("87 kcal more", found.sentence)
        self.assertIn("All that is here", fill_day([SKYR], DayRoom(400, 60)).sentence)

    def test_what_is_of_one_batch_errs_together(self) -> None:
        # Two pieces of 30 kcal of doubt each are 60 together, times 1.645 is 98.7; of two batches 69.8.
        one, other = FillFood("one", 100, 10, 30, 3), FillFood("other", 100, 10, 30, 3)
        for kcal, batches, status in ((298, 1, "nearest"), (299, 1, "met"), (269, 2, "nearest"), (270, 2, "met")):
            found = fill_day([one, other][:batches], DayRoom(kcal, 20, sure=True))
            self.assertEqual((kcal, found.status), (kcal, status))

    def test_nothing_to_do_and_nothing_to_do_it_with(self) -> None:
        self.assertIs(fill_day([BAR], DayRoom(300, 0)).status, FillStatus.MET)
        self.assertEqual(fill_day([BAR], DayRoom(-20, 30)).answers, ())
        self.assertIn("no energy left", fill_day([BAR], DayRoom(-20, 30)).sentence)
        self.assertEqual(fill_day([], DayRoom(300, 30)).answers, ())
        with self.assertRaisesRegex(CannotUse, "200 things"):
            fill_day([BAR] * 201, DayRoom(300, 30))

    def test_sure_is_the_share_of_days_that_stay_under(self) -> None:
        # One kcal of spread to one kcal left is one standard deviation: 84.1 % of the normal distribution.
        answer = fill_day([FillFood("one", 100, 10, 6)], DayRoom(110, 5, 8)).answers[0]
        self.assertAlmostEqual(answer.sure_share, 0.8413, places=4)


_FIGURES = ("energy_kcal", "protein_g", "energy_sd_kcal", "available_count", "eat_by_h")


class Sitting(unittest.TestCase):
    def test_no_more_than_two_scoops_of_powder_however_few_pieces_that_were(self) -> None:
        whey = FillFood("whey", 115, 24, powder_g=30, piece_g=30)
        found = fill_day([whey, FillFood("quark", 65, 12, piece_g=100)], DayRoom(900, 90))
        for answer in found.answers:
            self.assertLessEqual(dict(answer.portions).get("whey", 0), 2)
        self.assertEqual(found.status, FillStatus.MET)
        # Powder of two makers is powder.
        both = fill_day([whey, replace(whey, key="casein")], DayRoom(900, 90))
        self.assertEqual(both.status, FillStatus.NEAREST)
        self.assertTrue(all(sum(dict(answer.portions).values()) <= 2 for answer in both.answers))

    def test_no_kilo_of_one_thing(self) -> None:
        found = fill_day([FillFood("quark", 65, 12, piece_g=100)], DayRoom(900, 100))
        self.assertEqual((found.status, found.answers[0].portions), (FillStatus.NEAREST, (("quark", 7.0),)))
        # A single piece is never too much of itself.
        self.assertEqual(fill_day([FillFood("cake", 500, 30, 0, 1, piece_g=900)], DayRoom(900, 30)).status, "met")

    @given(FOODS, st.integers(0, 60), st.sampled_from((0.5, 1.0)))
    def test_whatever_there_is(self, foods: list[FillFood], powder: int, step: float) -> None:
        keyed = [replace(food, key=str(place), powder_g=powder) for place, food in enumerate(foods)]
        for answer in fill_day(keyed, DayRoom(600, 40), step).answers:
            self.assertLessEqual(powder * sum(count for _, count in answer.portions), 60 + 1e-6)
