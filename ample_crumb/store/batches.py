"""Batches as made: facts with their lots; a correction is a new revision, and what was before is kept."""

from collections.abc import Mapping, Sequence
from dataclasses import asdict, dataclass
from datetime import datetime
from typing import Any, Final
from uuid import UUID

from psycopg.rows import class_row
from psycopg.sql import SQL
from psycopg.types.json import Jsonb

from ample_crumb.core.batch.lots import LotShare
from ample_crumb.core.food.nutrients import Portion
from ample_crumb.core.formula.allergens import AllergenNames
from ample_crumb.store.columns import FiguresRow, column_list, columns, set_list, value_list
from ample_crumb.store.database import Connection


@dataclass(frozen=True, slots=True, kw_only=True)
class ListedBatch(FiguresRow):
    """A batch as far as a list shows it, with the figures of one of `piece_count` pieces alike. `planned_*` are what
    its formula promised, `took_min` is when it was done. Of its document there are its form, what differed, how it
    turned out, and the note."""

    id: UUID
    formula_id: UUID | None
    version_number: int | None
    dough_id: UUID | None
    name: str
    family: str
    made_at: datetime
    zone: str
    piece_count: float
    planned_energy_kcal: float | None
    planned_protein_g: float | None
    took_min: float | None
    document: dict[str, Any]


@dataclass(frozen=True, slots=True, kw_only=True)
class BatchRow(ListedBatch):
    """A batch with its whole document. `predicted_min` is the middle of its window by the table, in that `oven`."""

    revision: int
    dough_g: float
    baked_g: float
    planned_count: float
    oven: str | None
    predicted_min: float | None
    allergens: dict[str, Any]
    keeping: dict[str, Any] | None
    shape: str
    cost: float | None
    cost_at_least: bool
    removed: bool


@dataclass(frozen=True, slots=True)
class LotRow:
    """A lot of a batch: so many pieces, each a share of the whole."""

    lot: int
    piece_count: int
    piece_g: float
    share: float


_HEAD = (
    "id", "formula_id", "version_number", "dough_id", "name", "family", "made_at", "zone", "document", "composition",
    "rules", "dough_g", "baked_g", "piece_count", "planned_count", "planned_energy_kcal", "planned_protein_g", "oven",
    "predicted_min", "took_min", "allergens", "keeping", "shape", "cost", "cost_at_least", "powder_g",
)  # fmt: skip
_SHOWN = SQL(
    """id, formula_id, version_number, dough_id, name, family, made_at, zone, revision, document, dough_g, baked_g,
    piece_count, planned_count, planned_energy_kcal, planned_protein_g, oven, predicted_min, took_min, allergens,
    keeping, shape, cost, cost_at_least, removed_at is not null as removed, {figures}"""
).format(figures=column_list())


_LISTED: Final = SQL(
    """id, formula_id, version_number, dough_id, name, family, made_at, zone, piece_count, planned_energy_kcal,
    planned_protein_g, took_min, jsonb_strip_nulls(jsonb_build_object(
        'schema', document -> 'schema', 'difference', document -> 'difference', 'record', jsonb_build_object(
            'words', document -> 'record' -> 'words', 'note', document -> 'record' -> 'note'
        )
    )) as document, {figures}"""
).format(figures=column_list())


@dataclass(frozen=True, slots=True, kw_only=True)
class NewBatch:
    """A batch to write; `piece` is one of pieces alike, and `powder_g` the protein powder in it. `keeping` is what
    tells how long it keeps, `cost` that of all of it, None where nothing in it has a price."""

    id: UUID
    formula_id: UUID | None
    version_number: int | None
    dough_id: UUID | None
    name: str
    family: str
    made_at: datetime
    zone: str
    document: Mapping[str, Any]
    composition: Mapping[str, Any]
    rules: int
    dough_g: float
    baked_g: float
    piece_count: float
    planned_count: float
    planned_energy_kcal: float | None
    planned_protein_g: float | None
    oven: str | None
    predicted_min: float | None
    took_min: float | None
    allergens: AllergenNames
    keeping: Mapping[str, Any]
    shape: str
    cost: float | None
    cost_at_least: bool
    powder_g: float
    piece: Portion
    lots: Sequence[LotShare]

    def parameters(self, kitchen_id: UUID) -> dict[str, Any]:
        """As named parameters of an insert or update."""
        own = {name: getattr(self, name) for name in _HEAD}
        return (
            columns(self.piece)
            | own
            | {
                "kitchen_id": kitchen_id,
                "document": Jsonb(dict(self.document)),
                "composition": Jsonb(dict(self.composition)),
                "allergens": Jsonb(asdict(self.allergens)),
                "keeping": Jsonb(dict(self.keeping)),
            }
        )


def add(connection: Connection, kitchen_id: UUID, new: NewBatch) -> bool:
    """Writes a batch; False when that id is there already, as after a retry."""
    added = connection.execute(
        SQL("""
        insert into batch (kitchen_id, {head}, {figures}) values (%(kitchen_id)s, {head_values}, {figure_values})
        on conflict (kitchen_id, id) do nothing
        """).format(
            head=column_list(_HEAD), figures=column_list(), head_values=value_list(_HEAD), figure_values=value_list()
        ),
        new.parameters(kitchen_id),
    )
    if added.rowcount == 1:
        _write_lots(connection, kitchen_id, new)
    return added.rowcount == 1


_CORRECTED = tuple(name for name in _HEAD if name not in ("id", "formula_id", "version_number"))


def correct(connection: Connection, kitchen_id: UUID, new: NewBatch, revision: int) -> bool:
    """Writes a batch anew over this revision of it, which is kept; False where it is at another one."""
    kept = connection.execute(
        SQL("""
        with before as (
            select revision, written_at, document from batch
            where kitchen_id = %(kitchen_id)s and id = %(id)s and revision = %(revision)s for update
        ), kept as (
            insert into batch_revision (kitchen_id, batch_id, revision, written_at, document)
            select %(kitchen_id)s, %(id)s, revision, written_at, document from before
        )
        update batch set {head_sets}, {figure_sets}, revision = before.revision + 1, written_at = now()
        from before where batch.kitchen_id = %(kitchen_id)s and batch.id = %(id)s
        """).format(head_sets=set_list(_CORRECTED), figure_sets=set_list()),
        new.parameters(kitchen_id) | {"revision": revision},
    )
    if kept.rowcount != 1:
        return False
    connection.execute(
        "delete from batch_lot where kitchen_id = %(kitchen_id)s and batch_id = %(id)s",
        {"kitchen_id": kitchen_id, "id": new.id},
    )
    _write_lots(connection, kitchen_id, new)
    return True


def _write_lots(connection: Connection, kitchen_id: UUID, new: NewBatch) -> None:
    connection.execute(
        """
        insert into batch_lot (kitchen_id, batch_id, lot, piece_count, piece_g, share)
        select %(kitchen_id)s, %(id)s, lot, piece_count, piece_g, share
        from unnest(%(piece_counts)s::integer[], %(piece_g)s::numeric[], %(share)s::numeric[])
            with ordinality as each (piece_count, piece_g, share, lot)
        """,
        {
            "kitchen_id": kitchen_id,
            "id": new.id,
            "piece_counts": [lot.piece_count for lot in new.lots],
            "piece_g": [lot.piece_g for lot in new.lots],
            "share": [min(1.0, lot.share) for lot in new.lots],
        },
    )


def find(connection: Connection, kitchen_id: UUID, batch_id: UUID, *, lock: bool = False) -> BatchRow | None:
    """One batch, removed or not; None when there is none. With `lock` it stays as it is for this transaction."""
    with connection.cursor(row_factory=class_row(BatchRow)) as cursor:
        return cursor.execute(
            SQL("select {shown} from batch where kitchen_id = %(kitchen_id)s and id = %(id)s {lock}").format(
                shown=_SHOWN, lock=SQL("for no key update" if lock else "")
            ),
            {"kitchen_id": kitchen_id, "id": batch_id},
        ).fetchone()


def lots_of(connection: Connection, kitchen_id: UUID, batch_id: UUID) -> list[LotRow]:
    """The lots of a batch in their order."""
    with connection.cursor(row_factory=class_row(LotRow)) as cursor:
        return cursor.execute(
            """
            select lot, piece_count, piece_g, share from batch_lot
            where kitchen_id = %(kitchen_id)s and batch_id = %(batch_id)s order by lot
            """,
            {"kitchen_id": kitchen_id, "batch_id": batch_id},
        ).fetchall()


@dataclass(frozen=True, slots=True)
class BatchesFrom:
    """Where a page of batches begins: behind the one that was made then."""

    made_at: datetime
    id: UUID


def list_batches(connection: Connection, kitchen_id: UUID, formula_id: UUID, most: int) -> list[BatchRow]:
    """Batches of a formula with all that is kept of them, the last made first, so many."""
    with connection.cursor(row_factory=class_row(BatchRow)) as cursor:
        return cursor.execute(
            SQL("""
            select {shown} from batch
            where kitchen_id = %(kitchen_id)s and removed_at is null and formula_id = %(formula_id)s
            order by made_at desc, id limit %(most)s
            """).format(shown=_SHOWN),
            {"kitchen_id": kitchen_id, "formula_id": formula_id, "most": most},
        ).fetchall()


def page(
    connection: Connection, kitchen_id: UUID, formula_id: UUID | None, most: int, behind: BatchesFrom | None = None
) -> list[ListedBatch]:
    """Batches of a formula, or of all for None, for a list, the last made first, so many."""
    with connection.cursor(row_factory=class_row(ListedBatch)) as cursor:
        return cursor.execute(
            SQL("""
            select {shown} from batch
            where kitchen_id = %(kitchen_id)s and removed_at is null {narrowed} {behind}
            order by made_at desc, id limit %(most)s
            """).format(
                shown=_LISTED,
                narrowed=SQL("and formula_id = %(formula_id)s" if formula_id else ""),
                behind=SQL("and made_at <= %(made_at)s and (made_at < %(made_at)s or id > %(id)s)" if behind else ""),
            ),
            {
                "kitchen_id": kitchen_id,
                "formula_id": formula_id,
                "most": most,
                "made_at": behind.made_at if behind else None,
                "id": behind.id if behind else None,
            },
        ).fetchall()


def of_versions(
    connection: Connection, kitchen_id: UUID, formula_id: UUID | None, numbers: Sequence[int | None]
) -> list[tuple[UUID, int]]:
    """The batches of these versions of a formula, each with the number of its version."""
    return connection.execute(
        """ select id, version_number from batch where kitchen_id = %(kitchen_id)s and formula_id = %(formula_id)s and
        version_number = any(%(numbers)s::integer[]) and removed_at is null order by made_at, id """,
        {"kitchen_id": kitchen_id, "formula_id": formula_id, "numbers": [number for number in numbers if number]},
    ).fetchall()


@dataclass(frozen=True, slots=True)
class BatchAverages:
    """What the batches of a formula came to on average, a piece, against what was planned; None without any figures."""

    batch_count: int
    energy_kcal: float | None
    planned_energy_kcal: float | None
    protein_g: float | None
    planned_protein_g: float | None
    piece_count: float | None
    planned_count: float | None


def averages(connection: Connection, kitchen_id: UUID, formula_id: UUID) -> BatchAverages:
    """Means over the batches of a formula."""
    with connection.cursor(row_factory=class_row(BatchAverages)) as cursor:
        row = cursor.execute(
            """
            select count(*)::integer as batch_count, avg(energy_kcal) as energy_kcal,
                avg(planned_energy_kcal) as planned_energy_kcal, avg(protein_g) as protein_g,
                avg(planned_protein_g) as planned_protein_g, avg(piece_count) as piece_count,
                avg(planned_count) as planned_count
            from batch
            where kitchen_id = %(kitchen_id)s and formula_id = %(formula_id)s and removed_at is null
            """,
            {"kitchen_id": kitchen_id, "formula_id": formula_id},
        ).fetchone()
    assert row is not None
    return row


def remove(connection: Connection, kitchen_id: UUID, batch_id: UUID, *, removed: bool) -> bool:
    """Takes a batch out of the lists, or brings it back; False when there is none of that id."""
    done = connection.execute(
        """
        update batch set removed_at = case when %(removed)s then coalesce(removed_at, now()) end
        where kitchen_id = %(kitchen_id)s and id = %(id)s
        """,
        {"kitchen_id": kitchen_id, "id": batch_id, "removed": removed},
    )
    return done.rowcount == 1


@dataclass(frozen=True, slots=True)
class BakeRow:
    """A bake that ovens learn from."""

    id: UUID
    name: str
    made_at: datetime
    oven: str
    predicted_min: float
    took_min: float


def bakes(connection: Connection, kitchen_id: UUID) -> list[BakeRow]:
    """The bakes of a kitchen whose time is known and was not forgotten, the last first."""
    with connection.cursor(row_factory=class_row(BakeRow)) as cursor:
        return cursor.execute(
            """
            select id, name, made_at, oven, predicted_min, took_min from batch
            where kitchen_id = %(kitchen_id)s and oven is not null and predicted_min > 0 and took_min > 0
                and not bake_forgotten and removed_at is null
            order by made_at desc, id limit 200
            """,
            {"kitchen_id": kitchen_id},
        ).fetchall()


def forget_bake(connection: Connection, kitchen_id: UUID, batch_id: UUID | None = None) -> None:
    """Lets ovens learn nothing from one batch any more, or from all so far."""
    connection.execute(
        """
        update batch set bake_forgotten = true
        where kitchen_id = %(kitchen_id)s and (%(id)s::uuid is null or id = %(id)s) and not bake_forgotten
        """,
        {"kitchen_id": kitchen_id, "id": batch_id},
    )
