"""What is kept of a formula for lists is what its Bench says, whatever changed in between."""

import time
from dataclasses import replace
from datetime import date
from threading import Event, Thread
from typing import Any
from unittest import mock
from uuid import UUID, uuid4

from ample_crumb.application import jobs as background_jobs
from ample_crumb.application.cupboard import commands as cupboard_commands
from ample_crumb.application.cupboard import queries as cupboard_queries
from ample_crumb.application.cupboard.views import ProductDraft
from ample_crumb.application.formulas import checked_writes
from ample_crumb.application.formulas import commands as formulas_commands
from ample_crumb.application.formulas import queries as formulas_queries
from ample_crumb.application.formulas.draft import Bench
from ample_crumb.application.formulas.nested_formulas import nested_slug
from ample_crumb.application.formulas.views import FormulaListItem
from ample_crumb.application.problems import CannotAccept
from ample_crumb.application.settings import commands as settings_commands
from ample_crumb.core.food.label import Label, Style
from ample_crumb.core.food.product import PackMeasures, ProductDeclaration
from ample_crumb.core.formula.eater_alerts import DietAlert
from ample_crumb.core.formula.formula import Line, Part
from ample_crumb.core.production.draft import ClassicChoice, Draft
from ample_crumb.store import people
from ample_crumb.store.dietary_profiles import DietaryProfileRow
from tests.application.case import KitchenCase

LABEL = Label(Style.EUROPEAN, energy_kcal=376, fat_g=4, carbohydrate_g=5, protein_g=80)


class Summaries(KitchenCase):
    def setUp(self) -> None:
        super().setUp()
        self.dietary_profile = DietaryProfileRow(uuid4(), "Guest", ["milk", "soy", "vegan"])
        settings_commands.put_dietary_profile(self.database, self.principal, self.dietary_profile)

    def make(self, *lines: str, reference: ClassicChoice | None = None) -> UUID:
        draft = Draft("Bars", "", 4, "", (Part("", tuple(map(Line, lines))),), reference)
        return formulas_commands.create(self.database, self.principal, uuid4(), draft).id

    def agree(self) -> None:
        """Lists and Benches tell the same figures, alarms and cost, once all is worked out."""
        self.settle()
        for listed in formulas_queries.list_page(self.database, self.principal).items:
            bench = formulas_queries.open_one(self.database, self.principal, listed.id).evaluated
            self.assertAlmostEqual(listed.piece.energy_kcal, bench.piece.energy_kcal)
            self.assertAlmostEqual(listed.piece.sd["energy_kcal"], bench.piece.sd["energy_kcal"])
            self.assertEqual(listed.alerts, bench.alerts)
            cost = bench.cost
            told = (cost.piece_cost, cost.at_least) if cost else (None, False)
            self.assertEqual((listed.piece_cost, listed.cost_at_least), told)

    def test_through_products_labels_corrections_settings_and_guests(self) -> None:
        made = [self.make("100 g Millrace powder", "2 eggs"), self.make("100 g skyr", "1 cup oats")]
        self.agree()
        told = ProductDeclaration(("soy",), traces=("milk",), vegan=True)
        draft = ProductDraft("Millrace powder", (), "protein", LABEL, PackMeasures(), told)
        product = cupboard_commands.create(self.database, self.principal, uuid4(), draft)
        self.agree()
        changed = replace(draft, contains=ProductDeclaration(("milk",)), label=replace(LABEL, energy_kcal=380))
        cupboard_commands.save(self.database, self.principal, product.id, 1, changed)
        self.agree()
        cupboard_commands.move(self.database, self.principal, product.id)
        self.agree()
        self.assertIn("milk", {alert.about for alert in self.alerts(made[0]) if alert.level == "contains"})
        settings_commands.set_food_alias(self.database, self.principal, "skyr", "soy_yogurt")
        self.agree()
        self.assertIn("soy", {alert.about for alert in self.alerts(made[1])})
        with self.database.unscoped() as connection:
            settings = people.person_settings(connection, self.principal)
        settings_commands.change_settings(
            self.database, self.principal, replace(settings, measures="australian", energy="us")
        )
        self.agree()
        cupboard_commands.archive(self.database, self.principal, product.id, archived=True)
        self.agree()
        settings_commands.remove_dietary_profile(self.database, self.principal, self.dietary_profile.id)
        self.agree()
        self.assertEqual(self.alerts(made[0]), ())

    def alerts(self, formula_id: UUID) -> tuple[DietAlert, ...]:
        return formulas_queries.open_one(self.database, self.principal, formula_id).evaluated.alerts

    def test_a_new_product_asks_for_the_formulas_that_it_may_be_meant_in_and_no_others(self) -> None:
        texts = ("30 g Millrace powder", "30 g milrace", "20 g cocoa powder", "100 g skyr")
        made = {text: self.make(text) for text in texts}
        draft = ProductDraft("Millrace powder", (), "protein", LABEL, PackMeasures(), ProductDeclaration())
        cupboard_commands.create(self.database, self.principal, uuid4(), draft)
        stale = {item.id for item in formulas_queries.list_page(self.database, self.principal).items if item.stale}
        self.assertEqual({text for text, formula_id in made.items() if formula_id in stale}, set(texts[:2]))
        self.agree()

    def test_what_a_piece_costs_follows_prices_also_those_inside_another_formula(self) -> None:
        inner = self.make("100 g skyr", "2 eggs")
        self.make("100 g quark")
        line = Line("50 g of it", nested_slug(inner))
        draft = Draft("Layered", "", 2, "", (Part("", (line, Line("10 g oats"))),), None)
        outer = formulas_commands.create(self.database, self.principal, uuid4(), draft).id
        priced = ((("skyr", 1.8, "450 g"), True), (("egg", 3.0, "10 eggs"), False), (("egg", None, ""), True))
        for (food, price, amount), at_least in priced:
            cupboard_commands.set_price(self.database, self.principal, food, price, amount)
            items = {item.id: item for item in formulas_queries.list_page(self.database, self.principal).items}
            self.assertEqual({item for item in items if items[item].stale}, {inner, outer})
            self.agree()
            items = {item.id: item for item in formulas_queries.list_page(self.database, self.principal).items}
            self.assertEqual(items[inner].cost_at_least, at_least)

    def test_a_price_that_changed_while_a_save_was_worked_out_is_noticed(self) -> None:
        formula_id = self.make("100 g skyr")
        view = formulas_queries.open_one(self.database, self.principal, formula_id)
        checked = checked_writes.check_draft

        def meanwhile(*given: Any) -> Any:
            found = checked(*given)
            cupboard_commands.set_price(self.database, self.principal, "skyr", 2.0, "500 g")
            return found

        draft = replace(view.draft, parts=(Part("", (Line("200 g skyr"),)),))
        with mock.patch.object(checked_writes, "check_draft", meanwhile):
            formulas_commands.save(self.database, self.principal, formula_id, view.version, draft)
        self.agree()
        (listed,) = formulas_queries.list_page(self.database, self.principal).items
        self.assertEqual(listed.piece_cost, 0.2)

    def test_a_worker_finds_what_older_rules_have_written(self) -> None:
        self.make("100 g skyr")
        with self.database.unscoped() as connection:
            connection.execute("update formula set summary_rules = 0, energy_kcal = 1")

        def listed() -> FormulaListItem:
            (item,) = formulas_queries.list_page(self.database, self.principal).items
            return item

        self.assertEqual((listed().stale, listed().piece.energy_kcal), (True, 1))
        with mock.patch.object(background_jobs, "_OUTDATED_EVERY_S", 0.0):
            stopping = Event()
            worker = Thread(target=background_jobs.work_off, args=(self.database, stopping))
            worker.start()
            self.addCleanup(worker.join)
            self.addCleanup(stopping.set)
            began = time.monotonic()
            while listed().stale:
                self.assertLess(time.monotonic() - began, 300)
                time.sleep(0.05)
        self.assertNotEqual(listed().piece.energy_kcal, 1)

    def test_what_changed_while_a_save_was_worked_out_is_noticed(self) -> None:
        formula_id = self.make("100 g skyr")
        view = formulas_queries.open_one(self.database, self.principal, formula_id)
        draft = replace(view.draft, parts=(Part("", (Line("100 g quark"),)),))
        checked = checked_writes.check_draft

        def meanwhile(*given: Any) -> Any:
            found = checked(*given)
            # Another window says what quark means, and is through before this one writes.
            settings_commands.set_food_alias(self.database, self.principal, "quark", "soy_yogurt")
            return found

        with mock.patch.object(checked_writes, "check_draft", meanwhile):
            formulas_commands.save(self.database, self.principal, formula_id, view.version, draft)
        (listed,) = formulas_queries.list_page(self.database, self.principal).items
        self.assertTrue(listed.stale)
        self.agree()
        self.assertIn("soy", {alert.about for alert in self.alerts(formula_id)})

    def test_two_that_come_to_hold_each_other_at_once_do_not(self) -> None:
        one, other = self.make("100 g skyr"), self.make("100 g quark")
        views = {each: formulas_queries.open_one(self.database, self.principal, each) for each in (one, other)}

        def holding(formula_id: UUID, inner: UUID) -> None:
            lines = (Line("50 g of it", nested_slug(inner)),)
            draft = replace(views[formula_id].draft, parts=(Part("", lines),))
            formulas_commands.save(self.database, self.principal, formula_id, 1, draft)

        checked = checked_writes.check_draft

        def meanwhile(*given: Any) -> Any:
            found = checked(*given)
            with mock.patch.object(checked_writes, "check_draft", checked):
                holding(other, one)
            return found

        with (
            mock.patch.object(checked_writes, "check_draft", meanwhile),
            self.assertRaisesRegex(CannotAccept, "hold itself"),
        ):
            holding(one, other)
        self.agree()

    def test_where_a_food_is_used_follows_the_lines(self) -> None:
        bars, loaf = self.make("100 g skyr"), self.make("100 g quark", "1 tbsp elderflower dust")

        def used(slug: str) -> set[UUID]:
            return {
                formula.formula_id
                for formula in cupboard_queries.open_food(self.database, self.principal, slug).used.formulas
            }

        self.assertEqual((used("skyr"), used("quark_0"), used("egg")), ({bars}, {loaf}, set()))
        view = formulas_queries.open_one(self.database, self.principal, loaf)
        parts = (Part("", (Line("2 eggs"), Line("30 g skyr"))),)
        formulas_commands.save(self.database, self.principal, loaf, view.version, replace(view.draft, parts=parts))
        self.assertEqual((used("skyr"), used("quark_0"), used("egg")), ({bars, loaf}, set(), {loaf}))

    def test_a_copy_is_compared_with_the_same_and_a_classic_without_figures_with_nothing(self) -> None:
        classic = self.make("100 g butter")
        made = self.make("100 g skyr", reference=ClassicChoice(classic))
        copy = formulas_commands.duplicate(self.database, self.principal, made, uuid4())
        self.assertEqual((copy.draft.classic, copy.analysis.claims.classic), (ClassicChoice(classic), "Bars"))
        empty = self.make("1 tbsp elderflower dust")
        bench = Bench("Copy", "", 4, "", copy.draft.parts, ClassicChoice(empty), day=date(2026, 5, 4))
        self.assertEqual(formulas_queries.analyse_bench(self.database, self.principal, bench).claims.classic, "")
        gone = replace(bench, classic=ClassicChoice(uuid4()))
        self.assertEqual(formulas_queries.analyse_bench(self.database, self.principal, gone).claims.classic, "")
