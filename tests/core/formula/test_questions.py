"""core/formula/questions: what lines ask, with answers and differences worked out from USDA SR28 by hand."""

import unittest

from ample_crumb.core.formula.questions import Asking, LineAnswer, LineQuestion, questions_of
from ample_crumb.core.formula.reading import Asks, ReadingPreferences
from tests.core.given import CUPBOARD, evaluated, read


def asked(*lines: str, pieces: float = 10, family: str = "cookie", kept: float = 1.0) -> tuple[LineQuestion, ...]:
    return questions_of(Asking(evaluated(*lines, pieces=pieces), kept, family, CUPBOARD, ReadingPreferences()))


def answers(*lines: str) -> dict[str, LineAnswer]:
    (question,) = asked(*lines)
    return {answer.slug: answer for answer in question.answers}


class Questions(unittest.TestCase):
    def test_nothing_is_asked_of_what_is_clear(self) -> None:
        self.assertEqual(asked("200 g oats", "2 eggs", "1 tsp cinnamon", "salt", "butter for the tin"), ())

    def test_which_of_two_has_the_difference_of_a_piece(self) -> None:
        found = answers("100 g butter or coconut oil")
        # SR28: butter 717, coconut oil 892 kcal in 100 g; a tenth of the difference in one of ten.
        self.assertAlmostEqual(found["coconut_oil"].energy_kcal or 0, 17.5, delta=0.1)
        self.assertEqual((found["butter"].energy_kcal, found["butter"].holds), (0, True))
        (less,) = asked("100 g butter or coconut oil", kept=0.8)
        self.assertAlmostEqual(less.most_kcal, 14.0, delta=0.1)

    def test_a_doubtful_name_asks_for_its_kind(self) -> None:
        for line, slugs in (
            ("2 tbsp sweetener", ("stevia_blend", "sucralose_granular", "erythritol", "xylitol")),
            ("100 g yogurt", ("yogurt_whole", "yogurt_low", "yogurt_0", "greek_yogurt_2")),
            ("1 cup milk of choice", ("milk_2", "milk_skim", "almond_milk", "soy_milk")),
            ("50 g nut butter", ("almond_butter", "peanut_butter", "cashew_butter", "hazelnut_butter")),
        ):
            with self.subTest(line):
                self.assertEqual(tuple(answers(line)), slugs)

    def test_what_tells_its_kind_is_not_asked(self) -> None:
        for line in ("1 packet stevia", "100 ml cream, heavy", "1 cup milk", "100 g Greek yogurt, 2 % fat"):
            with self.subTest(line):
                self.assertEqual(asked(line), ())

    def test_what_is_cooked_behind_a_comma_may_be_measured_before(self) -> None:
        self.assertEqual(set(answers("1 cup rice, cooked")), {"rice_cooked", "rice_dry"})
        for line in ("1 cup cooked rice", f"100 g {CUPBOARD.ingredients['rice_cooked'].name}", "1 cup rice, dry"):
            with self.subTest(line):
                self.assertEqual(asked(line), ())

    def test_a_line_without_an_amount_is_offered_the_usual_ones(self) -> None:
        (question,) = asked("300 g oats", "peanut butter", family="no-bake-bite")
        # A no-bake bite takes 0.4 times the rest as a rule: 120 g, from a fifth to seven tenths of it.
        self.assertEqual(
            [answer.text for answer in question.answers],
            ["60 to 180 g peanut butter", "60 g peanut butter", "210 g peanut butter"],
        )
        # SR28: smooth peanut butter 598 kcal in 100 g.
        self.assertAlmostEqual(question.answers[0].energy_kcal or 0, 71.8, delta=0.5)
        self.assertEqual((question.asks, question.text), (Asks.AMOUNT, "How much peanut butter?"))

    def test_an_optional_line_stays_optional(self) -> None:
        (question,) = asked("300 g oats", "chocolate chips to taste (optional)")
        self.assertTrue(all(read(answer.text).optional for answer in question.answers))

    def test_an_unknown_food_asks_what_it_is(self) -> None:
        (question,) = asked("50 g unicorn dust")
        self.assertEqual((question.asks, question.text), (Asks.UNKNOWN, "What is “unicorn dust”?"))

    def test_the_most_consequential_comes_first(self) -> None:
        found = asked("100 g butter or coconut oil", "20 g honey or maple syrup", "2 tbsp sweetener", "chopped walnuts")
        self.assertEqual(found[0].name, "chopped walnuts")
        self.assertEqual([each.most_kcal for each in found], sorted((each.most_kcal for each in found), reverse=True))


class Choosing(unittest.TestCase):
    def test_what_is_chosen_goes_in_with_its_own_amount(self) -> None:
        line = read("1 tbsp butter or 2 tsp oil", chosen="neutral_oil")
        assert line.weighed is not None
        # Two teaspoons of oil: 218 g in a cup of 48 teaspoons (SR28).
        self.assertAlmostEqual(line.weighed.mass_g, 2 * 218 / 48, delta=0.1)
        self.assertEqual((line.sure, line.asks, len(line.alternatives)), (True, None, 2))

    def test_something_else_goes_in_by_the_first_amount(self) -> None:
        line = read("100 g honey or maple syrup", chosen="date_syrup")
        assert line.weighed is not None
        self.assertEqual((line.weighed.ingredient.slug, line.weighed.mass_g, line.asks), ("date_syrup", 100, None))

    def test_a_choice_that_was_made_can_be_made_otherwise(self) -> None:
        line = read("100 g honey or maple syrup", chosen="maple_syrup")
        self.assertEqual([alternative.ingredient.slug for alternative in line.alternatives], ["honey", "maple_syrup"])

    def test_one_food_in_two_amounts_is_a_range(self) -> None:
        line = read("1 large or 2 small bananas")
        assert line.weighed is not None
        # SR28: a large banana 136 g, a small one 101 g.
        self.assertEqual((line.weighed.low_g, line.weighed.high_g, line.asks), (136, 202, None))

    def test_leaving_out_is_optional(self) -> None:
        self.assertTrue(read("30 g walnuts, or leave out").optional)
