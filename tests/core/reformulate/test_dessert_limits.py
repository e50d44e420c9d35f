"""core/reformulate/dessert_limits and character_span: an answer stays the dessert it was, judged on what is written."""

import unittest
from dataclasses import replace
from functools import cache

from hypothesis import given, settings
from hypothesis import strategies as st

from ample_crumb.core.crumb.character import character_axes
from ample_crumb.core.problem import CannotUse
from ample_crumb.core.reformulate.character_span import WISHED, character_wishes
from ample_crumb.core.reformulate.dessert_limits import SWEETNESS_KEPT, Limit
from ample_crumb.core.reformulate.practical_shares import practical_shares
from ample_crumb.core.reformulate.request import ReformulationRequest
from ample_crumb.core.reformulate.search import ReformulationStatus, reformulate
from ample_crumb.core.reformulate.wishes import CharacterWay, Wish
from tests.judgement.targets_judged import JudgedTarget, judged_targets


@cache
def target(name: str) -> JudgedTarget:
    return next(each for each in judged_targets() if each.name == name)


def shares(each: JudgedTarget, lifted: frozenset[Limit], wishes: tuple[Wish, ...]) -> list[dict[str, float]]:
    """What each answer is, counted here from its own dough."""
    formula = each.formula()
    was = formula.judged(formula.produced(formula.parts).evaluated)
    found = []
    for answer in reformulate(formula, ReformulationRequest(wishes, lifted=lifted)).answers:
        now = formula.judged(formula.produced(answer.parts).evaluated)
        one, other = was.composition, now.composition
        axes = character_axes().get(now.family, ())
        found.append(
            {
                "sweet": (other.sweetness_g / other.dough_g) / (one.sweetness_g / one.dough_g),
                "bite": max((abs(axis.share(other) - axis.share(one)) for axis in axes), default=0.0),
                "fat": (other.fat_g / other.dough_g) / (one.fat_g / one.dough_g),
                "powder": sum(line.mass_g for line in now.dough.lines if line.properties.powder) / now.dough.mass_g,
            }
        )
    return found


class StaysItself(unittest.TestCase):
    @settings(max_examples=14)
    @given(st.sampled_from(["cocoa squares", "morning muffin", "sponge layers", "chip drops"]), st.floats(0.6, 0.95))
    def test_sweetness_character_fat_and_powder_of_any_answer(self, name: str, energy: float) -> None:
        each = target(name)
        formula = each.formula()
        kcal = formula.produced(formula.parts).piece.nutrients.energy_kcal or 0.0
        for now in shares(each, frozenset(), (Wish("energy_kcal", energy * kcal),)):
            # A point for rounding to amounts of a kitchen; half of the fat may go (substitution tables, from memory).
            self.assertTrue(abs(now["sweet"] - 1) <= SWEETNESS_KEPT + 0.011, now)
            # A touch is a fifth of an axis.
            self.assertLessEqual(now["bite"], 0.2 + 0.031)
            self.assertGreaterEqual(now["fat"], 0.5 * 0.97 - 1e-6)
            most = next(share.most_share for share in practical_shares(each.family) if share.what == "powder")
            self.assertLessEqual(now["powder"], most * 1.031)

    def test_each_limit_can_be_lifted_by_itself(self) -> None:
        each = target("cocoa squares")
        much = (Wish("energy_kcal", 120),)
        self.assertFalse(
            any(now["fat"] < 0.4 for now in shares(each, frozenset(), much)), "half of the fat stays, or nothing is met"
        )
        free = shares(each, frozenset({Limit.ROLES, Limit.CHARACTER, Limit.SHARES}), much)
        self.assertTrue(any(now["fat"] < 0.5 or now["bite"] > 0.2 for now in free))

    def test_what_is_banned_keeps_no_role(self) -> None:
        each = target("morning muffin")
        asked = ReformulationRequest(
            (Wish("protein_g", 5, at_least=True),), bans=frozenset({"gluten"}), allowed=("rice_flour",)
        )
        answers = reformulate(each.formula(), asked).answers
        self.assertTrue(answers)
        for answer in answers:
            self.assertFalse(any(line.slug == "wheat_flour" and line.text for line in answer.lines))


class CharacterAsked(unittest.TestCase):
    def test_a_bite_is_a_wish_both_ways_and_as_it_is(self) -> None:
        each = target("cocoa squares")
        formula = each.formula()
        was = formula.judged(formula.produced(formula.parts).evaluated)
        (axis,) = character_axes()["brownie"]
        for wish in character_wishes("brownie"):
            with self.subTest(wish.words()):
                found = reformulate(formula, ReformulationRequest((Wish("energy_kcal", 175), wish), answers=1))
                self.assertIs(found.status, ReformulationStatus.MET, found.sentence)
                now = formula.judged(formula.produced(found.answers[0].parts).evaluated)
                moved = axis.share(now.composition) - axis.share(was.composition)
                expected = {
                    CharacterWay.LOW: moved <= -WISHED + 0.03,
                    CharacterWay.HIGH: moved >= WISHED - 0.03,
                    CharacterWay.SAME: abs(moved) < 0.11,
                }
                self.assertTrue(expected[wish.way or CharacterWay.SAME], moved)

    def test_words_of_another_family_are_no_wish(self) -> None:
        (wish,) = (each for each in character_wishes("cookie") if each.words() == "crisper")
        muffin = target("morning muffin").formula()
        with self.assertRaisesRegex(CannotUse, "Nobody can say where this dough stands"):
            reformulate(muffin, ReformulationRequest((wish,)))
        self.assertEqual(character_wishes("nothing known"), ())


class SugarKept(unittest.TestCase):
    def test_a_share_of_the_sugar_is_kept_and_the_rest_is_sweetened_otherwise(self) -> None:
        each = target("vanilla cup cakes")
        for at_least in (False, True):
            wishes = (Wish("sugar_kept_percent", 60, at_least=at_least), Wish("energy_kcal", 130))
            found = reformulate(each.formula(), ReformulationRequest(wishes, answers=1))
            self.assertIs(found.status, ReformulationStatus.MET)
            self.assertIn("60 % of its sugar", wishes[0].words())
            sugar = next(line for line in found.answers[0].lines if line.name.startswith("sugar"))
            kept = sugar.now_g / sugar.was_g
            self.assertTrue(kept >= 0.6 - 1e-3 if at_least else kept <= 0.6 + 1e-3, kept)
        with self.assertRaisesRegex(CannotUse, "a share of all of it"):
            wish = replace(Wish("sugar_kept_percent", 60), per_100g=True)
            reformulate(each.formula(), ReformulationRequest((wish,)))
