"""Energy at rest in a day, by published equations.

All were fitted to healthy adults; somebody's own figure lies about 10 % to either side of what they say (Frankenfield,
Roth-Yousey and Compher, Journal of the American Dietetic Association 105, 2005, from memory).
"""

from enum import StrEnum
from typing import Final


class Sex(StrEnum):
    """Which of the two forms of an equation holds: they were fitted to women and to men."""

    FEMALE = "f"
    MALE = "m"


MIFFLIN_BY_SEX_KCAL: Final = {Sex.FEMALE: -161.0, Sex.MALE: 5.0}
"""The last term of Mifflin-St Jeor [kcal]."""


def mifflin_st_jeor_kcal(weight_kg: float, height_cm: float, age_years: float, sex: Sex) -> float:
    """Energy at rest [kcal/d]: 10 w + 6.25 h - 5 a, and 5 for men or -161 for women. Fitted to 498 healthy adults of 19
    to 78 years.

    Mifflin, St Jeor, Hill, Scott, Daugherty and Koh, American Journal of Clinical Nutrition 51, 1990, 241-247.
    """
    return 10 * weight_kg + 6.25 * height_cm - 5 * age_years + MIFFLIN_BY_SEX_KCAL[sex]


def katch_mcardle_kcal(lean_kg: float) -> float:
    """Energy at rest [kcal/d] from mass without fat: 370 + 21.6 l.

    McArdle, Katch and Katch, Exercise Physiology (from memory); the same line as Cunningham's review of 1991.
    """
    return 370 + 21.6 * lean_kg


def cunningham_kcal(lean_kg: float) -> float:
    """Energy at rest [kcal/d] from mass without fat: 500 + 22 l. Higher than others for the untrained; fits athletes.

    Cunningham, American Journal of Clinical Nutrition 33, 1980, 2372-2374 (from memory).
    """
    return 500 + 22 * lean_kg


def lean_mass_kg(weight_kg: float, body_fat_percent: float) -> float:
    """What is not fat [kg]."""
    return weight_kg * (1 - body_fat_percent / 100)


def body_mass_index(weight_kg: float, height_cm: float) -> float:
    """Weight over height squared [kg/m2] (Quetelet)."""
    return weight_kg / (height_cm / 100) ** 2
