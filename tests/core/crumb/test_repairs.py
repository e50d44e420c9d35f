"""core/crumb/repairs: a repair shown is one that holds."""

import unittest
from dataclasses import replace

from hypothesis import given, settings
from hypothesis import strategies as st

from ample_crumb.core.crumb.check import crumb_check, judge_dough
from ample_crumb.core.crumb.dials.dial import Learned, Verdict
from ample_crumb.core.crumb.repairs import MOST_REPAIRS, Repair, RepairContext, find_repairs, may_come_in
from ample_crumb.core.food.energy import EnergySystem
from ample_crumb.core.formula.allergens import allergens_of
from tests.core.given import CUPBOARD, evaluated, evaluated_grams

PIECES = 12


def repairs(grams: dict[str, float], family: str, avoided: frozenset[str] = frozenset()) -> tuple[Repair, ...]:
    of = evaluated_grams(grams)
    setting = RepairContext(PIECES, EnergySystem.STATED, {"oat_flour": 0.002}, allergens_of(of, CUPBOARD), avoided)
    return find_repairs(judge_dough(of, family, CUPBOARD), CUPBOARD, setting)


formulas = st.fixed_dictionaries(
    {
        "oat_flour": st.integers(40, 200),
        "whey_concentrate": st.integers(0, 120),
        "greek_yogurt_0": st.integers(20, 300),
        "egg": st.sampled_from([0, 50, 100, 150]),
        "erythritol": st.integers(0, 120),
        "butter": st.integers(0, 90),
        "baking_powder": st.integers(0, 12),
        "salt": st.integers(0, 5),
    }
).map(lambda grams: {slug: float(mass) for slug, mass in grams.items() if mass})


class Repairs(unittest.TestCase):
    @settings(max_examples=60)
    @given(formulas, st.sampled_from(["muffin", "cookie", "brownie", "cake", "baked-cheesecake"]))
    def test_done_it_brings_its_dial_back_and_pushes_none_out(self, grams: dict[str, float], family: str) -> None:
        before = {dial.name: dial for dial in crumb_check(judge_dough(evaluated_grams(grams), family, CUPBOARD)).dials}
        found = repairs(grams, family)
        for repair in found:
            changed = grams | {repair.slug: grams.get(repair.slug, 0.0) + repair.change_g}
            self.assertGreaterEqual(changed[repair.slug], 0)
            after = evaluated_grams({slug: mass for slug, mass in changed.items() if mass > 0})
            now = {dial.name: dial for dial in crumb_check(judge_dough(after, family, CUPBOARD)).dials}
            self.assertIs(now[repair.dial].verdict, Verdict.FITS, repair)
            self.assertAlmostEqual(now[repair.dial].value or 0, repair.value, places=4)
            for name, was in before.items():
                if was.verdict is Verdict.FITS:
                    self.assertNotIn(now[name].verdict, (Verdict.LOW, Verdict.HIGH), (repair, name))
            # Its price is what the piece really changes by.
            piece, then = evaluated_grams(grams).piece.nutrients, after.piece.nutrients
            self.assertAlmostEqual((then.energy_kcal or 0) - (piece.energy_kcal or 0), repair.energy_kcal, places=3)
            self.assertAlmostEqual((then.protein_g or 0) - (piece.protein_g or 0), repair.protein_g, places=3)
        for name in before:
            of_dial = [repair.slug for repair in found if repair.dial == name]
            self.assertLessEqual(len(of_dial), MOST_REPAIRS)
            self.assertEqual(len(of_dial), len(set(of_dial)))

    def test_nothing_comes_in_that_must_not(self) -> None:
        crumbly = {"oat_flour": 150.0, "soy_milk": 260.0, "erythritol": 40.0, "neutral_oil": 30.0, "baking_powder": 6.0}
        binding = [repair for repair in repairs(crumbly, "muffin") if repair.dial == "binder"]
        self.assertTrue(binding)
        self.assertFalse({"egg", "egg_white"} & {repair.slug for repair in binding}, "it is vegan, and stays so")
        runny = {"oat_flour": 60.0, "milk_skim": 260.0, "egg": 100.0, "butter": 20.0, "baking_powder": 3.0, "salt": 2.0}
        self.assertIn("micellar_casein", {repair.slug for repair in repairs(runny, "muffin")})
        kept_from = repairs(runny, "muffin", frozenset({"milk"}))
        self.assertNotIn("micellar_casein", {repair.slug for repair in kept_from})

    def test_by_what_a_kitchen_has_learned_of_its_flour(self) -> None:
        learned = Learned(holding={"oat_flour": 1.4})
        of = evaluated_grams(
            {"oat_flour": 200.0, "milk_skim": 190.0, "egg": 50.0, "baking_powder": 6.0, "sugar": 60.0, "salt": 2.0}
        )
        dough = judge_dough(of, "muffin", CUPBOARD, learned=learned)
        setting = RepairContext(PIECES, EnergySystem.STATED, {}, allergens_of(of, CUPBOARD))
        less = next(each for each in find_repairs(dough, CUPBOARD, setting, learned) if each.slug == "oat_flour")
        grams = {
            "oat_flour": less.resulting_g,
            "milk_skim": 190.0,
            "egg": 50.0,
            "baking_powder": 6.0,
            "sugar": 60.0,
            "salt": 2.0,
        }
        after = crumb_check(judge_dough(evaluated_grams(grams), "muffin", CUPBOARD, learned=learned), learned)
        hydration = next(dial for dial in after.dials if dial.name == "hydration")
        self.assertIs(hydration.verdict, Verdict.FITS)
        self.assertAlmostEqual(hydration.value or 0, less.value, places=6)

    def test_none_while_a_line_is_not_read(self) -> None:
        lines = ("400 g wheat flour", "100 g butter", "2 eggs", "5 g baking powder", "3 g salt")
        for unread, offered in ((), True), (("a glug of elderflower dust",), False):
            of = evaluated(*lines, *unread, pieces=12)
            setting = RepairContext(PIECES, EnergySystem.STATED, {}, allergens_of(of, CUPBOARD))
            found = find_repairs(judge_dough(of, "muffin", CUPBOARD), CUPBOARD, setting)
            self.assertEqual(bool(found), offered)

    def test_eggs_come_whole_and_words_name_a_measure(self) -> None:
        few = {"greek_yogurt_0": 600.0, "sugar": 90.0, "egg": 50.0, "salt": 2.0}
        eggs = next(repair for repair in repairs(few, "baked-cheesecake") if repair.slug == "egg")
        self.assertEqual(eggs.change_g % 50, 0)
        self.assertIn("large", eggs.words)

    def test_a_trace_is_enough_for_what_somebody_must_not_get(self) -> None:
        warns = replace(CUPBOARD.ingredients["oat_flour"], traces=("peanuts",))
        contents = allergens_of(evaluated("100 g oats"), CUPBOARD)
        for avoided, may in ((frozenset[str](), True), (frozenset({"milk"}), True), (frozenset({"peanuts"}), False)):
            setting = RepairContext(PIECES, EnergySystem.STATED, {}, contents, avoided)
            self.assertEqual(may_come_in(warns, setting), may, avoided)
