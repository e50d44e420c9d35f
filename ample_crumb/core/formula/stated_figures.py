"""What a text says of itself held against what its lines come to, with the likeliest reason of a difference."""

from collections.abc import Iterator
from dataclasses import dataclass, fields
from typing import Final

from ample_crumb.core.food.nutrients import CarbohydrateDefinition, Figures, carbohydrate
from ample_crumb.core.formula.evaluation import FormulaFigures
from ample_crumb.core.quantity.stated_figures import NOTHING_STATED, StatedFigures

_NEAR_SHARE, _NEAR_KCAL, _NEAR_G = 0.07, 6.0, 0.8
"""Within these a stated figure and ours agree: pages round, and cups differ. Common practice."""

_FITS_SHARE: Final = 0.04
"""Within this a reason explains a stated energy."""

_MOST_PIECES: Final = 200
_POLYOL_KCAL_PER_G: Final = 4.0
"""What a sugar alcohol is counted as by who takes it for sugar."""


@dataclass(frozen=True, slots=True)
class StatedFigure:
    """A figure of a piece as the text states it, and as its lines make it; None where they do not tell. `agrees` within
    what pages round."""

    name: str
    stated: float
    ours: float | None
    agrees: bool


@dataclass(frozen=True, slots=True)
class StatedComparison:
    """All stated figures, and a sentence on why the energy differs; empty where it does not, or is not stated."""

    figures: tuple[StatedFigure, ...]
    reason: str


def compare_stated(stated: StatedFigures, evaluated: FormulaFigures, piece: Figures) -> StatedComparison | None:
    """The stated figures beside those of a piece as it is eaten; None where the text states none."""
    if stated == NOTHING_STATED:
        return None
    figures = tuple(_figures(stated, piece))
    energy = next((figure for figure in figures if figure.name == "energy_kcal"), None)
    reason = (
        "" if energy is None or energy.agrees or not energy.ours else _reason(energy.stated, evaluated, energy.ours)
    )
    return StatedComparison(figures, reason)


def _figures(stated: StatedFigures, piece: Figures) -> Iterator[StatedFigure]:
    for field in fields(StatedFigures):
        value = getattr(stated, field.name)
        if value is None:
            continue
        if field.name == "net_carbohydrate_g":
            ours = carbohydrate(piece.nutrients, CarbohydrateDefinition.NET_OF_POLYOLS)
        else:
            ours = getattr(piece.nutrients, field.name)
        least = _NEAR_KCAL if field.name == "energy_kcal" else _NEAR_G
        agrees = ours is not None and abs(ours - value) <= max(least, _NEAR_SHARE * value)
        yield StatedFigure(field.name, value, ours, agrees)


def _reason(stated: float, evaluated: FormulaFigures, ours: float) -> str:
    """The first of the usual reasons that makes our energy the stated one."""
    batch = evaluated.batch.nutrients.energy_kcal or 0.0
    each = ours / batch if batch else 0.0

    def fits(kcal: float) -> bool:
        return kcal > 0 and abs(kcal - stated) <= _FITS_SHARE * stated

    if stated > ours and evaluated.unread:
        return "Most likely for a line that could not be read: what it brings is missing here."
    beside = [part for part in evaluated.parts if part.options.unbaked or part.options.optional]
    for left_out in (*([part] for part in beside), beside):
        without = sum(part.figures.nutrients.energy_kcal or 0.0 for part in left_out)
        if left_out and fits((batch - without) * each):
            names = " and ".join(part.name.lower() or "a part" for part in left_out)
            return f"Most likely the text counts it without the {names}."
    polyols = evaluated.batch.nutrients.polyols_g or 0.0
    if polyols and fits((batch + _POLYOL_KCAL_PER_G * polyols) * each):
        return "Most likely the text counts the sugar alcohols as sugar."
    fibre = evaluated.batch.nutrients.fibre_g or 0.0
    for kcal_per_g in (-2.0, 2.0):
        if fibre and fits((batch + kcal_per_g * fibre) * each):
            as_what = "no energy for fibre" if kcal_per_g < 0 else "fibre like sugar, 4 kcal a g"
            return f"Most likely the text counts {as_what}."
    count = round(evaluated.piece_count * ours / stated)
    if 1 <= count <= _MOST_PIECES and count != evaluated.piece_count and fits(ours * evaluated.piece_count / count):
        return f"It fits {count} pieces instead of {evaluated.piece_count:g}."
    for line, weighed in evaluated.weighed_lines():
        if fits((batch - (weighed.figures.nutrients.energy_kcal or 0.0)) * each):
            return f"It fits without “{line.text}”."
    return "None of the usual reasons explains it: other products, or an amount that is another."
