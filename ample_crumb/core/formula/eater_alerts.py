"""Alarms of a kitchen: what somebody must not get, held against what a formula contains."""

from collections.abc import Iterable
from dataclasses import dataclass
from enum import StrEnum
from typing import Final

from ample_crumb.core.food.allergens import KNOWN
from ample_crumb.core.formula.allergens import AllergenNames

DIETS: Final = ("vegan", "vegetarian", "no added sugar")
"""Diets that an alarm may ask for besides leaving out allergens."""

ASKABLE: Final = (*KNOWN, *DIETS)


class AgeBand(StrEnum):
    """How old somebody is, as far as it matters to what they must not get."""

    GROWN = ""
    UNDER_ONE = "under one"
    ONE_TO_FOUR = "one to four"
    FIVE_TO_ELEVEN = "five to eleven"


_RAW: Final = ("raw egg", "raw flour")
_STIRRING: Final = ("caffeine", "alcohol")
AGE_HAZARDS: Final[dict[AgeBand, tuple[str, ...]]] = {
    AgeBand.GROWN: (),
    AgeBand.UNDER_ONE: ("honey", "choking", *_RAW, *_STIRRING, "sugar alcohols"),
    AgeBand.ONE_TO_FOUR: ("choking", *_RAW, *_STIRRING, "sugar alcohols"),
    AgeBand.FIVE_TO_ELEVEN: (*_RAW, *_STIRRING),
}
"""Hazards by their names that are told for an age, from memory of public health advice: no honey under one year (CDC),
whole nuts and firm bites not under five (NHS), raw egg and flour not for children (FDA), caffeine not for children
(American Academy of Pediatrics)."""

HAZARDS_OF_SOME_AGE: Final = frozenset(hazard for hazards in AGE_HAZARDS.values() for hazard in hazards)

_TOLD_AS: Final = {"choking": "whole nuts, seeds or firm bites"}


class AlertLevel(StrEnum):
    """How far an alarm goes, the worst first."""

    CONTAINS = "contains"
    MAY_CONTAIN = "may contain"
    UNKNOWN = "unknown"


@dataclass(frozen=True, slots=True)
class DietaryProfile:
    """Somebody who must not get these allergens, or who keeps these diets, by the names of `ASKABLE`; and what nobody
    of their age must get."""

    name: str
    avoids: tuple[str, ...]
    age_band: AgeBand = AgeBand.GROWN


@dataclass(frozen=True, slots=True)
class DietAlert:
    """`about` is the allergen, the diet that is not kept, or the hazard for an age."""

    dietary_profile: str
    about: str
    level: AlertLevel


def diet_alerts(allergens: AllergenNames, dietary_profiles: Iterable[DietaryProfile]) -> tuple[DietAlert, ...]:
    """Alarms by guest, the worst of each first. What is not known is an alarm too: silence would read as safe."""
    rank = list(AlertLevel)
    return tuple(
        alert
        for dietary_profile in dietary_profiles
        for alert in sorted(_alerts_about(allergens, dietary_profile), key=lambda alert: rank.index(alert.level))
    )


def _alerts_about(allergens: AllergenNames, dietary_profile: DietaryProfile) -> Iterable[DietAlert]:
    for about in dietary_profile.avoids:
        level = _diet(allergens, about) if about in DIETS else _allergen(allergens, about)
        if level is not None:
            yield DietAlert(dietary_profile.name, about, level)
    for hazard in AGE_HAZARDS[dietary_profile.age_band]:
        if hazard in allergens.hazards:
            yield DietAlert(dietary_profile.name, _TOLD_AS.get(hazard, hazard), AlertLevel.CONTAINS)


def _allergen(allergens: AllergenNames, name: str) -> AlertLevel | None:
    if name in allergens.contains:
        return AlertLevel.CONTAINS
    if name in allergens.may_contain:
        return AlertLevel.MAY_CONTAIN
    return None if allergens.complete else AlertLevel.UNKNOWN


def _diet(allergens: AllergenNames, name: str) -> AlertLevel | None:
    if name in allergens.diets_broken:
        return AlertLevel.CONTAINS
    return None if name in allergens.diets_kept else AlertLevel.UNKNOWN
