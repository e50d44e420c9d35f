"""How long a text bakes and rests, and whether it covers: "bake 20 to 25 minutes, cover after 15, rest 10"."""

import re
from dataclasses import dataclass
from typing import Final

from ample_crumb.core.quantity.written_minutes import Minutes, times_in

LONGEST_ROW: Final = 1000
MOST_ROWS: Final = 400
_MOST_MIN: Final = 600.0

_BAKES: Final = re.compile(r"\b(?:bak(?:e|es|ed|ing)|cook(?:s|ed|ing)?|air[- ]?fry\w*|oven)\b", re.IGNORECASE)
_HEADED: Final = re.compile(r"^(?:cook(?:ing)?|bak(?:e|ing))(?: time)?\s*:", re.IGNORECASE)
_RESTS: Final = re.compile(r"\b(?:rest|stand|cool|chill|set|refrigerate|leave)\w*\b", re.IGNORECASE)
_COVERS: Final = re.compile(
    r"\b(?:cover|tent)\w*\b[^.]{0,40}\b(?:foil|paper|tin|top|loosely)\b|\bfoil\b", re.IGNORECASE
)
_MICROWAVE: Final = re.compile(r"\bmicrowav\w+", re.IGNORECASE)
_CLAUSE: Final = re.compile(r"[;,.]\s|\bthen\b|\band (?=let|leave|cool|rest|chill|cover|bake)", re.IGNORECASE)


@dataclass(frozen=True, slots=True)
class WrittenBake:
    """Minutes in the oven from `low_min` to `high_min`, as every row that says so has it; `rest_min` how long it rests
    afterwards; None where it is not said. `covered` where it is covered meanwhile."""

    low_min: float | None = None
    high_min: float | None = None
    rest_min: float | None = None
    covered: bool = False


def bakes_said(text: str) -> tuple[tuple[str, Minutes], ...]:
    """Returns from how many to how many minutes a text bakes, each time that it says so, with the row that does."""
    return tuple((row, time) for row in _rows(text) for time in _baked(row))


def read_bake(text: str) -> WrittenBake:
    """What a text says of baking: its first time in a step, else that of its head, and the first rest behind it."""
    rows = _rows(text)
    steps = [row for row in rows if not _HEADED.match(row)]
    times = [time for row in (*steps, *rows) for time in _baked(row)]
    rests = [time for row in steps for clause in _CLAUSE.split(row) if _RESTS.search(clause) for time in _times(clause)]
    low, high = times[0] if times else (None, None)
    return WrittenBake(low, high, rests[-1][0] if rests and times else None, any(map(_COVERS.search, steps)))


def _rows(text: str) -> list[str]:
    return [row.strip()[:LONGEST_ROW] for row in text.splitlines()[:MOST_ROWS]]


def _baked(row: str) -> list[Minutes]:
    """The times of a row that are about baking."""
    if _MICROWAVE.search(row) or not (_HEADED.match(row) or _BAKES.search(row)):
        return []
    clauses = [clause for clause in _CLAUSE.split(row) if _HEADED.match(clause) or _BAKES.search(clause)]
    return [
        time for clause in clauses if not re.search(r"\bpre-?heat|\bcool(?!k)", clause, re.I) for time in _times(clause)
    ]


def _times(clause: str) -> list[Minutes]:
    return [(low, high) for low, high in times_in(clause) if 0 < low <= high <= _MOST_MIN]
