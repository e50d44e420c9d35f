"""The API over HTTP: the story, retries, stale versions, bad input as problem documents."""

import time
import unittest
from collections.abc import Iterator
from typing import Any
from unittest import mock
from uuid import uuid4

import psycopg
from fastapi.testclient import TestClient

from ample_crumb.api.app import MOST_BYTES, create_app
from ample_crumb.api.pages import WEB
from ample_crumb.application.formulas import commands as formulas_commands
from ample_crumb.application.jobs import work
from ample_crumb.store.database import Database
from tests.kitchen import HERE, new_kitchen

NOON = "2026-05-04T12:00:00Z"
DAY = "2026-05-04"
LINES = ["1 1/2 cups almond flour", "1 can chickpeas, drained", "2 eggs", "60 g vanilla whey"]


def parts(*lines: str) -> list[dict[str, Any]]:
    return [{"name": "", "lines": [{"text": line, "chosen": None} for line in lines]}]


class ApiCase(unittest.TestCase):
    """Base: the application on an empty database, and the calls that most tests make."""

    def setUp(self) -> None:
        self.url = new_kitchen()
        self.app = create_app(self.url)
        self.client = self.enterContext(TestClient(self.app, base_url=HERE, raise_server_exceptions=False))

    def ask(self, method: str, path: str, body: object = None, status: int = 200) -> Any:
        answer = self.client.request(method, path, json=body)
        self.assertEqual(answer.status_code, status, answer.text)
        if status >= 400:
            self.assertEqual(answer.headers["content-type"], "application/problem+json")
            self.assertTrue(answer.json()["detail"].endswith((".", "?")), answer.text)
        return answer.json() if answer.content else None

    def settle(self) -> None:
        """Waits until nothing is left to do in the background, and lends a hand."""
        database: Database = self.app.state.database
        left = True
        while left:
            work(database)
            with psycopg.connect(self.url) as connection:
                left = connection.execute("select 1 from job where state <> 'failed'").fetchone() is not None

    def create(self, *lines: str, pieces: int = 12) -> dict[str, Any]:
        body = {
            "id": str(uuid4()),
            "name": "Bars",
            "family": "",
            "pieces": pieces,
            "method": "",
            "parts": parts(*lines),
        }
        made: dict[str, Any] = self.ask("POST", "/api/v1/formulas", body, 201)
        return made

    def targets(self) -> None:
        self.ask("PUT", f"/api/v1/plan/targets/{DAY}", {"by_type": {"rest": {"energy_kcal": 1800, "protein_g": 150}}})

    def lay(self, formula_id: str, pieces: float, entry_id: str | None = None) -> Any:
        body = {"id": entry_id or str(uuid4()), "eaten_at": NOON, "formula_id": formula_id, "piece_count": pieces}
        return self.ask("POST", f"/api/v1/days/{DAY}/pieces", body, 201)


class LineIds(ApiCase):
    def test_a_line_keeps_its_id_and_no_two_have_the_same(self) -> None:
        lines = [
            {"text": text, "id": line_id} for text, line_id in (("1 egg", "a"), ("2 g salt", "a"), ("9 g oats", ""))
        ]
        made = self.ask("POST", "/api/v1/formulas", {
            "id": str(uuid4()), "name": "Ids", "pieces": 1, "parts": [{"lines": lines}],
        }, 201)  # fmt: skip
        stored = [line["id"] for line in made["draft"]["parts"][0]["lines"]]
        self.assertEqual(stored[0], "a")
        self.assertEqual(len(set(stored)), 3)
        self.assertEqual([line["id"] for line in made["evaluated"]["parts"][0]["lines"]], stored)
        # Moved, it is still the same line.
        moved = made["draft"] | {"version": 1, "parts": [{"lines": made["draft"]["parts"][0]["lines"][::-1]}]}
        self.ask("PUT", f"/api/v1/formulas/{made['id']}", moved)
        again = self.ask("GET", f"/api/v1/formulas/{made['id']}")
        self.assertEqual([line["id"] for line in again["draft"]["parts"][0]["lines"]], stored[::-1])
        self.ask("POST", "/api/v1/bench/read", {
            "parts": [{"lines": [{"text": "1 egg", "id": "no spaces"}]}], "pieces": 1, "day": DAY,
        }, 422)  # fmt: skip


class Api(ApiCase):
    def test_the_story(self) -> None:
        self.targets()
        text = "Bean bars\nmakes 12\n- " + "\n- ".join(LINES)
        (pasted,) = self.ask("POST", "/api/v1/bench/paste", {"text": text})["recipes"]
        self.assertEqual((pasted["title"], pasted["pieces"]), ("Bean bars", 12))
        made = self.create(*(line["text"] for line in pasted["parts"][0]["lines"]))
        piece = made["evaluated"]["piece"]
        self.assertAlmostEqual(piece["energy_kcal"], (156 * 5.9 + 253 * 1.39 + 143 + 60 * 3.98) / 12, places=3)
        bench = self.ask("POST", "/api/v1/bench/read", {"parts": parts(*LINES), "pieces": 12, "day": DAY})
        self.assertEqual(bench["fitting"]["piece_count"], 1800 // piece["energy_kcal"])
        day = self.lay(made["id"], 2)
        self.assertAlmostEqual(day["budget"]["room_kcal"], 1800 - 2 * piece["energy_kcal"])
        foods = {"id": str(uuid4()), "eaten_at": NOON, "text": "150 g skyr, 30 g oats"}
        self.assertAlmostEqual(
            self.ask("POST", f"/api/v1/days/{DAY}/read", {"text": foods["text"]})["figures"]["energy_kcal"], 208.2
        )
        self.ask("POST", f"/api/v1/days/{DAY}/foods", foods, 201)
        names = [entry["name"] for entry in self.ask("GET", f"/api/v1/days/{DAY}")["entries"]]
        self.assertCountEqual(names, ["Bars", "Skyr, oats"])

    def test_a_logged_piece_is_a_snapshot(self) -> None:
        made = self.create("200 g skyr", pieces=2)
        was = self.lay(made["id"], 1)["entries"][0]["figures"]["energy_kcal"]
        draft = made["draft"] | {"parts": parts("900 g butter"), "version": 1}
        self.ask("PUT", f"/api/v1/formulas/{made['id']}", draft)
        (entry,) = self.ask("GET", f"/api/v1/days/{DAY}")["entries"]
        self.assertEqual(entry["figures"]["energy_kcal"], was)
        change = {"version": 1, "day": "2026-05-05", "eaten_at": NOON, "piece_count": 3}
        moved = self.ask("PUT", f"/api/v1/entries/{entry['id']}", change)
        self.assertAlmostEqual(moved["figures"]["energy_kcal"], 3 * was)
        self.assertEqual(self.ask("GET", f"/api/v1/days/{DAY}")["entries"], [])
        self.ask("DELETE", f"/api/v1/entries/{entry['id']}", status=204)
        self.ask("POST", f"/api/v1/entries/{entry['id']}/back", status=204)
        self.assertEqual(len(self.ask("GET", "/api/v1/days/2026-05-05")["entries"]), 1)

    def test_sending_twice_does_nothing_twice(self) -> None:
        made = self.create("200 g skyr")
        again = made["draft"] | {"id": made["id"], "name": "Another"}
        self.assertEqual(self.ask("POST", "/api/v1/formulas", again, 201)["draft"]["name"], "Bars")
        entry = str(uuid4())
        self.lay(made["id"], 1, entry)
        self.assertEqual(len(self.lay(made["id"], 1, entry)["entries"]), 1)
        draft = made["draft"] | {"name": "Renamed", "version": 1}
        first = self.ask("PUT", f"/api/v1/formulas/{made['id']}", draft)
        self.assertEqual(self.ask("PUT", f"/api/v1/formulas/{made['id']}", draft)["version"], first["version"])

    def test_a_stale_version_gets_the_present_state(self) -> None:
        made = self.create("200 g skyr")
        path = f"/api/v1/formulas/{made['id']}"
        self.ask("PUT", path, made["draft"] | {"name": "Theirs", "version": 1})
        problem = self.ask("PUT", path, made["draft"] | {"name": "Mine", "version": 1}, 409)
        self.assertEqual((problem["current"]["draft"]["name"], problem["current"]["version"]), ("Theirs", 2))

    def test_a_correction_is_remembered_everywhere(self) -> None:
        made = self.create("30 g whey")
        self.ask("PUT", "/api/v1/food-aliases", {"name": "whey", "slug": "pea_protein"}, 204)
        line = self.ask("GET", f"/api/v1/formulas/{made['id']}")["evaluated"]["parts"][0]["lines"][0]
        self.assertEqual(line["ingredient"]["slug"], "pea_protein")
        self.settle()
        self.assertAlmostEqual(self.ask("GET", "/api/v1/formulas")["items"][0]["piece"]["protein_g"], 24 / 12)
        self.ask("DELETE", "/api/v1/food-aliases?name=whey", status=204)
        self.settle()
        self.assertAlmostEqual(self.ask("GET", "/api/v1/formulas")["items"][0]["piece"]["protein_g"], 23.4 / 12)

    def test_settings_change_what_is_shown(self) -> None:
        self.create("100 g erythritol", "100 g oats", pieces=1)
        shown = {}
        for definition in ("available", "net", "us_total"):
            settings = {"measures": "us", "energy": "us", "carbohydrate": definition, "appearance": "dark"}
            settings["currency"] = "EUR"
            self.ask("PUT", "/api/v1/settings", settings)
            shown[definition] = round(self.ask("GET", "/api/v1/formulas")["items"][0]["piece"]["carbohydrate_g"], 1)
        self.assertEqual(shown, {"available": 157.6, "net": 57.6, "us_total": 167.7})
        self.settle()
        energy = self.ask("GET", "/api/v1/formulas")["items"][0]["piece"]["energy_kcal"]
        # USDA SR28 08120: 67.7 g carbohydrate with fibre, 13.15 g protein, 6.52 g fat.
        self.assertAlmostEqual(energy, 4 * (67.7 + 13.15) + 9 * 6.52)

    def test_duplicate_archive_and_find(self) -> None:
        made = self.create("200 g skyr")
        copy = self.ask("POST", f"/api/v1/formulas/{made['id']}/copies", {"id": str(uuid4())}, 201)
        self.assertEqual(copy["draft"]["name"], "Bars, a copy")
        self.ask("PUT", f"/api/v1/formulas/{made['id']}/archived", {"archived": True}, 204)
        self.assertEqual(len(self.ask("GET", "/api/v1/formulas?archived=true")["items"]), 1)
        kinds = {hit["kind"] for hit in self.ask("GET", "/api/v1/find?words=bar")}
        self.assertIn("formula", kinds)
        self.assertEqual(self.ask("GET", "/api/v1/find?words=almond flour")[0]["key"], "almond_flour")

    def test_bad_input_gets_a_sentence_and_a_place(self) -> None:
        made = self.create("200 g skyr")
        draft = made["draft"] | {"version": 1}
        path = f"/api/v1/formulas/{made['id']}"
        refused: list[tuple[str, str, Any, int]] = [
            ("PUT", path, draft | {"pieces": 0}, 422),
            ("PUT", path, draft | {"pieces": 10**9}, 422),
            ("PUT", path, draft | {"name": "   "}, 422),
            ("PUT", path, draft | {"parts": parts(*["1 g salt"] * 401)}, 422),
            ("PUT", path, draft | {"parts": parts("x\x00")}, 422),
            ("POST", "/api/v1/bench/read", {"parts": 2 * parts(*["1 g salt"] * 201), "pieces": 1, "day": DAY}, 422),
            ("PUT", path, draft | {"name": "\ud800"}, 422),
            ("PUT", path, draft | {"surprise": 1}, 422),
            ("PUT", f"/api/v1/formulas/{uuid4()}", draft, 404),
            ("GET", "/api/v1/formulas/nonsense", None, 422),
            ("GET", "/api/v1/nothing", None, 404),
            ("GET", "/api/v1/days/2026-13-45", None, 422),
            ("POST", "/api/v1/bench/paste", {"text": ""}, 422),
            ("POST", "/api/v1/bench/paste", {"text": "1 g salt\n" * 10_000}, 422),
            ("POST", "/api/v1/bench/paste", {"text": "x" * 5_000_000}, 413),
            ("POST", f"/api/v1/days/{DAY}/foods", {"id": str(uuid4()), "eaten_at": NOON, "text": "-3 eggs"}, 422),
            ("POST", f"/api/v1/days/{DAY}/foods", {"id": str(uuid4()), "eaten_at": "soon", "text": "3 eggs"}, 422),
            ("PUT", f"/api/v1/plan/targets/{DAY}", {"by_type": {"rest": {"energy_kcal": -5, "protein_g": 150}}}, 422),
            ("PUT", f"/api/v1/plan/targets/{DAY}", {"by_type": {"feast": {"energy_kcal": 1, "protein_g": 1}}}, 422),
            ("PUT", "/api/v1/food-aliases", {"name": "whey", "slug": "gold"}, 422),
        ]  # fmt: skip
        for method, address, body, status in refused:
            with self.subTest(f"{method} {address} {str(body)[:60]}"):
                problem = self.send_raw(method, address, body, status)
                self.assertIn("detail", problem)
        self.assertEqual(self.ask("PUT", path, draft | {"pieces": 0}, 422)["errors"][0]["pointer"], "/pieces")
        half = {"training": {"energy_kcal": 2000, "protein_g": 150}, "rest": {"energy_kcal": 1800, "protein_g": None}}
        problem = self.ask("PUT", f"/api/v1/plan/targets/{DAY}", {"by_type": half}, 422)
        wrong = {"pointer": "/by_type/rest/protein_g", "detail": "Protein must be a number."}
        self.assertEqual(problem["errors"], [wrong])
        self.assertEqual(self.ask("GET", f"/api/v1/days/{DAY}")["all_targets"], {})
        self.assertGreater(MOST_BYTES, 200_000)

    def send_raw(self, method: str, address: str, body: Any, status: int) -> Any:
        import json

        content = None if body is None else json.dumps(body)
        answer = self.client.request(method, address, content=content, headers={"content-type": "application/json"})
        self.assertEqual(answer.status_code, status, answer.text[:300])
        return answer.json()

    def test_odd_text_is_kept_as_text(self) -> None:
        odd = "<script>alert(1)</script> 🍰 עוגה"
        made = self.create(f"100 g {odd}")
        self.ask("PUT", f"/api/v1/formulas/{made['id']}", made["draft"] | {"name": odd, "version": 1})
        view = self.ask("GET", f"/api/v1/formulas/{made['id']}")
        self.assertEqual((view["draft"]["name"], len(view["evaluated"]["unread"])), (odd, 1))

    def test_trouble_with_the_database_is_said_and_passes(self) -> None:
        # A full disk cannot be had here without filling one: the driver's own error stands in for it.
        for error, status in ((psycopg.errors.DiskFull("full"), 507), (psycopg.OperationalError("gone"), 503)):
            with mock.patch("ample_crumb.application.formulas.queries.list_page", side_effect=error):
                self.ask("GET", "/api/v1/formulas", status=status)
        self.ask("GET", "/api/v1/formulas")

    def test_who_has_gone_is_noticed_and_the_next_is_asked(self) -> None:
        self.create("100 g oats")
        with psycopg.connect(self.url) as owner:
            ((first, kitchen),) = owner.execute("select id, kitchen_id from person").fetchall()
            owner.execute("insert into person (id, kitchen_id, name) values (%s, %s, 'Bert')", [uuid4(), kitchen])
        self.assertEqual(self.client.cookies["ample_crumb_person"], str(first))
        with psycopg.connect(self.url) as owner:
            owner.execute("delete from person where id = %s", [first])
        self.assertEqual(len(self.ask("GET", "/api/v1/formulas")["items"]), 1)
        self.assertNotEqual(self.client.cookies["ample_crumb_person"], str(first))
        with psycopg.connect(self.url) as owner:
            owner.execute("delete from person")
        for _ in range(2):
            self.assertIn("none yet", self.ask("GET", "/api/v1/formulas", status=404)["detail"])

    def test_connections_that_the_server_has_ended_are_noticed_before_they_are_used(self) -> None:
        self.ask("GET", "/api/v1/formulas")
        with psycopg.connect(self.url, autocommit=True) as owner:
            ended = owner.execute(
                "select pg_terminate_backend(pid) from pg_stat_activity "
                "where datname = current_database() and pid <> pg_backend_pid()"
            ).fetchall()
            self.assertTrue(ended)
            while owner.execute(
                "select 1 from pg_stat_activity where datname = current_database() and pid <> pg_backend_pid() "
                "and backend_start < (select backend_start from pg_stat_activity where pid = pg_backend_pid())"
            ).fetchone():
                time.sleep(0.05)
        self.ask("GET", "/api/v1/formulas")

    def test_what_two_cannot_do_at_once_is_done_again(self) -> None:
        made = self.create("100 g oats")
        body = made["draft"] | {"name": "Other bars", "version": 1}
        save = formulas_commands.save
        for error in (psycopg.errors.DeadlockDetected("both wait"), psycopg.errors.SerializationFailure("both wrote")):
            outcomes = iter([error, error, error, None])

            def busy(*given: Any, outcomes: Iterator[Exception | None] = outcomes, **named: Any) -> Any:
                error = next(outcomes)
                if error is not None:
                    raise error
                return save(*given, **named)

            with self.subTest(type(error).__name__), mock.patch.object(formulas_commands, "save", busy):
                self.assertEqual(self.ask("PUT", f"/api/v1/formulas/{made['id']}", body)["draft"]["name"], "Other bars")
        with mock.patch.object(formulas_commands, "save", side_effect=psycopg.errors.DeadlockDetected("for ever")):
            problem = self.ask("PUT", f"/api/v1/formulas/{made['id']}", body, 503)
        self.assertIn("Somebody else is saving", problem["detail"])

    def test_whoever_waits_too_long_for_another_is_told_so(self) -> None:
        made = self.create("100 g oats")
        with psycopg.connect(self.url) as other:
            other.execute("select 1 from kitchen for update")
            body = made["draft"] | {"name": "Other bars", "version": 1}
            self.assertIn("Somebody else", self.ask("PUT", f"/api/v1/formulas/{made['id']}", body, 503)["detail"])
        self.ask("PUT", f"/api/v1/formulas/{made['id']}", body)

    def test_text_is_compressed_and_answers_of_the_api_are_not_kept(self) -> None:
        for _ in range(4):
            self.create("100 g oats")
        (script,) = (path for path in (WEB / "assets").glob("index-*.js"))
        (font, *_) = (WEB / "assets").glob("*.woff2")
        for path, encoding, kept in (
            ("/api/v1/formulas", "br", "no-store"),
            (f"/assets/{script.name}", "br", "public, max-age=31536000, immutable"),
            (f"/assets/{font.name}", None, "public, max-age=31536000, immutable"),
            ("/today", "br", "no-cache"),
        ):
            with self.subTest(path):
                answer = self.client.get(path, headers={"accept-encoding": "br"})
                self.assertEqual(answer.headers.get("content-encoding"), encoding)
                self.assertEqual(answer.headers["cache-control"], kept)
        plain = self.client.get("/api/v1/formulas", headers={"accept-encoding": "identity"})
        self.assertNotIn("content-encoding", plain.headers)
        self.assertEqual(self.client.get("/api/v1/nothing").headers["cache-control"], "no-store")

    def test_another_host_name_is_refused(self) -> None:
        answer = self.client.get("/api/v1/formulas", headers={"host": "evil.example"})
        self.assertEqual(answer.status_code, 400)
