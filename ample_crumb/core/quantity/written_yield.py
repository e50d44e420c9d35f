"""How many pieces a text says that it makes: "Makes about 12 bars", "Yield: 1 loaf (10 slices)"."""

import re
from dataclasses import dataclass
from typing import Final

from ample_crumb.core.quantity.lexer import TokenKind
from ample_crumb.core.quantity.line_parser import LINE_LENGTH
from ample_crumb.core.quantity.numbers import Cursor

MOST_PIECES: Final = 1000

_NOUNS: Final = (
    "piece slice bar square muffin cupcake brownie blondie bite ball truffle mug serving portion wedge finger scone "
    "doughnut donut tartlet macaroon bonbon people person guest"
).split()
"""Words for what is eaten of a batch, which are no food that a line may ask for."""

_FOODS_TOO: Final = "cookie biscuit pancake waffle roll bun cracker round cake fritter pot crepe".split()
"""Such words that may be a food of a line as well: "12 biscuits, crushed"."""

_WHOLES: Final = "loaf loaves cake cheesecake tin tray pan batch pie tart log slab traybake".split()
_PIECES: Final = frozenset(f"{word}{end}" for word in (*_NOUNS, *_FOODS_TOO) for end in ("", "s", "es"))
_SURE: Final = frozenset(f"{word}{end}" for word in _NOUNS for end in ("", "s", "es"))
_WHOLE: Final = frozenset(f"{word}{end}" for word in _WHOLES for end in ("", "s"))
_SIZES: Final = frozenset(
    ("inch", "inches", "in", "cm", "mm", '"', "”", "x", "×", "g", "oz", "ml", "kcal", "min", "minutes")
)

_SAYS: Final = re.compile(
    r"(?:^|\W)(?:makes|serves|yields?|yielding|servings?|portions?|pieces|quantity|(?:cuts?|divides?|portioned) into"
    r"|for(?=\s+(?:\d+|one|two|three|four|an?)\s+(?:[a-z]{3,9}\s)?"
    rf"(?:{'|'.join((*_NOUNS, *_FOODS_TOO, *_WHOLES))})(?:s|es)?\b(?!\s*:)))(?!\w)\s*(?:is|are|of)?\s*[:=]?\s*",
    re.IGNORECASE,
)
_INTO: Final = re.compile(
    r"\b(?:cut|slice|divide|portion|shape|roll|form|press|scoop|pipe|split|part)\w*\b[^.;!?]{0,60}?\b(?:(?:in)?to\s+(?=[\d\w])|in\s+(?=\d{1,2}\s*(?:$|[.,;]|pieces|squares|bars|slices)))",
    re.IGNORECASE,
)
_BEHIND_TITLE: Final = re.compile(
    r"\s[-–—|]\s(?:about\s)?(?P<count>\d{1,3})\s(?:[a-z]{3,9}\s)?"
    rf"(?:{'|'.join((*_NOUNS, *_FOODS_TOO))})(?:s|es)?\b",
    re.IGNORECASE,
)
_IN_BRACKET: Final = re.compile(r"(?<=[^\W\d_])\s\((?:makes\s)?(?P<count>\d{1,3})\)$", re.IGNORECASE)
_CLAUSE: Final = re.compile(r"[.;!?]")
_GRID: Final = re.compile(r"\s*(\d{1,2})\s*(?:x|×|by)\s*(\d{1,2})\s+([a-z]{3,})\b", re.IGNORECASE)
"""Cuts one way and the other: "4 x 4 pieces"."""

_MOST_COUNTS: Final = 8

_FILLER: Final = frozenset(("about", "approximately", "approx", "around", "roughly", "ca", "up", "to", "some", "circa"))


@dataclass(frozen=True, slots=True)
class _Count:
    """A number of a text, and the words behind it up to the next sign."""

    count: float
    behind: tuple[str, ...]


def read_pieces(text: str) -> int | None:
    """Pieces stated in a line such as "Makes about 12 bars", "Serves: 8", "makes 10-12" or "12 servings".

    A range gives its middle, rounded down; of wholes and pieces it is the pieces. None when the line states no whole
    number from 1 to `MOST_PIECES`.
    """
    short = text[:LINE_LENGTH]
    if is_bare_yield(short, alone=True):
        return _within(_chosen(_counts(short)))
    says = _SAYS.search(short)
    return _within(_chosen(_counts(short[says.end() :]))) if says else None


def is_bare_yield(row: str, *, alone: bool) -> bool:
    """Whether a row is nothing but a count of pieces: "12 muffins", "(16 small squares)". Words that may be a food of a
    line count where the row stands `alone`, before any line."""
    bare = row.strip().strip("().").strip()
    if len(bare) > 60 or "," in bare:
        return False
    cursor = Cursor(bare)
    while cursor.word() in _FILLER:
        cursor.at += 1
    if cursor.number() is None:
        return False
    words = [word for word in _words(cursor) if word]
    known = _PIECES if alone else _SURE
    return 1 <= len(words) <= 3 and words[-1] in known


def says_yield(row: str) -> bool:
    """Whether a row begins with how much it makes."""
    return bool(_SAYS.match(row[:LINE_LENGTH]))


def title_before_yield(row: str) -> str:
    """What stands before the yield in a row: "Plum bars (makes 12)"."""
    return _SAYS.split(row[:LINE_LENGTH])[0].strip(" ,;:(–-")


def counted_title(row: str) -> tuple[str, int] | None:
    """A title with a count behind it, "Carrot muffins - 12 muffins", "Nut cups (6)", as the title and the count; None
    for another row."""
    found = _BEHIND_TITLE.search(row[:LINE_LENGTH]) or _IN_BRACKET.search(row[:LINE_LENGTH])
    if found is None or not row[:1].isalpha():
        return None
    pieces = _within(float(found["count"]))
    return (row[: found.start()].strip(), pieces) if pieces else None


def pieces_of_method(rows: tuple[str, ...]) -> int | None:
    """Pieces that the steps make of it: "cut into 20", "roll into 12 balls"."""
    for row in rows:
        for into in _INTO.finditer(row[: 4 * LINE_LENGTH]):
            counts = _counts(_CLAUSE.split(row[into.end() : into.end() + 40])[0])
            if counts and counts[0].count >= 2:
                return _within(counts[0].count)
    return None


def _within(count: float | None) -> int | None:
    return int(count) if count is not None and 1 <= int(count) <= MOST_PIECES else None


def _counts(text: str) -> list[_Count]:
    """The numbers of a text in their order, but sizes and what is negative."""
    grid = _GRID.match(text)
    if grid:
        return [_Count(float(grid[1]) * float(grid[2]), (grid[3].lower(),))]
    cursor = Cursor(text)
    found: list[_Count] = []
    before = ""
    while cursor.peek() is not None and len(found) < _MOST_COUNTS:
        start, article = cursor.at, cursor.word() in {"a", "an"}
        count = cursor.number()
        if article and (count is None or count.middle < 6):
            # "a loaf" is one; "a" of anything else is no count.
            cursor.at = start + 1
            if cursor.word() in _WHOLE:
                found.append(_Count(1, tuple(_words(cursor))))
        elif count is None or cursor.at == start:
            before, cursor.at = cursor.word(), start + 1
        elif before not in {"-", "−"} and not _is_size(cursor):
            found.append(_Count(count.middle, tuple(_words(cursor))))
    return found


def _is_size(cursor: Cursor) -> bool:
    """Whether the number before says how long or heavy something is: "9-inch", "20 cm"."""
    return cursor.word(1 if cursor.word() in {"-", "–"} else 0) in _SIZES


def _words(cursor: Cursor) -> list[str]:
    """Up to four words from here to the next sign or number."""
    words = []
    for ahead in range(4):
        token = cursor.peek(ahead)
        if token is None or token.kind is not TokenKind.WORD:
            break
        words.append(token.lower.rstrip("."))
    return words


def _chosen(counts: list[_Count]) -> float | None:
    """That of pieces, as many times as there are wholes where it is for each; else the first."""
    wholes = next((each.count for each in counts if set(each.behind[:3]) & _WHOLE), 1.0)
    for each in counts:
        if "or" in each.behind:
            return each.count
        if set(each.behind[:3]) & _PIECES and not set(each.behind[:2]) & _WHOLE:
            return each.count * (wholes if "each" in each.behind else 1.0)
    return counts[0].count if counts else None
