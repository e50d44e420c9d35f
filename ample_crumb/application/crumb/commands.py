"""Writes of the crumb check: how a batch came out."""

from uuid import UUID

from ample_crumb.application.crumb.views import FeedbackDraft
from ample_crumb.application.formulas.draft import Bench
from ample_crumb.application.formulas.evaluation import evaluate_bench
from ample_crumb.application.problems import CannotAccept, NotHere
from ample_crumb.core.crumb.composition import share_of, summed
from ample_crumb.core.crumb.dials.judge import dials_of
from ample_crumb.core.crumb.feedback import FEEDBACK_OPTIONS, BatchFeedback, dial_readings, holding_shares_of
from ample_crumb.store import feedback, formulas
from ample_crumb.store.database import Database
from ample_crumb.store.scope import Principal


def record_feedback(
    database: Database, principal: Principal, formula_id: UUID, given: FeedbackDraft, bench: Bench
) -> None:
    """Keeps how a batch of what is on the Bench came out, with where its dials stand by the table. Raises NotHere, and
    CannotAccept for words that are none or a formula that has no dials to learn from."""
    if given.words not in {option.words for option in FEEDBACK_OPTIONS}:
        raise CannotAccept("/words", "Choose one of the words that are offered.")
    evaluated = evaluate_bench(database, principal, bench)
    shares = evaluated.dough.dough.lines
    slugs = dict.fromkeys(share.item.slug for share in shares)
    by_food = {slug: summed(share_of(share) for share in shares if share.item.slug == slug) for slug in slugs}
    # By the table, not by what was learned before: else every batch would be judged by those before it.
    dials = dial_readings(dials_of(summed(by_food.values()), evaluated.dough.family))
    if not dials:
        raise CannotAccept("/words", "There is no dough here yet that a batch could teach something about.")
    batch = BatchFeedback(given.words, evaluated.dough.family, dials, holding_shares_of(by_food))
    with database.transaction(principal) as connection:
        if formulas.find(connection, principal.kitchen_id, formula_id) is None:
            raise NotHere("formula")
        feedback.add(connection, principal.kitchen_id, given.id, formula_id, given.number, batch)


def forget(database: Database, principal: Principal, feedback_id: UUID | None = None) -> None:
    """Forgets the feedback of one batch, or all that was learned."""
    with database.transaction(principal) as connection:
        feedback.forget(connection, principal.kitchen_id, feedback_id)
