"""Repairs of what is on the Bench, with the text that each makes of its line."""

from ample_crumb.application.crumb.views import LookView, RepairView, StepwiseView
from ample_crumb.application.formulas.evaluated_formula import EvaluatedFormula
from ample_crumb.application.formulas.formula_in_kitchen import made_dough
from ample_crumb.core.crumb.dough_diagnosis import Remedy, Stage, StepwiseRepair, look_at
from ample_crumb.core.crumb.dough_state import Consistency
from ample_crumb.core.crumb.repairs import Repair, RepairContext, find_repairs
from ample_crumb.core.food.cupboard import reference_cupboard
from ample_crumb.core.formula.formula import Line
from ample_crumb.core.formula.rewrite import adjusted_amount, with_line
from ample_crumb.core.problem import CannotUse
from ample_crumb.core.swap.method_following import MethodFollowing, follow_method


def repairs_of(formula: EvaluatedFormula) -> tuple[RepairView, ...]:
    """What would bring the dials back that are out of their windows."""
    if not formula.check.off:
        return ()
    context = formula.context
    found = find_repairs(formula.dough, context.cupboard, repair_context(formula), context.learned)
    views = (_view(repair, formula) for repair in found)
    return tuple(view for view in views if view is not None)


def look_at_dough(formula: EvaluatedFormula, said: Consistency, stage: Stage) -> LookView:
    """What to do about a dough that is like that. Raises CannotUse where nobody knows what it should be like."""
    context = formula.context
    found = look_at(formula.dough, said, stage, context.cupboard, repair_context(formula), context.learned)
    if found is None:
        raise CannotUse("Nobody can say what this dough should be like yet; let its lines be read first.")
    thinner = found.steps_off > 0
    told = "dough thinner than told" if thinner else "dough stiffer than told"
    ways = (_stepwise(repair, formula) for repair in found.repairs)
    return LookView(
        meant=found.meant,
        remedy=found.remedy,
        sentence=found.sentence,
        ways=tuple(way for way in ways if way is not None),
        teaches=told if found.remedy is Remedy.ADD else "",
    )


def _stepwise(repair: StepwiseRepair, formula: EvaluatedFormula) -> StepwiseView | None:
    """None for a line that cannot be written anew."""
    part, half = formula.dough.dough.part, repair.first_g
    if repair.line_id is None:
        return StepwiseView(repair, part, f"{half:g} g {repair.name}", "")
    line = formula.figures.line(repair.line_id)
    if line is None or line.weighed is None or not line.weighed.mass_g:
        return None
    text = adjusted_amount(line, (line.weighed.mass_g + half) / line.weighed.mass_g)
    return StepwiseView(repair, part, text, line.text) if text else None


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
