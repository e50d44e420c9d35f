"""formats and the command line: recipe files in, figures out, without server or database."""

import contextlib
import io
import json
import tempfile
import unittest
from pathlib import Path
from typing import Any

from ample_crumb.cli import main
from ample_crumb.core.problem import CannotUse
from ample_crumb.formats.recipe_text import MOST_CHARACTERS, recipe_from_text

LINKED = {
    "@context": "https://schema.org",
    "@graph": [
        {"@type": "WebPage"},
        {
            "@type": ["Recipe", "Thing"],
            "name": "Plum bars",
            "recipeYield": ["8", "8 bars"],
            "recipeIngredient": ["200 g skyr", "50 g oats"],
            "recipeInstructions": [{"@type": "HowToStep", "text": "Mix."}, "Bake."],
        },
    ],
}


class Formats(unittest.TestCase):
    def test_a_linked_recipe(self) -> None:
        recipe = recipe_from_text(json.dumps(LINKED))
        self.assertEqual((recipe.title, recipe.pieces, recipe.method), ("Plum bars", 8, ("Mix.", "Bake.")))
        self.assertEqual(recipe.parts[0].lines, ("200 g skyr", "50 g oats"))

    def test_yields_of_every_kind(self) -> None:
        for written, pieces in (
            (6, 6),
            ("6 servings", 6),
            ({"@type": "QuantitativeValue", "value": 6}, 6),
            (None, None),
        ):
            document = {"@type": "Recipe", "recipeYield": written, "recipeIngredient": ["1 egg"]}
            with self.subTest(written):
                self.assertEqual(recipe_from_text(json.dumps(document)).pieces, pieces)

    def test_what_is_no_recipe(self) -> None:
        for text in (
            "",
            "  \n",
            "\x00",
            '{"a": ',
            '{"@type": "Person"}',
            '{"@type": "Recipe"}',
            "x" * (MOST_CHARACTERS + 1),
        ):
            with self.subTest(text[:20]), self.assertRaises(CannotUse):
                recipe_from_text(text)


class CommandLine(unittest.TestCase):
    def run_on(self, text: str | bytes, *options: str) -> tuple[int, str, str]:
        with tempfile.TemporaryDirectory() as folder:
            file = Path(folder) / "recipe.txt"
            file.write_bytes(text if isinstance(text, bytes) else text.encode())
            out, err = io.StringIO(), io.StringIO()
            with contextlib.redirect_stdout(out), contextlib.redirect_stderr(err):
                code = main(["analyse", str(file), *options])
            return code, out.getvalue(), err.getvalue()

    def test_json(self) -> None:
        code, out, _ = self.run_on("makes 4\n200 g skyr\n1 tbsp unicorn dust\n50 g oats", "--json")
        answer: dict[str, Any] = json.loads(out)
        self.assertEqual((code, answer["pieces"], answer["unread"]), (3, 4, ["1 tbsp unicorn dust"]))
        keys = {
            "mass_g", "energy_kcal", "protein_g", "fat_g", "saturates_g", "carbohydrate_g", "sugars_g", "fibre_g",
            "polyols_g", "salt_g", "energy_kcal_sd", "protein_g_sd",
        }  # fmt: skip
        self.assertEqual(set(answer["batch"]), keys)
        self.assertEqual(set(answer["piece"]), keys)
        self.assertEqual(answer["piece"]["mass_g"], 62.5)
        skyr, dust, _oats = answer["lines"]
        self.assertEqual((skyr["text"], skyr["mass_g"], skyr["grams"]), ("200 g skyr", 200, 200))
        self.assertEqual((dust["ingredient"], dust["mass_g"]), (None, None))
        # 126 kcal of skyr known to 1 g of 200 and to 5 % of what is in it: 6.3 kcal.
        self.assertAlmostEqual(skyr["energy_kcal_sd"], 6.33, delta=0.01)
        self.assertAlmostEqual(sum(each["share"] for each in answer["doubt"]), 1, places=2)

    def test_a_line_of_several_foods_stays_one_line_as_given(self) -> None:
        code, out, _ = self.run_on("1 egg plus 2 egg whites\n200 g skyr", "--json")
        first, second = json.loads(out)["lines"]
        self.assertEqual((code, first["text"], first["mass_g"]), (0, "1 egg plus 2 egg whites", 50 + 2 * 32))
        self.assertEqual((first["ingredient"], second["text"]), ("egg, whole + egg white", "200 g skyr"))

    def test_table_and_pieces(self) -> None:
        code, out, _ = self.run_on("200 g skyr", "--pieces", "2")
        self.assertEqual(code, 0)
        self.assertIn("one of 2: 100 g, 63 kcal", out)

    def test_unusable_files_say_one_sentence(self) -> None:
        for text, options in (
            (b"", ()),
            (b"\xff\xfe\xfa", ()),
            (b"2 eggs", ("--pieces", "0")),
            (b"1 g salt\n" * 10_000, ()),
        ):
            with self.subTest(text[:10]):
                code, out, err = self.run_on(text, *options)
                self.assertEqual((code, out, err.count("\n")), (2, "", 1))
        self.assertEqual(main(["analyse", "/nowhere/at/all"]), 2)
