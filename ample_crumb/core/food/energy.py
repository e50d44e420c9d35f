"""Energy from nutrients, by European and by US rules."""

from dataclasses import dataclass
from enum import StrEnum
from typing import Final

from ample_crumb.core.food.nutrients import Nutrients

KJ_PER_KCAL: Final = 4.184
"""Thermochemical calorie; Regulation (EU) 1169/2011 labels round the same figure."""


@dataclass(frozen=True, slots=True)
class Layers:
    """Shares of a food's energy, each from 0 to 1, together 1 unless the food has no energy: what a slab is drawn of.

    Alcohol and whatever else is no protein, carbohydrate, fat or fibre is `other_share`.
    """

    protein_share: float
    carbohydrate_share: float
    fat_share: float
    fibre_share: float
    other_share: float


def layers(nutrients: Nutrients) -> Layers:
    """The shares of energy by European factors, unknown parts counting as none."""
    polyols, erythritol = nutrients.polyols_g or 0.0, nutrients.erythritol_g or 0.0
    parts = (
        4 * (nutrients.protein_g or 0.0),
        4 * max((nutrients.carbohydrate_g or 0.0) - polyols, 0.0) + 2.4 * max(polyols - erythritol, 0.0),
        9 * (nutrients.fat_g or 0.0),
        2 * (nutrients.fibre_g or 0.0),
        7 * (nutrients.alcohol_g or 0.0),
    )
    energy = sum(parts)
    return Layers(*[part / energy if energy else 0.0 for part in parts])


class EnergySystem(StrEnum):
    """Which energy a person counts: as the source states it, or by factors."""

    STATED = "stated"
    EUROPEAN = "european"
    US = "us"


US_POLYOL_KCAL_PER_G: Final = {
    "isomalt": 2.0,
    "lactitol": 2.0,
    "xylitol": 2.4,
    "maltitol": 2.1,
    "sorbitol": 2.6,
    "mannitol": 1.6,
    "hydrogenated starch hydrolysates": 3.0,
    "erythritol": 0.0,
}
"""kcal/g by kind of sugar alcohol. Source: 21 CFR 101.9(c)(1)(i)(F), from memory."""

_US_POLYOL_UNNAMED: Final = 2.4
ALLULOSE_US_KCAL_PER_G: Final = 0.4
"""Source: FDA guidance on allulose of October 2020, from memory."""


def european_energy(nutrients: Nutrients) -> float | None:
    """Energy [kcal] by European factors, of the mass `nutrients` is for; None without the main nutrients.

        4 (carbohydrate - polyols) + 2.4 (polyols - erythritol) + 0 erythritol + 4 protein + 9 fat + 7 alcohol + 2 fibre

    Organic acids (3 kcal/g) have no column and are left out: up to 20 kcal per 100 g in vinegar or lemon juice. Unknown
    polyols, erythritol, alcohol and fibre count as none. Source: Regulation (EU) 1169/2011 Annex XIV, from memory.
    """
    if nutrients.carbohydrate_g is None or nutrients.protein_g is None or nutrients.fat_g is None:
        return None
    polyols = nutrients.polyols_g or 0.0
    erythritol = nutrients.erythritol_g or 0.0
    return (
        4 * (nutrients.carbohydrate_g - polyols)
        + 2.4 * (polyols - erythritol)
        + 4 * nutrients.protein_g
        + 9 * nutrients.fat_g
        + 7 * (nutrients.alcohol_g or 0.0)
        + 2 * (nutrients.fibre_g or 0.0)
    )


US_FIBRE_KCAL_PER_G: Final = {"soluble": 2.0, "insoluble": 0.0, "": 4.0}
"""kcal/g of fibre by its kind. Source: 21 CFR 101.9(c)(1)(i)(C), from memory; where the kind is not known it counts as
other carbohydrate does, by (B)."""


def us_energy(nutrients: Nutrients, polyol_kind: str = "", fibre_kind: str = "") -> float | None:
    """Energy [kcal] by US general factors, of the mass `nutrients` is for; None without the main nutrients.

        4 (carbohydrate without fibre - polyols - allulose) + kind x fibre + kind x polyols + 0.4 allulose
        + 4 protein + 9 fat + 7 alcohol

    Fibre counts by its kind: `US_FIBRE_KCAL_PER_G`. `polyol_kind` names the polyol that is not erythritol; unnamed ones
    count 2.4 kcal/g. Source: 21 CFR 101.9(c)(1)(i), from memory.
    """
    if nutrients.carbohydrate_g is None or nutrients.protein_g is None or nutrients.fat_g is None:
        return None
    polyols = nutrients.polyols_g or 0.0
    erythritol = nutrients.erythritol_g or 0.0
    allulose = nutrients.allulose_g or 0.0
    per_polyol = US_POLYOL_KCAL_PER_G.get(polyol_kind, _US_POLYOL_UNNAMED)
    return (
        4 * (nutrients.carbohydrate_g - polyols - allulose)
        + US_FIBRE_KCAL_PER_G[fibre_kind] * (nutrients.fibre_g or 0.0)
        + per_polyol * (polyols - erythritol)
        + ALLULOSE_US_KCAL_PER_G * allulose
        + 4 * nutrients.protein_g
        + 9 * nutrients.fat_g
        + 7 * (nutrients.alcohol_g or 0.0)
    )


def energy_agrees(stated_kcal: float, computed_kcal: float) -> bool:
    """Whether a stated energy per 100 g fits the computed one: within 10 % of the larger, or within 10 kcal."""
    off = abs(stated_kcal - computed_kcal)
    return off <= 10 or off <= 0.1 * max(stated_kcal, computed_kcal)
