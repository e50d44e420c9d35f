"""What a formula is compared with for claims such as "reduced": its classic, per 100 g."""

from ample_crumb.application.formulas.summaries import kept_summary
from ample_crumb.core.food.claims.claim import ClassicFigures
from ample_crumb.core.food.nutrients import Nutrients
from ample_crumb.core.production.draft import FIGURES, ClassicChoice
from ample_crumb.store import formulas, versions
from ample_crumb.store.database import Connection
from ample_crumb.store.formulas import FormulaRow
from ample_crumb.store.scope import Principal


def classic_figures(
    connection: Connection, principal: Principal, reference: ClassicChoice | None, row: FormulaRow | None = None
) -> ClassicFigures | None:
    """The classic that a reference means; None without one, and for a formula that is not there or has no figures.
    `row` is that of the formula where it has been read already."""
    if reference is None:
        return None
    if reference.formula_id is None:
        figures = {name: getattr(reference, name) for name in FIGURES}
        return ClassicFigures(reference.name or "the reference", Nutrients(**figures).times(100 / reference.mass_g))
    row = row or formulas.find(connection, principal.kitchen_id, reference.formula_id)
    if row is None:
        return None
    name = row.name
    figures_now = kept_summary(row).piece.figures
    if reference.number is not None:
        kept = versions.find(connection, principal.kitchen_id, row.id, reference.number)
        if kept is None:
            return None
        name, figures_now = f"{row.name}, {kept.name or f'version {kept.number}'}", kept.figures()
    if figures_now.mass_g <= 0:
        return None
    complete = not figures_now.without_lines
    known = {name: None if name in figures_now.at_least else getattr(figures_now.nutrients, name) for name in FIGURES}
    return ClassicFigures(name, Nutrients(**known).times(100 / figures_now.mass_g), complete)
