"""What comes in from the tab Versions."""

from typing import Annotated
from uuid import UUID

from pydantic import Field

from ample_crumb.api.bodies.base import Body, Flag, Version, Whole
from ample_crumb.core.bounds import STORABLE

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
    """The id and name of a branch."""

    id: UUID
    name: Annotated[str, Field(min_length=1, max_length=120, pattern=STORABLE)]


class FollowBody(Body):
    """Whether only to look at what would be done."""

    look: Flag = True
