"""The tab Reach a target: wishes for a piece, and the amounts that reach them."""

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Final

from ample_crumb.core.crumb.check import Check
from ample_crumb.core.food.claims import Need, Twin, eu_needs, us_needs
from ample_crumb.core.food.cupboard import reference_cupboard
from ample_crumb.core.formula.families import us_reference_g
from ample_crumb.core.formula.formula import Part
from ample_crumb.core.reformulate.kitchen_rounding import Moved
from ample_crumb.core.reformulate.request import Ask, Formula
from ample_crumb.core.reformulate.search import Answer, Outcome, Reach, Reached, limits, point, reach
from ample_crumb.core.reformulate.variables import USUAL, Hold
from ample_crumb.core.reformulate.wishes import Wish
from ample_crumb.store.database import Connection, Database
from ample_crumb.store.kitchens import Who
from ample_crumb.work.bench import Bench
from ample_crumb.work.laid import laid_in
from ample_crumb.work.making import making_of, tins_of
from ample_crumb.work.problems import CannotAccept
from ample_crumb.work.reference import twin_of
from ample_crumb.work.views import FiguresView, portion_view
from ample_crumb.work.ways import Ways, food_of


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
    holds: tuple[Hold, ...] = ()
    allowed: tuple[str, ...] | None = None
    bans: tuple[str, ...] = ()
    whole_eggs: bool = True
    sure: bool = False
    keep_mass: bool = True


@dataclass(frozen=True, slots=True)
class AnswerView:
    """An answer for a screen."""

    parts: tuple[Part, ...]
    lines: tuple[Moved, ...]
    piece: FiguresView
    check: Check
    words: tuple[str, ...]
    missed: tuple[str, ...]
    changed: int


@dataclass(frozen=True, slots=True)
class ReachedView:
    """What came of it."""

    status: Outcome
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


def reached(database: Database, who: Who, bench: Bench, draft: ReachDraft) -> ReachedView:
    """Up to three answers, or the clash and the nearest. Raises CannotUse and CannotAccept."""
    formula, ask, ways = _asked(database, who, bench, draft)
    found: Reached = reach(formula, ask)
    answers = tuple(_view(answer, ways) for answer in found.answers)
    return ReachedView(found.status, answers, found.clash, found.sentence, found.remarks, found.stopped)


def how_far(database: Database, who: Who, bench: Bench, draft: ReachDraft) -> tuple[Reach, ...]:
    """Between which values each wish can go by itself."""
    formula, ask, _ = _asked(database, who, bench, draft)
    return limits(formula, ask)


def trade_off(database: Database, who: Who, bench: Bench, draft: ReachDraft, energy_kcal: float) -> PointView:
    """The most protein that a piece of this energy can have."""
    formula, ask, ways = _asked(database, who, bench, draft)
    found = point(formula, ask, energy_kcal)
    return PointView(energy_kcal, found.protein_g, _view(found.answer, ways) if found.answer else None)


def choices(database: Database, who: Who, bench: Bench) -> ReachChoices:
    """What can be wished for and allowed for what is on the Bench."""
    with database.reading() as connection:
        of = laid_in(connection, who, bench)
        twin = twin_of(connection, who, bench.reference, of.ways)
    claims = {rules: tuple(needs) for rules, needs in _needs(bench, twin).items() if needs}
    foods = reference_cupboard().ingredients
    return ReachChoices(claims, tuple(Candidate(slug, foods[slug].name) for slug in USUAL))


def _needs(bench: Bench, twin: Twin | None) -> dict[str, Mapping[str, tuple[Need, ...]]]:
    reference_g = us_reference_g(bench.family)
    return {"eu": eu_needs(twin), "us": us_needs(reference_g, twin) if reference_g else {}}


def _asked(database: Database, who: Who, bench: Bench, draft: ReachDraft) -> tuple[Formula, Ask, Ways]:
    with database.reading() as connection:
        return _asked_in(connection, who, bench, draft)


MOST_WISHES: Final = 16


def _asked_in(connection: Connection, who: Who, bench: Bench, draft: ReachDraft) -> tuple[Formula, Ask, Ways]:
    of = laid_in(connection, who, bench)
    ways = of.ways
    needs = _needs(bench, twin_of(connection, who, bench.reference, ways))
    making, _ = making_of(bench.making, bench.pieces, ways)
    foods = [*reference_cupboard().ingredients, *(draft.allowed or ())]
    lines = (line for part in of.made.worked.parts for line in part.lines)
    slugs = {*foods, *(line.ingredient.slug for line in lines if line.ingredient)}
    formula = Formula(
        parts=bench.parts,
        family=bench.family,
        making=making,
        tins=tuple(tins_of(bench.making.tins, ways)),
        cupboard=ways.cupboard,
        manner=ways.manner,
        school=ways.school,
        prices={slug: ways.prices[food_of(slug)] for slug in slugs if food_of(slug) in ways.prices},
        learned=ways.learned,
        title=bench.name,
        method=bench.method,
    )
    wishes = tuple(_wish(wish, needs, number) for number, wish in enumerate(draft.wishes))
    mass_share = 0.1 if draft.keep_mass else None
    ask = Ask(wishes, draft.holds, draft.allowed, frozenset(draft.bans), draft.whole_eggs, draft.sure, mass_share)
    return formula, ask, ways


def _wish(draft: WishDraft, needs: Mapping[str, Mapping[str, tuple[Need, ...]]], number: int) -> Wish:
    if not draft.claim_of:
        return Wish(draft.name, draft.value, draft.at_least, draft.per_100g)
    found = needs.get(draft.claim_of, {}).get(draft.name)
    if not found:
        raise CannotAccept(f"/wishes/{number}", f"The claim “{draft.name[:60]}” has no limits for this formula.")
    return Wish(draft.name, needs=found)


def _view(answer: Answer, ways: Ways) -> AnswerView:
    return AnswerView(
        answer.parts,
        answer.lines,
        portion_view(answer.piece, ways.school),
        answer.check,
        answer.words,
        answer.missed,
        answer.changed,
    )
