"""Linear and mixed-integer programs against textbook problems with known answers, and against scipy.

The diet problem of Winston, Operations Research: Applications and Algorithms, section 3.4 (from memory): four sweets
with energy, chocolate, sugar and fat, at least 500, 6, 10 and 8 of them, cost 90 at best. The feed blend of Taha,
Operations Research: An Introduction, section 2.2.2 (from memory): 470.6 of corn and 329.4 of soybean meal for 437.64.
The product mix of Hillier and Lieberman, Introduction to Operations Research (from memory): 3 x + 5 y within x <= 4, 2
y <= 12, 3 x + 2 y <= 18 is 36 at (2, 6). Random programs, and random formulas, are solved once more by scipy's own
formulation with HiGHS."""

import random
import unittest

import numpy
from scipy import optimize
from scipy.optimize import Bounds, linprog, milp

from ample_crumb.core.crumb.dials.dial import NOTHING_LEARNED
from ample_crumb.core.crumb.dough import dough_of
from ample_crumb.core.day.fill import DayRoom, FillFood, FillStatus, fill_day
from ample_crumb.core.food.cupboard import reference_cupboard
from ample_crumb.core.food.energy import EnergySystem
from ample_crumb.core.food.nutrients import CarbohydrateDefinition
from ample_crumb.core.formula.evaluation import evaluate
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
from ample_crumb.core.reformulate.milp import GAP, LinearConstraint, Status, Variable, solve
from ample_crumb.core.reformulate.variables import LineBounds, Pantry, line_variables
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
        pantry = Pantry(CUPBOARD, EnergySystem.STATED, NOTHING_LEARNED, frozenset())
        foods = ("oat_flour", "skyr", "almond_flour", "banana", "white_beans_canned", "quark_0", "rolled_oats")
        for number in range(22):
            chosen = made.sample(foods, made.randint(3, 6))
            was = numpy.array([float(made.randint(60, 300)) for _ in chosen])
            kcal = numpy.array([CUPBOARD.ingredients[slug].per_100g.energy_kcal or 0 for slug in chosen]) / 100
            aim = float(kcal @ was) / 10 * made.uniform(0.8, 0.99)
            parts = (Part("", tuple(Line(f"{g:g} g it", slug) for slug, g in zip(chosen, was, strict=True))),)
            # A bound of one's own on each line, and no dials, so that the program is this one and no other.
            holds = {
                line_id(place): LineBounds(line_id(place), low_g=0.3 * g, high_g=2 * g) for place, g in enumerate(was)
            }
            evaluated = evaluate(parts, 10, CUPBOARD, ReadingPreferences())
            variables = line_variables(evaluated, dough_of(evaluated, CUPBOARD), holds, pantry, whole_eggs=True)
            piece = PieceBasis(was.sum(), 0.1, was.sum() / 10, counted=True, baked_share=1, kept_share=1)
            model = ReformulationModel(variables, (), piece, {}, CarbohydrateDefinition.AVAILABLE)
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
