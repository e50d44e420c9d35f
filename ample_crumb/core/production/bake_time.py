"""When to start checking, and until when it may take: by family, how thick it lies, how large a piece is, which oven.

Heat reaches the middle by conduction, whose time goes with the square of the way; less where a slow oven or the tin
holds it up, as with custards and crusts. The way is told by volume over surface of what stands in the tin
(`Tin.thickness_cm`), for pieces on a tray by the cube root of their mass. Each family is anchored at a time that its
bakers know (`tables/heat.csv`). It is a window in which to look, never a time to trust.
"""

from collections.abc import Mapping
from dataclasses import dataclass
from enum import StrEnum
from functools import cache
from typing import Final

from ample_crumb.core.food.quick_reference import FAN_C, quick_reference
from ample_crumb.core.problem import CannotUse
from ample_crumb.core.tables import read_table


class Oven(StrEnum):
    """What bakes."""

    CONVENTIONAL = "top and bottom heat"
    FAN = "fan"
    AIR_FRYER = "air fryer"
    TOASTER = "toaster oven"
    MICROWAVE = "microwave"


AIR_FRYER_C: Final = 18
AIR_FRYER_TIME: Final = 0.8
"""15 to 20 °C lower and 20 % shorter. Common practice."""

TOASTER_EARLY: Final = 0.9
"""A small oven swings; look 10 % earlier. Common practice."""

WRITTEN_WATTS: Final = 800.0
"""What a microwave recipe means when it does not say. Common practice."""

HIGH_M: Final = 900.0
"""From this altitude on cakes rise faster and dry out. Common practice (about 3,000 feet)."""

FAR: Final = 1.8
FAR_EARLY: Final = 0.85
"""A time so many times the usual, or as much less, has a window that much wider at both ends. Common practice."""

_BOILS_C: Final = 95.0
"""A crumb stops warming here, so what drives heat into it is the oven above this."""


@dataclass(frozen=True, slots=True)
class BakeProfile:
    """How a family is baked: at `celsius` for `minutes` where it is `thickness_cm` thick or a piece has `piece_g`. The
    time goes with the `power` of the thickness. `early` and `late` are the window as shares of the time. `by` is depth,
    piece, pan or microwave."""

    family: str
    oven_c: float | None
    time_min: float
    by: str
    thickness_cm: float | None
    piece_g: float | None
    thickness_exponent: float
    early_factor: float
    late_factor: float
    signs: tuple[str, ...]
    carry: str


@dataclass(frozen=True, slots=True)
class BakeWindow:
    """From when to look and until when it may take, in minutes, at `celsius` of that oven; `fahrenheit` and `gas` say
    the same heat, empty for a microwave. `reasons` tell how it was found, `notes` what else to know, in sentences."""

    from_min: float
    until_min: float
    oven: Oven
    oven_c: int | None
    fahrenheit: int | None
    gas: str
    reasons: tuple[str, ...]
    signs: tuple[str, ...]
    notes: tuple[str, ...]


@cache
def bake_profiles() -> Mapping[str, BakeProfile]:
    """All families that are heated, of `tables/heat.csv`."""

    def number(cell: str) -> float | None:
        return float(cell) if cell else None

    return {
        row["family"]: BakeProfile(
            family=row["family"],
            oven_c=number(row["celsius"]),
            time_min=float(row["minutes"]),
            by=row["by"],
            thickness_cm=number(row["thickness_cm"]),
            piece_g=number(row["piece_g"]),
            thickness_exponent=float(row["power"] or 2),
            early_factor=float(row["early"]),
            late_factor=float(row["late"]),
            signs=tuple(row["signs"].split(";")),
            carry=row["carry"],
        )
        for row in read_table("production/heat")
    }


@dataclass(frozen=True, slots=True)
class BakingConditions:
    """What bakes, and where: `celsius` as set, None for the family's own; `watts` of a microwave; metres above the
    sea."""

    oven: Oven = Oven.CONVENTIONAL
    oven_c: float | None = None
    watts: float = WRITTEN_WATTS
    altitude_m: float = 0.0


def bake_window(
    family: str,
    kitchen: BakingConditions,
    *,
    thickness_cm: float | None = None,
    piece_g: float | None = None,
    flours: frozenset[str] = frozenset(),
) -> BakeWindow | None:
    """When to look at a family in an oven. `thickness_cm` is that of what stands in the tin, `piece_g` the dough of one
    piece; `flours` names the flours in it. None for a family that is not heated. Raises CannotUse for an oven that
    cannot be."""
    heat = bake_profiles().get(family)
    if heat is None:
        return None
    _check(kitchen)
    microwaved = kitchen.oven is Oven.MICROWAVE or heat.by == "microwave"
    if microwaved or heat.by == "pan" or heat.oven_c is None:
        return _by_watts(heat, kitchen) if microwaved else _plain(heat, kitchen)
    minutes, reasons = heat.time_min, [f"{heat.time_min:g} min at {heat.oven_c:g} °C is usual for its family."]
    if heat.by == "depth" and thickness_cm and heat.thickness_cm:
        factor = (thickness_cm / heat.thickness_cm) ** heat.thickness_exponent
        minutes *= factor
        reasons.append(_because("It lies", thickness_cm / heat.thickness_cm, "as thick as usual", factor))
    elif heat.by == "piece" and piece_g and heat.piece_g:
        factor = (piece_g / heat.piece_g) ** (2 / 3)
        minutes *= factor
        size = f"A piece of {piece_g:.0f} g is"
        reasons.append(_because(size, piece_g / heat.piece_g, f"the usual {heat.piece_g:g} g", factor))
    set_c = kitchen.oven_c or heat.oven_c
    if kitchen.oven_c and abs(kitchen.oven_c - heat.oven_c) >= 3:
        factor = (heat.oven_c - _BOILS_C) / (kitchen.oven_c - _BOILS_C)
        minutes *= factor
        reasons.append(f"At {kitchen.oven_c:g} °C instead of {heat.oven_c:g} it takes {factor:.0%} of the time.")
    early, late = minutes * heat.early_factor, minutes * heat.late_factor
    if not 1 / FAR < minutes / heat.time_min < FAR:
        early, late = early * FAR_EARLY, late / FAR_EARLY
        reasons.append("That is far from how its family is usually baked, so the window is wide.")
    own_c, notes = set_c, []
    if kitchen.oven is Oven.FAN:
        own_c = set_c - FAN_C
        reasons.append(f"With a fan set {FAN_C} °C lower.")
    elif kitchen.oven is Oven.AIR_FRYER:
        own_c, early, late = set_c - AIR_FRYER_C, early * AIR_FRYER_TIME, late * AIR_FRYER_TIME
        reasons.append(f"In an air fryer {AIR_FRYER_C} °C lower and a fifth shorter; look early, the top browns first.")
    elif kitchen.oven is Oven.TOASTER:
        early *= TOASTER_EARLY
        reasons.append("A small oven swings: look a tenth earlier.")
    notes += _notes(heat, kitchen, flours)
    return BakeWindow(
        early, late, kitchen.oven, round(own_c / 5) * 5, fahrenheit(own_c), gas_mark(own_c),
        tuple(reasons), heat.signs, tuple(notes),
    )  # fmt: skip


def _because(what: str, share: float, usual: str, factor: float) -> str:
    if abs(share - 1) < 0.05:
        return f"{what} as usual."
    return f"{what} {share:.1f} times {usual}: {factor:.1f} times as long."


def _by_watts(heat: BakeProfile, kitchen: BakingConditions) -> BakeWindow:
    if heat.by != "microwave":
        # A tin of batter does not bake through in a microwave as in an oven; nothing honest can be said of its time.
        raise CannotUse("Only a mug cake is timed for a microwave here; choose an oven for this family.")
    factor = WRITTEN_WATTS / kitchen.watts
    reasons = [f"{heat.time_min:g} min a mug at {WRITTEN_WATTS:.0f} watts is usual."]
    if abs(factor - 1) > 0.02:
        reasons.append(f"Yours has {kitchen.watts:.0f} watts: {factor:.2f} times as long.")
    minutes = heat.time_min * factor
    return BakeWindow(
        minutes * heat.early_factor, minutes * heat.late_factor, Oven.MICROWAVE, None, None, "", tuple(reasons),
        heat.signs,
        tuple(_notes(heat, kitchen, frozenset())),
    )  # fmt: skip


def _plain(heat: BakeProfile, kitchen: BakingConditions) -> BakeWindow:
    return BakeWindow(
        heat.time_min * heat.early_factor, heat.time_min * heat.late_factor, kitchen.oven, None, None, "",
        ("A side in a pan over medium heat.",), heat.signs, tuple(_notes(heat, kitchen, frozenset())),
    )  # fmt: skip


_NUTS: Final = frozenset({"almond_flour", "almond_meal", "hazelnut_flour", "defatted_almond_flour"})


def _notes(heat: BakeProfile, kitchen: BakingConditions, flours: frozenset[str]) -> list[str]:
    notes = [f"{heat.carry[0].upper()}{heat.carry[1:]}."] if heat.carry else []
    if flours & _NUTS:
        notes.append("Nut flour browns before it is done: cover it when the top has its colour, judge by the middle.")
    if "coconut_flour" in flours:
        notes.append(
            "Coconut flour goes on drinking: let the batter stand 5 minutes, and the crumb cool before you cut."
        )
    if kitchen.altitude_m > HIGH_M:
        notes.append(
            f"At {kitchen.altitude_m:,.0f} m it rises fast and dries: a fifth less baking powder, a spoon or two more "
            "liquid, 10 °C more and look a little earlier."
        )
    return notes


def _check(kitchen: BakingConditions) -> None:
    if kitchen.oven_c is not None and not 100 <= kitchen.oven_c <= 300:
        raise CannotUse("An oven bakes from 100 to 300 °C.")
    if not 200 <= kitchen.watts <= 2000:
        raise CannotUse("A microwave has from 200 to 2,000 watts.")
    if not -500 <= kitchen.altitude_m <= 6000:
        raise CannotUse("Kitchens stand from 500 m below the sea to 6,000 m above it.")


def fahrenheit(celsius: float) -> int:
    """The same heat on a dial in °F, to the nearest 5."""
    return round((celsius * 1.8 + 32) / 5) * 5


def gas_mark(celsius: float) -> str:
    """The nearest mark of a British gas cooker; empty below the lowest. Source: `tables/oven_heat.csv`."""
    marks = ((abs(each.celsius - celsius), each.gas) for each in quick_reference().ovens)
    return min(marks)[1] if celsius >= 100 else ""
