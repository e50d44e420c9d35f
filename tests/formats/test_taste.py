"""The command `taste`."""

import json
import tempfile
import unittest
from contextlib import redirect_stderr, redirect_stdout
from io import StringIO
from pathlib import Path

from ample_crumb.cli import main

HEAD = "batch,taster,pole,score\n"


class Taste(unittest.TestCase):
    def run_on(self, text: str, *options: str) -> tuple[int, str, str]:
        with tempfile.TemporaryDirectory() as folder:
            file = Path(folder, "marks.csv")
            file.write_text(text, "utf-8")
            out, err = StringIO(), StringIO()
            with redirect_stdout(out), redirect_stderr(err):
                code = main(["taste", str(file), *options])
        return code, out.getvalue(), err.getvalue()

    def test_medians_p_value_and_a_finding(self) -> None:
        rows = [f"{batch},t{n},moisture,{score}" for batch, score in (("A", 5), ("B", 2)) for n in range(6)]
        code, out, _ = self.run_on(HEAD + "\n".join(rows), "--json")
        self.assertEqual(code, 0)
        (pole,) = json.loads(out)["poles"]
        self.assertEqual(set(pole), {"pole", "batches", "p_value", "finding"})
        self.assertEqual(pole["batches"], {"A": {"median": 5.0, "n": 6}, "B": {"median": 2.0, "n": 6}})
        self.assertEqual(pole["p_value"], 0.03125)
        self.assertIn("A is moister than B", pole["finding"])

    def test_in_words(self) -> None:
        code, out, _ = self.run_on("\ufeffScore,Pole,Taster,Batch\n3,look,x,A\n4,look,x,B\n")
        self.assertEqual(code, 0)
        self.assertIn("look: A 3 (n 1), B 4 (n 1)", out)

    def test_what_cannot_be_used_names_its_row(self) -> None:
        for text, sentence in (
            ("batch,taster,pole\nA,x,look\n", "score is missing"),
            (HEAD, "no marks"),
            (HEAD + "A,x,look,3\nB,x,look,six\n", "Row 3: the score is a number"),
            (HEAD + "A,x,look,7\n", "Row 2: the score is from 1 to 5"),
            (HEAD + "A,,look,3\n", "Row 2: a mark names"),
            (HEAD + "A,x,look,1/0\n", "Row 2"),
            (HEAD + "A,x,look,3\n", "Two to 4 batches are compared, not 1"),
            ("", "is missing"),
        ):
            code, _, err = self.run_on(text)
            self.assertEqual(code, 2, text)
            self.assertIn(sentence, err)
