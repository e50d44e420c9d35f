"""Whole texts as people keep them, pages, cards and chats: pieces, oven, tin, parts, grams and questions.

Each was written and judged by reading it, a line's grams from USDA SR28's household weights and the metric; they are
the project's own, and written by who knows the code.
"""

import json
import unittest
from pathlib import Path
from typing import Final, NamedTuple

from ample_crumb.core.formula.evaluation import evaluate
from ample_crumb.core.formula.formula import parts_of
from ample_crumb.core.formula.reading import ReadingPreferences
from ample_crumb.core.production.written_oven import read_oven
from ample_crumb.core.production.written_tin import read_written_tin
from ample_crumb.core.quantity.line_parser import without_bullet
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
