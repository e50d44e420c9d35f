"""What goes out of the stash."""

from dataclasses import dataclass
from datetime import datetime
from uuid import UUID

from ample_crumb.application.views import FiguresView
from ample_crumb.core.formula.eater_alerts import DietAlert
from ample_crumb.core.keeping.places import Place, Wrapping


@dataclass(frozen=True, slots=True)
class ShelfView:
    """A shelf by its name."""

    id: UUID
    kind: Place
    name: str


@dataclass(frozen=True, slots=True)
class StockPositionView:
    """Pieces of a lot on a shelf: how many are there, and how many left the kitchen from it. They are good until
    `eat_by`, usually until `usual_until`, and where `for_taste` they are safe beyond; laid into a freezer now they
    would be until `frozen_until`, None where that helps nothing. `figures` are of one piece."""

    shelf_id: UUID
    lot: int
    piece_count: float
    gone_count: float
    piece_g: float
    figures: FiguresView
    wrapping: Wrapping
    eat_by: datetime
    usual_until: datetime
    for_taste: bool
    past: bool
    why: str
    cautions: tuple[str, ...]
    frozen_until: datetime | None


@dataclass(frozen=True, slots=True)
class CostView:
    """What a piece cost as it was made, and 25 g of protein from it, None without protein; lower limits where
    `at_least`."""

    piece_cost: float
    protein_cost: float | None
    at_least: bool


@dataclass(frozen=True, slots=True)
class StashedView:
    """A batch of which something is left, and how it keeps: where it belongs, how it thaws, when it is best, how it
    travels. `shape` is how its pieces are drawn."""

    id: UUID
    name: str
    family: str
    shape: str
    formula_id: UUID | None
    version_number: int | None
    dough_id: UUID | None
    made_at: datetime
    piece_count: float
    keeps: str
    home: Place
    thaw: str
    best: str
    travels: str
    source: str
    note: str
    cost: CostView | None
    contains: tuple[str, ...]
    may_contain: tuple[str, ...]
    alerts: tuple[DietAlert, ...]
    positions: tuple[StockPositionView, ...]


@dataclass(frozen=True, slots=True)
class StashView:
    """The shelves from warm to cold, and the batches of which something is left, as of `now`."""

    now: datetime
    currency: str
    shelves: tuple[ShelfView, ...]
    batches: tuple[StashedView, ...]


@dataclass(frozen=True, slots=True)
class MoveView:
    """What became of some pieces. `undone` where it was taken back; what an entry of a day ate has its `entry_id`."""

    id: UUID
    lot: int
    kind: str
    from_shelf_id: UUID | None
    to_shelf_id: UUID | None
    piece_count: float
    reason: str
    entry_id: UUID | None
    moved_at: datetime
    undone: bool


@dataclass(frozen=True, slots=True)
class PlateView:
    """A plate: what is eaten with a piece, what that brings, and who must not get it; `problem` where a part of it
    could not be read."""

    id: UUID
    name: str
    sides: str
    figures: FiguresView
    contains: tuple[str, ...]
    alerts: tuple[DietAlert, ...]
    problem: str


@dataclass(frozen=True, slots=True)
class BatchStashView:
    """All that became of a batch, the last first, and the plates of its formula."""

    batch: StashedView
    moves: tuple[MoveView, ...]
    plates: tuple[PlateView, ...]


@dataclass(frozen=True, slots=True)
class WasteItem:
    """Pieces of a batch thrown away for a reason; what they cost, None where that is not known."""

    batch_id: UUID
    name: str
    reason: str
    piece_count: float
    cost: float | None


@dataclass(frozen=True, slots=True)
class WasteView:
    """What was thrown away in these days of what was made in them, and why. `cost` is a lower limit where `at_least`,
    None where nothing has a price."""

    days: int
    made_count: float
    thrown_count: float
    cost: float | None
    at_least: bool
    currency: str
    items: tuple[WasteItem, ...]
