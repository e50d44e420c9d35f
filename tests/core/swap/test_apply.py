"""core/swap/apply: swaps keep what they promise."""

import unittest

from hypothesis import given
from hypothesis import strategies as st

from ample_crumb.core.formula.formula import Line, Part
from ample_crumb.core.problem import CannotUse
from ample_crumb.core.swap.apply import SwapUse, apply_swaps
from ample_crumb.core.swap.catalogue import SAME, catalogue
from tests.core.given import CUPBOARD, evaluated_parts, line_id, parts


def texts(of: tuple[Part, ...], *uses: SwapUse) -> list[str]:
    return [line.text for part in apply_swaps(of, evaluated_parts(*of), uses, CUPBOARD).parts for line in part.lines]


class Swaps(unittest.TestCase):
    @given(st.sampled_from(sorted(catalogue())), st.floats(0.1, 1), st.integers(20, 400))
    def test_any_swap_takes_so_much_and_brings_so_much(self, slug: str, share: float, grams: int) -> None:
        rule = catalogue()[slug]
        source = rule.sources[0]
        share = min(share, rule.most_share)
        of = (Part("Crust", (Line(f"{grams} g it", source),)), Part("Dough", (Line("2 eggs", "egg"),)))
        made = evaluated_parts(
            *apply_swaps(of, evaluated_parts(*of), [SwapUse(slug, line_id(0), share)], CUPBOARD).parts
        )
        mass = {
            line.ingredient.slug: line.weighed.mass_g
            for line in made.parts[0].lines
            if line.ingredient and line.weighed
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
        made = texts(of, SwapUse("flour-coconut-flour", line_id(0), 0.5))
        self.assertEqual(made, ["100 g flour", "30 g coconut flour", "25 g water", "140 g eggs", "100 g milk"])
        wetter = texts(parts("100 g sugar", "100 g milk"), SwapUse("sugar-honey", line_id(0)))
        self.assertIn("80 g milk", wetter, "honey brings water, so less of another liquid")
        dry = apply_swaps(
            parts("100 g sugar"),
            evaluated_parts(*parts("100 g sugar")),
            [SwapUse("sugar-honey", line_id(0))],
            CUPBOARD,
        )
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
            texts(
                pair,
                SwapUse(there[0].slug, line_id(0), there[0].most_share),
                SwapUse(there[1].slug, line_id(1), there[1].most_share),
            )

    def test_a_crust_goes_whole_and_a_dough_does_not(self) -> None:
        crust = (
            Part("Crust", (Line("200 g digestive biscuits"), Line("80 g butter"))),
            Part("", (Line("500 g quark"),)),
        )
        gone = apply_swaps(crust, evaluated_parts(*crust), [SwapUse("crust-none", line_id(0))], CUPBOARD).parts
        self.assertEqual([part.name for part in gone], [""])
        self.assertEqual(
            texts(crust, SwapUse("crust-thin", line_id(0)))[:2], ["100 g digestive biscuits", "40 g butter"]
        )
        with self.assertRaises(CannotUse):
            texts(parts("200 g digestive biscuits", "500 g quark"), SwapUse("crust-none", line_id(0)))
