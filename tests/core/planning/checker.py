"""Whether a plan can be run, found out minute by minute from what the plan says; it shares nothing with the planner."""

from collections import defaultdict
from collections.abc import Iterator

from ample_crumb.core.planning.plan import Plan, PlannedTask, PlanRequest
from ample_crumb.core.planning.task import Task


def broken(plan: Plan, request: PlanRequest) -> Iterator[str]:
    """What a plan breaks, a sentence each; nothing for one that can be run."""
    wanted = {task.id: task for formula in request.formulas for task in formula.tasks}
    placed = {each.task.id: each for each in plan.tasks}
    yield from (
        f"{name} is not planned" for name, task in wanted.items() if name not in placed and task.kind != "preheat"
    )
    for each in plan.tasks:
        minutes = each.end_min - each.start_min
        if minutes != each.task.ways[each.way].minutes.likely:
            yield f"{each.task.id} takes {minutes}"
        for wait in wanted[each.task.id].after if each.task.id in wanted else each.task.after:
            before = placed.get(wait.task)
            if before is None:
                continue
            waited = each.start_min - before.end_min
            if waited < wait.least_min or (wait.longest_min is not None and waited > wait.longest_min):
                yield f"{each.task.id} waits {waited} for {wait.task}"
    yield from _by_the_minute(plan, request)
    yield from _bowls(plan, request)
    yield from _ovens(plan, request)


def _by_the_minute(plan: Plan, request: PlanRequest) -> Iterator[str]:
    kitchen = request.kitchen
    most = {
        "hands": kitchen.hands,
        "microwave": kitchen.microwaves,
        "stove": kitchen.burners,
        "fridge": kitchen.fridge_shelves,
        "freezer": kitchen.freezer_shelves,
        "blender": kitchen.blenders,
    }
    for minute in range(plan.start_min, plan.end_min):
        now = [task for task in plan.tasks if task.start_min <= minute < task.end_min]
        used: dict[str, int] = defaultdict(int)
        for each in now:
            for thing in each.task.ways[each.way].uses:
                used[str(thing)] += 1
        for name, count in used.items():
            if name in most and count > most[name]:
                yield f"{name} {count} times at {minute}"
        hands = [each.hand for each in now if each.hand is not None]
        if len(hands) != len(set(hands)):
            yield f"one hand twice at {minute}"


def _ovens(plan: Plan, request: PlanRequest) -> Iterator[str]:
    ovens: dict[int, list[PlannedTask]] = defaultdict(list)
    for each in plan.tasks:
        if each.oven is not None:
            ovens[each.oven].append(each)
    if any(number >= request.kitchen.ovens for number in ovens):
        yield "an oven that is not there"
    for tasks in ovens.values():
        for minute in range(plan.start_min, plan.end_min):
            now = [each for each in tasks if each.start_min <= minute < each.end_min]
            baking = [each for each in now if each.task.kind != "preheat"]
            if len({each.oven_c for each in now}) > 1:
                yield f"two heats at {minute}"
            if len(baking) > request.kitchen.shelves:
                yield f"{len(baking)} loads at {minute}"
        for each in tasks:
            written = each.task.oven_c or 0
            if each.task.kind == "preheat" or not any(task.kind == "preheat" for task in _of(request, each)):
                continue
            if abs((each.oven_c or 0) - written) > request.kitchen.heat_tolerance_c:
                yield f"{each.task.id} at {each.oven_c}"
            before = [
                other for other in tasks
                if other.start_min < each.start_min and other is not each and other.oven_c == each.oven_c
                and each.start_min - other.end_min <= 22
            ]  # fmt: skip
            between = [
                other for other in tasks
                if other.oven_c != each.oven_c and other.end_min > max((one.end_min for one in before), default=0)
                and other.start_min < each.start_min
            ]  # fmt: skip
            if not before or between:
                yield f"{each.task.id} finds no hot oven"


def _of(request: PlanRequest, each: PlannedTask) -> tuple[Task, ...]:
    return request.formulas[each.formula].tasks


def _bowls(plan: Plan, request: PlanRequest) -> Iterator[str]:
    """Mixes in one bowl at a time, with a wash between those of two formulas."""
    mixes: dict[str, list[PlannedTask]] = defaultdict(list)
    for each in plan.tasks:
        if each.task.kind != "wash":
            for vessel in each.task.vessels:
                mixes[vessel].append(each)
    washed = {vessel: task for task in plan.tasks if task.task.kind == "wash" for vessel in task.task.vessels}
    for kind, most in (("bowl", request.kitchen.bowls), ("blender", request.kitchen.blenders)):
        spans = sorted(
            (min(each.start_min for each in held), max(each.end_min for each in held), vessel)
            for vessel, held in mixes.items() if vessel.endswith(kind)
        )  # fmt: skip
        # When each is free, and the mix that soils it; empty for a clean one.
        free: list[tuple[int, str]] = [(plan.start_min, "")] * most
        for start, end, vessel in spans:
            fit = [one for one in free if one[0] <= start and _may_follow(one[1], vessel)]
            if not fit:
                yield f"no {kind} that is clean enough for {vessel} at {start}"
                continue
            # One that only this mix may go into first, so that clean ones are left for others.
            free.remove(max(fit, key=lambda one: (one[1] != "", one[0])))
            wash = washed.get(vessel)
            free.append((wash.end_min, "") if wash else (end, vessel))


def _may_follow(soiled_by: str, vessel: str) -> bool:
    """Whether a mix may go into what another was in, unwashed: the dust of dry goods of its own formula is no harm."""
    return not soiled_by or (soiled_by.endswith("dry-bowl") and soiled_by[0] == vessel[0])
