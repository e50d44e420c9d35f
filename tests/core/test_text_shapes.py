"""Texts made to be slow: whatever the shape, reading costs no more than a few times an ordinary text of that length."""

import time
import unittest
from collections.abc import Callable, Iterable, Iterator
from contextlib import suppress
from typing import Final

from ample_crumb.core.batch.apply_deviations import BatchReading, apply_deviations
from ample_crumb.core.batch.deviation import AsMade, Said
from ample_crumb.core.crumb.check import judge_dough
from ample_crumb.core.day.portion import pieces_in
from ample_crumb.core.food.cupboard import reference_cupboard
from ample_crumb.core.food.ingredients_statement import scan
from ample_crumb.core.food.pack_measures import read_pack_measures
from ample_crumb.core.formula.evaluation import evaluate
from ample_crumb.core.formula.formula import Line, Part
from ample_crumb.core.formula.reading import ReadingPreferences
from ample_crumb.core.formula.steps import checks_of, link_names, steps_of
from ample_crumb.core.problem import CannotUse
from ample_crumb.core.quantity.line_parser import read_line
from ample_crumb.core.quantity.line_splitting import LIST_LENGTH, split_foods
from ample_crumb.formats.recipe_text import recipe_from_text

_ROUNDS: Final = (
    "-", " ", "\t", "\u00a0", "\u200b", "1", "1-", "1-1-1-", "1 ", "1/", "1.", "1,", "½", "1½", "9,999", "(", ")", "(a",
    "[", "{", "a ", "a-", "a,", "A", "ab", "&", ";", "; ", ", ", "|", "=", "= ", "*", "**", "•", "—", "_", "~", "#",
    "<a", '"', "'", "\\", "x ", "1x", "%", "50 % ", "and ", "or ", "plus ", "to ", "1 to ", "with ", "mixed in ",
    "half ", "half used ", "each ", "each of ", "juice ", "zest and ", "drained ", "is ", "free ", "milk-free ",
    "without ", "optional ", "(optional) ", "freeze ", "break ", "preheat ", "10 minutes ", "350 °F ", "cup ",
    "1 cup ", "e9 ",
    ": ", "glaze: ", "1 g;", "1 g, ", "1 egg and ", "-\n", "\n", "\n- ", "1 g\n", "Glaze:\n", '{"a":', "[[", "¼ ½ ",
    "'s ",
)  # fmt: skip


def shapes_of(length: int) -> Iterator[tuple[str, str]]:
    """Runs of one thing: alone, behind a line, before one, and row after row of the longest line that is read."""
    for unit in _ROUNDS:
        run = (unit * (length // len(unit) + 1))[:length]
        yield f"{unit!r}", run
        yield f"behind a line: {unit!r}", f"1 cup oats {run}"[:length]
        yield f"before a line: {unit!r}", f"{run[: length - 12]} 1 cup oats"
        for wide in (290, LIST_LENGTH - 10):
            rows = range(length // (wide + 10))
            yield f"rows of {wide}: {unit!r}", "\n".join(f"{place} g {run[:wide].strip()} x" for place in rows)
    yield "JSON in JSON", "[" * (length // 2) + "]" * (length // 2)
    yield "a Recipe of nests", '{"@type":"Recipe","recipeIngredient":' + "[" * 980 + '"1 egg"' + "]" * 980 + "}"
    yield "a Recipe of digits", '{"@type":"Recipe","recipeIngredient":["1 egg"],"recipeYield":%s}' % ("9" * length)


_DOUGH: Final = evaluate(
    (Part("", (Line("200 g oats"), Line("2 eggs"), Line("10 g baking powder"))),),
    12, reference_cupboard(), ReadingPreferences(),
)  # fmt: skip


def _method(text: str) -> object:
    cupboard = reference_cupboard()
    judge_dough(_DOUGH, "", cupboard, text[:120], text)
    return steps_of(text, _DOUGH), link_names(text, _DOUGH), checks_of(text, _DOUGH, cupboard)


def _said(text: str) -> object:
    parts = (Part("", (Line("200 g oats"), Line("2 eggs"))), Part("Glaze", (Line("40 g icing sugar"),)))
    return apply_deviations(
        AsMade(parts), [Said("x", text)], BatchReading(reference_cupboard(), ReadingPreferences(), "cookie")
    )


_READERS: Final[dict[str, Callable[[str], object]]] = {
    "a line": read_line,
    "foods": split_foods,
    "a recipe": recipe_from_text,
    "an ingredients statement": scan,
    "measures": read_pack_measures,
    "a portion": lambda text: pieces_in(text[:60], 50.0, 12.0),
    "a method": _method,
    "what was different": _said,
}
_LONGEST: Final = {"a method": 20_000}
"""What the API takes of it at most, where that is less than of a recipe."""


def _seconds(read: Callable[[str], object], text: str) -> float:
    """Processor time, which other programs do not add to."""
    began = time.process_time()
    with suppress(CannotUse):
        read(text)
    return time.process_time() - began


def slow_to_read(length: int, shapes: Iterable[tuple[str, str]]) -> Iterator[str]:
    """Which shapes of texts of that length cost more than a few times what an ordinary one does, in words."""
    ordinary = "\n".join(f"{place} g oat flour, sifted" for place in range(75))
    plain_s = min(_seconds(recipe_from_text, ordinary.replace("g oat", f"g {'very ' * n}oat")) for n in range(5))
    # An ordinary recipe of 2,000 characters takes about 5 ms where these bounds come to 50 ms and half a second.
    most = 10 * plain_s if length <= 2_000 else 100 * plain_s
    for shape, text in shapes:
        for name, read in _READERS.items():
            if length > _LONGEST.get(name, length):
                continue
            spent_s = _seconds(read, text)
            if spent_s > most:
                spent_s = min(_seconds(read, text + " " * again) for again in (1, 2, 3))
            if spent_s >= most:
                yield f"{name} of {length:,} characters, {shape}: {spent_s:.2f} s of {most:.2f}"


class TextShapes(unittest.TestCase):
    """Texts as long as a recipe; those as long as the API takes are read in `tests/fuzz`."""

    def test_no_shape_of_text_is_slow_to_read(self) -> None:
        self.assertEqual(list(slow_to_read(2_000, shapes_of(2_000))), [])
