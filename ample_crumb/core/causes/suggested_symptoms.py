"""Symptoms that follow from what was said already: of a batch as it was recorded, and at tastings."""

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass
from statistics import median
from types import MappingProxyType
from typing import Final

_OF_WORDS: Final[Mapping[str, str]] = MappingProxyType(
    {
        "too dry": "dry", "crumbly": "crumbly", "gummy or too wet": "gummy", "rose and fell": "sank",
        "rubbery or chalky": "rubbery", "tough": "tough", "greasy": "greasy", "bland": "bland",
    }
)  # fmt: skip

_OF_POLES: Final[Mapping[tuple[str, str], str]] = MappingProxyType(
    {
        ("chew", "high"): "tough", ("moisture", "low"): "dry", ("chalkiness", "high"): "chalky",
        ("cooling", "high"): "cooling", ("after-taste", "high"): "bitter", ("sweetness", "low"): "bland",
    }
)  # fmt: skip

_LOW, _HIGH = 2.0, 4.0
_ENOUGH: Final = 2
"""One taster alone may have been hungry. Common practice."""


@dataclass(frozen=True, slots=True)
class Suggested:
    """A symptom that was said in other words, and where."""

    symptom: str
    why: str


def suggest_symptoms(words: Iterable[str], marks: Mapping[str, Sequence[int]]) -> tuple[Suggested, ...]:
    """Symptoms of a batch that was recorded with `words`, and marked so on each pole, from 1 at its low end to 5."""
    found = {symptom: f"You said: {said}." for said in words if (symptom := _OF_WORDS.get(said))}
    for (pole, end), symptom in _OF_POLES.items():
        scores = marks.get(pole, ())
        if len(scores) < _ENOUGH:
            continue
        middle = median(scores)
        if middle <= _LOW if end == "low" else middle >= _HIGH:
            found.setdefault(symptom, f"Most of {len(scores)} tasters found so.")
    return tuple(Suggested(symptom, why) for symptom, why in found.items())
