"""The commands `shop` and `plan`."""

import contextlib
import io
import itertools
import json
import tempfile
import unittest
from pathlib import Path
from typing import Any

from icalendar import Calendar

from ample_crumb.cli import main
from tests.core.planning.given import ROUNDS, SET_BARS, SLAB


class Command(unittest.TestCase):
    def setUp(self) -> None:
        self.folder = Path(self.enterContext(tempfile.TemporaryDirectory()))

    def file(self, name: str, text: str) -> str:
        (self.folder / name).write_text(text)
        return str(self.folder / name)

    def run_with(self, *options: str) -> tuple[int, str, str]:
        out, said = io.StringIO(), io.StringIO()
        with contextlib.redirect_stdout(out), contextlib.redirect_stderr(said):
            code = main([*options])
        return code, out.getvalue(), said.getvalue()

    def json_of(self, *options: str, code: int = 0) -> Any:
        ended, out, said = self.run_with(*options, "--json")
        self.assertEqual(ended, code, said)
        return json.loads(out)


class Shop(Command):
    def shop(self, *options: str, code: int = 0) -> Any:
        read = self.json_of("shop", self.file("slab.txt", SLAB), self.file("rounds.txt", ROUNDS), *options, code=code)
        return {item["ingredient"]: item for item in read["items"]} | {"unread": read["unread"]}

    def test_two_recipes_less_what_is_at_home_in_whole_packs(self) -> None:
        have = self.file("have.csv", "ingredient,grams\neggs,50\nskyr,have\noat flour,120\noat flour,30\n")
        packs = self.file("packs.csv", "ingredient,pack_g\noat flour,500\noat flour,100\neggs,300\neggs,500\n")
        found = self.shop("--have", have, "--packs", packs)
        # By hand: two and two eggs are 200 g, 50 are there; 300 - 150 g of oat flour are two packs of 100.
        eggs, flour = found["egg, whole"], found["oat flour"]
        self.assertEqual((eggs["need_g"], eggs["have_g"], eggs["left_g"]), (200, 50, 150))
        self.assertEqual(eggs["packs"], [{"pack_g": 300, "count": 1}])
        self.assertEqual((flour["packs"], flour["left_g"]), ([{"pack_g": 100, "count": 2}], 50))
        self.assertEqual((found["skyr, plain"]["packs"], found["skyr, plain"]["left_g"]), ([], 0))

    def test_pieces_scale_each_recipe_by_its_own_yield(self) -> None:
        found = self.shop("--pieces", "20")
        self.assertAlmostEqual(found["oat flour"]["need_g"], 300 * 20 / 40, places=1)
        self.assertAlmostEqual(found["almond butter"]["need_g"], 60 * 20 / 12, places=1)

    def test_what_nobody_knows_is_listed_wherever_it_stands(self) -> None:
        have = self.file("have.csv", "ingredient,grams\nflurble,50\n")
        found = self.shop("--have", have, "--also", "2 wobblestones", code=3)
        self.assertEqual(found["unread"], ["2 wobblestones", "flurble"])

    def test_extras_are_bought_too(self) -> None:
        self.assertEqual(self.shop("--also", "250 g coffee")["unread"], [])

    def test_files_that_cannot_be_used_end_with_2_and_say_where(self) -> None:
        slab = self.file("slab.txt", SLAB)
        for text, words in (
            ("ingredient,grams\neggs,many\n", "Row 2: 'many' are no grams"),
            ("ingredient,grams\neggs,-4\n", "Row 2: grams lie from 0"),
            ("ingredient,grams\neggs,nan\n", "Row 2: grams lie from 0"),
            ("food,grams\neggs,4\n", "“ingredient” is missing"),
            ("ingredient,grams\n,4\n", "Row 2 names no ingredient"),
        ):
            with self.subTest(text):
                code, _, said = self.run_with("shop", slab, "--have", self.file("have.csv", text))
                self.assertEqual(code, 2)
                self.assertIn(words, said)
        code, _, said = self.run_with("shop", slab, "--packs", self.file("p.csv", "ingredient,pack_g\neggs,0\n"))
        self.assertEqual((code, "over 0 g" in said), (2, True))
        self.assertEqual(self.run_with("shop", str(self.folder / "none.txt"))[0], 2)


class Plan(Command):
    def test_tasks_wait_by_their_numbers_and_share_the_kitchen(self) -> None:
        plan = self.json_of("plan", self.file("slab.txt", SLAB), self.file("rounds.txt", ROUNDS))
        tasks = plan["tasks"]
        self.assertEqual((plan["status"], plan["bound_min"]), ("optimal", plan["makespan_min"]))
        self.assertEqual(
            max(task["end_min"] for task in tasks) - min(task["start_min"] for task in tasks), plan["makespan_min"]
        )
        for task in tasks:
            for place in task["after"]:
                self.assertLessEqual(tasks[place]["end_min"], task["start_min"])
        busy = sorted((task["start_min"], task["end_min"]) for task in tasks if "hands" in task["uses"])
        self.assertTrue(all(one[1] <= other[0] for one, other in itertools.pairwise(busy)))
        self.assertTrue(all((task["oven_c"] is not None) == ("oven" in task["uses"]) for task in tasks))

    def test_by_the_clock_it_is_ready_and_told_when_it_cannot_be(self) -> None:
        bars = self.file("bars.txt", SET_BARS)
        code, out, _ = self.run_with("plan", bars, "--ready-by", "16:00")
        self.assertEqual(code, 0)
        self.assertRegex(out, r"Begin at 12:\d\d, done at 16:00")
        code, _, said = self.run_with("plan", bars, "--ready-by", "16:00", "--start", "14:00")
        self.assertEqual(code, 0)
        self.assertRegex(said, r"Quark bars cannot be ready in time: \d+ min late")

    def test_a_calendar_is_written(self) -> None:
        written = self.folder / "day.ics"
        self.run_with("plan", self.file("slab.txt", SLAB), "--start", "10:00", "--calendar", str(written))
        events = Calendar.from_ical(written.read_bytes()).walk("VEVENT")
        self.assertIn("Oven to 175 °C (Bean slab)", [str(event["SUMMARY"]) for event in events])

    def test_what_cannot_be_planned_ends_with_2(self) -> None:
        slab = self.file("slab.txt", SLAB)
        for options, words in (
            ((slab, "--ready-by", "25:00"), "--ready-by is a time of the day"),
            ((slab, "--hands", "0"), "--hands is from 1 to 6"),
            ((slab,) * 7, "at most 6 recipes"),
            ((slab, slab, slab, "--ready-by", "12:00", "--ready-by", "13:00"), "once for each"),
            ((str(self.folder / "none.txt"),), "Cannot read"),
            ((self.file("empty.txt", "Bread"),), "no ingredient line"),
        ):
            with self.subTest(words):
                code, _, said = self.run_with("plan", *options)
                self.assertEqual(code, 2)
                self.assertIn(words, said)
