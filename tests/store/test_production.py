"""What the store keeps of how a formula is made: tins, parts, the rest as JSON, and who holds whom."""

from uuid import UUID, uuid4

import psycopg

from ample_crumb.core.formula.formula import Line, Part, PartBake, PartOptions
from ample_crumb.core.production.tins import Tin, TinKind
from ample_crumb.store import formula_foods, formula_writes, formulas, jobs, tins
from ample_crumb.store.formula_writes import FormulaHead
from ample_crumb.store.jobs import Touched
from tests.store.case import StoreCase


class Making(StoreCase):
    def formula(self, *chosen: str, name: str = "Bars", production: dict[str, object] | None = None) -> UUID:
        formula_id = uuid4()
        with self.database.unscoped() as connection:
            head = FormulaHead(name=name, family="", written_piece_count=12, method="", production=production or {})
            formula_writes.add(connection, self.principal.kitchen_id, formula_id, head)
            lines = tuple(Line("50 g of it", slug) for slug in chosen)
            formula_writes.write_parts(connection, self.principal.kitchen_id, formula_id, (Part("", lines),))
        return formula_id

    def test_a_tin_comes_back_is_changed_and_put_away(self) -> None:
        tin_id = uuid4()
        for tin in (
            Tin(TinKind.RING, 24, 9, bottom_share=0.9, hole_cm=8),
            Tin(TinKind.LOAF, 23, 7.25, 13, water_ml=1790),
        ):
            with self.database.unscoped() as connection:
                tins.put(connection, self.principal.kitchen_id, tin_id, "mine", tin)
                # The same id in another kitchen is another tin.
                tins.put(connection, self.other.kitchen_id, tin_id, "theirs", tin)
                (row,) = tins.list_tins(connection, self.principal.kitchen_id)
            self.assertEqual((row.tin(), row.name, row.archived), (tin, "mine", False))
        with self.database.unscoped() as connection:
            tins.archive(connection, self.other.kitchen_id, tin_id)
            self.assertFalse(tins.list_tins(connection, self.principal.kitchen_id)[0].archived)
            tins.archive(connection, self.principal.kitchen_id, tin_id)
            self.assertTrue(tins.list_tins(connection, self.principal.kitchen_id)[0].archived)
            self.assertEqual([tin.name for tin in tins.list_tins(connection, self.other.kitchen_id)], ["theirs"])

    def test_parts_keep_how_they_go_in_within_bounds(self) -> None:
        formula_id = self.formula(production={"by": "scoop", "scoop": "40"})
        how = PartOptions(loss_share=0.125, used_share=0.5, optional=True, bake=PartBake.NOT)
        parts = (Part("Base", (Line("100 g oats"),)), Part("Glaze", (), how))
        with self.database.unscoped() as connection:
            formula_writes.write_parts(connection, self.principal.kitchen_id, formula_id, parts)
            self.assertEqual(formulas.parts_of(connection, self.principal.kitchen_id, formula_id), parts)
            row = formulas.find(connection, self.principal.kitchen_id, formula_id)
        assert row is not None
        self.assertEqual(row.production, {"by": "scoop", "scoop": "40"})
        for wrong in (PartOptions(used_share=0), PartOptions(used_share=1.5), PartOptions(loss_share=-0.1)):
            with self.assertRaises(psycopg.errors.CheckViolation), self.database.unscoped() as connection:
                formula_writes.write_parts(connection, self.principal.kitchen_id, formula_id, (Part("", (), wrong),))

    def test_who_holds_whom_and_what_grows_stale_above(self) -> None:
        glaze = self.formula(name="Glaze")
        cake = self.formula(f"made-{glaze}-top", "egg", name="Cake")
        tower = self.formula(f"made-{cake}", f"made-{cake}", name="Tower")
        apart = self.formula("skyr", name="Apart")
        kitchen = self.principal.kitchen_id
        with self.database.unscoped() as connection:
            formula_foods.write_dependencies(connection, kitchen, cake, [("formula", str(glaze)), ("food", "egg")])
            formula_foods.write_dependencies(connection, kitchen, tower, [("formula", str(cake))])
            formula_foods.write_dependencies(connection, kitchen, apart, [("food", "skyr"), ("word", "skyr")])
            self.assertEqual(formulas.way_to(connection, kitchen, [tower], glaze), ["Tower", "Cake"])
            self.assertEqual(formulas.way_to(connection, kitchen, [glaze], tower), [])
            self.assertEqual(formulas.way_to(connection, self.other.kitchen_id, [tower], glaze), [])
        for touched, want in (
            (Touched(foods=frozenset({"egg"})), {cake, tower}),
            (Touched(words=frozenset({"skyr"})), {apart}),
            (Touched(words=frozenset({"egg"}), phrases=frozenset({"skyr"})), set()),
            (Touched(everything=True), {glaze, cake, tower, apart}),
        ):
            with self.subTest(touched), self.database.unscoped() as connection:
                jobs.ask_for_summaries(connection, self.principal, touched)
                asked = {
                    row.id
                    for row in formulas.list_formulas(connection, self.principal, 99)
                    if row.job_state == "queued"
                }
                self.assertEqual((asked, len(jobs.claim(connection, 9))), (want, len(want)))
                for formula_id in asked:
                    jobs.after_save(connection, self.principal, formula_id, current=True)
                connection.execute("delete from job")
        for current, want in ((True, {cake, tower}), (False, {glaze, cake, tower})):
            with self.database.unscoped() as connection:
                jobs.after_save(connection, self.principal, glaze, current=current)
                self.assertEqual({job.key for job in jobs.claim(connection, 9)}, want)

    def test_formulas_and_their_parts_by_name(self) -> None:
        plain, layered = self.formula(name="Plain"), self.formula(name="Layered")
        with self.database.unscoped() as connection:
            parts = (Part("Base", ()), Part("", ()), Part("Glaze", ()))
            formula_writes.write_parts(connection, self.principal.kitchen_id, layered, parts)
            formula_writes.write_parts(connection, self.principal.kitchen_id, plain, (Part("Only", ()),))

            def called(letters: str, most: int = 9) -> list[tuple[UUID, str, str]]:
                return formulas.find_parts_by_words(connection, self.principal.kitchen_id, letters, most)

            whole, both = (layered, "Layered", ""), [(layered, "Layered", "Base"), (layered, "Layered", "Glaze")]
            self.assertEqual(called("LAYER"), [whole, *both])
            self.assertEqual(called("red gla"), both[1:])
            self.assertEqual(called("layer", 2), [whole, both[0]])
            # A part that is the whole of its formula is no other thing than it.
            self.assertEqual(called("plain"), [(plain, "Plain", "")])
            self.assertEqual(called("only"), [])
