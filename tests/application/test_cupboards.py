"""application/cupboards: a worker's cupboard follows its products by what changed alone, and nothing undone stays."""

from dataclasses import replace
from typing import Any
from unittest.mock import patch
from uuid import UUID, uuid4

from ample_crumb.application.context import load_context
from ample_crumb.application.cupboard import commands
from ample_crumb.application.cupboard.views import ProductDraft
from ample_crumb.core.food.cupboard import Cupboard
from ample_crumb.core.food.label import Label, Style
from ample_crumb.core.food.product import PackMeasures, ProductDeclaration
from ample_crumb.core.formula.formula import Line
from ample_crumb.core.formula.reading import ReadingPreferences, read_against
from ample_crumb.store import products
from ample_crumb.store.products import ProductRow
from tests.application.case import KitchenCase

LABEL = Label(Style.EUROPEAN, energy_kcal=376, fat_g=4, carbohydrate_g=5, protein_g=80)
LINES = ("100 g Keel whey 0", "100 g keel whey 7", "100 g Keel casein", "30 g whey", "50 g oats", "20 g keel")


class Cupboards(KitchenCase):
    def product(self, name: str) -> UUID:
        draft = ProductDraft(name, (), "protein", LABEL, PackMeasures(), ProductDeclaration())
        return commands.create(self.database, self.principal, uuid4(), draft).id

    def cupboard(self) -> Cupboard:
        with self.database.transaction(self.principal) as connection:
            return load_context(connection, self.principal).cupboard

    def anew(self) -> Cupboard:
        """The cupboard as a worker that has just begun makes it."""
        with self.database.transaction(self.principal) as connection:
            connection.memory.put(("cupboard", self.principal.kitchen_id), None)
        return self.cupboard()

    def change(self, product_id: UUID, **fields: Any) -> None:
        with self.database.transaction(self.principal) as connection:
            row = products.find(connection, self.principal.kitchen_id, product_id)
        assert row is not None
        draft = ProductDraft(row.name, (), row.role, row.label(), row.measures(), row.contains())
        commands.save(self.database, self.principal, product_id, row.revision, replace(draft, **fields))

    def agree(self) -> None:
        followed, anew = self.cupboard(), self.anew()
        self.assertEqual(dict(followed.ingredients), dict(anew.ingredients))
        for line in LINES:
            preferences = ReadingPreferences()
            self.assertEqual(
                read_against(Line(line), followed, preferences), read_against(Line(line), anew, preferences), line
            )

    def test_it_follows_every_change(self) -> None:
        made = [self.product(f"Keel whey {number}") for number in range(8)]
        self.cupboard()
        self.change(made[0], label=replace(LABEL, energy_kcal=380))
        self.agree()
        self.change(made[1], name="Keel casein")
        self.agree()
        commands.archive(self.database, self.principal, made[2], archived=True)
        self.agree()
        commands.merge(self.database, self.principal, made[3], made[0])
        self.agree()
        self.product("Keel whey 9")
        self.agree()

    def test_only_what_changed_is_read(self) -> None:
        made = [self.product(f"Keel whey {number}") for number in range(8)]
        self.anew()
        rows: list[list[ProductRow]] = []
        listed = products.changed_since

        def counted(*given: Any, **named: Any) -> list[ProductRow]:
            rows.append(listed(*given, **named))
            return rows[-1]

        with patch.object(products, "changed_since", counted):
            self.change(made[0], label=replace(LABEL, energy_kcal=380))
            self.cupboard()
            self.cupboard()
        self.assertEqual([[row.id for row in each] for each in rows], [[made[0], made[0]]])

    def test_what_is_taken_back_was_never_there(self) -> None:
        class Stop(Exception):
            pass

        product_id = self.product("Keel whey 0")
        before = self.cupboard()
        with self.assertRaises(Stop), self.database.transaction(self.principal) as connection:
            about = ProductDraft("Gone", (), "", LABEL, PackMeasures(), ProductDeclaration()).about(finished=True)
            products.change(connection, self.principal.kitchen_id, product_id, about)
            products.mark_products_changed(connection, self.principal.kitchen_id, [product_id])
            seen = load_context(connection, self.principal).cupboard
            self.assertIn("Gone", {item.name for item in seen.ingredients.values()})
            raise Stop
        self.assertIs(self.cupboard(), before)
        self.product("Keel whey 1")
        self.assertNotIn("Gone", {item.name for item in self.cupboard().ingredients.values()})
        self.agree()
