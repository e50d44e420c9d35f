"""What comes in of tastings."""

from typing import Annotated
from uuid import UUID

from pydantic import Field

from ample_crumb.api.bodies.base import Body, Flag, Whole
from ample_crumb.application.tastings.commands import NewTasting
from ample_crumb.core.bounds import STORABLE
from ample_crumb.core.tasting.comparison import MOST_BATCHES
from ample_crumb.core.tasting.poles import STOPS
from ample_crumb.store.tastings import TastingMark

_Pole = Annotated[str, Field(min_length=1, max_length=40, pattern=STORABLE)]


class TastingBody(Body):
    """A tasting of batches; no poles are all of them."""

    name: Annotated[str, Field(max_length=120, pattern=STORABLE)] = ""
    batch_ids: Annotated[list[UUID], Field(min_length=1, max_length=MOST_BATCHES)]
    blind: Flag = False
    poles: Annotated[list[_Pole], Field(default_factory=list, max_length=20)]

    def new(self, tasting_id: UUID) -> NewTasting:
        """As the application has it."""
        return NewTasting(tasting_id, self.name, tuple(self.batch_ids), self.blind, tuple(self.poles))


class MarkBody(Body):
    """What is said of a sample on a pole."""

    letter: Annotated[str, Field(pattern="^[A-D]$")]
    pole: _Pole
    score: Annotated[Whole, Field(ge=1, le=STOPS)]


class MarksBody(Body):
    """What a taster says."""

    taster: Annotated[str, Field(min_length=1, max_length=40, pattern=r"^[^\x00]*\S[^\x00]*$")]
    marks: Annotated[list[MarkBody], Field(min_length=1, max_length=80)]

    def said(self) -> list[TastingMark]:
        """As the application has it."""
        return [TastingMark(self.taster.strip(), mark.letter, mark.pole, mark.score) for mark in self.marks]
