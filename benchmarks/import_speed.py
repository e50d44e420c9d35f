"""How long files take to be understood: thirty pages against working their thirty formulas out, a diary against csv."""

import csv
import io
from datetime import date, timedelta
from typing import Final

from ample_crumb.core.food.cupboard import reference_cupboard
from ample_crumb.core.formula.evaluation import evaluate
from ample_crumb.core.formula.formula import parts_of
from ample_crumb.core.formula.reading import ReadingPreferences
from ample_crumb.formats.column_matching import guess
from ample_crumb.formats.csv_table import csv_table
from ample_crumb.formats.matched_rows import matched_rows
from ample_crumb.formats.recipe_text import read_recipes
from benchmarks.measure import time_calls
from tests.formats.recipe_pages import RECIPES, SHAPES

_ROWS: Final = 5800
"""Two years of eight things a day."""


def run() -> None:
    """Prints both, each with what it is held against."""
    pages = [shape(recipe) for shape in SHAPES[1:11] for recipe in RECIPES]
    recipes = [read_recipes(page).recipes[0] for page in pages]

    def work_out() -> None:
        # A cupboard of its own, so that nothing of the lines is known yet.
        cupboard = reference_cupboard().with_own(())
        for recipe in recipes:
            evaluate(parts_of(recipe), recipe.pieces or 1, cupboard, ReadingPreferences())

    reading, working = time_calls(lambda: [read_recipes(page) for page in pages], work_out, times=5)
    print(f"thirty pages read            {reading}")
    print(f"the same worked out          {working}")
    print(f"reading, to working out: {reading.median_ms / working.median_ms:.2f}")
    first = date(2024, 1, 1)
    text = "date,time,food,kcal,protein\n" + "".join(
        f"{first + timedelta(at // 8)},{8 + at % 8}:00,Food {at % 37},{100 + at % 300},{at % 30}\n"
        for at in range(_ROWS)
    )

    def match() -> None:
        table = csv_table(text)
        list(matched_rows(table, guess(table)))

    plain, matched = time_calls(lambda: list(csv.reader(io.StringIO(text))), match, times=5)
    print(f"two years of a diary matched {matched}")
    print(f"matching, to csv alone: {matched.median_ms / plain.median_ms:.0f}")
