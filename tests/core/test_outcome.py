"""core/production/bake_yield and portions: what baking takes, what is left over, and how a batch is parted."""

import unittest

from hypothesis import given
from hypothesis import strategies as st

from ample_crumb.core.food.cupboard import reference_cupboard
from ample_crumb.core.food.nutrients import NAMES
from ample_crumb.core.formula.evaluation import FormulaFigures, evaluate
from ample_crumb.core.formula.families import UNKNOWN, family_of
from ample_crumb.core.formula.formula import Line, Part, PartBake, PartOptions
from ample_crumb.core.formula.reading import ReadingPreferences
from ample_crumb.core.problem import CannotUse
from ample_crumb.core.production.bake_yield import LossSource, Weighings, bake_yield_of
from ample_crumb.core.production.portions import PortionBy, Portioning, portions_of, read_cuts, scoop_ml
from ample_crumb.core.quantity.units import MeasureSystem

CAKE = family_of("cake")


def part(*lines: str, name: str = "", how: PartOptions | None = None) -> Part:
    return Part(name, tuple(map(Line, lines)), how or PartOptions())


def evaluated(*parts: Part) -> FormulaFigures:
    return evaluate(parts, 1, reference_cupboard(), ReadingPreferences())


class Outcome(unittest.TestCase):
    def test_the_loss_of_its_family_is_water_and_has_a_band(self) -> None:
        batch = evaluated(part("400 g skyr", "200 g oat flour"))
        out = bake_yield_of(batch, CAKE, Weighings())
        # 9 to 14 %: 11.5 %, and 5 % / sqrt(12) = 1.44 % of 600 g.
        self.assertAlmostEqual(out.batch.mass_g, 600 * 0.885)
        self.assertAlmostEqual(out.mass_sd_g, 600 * 0.05 / 12**0.5)
        self.assertEqual(out.loss_source, LossSource.FAMILY)
        water = (batch.batch.nutrients.water_g or 0) - (out.batch.nutrients.water_g or 0)
        self.assertAlmostEqual(water, 600 * 0.115)
        for name in set(NAMES) - {"water_g"}:
            self.assertEqual(getattr(out.batch.nutrients, name), getattr(batch.batch.nutrients, name))

    def test_a_weighed_slab_makes_it_exact(self) -> None:
        out = bake_yield_of(evaluated(part("600 g skyr")), CAKE, Weighings(dough_g=590, baked_g=500))
        self.assertEqual((out.dough_g, out.batch.mass_g, out.mass_sd_g), (590, 500, 0))
        self.assertAlmostEqual(out.loss_share, 1 - 500 / 590)
        self.assertEqual(out.loss_source, LossSource.WEIGHED)

    def test_parts_bake_out_apart_and_what_comes_on_later_not_at_all(self) -> None:
        batch = evaluated(
            part("100 g oats", how=PartOptions(loss_share=0.05)),
            part("300 g skyr"),
            part("100 g quark", how=PartOptions(bake=PartBake.NOT)),
        )
        out = bake_yield_of(batch, CAKE, Weighings())
        self.assertAlmostEqual(out.batch.mass_g, 95 + 300 * 0.885 + 100)

    def test_half_of_the_glaze_was_left_over(self) -> None:
        glaze = part("100 g icing sugar", name="Glaze", how=PartOptions(used_share=0.5, bake=PartBake.NOT))
        batch = evaluated(part("300 g skyr"), glaze)
        self.assertAlmostEqual(batch.batch.mass_g, 350)
        self.assertAlmostEqual(batch.parts[1].figures.nutrients.energy_kcal or 0, 389 / 2, delta=6)
        (line,) = batch.parts[1].lines
        self.assertEqual((line.used_by_eye, line.prepared_g), (True, 100))

    def test_an_optional_part_is_counted_and_can_be_left_out(self) -> None:
        batch = evaluated(part("300 g skyr"), part("50 g walnuts", how=PartOptions(optional=True)))
        assert batch.plain_piece is not None
        self.assertAlmostEqual(batch.piece.mass_g - batch.plain_piece.mass_g, 50)

    @given(st.floats(0, 200), st.floats(0, 100), st.floats(0, 0.5))
    def test_what_stays_in_the_bowl_and_is_cut_off_takes_its_share(self, bowl: float, cut: float, loss: float) -> None:
        batch = evaluated(part("400 g skyr", "200 g oat flour"))
        out = bake_yield_of(batch, CAKE, Weighings(loss_share=loss, residue_g=bowl, trimmings_g=cut))
        in_oven, before = 600 - bowl, (600 - bowl) * (1 - loss)
        self.assertAlmostEqual(out.batch.mass_g, before - cut)
        share = in_oven / 600 * (before - cut) / before
        self.assertAlmostEqual(out.kept_share, share)
        protein = (out.batch.nutrients.protein_g or 0) / (batch.batch.nutrients.protein_g or 1)
        self.assertAlmostEqual(protein, share)

    def test_what_cannot_be_is_said(self) -> None:
        batch = evaluated(part("600 g skyr"))
        for weighings, words in (
            (Weighings(loss_share=1.2), "from 0 to 60%"),
            (Weighings(loss_share=-0.1), "from 0 to 60%"),
            (Weighings(residue_g=600), "in the bowl"),
            (Weighings(trimmings_g=600), "cut off"),
            (Weighings(baked_g=700), "more than the 600 g of dough"),
            (Weighings(baked_g=0), "over 0 g"),
        ):
            with self.subTest(words), self.assertRaisesRegex(CannotUse, words):
                bake_yield_of(batch, CAKE, weighings)

    def test_without_a_family_or_dough_nothing_is_lost(self) -> None:
        self.assertEqual(
            bake_yield_of(evaluated(part("600 g skyr")), UNKNOWN, Weighings()).loss_source, LossSource.NONE
        )
        self.assertEqual(bake_yield_of(evaluated(part()), CAKE, Weighings()).batch.mass_g, 0)


class Portions(unittest.TestCase):
    def test_by_count_mass_scoop_and_what_came_out(self) -> None:
        for portioning, count, dough_g, rest_g in (
            (Portioning(count=12), 12, 50, 0),
            (Portioning(PortionBy.DOUGH, piece_g=45), 13, 45, 15),
            (Portioning(PortionBy.BAKED, piece_g=45), 12, 50, 0),
            (Portioning(PortionBy.SCOOP, scoop_ml=23.7, density_g_per_ml=1.2), 21, 28.44, 600 - 21 * 28.44),
            (Portioning(PortionBy.SCOOP, scoop_ml=23.7, density_g_per_ml=1.2, made_count=20), 20, 30, 0),
            (Portioning(count=8, small_count=10, small_g=20), 8, 50, 0),
        ):
            with self.subTest(portioning):
                made = portions_of(portioning, 600, 540)
                self.assertAlmostEqual(made.dough_g, dough_g)
                self.assertAlmostEqual(made.baked_g, 0.9 * dough_g)
                self.assertEqual((made.count, round(made.rest_g, 6)), (count, round(rest_g, 6)))

    @given(
        st.sampled_from([PortionBy.COUNT, PortionBy.DOUGH, PortionBy.BAKED]),
        st.integers(1, 60),
        st.floats(5, 80),
        st.integers(0, 5),
        # One baked piece of the heaviest, and five small ones, have to be in it.
        st.floats(130, 3000),
    )
    def test_nothing_is_made_or_lost_by_parting(
        self, by: PortionBy, count: int, grams: float, small: int, dough_g: float
    ) -> None:
        portioning = Portioning(by, count=count, piece_g=grams, small_count=small, small_g=4)
        made = portions_of(portioning, dough_g, 0.9 * dough_g)
        parted = made.count * made.share + small * made.small_share + made.rest_g / dough_g
        self.assertAlmostEqual(parted, 1)
        self.assertTrue(by is PortionBy.COUNT or made.rest_g < made.dough_g * (1 + 1e-6))

    def test_what_cannot_be_is_said(self) -> None:
        for portioning, words in (
            (Portioning(PortionBy.DOUGH, piece_g=700), "more than the whole dough"),
            (Portioning(PortionBy.DOUGH), "how many grams"),
            (Portioning(PortionBy.SCOOP, scoop_ml=20), "which scoop"),
            (Portioning(count=0), "from 1 to"),
            (Portioning(count=4, small_count=30, small_g=20), "small pieces take"),
            (Portioning(PortionBy.DOUGH, piece_g=0.1), "from 1 to"),
        ):
            with self.subTest(words), self.assertRaisesRegex(CannotUse, words):
                portions_of(portioning, 600, 540)

    def test_cuts_and_scoops_as_one_names_them(self) -> None:
        self.assertEqual((read_cuts("4x3").pieces, read_cuts("4 × 3").rows, read_cuts("8 wedges").pieces), (12, 4, 8))
        for wrong in ("0x3", "4x", "four", "4x99", "0 wedges"):
            with self.subTest(wrong), self.assertRaises(CannotUse):
                read_cuts(wrong)
        self.assertAlmostEqual(scoop_ml("#40"), 23.7)
        self.assertAlmostEqual(scoop_ml("1 1/2 tbsp", MeasureSystem.METRIC), 22.5)
        for wrong in ("3", "101", "a bit", "2 kg", ""):
            with self.subTest(wrong), self.assertRaises(CannotUse):
                scoop_ml(wrong)
