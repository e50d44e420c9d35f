"""Parts a text that names several foods into one line for each."""

import re
from collections.abc import Iterator
from typing import Final

from ample_crumb.core.quantity.lines import LINE_LENGTH, read_line

_BREAK: Final = re.compile(
    r"\s*(?:[;\n]|,(?!\d)|\+|&|\b(?:plus|and|with"
    r"|(?:dissolved|soaked|bloomed|mixed|whisked|stirred) (?:in|into|with))\b)\s*",
    re.IGNORECASE,
)
_EACH: Final = re.compile(r"^(?P<amount>[^,;]*?\w)\s+each(?:\s+of)?\s*:?\s+(?P<names>\D+)$", re.IGNORECASE)
_BETWEEN: Final = re.compile(r"\s*(?:,|&|\band\b)\s*(?:(?:and|&)\s+)?", re.IGNORECASE)
_JUICE_AND_ZEST: Final = re.compile(
    r"^(?:the\s+)?(?:finely\s+)?(?:grated\s+)?(juice|zest|rind)\s+(?:and|&|\+)\s+(juice|zest|rind)\s+(?:of|from)\s+(.+)$",
    re.IGNORECASE,
)
_NO_FOOD: Final = frozenset("total each drained net altogether apiece in all or so more less".split())
"""Words behind a second figure that say something of the first food: "2 scoops whey, 60 g total"."""


def split_foods(text: str) -> tuple[str, ...]:
    """Parts a list of foods, or a line that names several, into lines; a line of one food comes back as it is.

    "150 g skyr, 30 g oats and an apple", "1 egg plus 2 egg whites", "juice and zest of 1 lemon", "1/2 tsp each salt and
    cinnamon". A comma, plus or "and" parts two foods only where an amount stands on both sides, so that "1 can
    chickpeas, drained" and "half and half" stay whole, and "1 cup plus 2 tbsp milk" is one food.
    """
    return tuple(food for piece in _pieces(text) for food in _shared(piece))


def _pieces(text: str) -> Iterator[str]:
    start = 0
    for match in _BREAK.finditer(text):
        before, after = text[start : match.start()], text[match.end() :]
        if not before.strip():
            start = match.end()
            continue
        if "\n" in match.group() or (not _in_bracket(before) and _is_food(before) and _opens(after)):
            yield before.strip()
            start = match.end()
    if text[start:].strip():
        yield text[start:].strip()


def _shared(piece: str) -> tuple[str, ...]:
    """One amount for several foods."""
    both = _JUICE_AND_ZEST.match(piece)
    if both:
        return f"{both[1]} of {both[3]}", f"{both[2]} of {both[3]}"
    each = _EACH.match(piece)
    if each and read_line(f"{each['amount']} x").amount is not None:
        names = [name for name in _BETWEEN.split(each["names"]) if name.strip()]
        if len(names) > 1:
            return tuple(f"{each['amount']} {name.strip()}" for name in names)
    return (piece,)


def _in_bracket(before: str) -> bool:
    return before.count("(") + before.count("[") > before.count(")") + before.count("]")


def _is_food(text: str) -> bool:
    read = read_line(text)
    return read.amount is not None and any(word not in _NO_FOOD for word in read.name.lower().split())


def _opens(text: str) -> bool:
    """Whether a new food begins here: an amount at the front, or an amount behind a name before the next break."""
    return _is_food(_BREAK.split(text, maxsplit=1)[0][:LINE_LENGTH])
