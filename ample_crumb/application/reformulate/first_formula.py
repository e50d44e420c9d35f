"""A first formula from foods, and amounts that a recipe does not say."""

from dataclasses import replace
from typing import Final

from ample_crumb.application.context import load_context
from ample_crumb.application.cupboards import priced_food
from ample_crumb.application.formulas.draft import Bench
from ample_crumb.application.formulas.evaluated_formula import evaluated_draft
from ample_crumb.application.formulas.evaluation import evaluate_bench
from ample_crumb.application.formulas.formula_in_kitchen import with_prices
from ample_crumb.application.reformulate.views import CandidateFood, StartDraft, StartFamily, StartView
from ample_crumb.application.views import portion_view
from ample_crumb.core.formula.families import family_of
from ample_crumb.core.production.draft import Draft
from ample_crumb.core.reformulate.family_ratios import family_starts, slot_of
from ample_crumb.core.reformulate.first_formula import StartFood, StartRequest, start_from_foods
from ample_crumb.core.reformulate.missing_amounts import ProposedAmount, propose_amounts
from ample_crumb.core.reformulate.wishes import Wish
from ample_crumb.core.wording import join_names
from ample_crumb.store import stock
from ample_crumb.store.database import Database
from ample_crumb.store.scope import Principal


def start(database: Database, principal: Principal, draft: StartDraft) -> StartView:
    """A first formula of these foods. Raises CannotUse."""
    with database.transaction(principal) as connection:
        context = load_context(connection, principal)
    empty = with_prices(evaluated_draft(Draft("", draft.family, 1, "", ()), context))
    tin = context.tins.get(draft.tin_id) if draft.tin_id else None
    wishes = tuple(Wish(wish.name, wish.value, wish.at_least, wish.per_100g) for wish in draft.wishes)
    request = StartRequest(
        foods=tuple(StartFood(food.slug, food.most_g) for food in draft.foods),
        family=draft.family,
        piece_count=draft.piece_count,
        tin=tin.tin() if tin else None,
        wishes=wishes,
        bans=frozenset(draft.bans),
    )
    found = start_from_foods(request, empty)
    answer = found.answer
    names = [context.cupboard.ingredients[food.slug].name.split(",")[0] for food in draft.foods[:_NAMED]]
    kind = family_of(draft.family).name.lower()
    return StartView(
        name=f"{kind[:1].upper()}{kind[1:]} with {join_names(names)}"[:_NAME_LENGTH],
        family=draft.family,
        piece_count=round(found.formula.making.portioning.count),
        method=answer.method.method,
        parts=answer.parts,
        lines=answer.lines,
        piece=portion_view(answer.piece, context.definition),
        check=answer.check,
        hazards=answer.hazards,
        brought=found.brought,
        left_out=found.left_out,
        missed=answer.missed,
        met=found.met,
    )


_NAME_LENGTH: Final = 120
_NAMED: Final = 3
"""More foods than this make no name."""


def shelf(database: Database, principal: Principal) -> tuple[CandidateFood, ...]:
    """The foods that are told to be at home and go into a dough, by name."""
    with database.transaction(principal) as connection:
        context = load_context(connection, principal)
        here = set(stock.at_home(connection, principal.kitchen_id))
    foods = (item for slug, item in context.cupboard.ingredients.items() if priced_food(slug) in here)
    found = (CandidateFood(item.slug, item.name) for item in foods if slot_of(item))
    return tuple(sorted(found, key=lambda food: food.name.casefold()))


def start_families() -> tuple[StartFamily, ...]:
    """What can be started from foods, with how many pieces it mostly makes."""
    return tuple(
        StartFamily(slug, family_of(slug).name, each.piece_count, each.piece_g)
        for slug, each in family_starts().items()
    )


def amounts(database: Database, principal: Principal, bench: Bench) -> tuple[ProposedAmount, ...]:
    """Amounts for lines of the Bench that say none. Raises CannotUse where no line says any."""
    evaluated = evaluate_bench(database, principal, bench)
    return propose_amounts(replace(with_prices(evaluated), family=evaluated.dough.family))
