"""Parts a text that names several foods into one line for each."""

import re
from collections.abc import Iterator
from enum import Enum, auto
from functools import lru_cache
from itertools import islice
from typing import Final

from ample_crumb.core.quantity.line_parser import LINE_LENGTH, read_line, without_bullet
from ample_crumb.core.quantity.name_matching import tells
from ample_crumb.core.quantity.units import UnitKind
from ample_crumb.core.quantity.used_share import read_used

LIST_LENGTH: Final = 1000
"""Longest text that is taken for a list of foods; a longer one stays one line, which is then too long to be read."""

_MOST_BREAKS: Final = 60
"""Most places in a list at which a food may end: each is looked at from both sides."""

# A run of signs is one break.
_BREAK: Final = re.compile(
    r"(?:(?:[;\n+&]|,(?!\d)|\b(?:plus|and|with"
    r"|(?:dissolved|soaked|bloomed|mixed|whisked|stirred) (?:in|into|with))\b)\s*)+",
    re.IGNORECASE,
)
_AMOUNT: Final = re.compile(
    r"[\d½¼¾⅓⅔⅛]|\b(?:an?|one|two|three|four|five|six|half|quarter|pinch|dash|splash|drizzle|handful)\b", re.IGNORECASE
)
"""A quick look for an amount, before the careful one."""

_MORE_OF_IT: Final = re.compile(
    r"^[\d½¼¾⅓⅔⅛][\d½¼¾⅓⅔⅛ /.–-]{0,8}[a-z]{0,12}\.? ?(?:more|extra)?,? ?"
    r"(?:if|as|when) (?:needed|necessary|required|desired)\.?$",
    re.IGNORECASE,
)
"""More of the same food, once it turns out to be wanted: "plus 1 tbsp if needed"."""

_OFFERED: Final = re.compile(r"(?:or|take|use)\b", re.IGNORECASE)
"""What stands in the place of the food before it: "1 egg, or leave out and take 2 tbsp more milk"."""

_EACH: Final = re.compile(r"^(?P<amount>[^,;]*?[\w.])\s+each(?:\s+of)?\s*:?\s+(?P<names>\D+)$", re.IGNORECASE)
_BETWEEN: Final = re.compile(r"\s*(?:,|&|\band\b)\s*(?:(?:and|&)\s+)?", re.IGNORECASE)
_JUICE_AND_ZEST: Final = re.compile(
    r"^(?:the\s+)?(?:finely\s+)?(?:grated\s+)?(juice|zest|rind)\s+(?:and|&|\+)\s+(juice|zest|rind)\s+(?:of|from)\s+(.+)$",
    re.IGNORECASE,
)
_BOTH_BEHIND: Final = re.compile(
    r"^(?P<fruit>\S{1,4}(?: \S{1,6})? [^\W\d_]{3,12}),? (?:finely )?(?:the )?(?:grated )?"
    r"(?P<one>juice|zest|rind)(?:d|ed)? (?:and|&) (?:the )?(?P<other>juice|zest|rind)(?:d|ed)?(?: only)?$",
    re.IGNORECASE,
)
_MORE_OF_FRUIT: Final = re.compile(
    r"^(?P<first>(?:juice|zest|rind) (?:of|from) \S{1,6}(?: \S{1,6})? (?P<fruit>[^\W\d_]{3,12})) (?:\+|and|plus|&) "
    r"(?P<amount>\d\S{0,4} [a-z]{1,12}\.?)(?: of)?(?: the)? (?P<part>juice|zest|rind)$",
    re.IGNORECASE,
)
_IF_NEEDED: Final = re.compile(
    r"^(?P<first>.*\w),? (?:plus|and|\+) (?P<amount>[\d½¼¾⅓⅔⅛][\d½¼¾⅓⅔⅛ /.–-]{0,8}[a-z]{1,12}\.?)(?: more| extra)?,? "
    r"(?:if|as|when) (?:needed|necessary|required)\.?$",
    re.IGNORECASE,
)
_PINCHES: Final = re.compile(
    r"^(?:an? )?pinch(?:es)? (?:each )?(?:of )?(?P<one>[^\W\d_]{3,12}) (?:and|&) (?P<other>[^\W\d_]{3,12})$",
    re.IGNORECASE,
)
_JUICE_THEN_ZEST: Final = re.compile(
    r"^(?P<first>juice|zest|rind) (?:of|from) (?P<amount>\S+(?: \d/\d)?(?: an?| the)?) (?P<fruit>[^\W\d_]+),? "
    r"(?:and |& )?(?:the )?(?P<second>juice|zest|rind) (?:of|from) "
    r"(?P<more>one|two|an?(?:other)?|half|the other|1/2|1|2|½)$",
    re.IGNORECASE,
)
_FOR_DUSTING: Final = re.compile(
    r"^(?P<first>.*\w) (?:plus|and|\+) (?P<amount>[\d½¼¾⅓⅔⅛][\d½¼¾⅓⅔⅛ /.–-]{0,8}[a-z]{1,12}\.?)"
    r"(?: more| extra)? (?P<what>for (?:dusting|rolling|kneading|sprinkling|topping|greasing)[^,;]*)$",
    re.IGNORECASE,
)
_SHARING: Final = ("juice", "zest", " for ", "pinch", " each")
"""A quick look for a line that may name several foods with one amount."""

_NO_FOOD: Final = frozenset("total each drained net altogether apiece in all or so more less".split())
"""Words behind a second figure that say something of the first food: "2 scoops whey, 60 g total"."""


@lru_cache(maxsize=8192)
def split_foods(text: str) -> tuple[str, ...]:
    """Parts a list of foods, or a line that names several, into lines; a line of one food comes back as it is.

    "150 g skyr, 30 g oats and an apple", "1 egg plus 2 egg whites", "juice and zest of 1 lemon", "1/2 tsp each salt and
    cinnamon". A comma, plus or "and" parts two foods only where an amount stands on both sides, so that "1 can
    chickpeas, drained" and "half and half" stay whole, and "1 cup plus 2 tbsp milk" is one food.
    """
    text = text.strip()
    if len(text) > LIST_LENGTH:
        return (text,)
    shared = _shared(text)
    if len(shared) > 1:
        return shared
    pieces = tuple(_pieces(text))
    return pieces if len(pieces) == 1 else tuple(food for piece in pieces for food in _shared(piece))


def lines_of(text: str) -> tuple[str, ...]:
    """A line of a recipe as lines of a formula: one for each food, and one more for what is told to be at hand, "plus 1
    tbsp if needed", which may be left out."""
    return tuple(line for food in split_foods(text) for line in _with_what_is_at_hand(food))


def _with_what_is_at_hand(food: str) -> tuple[str, ...]:
    needed = _IF_NEEDED.match(" ".join(food[:LINE_LENGTH].split()))
    name = read_line(needed["first"]).name if needed else ""
    return (needed["first"], f"{needed['amount']} {name} (optional)") if needed and name else (food,)


def _pieces(text: str) -> Iterator[str]:
    start = 0
    for match in islice(_BREAK.finditer(text), _MOST_BREAKS):
        before, after = text[start : match.start()], text[match.end() :]
        if not before.strip():
            start = match.end()
            continue
        if "\n" in match.group() or (_AMOUNT.search(after) and not _in_bracket(before) and _parts(before, after)):
            yield before.strip()
            start = match.end()
    if text[start:].strip():
        yield text[start:].strip()


def _shared(piece: str) -> tuple[str, ...]:
    """One amount for several foods."""
    lower = piece[:LINE_LENGTH].lower()
    if not any(word in lower for word in _SHARING):
        return (piece,)
    plain = " ".join(without_bullet(piece[:LINE_LENGTH]).split())
    lower = plain.lower()
    both = _JUICE_AND_ZEST.match(plain) if "juice" in lower else None
    if both:
        return f"{both[1]} of {both[3]}", f"{both[2]} of {both[3]}"
    again = _MORE_OF_FRUIT.match(plain)
    if again:
        return again["first"], f"{again['amount']} {again['fruit'].removesuffix('s')} {again['part']}"
    behind = _BOTH_BEHIND.match(plain) if "juice" in lower else None
    if behind:
        return f"{behind['one']} of {behind['fruit']}", f"{behind['other']} of {behind['fruit']}"
    then = _JUICE_THEN_ZEST.match(plain) if "juice" in lower or "zest" in lower else None
    if then:
        said = then["more"].lower()
        more = "1/2" if said == "half" else "1" if said.startswith(("a", "the")) else said
        return f"{then['first']} of {then['amount']} {then['fruit']}", f"{then['second']} of {more} {then['fruit']}"
    dusting = _FOR_DUSTING.match(plain) if " for " in lower else None
    if dusting:
        name = read_line(dusting["first"]).name
        return dusting["first"], f"{dusting['amount']} {name}, {dusting['what']}"
    pinches = _PINCHES.match(plain) if "pinch" in lower else None
    if pinches:
        return f"a pinch {pinches['one']}", f"a pinch {pinches['other']}"
    each = _EACH.match(plain) if " each" in lower else None
    if each and read_line(f"{each['amount']} x").amount is not None:
        names = [name for name in _BETWEEN.split(each["names"]) if name.strip()]
        if len(names) > 1:
            return tuple(f"{each['amount']} {name.strip()}" for name in names)
    return (piece,)


def _in_bracket(before: str) -> bool:
    return before.count("(") + before.count("[") > before.count(")") + before.count("]")


def _parts(before: str, after: str) -> bool:
    """Whether one food ends and another begins here. "skyr 150 g, oats 30 g" name the amount behind each; "1 banana,
    mashed (about 1/3 cup)" is one food."""
    after = _BREAK.split(after, maxsplit=1)[0][:LINE_LENGTH]
    if _OFFERED.match(after):
        return False
    if read_used(after) or _MORE_OF_IT.match(after.strip()):
        return False
    first, second = _form(before), _form(after)
    if first is None or second is None:
        return False
    return second is _Form.AMOUNT_FIRST or first is second or _measured(after)


def _measured(text: str) -> bool:
    """Whether a name in front of its amount is a food with a measure, "oats 20 g", and no remark, "chopped, 240 g"."""
    read = read_line(text)
    unit = read.amount.terms[0].unit.kind if read.amount else None
    return "(" not in text and unit in {UnitKind.MASS, UnitKind.VOLUME} and tells(read.name)


class _Form(Enum):
    AMOUNT_FIRST = auto()
    NAME_FIRST = auto()


def _form(text: str) -> _Form | None:
    """How a food is written; None for what is none."""
    read = read_line(text)
    name = read.name.lower()
    if read.amount is None or all(word in _NO_FOOD for word in name.split()):
        return None
    return _Form.NAME_FIRST if text.strip().lower().startswith(name) else _Form.AMOUNT_FIRST
