"""Amounts written as a kitchen measures them, line by line, and what became of each."""

from collections.abc import Mapping
from dataclasses import dataclass, replace
from typing import Final

from ample_crumb.core.formula.evaluation import FormulaFigures
from ample_crumb.core.formula.formula import Line, Part
from ample_crumb.core.formula.reading import ReadLine
from ample_crumb.core.formula.rewrite import adjusted_amount
from ample_crumb.core.production.scaling import scale_line
from ample_crumb.core.quantity.kitchen_scale import kitchen_grams
from ample_crumb.core.quantity.weighing import WeightBasis
from ample_crumb.core.reformulate.variables import AmountVariable
from ample_crumb.core.swap.formula_in_kitchen import FormulaInKitchen


@dataclass(frozen=True, slots=True)
class LineMove:
    """A line of an answer: its id in the formula it came from, None for a new one; `was_g` and `now_g`."""

    line_id: str | None
    name: str
    slug: str
    text: str
    was_g: float
    now_g: float


def rewritten(
    formula: FormulaInKitchen,
    evaluated: FormulaFigures,
    grams: Mapping[AmountVariable, float],
    body_part: int,
) -> tuple[tuple[Part, ...], tuple[LineMove, ...]]:
    """The formula with these grams, in amounts of a kitchen, and each line with what became of it."""
    by_line = {variable.line_id: variable for variable in grams if not variable.comes_in}
    parts: list[Part] = []
    moved: list[LineMove] = []
    for number, (part, figures) in enumerate(zip(formula.parts, evaluated.parts, strict=True)):
        lines: list[Line] = []
        for line, now in zip(part.lines, figures.lines, strict=True):
            variable = by_line.get(now.id)
            if variable is None:
                lines.append(replace(line, id=now.id))
                if line.text.strip():
                    slug = now.ingredient.slug if now.ingredient else ""
                    mass = now.weighed.mass_g if now.weighed else 0.0
                    moved.append(LineMove(now.id, now.name or line.text, slug, line.text, mass, mass))
                continue
            text = _text(now, line, grams[variable], variable, formula)
            if text:
                lines.append(replace(line, text=text, id=now.id))
            now_g = grams[variable] if text else 0.0
            moved.append(LineMove(now.id, variable.name, variable.item.slug, text, variable.was_g, now_g))
        for variable, amount in grams.items():
            if number == body_part and variable.comes_in and amount > 0:
                text = f"{kitchen_grams(amount):g} g {variable.name}"
                lines.append(Line(text, variable.item.slug))
                moved.append(LineMove(None, variable.name, variable.item.slug, text, 0.0, kitchen_grams(amount)))
        parts.append(replace(part, lines=tuple(lines)))
    return tuple(parts), tuple(moved)


_SPOONED_G: Final = 15.0


def _text(now: ReadLine, line: Line, grams: float, variable: AmountVariable, formula: FormulaInKitchen) -> str:
    """The line in so many grams; empty where it goes."""
    if grams <= 0:
        return ""
    factor = grams / variable.was_g
    if abs(factor - 1) <= 0.005:
        return line.text
    basis = now.weighed.basis if now.weighed else None
    counted = variable.step_g and basis is WeightBasis.COUNTED
    # Little of what is measured by the spoon goes on being measured so.
    if counted or (basis is WeightBasis.MEASURED and grams < _SPOONED_G):
        return scale_line(now, factor, formula.cupboard, formula.preferences, line.chosen).text
    return adjusted_amount(now, factor) or line.text


def as_read(lines: tuple[LineMove, ...], evaluated: FormulaFigures) -> tuple[LineMove, ...]:
    """The lines with the grams that their new texts are read as."""
    left = [line for line in evaluated.lines() if line.text.strip()]
    found = []
    for moved in lines:
        at = next((line for line in left if line.text == moved.text), None) if moved.text else None
        if at is not None:
            left.remove(at)
        found.append(replace(moved, now_g=at.weighed.mass_g if at and at.weighed else 0.0) if moved.text else moved)
    return tuple(found)


def moved_in_words(line: LineMove) -> str:
    if line.line_id is None:
        return f"+ {line.text}"
    if line.now_g <= 0:
        return f"− {line.name}"
    return f"{line.name}: {_grams(line.was_g)} → {_grams(line.now_g)} g"


def _grams(grams: float) -> str:
    return f"{grams:.0f}" if grams >= 20 else f"{grams:.1f}".rstrip("0").rstrip(".")
