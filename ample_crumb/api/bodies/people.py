"""What comes in of people and of what their days are meant to be."""

from typing import Annotated

from pydantic import Field

from ample_crumb.api.bodies.base import Body, DayType, Flag, Number
from ample_crumb.api.bodies.derived import Derived
from ample_crumb.api.bodies.settings import Avoids
from ample_crumb.api.bodies.today import TargetsBody
from ample_crumb.application.people.commands import PersonDraft
from ample_crumb.core.bounds import STORABLE
from ample_crumb.core.day.day_budget import Targets
from ample_crumb.core.day.piece_step import PieceStep
from ample_crumb.core.day.tally import Tally
from ample_crumb.core.day.worked_out_targets import Physique


class TallyBody(Body):
    """A count of one's own: what a kcal or a gram of each figure counts, and how the sum is rounded."""

    name: Annotated[str, Field(min_length=1, max_length=40, pattern=STORABLE)]
    coefficients: Annotated[
        dict[Annotated[str, Field(max_length=40)], Annotated[Number, Field(ge=-1000, le=1000)]], Field(max_length=20)
    ]
    rounding_count: Annotated[Number, Field(ge=0.01, le=100)] = 1.0


class PersonBody(Body):
    """A person as typed."""

    name: Annotated[str, Field(max_length=120, pattern=STORABLE)]
    avoids: Annotated[Avoids, Field(default_factory=list)]
    piece_step: PieceStep = PieceStep.HALF
    hides_energy: Flag = False
    tally: TallyBody | None = None

    def draft(self) -> PersonDraft:
        """As the application has it."""
        tally = None if self.tally is None else Tally(**self.tally.model_dump())
        return PersonDraft(self.name, tuple(self.avoids), self.piece_step, self.hides_energy, tally)


class PhysiqueBody(Derived, becomes=Physique):
    """A body, its activity, and what it shall come to."""

    def physique(self) -> Physique:
        """As the core has it."""
        return self.made(Physique)


class TargetsFromBody(Body):
    """Targets by type of day, from a day on; what they are called, and what they were worked out from."""

    by_type: Annotated[dict[DayType, TargetsBody], Field(min_length=1, max_length=20)]
    name: Annotated[str, Field(max_length=60, pattern=STORABLE)] = ""
    physique: PhysiqueBody | None = None

    def targets(self) -> dict[str, Targets]:
        """As the core has them."""
        return {kind: body.targets() for kind, body in self.by_type.items()}


class DayTypeNameBody(Body):
    """What a type of day is called; without a slug it is a new one."""

    name: Annotated[str, Field(max_length=40, pattern=STORABLE)]
    slug: Annotated[str, Field(pattern="^[a-z0-9-]{0,40}$")] = ""


class WeekBody(Body):
    """Of which type each weekday is, Monday first."""

    day_types: Annotated[list[DayType], Field(min_length=7, max_length=7)]
