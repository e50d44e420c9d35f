"""core/production/bake_yield: what baking takes, and what is left over."""

import unittest

from hypothesis import given
from hypothesis import strategies as st

from ample_crumb.core.food.nutrients import NAMES
from ample_crumb.core.formula.families import UNKNOWN, family_of
from ample_crumb.core.formula.formula import PartBake, PartOptions
from ample_crumb.core.problem import CannotUse
from ample_crumb.core.production.bake_yield import LossSource, Weighings, bake_yield_of
from tests.core.given import evaluated_parts, part

CAKE = family_of("cake")


class BakeYields(unittest.TestCase):
    def test_the_loss_of_its_family_is_water_and_has_a_band(self) -> None:
        batch = evaluated_parts(part("400 g skyr", "200 g oat flour"))
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
        out = bake_yield_of(evaluated_parts(part("600 g skyr")), CAKE, Weighings(dough_g=590, baked_g=500))
        self.assertEqual((out.dough_g, out.batch.mass_g, out.mass_sd_g), (590, 500, 0))
        self.assertAlmostEqual(out.loss_share, 1 - 500 / 590)
        self.assertEqual(out.loss_source, LossSource.WEIGHED)

    def test_parts_bake_out_apart_and_what_comes_on_later_not_at_all(self) -> None:
        batch = evaluated_parts(
            part("100 g oats", options=PartOptions(loss_share=0.05)),
            part("300 g skyr"),
            part("100 g quark", options=PartOptions(bake=PartBake.NOT)),
        )
        out = bake_yield_of(batch, CAKE, Weighings())
        self.assertAlmostEqual(out.batch.mass_g, 95 + 300 * 0.885 + 100)

    def test_half_of_the_glaze_was_left_over(self) -> None:
        glaze = part("100 g icing sugar", name="Glaze", options=PartOptions(used_share=0.5, bake=PartBake.NOT))
        batch = evaluated_parts(part("300 g skyr"), glaze)
        self.assertAlmostEqual(batch.batch.mass_g, 350)
        self.assertAlmostEqual(batch.parts[1].figures.nutrients.energy_kcal or 0, 389 / 2, delta=6)
        (line,) = batch.parts[1].lines
        assert line.weighed is not None
        self.assertEqual((line.weighed.used_by_eye, line.weighed.prepared_g), (True, 100))

    def test_an_optional_part_is_counted_and_can_be_left_out(self) -> None:
        batch = evaluated_parts(part("300 g skyr"), part("50 g walnuts", options=PartOptions(optional=True)))
        assert batch.plain_piece is not None
        self.assertAlmostEqual(batch.piece.mass_g - batch.plain_piece.mass_g, 5)

    @given(st.floats(0, 200), st.floats(0, 100), st.floats(0, 0.5))
    def test_what_stays_in_the_bowl_and_is_cut_off_takes_its_share(self, bowl: float, cut: float, loss: float) -> None:
        batch = evaluated_parts(part("400 g skyr", "200 g oat flour"))
        out = bake_yield_of(batch, CAKE, Weighings(loss_share=loss, residue_g=bowl, trimmings_g=cut))
        in_oven, before = 600 - bowl, (600 - bowl) * (1 - loss)
        self.assertAlmostEqual(out.batch.mass_g, before - cut)
        share = in_oven / 600 * (before - cut) / before
        self.assertAlmostEqual(out.kept_share, share)
        protein = (out.batch.nutrients.protein_g or 0) / (batch.batch.nutrients.protein_g or 1)
        self.assertAlmostEqual(protein, share)

    def test_what_cannot_be_is_said(self) -> None:
        batch = evaluated_parts(part("600 g skyr"))
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
            bake_yield_of(evaluated_parts(part("600 g skyr")), UNKNOWN, Weighings()).loss_source, LossSource.NONE
        )
        self.assertEqual(bake_yield_of(evaluated_parts(part()), CAKE, Weighings()).batch.mass_g, 0)
