"""Statements of a request: so many and no more, however many formulas a kitchen holds, and a read writes nothing."""

from typing import Any
from unittest import mock
from uuid import uuid4

import psycopg
from psycopg import sql

from ample_crumb.application.formulas import commands
from ample_crumb.core.formula.formula import Line, Part
from ample_crumb.core.production.draft import Draft
from ample_crumb.store.database import Database
from tests.api.counting import statements
from tests.api.test_api import DAY, NOON, ApiCase, parts
from tests.api.test_cupboard import product

SIZES = (10, 300)
_WRITES = ("insert", "update", "delete", "with gone", "with held", "with given", "with this", "with pointed")


def copy_of(table: str) -> sql.Composed:
    """A statement that writes the rows of formula `was` in a table again, as those of formula `now`."""
    return sql.SQL(
        """
        insert into {table} select (jsonb_populate_record(
            null::{table}, to_jsonb({table}) || jsonb_build_object({of_formula}, %(now)s::uuid)
        )).* from {table} where {column} = %(was)s
        """
    ).format(
        table=sql.Identifier(table),
        column=sql.Identifier("id" if table == "formula" else "formula_id"),
        of_formula=sql.Literal("id" if table == "formula" else "formula_id"),
    )


class Statements(ApiCase):
    def setUp(self) -> None:
        # What works in the background asks the database too, and is not what is counted here.
        for name in ("start", "stop"):
            self.enterContext(mock.patch(f"ample_crumb.api.background.Background.{name}"))
        super().setUp()
        self.targets()
        self.product = self.ask("POST", "/api/v1/products", product(), 201)
        self.kept = 0
        self.first = uuid4()

    def fill(self, size: int) -> None:
        """As many formulas as that: the first by the application, the others as copies of one, row by row."""
        database: Database = self.app.state.database
        principal = database.resident(None)
        assert principal is not None
        for number in range(self.kept, min(size, SIZES[0])):
            lines = ("100 g oats", "2 scoops my whey", f"{number + 1} g sugar")
            draft = Draft(f"Bars {number}", "brownie", 12, "", (Part("", tuple(map(Line, lines))),))
            self.first = uuid4()
            commands.create(database, principal, self.first, draft)
        with psycopg.connect(self.url) as owner:
            for _ in range(max(self.kept, SIZES[0]), size):
                ids = {"was": self.first, "now": uuid4()}
                for table in ("formula", "formula_part", "formula_line", "formula_dependency"):
                    owner.execute(copy_of(table), ids)
        self.kept = size

    def sent(self, method: str, path: str, body: object = None) -> tuple[Any, list[str]]:
        """The answer to a request that was made before, warm, and the statements of it."""
        with statements(self.url) as found:
            answer = self.ask(method, path, body)
        return answer, found

    def test_reads(self) -> None:
        bench = {"parts": parts("100 g oats", "2 scoops my whey"), "pieces": 12, "family": "brownie", "day": DAY}
        inner = self.create("100 g skyr")
        line = {"text": "50 g of it", "chosen": f"made-{inner['id']}"}
        told = {"plan": {"formula_id": inner["id"]}, "record": {"said": [{"id": "a", "text": "10 g oats"}]}}
        batch = self.ask("PUT", f"/api/v1/batches/{uuid4()}", told | {"made_at": NOON})
        day = f"/api/v1/bake-days/{uuid4()}"
        ask = {"formulas": [{"formula_id": inner["id"]}], "start_min": 600}
        self.ask("PUT", day, {"name": "Sunday", "day": DAY, "ask": ask})
        events = [{"device_seq": number, "kind": "done", "task": "a1"} for number in range(1, 200)]
        for size in SIZES:
            self.fill(size)
            for name, method, path, body, most in (
                ("keystroke", "POST", "/api/v1/bench/read", bench, 2),
                ("with a formula inside", "POST", "/api/v1/bench/read",
                    bench | {"parts": [{"name": "", "lines": [line]}]}, 3),
                ("alternatives", "POST", "/api/v1/bench/alternatives", bench | {"line_id": "line-2"}, 2),
                ("search of foods", "GET", "/api/v1/ingredients?words=salm", None, 3),
                ("analysis", "POST", "/api/v1/bench/analysis", bench, 2),
                ("day", "GET", f"/api/v1/days/{DAY}", None, 5),
                ("people", "GET", "/api/v1/people", None, 2),
                ("plan of days", "GET", f"/api/v1/plan?day={DAY}", None, 6),
                ("usual_portion", "GET", f"/api/v1/formulas/{inner['id']}/usual-portion", None, 3),
                ("at hand", "GET", f"/api/v1/days/{DAY}/at-hand", None, 5),
                ("closing the day", "GET", f"/api/v1/days/{DAY}/fill", None, 11),
                ("tonight", "GET", f"/api/v1/days/{DAY}/tonight?wish=chocolate", None, 14),
                ("ledger", "GET", "/api/v1/ledger?from=2026-01-01&to=2026-12-31", None, 4),
                ("list", "GET", "/api/v1/formulas", None, 3),
                ("bench", "GET", f"/api/v1/formulas/{inner['id']}", None, 4),
                ("background", "GET", "/api/v1/background", None, 2),
                ("find", "GET", "/api/v1/find?words=oat", None, 4),
                ("cupboard", "GET", "/api/v1/cupboard", None, 2),
                ("product", "GET", f"/api/v1/products/{self.product['id']}", None, 5),
                ("food", "GET", "/api/v1/foods/skyr", None, 3),
                ("batch being told", "POST", "/api/v1/batches/preview", told, 4),
                ("batches", "GET", "/api/v1/batches", None, 3),
                ("batches of a formula", "GET", f"/api/v1/formulas/{inner['id']}/batches", None, 3),
                ("a batch", "GET", f"/api/v1/batches/{batch['item']['id']}", None, 6),
                ("bake days", "GET", "/api/v1/bake-days", None, 4),
                ("a bake day", "GET", day, None, 5),
                ("what to buy", "GET", f"{day}/shopping", None, 9),
                ("tasks", "GET", f"/api/v1/formulas/{inner['id']}/tasks", None, 6),
                ("told again, with nothing new", "POST", f"{day}/events", {"device": "a", "events": events}, 7),
                ("history", "GET", f"/api/v1/formulas/{inner['id']}/history", None, 8),
            ):  # fmt: skip
                with self.subTest(name, size=size):
                    self.ask(method, path, body)
                    _, found = self.sent(method, path, body)
                    self.assertLessEqual(len(found), most, found)
                    writes = [each for each in found if each.startswith(_WRITES)]
                    self.assertEqual(writes, [each for each in found if "run_event" in each and each in writes])

    def test_a_batch_is_recorded_at_any_size(self) -> None:
        made, counts = self.create("100 g oats", "2 eggs"), []
        body = {"plan": {"formula_id": made["id"]}, "made_at": NOON, "record": {"words": ["just right"]}}
        for size in SIZES:
            self.fill(size)
            self.ask("PUT", f"/api/v1/batches/{uuid4()}", body)
            counts.append(len(self.sent("PUT", f"/api/v1/batches/{uuid4()}", body)[1]))
        self.assertEqual(counts[0], counts[1])
        self.assertLessEqual(counts[0], 22)

    def test_an_autosave(self) -> None:
        made, classic = self.create("100 g oats", "2 eggs"), self.create("100 g butter")
        version, draft = made["version"], made["draft"] | {"classic": {"formula_id": classic["id"]}}
        for size in SIZES:
            self.fill(size)
            for most in (8, 10):
                if most == 10:
                    with psycopg.connect(self.url) as owner:
                        owner.execute("update formula set updated_at = now() - interval '31 minutes'")
                draft = draft | {"parts": parts("100 g oats", f"{version + 2} eggs")}
                saved, found = self.sent("PUT", f"/api/v1/formulas/{made['id']}", draft | {"version": version})
                with self.subTest(most, size=size):
                    self.assertLessEqual(len(found), most, found)
                    self.assertEqual(most == 10, any("formula_version (id" in each for each in found), found)
                version = saved["version"]

    def test_a_changed_label_costs_the_same_whoever_uses_it(self) -> None:
        counts = []
        path, now = f"/api/v1/products/{self.product['id']}", self.product
        for size in SIZES:
            self.fill(size)
            body = product(label=now["draft"]["label"] | {"energy_kcal": 110 + size / 100}, version=now["version"])
            del body["id"]
            now, found = self.sent("PUT", path, body)
            self.assertEqual(now["used"]["count"], size)
            counts.append(len(found))
        self.assertEqual(counts[0], counts[1])
        self.assertLess(counts[0], 30)
        # Nothing works in the background here, so all that use it wait.
        self.assertEqual(self.ask("GET", "/api/v1/background"), {"waiting": SIZES[-1], "stopped": 0})
        self.assertEqual(self.ask("POST", "/api/v1/background/stop"), {"waiting": 0, "stopped": SIZES[-1]})
        rows = self.ask("GET", "/api/v1/formulas")["items"]
        self.assertTrue(all(row["stale"] and row["stopped"] for row in rows))
        self.assertEqual(self.ask("POST", "/api/v1/background/resume"), {"waiting": SIZES[-1], "stopped": 0})
