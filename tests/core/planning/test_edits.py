"""What a baker changes of tasks."""

import unittest

from ample_crumb.core.planning.edits import OwnTask, TaskEdit, TaskEdits, apply_edits, task_keys
from ample_crumb.core.planning.plan import FormulaTasks, PlanRequest
from ample_crumb.core.planning.schedule import Effort, plan_bake_day
from ample_crumb.core.planning.solo_duration import alone_min, bite_min, bowl_count, tools_for
from tests.core.planning.given import ROUNDS, SET_BARS, SLAB, tasks_in


class Edited(unittest.TestCase):
    TASKS = tasks_in(SLAB)

    def kept(self, *changed: TaskEdit, own: tuple[OwnTask, ...] = ()) -> dict[str, object]:
        return {task.id: task for task in apply_edits(self.TASKS, TaskEdits(changed, own))}

    def id_of(self, key: str) -> str:
        return next(task_id for task_id, name in task_keys(self.TASKS).items() if name == key)

    def test_other_minutes_keep_how_far_they_spread(self) -> None:
        (weigh,) = [
            task for task in apply_edits(self.TASKS, TaskEdits((TaskEdit("weigh 1", 20),))) if task.kind == "weigh"
        ]
        self.assertEqual(weigh.minutes.likely, 20)
        self.assertTrue(weigh.minutes.least < 20 < weigh.minutes.most)

    def test_left_out_it_is_gone_and_nothing_waits_for_it(self) -> None:
        gone = self.id_of("blend 1")
        tasks = apply_edits(self.TASKS, TaskEdits((TaskEdit("blend 1", left_out=True),)))
        self.assertNotIn(gone, {wait.task for task in tasks for wait in task.after})
        # What waited for it waits for what it waited for.
        pour = next(task for task in tasks if task.kind == "pour")
        self.assertIn(self.id_of("weigh 1"), {wait.task for wait in pour.after})

    def test_a_task_of_ones_own_comes_behind_its_own_and_before_what_followed(self) -> None:
        own = OwnTask("weigh 1", "Fetch the dog", 3)
        tasks = apply_edits(self.TASKS, TaskEdits(own=(own,)))
        plan = plan_bake_day(PlanRequest((FormulaTasks("x", tasks),)), Effort(10))
        at = {task.task.name: (task.start_min, task.end_min) for task in plan.tasks}
        self.assertLessEqual(at["Weigh in"][1], at["Fetch the dog"][0])
        blend = next(task for task in plan.tasks if task.task.kind == "blend")
        self.assertLessEqual(at["Fetch the dog"][1], blend.start_min)

    def test_what_is_said_of_a_task_that_is_gone_changes_nothing(self) -> None:
        edits = TaskEdits((TaskEdit("dip 7", 5),), (OwnTask("dip 7", "x", 5),))
        self.assertEqual(apply_edits(self.TASKS, edits), self.TASKS)


class Alone(unittest.TestCase):
    def test_alone_it_takes_no_less_than_the_best_plan_and_little_more(self) -> None:
        for text in (SLAB, ROUNDS, SET_BARS):
            tasks = tasks_in(text)
            best = plan_bake_day(PlanRequest((FormulaTasks("x", tasks),)), Effort(10)).makespan_min
            # The fast sum knows no loading and taking out between the trays of one oven.
            loads = sum(task.kind == "bake" for task in tasks)
            least = best if loads < 2 else best * 0.85
            self.assertTrue(least <= alone_min(tasks) <= best * 1.1 + 2, (text, best, alone_min(tasks)))

    def test_alone_two_long_bakes_follow_each_other_in_the_one_oven(self) -> None:
        tasks = tasks_in(ROUNDS.replace("12 to 14 minutes", "88 to 92 minutes"))
        self.assertEqual(sum(task.kind == "bake" for task in tasks), 2)
        # Worked by hand: two bakes of 90 minutes cannot end sooner than 180 minutes after the first begins.
        self.assertGreaterEqual(alone_min(tasks), 180)

    def test_nobody_waits_for_the_washing_up_to_bite(self) -> None:
        for text in (SLAB, ROUNDS, SET_BARS):
            tasks = tasks_in(text)
            washing = sum(task.minutes.likely for task in tasks if task.kind == "wash up")
            self.assertGreater(washing, 0)
            self.assertTrue(alone_min(tasks) - washing <= bite_min(tasks) < alone_min(tasks) + 1)
            self.assertEqual(bite_min([task for task in tasks if task.kind != "wash up"]), bite_min(tasks))

    def test_bowls_and_tools(self) -> None:
        self.assertEqual((bowl_count(tasks_in(ROUNDS)), bowl_count(tasks_in(SLAB))), (2, 0))
        self.assertTrue(any(tool.startswith("blender") for tool in tools_for(tasks_in(SLAB))))
        self.assertFalse(any(tool.startswith("blender") for tool in tools_for(tasks_in(ROUNDS))))
