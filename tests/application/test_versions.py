"""Kept states: by the baker, by a new edit session, one number each, and no other kitchen's."""

from concurrent.futures import ThreadPoolExecutor
from dataclasses import replace
from uuid import UUID, uuid4

from ample_crumb.application.formulas import commands as formulas_commands
from ample_crumb.application.formulas import queries as formulas_queries
from ample_crumb.application.formulas.draft import read_draft, write_draft
from ample_crumb.application.problems import CannotAccept, NotHere
from ample_crumb.application.versions import commands as versions_commands
from ample_crumb.application.versions import queries as versions_queries
from ample_crumb.core.formula.formula import Line, Part
from ample_crumb.core.production.draft import ClassicChoice, Draft, ProductionSettings
from ample_crumb.store import kitchens
from ample_crumb.store.scope import Principal
from tests.application.case import KitchenCase


class Versions(KitchenCase):
    def formula(self, *lines: str) -> UUID:
        draft = Draft("Bars", "brownie", 4, "", (Part("", tuple(map(Line, lines))),))
        return formulas_commands.create(self.database, self.principal, uuid4(), draft).id

    def change(self, formula_id: UUID, *lines: str) -> None:
        view = formulas_queries.open_one(self.database, self.principal, formula_id)
        draft = replace(view.draft, parts=(Part("", tuple(map(Line, lines))),))
        formulas_commands.save(self.database, self.principal, formula_id, view.version, draft)

    def numbers(self, formula_id: UUID) -> list[tuple[int, str]]:
        listed = versions_queries.list_versions(self.database, self.principal, formula_id).versions
        return [(each.number, each.kept_by) for each in listed]

    def test_a_new_edit_session_keeps_what_was_before_it(self) -> None:
        formula_id = self.formula("200 g skyr")
        self.change(formula_id, "220 g skyr")
        self.assertEqual(self.numbers(formula_id), [(0, "now")], "one edit session is one state")
        for _ in range(2):
            with self.database.unscoped() as connection:
                connection.execute("update formula set updated_at = now() - interval '31 minutes'")
            self.change(formula_id, "240 g skyr" if _ == 0 else "260 g skyr")
        self.assertEqual(self.numbers(formula_id), [(0, "now"), (2, "edit session"), (1, "edit session")])
        differing = versions_queries.differ(self.database, self.principal, formula_id, 1, 0)
        self.assertEqual(differing.words, ("skyr, plain: 220 → 260 g",))
        # Figures of a kept state are those of then.
        self.assertAlmostEqual(differing.was.piece.energy_kcal * 260 / 220, differing.now.piece.energy_kcal, places=1)

    def test_kept_at_once_each_has_a_number_of_its_own(self) -> None:
        formula_id = self.formula("200 g skyr")
        with ThreadPoolExecutor(4) as pool:
            for _ in pool.map(
                lambda number: versions_commands.keep(
                    self.database, self.principal, formula_id, uuid4(), f"take {number}"
                ),
                range(8),
            ):
                pass
        self.assertEqual([number for number, _ in self.numbers(formula_id)], [0, *range(8, 0, -1)])

    def test_another_kitchen_sees_and_changes_nothing(self) -> None:
        formula_id = self.formula("200 g skyr")
        versions_commands.keep(self.database, self.principal, formula_id, uuid4(), "mine")
        other = Principal(uuid4(), uuid4())
        with self.database.unscoped() as connection:
            kitchens.add_kitchen(connection, other, "Two", "Bea")
        for attempt in (
            lambda: versions_queries.list_versions(self.database, other, formula_id),
            lambda: versions_commands.rename(self.database, other, formula_id, 1, "theirs"),
            lambda: versions_commands.restore(self.database, other, formula_id, 1, 1),
            lambda: versions_commands.branch(
                self.database, other, formula_id, uuid4(), versions_commands.BranchStart("theirs")
            ),
        ):
            with self.assertRaises(NotHere):
                attempt()

    def test_a_draft_is_kept_whole(self) -> None:
        other = self.formula("100 g oats")
        versions_commands.keep(self.database, self.principal, other, uuid4(), "")
        drafts = (
            Draft(
                "Bars",
                "",
                3,
                "Mix.",
                (Part("Base", (Line("1 egg", "egg"),)),),
                ClassicChoice(other, 1),
                ProductionSettings(scoop="40"),
            ),
            Draft("Bars", "cake", 1, "", (), ClassicChoice(name="a slice", energy_kcal=300)),
        )
        for draft in drafts:
            self.assertEqual(read_draft(write_draft(draft)), draft)
        with self.assertRaisesRegex(CannotAccept, "That version"):
            formulas_commands.create(
                self.database, self.principal, uuid4(), replace(drafts[0], classic=ClassicChoice(other, 7))
            )
