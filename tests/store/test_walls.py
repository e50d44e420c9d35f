"""Walls between kitchens: whatever the store is asked for in one, nothing of another is told or touched."""

import importlib
import inspect
import pkgutil
import re
import unittest
from collections.abc import Callable, Iterator
from contextlib import contextmanager, suppress
from datetime import timedelta
from typing import Any, ClassVar, Final
from uuid import UUID, uuid4

import psycopg
from psycopg import sql

from ample_crumb import store
from ample_crumb.core.batch.lots import LotShare
from ample_crumb.core.crumb.feedback import BatchFeedback
from ample_crumb.core.day.day_budget import Targets
from ample_crumb.core.food.label import Label, LabelBasis, Style
from ample_crumb.core.food.nutrients import Figures, Nutrients, Portion, StandardUncertainty
from ample_crumb.core.food.product import Pack
from ample_crumb.core.formula.allergens import AllergenNames
from ample_crumb.core.formula.formula import Line, Part
from ample_crumb.core.production.tins import Tin, TinKind
from ample_crumb.store import dietary_profiles, kitchens, photos, scope
from ample_crumb.store.app_role import app_address
from ample_crumb.store.archive import ArchivedTable, Column
from ample_crumb.store.bake_days import BakeRunRow, NewEvent, TaskTimes
from ample_crumb.store.batches import NewBatch
from ample_crumb.store.body_weights import WeightRow
from ample_crumb.store.changes import ChangesFrom
from ample_crumb.store.database import Database, migrate
from ample_crumb.store.days import LoggedEntry
from ample_crumb.store.dietary_profiles import DietaryProfileRow
from ample_crumb.store.feedback import FeedbackFor
from ample_crumb.store.formula_writes import FormulaContent, FormulaHead, StoredSummary
from ample_crumb.store.formulas import Asked, ListOrder, Narrowed, Room
from ample_crumb.store.imports import FileRow, ItemRow
from ample_crumb.store.jobs import Touched
from ample_crumb.store.kept_meals import KeptMeal
from ample_crumb.store.notes import NoteRow
from ample_crumb.store.opened_goods import OpenedRow
from ample_crumb.store.people import PersonRow, Settings
from ample_crumb.store.photos import PhotoRow
from ample_crumb.store.plates import PlateRow
from ample_crumb.store.prices import Price
from ample_crumb.store.products import ProductDetails, Shelf
from ample_crumb.store.scale_commands import CommandRow
from ample_crumb.store.scope import Principal
from ample_crumb.store.shelves import ShelfRow
from ample_crumb.store.stash import MoveRow
from ample_crumb.store.stock import StockRow
from ample_crumb.store.symptoms import SymptomRow
from ample_crumb.store.tastings import TastingMark, TastingRow
from ample_crumb.store.versions import VersionSnapshot
from tests.kitchen import NOW, demo_kitchen, new_database, open_database
from tests.store.test_migrations import rows_of

_NOT_OF_A_KITCHEN: Final = {
    "enter_kitchen",
    "has_kitchen",
    "taken_people",
    "holds",
    "asked_for",
    "enter",
    "find_resident",
    "app_address",
    "app_password",
    "migrate",
    "known_migrations",
    "archived_tables",
    "lines_of",
    "defer_checks",
    "columns",
    "add_kitchen",
}

_FOR_ALL_KITCHENS: Final = {"claim", "finish", "put_back", "put_off", "ask_for_outdated"}
_ASKS: Final = re.compile(r"(?:\w+\.)?kitchen_id\s*=\s*%\(kitchen_id\)s|(?<=where )id = %\(kitchen_id\)s")
_OF_EVERY_KITCHEN: Final = {"Counter", "Fridge", "Freezer", "Training"}
"""Shelves and a type of day that a kitchen begins with."""


# Only these are answers of walls and keys: a statement that is no SQL any more or a call that does not fit is an error.
_REFUSED: Final = (psycopg.IntegrityError, psycopg.errors.InsufficientPrivilege)


class TakenBack(Exception):
    """Ends a transaction without keeping anything of it."""


class Forgetful(psycopg.Cursor[Any]):
    """Forgets to ask for the kitchen: every statement is sent without that condition."""

    def execute(self, query: Any, params: Any = None, **options: Any) -> Any:
        if isinstance(query, sql.Composable):
            query = query.as_string(self)
        if isinstance(query, str):
            query = _ASKS.sub("true", query)
        return super().execute(query, params, **options)


def store_functions() -> Iterator[tuple[str, Callable[..., Any]]]:
    """Every public function of the store that works within a kitchen."""
    for module in pkgutil.iter_modules(store.__path__):
        if module.name == "migrations":
            continue
        found = importlib.import_module(f"ample_crumb.store.{module.name}")
        for name, function in vars(found).items():
            own = inspect.isfunction(function) and function.__module__ == found.__name__ and not name.startswith("_")
            if own and name not in _NOT_OF_A_KITCHEN | _FOR_ALL_KITCHENS:
                yield f"{module.name}.{name}", function


class Walls(unittest.TestCase):
    url: ClassVar[str]
    owner: ClassVar[Database]
    app: ClassVar[Database]
    theirs: ClassVar[Principal]
    mine: ClassVar[Principal]
    ids: ClassVar[dict[str, UUID]]
    given: ClassVar[dict[str, Any]]

    @classmethod
    def setUpClass(cls) -> None:
        cls.url = demo_kitchen(NOW)
        cls.owner, cls.app = open_database(cls.url), open_database(app_address(cls.url))
        cls.addClassCleanup(cls.owner.close)
        cls.addClassCleanup(cls.app.close)
        first = cls.owner.resident(None)
        assert first is not None
        cls.theirs = first
        cls.mine = Principal(uuid4(), uuid4())
        with cls.owner.unscoped() as connection:
            kitchens.add_kitchen(connection, cls.mine, "Mine", "Me")
            batch_id = connection.execute("select min(id::text)::uuid from batch").fetchall()[0][0]
            photo = PhotoRow(uuid4(), batch_id, "Bake it well", "too wet here", 1, 1, NOW)
            photos.add(connection, cls.theirs.kitchen_id, photo, b"jpeg", 3)
            cls.ids = {
                name: connection.execute(
                    sql.SQL("select id from {} order by id limit 1").format(sql.Identifier(table))
                ).fetchone()[0]  # type: ignore[index]
                for name, table in (
                    ("formula_id", "formula_version"), ("product_id", "product"), ("tin_id", "tin"),
                    ("dietary_profile_id", "dietary_profile"), ("entry_id", "entry"), ("feedback_id", "batch_feedback"),
                    ("version_id", "formula_version"), ("batch_id", "batch"), ("photo_id", "batch_photo"),
                    ("note_id", "formula_note"), ("run_id", "bake_run"), ("shelf_id", "shelf"),
                    ("move_id", "stash_move"), ("plate_id", "plate"), ("tasting_id", "tasting"),
                    ("meal_id", "kept_meal"),
                )
            }  # fmt: skip
            found = connection.execute("select formula_id, number from formula_version order by id limit 1").fetchone()
            food = connection.execute("select food from price order by food limit 1").fetchone()
            day = connection.execute("select day from entry order by id limit 1").fetchone()
        assert found
        assert food
        assert day
        cls.ids["formula_id"] = found[0]
        portion = Portion(Figures(50, Nutrients(energy_kcal=100)), StandardUncertainty(1, Nutrients()))
        cls.given = cls.ids | {
            "names": ("name",), "narrowed": Narrowed(), "order": ListOrder.CHANGED,
            "base_id": found[0], "into": cls.ids["product_id"],
            "product_ids": [cls.ids["product_id"]], "revision": -1, "after": None, "version": 1, "by_name": True,
            "foods": [["oats"]], "from_ids": [found[0]], "to_id": found[0], "formula_ids": [found[0]], "key": found[0],
            "dependencies": [("food", "oats")], "touched": Touched(everything=True), "number": found[1],
            "version_number": found[1], "food": food[0], "day": day[0],
            "from_day": day[0], "eaten_at": NOW, "now": NOW, "phrase": "my quark",
            "slug": "quark", "was": "quark", "older": ["quark"], "at": "oats",
            "words": "a", "most": 9, "kind": "training", "name": "Taken",
            "text": "100 g of mine", "pieces": 2.0, "count": 2.0, "piece_count": 2.0, "by": "x", "shelf": Shelf(),
            "kept_by": "baker", "draft": {}, "base_parts": [], "archived": True, "removed": True, "lock": True,
            "head": FormulaHead(name="Taken", family="", written_piece_count=4, method=""),
            "about": ProductDetails(name="Taken", synonyms=(), role=""),
            "parts": (Part("", (Line("100 g oats"),)),), "brief": AllergenNames(), "price": Price(1.0, "1 kg", 1000.0),
            "dietary_profile": DietaryProfileRow(cls.ids["dietary_profile_id"], "Taken", ["milk"]),
            "targets": Targets(2000, 100),
            "tin": Tin(TinKind.RECTANGLE, 20, 5, 20), "label": Label(Style.EUROPEAN, LabelBasis.PER_100_G),
            "batch": BatchFeedback("as it should", "",
                {}),
            "pack": Pack(Label(Style.EUROPEAN, LabelBasis.PER_100_G)),
            "entry": LoggedEntry(id=cls.ids["entry_id"], day=day[0], eaten_at=NOW, kind="foods", name="Taken",
                text="100 g of mine", portion=portion),
            "summary": StoredSummary(piece=portion, piece_count=2.0, allergens=AllergenNames(),
                hands_on_min=1, whole_min=1, bowl_count=1, rules=1),
            "content": FormulaContent(FormulaHead(name="Taken", family="", written_piece_count=4, method=""),
                StoredSummary(
                piece=portion, piece_count=2.0, allergens=AllergenNames(), hands_on_min=1, whole_min=1,
                bowl_count=1, rules=1)), "current": True,
            "gtin": "",
            "eaten_ids": [found[0]], "room": Room(2000, 0.5, 4),
            "snapshot": VersionSnapshot(id=cls.ids["version_id"], name="Taken", kept_by="baker", draft={},
                piece=portion, piece_count=2.0),
            "behind": None, "jpeg": b"", "given_for": FeedbackFor(found[0]),
            "photo": PhotoRow(cls.ids["photo_id"], cls.ids["batch_id"], "", "Taken", 1, 1, NOW),
            "note": NoteRow(cls.ids["note_id"], "", "", "Taken", NOW),
            "new": NewBatch(id=cls.ids["batch_id"], formula_id=found[0], version_number=None, dough_id=None,
                name="Taken", family="", made_at=NOW, zone="UTC", document={}, composition={}, rules=1, dough_g=1,
                baked_g=1, piece_count=1, planned_count=1, planned_energy_kcal=1, planned_protein_g=1, oven=None,
                predicted_min=None, took_min=None, allergens=AllergenNames(), keeping={}, shape="", cost=None,
                cost_at_least=False, powder_g=0.0, piece=portion, lots=(LotShare(1, 1.0, 1.0),)),
            "run": BakeRunRow(cls.ids["run_id"], "Taken", "UTC", NOW, {}, None, 1, 0),
            "batch_ids": [cls.ids["batch_id"]], "tasting_ids": [cls.ids["tasting_id"]], "numbers": [1, 2],
            "since": NOW - timedelta(days=999), "symptom": "dry", "done_as": "used",
            "opened_id": cls.ids["plate_id"],
            "new_shelf": ShelfRow(cls.ids["shelf_id"], "fridge", "Taken"),
            "move": MoveRow(id=uuid4(), batch_id=cls.ids["batch_id"], lot=1, kind="given",
                from_shelf_id=cls.ids["shelf_id"], piece_count=1.0, moved_at=NOW),
            "said": SymptomRow(cls.ids["batch_id"], "dry", []),
            "opened_pack": OpenedRow(cls.ids["plate_id"], "quark", "Taken", "fridge", NOW),
            "made": [
                MoveRow(id=uuid4(), batch_id=cls.ids["batch_id"], lot=1, kind="made", piece_count=1.0, moved_at=NOW)
            ],
            "plate": PlateRow(cls.ids["plate_id"], "Taken", "Taken"),
            "tasting": TastingRow(cls.ids["tasting_id"], "Taken", False, ["look"], NOW),
            "marks": [TastingMark("Taken", "A", "look", 3)],
            "run_ids": [cls.ids["run_id"]], "last_seq": 900, "document": {}, "ticked": True,
            "times": TaskTimes(1, 2, 3, 1),
            "new_events": [NewEvent("mine", 1, "done", {}, 0)],
            "row": StockRow(food[0], "have", None, [], ""),
            "scaled": CommandRow(cls.ids["run_id"], "pour", 1.0, 0.0, 1.0),
            "person": PersonRow(uuid4(), "Taken", [], "half", False, None),
            "person_id": cls.theirs.person_id, "lot": 1, "day_types": ["rest"] * 7,
            "to_day": NOW.date(), "weights": [WeightRow(day[0], 70.0)], "until": NOW.date(),
            "asked": Asked((), (), None, None, 900, 0.5, ()), "meal_id": cls.ids["meal_id"],
            "meal": KeptMeal(cls.ids["meal_id"], "Taken", "100 g of mine", 5, portion, AllergenNames(), ()),
            "import_id": cls.ids["plate_id"], "file": FileRow(0, "Taken", "", [], None), "items": [],
            "item": ItemRow(file_position=0, position=0, row_number=0, kind="nothing", title="Taken", content=None,
                fingerprint=cls.ids["plate_id"]),
            "after_item": (-1, -1), "items_from": None, "file_position": 0, "position": 0, "state": "read",
            "entry_ids": [cls.ids["entry_id"]],
            "changes_from": ChangesFrom(NOW - timedelta(days=9999)),
            "of_table": "formula", "table": ArchivedTable((Column("name", "text", False),), ""), "rows": [],
            "picture": {"id": str(uuid4()), "batch_id": str(batch_id), "width_px": 1, "height_px": 1, "step": "",
                "words": "", "taken_at": NOW.isoformat()}, "kitchen_settings": {"name": "Taken"},
            "settings": Settings("us", "stated", "available", "dark", "EUR", "conventional", 800, 0),
        }  # fmt: skip
        cls.given["entries"] = [cls.given["entry"]]

    def setUp(self) -> None:
        typed = ("name", "text", "words", "for_text", "method", "ingredients_text")
        self.secrets = {
            row[column]
            for rows in self.of_theirs().values()
            for row in rows
            for column in typed
            if len(row.get(column) or "") > 5
        } - _OF_EVERY_KITCHEN
        self.assertGreater(len(self.secrets), 100)

    def of_theirs(self) -> dict[str, list[dict[str, Any]]]:
        """Every row of the other kitchen."""
        return {
            table: [row for row in rows if row.get("kitchen_id", row.get("id")) == self.theirs.kitchen_id]
            for table, rows in rows_of(self.url).items()
        }

    def call(self, connection: Any, function: Callable[..., Any], kitchen_id: UUID) -> Any:
        """The function with everything of theirs that it takes, in the name of that kitchen."""
        principal = Principal(kitchen_id, self.theirs.person_id)
        own = {"connection": connection, "kitchen_id": kitchen_id, "principal": principal}
        parameters = inspect.signature(function).parameters
        missing = [name for name in parameters if name not in own | self.given and name != "now"]
        self.assertEqual(missing, [], "say here what it is to be given")
        try:
            return function(**{name: (own | self.given)[name] for name in parameters})
        except AssertionError:
            # A person of another kitchen is not there, which no principal can come to.
            return None

    @contextmanager
    def within(self, database: Database, kitchen_id: UUID, cursor: type[Any] = psycopg.Cursor) -> Iterator[Any]:
        """A transaction in that kitchen that is taken back in the end."""
        with database.unscoped() as connection:
            connection.cursor_factory, before = cursor, connection.cursor_factory
            try:
                with connection.transaction():
                    scope.enter(connection, Principal(kitchen_id, self.theirs.person_id))
                    yield connection
            finally:
                connection.cursor_factory = before

    def told(self, result: Any) -> list[str]:
        """What a result tells of the other kitchen: words that were typed there. Ids do not tell, they were given."""
        words = repr(result)
        return sorted(secret for secret in self.secrets if secret in words)

    def test_asked_as_one_kitchen_with_ids_of_another_nothing_is_told_or_touched(self) -> None:
        before = self.of_theirs()
        for name, function in store_functions():
            with (
                self.subTest(name),
                suppress(*_REFUSED),
                self.within(self.app, self.mine.kitchen_id) as connection,
            ):
                self.assertEqual(self.told(self.call(connection, function, self.mine.kitchen_id)), [])
        self.assertEqual(self.of_theirs(), before)

    def test_a_statement_that_forgot_to_ask_reaches_nothing_of_another_kitchen(self) -> None:
        before = self.of_theirs()
        for name, function in store_functions():
            with (
                self.subTest(name),
                suppress(*_REFUSED),
                self.within(self.app, self.mine.kitchen_id, Forgetful) as connection,
            ):
                self.assertEqual(self.told(self.call(connection, function, self.mine.kitchen_id)), [])
        self.assertEqual(self.of_theirs(), before)

    def test_the_same_statements_reach_them_where_no_wall_stands(self) -> None:
        """Else the two tests above could not fail: the owner's connection, for whom there are no walls, is told."""
        reached = []
        for name, function in store_functions():
            with (
                suppress(TakenBack, *_REFUSED),
                self.within(self.owner, self.mine.kitchen_id, Forgetful) as connection,
            ):
                if self.told(self.call(connection, function, self.mine.kitchen_id)):
                    reached.append(name)
                raise TakenBack
        self.assertGreater(len(reached), 8, reached)


class Catalogue(unittest.TestCase):
    """What every table has, those to come too."""

    def setUp(self) -> None:
        self.url = new_database()
        connection = psycopg.connect(self.url)
        self.addCleanup(connection.close)
        self.tables: dict[str, int] = dict(
            connection.execute(
                "select relname, oid from pg_class where relnamespace = 'public'::regnamespace and relkind = 'r'"
                " and relname !~ 'yoyo'"
            ).fetchall()
        )
        self.connection = connection

    def ask(self, statement: str, oid: int) -> list[Any]:
        """The first column of what the catalogue says of a table."""
        return [row[0] for row in self.connection.execute(statement, {"oid": oid}).fetchall()]

    def test_every_key_begins_with_the_kitchen(self) -> None:
        self.assertGreater(len(self.tables), 14)
        for table, oid in self.tables.items():
            with self.subTest(table):
                keys = self.ask(
                    "select (select attname from pg_attribute where attrelid = indrelid and attnum = indkey[0])"
                    " from pg_index where indrelid = %(oid)s and (indisprimary or indisunique)",
                    oid,
                )
                # Who somebody is must be told without knowing their kitchen.
                beside = {"id"} if table == "person" else set()
                self.assertEqual(set(keys), {"id" if table == "kitchen" else "kitchen_id"} | beside)

    def test_no_function_of_the_owner_looks_into_a_schema_that_others_write(self) -> None:
        definers = self.connection.execute(
            "select proname, proconfig from pg_proc where prosecdef and pronamespace = 'public'::regnamespace"
        ).fetchall()
        self.assertGreater(len(definers), 8)
        for name, settings in definers:
            with self.subTest(name):
                self.assertEqual(settings, ["search_path=public, pg_temp"])

    def test_no_index_stands_twice(self) -> None:
        indexes = [
            definition.partition(" ON ")[2]
            for (definition,) in self.connection.execute(
                "select indexdef from pg_indexes where schemaname = 'public' and tablename !~ 'yoyo'"
            ).fetchall()
        ]
        self.assertGreater(len(indexes), 90)
        self.assertEqual(sorted(set(indexes)), sorted(indexes))

    def test_what_goes_finds_what_points_at_it_by_an_index(self) -> None:
        for table, columns in (
            ("batch_feedback", "kitchen_id, batch_id"), ("batch_feedback", "kitchen_id, formula_id"),
            ("usual_portion", "kitchen_id, formula_id"), ("stash_move", "kitchen_id, from_shelf_id"),
            ("stash_move", "kitchen_id, to_shelf_id"), ("stash_balance", "kitchen_id, shelf_id"),
            ("entry", "kitchen_id, batch_id"),
        ):  # fmt: skip
            with self.subTest(table, columns=columns):
                definitions = self.connection.execute(
                    "select indexdef from pg_indexes where schemaname = 'public' and tablename = %(table)s",
                    {"table": table},
                ).fetchall()
                found = [each for (each,) in definitions if f"({columns})" in each]
                self.assertEqual(len(found), 1, definitions)

    def test_every_table_is_walled_and_knows_when_it_changed(self) -> None:
        for table, oid in self.tables.items():
            with self.subTest(table):
                self.assertEqual(self.ask("select relrowsecurity from pg_class where oid = %(oid)s", oid), [True])
                policies = self.ask(
                    "select pg_get_expr(polqual, polrelid) from pg_policy where polrelid = %(oid)s", oid
                )
                column = "id" if table == "kitchen" else "kitchen_id"
                self.assertEqual(policies, [f"({column} = current_kitchen())"])
                checks = self.ask(
                    "select pg_get_expr(polwithcheck, polrelid) from pg_policy where polrelid = %(oid)s", oid
                )
                self.assertEqual(checks, policies)
                changed = self.ask(
                    "select attname from pg_attribute where attrelid = %(oid)s and attname = 'changed_at'", oid
                )
                self.assertEqual(changed, ["changed_at"])

    def test_the_serving_role_owns_nothing_and_passes_no_wall(self) -> None:
        role = self.connection.execute(
            "select rolsuper, rolbypassrls, rolcreaterole, rolcreatedb from pg_roles where rolname = 'app'"
        ).fetchone()
        self.assertEqual(role, (False, False, False, False))
        owned = self.connection.execute(
            "select count(*) from pg_class where pg_get_userbyid(relowner) = 'app'"
        ).fetchone()
        self.assertEqual(owned, (0,))

    def test_outside_a_kitchen_nothing_is_there(self) -> None:
        migrate(self.url)
        database, owner = open_database(app_address(self.url)), open_database(self.url)
        self.addCleanup(database.close)
        self.addCleanup(owner.close)
        with owner.unscoped() as connection:
            kitchens.add_kitchen(connection, Principal(uuid4(), uuid4()), "One", "Anna")
        with database.unscoped() as connection:
            for table in self.tables:
                with self.subTest(table):
                    rows = connection.execute(sql.SQL("select * from {}").format(sql.Identifier(table))).fetchall()
                    self.assertEqual(rows, [])

    def test_what_goes_leaves_a_tombstone_until_it_comes_back(self) -> None:
        database = open_database(self.url)
        self.addCleanup(database.close)
        principal, dietary_profile_id = Principal(uuid4(), uuid4()), uuid4()
        with database.unscoped() as connection:
            kitchens.add_kitchen(connection, principal, "One", "Anna")
            row = DietaryProfileRow(dietary_profile_id, "Bert", ["milk"])
            graves = "select kind, id from tombstone where kitchen_id = %(kitchen)s"
            dietary_profiles.put(connection, principal.kitchen_id, row)
            dietary_profiles.remove(connection, principal.kitchen_id, dietary_profile_id)
            found = connection.execute(graves, {"kitchen": principal.kitchen_id}).fetchall()
            self.assertEqual(found, [("dietary_profile", str(dietary_profile_id))])
            dietary_profiles.put(connection, principal.kitchen_id, row)
            self.assertEqual(connection.execute(graves, {"kitchen": principal.kitchen_id}).fetchall(), [])
