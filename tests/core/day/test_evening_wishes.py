"""core/day/tonight_wishes: one line of what somebody would have."""

import unittest

from hypothesis import given
from hypothesis import strategies as st

from ample_crumb.core.day.evening_wishes import QUICK_MIN, TonightWishes, read_tonight


class Lines(unittest.TestCase):
    def test_as_people_say_it(self) -> None:
        for text, wishes in (
            ("something chocolate, warm, in fifteen minutes, for two, with one bowl",
             TonightWishes(("chocolate", "warm"), (), 15, 1, 2)),
            ("something crunchy with nuts in half an hour", TonightWishes(("crisp", "nut"), (), 30)),
            ("cold and lemony, no chocolate", TonightWishes(("cold", "citrus"), ("chocolate",))),
            ("quick, soft, for 3 people", TonightWishes(("soft",), (), QUICK_MIN, None, 3)),
            ("within 1 hour, at most 2 bowls, just for me", TonightWishes((), (), 60, 2, 1)),
            ("a quarter of an hour, berries", TonightWishes(("berry",), (), 15)),
            ("four of us, fudgy", TonightWishes(("chewy",), (), None, None, 4)),
            ("", TonightWishes()),
            ("something with unicorn dust", TonightWishes(unread=("unicorn", "dust"))),
        ):  # fmt: skip
            with self.subTest(text):
                self.assertEqual(read_tonight(text), wishes)

    def test_people_by_their_names(self) -> None:
        wishes = read_tonight("something soft for Minnow, Anna-Lena and me", ["Minnow", "Anna-Lena", "Cox"])
        self.assertEqual((wishes.people, wishes.named, wishes.unread), (3, ("Minnow", "Anna-Lena"), ()))
        # Somebody is no taste, though they are called like one.
        self.assertEqual(read_tonight("for Berry", ["Berry"]).traits, ())
        self.assertEqual(read_tonight("a (", ["(", " "]).named, ())

    @given(st.text(max_size=400))
    def test_any_text_is_read(self, text: str) -> None:
        wishes = read_tonight(text)
        self.assertTrue(1 <= wishes.people <= 20)
        self.assertTrue(wishes.most_min is None or 0 <= wishes.most_min <= 999 * 60)
