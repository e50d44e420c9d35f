"""What comes in from Formulas."""

from typing import Annotated, Any
from uuid import UUID

from pydantic import Field

from ample_crumb.api.bodies.base import (
    LEAST,
    Body,
    Day,
    Family,
    Figure,
    Flag,
    LineBody,
    Number,
    Parts,
    Pieces,
    Version,
    Whole,
    read_parts,
)
from ample_crumb.application.formulas.draft import Bench, ProductionSettings, TwinChoice, UsedTin
from ample_crumb.core.production.bake_time import Oven
from ample_crumb.core.production.bake_yield import MOST_LOSS
from ample_crumb.core.production.portions import PortionBy
from ample_crumb.core.production.scaling import TinFactor
from ample_crumb.core.quantity.recipe_parser import MOST_PIECES
from ample_crumb.core.quantity.weighing import MOST_G
from ample_crumb.formats.recipe_text import MOST_CHARACTERS

Method = Annotated[str, Field(max_length=20_000, pattern=r"^[^\x00]*$")]


class TwinBody(Body):
    """What a formula is compared with: another formula, as it is or as it was kept under `number`, or a food by name
    with figures for a mass of it."""

    formula_id: UUID | None = None
    number: Annotated[Whole, Field(ge=1, le=100_000)] | None = None
    name: Annotated[str, Field(max_length=120, pattern=r"^[^\x00]*$")] = ""
    mass_g: Annotated[Number, Field(ge=LEAST, le=10_000)] = 100.0
    energy_kcal: Figure = None
    protein_g: Figure = None
    fat_g: Figure = None
    saturates_g: Figure = None
    sugars_g: Figure = None
    fibre_g: Figure = None
    salt_g: Figure = None

    def reference(self) -> TwinChoice:
        """As the work layer has it; a formula brings its own figures."""
        if self.formula_id:
            return TwinChoice(self.formula_id, self.number)
        return TwinChoice(**self.model_dump() | {"number": None})


class UsedTinBody(Body):
    """So many of a tin."""

    tin_id: UUID
    count: Annotated[Whole, Field(ge=1, le=20)] = 1


class ProductionBody(Body):
    """How a formula is made; what cannot be used as asked comes back as a problem of the outcome."""

    by: PortionBy = PortionBy.COUNT
    piece_g: Annotated[Number, Field(ge=LEAST, le=MOST_G)] | None = None
    scoop: Annotated[str, Field(max_length=40, pattern=r"^[^\x00]*$")] = ""
    density_g_per_ml: Annotated[Number, Field(gt=0.1, le=3)] | None = None
    small_count: Annotated[Whole, Field(ge=0, le=MOST_PIECES)] = 0
    small_g: Annotated[Number, Field(ge=0, le=MOST_G)] = 0.0
    made_count: Annotated[Number, Field(ge=LEAST, le=MOST_PIECES)] | None = None
    loss_share: Annotated[Number, Field(ge=0, le=MOST_LOSS)] | None = None
    residue_g: Annotated[Number, Field(ge=0, le=MOST_G)] = 0.0
    trimmings_g: Annotated[Number, Field(ge=0, le=MOST_G)] = 0.0
    dough_g: Annotated[Number, Field(ge=LEAST, le=MOST_G)] | None = None
    baked_g: Annotated[Number, Field(ge=LEAST, le=MOST_G)] | None = None
    tins: Annotated[list[UsedTinBody], Field(max_length=8)] = Field(default_factory=list)
    cuts: Annotated[str, Field(max_length=40, pattern=r"^[^\x00]*$")] = ""
    oven: Oven | None = None
    oven_c: Annotated[Number, Field(ge=100, le=300)] | None = None

    def making(self) -> ProductionSettings:
        """As the work layer has it."""
        tins = tuple(UsedTin(each.tin_id, each.count) for each in self.tins)
        return ProductionSettings(**self.model_dump(exclude={"tins"}) | {"tins": tins})


class DraftBody(Body):
    """A formula as it is on the Bench."""

    name: Annotated[str, Field(min_length=1, max_length=120, pattern=r"^[^\x00]*$")]
    family: Family = ""
    pieces: Pieces
    method: Method = ""
    parts: Parts
    twin: TwinBody | None = None
    production: ProductionBody = Field(default_factory=ProductionBody)


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


class BenchBody(Body):
    """What is on the Bench, and the day it should fit into."""

    parts: Parts
    pieces: Pieces
    family: Family = ""
    day: Day
    twin: TwinBody | None = None
    production: ProductionBody = Field(default_factory=ProductionBody)
    name: Annotated[str, Field(max_length=120, pattern=r"^[^\x00]*$")] = ""
    method: Method = ""

    def bench(self) -> Bench:
        """As the work layer has it."""
        return Bench(
            name=self.name,
            family=self.family,
            pieces=self.pieces,
            method=self.method,
            parts=read_parts(self.parts),
            twin=self.twin.reference() if self.twin else None,
            production=self.production.making(),
            day=self.day,
        )


class ScaleBody(Body):
    """Lines to be written anew so many times, those of what lies on a dough by its surface where that is another."""

    parts: Parts
    factor: Annotated[Number, Field(ge=LEAST, le=1000)]
    surface_factor: Annotated[Number, Field(ge=LEAST, le=1000)] | None = None

    def by(self) -> TinFactor:
        """As the core has it."""
        return TinFactor(self.factor, self.surface_factor or self.factor)


class OtherTinsBody(BenchBody):
    """What is on the Bench, and the tins it shall go into."""

    others: Annotated[list[UsedTinBody], Field(min_length=1, max_length=8)]


class PasteBody(Body):
    """A pasted text."""

    text: Annotated[str, Field(max_length=MOST_CHARACTERS)]


class NudgeBody(LineBody):
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
