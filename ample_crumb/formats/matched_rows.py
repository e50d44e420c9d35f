"""What the rows of a matched CSV say: entries of days, weights, products."""

from collections.abc import Callable, Iterator
from dataclasses import dataclass
from datetime import date, time
from typing import Final

from ample_crumb.core.food.energy import KJ_PER_KCAL
from ample_crumb.core.food.nutrients import SALT_PER_SODIUM, Nutrients
from ample_crumb.core.problem import CannotUse
from ample_crumb.formats.column_matching import FIELDS, Matching, TableKind, clock_of, number_of, written_day
from ample_crumb.formats.csv_table import CsvTable
from ample_crumb.formats.products_csv import TypedProduct, typed_product

_KG_PER_LB: Final = 0.45359237
"""International Yard and Pound Agreement, 1959."""

_LEAST_KG, _MOST_KG = 15.0, 400.0
_MOST_KCAL, _MOST_G = 20_000.0, 10_000.0
_NOON: Final = time(12)


@dataclass(frozen=True, slots=True)
class EatenRow:
    """What was eaten as a row tells it: figures of all of it, None where it tells none."""

    day: date
    at: time
    name: str
    text: str
    nutrients: Nutrients


@dataclass(frozen=True, slots=True)
class WeighedRow:
    """A weight [kg] on a day."""

    day: date
    weight_kg: float


_Said = EatenRow | WeighedRow | TypedProduct
_Reader = Callable[[dict[str, str], Matching], _Said]


@dataclass(frozen=True, slots=True)
class MatchedRow:
    """A row of the file by its `number`, what it says, and in a sentence why it says nothing."""

    number: int
    cells: tuple[str, ...]
    said: _Said | None
    problem: str = ""


def matched_rows(table: CsvTable, matching: Matching) -> Iterator[MatchedRow]:
    """Each row as it is understood. Raises CannotUse where a field that is needed has no column."""
    for each in FIELDS[matching.kind]:
        if each.needed and each.key not in matching.columns:
            raise CannotUse(f"Which column is “{each.words}”? None of {len(table.names)} was taken for it.")
    readers: dict[TableKind, _Reader] = {
        TableKind.DAYS: _eaten,
        TableKind.WEIGHTS: _weighed,
        TableKind.PRODUCTS: _product,
    }
    read = readers[matching.kind]
    for number, row in zip(table.numbers, table.rows, strict=True):
        try:
            yield MatchedRow(number, row, read({key: row[at] for key, at in matching.columns.items()}, matching))
        except CannotUse as problem:
            yield MatchedRow(number, row, None, str(problem))


def _day(cells: dict[str, str], matching: Matching) -> date:
    found = written_day(cells["day"], matching.day_form or "%Y-%m-%d")
    if found is None:
        raise CannotUse(f"{cells['day'][:20]!r} is no day as the others are written.")
    return found


def _eaten(cells: dict[str, str], matching: Matching) -> EatenRow:
    day = _day(cells, matching)
    figures = {key: _figure(cells, key, matching) for key in cells if key.endswith(("_g", "_mg", "_kcal", "_kj"))}
    kilojoules, sodium = figures.pop("energy_kj", None), figures.pop("sodium_mg", None)
    if figures.get("energy_kcal") is None and kilojoules is not None:
        figures["energy_kcal"] = kilojoules / KJ_PER_KCAL
    if figures.get("salt_g") is None and sodium is not None:
        figures["salt_g"] = sodium / 1000 * SALT_PER_SODIUM
    energy = figures.get("energy_kcal")
    if energy is None and figures.get("protein_g") is None:
        raise CannotUse("It tells neither energy nor protein.")
    if energy is not None and energy > _MOST_KCAL:
        raise CannotUse(f"{energy:,.0f} kcal are more than anybody eats at once.")
    name = cells.get("name", "").strip()[:300] or "As brought in"
    at = clock_of(cells.get("time", "")) or clock_of(cells["day"]) or _NOON
    return EatenRow(day, at, name, cells.get("text", "")[:200], Nutrients(**figures))


def _figure(cells: dict[str, str], key: str, matching: Matching) -> float | None:
    cell = cells[key]
    if not cell or cell in {"-", "–", "n/a", "N/A", "null"}:
        return None
    value = number_of(cell, matching.decimal)
    words = next(each.words for each in FIELDS[matching.kind] if each.key == key)
    if value is None:
        raise CannotUse(f"{words}: {cell[:20]!r} is no number.")
    most = _MOST_G * (1000 if key.endswith("_mg") else 1)
    if not 0 <= value <= max(most, _MOST_KCAL * 5):
        raise CannotUse(f"{words}: {cell[:20]} cannot be.")
    return value


def _weighed(cells: dict[str, str], matching: Matching) -> WeighedRow:
    value = number_of(cells["weight"], matching.decimal)
    if value is None:
        raise CannotUse(f"{cells['weight'][:20]!r} is no weight.")
    pounds = matching.pounds or "lb" in cells["weight"].casefold()
    kg = value * _KG_PER_LB if pounds else value
    if not _LEAST_KG <= kg <= _MOST_KG:
        raise CannotUse(f"{cells['weight'][:20]} {'lb' if pounds else 'kg'} is no weight from 15 to 400 kg.")
    return WeighedRow(_day(cells, matching), round(kg, 2))


def _product(cells: dict[str, str], matching: Matching) -> TypedProduct:
    written = dict(cells)
    for key in cells:
        if key.endswith(("_g", "_mg", "_kcal", "_kj")):
            value = _figure(cells, key, matching)
            written[key] = "" if value is None else f"{value:g}"
    return typed_product(written)
