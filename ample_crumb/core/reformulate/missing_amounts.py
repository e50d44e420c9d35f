"""Amounts that a recipe does not say, proposed by the program: what is written stays as it is, what is not lies where
the dough works, nearest to what is usual."""

from dataclasses import dataclass, replace
from typing import Final

from ample_crumb.core.formula.evaluation import FormulaFigures
from ample_crumb.core.formula.formula import Line
from ample_crumb.core.formula.usual_amounts import UsualAmount, usual_amount
from ample_crumb.core.problem import CannotUse
from ample_crumb.core.quantity.kitchen_scale import kitchen_grams
from ample_crumb.core.quantity.line_parser import read_line
from ample_crumb.core.reformulate.dessert_limits import Limit
from ample_crumb.core.reformulate.prepared_program import prepare
from ample_crumb.core.reformulate.request import ReformulationRequest
from ample_crumb.core.reformulate.search import next_answer
from ample_crumb.core.reformulate.variables import LineBounds
from ample_crumb.core.swap.formula_in_kitchen import FormulaInKitchen


@dataclass(frozen=True, slots=True)
class ProposedAmount:
    """What a line without an amount may be: `text` in its place, a range as wide as its doubt, `mass_g` in its middle.
    `by_the_dough` says that the dough works with it; else it is only what is usual."""

    line_id: str
    was: str
    text: str
    mass_g: float
    by_the_dough: bool


WIDE_SHARE: Final = 0.5
"""A proposed amount may be so much less or more: as wide as kitchens differ. Common practice."""


def propose_amounts(formula: FormulaInKitchen) -> tuple[ProposedAmount, ...]:
    """An amount for each line that names a food and says none; empty where every line says one. Raises CannotUse where
    no line says any, because nothing tells how large the batch is."""
    made = formula.produced(formula.parts)
    if all(line.ingredient is None or line.weighed is not None for line in made.evaluated.lines()):
        return ()
    if made.evaluated.batch.mass_g <= 0:
        raise CannotUse("No line says how much: give one of them an amount, so that the size of the batch is known.")
    missing = _missing(formula, made.evaluated)
    guessed = _with(formula, {line_id: _text(name, amount.usual_g) for line_id, (name, _, amount) in missing.items()})
    solved = _solved(guessed, {line_id: amount for line_id, (_, _, amount) in missing.items()})
    found = []
    for line_id, (name, was, amount) in missing.items():
        grams = solved.get(line_id, amount.usual_g)
        low, high = kitchen_grams(grams * (1 - WIDE_SHARE)), kitchen_grams(grams * (1 + WIDE_SHARE))
        found.append(ProposedAmount(line_id, was, f"{low:g} to {high:g} g {name}", grams, line_id in solved))
    return tuple(found)


def _missing(formula: FormulaInKitchen, evaluated: FormulaFigures) -> dict[str, tuple[str, str, UsualAmount]]:
    """Lines of a food without an amount, by id, with the food's name as written and what is usual of it."""
    found = {}
    for part in evaluated.parts:
        beside_g = part.figures.mass_g or evaluated.batch.mass_g
        for line in part.lines:
            if line.ingredient is None or line.weighed is not None:
                continue
            role = formula.cupboard.ingredients[line.ingredient.slug].role
            name = read_line(line.text).name or line.ingredient.name
            found[line.id] = (name, line.text, usual_amount(role, formula.family, beside_g))
    return found


def _with(formula: FormulaInKitchen, texts: dict[str, str]) -> FormulaInKitchen:
    evaluated = formula.produced(formula.parts).evaluated
    parts = []
    for part, figures in zip(formula.parts, evaluated.parts, strict=True):
        rows = zip(part.lines, figures.lines, strict=True)
        lines = tuple(
            Line(texts.get(now.id, line.text), now.ingredient.slug if now.ingredient else line.chosen, now.id)
            for line, now in rows
        )
        parts.append(replace(part, lines=lines))
    return replace(formula, parts=tuple(parts))


def _text(name: str, grams: float) -> str:
    return f"{max(kitchen_grams(grams), 0.1):g} g {name}"


_LIFTED: Final = frozenset({Limit.SWEETNESS, Limit.CHARACTER, Limit.ROLES, Limit.SHARES})


def _solved(guessed: FormulaInKitchen, usual: dict[str, UsualAmount]) -> dict[str, float]:
    """Grams with which the dough lies within its windows, all that is written as it is; empty where none does."""
    evaluated = guessed.produced(guessed.parts).evaluated
    holds = tuple(
        LineBounds(line.id, low_g=usual[line.id].low_g, high_g=usual[line.id].high_g)
        if line.id in usual
        else LineBounds(line.id, locked=True)
        for line in evaluated.lines()
    )
    request = ReformulationRequest((), holds, allowed=(), mass_share=None, answers=1, lifted=_LIFTED, fresh=True)
    try:
        answer = next_answer(prepare(guessed, request), ()).answer
    except CannotUse:
        return {}
    if answer is None:
        return {}
    return {line.line_id: line.now_g for line in answer.lines if line.line_id in usual and line.now_g > 0}
