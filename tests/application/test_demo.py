"""The demo kitchen: it loads once, and nothing in it is unread, doubted or impossible."""

import unittest
from datetime import timedelta

from ample_crumb.application.context import load_context
from ample_crumb.application.cupboard import queries as cupboard_queries
from ample_crumb.application.demo.loader import load_demo
from ample_crumb.application.formulas import queries as formulas_queries
from ample_crumb.application.jobs import work
from ample_crumb.application.today import queries as today_queries
from ample_crumb.application.today.day import load_day
from ample_crumb.application.versions import queries as versions_queries
from ample_crumb.core.rules_version import RULES_VERSION
from ample_crumb.store import formulas as stored_formulas
from ample_crumb.store import jobs
from ample_crumb.store.products import OnShelf, Shelf
from tests.kitchen import EVENING as NOW
from tests.kitchen import demo_kitchen, open_database


class Demo(unittest.TestCase):
    def setUp(self) -> None:
        self.database = open_database(demo_kitchen(NOW))
        self.addCleanup(self.database.close)
        principal = self.database.resident(None)
        assert principal is not None
        self.principal = principal

    def test_every_line_of_its_formulas_is_read_and_needs_no_second_look(self) -> None:
        listed = formulas_queries.list_page(self.database, self.principal).items
        self.assertGreaterEqual(len(listed), 3)
        for summary in listed:
            view = formulas_queries.open_one(self.database, self.principal, summary.id)
            doubtful = [
                line.text for part in view.evaluated.parts for line in part.lines if not line.sure or line.problem
            ]
            self.assertEqual(doubtful, [], summary.name)
            self.assertTrue(view.draft.family, summary.name)
            self.assertTrue(view.draft.method, summary.name)
            self.assertIsNotNone(view.draft.classic, summary.name)
            if not summary.name.endswith("the classic"):
                self.assertGreater(summary.piece.protein_g, 4, summary.name)
                self.assertLess(summary.piece.energy_kcal, 300, summary.name)

    def test_one_has_five_versions_one_a_branch_and_one_a_dial_to_mend(self) -> None:
        by_name = {
            summary.name: summary.id for summary in formulas_queries.list_page(self.database, self.principal).items
        }
        blondies = versions_queries.list_versions(self.database, self.principal, by_name["White bean blondies"])
        self.assertEqual([version.number for version in blondies.versions], [0, 5, 4, 3, 2, 1])
        self.assertEqual((blondies.bake, blondies.changed), (4, ()))
        # Each step from the classic on takes energy out.
        energies = [version.piece.energy_kcal for version in blondies.versions]
        self.assertEqual(energies, sorted(energies))
        squares = versions_queries.list_versions(
            self.database, self.principal, by_name["Black bean and espresso squares"]
        )
        self.assertEqual([branch.behind for branch in squares.branches], [False])
        off = {
            name: [
                dial.name
                for dial in formulas_queries.open_one(self.database, self.principal, formula_id).evaluated.check.off
            ]
            for name, formula_id in by_name.items()
        }
        self.assertEqual(off["Chickpea and sesame rounds"], ["hydration"])
        self.assertLessEqual(sum(map(bool, off.values())), 3, off)

    def test_two_weeks_of_days_with_targets_and_nothing_unread(self) -> None:
        for ago in range(1, 14):
            day = today_queries.open_day(self.database, self.principal, (NOW - timedelta(days=ago)).date())
            with self.subTest(day=day.day.isoformat()):
                assert day.budget is not None
                self.assertGreaterEqual(len(day.entries), 3)
                self.assertEqual(day.eaten.without_lines, 0)
                self.assertTrue(-300 < day.budget.room_kcal < 900, day.budget.room_kcal)
                self.assertEqual([entry.eaten_at for entry in day.entries], sorted(e.eaten_at for e in day.entries))
                self.assertGreater(day.eaten.sd["energy_kcal"], 5)

    def test_the_bench_knows_the_room_of_a_day_as_today_does(self) -> None:
        """Both read targets by a statement of their own, and have to agree, before the first targets and after."""
        for ago in (*range(-9, 16), 400):
            day = (NOW - timedelta(days=ago)).date()
            with self.subTest(day=day.isoformat()), self.database.transaction(self.principal) as connection:
                budget = load_day(connection, self.principal, day).budget
                room = load_context(connection, self.principal, day).room_kcal
                self.assertEqual(budget is None, room is None)
                self.assertAlmostEqual(room or 0.0, budget.room_kcal if budget else 0.0)

    def test_its_products_are_own_two_ask_for_a_look_and_two_are_drafts(self) -> None:
        own = cupboard_queries.list_page(self.database, self.principal, Shelf(on=OnShelf.OWN)).items
        self.assertEqual(len(own), 15)
        self.assertEqual(sum(item.remark != "" for item in own), 2)
        self.assertEqual(sum(item.draft and item.problem != "" for item in own), 2)
        self.assertEqual([item.name for item in own if item.allergens is None and not item.draft], [])

    def test_loading_it_again_changes_nothing(self) -> None:
        before = [item.version for item in formulas_queries.list_page(self.database, self.principal).items]
        load_demo(self.database, NOW + timedelta(days=3))
        self.assertEqual(
            [item.version for item in formulas_queries.list_page(self.database, self.principal).items], before
        )

    def test_kept_figures_are_worked_out_anew_when_their_rules_have_changed(self) -> None:
        (first, *_) = formulas_queries.list_page(self.database, self.principal).items
        with self.database.unscoped() as connection:
            connection.execute("update formula set summary_rules = 0, energy_kcal = 1, protein_g = 1, sd = '{}'")
        (before, *_) = formulas_queries.list_page(self.database, self.principal).items
        self.assertEqual((before.stale, before.piece.energy_kcal), (True, 1))
        with self.database.unscoped() as connection:
            self.assertEqual(jobs.ask_for_outdated(connection), 10)
        while work(self.database):
            pass
        (again, *_) = formulas_queries.list_page(self.database, self.principal).items
        self.assertEqual(again.stale, False)
        self.assertAlmostEqual(again.piece.energy_kcal, first.piece.energy_kcal)
        self.assertAlmostEqual(again.piece.sd["energy_kcal"], first.piece.sd["energy_kcal"])
        with self.database.unscoped() as connection:
            row = stored_formulas.find(connection, self.principal.kitchen_id, first.id)
        assert row is not None
        self.assertEqual(row.summary_rules, RULES_VERSION)
