"""What lies on the shelves, worked out once for as long as neither a batch nor its moves change.

A full freezer is asked for with every day, wish and shelf that is looked at, and hardly ever differs from a moment
before.
"""

from collections.abc import Mapping
from dataclasses import dataclass, replace
from datetime import datetime
from typing import Any, Final
from uuid import UUID

from ample_crumb.application.context import KitchenContext
from ample_crumb.application.stash.document import life_of
from ample_crumb.application.stash.presenters import piece_portion, stashed_view
from ample_crumb.application.stash.views import StashedView
from ample_crumb.core.food.nutrients import Portion
from ample_crumb.core.keeping.places import Place
from ample_crumb.core.keeping.shelf_life import ShelfLife
from ample_crumb.store import stash
from ample_crumb.store.database import Connection
from ample_crumb.store.stash import MoveRow, StashedBatch, StashMark

_FRESH_S: Final = 300
"""How long pieces would keep if they were frozen now is told as of so long ago at the most. What is past is told as of
now."""


@dataclass(frozen=True, slots=True)
class Shelved:
    """A batch of which something is left: as it is stored, as it is shown, how it keeps, and by lot what a piece
    brings."""

    batch: StashedBatch
    view: StashedView
    life: ShelfLife
    pieces: Mapping[int, Portion]


_Kept = tuple[StashMark, Shelved]


class StashMemory:
    """The stashed batches of a kitchen, read where they are not remembered as they are now."""

    def __init__(
        self,
        connection: Connection,
        kitchen_id: UUID,
        places: Mapping[UUID, Place],
        context: KitchenContext,
        now: datetime,
    ) -> None:
        self._connection, self._kitchen_id, self._places = connection, kitchen_id, places
        self._context, self._now = context, now
        moment = int(now.timestamp()) // _FRESH_S
        self._seen_as: Any = (moment, context.definition, context.dietary_profiles, dict(places))

    def batches(self) -> list[Shelved]:
        """Each batch of which something is left, the last made first."""
        marks = stash.stash_marks(self._connection, self._kitchen_id)
        key = ("stash", self._kitchen_id)
        remembered = self._connection.memory.get(key)
        kept: dict[UUID, _Kept] = dict(remembered[1]) if remembered and remembered[0] == self._seen_as else {}
        unknown = [mark for mark in marks if mark.batch_id not in kept or kept[mark.batch_id][0] != mark]
        if unknown:
            kept |= self._read(unknown)
        there = {mark.batch_id: kept[mark.batch_id] for mark in marks if mark.batch_id in kept}
        if unknown and not marks[0].writing:
            self._connection.memory.put(key, (self._seen_as, there))
        return [self._as_of_now(shelved) for _, shelved in there.values()]

    def _read(self, marks: list[StashMark]) -> dict[UUID, _Kept]:
        ids = [mark.batch_id for mark in marks]
        moves: dict[UUID, list[MoveRow]] = {}
        for move in stash.moves_of(self._connection, self._kitchen_id, ids):
            moves.setdefault(move.batch_id, []).append(move)
        by_id = {mark.batch_id: mark for mark in marks}
        return {
            batch.id: (by_id[batch.id], self._shelved(batch, moves.get(batch.id, [])))
            for batch in stash.find_stashed(self._connection, self._kitchen_id, ids)
        }

    def _shelved(self, batch: StashedBatch, moves: list[MoveRow]) -> Shelved:
        view = stashed_view(batch, moves, self._places, self._context, self._now)
        pieces = {position.lot: piece_portion(batch, position.lot) for position in view.positions}
        return Shelved(batch, view, life_of(batch.keeping, batch.family), pieces)

    def _as_of_now(self, shelved: Shelved) -> Shelved:
        positions = shelved.view.positions
        if all(position.past == (position.eat_by <= self._now) for position in positions):
            return shelved
        now = tuple(replace(position, past=position.eat_by <= self._now) for position in positions)
        return replace(shelved, view=replace(shelved.view, positions=now))
