"""formats and the command `convert`: a recipe in another form and back analyses to the same figures."""

import contextlib
import io
import json
import tempfile
import unittest
from pathlib import Path
from typing import Any

import jsonschema
from hypothesis import given
from hypothesis import strategies as st

from ample_crumb.cli import main
from ample_crumb.core.problem import CannotUse
from ample_crumb.core.quantity.recipe_parser import WrittenPart, WrittenRecipe
from ample_crumb.formats.recipe_text import read_recipes
from ample_crumb.formats.recipe_written import DerivedFigures, json_ld, markdown, plain_text
from ample_crumb.formats.text_bytes import decode_text

TEXTS = sorted((Path(__file__).parents[1] / "texts").glob("*.txt"))
SCHEMA = json.loads((Path(__file__).parents[1] / "published" / "schema-org-recipe.schema.json").read_text())


def run(*arguments: str) -> tuple[int, str, str]:
    out, err = io.TextIOWrapper(io.BytesIO(), "utf-8"), io.StringIO()
    with contextlib.redirect_stdout(out), contextlib.redirect_stderr(err):
        code = main(arguments)
    out.seek(0)
    return code, out.read(), err.getvalue()


def figures(path: Path) -> dict[str, Any]:
    """What `analyse` says, less what is said of words of the method that a form puts elsewhere."""
    _, out, err = run("analyse", str(path), "--json")
    assert out, err
    found: dict[str, Any] = json.loads(out)
    found["unread"] = [line.removeprefix("- ") for line in found["unread"]]
    return {key: found[key] for key in ("pieces", "batch", "piece", "unread", "allergens", "piece_g") if key in found}


class ThereAndBack(unittest.TestCase):
    def test_every_text_of_the_tests(self) -> None:
        self.assertGreater(len(TEXTS), 20)
        with tempfile.TemporaryDirectory() as folder:
            for text in TEXTS:
                asked = figures(text)
                for form, suffix in (("jsonld", "json"), ("md", "md"), ("text", "txt")):
                    with self.subTest(f"{text.name} as {form}"):
                        there, back = Path(folder) / f"there.{suffix}", Path(folder) / "back.txt"
                        self.assertEqual(run("convert", str(text), "--to", form, "--to-file", str(there))[0], 0)
                        self.assertEqual(figures(there), asked)
                        self.assertEqual(run("convert", str(there), "--to", "text", "--to-file", str(back))[0], 0)
                        self.assertEqual(figures(back), asked)

    @given(
        st.lists(
            st.tuples(
                st.sampled_from(["", "Glaze", "Crust", "Topping", "Filling"]),
                st.lists(
                    st.sampled_from(["200 g skyr", "2 eggs", "1/2 cup oats", "SALT", "½ tsp baking powder"]),
                    min_size=1, max_size=4,
                ),
            ),
            min_size=1, max_size=3, unique_by=lambda each: each[0],
        ),
        st.integers(1, 60),
    )  # fmt: skip
    def test_lines_parts_and_pieces_come_back_from_json_ld(
        self, parts: list[tuple[str, list[str]]], pieces: int
    ) -> None:
        parts = sorted(parts, key=lambda each: each[0] != "")
        recipe = WrittenRecipe(
            "Buns",
            tuple(WrittenPart(name, tuple(lines)) for name, lines in parts),
            pieces,
            ("Mix.", "Bake 20 minutes."),
        )
        self.assertEqual(read_recipes(json_ld([recipe])).recipes, (recipe,))

    def test_several_recipes_in_one_file(self) -> None:
        both = [
            WrittenRecipe(name, (WrittenPart("", ("200 g skyr", "50 g oats")),), 4, ("Mix.", "Bake."))
            for name in ("Skyr buns", "Skyr bars")
        ]
        for written, name in ((json_ld(both), "b.json"), (markdown(both), "b.md"), (plain_text(both), "b.txt")):
            with self.subTest(name):
                read = read_recipes(written, name).recipes
                self.assertEqual([each.title for each in read], ["Skyr buns", "Skyr bars"])
                self.assertEqual([each.pieces for each in read], [4, 4])


class Linked(unittest.TestCase):
    """The schema is written from the published vocabulary: schema.org 29.2, types Recipe, HowToSection, HowToStep,
    NutritionInformation and RestrictedDiet."""

    def test_what_is_written_is_a_recipe_by_the_vocabulary(self) -> None:
        derived = DerivedFigures(
            54.2, {"energy_kcal": 101.4, "protein_g": 7.25, "fat_g": 3.0, "salt_g": 0.25}, ("vegetarian",), "cookie"
        )
        for text in TEXTS:
            recipes = read_recipes(text.read_text()).recipes
            for known in (None, derived):
                with self.subTest(text.name, known=known is not None):
                    document = json.loads(json_ld(recipes[:1], [known]))
                    jsonschema.validate(document, SCHEMA, cls=jsonschema.Draft202012Validator)
        self.assertEqual(document["suitableForDiet"], ["https://schema.org/VegetarianDiet"])
        self.assertEqual(document["nutrition"]["sodiumContent"], "100 mg")
        self.assertEqual(document["nutrition"]["calories"], "101 kcal")

    def test_the_schema_refuses_what_is_no_recipe(self) -> None:
        for wrong in (
            {"@context": "https://schema.org", "@type": "Recipe"},
            {"@context": "https://schema.org", "@type": "Recipe", "name": "A", "recipeIngredient": [1]},
            {
                "@context": "https://schema.org",
                "@type": "Recipe",
                "name": "A",
                "recipeIngredient": [],
                "cookTime": "25 min",
            },
        ):
            with self.subTest(str(wrong)), self.assertRaises(jsonschema.ValidationError):
                jsonschema.validate(wrong, SCHEMA)


class Letters(unittest.TestCase):
    TEXT = "Crème bars\n200 g skyr\n½ tsp salt\n"

    def test_in_whatever_letters_it_was_saved(self) -> None:
        for encoding in ("utf-8", "utf-8-sig", "utf-16", "utf-16-le", "utf-16-be", "utf-32", "cp1252"):
            with self.subTest(encoding):
                self.assertEqual(decode_text(self.TEXT.encode(encoding)).text, self.TEXT)

    def test_rows_of_two_encodings(self) -> None:
        mixed = "½ tsp salt\n".encode() + "1 crème brûlée\n".encode("cp1252")
        found = decode_text(mixed)
        self.assertEqual(found.text, "½ tsp salt\n1 crème brûlée\n")
        self.assertIn("Row 2", found.remark)

    def test_what_is_no_text(self) -> None:
        for data in (b"\x00" * 40, b"%PDF-1.7 ", b"PK\x03\x04zip", b"\x89PNG....", b"\xff\xfea"):
            with self.subTest(data), self.assertRaises(CannotUse):
                decode_text(data)

    @given(st.binary(max_size=200))
    def test_any_bytes_are_a_text_or_a_sentence(self, data: bytes) -> None:
        try:
            decode_text(data)
        except CannotUse as problem:
            self.assertTrue(str(problem).endswith("."))


class Files(unittest.TestCase):
    def test_a_file_that_is_not_there_and_one_that_cannot_be_written(self) -> None:
        code, out, err = run("convert", "/nowhere/at-all.txt", "--to", "md")
        self.assertEqual((code, out), (2, ""))
        self.assertIn("Cannot read", err)
        code, _, err = run("convert", str(TEXTS[0]), "--to", "md", "--to-file", "/nowhere/at-all.md")
        self.assertEqual(code, 2)
        self.assertIn("Cannot write", err)


if __name__ == "__main__":
    unittest.main()
