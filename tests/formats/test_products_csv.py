"""formats/products_csv: own products from their labels, and `analyse --products`."""

import contextlib
import io
import json
import tempfile
import unittest
from pathlib import Path

from ample_crumb.cli import main
from ample_crumb.core.problem import CannotUse
from ample_crumb.formats.products_csv import products_from_csv, typed_products

HEAD = (
    "name,synonyms,role,style,basis,serving_g,energy_kcal,protein_g,fat_g,carbohydrate_g,fibre_g,scoop_g"
    ",allergens,vegan"
)
WHEY = "Quayside vanilla whey,my whey,protein,us,serving,30,120,24,1.5,3,1,31,milk;soy,no"
OATS = "Millrace oat flour,,flour,,,,375,13,7,60,9,,,"


class Products(unittest.TestCase):
    def test_rows_become_ingredients_and_what_is_empty_stays_unknown(self) -> None:
        whey, oats = (product.ingredient for product in products_from_csv(f"{HEAD}\n{WHEY}\n{OATS}\n"))
        self.assertEqual((whey.per_100g.protein_g, whey.measures.piece_g), (80, {"scoop": 31}))
        self.assertEqual((whey.allergens, whey.vegan, whey.vegetarian), (("milk", "soy"), False, False))
        self.assertEqual((oats.allergens, oats.vegan, oats.added_sugar), (None, None, None))
        self.assertIsNone(oats.per_100g.salt_g)

    def test_codes_traces_and_drained_packs(self) -> None:
        head = "name,gtin,traces,pack_g,drained_g,energy_kcal"
        row = "Halyard beans,2000004000110,soy;milk,400,240,90"
        (typed,) = typed_products(f"{head}\n{row}")
        self.assertEqual((typed.gtin, typed.pack.contains.traces), ("2000004000110", ("soy", "milk")))
        self.assertEqual((typed.pack.measures.pack_g, typed.pack.measures.drained_g), (400, 240))
        with self.assertRaisesRegex(CannotUse, "Row 2 of the products: One digit of this code is wrong"):
            products_from_csv(f"{head}\n{row.replace('0110', '0111')}")

    def test_typed_products_need_not_be_true(self) -> None:
        text = f"{HEAD}\n{WHEY.replace('120', '502')}"
        (typed,) = typed_products(text)
        self.assertEqual(typed.pack.label.energy_kcal, 502)
        with self.assertRaisesRegex(CannotUse, "energy_kcal"):
            products_from_csv(text)

    def test_bad_rows_are_named_with_their_field(self) -> None:
        for text, words in {
            "": "“name” is missing",
            "name,surprise\nX,1": "no column 'surprise'",
            f"{HEAD}\n{WHEY.replace('120', 'many')}": "Row 2 of the products: energy_kcal: 'many' is no number",
            f"{HEAD}\n{WHEY.replace('serving,30', 'serving,')}": "Row 2 of the products: serving_g",
            f"{HEAD}\n{WHEY}\n{OATS}\n{WHEY}": "Row 4 of the products: There is a product",
            f"{HEAD}\n{WHEY}\n{OATS.replace('375', '1569')}": "Row 3 of the products: energy_kcal",
            f"{HEAD}\n{WHEY.replace('soy', 'moonlight')}": "allergens: 'moonlight'",
            f"{HEAD}\n{WHEY[:-2]}maybe": "vegan: yes, no or nothing",
            f"{HEAD}\n{WHEY.replace(',us,', ',mars,')}": "european or us",
        }.items():
            with self.subTest(words), self.assertRaises(CannotUse) as raised:
                products_from_csv(text)
            self.assertIn(words, str(raised.exception))


class Analysing(unittest.TestCase):
    def analyse(self, recipe: str, products: str) -> tuple[int, str, str]:
        folder = Path(self.enterContext(tempfile.TemporaryDirectory()))
        (folder / "recipe.txt").write_text(recipe)
        (folder / "products.csv").write_text(products)
        out, err = io.StringIO(), io.StringIO()
        with contextlib.redirect_stdout(out), contextlib.redirect_stderr(err):
            arguments = [str(folder / "recipe.txt"), "--json", "--products", str(folder / "products.csv")]
            code = main(["analyse", *arguments])
        return code, out.getvalue(), err.getvalue()

    def test_own_products_win_and_bring_their_scoop_allergens_and_doubt(self) -> None:
        code, out, err = self.analyse("2 scoops my whey\n100 g Millrace oat flour", f"{HEAD}\n{WHEY}\n{OATS}")
        answer = json.loads(out)
        whey, oats = answer["lines"]
        self.assertEqual((code, err, whey["mass_g"], whey["ingredient"]), (0, "", 62, "Quayside vanilla whey"))
        self.assertEqual((whey["protein_g"], oats["energy_kcal"]), (49.6, 375))
        self.assertEqual(answer["contains"], ["soy", "milk"])
        # 13 g of protein printed to 1 g, and 1 g of 100 on the scale: 0.29 and 0.13 g.
        self.assertAlmostEqual(oats["protein_g_sd"], (1 / 12 + 0.13**2) ** 0.5, places=3)

    def test_a_label_that_does_not_fit_together_is_said_and_used(self) -> None:
        code, _, err = self.analyse("100 g Millrace oat flour", f"{HEAD}\n{OATS.replace('7,60', '7,6')}")
        self.assertEqual(code, 0)
        self.assertIn("Carbohydrate may be 60 g and not 6", err)
