"""Protein powders by kind: how much each may be, what too much of it does, and what counters that."""

from collections.abc import Mapping
from dataclasses import dataclass
from functools import cache

from ample_crumb.core.tables import read_table


@dataclass(frozen=True, slots=True)
class PowderKind:
    """A kind of powder: a g of it weighs on a crumb as `counts_ratio` g of whey concentrate. `fault` is what too much
    of it is, `counter` what makes up for it, `felt` what a little of it is felt as, all as parts of a sentence."""

    kind: str
    counts_ratio: float
    fault: str
    counter: str
    felt: str


@cache
def powders() -> Mapping[str, PowderKind]:
    """All of `tables/crumb/powders.csv` by kind."""
    return {
        row["kind"]: PowderKind(row["kind"], float(row["counts_as"]), row["fault"], row["counter"], row["felt"])
        for row in read_table("crumb/powders")
    }
