"""What comes in of imports."""

from typing import Annotated, Final
from uuid import UUID

from pydantic import BaseModel, ConfigDict, Field

from ample_crumb.api.bodies.base import Body, Flag
from ample_crumb.api.bodies.derived import Derived
from ample_crumb.application.imports.views import AskedMatching, ItemChange, RewrittenLine
from ample_crumb.core.bounds import STORABLE

_COLUMNS: Final = r"^(?:[a-z_0-9]{1,40}:\d{1,2},?){0,40}$"


class ImportBody(Body):
    """A new import."""

    id: UUID
    name: Annotated[str, Field(max_length=120, pattern=STORABLE)] = ""


class FileAsk(BaseModel):
    """A file to be read: what it is called, and how a CSV is to be read where the guess is not right. `columns` are
    pairs such as "day:0,energy_kcal:3", counted from 0."""

    model_config = ConfigDict(extra="forbid")

    name: Annotated[str, Field(min_length=1, max_length=200, pattern=STORABLE)]
    kind: Annotated[str, Field(pattern="^(days|weights|products)$")] | None = None
    columns: Annotated[str, Field(max_length=1000, pattern=_COLUMNS)] | None = None
    decimal: Annotated[str, Field(pattern="^[.,]$")] | None = None
    months_first: bool | None = None
    pounds: bool | None = None

    def asked(self) -> AskedMatching:
        """As the application has it."""
        pairs = None
        if self.columns is not None:
            pairs = {key: int(at) for key, _, at in (each.rpartition(":") for each in self.columns.split(",") if each)}
        return AskedMatching(self.kind, pairs, self.decimal, self.months_first, self.pounds)


class RewrittenLineBody(Derived, becomes=RewrittenLine):
    """A line written anew."""


class ItemChangeBody(Derived, becomes=ItemChange):
    """What is put right at an item."""

    def change(self) -> ItemChange:
        """As the application has it."""
        return self.made(ItemChange)


class WriteBody(Body):
    """In which time zone the clock of the rows went."""

    zone: Annotated[str, Field(min_length=1, max_length=64, pattern=r"^[A-Za-z0-9_+/-]+$")] = "UTC"


class TakeBackBody(Body):
    """Whether what was changed or used since goes as well."""

    changed_too: Flag = False
