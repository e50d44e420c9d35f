"""What goes into and out of the Cupboard."""

from collections.abc import Mapping
from dataclasses import dataclass
from datetime import datetime
from typing import Final
from uuid import UUID

from ample_crumb.core.food.energy import Layers
from ample_crumb.core.food.label import Label, LabelFigures
from ample_crumb.core.food.nutrients import Nutrients
from ample_crumb.core.food.product import Pack, PackMeasures, ProductDeclaration
from ample_crumb.core.food.provenance import Provenance
from ample_crumb.store.prices import Price
from ample_crumb.store.products import ProductDetails

MOST_SYNONYMS: Final = 20


@dataclass(frozen=True, slots=True)
class CupboardItem:
    """A food of the cupboard, per 100 g. `product_id` is set for the kitchen's own. None is unknown. A draft has no
    figures yet; its `problem` says what its label lacks. `remark` is what the check of a label says. `reference` is one
    of the second shelf."""

    slug: str
    name: str
    role: str
    product_id: UUID | None
    archived: bool
    per_100g: Nutrients
    layers: Layers
    allergens: tuple[str, ...] | None
    traces: tuple[str, ...] | None
    vegan: bool | None
    vegetarian: bool | None
    added_sugar: bool | None
    source: str
    draft: bool = False
    problem: str = ""
    remark: str = ""
    reference: bool = False


@dataclass(frozen=True, slots=True)
class CupboardPage:
    """Some foods of the cupboard in its order. `next` is what the page behind it is asked for after; empty where there
    is none."""

    items: tuple[CupboardItem, ...]
    next: str


@dataclass(frozen=True, slots=True)
class ProductDraft:
    """A product as the baker typed it."""

    name: str
    synonyms: tuple[str, ...]
    role: str
    label: Label
    measures: PackMeasures
    contains: ProductDeclaration
    gtin: str = ""
    ingredients_text: str = ""

    def names(self) -> tuple[str, ...]:
        """All that it is called."""
        return (self.name, *self.synonyms)

    def pack(self) -> Pack:
        """What is on its pack."""
        return Pack(self.label, self.measures, self.contains)

    def about(self, *, finished: bool) -> ProductDetails:
        """What is not on its label."""
        return ProductDetails(
            name=self.name,
            synonyms=self.synonyms,
            role=self.role,
            gtin=self.gtin,
            ingredients_text=self.ingredients_text,
            finished=finished,
        )


@dataclass(frozen=True, slots=True)
class UsingFormula:
    """A formula that uses a food. `behind` is True when it is pointed at an older label of it."""

    formula_id: UUID
    name: str
    behind: bool


@dataclass(frozen=True, slots=True)
class Usage:
    """How many formulas use a food, how many of them an older label of it, and some of them, these first."""

    count: int
    behind_count: int
    formulas: tuple[UsingFormula, ...]


@dataclass(frozen=True, slots=True)
class HomeMade:
    """How so many g of a food are made: its parts as lines, which may stand in its place where `as_parts`."""

    mass_g: float
    lines: tuple[str, ...]
    as_parts: bool
    minutes: int
    wait_minutes: int
    keeps: str
    how: str


@dataclass(frozen=True, slots=True)
class FoodView:
    """A generic food: where its figures are from and its energy by the factors of either rule, its usual measures in g,
    what it costs, where it is used, and how it is made at home, None where no kitchen makes it."""

    item: CupboardItem
    provenance: Provenance
    european_kcal: float | None
    us_kcal: float | None
    cup_g: Mapping[str, float]
    piece_g: Mapping[str, float]
    pack_g: Mapping[str, float]
    polyol_kind: str
    price: Price | None
    used: Usage
    home_made: HomeMade | None


@dataclass(frozen=True, slots=True)
class SimilarProduct:
    """Another product by its id."""

    product_id: UUID
    name: str


@dataclass(frozen=True, slots=True)
class ProductView:
    """A product with its newest label, the check of it, how many labels it has had, what it costs and where it is used.
    It is a draft until it is `finished`. `similar` are other products that may be the same one."""

    id: UUID
    version: int
    archived: bool
    finished: bool
    merged_into: UUID | None
    number: int
    made_at: datetime
    slug: str
    draft: ProductDraft
    check: LabelFigures
    price: Price | None
    used: Usage
    similar: tuple[SimilarProduct, ...]


@dataclass(frozen=True, slots=True)
class FoundProduct:
    """What is known of a code. `product_id` and `name` are of the product of the cupboard that carries it; else `draft`
    is what the register tells, with the `check` of its label and `remarks` on what is odd about it, a sentence each."""

    gtin: str
    product_id: UUID | None = None
    name: str = ""
    draft: ProductDraft | None = None
    check: LabelFigures | None = None
    remarks: tuple[str, ...] = ()
