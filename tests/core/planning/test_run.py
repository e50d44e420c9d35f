"""A run: what its events come to."""

import unittest

from hypothesis import given
from hypothesis import strategies as st

from ample_crumb.core.planning.run import EventKind, RunEvent, run_state

K = EventKind


class States(unittest.TestCase):
    def test_a_task_begins_and_is_done(self) -> None:
        state = run_state([RunEvent(K.BEGUN, 1000, "a"), RunEvent(K.DONE, 5000, "a")])
        self.assertEqual(
            (state.begun_ms, state.progress["a"].begun_ms, state.progress["a"].done_ms), (1000, 1000, 5000)
        )

    def test_told_in_whatever_order_a_run_began_with_the_first_of_it(self) -> None:
        events = [RunEvent(K.BEGUN, 5000, "a"), RunEvent(K.DONE, 3000, "b"), RunEvent(K.DONE, 4000, "a")]
        state = run_state(events)
        self.assertEqual((state.begun_ms, state.progress["a"].begun_ms), (3000, 4000), "done before it was begun")
        self.assertEqual(run_state(events[::-1]).begun_ms, 3000)

    def test_done_at_once_it_began_then(self) -> None:
        self.assertEqual(run_state([RunEvent(K.DONE, 5000, "a")]).progress["a"].begun_ms, 5000)

    def test_back_it_is_to_be_done_again(self) -> None:
        state = run_state([RunEvent(K.DONE, 1, "a"), RunEvent(K.BACK, 2, "a")])
        self.assertEqual((state.progress["a"].begun_ms, state.progress["a"].done_ms), (None, None))

    def test_the_timer_that_rings_first_is_first_and_a_task_has_one(self) -> None:
        events = [
            RunEvent(K.TIMER, 0, "a", timer_min=10),
            RunEvent(K.TIMER, 0, "b", timer_min=5),
            RunEvent(K.TIMER, 60_000, "a", timer_min=2),
        ]
        state = run_state(events)
        self.assertEqual([(timer.task, timer.ends_ms) for timer in state.timers], [("a", 180_000), ("b", 300_000)])

    def test_done_or_skipped_its_timer_is_over(self) -> None:
        for kind in (K.DONE, K.SKIPPED, K.TIMER_STOPPED):
            self.assertEqual(run_state([RunEvent(K.TIMER, 0, "a", timer_min=10), RunEvent(kind, 1, "a")]).timers, ())

    def test_of_two_weights_of_a_line_the_later_told_counts(self) -> None:
        events = [RunEvent(K.WEIGHED, 9, "a", "l", mass_g=208), RunEvent(K.WEIGHED, 4, "a", "l", mass_g=212)]
        self.assertEqual(run_state(events).weighed_g, {"a": {"l": 212}})

    def test_ended_nothing_rings_any_more_and_its_batches_are_known(self) -> None:
        events = [
            RunEvent(K.TIMER, 0, "a", timer_min=10),
            RunEvent(K.RECORDED, 1, formula=1, batch_id="b"),
            RunEvent(K.ENDED, 2),
        ]
        state = run_state(events)
        self.assertEqual((state.timers, state.batches, state.ended_ms), ((), {1: "b"}, 2))

    @given(
        st.lists(
            st.builds(RunEvent, st.sampled_from(EventKind), st.integers(0, 10**12), st.sampled_from(["a", "b", ""]))
        )
    )
    def test_whatever_is_told_there_is_a_state(self, events: list[RunEvent]) -> None:
        state = run_state(events)
        self.assertEqual(state.begun_ms, min((event.at_ms for event in events), default=None))
