"""core/formula: what differs between two states in words, what a base carries into its branches, steps and twins."""

import unittest

from hypothesis import given
from hypothesis import strategies as st

from ample_crumb.core.food.cupboard import reference_cupboard
from ample_crumb.core.food.nutrients import Figures, Nutrients
from ample_crumb.core.formula.difference import FormulaState, difference
from ample_crumb.core.formula.evaluation import FormulaFigures, evaluate
from ample_crumb.core.formula.formula import Line, Part
from ample_crumb.core.formula.merging import merge_base_changes, shared_lines
from ample_crumb.core.formula.reading import ReadingPreferences
from ample_crumb.core.formula.steps import checks_of, linked, steps_of
from ample_crumb.core.formula.twin import TwinLine, TwinSide, compare_with_twin, difference_in_words

CUPBOARD = reference_cupboard()


def evaluated(*lines: str, name: str = "") -> FormulaFigures:
    return evaluate((Part(name, tuple(map(Line, lines))),), 12, CUPBOARD, ReadingPreferences())


def words(was: tuple[str, ...], now: tuple[str, ...]) -> tuple[str, ...]:
    return difference(FormulaState(evaluated(*was), 12, "", ""), FormulaState(evaluated(*now), 12, "", ""))


class Differences(unittest.TestCase):
    def test_in_the_words_of_a_baker(self) -> None:
        for was, now, said in (
            (("250 g butter",), ("125 g butter",), ("butter, unsalted: 250 → 125 g",)),
            (("1 cup sugar",), ("200 g sugar",), ("1 cup sugar → 200 g sugar",)),
            (("2 eggs", "100 g flour"), ("100 g flour", "2 eggs"), ()),
            (("100 g flour",), ("100 g oat flour",), ("+ 100 g oat flour", "− 100 g flour")),
            (("a rumour of salt",), ("", "a rumour of salt"), ()),
        ):
            with self.subTest(now=now):
                self.assertEqual(words(was, now), said)

    def test_of_the_formula_as_a_whole(self) -> None:
        was = FormulaState(evaluated("2 eggs"), 12, "cake", "Beat.\nBake.")
        now = FormulaState(evaluated("2 eggs", name="Filling"), 10, "loaf", "Beat.\nBake long.")
        said = difference(was, now)
        self.assertIn("with a part “Filling”: 2 eggs", said)
        self.assertLessEqual({"makes 10, not 12", "is a loaf, not a cake", "the method differs in 1 step"}, set(said))
        self.assertEqual(difference(was, was), ())


names = st.lists(st.sampled_from([Line(f"{grams} g oats") for grams in range(1, 9)]), unique=True, max_size=6)
parts_of = names.map(lambda lines: (Part("", tuple(lines)),))


class Branches(unittest.TestCase):
    @given(parts_of, parts_of)
    def test_a_branch_that_changed_nothing_becomes_the_base(self, was: tuple[Part], now: tuple[Part]) -> None:
        self.assertEqual(set(merge_base_changes(was, now, was).parts[0].lines), set(now[0].lines))

    @given(parts_of, parts_of)
    def test_a_base_that_changed_nothing_leaves_a_branch_alone(self, base: tuple[Part], branch: tuple[Part]) -> None:
        self.assertEqual(merge_base_changes(base, base, branch).parts, branch)

    @given(parts_of, parts_of, parts_of)
    def test_what_is_a_branchs_own_stays(self, was: tuple[Part], now: tuple[Part], branch: tuple[Part]) -> None:
        own = set(branch[0].lines) - set(was[0].lines)
        made = merge_base_changes(was, now, branch)
        self.assertLessEqual(own, set(made.parts[0].lines))
        self.assertEqual(len(made.parts[0].lines), len(set(made.parts[0].lines)))
        # Followed once, following again does nothing.
        self.assertEqual(merge_base_changes(now, now, made.parts).parts, made.parts)

    def test_new_parts_come_along_and_own_ones_stay(self) -> None:
        base = (Part("Dough", (Line("2 eggs"),)),)
        branch = (*base, Part("Plums", (Line("200 g plums"),)))
        now = (*base, Part("Glaze", (Line("40 g icing sugar"),)))
        made = merge_base_changes(base, now, branch)
        self.assertEqual([part.name for part in made.parts], ["Dough", "Plums", "Glaze"])
        self.assertEqual(shared_lines(now, branch), 1)


def piece(energy: float | None, mass: float = 50, **more: float) -> Figures:
    nutrients = Nutrients(energy_kcal=energy, **more)
    return Figures(mass, nutrients, tuple(name for name in ("energy_kcal",) if energy is None))


class Twins(unittest.TestCase):
    def test_the_sentence_says_what_is_known(self) -> None:
        mine, theirs = piece(130, protein_g=8.1, sugars_g=3), piece(271, protein_g=3.2, sugars_g=17)
        self.assertEqual(difference_in_words(mine, theirs), "52 % less energy, 5 g more protein, 14 g less sugar")
        self.assertEqual(
            difference_in_words(piece(None, protein_g=8), piece(200, protein_g=8)), "no difference that is known"
        )
        self.assertEqual(difference_in_words(mine, mine), "the same energy")

    def test_by_piece_by_bite_and_by_100_g(self) -> None:
        flour, egg = TwinLine("oat flour", "flour", 10, 40), TwinLine("egg", "egg", 8, 12)
        found = compare_with_twin(
            TwinSide("mine", piece(100, 40), (flour,)), TwinSide("theirs", piece(300, 80), (egg, flour))
        )
        by = {
            basis.name: (basis.mine.nutrients.energy_kcal, basis.theirs.nutrients.energy_kcal) for basis in found.bases
        }
        self.assertEqual(by, {"a piece": (100, 300), "the same bite": (100, 150), "100 g": (250, 375)})
        self.assertEqual([(group.name, len(group.mine), len(group.theirs)) for group in found.groups],
                         [("Flour and grain", 1, 1), ("Egg", 0, 1)])  # fmt: skip


class Steps(unittest.TestCase):
    def test_links_follow_the_lines(self) -> None:
        of = evaluated("125 g butter, soft", "2 large eggs", "60 g vanilla whey")
        (step,) = steps_of("Beat {butter} and {eggs} into {flour}.", of)
        self.assertEqual([each.text for each in step.texts if each.place is not None], ["125 g butter", "2 large eggs"])
        self.assertEqual([each.problem for each in step.texts if each.problem], ["No line is called “flour”."])
        once = linked("Beat butter, add the eggs, then more butter.", of)
        self.assertEqual(once, "Beat {butter}, add the {eggs}, then more butter.")
        self.assertEqual(linked(once, of), once)

    def test_times_and_heat_as_they_are_written(self) -> None:
        for text, low, high, celsius in (
            ("Bake 20 to 25 minutes at 350 °F.", 20, 25, 177),
            ("Blend for 30 seconds, rest 5 min", 5.5, 5.5, None),
            ("Chill overnight", 480, 480, None),
            ("Leave it for 1½–2 hours", 90, 120, None),
            ("Gas mark 4, 1 hour", 60, 60, 177),
            ("Bake at 175 degrees C for half an hour", 30, 30, 175),
            ("Fold in.", None, None, None),
        ):
            with self.subTest(text):
                (step,) = steps_of(text, evaluated("2 eggs"))
                self.assertEqual((step.low_min, step.high_min), (low, high))
                self.assertEqual(step.oven_c, celsius)

    def test_what_a_method_forgets(self) -> None:
        of = evaluated("100 g flour", "1 tsp baking powder", "100 g butter, melted", "80 g chocolate chips")
        method = "Melt the butter.\nMix all, fold in chips.\nBake."
        forgotten = [each.sentence for each in checks_of(method, of, CUPBOARD) if each.step is None]
        self.assertTrue(any("cool before chocolate" in each for each in forgotten))
        self.assertTrue(any("oven is hot" in each for each in forgotten))
        better = "Melt the butter, let it cool.\nWhisk flour and baking powder.\nHeat the oven, line a tin.\nBake."
        self.assertFalse(
            any("chocolate" in each.sentence for each in checks_of(better, of, CUPBOARD) if each.step is None)
        )
        self.assertEqual(checks_of("", of, CUPBOARD), ())
