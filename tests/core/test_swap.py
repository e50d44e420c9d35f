"""core/swap: the catalogue holds what it names, swaps keep what they promise, sweeteners stay as sweet."""

import unittest

from hypothesis import given
from hypothesis import strategies as st

from ample_crumb.core.crumb.functional_properties import functional_properties
from ample_crumb.core.food.cupboard import reference_cupboard
from ample_crumb.core.food.energy import EnergySystem
from ample_crumb.core.food.sweeteners import sweeteners
from ample_crumb.core.formula.alerts import Eater
from ample_crumb.core.formula.evaluation import FormulaFigures, evaluate
from ample_crumb.core.formula.formula import Line, Part
from ample_crumb.core.formula.reading import ReadingPreferences
from ample_crumb.core.problem import CannotUse
from ample_crumb.core.swap.apply import SwapUse, apply_swaps
from ample_crumb.core.swap.catalogue import SAME, catalogue
from ample_crumb.core.swap.suggestions import Aim, SwapSuggestion, suggest_swaps
from ample_crumb.core.swap.sweetener_options import Blend, BlendShare, sweeten_with, sweetener_options, sweetening_of

CUPBOARD = reference_cupboard()
GROUPS = {
    "flour", "fat", "sugar", "egg", "cream cheese", "chocolate", "nut butter", "nut", "crust", "cream", "milk", "salt",
}  # fmt: skip


def parts(*lines: str, name: str = "") -> tuple[Part, ...]:
    return (Part(name, tuple(map(Line, lines))),)


def work(of: tuple[Part, ...]) -> FormulaFigures:
    return evaluate(of, 10, CUPBOARD, ReadingPreferences())


def texts(of: tuple[Part, ...], *uses: SwapUse) -> list[str]:
    return [line.text for part in apply_swaps(of, work(of), uses, CUPBOARD).parts for line in part.lines]


def offers(*lines: str, eaters: tuple[Eater, ...] = ()) -> dict[str, SwapSuggestion]:
    found = suggest_swaps(work(parts(*lines)), CUPBOARD, EnergySystem.STATED, eaters)
    return {offer.swap.slug: offer for offer in found}


class Catalogue(unittest.TestCase):
    def test_every_rule_names_foods_that_are_there_and_a_source(self) -> None:
        rules = catalogue().values()
        self.assertGreaterEqual(len(rules), 60)
        self.assertEqual({rule.group for rule in rules}, GROUPS)
        self.assertEqual(len({rule.slug for rule in rules}), len(rules))
        for rule in rules:
            with self.subTest(rule.slug):
                foods = {*rule.sources, *rule.companions, *({rule.target} - {"", SAME})}
                self.assertLessEqual(foods, set(CUPBOARD.ingredients))
                self.assertTrue(rule.effects and rule.source)
                self.assertTrue(0 < rule.most_share <= 1)
                for source in rule.sources:
                    self.assertGreaterEqual(rule.ratio_for(source), 0)
                    self.assertTrue(rule.target != source or rule.ratio != 1, "a swap for itself")

    def test_every_sweetener_that_stands_in_for_sugar_is_as_sweet(self) -> None:
        for rule in catalogue().values():
            if rule.ratio is None:
                for source in rule.sources:
                    sweet = sweeteners()[source].sweetness_ratio / sweeteners()[rule.target].sweetness_ratio
                    self.assertAlmostEqual(rule.ratio_for(source), sweet)


class Swaps(unittest.TestCase):
    @given(st.sampled_from(sorted(catalogue())), st.floats(0.1, 1), st.integers(20, 400))
    def test_any_swap_takes_so_much_and_brings_so_much(self, slug: str, share: float, grams: int) -> None:
        rule = catalogue()[slug]
        source = rule.sources[0]
        share = min(share, rule.most_share)
        of = (Part("Crust", (Line(f"{grams} g it", source),)), Part("Dough", (Line("2 eggs", "egg"),)))
        made = work(apply_swaps(of, work(of), [SwapUse(slug, 0, share)], CUPBOARD).parts)
        mass = {
            line.ingredient.slug: line.figures.mass_g
            for line in made.parts[0].lines
            if line.ingredient and line.figures
        }
        if rule.whole_part or rule.target in ("", SAME, source):
            left = grams * (1 - share * (1 - (rule.ratio or 0)))
            self.assertAlmostEqual(mass.get(source, 0.0) if len(made.parts) > 1 else 0.0, left, delta=1)
        else:
            self.assertAlmostEqual(mass.get(source, 0.0), grams * (1 - share), delta=1)
            brought = grams * share * rule.ratio_for(source)
            self.assertAlmostEqual(
                mass.get(rule.target, 0.0), brought, delta=max(1, brought * 0.02) + 5 * (brought > 500)
            )

    def test_what_moves_along_joins_what_is_there(self) -> None:
        of = parts("200 g flour", "2 eggs", "100 g milk")
        made = texts(of, SwapUse("flour-coconut-flour", 0, 0.5))
        self.assertEqual(made, ["100 g flour", "30 g coconut flour", "25 g water", "140 g eggs", "100 g milk"])
        wetter = texts(parts("100 g sugar", "100 g milk"), SwapUse("sugar-honey", 0))
        self.assertIn("80 g milk", wetter, "honey brings water, so less of another liquid")
        dry = apply_swaps(parts("100 g sugar"), work(parts("100 g sugar")), [SwapUse("sugar-honey", 0)], CUPBOARD)
        self.assertEqual(len(dry.remarks), 1)

    def test_two_that_undo_each_other_are_refused(self) -> None:
        rules = catalogue()
        there = next(
            (one, other)
            for one in rules.values()
            for other in rules.values()
            if one.target in other.sources and other.target in one.sources and one.target != other.target
        )
        pair = parts(
            f"100 g {CUPBOARD.ingredients[there[1].target].name}", f"100 g {CUPBOARD.ingredients[there[0].target].name}"
        )
        with self.assertRaisesRegex(CannotUse, "undo each other"):
            texts(pair, SwapUse(there[0].slug, 0, there[0].most_share), SwapUse(there[1].slug, 1, there[1].most_share))

    def test_a_crust_goes_whole_and_a_dough_does_not(self) -> None:
        crust = (
            Part("Crust", (Line("200 g digestive biscuits"), Line("80 g butter"))),
            Part("", (Line("500 g quark"),)),
        )
        gone = apply_swaps(crust, work(crust), [SwapUse("crust-none", 0)], CUPBOARD).parts
        self.assertEqual([part.name for part in gone], [""])
        self.assertEqual(texts(crust, SwapUse("crust-thin", 0))[:2], ["100 g digestive biscuits", "40 g butter"])
        with self.assertRaises(CannotUse):
            texts(parts("200 g digestive biscuits", "500 g quark"), SwapUse("crust-none", 0))


class Offers(unittest.TestCase):
    def test_aims_are_worked_out_not_typed(self) -> None:
        found = offers("200 g butter", "2 eggs", "100 g peanut butter", "200 g flour")
        self.assertIn(Aim.VEGAN, found["egg-flax-egg"].aims)
        self.assertNotIn(Aim.VEGAN, found["egg-egg-white"].aims)
        self.assertIn(Aim.NO_NUTS, found["nut-butter-sunflower-butter"].aims)
        self.assertNotIn(Aim.NO_NUTS, found["nut-butter-peanut-powder"].aims)
        self.assertIn(Aim.NO_GLUTEN, found["flour-almond-flour"].aims)
        self.assertNotIn(
            Aim.NO_DAIRY, found["fat-greek-yogurt-0"].aims, "only some of the butter goes, and yogurt comes"
        )
        self.assertIn(Aim.FEWER_CALORIES, found["fat-greek-yogurt-0"].aims)

    def test_why_not_for_whom(self) -> None:
        found = offers("200 g flour", "100 g sugar", eaters=(Eater("Cox", ("tree nuts",)), Eater("Bow", ("vegan",))))
        self.assertTrue(found["flour-almond-flour"].not_for[0].startswith("Cox must not get tree nuts"))
        self.assertEqual(found["sugar-honey"].not_for, ("Bow: honey is not vegan.",))
        self.assertEqual(found["flour-oat-flour"].not_for, ())

    def test_an_offer_says_what_the_swap_then_does(self) -> None:
        of = parts("200 g butter", "200 g sugar", "200 g flour")
        for slug, offer in offers("200 g butter", "200 g sugar", "200 g flour").items():
            if offer.swap.companions:
                continue
            made = work(apply_swaps(of, work(of), [SwapUse(slug, offer.place, offer.most_share)], CUPBOARD).parts)
            was, now = work(of).piece.nutrients, made.piece.nutrients
            with self.subTest(slug):
                self.assertAlmostEqual((now.energy_kcal or 0) - (was.energy_kcal or 0), offer.energy_kcal, delta=0.6)
                self.assertAlmostEqual((now.protein_g or 0) - (was.protein_g or 0), offer.protein_g, delta=0.1)


class Sweeteners(unittest.TestCase):
    def test_each_option_is_as_sweet_and_what_it_makes_is_so_too(self) -> None:
        of = parts("200 g sugar", "50 g honey", "300 g flour")
        now = sweetening_of(work(of), CUPBOARD, EnergySystem.STATED)
        self.assertAlmostEqual(now.sugar_g, 250)
        blend = Blend((BlendShare("erythritol", 3), BlendShare("stevia_extract", 1)))
        options = sweetener_options(work(of), [blend], CUPBOARD, EnergySystem.STATED, {"xylitol": 0.01}, 10)
        for option in options:
            sweet = sum(
                sweeteners()[each.slug].sweetness_ratio * 250 * each.share / sweeteners()[each.slug].sweetness_ratio
                for each in option.shares
            )
            self.assertAlmostEqual(sweet, 250)
            made = sweeten_with(of, work(of), Blend(option.shares), CUPBOARD, fill=False)
            again = sweetening_of(work(made), CUPBOARD, EnergySystem.STATED)
            # Kitchen grams: an extract to hundredths, of which one is as sweet as some 2 g of sugar.
            self.assertAlmostEqual(again.sugar_g, 250, delta=5)
        xylitol = next(option for option in options if option.name == "xylitol")
        self.assertAlmostEqual(xylitol.cost or 0, 0.01 * 250 / 10)
        self.assertEqual([load.piece_g for load in xylitol.loads], [25])

    def test_lost_bulk_is_filled_when_asked(self) -> None:
        of = parts("200 g sugar", "300 g flour")
        stevia = Blend((BlendShare("stevia_extract", 1),))
        (filled,) = sweeten_with(of, work(of), stevia, CUPBOARD, fill=True)
        self.assertEqual(
            [line.text for line in filled.lines], ["0.8 g stevia extract, pure", "100 g inulin", "300 g flour"]
        )
        with self.assertRaisesRegex(CannotUse, "Nothing sweetens"):
            sweeten_with(parts("300 g flour"), work(parts("300 g flour")), stevia, CUPBOARD, fill=False)
        self.assertIsNotNone(functional_properties(CUPBOARD.ingredients["inulin"]).sweetness_ratio)
