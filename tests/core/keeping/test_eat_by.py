"""Until when pieces are good, against published times and by what must hold for any history."""

import unittest
from typing import Final

from hypothesis import given
from hypothesis import strategies as st

from ample_crumb.core.formula.families import families
from ample_crumb.core.keeping.eat_by import EatBy, Stay, eat_by_of, spent_of
from ample_crumb.core.keeping.places import Place, Wrapping
from ample_crumb.core.keeping.shelf_life import ShelfLife, kind_of_family, shelf_lives

DAY_H: Final = 24.0
MONTH_H: Final = 30 * DAY_H

PLACES = st.sampled_from(list(Place))
LIVES = st.sampled_from(list(shelf_lives().values()))
SPOILING: Final = [life for life in shelf_lives().values() if life.spoils_warm]


def found(life: ShelfLife, *stays: tuple[Place, float]) -> EatBy:
    return eat_by_of(spent_of([Stay(place, from_h) for place, from_h in stays], life), life)


def of(family: str) -> ShelfLife:
    return shelf_lives()[kind_of_family(family)]


class Published(unittest.TestCase):
    def test_egg_and_dairy_desserts_keep_three_to_four_days_cold(self) -> None:
        """US food safety, leftovers and egg dishes: 3 to 4 days at 4 C (USDA's cold storage chart, from memory)."""
        for family in ("baked-cheesecake", "set-cheesecake", "pudding"):
            eat_by = found(of(family), (Place.FRIDGE, 0))
            self.assertTrue(3 * DAY_H <= eat_by.eat_by_h <= 4 * DAY_H, family)

    def test_what_spoils_stands_out_two_hours(self) -> None:
        """The two-hour rule of US food safety (from memory)."""
        for life in SPOILING:
            self.assertEqual(found(life, (Place.COUNTER, 0)).usual_until_h, 2, life.kind)

    def test_cheesecake_is_kept_a_week_and_cakes_two_to_four_months_frozen(self) -> None:
        """USDA FoodKeeper (from memory): cheesecake 7 days cold, 2 to 3 months frozen; muffins 1 to 2 days out."""
        self.assertEqual(found(of("baked-cheesecake"), (Place.FRIDGE, 0)).usual_until_h, 7 * DAY_H)
        frozen = found(of("baked-cheesecake"), (Place.FREEZER, 0))
        self.assertTrue(frozen.eat_by_h <= 2 * MONTH_H <= frozen.usual_until_h <= 3 * MONTH_H)
        self.assertTrue(DAY_H <= found(of("muffin"), (Place.COUNTER, 0)).eat_by_h <= 2 * DAY_H)

    def test_dry_cookies_are_at_their_best_three_to_four_days(self) -> None:
        """Common practice of the trade."""
        self.assertTrue(3 * DAY_H <= found(of("cookie"), (Place.COUNTER, 0)).eat_by_h <= 4 * DAY_H)

    def test_every_family_has_a_kind_and_every_kind_says_where_it_is_from(self) -> None:
        for family in families():
            self.assertIn(kind_of_family(family.slug), shelf_lives())
        for life in shelf_lives().values():
            self.assertRegex(life.source, "common practice|from memory")
            for place in Place:
                hours = life.hours(place)
                self.assertLessEqual(hours.careful_h, hours.usual_h, (life.kind, place))


class Histories(unittest.TestCase):
    @given(LIVES, st.floats(1, 40), st.floats(1, 2000))
    def test_the_freezer_stops_the_clock_and_thawing_starts_it_again(
        self, life: ShelfLife, before_h: float, frozen_h: float
    ) -> None:
        plain = found(life, (Place.FRIDGE, 0))
        if before_h >= plain.eat_by_h:
            return
        rested = found(life, (Place.FRIDGE, 0), (Place.FREEZER, before_h), (Place.FRIDGE, before_h + frozen_h))
        self.assertAlmostEqual(rested.eat_by_h, plain.eat_by_h + frozen_h, places=6)
        self.assertIn("does not count", rested.why)

    @given(LIVES, st.lists(st.tuples(PLACES, st.floats(0.1, 100)), min_size=1, max_size=6))
    def test_a_careful_date_is_never_after_the_usual_one_nor_before_it_was_made(
        self, life: ShelfLife, steps: list[tuple[Place, float]]
    ) -> None:
        at, stays = 0.0, []
        for place, hours in steps:
            stays.append((place, at))
            at += hours
        eat_by = found(life, *stays)
        self.assertTrue(0 <= eat_by.eat_by_h <= eat_by.usual_until_h)

    @given(st.sampled_from(SPOILING), st.floats(2.01, 40), st.sampled_from([Place.FRIDGE, Place.FREEZER]))
    def test_what_was_warm_too_long_is_not_saved_by_the_cold(
        self, life: ShelfLife, warm_h: float, place: Place
    ) -> None:
        eat_by = found(life, (Place.COUNTER, 0), (place, warm_h))
        self.assertEqual(eat_by.usual_until_h, 2)
        self.assertIn("stood warm", eat_by.why)

    def test_warm_times_add_up_over_moves(self) -> None:
        life = of("set-cheesecake")
        stays = ((Place.COUNTER, 0), (Place.FRIDGE, 1.5), (Place.COUNTER, 20))
        self.assertAlmostEqual(found(life, *stays).eat_by_h, 20.5)

    def test_an_hour_of_cooling_costs_an_hour(self) -> None:
        life = of("baked-cheesecake")
        self.assertAlmostEqual(found(life, (Place.COUNTER, 0), (Place.FRIDGE, 1)).eat_by_h, 3 * DAY_H)

    def test_half_a_life_out_leaves_half_a_life_in_the_fridge(self) -> None:
        life = of("muffin")
        eat_by = found(life, (Place.COUNTER, 0), (Place.FRIDGE, DAY_H))
        self.assertAlmostEqual(eat_by.eat_by_h, DAY_H + 0.5 * 4 * DAY_H)

    @given(LIVES, st.floats(1.01, 5), st.lists(PLACES, min_size=1, max_size=4))
    def test_what_is_over_is_over_wherever_it_goes(self, life: ShelfLife, times: float, places: list[Place]) -> None:
        """No freezer makes anything young again, and no fridge."""
        over_h = life.by_place[Place.FRIDGE].careful_h
        at, stays = over_h * times, [(Place.FRIDGE, 0.0)]
        for place in places:
            stays.append((place, at))
            at += 1.0
        self.assertLessEqual(found(life, *stays).eat_by_h, over_h + 1e-6)

    def test_frozen_too_late_says_so(self) -> None:
        eat_by = found(of("baked-cheesecake"), (Place.FRIDGE, 0), (Place.FREEZER, 5 * DAY_H))
        self.assertEqual((eat_by.eat_by_h, eat_by.for_taste), (3 * DAY_H, False))
        self.assertIn("past its careful date when it was frozen", eat_by.why)

    def test_what_was_used_up_before_is_said(self) -> None:
        self.assertIn("50% of its time", found(of("muffin"), (Place.COUNTER, 0), (Place.FRIDGE, DAY_H)).why)

    def test_pieces_laid_to_others_count_as_the_oldest(self) -> None:
        life = of("muffin")
        fresh = spent_of([Stay(Place.COUNTER, 0), Stay(Place.FREEZER, 1), Stay(Place.COUNTER, 47)], life)
        old = spent_of([Stay(Place.COUNTER, 0)], life).until(47, life)
        both = fresh.beside(old)
        self.assertAlmostEqual(eat_by_of(both, life).eat_by_h, 48)
        self.assertTrue(both.thawed)

    def test_pieces_laid_beside_warm_ones_have_stood_as_long_as_those(self) -> None:
        """By hand: an hour and a half of the two are used up by some, so half an hour is left to all."""
        life = of("set-cheesecake")
        stood = spent_of([Stay(Place.COUNTER, 0)], life).until(1.5, life)
        fresh = spent_of([Stay(Place.FRIDGE, 0)], life).until(1.5, life).moved(Place.COUNTER, Wrapping.COVERED)
        self.assertEqual(eat_by_of(fresh, life).eat_by_h, 3.5)
        for both in (fresh.beside(stood), stood.beside(fresh)):
            self.assertEqual(eat_by_of(both, life).eat_by_h, 2.0)

    def test_a_vacuum_keeps_frost_off_and_makes_nothing_moist_safer(self) -> None:
        for life in shelf_lives().values():
            plain, tight = (life.hours(Place.FRIDGE, each) for each in (Wrapping.COVERED, Wrapping.VACUUM))
            self.assertEqual(plain.careful_h, tight.careful_h)
            self.assertGreater(life.hours(Place.FREEZER, Wrapping.VACUUM).usual_h, life.hours(Place.FREEZER).usual_h)
            if life.spoils_warm:
                self.assertEqual(plain, tight)
        spent = spent_of([Stay(Place.FRIDGE, 0, Wrapping.VACUUM)], of("pudding"))
        self.assertIn("no safer", " ".join(eat_by_of(spent, of("pudding")).cautions))

    def test_warm_from_the_oven_it_is_not_frozen(self) -> None:
        life = of("muffin")
        self.assertIn("cool all through", found(life, (Place.FREEZER, 0)).at_first[0])
        later = found(life, (Place.COUNTER, 0), (Place.FREEZER, 3)).at_first
        self.assertEqual(later, ("Freeze the pieces apart on a tray first, then bag them.",))
