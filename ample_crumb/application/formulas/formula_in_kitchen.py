"""A worked out formula as the core changes it: with what its kitchen knows, and what its foods cost."""

from ample_crumb.application.cupboards import priced_food
from ample_crumb.application.formulas.evaluated_formula import EvaluatedFormula
from ample_crumb.application.formulas.production import production_inputs, tins_of
from ample_crumb.core.food.cupboard import reference_cupboard
from ample_crumb.core.swap.formula_in_kitchen import FormulaInKitchen
from ample_crumb.core.swap.method_following import MadeDough


def with_prices(evaluated: EvaluatedFormula, *more: str) -> FormulaInKitchen:
    """The formula, with the prices of its foods, of all generic ones and of these more."""
    draft, context = evaluated.draft, evaluated.context
    making, _ = production_inputs(draft.production, draft.pieces, context)
    lines = evaluated.figures.lines()
    slugs = {*reference_cupboard().ingredients, *more, *(line.ingredient.slug for line in lines if line.ingredient)}
    return FormulaInKitchen(
        parts=draft.parts,
        family=draft.family,
        making=making,
        tins=tuple(tins_of(draft.production.tins, context)),
        cupboard=context.cupboard,
        preferences=context.preferences,
        definition=context.definition,
        prices={slug: context.prices[priced_food(slug)] for slug in slugs if priced_food(slug) in context.prices},
        learned=context.learned,
        title=draft.name,
        method=draft.method,
    )


def made_dough(evaluated: EvaluatedFormula) -> MadeDough:
    """The formula as its method is followed."""
    return MadeDough(evaluated.made, evaluated.dough, evaluated.context.cupboard)
