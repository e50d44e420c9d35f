"""The planner against job shops whose shortest span is proven: each machine a thing of the kitchen.

ft06: Fisher and Thompson 1963, 6 jobs on 6 machines, shortest 55. la01: Lawrence 1984, 10 jobs on 5 machines, shortest
666. Numbers from memory of the benchmark collections, held by the spans: a wrong one would hardly give them.
"""

import unittest

from ample_crumb.core.planning.kitchen import PlanningKitchen
from ample_crumb.core.planning.plan import FormulaTasks, PlanRequest
from ample_crumb.core.planning.schedule import Effort, plan_bake_day
from ample_crumb.core.planning.task import After, Minutes, Resource, Task, TaskKind, Way
from tests.core.planning.checker import broken

FT06 = """
2 1 0 3 1 6 3 7 5 3 4 6
1 8 2 5 4 10 5 10 0 10 3 4
2 5 3 4 5 8 0 9 1 1 4 7
1 5 0 5 2 5 3 3 4 8 5 9
2 9 1 3 4 5 5 4 0 3 3 1
1 3 3 3 5 9 0 10 4 4 2 1
"""
LA01 = """
1 21 0 53 4 95 3 55 2 34
0 21 3 52 4 16 2 26 1 71
3 39 4 98 1 42 2 31 0 12
1 77 0 55 4 79 2 66 3 77
0 83 3 34 2 64 1 19 4 37
1 54 2 43 4 79 0 92 3 62
3 69 4 77 1 87 2 87 0 93
2 38 0 60 1 41 3 24 4 83
3 17 1 49 4 25 0 44 2 98
4 77 3 79 2 43 1 75 0 96
"""
MACHINES = (
    Resource.HANDS, Resource.MICROWAVE, Resource.FREEZER, Resource.FRIDGE, Resource.STOVE, Resource.OVEN,
)  # fmt: skip
ONE_OF_EACH = PlanningKitchen(burners=1, fridge_shelves=1)


def shop(text: str) -> PlanRequest:
    """A job a formula of six at most at a time; more jobs than that stand beside each other in one formula."""
    formulas: list[list[Task]] = [[] for _ in range(6)]
    for job, row in enumerate(text.strip().splitlines()):
        numbers = [int(each) for each in row.split()]
        after: tuple[After, ...] = ()
        for place, (machine, minutes) in enumerate(zip(numbers[::2], numbers[1::2], strict=True)):
            way = Way(Minutes(minutes, minutes, minutes), (MACHINES[machine],))
            task = Task(f"{job}.{place}", TaskKind.BAKE, f"{job}.{place}", (way,), after, 180)
            formulas[job % 6].append(task)
            after = (After(task.id),)
    return PlanRequest(tuple(FormulaTasks(f"{n}", tuple(tasks)) for n, tasks in enumerate(formulas)), ONE_OF_EACH)


class JobShops(unittest.TestCase):
    def test_the_shortest_spans(self) -> None:
        for name, text, shortest in (("ft06", FT06, 55), ("la01", LA01, 666)):
            with self.subTest(name):
                request = shop(text)
                # Only the span is published; what comes after it is not searched for.
                plan = plan_bake_day(request, Effort(300), lambda each: each.aim == 1)
                self.assertEqual((plan.makespan_min, plan.bound_min, plan.status), (shortest, shortest, "optimal"))
                self.assertEqual(list(broken(plan, request)), [])
