"""What comes in from Today."""

from typing import Annotated
from uuid import UUID

from pydantic import Field

from ample_crumb.api.bodies.base import Body, Day, DayType, LineText, Moment, Number, Version, Whole
from ample_crumb.api.bodies.derived import Derived
from ample_crumb.application.today.commands import BatchPieces
from ample_crumb.core.bounds import LEAST, STORABLE
from ample_crumb.core.day.day_budget import Targets


class TargetsBody(Derived, becomes=Targets):
    """Targets of a day type from a day on."""

    def targets(self) -> Targets:
        """As the core has them."""
        return self.made(Targets)


class AllTargetsBody(Body):
    """Targets of training and rest days from a day on; a type that is left out keeps its own."""

    training: TargetsBody | None = None
    rest: TargetsBody | None = None

    def by_type(self) -> dict[str, Targets]:
        """As the core has them, by type of day."""
        bodies = {"training": self.training, "rest": self.rest}
        return {kind: body.targets() for kind, body in bodies.items() if body is not None}


class DayTypeBody(Body):
    """The type of a day."""

    day_type: DayType


class FoodsBody(Body):
    """Foods as typed."""

    text: LineText


class NewFoods(FoodsBody):
    """Foods to be laid into a day."""

    id: UUID
    eaten_at: Moment


class NewPieces(Body):
    """Pieces of a formula to be laid into a day: so many, or as much as `amount` says, "45 g"."""

    id: UUID
    eaten_at: Moment
    formula_id: UUID
    piece_count: Annotated[Number, Field(ge=LEAST, le=100)] | None = None
    amount: Annotated[str, Field(max_length=60, pattern=STORABLE)] = ""


class NewBatchPieces(Body):
    """Pieces of a lot of a batch to be laid into a day: taken from a shelf of the stash where one is named, and eaten
    with `sides` where any are typed."""

    id: UUID
    eaten_at: Moment
    batch_id: UUID
    lot: Annotated[Whole, Field(ge=1, le=1000)] = 1
    piece_count: Annotated[Number, Field(ge=LEAST, le=100)]
    shelf_id: UUID | None = None
    sides: LineText = ""

    def pieces(self) -> BatchPieces:
        """As the application has it."""
        return BatchPieces(self.batch_id, self.lot, self.piece_count, self.shelf_id, self.sides)


class EntryBody(Body):
    """What an entry is to become."""

    version: Version
    day: Day
    eaten_at: Moment
    text: LineText = ""
    piece_count: Annotated[Number, Field(ge=LEAST, le=100)] | None = None
