"""How long opened packs keep."""

import unittest

from ample_crumb.core.food.cupboard import reference_cupboard
from ample_crumb.core.keeping.opened_goods import opened_life_of
from ample_crumb.core.keeping.places import Place
from ample_crumb.core.tables import read_table


class Opened(unittest.TestCase):
    def days(self, slug: str, place: Place | None = None) -> tuple[float, float]:
        life = opened_life_of(reference_cupboard().ingredients[slug])
        return life.days_at(place or life.home)

    def test_published_times(self) -> None:
        """USDA FoodKeeper (from memory): cottage cheese a week, canned pulses 3 to 4 days, carton egg 3 days, cream
        cheese two weeks, butter one to two months."""
        self.assertEqual(self.days("cottage_cheese_2")[1], 7)
        self.assertEqual(self.days("chickpeas_canned"), (3, 4))
        self.assertEqual(self.days("egg_white_carton")[0], 3)
        self.assertEqual(self.days("cream_cheese")[1], 14)
        self.assertEqual(self.days("butter_salted"), (30, 60))
        self.assertNotEqual(self.days("buttermilk"), (30, 60))

    def test_dry_pulses_are_no_canned_ones(self) -> None:
        self.assertGreater(self.days("chickpeas_dry")[0], 20)

    def test_where_it_stands_counts(self) -> None:
        self.assertEqual(self.days("quark_0", Place.COUNTER)[0], 2 / 24)
        self.assertEqual(self.days("quark_0", Place.FREEZER)[0], 90)
        self.assertEqual(self.days("wheat_flour", Place.FRIDGE), self.days("wheat_flour"))

    def test_every_food_has_a_time_and_every_time_a_source(self) -> None:
        for item in reference_cupboard().ingredients.values():
            life = opened_life_of(item)
            self.assertLessEqual(life.careful_days, life.usual_days, item.slug)
        for row in read_table("keeping/opened_goods"):
            self.assertRegex(row["source"], "common practice|from memory")
        self.assertEqual(opened_life_of(None).words, "Other goods")
