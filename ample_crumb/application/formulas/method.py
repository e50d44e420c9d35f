"""The tab Method: steps with their lines, times and checks."""

from dataclasses import dataclass

from ample_crumb.application.formulas.draft import Bench
from ample_crumb.application.formulas.evaluation import evaluate_bench
from ample_crumb.core.crumb.dough_state import DoughState
from ample_crumb.core.crumb.hazard import Hazard
from ample_crumb.core.formula.steps import Step, StepCheck, checks_of, find_mixing_step, link_names, steps_of
from ample_crumb.store.database import Database
from ample_crumb.store.scope import Principal


@dataclass(frozen=True, slots=True)
class MethodView:
    """The method of the Bench in steps. `linked` is its text with the names of lines in braces. Minutes are of all
    steps together, as far as they say. After the step `mixed_at` the dough is like `state`."""

    steps: tuple[Step, ...]
    checks: tuple[StepCheck, ...]
    hazards: tuple[Hazard, ...]
    linked: str
    low_min: float
    high_min: float
    mixed_at: int | None
    state: DoughState | None


def method_view(database: Database, principal: Principal, bench: Bench) -> MethodView:
    """The steps of what is on the Bench."""
    formula = evaluate_bench(database, principal, bench)
    steps = steps_of(bench.method, formula.figures)
    return MethodView(
        steps=steps,
        checks=checks_of(bench.method, formula.figures, formula.context.cupboard),
        hazards=formula.hazards,
        linked=link_names(bench.method, formula.figures),
        low_min=sum(step.low_min or 0.0 for step in steps),
        high_min=sum(step.high_min or 0.0 for step in steps),
        mixed_at=find_mixing_step(steps),
        state=formula.check.state,
    )
