"""Reads of the crumb check: repairs, and what batches taught."""

from ample_crumb.application.context import load_context
from ample_crumb.application.crumb.views import FeedbackView, LearningView, LessonView, RepairView
from ample_crumb.application.formulas.draft import Bench
from ample_crumb.application.formulas.evaluation import EvaluatedBench, evaluate_bench
from ample_crumb.core.crumb.dials.judge import title_of
from ample_crumb.core.crumb.feedback import FEEDBACK_OPTIONS, learn
from ample_crumb.core.crumb.repairs import Repair, RepairContext, find_repairs
from ample_crumb.core.food.cupboard import reference_cupboard
from ample_crumb.core.formula.allergens import allergens_of
from ample_crumb.core.formula.families import family_of
from ample_crumb.core.formula.rewrite import nudged
from ample_crumb.store import feedback
from ample_crumb.store.database import Database
from ample_crumb.store.feedback import FeedbackRow
from ample_crumb.store.scope import Principal


def repairs(database: Database, principal: Principal, bench: Bench) -> list[RepairView]:
    """What would bring the dials back that are out of their windows."""
    evaluated = evaluate_bench(database, principal, bench)
    eaters = frozenset(about for eater in evaluated.context.eaters for about in eater.avoids)
    setting = RepairContext(
        piece_count=evaluated.production.evaluated.piece_count,
        energy=evaluated.context.preferences.energy,
        prices=evaluated.prices(*reference_cupboard().ingredients),
        allergens=allergens_of(evaluated.production.evaluated, evaluated.context.cupboard),
        avoided=eaters,
    )
    found = find_repairs(evaluated.dough, evaluated.context.cupboard, setting, evaluated.context.learned)
    return [
        RepairView(repair, evaluated.dough.dough.part, text) for repair in found if (text := _text(repair, evaluated))
    ]


def _text(repair: Repair, evaluated: EvaluatedBench) -> str:
    if repair.place is None:
        return f"{repair.change_g:g} g {repair.name}"
    line = [line for part in evaluated.production.evaluated.parts for line in part.lines][repair.place]
    assert line.figures is not None
    return nudged(line, repair.resulting_g / line.figures.mass_g) or ""


def learning(database: Database, principal: Principal) -> LearningView:
    """What was learned, and from what."""
    with database.transaction(principal) as connection:
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
            sentence = (
                f"{title_of(lesson.dial)} of {family.lower()}: your window lies {share} {higher} than the table's."
            )
        lessons.append(LessonView(sentence, lesson.share, lesson.batches))
    words = tuple(saying.words for saying in FEEDBACK_OPTIONS)
    return LearningView(tuple(lessons), tuple(map(_said, rows)), words)


def _said(row: FeedbackRow) -> FeedbackView:
    return FeedbackView(row.id, row.formula_id, row.formula, row.version_number, row.given_at, row.words)
