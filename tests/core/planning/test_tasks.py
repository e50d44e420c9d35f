"""The tasks of recipes, judged by hand before they were worked out."""

import unittest

from hypothesis import given
from hypothesis import strategies as st

from ample_crumb.core.planning.clauses import clauses_of
from ample_crumb.core.planning.task import Resource, Task, TaskKind, hands_on_min, work_of
from tests.core.planning.given import ROUNDS, SET_BARS, SLAB, tasks_in


def kinds(tasks: tuple[Task, ...]) -> list[str]:
    return [str(task.kind) for task in tasks]


def one(tasks: tuple[Task, ...], kind: str, number: int = 0) -> Task:
    return [task for task in tasks if task.kind == kind][number]


def comes_before(tasks: tuple[Task, ...], first: Task, then: Task) -> bool:
    """Whether one waits for the other, directly or by others."""
    known = {task.id: task for task in tasks}
    waits = [wait.task for wait in then.after]
    while waits:
        here = waits.pop()
        if here == first.id:
            return True
        waits += [wait.task for wait in known[here].after]
    return False


class Clauses(unittest.TestCase):
    def read(self, step: str) -> list[str]:
        return [str(clause.kind) for clause in clauses_of((step,))]

    def test_a_step_is_as_many_works_as_it_says(self) -> None:
        for step, expected in (
            ("Whisk dry and wet apart, fold together, rest 5 minutes.", ["mix dry", "mix wet", "fold", "rest"]),
            ("Press the crust into a lined tin and bake it blind for 8 minutes at 175 °C.", ["press", "bake"]),
            ("Simmer the plums for 10 minutes and spread them on the cold slab.", ["cook", "glaze"]),
            ("While it bakes, mix the topping and brush over the warm cake.", ["mix wet", "glaze"]),
            ("Melt chocolate. Spoon half into 6 cases, freeze 5 min.", ["melt", "portion", "freeze"]),
            ("Mix the rest.", ["mix wet"]),
            ("Cream the butter with the sugar, add cream cheese.", ["cream", "combine"]),
            ("Whip the whites to stiff peaks, fold in.", ["whip", "fold"]),
            ("35-40 min.", ["bake"]),
            ("Air fry at 160 °C for 10 minutes, rotate the tray half-way.", ["bake", "turn"]),
            ("Leave it a minute before the spoon goes in.", ["rest"]),
            ("Roll into 15 balls and keep in the fridge 1 hour.", ["roll", "chill"]),
            ("Store in the fridge for up to 4 days. Serve cold.", []),
            ("Cook time: 45 minutes", []),
            ("Remove the foil for the last ten minutes.", ["uncover"]),
            ("Dip each in the chocolate.", ["dip"]),
        ):  # fmt: skip
            with self.subTest(step):
                self.assertEqual(self.read(step), expected)

    def test_minutes_and_heat_are_read_where_they_stand(self) -> None:
        (bake,) = clauses_of(("Bake 25 to 30 minutes at 350°F.",))
        self.assertEqual((bake.low_min, bake.high_min, bake.oven_c), (25, 30, 177))

    @given(st.text(max_size=400))
    def test_any_text_is_read(self, text: str) -> None:
        clauses_of((text,))


class OfRounds(unittest.TestCase):
    TASKS = tasks_in(ROUNDS)

    def test_forty_rounds_take_several_trays_each_put_in_baked_turned_and_taken_out(self) -> None:
        loads = kinds(self.TASKS).count("load")
        self.assertGreater(loads, 1)
        for kind in ("portion", "bake", "turn", "take out"):
            self.assertEqual(kinds(self.TASKS).count(kind), loads, kind)

    def test_a_tray_goes_in_hot_and_is_baked_at_once_as_long_as_the_method_says(self) -> None:
        load, bake = one(self.TASKS, "load"), one(self.TASKS, "bake")
        preheat = one(self.TASKS, "preheat")
        self.assertIn((preheat.id, 0, 20), [(wait.task, wait.least_min, wait.longest_min) for wait in load.after])
        self.assertEqual([(wait.task, wait.longest_min) for wait in bake.after], [(load.id, 0)])
        self.assertEqual((bake.minutes.least, bake.minutes.likely, bake.minutes.most, bake.oven_c), (12, 13, 14, 180))

    def test_trays_go_in_one_after_the_other(self) -> None:
        self.assertTrue(comes_before(self.TASKS, one(self.TASKS, "load"), one(self.TASKS, "load", 1)))
        self.assertFalse(comes_before(self.TASKS, one(self.TASKS, "bake"), one(self.TASKS, "load", 1)))

    def test_a_batter_waits_for_the_oven_half_an_hour_at_most(self) -> None:
        load, portion = one(self.TASKS, "load"), one(self.TASKS, "portion")
        self.assertIn((portion.id, 30), [(wait.task, wait.longest_min) for wait in load.after])

    def test_dry_and_wet_wait_for_nothing_of_each_other_and_come_together(self) -> None:
        dry, wet, together = one(self.TASKS, "mix dry"), one(self.TASKS, "mix wet"), one(self.TASKS, "fold")
        self.assertFalse(comes_before(self.TASKS, dry, wet) or comes_before(self.TASKS, wet, dry))
        self.assertTrue(comes_before(self.TASKS, dry, together) and comes_before(self.TASKS, wet, together))

    def test_a_child_can_scoop_with_raw_egg_said_and_does_not_load_the_oven(self) -> None:
        self.assertEqual((one(self.TASKS, "portion").child, one(self.TASKS, "portion").hazard), (True, "raw"))
        self.assertEqual((one(self.TASKS, "load").child, one(self.TASKS, "load").hazard), (False, "hot"))


class OfATraybake(unittest.TestCase):
    def test_what_is_pressed_into_one_tin_and_cut_is_baked_at_once(self) -> None:
        pressed = ROUNDS.replace("Scoop onto a lined tray.", "Press into a lined tray.").replace(
            "14 minutes.", "14 minutes. Cut in 40."
        )
        found = kinds(tasks_in(pressed, family="cookie"))
        self.assertEqual((found.count("load"), found.count("cut")), (1, 1))


class OfASlab(unittest.TestCase):
    TASKS = tasks_in(SLAB)

    def test_what_the_method_does_not_say_is_there(self) -> None:
        for kind in (
            "drain",
            "weigh",
            "preheat",
            "line",
            "turn",
            "take out",
            "cool in the tin",
            "cool",
            "cut",
            "wash up",
        ):
            self.assertIn(kind, kinds(self.TASKS))

    def test_beans_are_drained_before_they_are_weighed_and_the_tin_lined_before_it_is_filled(self) -> None:
        tasks = self.TASKS
        self.assertTrue(comes_before(tasks, one(tasks, "drain"), one(tasks, "weigh")))
        self.assertTrue(comes_before(tasks, one(tasks, "line"), one(tasks, "pour")))
        self.assertFalse(comes_before(tasks, one(tasks, "weigh"), one(tasks, "line")))

    def test_it_is_cut_cold(self) -> None:
        self.assertTrue(comes_before(self.TASKS, one(self.TASKS, "cool"), one(self.TASKS, "cut")))

    def test_an_oven_takes_longer_to_a_higher_heat(self) -> None:
        hot = one(tasks_in(SLAB.replace("175", "220")), "preheat")
        self.assertGreater(hot.minutes.likely, one(self.TASKS, "preheat").minutes.likely)

    def test_paper_clings_to_a_lean_crumb(self) -> None:
        lean = tasks_in(SLAB.replace("60 g almond butter", "60 g apple sauce"))
        self.assertIn("clings", one(lean, "line").advice)
        self.assertNotIn("clings", one(self.TASKS, "line").advice)


class OfLayers(unittest.TestCase):
    TASKS = tasks_in(SET_BARS)

    def test_the_base_is_chilled_in_either_cold_and_the_filling_made_meanwhile(self) -> None:
        chill, soak = one(self.TASKS, "chill"), one(self.TASKS, "soak")
        self.assertEqual([way.uses for way in chill.ways], [(Resource.FRIDGE,), (Resource.FREEZER,)])
        self.assertEqual([way.minutes.likely for way in chill.ways], [15, 5])
        self.assertFalse(comes_before(self.TASKS, chill, soak))
        self.assertTrue(comes_before(self.TASKS, chill, one(self.TASKS, "pour")))

    def test_a_layer_is_ready_for_the_next_when_it_is_firm(self) -> None:
        self.assertIn("Firm", one(self.TASKS, "chill").sign)

    def test_three_hours_in_the_fridge_set_it_and_nothing_is_baked(self) -> None:
        self.assertEqual(one(self.TASKS, "set").minutes.likely, 180)
        self.assertNotIn("preheat", kinds(self.TASKS))

    def test_gelatine_soaks_before_it_is_warmed(self) -> None:
        self.assertTrue(comes_before(self.TASKS, one(self.TASKS, "soak"), one(self.TASKS, "melt")))


class OfLittleText(unittest.TestCase):
    def test_without_a_method_it_is_made_as_its_family_is(self) -> None:
        text = "Plain muffins\nmakes 24\n\n300 g flour\n3 tsp baking powder\n3 eggs\n200 g skyr\n100 g sugar\n"
        found = kinds(tasks_in(text, family="muffin"))
        for kind in ("mix dry", "mix wet", "combine", "preheat", "line", "load", "bake", "wash up"):
            self.assertIn(kind, found)
        # One tin of twelve, filled twice.
        self.assertEqual(found.count("bake"), 2)

    def test_every_task_waits_only_for_tasks_before_it(self) -> None:
        for text in (ROUNDS, SLAB, SET_BARS):
            seen: set[str] = set()
            for task in tasks_in(text):
                self.assertLessEqual({wait.task for wait in task.after}, seen)
                seen.add(task.id)

    def test_hands_are_busy_with_what_needs_hands(self) -> None:
        tasks = tasks_in(SLAB)
        self.assertEqual(hands_on_min(tasks), sum(t.minutes.likely for t in tasks if Resource.HANDS in t.ways[0].uses))


class TheTable(unittest.TestCase):
    def test_every_kind_has_its_minutes_and_they_are_in_order(self) -> None:
        for kind in TaskKind:
            minutes = work_of(kind).takes(lines=5, pieces=12)
            self.assertTrue(1 <= minutes.least <= minutes.likely <= minutes.most, kind)
