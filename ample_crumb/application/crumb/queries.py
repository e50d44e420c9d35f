"""Reads of the crumb check: what batches taught."""

from ample_crumb.application.context import load_context
from ample_crumb.application.crumb.dough_advice import look_at_dough
from ample_crumb.application.crumb.views import BakeView, FeedbackView, LearningView, LessonView, LookView
from ample_crumb.application.formulas.draft import Bench
from ample_crumb.application.formulas.evaluation import evaluate_bench
from ample_crumb.core.crumb.dials.judge import title_of
from ample_crumb.core.crumb.dough_diagnosis import Stage
from ample_crumb.core.crumb.dough_state import Consistency
from ample_crumb.core.crumb.feedback import FEEDBACK_OPTIONS, learn
from ample_crumb.core.formula.families import family_of
from ample_crumb.core.production.oven_learning import OvenLesson
from ample_crumb.store import batches, feedback
from ample_crumb.store.batches import BakeRow
from ample_crumb.store.database import Database
from ample_crumb.store.feedback import FeedbackRow
from ample_crumb.store.scope import Principal


def look(database: Database, principal: Principal, bench: Bench, said: Consistency, stage: Stage) -> LookView:
    """What to do about the dough on the Bench that is like that by now. Raises CannotUse."""
    return look_at_dough(evaluate_bench(database, principal, bench), said, stage)


def read_learning(database: Database, principal: Principal) -> LearningView:
    """What was learned, and from what."""
    with database.transaction(principal) as connection:
        rows = feedback.list_feedback(connection, principal.kitchen_id)
        bakes = batches.bakes(connection, principal.kitchen_id)
        context = load_context(connection, principal)
    foods = context.cupboard.ingredients
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
    ovens = tuple(_oven_lesson(lesson) for lesson in context.ovens.values())
    return LearningView(tuple(lessons), ovens, tuple(map(_said, rows)), tuple(map(_bake, bakes)), words)


def _oven_lesson(lesson: OvenLesson) -> LessonView:
    share = lesson.factor - 1
    way = "more" if share > 0 else "less"
    words = (
        f"{lesson.oven[0].upper()}{lesson.oven[1:]}: your oven takes {abs(share):.0%} {way} time than the table says."
    )
    return LessonView(words.replace("%", " %"), share, lesson.bake_count)


def _bake(row: BakeRow) -> BakeView:
    return BakeView(row.id, row.name, row.made_at, row.oven, row.predicted_min, row.took_min)


def _said(row: FeedbackRow) -> FeedbackView:
    return FeedbackView(row.id, row.formula_id, row.formula, row.version_number, row.given_at, row.words)
