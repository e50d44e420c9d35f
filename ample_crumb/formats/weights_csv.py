"""Weights as CSV: a day and kilograms or pounds, in columns found by their names."""

import csv
import re
from dataclasses import dataclass
from datetime import date, datetime
from io import StringIO
from typing import Final

from ample_crumb.core.problem import CannotUse

MOST_ROWS: Final = 20_000
_MOST_LETTERS: Final = 60
_KG_PER_LB: Final = 0.45359237
"""International Yard and Pound Agreement, 1959."""

_NUMBER: Final = re.compile(r"\d{1,3}(?:[.,]\d{1,3})?")
_DAY_NAMES: Final = ("date", "day", "datum", "time", "timestamp", "measured")
_FORMS: Final = ("%Y-%m-%d", "%d.%m.%Y", "%d/%m/%Y", "%Y/%m/%d", "%d %b %Y", "%d %B %Y")
"""What is written with slashes is day first; where no day is over twelve that cannot be told from month first."""


@dataclass(frozen=True, slots=True)
class WeightOnDay:
    """A weight [kg] on a day."""

    day: date
    weight_kg: float


@dataclass(frozen=True, slots=True)
class WeightsRead:
    """The weights, a day each, the last of a day counting, and a sentence for each row that could not be read."""

    weights: tuple[WeightOnDay, ...]
    problems: tuple[str, ...]


def weights_from_csv(text: str) -> WeightsRead:
    """The weights of a CSV with commas, semicolons or tabs. Raises CannotUse where no row can be one."""
    text = text.removeprefix("\ufeff")
    try:
        dialect = csv.Sniffer().sniff(text[:2000], delimiters=",;\t")
    except csv.Error:
        dialect = csv.excel
    try:
        rows = list(csv.reader(StringIO(text), dialect))
    except csv.Error as problem:
        raise CannotUse(f"This is no CSV: {problem}.") from problem
    rows = [[cell.strip()[:_MOST_LETTERS] for cell in row] for row in rows if any(cell.strip() for cell in row)]
    if len(rows) > MOST_ROWS:
        raise CannotUse(f"Up to {MOST_ROWS:,} weights are read at once.")
    if not rows:
        raise CannotUse("There are no weights in it.")
    day_at, weight_at, factor, first = _columns(rows[0])
    found: dict[date, float] = {}
    problems = []
    for number, row in enumerate(rows[first:], start=first + 1):
        wrong = _read(row, day_at, weight_at, factor, found)
        if wrong:
            problems.append(f"Row {number}: {wrong}")
    if not found:
        raise CannotUse(problems[0] if problems else "There are no weights in it.")
    return WeightsRead(tuple(WeightOnDay(day, kg) for day, kg in sorted(found.items())), tuple(problems[:50]))


def _columns(head: list[str]) -> tuple[int, int, float, int]:
    """Where day and weight stand, what makes the weight kilograms, and the first row that is one."""
    names = [name.casefold() for name in head]
    day_at = next((at for at, name in enumerate(names) if any(word in name for word in _DAY_NAMES)), None)
    weight_at = next((at for at, name in enumerate(names) if "weight" in name or name in {"kg", "lb", "lbs"}), None)
    if day_at is None or weight_at is None:
        if len(head) < 2 or not _NUMBER.search(head[1]):
            raise CannotUse("The first row names a column of days and one of weights, such as date and weight (kg).")
        return 0, 1, 1.0, 0
    pounds = re.search(r"\blbs?\b|pound", names[weight_at]) is not None
    return day_at, weight_at, _KG_PER_LB if pounds else 1.0, 1


def _read(row: list[str], day_at: int, weight_at: int, factor: float, found: dict[date, float]) -> str:
    if len(row) <= max(day_at, weight_at):
        return "it lacks a column."
    day = _day(row[day_at])
    if day is None:
        return f"{row[day_at][:20]!r} is no day we can read, such as 2026-05-04."
    weight = re.sub(r"\s*(?:kg|lbs?)$", "", row[weight_at], flags=re.IGNORECASE)
    if not _NUMBER.fullmatch(weight):
        return f"{row[weight_at][:20]!r} is no weight."
    kg = float(weight.replace(",", ".")) * factor
    if not 15 <= kg <= 400:
        return f"{row[weight_at][:20]} is no weight from 15 to 400 kg."
    found[day] = round(kg, 2)
    return ""


def _day(text: str) -> date | None:
    try:
        return datetime.fromisoformat(text).date()
    except ValueError:
        pass
    for form in _FORMS:
        try:
            return datetime.strptime(text, form).date()  # noqa: DTZ007
        except ValueError:
            continue
    return None
