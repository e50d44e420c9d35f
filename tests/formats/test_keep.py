"""The command `keep`."""

import json
import unittest
from contextlib import redirect_stderr, redirect_stdout
from datetime import datetime, timedelta
from io import StringIO
from typing import Any

from ample_crumb.cli import main


def run(*arguments: str) -> tuple[int, str, str]:
    out, err = StringIO(), StringIO()
    with redirect_stdout(out), redirect_stderr(err):
        code = main(["keep", *arguments])
    return code, out.getvalue(), err.getvalue()


def told(*arguments: str) -> dict[str, Any]:
    code, out, err = run(*arguments, "--json")
    assert code == 0, err
    found: dict[str, Any] = json.loads(out)
    return found


class Keep(unittest.TestCase):
    def test_until_when_why_and_by_whom(self) -> None:
        found = told("--family", "baked-cheesecake", "--made", "2026-05-04T12:00", "--place", "fridge")
        self.assertEqual(set(found), {"eat_by", "usual_until", "why", "cautions", "source"})
        self.assertEqual(found["eat_by"], "2026-05-07T12:00:00")
        self.assertEqual(found["usual_until"], "2026-05-11T12:00:00")
        self.assertIn("three days, and many keep it a week", found["why"])

    def test_moves_in_any_order(self) -> None:
        moves = ("--moved", "counter@2026-06-04T12:00", "--moved", "freezer@2026-05-05T12:00")
        found = told("--family", "muffin", "--made", "2026-05-04T12:00", "--place", "counter", *moves)
        self.assertEqual(datetime.fromisoformat(found["eat_by"]), datetime.fromisoformat("2026-06-05T12:00"))

    def test_a_time_zone_is_kept(self) -> None:
        found = told("--family", "cookie", "--made", "2026-05-04T12:00+02:00", "--moved", "fridge@2026-05-04T13:00")
        self.assertEqual(datetime.fromisoformat(found["eat_by"]).utcoffset(), timedelta(hours=2))

    def test_in_words(self) -> None:
        code, out, _ = run("--family", "loaf", "--made", "2026-05-04T12:00", "--place", "freezer")
        self.assertEqual(code, 0)
        self.assertIn("for its taste", out)
        self.assertIn("Thawing:", out)

    def test_what_cannot_be_is_said(self) -> None:
        cases = (
            (("--made", "yesterday"), "--made takes a day and time"),
            (("--moved", "freezer"), "--moved is a place and when"),
            (("--moved", "cellar@2026-05-05T12:00"), "--moved is a place and when"),
            (("--moved", "freezer@2026-05-01T12:00"), "before it was made"),
            (("--moved", "freezer@2026-05-05T12:00+02:00"), "names a time zone"),
            (("--made", "9999-12-31T12:00"), "end of the calendar"),
        )
        for more, sentence in cases:
            code, _, err = run("--family", "loaf", "--made", "2026-05-04T12:00", *more)
            self.assertEqual(code, 2, more)
            self.assertIn(sentence, err)
