"""The store on a real PostgreSQL: migrations, constraints, kitchens kept apart."""

from datetime import UTC, date, datetime
from uuid import uuid4

import psycopg

from ample_crumb.core.day.day_budget import Targets
from ample_crumb.core.food.nutrients import Figures, Nutrients, Portion, StandardUncertainty
from ample_crumb.core.formula.formula import Line, Part
from ample_crumb.store import day_plans, days, formula_writes, formulas
from ample_crumb.store.database import Connection, migrate
from ample_crumb.store.days import LoggedEntry
from ample_crumb.store.formula_writes import FormulaHead
from ample_crumb.store.scope import Principal
from tests.kitchen import new_database, open_database
from tests.store.case import StoreCase

DAY = date(2026, 5, 4)
PARTS = (Part("", (Line("200 g skyr"), Line("30 g whey", "whey_isolate"))), Part("Glaze", ()))


class Store(StoreCase):
    def formula(self) -> object:
        formula_id = uuid4()
        with self.database.unscoped() as connection:
            head = FormulaHead(name="Bars", family="", written_piece_count=12, method="")
            formula_writes.add(connection, self.principal.kitchen_id, formula_id, head)
            formula_writes.write_parts(connection, self.principal.kitchen_id, formula_id, PARTS)
        return formula_id

    def test_what_was_kept_by_the_first_schema_is_kept_by_the_newest(self) -> None:
        url = new_database(migrated=False)
        migrate(url, most=1)
        kitchen, person, entry = uuid4(), uuid4(), uuid4()
        with psycopg.connect(url) as connection:
            connection.execute("insert into kitchen (id, name) values (%s, 'Old')", [kitchen])
            connection.execute("insert into person (id, kitchen_id, name) values (%s, %s, 'Anna')", [person, kitchen])
            connection.execute(
                """
                insert into entry (id, kitchen_id, person_id, day, eaten_at, kind, name, mass_g, energy_kcal)
                values (%s, %s, %s, %s, now(), 'foods', 'Skyr', 150, 95)
                """,
                [entry, kitchen, person, DAY],
            )
        migrate(url)
        database = open_database(url)
        self.addCleanup(database.close)
        with database.unscoped() as connection:
            (row,) = days.day_entries(connection, Principal(kitchen, person), DAY)
        self.assertEqual((row.energy_kcal, row.portion().sd.nutrients.energy_kcal), (95, None))

    def test_migrating_again_changes_nothing_and_every_table_knows_its_kitchen(self) -> None:
        migrate(self.url)
        with psycopg.connect(self.url) as connection:
            tables = connection.execute(
                """
                select tables.table_name, columns.column_name from information_schema.tables
                left join information_schema.columns
                    on columns.table_name = tables.table_name and columns.column_name = 'kitchen_id'
                where tables.table_schema = 'public' and tables.table_name not like '%yoyo%'
                order by tables.table_name
                """
            ).fetchall()
        self.assertGreaterEqual(len(tables), 11)
        self.assertEqual([name for name, kitchen in tables if kitchen is None], ["kitchen"])

    def test_parts_and_lines_come_back_in_order(self) -> None:
        formula_id = self.formula()
        with self.database.unscoped() as connection:
            self.assertEqual(formulas.parts_of(connection, self.principal.kitchen_id, formula_id), PARTS)  # type: ignore[arg-type]

    def test_another_kitchen_sees_and_changes_nothing(self) -> None:
        formula_id = self.formula()
        with self.database.unscoped() as connection:
            self.assertIsNone(formulas.find(connection, self.other.kitchen_id, formula_id))  # type: ignore[arg-type]
            self.assertEqual(formulas.list_formulas(connection, self.other, 99), [])
            self.assertFalse(
                formula_writes.archive(connection, self.other.kitchen_id, formula_id, archived=True)  # type: ignore[arg-type]
            )
        with self.assertRaises(psycopg.errors.ForeignKeyViolation), self.database.unscoped() as connection:
            self.lay(connection, self.other, formula_id)

    def lay(self, connection: Connection, principal: Principal, formula_id: object, pieces: float = 1) -> bool:
        entry = LoggedEntry(
            id=uuid4(),
            day=DAY,
            eaten_at=datetime(2026, 5, 4, 12, tzinfo=UTC),
            kind="piece",
            name="Bar",
            formula_id=formula_id,  # type: ignore[arg-type]
            piece_count=pieces,
            portion=Portion(
                Figures(50, Nutrients(energy_kcal=120), ("fat_g",), 1),
                StandardUncertainty(2, Nutrients(energy_kcal=7)),
            ),
        )
        return days.add_entry(connection, principal, entry)

    def test_a_snapshot_keeps_what_is_unknown(self) -> None:
        formula_id = self.formula()
        with self.database.unscoped() as connection:
            self.lay(connection, self.principal, formula_id)
            (row,) = days.day_entries(connection, self.principal, DAY)
        self.assertEqual(row.figures(), Figures(50, Nutrients(energy_kcal=120), ("fat_g",), 1))
        self.assertEqual(row.portion().sd, StandardUncertainty(2, Nutrients(energy_kcal=7)))

    def test_the_database_refuses_what_must_never_be(self) -> None:
        formula_id = self.formula()
        with self.assertRaises(psycopg.errors.CheckViolation), self.database.unscoped() as connection:
            self.lay(connection, self.principal, formula_id, pieces=0)
        with self.assertRaises(psycopg.errors.CheckViolation), self.database.unscoped() as connection:
            day_plans.set_target(connection, self.principal, "training", DAY, Targets(0, 100))

    def test_targets_hold_from_a_day_on(self) -> None:
        with self.database.unscoped() as connection:
            day_plans.set_target(connection, self.principal, "rest", date(2026, 5, 10), Targets(1800, 150))
            day_plans.set_target(connection, self.principal, "rest", date(2026, 5, 20), Targets(1900, 160))
            energy = [
                day_plans.day_plan(connection, self.principal, date(2026, 5, day)).by_type["rest"].energy_kcal
                for day in (1, 10, 19, 20, 31)
            ]
        self.assertEqual(energy, [1800, 1800, 1800, 1900, 1900])

    def test_a_new_day_is_of_the_type_of_the_week_before(self) -> None:
        with self.database.unscoped() as connection:
            day_plans.set_day_type(connection, self.principal, DAY, "training")
            kinds = [
                day_plans.day_plan(connection, self.principal, date(2026, 5, day)).day_type for day in (4, 5, 11, 18)
            ]
        self.assertEqual(kinds, ["training", "rest", "training", "rest"])
