"""What comes in from Today."""

from typing import Annotated
from uuid import UUID

from pydantic import Field

from ample_crumb.api.bodies.base import LEAST, Body, Day, DayType, LineText, Moment, Number, Version
from ample_crumb.core.day.day_budget import Targets


class TargetsBody(Body):
    """Targets of a day type from a day on."""

    energy_kcal: Annotated[Number, Field(ge=1, le=20_000)]
    protein_g: Annotated[Number, Field(ge=0, le=2_000)]
    fat_g: Annotated[Number, Field(ge=0, le=2_000)] | None = None
    carbohydrate_g: Annotated[Number, Field(ge=0, le=4_000)] | None = None

    def targets(self) -> Targets:
        """As the core has them."""
        return Targets(self.energy_kcal, self.protein_g, self.fat_g, self.carbohydrate_g)


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
    amount: Annotated[str, Field(max_length=60, pattern=r"^[^\x00]*$")] = ""


class EntryBody(Body):
    """What an entry is to become."""

    version: Version
    day: Day
    eaten_at: Moment
    text: LineText = ""
    piece_count: Annotated[Number, Field(ge=LEAST, le=100)] | None = None
