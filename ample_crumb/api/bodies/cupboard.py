"""What comes in from the Cupboard."""

from dataclasses import replace
from typing import Annotated
from uuid import UUID

from pydantic import Field

from ample_crumb.api.bodies.base import Body, Flag, Number, Version
from ample_crumb.api.bodies.derived import Derived
from ample_crumb.core.bounds import STORABLE
from ample_crumb.core.food.allergens import KNOWN
from ample_crumb.core.food.ingredients_statement import MOST_CHARACTERS as MOST_TEXT
from ample_crumb.core.food.label import Label
from ample_crumb.core.food.product import PackMeasures, ProductDeclaration


class PriceBody(Body):
    """What was paid for how much; null forgets it."""

    price: Annotated[Number, Field(ge=0, le=1_000_000)] | None
    for_text: Annotated[str, Field(max_length=80, pattern=STORABLE)] = ""


class TextBody(Body):
    """A text to look through."""

    text: Annotated[str, Field(max_length=MOST_TEXT, pattern=STORABLE)]


Word = Annotated[str, Field(max_length=80, pattern=STORABLE)]


class LabelBody(Derived, becomes=Label):
    """A label as printed; what it does not state is null. Figures that cannot be true come back as problems."""

    def label(self) -> Label:
        """As the core has it."""
        return self.made(Label)


class MeasuresBody(Derived, becomes=PackMeasures):
    """Grams of a scoop, piece, pack, drained pack and cup, as far as they are known."""

    def measures(self) -> PackMeasures:
        """As the core has it; 0 is not known."""
        return PackMeasures(**{name: grams or None for name, grams in self.model_dump().items()})


class ProductBody(Derived, becomes=ProductDeclaration):
    """A product as typed; not `finished` it is a draft, whose label need not be true yet. What it contains
    is null where nobody said."""

    name: Annotated[str, Field(min_length=1, max_length=120, pattern=STORABLE)]
    synonyms: Annotated[list[Word], Field(max_length=20)] = Field(default_factory=list)
    role: Annotated[str, Field(max_length=40, pattern=r"^[a-z ]*$")] = ""
    label: LabelBody
    measures: MeasuresBody
    gtin: Annotated[str, Field(max_length=40, pattern=STORABLE)] = ""
    ingredients_text: Annotated[str, Field(max_length=MOST_TEXT, pattern=STORABLE)] = ""
    finished: Flag = True

    def contains(self) -> ProductDeclaration:
        """What it is said to contain, as the core has it."""
        said = self.made(ProductDeclaration)
        return replace(said, allergens=_in_order(said.allergens), traces=_in_order(said.traces))


def _in_order(allergens: tuple[str, ...] | None) -> tuple[str, ...] | None:
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
