"""When to look at pieces of each size that lie on trays together."""

from collections.abc import Sequence
from dataclasses import dataclass, replace
from typing import Final

from ample_crumb.core.food.cupboard import Cupboard
from ample_crumb.core.formula.evaluation import FormulaFigures
from ample_crumb.core.production.bake_time import bake_window
from ample_crumb.core.production.baked_dough import baked_dough_of
from ample_crumb.core.production.production import Production, ProductionInputs, baking_vessel
from ample_crumb.core.production.tray_loads import ON_TRAYS

_UNLIKE: Final = 1.2
"""Pieces that differ by less are done together. Common practice."""


@dataclass(frozen=True, slots=True)
class LotWindow:
    """When to look at so many pieces of `piece_g` of dough each."""

    piece_count: int
    piece_g: float
    from_min: float
    until_min: float


def lot_windows(
    sizes: Sequence[tuple[int, float]],
    family_slug: str,
    making: ProductionInputs,
    made: Production,
    evaluated: FormulaFigures,
    cupboard: Cupboard,
) -> tuple[LotWindow, ...]:
    """The window of each size, a count and its g of dough, the first done first; none for what does not lie free."""
    if made.bake_window is None or family_slug not in ON_TRAYS:
        return ()
    vessel = baking_vessel(family_slug, making, made.bake_yield, made.portions, made.tins)
    dough = baked_dough_of(evaluated, made.bake_yield, made.portions, vessel, cupboard)
    in_oven_share = made.bake_yield.in_oven_g / made.bake_yield.dough_g
    found = []
    for count, piece_g in sizes:
        window = bake_window(family_slug, making.conditions, replace(dough, piece_g=piece_g * in_oven_share))
        if window is not None:
            found.append(LotWindow(count, piece_g, window.from_min, window.until_min))
    return tuple(sorted(found, key=lambda each: each.from_min))


def apart_by_size(windows: Sequence[LotWindow]) -> tuple[LotWindow, ...]:
    """These windows where sizes are unlike enough to come out apart; none otherwise."""
    grams = [window.piece_g for window in windows]
    return tuple(windows) if len(grams) > 1 and max(grams) >= _UNLIKE * min(grams) else ()
