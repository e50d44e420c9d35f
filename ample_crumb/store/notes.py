"""Notes of a formula, at a line or a step."""

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import datetime
from uuid import UUID

from psycopg.rows import class_row

from ample_crumb.store.database import Connection


@dataclass(frozen=True, slots=True)
class NoteRow:
    """A note at the line `line_id` or at a step by its text; both empty for the formula as a whole."""

    id: UUID
    line_id: str
    step: str
    text: str
    written_at: datetime


def list_notes(connection: Connection, kitchen_id: UUID, formula_id: UUID) -> list[NoteRow]:
    """The notes of a formula in the order in which they were written."""
    with connection.cursor(row_factory=class_row(NoteRow)) as cursor:
        return cursor.execute(
            """
            select id, line_id, step, text, written_at from formula_note
            where kitchen_id = %(kitchen_id)s and formula_id = %(formula_id)s order by written_at, id
            """,
            {"kitchen_id": kitchen_id, "formula_id": formula_id},
        ).fetchall()


@dataclass(frozen=True, slots=True)
class NotedFormula:
    """What a formula is called, and the last note of the whole of it, empty for none."""

    id: UUID
    name: str
    last_time: str


def noted_formulas(connection: Connection, kitchen_id: UUID, formula_ids: Sequence[UUID]) -> list[NotedFormula]:
    """These formulas, as far as they are there."""
    with connection.cursor(row_factory=class_row(NotedFormula)) as cursor:
        return cursor.execute(
            """
            select id, name, coalesce((
                select text from formula_note
                where formula_note.kitchen_id = %(kitchen_id)s and formula_note.formula_id = formula.id
                    and line_id = '' and step = ''
                order by written_at desc, formula_note.id limit 1
            ), '') as last_time
            from formula where kitchen_id = %(kitchen_id)s and id = any(%(formula_ids)s)
            """,
            {"kitchen_id": kitchen_id, "formula_ids": list(formula_ids)},
        ).fetchall()


def put(connection: Connection, kitchen_id: UUID, formula_id: UUID, note: NoteRow) -> None:
    """Writes a note, new or changed."""
    connection.execute(
        """
        insert into formula_note (id, kitchen_id, formula_id, line_id, step, text)
        values (%(id)s, %(kitchen_id)s, %(formula_id)s, %(line_id)s, %(step)s, %(text)s)
        on conflict (kitchen_id, id) do update set text = excluded.text
        """,
        {
            "id": note.id,
            "kitchen_id": kitchen_id,
            "formula_id": formula_id,
            "line_id": note.line_id,
            "step": note.step,
            "text": note.text,
        },
    )


def remove(connection: Connection, kitchen_id: UUID, note_id: UUID) -> None:
    """Takes a note away; nothing happens where there is none."""
    connection.execute(
        "delete from formula_note where kitchen_id = %(kitchen_id)s and id = %(id)s",
        {"kitchen_id": kitchen_id, "id": note_id},
    )
