"""The commands `targets` and `fill`."""

import json
import tempfile
import unittest
from contextlib import redirect_stderr, redirect_stdout
from io import StringIO
from pathlib import Path

from ample_crumb.cli import main


def run(*arguments: str) -> tuple[int, str, str]:
    out, err = StringIO(), StringIO()
    with redirect_stdout(out), redirect_stderr(err):
        try:
            code = main(arguments)
        except SystemExit as ended:
            code = int(ended.code or 0)
    return code, out.getvalue(), err.getvalue()


BODY = ("targets", "--sex", "m", "--age", "40", "--height", "180", "--weight", "80")


class Targets(unittest.TestCase):
    def test_as_json(self) -> None:
        code, out, _ = run(*BODY, "--body-fat", "20", "--activity", "1.5", "--rate", "0.5", "--json")
        self.assertEqual(code, 0)
        told = json.loads(out)
        # 80 kg with 20 % of fat is 64 kg: 370 + 1382.4, and 500 + 1408; 1752.4 x 1.5 - 0.4 kg x 1100.
        self.assertEqual(
            told["resting_kcal"], {"mifflin_st_jeor": 1730.0, "katch_mcardle": 1752.4, "cunningham": 1908.0}
        )
        self.assertEqual((told["maintenance_kcal"], told["energy_kcal"]), (2628.6, 2188.6))
        self.assertEqual([told["protein_g"][name] for name in ("low", "high", "floor")], [112.0, 160.0, 64.0])
        self.assertIsNone(told["refused"])
        self.assertTrue(told["sums"] and told["cautions"])

    def test_refused(self) -> None:
        code, out, _ = run(*BODY, "--rate", "1.5", "--json")
        told = json.loads(out)
        self.assertEqual((code, told["energy_kcal"]), (5, None))
        self.assertIn("dietitian", told["refused"])
        self.assertEqual(run(*BODY, "--rate", "0.5", "--with", "kidney disease")[0], 5)
        self.assertEqual(run(*BODY, "--with", "kidney disease")[0], 0)

    def test_nonsense(self) -> None:
        for option in ("--age", "--height", "--weight", "--body-fat", "--activity", "--rate"):
            for value in ("nan", "inf", "-40", "90000", "much"):
                code, _, err = run(*BODY, option, value)
                self.assertEqual(code, 2, (option, value))
                self.assertIn(option, err)


class Fill(unittest.TestCase):
    def fill(self, rows: str, *options: str) -> tuple[int, str, str]:
        with tempfile.TemporaryDirectory() as folder:
            file = Path(folder, "have.csv")
            file.write_text(rows, "utf-8")
            return run("fill", "--have", str(file), "--day", "2026-11-26", *options)

    ROWS = (
        "\ufeffName,portion_g,energy_kcal,protein_g,energy_kcal_sd,available,eat_by\n"
        "Bar,62,97,11,5,6,2026-11-30\nSkyr,150,95,\"16,5\",3,2,\nBlondie,56,157,12.7,8,4,2026-11-28T10:00\n"
    )  # fmt: skip

    def test_as_json(self) -> None:
        code, out, _ = self.fill(self.ROWS, "--room-kcal", "318", "--protein-g", "41", "--json")
        told = json.loads(out)
        self.assertEqual((code, told["status"]), (0, "met"))
        self.assertEqual(told["answers"][0]["portions"], [{"name": "Bar", "count": 1}, {"name": "Skyr", "count": 2}])
        self.assertEqual((told["answers"][0]["energy_kcal"], told["answers"][0]["protein_g"]), (287, 44))
        self.assertGreater(told["answers"][0]["sure"], 0.999)

    def test_the_nearest_in_words(self) -> None:
        code, out, _ = self.fill(self.ROWS, "--room-kcal", "200", "--protein-g", "41", "--sure", "--step", "half")
        self.assertEqual(code, 4)
        self.assertIn("comes nearest", out)

    def test_what_cannot_be_used_names_its_row(self) -> None:
        head = "name,energy_kcal,protein_g,available,eat_by\n"
        for text, sentence in (
            ("name,protein_g\nBar,3\n", "energy_kcal is missing"),
            (head + "Bar,97,11,,\nSkyr,lots,3,,\n", "Row 3: energy_kcal is a number"),
            (head + "Bar,97,11,,tomorrow\n", "Row 2: eat_by is a day"),
            (head + "Bar,97,,,\n", "Row 2: a portion has"),
            (head + ",97,3,,\n", "Row 2: a thing has a name"),
            (head + "Bar,97,3,5000,\n", "Row 2: available is at most 1,000"),
            (head + "Bar,97,3,,\n" * 201, "Up to 200 things"),
        ):
            code, _, err = self.fill(text, "--room-kcal", "300", "--protein-g", "30")
            self.assertEqual((code, sentence in err), (2, True), err)
        self.assertEqual(self.fill(self.ROWS, "--room-kcal", "nan", "--protein-g", "30")[0], 2)

    def test_what_is_past_its_date_is_left_out_and_named(self) -> None:
        code, out, err = self.fill(
            self.ROWS, "--room-kcal", "318", "--protein-g", "20", "--day", "2026-11-29", "--json"
        )
        told = json.loads(out)
        self.assertEqual((code, told["past"]), (0, ["Blondie"]))
        self.assertIn("Left out, past its date: Blondie.", err)
        named = {portion["name"] for answer in told["answers"] for portion in answer["portions"]}
        self.assertNotIn("Blondie", named)
        self.assertEqual(self.fill(self.ROWS, "--room-kcal", "9", "--protein-g", "9", "--day", "soon")[0], 2)

    def test_powder_is_told_by_its_name(self) -> None:
        rows = "name,portion_g,energy_kcal,protein_g\nWhey protein isolate,30,110,25\n1 scoop casein,,115,24\n"
        _, out, _ = self.fill(rows, "--room-kcal", "2000", "--protein-g", "150", "--json")
        answers = json.loads(out)["answers"]
        self.assertTrue(answers)
        for answer in answers:
            self.assertLessEqual(sum(portion["count"] for portion in answer["portions"]), 2)
