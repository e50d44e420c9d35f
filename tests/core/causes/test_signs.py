"""Facts of a batch: each as strong as it is, and nothing where nobody can tell."""

import unittest
from dataclasses import replace

from ample_crumb.core.causes import signs as signs_module
from ample_crumb.core.causes.signs import BatchSigns, Fact, facts_of
from ample_crumb.core.food.cupboard import reference_cupboard
from tests.judgement.causes_judged import batch_signs, judged_causes

JUDGED = [*judged_causes(), *judged_causes("fresh-causes")]


def signs(symptom: str, cause: str) -> BatchSigns:
    return next(each.signs for each in JUDGED if (each.symptom, each.cause) == (symptom, cause))


def fact(of: BatchSigns, name: str) -> Fact:
    return facts_of(of)[name]


class Signs(unittest.TestCase):
    def setUp(self) -> None:
        self.plain = signs("dry", "overbaked")

    def test_minutes_count_by_how_far_they_are_off(self) -> None:
        assert self.plain.window is not None
        low, high = self.plain.window
        for took, short, long in (
            (low * 0.8, 1, 0), (low * 0.9, 0.5, 0), ((low + high) / 2, 0, 0), (high * 1.1, 0, 0.5), (high * 1.5, 0, 1),
        ):  # fmt: skip
            at = replace(self.plain, took_min=took)
            self.assertAlmostEqual(fact(at, "short").strength, short, places=6)
            self.assertAlmostEqual(fact(at, "long").strength, long, places=6)

    def test_what_nobody_said_is_no_fact(self) -> None:
        unknown = replace(self.plain, took_min=None, oven_c=None)
        self.assertFalse({"short", "long", "hot", "cool"} & set(facts_of(unknown)))
        self.assertNotIn("deep", facts_of(self.plain))
        self.assertNotIn("base with the rest", facts_of(self.plain))

    def test_heat_is_held_against_the_usual(self) -> None:
        assert self.plain.usual_c is not None
        for away, hot, cool in ((0, 0, 0), (30, 1, 0), (-30, 0, 1), (4, 0, 0)):
            at = replace(self.plain, oven_c=self.plain.usual_c + away)
            self.assertEqual((fact(at, "hot").strength, fact(at, "cool").strength), (hot, cool))

    def test_a_dial_out_of_its_window_is_a_fact_with_its_reason(self) -> None:
        wet = signs("gummy", "too-wet")
        self.assertEqual(fact(wet, "wet").strength, 1)
        dial = next(each for each in wet.check.dials if each.name == "hydration")
        self.assertEqual(fact(wet, "wet").words, dial.reason)
        self.assertEqual(fact(wet, "thirsty").strength, 0)

    def test_shares_are_told_with_their_figures(self) -> None:
        """By hand: 100 g of whey isolate in 90 + 100 + 200 + 60 + 60 + 8 g more are 16 %."""
        whey = fact(signs("tough", "whey-much"), "much whey")
        self.assertEqual(whey.strength, 1)
        self.assertRegex(whey.words, "Whey is 16% of the dough")
        none = fact(self.plain, "much whey")
        self.assertEqual((none.strength, none.not_words), (0, ""))

    def test_grain_nuts_and_dairy_by_their_shares(self) -> None:
        """By hand, of 500 g of dough: oats are 17.5 %, half way from 5 to 30; skyr 25 %, half way from 10 to 40. Whole
        almonds are no dough, and 25 g of them as much as 5 % of it, half way from none to 10."""
        lines = "87.5 g rolled oats;125 g skyr;100 g sugar;187.5 g apple sauce;25 g almonds"
        mixed = facts_of(batch_signs("cookie", 10, lines, ""))
        for name in ("coarse", "nuts", "dairy"):
            self.assertAlmostEqual(mixed[name].strength, 0.5, places=2, msg=name)
        fine = facts_of(batch_signs("cookie", 10, "250 g wheat flour;125 g butter;125 g sugar", ""))
        self.assertEqual({fine[name].strength for name in ("coarse", "nuts")}, {0})

    def test_foods_that_signs_name_are_in_the_cupboard(self) -> None:
        cupboard = reference_cupboard().ingredients
        named = [slug for value in vars(signs_module).values() if isinstance(value, frozenset) for slug in value]
        self.assertTrue(named)
        self.assertEqual([slug for slug in named if slug not in cupboard], [])

    def test_soda_meets_its_acid(self) -> None:
        unmet = signs("soapy", "soda-unmet")
        self.assertEqual(fact(unmet, "soda unmet").strength, 1)
        self.assertRegex(fact(unmet, "soda unmet").words, r"Of \d+\.\d g of soda \d+\.\d g meet no acid")
        met = signs("gummy", "puree-much")
        self.assertLess(fact(met, "soda unmet").strength, 0.6)

    def test_erythritol_is_no_sugar(self) -> None:
        lean = signs("pale", "sugar-gone")
        self.assertEqual(fact(lean, "no sugar").strength, 1)
        self.assertEqual(fact(lean, "much erythritol").strength, 1)
        self.assertEqual(fact(self.plain, "no sugar").strength, 0)

    def test_what_was_noticed_and_where_it_was_made(self) -> None:
        at = replace(
            self.plain, noticed=frozenset({"cut warm"}), altitude_m=1800.0, frozen_before=True, fresh_fruit=True
        )
        for name in ("saw: cut warm", "high up", "frozen before", "fresh fruit"):
            self.assertEqual(fact(at, name).strength, 1, name)
        for name in ("high up", "frozen before", "fresh fruit"):
            self.assertEqual(fact(self.plain, name).strength, 0, name)

    def test_a_line_that_cannot_be_read_takes_the_shares_along(self) -> None:
        dough = replace(self.plain.dough, dough=replace(self.plain.dough.dough, gaps=("a cup of flurble",)))
        unread = facts_of(replace(self.plain, dough=dough))
        self.assertNotIn("much whey", unread)
        self.assertIn("long", unread)

    def test_every_fact_is_between_nothing_and_all_and_says_something(self) -> None:
        for judged in JUDGED:
            for name, each in facts_of(judged.signs).items():
                self.assertTrue(0 <= each.strength <= 1, name)
                self.assertTrue(each.words.endswith("."), (name, each.words))
                self.assertNotIn("nan", each.words)
