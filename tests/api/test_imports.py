"""Imports over HTTP: read, put right, written, the same twice, taken back, and files that are meant ill."""

import io
import json
import zipfile
from pathlib import Path
from typing import Any
from unittest import mock
from uuid import uuid4

from fastapi.testclient import TestClient

from ample_crumb.api.app import create_app
from ample_crumb.api.auth import COOKIE
from ample_crumb.application.formulas import checked_writes
from ample_crumb.core.problem import CannotUse
from ample_crumb.formats.recipe_text import MOST_IN_FILE
from ample_crumb.store import kitchens
from ample_crumb.store.scope import Principal
from tests.api.test_api import ApiCase
from tests.formats.recipe_pages import RECIPES, SHAPES
from tests.kitchen import HERE, new_kitchen, open_database

BUNS = "Oat buns\nmakes 6\n200 g oats\n2 eggs\n1 tbsp moon dust\nBake 20 minutes.\n"
DAYS = (
    "date,time,food,kcal,protein (g)\n2026-05-01,08:15,Skyr,150,16.5\n2026-05-01,19:00,Skyr,150,16.5\n"
    "2026-05-02,,Beans,x,9\n"
)
EITHER_WAY = "when,amount,kcal\n01/02/2026,3,100\n02/02/2026,4,110\n"
WEIGHTS = "date,weight (kg)\n2026-05-01,70.5\n2026-05-02,70.1\n"
PRODUCTS = "name,kcal,protein,fat,carbohydrate,salt\nQuark Hill,67,12,0.2,4,0.1\nToo Good,10,90,80,70,1\n"


class ImportCase(ApiCase):
    """Base: an import with files."""

    def begin(self, **files: str | bytes) -> str:
        made: str = self.ask("POST", "/api/v1/imports", {"id": str(uuid4()), "name": "From elsewhere"}, 201)["id"]
        for place, (name, data) in enumerate(files.items()):
            self.send(made, place, name.replace("_", "."), data)
        return made

    def send(self, made: str, place: int, name: str, data: str | bytes, status: int = 200, **asked: Any) -> Any:
        answer = self.client.put(
            f"/api/v1/imports/{made}/files/{place}",
            params={"name": name} | asked,
            content=data if isinstance(data, bytes) else data.encode(),
        )
        self.assertEqual(answer.status_code, status, answer.text)
        return answer.json()

    def items(self, made: str) -> list[Any]:
        items: list[Any] = []
        after = ""
        while True:
            page = self.ask("GET", f"/api/v1/imports/{made}/items?after={after}")
            items += page["items"]
            after = page["next"]
            if not after:
                return items

    def write(self, made: str, zone: str = "Europe/Berlin") -> int:
        for _ in range(100):
            progress = self.ask("POST", f"/api/v1/imports/{made}/write", {"zone": zone})
            if progress["done"] == progress["total"]:
                return int(progress["total"])
        raise AssertionError("it never ends")

    def take_back(self, made: str, *, changed_too: bool = False) -> None:
        for _ in range(100):
            progress = self.ask("POST", f"/api/v1/imports/{made}/taken-back", {"changed_too": changed_too})
            if progress["done"] == progress["total"]:
                return
        raise AssertionError("it never ends")

    def formulas(self) -> list[Any]:
        return list(self.ask("GET", "/api/v1/formulas")["items"])

    def weights(self) -> dict[str, float]:
        ledger = self.client.get("/api/v1/ledger", params={"from": "2026-05-01", "to": "2026-05-02"}).json()
        return {each["day"]: each["weight_kg"] for each in ledger["weights"]}

    def entries(self, day: str) -> list[Any]:
        return list(self.ask("GET", f"/api/v1/days/{day}")["entries"])


class Imports(ImportCase):
    def test_a_recipe_is_read_put_right_written_and_taken_back(self) -> None:
        made = self.begin(buns_txt=BUNS)
        (item,) = self.items(made)
        self.assertEqual((item["kind"], item["title"], item["pieces"]), ("formula", "Oat buns", 6))
        self.assertEqual(item["question_count"], 1)
        unread = [line for line in item["lines"] if line["problem"]]
        self.assertEqual([line["text"] for line in unread], ["1 tbsp moon dust"])
        self.assertEqual(self.formulas(), [])
        change = {"lines": [{"id": unread[0]["id"], "text": "1 tbsp honey"}], "title": "Oat buns, mended", "pieces": 8}
        item = self.ask("PUT", f"/api/v1/imports/{made}/items/0/0", change)
        self.assertEqual((item["question_count"], item["title"], item["pieces"]), (0, "Oat buns, mended", 8))
        self.assertEqual(self.write(made), 1)
        (listed,) = self.formulas()
        self.assertEqual((listed["name"], listed["piece_count"]), ("Oat buns, mended", 8))
        self.take_back(made)
        self.assertEqual(self.formulas(), [])
        self.assertEqual(self.ask("GET", "/api/v1/imports")[0]["state"], "taken back")

    def test_what_a_line_asks_is_answered_at_the_line(self) -> None:
        made = self.begin(cups_txt="Cups\nmakes 4\n400 g skyr\n40 g honey or maple syrup\n")
        (item,) = self.items(made)
        self.assertEqual((item["question_count"], item["problem"]), (1, ""))
        (question,) = item["questions"]
        self.assertEqual((question["line_text"], question["asks"]), ("40 g honey or maple syrup", "which"))
        other = next(answer for answer in question["answers"] if not answer["holds"])
        line = {"id": question["line_id"], "text": other["text"], "chosen": other["slug"]}
        item = self.ask("PUT", f"/api/v1/imports/{made}/items/0/0", {"lines": [line]})
        self.assertEqual((item["question_count"], item["questions"]), (0, []))
        self.assertIn(other["label"], {each["read_as"] for each in item["lines"]})
        self.write(made)
        (listed,) = self.formulas()
        lines = self.ask("GET", f"/api/v1/formulas/{listed['id']}")["draft"]["parts"][0]["lines"]
        self.assertEqual([each["chosen"] for each in lines], [None, other["slug"]])
        # Written anew, a line means what its words say.
        second = self.begin(cups_txt="Cups\nmakes 4\n400 g skyr\n40 g honey or maple syrup\n1 egg\n")
        (item,) = self.items(second)
        for sent in (line, {"id": line["id"], "text": "40 g oats"}):
            item = self.ask("PUT", f"/api/v1/imports/{second}/items/0/0", {"lines": [sent]})
        self.assertIn("oats", " ".join(each["read_as"].lower() for each in item["lines"]))

    def test_the_same_file_twice_makes_nothing_twice(self) -> None:
        first = self.begin(buns_txt=BUNS, days_csv=DAYS)
        self.assertEqual(self.write(first), 3)
        self.assertEqual(self.write(first), 3)
        second = self.begin(days_csv=DAYS, buns_txt=BUNS)
        self.assertEqual(self.ask("GET", f"/api/v1/imports/{second}")["about"]["here_count"], 3)
        here = {item["title"]: item["here"] for item in self.items(second) if not item["problem"]}
        self.assertEqual(here, {"Oat buns": True, "Skyr": True})
        self.write(second)
        self.assertEqual((len(self.formulas()), len(self.entries("2026-05-01"))), (1, 2))
        # Taking back the second takes nothing of the first away.
        self.take_back(second)
        self.assertEqual((len(self.formulas()), len(self.entries("2026-05-01"))), (1, 2))
        self.take_back(first)
        self.assertEqual((len(self.formulas()), len(self.entries("2026-05-01"))), (0, 0))
        # And brought in once more it is there again.
        self.write(self.begin(buns_txt=BUNS, days_csv=DAYS))
        self.assertEqual((len(self.formulas()), len(self.entries("2026-05-01"))), (1, 2))

    def test_what_a_file_says_twice_is_there_twice(self) -> None:
        twice = "date,time,food,kcal\n" + "2026-05-01,08:00,Skyr,150\n" * 2
        for expected in (2, 0):
            self.assertEqual(self.write(self.begin(days_csv=twice)), expected)
            self.assertEqual(len(self.entries("2026-05-01")), 2)

    def test_one_that_cannot_be_written_any_more_keeps_no_other_back(self) -> None:
        made = self.begin(buns_txt=BUNS, bars_txt=BUNS.replace("buns", "bars"))
        checked = checked_writes.check_draft

        def refuse(connection: Any, principal: Any, formula_id: Any, draft: Any) -> Any:
            if draft.name == "Oat buns":
                raise CannotUse("It cannot be any more.")
            return checked(connection, principal, formula_id, draft)

        with mock.patch.object(checked_writes, "check_draft", refuse):
            self.write(made)
        self.assertEqual([each["name"] for each in self.formulas()], ["Oat bars"])
        problems = {item["title"]: item["problem"] for item in self.items(made)}
        self.assertEqual(problems, {"Oat buns": "It cannot be any more.", "Oat bars": ""})

    def test_what_was_changed_or_used_since_is_asked_about_and_stays(self) -> None:
        made = self.begin(buns_txt=BUNS, bars_txt=BUNS.replace("buns", "bars"), days_csv=DAYS, kg_csv=WEIGHTS)
        self.write(made)
        bars, buns = sorted(self.formulas(), key=lambda each: each["name"])
        body = {"id": str(uuid4()), "eaten_at": "2026-05-03T12:00:00Z", "formula_id": bars["id"], "piece_count": 1}
        self.ask("POST", "/api/v1/days/2026-05-03/pieces", body, 201)
        self.ask("PUT", "/api/v1/weights/2026-05-02", {"weight_kg": 69}, 204)
        changed = self.ask("GET", f"/api/v1/imports/{made}/changed")
        self.assertEqual((changed["count"], sorted(changed["titles"])), (2, ["2026-05-02", "Oat bars"]))
        self.take_back(made)
        self.assertEqual([each["id"] for each in self.formulas()], [bars["id"]])
        self.assertNotEqual(bars["id"], buns["id"])
        self.assertEqual(self.weights(), {"2026-05-02": 69})
        # What is to go as well is put away: what was eaten of it stays in its day.
        self.take_back(made, changed_too=True)
        self.assertEqual(self.formulas(), [])
        self.assertEqual([each["name"] for each in self.entries("2026-05-03")], ["Oat bars"])

    def test_a_weight_that_was_there_comes_back(self) -> None:
        self.ask("PUT", "/api/v1/weights/2026-05-01", {"weight_kg": 80}, 204)
        made = self.begin(kg_csv=WEIGHTS)
        self.write(made)
        self.take_back(made)
        self.assertEqual(self.weights(), {"2026-05-01": 80})

    def test_the_last_of_a_day_counts_and_two_files_keep_apart(self) -> None:
        made = self.begin(a_csv="date,weight\n2026-05-01,70\n2026-05-01,71\n", b_csv="date,weight\n2026-05-02,72\n")
        self.assertEqual(self.write(made), 2)
        self.assertEqual(self.weights(), {"2026-05-01": 71, "2026-05-02": 72})
        self.assertEqual(self.ask("GET", f"/api/v1/imports/{made}/changed")["count"], 0)
        self.take_back(made)
        self.assertEqual(self.weights(), {})

    def test_rows_of_a_diary_count_in_their_days_and_in_their_zone(self) -> None:
        made = self.begin(days_csv=DAYS)
        problems = [(item["row_number"], item["problem"]) for item in self.items(made) if item["problem"]]
        self.assertEqual(problems, [(4, "Energy, kcal: 'x' is no number.")])
        self.write(made)
        first, second = self.entries("2026-05-01")
        self.assertEqual(
            (first["name"], first["figures"]["energy_kcal"], first["figures"]["protein_g"]), ("Skyr", 150, 16.5)
        )
        # 08:15 in Berlin in May is 06:15 in UTC.
        self.assertEqual((first["eaten_at"][:16], second["eaten_at"][:16]), ("2026-05-01T06:15", "2026-05-01T17:00"))

    def test_products_come_into_the_cupboard_and_lines_name_them(self) -> None:
        made = self.begin(products_csv=PRODUCTS)
        # What wants a look comes first.
        bad, good = self.items(made)
        self.assertEqual((good["problem"], bad["title"], bad["chosen"]), ("", "Too Good", False))
        self.assertTrue(bad["problem"])
        self.write(made)
        page = self.ask("GET", "/api/v1/cupboard?words=quark+hill&shelf=own")
        self.assertEqual([item["name"] for item in page["items"]], ["Quark Hill"])
        body = {"id": str(uuid4()), "eaten_at": "2026-05-03T12:00:00Z", "text": "100 g quark hill"}
        self.ask("POST", "/api/v1/days/2026-05-03/foods", body, 201)
        self.assertAlmostEqual(self.entries("2026-05-03")[0]["figures"]["energy_kcal"], 67)

    def test_columns_are_matched_anew_as_asked(self) -> None:
        made = self.begin()
        read = self.send(made, 0, "days.csv", EITHER_WAY)
        self.assertEqual(
            (read["kind"], read["matching"]["day_unsure"], read["matching"]["months_first"]), ("days", True, False)
        )
        read = self.send(made, 0, "days.csv", EITHER_WAY, months_first=True)
        self.assertFalse(read["matching"]["day_unsure"])
        self.assertEqual(self.items(made)[0]["told"], "2026-01-02, 12:00: 100 kcal")
        columns = "day:0,protein_g:1,energy_kcal:2"
        self.send(made, 0, "days.csv", EITHER_WAY, columns=columns)
        self.assertEqual(self.items(made)[0]["told"], "2026-02-01, 12:00: 100 kcal, 3.0 g protein")
        self.send(made, 0, "d.csv", "when,kcal\n1,2\n", 422, columns="nonsense")

    def test_an_archive_is_told_and_goes_into_an_empty_kitchen(self) -> None:
        data = (Path(__file__).parents[1] / "archives" / "kitchen-1.zip").read_bytes()
        made = self.begin()
        read = self.send(made, 0, "kitchen.zip", data)
        self.assertEqual((read["kind"], self.items(made)), ("archive", []))
        self.ask("DELETE", f"/api/v1/imports/{made}", None, 204)
        answer = self.client.put("/api/v1/archive", content=data)
        self.assertEqual((answer.status_code, answer.json()["row_counts"]["formula"]), (200, 10), answer.text)
        self.assertEqual(len(self.formulas()), 10)
        again = self.client.put("/api/v1/archive", content=data)
        self.assertEqual((again.status_code, "something in this kitchen" in again.json()["detail"]), (422, True))
        self.assertEqual(self.client.put("/api/v1/archive", content=b"no zip").status_code, 422)

    def test_a_whole_kitchen_goes_into_another_installation_as_the_page_sends_it(self) -> None:
        """The page keeps the file as an import of whoever is there, and then puts it into the kitchen."""
        self.ask("PUT", "/api/v1/settings", self.ask("GET", "/api/v1/kitchen")["settings"] | {"currency": "SEK"})
        made = self.create("100 g oats")
        self.ask("PUT", f"/api/v1/people/{uuid4()}", {"name": "Anna"})
        archive = self.client.get("/api/v1/archive.zip").content
        here = self.ask("GET", "/api/v1/people")
        self.url = new_kitchen()
        self.client = self.enterContext(TestClient(create_app(self.url), base_url=HERE, raise_server_exceptions=False))
        there = self.ask("GET", "/api/v1/people")
        self.begin(kitchen_zip=archive)
        answer = self.client.put("/api/v1/archive", content=archive)
        self.assertEqual(answer.status_code, 200, answer.text)
        people = self.ask("GET", "/api/v1/people")
        self.assertEqual([person["name"] for person in people], [each["name"] for each in here])
        self.assertEqual((answer.json()["person_id"], people[0]["here"]), (people[0]["id"], True))
        self.assertEqual(self.ask("GET", f"/api/v1/formulas/{made['id']}")["draft"], made["draft"])
        self.assertEqual(self.ask("GET", "/api/v1/kitchen")["settings"]["currency"], "SEK")
        # What was begun before goes on under whoever came first.
        self.assertEqual([each["name"] for each in self.ask("GET", "/api/v1/imports")], ["From elsewhere"])
        self.assertNotIn(there[0]["id"], [person["id"] for person in people])

    def test_whoever_has_typed_something_of_their_own_stays_when_a_kitchen_comes_in(self) -> None:
        self.create("100 g oats")
        archive = self.client.get("/api/v1/archive.zip").content
        self.client = self.enterContext(
            TestClient(create_app(new_kitchen()), base_url=HERE, raise_server_exceptions=False)
        )
        self.ask(
            "PUT", "/api/v1/plan/targets/2026-05-01", {"by_type": {"rest": {"energy_kcal": 1900, "protein_g": 120}}}
        )
        (me,) = self.ask("GET", "/api/v1/people")
        self.assertEqual(self.client.put("/api/v1/archive", content=archive).status_code, 200)
        self.assertIn(me["id"], [each["id"] for each in self.ask("GET", "/api/v1/people")])
        self.ask("POST", f"/api/v1/people/{me['id']}/here", None, 204)
        self.assertEqual(self.ask("GET", "/api/v1/days/2026-05-04")["targets"]["energy_kcal"], 1900)

    def test_one_kitchen_twice_in_one_database_has_people_of_its_own(self) -> None:
        self.create("100 g oats")
        me = self.ask("GET", "/api/v1/people")[0]
        archive = self.client.get("/api/v1/archive.zip").content
        beside = Principal(uuid4(), uuid4())
        owner = open_database(self.url)
        self.addCleanup(owner.close)
        with owner.unscoped() as connection:
            kitchens.add_kitchen(connection, beside, "Second", "Baker")
        self.client.cookies = {COOKIE: str(beside.person_id)}
        answer = self.client.put("/api/v1/archive", content=archive)
        self.assertEqual(answer.status_code, 200, answer.text)
        self.assertNotEqual(answer.json()["person_id"], me["id"])
        self.assertEqual(len(self.ask("GET", "/api/v1/formulas")["items"]), 1)
        # The id of somebody in the other kitchen makes no double here.
        self.ask("PUT", f"/api/v1/people/{me['id']}", {"name": "Classic"}, 422)
        # Nobody is guessed where there are two.
        self.client.cookies = {}
        self.ask("GET", "/api/v1/formulas", None, 404)

    def test_three_hundred_recipes_of_one_file_come_in_and_of_more_it_is_said_how_many_do_not(self) -> None:
        def collection(count: int) -> str:
            recipes = [
                {"@type": "Recipe", "name": f"Bars {number}", "recipeYield": "8", "recipeIngredient": ["200 g oats"]}
                for number in range(count)
            ]
            return json.dumps(recipes)

        made = self.begin(all_jsonld=collection(300))
        about = self.ask("GET", f"/api/v1/imports/{made}")
        self.assertEqual((about["about"]["item_count"], about["files"][0]["remarks"]), (300, []))
        read = self.send(made, 1, "more.jsonld", collection(MOST_IN_FILE + 7))
        self.assertEqual(len(read["remarks"]), 1)
        self.assertIn("holds 507 recipes. The first 500 are taken, 7 are left out", read["remarks"][0])
        # A page that is pasted is looked through one by one; it says so as well.
        pasted = self.ask("POST", "/api/v1/bench/paste", {"text": collection(45)})
        self.assertEqual(len(pasted["recipes"]), 40)
        self.assertIn("5 are left out", pasted["remarks"][0])

    def test_one_recipe_that_cannot_be_read_keeps_no_other_back(self) -> None:
        recipes = [
            {"@type": "Recipe", "name": "Long", "recipeIngredient": ["1 g salt"] * 401},
            {"@type": "Recipe", "name": "Empty"},
            {"@type": "Recipe", "name": "Good", "recipeIngredient": ["200 g oats"]},
        ]
        made = self.begin(some_json=json.dumps(recipes))
        told = self.ask("GET", f"/api/v1/imports/{made}")
        self.assertEqual([item["title"] for item in self.items(made)], ["Good"])
        self.assertRegex(" ".join(told["files"][0]["remarks"]), "Long: This has 401 lines.*Empty: .*no ingredients")

    def test_leaving_out_discarding_and_what_is_written_already(self) -> None:
        made = self.begin(buns_txt=BUNS, bars_txt=BUNS.replace("buns", "bars"))
        self.ask("PUT", f"/api/v1/imports/{made}/items/0/0", {"chosen": False})
        self.assertEqual(self.write(made), 1)
        self.assertEqual([each["name"] for each in self.formulas()], ["Oat bars"])
        self.ask("DELETE", f"/api/v1/imports/{made}", None, 422)
        self.send(made, 3, "more.txt", BUNS, 422)
        self.take_back(made)
        self.ask("POST", f"/api/v1/imports/{made}/write", {"zone": "UTC"}, 422)
        self.ask("DELETE", f"/api/v1/imports/{made}", None, 204)
        self.assertEqual(self.ask("GET", "/api/v1/imports"), [])
        self.ask("GET", f"/api/v1/imports/{made}", None, 404)
        self.ask("POST", f"/api/v1/imports/{self.begin(b_txt=BUNS)}/write", {"zone": "Nowhere/Land"}, 422)

    def test_thirty_recipes_of_every_shape_are_thirty_formulas(self) -> None:
        packed = io.BytesIO()
        pages = [
            (shape(recipe).replace(recipe.title, f"{recipe.title} {place}"))
            for place, shape in enumerate(SHAPES[1:11])
            for recipe in RECIPES
        ]
        with zipfile.ZipFile(packed, "w", zipfile.ZIP_DEFLATED) as file:
            for place, page in enumerate(pages):
                file.writestr(f"{place:02}.html", page)
        made = self.begin(kitchen_zip=packed.getvalue())
        self.assertEqual(self.write(made), 30)
        self.assertEqual(self.ask("GET", "/api/v1/imports")[0]["written_count"], 30)


class Hostile(ImportCase):
    def told(self, name: str, data: bytes | str) -> str:
        """The sentence about a file of which nothing could be read."""
        made = self.begin()
        read = self.send(made, 0, name, data)
        self.assertEqual(self.write(made), 0)
        return " ".join([*read["remarks"], *(item["problem"] for item in self.items(made))])

    def zipped(self, **members: bytes) -> bytes:
        packed = io.BytesIO()
        with zipfile.ZipFile(packed, "w", zipfile.ZIP_DEFLATED) as file:
            for name, data in members.items():
                file.writestr(name, data)
        return packed.getvalue()

    def test_each_is_a_sentence(self) -> None:
        bomb = self.zipped(**{"a.txt": b"0" * 30_000_000})
        self.assertLess(len(bomb), 100_000)
        for name, data, sentence in (
            ("a.json", '{"@type": "Recipe", "recipeIngredient": ["1', "breaks off"),
            ("a.txt", b"\x00\x01\x02" * 50, "no text"),
            ("a.pdf", b"%PDF-1.7 xxxx", "a document or a picture"),
            ("a.zip", bomb, "unpacks to more than"),
            ("a.zip", bomb[: len(bomb) // 2], "damaged or was cut short"),
            ("a.zip", self.zipped(**{"photo.png": b"x"}), "no file in it"),
            ("a.html", "<html>" + "<div>" * 50_000, "nested too deep"),
            ("a.json", "[" * 100_000 + '"', "nested too deep"),
            ("a.csv", "date,kcal\n" + "2026-05-01,1\n" * 100_000, "more than 20,000 rows"),
            ("a.csv", "a,b\n1,2\n", "No column of it tells"),
            ("a.txt", "x" * 300_000, "300,000 characters"),
            ("a.txt", "", "no ingredient line"),
        ):
            with self.subTest(f"{name}: {sentence}"):
                self.assertIn(sentence, self.told(name, data))

    def test_names_in_a_zip_lead_nowhere(self) -> None:
        made = self.begin(
            a_zip=self.zipped(**{"../../etc/buns.txt": BUNS.encode(), "C:\\x\\bars.md": b"# Bars\n- 1 egg\n"})
        )
        self.assertEqual(sorted(item["title"] for item in self.items(made)), ["Bars", "Oat buns"])

    def test_cells_that_spreadsheets_take_for_formulas_are_text(self) -> None:
        made = self.begin(d_csv='date,food,kcal\n2026-05-01,"=HYPERLINK(""x"")",100\n')
        self.write(made)
        self.assertEqual(self.entries("2026-05-01")[0]["name"], '=HYPERLINK("x")')

    def test_what_is_too_large_is_refused_before_it_is_kept(self) -> None:
        made = self.begin()
        answer = self.client.put(
            f"/api/v1/imports/{made}/files/0", params={"name": "a.txt"}, content=b"x",
            headers={"content-length": "100000001"},
        )  # fmt: skip
        self.assertEqual(answer.status_code, 413)
        self.assertIn("100 MB", answer.json()["detail"])

        def chunks() -> Any:
            for _ in range(110):
                yield b"x" * 1_000_000

        answer = self.client.put(f"/api/v1/imports/{made}/files/0", params={"name": "a.txt"}, content=chunks())
        self.assertEqual((answer.status_code, "100 MB" in answer.json()["detail"]), (413, True))

    def test_a_document_of_another_kitchen_or_of_nobody_is_not_here(self) -> None:
        self.ask("GET", f"/api/v1/imports/{uuid4()}/items", None, 404)
        self.ask("GET", f"/api/v1/imports/{self.begin()}/items?after=zz", None, 422)
        self.assertEqual(json.loads(self.client.get("/api/v1/imports").text)[0]["item_count"], 0)
