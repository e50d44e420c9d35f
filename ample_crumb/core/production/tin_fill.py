"""A dough in its tins: how much into each, how high it stands and rises, and how large the cut pieces are."""

import math
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Final

from ample_crumb.core.formula.families import Family
from ample_crumb.core.production.portions import Cuts
from ample_crumb.core.production.tins import DISCS, Tin, TinKind

FULL: Final = 0.95
"""Risen dough that comes so near to the brim runs over. Common practice."""


@dataclass(frozen=True, slots=True)
class FilledTin:
    """One tin: `grams` of dough in it, which fill the `share` of it and stand `height_cm` high, `risen_cm` when baked.
    Both heights go on above the brim."""

    dough_g: float
    share: float
    height_cm: float
    risen_cm: float


@dataclass(frozen=True, slots=True)
class PieceSize:
    """A piece as it is cut, in cm: `length_cm` and `width_cm` of its top, or radius and arc of a `wedge`."""

    length_cm: float
    width_cm: float
    height_cm: float
    wedge: bool


@dataclass(frozen=True, slots=True)
class TinFill:
    """A dough in its tins. `thickness_cm` is volume over surface in the tin that takes longest. `warnings` are
    sentences; empty when all is well."""

    tins: tuple[FilledTin, ...]
    share: float
    thickness_cm: float
    piece: PieceSize | None
    warnings: tuple[str, ...]


def tin_fill_of(
    dough_g: float, tins: Sequence[Tin], family: Family, density_g_per_ml: float, cuts: Cuts | None = None
) -> TinFill | None:
    """The dough parted into the tins by their volume, so that it stands alike in all; None without tins or dough."""
    if not tins or dough_g <= 0:
        return None
    volume_ml, room_ml = dough_g / density_g_per_ml, sum(tin.volume_ml for tin in tins)
    share = volume_ml / room_ml
    filled = tuple(_filled(tin, dough_g * tin.volume_ml / room_ml, family, density_g_per_ml) for tin in tins)
    thickest = max(tin.thickness_cm(min(each.height_cm, tin.depth_cm)) for tin, each in zip(tins, filled, strict=True))
    piece = _cut(tins[0], cuts, filled[0].risen_cm) if cuts else None
    return TinFill(filled, share, thickest, piece, tuple(_warnings(tins, filled, share, family, dough_g)))


def _filled(tin: Tin, grams: float, family: Family, density_g_per_ml: float) -> FilledTin:
    volume_ml = grams / density_g_per_ml
    return FilledTin(
        grams, volume_ml / tin.volume_ml, tin.height_cm(volume_ml), tin.height_cm(volume_ml * family.rise_factor)
    )


def _cut(tin: Tin, cuts: Cuts, height_cm: float) -> PieceSize:
    if cuts.wedges or tin.kind in DISCS:
        count = cuts.pieces
        radius = (tin.length_cm - tin.hole_cm) / 2
        return PieceSize(radius, math.pi * tin.length_cm / count, height_cm, wedge=True)
    width = tin.width_cm or tin.length_cm
    return PieceSize(tin.length_cm / cuts.columns, width / cuts.rows, height_cm, wedge=False)


def _warnings(
    tins: Sequence[Tin], filled: tuple[FilledTin, ...], share: float, family: Family, dough_g: float
) -> list[str]:
    said = []
    if share * family.rise_factor > FULL:
        most_g = dough_g * FULL / (share * family.rise_factor)
        what = "It does not fit" if share > 1 else "It will rise over the brim"
        said.append(f"{what}: at most {most_g:.0f} g of the {dough_g:.0f} g go in.")
    # What is thin for a slab is right for a cup.
    slabs = [each for tin, each in zip(tins, filled, strict=True) if tin.kind not in {TinKind.MUG}]
    if slabs and min(slab.height_cm for slab in slabs) < family.least_depth_cm:
        lowest = min(slab.height_cm for slab in slabs)
        said.append(
            f"It stands only {lowest:.1f} cm high and will bake dry; this family wants {family.least_depth_cm:g} cm."
        )
    return said
