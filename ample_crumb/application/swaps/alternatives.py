"""Which of mine: the foods that may stand in a line's place, each worked out in this formula."""

from collections.abc import Iterator
from dataclasses import replace

from ample_crumb.application.cupboards import priced_food
from ample_crumb.application.formulas.draft import Bench
from ample_crumb.application.formulas.evaluated_formula import EvaluatedFormula
from ample_crumb.application.formulas.evaluation import evaluate_bench
from ample_crumb.application.swaps.views import FoodAlternative, FoodAlternatives
from ample_crumb.application.views import portion_view
from ample_crumb.core.food.ingredient import Ingredient
from ample_crumb.core.formula.formula import Line, Part
from ample_crumb.core.formula.reading import Choice, ReadLine
from ample_crumb.core.problem import CannotUse
from ample_crumb.core.swap.alternatives import WorkingAmount, alternatives_of, fit_amount, working_amount
from ample_crumb.store.database import Database
from ample_crumb.store.scope import Principal


def alternatives(database: Database, principal: Principal, bench: Bench, line_id: str) -> FoodAlternatives:
    """What stands in a line, and what may stand there. Raises CannotUse for a line that is not there or not read."""
    evaluated = evaluate_bench(database, principal, bench)
    part, line = _found(evaluated, line_id)
    assert line.weighed is not None
    item = evaluated.context.cupboard.ingredients[line.weighed.ingredient.slug]
    # A part that goes in in part takes its share of the new line as well.
    mass_g = line.weighed.mass_g / part.options.used_share
    now = _alternative(evaluated, evaluated, item, WorkingAmount(mass_g, "as it is"), line.text)
    return FoodAlternatives(line.name, now, tuple(_others(evaluated, line, item, mass_g)))


def _found(evaluated: EvaluatedFormula, line_id: str) -> tuple[Part, ReadLine]:
    for part, figures in zip(evaluated.draft.parts, evaluated.figures.parts, strict=True):
        for line in figures.lines:
            if line.id == line_id and line.weighed is not None:
                return part, line
    raise CannotUse("The line is not there any more, or cannot be read.")


def _others(evaluated: EvaluatedFormula, line: ReadLine, item: Ingredient, mass_g: float) -> Iterator[FoodAlternative]:
    context = evaluated.context
    for other in alternatives_of(item, context.cupboard):
        amount = working_amount(item, mass_g, other)
        if amount is None:
            continue
        made: dict[float, EvaluatedFormula] = {}

        def dials_off(grams: float, other: Ingredient = other, made: dict[float, EvaluatedFormula] = made) -> int:
            made[grams] = evaluated.with_parts(_with(evaluated.draft.parts, line, other, grams))
            return len(made[grams].check.off)

        best = fit_amount(amount, dials_off, len(evaluated.check.off))
        yield _alternative(evaluated, made[best.mass_g], other, best, _text(line, other, best.mass_g))


def _with(parts: tuple[Part, ...], line: ReadLine, other: Ingredient, grams: float) -> tuple[Part, ...]:
    new = Line(_text(line, other, grams), other.slug, line.id)
    return tuple(
        replace(part, lines=tuple(new if each.id == line.id else each for each in part.lines)) for part in parts
    )


def _text(line: ReadLine, other: Ingredient, grams: float) -> str:
    return f"{grams:g} g {other.name}" + (" (optional)" if line.optional else "")


def _alternative(
    before: EvaluatedFormula, after: EvaluatedFormula, item: Ingredient, amount: WorkingAmount, text: str
) -> FoodAlternative:
    was, now, cost = before.allergens.names(), after.allergens.names(), after.cost
    return FoodAlternative(
        food=Choice.from_ingredient(item),
        own=item.slug in after.context.cupboard.own,
        text=text,
        mass_g=amount.mass_g,
        why=amount.why,
        piece=portion_view(after.piece, after.context.definition),
        dials=after.check.dials,
        sweetened_with=item.sweetened_with,
        gains=tuple(name for name in now.contains if name not in was.contains),
        loses=tuple(name for name in was.contains if name not in now.contains),
        breaks=tuple(name for name in was.diets_kept if name not in now.diets_kept),
        allergens_known=item.allergens is not None and not item.allergens_open,
        cost=cost.piece_cost if cost and not cost.at_least else None,
        priced=priced_food(item.slug) in after.context.prices,
    )
