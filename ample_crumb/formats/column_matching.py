"""Which column of a foreign CSV means what: by its name, and by what stands in it."""

import re
from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass, field
from datetime import date, datetime, time
from enum import StrEnum
from typing import Final

from ample_crumb.core.problem import CannotUse
from ample_crumb.formats.csv_table import CsvTable

_SAMPLE_ROWS: Final = 300
_FORMS: Final = (
    "%Y-%m-%d", "%d.%m.%Y", "%d/%m/%Y", "%m/%d/%Y", "%Y/%m/%d", "%d-%m-%Y", "%m-%d-%Y", "%d.%m.%y", "%d/%m/%y",
    "%m/%d/%y", "%Y%m%d", "%d %b %Y", "%d %B %Y", "%b %d, %Y", "%B %d, %Y", "%b %d %Y", "%d. %B %Y",
)  # fmt: skip
OTHER_WAY: Final = {
    "%d/%m/%Y": "%m/%d/%Y", "%m/%d/%Y": "%d/%m/%Y", "%d-%m-%Y": "%m-%d-%Y", "%m-%d-%Y": "%d-%m-%Y",
    "%d/%m/%y": "%m/%d/%y", "%m/%d/%y": "%d/%m/%y",
}  # fmt: skip
_CLOCKS: Final = ("%H:%M", "%H:%M:%S", "%I:%M %p", "%I:%M:%S %p")
_NUMBER: Final = re.compile(r"[+-]?(?:\d{1,3}(?:[., ’']\d{3})+(?!\d)(?:[.,]\d+)?|\d+(?:[.,]\d+)?)")
_COMMA: Final = re.compile(r"\d,\d{1,2}$|\d,\d{4,}$|\d\.\d{3},\d")
_POINT: Final = re.compile(r"\d\.\d{1,2}$|\d\.\d{4,}$|\d,\d{3}\.\d")
_FIRST_DAY, _LAST_DAY = date(1950, 1, 1), date(2199, 12, 31)


class TableKind(StrEnum):
    """What a row of a CSV is."""

    DAYS = "days"
    WEIGHTS = "weights"
    PRODUCTS = "products"


@dataclass(frozen=True, slots=True)
class Field:
    """Something that a column may mean: its key, words on screen, and how a column is called that means it."""

    key: str
    words: str
    pattern: re.Pattern[str]
    needed: bool = False


def _field(key: str, words: str, pattern: str, *, needed: bool = False) -> Field:
    return Field(key, words, re.compile(pattern, re.IGNORECASE), needed)


_FIGURES: Final = (
    _field("energy_kcal", "Energy, kcal", r"^(?!.*kj).*(?:calor|kcal|\benerg|\bcals?\b|brennwert)"),
    _field("energy_kj", "Energy, kJ", r"\bkj\b|kilojoule"),
    _field("protein_g", "Protein, g", r"protein|eiwei"),
    _field("saturates_g", "Saturated fat, g", r"satur|gesättigt"),
    _field("fat_g", "Fat, g", r"^(?!.*(?:satur|unsat|poly|mono|trans)).*\b(?:fat|fats|fett|lipids?)\b"),
    _field("sugars_g", "Sugars, g", r"sugar|zucker"),
    _field("carbohydrate_g", "Carbohydrate, g", r"^(?!.*\bnet\b).*(?:carb|kohlenh)"),
    _field("fibre_g", "Fibre, g", r"fib(?:re|er)|ballast"),
    _field("polyols_g", "Polyols, g", r"polyol|sugar alcohol"),
    _field("salt_g", "Salt, g", r"\bsalt\b|\bsalz\b"),
    _field("sodium_mg", "Sodium, mg", r"sodium|natrium"),
)
_FOOD_WORDS: Final = "food|item|description|what|name|title|dish|product|meal|lebensmittel|produkt"
_DAY: Final = _field("day", "Day", r"\b(?:date|day|datum|tag|timestamp|logged)\b", needed=True)

FIELDS: Final[Mapping[TableKind, tuple[Field, ...]]] = {
    TableKind.DAYS: (
        _DAY,
        _field("time", "Time of day", r"^(?:time|clock|uhrzeit|hour)\b"),
        _field(
            "name",
            "What it was",
            r"\b(?:food|item|description|what|name|title|dish|product|meal|lebensmittel|produkt)\b",
        ),
        _field("text", "How much", r"\b(?:amount|quantity|serving|portion|menge|size|units?)\b"),
        *_FIGURES,
    ),
    TableKind.WEIGHTS: (
        _DAY,
        _field("weight", "Weight", r"weight|gewicht|^(?:kg|lbs?)$|\bmass\b", needed=True),
    ),
    TableKind.PRODUCTS: (
        _field("name", "Name", r"\b(?:name|product|food|item|title)\b", needed=True),
        _field("gtin", "Code", r"gtin|barcode|\bean\b|\bupc\b|\bcode\b"),
        _field("synonyms", "Other names", r"synonym|other name|alias"),
        _field("basis", "Figures are for", r"\bbasis\b|\bper\b$"),
        _field("serving_g", "Serving, g", r"serving"),
        *_FIGURES,
        _field("pack_g", "Pack, g", r"\bpack"),
        _field("scoop_g", "Scoop, g", r"scoop"),
        _field("allergens", "Allergens", r"allergen|\bcontains\b"),
        _field("traces", "Traces", r"trace|may contain"),
    ),
}
"""What columns may mean, in the order in which they are matched."""


@dataclass(frozen=True, slots=True)
class Matching:
    """How a table is read: which column each field stands in, counted from 0; the sign of decimals; the form of its
    days, which `day_unsure` marks where it could be read the other way round as well; the unit of weights."""

    kind: TableKind
    columns: Mapping[str, int] = field(default_factory=dict)
    decimal: str = "."
    day_form: str = ""
    day_unsure: bool = False
    pounds: bool = False


def guess(table: CsvTable, kind: TableKind | None = None) -> Matching:
    """How a table is most likely meant. Raises CannotUse where it is neither days nor weights nor products."""
    kind = kind or _kind(table)
    columns: dict[str, int] = {}
    for each in FIELDS[kind]:
        free = [at for at in range(len(table.names)) if at not in columns.values()]
        named = [at for at in free if each.pattern.search(_plain(table.names[at])) and _fits(table, at, each.key)]
        if named:
            columns[each.key] = min(named, key=lambda at: _is_vague(table.names[at]))
    if "day" not in columns and any(each.key == "day" for each in FIELDS[kind]):
        # Whatever it is called, a column of days is told by its days.
        dated = [at for at in range(len(table.names)) if at not in columns.values() and _fits(table, at, "day")]
        if dated:
            columns["day"] = dated[0]
    form, unsure = day_form(table, columns.get("day"))
    numbers = [at for key, at in columns.items() if _reader(key) is _is_number]
    named_weight = table.names[columns["weight"]] if "weight" in columns else ""
    pounds = re.search(r"\blbs?\b|pound", named_weight, re.IGNORECASE) is not None
    return Matching(kind, columns, _decimal(table, numbers), form, unsure, pounds)


def _is_vague(name: str) -> bool:
    """Whether a column rather says when or of what kind something was than what."""
    return re.search(r"\bmeal|\bgroup|\bcategory", name, re.IGNORECASE) is not None


def _plain(name: str) -> str:
    return " ".join(re.sub(r"[_()\[\]/,.:-]+", " ", name[:100]).split())


def _kind(table: CsvTable) -> TableKind:
    def has(kind: TableKind, *keys: str) -> bool:
        return all(
            any(
                each.pattern.search(_plain(name)) and _fits(table, at, each.key)
                for at, name in enumerate(table.names)
                for each in FIELDS[kind]
                if each.key == key
            )
            for key in keys
        )

    dated = any(_fits(table, at, "day") for at in range(len(table.names)))
    eats = any(has(TableKind.DAYS, key) for key in ("energy_kcal", "energy_kj", "protein_g"))
    if dated and eats:
        return TableKind.DAYS
    if dated and has(TableKind.WEIGHTS, "weight"):
        return TableKind.WEIGHTS
    if eats and has(TableKind.PRODUCTS, "name"):
        return TableKind.PRODUCTS
    raise CannotUse(
        "No column of it tells what it is. Days have a date and energy, weights a date and a weight, products a name "
        "and energy; say which it is."
    )


def _sample(table: CsvTable, at: int) -> list[str]:
    return [row[at] for row in table.rows[:_SAMPLE_ROWS] if row[at]]


def _fits(table: CsvTable, at: int, key: str) -> bool:
    """Whether most cells of a column can be what the field is."""
    cells = _sample(table, at)
    can = _reader(key)
    return not cells or 2 * sum(map(can, cells)) >= len(cells)


def _reader(key: str) -> Callable[[str], bool]:
    if key == "day":
        return _is_day
    if key == "time":
        return lambda cell: clock_of(cell) is not None
    if key.endswith(("_g", "_mg", "_kcal", "_kj")) or key == "weight":
        return _is_number
    return bool


def _is_day(cell: str) -> bool:
    return any(day_of(cell, form) is not None for form in _FORMS)


def _is_number(cell: str) -> bool:
    return _NUMBER.match(cell) is not None


def day_form(table: CsvTable, at: int | None) -> tuple[str, bool]:
    """The form that most days of a column have, and whether it could be the other way round."""
    cells = _sample(table, at) if at is not None else []
    if not cells:
        return "", False
    readable = {form: sum(day_of(cell, form) is not None for cell in cells) for form in _FORMS}
    best = max(_FORMS, key=lambda form: readable[form])
    other = OTHER_WAY.get(best)
    return best, other is not None and readable[other] == readable[best]


def _decimal(table: CsvTable, columns: Sequence[int]) -> str:
    cells = [cell for at in columns for cell in _sample(table, at)]
    commas, points = (sum(sign.search(cell) is not None for cell in cells) for sign in (_COMMA, _POINT))
    return "," if commas > points else "."


def day_of(cell: str, form: str) -> date | None:
    """The day of a cell, with or without a time behind it; None for none."""
    cell = cell[:40]
    if form == "%Y-%m-%d":
        try:
            found = datetime.fromisoformat(cell).date()
        except ValueError:
            return None
        return found if _FIRST_DAY <= found <= _LAST_DAY else None
    # A time behind the day, as "04/05/2025 08:15", is none of the day.
    for text in (cell, re.split(r"\s+(?=\d{1,2}:\d\d)", cell)[0].rstrip(",")):
        try:
            found = datetime.strptime(text, form).date()  # noqa: DTZ007
        except ValueError:
            continue
        return found if _FIRST_DAY <= found <= _LAST_DAY else None
    return None


def written_day(cell: str, form: str = "") -> date | None:
    """The day of a cell in that form, else in any that cannot be read the other way round; None for none."""
    forms = (form, *(each for each in _FORMS if each not in OTHER_WAY)) if form else _FORMS
    return next((day for each in forms if (day := day_of(cell, each)) is not None), None)


def clock_of(cell: str) -> time | None:
    """The time of day of a cell, or of what stands behind its day; None for none."""
    found = re.search(r"\b\d{1,2}:\d\d(?::\d\d)?(?:\s*[ap]m)?", cell[:40], re.IGNORECASE)
    said = found[0].upper() if found else ""
    for form in _CLOCKS if said else ():
        try:
            return datetime.strptime(said, form).time()  # noqa: DTZ007
        except ValueError:
            continue
    return None


def number_of(cell: str, decimal: str) -> float | None:
    """The number that a cell begins with, by the sign of decimals; None for none."""
    found = _NUMBER.match(cell[:40])
    if found is None:
        return None
    text = re.sub(r"[ ’']", "", found[0])
    text = text.replace(".", "").replace(",", ".") if decimal == "," else text.replace(",", "")
    try:
        return float(text)
    except ValueError:
        return None
