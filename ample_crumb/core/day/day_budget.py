"""The tin: a day's entries against its targets."""

import math
from collections.abc import Iterable
from dataclasses import dataclass
from typing import Annotated, Final

from ample_crumb.core.bounds import Between
from ample_crumb.core.food.nutrients import NAMES, Figures, Nutrients, StandardUncertainty, total, values

ENERGY_FLOOR_KCAL: Final = 1500.0
"""A day's energy below which a caution is shown. Common practice: 1,200 kcal for women and 1,500 kcal for men are the
least that is planned without a doctor or dietitian; the higher one, because nobody is asked which applies."""

FASTING_FLOOR_KCAL: Final = 1200.0

LEAST_DAY_KCAL: Final = 300
"""Less is no energy of a day but a slip, as 1.850 for 1,850 is. Common practice: very-low-energy diets under a doctor
have 450 kcal and more."""

PROTEIN_TIGHT_SHARE: Final = 0.45
"""Share of energy from protein above which the rest of a day is hard to fill with food. Common practice: skyr, quark
and lean meat lie at 60 to 80 %, most desserts of this kind at 20 to 35 %."""


@dataclass(frozen=True, slots=True)
class Targets:
    """What a day may hold: energy at most [kcal], protein at least [g]; fat and carbohydrate at most [g] and fibre at
    least [g], if set."""

    energy_kcal: Annotated[float, Between(LEAST_DAY_KCAL, 20_000)]
    protein_g: Annotated[float, Between(0, 2_000)]
    fat_g: Annotated[float, Between(0, 2_000)] | None = None
    carbohydrate_g: Annotated[float, Between(0, 4_000)] | None = None
    fibre_g: Annotated[float, Between(0, 200)] | None = None


@dataclass(frozen=True, slots=True)
class DayBudget:
    """A day summed up. `room_kcal` is negative when the day is over; `protein_to_find_g` never is.

    `protein_share` is the share of the room's energy that the missing protein would take, at 4 kcal/g; None when there
    is no room or nothing to find. `tight` says that this is more than ordinary food brings.
    """

    eaten: Figures
    room_kcal: float
    protein_to_find_g: float
    protein_share: float | None
    tight: bool


def sum_up(entries: Iterable[Figures], targets: Targets) -> DayBudget:
    """The budget of a day from the figures of its entries. Energy that is unknown counts as none."""
    eaten = total(entries)
    room = targets.energy_kcal - (eaten.nutrients.energy_kcal or 0.0)
    to_find = max(0.0, targets.protein_g - (eaten.nutrients.protein_g or 0.0))
    share = 4 * to_find / room if room > 0 and to_find > 0 else None
    return DayBudget(eaten, room, to_find, share, share is not None and share > PROTEIN_TIGHT_SHARE)


def combine_sds(eaten: Iterable[tuple[str, StandardUncertainty]]) -> StandardUncertainty:
    """The band of a day from those of its entries, each with the batch it is of, or an empty text.

    What is of one batch shares its errors, so its bands add up; different batches and foods err apart and add in
    quadrature. That the same food is eaten at different meals is left out: with 5 % of spread in a food it is small.
    """
    shared: dict[str, list[float]] = {}
    for place, (batch, sd) in enumerate(eaten):
        sds = [sd.mass_g, *(sd or 0.0 for sd in values(sd.nutrients))]
        key = batch or f"alone {place}"
        shared[key] = [before + sd for before, sd in zip(shared.get(key, [0.0] * len(sds)), sds, strict=True)]
    columns = list(zip(*shared.values(), strict=True)) or [()] * (len(NAMES) + 1)
    mass_g, *nutrients = [math.hypot(*column) for column in columns]
    return StandardUncertainty(mass_g, Nutrients(*nutrients))


def pieces_that_fit(piece_kcal: float | None, room_kcal: float, step: float = 1.0) -> float:
    """The most pieces, in steps of `step`, whose energy stays within the room; 0 when none does or energy is unknown.

    A piece without energy fits any number of times; then one step is offered. Raises ValueError unless `step` > 0.
    """
    if step <= 0:
        raise ValueError(f"step is {step!r}; it must be over 0")
    if piece_kcal is None or room_kcal <= 0:
        return 0.0
    if piece_kcal <= 0:
        return step
    return math.floor(room_kcal / (piece_kcal * step) + 1e-9) * step


def caution_about(targets: Targets) -> str:
    """What must be said about targets that are low, in one sentence; empty when nothing must."""
    if targets.energy_kcal < FASTING_FLOOR_KCAL:
        return (
            f"{targets.energy_kcal:,.0f} kcal is below what is planned for adults without medical advice (1,200 kcal "
            "for women, 1,500 kcal for men): please ask a doctor or registered dietitian before keeping to it."
        )
    if targets.energy_kcal < ENERGY_FLOOR_KCAL:
        return (
            f"{targets.energy_kcal:,.0f} kcal is below the 1,500 kcal that is the usual least for men (1,200 kcal for "
            "women): please ask a doctor or registered dietitian before keeping to it, all the more when pregnant, "
            "under 18, ill or on medication."
        )
    return ""
