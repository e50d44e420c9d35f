"""The command `plan`: a bake day of one to six recipes, by the clock."""

import argparse
import json
import re
import sys
from collections.abc import Sequence
from datetime import UTC, datetime, time
from pathlib import Path
from typing import Any, Final

from ample_crumb.commands.analyse import ALL_READ, UNUSABLE
from ample_crumb.commands.analysis_json import family_in
from ample_crumb.commands.arguments import AS_WRITTEN, cupboard_of, production_inputs
from ample_crumb.commands.files import recipes_of
from ample_crumb.core.food.cupboard import Cupboard
from ample_crumb.core.formula.formula import parts_of
from ample_crumb.core.formula.reading import ReadingPreferences
from ample_crumb.core.planning.deadline_remedies import find_remedies
from ample_crumb.core.planning.kitchen import PlanningKitchen
from ample_crumb.core.planning.plan import MOST_FORMULAS, FormulaTasks, Plan, PlannedTask, PlanRequest
from ample_crumb.core.planning.schedule import plan_bake_day
from ample_crumb.core.planning.stages import FormulaToMake
from ample_crumb.core.planning.task import DAY_MIN
from ample_crumb.core.planning.tasks import tasks_of
from ample_crumb.core.problem import CannotUse
from ample_crumb.core.production.production import produce
from ample_crumb.core.quantity.units import MeasureSystem
from ample_crumb.formats.plan_calendar import plan_calendar

_NUMBERS: Final = {
    "hands": (6, "people who work"),
    "ovens": (4, "ovens"),
    "shelves": (4, "shelves that an oven bakes on at once"),
    "bowls": (12, "mixing bowls"),
}
"""What the kitchen has at most, and what that is."""


def add_options(parser: argparse.ArgumentParser) -> None:
    """Recipes, when they are wanted, what the kitchen has."""
    parser.add_argument("files", nargs="+", metavar="FILE", help="one to six recipes; - reads standard input")
    parser.add_argument(
        "--ready-by", action="append", default=[], metavar="HH:MM",
        help="when all are to be ready; given several times, one for each recipe in their order",
    )  # fmt: skip
    parser.add_argument("--start", metavar="HH:MM", help="when to begin at the earliest")
    for name, (_, what) in _NUMBERS.items():
        parser.add_argument(f"--{name}", type=int, metavar="N", help=what)
    parser.add_argument("--products", help="own products as CSV; they win over generic ones of the same name")
    parser.add_argument("--measures", choices=list(MeasureSystem), default=MeasureSystem.US, help="whose cups")
    parser.add_argument("--calendar", metavar="FILE.ics", help="write the plan as iCalendar too, for today")
    parser.add_argument("--json", action="store_true", help="print one JSON object")


def run(given: argparse.Namespace) -> int:
    """Reads the recipes and prints the plan; returns the exit code."""
    try:
        request = _request(given)
        plan = plan_bake_day(request)
        for number, late in plan.late_min.items():
            print(f"{request.formulas[number].name} cannot be ready in time: {late} min late.", file=sys.stderr)
        for each in find_remedies(request, plan)[:3]:
            print(f"It would gain {each.gains_min} min: {each.words}.", file=sys.stderr)
        if given.calendar:
            _write_calendar(given, plan, request)
    except CannotUse as problem:
        print(problem, file=sys.stderr)
        return UNUSABLE
    for clash in plan.clashes:
        print(clash, file=sys.stderr)
    if given.json:
        print(json.dumps(_json(plan, request), ensure_ascii=False, indent=2))
    else:
        by_clock = bool(given.start or given.ready_by)
        print("\n".join(_in_words(plan, request, by_clock=by_clock)))
    return ALL_READ


def _request(given: argparse.Namespace) -> PlanRequest:
    if len(given.files) > MOST_FORMULAS:
        raise CannotUse(f"A bake day holds at most {MOST_FORMULAS} recipes.")
    if len(given.ready_by) not in (0, 1, len(given.files)):
        raise CannotUse("Give --ready-by once for all recipes, or once for each of them.")
    asked = {name: number for name in _NUMBERS if (number := getattr(given, name)) is not None}
    for name, number in asked.items():
        most, _ = _NUMBERS[name]
        if not 1 <= number <= most:
            raise CannotUse(f"--{name} is from 1 to {most}, not {number:,}.")
    start = _moment(given.start, "--start") if given.start else None
    # What is to be ready before the clock says when to begin is for the day after.
    ready = [moment + DAY_MIN * (start is not None and moment <= start) for moment in map(_ready, given.ready_by)]
    cupboard = cupboard_of(given.products)
    formulas = []
    for number, name in enumerate(given.files):
        formula = _formula(name, cupboard, ReadingPreferences(MeasureSystem(given.measures)))
        by = ready[number if len(ready) > 1 else 0] if ready else None
        formulas.append(FormulaTasks(formula.name or Path(name).stem, tasks_of(formula, cupboard, f"{number}."), by))
    begins = start if start is not None or ready else 0
    return PlanRequest(tuple(formulas), PlanningKitchen(**asked), begins)


def _formula(name: str, cupboard: Cupboard, preferences: ReadingPreferences) -> FormulaToMake:
    try:
        recipe = recipes_of(name)[0]
        parts, method = parts_of(recipe), "\n".join(recipe.method)
        family = family_in(recipe, parts, cupboard, preferences, "")
        tins, making = production_inputs(AS_WRITTEN, recipe.pieces or 1, recipe.title, method, family)
        made = produce(parts, making, family, tins, cupboard, preferences)
    except CannotUse as problem:
        raise CannotUse(f"{name}: {problem}") from problem
    return FormulaToMake(recipe.title, made, family, method)


def _ready(text: str) -> int:
    return _moment(text, "--ready-by")


def _moment(text: str, option: str) -> int:
    found = re.fullmatch(r"\s*(\d{1,2})[:.](\d{2})\s*", text[:20])
    if not found or int(found[1]) > 23 or int(found[2]) > 59:
        raise CannotUse(f"{option} is a time of the day such as 16:00, not {text[:20]!r}.")
    return int(found[1]) * 60 + int(found[2])


def _json(plan: Plan, request: PlanRequest) -> dict[str, Any]:
    index = {each.task.id: number for number, each in enumerate(plan.tasks)}
    return {
        "status": str(plan.status),
        "bound_min": plan.bound_min,
        "makespan_min": plan.makespan_min,
        "start": _clock(plan.start_min),
        "tasks": [
            {
                "formula": request.formulas[task.formula].name,
                "name": task.task.name,
                "start_min": task.start_min - plan.start_min,
                "end_min": task.end_min - plan.start_min,
                "uses": [str(resource) for resource in task.task.ways[task.way].uses],
                "oven_c": task.oven_c,
                "after": [index[wait.task] for wait in task.task.after],
            }
            for task in plan.tasks
        ],
        "late_min": {request.formulas[number].name: late for number, late in plan.late_min.items()},
    }


def _clock(minutes: int) -> str:
    hours, rest = divmod(minutes % DAY_MIN, 60)
    return f"{hours:02}:{rest:02}"


def _in_words(plan: Plan, request: PlanRequest, *, by_clock: bool) -> Sequence[str]:
    busy = sum(task.end_min - task.start_min for task in plan.tasks if task.hand is not None)
    proven = "proven the shortest" if plan.status == "optimal" else f"at best {plan.bound_min} min"
    said = [f"Hands are busy for {busy} of {plan.makespan_min} min ({proven}).", ""]
    if by_clock:
        begins, ends, worst = map(_clock, (plan.start_min, plan.end_min, plan.worst_end_min))
        said.insert(0, f"Begin at {begins}, done at {ends}; if all goes slowly {worst}.")
    letters = "ABCDEF"
    return [*said, *(_row(task, letters, plan, by_clock=by_clock) for task in plan.tasks), "", *(
        f"{letters[number]}  {formula.name}" for number, formula in enumerate(request.formulas)
    )]  # fmt: skip


def _row(each: PlannedTask, letters: str, plan: Plan, *, by_clock: bool) -> str:
    begins = _clock(each.start_min) if by_clock else f"{each.start_min - plan.start_min:>5}"
    uses = ", ".join(each.task.ways[each.way].uses)
    return f"{begins}  {each.end_min - each.start_min:>4} min  {letters[each.formula]}  {each.task.name}" + (
        f"  ({uses})" if uses else ""
    )


def _write_calendar(given: argparse.Namespace, plan: Plan, request: PlanRequest) -> None:
    now = datetime.now(UTC).astimezone()
    midnight = datetime.combine(now.date(), time(), now.tzinfo)
    names = tuple(formula.name for formula in request.formulas)
    try:
        Path(given.calendar).write_bytes(plan_calendar(plan, names, midnight, now, f"{now:%Y%m%d}"))
    except OSError as wrong:
        raise CannotUse(f"Cannot write {given.calendar}: {wrong.strerror}.") from wrong
