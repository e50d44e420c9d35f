"""Weights as CSV: a day and kilograms or pounds, in columns found by their names."""

import re
from dataclasses import dataclass
from datetime import date
from typing import Final

from ample_crumb.core.problem import CannotUse
from ample_crumb.formats.column_matching import TableKind, guess, written_day
from ample_crumb.formats.csv_table import csv_table
from ample_crumb.formats.matched_rows import WeighedRow, matched_rows

_MOST_PROBLEMS: Final = 50


@dataclass(frozen=True, slots=True)
class WeightsRead:
    """The weights, a day each, the last of a day counting, and a sentence for each row that could not be read."""

    weights: tuple[WeighedRow, ...]
    problems: tuple[str, ...]


def weights_from_csv(text: str) -> WeightsRead:
    """The weights of a CSV. Raises CannotUse where no row can be one."""
    head = _head_lacking(text)
    table = csv_table(head + text.removeprefix("\ufeff"))
    matching = guess(table, TableKind.WEIGHTS)
    found: dict[date, WeighedRow] = {}
    problems: list[str] = []
    for row in matched_rows(table, matching):
        if isinstance(row.said, WeighedRow):
            found[row.said.day] = row.said
        else:
            problems.append(f"Row {row.number - bool(head)}: {row.problem}")
    if not found:
        raise CannotUse(problems[0] if problems else "There are no weights in it.")
    return WeightsRead(tuple(found[day] for day in sorted(found)), tuple(problems[:_MOST_PROBLEMS]))


def _head_lacking(text: str) -> str:
    """Names of its columns for a text that begins with a day at once; empty where it has its own."""
    first, sign, _ = re.split(r"([,;\t|])", text.removeprefix("\ufeff")[:100].lstrip() + ",", maxsplit=1)
    return "" if written_day(first.strip(' "')) is None else f"day{sign}weight\n"
