"""core/swap/without: what must not be in it is in no line, may-contain included, and the dough still works."""

import unittest
from dataclasses import replace

from hypothesis import given, settings
from hypothesis import strategies as st

from ample_crumb.core.crumb.check import crumb_check
from ample_crumb.core.crumb.dials.dial import is_worse
from ample_crumb.core.formula.allergens import allergens_of
from ample_crumb.core.formula.formula import Line, Part
from ample_crumb.core.formula.reading import ReadingPreferences
from ample_crumb.core.production.portions import Portioning
from ample_crumb.core.production.production import ProductionInputs
from ample_crumb.core.swap.exclusions import breaks, make_without
from ample_crumb.core.swap.formula_in_kitchen import FormulaInKitchen
from tests.core.given import CUPBOARD
from tests.judgement.targets_judged import judged_targets

AVOIDED = ("egg", "milk", "gluten", "tree nuts", "peanut", "soy", "vegan", "vegetarian", "dairy-free", "egg-free")


def of(*lines: str, family: str = "muffin", **more: object) -> FormulaInKitchen:
    making = ProductionInputs(Portioning(count=10))
    parts = (Part("", tuple(map(Line, lines))),)
    return FormulaInKitchen(parts, family, making, (), CUPBOARD, ReadingPreferences(), **more)  # type: ignore[arg-type]


class Clears(unittest.TestCase):
    @settings(max_examples=60)
    @given(st.sampled_from(judged_targets()), st.sets(st.sampled_from(AVOIDED), min_size=1, max_size=3))
    def test_no_way_holds_what_is_avoided_and_no_line_else_is_touched(self, target, avoided: set[str]) -> None:  # type: ignore[no-untyped-def]
        formula = target.formula()
        found = make_without(formula, frozenset(avoided))
        was = formula.produced(formula.parts).evaluated
        offending = {line.text for line in found.lines}
        for way in found.ways:
            now = formula.produced(way.parts).evaluated
            told = allergens_of(now, CUPBOARD)
            held = {each.name for each in (*told.contains, *told.may_contain)}
            self.assertFalse(held & avoided, way.replacements)
            diets = avoided & {"vegan", "vegetarian", "dairy-free", "egg-free"}
            self.assertLessEqual(diets, set(told.diets_kept))
            self.assertEqual(now.unread, ())
            # As few swaps as there are lines in the way.
            self.assertEqual(len(way.replacements), len(found.lines))
            kept = {line.text for line in was.lines()} - offending
            if not way.repairs and not any("=" in replacement.words for replacement in way.replacements):
                gone = kept - {line.text for line in now.lines()}
                # Companions of a swap may move others: an egg less, or what chocolate had of sugar and of fat.
                self.assertLessEqual(len(gone), 2 * len(way.replacements))
        self.assertEqual(bool(found.cannot) and bool(found.ways), False)

    def test_the_dials_that_got_worse_are_named(self) -> None:
        named: set[str] = set()
        # Four eggs bring this loaf 150 g of water and no other liquid is in it: what takes their place leaves it drier.
        loaf = of("200 g flour", "4 eggs", "100 g butter", "100 g sugar", family="loaf")
        for formula in (loaf, *(target.formula() for target in judged_targets()[:12])):
            found = make_without(formula, frozenset({"egg"}))
            was = formula.produced(formula.parts).evaluated
            before = crumb_check(formula.judged(was)).dials
            for way in found.ways:
                after = crumb_check(formula.judged(formula.produced(way.parts).evaluated)).dials
                worse = {new.title for old, new in zip(before, after, strict=True) if is_worse(old, new)}
                self.assertEqual(set(way.off), worse)
                named |= worse
        self.assertIn("Hydration", named)

    def test_a_way_whose_dough_works_as_it_is_comes_before_one_that_must_be_mended(self) -> None:
        for name, avoided in (("pound loaf", "egg"), ("bran muffin", "gluten"), ("pumpkin blender cups", "egg")):
            with self.subTest(name):
                formula = next(each for each in judged_targets() if each.name == name).formula()
                first = make_without(formula, frozenset({avoided})).ways[0]
                self.assertEqual((first.off, first.repairs), ((), ()))

    def test_what_is_so_already_has_nothing_in_the_way(self) -> None:
        found = make_without(of("200 g oat flour", "100 g sugar", "2 eggs"), frozenset({"tree nuts"}))
        self.assertEqual((found.lines, found.ways, found.cannot), ((), (), ()))

    def test_a_line_that_nothing_replaces_is_named_with_why(self) -> None:
        # Nothing here does what plain gluten does, without gluten.
        found = make_without(
            of("60 g vital wheat gluten", "150 g oat flour", "100 g sugar"), frozenset({"wheat", "gluten"})
        )
        self.assertEqual(found.ways, ())
        self.assertTrue(any("holds gluten" in each.why for each in found.cannot))

    def test_two_ways_differ_in_a_food(self) -> None:
        first, second = make_without(
            of("200 g wheat flour", "100 g sugar", "100 g butter", "2 eggs"), frozenset({"milk"})
        ).ways
        self.assertNotEqual(
            [replacement.target for replacement in first.replacements],
            [replacement.target for replacement in second.replacements],
        )

    def test_raw_flour_comes_into_nothing_that_is_eaten_raw(self) -> None:
        bites = of("30 g whey", "120 g rolled oats", "100 g peanut butter", "50 g honey", family="no-bake-bite")
        ways = make_without(bites, frozenset({"milk"})).ways
        self.assertTrue(ways)
        for way in ways:
            self.assertFalse({replacement.target for replacement in way.replacements} & {"wheat_flour", "oat_flour"})

    def test_own_products_come_first_where_they_do_the_work(self) -> None:
        pea = CUPBOARD.ingredients["pea_protein"]
        own = replace(pea, slug="own-1", name="Keel pea protein", synonyms=())
        crisps = replace(pea, slug="own-2", name="Alder crisps", synonyms=())
        formula = FormulaInKitchen(
            of("100 g oat flour", "60 g whey", "2 eggs", "80 g sugar", "100 g apple sauce", "6 g baking powder").parts,
            "muffin", ProductionInputs(Portioning(count=8)), (), CUPBOARD.with_own([crisps, own]), ReadingPreferences(),
        )  # fmt: skip
        targets = {
            replacement.target
            for way in make_without(formula, frozenset({"milk"})).ways
            for replacement in way.replacements
        }
        self.assertIn("own-1", targets)
        self.assertNotIn("own-2", targets, "of the role, but like nothing that is known")

    def test_what_a_food_breaks_in_words(self) -> None:
        foods = CUPBOARD.ingredients
        self.assertEqual(breaks(foods["butter"], frozenset({"milk", "egg"})), "holds milk")
        from_a_dairy = replace(foods["cocoa"], allergens=("soy",), traces=("milk", "tree nuts"))
        self.assertEqual(breaks(from_a_dairy, frozenset({"milk"})), "may hold milk")
        self.assertEqual(breaks(foods["sugar"], frozenset({"no added sugar"})), "is or holds added sugar")
        self.assertEqual(breaks(foods["honey"], frozenset({"vegan"})), "is not vegan")
        self.assertEqual(breaks(foods["banana"], frozenset({"banana"})), "is banana")
        self.assertEqual(breaks(foods["sugar"], frozenset({"milk", "vegan"})), "")
