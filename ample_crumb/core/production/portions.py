"""How a batch is parted: by count, by weight, by scoop, by cuts of a tin; and what one piece is then."""

import math
import re
from dataclasses import dataclass
from enum import StrEnum
from typing import Final

from ample_crumb.core.food.quick_reference import disher
from ample_crumb.core.problem import CannotUse
from ample_crumb.core.quantity.numbers import Cursor
from ample_crumb.core.quantity.units import MeasureSystem, UnitKind, measure_size, unit_named
from ample_crumb.core.quantity.written_yield import MOST_PIECES


class PortionBy(StrEnum):
    """What a piece is measured by."""

    COUNT = "count"
    DOUGH = "dough"
    BAKED = "baked"
    SCOOP = "scoop"
    CUTS = "cuts"


@dataclass(frozen=True, slots=True)
class Portioning:
    """How a batch is parted. `count` for equal pieces, also those that are cut; `piece_g` of one piece of dough or
    baked; `scoop_ml` of one scoop and the dough's `density_g_per_ml`. `small_count` pieces of `small_g` of dough are
    taken off before. `made_count` is how many pieces came out when that was another number."""

    by: PortionBy = PortionBy.COUNT
    count: float = 1.0
    piece_g: float | None = None
    scoop_ml: float | None = None
    density_g_per_ml: float | None = None
    small_count: int = 0
    small_g: float = 0.0
    made_count: float | None = None


@dataclass(frozen=True, slots=True)
class Portions:
    """A batch parted. `count` whole pieces, each the `share` of everything and `dough_g` and `baked_g` heavy; `rest_g`
    of dough is less than another. `small_share` is that of a small piece taken off before."""

    count: float
    share: float
    dough_g: float
    baked_g: float
    rest_g: float
    small_share: float


_COUNTED: Final = frozenset({PortionBy.COUNT, PortionBy.CUTS})


def portions_of(portioning: Portioning, dough_g: float, baked_g: float, scooped_share: float = 1.0) -> Portions:
    """What one piece is. A scoop takes of the `scooped_share` of the dough, over 0 to 1, and what is put on later is
    shared among the pieces. Raises CannotUse in words for what cannot be; without any dough pieces weigh nothing."""
    if dough_g <= 0 or baked_g <= 0:
        count = portioning.made_count or portioning.count
        return Portions(count, 1 / count, 0.0, 0.0, 0.0, 0.0)
    small_g = portioning.small_count * portioning.small_g
    if small_g >= dough_g:
        raise CannotUse(f"The small pieces take {small_g:.0f} g and there are {dough_g:.0f} g of dough.")
    left_g = dough_g - small_g
    one_g = _one_g(portioning, dough_g, baked_g, left_g)
    if portioning.by is PortionBy.SCOOP:
        one_g /= scooped_share
    if one_g > left_g * (1 + 1e-9):
        raise CannotUse(f"One piece of {one_g:.0f} g is more than the whole dough of {left_g:.0f} g.")
    count = math.floor(left_g / one_g + 1e-9) if portioning.by not in _COUNTED else portioning.count
    if portioning.made_count:
        count, one_g = portioning.made_count, left_g / portioning.made_count
    if not 0 < count <= MOST_PIECES:
        raise CannotUse(f"A batch makes from 1 to {MOST_PIECES:,} pieces, not {count:,.0f}.")
    return Portions(
        count=count,
        share=one_g / dough_g,
        dough_g=one_g,
        baked_g=one_g * baked_g / dough_g,
        rest_g=max(0.0, left_g - count * one_g),
        small_share=portioning.small_g / dough_g if portioning.small_count else 0.0,
    )


def _one_g(portioning: Portioning, dough_g: float, baked_g: float, left_g: float) -> float:
    """Grams of dough of one piece."""
    if portioning.by in _COUNTED:
        if not 0 < portioning.count <= MOST_PIECES:
            raise CannotUse(f"A batch makes from 1 to {MOST_PIECES:,} pieces.")
        return left_g / portioning.count
    if portioning.by is PortionBy.SCOOP:
        if not portioning.scoop_ml or not portioning.density_g_per_ml:
            raise CannotUse("Say which scoop, and what a millilitre of the dough weighs.")
        return portioning.scoop_ml * portioning.density_g_per_ml
    if not portioning.piece_g or portioning.piece_g <= 0:
        raise CannotUse("Say how many grams one piece has.")
    return portioning.piece_g * (dough_g / baked_g if portioning.by is PortionBy.BAKED else 1.0)


@dataclass(frozen=True, slots=True)
class Cuts:
    """Cuts of a tin: `rows` by `columns`, or `wedges` of a round one."""

    rows: int = 1
    columns: int = 1
    wedges: int = 0

    @property
    def pieces(self) -> int:
        """How many pieces that makes."""
        return self.wedges or self.rows * self.columns


def read_cuts(text: str) -> Cuts:
    """Cuts as one writes them: "4x3", "8 wedges". Raises CannotUse."""
    wedges = re.fullmatch(r"\s*(\d+)\s*(?:wedges?|slices?)\s*", text, re.IGNORECASE)
    grid = re.fullmatch(r"\s*(\d+)\s*[x×]\s*(\d+)\s*", text, re.IGNORECASE)
    if wedges and 1 <= int(wedges[1]) <= _MOST_CUTS:
        return Cuts(wedges=int(wedges[1]))
    if grid and all(1 <= int(side) <= _MOST_CUTS for side in grid.groups()):
        return Cuts(int(grid[1]), int(grid[2]))
    raise CannotUse(f"“{text[:20]}” is no way to cut: write 4x3 or 8 wedges, each from 1 to {_MOST_CUTS}.")


_MOST_CUTS: Final = 40


def scoop_ml(text: str, system: MeasureSystem = MeasureSystem.US) -> float:
    """Volume of a scoop as one names it: a disher's number from 4 to 100, "40" or "#40", or "1 1/2 tbsp". Raises
    CannotUse."""
    plain = text.strip().removeprefix("#").removeprefix("no.").strip()
    if plain.isdigit():
        if not 4 <= int(plain) <= 100:
            raise CannotUse("Dishers have numbers from 4 to 100.")
        number = int(plain)
        return disher(
            number, measure_size("quart", MeasureSystem.US), measure_size("tablespoon", MeasureSystem.US)
        ).volume_ml
    cursor = Cursor(plain)
    amount = cursor.number()
    word = cursor.peek()
    unit = unit_named(word.text) if word else None
    if unit is None or unit.kind is not UnitKind.VOLUME or (amount is not None and amount.middle <= 0):
        raise CannotUse(f"“{text[:20]}” is no scoop we know: write a disher's number or 2 tbsp.")
    return (amount.middle if amount else 1.0) * measure_size(unit.name, system)
