"""What was said of how batches came out: facts that the crumb check learns from."""

from dataclasses import asdict, dataclass
from datetime import datetime
from typing import Any
from uuid import UUID

from psycopg.rows import class_row
from psycopg.types.json import Jsonb

from ample_crumb.core.crumb.feedback import BatchFeedback, DialReading
from ample_crumb.store.database import Connection


@dataclass(frozen=True, slots=True)
class FeedbackRow:
    """A saying, as of when its batch was made, with the name of its formula, or of its batch where it is of no
    formula."""

    id: UUID
    formula_id: UUID | None
    formula: str
    version_number: int | None
    given_at: datetime
    words: str
    family: str
    dials: dict[str, Any]
    holding_shares: dict[str, float]

    def batch(self) -> BatchFeedback:
        """As the core has it."""
        dials = {name: DialReading(**dial_readings) for name, dial_readings in self.dials.items()}
        return BatchFeedback(self.words, self.family, dials, self.holding_shares)


def list_feedback(connection: Connection, kitchen_id: UUID) -> list[FeedbackRow]:
    """All that was said in this kitchen, the last first."""
    with connection.cursor(row_factory=class_row(FeedbackRow)) as cursor:
        return cursor.execute(
            """
            select feedback.id, feedback.formula_id, coalesce(formula.name, batch.name, '') as formula,
                feedback.version_number, coalesce(batch.made_at, given_at) as given_at, words, feedback.family, dials,
                holding_shares from batch_feedback feedback left join formula on formula.kitchen_id =
                feedback.kitchen_id and formula.id = feedback.formula_id left join batch on batch.kitchen_id =
                feedback.kitchen_id and batch.id = feedback.batch_id where feedback.kitchen_id = %(kitchen_id)s and
                batch.removed_at is null order by coalesce(batch.made_at, given_at) desc, feedback.id """,
            {"kitchen_id": kitchen_id},
        ).fetchall()


@dataclass(frozen=True, slots=True)
class FeedbackFor:
    """What a saying is of: a formula, a kept version of it, a batch; as far as there is one."""

    formula_id: UUID | None = None
    version_number: int | None = None
    batch_id: UUID | None = None


def add(
    connection: Connection, kitchen_id: UUID, feedback_id: UUID, given_for: FeedbackFor, batch: BatchFeedback
) -> None:
    """Keeps a saying; nothing happens when that id is there already, as after a retry."""
    connection.execute(
        """
        insert into batch_feedback
            (id, kitchen_id, formula_id, version_number, batch_id, words, family, dials, holding_shares)
        values (%(id)s, %(kitchen_id)s, %(formula_id)s, %(version_number)s, %(batch_id)s, %(words)s, %(family)s,
            %(dials)s, %(holding_shares)s)
        on conflict (kitchen_id, id) do nothing
        """,
        {
            "id": feedback_id,
            "kitchen_id": kitchen_id,
            "formula_id": given_for.formula_id,
            "version_number": given_for.version_number,
            "batch_id": given_for.batch_id,
            "words": batch.words,
            "family": batch.family,
            "dials": Jsonb({name: asdict(dial_readings) for name, dial_readings in batch.dials.items()}),
            "holding_shares": Jsonb(dict(batch.holding_shares)),
        },
    )


def forget_batch(connection: Connection, kitchen_id: UUID, batch_id: UUID) -> None:
    """Forgets what was said of a batch, as before it is told anew."""
    connection.execute(
        "delete from batch_feedback where kitchen_id = %(kitchen_id)s and batch_id = %(batch_id)s",
        {"kitchen_id": kitchen_id, "batch_id": batch_id},
    )


def forget(connection: Connection, kitchen_id: UUID, feedback_id: UUID | None = None) -> None:
    """Forgets one saying, or all of the kitchen."""
    connection.execute(
        """
        delete from batch_feedback
        where kitchen_id = %(kitchen_id)s and (%(id)s::uuid is null or id = %(id)s)
        """,
        {"kitchen_id": kitchen_id, "id": feedback_id},
    )
