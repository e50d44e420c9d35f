"""The store: entries of a day in order, removed and laid back, found by name, and products with their labels."""

from dataclasses import replace
from datetime import UTC, date, datetime, timedelta
from uuid import UUID, uuid4

import psycopg

from ample_crumb.core.food.label import Label, LabelBasis, Style
from ample_crumb.core.food.nutrients import Figures, Nutrients, Portion, StandardUncertainty
from ample_crumb.core.food.product import Pack, PackMeasures, ProductDeclaration
from ample_crumb.store import days, dietary_profiles, kitchens, people, prices, products
from ample_crumb.store.days import LoggedEntry
from ample_crumb.store.dietary_profiles import DietaryProfileRow
from ample_crumb.store.people import Settings
from ample_crumb.store.prices import Price
from ample_crumb.store.products import ProductDetails
from ample_crumb.store.scope import Principal
from tests.store.case import StoreCase

DAY = date(2026, 5, 4)
NOON = datetime(2026, 5, 4, 12, tzinfo=UTC)
LABEL = Label(
    Style.US, LabelBasis.PER_SERVING, serving_g=30, energy_kcal=120, protein_g=24.5, fat_g=1.5, carbohydrate_g=3
)


class Kept(StoreCase):
    def eat(self, name: str, hours: float, principal: Principal | None = None) -> UUID:
        entry_id = uuid4()
        portion = Portion(Figures(100, Nutrients(energy_kcal=50)), StandardUncertainty(1, Nutrients(energy_kcal=3)))
        with self.database.unscoped() as connection:
            entry = LoggedEntry(
                id=entry_id,
                day=DAY,
                eaten_at=NOON + timedelta(hours=hours),
                kind="foods",
                name=name,
                text=f"100 g {name}",
                portion=portion,
            )
            days.add_entry(connection, principal or self.principal, entry)
        return entry_id

    def names(self) -> list[str]:
        with self.database.unscoped() as connection:
            return [row.name for row in days.day_entries(connection, self.principal, DAY)]

    def test_entries_stand_in_order_of_time_and_come_back_where_they_were(self) -> None:
        self.eat("Supper", 7)
        lunch = self.eat("Lunch", 0)
        self.eat("Tea", 4)
        self.assertEqual(self.names(), ["Lunch", "Tea", "Supper"])
        with self.database.unscoped() as connection:
            self.assertTrue(days.remove_entry(connection, self.principal, lunch, removed=True))
        self.assertEqual(self.names(), ["Tea", "Supper"])
        with self.database.unscoped() as connection:
            self.assertTrue(days.remove_entry(connection, self.principal, lunch, removed=False))
            self.assertFalse(days.remove_entry(connection, self.other, lunch, removed=True))
        self.assertEqual(self.names(), ["Lunch", "Tea", "Supper"])

    def test_amounts_come_back_to_the_last_digit(self) -> None:
        odd = 100 / 3
        portion = Portion(Figures(odd, Nutrients(energy_kcal=odd, salt_g=1e-7)), StandardUncertainty(odd, Nutrients()))
        with self.database.unscoped() as connection:
            entry = LoggedEntry(id=uuid4(), day=DAY, eaten_at=NOON, kind="foods", name="Thirds", portion=portion)
            days.add_entry(connection, self.principal, entry)
            (row,) = days.day_entries(connection, self.principal, DAY)
        self.assertEqual((row.portion().figures.mass_g, row.portion().figures.nutrients.salt_g), (odd, 1e-7))

    def test_days_are_found_by_what_was_eaten_and_signs_are_no_wild_cards(self) -> None:
        self.eat("50% oat_bran", 0)
        self.eat("Skyr", 1, self.other)
        with self.database.unscoped() as connection:
            found = {
                words: days.find_entries_by_words(connection, self.principal, words, 5)
                for words in ("OAT", "%", "skyr", "a%b")
            }
        self.assertEqual(found, {"OAT": [(DAY, "50% oat_bran")], "%": [(DAY, "50% oat_bran")], "skyr": [], "a%b": []})

    def test_settings_are_kept_and_bounded(self) -> None:
        wanted = Settings("metric", "us", "net", "dark", "CHF", "fan", 900, 0)
        with self.database.unscoped() as connection:
            people.save_person_settings(connection, self.principal, wanted)
            self.assertEqual(people.person_settings(connection, self.principal), wanted)
            self.assertEqual(people.person_settings(connection, self.other).measures, "us")
        with self.assertRaises(psycopg.errors.CheckViolation), self.database.unscoped() as connection:
            people.save_person_settings(
                connection, self.principal, Settings("imperial", "us", "net", "dark", "CHF", "fan", 900, 0)
            )

    def test_labels_come_back_as_printed_the_newest_first(self) -> None:
        product_id = uuid4()
        milk = ProductDeclaration(("milk",), vegan=False)
        with self.database.unscoped() as connection:
            kitchen = self.principal.kitchen_id
            about = ProductDetails(name="Whey", synonyms=("my whey",), role="")
            self.assertTrue(products.add(connection, kitchen, product_id, about))
            self.assertFalse(products.add(connection, kitchen, product_id, about))
            products.add_label(connection, kitchen, product_id, 1, Pack(LABEL, PackMeasures(scoop_g=31), milk))
            products.add_label(connection, kitchen, product_id, 2, Pack(LABEL))
            newest, oldest = products.changed_since(connection, kitchen)
            self.assertEqual(products.changed_since(connection, self.other.kitchen_id), [])
        self.assertEqual(
            (newest.number, newest.contains(), newest.measures()), (2, ProductDeclaration(), PackMeasures())
        )
        self.assertEqual((oldest.label(), oldest.contains(), oldest.measures().scoop_g), (LABEL, milk, 31))
        self.assertIsNone(oldest.label().salt_g)

    def test_a_rolled_back_change_leaves_no_trace(self) -> None:
        class Stop(Exception):
            pass

        with self.assertRaises(Stop), self.database.unscoped() as connection:
            products.mark_products_changed(connection, self.principal.kitchen_id, [])
            raise Stop
        with self.database.unscoped() as connection:
            self.assertIsNone(kitchens.kitchen_row(connection, self.principal).cupboard_revision)

    def test_prices_and_guests_are_the_kitchens_own(self) -> None:
        dietary_profile, kitchen, other = (
            DietaryProfileRow(uuid4(), "Anna", ["milk"]),
            self.principal.kitchen_id,
            self.other.kitchen_id,
        )
        with self.database.unscoped() as connection:
            for price in (Price(1.8, "450 g", 450), Price(0.1, "a spoon", 4.3)):
                prices.set_price(connection, kitchen, "skyr", price)
                self.assertEqual(prices.price_of(connection, kitchen, "skyr"), price)
            self.assertIsNone(prices.price_of(connection, other, "skyr"))
            dietary_profiles.put(connection, kitchen, dietary_profile)
            dietary_profiles.put(connection, other, replace(dietary_profile, name="Bert"))
            dietary_profiles.remove(connection, other, dietary_profile.id)
            self.assertEqual(
                (
                    dietary_profiles.list_dietary_profiles(connection, kitchen),
                    dietary_profiles.list_dietary_profiles(connection, other),
                ),
                ([dietary_profile], []),
            )
            row = kitchens.habits_row(connection, kitchen)
            self.assertAlmostEqual(row.prices["skyr"], 0.1 / 4.3)
            self.assertEqual((len(row.prices), row.dietary_profiles), (1, [["Anna", ["milk"], ""]]))
            self.assertEqual(kitchens.habits_row(connection, other).prices, {})
            prices.forget_price(connection, kitchen, "skyr")
            self.assertIsNone(prices.price_of(connection, kitchen, "skyr"))
