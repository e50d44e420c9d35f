"""What a text itself says a dough is like: the sentence that stands beside what is told here."""

import re
from functools import lru_cache
from typing import Final

LONGEST: Final = 20_000
_SENTENCE: Final = re.compile(r"[^.!?\n]{1,240}")
_DOUGH: Final = re.compile(r"\b(dough|batter|mixture|mix|it)\b", re.IGNORECASE)
_LIKE: Final = re.compile(
    r"\b(sticky|thick|thin|runny|stiff|crumbly|pourable|wet|dry|loose|tacky|firm|soft|clings?|scoopable|"
    r"holds its shape|ribbons?|like (wet )?sand)\b",
    re.IGNORECASE,
)
_WILL_BE: Final = re.compile(r"\b(is|will|should|looks?|seems?|turns?|becomes?|until|till|be)\b", re.IGNORECASE)
_BAKED: Final = re.compile(r"\b(bak(e|ed|ing)|oven|cool(ed|s)?|golden|toothpick|pick|minutes? in the)\b", re.IGNORECASE)


@lru_cache(maxsize=256)
def read_dough_words(method: str) -> str:
    """The first sentence of a method that says what the dough is like; empty where none does."""
    for found in _SENTENCE.finditer(method[:LONGEST]):
        sentence = found[0].strip(" -*0123456789)")
        tells = all(pattern.search(sentence) for pattern in (_LIKE, _DOUGH, _WILL_BE))
        if tells and not _BAKED.search(sentence):
            return sentence
    return ""
