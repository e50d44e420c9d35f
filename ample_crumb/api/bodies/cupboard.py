"""What comes in from the Cupboard."""

from typing import Annotated
from uuid import UUID

from pydantic import Field

from ample_crumb.api.bodies.base import Body, Flag, Number, Version
from ample_crumb.core.food.allergens import KNOWN
from ample_crumb.core.food.energy import US_POLYOL_KCAL_PER_G
from ample_crumb.core.food.ingredients_statement import MOST_CHARACTERS as MOST_TEXT
from ample_crumb.core.food.label import Label, LabelBasis, Style
from ample_crumb.core.food.product import PackMeasures, ProductDeclaration


class PriceBody(Body):
    """What was paid for how much; null forgets it."""

    price: Annotated[Number, Field(ge=0, le=1_000_000)] | None
    for_text: Annotated[str, Field(max_length=80, pattern=r"^[^\x00]*$")] = ""


class TextBody(Body):
    """A text to look through."""

    text: Annotated[str, Field(max_length=MOST_TEXT, pattern=r"^[^\x00]*$")]


Amount = Annotated[Number, Field(ge=-1_000_000, le=1_000_000)] | None
PolyolKind = Annotated[str, Field(pattern=f"^({'|'.join(['', *US_POLYOL_KCAL_PER_G])})$")]
Allergen = Annotated[str, Field(pattern=f"^({'|'.join(KNOWN)})$")]
Grams = Annotated[Number, Field(ge=0, le=100_000)]
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

    def measures(self) -> PackMeasures:
        """As the core has it."""
        return PackMeasures(**{name: grams or None for name, grams in self.model_dump().items()})


class ProductBody(Body):
    """A product as typed; not `finished` it is a draft, whose label need not be true yet. `allergens`, `vegan` and the
    like are null where nobody said."""

    name: Annotated[str, Field(min_length=1, max_length=120, pattern=r"^[^\x00]*$")]
    synonyms: Annotated[list[Word], Field(max_length=20)] = Field(default_factory=list)
    role: Annotated[str, Field(max_length=40, pattern=r"^[a-z ]*$")] = ""
    label: LabelBody
    measures: MeasuresBody
    allergens: Annotated[list[Allergen], Field(max_length=20)] | None = None
    traces: Annotated[list[Allergen], Field(max_length=20)] | None = None
    vegan: Flag | None = None
    vegetarian: Flag | None = None
    added_sugar: Flag | None = None
    gtin: Annotated[str, Field(max_length=40, pattern=r"^[^\x00]*$")] = ""
    ingredients_text: Annotated[str, Field(max_length=MOST_TEXT, pattern=r"^[^\x00]*$")] = ""
    finished: Flag = True

    def contains(self) -> ProductDeclaration:
        """What it is said to contain, as the core has it."""
        return ProductDeclaration(
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

    version: Version
