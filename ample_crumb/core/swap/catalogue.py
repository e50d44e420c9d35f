"""The catalogue of swaps: what may stand in for what, how much of it, and what has to move with it."""

from collections.abc import Mapping
from dataclasses import dataclass
from functools import cache
from typing import Final

from ample_crumb.core.food.sweeteners import sweeteners
from ample_crumb.core.tables import read_table


@dataclass(frozen=True, slots=True)
class Swap:
    """A rule. A g of one of `sources`, by slug, becomes `ratio` g of `target`; empty for leaving it out, and `SAME` for
    less of the same. `ratio` is None where it follows from sweetness. `companions` are g of other foods to a g
    replaced, less where negative. `most` is the share of a line that it may stand in for. `whole_part` works on the
    part as a whole, a crust. `effects`, `steps` and `caution` are words."""

    slug: str
    group: str
    sources: tuple[str, ...]
    target: str
    ratio: float | None
    companions: Mapping[str, float]
    most_share: float
    whole_part: bool
    effects: str
    steps: str
    caution: str
    source: str

    def ratio_for(self, source: str) -> float:
        """g of the target to a g of that source."""
        if self.ratio is not None:
            return self.ratio
        known = sweeteners()
        return known[source].sweetness_ratio / known[self.target].sweetness_ratio

    def lessens(self, source: str) -> bool:
        """Whether it leaves less of the same instead of bringing something else in."""
        return self.target in (SAME, source) or (not self.target and bool(self.ratio))

    def target_for(self, source: str) -> str:
        """The slug of what comes in; empty for nothing."""
        return source if self.target == SAME else self.target


SAME: Final = "="


@cache
def catalogue() -> Mapping[str, Swap]:
    """All of `tables/swaps.csv` by slug."""
    return {row["slug"]: _swap(row) for row in read_table("swaps/swaps")}


def _swap(row: Mapping[str, str]) -> Swap:
    companions = (part.split("=") for part in row["companions"].split(";") if part)
    return Swap(
        slug=row["slug"],
        group=row["group"],
        sources=tuple(row["sources"].split(";")),
        target=row["target"],
        ratio=float(row["ratio"]) if row["ratio"] else None,
        companions={slug: float(grams) for slug, grams in companions},
        most_share=float(row["most"]),
        whole_part=row["scope"] == "part",
        effects=row["effects"],
        steps=row["steps"],
        caution=row["caution"],
        source=row["source"],
    )


@cache
def _by_source() -> Mapping[str, tuple[Swap, ...]]:
    found: dict[str, list[Swap]] = {}
    for swap in catalogue().values():
        for source in swap.sources:
            found.setdefault(source, []).append(swap)
    return {source: tuple(swaps) for source, swaps in found.items()}


def swaps_for(slug: str) -> tuple[Swap, ...]:
    """The rules that a generic food has."""
    return _by_source().get(slug, ())
