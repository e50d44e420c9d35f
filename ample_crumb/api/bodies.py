"""What comes in, with bounds on every number and length."""

from datetime import date
from typing import Annotated
from uuid import UUID

from pydantic import AwareDatetime, BaseModel, ConfigDict, Field

from ample_crumb.core.bake.heat import WRITTEN_WATTS, Oven
from ample_crumb.core.day.tin import Targets
from ample_crumb.core.food.allergens import KNOWN
from ample_crumb.core.food.declared import MOST_CHARACTERS as MOST_TEXT
from ample_crumb.core.food.energy import US_POLYOL_KCAL_PER_G, EnergySystem
from ample_crumb.core.food.label import Label, LabelBasis, Style
from ample_crumb.core.food.nutrients import Carbohydrate
from ample_crumb.core.food.product import Contains, OwnMeasures
from ample_crumb.core.formula.alarms import ASKABLE
from ample_crumb.core.formula.formula import How, Line, Part
from ample_crumb.core.formula.outcome import MOST_LOSS
from ample_crumb.core.formula.portions import By
from ample_crumb.core.formula.rewrite import Details
from ample_crumb.core.formula.tins import Kind as TinKind
from ample_crumb.core.formula.tins import Tin
from ample_crumb.core.quantity.recipe import MOST_LINES, MOST_PIECES
from ample_crumb.core.quantity.units import System
from ample_crumb.core.quantity.weigh import MOST_G
from ample_crumb.formats.recipe_text import MOST_CHARACTERS
from ample_crumb.work.bench import Bench
from ample_crumb.work.making import MakingDraft, UsedTin
from ample_crumb.work.reference import Reference

Pieces = Annotated[int, Field(ge=1, le=MOST_PIECES)]
Family = Annotated[str, Field(max_length=40, pattern=r"^[a-z-]*$")]
DayType = Annotated[str, Field(pattern="^(training|rest)$")]
# Zero bytes cannot be stored as text; no keyboard makes them.
LineText = Annotated[str, Field(max_length=1000, pattern=r"^[^\x00]*$")]

Figure = Annotated[float, Field(ge=0, le=100_000)] | None


class Body(BaseModel):
    """Base of all bodies: unknown fields are refused, so that a slip in a name shows."""

    model_config = ConfigDict(extra="forbid", allow_inf_nan=False)


class LineBody(Body):
    """A line as written, and the ingredient picked for it."""

    text: LineText
    chosen: Annotated[str, Field(max_length=80)] | None = None

    def line(self) -> Line:
        """As the core has it."""
        return Line(self.text, self.chosen)


class HowBody(Body):
    """How a part goes in: what baking takes of it, how much of what was made is used, and when."""

    loss: Annotated[float, Field(ge=0, le=MOST_LOSS)] | None = None
    used: Annotated[float, Field(gt=0, le=1)] = 1.0
    optional: bool = False
    unbaked: bool = False


class PartBody(Body):
    """A part with its lines."""

    name: Annotated[str, Field(max_length=80, pattern=r"^[^\x00]*$")] = ""
    lines: Annotated[list[LineBody], Field(max_length=MOST_LINES)]
    how: HowBody = Field(default_factory=HowBody)

    def part(self) -> Part:
        """As the core has it."""
        return Part(self.name, tuple(line.line() for line in self.lines), How(**self.how.model_dump()))


Parts = Annotated[list[PartBody], Field(max_length=40)]


class ReferenceBody(Body):
    """What a formula is compared with: another formula, or a food by name with figures for a mass of it."""

    formula_id: UUID | None = None
    name: Annotated[str, Field(max_length=120, pattern=r"^[^\x00]*$")] = ""
    mass_g: Annotated[float, Field(gt=0, le=10_000)] = 100.0
    energy_kcal: Figure = None
    protein_g: Figure = None
    fat_g: Figure = None
    saturates_g: Figure = None
    sugars_g: Figure = None
    fibre_g: Figure = None
    salt_g: Figure = None

    def reference(self) -> Reference:
        """As the work layer has it; a formula brings its own figures."""
        return Reference(self.formula_id) if self.formula_id else Reference(**self.model_dump())


class UsedTinBody(Body):
    """So many of a tin."""

    tin_id: UUID
    count: Annotated[int, Field(ge=1, le=20)] = 1


class MakingBody(Body):
    """How a formula is made; what cannot be used as asked comes back as a problem of the outcome."""

    by: By = By.COUNT
    grams: Annotated[float, Field(gt=0, le=MOST_G)] | None = None
    scoop: Annotated[str, Field(max_length=40, pattern=r"^[^\x00]*$")] = ""
    density_g_per_ml: Annotated[float, Field(gt=0.1, le=3)] | None = None
    small_count: Annotated[int, Field(ge=0, le=MOST_PIECES)] = 0
    small_g: Annotated[float, Field(ge=0, le=MOST_G)] = 0.0
    made: Annotated[float, Field(gt=0, le=MOST_PIECES)] | None = None
    loss: Annotated[float, Field(ge=0, le=MOST_LOSS)] | None = None
    residue_g: Annotated[float, Field(ge=0, le=MOST_G)] = 0.0
    trimmings_g: Annotated[float, Field(ge=0, le=MOST_G)] = 0.0
    dough_g: Annotated[float, Field(gt=0, le=MOST_G)] | None = None
    baked_g: Annotated[float, Field(gt=0, le=MOST_G)] | None = None
    tins: Annotated[list[UsedTinBody], Field(max_length=8)] = []
    cuts: Annotated[str, Field(max_length=40, pattern=r"^[^\x00]*$")] = ""
    oven: Oven | None = None
    celsius: Annotated[float, Field(ge=100, le=300)] | None = None

    def making(self) -> MakingDraft:
        """As the work layer has it."""
        tins = tuple(UsedTin(each.tin_id, each.count) for each in self.tins)
        return MakingDraft(**self.model_dump(exclude={"tins"}) | {"tins": tins})


class DraftBody(Body):
    """A formula as it is on the Bench."""

    name: Annotated[str, Field(min_length=1, max_length=120, pattern=r"^[^\x00]*$")]
    family: Family = ""
    pieces: Pieces
    method: Annotated[str, Field(max_length=20_000, pattern=r"^[^\x00]*$")] = ""
    parts: Parts
    reference: ReferenceBody | None = None
    making: MakingBody = Field(default_factory=MakingBody)


class NewFormula(DraftBody):
    """A formula to be created under an id that the client made."""

    id: UUID


class SavedFormula(DraftBody):
    """A formula to be saved over the version it was opened at."""

    version: Annotated[int, Field(ge=1)]


class CopyBody(Body):
    """The id of the copy."""

    id: UUID


class ArchivedBody(Body):
    """Whether a formula is put away."""

    archived: bool


class BenchBody(Body):
    """What is on the Bench, and the day it should fit into."""

    parts: Parts
    pieces: Pieces
    family: Family = ""
    day: date
    reference: ReferenceBody | None = None
    making: MakingBody = Field(default_factory=MakingBody)

    def bench(self) -> Bench:
        """As the work layer has it."""
        reference = self.reference.reference() if self.reference else None
        parts = tuple(part.part() for part in self.parts)
        return Bench(parts, self.pieces, self.family, self.day, reference, self.making.making())


class ScaleBody(Body):
    """Lines to be written anew so many times."""

    parts: Parts
    factor: Annotated[float, Field(gt=0, le=1000)]


class OtherTinsBody(BenchBody):
    """What is on the Bench, and the tins it shall go into."""

    others: Annotated[list[UsedTinBody], Field(min_length=1, max_length=8)]


class PasteBody(Body):
    """A pasted text."""

    text: Annotated[str, Field(max_length=MOST_CHARACTERS)]


class NudgeBody(LineBody):
    """A line to be written anew with its amount multiplied."""

    factor: Annotated[float, Field(ge=0.5, le=2)]


class DetailBody(LineBody):
    """A line to be written anew with its details: whether it is optional, how its cup was filled, which share of it is
    used, what a scale showed."""

    optional: bool = False
    fill: Annotated[str, Field(max_length=20, pattern=r"^[a-z]*$")] = ""
    used: Annotated[float, Field(gt=0, le=1)] = 1.0
    weighed_g: Annotated[float, Field(gt=0, le=MOST_G)] | None = None

    def details(self) -> Details:
        """As the core has them."""
        return Details(self.optional, self.fill, self.used, self.weighed_g)


class CorrectionBody(Body):
    """What a written name means from now on."""

    name: Annotated[str, Field(min_length=1, max_length=300)]
    slug: Annotated[str, Field(min_length=1, max_length=80)]


class SettingsBody(Body):
    """A person's choices."""

    measures: System
    energy: EnergySystem
    carbohydrate: Carbohydrate
    appearance: Annotated[str, Field(pattern="^(system|light|dark)$")]
    currency: Annotated[str, Field(pattern="^[A-Z]{3}$")]
    oven: Oven = Oven.CONVENTIONAL
    watts: Annotated[float, Field(ge=200, le=2000)] = WRITTEN_WATTS
    altitude_m: Annotated[float, Field(ge=-500, le=6000)] = 0.0


class GuestBody(Body):
    """Somebody, and what must be kept from them."""

    name: Annotated[str, Field(min_length=1, max_length=80, pattern=r"^[^\x00]*$")]
    avoids: Annotated[
        list[Annotated[str, Field(pattern=f"^({'|'.join(ASKABLE)})$")]], Field(min_length=1, max_length=30)
    ]


class TinBody(Body):
    """A tin by its inner measures at the top, in cm, or by the water it holds. What cannot be is said in words."""

    name: Annotated[str, Field(min_length=1, max_length=80, pattern=r"^[^\x00]*$")]
    kind: TinKind
    length_cm: float
    depth_cm: float
    width_cm: float | None = None
    bottom_share: float = 1.0
    hole_cm: float = 0.0
    cups: int = 1
    water_ml: float | None = None

    def tin(self) -> Tin:
        """As the core has it."""
        return Tin(**self.model_dump(exclude={"name"}))


class PriceBody(Body):
    """What was paid for how much; null forgets it."""

    price: Annotated[float, Field(ge=0, le=1_000_000)] | None
    for_text: Annotated[str, Field(max_length=80, pattern=r"^[^\x00]*$")] = ""


class TextBody(Body):
    """A text to look through."""

    text: Annotated[str, Field(max_length=MOST_TEXT, pattern=r"^[^\x00]*$")]


class TargetsBody(Body):
    """Targets of a day type from a day on."""

    energy_kcal: Annotated[float, Field(ge=1, le=20_000)]
    protein_g: Annotated[float, Field(ge=0, le=2_000)]
    fat_g: Annotated[float, Field(ge=0, le=2_000)] | None = None
    carbohydrate_g: Annotated[float, Field(ge=0, le=4_000)] | None = None

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
    eaten_at: AwareDatetime


class NewPieces(Body):
    """Pieces of a formula to be laid into a day: so many, or as much as `amount` says, "45 g"."""

    id: UUID
    eaten_at: AwareDatetime
    formula_id: UUID
    pieces: Annotated[float, Field(gt=0, le=100)] | None = None
    amount: Annotated[str, Field(max_length=60, pattern=r"^[^\x00]*$")] = ""


class EntryBody(Body):
    """What an entry is to become."""

    version: Annotated[int, Field(ge=1)]
    day: date
    eaten_at: AwareDatetime
    text: LineText = ""
    pieces: Annotated[float, Field(gt=0, le=100)] | None = None


Amount = Annotated[float, Field(ge=-1_000_000, le=1_000_000)] | None
PolyolKind = Annotated[str, Field(pattern=f"^({'|'.join(['', *US_POLYOL_KCAL_PER_G])})$")]
Allergen = Annotated[str, Field(pattern=f"^({'|'.join(KNOWN)})$")]
Grams = Annotated[float, Field(ge=0, le=100_000)]
Word = Annotated[str, Field(max_length=80, pattern=r"^[^\x00]*$")]


class LabelBody(Body):
    """A label as printed; what it does not state is null. Figures that cannot be true come back as problems."""

    style: Style
    basis: LabelBasis
    serving_g: Amount = None
    density_g_per_ml: Amount = None
    energy_kcal: Amount = None
    energy_kj: Amount = None
    fat_g: Amount = None
    saturates_g: Amount = None
    carbohydrate_g: Amount = None
    sugars_g: Amount = None
    fibre_g: Amount = None
    polyols_g: Amount = None
    erythritol_g: Amount = None
    polyol_kind: PolyolKind = ""
    allulose_g: Amount = None
    protein_g: Amount = None
    salt_g: Amount = None
    sodium_mg: Amount = None
    alcohol_g: Amount = None

    def label(self) -> Label:
        """As the core has it."""
        return Label(**self.model_dump())


class MeasuresBody(Body):
    """Grams of a scoop, piece, pack, drained pack and cup, as far as they are known."""

    scoop_g: Grams | None = None
    piece_g: Grams | None = None
    pack_g: Grams | None = None
    drained_g: Grams | None = None
    cup_g: Grams | None = None

    def measures(self) -> OwnMeasures:
        """As the core has it."""
        return OwnMeasures(**{name: grams or None for name, grams in self.model_dump().items()})


class ProductBody(Body):
    """A product as typed; not `finished` it is a draft, whose label need not be true yet. `allergens`, `vegan` and the
    like are null where nobody said."""

    name: Annotated[str, Field(min_length=1, max_length=120, pattern=r"^[^\x00]*$")]
    synonyms: Annotated[list[Word], Field(max_length=20)] = []
    role: Annotated[str, Field(max_length=40, pattern=r"^[a-z ]*$")] = ""
    label: LabelBody
    measures: MeasuresBody
    allergens: Annotated[list[Allergen], Field(max_length=20)] | None = None
    traces: Annotated[list[Allergen], Field(max_length=20)] | None = None
    vegan: bool | None = None
    vegetarian: bool | None = None
    added_sugar: bool | None = None
    gtin: Annotated[str, Field(max_length=40, pattern=r"^[^\x00]*$")] = ""
    ingredients_text: Annotated[str, Field(max_length=MOST_TEXT, pattern=r"^[^\x00]*$")] = ""
    finished: bool = True

    def contains(self) -> Contains:
        """What it is said to contain, as the core has it."""
        return Contains(
            allergens=_in_order(self.allergens),
            traces=_in_order(self.traces),
            vegan=self.vegan,
            vegetarian=self.vegetarian,
            added_sugar=self.added_sugar,
        )


def _in_order(allergens: list[str] | None) -> tuple[str, ...] | None:
    return None if allergens is None else tuple(name for name in KNOWN if name in allergens)


class MergeBody(Body):
    """The product to merge into."""

    into: UUID


class NewProduct(ProductBody):
    """A product to be created under an id that the client made."""

    id: UUID


class SavedProduct(ProductBody):
    """A product to be saved over the version it was opened at."""

    version: Annotated[int, Field(ge=1)]
