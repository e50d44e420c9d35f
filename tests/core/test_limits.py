"""Both sides of limits that rules of thumb draw: what lies just inside is let be, what lies just outside is said."""

import math
import unittest
from dataclasses import replace

from ample_crumb.core.crumb.check import judge_dough
from ample_crumb.core.crumb.dials.dial import NOTHING_LEARNED
from ample_crumb.core.crumb.hazards import find_hazards
from ample_crumb.core.day.day_budget import Targets, sum_up
from ample_crumb.core.food.claims.claim import ClaimCondition
from ample_crumb.core.food.claims.gap import ClaimedAmounts, claim_gap
from ample_crumb.core.food.energy import EnergySystem
from ample_crumb.core.food.label import Label, Style, read_label
from ample_crumb.core.food.nutrients import CarbohydrateDefinition, Figures, Nutrients
from ample_crumb.core.formula.difference import FormulaState, difference
from ample_crumb.core.formula.evaluation import FormulaFigures, evaluate
from ample_crumb.core.formula.families import family_of
from ample_crumb.core.formula.formula import Line, Part
from ample_crumb.core.formula.reading import ReadingPreferences
from ample_crumb.core.production.bake_time import BakedDough, BakingConditions, bake_window
from ample_crumb.core.production.bake_yield import Weighings, bake_yield_of
from ample_crumb.core.production.portions import Portioning
from ample_crumb.core.production.production import ProductionInputs
from ample_crumb.core.production.tin_fill import tin_fill_of
from ample_crumb.core.production.tins import Tin, TinKind
from ample_crumb.core.reformulate.constraints import (
    PieceBasis,
    ReformulationModel,
    solver_variables,
    standing_constraints,
)
from ample_crumb.core.reformulate.dessert_limits import Limit
from ample_crumb.core.reformulate.handles import Grams, Moved, Present
from ample_crumb.core.reformulate.milp import solve
from ample_crumb.core.reformulate.request import ReformulationRequest
from ample_crumb.core.reformulate.search import ReformulationStatus, reformulate
from ample_crumb.core.reformulate.variables import (
    USUAL,
    AmountVariable,
    LineBounds,
    Pantry,
    candidate_variables,
    line_variables,
)
from ample_crumb.core.reformulate.wishes import Wish
from ample_crumb.core.swap.formula_in_kitchen import FormulaInKitchen
from ample_crumb.core.swap.suggestions import Aim, suggest_swaps
from ample_crumb.core.uncertainty.propagation import propagate
from tests.core.given import CUPBOARD, line_id


def evaluated(*lines: str, pieces: int = 10) -> FormulaFigures:
    return evaluate((Part("", tuple(map(Line, lines))),), pieces, CUPBOARD, ReadingPreferences())


PANTRY = Pantry(CUPBOARD, EnergySystem.STATED, NOTHING_LEARNED, frozenset())


class OfAPiece(unittest.TestCase):
    def hazards(self, *lines: str, piece: Figures | None = None, family: str = "cookie") -> dict[str, tuple[str, ...]]:
        of_lines = evaluated(*lines)
        found = find_hazards(of_lines, piece or of_lines.piece, family, "", CUPBOARD)
        return {hazard.name: hazard.lines for hazard in found}

    def test_sugar_alcohols_from_ten_grams_a_piece(self) -> None:
        # Half of the 20 g of sorbitol from which on the European notice expects laxative effects (from memory).
        for polyols_g, said in ((9.9, False), (10.0, True)):
            piece = Figures(50, Nutrients(polyols_g=polyols_g))
            self.assertEqual("sugar alcohols" in self.hazards("100 g maltitol", piece=piece), said, polyols_g)

    def test_caffeine_from_ten_milligrams(self) -> None:
        for caffeine_mg, said in ((9.9, False), (10.0, True)):
            piece = Figures(50, Nutrients(caffeine_mg=caffeine_mg))
            self.assertEqual("caffeine" in self.hazards("5 g instant coffee", piece=piece), said, caffeine_mg)

    def test_small_seeds_are_no_choking_hazard_and_whole_nuts_are(self) -> None:
        for seed in ("chia seeds", "flaxseed", "poppy seeds", "sesame seeds", "hemp hearts"):
            self.assertNotIn("choking", self.hazards(f"20 g {seed}"), seed)
        self.assertEqual(self.hazards("20 g chia seeds", "30 g hazelnuts")["choking"], ("30 g hazelnuts",))
        self.assertNotIn("choking", self.hazards("30 g hazelnuts, ground"))


class OfABatch(unittest.TestCase):
    def test_what_is_cut_off_takes_its_water_along(self) -> None:
        dough = evaluated("300 g water", "700 g wheat flour")
        water_g = dough.batch.nutrients.water_g or 0.0
        out = bake_yield_of(dough, family_of("cake"), Weighings(loss_share=0.1, trimmings_g=90))
        # 1000 g of dough lose 100 g of water and a tenth of what comes out is cut off.
        self.assertAlmostEqual(out.batch.nutrients.water_g or 0.0, (water_g - 100) * 0.9)
        self.assertAlmostEqual(out.batch.mass_g, 810)

    def test_a_tin_is_full_before_its_brim(self) -> None:
        tin, family = Tin(TinKind.SQUARE, 20, 5), replace(family_of("cake"), rise_factor=1.0, least_depth_cm=0.0)
        for share, said in ((0.94, False), (0.96, True), (1.05, True)):
            filling = tin_fill_of(2000 * share, [tin], family, 1.0)
            assert filling is not None
            self.assertEqual(bool(filling.warnings), said, share)

    def test_four_times_the_piece_takes_not_quite_twice_as_long(self) -> None:
        # A little more than its width, which goes with the cube root of the mass: practised times ask for 0.45.
        small, large = (bake_window("cookie", BakingConditions(), BakedDough(900, grams)) for grams in (30.0, 120.0))
        assert small is not None
        assert large is not None
        self.assertAlmostEqual(large.from_min / small.from_min, 4**0.45, places=6)

    def test_a_label_of_more_than_a_hundred_grams(self) -> None:
        # Six figures rounded up by half a gram make 103 g of 100.
        for carbohydrate_g, wrong in ((58.0, False), (59.5, True)):
            label = Label(Style.EUROPEAN, fat_g=25, carbohydrate_g=carbohydrate_g, protein_g=20, energy_kcal=537)
            self.assertEqual(bool(read_label(label).problems), wrong, carbohydrate_g)

    def test_a_difference_under_half_a_per_cent_is_none(self) -> None:
        def said(grams: str) -> tuple[str, ...]:
            return difference(
                FormulaState(evaluated("200 g skyr"), 1, "", ""), FormulaState(evaluated(f"{grams} g skyr"), 1, "", "")
            )

        self.assertEqual(said("200"), ())
        self.assertEqual(said("200.6"), ("200 g skyr → 200.6 g skyr",))
        self.assertEqual(len(said("203")), 1)
        self.assertRegex(said("203")[0], "200 → 203 g$")

    def test_pieces_of_a_batch_are_unequal_by_three_per_cent(self) -> None:
        # A scale of 1 g on 1,000 g, in ten pieces of 100 g: 0.1 g by weighing and 3 g by cutting.
        piece = propagate(evaluated("1000 g skyr"), CUPBOARD).piece
        self.assertAlmostEqual(piece.mass_g, math.hypot(0.1, 3.0))
        self.assertAlmostEqual(propagate(evaluated("1000 g skyr", pieces=1), CUPBOARD).piece.mass_g, 1.0)


class OfADay(unittest.TestCase):
    def test_protein_is_tight_from_45_per_cent_of_what_is_left(self) -> None:
        # 4 kcal a gram: 112 g are 44.8 % of 1,000 kcal, 113 g are 45.2 %.
        for protein_g, tight in ((112.0, False), (113.0, True)):
            self.assertIs(sum_up([], Targets(1000, protein_g)).tight, tight)


class OfSwaps(unittest.TestCase):
    def test_less_sugar_means_a_fifth_of_a_gram_at_least(self) -> None:
        def aims(pieces: int) -> set[Aim]:
            offers = suggest_swaps(evaluated("10 g sugar", pieces=pieces), CUPBOARD, EnergySystem.STATED, ())
            return {aim for offer in offers if offer.swap.target == "erythritol" for aim in offer.aims}

        # All of 10 g goes: 0.25 g a piece of 40, 0.16 g a piece of 60.
        self.assertIn(Aim.LESS_SUGAR, aims(40))
        self.assertNotIn(Aim.LESS_SUGAR, aims(60))

    def test_the_nearest_change_of_a_claim_adds_up_to_twice_a_line(self) -> None:
        # A line of 10 g brings 5 g of what is asked for; so much more has to come that the batch has `wanted`.
        def nearest(wanted: float) -> float | None:
            need = ClaimCondition(-wanted / 100, (("protein_g", 1.0),))
            line = ClaimedAmounts.in_(Figures(10, Nutrients(protein_g=5)), "1", "whey")
            batch = ClaimedAmounts.in_(Figures(100, Nutrients(protein_g=5)))
            change = claim_gap((line,), batch, (need,))
            return None if change is None else change.change_g

        self.assertIsNotNone(nearest(12.0))
        self.assertLessEqual(nearest(12.0) or 0.0, 20)
        self.assertIsNone(nearest(14.0))


class OfAGuess(unittest.TestCase):
    def guess(self, *lines: str, method: str = "Bake until set.") -> str:
        return judge_dough(evaluated(*lines), "", CUPBOARD, "", method).family

    def test_mostly_dairy_with_eggs_is_a_cheesecake(self) -> None:
        self.assertEqual(self.guess("600 g quark", "300 g milk", "4 eggs", "100 g sugar"), "baked-cheesecake")
        self.assertNotEqual(self.guess("300 g quark", "600 g milk", "4 eggs", "100 g sugar"), "baked-cheesecake")


class OfTheOptimiser(unittest.TestCase):
    LINES = ("200 g oat flour", "100 g sugar", "50 g dark chocolate", "4 g salt", "3 eggs")

    def lines(self, *holds: LineBounds) -> tuple[AmountVariable, ...]:
        figures = evaluated(*self.LINES)
        dough = judge_dough(figures, "muffin", CUPBOARD)
        return line_variables(figures, dough.dough, {hold.line_id: hold for hold in holds}, PANTRY, whole_eggs=True)

    def candidates(self, lines: tuple[AmountVariable, ...]) -> tuple[AmountVariable, ...]:
        return candidate_variables(USUAL, lines, 500, PANTRY, ())

    def model(self) -> ReformulationModel:
        lines = self.lines()
        return ReformulationModel(
            (*lines, *self.candidates(lines)),
            (),
            PieceBasis(500, 0.1, 50, True, 1.0, 1.0),
            {},
            CarbohydrateDefinition.AVAILABLE,
        )

    def test_how_far_a_line_may_go_by_itself(self) -> None:
        flour, sugar, chocolate, salt, eggs = self.lines()
        self.assertEqual((flour.low_g, flour.high_g, flour.may_go), (50, 500, False))
        self.assertEqual((sugar.low_g, sugar.high_g, sugar.may_go), (25, 250, True))
        self.assertEqual((chocolate.low_g, chocolate.high_g), (20, 75))
        self.assertEqual((salt.low_g, salt.high_g), (2.4, 5.6))
        self.assertEqual(eggs.step_g, 50)

    def test_no_more_than_three_foods_come_in_whatever_is_gained(self) -> None:
        model = replace(self.model(), mass_share=None)
        eager = [
            replace(each, cost=-1.0 if isinstance(each.handle, Present) and each.handle.amount.comes_in else 0.0)
            for each in solver_variables(model)
        ]
        solution = solve(eager, standing_constraints(model))
        came = [
            variable for variable in model.variables if variable.comes_in and solution.values[Present(variable)] > 0.5
        ]
        self.assertEqual(len(came), 3)

    def test_the_objective_is_the_documented_sum(self) -> None:
        # docs/decisions/reformulate.md: w (0.3 + 0.7 share of the dough) |x - was| / was, and 0.3 + x / dough for what
        # comes in.
        model = self.model()
        costs = {each.handle: each.cost for each in solver_variables(model)}
        for variable in model.variables:
            if variable.comes_in:
                self.assertAlmostEqual(costs[Grams(variable)] * 500, 1.0)
                self.assertAlmostEqual(costs[Present(variable)], 0.3)
            else:
                weight = {"chocolate": 2.0, "salt": 0.4}.get(variable.item.role, 1.0)
                expected = weight * (0.3 + 0.7 * variable.was_g / 500) / variable.was_g
                self.assertAlmostEqual(costs[Moved(variable)], expected)

    def test_eggs_weighed_in_grams_stay_whole_eggs(self) -> None:
        parts = (Part("", tuple(map(Line, ("200 g oat flour", "100 g egg", "150 g skyr", "60 g sugar", "30 g butter",
            "2 tsp baking powder", "2 g salt")))),)  # fmt: skip
        formula = FormulaInKitchen(
            parts, "muffin", ProductionInputs(Portioning(count=10)), (), CUPBOARD, ReadingPreferences()
        )
        answer = reformulate(
            formula, ReformulationRequest((Wish("protein_g", 5.6, at_least=True),), allowed=(), answers=1)
        ).answers[0]
        eggs_g = next(line.now_g for line in answer.lines if line.line_id == line_id(1))
        self.assertAlmostEqual(math.remainder(eggs_g, 50), 0, delta=0.01)

    def test_two_wishes_that_clash_by_whole_eggs_alone_are_both_named(self) -> None:
        lines = ("100 g egg", "100 g sugar")
        formula = FormulaInKitchen(
            (Part("", tuple(map(Line, lines))),),
            "",
            ProductionInputs(Portioning(count=1)),
            (),
            CUPBOARD,
            ReadingPreferences(),
        )
        egg = CUPBOARD.ingredients["egg"].per_100g
        sugar_kcal = CUPBOARD.ingredients["sugar"].per_100g.energy_kcal or 0
        # A little more protein than two eggs have, a little less energy than three bring: two and a half would do.
        wishes = (
            Wish("protein_g", 1.1 * (egg.protein_g or 0), at_least=True),
            Wish("energy_kcal", sugar_kcal + 1.4 * (egg.energy_kcal or 0)),
        )
        holds, any_limit = (LineBounds(line_id(1), locked=True),), frozenset(Limit)
        asked = ReformulationRequest(wishes, holds, allowed=(), mass_share=None, lifted=any_limit)
        found = reformulate(formula, asked)
        self.assertIs(found.status, ReformulationStatus.NEAREST)
        self.assertEqual(len(found.clash), 2)
        weighed = reformulate(formula, replace(asked, whole_eggs=False))
        self.assertIs(weighed.status, ReformulationStatus.MET)
