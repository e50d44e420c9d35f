"""Repairs of what is on the Bench, with the text that each makes of its line."""

from ample_crumb.application.crumb.views import RepairView
from ample_crumb.application.formulas.evaluated import EvaluatedFormula
from ample_crumb.core.crumb.repairs import Repair, RepairContext, find_repairs
from ample_crumb.core.food.cupboard import reference_cupboard
from ample_crumb.core.formula.rewrite import nudged


def repairs_of(formula: EvaluatedFormula) -> tuple[RepairView, ...]:
    """What would bring the dials back that are out of their windows."""
    if not formula.check.off:
        return ()
    context = formula.context
    setting = RepairContext(
        piece_count=formula.figures.piece_count,
        energy=context.preferences.energy,
        prices=formula.prices(*reference_cupboard().ingredients),
        allergens=formula.allergens,
        avoided=frozenset(about for eater in context.eaters for about in eater.avoids),
    )
    found = find_repairs(formula.dough, context.cupboard, setting, context.learned)
    views = (_view(repair, formula) for repair in found)
    return tuple(view for view in views if view is not None)


def _view(repair: Repair, formula: EvaluatedFormula) -> RepairView | None:
    """None for a line that cannot be written anew."""
    part = formula.dough.dough.part
    if repair.line_id is None:
        return RepairView(repair, part, f"{repair.change_g:g} g {repair.name}", "")
    line = formula.figures.line(repair.line_id)
    if line is None or line.weighed is None:
        return None
    text = nudged(line, repair.resulting_g / line.weighed.mass_g)
    return RepairView(repair, part, text, line.text) if text else None
