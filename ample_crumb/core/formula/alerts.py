"""Alarms of a kitchen: what somebody must not get, held against what a formula contains."""

from collections.abc import Iterable
from dataclasses import dataclass
from enum import StrEnum
from typing import Final

from ample_crumb.core.food.allergens import KNOWN
from ample_crumb.core.formula.allergens import Brief

DIETS: Final = ("vegan", "vegetarian", "no added sugar")
"""Diets that an alarm may ask for besides leaving out allergens."""

ASKABLE: Final = (*KNOWN, *DIETS)


class Level(StrEnum):
    """How far an alarm goes, the worst first."""

    CONTAINS = "contains"
    MAY_CONTAIN = "may contain"
    UNKNOWN = "unknown"


@dataclass(frozen=True, slots=True)
class Guest:
    """Somebody who must not get these allergens, or who keeps these diets, by the names of `ASKABLE`."""

    name: str
    avoids: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class Alarm:
    """`about` is the allergen, or the diet that is not kept."""

    guest: str
    about: str
    level: Level


def alarms_of(contents: Brief, guests: Iterable[Guest]) -> tuple[Alarm, ...]:
    """Alarms by guest, the worst of each first. What is not known is an alarm too: silence would read as safe."""
    rank = list(Level)
    return tuple(
        alarm for guest in guests for alarm in sorted(_of(contents, guest), key=lambda alarm: rank.index(alarm.level))
    )


def _of(contents: Brief, guest: Guest) -> Iterable[Alarm]:
    for about in guest.avoids:
        level = _diet(contents, about) if about in DIETS else _allergen(contents, about)
        if level is not None:
            yield Alarm(guest.name, about, level)


def _allergen(contents: Brief, name: str) -> Level | None:
    if name in contents.contains:
        return Level.CONTAINS
    if name in contents.may_contain:
        return Level.MAY_CONTAIN
    return None if contents.told else Level.UNKNOWN


def _diet(contents: Brief, name: str) -> Level | None:
    if name in contents.breaks:
        return Level.CONTAINS
    return None if name in contents.keeps else Level.UNKNOWN
