"""What is asked of who tastes: a pole each, five stops between two words."""

from collections.abc import Mapping
from dataclasses import dataclass
from functools import cache
from types import MappingProxyType
from typing import Final

from ample_crumb.core.tables import read_table

STOPS: Final = 5
"""Stops between the two words, the first at `low`."""


@dataclass(frozen=True, slots=True)
class Pole:
    """A question with the words at both ends, and what one batch is beside another that has `more` or `less` of it.
    `better` is the end that bakers want, high or low; empty where that is a matter of taste."""

    name: str
    question: str
    low: str
    high: str
    more: str
    less: str
    better: str


@cache
def poles() -> Mapping[str, Pole]:
    """The poles in the order they are asked in, of `tables/tasting/poles.csv`."""
    return MappingProxyType(
        {
            row["pole"]: Pole(
                row["pole"], row["question"], row["low"], row["high"], row["more"], row["less"], row["better"]
            )
            for row in read_table("tasting/poles")
        }
    )


def find_pole(name: str) -> Pole:
    """A pole by its name; one that is not in the table is compared by its name alone."""
    return poles().get(name) or Pole(name, name, "low", "high", f"higher in {name}", f"lower in {name}", "")
