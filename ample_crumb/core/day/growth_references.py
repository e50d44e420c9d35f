"""What healthy children of 5 to 17 need in a day, by their own references and not by an adult's.

Institute of Medicine, Dietary Reference Intakes for Energy, Carbohydrate, Fiber, Fat, Fatty Acids, Cholesterol,
Protein, and Amino Acids, 2005 (from memory): estimated energy requirement, protein, fibre, and least share of fat. They
are for groups of healthy children; for one child a doctor or dietitian reads a growth chart.
"""

from dataclasses import dataclass
from typing import Final

from ample_crumb.core.day.resting_energy import Sex

GROWN_YEARS: Final = 18.0

LEAST_FAT_SHARE: Final = 0.25
"""Of energy, from 4 to 18 years."""

_ACTIVITY: Final = {
    Sex.MALE: ((1.4, 1.00), (1.6, 1.13), (1.9, 1.26), (9.9, 1.42)),
    Sex.FEMALE: ((1.4, 1.00), (1.6, 1.16), (1.9, 1.31), (9.9, 1.56)),
}
"""By how active a day is, as a multiple of rest below which it holds, the coefficient of the equations."""


@dataclass(frozen=True, slots=True)
class GrowthReference:
    """A child's day: energy that keeps it growing [kcal], protein for each kg of it [g], fibre [g], and the sum of the
    energy in words."""

    energy_kcal: float
    protein_g_per_kg: float
    fibre_g: float
    energy_sum: str


def growth_reference(
    sex: Sex, age_years: float, height_cm: float, weight_kg: float, activity_factor: float
) -> GrowthReference:
    """The references for a child of 5 to 17 years. `activity_factor` is what a day burns over rest."""
    coefficient = next(value for below, value in _ACTIVITY[sex] if activity_factor < below)
    grows = 20.0 if age_years < 9 else 25.0
    height_m = height_cm / 100
    if sex is Sex.MALE:
        base, by_age, by_weight, by_height = 88.5, 61.9, 26.7, 903.0
    else:
        base, by_age, by_weight, by_height = 135.3, 30.8, 10.0, 934.0
    energy = base - by_age * age_years + coefficient * (by_weight * weight_kg + by_height * height_m) + grows
    per_kg = 0.95 if age_years < 14 else 0.85
    said = (
        f"{base:g} − {by_age:g} × {age_years:g} years + {coefficient:g} × ({by_weight:g} × {weight_kg:g} kg + "
        f"{by_height:g} × {height_m:g} m) + {grows:g} to grow"
    )
    return GrowthReference(max(0.0, energy), per_kg, _fibre_g(sex, age_years), said)


def _fibre_g(sex: Sex, age_years: float) -> float:
    """Adequate intake of fibre [g]."""
    if age_years < 9:
        return 25.0
    if sex is Sex.FEMALE:
        return 26.0
    return 31.0 if age_years < 14 else 38.0
