"""What is logged on a day, within a transaction: typed foods, kept meals, pieces of formulas and of batches."""

from dataclasses import dataclass, replace
from datetime import date, datetime
from typing import Final
from uuid import UUID, uuid5

from ample_crumb.application.clock import Clock
from ample_crumb.application.context import load_context
from ample_crumb.application.formulas.queries import find_summary
from ample_crumb.application.formulas.summaries import FormulaSummary
from ample_crumb.application.problems import CannotAccept, NotHere
from ample_crumb.application.stash.movements import write_move
from ample_crumb.application.today.day import read_entry
from ample_crumb.core.batch.lots import lot_portion
from ample_crumb.core.day.portion import pieces_in
from ample_crumb.core.food.nutrients import Portion
from ample_crumb.core.problem import CannotUse
from ample_crumb.store import batches, days, kept_meals, shelves
from ample_crumb.store.database import Connection
from ample_crumb.store.days import LoggedEntry
from ample_crumb.store.scope import Principal
from ample_crumb.store.stash import MoveRow

MOST_AT_ONCE: Final = 20
"""So many things are logged at once."""


@dataclass(frozen=True, slots=True)
class NewEntry:
    """An entry to come: its id, made in the browser, the day that it counts for, when it was eaten, and whether it was
    or is planned to be; several of one plate are of one group."""

    id: UUID
    day: date
    eaten_at: datetime
    planned: bool = False
    group_id: UUID | None = None

    @property
    def state(self) -> str:
        """As it is kept."""
        return "planned" if self.planned else "eaten"

    def beside(self, name: str) -> "NewEntry":
        """Another one of the same plate."""
        return replace(self, id=uuid5(self.id, name), group_id=self.group_id or self.id)

    def logged(self, kind: str, name: str, portion: Portion) -> LoggedEntry:
        """So much of what is called so, as an entry of this day."""
        return LoggedEntry(
            id=self.id,
            day=self.day,
            eaten_at=self.eaten_at,
            kind=kind,
            name=name,
            group_id=self.group_id,
            state=self.state,
            portion=portion,
        )


@dataclass(frozen=True, slots=True)
class BatchPieces:
    """So many pieces of a lot of a batch: taken from a shelf of the stash where one is named, and eaten with `sides`,
    as typed, where there are any."""

    batch_id: UUID
    lot: int
    count: float
    shelf_id: UUID | None = None
    sides: str = ""


@dataclass(frozen=True, slots=True)
class Pieces:
    """So many pieces of a formula, or as much as "45 g" or "a quarter of the whole" is."""

    formula_id: UUID
    wanted_count: float | str


@dataclass(frozen=True, slots=True)
class Foods:
    """Foods as typed, so many times."""

    text: str
    times_count: float = 1.0


@dataclass(frozen=True, slots=True)
class MealTimes:
    """A kept meal, so many times."""

    meal_id: UUID
    times_count: float = 1.0


LoggedThing = Foods | MealTimes | Pieces | BatchPieces
"""What may be logged on a day."""


def log_entry(connection: Connection, principal: Principal, new: NewEntry, what: LoggedThing, clock: Clock) -> None:
    """Logs it on its day; does nothing where that entry is there already. Raises NotHere, and CannotAccept for what
    cannot be read or of which there is not so much."""
    match what:
        case Foods():
            _log_foods(connection, principal, new, what)
        case MealTimes():
            found = kept_meals.find_meal(connection, principal, what.meal_id)
            if found is None:
                raise NotHere("meal")
            name, text = found
            _log_foods(connection, principal, new, Foods(text, what.times_count), name, what.meal_id)
        case Pieces():
            _log_pieces(connection, principal, new, what)
        case BatchPieces():
            _log_batch_pieces(connection, principal, new, what, clock)


def _log_foods(
    connection: Connection,
    principal: Principal,
    new: NewEntry,
    foods: Foods,
    name: str = "",
    meal_id: UUID | None = None,
) -> None:
    read, portion = read_entry(foods.text, load_context(connection, principal))
    entry = new.logged("foods", name or read, portion.times(foods.times_count))
    times = None if foods.times_count == 1 else foods.times_count
    entry = replace(entry, text=foods.text.strip(), meal_id=meal_id, piece_count=times)
    days.add_entry(connection, principal, entry)


def _log_pieces(connection: Connection, principal: Principal, new: NewEntry, pieces: Pieces) -> None:
    formula, kept = find_summary(connection, principal, pieces.formula_id)
    if kept.piece.figures.mass_g <= 0:
        raise CannotAccept("/formula_id", "This formula has no line that could be read yet; there is nothing to eat.")
    count = _pieces(pieces.wanted_count, kept)
    entry = new.logged("piece", formula.name, kept.piece.times(count))
    days.add_entry(connection, principal, replace(entry, formula_id=pieces.formula_id, piece_count=count))


def _pieces(amount: float | str, kept: FormulaSummary) -> float:
    if isinstance(amount, float | int):
        return amount
    try:
        return pieces_in(amount, kept.piece.figures.mass_g, kept.piece_count)
    except CannotUse as cannot:
        raise CannotAccept("/amount", str(cannot)) from cannot


def _log_batch_pieces(
    connection: Connection, principal: Principal, new: NewEntry, pieces: BatchPieces, clock: Clock
) -> None:
    batch = batches.find(connection, principal.kitchen_id, pieces.batch_id)
    if batch is None or batch.removed:
        raise NotHere("batch")
    lots = {lot.lot: lot for lot in batches.lots_of(connection, principal.kitchen_id, batch.id)}
    if pieces.lot not in lots:
        raise CannotAccept("/lot", "This batch has no such pieces.")
    sides = pieces.sides.strip()
    portion = lot_portion(batch.portion(), batch.piece_count, lots[pieces.lot].share).times(pieces.count)
    entry = replace(
        new.logged("piece", batch.name, portion),
        formula_id=batch.formula_id,
        batch_id=batch.id,
        lot=pieces.lot,
        group_id=new.group_id or (new.id if sides else None),
        piece_count=pieces.count,
    )
    added = days.add_entry(connection, principal, entry)
    if added and pieces.shelf_id is not None and not new.planned:
        take_from_shelf(connection, principal, entry, pieces.shelf_id, clock)
    if added and sides:
        try:
            _log_foods(connection, principal, new.beside("sides"), Foods(sides))
        except CannotAccept as cannot:
            raise CannotAccept("/sides", str(cannot)) from cannot


def take_from_shelf(
    connection: Connection, principal: Principal, entry: LoggedEntry, shelf_id: UUID, clock: Clock
) -> None:
    """Takes what an entry of a batch ate from a shelf. Raises NotHere, CannotAccept where there is not so much."""
    if shelf_id not in {row.id for row in shelves.list_shelves(connection, principal.kitchen_id)}:
        raise NotHere("shelf")
    assert entry.batch_id is not None
    move = MoveRow(
        # An entry eats once, so its move is called as it is.
        id=entry.id,
        batch_id=entry.batch_id,
        lot=entry.lot or 1,
        kind="eaten",
        from_shelf_id=shelf_id,
        piece_count=entry.piece_count or 1.0,
        entry_id=entry.id,
        moved_at=clock(),
    )
    write_move(connection, principal, move, "/piece_count")
