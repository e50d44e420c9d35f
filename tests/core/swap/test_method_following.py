"""core/swap/method_following and step_rules: steps are added, changed and dropped with their lines, nothing else."""

import unittest
from dataclasses import replace

from ample_crumb.core.food.cupboard import reference_cupboard
from ample_crumb.core.formula.formula import Line, Part
from ample_crumb.core.formula.reading import ReadingPreferences
from ample_crumb.core.formula.steps import written_steps
from ample_crumb.core.production.portions import Portioning
from ample_crumb.core.production.production import ProductionInputs
from ample_crumb.core.swap.formula_in_kitchen import FormulaInKitchen
from ample_crumb.core.swap.method_following import MadeDough, MethodFollowing, StepChange, follow_method
from ample_crumb.core.swap.step_rules import step_rules

CUPBOARD = reference_cupboard()
METHOD = """Melt the {butter}.
Beat {eggs}, {sugar} and the butter.
Whisk {flour} and {baking powder}, fold them in with the {walnuts}.
Scatter the {raisins} over it.
Bake at 175 °C for 20 to 24 minutes; cool 10 minutes in the tin."""
LINES = ("100 g butter", "120 g sugar", "2 eggs", "150 g flour", "6 g baking powder", "60 g walnuts", "50 g raisins")


def formula(*lines: str, family: str = "muffin", method: str = METHOD, pieces: int = 10) -> FormulaInKitchen:
    making = ProductionInputs(Portioning(count=pieces))
    # Ids as the browser gives them: a line that stays keeps its own.
    part = Part("", tuple(Line(text, None, text) for text in lines))
    return FormulaInKitchen((part,), family, making, (), CUPBOARD, ReadingPreferences(), method=method)


def made(of: FormulaInKitchen) -> MadeDough:
    produced = of.produced(of.parts)
    return MadeDough(produced, of.judged(produced.evaluated), of.cupboard)


def followed(
    *lines: str, was: tuple[str, ...] = LINES, family: str = "muffin", method: str = METHOD, pieces: int = 10
) -> MethodFollowing:
    before = formula(*was, family=family, method=method, pieces=pieces)
    return follow_method(method, made(before), made(formula(*lines, family=family, method=method, pieces=pieces)))


def swapped(old: str, *new: str) -> tuple[str, ...]:
    return tuple(each for line in LINES for each in (new if line == old else (line,)))


class Follows(unittest.TestCase):
    def test_the_same_lines_leave_the_method_as_it_is(self) -> None:
        self.assertEqual(followed(*LINES), MethodFollowing((), METHOD))

    def test_what_goes_is_no_longer_spoken_of(self) -> None:
        found = followed(*swapped("50 g raisins"))
        (drop,) = found.steps
        self.assertEqual((drop.change, drop.was), (StepChange.DROP, "Scatter the {raisins} over it."))
        self.assertEqual(found.method, METHOD.replace("Scatter the {raisins} over it.\n", ""))
        # A step of other lines as well stays, and says so.
        nuts = followed(*swapped("60 g walnuts"))
        (change,) = nuts.steps
        self.assertIs(change.change, StepChange.CHANGE)
        self.assertIn("There is no walnuts any more", change.text)

    def test_what_stands_in_its_place_is_spoken_of_instead(self) -> None:
        found = followed(*swapped("60 g walnuts", "60 g pumpkin seeds"))
        self.assertIn("fold them in with the {pumpkin seeds}.", found.method)
        self.assertNotIn("walnuts", found.method)
        # What is melted is worked in its own way; what comes instead is stirred.
        oil = followed(*swapped("100 g butter", "90 g olive oil"))
        self.assertIn("Stir the olive oil in.", oil.method)
        self.assertNotIn("Melt", oil.method)

    def test_the_time_of_baking_is_another_where_the_dough_takes_another(self) -> None:
        mini = formula(*LINES, pieces=10)
        small = follow_method(METHOD, made(mini), made(formula(*LINES, pieces=30)))
        (change,) = small.steps
        self.assertEqual((change.change, change.was), (StepChange.CHANGE, METHOD.splitlines()[-1]))
        low, high = (float(word) for word in change.text.split(" for ")[1].split(" minutes")[0].split(" to "))
        was, now = made(mini).made.bake_window, made(formula(*LINES, pieces=30)).made.bake_window
        assert was is not None
        assert now is not None
        ratio = (now.from_min + now.until_min) / (was.from_min + was.until_min)
        self.assertAlmostEqual(low, 20 * ratio, delta=0.6)
        self.assertAlmostEqual(high, 24 * ratio, delta=0.6)
        self.assertTrue(change.text.endswith("cool 10 minutes in the tin."), "what cools is no baking")

    def test_new_foods_ask_for_their_step_once_and_where_it_belongs(self) -> None:
        """Judged beforehand, by common practice."""
        for line, words, before in (
            ("150 g cottage cheese", "Blend the cottage cheese smooth first", "Melt"),
            ("40 g whey protein isolate", "Sift the", "Whisk"),
            ("60 g coconut flour", "Let it rest 5 minutes", "Scatter"),
            ("90 g allulose", "Bake 10 °C cooler", "Bake at"),
            ("12 g psyllium", "never swallow it dry", "Beat"),
        ):
            with self.subTest(line):
                found = followed(*LINES, line)
                added = [step.text for step in found.steps if step.change is StepChange.ADD and words in step.text]
                self.assertEqual(len(added), 1, [step.text for step in found.steps])
                steps = written_steps(found.method)
                place = steps.index(added[0])
                self.assertTrue(any(step.startswith(before) for step in steps[place:]), steps)

    def test_what_the_method_says_already_is_not_said_again(self) -> None:
        said = METHOD.replace("Melt", "Blend everything wet smooth. Melt")
        found = followed(*LINES, "150 g cottage cheese", method=said)
        self.assertFalse([step for step in found.steps if "Blend" in step.text and step.change is StepChange.ADD])

    def test_grains_are_ground_where_nothing_dissolves_them(self) -> None:
        dry = ("120 g peanut butter", "100 g rolled oats", "40 g honey")
        asked = "Grind the erythritol to powder"
        bites = followed(*dry, "60 g erythritol", was=dry, family="no-bake-bite", method="Stir it together.")
        self.assertTrue(any(asked in step.text for step in bites.steps))
        wet = followed(*LINES, "30 g erythritol", "200 g milk")
        self.assertFalse(any(asked in step.text for step in wet.steps))

    def test_what_is_put_on_asks_for_its_own_step_and_for_none_of_the_dough(self) -> None:
        def topped(*topping: str) -> FormulaInKitchen:
            base = formula(*LINES)
            return replace(base, parts=(*base.parts, Part("Topping", tuple(Line(text) for text in topping))))

        was, now = topped("100 g heavy cream"), topped("100 g skyr", "40 g whey protein isolate")
        added = [
            step.text for step in follow_method(METHOD, made(was), made(now)).steps if step.change is StepChange.ADD
        ]
        self.assertEqual(added, ["Whisk the skyr and chill it; put it on when all is cold."])
        inside = followed(*LINES, "100 g skyr")
        self.assertFalse([step for step in inside.steps if "put it on" in step.text])

    def test_a_method_that_is_empty_says_what_must_be_said(self) -> None:
        found = followed(*LINES, "150 g cottage cheese", method="")
        self.assertTrue(found.method.startswith("Blend the cottage cheese"))

    def test_rules_name_foods_or_kinds_that_are_there(self) -> None:
        from ample_crumb.core.crumb.food_kinds import kinds_of

        known = {kind for item in CUPBOARD.ingredients.values() for kind in kinds_of(item)}
        for rule in step_rules():
            with self.subTest(rule.slug):
                self.assertLessEqual(rule.foods, known)
                self.assertTrue("{food}" in rule.text or "Let it" in rule.text, rule.text)
                self.assertTrue(rule.source)
