"""Times of running text, in minutes: "20 to 25 minutes", "1 hour 10 minutes", "half an hour", "overnight"."""

import re
import unicodedata
from typing import Final

_NUMBER: Final = r"(?<!\d)\d{1,5}(?:[.,]\d{1,3})?"
_TIME: Final = re.compile(
    rf"(?P<low>{_NUMBER})(?:\s*(?:-|–|to|or)\s*(?P<high>{_NUMBER}))?\s*-?\s*"
    rf"(?P<unit>hours?|hrs?|h|minutes?|mins?|min|seconds?|secs?|s)\b"
    rf"(?:\s(?:and\s)?(?P<more>\d{{1,2}})\s?(?:minutes?|mins?)\b)?",
    re.IGNORECASE,
)
_MINUTES: Final = {"h": 60.0, "m": 1.0, "s": 1 / 60}
_WORDED: Final = (
    (re.compile(r"\bovernight\b", re.IGNORECASE), 8 * 60.0),
    (re.compile(r"\bhalf an hour\b", re.IGNORECASE), 30.0),
    (re.compile(r"(?<!half )\b(an|one) hour\b", re.IGNORECASE), 60.0),
    (re.compile(r"\b(a|one|a full) minute\b", re.IGNORECASE), 1.0),
)
_VULGAR: Final = re.compile(r"((?<!\d)\d{1,5}|)\s?([¼½¾⅓⅔⅛])")

Minutes = tuple[float, float]
"""From so many to so many; twice the same where one is said."""


def times_in(text: str) -> list[Minutes]:
    """The times of a text in figures in their order, and behind them those in words."""
    text = _VULGAR.sub(lambda match: str(float(match[1] or 0) + unicodedata.numeric(match[2])), text)
    found = []
    for time in _TIME.finditer(text):
        unit, more = _MINUTES[time["unit"][0].casefold()], float(time["more"] or 0)
        low = _number(time["low"]) * unit + more
        found.append((low, _number(time["high"]) * unit + more if time["high"] else low))
    return [*found, *((minutes, minutes) for pattern, minutes in _WORDED for _ in pattern.finditer(text))]


def _number(text: str) -> float:
    return float(text.replace(",", "."))
