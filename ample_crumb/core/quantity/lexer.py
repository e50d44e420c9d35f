"""Signs, words, numbers and fractions of a written line, in order."""

import re
import unicodedata
from collections.abc import Iterator
from enum import StrEnum
from typing import Final, NamedTuple


class TokenKind(StrEnum):
    """What a token of a line is."""

    NUMBER = "number"
    FRACTION = "fraction"
    WORD = "word"
    SIGN = "sign"


class Token(NamedTuple):
    """A word, number or sign of a line with its place, `text[start:end]`, and in lower case. `value` is set for
    numbers."""

    kind: TokenKind
    text: str
    lower: str
    start: int
    end: int
    value: float = 0.0


_VULGAR: Final = "".join(chr(code) for code in (*range(0xBC, 0xBF), *range(0x2150, 0x215F), 0x2189))


_LEXER: Final = re.compile(
    rf"""
    (?P<fraction>\d{{1,4}}\s?[/⁄]\s?\d{{1,4}}(?![\d/⁄])|[{_VULGAR}])
    |(?P<number>[1-9]\d{{0,2}}(?:,\d{{3}})+(?![\d,])|\d+(?:[.,]\d+)?|[.,]\d+)
    |(?P<word>[^\W\d_]+(?:['’][^\W\d_]+)*\.?)
    |(?P<sign>[^\s\w]|_)
    """,
    re.VERBOSE,
)


_KINDS: Final = {kind.value: kind for kind in TokenKind}


_THOUSANDS: Final = re.compile(r"[1-9]\d{0,2}(,\d{3})+")


def tokens(text: str) -> Iterator[Token]:
    """The tokens of a line, in order. White space and what no kitchen writes (emoji, controls) become signs."""
    for match in _LEXER.finditer(text):
        kind = _KINDS[match.lastgroup or "sign"]
        written = match.group()
        value = 0.0
        if kind is TokenKind.FRACTION:
            value = _fraction(written)
        elif kind is TokenKind.NUMBER:
            value = _decimal(written)
        yield Token(kind, written, written.lower(), match.start(), match.end(), value)


def _fraction(written: str) -> float:
    if len(written) == 1:
        return unicodedata.numeric(written)
    top, _, bottom = written.replace("⁄", "/").partition("/")
    return float(top) / float(bottom) if float(bottom) else 0.0


def _decimal(written: str) -> float:
    # "1,000" is a thousand, "1,5" and "0,250" are decimals.
    if _THOUSANDS.fullmatch(written):
        return float(written.replace(",", ""))
    return float(written.replace(",", "."))
