"""Photos of batches: small JPEGs, up to a few a batch or step."""

from dataclasses import dataclass
from datetime import datetime
from uuid import UUID

from psycopg.rows import class_row

from ample_crumb.store.database import Connection


@dataclass(frozen=True, slots=True)
class PhotoRow:
    """A photo without its picture: of which batch, at which step, and what it shows in words."""

    id: UUID
    batch_id: UUID
    step: str
    words: str
    width_px: int
    height_px: int
    taken_at: datetime


def add(connection: Connection, kitchen_id: UUID, photo: PhotoRow, jpeg: bytes, most: int) -> bool:
    """Keeps a photo; nothing happens when that id is there already. False where its batch has `most` there already. The
    caller has locked the batch."""
    known = connection.execute(
        """
        select id = %(id)s from batch_photo
        where kitchen_id = %(kitchen_id)s and batch_id = %(batch_id)s and (step = %(step)s or id = %(id)s)
        """,
        {"kitchen_id": kitchen_id, "batch_id": photo.batch_id, "step": photo.step, "id": photo.id},
    ).fetchall()
    if any(same for (same,) in known):
        return True
    if len(known) >= most:
        return False
    connection.execute(
        """
        insert into batch_photo (id, kitchen_id, batch_id, step, words, width_px, height_px, jpeg)
        values (%(id)s, %(kitchen_id)s, %(batch_id)s, %(step)s, %(words)s, %(width_px)s, %(height_px)s, %(jpeg)s)
        """,
        {
            "id": photo.id,
            "kitchen_id": kitchen_id,
            "batch_id": photo.batch_id,
            "step": photo.step,
            "words": photo.words,
            "width_px": photo.width_px,
            "height_px": photo.height_px,
            "jpeg": jpeg,
        },
    )
    return True


def list_photos(connection: Connection, kitchen_id: UUID, batch_id: UUID) -> list[PhotoRow]:
    """The photos of a batch in the order in which they were taken."""
    with connection.cursor(row_factory=class_row(PhotoRow)) as cursor:
        return cursor.execute(
            """
            select id, batch_id, step, words, width_px, height_px, taken_at from batch_photo
            where kitchen_id = %(kitchen_id)s and batch_id = %(batch_id)s order by taken_at, id
            """,
            {"kitchen_id": kitchen_id, "batch_id": batch_id},
        ).fetchall()


def of_formula(connection: Connection, kitchen_id: UUID, formula_id: UUID, most: int) -> list[PhotoRow]:
    """The photos at the steps of a formula, from its batches, the newest first."""
    with connection.cursor(row_factory=class_row(PhotoRow)) as cursor:
        return cursor.execute(
            """
            select photo.id, batch_id, step, words, width_px, height_px, taken_at
            from batch_photo photo join batch on batch.kitchen_id = photo.kitchen_id and batch.id = photo.batch_id
            where photo.kitchen_id = %(kitchen_id)s and batch.formula_id = %(formula_id)s and step <> ''
                and removed_at is null
            order by taken_at desc, photo.id limit %(most)s
            """,
            {"kitchen_id": kitchen_id, "formula_id": formula_id, "most": most},
        ).fetchall()


def jpeg_of(connection: Connection, kitchen_id: UUID, photo_id: UUID) -> bytes | None:
    """The picture itself; None where there is none."""
    row = connection.execute(
        "select jpeg from batch_photo where kitchen_id = %(kitchen_id)s and id = %(id)s",
        {"kitchen_id": kitchen_id, "id": photo_id},
    ).fetchone()
    return None if row is None else bytes(row[0])


def remove(connection: Connection, kitchen_id: UUID, photo_id: UUID) -> None:
    """Takes a photo away; nothing happens where there is none."""
    connection.execute(
        "delete from batch_photo where kitchen_id = %(kitchen_id)s and id = %(id)s",
        {"kitchen_id": kitchen_id, "id": photo_id},
    )
