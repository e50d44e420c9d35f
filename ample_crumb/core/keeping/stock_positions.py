"""What lies on the shelves of a batch, and what its pieces have used up, told by its moves in their order."""

from collections.abc import Hashable, Iterable, Mapping
from dataclasses import dataclass, replace
from typing import Generic, TypeVar

from ample_crumb.core.keeping.eat_by import Spent
from ample_crumb.core.keeping.places import Place, Wrapping
from ample_crumb.core.keeping.shelf_life import ShelfLife

Shelf = TypeVar("Shelf", bound=Hashable)


@dataclass(frozen=True, slots=True)
class Movement(Generic[Shelf]):
    """A move of pieces of a lot from one shelf to another, `at_h` hours after they were made: from None where they
    were made or found, to None where they were eaten, given away, thrown away or missing."""

    lot: int
    from_shelf: Shelf | None
    to_shelf: Shelf | None
    piece_count: float
    at_h: float
    wrapping: Wrapping = Wrapping.COVERED


@dataclass(frozen=True, slots=True)
class StockPosition(Generic[Shelf]):
    """Pieces of a lot on a shelf: how many are there, how many left the kitchen from it, and what they used up."""

    lot: int
    shelf: Shelf
    piece_count: float
    gone_count: float
    spent: Spent


def stock_positions(
    movements: Iterable[Movement[Shelf]], places: Mapping[Shelf, Place], life: ShelfLife
) -> list[StockPosition[Shelf]]:
    """The positions in the order in which they were first laid down, those that are used up too. Pieces laid to others
    count as the oldest of them; what comes to lie somewhere from nowhere was there since it was made."""
    positions: dict[tuple[int, Shelf], StockPosition[Shelf]] = {}
    for movement in movements:
        spent: Spent | None = None
        if movement.from_shelf is not None:
            key = movement.lot, movement.from_shelf
            before = positions.get(key) or StockPosition(
                movement.lot, movement.from_shelf, 0.0, 0.0, Spent(places[movement.from_shelf])
            )
            spent = before.spent.until(movement.at_h, life)
            gone = movement.piece_count if movement.to_shelf is None else 0.0
            positions[key] = replace(
                before,
                piece_count=before.piece_count - movement.piece_count,
                gone_count=before.gone_count + gone,
            )
        if movement.to_shelf is not None:
            key, place = (movement.lot, movement.to_shelf), places[movement.to_shelf]
            came = Spent(place, movement.wrapping).until(movement.at_h, life)
            if spent is not None:
                came = spent.moved(place, movement.wrapping)
            there = positions.get(key)
            if there is None:
                positions[key] = StockPosition(movement.lot, movement.to_shelf, movement.piece_count, 0.0, came)
            else:
                # Whatever lay there is gone: the new ones count for themselves.
                alone = there.piece_count <= 0
                spent_now = came if alone else there.spent.until(movement.at_h, life).beside(came)
                positions[key] = replace(there, piece_count=there.piece_count + movement.piece_count, spent=spent_now)
    return list(positions.values())
