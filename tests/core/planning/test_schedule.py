"""Plans: that they can be run, and are as short as can be."""

import unittest
from dataclasses import replace

from hypothesis import given, settings
from hypothesis import strategies as st

from ample_crumb.core.planning.deadline_remedies import find_remedies
from ample_crumb.core.planning.kitchen import PlanningKitchen
from ample_crumb.core.planning.plan import Circle, FormulaTasks, Plan, PlanRequest, Standing
from ample_crumb.core.planning.schedule import Effort, Progress, plan_bake_day
from ample_crumb.core.planning.solo_duration import alone_min, bite_min
from ample_crumb.core.planning.task import After, Minutes, Resource, Task, TaskKind, Way
from ample_crumb.core.problem import CannotUse
from tests.core.planning.checker import broken
from tests.core.planning.given import ROUNDS, SET_BARS, SLAB, formula_tasks, task

THREE = (formula_tasks(ROUNDS, "r"), formula_tasks(SLAB, "s"), formula_tasks(SET_BARS, "q"))
H = Resource.HANDS
LONG = Effort(12)
"""More than it takes, also on a machine that is busy with other things."""


def few_aims(progress: Progress) -> bool:
    """Goes on up to the third aim: what comes after it tidies up, and is looked at by the checker alone."""
    return progress.aim <= 3


class ABakeDay(unittest.TestCase):
    def planned(self, request: PlanRequest, kept_in: PlanRequest | None = None) -> Plan:
        plan = plan_bake_day(request, LONG, few_aims)
        self.assertEqual(list(broken(plan, kept_in or request)), [])
        return plan

    def test_three_formulas_in_one_oven(self) -> None:
        plan = self.planned(PlanRequest(THREE))
        self.assertEqual((plan.status, plan.bound_min), ("optimal", plan.makespan_min))
        # The long set goes first: three hours of it, what leads to it, and the cut.
        self.assertLess(plan.makespan_min, 180 + 40)

    def test_the_order_in_which_formulas_are_given_changes_no_span(self) -> None:
        spans = {self.planned(PlanRequest(formulas)).makespan_min for formulas in (THREE, THREE[::-1])}
        self.assertEqual(len(spans), 1)

    def test_backward_all_is_ready_and_nothing_begins_sooner_than_it_must(self) -> None:
        asked = PlanRequest(tuple(replace(each, ready_by_min=960) for each in THREE), start_min=None)
        plan = self.planned(asked)
        self.assertEqual((plan.late_min, plan.end_min), ({}, 960))
        self.assertEqual(plan.makespan_min, plan_bake_day(PlanRequest(THREE), LONG, few_aims).makespan_min)

    def test_however_soon_the_search_ends_all_is_ready_just_in_time(self) -> None:
        asked = PlanRequest(tuple(replace(each, ready_by_min=960) for each in THREE), start_min=None)
        # Stopped at the first plan that there is.
        plan = plan_bake_day(asked, LONG, lambda _: False)
        ends = [each.end_min for each in plan.tasks if each.task.kind not in ("wash up", "wash")]
        self.assertEqual(max(ends), 960)

    def test_not_before_a_moment_is_no_reason_to_begin_then(self) -> None:
        asked = tuple(replace(each, ready_by_min=960) for each in THREE)
        free, from_ten = (self.planned(PlanRequest(asked, start_min=start)) for start in (None, 600))
        self.assertEqual((from_ten.start_min, from_ten.end_min), (free.start_min, 960))

    def test_several_moments_to_be_ready_by(self) -> None:
        moments = (700, 960, 900)
        asked = tuple(replace(each, ready_by_min=moment) for each, moment in zip(THREE, moments, strict=True))
        plan = self.planned(PlanRequest(asked, start_min=None))
        for number, moment in enumerate(moments):
            ends = [each.end_min for each in plan.tasks if each.formula == number and each.task.kind != "wash up"]
            self.assertLessEqual(max(ends), moment)

    def test_one_who_cannot_be_ready_is_told_by_how_much_and_what_would_help(self) -> None:
        asked = PlanRequest(tuple(replace(each, ready_by_min=120) for each in THREE[:2] + THREE[2:]), start_min=0)
        plan = plan_bake_day(asked, LONG, few_aims)
        # Three hours in the fridge do not fit into two.
        self.assertGreaterEqual(plan.late_min[2], 60)
        self.assertIn("leaving “Quark bars” for another day", [each.words for each in find_remedies(asked, plan)])

    def test_a_second_pair_of_hands_never_takes_longer(self) -> None:
        alone, together = (
            self.planned(PlanRequest(THREE[:2], PlanningKitchen(hands=hands))).makespan_min for hands in (1, 2)
        )
        self.assertLess(together, alone)

    def test_few_bowls_are_washed_between_and_many_are_not(self) -> None:
        few = self.planned(PlanRequest(THREE, PlanningKitchen(bowls=2)))
        many = self.planned(PlanRequest(THREE, PlanningKitchen(bowls=6, blenders=2)))
        washes = [sum(each.task.kind == "wash" for each in plan.tasks) for plan in (few, many)]
        self.assertGreater(washes[0], 0)
        self.assertEqual(washes[1], 0)

    def test_one_bowl_is_too_few_for_dry_and_wet_and_that_is_told(self) -> None:
        one, two = (PlanRequest(THREE[:1], PlanningKitchen(bowls=bowls)) for bowls in (1, 2))
        self.assertEqual(
            self.planned(one, kept_in=two).clashes, ("One task needs 2 bowls at once; borrow one, or take a big pot.",)
        )

    def test_slowly_no_task_ends_sooner_and_none_begins_before_what_it_waits_for(self) -> None:
        plan = self.planned(PlanRequest(THREE))
        worst = {each.task.id: each.worst_end_min for each in plan.tasks}
        for each in plan.tasks:
            self.assertGreaterEqual(each.worst_end_min, each.end_min)
            for wait in each.task.after:
                self.assertGreaterEqual(each.worst_start_min, worst[wait.task])

    def test_slowly_the_next_waits_for_the_same_hands(self) -> None:
        """By hand: 10 and 5 minutes with one pair of hands are done at 15; at their slowest, 18 and 9, at 27."""
        first, then = task("first", 10, H, most=18), task("then", 5, H, after=(After("first"),), most=9)
        plan = plan_bake_day(PlanRequest((FormulaTasks("One", (first, then)),)), LONG)
        ends = {each.task.id: (each.end_min, each.worst_start_min, each.worst_end_min) for each in plan.tasks}
        self.assertEqual(ends, {"first": (10, 0, 18), "then": (15, 18, 27)})
        # Not because one waits for the other, but because there are no other hands.
        other = replace(then, after=())
        plan = plan_bake_day(PlanRequest((FormulaTasks("One", (first,)), FormulaTasks("Two", (other,)))), LONG)
        self.assertEqual(plan.worst_end_min, 27)
        self.assertEqual(sorted(each.worst_start_min for each in plan.tasks)[0], 0)

    def test_washing_up_may_come_after_the_moment(self) -> None:
        """By hand: half an hour of work is ready at 60; ten minutes of washing up come after and make nothing late."""
        work = task("work", 30, H)
        wash = replace(task("wash", 10, H, after=(After("work"),)), kind=TaskKind.WASH_UP)
        for start in (None, 30):
            plan = plan_bake_day(PlanRequest((FormulaTasks("One", (work, wash), 60),), start_min=start), LONG)
            with self.subTest(start):
                self.assertEqual(plan.late_min, {})
                self.assertEqual({each.task.id: each.end_min for each in plan.tasks}, {"work": 60, "wash": 70})
        # Pinned, it is counted otherwise, and is the same.
        pinned = PlanRequest((FormulaTasks("One", (work, wash), 60),), start_min=None, pinned={"work": 30})
        self.assertEqual(plan_bake_day(pinned, LONG).late_min, {})
        self.assertEqual((bite_min((work, wash)), alone_min((work, wash))), (30, 40))

    def test_who_watches_hears_of_plans_and_may_stop(self) -> None:
        heard: list[Progress] = []

        def hear_once(progress: Progress) -> bool:
            heard.append(progress)
            return False

        stopped = plan_bake_day(PlanRequest(THREE), LONG, hear_once)
        self.assertEqual(len(heard), 1)
        self.assertEqual(list(broken(stopped, PlanRequest(THREE))), [])


class Heat(unittest.TestCase):
    def bakes(self, *heats_c: int) -> tuple[FormulaTasks, ...]:
        return tuple(
            FormulaTasks(f"f{number}", (
                Task(f"{number}p", TaskKind.PREHEAT, "oven", (Way(Minutes(12, 12, 12), (Resource.OVEN,)),), (), heat),
                Task(f"{number}l", TaskKind.LOAD, "in", (Way(Minutes(1, 1, 1), (H,)),), (After(f"{number}p", 0, 20),)),
                Task(f"{number}b", TaskKind.BAKE, "bake", (Way(Minutes(20, 20, 20), (Resource.OVEN,)),),
                     (After(f"{number}l", 0, 0),), heat),
            ))
            for number, heat in enumerate(heats_c)
        )  # fmt: skip

    def span(self, *heats_c: int, **kitchen: int) -> int:
        request = PlanRequest(self.bakes(*heats_c), PlanningKitchen(**kitchen))
        plan = plan_bake_day(request, LONG, few_aims)
        self.assertEqual(list(broken(plan, request)), [])
        return plan.makespan_min

    def test_one_heat_is_heated_once(self) -> None:
        # 12 to heat, a minute to put in, twenty to bake; the second waits for the first and the oven is hot still.
        self.assertEqual(self.span(180, 180), 12 + 1 + 20 + 20)

    def test_another_heat_takes_its_time(self) -> None:
        self.assertEqual(self.span(180, 160), 12 + 1 + 20 + 12 + 1 + 20)

    def test_near_heats_share_within_the_tolerance(self) -> None:
        self.assertEqual(self.span(180, 175), 53)
        self.assertEqual(self.span(180, 175, heat_tolerance_c=0), 66)

    def test_two_shelves_bake_two_loads_at_once_at_one_heat_only(self) -> None:
        self.assertEqual(self.span(180, 180, shelves=2), 12 + 1 + 1 + 20)
        self.assertEqual(self.span(180, 150, shelves=2), 66)

    def test_two_ovens_bake_at_two_heats(self) -> None:
        self.assertEqual(self.span(180, 150, ovens=2), 12 + 1 + 1 + 20)


class Waits(unittest.TestCase):
    def test_none_is_longer_than_it_may_be_though_all_else_would_rather(self) -> None:
        # The dough waits five minutes at most, and hands are busy with an hour of icing meanwhile or before.
        formula = FormulaTasks(
            "x", (task("mix", 10, H), task("bake", 30, H, after=(After("mix", 0, 5),)), task("ice", 60, H))
        )
        plan = plan_bake_day(PlanRequest((formula,)))
        placed = {each.task.id: each for each in plan.tasks}
        self.assertLessEqual(placed["bake"].start_min - placed["mix"].end_min, 5)
        self.assertEqual(plan.makespan_min, 100)

    def test_fridge_or_freezer_whichever_fits(self) -> None:
        ways = (Way(Minutes(15, 15, 15), (Resource.FRIDGE,)), Way(Minutes(5, 5, 5), (Resource.FREEZER,)))
        chill = Task("chill", TaskKind.CHILL, "chill", ways)
        alone = plan_bake_day(PlanRequest((FormulaTasks("x", (chill,)),)))
        self.assertEqual((alone.makespan_min, alone.tasks[0].way), (5, 1))
        # The only freezer shelf is full for an hour.
        full = FormulaTasks("y", (task("ice", 60, Resource.FREEZER),))
        both = plan_bake_day(PlanRequest((FormulaTasks("x", (chill,)), full)))
        self.assertEqual(both.makespan_min, 60)

    def test_tasks_in_a_circle_are_told_by_name(self) -> None:
        one, other = task("whip", 5, H, after=(After("fold"),)), task("fold", 5, H, after=(After("whip"),))
        with self.assertRaises(Circle) as told:
            plan_bake_day(PlanRequest((FormulaTasks("x", (one, other)),)))
        self.assertEqual(set(told.exception.names), {"whip", "fold"})

    def test_what_cannot_be_asked(self) -> None:
        some = FormulaTasks("x", (task("mix", 5, H),))
        for request in (
            PlanRequest(()),
            PlanRequest((FormulaTasks("x", ()),)),
            PlanRequest((some,), start_min=None),
            PlanRequest((some, some)),
            PlanRequest((FormulaTasks("x", (task("mix", 5, H, after=(After("nothing"),)),)),)),
        ):
            with self.subTest(request=request), self.assertRaises(CannotUse):
                plan_bake_day(request)


class Anew(unittest.TestCase):
    """Where one stands: late, moved, skipped."""

    def setUp(self) -> None:
        self.first = plan_bake_day(PlanRequest(THREE), LONG, few_aims)
        self.planned = {each.task.id: each.start_min for each in self.first.tasks}
        self.now = 60

    def standing(self, late_min: int, skipped: frozenset[str] = frozenset()) -> Standing:
        """All that should have ended by now has, and what is under way has been since."""
        done = {each.task.id: (each.start_min, each.end_min) for each in self.first.tasks if each.end_min <= self.now}
        begun = {each.task.id: each.start_min for each in self.first.tasks if each.start_min < self.now < each.end_min}
        return Standing(self.now + late_min, done, begun, skipped, self.planned)

    def test_what_is_done_stays_and_nothing_begins_in_the_past(self) -> None:
        standing = self.standing(10)
        anew = plan_bake_day(PlanRequest(THREE, standing=standing), LONG, few_aims)
        for each in anew.tasks:
            if each.task.id in standing.done:
                self.assertEqual((each.start_min, each.end_min), standing.done[each.task.id])
            elif each.task.id not in standing.begun:
                self.assertGreaterEqual(each.start_min, standing.now_min)

    def test_in_time_nothing_changes(self) -> None:
        anew = plan_bake_day(PlanRequest(THREE, standing=self.standing(0)), LONG, few_aims)
        here = {each.task.id: each.start_min for each in anew.tasks}
        self.assertEqual({each: here[each] for each in here if each in self.planned}, {
            each: start for each, start in self.planned.items() if each in here
        })  # fmt: skip

    def test_what_is_skipped_is_gone_and_what_waited_for_it_goes_on(self) -> None:
        skipped = next(each.task.id for each in self.first.tasks if each.task.kind == "turn")
        anew = plan_bake_day(PlanRequest(THREE, standing=self.standing(0, frozenset({skipped}))), LONG)
        self.assertNotIn(skipped, [each.task.id for each in anew.tasks])

    def test_what_was_put_somewhere_stays_there(self) -> None:
        wash = next(each.task.id for each in self.first.tasks if each.task.kind == "wash up")
        moved = plan_bake_day(PlanRequest(THREE, pinned={wash: 150}), LONG, few_aims)
        placed = next(each for each in moved.tasks if each.task.id == wash)
        self.assertEqual((placed.start_min, placed.pinned, moved.clashes), (150, True, ()))

    def test_where_it_cannot_stand_is_told_with_what_is_in_its_way(self) -> None:
        bake = next(each.task.id for each in self.first.tasks if each.task.kind == "bake")
        moved = plan_bake_day(PlanRequest(THREE, pinned={bake: 0}), LONG, few_aims)
        self.assertRegex(
            moved.clashes[0], r"“Bake.*cannot stand there, “.*” is not done by then: it begins \d+ min later"
        )


@st.composite
def kitchens_and_tasks(draw: st.DrawFn) -> PlanRequest:
    """Small kitchens with tasks that wait for tasks before them, some not for long."""
    uses = st.sampled_from(
        [(H,), (), (Resource.FRIDGE,), (H, Resource.MICROWAVE), (Resource.FREEZER,), (H, Resource.STOVE)]
    )
    formulas = []
    for name in "ab"[: draw(st.integers(1, 2))]:
        tasks: list[Task] = []
        for number in range(draw(st.integers(1, 6))):
            others = draw(st.lists(st.sampled_from(tasks), max_size=2, unique=True)) if tasks else []
            longest = draw(st.sampled_from([None, None, 0, 10]))
            after = tuple(
                After(other.id, draw(st.sampled_from([0, 3])) if longest is None else 0, longest)
                for other in others[:1]
            )
            after += tuple(After(other.id) for other in others[1:])
            tasks.append(task(f"{name}{number}", draw(st.integers(1, 12)), *draw(uses), after=after))
        formulas.append(FormulaTasks(name, tuple(tasks)))
    return PlanRequest(tuple(formulas), PlanningKitchen(hands=draw(st.integers(1, 2))))


class AnyPlan(unittest.TestCase):
    @settings(max_examples=60)
    @given(kitchens_and_tasks())
    def test_it_breaks_no_order_no_resource_and_no_longest_wait(self, request: PlanRequest) -> None:
        plan = plan_bake_day(request, LONG, few_aims)
        if not plan.clashes:
            self.assertEqual(list(broken(plan, request)), [])
        self.assertLessEqual(plan.bound_min, plan.makespan_min)
