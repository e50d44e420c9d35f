"""The crumb check of the Bench: repairs, and what batches taught."""

from dataclasses import dataclass
from datetime import datetime
from uuid import UUID

from ample_crumb.core.crumb.composition import share_of, summed
from ample_crumb.core.crumb.dials import TITLES, dials_of
from ample_crumb.core.crumb.feedback import FEEDBACK_OPTIONS, BatchFeedback, dial_readings, learn, shares_of_holding
from ample_crumb.core.crumb.repairs import Repair, RepairContext, find_repairs
from ample_crumb.core.food.cupboard import reference_cupboard
from ample_crumb.core.formula.allergens import allergens_of
from ample_crumb.core.formula.families import family_of
from ample_crumb.core.formula.rewrite import nudged
from ample_crumb.store import feedback, formulas
from ample_crumb.store.database import Database
from ample_crumb.store.feedback import FeedbackRow
from ample_crumb.store.kitchens import Principal
from ample_crumb.work.bench import Bench
from ample_crumb.work.context import load_context
from ample_crumb.work.evaluate_bench import EvaluatedBench, evaluate_bench
from ample_crumb.work.problems import CannotAccept, NotHere


@dataclass(frozen=True, slots=True)
class RepairView:
    """A repair, and the text that the line at `place` becomes, or of the new line in part `part`."""

    repair: Repair
    part: int
    text: str


def repairs(database: Database, principal: Principal, bench: Bench) -> list[RepairView]:
    """What would bring the dials back that are out of their windows."""
    of = evaluate_bench(database, principal, bench)
    eaters = frozenset(about for eater in of.context.eaters for about in eater.avoids)
    setting = RepairContext(
        piece_count=of.made.evaluated.piece_count,
        energy=of.context.preferences.energy,
        prices=of.prices(*reference_cupboard().ingredients),
        contents=allergens_of(of.made.evaluated, of.context.cupboard),
        avoided=eaters,
    )
    found = find_repairs(of.dough, of.context.cupboard, setting, of.context.learned)
    return [RepairView(repair, of.dough.dough.part, text) for repair in found if (text := _text(repair, of))]


def _text(repair: Repair, of: EvaluatedBench) -> str:
    if repair.place is None:
        return f"{repair.change_g:g} g {repair.name}"
    line = [line for part in of.made.evaluated.parts for line in part.lines][repair.place]
    assert line.figures is not None
    return nudged(line, repair.resulting_g / line.figures.mass_g) or ""


@dataclass(frozen=True, slots=True)
class LessonView:
    """What was learned, in a sentence: by which `share` something was moved, from so many `batches`."""

    sentence: str
    share: float
    batches: int


@dataclass(frozen=True, slots=True)
class FeedbackView:
    """A saying of a batch."""

    id: UUID
    formula_id: UUID
    formula: str
    version_number: int | None
    said_at: datetime
    words: str


@dataclass(frozen=True, slots=True)
class LearningView:
    """What a kitchen's batches taught, what was said of them, and what can be said."""

    lessons: tuple[LessonView, ...]
    said: tuple[FeedbackView, ...]
    sayings: tuple[str, ...]


def learning(database: Database, principal: Principal) -> LearningView:
    """What was learned, and from what."""
    with database.reading() as connection:
        rows = feedback.listed(connection, principal.kitchen_id)
        foods = load_context(connection, principal).cupboard.ingredients
    lessons = []
    for lesson in learn(row.batch() for row in rows)[1]:
        way = "more" if lesson.share > 0 else "less"
        share = f"{abs(lesson.share):.0%}".replace("%", " %")
        if lesson.food:
            name = foods[lesson.food].name if lesson.food in foods else "a food that is gone"
            sentence = f"Your {name} holds {share} {way} water than the table says."
        else:
            family = family_of(lesson.family).name or "all you bake"
            higher = "higher" if lesson.share > 0 else "lower"
            sentence = f"{TITLES[lesson.dial]} of {family.lower()}: your window lies {share} {higher} than the table's."
        lessons.append(LessonView(sentence, lesson.share, lesson.batches))
    words = tuple(saying.words for saying in FEEDBACK_OPTIONS)
    return LearningView(tuple(lessons), tuple(map(_said, rows)), words)


def _said(row: FeedbackRow) -> FeedbackView:
    return FeedbackView(row.id, row.formula_id, row.formula, row.version_number, row.said_at, row.words)


def say(
    database: Database, principal: Principal, formula_id: UUID, said_id: UUID, words: str, number: int | None, bench: Bench
) -> LearningView:
    """Keeps how a batch of what is on the Bench came out, with where its dials stand by the table. Raises NotHere, and
    CannotAccept for words that are none or a formula that has no dials to learn from."""
    if words not in {saying.words for saying in FEEDBACK_OPTIONS}:
        raise CannotAccept("/words", "Choose one of the words that are offered.")
    of = evaluate_bench(database, principal, bench)
    shares = of.dough.dough.lines
    slugs = dict.fromkeys(share.item.slug for share in shares)
    by_food = {slug: summed(share_of(share) for share in shares if share.item.slug == slug) for slug in slugs}
    # By the table, not by what was learned before: else every batch would be judged by those before it.
    dials = dial_readings(dials_of(summed(by_food.values()), of.dough.family))
    if not dials:
        raise CannotAccept("/words", "There is no dough here yet that a batch could teach something about.")
    batch = BatchFeedback(words, of.dough.family, dials, shares_of_holding(by_food))
    with database.transaction() as connection:
        if formulas.find(connection, principal.kitchen_id, formula_id) is None:
            raise NotHere("formula")
        feedback.add(connection, principal.kitchen_id, said_id, formula_id, number, batch)
    return learning(database, principal)


def forget(database: Database, principal: Principal, said_id: UUID | None = None) -> LearningView:
    """Forgets one saying, or all that was learned."""
    with database.transaction() as connection:
        feedback.forget(connection, principal.kitchen_id, said_id)
    return learning(database, principal)
