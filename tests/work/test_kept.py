"""What is kept of a formula for lists is what its Bench says, whatever changed in between."""

from dataclasses import replace
from datetime import date
from uuid import UUID, uuid4

from ample_crumb.core.food.label import Label, Style
from ample_crumb.core.food.product import PackMeasures, ProductDeclaration
from ample_crumb.core.formula.alerts import DietAlert
from ample_crumb.core.formula.formula import Line, Part
from ample_crumb.store import kitchens
from ample_crumb.store.eaters import EaterRow
from ample_crumb.work import cupboard, formulas, kitchen, today
from ample_crumb.work.bench import Bench
from ample_crumb.work.cupboard import ProductDraft
from ample_crumb.work.drafts import Draft
from ample_crumb.work.reference import TwinChoice
from tests.work.case import KitchenCase

LABEL = Label(Style.EUROPEAN, energy_kcal=376, fat_g=4, carbohydrate_g=5, protein_g=80)


class FormulaSummary(KitchenCase):
    def setUp(self) -> None:
        super().setUp()
        self.eater = EaterRow(uuid4(), "Guest", ["milk", "soy", "vegan"])
        kitchen.put_eater(self.database, self.principal, self.eater)

    def make(self, *lines: str, reference: TwinChoice | None = None) -> UUID:
        draft = Draft("Bars", "", 4, "", (Part("", tuple(map(Line, lines))),), reference)
        return formulas.create(self.database, self.principal, uuid4(), draft).id

    def agree(self) -> None:
        """Lists and Benches tell the same figures and alarms."""
        for listed in formulas.list_all(self.database, self.principal):
            bench = formulas.open_one(self.database, self.principal, listed.id).evaluated
            self.assertAlmostEqual(listed.piece.energy_kcal, bench.piece.energy_kcal)
            self.assertAlmostEqual(listed.piece.sd["energy_kcal"], bench.piece.sd["energy_kcal"])
            self.assertEqual(listed.alerts, bench.alerts)

    def test_through_products_labels_corrections_settings_and_guests(self) -> None:
        made = [self.make("100 g Millrace powder", "2 eggs"), self.make("100 g skyr", "1 cup oats")]
        self.agree()
        told = ProductDeclaration(("soy",), traces=("milk",), vegan=True)
        draft = ProductDraft("Millrace powder", (), "protein", LABEL, PackMeasures(), told)
        product = cupboard.create(self.database, self.principal, uuid4(), draft)
        self.agree()
        changed = replace(draft, contains=ProductDeclaration(("milk",)), label=replace(LABEL, energy_kcal=380))
        cupboard.save(self.database, self.principal, product.id, 1, changed)
        self.agree()
        cupboard.move(self.database, self.principal, product.id)
        self.agree()
        self.assertIn("milk", {alert.about for alert in self.alerts(made[0]) if alert.level == "contains"})
        kitchen.correct(self.database, self.principal, "skyr", "soy_yogurt")
        self.agree()
        self.assertIn("soy", {alert.about for alert in self.alerts(made[1])})
        with self.database.transaction() as connection:
            settings = kitchens.settings_of(connection, self.principal)
        kitchen.change_settings(self.database, self.principal, replace(settings, measures="australian", energy="us"))
        self.agree()
        cupboard.archive(self.database, self.principal, product.id, archived=True)
        self.agree()
        kitchen.remove_eater(self.database, self.principal, self.eater.id)
        self.agree()
        self.assertEqual(self.alerts(made[0]), ())

    def alerts(self, formula_id: UUID) -> tuple[DietAlert, ...]:
        return formulas.open_one(self.database, self.principal, formula_id).evaluated.alerts

    def test_where_a_food_is_used_follows_the_lines(self) -> None:
        bars, loaf = self.make("100 g skyr"), self.make("100 g quark", "1 tbsp elderflower dust")

        def used(slug: str) -> set[UUID]:
            return {each.formula_id for each in cupboard.open_food(self.database, self.principal, slug).used}

        self.assertEqual((used("skyr"), used("quark_0"), used("egg")), ({bars}, {loaf}, set()))
        view = formulas.open_one(self.database, self.principal, loaf)
        parts = (Part("", (Line("2 eggs"), Line("30 g skyr"))),)
        formulas.save(self.database, self.principal, loaf, view.version, replace(view.draft, parts=parts))
        self.assertEqual((used("skyr"), used("quark_0"), used("egg")), ({bars, loaf}, set(), {loaf}))

    def test_a_copy_is_compared_with_the_same_and_a_twin_without_figures_with_nothing(self) -> None:
        twin = self.make("100 g butter")
        made = self.make("100 g skyr", reference=TwinChoice(twin))
        copy = formulas.duplicate(self.database, self.principal, made, uuid4())
        self.assertEqual((copy.draft.reference, copy.evaluated.claims.twin), (TwinChoice(twin), "Bars"))
        empty = self.make("1 tbsp elderflower dust")
        bench = Bench(copy.draft.parts, 4, "", date(2026, 5, 4), reference=TwinChoice(empty))
        self.assertEqual(today.read_bench(self.database, self.principal, bench).evaluated.claims.twin, "")
        gone = replace(bench, reference=TwinChoice(uuid4()))
        self.assertEqual(today.read_bench(self.database, self.principal, gone).evaluated.claims.twin, "")
