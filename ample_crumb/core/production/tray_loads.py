"""How many trays pieces take that are baked free: by how far they spread and how far apart they lie."""

import math
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Final

from ample_crumb.core.production.tins import DISCS, Tin

ON_TRAYS: Final = frozenset({"cookie", "rolled-dough", "macaroon"})
"""Families that are laid on a tray."""

SPREAD_CM: Final = 6.5
SPREAD_OF_G: Final = 30.0
"""So wide is a baked cookie of so much dough. Common practice."""

FLAT_CM: Final = 3.0
"""A tray is no deeper. Common practice."""

APART_CM: Final = 2.5
"""So far apart they do not touch. Common practice."""


@dataclass(frozen=True, slots=True)
class TrayLoads:
    """The pieces that fit on one tray, and how many `trays` the batch takes. A baked piece is `spread_cm` wide."""

    per_tray: int
    trays: int
    spread_cm: float


def usual_width_cm(piece_g: float) -> float:
    """How wide a piece of so much dough usually bakes."""
    return SPREAD_CM * math.cbrt(piece_g / SPREAD_OF_G) if piece_g > 0 else 0.0


def tray_loads_of(count: float, tins: Sequence[Tin], wide_cm: float, apart_cm: float = APART_CM) -> TrayLoads | None:
    """Loads of pieces that bake so wide and lie so far apart, on the first flat tin with four sides; None without one,
    and when not a single piece fits. What goes into a deep one is pressed in and cut."""
    tray = next((tin for tin in tins if tin.kind not in DISCS and tin.depth_cm <= FLAT_CM), None)
    if tray is None or wide_cm <= 0:
        return None
    width = tray.width_cm or tray.length_cm
    per_tray = math.prod(
        max(0, math.floor((side + apart_cm) / (wide_cm + apart_cm))) for side in (tray.length_cm, width)
    )
    return TrayLoads(per_tray, math.ceil(count / per_tray - 1e-9), wide_cm) if per_tray else None
