"""Repairs of what is on the Bench, with the text that each makes of its line."""

from dataclasses import dataclass

from ample_crumb.application.formulas.evaluated_formula import EvaluatedFormula
from ample_crumb.application.formulas.formula_in_kitchen import made_dough
from ample_crumb.core.crumb.repairs import Repair, RepairContext, find_repairs
from ample_crumb.core.food.cupboard import reference_cupboard
from ample_crumb.core.formula.formula import Line
from ample_crumb.core.formula.rewrite import adjusted_amount, with_line
from ample_crumb.core.swap.method_following import MethodFollowing, follow_method


@dataclass(frozen=True, slots=True)
class RepairView:
    """A repair, and the text that its line, which `was` another, becomes, or of the new line in part `part`. `method`
    is what becomes of the steps where something comes in, None where nothing does."""

    repair: Repair
    part: int
    text: str
    was: str
    method: MethodFollowing | None


def repairs_of(formula: EvaluatedFormula) -> tuple[RepairView, ...]:
    """What would bring the dials back that are out of their windows."""
    if not formula.check.off:
        return ()
    context = formula.context
    found = find_repairs(formula.dough, context.cupboard, repair_context(formula), context.learned)
    views = (_view(repair, formula) for repair in found)
    return tuple(view for view in views if view is not None)


def repair_context(formula: EvaluatedFormula) -> RepairContext:
    """What repairs of a formula have to keep to."""
    return RepairContext(
        piece_count=formula.figures.piece_count,
        energy=formula.context.preferences.energy,
        prices=formula.prices(*reference_cupboard().ingredients),
        allergens=formula.allergens,
        avoided=frozenset(
            about for dietary_profile in formula.context.dietary_profiles for about in dietary_profile.avoids
        ),
    )


def _view(repair: Repair, formula: EvaluatedFormula) -> RepairView | None:
    """None for a line that cannot be written anew."""
    part = formula.dough.dough.part
    if repair.line_id is None:
        new = f"{repair.change_g:g} g {repair.name}"
        return RepairView(repair, part, new, "", _following(formula, part, Line(new, repair.slug)))
    line = formula.figures.line(repair.line_id)
    if line is None or line.weighed is None:
        return None
    text = adjusted_amount(line, repair.resulting_g / line.weighed.mass_g)
    return RepairView(repair, part, text, line.text, None) if text else None


def _following(formula: EvaluatedFormula, place: int, line: Line) -> MethodFollowing | None:
    """What becomes of the steps where a line comes in; None where that is nothing, and without a method."""
    if not formula.draft.method.strip():
        return None
    after = formula.with_parts(with_line(formula.draft.parts, place, line))
    found = follow_method(formula.draft.method, made_dough(formula), made_dough(after))
    return found if found.steps else None
