"""Tastings: which batches stand under which letter, and what each taster said of them."""

from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from datetime import datetime
from uuid import UUID

from psycopg.rows import class_row

from ample_crumb.store.database import Connection


@dataclass(frozen=True, slots=True)
class TastingRow:
    """A tasting; `blind` where tasters see letters alone. `poles` are those that are asked, in order."""

    id: UUID
    name: str
    blind: bool
    poles: list[str]
    tasted_at: datetime


@dataclass(frozen=True, slots=True)
class SampleRow:
    """A batch under its letter."""

    tasting_id: UUID
    letter: str
    batch_id: UUID
    name: str
    made_at: datetime
    version_number: int | None


@dataclass(frozen=True, slots=True)
class TastingMark:
    """What a taster said of the batch under a letter."""

    taster: str
    letter: str
    pole: str
    score: int


def add_tasting(connection: Connection, kitchen_id: UUID, tasting: TastingRow, batch_ids: Sequence[UUID]) -> bool:
    """Writes a tasting of these batches, lettered in their order; False when that id is there already."""
    added = connection.execute(
        """
        insert into tasting (id, kitchen_id, name, blind, poles, tasted_at)
        values (%(id)s, %(kitchen_id)s, %(name)s, %(blind)s, %(poles)s, %(tasted_at)s)
        on conflict (kitchen_id, id) do nothing
        """,
        {
            "id": tasting.id,
            "kitchen_id": kitchen_id,
            "name": tasting.name,
            "blind": tasting.blind,
            "poles": tasting.poles,
            "tasted_at": tasting.tasted_at,
        },
    )
    if added.rowcount == 1:
        connection.execute(
            """
            insert into tasting_sample (kitchen_id, tasting_id, letter, batch_id)
            select %(kitchen_id)s, %(id)s, chr(64 + place::integer), batch_id
            from unnest(%(batch_ids)s::uuid[]) with ordinality as each (batch_id, place)
            """,
            {"kitchen_id": kitchen_id, "id": tasting.id, "batch_ids": list(batch_ids)},
        )
    return added.rowcount == 1


def find_tasting(connection: Connection, kitchen_id: UUID, tasting_id: UUID) -> TastingRow | None:
    """One tasting; None where there is none or it was taken away."""
    with connection.cursor(row_factory=class_row(TastingRow)) as cursor:
        return cursor.execute(
            """
            select id, name, blind, poles, tasted_at from tasting
            where kitchen_id = %(kitchen_id)s and id = %(tasting_id)s and removed_at is null
            """,
            {"kitchen_id": kitchen_id, "tasting_id": tasting_id},
        ).fetchone()


def list_tastings(connection: Connection, kitchen_id: UUID, most: int) -> list[TastingRow]:
    """Tastings, the last first, so many."""
    with connection.cursor(row_factory=class_row(TastingRow)) as cursor:
        return cursor.execute(
            """
            select id, name, blind, poles, tasted_at from tasting
            where kitchen_id = %(kitchen_id)s and removed_at is null order by tasted_at desc, id limit %(most)s
            """,
            {"kitchen_id": kitchen_id, "most": most},
        ).fetchall()


def samples_of(connection: Connection, kitchen_id: UUID, tasting_ids: Sequence[UUID]) -> list[SampleRow]:
    """The batches of these tastings by their letters."""
    with connection.cursor(row_factory=class_row(SampleRow)) as cursor:
        return cursor.execute(
            """
            select tasting_id, letter, batch_id, batch.name, batch.made_at, batch.version_number
            from tasting_sample join batch on batch.kitchen_id = %(kitchen_id)s and batch.id = tasting_sample.batch_id
            where tasting_sample.kitchen_id = %(kitchen_id)s and tasting_id = any(%(tasting_ids)s)
            order by tasting_id, letter
            """,
            {"kitchen_id": kitchen_id, "tasting_ids": list(tasting_ids)},
        ).fetchall()


def marks_of(connection: Connection, kitchen_id: UUID, tasting_id: UUID) -> list[TastingMark]:
    """All that was said at a tasting."""
    with connection.cursor(row_factory=class_row(TastingMark)) as cursor:
        return cursor.execute(
            """
            select taster, letter, pole, score from tasting_mark
            where kitchen_id = %(kitchen_id)s and tasting_id = %(tasting_id)s order by taster, letter, pole
            """,
            {"kitchen_id": kitchen_id, "tasting_id": tasting_id},
        ).fetchall()


def put_marks(connection: Connection, kitchen_id: UUID, tasting_id: UUID, marks: Iterable[TastingMark]) -> None:
    """Tasters say so now, whatever they said before; of what is said twice the last counts. Raises ForeignKeyViolation
    for a letter that is not there."""
    # In one order, so that two who write the same ones wait for each other and do not block each other.
    last = sorted({(mark.taster, mark.letter, mark.pole): mark.score for mark in marks}.items())
    connection.execute(
        """
        insert into tasting_mark (kitchen_id, tasting_id, taster, letter, pole, score)
        select %(kitchen_id)s, %(tasting_id)s, each.taster, each.letter, each.pole, each.score
        from unnest(%(tasters)s::text[], %(letters)s::text[], %(poles)s::text[], %(scores)s::integer[])
            as each (taster, letter, pole, score)
        on conflict (kitchen_id, tasting_id, taster, letter, pole) do update set score = excluded.score
        """,
        {
            "kitchen_id": kitchen_id,
            "tasting_id": tasting_id,
            "tasters": [taster for (taster, _, _), _ in last],
            "letters": [letter for (_, letter, _), _ in last],
            "poles": [pole for (_, _, pole), _ in last],
            "scores": [score for _, score in last],
        },
    )


def remove_tasting(connection: Connection, kitchen_id: UUID, tasting_id: UUID, *, removed: bool) -> bool:
    """Takes a tasting out of the lists, or brings it back; False when there is none of that id."""
    done = connection.execute(
        """
        update tasting set removed_at = case when %(removed)s then coalesce(removed_at, now()) end
        where kitchen_id = %(kitchen_id)s and id = %(tasting_id)s
        """,
        {"kitchen_id": kitchen_id, "tasting_id": tasting_id, "removed": removed},
    )
    return done.rowcount == 1


@dataclass(frozen=True, slots=True)
class BatchMark:
    """What somebody said of a batch at any tasting, the later ones behind."""

    batch_id: UUID
    taster: str
    pole: str
    score: int


def marks_of_batches(connection: Connection, kitchen_id: UUID, batch_ids: Sequence[UUID]) -> list[BatchMark]:
    """All that was ever said of these batches."""
    with connection.cursor(row_factory=class_row(BatchMark)) as cursor:
        return cursor.execute(
            """
            select batch_id, taster, pole, score from tasting_mark
            join tasting_sample using (kitchen_id, tasting_id, letter)
            join tasting on tasting.kitchen_id = %(kitchen_id)s and tasting.id = tasting_id
            where tasting_mark.kitchen_id = %(kitchen_id)s and batch_id = any(%(batch_ids)s) and removed_at is null
            order by tasted_at, tasting_id, taster, letter, pole
            """,
            {"kitchen_id": kitchen_id, "batch_ids": list(batch_ids)},
        ).fetchall()
