"""How long each kind of dessert keeps in each place: the careful time first, the usual longer one beside it."""

from collections.abc import Mapping
from dataclasses import dataclass
from functools import cache
from types import MappingProxyType
from typing import Final

from ample_crumb.core.keeping.places import Place, Wrapping
from ample_crumb.core.tables import read_table

WARM_LIMIT_H: Final = 2.0
"""What spoils stands warm no longer than this in all. US food safety, from memory."""


@dataclass(frozen=True, slots=True)
class Hours:
    """A careful time and the usual longer one, in hours."""

    careful_h: float
    usual_h: float


@dataclass(frozen=True, slots=True)
class ShelfLife:
    """How a kind keeps: `words` say what it is, `by_place` how long, `home` where it belongs. `thaw`, `best` and
    `travels` are words, `best` empty where no day is better than another; thawed it is after `thaw_min`."""

    kind: str
    words: str
    by_place: Mapping[Place, Hours]
    home: Place
    thaw: str
    thaw_min: float
    best: str
    travels: str
    source: str

    @property
    def spoils_warm(self) -> bool:
        """Whether the two-hour rule holds for it."""
        return self.by_place[Place.COUNTER].careful_h <= WARM_LIMIT_H and self.home is not Place.FREEZER

    def hours(self, place: Place, wrapping: Wrapping = Wrapping.COVERED) -> Hours:
        """How long it keeps there, wrapped so.

        Wrapping keeps frost and staleness off, not germs: it lengthens the usual time in a freezer, and that of dry
        goods anywhere. Without air what is moist is no safer, so no careful time grows by it."""
        hours = self.by_place[place]
        factor = _USUAL_TIMES[wrapping] if place is Place.FREEZER or self.kind == DRY else 1.0
        return Hours(hours.careful_h, hours.usual_h * factor)


DRY: Final = "dry-biscuit"

_USUAL_TIMES: Final = MappingProxyType({Wrapping.COVERED: 1.0, Wrapping.SEALED: 1.25, Wrapping.VACUUM: 2.0})
"""Common practice: a bag that closes adds weeks, a vacuum doubles the months in a freezer."""


@cache
def shelf_lives() -> Mapping[str, ShelfLife]:
    """All kinds, the one that spoils first at the front, of `tables/keeping/shelf_life.csv`."""
    return MappingProxyType({row["kind"]: _shelf_life(row) for row in read_table("keeping/shelf_life")})


def _shelf_life(row: Mapping[str, str]) -> ShelfLife:
    by_place = {place: Hours(float(row[f"{place}_h"]), float(row[f"{place}_usual_h"])) for place in Place}
    return ShelfLife(
        row["kind"], row["words"], MappingProxyType(by_place), Place(row["home"]), row["thaw"],
        float(row["thaw_min"]), row["best"],
        row["travels"], row["source"],
    )  # fmt: skip


@cache
def kind_of_family(family: str) -> str:
    """The kind that a family is, by its slug, where nothing else is known of it; a moist crumb for none."""
    return next((row["kind"] for row in read_table("keeping/family_kinds") if row["family"] == family), "moist-crumb")
