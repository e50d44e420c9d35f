"""Nutrient amounts, with the unknown kept unknown."""

from collections.abc import Callable, Iterable, Sequence
from dataclasses import dataclass, fields
from enum import StrEnum
from operator import attrgetter
from typing import Final

SALT_PER_SODIUM: Final = 2.5
"""Salt is what labels make of sodium. Source: Regulation (EU) 1169/2011 Annex I 11, from memory."""


@dataclass(frozen=True, slots=True)
class Nutrients:
    """Energy [kcal] and nutrients [g, caffeine mg], per 100 g or of a stated mass as the holder says.

    `carbohydrate_g` is available carbohydrate: without fibre, with polyols and allulose. `polyols_g` includes
    erythritol, `sugars_g` and `saturates_g` are parts of their parents, `salt_g` is sodium x 2.5. None is unknown,
    which is not zero.
    """

    energy_kcal: float | None = None
    protein_g: float | None = None
    fat_g: float | None = None
    saturates_g: float | None = None
    carbohydrate_g: float | None = None
    sugars_g: float | None = None
    fibre_g: float | None = None
    polyols_g: float | None = None
    erythritol_g: float | None = None
    allulose_g: float | None = None
    salt_g: float | None = None
    alcohol_g: float | None = None
    water_g: float | None = None
    caffeine_mg: float | None = None

    def times(self, factor: float) -> "Nutrients":
        """All known amounts multiplied."""
        return Nutrients(*[None if value is None else value * factor for value in values(self)])

    @property
    def unknown(self) -> tuple[str, ...]:
        """The names of the amounts that are not known."""
        known = values(self)
        return tuple(name for name, value in zip(NAMES, known, strict=True) if value is None) if None in known else ()


NAMES: Final = tuple(field.name for field in fields(Nutrients))


values: Final[Callable[[Nutrients], tuple[float | None, ...]]] = attrgetter(*NAMES)
"""The amounts of nutrients in the order of `NAMES`."""


@dataclass(frozen=True, slots=True)
class Figures:
    """A mass with what is in it. `at_least` names the nutrients that some part did not state: their sums are lower
    limits. `without_lines` counts the lines that could not be read and are not in here at all."""

    mass_g: float
    nutrients: Nutrients
    at_least: tuple[str, ...] = ()
    without_lines: int = 0

    def times(self, factor: float) -> "Figures":
        """The same food, so many times as much of it."""
        return Figures(self.mass_g * factor, self.nutrients.times(factor), self.at_least, self.without_lines)


@dataclass(frozen=True, slots=True)
class StandardUncertainty:
    """Standard deviations of figures: of the mass [g], and of each nutrient in its own unit."""

    mass_g: float
    nutrients: Nutrients

    def times(self, factor: float) -> "StandardUncertainty":
        """The band of so many times the same food: its errors are the same, so they grow as it does."""
        return StandardUncertainty(self.mass_g * factor, self.nutrients.times(factor))


@dataclass(frozen=True, slots=True)
class Portion:
    """Something to eat: its figures and their band."""

    figures: Figures
    sd: StandardUncertainty

    def times(self, factor: float) -> "Portion":
        """Returns the figures of a multiple of the same food."""
        return Portion(self.figures.times(factor), self.sd.times(factor))


def total(parts: Iterable[Figures], without_lines: int = 0) -> Figures:
    """The sum of parts. A nutrient that one part lacks is summed over the others and named in `at_least`."""
    parts = tuple(parts)
    missing = {name for part in parts for name in (*part.at_least, *part.nutrients.unknown)}
    columns = zip(*(values(part.nutrients) for part in parts), strict=True) if parts else ([0.0] for _ in NAMES)
    return Figures(
        sum(part.mass_g for part in parts),
        Nutrients(*[_sum(column) for column in columns]),
        tuple(name for name in NAMES if name in missing),
        without_lines + sum(part.without_lines for part in parts),
    )


def _sum(column: Sequence[float | None]) -> float:
    return sum(value for value in column if value is not None)


class CarbohydrateDefinition(StrEnum):
    """Which carbohydrate a person counts."""

    AVAILABLE = "available"
    NET = "net"
    NET_OF_POLYOLS = "net_of_polyols"
    US_TOTAL = "us_total"


_CARBOHYDRATE_PARTS: Final = {
    CarbohydrateDefinition.AVAILABLE: {"carbohydrate_g": 1},
    CarbohydrateDefinition.NET: {"carbohydrate_g": 1, "erythritol_g": -1, "allulose_g": -1},
    CarbohydrateDefinition.NET_OF_POLYOLS: {"carbohydrate_g": 1, "polyols_g": -1, "allulose_g": -1},
    CarbohydrateDefinition.US_TOTAL: {"carbohydrate_g": 1, "fibre_g": 1},
}


def carbohydrate(nutrients: Nutrients, definition: CarbohydrateDefinition) -> float | None:
    """Carbohydrate [g] as the school counts it, from the parts; None when a part is unknown.

    Available: as stored. Net: without erythritol and allulose. Net of polyols: without all polyols and allulose. US
    total: with fibre, as on labels after 21 CFR 101.9(c)(6).
    """
    result = 0.0
    for name, sign in _CARBOHYDRATE_PARTS[definition].items():
        value = getattr(nutrients, name)
        if value is None:
            return None
        result += sign * value
    return result


def carbohydrate_at_least(figures: Figures, definition: CarbohydrateDefinition) -> bool:
    """Whether the carbohydrate of `figures`, as the school counts it, rests on an incomplete sum."""
    return any(name in figures.at_least for name in _CARBOHYDRATE_PARTS[definition])
