"""What is at hand as CSV: name, portion_g, energy_kcal, protein_g, energy_kcal_sd, available, eat_by."""

import csv
import re
from datetime import date
from io import StringIO
from typing import Final

from ample_crumb.core.day.fill import MOST_FOODS, FillFood
from ample_crumb.core.day.powder import SCOOP_G, is_powder
from ample_crumb.core.food.cupboard import reference_cupboard
from ample_crumb.core.formula.formula import Line
from ample_crumb.core.formula.reading import ReadingPreferences, read_against
from ample_crumb.core.problem import CannotUse

_NEEDED: Final = ("name", "energy_kcal", "protein_g")
_NUMBER: Final = re.compile(r"\d{1,6}(?:[.,]\d{1,6})?")
_MOST_LETTERS: Final = 120
_MOST: Final = {"portion_g": 100_000.0, "energy_kcal": 20_000.0, "protein_g": 2_000.0, "energy_kcal_sd": 20_000.0}
_MOST_PIECES: Final = 1000.0


def have_from_csv(text: str) -> tuple[FillFood, ...]:
    """The things in their order, called by their names. Raises CannotUse with the row that cannot be used."""
    try:
        reader = csv.DictReader(StringIO(text.removeprefix("\ufeff")))
        names = [(name or "").strip().casefold() for name in reader.fieldnames or ()]
        reader.fieldnames = names
        missing = [name for name in _NEEDED if name not in names]
        if missing:
            raise CannotUse(
                "The first row names the columns name, portion_g, energy_kcal, protein_g, energy_kcal_sd, available "
                f"and eat_by; {missing[0]} is missing."
            )
        rows = list(reader)
    except csv.Error as problem:
        raise CannotUse(f"This is no CSV: {problem}.") from problem
    if len(rows) > MOST_FOODS:
        raise CannotUse(f"Up to {MOST_FOODS} things are read at once.")
    return tuple(_food(number, row) for number, row in enumerate(rows, 2))


def _food(number: int, row: dict[str, str | None]) -> FillFood:
    name = (row["name"] or "").strip()[:_MOST_LETTERS]
    if not name:
        raise CannotUse(f"Row {number}: a thing has a name.")
    portion_g = _number(number, row, "portion_g")
    energy, protein = (_number(number, row, each) for each in ("energy_kcal", "protein_g"))
    if energy is None or protein is None:
        raise CannotUse(f"Row {number}: a portion has energy_kcal and protein_g.")
    return FillFood(
        key=name,
        energy_kcal=energy,
        protein_g=protein,
        energy_sd_kcal=_number(number, row, "energy_kcal_sd") or 0.0,
        available_count=_number(number, row, "available"),
        eat_by_h=_day_h(number, row),
        piece_g=portion_g or 0.0,
        powder_g=_powder_g(name, portion_g),
    )


def _powder_g(name: str, portion_g: float | None) -> float:
    """How much protein powder is in a portion of what is called so: all of it, where it is powder."""
    cupboard = reference_cupboard()
    read = read_against(Line(name), cupboard, ReadingPreferences())
    if read.ingredient is None or not is_powder(cupboard.ingredients[read.ingredient.slug]):
        return 0.0
    return portion_g or (read.weighed.mass_g if read.weighed else SCOOP_G)


def _number(number: int, row: dict[str, str | None], name: str) -> float | None:
    text = (row.get(name) or "").strip()[:_MOST_LETTERS]
    if not text:
        return None
    if not _NUMBER.fullmatch(text):
        raise CannotUse(f"Row {number}: {name} is a number such as 120 or 7.5, not {text[:20]!r}.")
    value = float(text.replace(",", "."))
    most = _MOST.get(name, _MOST_PIECES)
    if value > most:
        raise CannotUse(f"Row {number}: {name} is at most {most:,.0f}, not {text[:20]}.")
    return value


def _day_h(number: int, row: dict[str, str | None]) -> float | None:
    text = (row.get("eat_by") or "").strip()[:_MOST_LETTERS]
    if not text:
        return None
    try:
        # Days with their time are as good.
        return 24.0 * date.fromisoformat(text[:10]).toordinal()
    except ValueError as problem:
        raise CannotUse(f"Row {number}: eat_by is a day such as 2026-05-04, not {text[:20]!r}.") from problem
