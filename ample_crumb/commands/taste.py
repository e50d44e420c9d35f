"""The command `taste`: what tastings of two to four batches tell, and how far they carry."""

import argparse
import json
import sys

from ample_crumb.commands.analyse import ALL_READ, UNUSABLE
from ample_crumb.commands.files import text_of
from ample_crumb.core.problem import CannotUse
from ample_crumb.core.tasting.comparison import compare
from ample_crumb.formats.tastings_csv import marks_from_csv


def add_options(parser: argparse.ArgumentParser) -> None:
    """The marks."""
    parser.add_argument("file", metavar="FILE.csv", help="columns batch, taster, pole, score (1 to 5); - reads input")
    parser.add_argument("--json", action="store_true", help="print one JSON object")


def run(given: argparse.Namespace) -> int:
    """Prints a finding for each pole; returns the exit code."""
    try:
        found = compare(marks_from_csv(text_of(given.file)))
    except CannotUse as problem:
        print(problem, file=sys.stderr)
        return UNUSABLE
    if given.json:
        told = [
            {
                "pole": each.pole,
                "batches": {
                    name: {"median": marks.median_score, "n": marks.count} for name, marks in each.batches.items()
                },
                "p_value": each.p_value,
                "finding": each.finding,
            }
            for each in found
        ]
        print(json.dumps({"poles": told}, ensure_ascii=False, indent=2))
        return ALL_READ
    for each in found:
        medians = ", ".join(f"{name} {marks.median_score:g} (n {marks.count})" for name, marks in each.batches.items())
        print(f"{each.pole}: {medians}\n    {each.finding}")
    return ALL_READ
