"""Own products from CSV: a row for each, its label as printed.

Columns, all but `name` optional: name, gtin, synonyms (parted by ;), role, style (european, us), basis (100 g, 100 ml,
or serving), every field of `core.food.label.Label`, scoop_g, piece_g, pack_g, drained_g, cup_g, allergens and traces
(parted by ;; "none" for none), vegan, vegetarian, added_sugar (yes, no). What is left empty is unknown.
"""

import csv
import io
from collections.abc import Iterator, Mapping
from dataclasses import dataclass, fields
from typing import Final

from ample_crumb.core.food.allergens import KNOWN
from ample_crumb.core.food.ingredient import Ingredient
from ample_crumb.core.food.label import Label, LabelBasis, Style
from ample_crumb.core.food.product import LabelProblem, Pack, PackMeasures, ProductDeclaration, ingredient_of
from ample_crumb.core.food.product_code import code_of
from ample_crumb.core.problem import CannotUse

MOST_PRODUCTS: Final = 2000

_AMOUNTS: Final = tuple(field.name for field in fields(Label) if field.name not in {"style", "basis", "polyol_kind"})
_MEASURES: Final = tuple(field.name for field in fields(PackMeasures))
_WORDS: Final = (
    "name", "gtin", "synonyms", "role", "style", "basis", "polyol_kind", "allergens", "traces", "vegan", "vegetarian",
    "added_sugar",
)  # fmt: skip
_COLUMNS: Final = frozenset((*_WORDS, *_AMOUNTS, *_MEASURES))


@dataclass(frozen=True, slots=True)
class TypedProduct:
    """A product as its row has it; whether its label can be true is another matter."""

    name: str
    synonyms: tuple[str, ...]
    role: str
    pack: Pack
    gtin: str


@dataclass(frozen=True, slots=True)
class Product:
    """The ingredient that follows from a row, and what its label's check says of it; empty when all is well."""

    ingredient: Ingredient
    remark: str


def products_from_csv(text: str) -> tuple[Product, ...]:
    """Reads products. Raises CannotUse naming the row and the field when one cannot be used."""
    products: dict[str, Product] = {}
    for number, typed in _rows(text):
        slug = f"own {typed.name.casefold()}"
        if slug in products:
            raise CannotUse(f"Row {number} of the products: There is a product {typed.name!r} already.")
        try:
            made, read = ingredient_of(slug, typed.name, typed.synonyms, typed.role, typed.pack)
        except LabelProblem as problem:
            raise CannotUse(f"Row {number} of the products: {problem.field}: {problem}") from problem
        products[slug] = Product(made, read.remark)
    return tuple(products.values())


def typed_products(text: str) -> tuple[TypedProduct, ...]:
    """Reads products as typed, whether or not their labels can be true. Raises CannotUse naming row and field."""
    return tuple(typed for _, typed in _rows(text))


def _rows(text: str) -> Iterator[tuple[int, TypedProduct]]:
    reader = csv.DictReader(io.StringIO(text.removeprefix("\ufeff"), newline=""))
    unknown = [name for name in reader.fieldnames or () if name not in _COLUMNS]
    if unknown or "name" not in (reader.fieldnames or ()):
        wrong = f"there is no column {unknown[0]!r} here" if unknown else "a column “name” is missing"
        raise CannotUse(f"The products cannot be read: {wrong}.")
    for number, row in enumerate(reader, start=2):
        if number > MOST_PRODUCTS + 1:
            raise CannotUse(f"These are more than {MOST_PRODUCTS:,} products.")
        try:
            yield number, typed_product(row)
        except CannotUse as problem:
            raise CannotUse(f"Row {number} of the products: {problem}") from problem


def typed_product(row: Mapping[str, str | None]) -> TypedProduct:
    """A product as the cells of its row have it, by the names of columns. Raises CannotUse naming the field."""
    cells = {name: (value or "").strip() for name, value in row.items() if name is not None}
    name = cells["name"]
    if not name:
        raise CannotUse("It has no name.")
    contains = ProductDeclaration(
        allergens=_allergens("allergens", cells),
        traces=_allergens("traces", cells),
        vegan=_yes("vegan", cells),
        vegetarian=_yes("vegetarian", cells),
        added_sugar=_yes("added_sugar", cells),
    )
    return TypedProduct(
        name=name[:120],
        synonyms=_parted(cells.get("synonyms", "")),
        role=cells.get("role", ""),
        pack=Pack(_label(cells), PackMeasures(**{name: _number(name, cells) for name in _MEASURES}), contains),
        gtin=code_of(cells.get("gtin", "")),
    )


def _label(cells: Mapping[str, str]) -> Label:
    try:
        style = Style(cells.get("style") or Style.EUROPEAN)
        basis = LabelBasis(cells.get("basis") or LabelBasis.PER_100_G)
    except ValueError as wrong:
        raise CannotUse("The style is european or us, the basis 100 g, 100 ml or serving.") from wrong
    amounts = {name: _number(name, cells) for name in _AMOUNTS}
    return Label(style=style, basis=basis, polyol_kind=cells.get("polyol_kind", ""), **amounts)


def _number(name: str, cells: Mapping[str, str]) -> float | None:
    cell = cells.get(name, "").replace(",", ".")
    if not cell:
        return None
    try:
        return float(cell)
    except ValueError as wrong:
        raise CannotUse(f"{name}: {cell[:20]!r} is no number.") from wrong


def _allergens(column: str, cells: Mapping[str, str]) -> tuple[str, ...] | None:
    cell = cells.get(column, "")
    if not cell:
        return None
    named = () if cell.casefold() == "none" else tuple(name.casefold() for name in _parted(cell))
    strange = [name for name in named if name not in KNOWN]
    if strange:
        raise CannotUse(f"{column}: {strange[0][:40]!r} is none of {', '.join(KNOWN)}.")
    return named


def _parted(cell: str) -> tuple[str, ...]:
    return tuple(part.strip() for part in cell.split(";") if part.strip())


def _yes(name: str, cells: Mapping[str, str]) -> bool | None:
    cell = cells.get(name, "").casefold()
    if cell not in {"", "yes", "no"}:
        raise CannotUse(f"{name}: yes, no or nothing, not {cell[:20]!r}.")
    return {"yes": True, "no": False}.get(cell)
