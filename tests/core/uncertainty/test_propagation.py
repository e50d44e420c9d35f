"""core/uncertainty/propagation: bands by first order against a simulation, and what weighing gains."""

import math
import random
import statistics
import unittest

from hypothesis import given, settings
from hypothesis import strategies as st

from ample_crumb.core.food.nutrients import CarbohydrateDefinition
from ample_crumb.core.formula.evaluation import FormulaFigures
from ample_crumb.core.uncertainty.measurement import mass_sd_g
from ample_crumb.core.uncertainty.propagation import FOOD_SHARE, PORTION_SHARE, Uncertainty, propagate
from tests.core.given import CUPBOARD, evaluated, line_id

WRITTEN = [
    "1 1/2 cups almond flour", "240 g almond flour", "1/3 cup cocoa", "2 eggs", "3 large egg whites", "1 can chickpeas",
    "150 g skyr", "1 cup milk", "2 scoops whey", "60 g whey", "1 banana", "2 tbsp honey", "1/4 cup maple syrup",
    "1 handful walnuts", "a pinch of salt", "100 g dark chocolate", "2-4 tbsp oat flour", "1 cup oats", "90 g oats",
    "1 tbsp coconut oil", "80 g erythritol", "1 tub skyr", "2 medjool dates", "200 g low-fat quark",
]  # fmt: skip


def uncertainty(*lines: str, pieces: int = 1) -> Uncertainty:
    return propagate(evaluated(*lines, pieces=pieces), CUPBOARD)


def simulated_sd(figures: FormulaFigures, source: random.Random, times: int) -> float:
    """Standard deviation of the batch's energy when every amount and every food is drawn anew."""
    lines = []
    for line in (line for part in figures.parts for line in part.lines):
        assert line.weighed is not None
        assert line.ingredient is not None
        slug, mass_g = line.ingredient.slug, line.weighed.mass_g
        content = (line.weighed.figures.nutrients.energy_kcal or 0.0) / mass_g
        lines.append((slug, mass_g, mass_sd_g(line.weighed, CUPBOARD.ingredients[slug]), content))
    gauss = source.gauss
    drawn = []
    for _ in range(times):
        of_food = {slug: gauss(1.0, FOOD_SHARE) for slug, *_ in lines}
        drawn.append(sum(gauss(mass_g, sd_g) * content * of_food[slug] for slug, mass_g, sd_g, content in lines))
    return statistics.stdev(drawn)


class Bands(unittest.TestCase):
    def test_first_order_is_within_5_percent_of_a_simulation_on_200_formulas(self) -> None:
        source = random.Random(20_260_504)
        for _ in range(200):
            figures = evaluated(*source.sample(WRITTEN, source.randint(2, 8)))
            ours = propagate(figures, CUPBOARD).batch.nutrients.energy_kcal or 0.0
            simulated = simulated_sd(figures, source, times=4000)
            lines = [line.text for part in figures.parts for line in part.lines]
            self.assertLessEqual(abs(ours - simulated), 0.05 * simulated, lines)

    def test_a_worked_example(self) -> None:
        # 1 cup of almond flour: 104 g, of which 10 % may be more or less; 5.9 kcal/g, of which 5 %. Grams and content
        # are independent: 613.6 x sqrt(0.10^2 + 0.05^2) = 68.6 kcal.
        sd = uncertainty("1 cup almond flour").batch
        self.assertAlmostEqual(sd.mass_g, 10.4)
        self.assertAlmostEqual(sd.nutrients.energy_kcal or 0, 613.6 * math.hypot(0.10, 0.05))
        # On a scale 104 g are known to 1 g.
        sd = uncertainty("104 g almond flour").batch
        self.assertAlmostEqual(sd.nutrients.energy_kcal or 0, 613.6 * math.hypot(1 / 104, 0.05))

    def test_two_lines_of_one_food_share_what_is_in_it(self) -> None:
        apart = uncertainty("100 g oats", "100 g oats").batch.nutrients.energy_kcal or 0
        together = uncertainty("200 g oats").batch.nutrients.energy_kcal or 0
        # 758 kcal x 0.05 both times; only the scale was read twice.
        self.assertAlmostEqual(apart, math.hypot(758 * 0.05, math.sqrt(2) * 3.79))
        self.assertAlmostEqual(together, math.hypot(758 * 0.05, 3.79))

    def test_a_choice_that_is_not_made_spans_its_foods(self) -> None:
        # SR28: butter 717, coconut oil 892 kcal in 100 g; the scale and the table add 7.2 and 36 kcal.
        open_sd = uncertainty("100 g butter or coconut oil").batch.nutrients.energy_kcal or 0
        self.assertAlmostEqual(open_sd, math.hypot(892 - 717, 717 * 0.01, 717 * FOOD_SHARE), delta=1)
        self.assertEqual(uncertainty("100 g butter or coconut oil").worth_weighing, ())

    def test_a_piece_adds_that_pieces_are_unequal(self) -> None:
        whole, cut = uncertainty("300 g oats"), uncertainty("300 g oats", pieces=10)
        batch = whole.batch.nutrients.energy_kcal or 0
        self.assertEqual(whole.piece, whole.batch)
        self.assertAlmostEqual(
            cut.piece.nutrients.energy_kcal or 0, math.hypot(batch / 10, PORTION_SHARE * 3 * 379 / 10)
        )

    def test_what_to_weigh_and_what_it_gains(self) -> None:
        lines = ["1 1/2 cups almond flour", "150 g skyr", "2 eggs"]
        before = uncertainty(*lines, pieces=12)
        self.assertEqual(before.worth_weighing, (line_id(0),))
        self.assertGreater(before.lines[0].share, 0.7)
        after = uncertainty("156 g almond flour", *lines[1:], pieces=12)
        self.assertAlmostEqual(before.lines[0].weighed_sd_kcal or 0, after.piece.nutrients.energy_kcal or 0)
        self.assertEqual(after.worth_weighing, ())
        self.assertIsNone(after.lines[0].weighed_sd_kcal)

    def test_an_unread_line_brings_nothing_and_carbohydrate_is_counted_as_chosen(self) -> None:
        figures = evaluated("100 g erythritol", "100 g oats", "1 tbsp unicorn dust")
        self.assertEqual(propagate(figures, CUPBOARD).lines[2].share, 0)
        net = propagate(figures, CUPBOARD, CarbohydrateDefinition.NET).batch.nutrients.carbohydrate_g or 0
        self.assertAlmostEqual(net, 57.6 * math.hypot(0.01, 0.05))

    @settings(max_examples=60)
    @given(st.lists(st.sampled_from(WRITTEN), min_size=1, max_size=8), st.integers(1, 24))
    def test_shares_add_up_and_more_of_it_is_as_doubtful(self, lines: list[str], pieces: int) -> None:
        one, twice = uncertainty(*lines, pieces=pieces), uncertainty(*lines, pieces=pieces).piece.times(2)
        whole = sum(line.share for line in one.lines)
        self.assertTrue(math.isclose(whole, 1) or whole == 0)
        self.assertAlmostEqual(twice.nutrients.energy_kcal or 0, 2 * (one.piece.nutrients.energy_kcal or 0))
