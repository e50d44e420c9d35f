"""Linear and mixed-integer programs against textbook problems with known answers, and against scipy.

The diet problem of Winston, Operations Research: Applications and Algorithms, section 3.4 (from memory): four sweets
with energy, chocolate, sugar and fat, at least 500, 6, 10 and 8 of them, cost 90 at best. The feed blend of Taha,
Operations Research: An Introduction, section 2.2.2 (from memory): 470.6 of corn and 329.4 of soybean meal for 437.64.
The product mix of Hillier and Lieberman, Introduction to Operations Research (from memory): 3 x + 5 y within x <= 4, 2
y <= 12, 3 x + 2 y <= 18 is 36 at (2, 6). Random programs, and random formulas, are solved once more by scipy's own
formulation with HiGHS."""

import random
import unittest
from collections.abc import Sequence
from dataclasses import replace

import numpy
from scipy import optimize
from scipy.optimize import Bounds, linprog, milp

from ample_crumb.core.crumb.check import crumb_check, judge_dough
from ample_crumb.core.crumb.composition import brought_by
from ample_crumb.core.crumb.dials.dial import NOTHING_LEARNED
from ample_crumb.core.crumb.dough import dough_of
from ample_crumb.core.day.fill import DayRoom, FillFood, FillStatus, fill_day
from ample_crumb.core.food.cupboard import reference_cupboard
from ample_crumb.core.food.energy import EnergySystem
from ample_crumb.core.food.nutrients import CarbohydrateDefinition
from ample_crumb.core.formula.evaluation import FormulaFigures, evaluate
from ample_crumb.core.formula.formula import Line, Part
from ample_crumb.core.formula.reading import ReadingPreferences
from ample_crumb.core.reformulate.constraints import (
    BY_SHARE,
    PieceBasis,
    ReformulationModel,
    solver_variables,
    standing_constraints,
    wish_constraint,
)
from ample_crumb.core.reformulate.crumb_constraints import crumb_constraints
from ample_crumb.core.reformulate.milp import GAP, LinearConstraint, Status, Variable, solve
from ample_crumb.core.reformulate.variables import LineBounds, Pantry, line_variables
from ample_crumb.core.reformulate.window_penalties import edge_costs
from ample_crumb.core.reformulate.wishes import Wish
from tests.core.given import line_id

CUPBOARD = reference_cupboard()


class DaysByAnother(unittest.TestCase):
    """The rest of a day, filled with CP-SAT, is filled with as few pieces by HiGHS."""

    def test_as_few_pieces_and_as_much_protein(self) -> None:
        dice = random.Random(8)
        for _ in range(25):
            foods = [
                FillFood(str(n), dice.randint(40, 300), dice.randint(2, 30), available_count=dice.randint(1, 6))
                for n in range(dice.randint(3, 14))
            ]
            room = DayRoom(dice.randint(150, 900), dice.randint(15, 90))
            found = fill_day(foods, room)
            protein = [food.protein_g for food in foods]
            within = optimize.LinearConstraint([food.energy_kcal for food in foods], ub=room.energy_kcal)
            enough = optimize.LinearConstraint(protein, lb=room.protein_g)
            bounds = Bounds(0, [food.available_count or 0 for food in foods])
            whole = numpy.ones(len(foods))
            fewest = milp(whole, constraints=[within, enough], bounds=bounds, integrality=whole)
            if fewest.success:
                self.assertIs(found.status, FillStatus.MET)
                self.assertEqual(sum(count for _, count in found.answers[0].portions), round(fewest.fun))
            else:
                most = milp([-each for each in protein], constraints=[within], bounds=bounds, integrality=whole)
                self.assertIs(found.status, FillStatus.NEAREST)
                self.assertEqual(found.answers[0].protein_g if found.answers else 0, round(-most.fun))


class Textbooks(unittest.TestCase):
    def test_the_diet_problem(self) -> None:
        foods = {
            "slice": (50, (400, 3, 2, 2)), "scoop": (20, (200, 2, 2, 4)), "drink": (30, (150, 0, 4, 1)),
            "cake": (80, (500, 0, 4, 5)),
        }  # fmt: skip
        variables = [Variable(name, cost=cost) for name, (cost, _) in foods.items()]
        rows = [
            LinearConstraint({name: of[place] for name, (_, of) in foods.items()}, low=least)
            for place, least in enumerate((500, 6, 10, 8))
        ]
        best = solve(variables, rows)
        self.assertAlmostEqual(best.objective, 90)
        self.assertAlmostEqual(best.values["scoop"], 3)
        self.assertAlmostEqual(best.values["drink"], 1)

    def test_the_feed_blend(self) -> None:
        rows = [
            LinearConstraint({"corn": 1, "soybean": 1}, low=800),
            # At least 30 % protein (9 and 60 %), at most 5 % fibre (2 and 6 %).
            LinearConstraint({"corn": 0.09 - 0.30, "soybean": 0.60 - 0.30}, low=0),
            LinearConstraint({"corn": 0.02 - 0.05, "soybean": 0.06 - 0.05}, high=0),
        ]
        best = solve([Variable("corn", cost=0.3), Variable("soybean", cost=0.9)], rows)
        self.assertAlmostEqual(best.values["corn"], 470.6, places=1)
        self.assertAlmostEqual(best.values["soybean"], 329.4, places=1)
        self.assertAlmostEqual(best.objective, 437.64, places=1)

    def test_the_product_mix_and_its_whole_numbers(self) -> None:
        rows = [
            LinearConstraint({"x": 1}, high=4),
            LinearConstraint({"y": 2}, high=12),
            LinearConstraint({"x": 3, "y": 2}, high=18),
        ]
        for whole in (False, True):
            best = solve([Variable("x", cost=-3, whole=whole), Variable("y", cost=-5, whole=whole)], rows)
            self.assertAlmostEqual(best.objective, -36)
            self.assertAlmostEqual(best.values["x"], 2)

    def test_what_has_no_answer(self) -> None:
        self.assertIs(solve([Variable("x", high=1)], [LinearConstraint({"x": 1}, low=2)]).status, Status.INFEASIBLE)
        self.assertIs(
            solve([Variable("x", high=1, whole=True)], [LinearConstraint({"x": 2}, 1, 1)]).status, Status.INFEASIBLE
        )


class AgainstScipy(unittest.TestCase):
    def test_random_programs(self) -> None:
        made = random.Random(7)
        for number in range(24):
            size, count = made.randint(3, 9), made.randint(2, 7)
            cost = [made.uniform(-5, 5) for _ in range(size)]
            high = [made.uniform(1, 20) for _ in range(size)]
            whole = [made.random() < 0.4 for _ in range(size)]
            matrix = [[made.uniform(-3, 3) if made.random() < 0.7 else 0.0 for _ in range(size)] for _ in range(count)]
            limit = [made.uniform(0, 25) for _ in range(count)]
            ours = solve(
                [Variable(f"x{n}", 0, high[n], cost[n], whole[n]) for n in range(size)],
                [
                    LinearConstraint({f"x{n}": row[n] for n in range(size)}, high=most)
                    for row, most in zip(matrix, limit, strict=True)
                ],
            )
            theirs = milp(
                numpy.array(cost),
                constraints=optimize.LinearConstraint(numpy.array(matrix), -numpy.inf, numpy.array(limit)),
                bounds=Bounds(0, numpy.array(high)),
                integrality=numpy.array(whole, dtype=int),
            )
            with self.subTest(number):
                self.assertAlmostEqual(ours.objective, theirs.fun, delta=2 * GAP * max(1, abs(theirs.fun)))

    def test_the_nearest_amounts_of_random_formulas(self) -> None:
        made = random.Random(11)
        foods = ("oat_flour", "skyr", "almond_flour", "banana", "white_beans_canned", "quark_0", "rolled_oats")
        for number in range(22):
            chosen = made.sample(foods, made.randint(3, 6))
            was = numpy.array([float(made.randint(60, 300)) for _ in chosen])
            kcal = numpy.array([CUPBOARD.ingredients[slug].per_100g.energy_kcal or 0 for slug in chosen]) / 100
            aim = float(kcal @ was) / 10 * made.uniform(0.8, 0.99)
            # No dials, so that the program is this one and no other.
            model = _model_of(chosen, was, 0.3)
            ours = solve(
                solver_variables(model),
                [*standing_constraints(model), wish_constraint(Wish("energy_kcal", aim), model)],
            )
            with self.subTest(number):
                theirs = _nearest(was, kcal, chosen, 10 * aim)
                if theirs is None:
                    self.assertIs(ours.status, Status.INFEASIBLE)
                else:
                    self.assertAlmostEqual(ours.objective, theirs, places=6)

    def test_windows_and_what_nearing_their_edges_costs(self) -> None:
        """Sweetness as a share of the dough, between two ends, with what it costs to come near them."""
        made = random.Random(5)
        foods = ("wheat_flour", "sugar", "skyr", "butter", "rolled_oats", "quark_0")
        costly = 0
        for number in range(20):
            was = numpy.array([float(made.randint(60, 240)) for _ in foods])
            sugars = numpy.array([CUPBOARD.ingredients[slug].per_100g.sugars_g or 0 for slug in foods]) / 100
            aim = float(sugars @ was) / 10 * made.uniform(0.3, 0.6)
            model = _model_of(foods, was, 0.2)
            judged = judge_dough(_evaluated(foods, was), "muffin", CUPBOARD)
            dials = [dial for dial in crumb_check(judged).dials if dial.name == "sweetness"]
            model = replace(
                model,
                crumb=crumb_constraints(judged.composition, "muffin", dials, NOTHING_LEARNED),
                edges=tuple(edge_costs(judged, dials, NOTHING_LEARNED, model.variables)),
            )
            ours = solve(
                solver_variables(model),
                [*standing_constraints(model), wish_constraint(Wish("sugars_g", aim), model)],
            )
            assert dials[0].low is not None
            assert dials[0].high is not None
            sweet = numpy.array([brought_by(CUPBOARD.ingredients[slug], 1).sweetness_g for slug in foods])
            theirs, nearing = _nearest_inside(was, sugars, sweet, (dials[0].low / 100, dials[0].high / 100), 10 * aim)
            costly += nearing > 1e-3
            with self.subTest(number):
                if theirs is None:
                    self.assertIs(ours.status, Status.INFEASIBLE)
                else:
                    self.assertAlmostEqual(ours.objective, theirs, places=5)
        self.assertGreater(costly, 4, "edges that cost nothing are no check")


def _evaluated(foods: Sequence[str], was: numpy.ndarray) -> FormulaFigures:
    lines = tuple(Line(f"{g:g} g it", slug) for slug, g in zip(foods, was, strict=True))
    return evaluate((Part("", lines),), 10, CUPBOARD, ReadingPreferences())


def _model_of(foods: Sequence[str], was: numpy.ndarray, low_share: float) -> ReformulationModel:
    """Ten pieces of these foods, each free between a share of what there is and twice as much."""
    evaluated = _evaluated(foods, was)
    holds = {line_id(n): LineBounds(line_id(n), low_g=low_share * g, high_g=2 * g) for n, g in enumerate(was)}
    pantry = Pantry(CUPBOARD, EnergySystem.STATED, NOTHING_LEARNED, frozenset())
    variables = line_variables(evaluated, dough_of(evaluated, CUPBOARD), holds, pantry, whole_eggs=True)
    piece = PieceBasis(was.sum(), 0.1, was.sum() / 10, counted=True, baked_share=1, kept_share=1)
    return ReformulationModel(variables, (), piece, {}, CarbohydrateDefinition.AVAILABLE)


_HEAVY = {"banana": 2.0}
"""Fruit gives flavour, and a change of it counts twice."""


def _nearest(was: numpy.ndarray, kcal: numpy.ndarray, foods: list[str], most_kcal: float) -> float | None:
    """The least weighted relative change, by scipy, None for no answer: amounts split into what comes and what goes."""
    dough = was.sum()
    weight = numpy.array([_HEAVY.get(slug, 1.0) for slug in foods])
    cost = weight * (1 - BY_SHARE + BY_SHARE * was / dough) / was
    ones = numpy.ones_like(was)
    rows = numpy.array(
        [numpy.concatenate([kcal, -kcal]), numpy.concatenate([ones, -ones]), numpy.concatenate([-ones, ones])]
    )
    limits = numpy.array([most_kcal - kcal @ was, 0.1 * dough, 0.1 * dough])
    bounds = [(0, g) for g in was] + [(0, 0.7 * g) for g in was]
    solved = linprog(numpy.concatenate([cost, cost]), rows, limits, bounds=bounds)
    return float(solved.fun) if solved.status == 0 else None


def _nearest_inside(
    was: numpy.ndarray, wished: numpy.ndarray, sweet: numpy.ndarray, ends: tuple[float, float], most: float
) -> tuple[float | None, float]:
    """The same with the share of sweetness between its ends, and what nearing them costs of it: by scipy, over what
    comes, what goes, and how deep each of two zones at each end is entered, in widths of the window of this dough."""
    dough, (low, high) = was.sum(), ends
    width = high - low
    cost = (1 - BY_SHARE + BY_SHARE * was / dough) / was
    # How far inside either end a gram brings the dough, and how far inside the dough lies, in g of sweetness.
    sides = [sweet - low, high - sweet]
    ones = numpy.ones_like(was)

    def moved(row: numpy.ndarray, zones: list[float]) -> numpy.ndarray:
        return numpy.concatenate([row, -row, zones])

    rows = [moved(wished, [0.0] * 4), moved(ones, [0.0] * 4), moved(-ones, [0.0] * 4)]
    limits = [most - wished @ was, 0.1 * dough, 0.1 * dough]
    for place, side in enumerate(sides):
        stands = float(side @ was)
        # What misses its window already may go on missing it by as much of its dough.
        missed = max(0.0, -stands / dough)
        rows.append(moved(-(side + missed), [0.0] * 4))
        limits.append(stands + missed * dough)
        for zone, begins in enumerate((0.25, 0.1)):
            share = min(begins, max(0.0, stands / (width * dough)))
            inside = side - share * width
            deep = [0.0] * 4
            deep[2 * place + zone] = -width * dough
            rows.append(moved(-inside, deep))
            limits.append(float(inside @ was))
    whole = numpy.concatenate([cost, cost, [1.0, 4.0, 1.0, 4.0]])
    bounds = [(0, g) for g in was] + [(0, 0.8 * g) for g in was] + [(0, None)] * 4
    solved = linprog(whole, numpy.array(rows), limits, bounds=bounds)
    if solved.status != 0:
        return None, 0.0
    return float(solved.fun), float(whole[-4:] @ solved.x[-4:])
