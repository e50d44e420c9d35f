"""What comes in from Today."""

from datetime import date
from typing import Annotated
from uuid import UUID

from pydantic import Field

from ample_crumb.api.bodies.base import Body, Day, DayType, Flag, LineText, Moment, Number, Version, Whole
from ample_crumb.api.bodies.derived import Derived
from ample_crumb.application.today.entries import MOST_AT_ONCE, BatchPieces, Foods, MealTimes, NewEntry, Pieces
from ample_crumb.core.bounds import LEAST, STORABLE
from ample_crumb.core.day.day_budget import Targets


class TargetsBody(Derived, becomes=Targets):
    """Targets of a day type from a day on."""

    def targets(self) -> Targets:
        """As the core has them."""
        return self.made(Targets)


class DayTypeBody(Body):
    """The type of a day."""

    day_type: DayType


class OwnTargetsBody(Body):
    """Targets of one day, null for those of its type."""

    targets: TargetsBody | None


class FoodsBody(Body):
    """Foods as typed."""

    text: LineText


class NewEntryBody(Body):
    """Something to be laid into a day: an id made in the browser, when it was eaten, and whether it is only planned."""

    id: UUID
    eaten_at: Moment
    planned: Flag = False

    def entry(self, day: date) -> NewEntry:
        """As the application has it."""
        return NewEntry(self.id, day, self.eaten_at, self.planned)


class NewFoods(NewEntryBody):
    """Foods to be laid into a day."""

    text: LineText


class NewPieces(NewEntryBody):
    """Pieces of a formula to be laid into a day: so many, or as much as `amount` says, "45 g"."""

    formula_id: UUID
    piece_count: Annotated[Number, Field(ge=LEAST, le=100)] | None = None
    amount: Annotated[str, Field(max_length=60, pattern=STORABLE)] = ""


class BatchPiecesBody(Body):
    """Pieces of a lot of a batch: taken from a shelf of the stash where one is named, and eaten with `sides` where any
    are typed."""

    batch_id: UUID
    lot: Annotated[Whole, Field(ge=1, le=1000)] = 1
    piece_count: Annotated[Number, Field(ge=LEAST, le=100)]
    shelf_id: UUID | None = None
    sides: LineText = ""

    def pieces(self) -> BatchPieces:
        """As the application has it."""
        return BatchPieces(self.batch_id, self.lot, self.piece_count, self.shelf_id, self.sides)


class NewBatchPieces(NewEntryBody, BatchPiecesBody):
    """Pieces of a batch to be laid into a day."""


class FormulaPiecesBody(Body):
    """Pieces of a formula."""

    formula_id: UUID
    piece_count: Annotated[Number, Field(ge=LEAST, le=100)]

    def pieces(self) -> Pieces:
        """As the application has it."""
        return Pieces(self.formula_id, self.piece_count)


class MealTimesBody(Body):
    """A kept meal, so many times."""

    meal_id: UUID
    times: Annotated[Number, Field(ge=LEAST, le=20)] = 1.0

    def pieces(self) -> MealTimes:
        """As the application has it."""
        return MealTimes(self.meal_id, self.times)


class FoodsTimesBody(Body):
    """Typed foods, so many times."""

    text: LineText
    times: Annotated[Number, Field(ge=LEAST, le=20)] = 1.0

    def pieces(self) -> Foods:
        """As the application has it."""
        return Foods(self.text, self.times)


class SeveralBody(NewEntryBody):
    """Several things that are laid into a day together, or none of them."""

    things: Annotated[
        list[BatchPiecesBody | FormulaPiecesBody | MealTimesBody | FoodsTimesBody],
        Field(min_length=1, max_length=MOST_AT_ONCE),
    ]


class CopyDayBody(NewEntryBody):
    """What is copied into a day: all of `from_day`, or these entries of it."""

    from_day: Day
    entry_ids: Annotated[list[UUID], Field(max_length=100, default_factory=list)]


class MealBody(Body):
    """A meal to keep."""

    name: Annotated[str, Field(max_length=80, pattern=STORABLE)] = ""
    text: Annotated[str, Field(min_length=1, max_length=1000, pattern=STORABLE)]
    minutes: Annotated[Whole, Field(ge=0, le=240)] = 5


class UsualPortionBody(Body):
    """How many pieces of a formula somebody mostly has; null lets it be seen from what they ate."""

    piece_count: Annotated[Number, Field(ge=LEAST, le=100)] | None


class EntryBody(Body):
    """What an entry is to become; what was planned is eaten with the state `eaten`."""

    state: Annotated[str, Field(pattern="^(planned|eaten)$")] = "eaten"

    version: Version
    day: Day
    eaten_at: Moment
    text: LineText = ""
    piece_count: Annotated[Number, Field(ge=LEAST, le=100)] | None = None
