"""The schema: what it is as a whole, and that what an older one held comes through every migration whole."""

import subprocess
import unittest
from pathlib import Path
from typing import Any, Final

import psycopg
from psycopg import sql
from psycopg.rows import dict_row

from ample_crumb.store.database import migrate
from tests.kitchen import new_database

HERE: Final = Path(__file__).parent
SCHEMA: Final = HERE.parents[1] / "ample_crumb/store/schema.sql"

_TABLES: Final = {"remembered": "food_alias", "guest": "dietary_profile", "batch_said": "batch_feedback"}
_COLUMNS: Final = {
    "formula": {
        "figures_by": "summary_by", "keeps": "diets_kept", "breaks": "diets_broken", "told": "complete",
        "making": "production", "count": "piece_count", "version": "revision", "pieces": "written_piece_count",
        "twin_id": "classic_id", "twin": "classic", "twin_number": "classic_number",
    },
    "product": {"version": "revision"},
    "formula_version": {"count": "piece_count"},
    "formula_part": {"loss": "loss_share", "used": "used_share", "place": "position"},
    "formula_line": {"place": "position", "part_place": "part_position"},
    "entry": {"pieces": "piece_count", "version": "revision"},
    "batch_feedback": {"said_at": "given_at", "holding": "holding_shares"},
}  # fmt: skip
_PRODUCTION: Final = {"grams": "piece_g", "made": "made_count", "loss": "loss_share", "celsius": "oven_c"}
_OPTIONS: Final = {"loss": "loss_share", "used": "used_share"}


def schema_of(url: str) -> str:
    """All that the schema at `url` defines, as statements; what the migrations' own tables are is left out."""
    told = subprocess.run(
        ["pg_dump", "--schema-only", "--no-owner", "--exclude-table=*yoyo*", url],
        capture_output=True,
        text=True,
        check=True,
    ).stdout
    kept = [line for line in told.splitlines() if line and not line.startswith(("--", "SET ", "SELECT ", "\\"))]
    return "\n".join(kept) + "\n"


def rows_of(url: str) -> dict[str, list[dict[str, Any]]]:
    """Every row of every table, in one order, by the names of the tables."""
    with psycopg.connect(url, row_factory=dict_row) as connection:
        tables = connection.execute(
            "select tablename from pg_tables where schemaname = 'public' and tablename !~ 'yoyo' order by 1"
        ).fetchall()
        return {
            table["tablename"]: sorted(
                connection.execute(sql.SQL("select * from {}").format(sql.Identifier(table["tablename"]))).fetchall(),
                key=lambda row: [str(row[name]) for name in sorted(row)],
            )
            for table in tables
        }


def _renamed(row: dict[str, Any], names: dict[str, str]) -> dict[str, Any]:
    return {names.get(name, name): value for name, value in row.items()}


def _parts(stored: list[dict[str, Any]] | None) -> list[dict[str, Any]] | None:
    if stored is None:
        return None
    return [
        {name: value for name, value in part.items() if name != "how"} | {"options": _options(part["how"])}
        for part in stored
    ]


def _options(how: dict[str, Any]) -> dict[str, Any]:
    rest = {name: value for name, value in how.items() if name != "unbaked"}
    return _renamed(rest, _OPTIONS) | {"bake": "not" if how.get("unbaked") else "with the rest"}


def as_written_now(table: str, row: dict[str, Any]) -> dict[str, Any]:
    """A row of the older schema in the words of the present one."""
    row = _renamed(row, _COLUMNS.get(table, {}))
    # Figures are worked out anew by the rules that are numbered now, and states of the cupboard are numbered too.
    for gone in ("cupboard_revision", "summary_by"):
        row.pop(gone, None)
    if table == "formula":
        row["production"], row["base_parts"] = _renamed(row["production"], _PRODUCTION), _parts(row["base_parts"])
    if table == "formula_version":
        draft = _renamed(row["draft"], {"reference": "twin", "making": "production"})
        draft["production"], draft["parts"] = _renamed(draft["production"], _PRODUCTION), _parts(draft["parts"])
        row["draft"] = draft
        row["kept_by"] = "edit session" if row["kept_by"] == "sitting" else row["kept_by"]
    if table == "formula_part":
        row["bake"] = "not" if row.pop("unbaked") else "with the rest"
    return row


class Migrations(unittest.TestCase):
    def setUp(self) -> None:
        self.maxDiff = None

    def test_the_schema_is_what_the_file_says(self) -> None:
        """`store/schema.sql` is what all migrations come to, so that it can be read in one place."""
        self.assertEqual(schema_of(new_database()), SCHEMA.read_text())

    def test_a_kitchen_of_the_version_before_comes_through_whole(self) -> None:
        url = new_database(migrated=False)
        migrate(url, most=6)
        with psycopg.connect(url, autocommit=True) as connection:
            # The rows were written out table by table, which keys that point in a circle would not let in.
            connection.execute("set session_replication_role = replica")
            connection.execute((HERE / "kitchen_0006.sql").read_text())
        before = rows_of(url)
        self.assertEqual(sum(map(len, before.values())), 275)
        migrate(url)
        after = rows_of(url)
        for table, rows in before.items():
            now = _TABLES.get(table, table)
            with self.subTest(now):
                written = [as_written_now(now, row) for row in rows]
                # What an older schema did not know is new; a state of the cupboard is numbered anew.
                known = {name for row in written for name in row} - {"cupboard_revision"}
                bare = [{name: value for name, value in row.items() if name in known} for row in after[now]]
                self.assertCountEqual(bare, written)
        self.assertEqual([row["cupboard_revision"] for row in after["kitchen"]], [1])
        ids = [row["line_id"] for row in after["formula_line"]]
        self.assertEqual(len(set(ids)), len(ids))
        self.assertTrue(all(ids))
        self.assertEqual(after["tombstone"], [])
        new = {"tombstone", "job", "formula_dependency", "batch", "batch_lot", "batch_revision", "batch_photo"}
        new |= {"formula_note", "bake_run", "run_event", "shopping_tick", "stock", "planning_kitchen", "formula_tasks"}
        new |= {"scale_command", "shelf", "stash_move", "stash_balance", "plate", "batch_symptom", "opened_good"}
        new |= {"tasting", "tasting_sample", "tasting_mark", "body_weight", "kept_meal", "day_type", "diet_phase"}
        new |= {"week_pattern", "usual_portion", "import", "import_file", "import_item"}
        self.assertEqual(sorted(row["slug"] for row in after["day_type"]), ["rest", "training"])
        self.assertEqual(sorted(row["kind"] for row in after["shelf"]), ["counter", "freezer", "fridge"])
        self.assertEqual(set(after), {_TABLES.get(table, table) for table in before} | new)

    def test_migrating_twice_does_nothing(self) -> None:
        url = new_database()
        schema = schema_of(url)
        migrate(url)
        self.assertEqual(schema_of(url), schema)


if __name__ == "__main__":
    SCHEMA.write_text(schema_of(new_database()))
