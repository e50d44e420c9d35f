"""What comes in of batches."""

from typing import Annotated
from uuid import UUID

from pydantic import Field, model_validator

from ample_crumb.api.bodies.base import Body, Flag, Moment, Number, Whole
from ample_crumb.api.bodies.derived import Derived
from ample_crumb.api.bodies.formulas import DraftBody
from ample_crumb.application.batches.commands import NewNote, RecordedBatch
from ample_crumb.application.batches.planning import BatchPlan
from ample_crumb.application.batches.queries import PortionAsk
from ample_crumb.core.batch.deviation import Said
from ample_crumb.core.batch.lots import Lot
from ample_crumb.core.batch.portioning import PieceWish
from ample_crumb.core.batch.record import BatchRecord
from ample_crumb.core.batch.tasting import Taste
from ample_crumb.core.bounds import LEAST, STORABLE
from ample_crumb.core.quantity.weighing import MOST_G


class PlanBody(Body):
    """What a batch is made from: a formula as it stands, or as it was kept under `number`; another batch; a draft."""

    formula_id: UUID | None = None
    number: Annotated[Whole, Field(ge=0, le=100_000)] = 0
    batch_id: UUID | None = None
    draft: DraftBody | None = None

    @model_validator(mode="after")
    def _one(self) -> "PlanBody":
        if sum(each is not None for each in (self.formula_id, self.batch_id, self.draft)) != 1:
            raise ValueError("a formula, a batch or a draft, one of them")
        return self

    def plan(self) -> BatchPlan:
        """As the application has it."""
        return BatchPlan(self.formula_id, self.number, self.batch_id, self.draft.draft() if self.draft else None)


class SaidBody(Derived, becomes=Said):
    """What was said went otherwise."""


class LotBody(Derived, becomes=Lot):
    """Pieces of one weight."""


class RecordBody(Derived, becomes=BatchRecord):
    """What was told of a batch."""

    def record(self) -> BatchRecord:
        """As the core has it."""
        return self.made(BatchRecord)


class ToldBody(Body):
    """A batch as it stands while it is told."""

    plan: PlanBody
    record: RecordBody = Field(default_factory=RecordBody)


class TasteBody(ToldBody):
    """How the dough of a batch tastes."""

    said: Taste


class PieceWishBody(Derived, becomes=PieceWish):
    """What a piece is wished by."""


_Weight = Annotated[Number, Field(ge=LEAST, le=MOST_G)]


class PortionBody(ToldBody):
    """How the dough of a batch is to be parted."""

    wish: PieceWishBody
    weights_g: Annotated[list[_Weight], Field(default_factory=list, max_length=12)]
    layers: Annotated[Whole, Field(ge=0, le=12)] = 0

    def ask(self) -> PortionAsk:
        """As the application has it."""
        return PortionAsk(self.wish.core(), tuple(self.weights_g), self.layers)


class NewBatchBody(ToldBody):
    """A batch to be kept, or to be corrected over its `revision`; 0 for a new one."""

    made_at: Moment
    zone: Annotated[str, Field(min_length=1, max_length=64, pattern=r"^[A-Za-z0-9_+/-]+$")] = "UTC"
    """As a browser names it; it is kept for whoever reads the moment, and nothing is worked out by it."""

    revision: Annotated[Whole, Field(ge=0, le=100_000)] = 0
    dough_id: UUID | None = None
    shelf_id: UUID | None = None
    """Where a new batch is laid; where its kind belongs for none."""

    def about(self, batch_id: UUID) -> RecordedBatch:
        """As the application has it."""
        return RecordedBatch(batch_id, self.made_at, self.zone, self.revision, self.dough_id, self.shelf_id)


class RemovedBody(Body):
    """Whether it is taken out."""

    removed: Flag


class PhotoWords(Body):
    """At which step a photo was taken, empty for the whole batch, and what it shows."""

    step: Annotated[str, Field(max_length=300, pattern=STORABLE)] = ""
    words: Annotated[str, Field(max_length=80, pattern=STORABLE)] = ""


class NoteBody(Body):
    """A note at a line, at a step, or of the whole."""

    text: Annotated[str, Field(min_length=1, max_length=500, pattern=r"^[^\x00]*\S[^\x00]*$")]
    line_id: Annotated[str, Field(max_length=40, pattern=r"^[0-9A-Za-z_-]*$")] = ""
    step: Annotated[str, Field(max_length=300, pattern=STORABLE)] = ""

    def note(self, note_id: UUID) -> NewNote:
        """As the application has it."""
        return NewNote(note_id, self.text, self.line_id, self.step)
