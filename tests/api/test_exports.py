"""What goes out: formulas as files, tables, calendars and the archive, each read back by a package of its own."""

import csv
import io
import json
import re
import zipfile
from datetime import date
from functools import partial
from pathlib import Path
from typing import Any, ClassVar
from uuid import uuid4

import jsonschema
import pandas
import pypdf
from fastapi.testclient import TestClient
from icalendar import Calendar

from ample_crumb.api.app import create_app
from ample_crumb.application.exports.archive import VERSION, read_archive, write_archive
from ample_crumb.application.problems import CannotAccept
from ample_crumb.core.problem import CannotUse
from ample_crumb.formats.recipe_text import read_recipes
from ample_crumb.store.app_role import app_address
from ample_crumb.store.database import Database
from tests.api.test_api import ApiCase
from tests.kitchen import HERE, NOW, demo_kitchen, new_kitchen, open_database
from tests.store.archive_schemas import FOLDER, schemas

RECIPE = json.loads((Path(__file__).parents[1] / "published" / "schema-org-recipe.schema.json").read_text())
KEPT = Path(__file__).parents[1] / "archives"


class DemoCase(ApiCase):
    """Base: the demo kitchen, loaded once for all tests that only read."""

    demo: ClassVar[str]

    @classmethod
    def setUpClass(cls) -> None:
        cls.demo = demo_kitchen(NOW)

    def setUp(self) -> None:
        self.url = self.demo
        self.app = create_app(self.url)
        self.app.state.clock = lambda: NOW
        self.client = self.enterContext(TestClient(self.app, base_url=HERE, raise_server_exceptions=False))

    def fetch(self, path: str, **query: str) -> Any:
        answer = self.client.get(f"/api/v1/{path}", params=query)
        self.assertEqual(answer.status_code, 200, answer.text[:300])
        return answer

    def formulas(self) -> list[Any]:
        return list(self.ask("GET", "/api/v1/formulas")["items"])


class Formulas(DemoCase):
    def test_each_as_a_recipe_by_the_vocabulary_and_read_back_with_the_same_lines(self) -> None:
        formulas = self.formulas()
        self.assertTrue(formulas)
        for item in formulas:
            with self.subTest(item["name"]):
                opened = self.ask("GET", f"/api/v1/formulas/{item['id']}")
                lines = [line["text"] for part in opened["draft"]["parts"] for line in part["lines"]]
                answer = self.fetch(f"formulas/{item['id']}/file")
                self.assertRegex(answer.headers["content-disposition"], r'filename="[a-z0-9-]+\.jsonld"')
                document = answer.json()
                jsonschema.validate(document, RECIPE)
                # A figure goes out as it is shown: whole kcal of one piece.
                shown = opened["evaluated"]["piece"]["energy_kcal"]
                self.assertEqual(document["nutrition"]["calories"], f"{shown:.0f} kcal")
                for form, name in (("jsonld", ""), ("md", "a.md"), ("text", "")):
                    text = self.fetch(f"formulas/{item['id']}/file", **{"as": form}).text
                    (read,) = read_recipes(text, name).recipes
                    found = [line.removeprefix("- ") for part in read.parts for line in part.lines]
                    self.assertEqual(found, lines, form)
                    self.assertEqual(read.title, item["name"])

    def test_diets_are_told_where_they_are_derived(self) -> None:
        told = {}
        for item in self.formulas():
            document = self.fetch(f"formulas/{item['id']}/file").json()
            told[item["name"]] = document.get("suitableForDiet", [])
        self.assertIn(["https://schema.org/VegetarianDiet"], [value[:1] for value in told.values()])
        self.assertIn([], told.values())

    def test_a_card_holds_amounts_method_figures_and_what_it_contains_on_each_paper(self) -> None:
        item = self.formulas()[0]
        draft = self.ask("GET", f"/api/v1/formulas/{item['id']}")["draft"]
        # Points of 1/72 inch.
        for paper, width, height in (("A4", 595, 842), ("A5", 420, 595), ("4x6", 288, 432), ("Letter", 612, 792)):
            with self.subTest(paper):
                pdf = pypdf.PdfReader(
                    io.BytesIO(self.fetch(f"formulas/{item['id']}/file", **{"as": "card"}, paper=paper).content)
                )
                box = pdf.pages[0].mediabox
                self.assertEqual((round(box.width), round(box.height)), (width, height))
                text = " ".join(" ".join(page.extract_text().split()) for page in pdf.pages)
                for part in draft["parts"]:
                    for line in part["lines"]:
                        self.assertIn(" ".join(line["text"].split()), text)
                for step in filter(None, map(str.strip, draft["method"].splitlines())):
                    self.assertIn(" ".join(step.split()), text)
                self.assertRegex(text, r"\d+ ± \d+ kcal")
                self.assertIn("Contains ", text)

    def test_what_is_not_there_and_what_is_no_form(self) -> None:
        self.ask("GET", f"/api/v1/formulas/{uuid4()}/file", None, 404)
        self.ask("GET", f"/api/v1/formulas/{self.formulas()[0]['id']}/file?as=word", None, 422)


class Tables(DemoCase):
    def test_two_readers_see_the_same_rows_in_each(self) -> None:
        for table, fewest in (("batches", 8), ("tastings", 100), ("diary", 100), ("ledger", 28), ("cupboard", 20)):
            with self.subTest(table):
                data = self.fetch(f"tables/{table}.csv").content
                self.assertTrue(data.endswith(b"\r\n"))
                rows = list(csv.reader(io.StringIO(data.decode(), newline="")))
                frame = pandas.read_csv(io.BytesIO(data), dtype=str, keep_default_na=False)
                self.assertEqual([list(frame.columns), *frame.to_numpy().tolist()], rows)
                self.assertGreaterEqual(len(rows) - 1, fewest)
        self.ask("GET", "/api/v1/tables/everything.csv", None, 422)

    def test_the_diary_comes_in_again_as_it_went_out(self) -> None:
        data = self.fetch("tables/diary.csv").content
        made = self.ask("POST", "/api/v1/imports", {"id": str(uuid4()), "name": "Back"}, 201)["id"]
        answer = self.client.put(f"/api/v1/imports/{made}/files/0", params={"name": "diary.csv"}, content=data)
        self.assertEqual(answer.json()["kind"], "days")
        matched = {field["key"]: field["column"] for field in answer.json()["matching"]["fields"]}
        names = answer.json()["matching"]["names"]
        self.assertEqual([names[matched[key]] for key in ("day", "energy_kcal", "protein_g", "fibre_g")],
                         ["day", "energy_kcal", "protein_g", "fibre_g"])  # fmt: skip
        about = self.ask("GET", f"/api/v1/imports/{made}")["about"]
        self.assertEqual((about["item_count"], about["problem_count"]), (len(data.splitlines()) - 1, 0))
        self.ask("DELETE", f"/api/v1/imports/{made}", None, 204)

    def test_a_shopping_list(self) -> None:
        run = self.ask("GET", "/api/v1/bake-days")[0]
        shown = self.ask("GET", f"/api/v1/bake-days/{run['id']}/shopping")
        rows = list(csv.DictReader(io.StringIO(self.fetch(f"bake-days/{run['id']}/shopping.csv").text)))
        self.assertEqual([row["name"] for row in rows], [item["name"] for item in shown["items"]] + shown["extras"])


class Calendars(DemoCase):
    def test_days_to_eat_by_are_read_back(self) -> None:
        stash = self.ask("GET", "/api/v1/stash")
        calendar = Calendar.from_ical(self.fetch("stash/eat-by.ics", zone="Europe/Berlin").content)
        events = calendar.walk("VEVENT")
        positions = [(batch, position) for batch in stash["batches"] for position in batch["positions"]]
        self.assertEqual(len(events), len(positions))
        self.assertEqual(len({str(event["uid"]) for event in events}), len(events))
        for event, (batch, _) in zip(events, positions, strict=True):
            self.assertIn(batch["name"], str(event["summary"]))
            self.assertIsInstance(event.decoded("dtstart"), date)
        self.ask("GET", "/api/v1/stash/eat-by.ics?zone=No/Where", None, 422)


class Archive(DemoCase):
    def packed(self) -> zipfile.ZipFile:
        return zipfile.ZipFile(io.BytesIO(self.fetch("archive.zip").content))

    def test_every_row_is_as_its_schema_says(self) -> None:
        packed = self.packed()
        about = json.loads(packed.read("archive.json"))
        self.assertEqual((about["version"], about["rows"]["formula"]), (VERSION, 10))
        for table, schema in schemas(self.url).items():
            validator = jsonschema.Draft202012Validator(schema, format_checker=jsonschema.FormatChecker())
            rows = packed.read(f"tables/{table}.jsonl").splitlines()
            self.assertEqual(len(rows), about["rows"][table])
            for row in rows:
                validator.validate(json.loads(row))

    def test_the_schemas_are_written_down(self) -> None:
        written = {
            file.name.removesuffix(".schema.json"): json.loads(file.read_text()) for file in FOLDER.glob("*.json")
        }
        self.assertEqual(written, schemas(self.url), "take them anew: python -m tests.store.archive_schemas")

    def test_a_kitchen_comes_back_with_all_its_facts_and_the_same_figures(self) -> None:
        sent = io.BytesIO(self.fetch("archive.zip").content)
        database = self.restored(sent)
        again = io.BytesIO()
        principal = database.resident(None)
        assert principal is not None
        write_archive(database, principal, again, NOW)
        ours, theirs = zipfile.ZipFile(sent), zipfile.ZipFile(again)
        self.assertEqual(ours.namelist(), theirs.namelist())
        for name in ours.namelist():
            self.assertEqual(sorted(ours.read(name).splitlines()), sorted(theirs.read(name).splitlines()), name)

    def test_figures_worked_out_anew_are_the_same(self) -> None:
        sent = io.BytesIO(self.fetch("archive.zip").content)
        self.restored(sent)
        with TestClient(create_app(self.other), base_url=HERE, raise_server_exceptions=False) as client:
            for item in self.formulas():
                here = self.ask("GET", f"/api/v1/formulas/{item['id']}")
                there = client.get(f"/api/v1/formulas/{item['id']}").json()
                self.assertEqual(here["evaluated"], there["evaluated"], item["name"])

    def restored(self, sent: io.BytesIO) -> Database:
        self.other = new_kitchen()
        database = open_database(app_address(self.other))
        self.addCleanup(database.close)
        principal = database.resident(None)
        assert principal is not None
        read_archive(database, principal, sent)
        return database

    def test_what_is_no_archive_or_does_not_belong_here_is_a_sentence(self) -> None:
        good = self.fetch("archive.zip").content
        url = new_kitchen()
        database = open_database(app_address(url))
        self.addCleanup(database.close)
        principal = database.resident(None)
        assert principal is not None

        def changed(**members: bytes) -> io.BytesIO:
            out = io.BytesIO()
            with zipfile.ZipFile(io.BytesIO(good)) as there, zipfile.ZipFile(out, "w") as packed:
                for name in there.namelist():
                    packed.writestr(name, members.get(name, there.read(name)))
            return out

        def first_row(table: str, **values: object) -> bytes:
            first, *rest = zipfile.ZipFile(io.BytesIO(good)).read(f"tables/{table}.jsonl").splitlines()
            return b"\n".join([json.dumps(json.loads(first) | values).encode(), *rest])

        of_person, of_day_type = partial(first_row, "person"), partial(first_row, "day_type")
        about = json.loads(zipfile.ZipFile(io.BytesIO(good)).read("archive.json"))
        for file, sentence in (
            (io.BytesIO(good[: len(good) // 2]), "damaged or was cut short"),
            (io.BytesIO(good[:5000] + b"\0" * 40 + good[5040:]), "damaged|is no JSON|should hold"),
            (changed(**{"archive.json": json.dumps(about | {"version": VERSION + 1}).encode()}), "of version"),
            (changed(**{"archive.json": b'{"format": "other"}'}), "no archive"),
            (changed(**{"archive.json": b"{"}), "is no JSON"),
            (changed(**{"tables/formula.jsonl": b""}), "should hold 10 rows"),
            (changed(**{"tables/person.jsonl": of_person(id=None)}), "no “id” that can be used"),
            (changed(**{"tables/person.jsonl": of_person(name=None)}), "do not fit together"),
            (changed(**{"tables/person.jsonl": of_person(id=str(uuid4()))}), "do not fit together"),
            (changed(**{"tables/day_type.jsonl": of_day_type(person_id=[1])}), "no “person_id” that can be used"),
            (changed(**{"tables/tin.jsonl": b'{"strange": 1}\n' * about["rows"]["tin"]}), "does not know"),
        ):
            with self.subTest(sentence), self.assertRaisesRegex(CannotUse, sentence):
                read_archive(database, principal, file)
        read_archive(database, principal, io.BytesIO(good))
        there = database.resident(None)
        assert there is not None
        with self.assertRaisesRegex(CannotAccept, "something in this kitchen already"):
            read_archive(database, there, io.BytesIO(good))

    def test_archives_of_every_version_are_read_still(self) -> None:
        kept = sorted(KEPT.glob("kitchen-*.zip"))
        self.assertEqual([int(re.findall(r"\d+", file.name)[0]) for file in kept], list(range(1, VERSION + 1)))
        for file in kept:
            with self.subTest(file.name):
                database = self.restored(io.BytesIO(file.read_bytes()))
                principal = database.resident(None)
                assert principal is not None
                with database.transaction(principal) as connection:
                    found = connection.execute("select count(*), sum(energy_kcal) from formula").fetchone()
                assert found is not None
                self.assertEqual(found[0], 10)
                self.assertGreater(found[1], 500)
