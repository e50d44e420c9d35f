"""What lies on the shelves of a batch, and what its pieces have used up, told by its moves in their order."""

from collections.abc import Hashable, Iterable, Mapping
from dataclasses import dataclass, replace
from typing import Generic, TypeVar

from ample_crumb.core.keeping.eat_by import Spent
from ample_crumb.core.keeping.places import Place, Wrapping
from ample_crumb.core.keeping.shelf_life import ShelfLife

Shelf = TypeVar("Shelf", bound=Hashable)


@dataclass(frozen=True, slots=True)
class Put(Generic[Shelf]):
    """So many pieces of a lot went from one shelf to another, `at_h` hours after they were made: from None where they
    were made or found, to None where they were eaten, given away, thrown away or missing."""

    lot: int
    from_shelf: Shelf | None
    to_shelf: Shelf | None
    piece_count: float
    at_h: float
    wrapping: Wrapping = Wrapping.COVERED


@dataclass(frozen=True, slots=True)
class Heap(Generic[Shelf]):
    """Pieces of a lot on a shelf: how many are there, how many left the kitchen from it, and what they used up."""

    lot: int
    shelf: Shelf
    piece_count: float
    gone_count: float
    spent: Spent


def heaps_of(puts: Iterable[Put[Shelf]], places: Mapping[Shelf, Place], life: ShelfLife) -> list[Heap[Shelf]]:
    """The heaps in the order in which they were first laid down, those that are used up too. Pieces laid to others
    count as the oldest of them; what comes to lie somewhere from nowhere was there since it was made."""
    heaps: dict[tuple[int, Shelf], Heap[Shelf]] = {}
    for put in puts:
        spent: Spent | None = None
        if put.from_shelf is not None:
            key = put.lot, put.from_shelf
            before = heaps.get(key) or Heap(put.lot, put.from_shelf, 0.0, 0.0, Spent(places[put.from_shelf]))
            spent = before.spent.until(put.at_h, life)
            gone = put.piece_count if put.to_shelf is None else 0.0
            heaps[key] = replace(
                before,
                piece_count=before.piece_count - put.piece_count,
                gone_count=before.gone_count + gone,
            )
        if put.to_shelf is not None:
            key, place = (put.lot, put.to_shelf), places[put.to_shelf]
            came = Spent(place, put.wrapping).until(put.at_h, life)
            if spent is not None:
                came = spent.moved(place, put.wrapping)
            there = heaps.get(key)
            if there is None:
                heaps[key] = Heap(put.lot, put.to_shelf, put.piece_count, 0.0, came)
            else:
                # Whatever lay there is gone: the new ones count for themselves.
                alone = there.piece_count <= 0
                spent_now = came if alone else there.spent.until(put.at_h, life).beside(came)
                heaps[key] = replace(there, piece_count=there.piece_count + put.piece_count, spent=spent_now)
    return list(heaps.values())
