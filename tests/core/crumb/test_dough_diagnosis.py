"""core/crumb/looks_wrong: waiting is told from wrong, and what is wrong is mended by halves."""

import unittest

from ample_crumb.core.crumb.check import JudgedDough
from ample_crumb.core.crumb.composition import brought_by
from ample_crumb.core.crumb.dough_diagnosis import Diagnosis, Remedy, Stage, diagnose_dough
from ample_crumb.core.crumb.dough_state import Consistency, dough_state_of, liquid_share
from ample_crumb.core.crumb.repairs import RepairContext
from ample_crumb.core.food.energy import EnergySystem
from ample_crumb.core.formula.allergens import allergens_of
from tests.core.given import CUPBOARD, evaluated, judged, part

COOKIE = ("280 g flour", "225 g butter", "300 g sugar", "2 eggs")
OATS = ("120 g oat flour", "1 egg", "60 g honey", "40 ml milk")


def looked(lines: tuple[str, ...], family: str, said: Consistency, stage: Stage, **more: object) -> Diagnosis:
    dough: JudgedDough = judged(part(*lines), family=family)
    setting = RepairContext(
        12,
        EnergySystem.STATED,
        {},
        allergens_of(evaluated(*lines), CUPBOARD),
        **more,  # type: ignore[arg-type]
    )
    found = diagnose_dough(dough, said, stage, CUPBOARD, setting)
    assert found is not None
    return found


class Waiting(unittest.TestCase):
    def test_as_it_should_be(self) -> None:
        meant = dough_state_of(judged(part(*COOKIE), family="cookie").composition, "cookie")
        assert meant is not None
        found = looked(COOKIE, "cookie", meant.after_mixing.consistency, Stage.MIXED)
        self.assertEqual((found.remedy, found.steps_off, found.repairs), (Remedy.NOTHING, 0, ()))

    def test_what_still_drinks_stands_first(self) -> None:
        for said in (Consistency.DROPS, Consistency.POURS):
            with self.subTest(said):
                found = looked(OATS, "cookie", said, Stage.MIXED)
                self.assertEqual((found.remedy, found.repairs), (Remedy.WAIT, ()))
                self.assertRegex(found.sentence, r"Stand \d+ minutes")

    def test_soft_butter_is_chilled_once(self) -> None:
        self.assertIs(looked(COOKIE, "cookie", Consistency.DROPS, Stage.RESTED).remedy, Remedy.CHILL)
        self.assertIs(looked(COOKIE, "cookie", Consistency.DROPS, Stage.CHILLED).remedy, Remedy.ADD)

    def test_dry_crumbs_are_mixed_on(self) -> None:
        self.assertIs(looked(OATS, "cookie", Consistency.CRUMBLES, Stage.MIXED).remedy, Remedy.MIX)


class Mending(unittest.TestCase):
    def test_what_is_added_brings_it_back_and_half_goes_first(self) -> None:
        for said, role in (
            (Consistency.RIBBONS, {"flour", "grain"}),
            (Consistency.CRUMBLES, {"milk", "liquid", "dairy"}),
        ):
            found = looked(OATS, "cookie", said, Stage.RESTED)
            with self.subTest(said):
                self.assertIs(found.remedy, Remedy.ADD)
                self.assertIn("Half", found.sentence)
                self.assertTrue(found.repairs)
                for repair in found.repairs:
                    item = CUPBOARD.ingredients[repair.slug]
                    self.assertIn(item.role, role)
                    self.assertNotEqual(repair.words, repair.first_words)
                    self.assertGreater(repair.change_g, 0)

    def test_a_wetter_dough_flows_as_meant_after_it(self) -> None:
        # The baker's dough has water more in it than was written, so that it drops: what is added has to undo that.
        meant = judged(part(*OATS), family="cookie").composition
        wet = judged(part(*OATS, "60 g water"), family="cookie").composition
        found = looked(OATS, "cookie", Consistency.DROPS, Stage.RESTED)
        (repair, *_) = found.repairs
        mixed = wet.plus(brought_by(CUPBOARD.ingredients[repair.slug], repair.change_g))

        def rested(of: object) -> float:
            return liquid_share(of, of.water_holding_g - of.hot_holding_g)  # type: ignore[attr-defined, arg-type]

        self.assertLess(rested(mixed), rested(wet) - 0.05)
        self.assertLess(abs(rested(mixed) - rested(meant)), 0.5 * (rested(wet) - rested(meant)) + 0.03)

    def test_what_somebody_must_not_get_does_not_come_in(self) -> None:
        dry = ("120 g oat flour", "60 g butter", "60 g honey", "30 g sugar")
        for avoided, comes in (
            ({"gluten"}, "milk_skim"),
            ({"milk"}, "water"),
            ({"vegan"}, "water"),
        ):
            with self.subTest(avoided):
                found = looked(dry, "cookie", Consistency.CRUMBLES, Stage.RESTED, avoided=frozenset(avoided))
                self.assertEqual(found.repairs[0].slug, comes)

    def test_a_diet_that_the_formula_keeps_is_kept(self) -> None:
        dry = ("120 g oat flour", "60 g peanut butter", "60 g maple syrup", "30 g sugar")
        found = looked(dry, "cookie", Consistency.CRUMBLES, Stage.RESTED)
        self.assertEqual([repair.slug for repair in found.repairs], ["water"])

    def test_the_price_of_a_piece_is_told(self) -> None:
        (repair, *_) = looked(OATS, "cookie", Consistency.RIBBONS, Stage.RESTED).repairs
        item = CUPBOARD.ingredients[repair.slug]
        self.assertAlmostEqual(
            repair.energy_kcal, (item.per_100g.energy_kcal or 0) * repair.change_g / 100 / 12, delta=0.2
        )
