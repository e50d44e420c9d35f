"""A CSV of whatever make as rows of cells, and cells that spreadsheets would take for formulas."""

import csv
import re
from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass
from io import StringIO
from typing import Final

from ample_crumb.core.problem import CannotUse

MOST_ROWS: Final = 20_000
"""Two years of a diary of some twenty-five lines a day."""

MOST_COLUMNS: Final = 100
_LONGEST_CELL: Final = 1000
_SAMPLE: Final = 4000
_SEPARATORS: Final = ",;\t|"

_BEGINS_FORMULA: Final = ("=", "+", "-", "@", "\t", "\r")
_NUMBER: Final = re.compile(r"[+-]?\d+(?:[.,]\d+)?")


@dataclass(frozen=True, slots=True)
class CsvTable:
    """The names in the first row, the other rows with as many cells each, and where in the file each row begins,
    counted from 1."""

    names: tuple[str, ...]
    rows: tuple[tuple[str, ...], ...]
    numbers: tuple[int, ...]


def csv_table(text: str) -> CsvTable:
    """The rows of a CSV with commas, semicolons, tabs or bars. Raises CannotUse for what is none, and for more rows
    than are read at once."""
    text = text.removeprefix("\ufeff")
    reader = csv.reader(StringIO(text, newline=""), delimiter=_separator(text))
    rows: list[tuple[str, ...]] = []
    numbers: list[int] = []
    begins = 1
    try:
        for row in reader:
            cells = tuple(safe_cell_read(cell.strip()[:_LONGEST_CELL]) for cell in row[:MOST_COLUMNS])
            if any(cells):
                rows.append(cells)
                numbers.append(begins)
            begins = reader.line_num + 1
            if len(rows) > MOST_ROWS + 1:
                raise CannotUse(
                    f"These are more than {MOST_ROWS:,} rows, as many as are read at once; part the file by years."
                )
    except csv.Error as wrong:
        raise CannotUse(f"This cannot be read as CSV: {wrong}, near row {reader.line_num}.") from wrong
    if len(rows) < 2:
        raise CannotUse("This holds no rows below the names of its columns.")
    width = len(rows[0])
    if width < 2:
        raise CannotUse("This has one column only, which is no table.")
    even = tuple((*row[:width], *[""] * (width - len(row))) for row in rows[1:])
    return CsvTable(rows[0], even, tuple(numbers[1:]))


def _separator(text: str) -> str:
    """The sign that parts the first row most evenly from those behind it."""
    rows = [row for row in text[:_SAMPLE].splitlines() if row.strip()][:20]

    def evenness(sign: str) -> tuple[int, int]:
        counts = [len(next(csv.reader([row], delimiter=sign), [])) for row in rows]
        first = counts[0] if counts else 1
        return (sum(count == first for count in counts) if first > 1 else 0, first)

    return max(_SEPARATORS, key=evenness)


def safe_cell(cell: object) -> object:
    """A cell that no spreadsheet takes for a formula: text that begins as one gets an apostrophe before it.

    Source: OWASP, CSV Injection. Numbers stay numbers, below nothing too.
    """
    if isinstance(cell, str) and cell.startswith(_BEGINS_FORMULA) and not _NUMBER.fullmatch(cell):
        return f"'{cell}"
    return cell


def safe_cell_read(cell: str) -> str:
    """A cell as it was before `safe_cell`."""
    return cell[1:] if cell[:1] == "'" and cell[1:].startswith(_BEGINS_FORMULA) else cell


def csv_text(columns: Sequence[str], rows: Iterable[Mapping[str, object]]) -> str:
    """Rows as CSV (RFC 4180, UTF-8): None is empty, numbers have two decimals at most, lists are parted by "; "."""
    out = StringIO()
    writer = csv.DictWriter(out, columns, extrasaction="ignore", restval="")
    writer.writeheader()
    for row in rows:
        writer.writerow({name: safe_cell(_cell(row.get(name))) for name in columns})
    return out.getvalue()


def _cell(value: object) -> object:
    if value is None:
        return ""
    if isinstance(value, bool):
        return "yes" if value else "no"
    if isinstance(value, float):
        return round(value, 2)
    if isinstance(value, (list, tuple)):
        return "; ".join(map(str, value))
    return value
