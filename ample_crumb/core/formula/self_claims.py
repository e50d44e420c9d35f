"""Words by which a text calls its own recipe, "sugar-free", "dairy-free", out of the answers to all words."""

import re
from typing import Final

from ample_crumb.core.formula.marketing_terms import WordAnswer
from ample_crumb.core.quantity.stated_figures import is_stated_row

LONGEST_ROW: Final = 300
MOST_ROWS: Final = 400

_FREE: Final = r"[- ]?free\b"
_SAID: Final = {
    "high in protein": r"\b(?:high[- ])?protein\b(?![- ](?:powders?|shakes?|isolate))",
    "light": r"\b(?:light|lite|skinny)\b(?! (?:cream|brown|mayo|coconut|butter|and fluffy|in colou?r))",
    "low in calories": r"\blow[- ]?(?:cal(?:orie)?|kcal)s?\b|\bdiet\b(?! soda)",
    "sugar-free": rf"\bsugar{_FREE}|\bzero[- ]sugar\b",
    "no added sugar": r"\bno (?:added[- ])?sugar\b|\brefined[- ]sugar[- ]free\b|\bwithout (?:added )?sugar\b",
    "guilt-free": rf"\bguilt{_FREE}",
    "natural": r"\b(?:all[- ])?natural(?:ly)?\b",
    "healthy": r"\bhealth(?:y|ier)\b",
    "keto": r"\bketo\w*\b|\blow[- ]?carb\b",
    "for diabetics": r"\bdiabetics?\b",
    "slimming, fat-burning": r"\bslimming\b|\bfat[- ]burning\b",
    "gluten-free": rf"\bgluten{_FREE}|\bgf\b",
    "vegan": r"\bvegan\b|\bplant[- ]based\b",
    "dairy-free": rf"\b(?:dairy|milk|lactose){_FREE}|\bnon[- ]dairy\b",
    "egg-free": rf"\begg{_FREE}|\begg?less\b",
    "nut-free": rf"\bnut{_FREE}",
}
_PATTERNS: Final = {word: re.compile(pattern, re.IGNORECASE) for word, pattern in _SAID.items()}
_OF_ITSELF: Final = re.compile(
    r"^(?:diets?|suitable for|tags?|keywords?)\s*:"
    r"|\b(?:these|this recipe|they(?:'|’)?(?:re| are)|it(?:'|’)?s|completely)\b",
    re.IGNORECASE,
)
"""Rows that speak of the whole recipe; one that tells what to use does not."""


def answer_self_claims(title: str, text: str, answers: tuple[WordAnswer, ...]) -> tuple[WordAnswer, ...]:
    """The answers to the words that the title, or a row about the whole recipe, uses."""
    rows = [row.strip()[:LONGEST_ROW] for row in text.splitlines()[:MOST_ROWS]]
    told = " / ".join([title[:LONGEST_ROW], *(row for row in rows if is_stated_row(row) or _OF_ITSELF.search(row))])
    return tuple(answer for answer in answers if answer.word in _PATTERNS and _PATTERNS[answer.word].search(told))
