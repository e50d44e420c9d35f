"""Marks of tastings as CSV: columns batch, taster, pole, score."""

import csv
import re
from fractions import Fraction
from io import StringIO
from typing import Final

from ample_crumb.core.problem import CannotUse
from ample_crumb.core.tasting.comparison import Mark

_COLUMNS: Final = ("batch", "taster", "pole", "score")
_SCORE: Final = re.compile(r"\d{1,3}(?:[.,]\d{1,3})?")
_MOST_ROWS, _MOST_LETTERS = 5000, 60


def marks_from_csv(text: str) -> tuple[Mark, ...]:
    """The marks in their order. Raises CannotUse with the row that cannot be used."""
    try:
        reader = csv.DictReader(StringIO(text.removeprefix("\ufeff")))
        names = [(name or "").strip().casefold() for name in reader.fieldnames or ()]
        reader.fieldnames = names
        missing = [name for name in _COLUMNS if name not in names]
        if missing:
            raise CannotUse(f"The first row names the columns {', '.join(_COLUMNS)}; {missing[0]} is missing.")
        rows = list(reader)
    except csv.Error as problem:
        raise CannotUse(f"This is no CSV: {problem}.") from problem
    if not rows:
        raise CannotUse("There are no marks in it.")
    if len(rows) > _MOST_ROWS:
        raise CannotUse(f"Up to {_MOST_ROWS:,} marks are read at once.")
    return tuple(_mark(number, row) for number, row in enumerate(rows, 2))


def _mark(number: int, row: dict[str, str | None]) -> Mark:
    batch, taster, pole, score = ((row[name] or "").strip()[:_MOST_LETTERS] for name in _COLUMNS)
    if not (batch and taster and pole):
        raise CannotUse(f"Row {number}: a mark names a batch, a taster and a pole.")
    if not _SCORE.fullmatch(score):
        raise CannotUse(f"Row {number}: the score is a number from 1 to 5, not {score[:20]!r}.")
    value = Fraction(score.replace(",", "."))
    if not 1 <= value <= 5:
        raise CannotUse(f"Row {number}: the score is from 1 to 5, not {score[:20]}.")
    return Mark(batch, taster, pole.casefold(), value)
