"""What comes in of causes."""

from typing import Annotated
from uuid import UUID

from pydantic import Field

from ample_crumb.api.bodies.base import Body
from ample_crumb.application.causes.commands import NextTime
from ample_crumb.core.bounds import STORABLE

Symptom = Annotated[str, Field(min_length=1, max_length=40, pattern=STORABLE)]


class NoticedBody(Body):
    """What a baker noticed while making it, of what is asked."""

    noticed: Annotated[list[Annotated[str, Field(max_length=60, pattern=STORABLE)]], Field(max_length=30)] = Field(
        default_factory=list
    )


class NextBody(Body):
    """What to change next time against a symptom."""

    id: UUID
    symptom: Symptom
    changes: Annotated[list[Annotated[str, Field(max_length=80, pattern=STORABLE)]], Field(min_length=1, max_length=6)]
    note: Annotated[str, Field(max_length=300, pattern=STORABLE)] = ""

    def asked(self) -> NextTime:
        """As the application has it."""
        return NextTime(self.id, self.symptom, tuple(self.changes), self.note)
