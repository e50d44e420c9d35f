"""What comes in of how batches came out."""

from typing import Annotated
from uuid import UUID

from pydantic import Field

from ample_crumb.api.bodies.base import Whole
from ample_crumb.api.bodies.formulas import BenchBody
from ample_crumb.application.crumb.views import FeedbackDraft
from ample_crumb.core.bounds import STORABLE
from ample_crumb.core.crumb.dough_diagnosis import Stage
from ample_crumb.core.crumb.dough_state import Consistency

VersionNumber = Annotated[Whole, Field(ge=1, le=100_000)]


class LookBody(BenchBody):
    """What the dough of what is on the Bench is like, and how far it has come."""

    said: Consistency
    stage: Stage = Stage.MIXED


class FeedbackBody(BenchBody):
    """How a batch of what is on the Bench came out."""

    id: UUID
    words: Annotated[str, Field(min_length=1, max_length=60, pattern=STORABLE)]
    number: VersionNumber | None = None

    def feedback(self) -> FeedbackDraft:
        """As the application has it."""
        return FeedbackDraft(self.id, self.words, self.number)
