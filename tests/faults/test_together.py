"""Several windows at once: nobody waits for ever, nothing is lost, and a label that changes takes no formula along."""

from collections.abc import Callable
from concurrent.futures import ThreadPoolExecutor
from contextlib import suppress
from dataclasses import replace
from functools import partial
from uuid import UUID, uuid4

from ample_crumb.application import jobs
from ample_crumb.application.cupboard import commands as cupboard_commands
from ample_crumb.application.cupboard import queries as cupboard_queries
from ample_crumb.application.cupboard.views import ProductDraft
from ample_crumb.application.cupboards import label_slug
from ample_crumb.application.formulas import commands as formulas_commands
from ample_crumb.application.formulas import queries as formulas_queries
from ample_crumb.application.formulas.nested_formulas import nested_slug
from ample_crumb.application.problems import ChangedMeanwhile
from ample_crumb.application.settings import commands as settings_commands
from ample_crumb.core.food.label import Label, Style
from ample_crumb.core.food.product import PackMeasures, ProductDeclaration
from ample_crumb.core.formula.formula import Line, Part
from ample_crumb.core.production.draft import ClassicChoice, Draft
from ample_crumb.store import formula_writes, kitchens
from tests.application.case import KitchenCase

LABEL = Label(Style.EUROPEAN, energy_kcal=376, fat_g=4, carbohydrate_g=5, protein_g=80)


class Together(KitchenCase):
    def formula(self, text: str) -> UUID:
        draft = Draft("Bars", "", 4, "", (Part("", (Line(text),)),))
        return formulas_commands.create(self.database, self.principal, uuid4(), draft).id

    def product(self, name: str) -> tuple[UUID, ProductDraft]:
        draft = ProductDraft(name, (), "protein", LABEL, PackMeasures(), ProductDeclaration())
        return cupboard_commands.create(self.database, self.principal, uuid4(), draft).id, draft

    def test_saving_listing_and_relabelling_at_once(self) -> None:
        names = ("Millrace rye powder", "Fernhill lupin powder")
        products = [self.product(name) for name in names]
        made = [self.formula(f"100 g {name}") for name in names * 3]

        def relabel(product_id: UUID, draft: ProductDraft, energy: int) -> None:
            view = cupboard_queries.open_one(self.database, self.principal, product_id)
            changed = replace(draft, label=replace(LABEL, energy_kcal=energy))
            # Another window may be first, which is an answer too.
            with suppress(ChangedMeanwhile):
                cupboard_commands.save(self.database, self.principal, product_id, view.version, changed)

        def edit(formula_id: UUID, other: UUID, number: int) -> None:
            view = formulas_queries.open_one(self.database, self.principal, formula_id)
            draft = replace(view.draft, method=f"Step {number}.", classic=ClassicChoice(other))
            with suppress(ChangedMeanwhile):
                formulas_commands.save(self.database, self.principal, formula_id, view.version, draft)

        work: list[Callable[[], object]] = []
        for number in range(6):
            work += [partial(relabel, *product, 377 + number) for product in products]
            work += [partial(edit, made[place], made[place - 1], number) for place in range(len(made))]
            work.append(partial(formulas_queries.list_page, self.database, self.principal))
            work.append(partial(settings_commands.set_food_alias, self.database, self.principal, "mystery", "skyr"))
        with ThreadPoolExecutor(6) as pool:
            for done in [pool.submit(each) for each in work]:
                done.result(timeout=300)
        # Every formula was made by the first label, whatever was going on meanwhile.
        for formula_id in made:
            (line,) = formulas_queries.open_one(self.database, self.principal, formula_id).evaluated.parts[0].lines
            self.assertAlmostEqual(line.energy_kcal or 0, 376)
        newest = cupboard_queries.open_one(self.database, self.principal, products[0][0])
        self.assertEqual((newest.used.count, newest.used.behind_count), (3, 3))

    def test_formulas_inside_formulas_saved_at_once(self) -> None:
        glaze, base = self.formula("100 g icing sugar"), self.formula("100 g skyr")
        towers = []
        for _ in range(3):
            lines = tuple(Line("50 g of it", nested_slug(inner)) for inner in (glaze, base))
            draft = Draft("Tower", "", 2, "", (Part("", lines),))
            towers.append(formulas_commands.create(self.database, self.principal, uuid4(), draft).id)

        def change(formula_id: UUID, grams: int) -> None:
            view = formulas_queries.open_one(self.database, self.principal, formula_id)
            draft = replace(view.draft, parts=(Part("", (Line(f"{grams} g skyr"),)),))
            with suppress(ChangedMeanwhile):
                formulas_commands.save(self.database, self.principal, formula_id, view.version, draft)

        work: list[Callable[[], object]] = []
        for number in range(5):
            work += [partial(change, inner, 50 + 10 * number) for inner in (glaze, base)]
            work += [partial(formulas_queries.list_page, self.database, self.principal)] * 2
            work += [partial(jobs.work, self.database)] * 2
        with ThreadPoolExecutor(6) as pool:
            for done in [pool.submit(each) for each in work]:
                done.result(timeout=300)
        while jobs.work(self.database):
            pass
        listed = {
            item.id: item.piece.energy_kcal for item in formulas_queries.list_page(self.database, self.principal).items
        }
        for tower in towers:
            bench = formulas_queries.open_one(self.database, self.principal, tower).evaluated
            # Both hold skyr alone in the end: 100 g of it in two pieces.
            self.assertAlmostEqual(listed[tower], bench.piece.energy_kcal)
            self.assertAlmostEqual(listed[tower], 63 / 2)

    def test_a_formula_saved_while_its_product_is_relabelled_is_pinned_as_saved(self) -> None:
        product_id, draft = self.product("Millrace rye powder")
        formula_id = self.formula("100 g skyr")
        changed = replace(draft, label=replace(LABEL, energy_kcal=390))
        with ThreadPoolExecutor(1) as pool:
            with self.database.unscoped() as first:
                # A window saves the formula and has not committed yet when the label changes in another.
                kitchens.hold(first, self.principal.kitchen_id)
                parts = (Part("", (Line("100 g Millrace rye powder"),)),)
                formula_writes.write_parts(
                    first, self.principal.kitchen_id, formula_id, parts, [[label_slug(product_id, 1)]]
                )
                saving = pool.submit(cupboard_commands.save, self.database, self.principal, product_id, 1, changed)
                with self.assertRaises(TimeoutError):
                    saving.result(timeout=0.3)
            view = saving.result(timeout=300)
        self.assertEqual((view.number, view.used.behind_count), (2, 1))
