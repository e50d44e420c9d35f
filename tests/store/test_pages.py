"""Lists of the store in pages: every row once and in order, whatever they are narrowed to."""

from collections.abc import Iterator
from datetime import UTC, date, datetime, timedelta
from typing import Any, Final
from uuid import UUID, uuid4

from ample_crumb.core.food.label import Label, Style
from ample_crumb.core.food.nutrients import Figures, Nutrients, Portion, StandardUncertainty
from ample_crumb.core.food.product import Pack, ProductDeclaration
from ample_crumb.store import days, formula_writes, formulas, products
from ample_crumb.store.days import LoggedEntry
from ample_crumb.store.formula_writes import FormulaHead
from ample_crumb.store.formulas import FormulaRow, ListedFrom, ListOrder, Narrowed
from ample_crumb.store.products import OnShelf, ProductDetails, ProductRow, Shelf
from tests.store.case import StoreCase

LABEL: Final = Label(Style.EUROPEAN, energy_kcal=376, fat_g=4, carbohydrate_g=5, protein_g=80)
NAMES: Final = ("Rye 100% flour", "rye_flour", "Oat flour", "oat flour", "Älplers rye", "Zesty rye flour", "Bran")
NOW: Final = datetime(2026, 5, 4, 12, tzinfo=UTC)


class Pages(StoreCase):
    def setUp(self) -> None:
        super().setUp()
        self.ids = [uuid4() for _ in NAMES]
        with self.database.unscoped() as connection:
            for place, (product_id, name) in enumerate(zip(self.ids, NAMES, strict=True)):
                about = ProductDetails(name=name, synonyms=(), role="flour" if place % 2 else "fruit")
                products.add(connection, self.principal.kitchen_id, product_id, about)
                # The second label of the first is free of what the first one had.
                for number in (1, 2) if place == 0 else (1,):
                    allergens = {0: ("gluten",) * (number == 1), 1: ("milk",)}.get(place)
                    traces = ("gluten",) if place == 1 else ()
                    pack = Pack(LABEL, contains=ProductDeclaration(allergens, traces))
                    products.add_label(connection, self.principal.kitchen_id, product_id, number, pack)
            products.archive(connection, self.principal.kitchen_id, self.ids[-1], archived=True)

    def shelf(self, shelf: Shelf, most: int) -> Iterator[ProductRow]:
        after: UUID | None = None
        with self.database.unscoped() as connection:
            while rows := products.list_products(connection, self.principal.kitchen_id, shelf, most, after):
                self.assertLessEqual(len(rows), most)
                yield from rows
                after = rows[-1].id

    def test_products_by_name(self) -> None:
        for most in (1, 2, 99):
            found = [(row.name.lower(), row.id, row.number) for row in self.shelf(Shelf(), most)]
            self.assertEqual(found, sorted(found))
            self.assertEqual([each[2] for each in found].count(2), 1)
            self.assertCountEqual([each[1] for each in found], self.ids[:-1])

    def test_a_shelf_holds_what_it_is_narrowed_to(self) -> None:
        for shelf, expected in (
            (Shelf(words=("rye", "FLOUR")), {0, 1, 5}),
            (Shelf(words=("%",)), {0}),
            (Shelf(words=("_",)), {1}),
            (Shelf(role="flour"), {1, 3, 5}),
            # One says so of itself; of the others nothing is known, and a warning of traces is no word that it is free.
            (Shelf(without="gluten"), {0}),
            (Shelf(without="milk"), {0}),
            (Shelf(on=OnShelf.ARCHIVED), {6}),
            (Shelf(words=("rye",), role="flour", without="egg"), {1}),
        ):
            for most in (1, 99):
                with self.subTest(shelf, most=most):
                    found = [self.ids.index(row.id) for row in self.shelf(shelf, most)]
                    self.assertCountEqual(found, expected)

    def formulas(
        self, most: int, *words: str, archived: bool = False, order: ListOrder = ListOrder.CHANGED, **more: Any
    ) -> Iterator[FormulaRow]:
        after: ListedFrom | None = None
        narrowed = Narrowed(words, archived=archived, **more)
        with self.database.unscoped() as connection:
            while rows := formulas.list_formulas(connection, self.principal, most, narrowed, order, after):
                yield from rows
                after = ListedFrom(rows[-1].updated_at, rows[-1].id, rows[-1].family)

    def test_formulas_by_when_they_were_changed(self) -> None:
        made = [uuid4() for _ in NAMES]
        with self.database.unscoped() as connection:
            for place, (formula_id, name) in enumerate(zip(made, NAMES, strict=True)):
                head = FormulaHead(name=name, family="", written_piece_count=4, method="")
                formula_writes.add(connection, self.principal.kitchen_id, formula_id, head)
                # Several of one moment, as after an import.
                moment = NOW + timedelta(days=place // 3)
                connection.execute("update formula set updated_at = %s where id = %s", [moment, formula_id])
            formula_writes.archive(connection, self.principal.kitchen_id, made[0], archived=True)
        for most in (1, 2, 99):
            found = [(row.updated_at, row.id) for row in self.formulas(most)]
            self.assertEqual(found, sorted(found, reverse=True))
            self.assertCountEqual([each[1] for each in found], made[1:])
        self.assertEqual([row.id for row in self.formulas(2, archived=True)], made[:1])
        self.assertCountEqual([row.id for row in self.formulas(1, "rye", "flour")], [made[1], made[5]])
        self.assertEqual([row.id for row in self.formulas(1, "_")], [made[1]])

    def test_formulas_in_groups_by_protein_and_narrowed(self) -> None:
        # Energy and protein of a piece, family, diets.
        rows: tuple[tuple[int, int | None, str, list[str]], ...] = (
            (200, 20, "loaf", ["vegan"]), (100, 2, "", []), (90, 18, "cookie", ["vegan", "gluten-free"]),
            (0, 0, "loaf", []), (90, 18, "cookie", []), (150, None, "", ["gluten-free"]),
        )  # fmt: skip
        made = [uuid4() for _ in rows]
        with self.database.unscoped() as connection:
            for formula_id, (energy, protein, family, diets) in zip(made, rows, strict=True):
                head = FormulaHead(name="It", family=family, written_piece_count=4, method="")
                formula_writes.add(connection, self.principal.kitchen_id, formula_id, head)
                connection.execute(
                    "update formula set energy_kcal = %s, protein_g = %s, diets_kept = %s where id = %s",
                    [energy, protein, diets, formula_id],
                )
        for most in (1, 2, 99):
            by_protein = [made.index(row.id) for row in self.formulas(most, order=ListOrder.PROTEIN)]
            self.assertCountEqual(by_protein[:2], [2, 4])
            self.assertEqual(by_protein[2:4], [0, 1])
            self.assertCountEqual(by_protein[4:], [3, 5], "what cannot be told comes last")
            grouped = [rows[made.index(row.id)][2] for row in self.formulas(most, order=ListOrder.FAMILY)]
            self.assertEqual(grouped, ["", "", "cookie", "cookie", "loaf", "loaf"])
            for narrowed, expected in (
                ({"family": "loaf"}, [0, 3]), ({"family": ""}, [1, 5]), ({"diet": "vegan"}, [0, 2]),
                ({"room_kcal": 45.0}, [2, 4]), ({"room_kcal": 50.0, "diet": "vegan"}, [2]), ({"room_kcal": -5.0}, []),
            ):  # fmt: skip
                found = [made.index(row.id) for row in self.formulas(most, **narrowed)]
                self.assertCountEqual(found, expected, narrowed)

    def test_formulas_by_what_a_piece_costs(self) -> None:
        # Cost of a piece, and whether a line of it has no price.
        rows = ((0.4, False), (0.1, True), (None, False), (0.2, False), (0.3, True), (0.2, False))
        made = [uuid4() for _ in rows]
        with self.database.unscoped() as connection:
            for formula_id, (cost, at_least) in zip(made, rows, strict=True):
                head = FormulaHead(name="It", family="", written_piece_count=4, method="")
                formula_writes.add(connection, self.principal.kitchen_id, formula_id, head)
                connection.execute(
                    "update formula set piece_cost = %s, cost_at_least = %s where id = %s", [cost, at_least, formula_id]
                )
        for most in (1, 2, 99):
            found = [made.index(row.id) for row in self.formulas(most, order=ListOrder.COST)]
            self.assertCountEqual(found[:2], [3, 5])
            self.assertEqual(found[2:], [0, 1, 4, 2], "lower limits come after what is known, and what is unknown last")

    def test_formulas_by_when_they_were_last_eaten(self) -> None:
        portion = Portion(Figures(50, Nutrients(energy_kcal=100)), StandardUncertainty(1, Nutrients()))
        # Days of May on which each was eaten, and one that was planned alone.
        eaten = ((4,), (1, 9), (), (9,), (2,), ())
        made = [uuid4() for _ in eaten]
        with self.database.unscoped() as connection:
            for formula_id, its_days in zip(made, eaten, strict=True):
                head = FormulaHead(name="It", family="", written_piece_count=4, method="")
                formula_writes.add(connection, self.principal.kitchen_id, formula_id, head)
                for day in (*its_days, *((20,) if not its_days else ())):
                    entry = LoggedEntry(
                        id=uuid4(), day=date(2026, 5, day), eaten_at=NOW, kind="piece", name="It", piece_count=1,
                        formula_id=formula_id, portion=portion, state="eaten" if its_days else "planned",
                    )  # fmt: skip
                    days.add_entry(connection, self.principal, entry)
        for most in (1, 2, 99):
            found = [made.index(row.id) for row in self.formulas(most, order=ListOrder.EATEN)]
            self.assertCountEqual(found[:2], [1, 3])
            self.assertEqual(found[2:4], [0, 4])
            self.assertCountEqual(found[4:], [2, 5], "what was never eaten comes last")

    def test_days_on_which_something_of_a_name_was_eaten(self) -> None:
        portion = Portion(Figures(50, Nutrients(energy_kcal=100)), StandardUncertainty(1, Nutrients()))

        def eat(on: date, name: str) -> UUID:
            entry = LoggedEntry(id=uuid4(), day=on, eaten_at=NOW, kind="foods", name=name, text=name, portion=portion)
            days.add_entry(connection, self.principal, entry)
            return entry.id

        first = date(2026, 5, 1)
        with self.database.unscoped() as connection:
            for later in range(9):
                eat(first + timedelta(later), "Skyr with Plum")
            eat(first + timedelta(3), "Plum pot")
            days.remove_entry(connection, self.principal, eat(first + timedelta(20), "Plum cup"), removed=True)
            eat(first + timedelta(30), "Oats")
            found = days.find_entries_by_words(connection, self.principal, "pLUm", 6)
        expected = [(first + timedelta(later), "Skyr with Plum") for later in range(8, 2, -1)]
        expected[-1] = (first + timedelta(3), "Plum pot")
        self.assertEqual(found, expected)
