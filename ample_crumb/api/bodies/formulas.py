"""What comes in from Formulas."""

from dataclasses import replace
from typing import Annotated, Any
from uuid import UUID

from pydantic import Field

from ample_crumb.api.bodies.base import Body, Day, Flag, Number, Version
from ample_crumb.api.bodies.derived import Derived
from ample_crumb.application.formulas.draft import Bench
from ample_crumb.core.bounds import LEAST, STORABLE
from ample_crumb.core.formula.formula import Line, Part, PartOptions, with_line_ids
from ample_crumb.core.production.draft import ClassicChoice, Draft, ProductionSettings, UsedTin
from ample_crumb.core.production.scaling import TinFactor
from ample_crumb.core.quantity.weighing import MOST_G
from ample_crumb.formats.recipe_text import MOST_CHARACTERS


class LineBody(Derived, becomes=Line):
    """A line as written, by its id, and the ingredient picked for it."""

    def line(self) -> Line:
        """As the core has it."""
        return self.made(Line)


class PartOptionsBody(Derived, becomes=PartOptions):
    """How a part goes in: what baking takes of it, how much of what was made is used, and when."""


class PartBody(Derived, becomes=Part, usual={"name": ""}):
    """A part with its lines."""


Parts = Annotated[list[PartBody], Field(max_length=40)]


class ClassicBody(Derived, becomes=ClassicChoice):
    """What a formula is compared with: another formula, as it is or as it was kept under `number`, or a food by name
    with figures for a mass of it."""

    def core(self) -> ClassicChoice:
        """As the core has it; a formula brings its own figures."""
        made = self.made(ClassicChoice)
        if made.formula_id:
            return ClassicChoice(made.formula_id, made.number)
        return replace(made, number=None)


class UsedTinBody(Derived, becomes=UsedTin):
    """So many of a tin."""


class ProductionBody(Derived, becomes=ProductionSettings):
    """How a formula is made; what cannot be used as asked comes back as a problem of the outcome."""


class DraftBody(Derived, becomes=Draft, usual={"family": "", "method": ""}):
    """A formula as it is on the Bench."""

    name: Annotated[str, Field(min_length=1, max_length=120, pattern=STORABLE)]

    def draft(self) -> Draft:
        """As the core has it, each line with an id of its own."""
        made = self.made(Draft)
        return replace(made, parts=with_line_ids(made.parts))


class NewFormula(DraftBody):
    """A formula to be created under an id that the client made."""

    id: UUID


class SavedFormula(DraftBody):
    """A formula to be saved over the version it was opened at."""

    version: Version


class CopyBody(Body):
    """The id of the copy."""

    id: UUID


class ArchivedBody(Body):
    """Whether a formula is put away."""

    archived: Flag


class BenchBody(Derived, becomes=Bench, usual={"name": "", "family": "", "method": ""}):
    """What is on the Bench, and the day it should fit into."""

    day: Day

    def bench(self) -> Bench:
        """As the core has it, each line with an id of its own."""
        made = self.made(Bench)
        return replace(made, parts=with_line_ids(made.parts))


class ScaleBody(Body):
    """Lines to be written anew so many times, those of what lies on a dough by its surface where that is another."""

    parts: Parts
    factor: Annotated[Number, Field(ge=LEAST, le=1000)]
    surface_factor: Annotated[Number, Field(ge=LEAST, le=1000)] | None = None

    def scaled(self) -> tuple[Part, ...]:
        """The parts as the core has them."""
        return with_line_ids([part.made(Part) for part in self.parts])

    def by(self) -> TinFactor:
        """As the core has it."""
        return TinFactor(self.factor, self.surface_factor or self.factor)


class OtherTinsBody(BenchBody):
    """What is on the Bench, and the tins it shall go into."""

    others: Annotated[list[UsedTinBody], Field(min_length=1, max_length=8)]


class PasteBody(Body):
    """A pasted text."""

    text: Annotated[str, Field(max_length=MOST_CHARACTERS)]


class AdjustAmountBody(LineBody):
    """A line to be written anew with its amount multiplied."""

    factor: Annotated[Number, Field(ge=0.5, le=2)]


class DetailBody(LineBody):
    """A line to be written anew with a detail changed: whether it is optional, how its cup was filled, which share of
    it is used, what a scale showed. Null leaves a detail as it is."""

    optional: Flag | None = None
    fill: Annotated[str, Field(max_length=20, pattern=r"^[a-z]*$")] | None = None
    used_share: Annotated[Number, Field(ge=LEAST, le=1)] | None = None
    weighed_g: Annotated[Number, Field(ge=LEAST, le=MOST_G)] | None = None

    def changes(self) -> dict[str, Any]:
        """What is to be changed, by the names that the core has."""
        return self.model_dump(include={"optional", "fill", "used_share", "weighed_g"}, exclude_none=True)
