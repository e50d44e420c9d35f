"""What comes in from the tab Versions."""

from typing import Annotated
from uuid import UUID

from pydantic import Field

from ample_crumb.api.bodies.base import Body, Flag, Version, Whole
from ample_crumb.api.bodies.formulas import Parts
from ample_crumb.core.bounds import STORABLE
from ample_crumb.core.formula.formula import Part, with_line_ids

VersionName = Annotated[str, Field(max_length=80, pattern=STORABLE)]


class KeepBody(Body):
    """A version to be kept under an id that the client made."""

    id: UUID
    name: VersionName = ""


class VersionNameBody(Body):
    """The name of a version."""

    name: VersionName


class RestoreBody(Body):
    """The formula's version that the window knows."""

    version: Version


class ToBakeBody(Body):
    """The number of the version to bake; 0 for the formula as it stands."""

    number: Annotated[Whole, Field(ge=0, le=100_000)]


class BranchBody(Body):
    """The id and name of a branch; `parts` and `method` where it begins with other lines than its base."""

    id: UUID
    name: Annotated[str, Field(min_length=1, max_length=120, pattern=STORABLE)]
    parts: Parts | None = None
    method: Annotated[str, Field(max_length=20_000, pattern=STORABLE)] | None = None

    def began(self) -> tuple[Part, ...] | None:
        """The lines that it begins with, as the core has them, each with an id of its own; None for those of its
        base."""
        return None if self.parts is None else with_line_ids(tuple(part.core() for part in self.parts))


class FollowBody(Body):
    """Whether only to look at what would be done."""

    look: Flag = True
