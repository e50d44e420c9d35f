"""What a kitchen's bakes tell of its ovens: by which factor each takes longer, or shorter, than the table says.

Each bake tells the logarithm of its factor, give or take `BAKE_SD`, because doughs differ from what their window thinks
too; before any an oven is good to `OVEN_SD`. The posterior mean of normal with normal is the sum of what was told over
the number of bakes and (`BAKE_SD` / `OVEN_SD`) squared.
"""

import math
from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from typing import Final

from ample_crumb.core.production.bake_time import Oven

OVEN_SD: Final = 0.10
"""Dials lie by some 10 °C, which is a tenth of the time. Common practice."""

BAKE_SD: Final = 0.15
"""And the middle of a window is good to so much. Common practice: nine of ten times lie within 0.83 and 1.2 of it."""

FARTHEST: Final = 0.4
"""A bake farther off, as a logarithm, tells of a slip and not of an oven."""

WORTH_SAYING: Final = 0.02


@dataclass(frozen=True, slots=True)
class BakeSeen:
    """A bake in an oven: done after `took_min`, where the middle of its window by the table was `predicted_min`."""

    oven: Oven
    predicted_min: float
    took_min: float


@dataclass(frozen=True, slots=True)
class OvenLesson:
    """An oven takes `factor` times as long as the table says, learned of so many bakes."""

    oven: Oven
    factor: float
    bake_count: int


def learn_ovens(bakes: Iterable[BakeSeen]) -> Mapping[Oven, OvenLesson]:
    """What was learned of each oven that differs enough to be told."""
    told: dict[Oven, list[float]] = {}
    for bake in bakes:
        if bake.predicted_min > 0 and bake.took_min > 0:
            off = math.log(bake.took_min / bake.predicted_min)
            if abs(off) <= FARTHEST:
                told.setdefault(bake.oven, []).append(off)
    found = {}
    for oven, offs in told.items():
        mean = sum(offs) / (len(offs) + (BAKE_SD / OVEN_SD) ** 2)
        if abs(mean) >= WORTH_SAYING:
            found[oven] = OvenLesson(oven, math.exp(mean), len(offs))
    return found
