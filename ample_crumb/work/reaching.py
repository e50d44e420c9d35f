"""The tab Reach a target: wishes for a piece, and the amounts that reach them."""

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Final

from ample_crumb.core.crumb.check import CrumbCheck
from ample_crumb.core.food.claims import ClaimCondition, TwinFigures, eu_needs, us_needs
from ample_crumb.core.food.cupboard import reference_cupboard
from ample_crumb.core.formula.families import us_reference_g
from ample_crumb.core.formula.formula import Part
from ample_crumb.core.reformulate.kitchen_rounding import LineMove
from ample_crumb.core.reformulate.request import FormulaToReformulate, ReformulationRequest
from ample_crumb.core.reformulate.search import (
    Answer,
    Reformulation,
    ReformulationStatus,
    WishRange,
    reformulate,
    trade_off_point,
    wish_ranges,
)
from ample_crumb.core.reformulate.variables import USUAL, LineBounds
from ample_crumb.core.reformulate.wishes import Wish
from ample_crumb.store.database import Connection, Database
from ample_crumb.store.kitchens import Principal
from ample_crumb.work.bench import Bench
from ample_crumb.work.context import KitchenContext, food_of
from ample_crumb.work.evaluate_bench import evaluate_bench_in
from ample_crumb.work.making import production_inputs, tins_of
from ample_crumb.work.problems import CannotAccept
from ample_crumb.work.reference import twin_figures
from ample_crumb.work.views import FiguresView, portion_view


@dataclass(frozen=True, slots=True)
class WishDraft:
    """A wish as the window has it: a figure (`name`) with a `value`, or a claim by its name and `claim_of` whose rules,
    eu or us."""

    name: str
    value: float = 0.0
    at_least: bool = False
    per_100g: bool = False
    claim_of: str = ""


@dataclass(frozen=True, slots=True)
class ReachDraft:
    """What is asked; `allowed` None for what comes in as usual."""

    wishes: tuple[WishDraft, ...]
    holds: tuple[LineBounds, ...] = ()
    allowed: tuple[str, ...] | None = None
    bans: tuple[str, ...] = ()
    whole_eggs: bool = True
    sure: bool = False
    keep_mass: bool = True


@dataclass(frozen=True, slots=True)
class AnswerView:
    """An answer for a screen."""

    parts: tuple[Part, ...]
    lines: tuple[LineMove, ...]
    piece: FiguresView
    check: CrumbCheck
    words: tuple[str, ...]
    missed: tuple[str, ...]
    changed: int


@dataclass(frozen=True, slots=True)
class ReachedView:
    """What came of it."""

    status: ReformulationStatus
    answers: tuple[AnswerView, ...]
    clash: tuple[str, ...]
    sentence: str
    remarks: tuple[str, ...]
    stopped: bool


@dataclass(frozen=True, slots=True)
class Candidate:
    """A food that may come in as usual."""

    slug: str
    name: str


@dataclass(frozen=True, slots=True)
class ReachChoices:
    """What can be wished for and allowed: claims by whose rules, and the usual candidates."""

    claims: Mapping[str, tuple[str, ...]]
    usual: tuple[Candidate, ...]


@dataclass(frozen=True, slots=True)
class PointView:
    """A point of the trade-off; None where there is no formula of so little energy."""

    energy_kcal: float
    protein_g: float | None
    answer: AnswerView | None


def reached(database: Database, principal: Principal, bench: Bench, draft: ReachDraft) -> ReachedView:
    """Up to three answers, or the clash and the nearest. Raises CannotUse and CannotAccept."""
    formula, ask, context = _asked(database, principal, bench, draft)
    found: Reformulation = reformulate(formula, ask)
    answers = tuple(_view(answer, context) for answer in found.answers)
    return ReachedView(found.status, answers, found.clash, found.sentence, found.remarks, found.stopped)


def how_far(database: Database, principal: Principal, bench: Bench, draft: ReachDraft) -> tuple[WishRange, ...]:
    """Between which values each wish can go by itself."""
    formula, ask, _ = _asked(database, principal, bench, draft)
    return wish_ranges(formula, ask)


def trade_off(database: Database, principal: Principal, bench: Bench, draft: ReachDraft, energy_kcal: float) -> PointView:
    """The most protein that a piece of this energy can have."""
    formula, ask, context = _asked(database, principal, bench, draft)
    found = trade_off_point(formula, ask, energy_kcal)
    return PointView(energy_kcal, found.protein_g, _view(found.answer, context) if found.answer else None)


def choices(database: Database, principal: Principal, bench: Bench) -> ReachChoices:
    """What can be wished for and allowed for what is on the Bench."""
    with database.reading() as connection:
        of = evaluate_bench_in(connection, principal, bench)
        twin = twin_figures(connection, principal, bench.reference, of.context)
    claims = {rules: tuple(needs) for rules, needs in _needs(bench, twin).items() if needs}
    foods = reference_cupboard().ingredients
    return ReachChoices(claims, tuple(Candidate(slug, foods[slug].name) for slug in USUAL))


def _needs(bench: Bench, twin: TwinFigures | None) -> dict[str, Mapping[str, tuple[ClaimCondition, ...]]]:
    reference_g = us_reference_g(bench.family)
    return {"eu": eu_needs(twin), "us": us_needs(reference_g, twin) if reference_g else {}}


def _asked(database: Database, principal: Principal, bench: Bench, draft: ReachDraft) -> tuple[FormulaToReformulate, ReformulationRequest, KitchenContext]:
    with database.reading() as connection:
        return _asked_in(connection, principal, bench, draft)


MOST_WISHES: Final = 16


def _asked_in(connection: Connection, principal: Principal, bench: Bench, draft: ReachDraft) -> tuple[FormulaToReformulate, ReformulationRequest, KitchenContext]:
    of = evaluate_bench_in(connection, principal, bench)
    context = of.context
    needs = _needs(bench, twin_figures(connection, principal, bench.reference, context))
    making, _ = production_inputs(bench.making, bench.pieces, context)
    foods = [*reference_cupboard().ingredients, *(draft.allowed or ())]
    lines = (line for part in of.made.evaluated.parts for line in part.lines)
    slugs = {*foods, *(line.ingredient.slug for line in lines if line.ingredient)}
    formula = FormulaToReformulate(
        parts=bench.parts,
        family=bench.family,
        making=making,
        tins=tuple(tins_of(bench.making.tins, context)),
        cupboard=context.cupboard,
        preferences=context.preferences,
        definition=context.definition,
        prices={slug: context.prices[food_of(slug)] for slug in slugs if food_of(slug) in context.prices},
        learned=context.learned,
        title=bench.name,
        method=bench.method,
    )
    wishes = tuple(_wish(wish, needs, number) for number, wish in enumerate(draft.wishes))
    mass_share = 0.1 if draft.keep_mass else None
    ask = ReformulationRequest(wishes, draft.holds, draft.allowed, frozenset(draft.bans), draft.whole_eggs, draft.sure, mass_share)
    return formula, ask, context


def _wish(draft: WishDraft, needs: Mapping[str, Mapping[str, tuple[ClaimCondition, ...]]], number: int) -> Wish:
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
        answer.words,
        answer.missed,
        answer.changed,
    )
