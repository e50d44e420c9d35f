"""A recipe that is told in running text: "take a can of black beans, 3 eggs and 1/4 cup cocoa. Blend it all"."""

import re
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Final

from ample_crumb.core.quantity.line_parser import read_line
from ample_crumb.core.quantity.line_splitting import LIST_LENGTH, split_foods

_SENTENCE: Final = re.compile(r"(?<=[a-z)][.!?])\s+(?=\S)|\n", re.IGNORECASE)
_FIRST_AMOUNT: Final = re.compile(
    r"(?<![\w.,/])(?:\d|[½¼¾⅓⅔⅛]|an?\s(?:can|tin|cup|scoop|pinch|handful|tbsp|tsp|splash)\b|half an?\b)"
)
_FEWEST: Final = 3
"""So many foods with amounts in one sentence are its lines."""


@dataclass(frozen=True, slots=True)
class ToldRecipe:
    """Lines and the sentences that are none, in their order."""

    lines: tuple[str, ...]
    method: tuple[str, ...]


def read_told(rows: Sequence[str]) -> ToldRecipe | None:
    """The lines out of sentences that name several foods with amounts; None where none does."""
    lines: list[str] = []
    method: list[str] = []
    for sentence in (each.strip() for row in rows for each in _SENTENCE.split(row[: 4 * LIST_LENGTH]) if each.strip()):
        foods = _foods(sentence)
        (lines if foods else method).extend(foods or (sentence,))
    return ToldRecipe(tuple(lines), tuple(method)) if lines else None


def _foods(sentence: str) -> tuple[str, ...]:
    begins = _FIRST_AMOUNT.search(sentence)
    if begins is None or len(sentence) > LIST_LENGTH:
        return ()
    foods = split_foods(sentence[begins.start() :].rstrip(".!?"))
    return foods if sum(read_line(food).amount is not None for food in foods) >= _FEWEST else ()
