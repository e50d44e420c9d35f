"""Portioning at the bowl: what the pieces come to as they are shaped, and how to shape them for what is wished."""

import math
from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from enum import StrEnum
from typing import Annotated, Final

from ample_crumb.core.bounds import LEAST, Between, Items
from ample_crumb.core.food.quick_reference import DISHERS
from ample_crumb.core.problem import CannotUse
from ample_crumb.core.production.tins import DISCS, Tin
from ample_crumb.core.quantity.units import MeasureSystem, measure_size
from ample_crumb.core.quantity.weighing import MOST_G
from ample_crumb.core.quantity.written_yield import MOST_PIECES


class WishedBy(StrEnum):
    """What a piece is wished by."""

    COUNT = "count"
    GRAMS = "grams"
    ENERGY = "kcal"


@dataclass(frozen=True, slots=True)
class PieceWish:
    """A wish for a number of pieces, for pieces of a mass of dough [g], or of at most an energy [kcal]."""

    by: WishedBy
    amount_count: Annotated[float, Between(LEAST, MOST_G)]


@dataclass(frozen=True, slots=True)
class Bowl:
    """What is there to portion: `dough_g` in the bowl; `energy_kcal` and `protein_g` of all that comes of it, with what
    is put on afterwards; `eaten_g` is what it all weighs in the end. `density_g_per_ml` of the dough."""

    dough_g: float
    energy_kcal: float
    protein_g: float
    eaten_g: float
    density_g_per_ml: float


Weights = Annotated[tuple[Annotated[float, Between(LEAST, MOST_G)], ...], Items(12)]


@dataclass(frozen=True, slots=True)
class PortionPlan:
    """A number of pieces of one mass of dough, with the figures of a piece; `rest_g` of dough stays over."""

    piece_count: int
    piece_dough_g: float
    piece_g: float
    energy_kcal: float
    protein_g: float
    rest_g: float


@dataclass(frozen=True, slots=True)
class Portioned:
    """The pieces as they run, None while none was weighed, and as they are wished; the disher that comes nearest to the
    wish, its number and what it holds. `sentence` says it."""

    running: PortionPlan | None
    wished: PortionPlan
    disher: int
    disher_g: float
    sentence: str


def portion(bowl: Bowl, wish: PieceWish, weights_g: Sequence[float] = ()) -> Portioned:
    """What is wished, and what the first pieces say. Raises CannotUse where it cannot be."""
    if bowl.dough_g <= 0:
        raise CannotUse("There is no dough to portion yet.")
    wished = _planned(bowl, _wished_g(bowl, wish))
    number = nearest_disher(wished.piece_dough_g, bowl.density_g_per_ml)
    disher_g = disher_ml(number) * bowl.density_g_per_ml
    running = None
    if weights_g:
        mean_g = sum(weights_g) / len(weights_g)
        if max(weights_g) > bowl.dough_g:
            raise CannotUse(f"One piece of {max(weights_g):.0f} g is more than the {bowl.dough_g:.0f} g of dough.")
        running = _planned(bowl, mean_g)
    return Portioned(running, wished, number, disher_g, _sentence(wished, running))


def _wished_g(bowl: Bowl, wish: PieceWish) -> float:
    """Grams of dough of a piece."""
    if wish.by is WishedBy.COUNT:
        count = round(wish.amount_count)
        if not 1 <= count <= MOST_PIECES:
            raise CannotUse(f"A batch makes from 1 to {MOST_PIECES:,} pieces.")
        return bowl.dough_g / count
    if wish.by is WishedBy.GRAMS:
        if wish.amount_count > bowl.dough_g:
            raise CannotUse(f"There are {bowl.dough_g:.0f} g of dough, less than one such piece.")
        return wish.amount_count
    if bowl.energy_kcal <= 0:
        raise CannotUse("Nobody knows its energy yet; let its lines be read first.")
    # At most so much: the fewest pieces that keep to it, all alike.
    count = math.ceil(bowl.energy_kcal / wish.amount_count - 1e-9)
    if count > MOST_PIECES:
        raise CannotUse(f"That would be more than {MOST_PIECES:,} pieces.")
    return bowl.dough_g / max(1, count)


def _planned(bowl: Bowl, piece_dough_g: float) -> PortionPlan:
    count = math.floor(bowl.dough_g / piece_dough_g + 1e-9)
    share = piece_dough_g / bowl.dough_g
    return PortionPlan(
        piece_count=count,
        piece_dough_g=piece_dough_g,
        piece_g=share * bowl.eaten_g,
        energy_kcal=share * bowl.energy_kcal,
        protein_g=share * bowl.protein_g,
        rest_g=max(0.0, bowl.dough_g - count * piece_dough_g),
    )


def _sentence(wished: PortionPlan, running: PortionPlan | None) -> str:
    want = f"{wished.piece_count} at {wished.energy_kcal:.0f}"
    if running is None:
        return f"Pieces of {_g(wished.piece_dough_g)} g make {wished.piece_count}, {wished.energy_kcal:.0f} kcal each."
    if abs(running.piece_dough_g / wished.piece_dough_g - 1) < _ALIKE:
        return f"These run {_g(running.piece_dough_g)} g, as wished: {want} kcal."
    now = f"{running.piece_count} at {running.energy_kcal:.0f} kcal"
    scoop = f"a {_g(wished.piece_dough_g)} g scoop makes {wished.piece_count}"
    return f"These run {_g(running.piece_dough_g)} g: {now}, not {want}; {scoop}."


_ALIKE: Final = 0.02


def _g(grams: float) -> str:
    return f"{grams:.0f}" if grams >= 10 else f"{grams:.1f}"


def disher_ml(number: int) -> float:
    """What a level disher of that number holds: as many of them as its number make a US quart."""
    return measure_size("quart", MeasureSystem.US) / number


def nearest_disher(piece_g: float, density_g_per_ml: float) -> int:
    """The disher in use that comes nearest to so much dough, by ratio."""
    return min(DISHERS, key=lambda number: abs(math.log(disher_ml(number) * density_g_per_ml / piece_g)))


@dataclass(frozen=True, slots=True)
class CutGrid:
    """A slab cut in `row_count` by `column_count` pieces, each `length_cm` by `width_cm`, with what one brings."""

    row_count: int
    column_count: int
    length_cm: float
    width_cm: float
    piece: PortionPlan


_LONGEST_RATIO: Final = 2.2
"""Longer strips than this break. Common practice."""

_MOST_CUTS: Final = 20


def cut_grids(bowl: Bowl, tin: Tin, wish: PieceWish, most: int = 3) -> tuple[CutGrid, ...]:
    """Up to `most` ways to cut a slab with four sides for what is wished, the nearest and squarest first. By energy
    none of them has more than that. Raises CannotUse for a round tin, and where no grid comes near."""
    if tin.kind in DISCS:
        raise CannotUse("What is round is cut in wedges, not in a grid.")
    wanted = bowl.dough_g / _wished_g(bowl, wish)
    width = tin.width_cm or tin.length_cm
    found = []
    for rows, columns in _grids():
        count = rows * columns
        if wish.by is WishedBy.ENERGY and count < wanted - 1e-6:
            continue
        sides = sorted((tin.length_cm / rows, width / columns))
        if sides[1] / sides[0] > _LONGEST_RATIO or sides[0] < 1:
            continue
        found.append((abs(math.log(count / wanted)) + 0.15 * math.log(sides[1] / sides[0]), rows, columns))
    near = [each for each in sorted(found) if each[0] < _FAR]
    if not near:
        raise CannotUse(f"No grid cuts this into about {wanted:.0f} pieces; take another tin or another wish.")
    return tuple(
        CutGrid(rows, columns, tin.length_cm / rows, width / columns, _planned(bowl, bowl.dough_g / (rows * columns)))
        for _, rows, columns in near[:most]
    )


_FAR: Final = 0.5


def _grids() -> Iterator[tuple[int, int]]:
    return ((rows, columns) for rows in range(1, _MOST_CUTS + 1) for columns in range(1, _MOST_CUTS + 1))


@dataclass(frozen=True, slots=True)
class Layering:
    """A batter parted into `layer_count` layers by weight: `layer_g` of it each, `height_cm` high in its tin and
    `risen_cm` baked. Of what is put on, `frosting_g` go on each of the `frosted_count` places."""

    layer_count: int
    layer_g: float
    height_cm: float
    risen_cm: float
    frosted_count: int
    frosting_g: float


def layers_of(
    dough_g: float, density_g_per_ml: float, rise_factor: float, tin: Tin, layers: int, frosting_g: float = 0.0
) -> Layering:
    """A batter in so many tins of one kind, and what is put on parted over them, the sides not counted. Raises
    CannotUse."""
    if dough_g <= 0:
        raise CannotUse("There is no dough to part yet.")
    if not 1 <= layers <= 12:
        raise CannotUse("From 1 to 12 layers.")
    layer_g = dough_g / layers
    height = tin.height_cm(layer_g / density_g_per_ml)
    if height > tin.depth_cm:
        raise CannotUse(f"{layer_g:.0f} g stand {height:.1f} cm high, and the tin is {tin.depth_cm:g} cm deep.")
    return Layering(layers, layer_g, height, height * rise_factor, layers, frosting_g / layers)
