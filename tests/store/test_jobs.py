"""store/jobs: claimed by one worker at a time, asked for again while it is worked on, put off when it fails."""

from datetime import timedelta
from typing import Any
from unittest import mock
from uuid import uuid4

from ample_crumb.store import formula_writes, formulas, jobs
from ample_crumb.store.formula_writes import FormulaHead
from ample_crumb.store.jobs import Job, JobCounts, Touched
from tests.store.case import StoreCase


class Jobs(StoreCase):
    def setUp(self) -> None:
        super().setUp()
        self.ids = sorted(uuid4() for _ in range(5))
        with self.database.unscoped() as connection:
            for formula_id in self.ids:
                head = FormulaHead(name="Bars", family="", written_piece_count=4, method="")
                formula_writes.add(connection, self.principal.kitchen_id, formula_id, head)
        self.ask()

    def ask(self) -> None:
        with self.database.unscoped() as connection:
            jobs.ask_for_summaries(connection, self.principal, Touched(everything=True))

    def claim(self, most: int = 9) -> list[Job]:
        with self.database.unscoped() as connection:
            return jobs.claim(connection, most)

    def test_two_workers_at_once_share_them(self) -> None:
        with self.database.unscoped() as one, self.database.unscoped() as other:
            mine, theirs = jobs.claim(one, 3), jobs.claim(other, 9)
        self.assertEqual(sorted(job.key for job in (*mine, *theirs)), self.ids)
        self.assertEqual((len(mine), len(theirs), self.claim()), (3, 2, []))

    def test_what_is_asked_for_again_is_not_finished_by_who_had_it(self) -> None:
        job, *_ = self.claim()
        self.ask()
        with self.database.unscoped() as connection:
            self.assertFalse(jobs.finish(connection, job))
        again = {each.key: each for each in self.claim()}
        self.assertEqual(sorted(again), self.ids)
        with self.database.unscoped() as connection:
            self.assertTrue(jobs.finish(connection, again[job.key]))
            left = connection.execute("select count(*) from job").fetchone()
        self.assertEqual(left, (4,))

    def test_a_worker_that_is_gone_loses_its_claim(self) -> None:
        with mock.patch.object(jobs, "CLAIM", timedelta(0)):
            self.claim()
        self.assertEqual([job.attempts for job in self.claim()], [2] * 5)

    def test_what_fails_waits_and_is_left_in_the_end(self) -> None:
        for attempt in range(1, jobs.MOST_ATTEMPTS + 1):
            claimed = self.claim()
            self.assertEqual([job.attempts for job in claimed], [attempt] * 5)
            with self.database.unscoped() as connection:
                for job in claimed:
                    jobs.put_off(connection, job)
            self.assertEqual(self.claim(), [], "it waits first")
            with self.database.unscoped() as connection:
                connection.execute("update job set run_after = now()")
        self.assertEqual(self.claim(), [])
        with self.database.unscoped() as connection:
            states = {row.job_state for row in formulas.list_formulas(connection, self.principal, 99)}
        self.assertEqual(states, {"failed"})
        self.ask()
        self.assertEqual(len(self.claim()), 5)

    def test_asked_for_again_it_has_all_its_attempts_again(self) -> None:
        for job in self.claim():
            with self.database.unscoped() as connection:
                jobs.put_off(connection, job)
        self.ask()
        self.assertEqual([job.attempts for job in self.claim()], [1] * 5)

    def test_a_job_that_came_to_nothing_counts_as_not_tried(self) -> None:
        claimed = self.claim()
        with self.database.unscoped() as connection:
            for job in claimed:
                jobs.put_back(connection, job)
        self.assertEqual([job.attempts for job in self.claim()], [1] * 5)

    def test_two_releases_side_by_side_do_not_fight(self) -> None:
        def works_as(rules: int) -> Any:
            return mock.patch.object(jobs, "RULES_VERSION", rules)

        for job in self.claim():
            with self.database.unscoped() as connection:
                jobs.finish(connection, job)
        with works_as(7), self.database.unscoped() as connection:
            self.assertEqual(jobs.ask_for_outdated(connection), 5)
            self.assertEqual(jobs.ask_for_outdated(connection), 0, "they are asked for already")
        with works_as(6):
            self.assertEqual(self.claim(), [], "what newer rules were asked for is nothing for older ones")
            self.ask()
            self.assertEqual(self.claim(), [], "nor when the older release asks for the same")
        with works_as(7):
            claimed = self.claim()
        self.assertEqual(len(claimed), 5)
        with self.database.unscoped() as connection:
            for job in claimed:
                jobs.finish(connection, job)
            connection.execute("update formula set summary_rules = 7")
        with works_as(6), self.database.unscoped() as connection:
            self.assertEqual(jobs.ask_for_outdated(connection), 0, "an older release lets stand what the newer wrote")
        with self.database.unscoped() as connection:
            connection.execute("update formula set summary_rules = 6 where id = %s", [self.ids[0]])
        with works_as(7), self.database.unscoped() as connection:
            self.assertEqual(jobs.ask_for_outdated(connection), 1, "and the newer notices what the older has saved")

    def test_what_was_stopped_is_left_until_it_is_let_go_on_or_asked_for_again(self) -> None:
        running, *_ = self.claim(1)
        kitchen = self.principal.kitchen_id
        with self.database.unscoped() as connection:
            jobs.stop(connection, kitchen)
            jobs.stop(connection, self.other.kitchen_id)
            self.assertEqual(jobs.counts(connection, kitchen), JobCounts(waiting=1, stopped=4))
            self.assertTrue(jobs.finish(connection, running), "what was being done ends")
        self.assertEqual(self.claim(), [])
        with self.database.unscoped() as connection:
            jobs.resume(connection, self.other.kitchen_id)
        self.assertEqual(self.claim(), [], "another kitchen lets nothing of this one go on")
        with self.database.unscoped() as connection:
            jobs.resume(connection, kitchen)
            self.assertEqual(jobs.counts(connection, kitchen), JobCounts(waiting=4, stopped=0))
            jobs.stop(connection, kitchen)
        self.ask()
        self.assertEqual(len(self.claim()), 5)
