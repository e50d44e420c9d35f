"""From the doubt of each line to the bands of batch and piece, and to what weighing would gain."""

import math
from collections.abc import Callable
from dataclasses import dataclass
from operator import add
from typing import Final

from ample_crumb.core.food.cupboard import Cupboard
from ample_crumb.core.food.ingredient import Ingredient
from ample_crumb.core.food.nutrients import (
    NAMES,
    CarbohydrateDefinition,
    Figures,
    Nutrients,
    StandardUncertainty,
    carbohydrate,
    values,
)
from ample_crumb.core.formula.evaluation import FormulaFigures
from ample_crumb.core.formula.reading import ReadLine, WeighedLine
from ample_crumb.core.quantity.weighing import WeightBasis
from ample_crumb.core.uncertainty.measurement import mass_sd_g, weighed_sd_g

FOOD_SHARE: Final = 0.05
"""Natural spread of what a food holds against its table value. Common practice; lines of one food share it."""

PORTION_SHARE: Final = 0.03
"""Pieces of one batch that are unequal in size, cut or scooped with care. Common practice."""

WORTH_SAYING: Final = 0.15
"""Least share of the doubt that makes a line worth weighing."""


@dataclass(frozen=True, slots=True)
class LineUncertainty:
    """How doubtful one line is. `share` is its part of the variance of the batch's energy, 0 to 1. `weighed_sd_kcal` is
    the standard deviation of a piece's energy if this line were weighed; None when it is, or cannot be read."""

    mass_sd_g: float
    energy_sd_kcal: float
    protein_sd_g: float
    share: float
    weighed_sd_kcal: float | None


@dataclass(frozen=True, slots=True)
class Uncertainty:
    """Bands of a formula. `lines` follow its parts and lines; `worth_weighing` are the ids of the lines that are, the
    most doubtful first."""

    batch: StandardUncertainty
    piece: StandardUncertainty
    lines: tuple[LineUncertainty, ...]
    worth_weighing: tuple[str, ...]


def propagate(
    evaluated: FormulaFigures, cupboard: Cupboard, definition: CarbohydrateDefinition = CarbohydrateDefinition.AVAILABLE
) -> Uncertainty:
    """First-order bands of a formula: with m the grams and c the content of each line,

        var(sum) = sum over lines (c sd(m))^2 + sum over foods (sum of m sd(c) over the food's lines)^2

    because each line is measured anew while the lines of one food share what is in it; sd(c) is `FOOD_SHARE` of c, or
    the rounding of the product's label. A line that has not said which of several foods it means adds how far the
    farthest of them lies from the one that stands for it. A piece adds `PORTION_SHARE` of itself when there are
    several. Carbohydrate is counted by `definition`. Unread lines bring nothing: the band is that of what was read.
    """
    lines = tuple(evaluated.lines())
    figures = [line.weighed.figures if line.weighed else None for line in lines]
    items = [cupboard.ingredients[line.ingredient.slug] if line.ingredient else None for line in lines]
    measured = [_measured(line, item) for line, item in zip(lines, items, strict=True)]
    foods = [item.slug if item else "" for item in items]
    held = [line.once(_HELD[definition]) for line in lines]
    contents = [_contents(own, each, item) for own, each, item in zip(held, figures, items, strict=True)]
    of_food: dict[str, tuple[float, ...]] = {}
    for content, food in zip(contents, foods, strict=True):
        before = of_food.get(food)
        of_food[food] = content if before is None else tuple(map(add, before, content))
    by_measuring = [
        _with_what_else(tuple(value * share for value in own), own, line, definition)
        for own, share, line in zip(held, measured, lines, strict=True)
    ]
    sds = [math.hypot(*column) for column in zip(*by_measuring, *of_food.values(), strict=True)]
    mass_sds = [_mass_sd_g(line, share) for line, share in zip(lines, measured, strict=True)]
    mass_sd = math.hypot(*mass_sds)
    batch = StandardUncertainty(mass_sd, Nutrients(*sds) if sds else Nutrients(*_NOTHING))
    piece = _piece(batch, evaluated, definition)
    whole = sds[_ENERGY] ** 2 if sds else 0.0
    uncertainties = tuple(
        LineUncertainty(
            mass_sd_g=mass,
            energy_sd_kcal=math.hypot(measuring[_ENERGY], content[_ENERGY]),
            protein_sd_g=math.hypot(measuring[_PROTEIN], content[_PROTEIN]),
            # What the lines of one food share is parted among them by how much each has of it.
            share=(measuring[_ENERGY] ** 2 + content[_ENERGY] * of_food[food][_ENERGY]) / whole if whole else 0.0,
            # A scale does not tell which food it is.
            weighed_sd_kcal=None
            if line.open_alternatives
            else _weighed(line.weighed, share, piece, evaluated.piece_count),
        )
        if line.weighed
        else LineUncertainty(0.0, 0.0, 0.0, 0.0, None)
        for line, food, share, mass, measuring, content in zip(
            lines, foods, measured, mass_sds, by_measuring, contents, strict=True
        )
    )
    ranked = sorted(range(len(uncertainties)), key=lambda place: -uncertainties[place].share)
    weigh = tuple(
        lines[place].id
        for place in ranked[:2]
        if uncertainties[place].weighed_sd_kcal is not None and uncertainties[place].share >= WORTH_SAYING
    )
    return Uncertainty(batch, piece, uncertainties, weigh)


def _measured(line: ReadLine, item: Ingredient | None) -> float:
    """The doubt of a line's grams as a share of them."""
    if line.weighed is None or item is None:
        return 0.0
    return mass_sd_g(line.weighed, item) / line.weighed.mass_g


def _mass_sd_g(line: ReadLine, share: float) -> float:
    """The doubt of a line's grams, and of which of several foods goes in."""
    if line.weighed is None:
        return 0.0
    own = line.weighed.mass_g
    others = (abs(alternative.weighed.mass_g - own) for alternative in line.open_alternatives if alternative.weighed)
    return math.hypot(share * own, max(others, default=0.0))


def _with_what_else(
    measuring: tuple[float, ...], own: tuple[float, ...], line: ReadLine, definition: CarbohydrateDefinition
) -> tuple[float, ...]:
    """The doubt of measuring a line, and of which of several foods it is."""
    if line.weighed is None or not line.open_alternatives:
        return measuring
    others = [
        _held(alternative.weighed.figures, definition) for alternative in line.open_alternatives if alternative.weighed
    ]
    return tuple(
        math.hypot(sd, max((abs(other[place] - value) for other in others), default=0.0))
        for place, (sd, value) in enumerate(zip(measuring, own, strict=True))
    )


def _held(figures: Figures | None, definition: CarbohydrateDefinition) -> tuple[float, ...]:
    """What a line holds of each nutrient of `NAMES`, carbohydrate by school."""
    if figures is None:
        return _NOTHING
    own = [value or 0.0 for value in values(figures.nutrients)]
    own[_CARBOHYDRATE] = carbohydrate(figures.nutrients, definition) or 0.0
    return tuple(own)


def _contents(held: tuple[float, ...], figures: Figures | None, item: Ingredient | None) -> tuple[float, ...]:
    """How doubtful what a line holds is, its grams taken as known: by the label of a product, else by the natural
    spread of a food."""
    if figures is None or item is None or item.sd_per_100g is None:
        return tuple(FOOD_SHARE * value for value in held)
    return tuple((sd or 0.0) * figures.mass_g / 100 for sd in values(item.sd_per_100g))


def _held_by(definition: CarbohydrateDefinition) -> Callable[[ReadLine], tuple[float, ...]]:
    return lambda line: _held(line.weighed.figures if line.weighed else None, definition)


_HELD: Final = {definition: _held_by(definition) for definition in CarbohydrateDefinition}
"""A line that is remembered keeps what it holds, by each way to count."""

_NOTHING: Final = (0.0,) * len(NAMES)
_ENERGY: Final = NAMES.index("energy_kcal")
_PROTEIN: Final = NAMES.index("protein_g")
_CARBOHYDRATE: Final = NAMES.index("carbohydrate_g")


def _piece(
    batch: StandardUncertainty, evaluated: FormulaFigures, definition: CarbohydrateDefinition
) -> StandardUncertainty:
    if evaluated.piece_count == 1:
        return batch
    one, own = batch.times(1 / evaluated.piece_count), evaluated.piece

    def with_portion(sd: float | None, value: float) -> float:
        return math.hypot(sd or 0.0, PORTION_SHARE * value)

    return StandardUncertainty(
        with_portion(one.mass_g, own.mass_g),
        Nutrients(*map(with_portion, values(one.nutrients), _held(own, definition))),
    )


def _weighed(line: WeighedLine, share: float, piece: StandardUncertainty, pieces: float) -> float | None:
    """Standard deviation of a piece's energy if the line, whose grams are now known to `share`, were weighed."""
    if line.basis is WeightBasis.WEIGHED and not line.used_by_eye:
        return None
    energy = line.figures.nutrients.energy_kcal or 0.0
    on_scale_kcal = energy * weighed_sd_g(line.mass_g) / line.mass_g
    gain = max(0.0, (share * energy) ** 2 - on_scale_kcal**2) / pieces**2
    return math.sqrt(max(0.0, (piece.nutrients.energy_kcal or 0.0) ** 2 - gain))
