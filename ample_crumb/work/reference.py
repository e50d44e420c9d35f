"""What a formula is compared with for claims such as "reduced": another formula, or figures as typed."""

from dataclasses import dataclass
from typing import Any, Final
from uuid import UUID

from ample_crumb.core.food.claims import TwinFigures
from ample_crumb.core.food.nutrients import NAMES, Nutrients
from ample_crumb.store import formulas, versions
from ample_crumb.store.database import Connection
from ample_crumb.store.formulas import FormulaRow
from ample_crumb.store.kitchens import Principal
from ample_crumb.work.context import KitchenContext
from ample_crumb.work.kept import read_summary


@dataclass(frozen=True, slots=True)
class TwinChoice:
    """Another formula by its id, as it is now or as it was kept under `number`, or a food by name with its figures for
    `mass_g` of it; None is unknown."""

    formula_id: UUID | None = None
    number: int | None = None
    name: str = ""
    mass_g: float = 100.0
    energy_kcal: float | None = None
    protein_g: float | None = None
    fat_g: float | None = None
    saturates_g: float | None = None
    sugars_g: float | None = None
    fibre_g: float | None = None
    salt_g: float | None = None


FIGURES: Final = tuple(name for name in TwinChoice.__slots__ if name in NAMES)
"""The figures that a typed reference may state."""


def twin_choice_of(row: FormulaRow) -> TwinChoice | None:
    """The reference of a stored formula."""
    if row.twin_id is not None:
        return TwinChoice(formula_id=row.twin_id, number=row.twin_number)
    return None if row.twin is None else TwinChoice(**row.twin)


def as_typed(reference: TwinChoice | None) -> dict[str, Any] | None:
    """A typed reference as it is stored; None for none and for a formula."""
    if reference is None or reference.formula_id is not None:
        return None
    return {name: getattr(reference, name) for name in ("name", "mass_g", *FIGURES)}


def twin_figures(connection: Connection, principal: Principal, reference: TwinChoice | None, context: KitchenContext) -> TwinFigures | None:
    """The twin that a reference means; None without one, and for a formula that is not there or has no figures."""
    if reference is None:
        return None
    if reference.formula_id is None:
        figures = {name: getattr(reference, name) for name in FIGURES}
        return TwinFigures(reference.name or "the reference", Nutrients(**figures).times(100 / reference.mass_g))
    row = formulas.find(connection, principal.kitchen_id, reference.formula_id)
    if row is None:
        return None
    name = row.name
    figures_now = read_summary(connection, principal, row, context).piece.figures
    if reference.number is not None:
        kept = versions.find(connection, principal.kitchen_id, row.id, reference.number)
        if kept is None:
            return None
        name, figures_now = f"{row.name}, {kept.name or f'version {kept.number}'}", kept.figures()
    if figures_now.mass_g <= 0:
        return None
    complete = not figures_now.without_lines
    known = {name: None if name in figures_now.at_least else getattr(figures_now.nutrients, name) for name in FIGURES}
    return TwinFigures(name, Nutrients(**known).times(100 / figures_now.mass_g), complete)
