"""Writes of the crumb check: how a batch came out."""

from uuid import UUID

from ample_crumb.application.crumb.lessons import lesson_of
from ample_crumb.application.crumb.views import FeedbackDraft
from ample_crumb.application.formulas.draft import Bench
from ample_crumb.application.formulas.evaluation import evaluate_bench
from ample_crumb.application.problems import CannotAccept, NotHere
from ample_crumb.core.crumb.feedback import FEEDBACK_OPTIONS
from ample_crumb.store import batches, feedback, formulas, kitchens
from ample_crumb.store.database import Database
from ample_crumb.store.feedback import FeedbackFor
from ample_crumb.store.scope import Principal


def record_feedback(
    database: Database, principal: Principal, formula_id: UUID, given: FeedbackDraft, bench: Bench
) -> None:
    """Keeps how a batch of what is on the Bench came out, with where its dials stand by the table. Raises NotHere, and
    CannotAccept for words that are none or a formula that has no dials to learn from."""
    if given.words not in {option.words for option in FEEDBACK_OPTIONS}:
        raise CannotAccept("/words", "Choose one of the words that are offered.")
    evaluated = evaluate_bench(database, principal, bench)
    batch = lesson_of(evaluated, given.words)
    if batch is None:
        raise CannotAccept("/words", "There is no dough here yet that a batch could teach something about.")
    with database.transaction(principal) as connection:
        if formulas.find(connection, principal.kitchen_id, formula_id) is None:
            raise NotHere("formula")
        about = FeedbackFor(formula_id, given.number)
        feedback.add(connection, principal.kitchen_id, given.id, about, batch)


def forget(database: Database, principal: Principal, feedback_id: UUID | None = None) -> None:
    """Forgets the feedback of one batch, or all that was learned."""
    with database.transaction(principal) as connection:
        if feedback_id is None:
            # Locks in one order: each of these says that what the kitchen knows is another now.
            kitchens.lock(connection, principal.kitchen_id)
            batches.forget_bake(connection, principal.kitchen_id)
        feedback.forget(connection, principal.kitchen_id, feedback_id)


def forget_bake(database: Database, principal: Principal, batch_id: UUID) -> None:
    """Forgets how long one batch took."""
    with database.transaction(principal) as connection:
        kitchens.lock(connection, principal.kitchen_id)
        batches.forget_bake(connection, principal.kitchen_id, batch_id)
