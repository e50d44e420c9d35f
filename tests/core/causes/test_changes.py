"""What to change against a cause."""

import unittest
from dataclasses import replace

from ample_crumb.core.causes.changes import CauseChange, changes_against, norm_of
from ample_crumb.core.causes.ranking import symptoms
from ample_crumb.core.crumb.repairs import RepairContext, find_repairs
from ample_crumb.core.food.cupboard import reference_cupboard
from ample_crumb.core.food.energy import EnergySystem
from ample_crumb.core.formula.allergens import Allergens
from tests.judgement.causes_judged import JudgedCause, judged_causes

JUDGED = [*judged_causes(), *judged_causes("fresh-causes")]
SETTING = RepairContext(12, EnergySystem.STATED, {}, Allergens((), (), (), (), (), ()))


def against(judged: JudgedCause, cause: str = "", setting: RepairContext = SETTING) -> tuple[CauseChange, ...]:
    cupboard = reference_cupboard()
    repairs = find_repairs(judged.signs.dough, cupboard, setting)
    return changes_against(cause or judged.cause, judged.signs, repairs, cupboard, setting)


def case(symptom: str, cause: str) -> JudgedCause:
    return next(each for each in JUDGED if (each.symptom, each.cause) == (symptom, cause))


class Changes(unittest.TestCase):
    def test_every_textbook_case_has_something_to_try(self) -> None:
        for judged in JUDGED:
            self.assertTrue(against(judged), judged.text)

    def test_less_of_what_is_too_much(self) -> None:
        (change,) = [each for each in against(case("sandy", "plant-powder-much")) if each.lines]
        (line,) = change.lines
        self.assertLess(line.factor, 1)
        self.assertEqual(line.slug, "pea_protein")
        self.assertIn("less", change.words)

    def test_minutes_and_degrees_of_this_batch(self) -> None:
        (late,) = against(case("dry", "overbaked"))
        # A textbook's advice by hand: 34 minutes less a sixth.
        self.assertEqual(late.words, "Take it out at minute 29.")
        (cool,) = against(case("pale", "oven-cool"))
        self.assertEqual((cool.words, cool.oven_c), ("Bake it at 155 °C.", 155))
        unknown = replace(
            late_case := case("dry", "overbaked"), signs=replace(late_case.signs, took_min=None, window=None)
        )
        self.assertEqual(against(unknown), ())

    def test_a_line_of_less_than_a_seventh_of_a_kind_is_left_as_it_is(self) -> None:
        """By hand: of 100 g of sugar 14 g are no reason to weigh once more, 16 g are."""
        judged = case("sandy", "plant-powder-much")
        dough = judged.signs.dough
        (pea,) = [line for line in dough.dough.lines if line.item.slug == "pea_protein"]
        for little_g, changed in ((14.0, 1), (16.0, 2)):
            others = tuple(line for line in dough.dough.lines if line is not pea)
            lines = (replace(pea, mass_g=100 - little_g), replace(pea, mass_g=little_g, line_id="other"), *others)
            now = replace(judged.signs, dough=replace(dough, dough=replace(dough.dough, lines=lines)))
            (change,) = [each for each in against(replace(judged, signs=now)) if each.lines]
            self.assertEqual(len(change.lines), changed, little_g)

    def test_where_a_dial_is_out_its_repair_goes_first(self) -> None:
        judged = case("gummy", "too-wet")
        repairs = find_repairs(judged.signs.dough, reference_cupboard(), SETTING)
        first = against(judged)[0]
        self.assertEqual(first.words, f"{next(repair for repair in repairs if repair.dial == 'hydration').words}.")

    def test_nothing_comes_in_that_somebody_must_not_get(self) -> None:
        judged = case("dry", "fat-little")
        careful = replace(SETTING, avoided=frozenset({"tree nuts", "milk"}))
        added = [line.slug for change in against(judged, setting=careful) for line in change.lines if not line.line_id]
        self.assertFalse({"butter", "almond_butter"} & set(added))

    def test_ids_name_one_change_each(self) -> None:
        for judged in JUDGED:
            ids = [each.id for cause in symptoms()[judged.symptom].causes for each in against(judged, cause)]
            self.assertEqual(len(ids), len(set(ids)), judged.text)

    def test_what_is_no_fault_is_said(self) -> None:
        self.assertIn("how it should be", norm_of("brownie", "split"))
        self.assertEqual(norm_of("cookie", "split"), "")
