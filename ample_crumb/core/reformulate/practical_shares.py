"""How much of a thing a baker puts into a family at most, and how much of what makes it itself stays at least."""

from collections.abc import Mapping
from dataclasses import dataclass
from functools import cache

from ample_crumb.core.crumb.food_kinds import kinds_of
from ample_crumb.core.food.ingredient import Ingredient
from ample_crumb.core.tables import read_table


@dataclass(frozen=True, slots=True)
class PracticalShare:
    """Of `what` (a food by slug, a role, a kind, or a sum of a dough) at most `most_share` of the dough; `words` name
    it."""

    what: str
    most_share: float
    words: str

    def holds(self, item: Ingredient) -> bool:
        """Whether a food is of it."""
        return self.what in kinds_of(item)


@dataclass(frozen=True, slots=True)
class KeptShare:
    """A limit: of `what` (a role, or a sum of a dough) at least `least_share` stays of what there was in as much
    dough."""

    what: str
    least_share: float
    words: str


@cache
def practical_shares(family: str) -> tuple[PracticalShare, ...]:
    """The most of each thing in a family, by `tables/reformulate/practical_shares.csv`: its own row wins over that for
    all."""
    found: dict[str, Mapping[str, str]] = {}
    for row in read_table("reformulate/practical_shares"):
        if row["family"] == family or (not row["family"] and row["what"] not in found):
            found[row["what"]] = row
    return tuple(PracticalShare(what, float(row["most_percent"]) / 100, row["words"]) for what, row in found.items())


@cache
def kept_shares() -> tuple[KeptShare, ...]:
    """The least that stays, by `tables/reformulate/kept_shares.csv`."""
    return tuple(
        KeptShare(row["what"], float(row["least_percent"]) / 100, row["words"])
        for row in read_table("reformulate/kept_shares")
    )
