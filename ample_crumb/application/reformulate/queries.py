"""Reads of the tab Reach a target: wishes for a piece, and the amounts that reach them."""

from collections.abc import Mapping
from typing import Final

from ample_crumb.application.context import KitchenContext
from ample_crumb.application.cupboards import priced_food
from ample_crumb.application.formulas.classic_figures import classic_figures
from ample_crumb.application.formulas.draft import Bench
from ample_crumb.application.formulas.evaluation import evaluate_in
from ample_crumb.application.formulas.formula_in_kitchen import with_prices
from ample_crumb.application.problems import CannotAccept
from ample_crumb.application.reformulate.views import (
    AnswerView,
    CandidateFood,
    CharacterWishView,
    ClaimWishes,
    CutView,
    LimitView,
    PointView,
    ReformulationChoices,
    ReformulationDraft,
    ReformulationView,
    WishDraft,
)
from ample_crumb.application.views import portion_view
from ample_crumb.core.crumb.character import character_axes
from ample_crumb.core.food.claims.claim import ClaimCondition, ClassicFigures
from ample_crumb.core.food.claims.eu import eu_needs
from ample_crumb.core.food.claims.us import us_needs
from ample_crumb.core.food.cupboard import reference_cupboard
from ample_crumb.core.formula.families import us_reference_g
from ample_crumb.core.reformulate.answers import Answer
from ample_crumb.core.reformulate.character_span import character_wish, character_wishes
from ample_crumb.core.reformulate.cuts import reformulate_cut
from ample_crumb.core.reformulate.extremes import WishRange
from ample_crumb.core.reformulate.limits import trade_off_point, wish_ranges
from ample_crumb.core.reformulate.nearest_answer import LIFTED_WORDS
from ample_crumb.core.reformulate.request import ReformulationRequest
from ample_crumb.core.reformulate.search import Reformulation, reformulate
from ample_crumb.core.reformulate.variables import USUAL
from ample_crumb.core.reformulate.wishes import FIGURES, CharacterWay, Wish
from ample_crumb.core.swap.formula_in_kitchen import FormulaInKitchen
from ample_crumb.store import stock
from ample_crumb.store.database import Connection, Database
from ample_crumb.store.scope import Principal


def reformulation(
    database: Database, principal: Principal, bench: Bench, draft: ReformulationDraft
) -> ReformulationView:
    """Up to three answers, or the clash and the nearest. Raises CannotUse and CannotAccept."""
    formula, request, context = _read_request(database, principal, bench, draft)
    found: Reformulation = reformulate(formula, request)
    answers = tuple(_view(answer, context) for answer in found.answers)
    wished = tuple(wish.words() for wish in request.wishes)
    return ReformulationView(
        found.status,
        wished,
        answers,
        found.clash,
        found.sentence,
        found.remarks,
        found.stopped,
        found.far,
        found.lifting,
    )


def cuts(database: Database, principal: Principal, bench: Bench, draft: ReformulationDraft) -> tuple[CutView, ...]:
    """The nearest answer for each grid of cuts that lets the wishes be. Raises CannotUse and CannotAccept."""
    formula, request, context = _read_request(database, principal, bench, draft)
    return tuple(
        CutView(each.grid, _view(each.found.answers[0], context)) for each in reformulate_cut(formula, request)
    )


def ranges(database: Database, principal: Principal, bench: Bench, draft: ReformulationDraft) -> tuple[WishRange, ...]:
    """Between which values each wish can go by itself."""
    formula, request, _ = _read_request(database, principal, bench, draft)
    return wish_ranges(formula, request)


def trade_off(
    database: Database, principal: Principal, bench: Bench, draft: ReformulationDraft, energy_kcal: float
) -> PointView:
    """The most protein that a piece of this energy can have."""
    formula, request, context = _read_request(database, principal, bench, draft)
    found = trade_off_point(formula, request, energy_kcal)
    return PointView(
        energy_kcal, found.protein_g, _view(found.answer, context) if found.answer else None, found.kept_by
    )


_WHERE: Final = {"eu": "in Europe", "us": "in the US"}


def choices(database: Database, principal: Principal, bench: Bench) -> ReformulationChoices:
    """What can be wished for and allowed for what is on the Bench."""
    with database.transaction(principal) as connection:
        classic = classic_figures(connection, principal, bench.classic)
        family = evaluate_in(connection, principal, bench).dough.family
    claims = tuple(
        ClaimWishes(rules, _WHERE[rules], tuple(needs)) for rules, needs in _needs(bench, classic).items() if needs
    )
    foods = reference_cupboard().ingredients
    return ReformulationChoices(
        tuple(FIGURES.values()),
        claims,
        tuple(CandidateFood(slug, foods[slug].name) for slug in USUAL),
        tuple(
            CharacterWishView(wish.name, wish.way or CharacterWay.SAME, wish.words())
            for wish in character_wishes(family)
        ),
        tuple(LimitView(limit, words) for limit, words in LIFTED_WORDS.items()),
    )


def _needs(bench: Bench, classic: ClassicFigures | None) -> dict[str, Mapping[str, tuple[ClaimCondition, ...]]]:
    reference_g = us_reference_g(bench.family)
    return {"eu": eu_needs(classic), "us": us_needs(reference_g, classic) if reference_g else {}}


def _read_request(
    database: Database, principal: Principal, bench: Bench, draft: ReformulationDraft
) -> tuple[FormulaInKitchen, ReformulationRequest, KitchenContext]:
    with database.transaction(principal) as connection:
        return _asked_in(connection, principal, bench, draft)


def _asked_in(
    connection: Connection, principal: Principal, bench: Bench, draft: ReformulationDraft
) -> tuple[FormulaInKitchen, ReformulationRequest, KitchenContext]:
    evaluated = evaluate_in(connection, principal, bench)
    context = evaluated.context
    needs = _needs(bench, classic_figures(connection, principal, bench.classic))
    formula = with_prices(evaluated, *(draft.allowed or ()))
    family = evaluated.dough.family
    allowed = at_home(connection, principal, context, draft.allowed) if draft.at_home else draft.allowed
    wishes = tuple(_wish(wish, needs, family, number) for number, wish in enumerate(draft.wishes))
    mass_share = 0.1 if draft.keep_mass else None
    request = ReformulationRequest(
        wishes=wishes,
        holds=draft.holds,
        allowed=allowed,
        bans=frozenset(draft.bans),
        whole_eggs=draft.whole_eggs,
        sure=draft.sure,
        mass_share=mass_share,
        beyond_tolerance=draft.beyond_tolerance,
        lifted=frozenset(draft.lifted),
    )
    return formula, request, context


def at_home(
    connection: Connection, principal: Principal, context: KitchenContext, allowed: tuple[str, ...] | None
) -> tuple[str, ...]:
    """Of what may come in, what there is: foods that are told to be at home, and products of the cupboard that are not
    told to be out."""
    own = context.cupboard.own
    foods = dict.fromkeys((*USUAL, *own, *reference_cupboard().ingredients))
    wanted = allowed if allowed is not None else tuple(slug for slug in foods if _comes_in(context, slug))
    asked = sorted(map(priced_food, wanted))
    known = {row.food: row for row in stock.find_stock(connection, principal.kitchen_id, asked)}

    def is_here(slug: str) -> bool:
        row = known.get(priced_food(slug))
        return slug in own if row is None else row.is_at_home

    return tuple(filter(is_here, wanted))


_COMES_IN: Final = frozenset({"protein", "dairy", "egg", "fruit", "sweetener", "flour", "grain", "pulse"})


def _comes_in(context: KitchenContext, slug: str) -> bool:
    """Whether a food of the kitchen is of a kind that brings a dessert to a target."""
    item = context.cupboard.ingredients.get(slug)
    return item is not None and not item.reference and (slug in USUAL or item.role in _COMES_IN)


def _wish(
    draft: WishDraft, needs: Mapping[str, Mapping[str, tuple[ClaimCondition, ...]]], family: str, number: int
) -> Wish:
    if draft.way:
        axis = next((each for each in character_axes().get(family, ()) if each.axis == draft.name), None)
        if axis is None:
            raise CannotAccept(f"/wishes/{number}", f"“{draft.name[:60]}” says nothing of this kind of dessert.")
        return character_wish(axis, CharacterWay(draft.way))
    if not draft.claim_of:
        return Wish(draft.name, draft.value, draft.at_least, draft.per_100g)
    found = needs.get(draft.claim_of, {}).get(draft.name)
    if not found:
        raise CannotAccept(f"/wishes/{number}", f"The claim “{draft.name[:60]}” has no limits for this formula.")
    return Wish(draft.name, needs=found)


def _view(answer: Answer, context: KitchenContext) -> AnswerView:
    return AnswerView(
        answer.parts,
        answer.lines,
        portion_view(answer.piece, context.definition),
        answer.check,
        answer.hazards,
        answer.words,
        answer.missed,
        answer.changed,
        answer.was,
        answer.mouth,
        answer.method,
    )
