"""A bake day planned: its formulas as they are in the kitchen, their tasks, and the plan of them."""

from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass, replace
from datetime import datetime
from uuid import UUID

from ample_crumb.application.bake_days.document import (
    PlannedFormula,
    StoredPlan,
    TaskDetail,
    WeighedFood,
    read_edits,
)
from ample_crumb.application.context import KitchenContext, load_context
from ample_crumb.application.formulas.draft import draft_of
from ample_crumb.application.formulas.evaluated_formula import EvaluatedFormula, evaluated_draft
from ample_crumb.application.formulas.nested_formulas import add_nested_formulas
from ample_crumb.application.problems import NotHere
from ample_crumb.core.formula.steps import written_steps
from ample_crumb.core.planning.deadline_remedies import find_remedies
from ample_crumb.core.planning.edits import TaskEdits, apply_edits
from ample_crumb.core.planning.kitchen import PlanningKitchen
from ample_crumb.core.planning.plan import FormulaTasks, Plan, PlanRequest, Standing
from ample_crumb.core.planning.plan_request import BakeDayAsk
from ample_crumb.core.planning.run import RunState
from ample_crumb.core.planning.schedule import Progress, plan_bake_day
from ample_crumb.core.planning.task import Task, TaskKind
from ample_crumb.core.planning.tasks import tasks_of
from ample_crumb.store import bake_days, formulas, notes
from ample_crumb.store.database import Connection
from ample_crumb.store.notes import NoteRow
from ample_crumb.store.scope import Principal

_MIXED = (TaskKind.COMBINE, TaskKind.FOLD, TaskKind.MIX_WET, TaskKind.BLEND, TaskKind.CREAM)


@dataclass(frozen=True, slots=True)
class FormulaOfDay:
    """A formula worked out, with what was changed of its tasks and noted of it."""

    formula_id: UUID
    evaluated: EvaluatedFormula
    edits: TaskEdits
    noted: tuple[NoteRow, ...] = ()

    def own_tasks(self, prefix: str) -> tuple[Task, ...]:
        """Its tasks as its method and family have them."""
        return tasks_of(self.evaluated.to_make(), self.evaluated.context.cupboard, prefix)

    def tasks(self, prefix: str) -> tuple[Task, ...]:
        """Its tasks as its baker has them."""
        return apply_edits(self.own_tasks(prefix), self.edits)


def evaluated_formulas(connection: Connection, principal: Principal, ids: Sequence[UUID]) -> list[FormulaOfDay]:
    """Formulas of a bake day, in their order. Raises NotHere."""
    context = load_context(connection, principal)
    edits = bake_days.task_edits(connection, principal.kitchen_id, ids)
    found: dict[UUID, FormulaOfDay] = {}
    for formula_id in dict.fromkeys(ids):
        found[formula_id] = FormulaOfDay(
            formula_id,
            _evaluated(connection, principal, formula_id, context),
            read_edits(edits.get(formula_id)),
            tuple(notes.list_notes(connection, principal.kitchen_id, formula_id)),
        )
    return [found[each] for each in ids]


def _evaluated(
    connection: Connection, principal: Principal, formula_id: UUID, context: KitchenContext
) -> EvaluatedFormula:
    row = formulas.find(connection, principal.kitchen_id, formula_id)
    if row is None:
        raise NotHere("formula")
    draft = draft_of(row, formulas.parts_of(connection, principal.kitchen_id, formula_id))
    return evaluated_draft(draft, add_nested_formulas(connection, principal, context, draft.parts, (formula_id,)))


def planned_day(
    ask: BakeDayAsk,
    kitchen: PlanningKitchen,
    day: Sequence[FormulaOfDay],
    standing: Standing | None,
    before: StoredPlan | None,
    watch: Callable[[Progress], bool],
) -> StoredPlan:
    """A bake day planned, or planned anew from where it stands: then with the tasks that it began with. Raises
    CannotUse for what cannot be planned."""
    if standing is not None and before is not None:
        planned, details = before.formulas, dict(before.details)
    else:
        planned = tuple(_planned(day, ask))
        details = {
            task.id: detail
            for each, formula in zip(day, planned, strict=True)
            for task, detail in _details(each, formula.tasks.tasks)
        }
    request = PlanRequest(
        formulas=tuple(each.tasks for each in planned),
        kitchen=kitchen,
        start_min=standing.now_min if standing is not None else _start(ask),
        pinned={each.task: each.start_min for each in ask.pinned},
        standing=standing,
    )
    plan = plan_bake_day(request, watch=watch)
    helps = () if standing is not None else tuple(_told(plan, request))
    return StoredPlan(planned, details, plan, helps)


def _start(ask: BakeDayAsk) -> int | None:
    """As late as can be where something is to be ready; else in the morning."""
    ready = any(formula.ready_by_min is not None for formula in ask.formulas)
    return ask.start_min if ask.start_min is not None or ready else _MORNING_MIN


_MORNING_MIN = 9 * 60


def _told(plan: Plan, request: PlanRequest) -> Iterator[str]:
    for each in find_remedies(request, plan)[:3]:
        yield f"{each.words[:1].upper()}{each.words[1:]} gains {each.gains_min} min."


def _planned(day: Sequence[FormulaOfDay], ask: BakeDayAsk) -> Iterator[PlannedFormula]:
    for number, (each, wanted) in enumerate(zip(day, ask.formulas, strict=True)):
        tasks = each.tasks("abcdef"[number])
        yield PlannedFormula(each.formula_id, FormulaTasks(each.evaluated.draft.name, tasks, wanted.ready_by_min))


def _details(each: FormulaOfDay, tasks: Sequence[Task]) -> Iterator[tuple[Task, TaskDetail]]:
    """What is shown of each task while it is done."""
    evaluated = each.evaluated
    steps = written_steps(evaluated.draft.method)
    state, window = evaluated.check.state, evaluated.made.bake_window
    mixed = [task.id for task in tasks if task.kind in _MIXED][-1:]
    for task in tasks:
        step = steps[task.step] if task.step is not None and task.step < len(steps) else ""
        noted = [note.text for note in each.noted if note.step and note.step == step]
        foods: tuple[WeighedFood, ...] = ()
        if task.kind is TaskKind.WEIGH:
            foods = tuple(_foods(evaluated, task.part))
            ids = {food.line_id for food in foods}
            noted += [note.text for note in each.noted if note.line_id in ids]
        elif task.kind is TaskKind.TAKE_OUT and window is not None:
            noted += [*_WHICH_PIECE, *window.notes[:2]]
        expected = state.sentence if state is not None and task.id in mixed else ""
        yield task, TaskDetail(step, foods, tuple(noted), expected)


_WHICH_PIECE = ("Test the two in the middle, not the ones at the edge: the edge is done first.",)


def _foods(evaluated: EvaluatedFormula, part: str) -> Iterator[WeighedFood]:
    for each in evaluated.figures.parts:
        if each.name == part:
            for line in each.lines:
                if line.weighed is not None:
                    yield WeighedFood(line.id, line.text, line.name, max(line.weighed.prepared_g, line.weighed.mass_g))


def standing_of(state: RunState, before: StoredPlan, zero_at: datetime, now: datetime) -> Standing | None:
    """Where a run stands, in minutes of its day; None before it began."""
    if state.begun_ms is None:
        return None
    zero_ms = round(zero_at.timestamp() * 1000)

    def minute(at_ms: int) -> int:
        return (at_ms - zero_ms) // 60_000

    progress = state.progress.items()
    return Standing(
        now_min=minute(round(now.timestamp() * 1000)),
        done={
            task: (minute(each.begun_ms if each.begun_ms is not None else each.done_ms), minute(each.done_ms))
            for task, each in progress
            if each.done_ms is not None
        },
        begun={
            task: minute(each.begun_ms) for task, each in progress if each.begun_ms is not None and each.done_ms is None
        },
        skipped=frozenset(task for task, each in progress if each.skipped),
        planned_min={each.task.id: each.start_min for each in before.plan.tasks},
    )


def without_unknown(standing: Standing, known: frozenset[str]) -> Standing:
    """Where a run stands by the tasks that a plan knows."""
    return replace(
        standing,
        done={task: each for task, each in standing.done.items() if task in known},
        begun={task: each for task, each in standing.begun.items() if task in known},
    )
