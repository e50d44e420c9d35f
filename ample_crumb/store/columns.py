"""Figures as columns: the same names in every table that keeps a snapshot. Statements take them from here."""

from collections.abc import Iterable
from dataclasses import dataclass
from typing import Any, Final

from psycopg.sql import SQL
from psycopg.types.json import Jsonb

from ample_crumb.core.food.nutrients import NAMES, Figures, Nutrients, Portion, StandardUncertainty
from ample_crumb.core.formula.allergens import AllergenNames


@dataclass(frozen=True, slots=True, kw_only=True)
class FiguresRow(Nutrients):
    """The columns of a snapshot, those of the nutrients among them; base of the rows that carry one."""

    mass_g: float
    at_least: list[str]
    without_lines: int
    sd: dict[str, float]

    def portion(self) -> Portion:
        """The snapshot with its band; one that was kept before bands were known has an unknown band."""
        return Portion(
            self.figures(), StandardUncertainty(self.sd.get("mass_g", 0.0), Nutrients(*map(self.sd.get, NAMES)))
        )

    def figures(self) -> Figures:
        """The snapshot as the core's figures."""
        nutrients = Nutrients(*[getattr(self, name) for name in NAMES])
        return Figures(self.mass_g, nutrients, tuple(self.at_least), self.without_lines)


@dataclass(frozen=True, slots=True, kw_only=True)
class ContentsRow(FiguresRow):
    """A snapshot with what it contains, as last worked out; base of the rows that carry both."""

    contains: list[str]
    may_contain: list[str]
    diets_broken: list[str]
    diets_kept: list[str]
    complete: bool
    hazards: list[str]
    traits: list[str]

    def allergen_names(self) -> AllergenNames:
        """What it contains, as the core has it."""
        return AllergenNames(
            contains=tuple(self.contains),
            may_contain=tuple(self.may_contain),
            diets_broken=tuple(self.diets_broken),
            diets_kept=tuple(self.diets_kept),
            complete=self.complete,
            hazards=tuple(self.hazards),
        )


def columns(portion: Portion) -> dict[str, Any]:
    """A portion as named parameters of an insert or update."""
    figures, sd = portion.figures, portion.sd
    deviations = {name: getattr(sd.nutrients, name) for name in NAMES}
    return {
        "sd": Jsonb({"mass_g": sd.mass_g} | {name: sd for name, sd in deviations.items() if sd is not None}),
        "mass_g": figures.mass_g,
        "at_least": list(figures.at_least),
        "without_lines": figures.without_lines,
    } | {name: getattr(figures.nutrients, name) for name in NAMES}


_COLUMNS: Final = ("mass_g", *NAMES, "at_least", "without_lines", "sd")


def _listed(texts: Iterable[str]) -> SQL:
    # Names of fields of ours, so that nothing from outside is made part of a statement; as one text, because putting it
    # together anew costs as much as asking.
    return SQL(", ".join(texts))


def column_list(names: tuple[str, ...] = _COLUMNS) -> SQL:
    """The columns by name, for what is selected and what is inserted; those of a snapshot where none are named."""
    return _listed(names)


def value_list(names: tuple[str, ...] = _COLUMNS) -> SQL:
    """Their values in the same order, as named parameters."""
    return _listed(f"%({name})s" for name in names)


def set_list(names: tuple[str, ...] = _COLUMNS) -> SQL:
    """Each column set to its named parameter."""
    return _listed(f"{name} = %({name})s" for name in names)
