"""Numbers as people write them: 1 1/2, 1½, 1,5, 1–2, "three", "half a", "one and a half", "two thirds of a"."""

from dataclasses import dataclass
from itertools import islice
from typing import Final

from ample_crumb.core.quantity.lexer import Token, TokenKind, tokens


@dataclass(frozen=True, slots=True)
class Range:
    """A number read, or a range of two; equal ends for a plain number."""

    low: float
    high: float

    @property
    def middle(self) -> float:
        """The figure to reckon with: the middle of the range."""
        return (self.low + self.high) / 2

    def times(self, factor: float) -> "Range":
        """The same range, both ends multiplied."""
        return Range(self.low * factor, self.high * factor)


_WORD_NUMBERS: Final = {
    "one": 1,
    "two": 2,
    "three": 3,
    "four": 4,
    "five": 5,
    "six": 6,
    "seven": 7,
    "eight": 8,
    "nine": 9,
    "ten": 10,
    "eleven": 11,
    "twelve": 12,
    "thirteen": 13,
    "fourteen": 14,
    "fifteen": 15,
    "sixteen": 16,
    "eighteen": 18,
    "twenty": 20,
    "thirty": 30,
    "forty": 40,
    "fifty": 50,
    "hundred": 100,
}


_WORD_FRACTIONS: Final = {
    "half": 1 / 2,
    "halves": 1 / 2,
    "third": 1 / 3,
    "thirds": 1 / 3,
    "quarter": 1 / 4,
    "quarters": 1 / 4,
    "fourth": 1 / 4,
    "fourths": 1 / 4,
    "eighth": 1 / 8,
    "eighths": 1 / 8,
    "fifth": 1 / 5,
    "fifths": 1 / 5,
}


_TO: Final = {"-", "–", "—", "−", "to", "or"}


_AND: Final = {"and", "&", "-"}


class Cursor:
    """A place among the tokens of a text, moved on by what was read. Tokens are taken from the text as they are asked
    for: an amount is mostly a few signs at the front of a long line."""

    def __init__(self, text: str) -> None:
        self.at = 0
        self._seen: list[Token] = []
        self._rest = tokens(text)

    def peek(self, ahead: int = 0) -> Token | None:
        """The token so many places ahead, or None past the end."""
        place = self.at + ahead
        if place >= len(self._seen):
            self._seen.extend(islice(self._rest, place + 4 - len(self._seen)))
        return self._seen[place] if place < len(self._seen) else None

    def word(self, ahead: int = 0) -> str:
        """The token so many places ahead in lower case, or an empty text past the end."""
        try:
            return self._seen[self.at + ahead].lower
        except IndexError:
            token = self.peek(ahead)
            return token.lower if token else ""

    def number(self) -> Range | None:
        """Reads a number or range here and moves behind it; None, unmoved, when there is none."""
        start = self.at
        low = self._single()
        if low is None:
            return None
        dozen = self._dozen()
        mark = self.at
        if self.word() in _TO:
            self.at += 1
            high = self._single()
            # "1-1/2" was read as a mixed number already; a falling pair ("2-1") is no range.
            if high is not None and high >= low:
                return Range(low, high).times(dozen * self._dozen())
            self.at = mark
        if self.at == start:
            return None
        return Range(low, low).times(dozen)

    def _dozen(self) -> float:
        if self.word() in {"dozen", "dozens"}:
            self.at += 1
            return 12
        return 1

    def _single(self) -> float | None:
        token = self.peek()
        if token is None:
            return None
        if token.kind is TokenKind.FRACTION:
            self.at += 1
            return token.value
        if token.kind is TokenKind.NUMBER:
            self.at += 1
            return token.value + self._and_fraction(token)
        return self._in_words()

    def _and_fraction(self, whole: Token) -> float:
        """The fraction behind a whole number: "1 1/2", "1-1/2", "1 and 1/2", "1 & a half"."""
        if whole.value != int(whole.value):
            return 0.0
        after = self.peek()
        if after is None:
            return 0.0
        if after.kind is TokenKind.FRACTION and after.value < 1:
            self.at += 1
            return after.value
        if after.lower in _AND:
            nxt = self.peek(1)
            if nxt is not None and nxt.kind is TokenKind.FRACTION and nxt.value < 1:
                self.at += 2
                return nxt.value
            if nxt is not None and nxt.lower == "a" and self.word(2) in _WORD_FRACTIONS:
                self.at += 3
                return _WORD_FRACTIONS[self.word(-1)]
        return 0.0

    def _in_words(self) -> float | None:
        mark = self.at
        word = self.word()
        if word in {"a", "an"}:
            if self.word(1) in {"few", "little", "bit", "lot"}:
                return None
            self.at += 1
            if self.word() == "couple":
                self.at += 2 if self.word(1) == "of" else 1
                return 2
            if self.word() in _WORD_FRACTIONS:
                return self._of_a(_WORD_FRACTIONS[self.word()])
            return 1.0
        if word == "half" and self.word(1) == "-" and self.word(2) in {"fat", "and", "skimmed"}:
            return None
        if word in _WORD_FRACTIONS and word in {"half", "quarter", "third"}:
            return self._of_a(_WORD_FRACTIONS[word])
        if word in _WORD_NUMBERS:
            self.at += 1
            value: float = _WORD_NUMBERS[word]
            # "one half cup", "two thirds of a cup", "three-quarters"
            if self.word() == "-" and self.word(1) in _WORD_FRACTIONS:
                self.at += 1
            if self.word() in _WORD_FRACTIONS:
                return self._of_a(value * _WORD_FRACTIONS[self.word()])
            if self.word() == "and" and self.word(1) in {"a", "one"} and self.word(2) in _WORD_FRACTIONS:
                value += _WORD_FRACTIONS[self.word(2)]
                self.at += 3
            return value
        self.at = mark
        return None

    def _of_a(self, value: float) -> float:
        """Moves behind a fraction word and the "a", "of", "of a" that may follow it."""
        self.at += 1
        if self.word() == "of" and self.word(1) in {"a", "an"}:
            self.at += 2
        elif self.word() in {"a", "an"}:
            self.at += 1
        return value
