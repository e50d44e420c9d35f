"""What comes in of the stash."""

from typing import Annotated
from uuid import UUID

from pydantic import Field, field_validator

from ample_crumb.api.bodies.base import Body, Flag, Number, Whole
from ample_crumb.application.stash.commands import Leaving, NewMove, PiecesAt
from ample_crumb.application.stash.label_sheet import LabelsOf
from ample_crumb.core.bounds import LEAST, STORABLE
from ample_crumb.core.keeping.places import Place, Wrapping
from ample_crumb.core.quantity.written_yield import MOST_PIECES
from ample_crumb.formats.paper import Paper

_WRITTEN = r"^[^\x00]*\S[^\x00]*$"


class PiecesBody(Body):
    """Pieces of a lot of a batch on a shelf."""

    batch_id: UUID
    lot: Annotated[Whole, Field(ge=1, le=1000)] = 1
    shelf_id: UUID
    piece_count: Annotated[Number, Field(ge=LEAST, le=MOST_PIECES)]

    def what(self) -> PiecesAt:
        """As the application has it."""
        return PiecesAt(self.batch_id, self.lot, self.shelf_id, self.piece_count)


class MoveBody(PiecesBody):
    """Pieces that are moved to another shelf, given or thrown away."""

    id: UUID
    kind: Leaving
    to_shelf_id: UUID | None = None
    wrapping: Wrapping = Wrapping.COVERED
    reason: Annotated[str, Field(max_length=200, pattern=STORABLE)] = ""

    def move(self) -> NewMove:
        """As the application has it."""
        return NewMove(self.id, self.kind, self.what(), self.to_shelf_id, self.wrapping, self.reason)


class CountBody(PiecesBody):
    """How many pieces there are, none among them."""

    id: UUID
    piece_count: Annotated[Number, Field(ge=0, le=MOST_PIECES)]


class UndoneBody(Body):
    """Whether a move is taken back."""

    undone: Flag


class ShelfBody(Body):
    """A shelf by its name; its kind counts when it is new."""

    kind: Place
    name: Annotated[str, Field(min_length=1, max_length=40, pattern=_WRITTEN)]


class PlateBody(Body):
    """What is eaten with a piece."""

    name: Annotated[str, Field(min_length=1, max_length=60, pattern=_WRITTEN)]
    sides: Annotated[str, Field(min_length=1, max_length=1000, pattern=_WRITTEN)]


class PaperAsked(Body):
    """On which paper something is printed, with days of which time zone."""

    paper: Paper = Paper.A4
    zone: Annotated[str, Field(min_length=1, max_length=64, pattern=r"^[A-Za-z0-9_+/-]+$")] = "UTC"


_OF = r"^[0-9a-f-]{36}\.[0-9]{1,4}\.[0-9a-f-]{36}\.[0-9]{1,3}$"


class LabelsAsked(PaperAsked):
    """Which labels: each a batch, a lot, a shelf and how many, parted by dots."""

    label: Annotated[list[Annotated[str, Field(max_length=90, pattern=_OF)]], Field(min_length=1, max_length=100)]

    @field_validator("label")
    @classmethod
    def _ids(cls, texts: list[str]) -> list[str]:
        for text in texts:
            batch_id, _, shelf_id, _ = text.split(".")
            UUID(batch_id), UUID(shelf_id)
        return texts

    def wanted(self) -> list[LabelsOf]:
        """As the application has it."""
        parted = (text.split(".") for text in self.label)
        return [LabelsOf(UUID(batch), int(lot), UUID(shelf), int(count)) for batch, lot, shelf, count in parted]


class OpenedBody(Body):
    """A pack that was opened; where it belongs for no place."""

    food: Annotated[str, Field(min_length=1, max_length=80, pattern=STORABLE)]
    place: Place | None = None


class DoneBody(Body):
    """What became of an opened pack."""

    done_as: Annotated[str, Field(pattern="^(|used|thrown)$")]
