"""What makes a bake longer or shorter: one small function for each cause, with the sentence that tells it.

Common practice, fitted to practised times (`tests/judgement/bakes.psv`): how far heat has to go tells most of it, how
hot the oven stands above the heat at which a crumb stops warming nearly all the rest.
"""

import math
from collections.abc import Mapping
from dataclasses import dataclass
from typing import Final

from ample_crumb.core.production.tins import Material

REFERENCE_CM: Final = 0.6
"""Volume over surface [cm] of a batter some 15 mm high in a tin; the times of the table of heat are for it."""

BY_HEAT: Final = 0.87
BOILS_C: Final = 95.0
"""A crumb stops warming here, so what drives heat into it is the oven above this, to the power of `BY_HEAT`."""

MINDS_HEAT_CM: Final = 0.8
"""Up to so thick; a cheesecake in a hot oven browns sooner and sets hardly sooner."""

USUAL_WATER: Final = 0.4
USUAL_WATER_OF_PIECES: Final = 0.2
BY_WATER: Final = 0.1
BY_WATER_OF_PIECES: Final = 0.6
"""For each tenth more water than usual 1 % longer in a tin, and 6 % where it lies open on a tray."""

BY_PULSES: Final = 0.25
"""A batter that is half pulses takes an eighth longer: it is dense, and sets late."""

SHORT_TIME: Final = 1.3

AIR_FRYER_TIME: Final = 0.78
"""About a fifth shorter, besides the lower setting."""

COVERED_TIME: Final = 1.1
MATERIAL_TIME: Final = {Material.METAL: 1.0, Material.GLASS: 1.09, Material.SILICONE: 1.09, Material.PAPER: 1.02}


@dataclass(frozen=True, slots=True)
class BakeFactor:
    """A factor on the baking time, and why, in a sentence; no sentence for what nobody would ask about."""

    factor: float
    why: str = ""


_NONE: Final = BakeFactor(1.0)


def by_thickness(thickness_cm: float, usual_cm: float, power: float) -> BakeFactor:
    """How thick it lies, against what its time is for. The power is less than the square that conduction alone would
    give, because a thin batter has to be warmed and dried as well."""
    times = (thickness_cm / usual_cm) ** power
    return BakeFactor(times, _because("It lies", thickness_cm / usual_cm, "as thick as usual", times))


def by_piece(piece_g: float, usual_g: float, power: float) -> BakeFactor:
    """How large a piece is, against what its time is for: the power is a little more than that of its width."""
    times = (piece_g / usual_g) ** power
    said = _because(f"A piece of {piece_g:.0f} g is", piece_g / usual_g, f"the usual {usual_g:g} g", times)
    return BakeFactor(times, said)


def by_heat(oven_c: float, usual_c: float, thickness_cm: float = 0.0) -> BakeFactor:
    """How hot it is, in °C of top and bottom heat; the thicker it lies, the less the middle minds."""
    power = BY_HEAT * min(1.0, math.sqrt(MINDS_HEAT_CM / thickness_cm)) if thickness_cm else BY_HEAT
    times = ((usual_c - BOILS_C) / (max(oven_c, BOILS_C + 5) - BOILS_C)) ** power
    if abs(oven_c - usual_c) < 3:
        return BakeFactor(times)
    return BakeFactor(times, f"At {oven_c:.0f} °C instead of {usual_c:g} it takes {times:.0%} of the time.")


def by_water(water_share: float | None, pulse_share: float, *, in_pieces: bool) -> BakeFactor:
    """How much water has to be warmed and driven off, and how dense pulses make it."""
    if water_share is None:
        return _NONE
    usual, grade = (USUAL_WATER_OF_PIECES, BY_WATER_OF_PIECES) if in_pieces else (USUAL_WATER, BY_WATER)
    dense = 0.0 if in_pieces else BY_PULSES * pulse_share
    times = 1 + max(-0.12, min(0.3, grade * (water_share - usual))) + dense
    if abs(times - 1) < 0.04:
        return BakeFactor(times)
    said = "Pulses make it dense" if dense > 0.03 else "It is a wet dough" if times > 1 else "It is a dry dough"
    return BakeFactor(times, f"{said}: {times:.2f} times as long.")


def by_shortness(*, short: bool) -> BakeFactor:
    """Shortbread and its like are baked through until they are dry."""
    return BakeFactor(SHORT_TIME, "A short dough is baked through: a third longer.") if short else _NONE


def by_wish(wish: str, wishes: Mapping[str, float]) -> BakeFactor:
    """How one wants it, where that moves the time."""
    times = wishes.get(wish, 1.0)
    if times == 1:
        return _NONE
    return BakeFactor(times, f"You want it {wish}: {'earlier' if times < 1 else 'longer'}, {times:.2f} times.")


def by_vessel(material: Material, *, covered: bool) -> BakeFactor:
    """What it stands in, and whether it is covered."""
    times = MATERIAL_TIME[material] * (COVERED_TIME if covered else 1.0)
    said = ""
    if material in (Material.GLASS, Material.SILICONE):
        said = f"{material.capitalize()} warms slowly: a tenth longer."
    if covered:
        said = f"{said} Covered, its steam stays in and the top pale: a tenth longer.".strip()
    return BakeFactor(times, said)


def _because(what: str, share: float, usual: str, times: float) -> str:
    if abs(share - 1) < 0.05:
        return f"{what} as usual."
    return f"{what} {share:.1f} times {usual}: {times:.1f} times as long."
