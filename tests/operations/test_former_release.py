"""What the release before wrote comes in: its archive, its backup, its files; and its calls are answered."""

import io
import json
import re
import subprocess
import tempfile
import unittest
from pathlib import Path
from typing import Any, Final
from uuid import UUID, uuid4

import psycopg
from fastapi.testclient import TestClient

from ample_crumb.api.app import create_app
from ample_crumb.application.exports.archive import read_archive, write_archive
from tests.kitchen import HERE, NOW, Served, new_database, new_kitchen, open_database
from tests.operations.test_backup import run
from tests.store.test_migrations import rows_of

ARCHIVES: Final = Path(__file__).parents[1] / "archives"
FORMER: Final = ARCHIVES / "release-1"
"""Made by the release before out of its demo kitchen, to which a row was added of every table that has another name by
now; `api.md` is its description of the API, whose commands are run as they stand."""

_COMMAND: Final = re.compile(r"^```sh\n(.*?)^```$", re.MULTILINE | re.DOTALL)


class Files(unittest.TestCase):
    def setUp(self) -> None:
        self.maxDiff = None
        self.folder = Path(self.enterContext(tempfile.TemporaryDirectory()))

    def restored(self) -> str:
        url = new_database(migrated=False)
        code, _, err = run(url, "restore", str(FORMER / "backup.dump"))
        self.assertEqual((code, err), (0, ""))
        return url

    def test_its_archive_says_what_an_archive_of_now_says(self) -> None:
        """Read in and written out again, the former one is what this release made of the same kitchen, row by row."""
        url = new_kitchen()
        database = open_database(url)
        self.addCleanup(database.close)
        principal = database.resident(None)
        assert principal is not None
        read_archive(database, principal, io.BytesIO((ARCHIVES / "kitchen-1.zip").read_bytes()))
        goes_on, again = database.resident(None), new_kitchen()
        assert goes_on is not None
        with io.BytesIO() as file:
            write_archive(database, goes_on, file, NOW)
            file.seek(0)
            other = open_database(again)
            self.addCleanup(other.close)
            beginner = other.resident(None)
            assert beginner is not None
            read_archive(other, beginner, file)
        for name in ("food_alias", "usual_portion", "dietary_profile", "diet_phase", "opened_good", "import_item"):
            with self.subTest(name):
                self.assertTrue(rows_of(again)[name])
        self.assert_named_anew(again)

    def test_its_backup_is_restored_and_served(self) -> None:
        url = self.restored()
        self.assert_named_anew(url)
        app = create_app(url)
        app.state.clock = lambda: NOW
        with TestClient(app, base_url=HERE) as client:
            self.assertEqual(len(client.get("/api/v1/formulas").json()["items"]), 10)
            # Figures of a day as that release wrote them out, to the last digit.
            self.assertEqual(client.get("/api/v1/tables/diary.csv").content, (FORMER / "diary.csv").read_bytes())

    def assert_named_anew(self, url: str) -> None:
        there = rows_of(url)
        self.assertEqual([(row["phrase"], row["slug"]) for row in there["food_alias"]], [("dust moon", "skyr")])
        self.assertEqual([float(row["piece_count"]) for row in there["usual_portion"]], [2.0])
        self.assertIn("Visitor", [row["name"] for row in there["dietary_profile"]])
        self.assertEqual([row["name"] for row in there["diet_phase"]], ["before the head race"])
        self.assertEqual([row["storage"] for row in there["opened_good"]], ["fridge"])
        formulas = {row["name"]: row for row in there["formula"]}
        blondies, classic = formulas["White bean blondies"], formulas["Butter blondies, the classic"]
        self.assertEqual((blondies["classic_id"], blondies["classic"]), (classic["id"], None))
        self.assertEqual(formulas["Quark and plum layer slice"]["classic"]["energy_kcal"], 330)
        self.assertEqual(blondies["written_piece_count"], blondies["pieces"])
        self.assertTrue(all(row["revision"] >= 1 for row in there["entry"]))
        self.assertTrue(all(row["predicted_min"] == row["told_min"] for row in there["batch"]))
        lines = [row for row in there["formula_line"] if row["formula_id"] == blondies["id"]]
        self.assertEqual(len({(row["part_position"], row["position"]) for row in lines}), len(lines))

    def test_its_files_are_brought_in(self) -> None:
        url = new_kitchen()
        files = [str(FORMER / name) for name in ("formula.jsonld", "formula.md", "formula.text", "diary.csv")]
        code, out, err = run(url, "import", *files, "--json", "--zone", "Europe/Berlin")
        told = json.loads(out)
        self.assertEqual(err, "")
        self.assertIn(code, (0, 3))
        self.assertEqual([file["kind"] for file in told["files"]], ["recipes", "recipes", "recipes", "days"])
        there = rows_of(url)
        self.assertEqual({row["name"] for row in there["formula"]}, {"Black bean squares with orange"})
        self.assertGreater(len(there["entry"]), 100)


class Calls(unittest.TestCase):
    """Paths and fields of the release before, beside those of now."""

    def setUp(self) -> None:
        self.url = new_kitchen()
        self.client = self.enterContext(TestClient(create_app(self.url), base_url=HERE))

    def ask(self, method: str, path: str, body: object = None, status: int = 200) -> Any:
        answer = self.client.request(method, f"/api/v1{path}", json=body)
        self.assertEqual(answer.status_code, status, f"{path}: {answer.text[:300]}")
        return answer

    def formula(self, **more: object) -> dict[str, Any]:
        lines = {"name": "", "lines": [{"text": "100 g oats"}, {"text": "2 eggs"}]}
        body = {"id": str(uuid4()), "name": "Bars", "family": "", "pieces": 4, "method": "", "parts": [lines], **more}
        made: dict[str, Any] = self.ask("POST", "/formulas", body, 201).json()
        return made

    def test_every_former_path_is_answered_as_the_present_one_is(self) -> None:
        made = self.formula()
        bench = {"name": "Bars", "family": "", "pieces": 4, "method": "", "parts": made["draft"]["parts"]}
        bench |= {"day": "2026-05-04"}
        profile, pack = f"/{uuid4()}", f"/{uuid4()}"
        several = {"id": str(uuid4()), "eaten_at": "2026-05-04T10:00:00Z", "things": [{"text": "100 g skyr"}]}
        for method, former, present, body in (
            ("POST", "/bench/settled", "/bench/analysis", bench),
            ("POST", "/bench/nudge", "/bench/adjust-amount", {"text": "100 g oats", "factor": 1.1}),
            ("POST", "/bench/without", "/bench/exclusions", bench | {"avoided": ["egg"]}),
            ("POST", "/bench/twin", "/bench/classic", bench),
            ("GET", "/learned", "/lessons", None),
            ("GET", "/opened", "/opened-goods", None),
            ("PUT", f"/opened{pack}", f"/opened-goods{pack}", {"food": "skyr", "place": "fridge"}),
            ("PUT", f"/eaters{profile}", f"/dietary-profiles{profile}", {"name": "Visitor", "avoids": ["egg"]}),
            ("PUT", "/corrections", "/food-aliases", {"name": "moon dust", "slug": "skyr"}),
            ("POST", "/corrections/effect", "/food-aliases/effect", {"name": "moon dust", "slug": None}),
            ("GET", "/corrections", "/food-aliases", None),
            ("GET", f"/formulas/{made['id']}/helping", f"/formulas/{made['id']}/usual-portion", None),
            ("GET", "/days/2026-05-04/at-hand", "/days/2026-05-04/available-foods", None),
            ("POST", "/days/2026-05-04/several", "/days/2026-05-04/entries", several),
        ):
            with self.subTest(former):
                now = self.client.request(method, f"/api/v1{present}", json=body)
                then = self.client.request(method, f"/api/v1{former}", json=body)
                self.assertLess(now.status_code, 300, now.text[:300])
                self.assertEqual((then.status_code, then.content), (now.status_code, now.content))
                self.assertEqual(then.headers["link"], f'</api/v1{present}>; rel="successor-version"')
                self.assertTrue(then.headers["deprecation"].startswith("@"))
                self.assertNotIn("deprecation", now.headers)

    def test_a_path_that_only_begins_like_a_former_one_is_none(self) -> None:
        for path in ("/bench/twins", "/eatersx/1", "/openedx", "/learneds"):
            with self.subTest(path):
                self.assertEqual(self.client.get(f"/api/v1{path}").status_code, 404)

    def test_whatever_stands_in_a_former_path_is_no_error_of_the_server(self) -> None:
        for odd in ("%E6%97%A5", "%0d%0aSet-Cookie:%20a=b", "%ff", "a%00b"):
            with self.subTest(odd):
                answer = self.client.get(f"/api/v1/formulas/{odd}/helping")
                self.assertEqual(answer.status_code, 422, answer.text[:200])
                self.assertTrue(answer.headers["link"].isascii())
                self.assertNotIn("a", answer.cookies)

    def test_fields_are_taken_by_their_former_names(self) -> None:
        classic = self.formula(name="The butter one")
        made = self.formula(twin={"formula_id": classic["id"]})
        self.assertEqual(made["draft"]["classic"]["formula_id"], classic["id"])
        saved = made["draft"] | {"version": made["version"], "twin": None}
        del saved["classic"]
        self.assertIsNone(self.ask("PUT", f"/formulas/{made['id']}", saved).json()["draft"]["classic"])
        # Said twice, nobody knows which is meant.
        both = saved | {"version": 2, "classic": None, "twin": {"formula_id": classic["id"]}}
        self.ask("PUT", f"/formulas/{made['id']}", both, 422)

    def test_the_commands_that_it_documented_run_as_they_stand(self) -> None:
        served = Served(new_kitchen())
        served.start()
        self.addCleanup(served.stop)
        commands = _COMMAND.findall((FORMER / "api.md").read_text())
        self.assertGreater(len(commands), 12)
        for command in commands:
            with self.subTest(command[:90]):
                here = command.replace("http://127.0.0.1:8321", served.address).replace(
                    "curl -s", "curl -s --fail-with-body"
                )
                done = subprocess.run(["bash", "-c", here], capture_output=True, text=True, check=False, timeout=60)
                self.assertEqual(done.returncode == 0, "00000000" not in command, done.stdout[:300])


class Beside(unittest.TestCase):
    """The release before serves on while this one does, on the same tables, as the role `app`."""

    def test_what_it_writes_is_read_by_the_names_of_now_and_the_other_way_round(self) -> None:
        from ample_crumb.store.app_role import app_address

        url = new_kitchen()
        database = open_database(url)
        principal = database.resident(None)
        database.close()
        assert principal is not None
        kitchen_id, formula_id = principal.kitchen_id, uuid4()
        with psycopg.connect(app_address(url), autocommit=True) as former:
            former.execute("select set_config('ample_crumb.kitchen_id', %s, false)", [str(kitchen_id)])
            former.execute(
                "insert into formula (id, kitchen_id, name, pieces, twin)"
                " values (%s, %s, 'Bars', 4, '{\"name\": \"x\"}')",
                [formula_id, kitchen_id],
            )
            former.execute(
                "insert into formula_part (formula_id, kitchen_id, place, bake) values (%s, %s, 0, 'not')"
                " on conflict (kitchen_id, formula_id, place) do nothing", [formula_id, kitchen_id],
            )  # fmt: skip
            former.execute(
                "insert into formula_line (formula_id, kitchen_id, part_place, place, text) values (%s, %s, 0, 0, 'x')"
                " on conflict (kitchen_id, formula_id, part_place, place) do update set text = excluded.text",
                [formula_id, kitchen_id],
            )  # fmt: skip
            former.execute("update formula set version = version + 1, pieces = 5 where id = %s", [formula_id])
            self.assertEqual(
                self.row(former, "revision, written_piece_count, classic ->> 'name'", formula_id), (2, 5, "x")
            )
            former.execute(
                "update formula set revision = revision + 1, written_piece_count = 6, classic = null where id = %s",
                [formula_id],
            )
            self.assertEqual(self.row(former, "version, pieces, twin", formula_id), (3, 6, None))
            line = former.execute("select part_position, position from formula_line").fetchall()
            self.assertEqual(line, [(0, 0)])
            for _ in range(2):
                former.execute(
                    "insert into eater (id, kitchen_id, name, avoids) values (%s, %s, 'Visitor', '{milk}')"
                    " on conflict (kitchen_id, id) do update set name = excluded.name", [formula_id, kitchen_id],
                )  # fmt: skip
            self.assertEqual(former.execute("select name from dietary_profile").fetchall(), [("Visitor",)])
            former.execute("insert into correction (kitchen_id, phrase, slug) values (%s, 'a', 'skyr')", [kitchen_id])
            self.assertEqual(former.execute("select phrase from food_alias").fetchall(), [("a",)])
            # The wall between kitchens stands behind the former names as well.
            former.execute("select set_config('ample_crumb.kitchen_id', %s, false)", [str(UUID(int=1))])
            for name in ("eater", "helping", "phase", "correction"):
                self.assertEqual(former.execute(f"select count(*) from {name}").fetchone(), (0,))  # noqa: S608

    def row(self, connection: psycopg.Connection[Any], columns: str, formula_id: UUID) -> tuple[Any, ...] | None:
        return connection.execute(f"select {columns} from formula where id = %s", [formula_id]).fetchone()  # noqa: S608
