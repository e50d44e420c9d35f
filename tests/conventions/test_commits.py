"""Subjects of commits: the room first, then what is done, in 72 characters."""

import re
import subprocess
import unittest
from typing import Final

from launch.install import ROOT

RULE_SINCE: Final = "8cb6a1c"
"""The commit from which on subjects are held to the rule."""

_SUBJECT: Final = re.compile(r"^(?P<room>[a-z][a-z0-9_./ -]*): (?P<verb>[a-z]+)\b.*[^.]$")
_NO_IMPERATIVE: Final = re.compile(r"^(?:\w+(?:ed|ing)|adds|fixes|makes|moves|names|the|an?|new|more|some)$")
_YET_ONE: Final = frozenset({"feed", "need", "seed", "embed", "bring", "string", "ring"})


def what_is_wrong(subject: str) -> str:
    """What is wrong with a subject, in words; empty for nothing."""
    found = _SUBJECT.match(subject)
    if len(subject) > 72:
        return f"{len(subject)} characters, 72 at the most"
    if found is None:
        return "it would be “room: do this”, without a full stop"
    if _NO_IMPERATIVE.match(found["verb"]) and found["verb"] not in _YET_ONE:
        return f"“{found['verb']}” is no imperative"
    return ""


class Commits(unittest.TestCase):
    def test_new_subjects_keep_to_the_rule(self) -> None:
        listed = subprocess.run(
            ["git", "log", "--no-merges", "--format=%h %s", f"{RULE_SINCE}..HEAD"],
            cwd=ROOT, capture_output=True, text=True, check=False,
        )  # fmt: skip
        if listed.returncode != 0:
            self.skipTest("this copy has no history")
        wrong = [f"{line}: {what_is_wrong(line.partition(' ')[2])}" for line in listed.stdout.splitlines()
                 if what_is_wrong(line.partition(" ")[2])]  # fmt: skip
        self.assertEqual(wrong, [])

    def test_the_rule_tells_good_from_bad(self) -> None:
        for good in ("planning: order steps by what they use", "web: tell a press once", "store: seed a kitchen"):
            with self.subTest(good):
                self.assertEqual(what_is_wrong(good), "")
        long = "web: " + "tell " * 14 + "all"
        for bad in ("Order steps", "planning: Order steps", "planning: ordered steps", "planning: adding steps",
                    "planning: the steps in order", "planning: order steps.", long):  # fmt: skip
            with self.subTest(bad):
                self.assertNotEqual(what_is_wrong(bad), "")
