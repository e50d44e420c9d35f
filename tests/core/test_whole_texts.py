"""Whole texts as people keep them, pages, cards and chats: pieces, oven, tin, parts, grams and questions.

Each was written and judged by reading it, a line's grams from USDA SR28's household weights and the metric; they are
the project's own, and written by who knows the code.
"""

import json
import unittest
from pathlib import Path
from typing import Final, NamedTuple

from ample_crumb.core.formula.evaluation import evaluate
from ample_crumb.core.formula.formula import Line, Part, parts_of
from ample_crumb.core.formula.reading import ReadingPreferences
from ample_crumb.core.production.written_oven import read_oven
from ample_crumb.core.production.written_tin import read_written_tin
from ample_crumb.core.quantity.line_parser import without_bullet
from ample_crumb.core.quantity.line_splitting import split_foods
from ample_crumb.core.quantity.recipe_parser import read_recipe
from tests.core.given import CUPBOARD

TEXTS: Final = Path(__file__).parents[1] / "texts"


class Judged(NamedTuple):
    """What a text is understood as: `parts` by name, whether baked and optional; which lines `ask`; grams by line."""

    pieces: int
    oven_c: int | None
    tin: str | None
    parts: list[tuple[str, bool, bool]]
    ask: list[str]
    grams: list[float | None]


JUDGED: Final = {name: Judged(**told) for name, told in json.loads((TEXTS / "judged.json").read_text("utf-8")).items()}


class OrdinaryLines(unittest.TestCase):
    """Lines as recipes have them, judged before they were read; where a name or a household weight was the judge's slip
    it was put right by SR28."""

    def test_each_is_read_or_asks(self) -> None:
        rows = [row for row in (TEXTS / "lines.psv").read_text("utf-8").splitlines() if not row.startswith("#")]
        for row in rows:
            text, rest = row.split("|", 1)
            food, grams, right = rest.rsplit("|", 2)
            parts = (Part("", tuple(map(Line, split_foods(text)))),)
            lines = tuple(evaluate(parts, 1, CUPBOARD, ReadingPreferences()).lines())
            weighed = [line.weighed for line in lines if line.weighed is not None]
            with self.subTest(text):
                if right == "a":
                    self.assertTrue(any(line.asks for line in lines))
                elif right == "n":
                    self.assertEqual(weighed, [])
                else:
                    self.assertRegex(" + ".join(each.ingredient.name for each in weighed), f"(?i){food}")
                    near = max(0.3, 0.12 * float(grams))
                    self.assertAlmostEqual(sum(each.mass_g for each in weighed), float(grams), delta=near)


class WholeTexts(unittest.TestCase):
    def test_every_text_is_judged(self) -> None:
        self.assertEqual({path.stem for path in TEXTS.glob("*.txt")}, set(JUDGED))

    def test_what_was_understood(self) -> None:
        for name, judged in JUDGED.items():
            with self.subTest(name):
                recipe = read_recipe((TEXTS / f"{name}.txt").read_text("utf-8"))
                said = "\n".join((recipe.title, *recipe.method))
                oven_c, tin = read_oven(said).oven_c, read_written_tin(said)
                self.assertEqual(
                    (recipe.pieces or 1, oven_c and round(oven_c), tin and tin.words),
                    (judged.pieces, judged.oven_c, judged.tin),
                )
                parts = parts_of(recipe)
                how = [[part.name, not part.options.unbaked, part.options.optional] for part in parts]
                self.assertEqual(how, judged.parts)
                lines = tuple(evaluate(parts, 1, CUPBOARD, ReadingPreferences()).lines())
                asking = [without_bullet(line.text)[:34] for line in lines if line.asks is not None]
                self.assertEqual(asking, judged.ask)
                for line, grams in zip(lines, judged.grams, strict=True):
                    if grams is None or line.weighed is None:
                        self.assertEqual(line.weighed is None, grams is None, line.text)
                    else:
                        self.assertAlmostEqual(line.weighed.mass_g, grams, delta=max(0.5, 0.02 * grams), msg=line.text)
