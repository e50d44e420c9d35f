"""The commands `import` and `export` on a database."""

import csv
import io
import json
import tempfile
import unittest
import zipfile
from pathlib import Path

from icalendar import Calendar

from ample_crumb.formats.recipe_text import read_recipes
from tests.formats.recipe_pages import RECIPES, SHAPES
from tests.kitchen import new_kitchen
from tests.operations.test_backup import demo, run
from tests.store.test_migrations import rows_of

BUNS = "Oat buns\nmakes 6\n200 g oats\n2 eggs\n1 tbsp moon dust\nBake 20 minutes.\n"
DAYS = "date,food,kcal\n2026-05-01,Skyr,150\n2026-05-02,Beans,many\n"


class In(unittest.TestCase):
    def setUp(self) -> None:
        self.folder = Path(self.enterContext(tempfile.TemporaryDirectory()))
        self.url = new_kitchen()

    def file(self, name: str, text: str) -> str:
        path = self.folder / name
        path.write_text(text)
        return str(path)

    def test_a_dry_run_says_what_was_understood_and_writes_nothing(self) -> None:
        before = rows_of(self.url)
        files = [self.file("buns.txt", BUNS), self.file("days.csv", DAYS)]
        code, out, err = run(self.url, "import", *files, "--dry-run")
        self.assertEqual((code, err), (3, ""))
        self.assertIn("Oat buns: 6 pieces of", out)
        self.assertIn("not read: 1 tbsp moon dust", out)
        self.assertIn("row 3: 2026-05-02, Beans, many: Energy, kcal: 'many' is no number.", out)
        self.assertIn("Nothing was written.", out)
        # What goes leaves its tombstone.
        after = rows_of(self.url)
        self.assertEqual(after | {"tombstone": []}, before | {"tombstone": []})

    def test_files_are_written_once_and_told_as_json(self) -> None:
        files = [self.file("buns.txt", BUNS), self.file("days.csv", DAYS), self.file("no.pdf", "%PDF-1.7")]
        code, out, _ = run(self.url, "import", *files, "--json", "--zone", "Europe/Berlin")
        said = json.loads(out)
        self.assertEqual((code, said["written"]), (3, 2))
        self.assertEqual([file["kind"] for file in said["files"]], ["recipes", "days", "nothing"])
        self.assertEqual(json.loads(run(self.url, "import", *files, "--json")[1])["written"], 0)
        there = rows_of(self.url)
        self.assertEqual((len(there["formula"]), len(there["entry"])), (1, 1))
        # Noon in Berlin, where no time is told.
        self.assertEqual(str(there["entry"][0]["eaten_at"])[:16], "2026-05-01 10:00")

    def test_what_a_line_leaves_open_is_told_and_keeps_nothing_back(self) -> None:
        file = self.file("cups.txt", "Cups\nmakes 4\n400 g skyr\n40 g honey or maple syrup\n")
        code, out, _ = run(self.url, "import", file)
        self.assertEqual(code, 0)
        self.assertIn("asks: 40 g honey or maple syrup (Which of these goes in?)", out)

    def test_thirty_pages(self) -> None:
        pages = [
            self.file(f"{place}.html", shape(recipe).replace(recipe.title, f"{recipe.title} {place}"))
            for place, (shape, recipe) in enumerate((shape, recipe) for shape in SHAPES[1:11] for recipe in RECIPES)
        ]
        code, out, _ = run(self.url, "import", *pages, "--json")
        self.assertEqual((code, json.loads(out)["written"]), (0, 30))

    def test_what_cannot_be_opened(self) -> None:
        code, _, err = run(self.url, "import", str(self.folder / "none.txt"))
        self.assertEqual((code, "Cannot read" in err), (2, True))
        self.assertEqual(rows_of(self.url)["import_file"], [])


class Out(unittest.TestCase):
    url: str

    @classmethod
    def setUpClass(cls) -> None:
        cls.url = demo()

    def test_a_formula_in_both_forms(self) -> None:
        code, out, _ = run(self.url, "export", "--formula", "white bean BLONDIES")
        self.assertEqual((code, json.loads(out)["name"]), (0, "White bean blondies"))
        code, out, _ = run(self.url, "export", "--formula", "White bean blondies", "--as", "md")
        self.assertEqual(read_recipes(out, "a.md").recipes[0].title, "White bean blondies")
        code, _, err = run(self.url, "export", "--formula", "Nothing such")
        self.assertEqual((code, err), (2, "There is no formula called “Nothing such”.\n"))
        self.assertEqual(run(self.url, "export", "--formula", "White bean blondies", "--as", "csv")[0], 2)

    def test_tables(self) -> None:
        for name, fewest in (("ledger", 28), ("cupboard", 20), ("batches", 8)):
            with self.subTest(name):
                code, out, _ = run(self.url, "export", f"--{name}")
                self.assertEqual(code, 0)
                self.assertGreaterEqual(len(list(csv.reader(io.StringIO(out)))), fewest)
                self.assertEqual(run(self.url, "export", f"--{name}", "--as", "md")[0], 2)

    def test_all_in_each_form_and_the_archive_into_an_empty_kitchen(self) -> None:
        with tempfile.TemporaryDirectory() as folder:
            file = Path(folder) / "kitchen.zip"
            self.assertEqual(run(self.url, "export", "--all", "--to", str(file))[0], 0)
            self.assertIn("archive.json", zipfile.ZipFile(file).namelist())
            other = new_kitchen()
            self.assertIn("archive", run(other, "import", str(file), "--dry-run")[1])
            self.assertEqual(rows_of(other)["formula"], [])
            code, out, err = run(other, "import", str(file))
            self.assertEqual((code, err), (0, ""))
            self.assertIn("10 rows of formula", out)
            self.assertEqual(len(rows_of(other)["formula"]), 10)
            code, _, err = run(other, "import", str(file))
            self.assertEqual((code, "something in this kitchen already" in err), (2, True))
        for form in ("jsonld", "md"):
            _, out, _ = run(self.url, "export", "--all", "--as", form)
            self.assertGreaterEqual(len(read_recipes(out, f"a.{form}").recipes), 9)
        self.assertGreater(
            len(Calendar.from_ical(run(self.url, "export", "--all", "--as", "ics")[1]).walk("VEVENT")), 1
        )
