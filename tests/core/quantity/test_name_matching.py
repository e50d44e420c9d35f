"""core/quantity/name_matching over the reference cupboard: forgiving, but rather silent than wrong."""

import unittest
from collections.abc import Mapping, Sequence
from random import Random
from string import ascii_lowercase
from typing import Any, Final
from unittest import mock

from hypothesis import given, settings
from hypothesis import strategies as st
from rapidfuzz import process

from ample_crumb.core.food.cupboard import reference_cupboard
from ample_crumb.core.quantity.line_parser import read_line
from ample_crumb.core.quantity.name_matching import Match, NameIndex


def meant(text: str) -> tuple[str | None, bool]:
    line = read_line(text)
    unit = line.amount.terms[0].unit.name if line.amount else ""
    found = reference_cupboard().index.find(line.name, line.notes, unit)
    return (found.best.key if found.best else None), found.sure


class Effort(unittest.TestCase):
    def test_a_word_that_nobody_knows_is_held_against_few(self) -> None:
        """Counted in words that are compared, of four hundred lines of words from nowhere."""
        dice = Random(4)
        index = reference_cupboard().index
        compared = words = 0
        find = process.extractOne

        def counted(word: str, choices: Sequence[str], **given: Any) -> Any:
            nonlocal compared
            compared += len(choices)
            return find(word, choices, **given)

        with mock.patch("ample_crumb.core.quantity.name_matching.process.extractOne", counted):
            for _ in range(400):
                name = ["".join(dice.choices(ascii_lowercase, k=dice.randint(4, 12))) for _ in range(3)]
                words += len(name)
                index.find(" ".join(name), (), "")
        # Of some 1,300 words each is held against those with its letter, a twentieth, mostly twice.
        self.assertLess(compared / words, 250)
        self.assertGreater(compared, 0)


class Names(unittest.TestCase):
    def test_synonyms_order_plurals_and_slips(self) -> None:
        cases = {
            "1 cup almnd flour": "almond_flour",
            "1 tsp vanila extract": "vanilla_extract",
            "2 zucchinis": "courgette",
            "150 g 0% Greek yoghurt": "greek_yogurt_0",
            "1 cup nonfat plain Greek yogurt": "greek_yogurt_0",
            "1/4 cup melted coconut oil": "coconut_oil",
            "1 cup chickpeas, cooked": "chickpeas_cooked",
            "1 can chickpeas": "chickpeas_canned",
            "100 g dry chickpeas": "chickpeas_dry",
            "2 large ripe bananas, mashed": "banana",
            "1 scoop vanilla casein": "micellar_casein",
            "2 tbsp poppyseeds": "poppy_seeds",
            "1 tsp bicarbonate of soda": "baking_soda",
            "100 g crème fraîche": "creme_fraiche",
            "2 packets stevia": "packets_stevia",
            "10 drops stevia": "stevia_drops",
            "3 sprays oil": "cooking_spray",
            "1 scoop protein": "whey_concentrate",
            "1/2 can light coconut milk": "coconut_milk_light",
            "1/4 cup dairy-free chocolate chips": "vegan_chips",
        }
        for text, slug in cases.items():
            with self.subTest(text):
                self.assertEqual(meant(text)[0], slug)

    def test_a_near_name_of_another_thing_is_refused(self) -> None:
        for text in (
            "1 cup cricket flour", "1 cup hazelnut milk", "1 tbsp yak butter", "1 cup coconut whipped cream",
            "1 tbsp unicorn dust", "100 g puffed quinoa", "2 cups sauerkraut", "1 tbsp of love",
        ):  # fmt: skip
            with self.subTest(text):
                self.assertIsNone(meant(text)[0])

    def test_a_likely_guess_asks_for_a_look(self) -> None:
        slug, sure = meant("1 cup dragon fruit puree")
        self.assertEqual((slug, sure), ("fruit_puree", False))
        self.assertEqual(meant("100 g vanilla soft cheese")[1], False)

    def test_every_name_in_the_cupboard_finds_its_own_row(self) -> None:
        cupboard = reference_cupboard()
        lost = [
            (name, slug, best.key if best else None)
            for slug, item in cupboard.ingredients.items()
            for name in (item.name, *item.synonyms)
            if (best := cupboard.index.find(name).best) is None or best.key != slug
        ]
        # Names that fold to the same words as an earlier row's: the earlier, commoner one wins by design.
        self.assertLessEqual(len(lost), 12, lost)

    @settings(max_examples=200)
    @given(st.text(max_size=60))
    def test_any_text_gives_an_answer(self, text: str) -> None:
        found = reference_cupboard().index.find(text)
        if found.best:
            self.assertLessEqual(found.best.score_ratio, 1.0)


class OwnNames(unittest.TestCase):
    """A kitchen's own names upon those that ship."""

    OWN: Final = {"own-1": ("Harbour whey", "my whey"), "own-2": ("Quay oat flour",), "own-3": ("Keel quark",)}
    RANKS: Final = {slug: (0, names[0].casefold(), slug) for slug, names in OWN.items()}

    def upon(self, own: Mapping[str, tuple[str, ...]], base: NameIndex, *hidden: str) -> NameIndex:
        return NameIndex(own, upon=base, ranks={slug: self.RANKS[slug] for slug in own}, hidden=frozenset(hidden))

    def test_they_are_found_and_win_where_names_tie(self) -> None:
        index = self.upon(self.OWN, reference_cupboard().index)
        for name, slug in (("harbour whey", "own-1"), ("harbor whey", "own-1"), ("quay oat flour", "own-2")):
            found = index.find(name)
            self.assertEqual((found.best and found.best.key, found.sure), (slug, True), name)
        tied = NameIndex({"own-3": ("skyr",)}, upon=reference_cupboard().index, ranks={"own-3": (0, "", "own-3")})
        self.assertEqual(tied.find("skyr").best, Match("own-3", 1.0))

    @given(
        st.sampled_from([name for item in reference_cupboard().ingredients.values() for name in item.synonyms]),
        st.sampled_from(["", "organic ", "harbour ", "keel ", "vanilla ", "light "]),
    )
    def test_the_reading_of_other_lines_is_not_moved(self, name: str, word: str) -> None:
        plain, index = reference_cupboard().index, self.upon(self.OWN, reference_cupboard().index)
        was, now = plain.find(f"{word}{name}"), index.find(f"{word}{name}")
        if now.best is None or now.best.key not in self.OWN:
            self.assertEqual(now.best, was.best)

    @given(st.sampled_from(["harbour whey", "quay flour", "oat flour", "keel quark", "my whey", "skyr", "kell quark"]))
    def test_in_two_steps_they_are_found_as_in_one(self, name: str) -> None:
        base = reference_cupboard().index
        stale = {"own-1": ("Old name",), "own-2": self.OWN["own-2"]}
        step = self.upon(stale, base)
        later = {slug: self.OWN[slug] for slug in ("own-1", "own-3")}
        self.assertEqual(self.upon(later, step, "own-1").find(name), self.upon(self.OWN, base).find(name))
        self.assertIsNone(self.upon(later, step, "own-1").find("old name").best)


_SHELF: Final = st.dictionaries(
    st.sampled_from("uvwxyz"), st.sets(st.sampled_from(["oat", "keel", "rye", "bran"])), max_size=5
)


class Alike(unittest.TestCase):
    @given(_SHELF, _SHELF, st.sets(st.sampled_from(["oat", "keel", "rye", "nut"])))
    def test_names_of_which_one_holds_all_of_the_other(
        self, here: dict[str, set[str]], below: dict[str, set[str]], asked: set[str]
    ) -> None:
        lower = NameIndex({key: [" ".join(sorted(words))] for key, words in below.items() if words})
        index = NameIndex(
            {key: [" ".join(sorted(words))] for key, words in here.items()}, upon=lower, hidden=frozenset(here)
        )
        names = below | here
        like = {
            key
            for key, words in names.items()
            if min(len(words), len(asked)) > 1 and (words <= asked or asked <= words)
        }
        self.assertEqual(set(index.alike(" ".join(sorted(asked)))), like)

    def test_what_is_called_just_so(self) -> None:
        lower = NameIndex({"rolled": ["rolled oats", "oats"], "flour": ["oat flour"]})
        index = NameIndex({"mine": ["Oats"], "gone": []}, upon=lower, hidden=frozenset({"mine", "flour"}))
        self.assertEqual(list(index.called("oat")), ["mine", "rolled"])
        self.assertEqual((list(index.called("oat flour")), list(index.called("rye"))), ([], []))
