"""core/what_if/question: what is asked is understood by its form, or not at all. Each reading was written first."""

import unittest

from hypothesis import given
from hypothesis import strategies as st

from ample_crumb.core.what_if.question import UNDERSTOOD, ChangeKind, Question, read_question

K = ChangeKind
READ: tuple[tuple[str, dict[str, object]], ...] = (
    ("What if I use half the sugar?", {"kind": K.SUGAR, "times_factor": 0.5}),
    ("a third of the sugar", {"kind": K.SUGAR, "times_factor": 1 / 3}),
    ("10 % less sugar", {"kind": K.SUGAR, "times_factor": 0.9}),
    ("a little more butter", {"kind": K.AMOUNT, "about": "butter", "times_factor": 1.1}),
    ("much less cocoa", {"kind": K.AMOUNT, "about": "cocoa", "times_factor": 0.5}),
    ("20 g more cocoa", {"kind": K.AMOUNT, "about": "cocoa", "more_g": 20.0}),
    ("30 g of oats less", {"kind": K.AMOUNT, "about": "oats", "more_g": -30.0}),
    ("twice the vanilla", {"kind": K.AMOUNT, "about": "vanilla", "times_factor": 2.0}),
    ("without the walnuts", {"kind": K.AMOUNT, "about": "walnuts", "times_factor": 0.0}),
    ("no salt", {"kind": K.AMOUNT, "about": "salt", "times_factor": 0.0}),
    ("one more egg", {"kind": K.EGG, "count": 1}),
    ("an extra egg", {"kind": K.EGG, "count": 1}),
    ("two fewer eggs", {"kind": K.EGG, "count": -2}),
    ("one egg less", {"kind": K.EGG, "count": -1}),
    ("yogurt for the butter", {"kind": K.SWAP, "about": "butter", "instead": "yogurt"}),
    ("What if I replace the butter with skyr?", {"kind": K.SWAP, "about": "butter", "instead": "skyr"}),
    ("honey instead of sugar", {"kind": K.SWAP, "about": "sugar", "instead": "honey"}),
    ("what about in a 20 cm round tin", {"kind": K.TIN}),
    ("in a 12-cup muffin tin", {"kind": K.TIN}),
    ("bake it at 190 °C", {"kind": K.HEAT, "oven_c": 190.0}),
    ("at 350 F", {"kind": K.HEAT, "oven_c": (350 - 32) * 5 / 9}),
    ("20 degrees hotter", {"kind": K.HEAT, "more_c": 20.0}),
    ("a cooler oven", {"kind": K.HEAT, "more_c": -20.0}),
    ("five minutes longer", {"kind": K.TIME, "said_min": 5.0, "times_factor": 1.0}),
    ("bake it 5 minutes less", {"kind": K.TIME, "said_min": 5.0, "times_factor": -1.0}),
    ("let the dough rest 20 minutes", {"kind": K.REST, "said_min": 20.0}),
    ("chill it an hour", {"kind": K.CHILL, "said_min": 60.0}),
    ("cover it with foil", {"kind": K.COVER, "times_factor": 1.0}),
    ("thinner", {"kind": K.THICKNESS, "times_factor": 0.8}),
    ("smaller pieces", {"kind": K.PIECES, "times_factor": 0.8}),
    ("cut into 16 squares", {"kind": K.PIECES, "count": 16}),
)
NOT: tuple[str, ...] = ("make it sing", "", "why did it sink", "is it done", "butter", "42", "sugar?")


class Reads(unittest.TestCase):
    def test_what_is_asked(self) -> None:
        for text, expected in READ:
            with self.subTest(text):
                found = read_question(text)
                assert isinstance(found, Question)
                for name, value in expected.items():
                    if isinstance(value, float):
                        self.assertAlmostEqual(getattr(found, name), value)
                    else:
                        self.assertEqual(getattr(found, name), value)

    def test_every_kind_is_there_and_told(self) -> None:
        self.assertEqual({expected["kind"] for _, expected in READ}, set(ChangeKind))
        self.assertEqual(len(UNDERSTOOD), len(ChangeKind))
        self.assertEqual(len(ChangeKind), 12)

    def test_what_is_none_of_them(self) -> None:
        for text in NOT:
            with self.subTest(text):
                self.assertIsNone(read_question(text))

    @given(st.text(max_size=400))
    def test_no_text_breaks_it(self, text: str) -> None:
        read_question(text)
