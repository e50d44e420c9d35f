"""core/formula/self_claims: which words a text uses of its recipe, judged by reading it."""

import unittest

from ample_crumb.core.formula.marketing_terms import WordAnswer, WordVerdict
from ample_crumb.core.formula.self_claims import answer_self_claims

ANSWERS = tuple(
    WordAnswer(word, WordVerdict.NO_RULE, "")
    for word in "high in protein;light;sugar-free;no added sugar;keto;gluten-free;dairy-free;vegan".split(";")
)


def words(title: str, text: str = "") -> list[str]:
    return [each.word for each in answer_self_claims(title, text, ANSWERS)]


class OfItself(unittest.TestCase):
    def test_words_of_the_title(self) -> None:
        for title, said in (
            ("Protein brownies", ["high in protein"]),
            ("Sugar-free, dairy free bean squares", ["sugar-free", "dairy-free"]),
            ("Low-carb gluten-free loaf", ["keto", "gluten-free"]),
            ("Squares without sugar", ["no added sugar"]),
            ("Protein powder squares", []), ("Light brown sugar biscuits", []), ("Bean squares", []),
        ):  # fmt: skip
            with self.subTest(title):
                self.assertEqual(words(title), said)

    def test_rows_about_the_whole_recipe(self) -> None:
        self.assertEqual(words("Squares", "These are vegan and keep a week."), ["vegan"])
        self.assertEqual(words("Squares", "Diet: gluten-free"), ["gluten-free"])
        self.assertEqual(words("Squares", "Use dairy-free chips if you like."), [])
