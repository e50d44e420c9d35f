"""core/formula/sellers_words: a word holds by a rule, fails because of a line, or no rule knows it.

Judged by hand from the rules that tests of claims name, and Regulations (EC) 1924/2006 and (EU) 432/2012 and 609/2013.
"""

import unittest

from ample_crumb.core.food.claims.claim import ClassicFigures
from ample_crumb.core.food.nutrients import Nutrients
from ample_crumb.core.formula.claims import claims_of
from ample_crumb.core.formula.marketing_terms import WordAnswer, WordVerdict, words_of
from tests.core.formula.test_allergens import contents
from tests.core.given import CUPBOARD, evaluated

HEAVY = ClassicFigures("the classic", Nutrients(450.0, 5.0, 25.0, 15.0, 50.0, 35.0, 1.0, salt_g=0.5))


def words(*lines: str, classic: ClassicFigures | None = None) -> dict[str, WordAnswer]:
    worked, allergens = evaluated(*lines), contents(*lines)
    claims = claims_of(worked, allergens, "brownie", CUPBOARD, classic)
    return {each.word: each for each in words_of(worked, worked.piece, claims, allergens, CUPBOARD)}


BARS = ("200 g skyr", "60 g whey isolate", "80 g erythritol", "40 g cocoa")
SWEET = ("200 g flour", "150 g sugar", "150 g butter", "2 eggs")


class SellersWords(unittest.TestCase):
    def test_what_is_a_claim_is_answered_by_the_rules(self) -> None:
        lean, rich = words(*BARS), words(*SWEET)
        for word in ("high in protein", "no added sugar"):
            self.assertEqual((lean[word].answer, rich[word].answer), (WordVerdict.HOLDS, WordVerdict.FAILS), word)
        self.assertIn("150 g sugar", rich["no added sugar"].why)
        self.assertIn("sugars of its own", lean["no added sugar"].why)
        self.assertEqual(rich["sugar-free"].answer, WordVerdict.FAILS)
        self.assertIn("sugar", rich["sugar-free"].why)
        self.assertIn("g of sugars", rich["sugar-free"].instead)

    def test_light_compares(self) -> None:
        alone, beside = words(*BARS)["light"], words(*BARS, classic=HEAVY)["light"]
        self.assertEqual((alone.answer, beside.answer), (WordVerdict.FAILS, WordVerdict.HOLDS))
        self.assertIn("classic", alone.why)
        self.assertIn("the classic", beside.why)
        self.assertEqual(words(*SWEET, classic=HEAVY)["light"].answer, WordVerdict.FAILS)

    def test_no_rule_knows_what_is_said_of_the_dietary_profile(self) -> None:
        found = words(*BARS)
        for word in ("guilt-free", "healthy", "keto", "does not spike blood sugar", "for diabetics",
                     "slimming, fat-burning"):  # fmt: skip
            self.assertEqual(found[word].answer, WordVerdict.NO_RULE, word)
            self.assertTrue(found[word].instead, word)

    def test_what_is_true_of_blood_sugar_needs_a_sweetener_in_sugars_place(self) -> None:
        self.assertIn("erythritol", words(*BARS)["does not spike blood sugar"].instead)
        plain = words(*SWEET)["does not spike blood sugar"].instead
        self.assertNotIn("Europe allows", plain)
        # 200 g flour of 73.6, 150 g sugar and 2 eggs of 0.7 g in 100 g (USDA SR28), in the two pieces that tests cut.
        self.assertIn(f"{(147.2 + 149.95 + 0.72) / evaluated(*SWEET).piece_count:.0f}", plain.split(".")[0])

    def test_natural_is_nothing_with_a_sweetener_in_it(self) -> None:
        made, plain = words(*BARS)["natural"], words("200 g oats", "2 bananas")["natural"]
        self.assertEqual((made.answer, plain.answer), (WordVerdict.FAILS, WordVerdict.NO_RULE))
        self.assertIn("80 g erythritol", made.why)

    def test_diets_name_the_lines(self) -> None:
        found = words(*SWEET)
        self.assertIn("“200 g flour”", found["gluten-free"].why)
        self.assertEqual((found["vegan"].answer, words("100 g oats", "1 banana")["vegan"].answer),
                         (WordVerdict.FAILS, WordVerdict.HOLDS))  # fmt: skip

    def test_nothing_read_is_called_nothing(self) -> None:
        self.assertEqual(words("moon dust"), {})
        self.assertEqual(words("200 g oats", "1 tbsp moon dust")["sugar-free"].why, "Every line has to be read first.")


if __name__ == "__main__":
    unittest.main()
