"""core/quantity/letter_search: what some letters find, against a look at every name by itself."""

import unittest

from hypothesis import given
from hypothesis import strategies as st

from ample_crumb.core.quantity.letter_search import LetterSearch

_NAMES = st.lists(st.text("ab c", min_size=1, max_size=5), min_size=1, max_size=3)
_SHELVES = st.dictionaries(st.sampled_from("uvwxyz"), _NAMES, max_size=4)


def folded(text: str) -> str:
    return " ".join(text.casefold().split())


class Letters(unittest.TestCase):
    def test_beginnings_come_first_and_own_before_what_ships(self) -> None:
        below = LetterSearch({"butter": ("butter",), "peanut": ("peanut butter",), "oil": ("oil", "butter oil")})
        search = LetterSearch({"mine": ("Keel Butter",), "other": ("Buttermilk, mine",)}, below)
        self.assertEqual(search.find("butter", 9), ["other", "butter", "mine", "peanut", "oil"])
        self.assertEqual(search.find("  BUTTER ", 2), ["other", "butter"])
        self.assertEqual(search.find("keel  bu", 9), ["mine"])
        self.assertEqual(search.find("utter", 1), ["mine"])
        self.assertEqual((search.find(" ", 9), search.find("zz", 9)), ([], []))

    @given(_SHELVES, _SHELVES, st.sets(st.sampled_from("uvwxyz")), st.text("abc ", min_size=1, max_size=3))
    def test_it_finds_what_a_look_at_every_name_finds(
        self, here: dict[str, list[str]], below: dict[str, list[str]], hidden: set[str], letters: str
    ) -> None:
        hidden |= set(here)
        search = LetterSearch(here, LetterSearch(below), frozenset(hidden))
        names = {key: known for key, known in below.items() if key not in hidden} | here
        asked = folded(letters)
        holding = {key for key, known in names.items() if any(f" {asked}" in f" {folded(name)}" or asked in folded(name)
            for name in known)} if asked else set()  # fmt: skip
        found = search.find(letters, 99)
        self.assertEqual(len(found), len(set(found)))
        self.assertEqual(set(found), holding)
        begin = [folded(names[key][0]).startswith(asked) for key in found]
        self.assertEqual(begin, sorted(begin, reverse=True))
        self.assertEqual(search.find(letters, 2), found[:2])
