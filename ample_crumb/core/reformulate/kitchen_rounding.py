"""Amounts written as a kitchen measures them, line by line, and what became of each."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace
from typing import Final

from ample_crumb.core.formula.evaluation import FormulaFigures
from ample_crumb.core.formula.formula import Line, Part
from ample_crumb.core.formula.reading import ReadLine
from ample_crumb.core.formula.rewrite import nudged
from ample_crumb.core.production.scaling import scaled
from ample_crumb.core.quantity.kitchen_scale import kitchen_grams
from ample_crumb.core.quantity.weighing import WeightBasis
from ample_crumb.core.reformulate.request import FormulaToReformulate
from ample_crumb.core.reformulate.variables import AmountVariable


@dataclass(frozen=True, slots=True)
class LineMove:
    """A line of an answer: its place in the formula it came from, None for a new one; `was_g` and `now_g`."""

    place: int | None
    name: str
    slug: str
    text: str
    was_g: float
    now_g: float


def rewritten(
    formula: FormulaToReformulate,
    variables: Sequence[AmountVariable],
    grams: Mapping[str, float],
    read: Sequence[ReadLine],
    body_part: int,
) -> tuple[tuple[Part, ...], tuple[LineMove, ...]]:
    """The formula with these grams, in amounts of a kitchen, and each line with what became of it."""
    by_place = {variable.place: variable for variable in variables if variable.place is not None}
    parts: list[Part] = []
    moved: list[LineMove] = []
    place = 0
    for number, part in enumerate(formula.parts):
        lines: list[Line] = []
        for line in part.lines:
            variable, now = by_place.get(place), read[place]
            if variable is None:
                lines.append(line)
                if line.text.strip():
                    slug = now.ingredient.slug if now.ingredient else ""
                    mass = now.figures.mass_g if now.figures else 0.0
                    moved.append(LineMove(place, now.name or line.text, slug, line.text, mass, mass))
            else:
                text = _text(now, line, grams[variable.key], variable, formula)
                if text:
                    lines.append(replace(line, text=text))
                moved.append(
                    LineMove(
                        place,
                        variable.name,
                        variable.item.slug,
                        text,
                        variable.was_g,
                        grams[variable.key] if text else 0.0,
                    )
                )
            place += 1
        if number == body_part:
            for variable in variables:
                if variable.place is None and grams[variable.key] > 0:
                    amount = kitchen_grams(grams[variable.key])
                    text = f"{amount:g} g {variable.name}"
                    lines.append(Line(text, variable.item.slug))
                    moved.append(LineMove(None, variable.name, variable.item.slug, text, 0.0, amount))
        parts.append(replace(part, lines=tuple(lines)))
    return tuple(parts), tuple(moved)


_SPOONED_G: Final = 15.0


def _text(now: ReadLine, line: Line, grams: float, variable: AmountVariable, formula: FormulaToReformulate) -> str:
    """The line in so many grams; empty where it goes."""
    if grams <= 0:
        return ""
    factor = grams / variable.was_g
    if abs(factor - 1) <= 0.005:
        return line.text
    counted = variable.step_g and now.basis is WeightBasis.COUNTED
    # Little of what is measured by the spoon goes on being measured so.
    if counted or (now.basis is WeightBasis.MEASURED and grams < _SPOONED_G):
        return scaled(now, factor, formula.cupboard, formula.preferences, line.chosen).text
    return nudged(now, factor) or line.text


def as_read(lines: tuple[LineMove, ...], evaluated: FormulaFigures) -> tuple[LineMove, ...]:
    """The lines with the grams that their new texts are read as."""
    left = [line for part in evaluated.parts for line in part.lines if line.text.strip()]
    found = []
    for moved in lines:
        at = next((line for line in left if line.text == moved.text), None) if moved.text else None
        if at is not None:
            left.remove(at)
        found.append(replace(moved, now_g=at.figures.mass_g if at and at.figures else 0.0) if moved.text else moved)
    return tuple(found)


def moved_in_words(line: LineMove) -> str:
    if line.place is None:
        return f"+ {line.text}"
    if line.now_g <= 0:
        return f"− {line.name}"
    return f"{line.name}: {_grams(line.was_g)} → {_grams(line.now_g)} g"


def _grams(grams: float) -> str:
    return f"{grams:.0f}" if grams >= 20 else f"{grams:.1f}".rstrip("0").rstrip(".")
