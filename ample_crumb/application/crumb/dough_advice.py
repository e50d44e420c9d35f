"""What to do about a dough on the Bench that looks wrong."""

from ample_crumb.application.crumb.views import LookView, StepwiseView
from ample_crumb.application.formulas.evaluated_formula import EvaluatedFormula
from ample_crumb.application.formulas.repair_options import repair_context
from ample_crumb.core.crumb.dough_diagnosis import Remedy, Stage, StepwiseRepair, diagnose_dough
from ample_crumb.core.crumb.dough_state import Consistency
from ample_crumb.core.formula.rewrite import adjusted_amount
from ample_crumb.core.problem import CannotUse


def look_at_dough(formula: EvaluatedFormula, said: Consistency, stage: Stage) -> LookView:
    """What to do about a dough that is like that. Raises CannotUse where nobody knows what it should be like."""
    context = formula.context
    found = diagnose_dough(formula.dough, said, stage, context.cupboard, repair_context(formula), context.learned)
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
