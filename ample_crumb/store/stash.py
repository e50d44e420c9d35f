"""Moves of pieces, which are never changed, and what lies where, which the database works out of them by itself."""

from collections.abc import Sequence
from dataclasses import dataclass, field
from datetime import datetime
from typing import Any, Final
from uuid import UUID

from psycopg.rows import class_row
from psycopg.sql import SQL

from ample_crumb.store.columns import FiguresRow, column_list
from ample_crumb.store.database import Connection

NOT_BELOW_NOTHING: Final = "stash_balance_pieces"
"""The constraint that says no where more is taken than there is."""


@dataclass(frozen=True, slots=True, kw_only=True)
class MoveRow:
    """A move of pieces of a lot, from a shelf, to a shelf, or both. `reverses` is the move that it undoes."""

    id: UUID
    batch_id: UUID
    lot: int
    kind: str
    from_shelf_id: UUID | None = None
    to_shelf_id: UUID | None = None
    piece_count: float
    wrapping: str = "covered"
    reason: str = ""
    entry_id: UUID | None = None
    reverses: UUID | None = None
    moved_at: datetime


_COLUMNS: Final = SQL(
    """id, batch_id, lot, kind, from_shelf_id, to_shelf_id, piece_count, wrapping, reason, entry_id, reverses,
    moved_at"""
)


def add_move(connection: Connection, kitchen_id: UUID, move: MoveRow) -> bool:
    """Writes a move; False when that id is there already, as after a retry. Raises CheckViolation of
    `NOT_BELOW_NOTHING` where there are not so many pieces."""
    added = connection.execute(
        """
        insert into stash_move (id, kitchen_id, batch_id, lot, kind, from_shelf_id, to_shelf_id, piece_count, wrapping,
            reason, entry_id, reverses, moved_at)
        values (%(id)s, %(kitchen_id)s, %(batch_id)s, %(lot)s, %(kind)s, %(from_shelf_id)s, %(to_shelf_id)s,
            %(piece_count)s, %(wrapping)s, %(reason)s, %(entry_id)s, %(reverses)s, %(moved_at)s)
        on conflict (kitchen_id, id) do nothing
        """,
        {
            "id": move.id,
            "kitchen_id": kitchen_id,
            "batch_id": move.batch_id,
            "lot": move.lot,
            "kind": move.kind,
            "from_shelf_id": move.from_shelf_id,
            "to_shelf_id": move.to_shelf_id,
            "piece_count": move.piece_count,
            "wrapping": move.wrapping,
            "reason": move.reason,
            "entry_id": move.entry_id,
            "reverses": move.reverses,
            "moved_at": move.moved_at,
        },
    )
    return added.rowcount == 1


def put_made(
    connection: Connection, kitchen_id: UUID, made: Sequence[MoveRow], kind: str, shelf_id: UUID | None
) -> bool:
    """Lays the lots of one new batch on a shelf: on that of this id, else on the first of that kind, else on any. False
    where there is no such shelf; those that lie there already stay."""
    found = connection.execute(
        """
        with there as (
            select id from shelf
            where kitchen_id = %(kitchen_id)s and removed_at is null
                and (%(shelf_id)s::uuid is null or id = %(shelf_id)s)
            order by kind <> %(kind)s, name, id limit 1
        ), laid as (
            insert into stash_move (id, kitchen_id, batch_id, lot, kind, to_shelf_id, piece_count, moved_at)
            select each.id, %(kitchen_id)s, %(batch_id)s, each.lot, 'made', there.id, each.piece_count, %(made_at)s
            from there cross join unnest(%(ids)s::uuid[], %(lots)s::integer[], %(piece_counts)s::numeric[])
                as each (id, lot, piece_count)
            on conflict (kitchen_id, id) do nothing
        )
        select count(*) from there
        """,
        {
            "kitchen_id": kitchen_id,
            "shelf_id": shelf_id,
            "kind": kind,
            "batch_id": made[0].batch_id,
            "made_at": made[0].moved_at,
            "ids": [move.id for move in made],
            "lots": [move.lot for move in made],
            "piece_counts": [move.piece_count for move in made],
        },
    ).fetchone()
    return found is not None and found[0] > 0


def shelf_with(connection: Connection, kitchen_id: UUID, batch_id: UUID, lot: int, piece_count: float) -> UUID | None:
    """The shelf that holds so many pieces of a lot, a counter before a fridge before a freezer, or None."""
    row = connection.execute(
        """
        select shelf.id from stash_balance join shelf on shelf.kitchen_id = stash_balance.kitchen_id
            and shelf.id = stash_balance.shelf_id
        where stash_balance.kitchen_id = %(kitchen_id)s and batch_id = %(batch_id)s and lot = %(lot)s
            and piece_count >= %(piece_count)s
        order by array_position(array['counter', 'fridge', 'freezer'], shelf.kind), shelf.name, shelf.id limit 1
        """,
        {"kitchen_id": kitchen_id, "batch_id": batch_id, "lot": lot, "piece_count": piece_count},
    ).fetchone()
    return row[0] if row else None


def last_of_move(connection: Connection, kitchen_id: UUID, move_id: UUID) -> tuple[MoveRow, int] | None:
    """The last move of a chain of undoing and doing again, and how long that chain is: odd where it stands as it was
    done. None where there is no such move."""
    with connection.cursor(row_factory=class_row(MoveRow)) as cursor:
        chain = cursor.execute(
            SQL("""
            with recursive chain as (
                select stash_move.*, 1 as place from stash_move where kitchen_id = %(kitchen_id)s and id = %(move_id)s
                union all
                select later.*, chain.place + 1 from stash_move later
                join chain on later.reverses = chain.id where later.kitchen_id = %(kitchen_id)s
            )
            select {columns} from chain order by place
            """).format(columns=_COLUMNS),
            {"kitchen_id": kitchen_id, "move_id": move_id},
        ).fetchall()
    return (chain[-1], len(chain)) if chain else None


def moves_of_entry(connection: Connection, kitchen_id: UUID, entry_id: UUID) -> list[MoveRow]:
    """The moves that an entry of a day made, without those that undid them."""
    with connection.cursor(row_factory=class_row(MoveRow)) as cursor:
        return cursor.execute(
            SQL("""
            select {columns} from stash_move
            where kitchen_id = %(kitchen_id)s and entry_id = %(entry_id)s and reverses is null order by seq
            """).format(columns=_COLUMNS),
            {"kitchen_id": kitchen_id, "entry_id": entry_id},
        ).fetchall()


def moves_of(connection: Connection, kitchen_id: UUID, batch_ids: Sequence[UUID]) -> list[MoveRow]:
    """The moves of these batches in their order."""
    with connection.cursor(row_factory=class_row(MoveRow)) as cursor:
        return cursor.execute(
            SQL("""
            select {columns} from stash_move
            where kitchen_id = %(kitchen_id)s and batch_id = any(%(batch_ids)s) order by seq
            """).format(columns=_COLUMNS),
            {"kitchen_id": kitchen_id, "batch_ids": list(batch_ids)},
        ).fetchall()


@dataclass(frozen=True, slots=True)
class BalanceRow:
    """How many pieces of a lot lie on a shelf."""

    batch_id: UUID
    lot: int
    shelf_id: UUID
    piece_count: float


def balances_of(connection: Connection, kitchen_id: UUID, batch_id: UUID) -> list[BalanceRow]:
    """What lies where of a batch, what is used up too."""
    with connection.cursor(row_factory=class_row(BalanceRow)) as cursor:
        return cursor.execute(
            """
            select batch_id, lot, shelf_id, piece_count from stash_balance
            where kitchen_id = %(kitchen_id)s and batch_id = %(batch_id)s order by lot, shelf_id
            """,
            {"kitchen_id": kitchen_id, "batch_id": batch_id},
        ).fetchall()


@dataclass(frozen=True, slots=True, kw_only=True)
class StashedBatch(FiguresRow):
    """A batch of which something is left, as far as a shelf shows it; figures of one of pieces alike, and the protein
    powder in it. Of a batch that was written before that was kept, it is what its formula has in as much."""

    id: UUID
    name: str
    family: str
    shape: str
    formula_id: UUID | None
    version_number: int | None
    dough_id: UUID | None
    made_at: datetime
    zone: str
    piece_count: float
    keeping: dict[str, Any] | None
    cost: float | None
    cost_at_least: bool
    allergens: dict[str, Any]
    note: str
    powder_g: float
    lots: list[list[float]]


MOST_STASHED: Final = 300

_STASHED: Final = SQL(
    """id, name, family, shape, formula_id, version_number, dough_id, made_at, zone, piece_count, keeping, cost,
    cost_at_least, allergens, coalesce(document -> 'record' ->> 'note', '') as note,
    coalesce(powder_g, (
        select formula.powder_g * batch.mass_g / nullif(formula.mass_g, 0) from formula
        where formula.kitchen_id = batch.kitchen_id and formula.id = batch.formula_id
    ), 0) as powder_g,
    (select array_agg(array[lot, piece_count, piece_g, share] order by lot) from batch_lot
        where batch_lot.kitchen_id = batch.kitchen_id and batch_lot.batch_id = batch.id) as lots, {figures}"""
).format(figures=column_list())


@dataclass(frozen=True, slots=True)
class StashMark:
    """Tells one state of a batch and its moves from another. Moves are counted as well as numbered, as one of a lower
    number may come to be seen later. `writing` says that this transaction has written, so that what it sees may yet be
    taken back; what is remembered of the same state holds all the same."""

    batch_id: UUID
    changed_at: datetime
    move_count: int
    last_seq: int
    writing: bool = field(compare=False)


def stash_marks(connection: Connection, kitchen_id: UUID) -> list[StashMark]:
    """The batches of which something is left, the last made first."""
    with connection.cursor(row_factory=class_row(StashMark)) as cursor:
        return cursor.execute(
            """
            select id as batch_id, changed_at, move_count, last_seq,
                pg_current_xact_id_if_assigned() is not null as writing
            from batch cross join lateral (
                select count(*) as move_count, coalesce(max(seq), 0) as last_seq from stash_move
                where stash_move.kitchen_id = %(kitchen_id)s and stash_move.batch_id = batch.id
            ) moved
            where kitchen_id = %(kitchen_id)s and removed_at is null and exists (
                select from stash_balance
                where stash_balance.kitchen_id = %(kitchen_id)s and stash_balance.batch_id = batch.id
                    and piece_count > 0
            )
            order by made_at desc, id limit %(most)s
            """,
            {"kitchen_id": kitchen_id, "most": MOST_STASHED},
        ).fetchall()


def find_stashed(connection: Connection, kitchen_id: UUID, batch_ids: Sequence[UUID]) -> list[StashedBatch]:
    """These batches, in no order."""
    with connection.cursor(row_factory=class_row(StashedBatch)) as cursor:
        return cursor.execute(
            SQL("""
            select {columns} from batch
            where kitchen_id = %(kitchen_id)s and id = any(%(batch_ids)s) and removed_at is null
            """).format(columns=_STASHED),
            {"kitchen_id": kitchen_id, "batch_ids": list(batch_ids)},
        ).fetchall()


def stashed_batch(connection: Connection, kitchen_id: UUID, batch_id: UUID) -> StashedBatch | None:
    """One batch, whether anything of it is left or not; None where there is none or it was taken out."""
    with connection.cursor(row_factory=class_row(StashedBatch)) as cursor:
        return cursor.execute(
            SQL("""
            select {columns} from batch
            where kitchen_id = %(kitchen_id)s and id = %(batch_id)s and removed_at is null
            """).format(columns=_STASHED),
            {"kitchen_id": kitchen_id, "batch_id": batch_id},
        ).fetchone()


@dataclass(frozen=True, slots=True)
class ThrownRow:
    """Pieces of a batch that were thrown away for a reason, and what a piece cost and brought."""

    batch_id: UUID
    name: str
    reason: str
    piece_count: float
    piece_cost: float | None
    cost_at_least: bool
    energy_kcal: float | None


def thrown(connection: Connection, kitchen_id: UUID, since: datetime) -> list[ThrownRow]:
    """What was thrown away since then and not taken back, by batch and reason, the most first."""
    with connection.cursor(row_factory=class_row(ThrownRow)) as cursor:
        return cursor.execute(
            """
            select batch.id as batch_id, batch.name, reason, sum(stash_move.piece_count) as piece_count,
                (batch.cost / batch.piece_count) as piece_cost, batch.cost_at_least,
                batch.energy_kcal as energy_kcal
            from stash_move join batch on batch.kitchen_id = %(kitchen_id)s and batch.id = stash_move.batch_id
            where stash_move.kitchen_id = %(kitchen_id)s and kind = 'thrown' and moved_at >= %(since)s
                and batch.removed_at is null and not exists (
                    with recursive chain as (
                        select id, 1 as place from stash_move undone
                        where undone.kitchen_id = %(kitchen_id)s and undone.reverses = stash_move.id
                        union all
                        select later.id, chain.place + 1 from stash_move later join chain on later.reverses = chain.id
                        where later.kitchen_id = %(kitchen_id)s
                    )
                    select from chain having max(place) %% 2 = 1
                )
            group by batch.id, batch.name, reason, batch.cost, batch.piece_count, batch.cost_at_least, batch.energy_kcal
            order by piece_count desc, batch.name, reason limit 200
            """,
            {"kitchen_id": kitchen_id, "since": since},
        ).fetchall()


def made_count_since(connection: Connection, kitchen_id: UUID, since: datetime) -> float:
    """How many pieces were made since then, as their lots say."""
    row = connection.execute(
        """
        select coalesce(sum(batch_lot.piece_count), 0) from batch_lot join batch
            on batch.kitchen_id = %(kitchen_id)s and batch.id = batch_lot.batch_id
        where batch_lot.kitchen_id = %(kitchen_id)s and batch.made_at >= %(since)s and batch.removed_at is null
        """,
        {"kitchen_id": kitchen_id, "since": since},
    ).fetchone()
    assert row is not None
    return float(row[0])
