"""What closes the rest of a day: an integer program over the pieces and foods that there are.

Protein is to be reached within the energy that is left, with two scoops of powder at the most. Of all that do it those
are best with the fewest pieces, then those that use what expires first, then those that are of more than one thing and
not of what the day had already; one weighted sum holds these aims in their order, each weight larger than all that come
after it can be together. Solved with CP-SAT, with one thread and a fixed seed, so that the same day has the same
answer.
"""

import math
from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from enum import StrEnum
from statistics import NormalDist
from typing import Any, Final

from ample_crumb.core.day.powder import MOST_POWDER_G
from ample_crumb.core.problem import CannotUse

MOST_FOODS: Final = 200
MOST_PIECES: Final = 10
"""Most of one thing where nobody said how much there is."""

WAYS: Final = 3
"""So many answers are given where there are so many."""

MOST_OF_ONE_G: Final = 750.0
"""More of one thing is no way to close a day: three tubs of curd cheese at a sitting. Common practice."""

SURE: Final = 0.95
"""How sure "sure to stay under" is."""

_PER_UNIT: Final = 10_000
"""The program counts in ten-thousandths of a kcal and of a gram, so that rounding decides nothing."""

_PER_GRAM: Final = 10
_PER_SURE_UNIT: Final = 10
_SURE_PER_UNIT: Final = 1000
"""Where squares are compared tenths of a kcal do, and thousandths of the factor that makes it sure."""


class FillStatus(StrEnum):
    """Whether protein is reached within the energy, or what comes nearest."""

    MET = "met"
    NEAREST = "nearest"


@dataclass(frozen=True, slots=True)
class FillFood:
    """Something at hand: what a piece of it brings [kcal, g], the standard uncertainty of its energy [kcal], how many
    pieces there are (None: enough), in how many hours from any zero it is to be eaten (None: it keeps), whether the
    day had of it already, and whether it is had whole, whatever the steps of other things. `piece_g` is what a piece
    weighs, 0 where nobody knows, and `powder_g` how much protein powder is in it [g]."""

    key: str
    energy_kcal: float
    protein_g: float
    energy_sd_kcal: float = 0.0
    available_count: float | None = None
    eat_by_h: float | None = None
    eaten: bool = False
    whole: bool = False
    piece_g: float = 0.0
    powder_g: float = 0.0

    def step_count(self, step: float) -> float:
        """Returns the steps in which a thing is taken where others are taken in these."""
        return max(1.0, step) if self.whole else step


@dataclass(frozen=True, slots=True)
class DayRoom:
    """What is left of a day [kcal, g]; `energy_sd_kcal` is how uncertain what was eaten is. With `sure` the whole day
    stays under its energy with a probability of at least `SURE`."""

    energy_kcal: float
    protein_g: float
    energy_sd_kcal: float = 0.0
    sure: bool = False


@dataclass(frozen=True, slots=True)
class FillAnswer:
    """The number of pieces of each thing, by its key, what they bring together [kcal, g], and how sure it is, from 0 to
    1, that the day stays under its energy with them."""

    portions: tuple[tuple[str, float], ...]
    energy_kcal: float
    protein_g: float
    sure_share: float


@dataclass(frozen=True, slots=True)
class Fill:
    """Up to `WAYS` answers, the best first, and what is to be said of them in a sentence."""

    status: FillStatus
    answers: tuple[FillAnswer, ...]
    sentence: str


def fill_day(foods: Sequence[FillFood], room: DayRoom, step: float = 1.0) -> Fill:
    """What closes a day, in steps of so many pieces. Where nothing does, what comes nearest without going over.

    What is taken of one thing shares its errors, different things err apart (see `combine_sds`). Raises CannotUse for
    more than `MOST_FOODS`.
    """
    if len(foods) > MOST_FOODS:
        raise CannotUse(f"Up to {MOST_FOODS} things are looked through at once, not {len(foods):,}.")
    if room.protein_g <= 0:
        return Fill(FillStatus.MET, (_answer((), room),), "The protein of the day is found; nothing has to be added.")
    program = _Program(foods, room, step)
    wanted = math.ceil(round(room.protein_g * _PER_UNIT, 3))
    counts = program.best(wanted)
    met = counts is not None
    if not met:
        wanted = program.most_protein()
        counts = program.best(wanted) if wanted > 0 else None
    answers = []
    while counts is not None:
        taken = [(food, count * food.step_count(step)) for food, count in zip(foods, counts, strict=True)]
        answers.append(_answer(taken, room))
        if len(answers) == WAYS:
            break
        program.do_without(counts)
        counts = program.best(wanted)
    status = FillStatus.MET if met else FillStatus.NEAREST
    return Fill(status, tuple(answers), "" if met else _nearest(answers, foods, room, step))


class _Program:
    """The program of a day: whole numbers of steps, and whether a thing is in at all."""

    def __init__(self, foods: Sequence[FillFood], room: DayRoom, step: float) -> None:
        # Its library takes most of a second to load.
        from ortools.sat.python import cp_model

        self.cp: Any = cp_model
        self.model: Any = cp_model.CpModel()
        self.steps = [self.model.new_int_var(0, _most(food, room, step), food.key) for food in foods]
        self.present = [self.model.new_bool_var(f"{food.key} is in") for food in foods]
        for steps, present in zip(self.steps, self.present, strict=True):
            self.model.add(steps >= 1).only_enforce_if(present)
            self.model.add(steps == 0).only_enforce_if(present.negated())
        self.protein = self._sum(round(food.protein_g * food.step_count(step) * _PER_UNIT) for food in foods)
        self.energy = self._sum(round(food.energy_kcal * food.step_count(step) * _PER_UNIT) for food in foods)
        self.model.add(self.energy <= math.floor(round(max(0.0, room.energy_kcal) * _PER_UNIT, 3)))
        self.model.add(
            self._sum(round(food.powder_g * food.step_count(step) * _PER_GRAM) for food in foods)
            <= round(MOST_POWDER_G * _PER_GRAM)
        )
        if room.sure:
            self._stay_surely_under(foods, room, step)
        self.aim = self._aim(foods, step)

    def _sum(self, coefficients: Iterable[int]) -> Any:
        return self.cp.LinearExpr.weighted_sum(self.steps, list(coefficients))

    def _stay_surely_under(self, foods: Sequence[FillFood], room: DayRoom, step: float) -> None:
        """The square of what is left is at least that of the factor times all variances."""
        factor = math.ceil(NormalDist().inv_cdf(SURE) ** 2 * _SURE_PER_UNIT)
        left_most = max(0, math.floor(room.energy_kcal * _PER_SURE_UNIT))
        left = self.model.new_int_var(0, left_most, "left")
        energies = [math.ceil(round(food.energy_kcal * food.step_count(step) * _PER_SURE_UNIT, 6)) for food in foods]
        self.model.add(left == left_most - self._sum(energies))
        left_squared = self.model.new_int_var(0, left_most**2, "left squared")
        self.model.add_multiplication_equality(left_squared, [left, left])
        variances = [math.ceil(room.energy_sd_kcal * _PER_SURE_UNIT) ** 2]
        for food, steps in zip(foods, self.steps, strict=True):
            most = _most(food, room, step)
            sd = math.ceil(round(food.energy_sd_kcal * food.step_count(step) * _PER_SURE_UNIT, 6))
            if sd and most:
                squared = self.model.new_int_var(0, most**2, f"{food.key} squared")
                self.model.add_multiplication_equality(squared, [steps, steps])
                variances.append(sd**2 * squared)
        self.model.add(_SURE_PER_UNIT * left_squared >= factor * sum(variances))

    def _aim(self, foods: Sequence[FillFood], step: float) -> Any:
        """Fewest pieces, then what expires first, then more than one thing that the day did not have."""
        moments = sorted({food.eat_by_h for food in foods if food.eat_by_h is not None})
        ranks = [len(moments) if food.eat_by_h is None else moments.index(food.eat_by_h) for food in foods]
        most_steps = sum(
            self.model.proto.variables[steps.index].domain[1] * round(food.step_count(step) / step)
            for food, steps in zip(foods, self.steps, strict=True)
        )
        few, late = 2 * len(foods) + 1, (2 * len(foods) + 1) * (len(moments) * most_steps + 1)
        return self.cp.LinearExpr.weighted_sum(
            [*self.steps, *self.present],
            [round(food.step_count(step) / step) * (late + few * rank) for food, rank in zip(foods, ranks, strict=True)]
            + [1 if food.eaten else -1 for food in foods],
        )

    def best(self, protein: int) -> list[int] | None:
        """How many steps of each thing are best of those that bring the protein; None where none do."""
        model = self.model.clone()
        model.add(self.protein >= protein)
        model.minimize(self.aim)
        solver = self._solved(model)
        return None if solver is None else [solver.value(steps) for steps in self.steps]

    def most_protein(self) -> int:
        """The most protein within the energy, in units of the program."""
        model = self.model.clone()
        model.maximize(self.protein)
        solver = self._solved(model)
        return 0 if solver is None else round(solver.objective_value)

    def do_without(self, counts: Sequence[int]) -> None:
        """Forbids the answer before: at least one of its things is left out from now on."""
        self.model.add_bool_or([here.negated() for here, count in zip(self.present, counts, strict=True) if count])

    def _solved(self, model: Any) -> Any:
        solver = self.cp.CpSolver()
        solver.parameters.num_workers, solver.parameters.random_seed = 1, 1
        solver.parameters.max_deterministic_time = 5.0
        found = solver.solve(model) in (self.cp.OPTIMAL, self.cp.FEASIBLE)
        return solver if found else None


def _most(food: FillFood, room: DayRoom, step: float) -> int:
    """Most steps of a thing: as many as there are and as many as the energy has room for."""
    there = MOST_PIECES if food.available_count is None else food.available_count
    taken = food.step_count(step)
    if food.piece_g > 0:
        there = min(there, max(1.0, MOST_OF_ONE_G / food.piece_g))
    most = math.floor(there / taken + 1e-9)
    if food.energy_kcal > 0:
        most = min(most, math.floor(max(0.0, room.energy_kcal) / (food.energy_kcal * taken) + 1e-9))
    return max(0, most)


def _answer(taken: Sequence[tuple[FillFood, float]], room: DayRoom) -> FillAnswer:
    within = [(food, count) for food, count in taken if count > 0]
    energy = sum(food.energy_kcal * count for food, count in within)
    sd = math.hypot(room.energy_sd_kcal, *(food.energy_sd_kcal * count for food, count in within))
    left = room.energy_kcal - energy
    sure = NormalDist().cdf(left / sd) if sd > 0 else float(left >= -1e-6)
    return FillAnswer(
        portions=tuple((food.key, count) for food, count in within),
        energy_kcal=energy,
        protein_g=sum(food.protein_g * count for food, count in within),
        sure_share=sure,
    )


def _nearest(answers: Sequence[FillAnswer], foods: Sequence[FillFood], room: DayRoom, step: float) -> str:
    """What is missing, and what it would take to reach the protein all the same."""
    if room.energy_kcal <= 0:
        return "The day has no energy left; nothing is added within it."
    if not answers:
        return f"Nothing here brings protein within {room.energy_kcal:,.0f} kcal."
    missing = room.protein_g - answers[0].protein_g
    sentence = f"Nothing here closes the day: this comes nearest, with {missing:.0f} g of protein still to find."
    if missing < 1:
        sentence = "Nothing here closes the day: this comes nearest, less than 1 g of protein short."
    more = _least_energy(foods, room, step)
    if more is None:
        return f"{sentence} All that is here together does not bring it."
    if more > room.energy_kcal:
        return f"{sentence} To find it all takes {more - room.energy_kcal:,.0f} kcal more than are left."
    return f"{sentence} It could be found, though not surely within the energy."


def _least_energy(foods: Sequence[FillFood], room: DayRoom, step: float) -> float | None:
    """The least energy that brings the protein [kcal], None where all there is does not."""
    densest = sum(
        food.energy_kcal * (MOST_PIECES if food.available_count is None else food.available_count) for food in foods
    )
    program = _Program(foods, DayRoom(densest + 1, room.protein_g), step)
    program.aim = program.energy
    counts = program.best(math.ceil(round(room.protein_g * _PER_UNIT, 3)))
    if counts is None:
        return None
    return sum(food.energy_kcal * count * food.step_count(step) for food, count in zip(foods, counts, strict=True))
