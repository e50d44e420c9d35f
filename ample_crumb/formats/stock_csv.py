"""What is at home, and the packs that are sold, from CSV: a food by name and its grams a row."""

import csv
import io
from dataclasses import dataclass
from typing import Final

from ample_crumb.core.problem import CannotUse
from ample_crumb.core.shopping.packs import MOST_G
from ample_crumb.core.shopping.shopping_list import AtHome, Stocked

MOST_ROWS: Final = 5000
_NAME_LENGTH: Final = 200


@dataclass(frozen=True, slots=True)
class TypedStock:
    """A food as it is called, and what is at home of it."""

    name: str
    at_home: AtHome


@dataclass(frozen=True, slots=True)
class TypedPack:
    """A food as it is called, and what one pack of it holds."""

    name: str
    pack_g: float


def stock_from_csv(text: str) -> tuple[TypedStock, ...]:
    """Reads the columns ingredient and grams; a word of `Stocked` stands for grams that nobody weighed. Raises
    CannotUse naming the row that cannot be used."""
    return tuple(TypedStock(name, _at_home(number, cell)) for number, name, cell in _rows(text, "grams"))


def packs_from_csv(text: str) -> tuple[TypedPack, ...]:
    """Reads the columns ingredient and pack_g, a row for each size. Raises CannotUse naming the row that cannot be
    used."""
    found = []
    for number, name, cell in _rows(text, "pack_g"):
        grams = _grams(number, cell)
        if grams <= 0:
            raise CannotUse(f"Row {number}: a pack of {name} holds over 0 g.")
        found.append(TypedPack(name, grams))
    return tuple(found)


def _rows(text: str, column: str) -> list[tuple[int, str, str]]:
    reader = csv.DictReader(io.StringIO(text.removeprefix("\ufeff"), newline=""))
    missing = [name for name in ("ingredient", column) if name not in (reader.fieldnames or ())]
    if missing:
        raise CannotUse(f"A column “{missing[0]}” is missing; the first row names the columns ingredient,{column}.")
    found = []
    try:
        for number, row in enumerate(reader, start=2):
            if number > MOST_ROWS + 1:
                raise CannotUse(f"These are more than {MOST_ROWS:,} rows.")
            name, cell = ((row[each] or "").strip() for each in ("ingredient", column))
            if not name and not cell:
                continue
            if not name:
                raise CannotUse(f"Row {number} names no ingredient.")
            found.append((number, name[:_NAME_LENGTH], cell[:_NAME_LENGTH]))
    except csv.Error as wrong:
        raise CannotUse(f"This cannot be read as CSV: {wrong}.") from wrong
    return found


def _at_home(number: int, cell: str) -> AtHome:
    word = cell.casefold()
    return Stocked(word) if word in set(Stocked) else _grams(number, cell)


def _grams(number: int, cell: str) -> float:
    try:
        grams = float(cell.replace(",", "."))
    except ValueError as wrong:
        raise CannotUse(f"Row {number}: {cell[:40]!r} are no grams; write a number such as 250.") from wrong
    if not 0 <= grams <= MOST_G:  # which also refuses what is no number
        raise CannotUse(f"Row {number}: grams lie from 0 to {MOST_G:,.0f}.")
    return grams
