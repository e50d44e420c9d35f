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
    """A saying, with the name of its formula."""

    id: UUID
    formula_id: UUID
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


def listed(connection: Connection, kitchen_id: UUID) -> list[FeedbackRow]:
    """All that was said in this kitchen, the last first."""
    with connection.cursor(row_factory=class_row(FeedbackRow)) as cursor:
        return cursor.execute(
            """
            select feedback.id, formula_id, formula.name as formula, version_number, given_at, words, feedback.family,
                dials, holding_shares
            from batch_feedback feedback
            join formula on formula.kitchen_id = feedback.kitchen_id and formula.id = feedback.formula_id
            where feedback.kitchen_id = %(kitchen_id)s
            order by given_at desc, feedback.id
            """,
            {"kitchen_id": kitchen_id},
        ).fetchall()


def add(
    connection: Connection,
    kitchen_id: UUID,
    feedback_id: UUID,
    formula_id: UUID,
    version_number: int | None,
    batch: BatchFeedback,
) -> None:
    """Keeps a saying; nothing happens when that id is there already, as after a retry."""
    connection.execute(
        """
        insert into batch_feedback
            (id, kitchen_id, formula_id, version_number, words, family, dials, holding_shares)
        values (%(id)s, %(kitchen_id)s, %(formula_id)s, %(version_number)s, %(words)s, %(family)s, %(dials)s,
            %(holding_shares)s)
        on conflict (kitchen_id, id) do nothing
        """,
        {
            "id": feedback_id,
            "kitchen_id": kitchen_id,
            "formula_id": formula_id,
            "version_number": version_number,
            "words": batch.words,
            "family": batch.family,
            "dials": Jsonb({name: asdict(dial_readings) for name, dial_readings in batch.dials.items()}),
            "holding_shares": Jsonb(dict(batch.holding_shares)),
        },
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
