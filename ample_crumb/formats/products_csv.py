"""Own products from CSV: a row for each, its label as printed.

Columns, all but `name` optional: name, synonyms (parted by ;), role, style (european, us), basis (100 g, 100 ml, or
serving), every field of `core.food.label.Label`, scoop_g, piece_g, pack_g, cup_g, allergens (parted by ;; "none" for
none), vegan, vegetarian, added_sugar (yes, no). What is left empty is unknown.
"""

import csv
import io
from collections.abc import Mapping
from dataclasses import dataclass, fields
from typing import Final

from ample_crumb.core.food.allergens import KNOWN
from ample_crumb.core.food.ingredient import Ingredient
from ample_crumb.core.food.label import Label, LabelBasis, Style
from ample_crumb.core.food.product import Contains, LabelProblem, OwnMeasures, ingredient_of
from ample_crumb.core.problem import CannotUse

MOST_PRODUCTS: Final = 2000

_AMOUNTS: Final = tuple(field.name for field in fields(Label) if field.name not in {"style", "basis", "polyol_kind"})
_MEASURES: Final = ("scoop_g", "piece_g", "pack_g", "cup_g")
_WORDS: Final = (
    "name", "synonyms", "role", "style", "basis", "polyol_kind", "allergens", "vegan", "vegetarian", "added_sugar",
)  # fmt: skip
_COLUMNS: Final = frozenset((*_WORDS, *_AMOUNTS, *_MEASURES))


@dataclass(frozen=True, slots=True)
class Product:
    """A product read from a row: its label, measures and contents as typed, the ingredient that follows, and what the
    label's check says of it; empty when all is well."""

    ingredient: Ingredient
    label: Label
    measures: OwnMeasures
    contains: Contains
    remark: str


def products_from_csv(text: str) -> tuple[Product, ...]:
    """Reads products. Raises CannotUse naming the row and the field when one cannot be used."""
    reader = csv.DictReader(io.StringIO(text.removeprefix("\ufeff"), newline=""))
    unknown = [name for name in reader.fieldnames or () if name not in _COLUMNS]
    if unknown or "name" not in (reader.fieldnames or ()):
        wrong = f"there is no column {unknown[0]!r} here" if unknown else "a column “name” is missing"
        raise CannotUse(f"The products cannot be read: {wrong}.")
    products: dict[str, Product] = {}
    for number, row in enumerate(reader, start=2):
        if number > MOST_PRODUCTS + 1:
            raise CannotUse(f"These are more than {MOST_PRODUCTS:,} products.")
        try:
            product = _product(row)
            if product.ingredient.slug in products:
                raise CannotUse(f"There is a product {product.ingredient.name!r} already.")
            products[product.ingredient.slug] = product
        except CannotUse as problem:
            raise CannotUse(f"Row {number} of the products: {problem}") from problem
    return tuple(products.values())


def _product(row: Mapping[str, str | None]) -> Product:
    cells = {name: (value or "").strip() for name, value in row.items() if name is not None}
    name = cells["name"]
    if not name:
        raise CannotUse("It has no name.")
    slug = f"own {name.casefold()}"
    measures = OwnMeasures(*(_number(name, cells) for name in _MEASURES))
    contains = Contains(
        _allergens(cells.get("allergens", "")),
        _yes("vegan", cells),
        _yes("vegetarian", cells),
        _yes("added_sugar", cells),
    )
    synonyms = _parted(cells.get("synonyms", ""))
    label = _label(cells)
    try:
        made, read = ingredient_of(slug, name[:120], synonyms, cells.get("role", ""), label, measures, contains)
    except LabelProblem as problem:
        raise CannotUse(f"{problem.field}: {problem}") from problem
    return Product(made, label, measures, contains, read.remark)


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


def _allergens(cell: str) -> tuple[str, ...] | None:
    if not cell:
        return None
    named = () if cell.casefold() == "none" else tuple(name.casefold() for name in _parted(cell))
    strange = [name for name in named if name not in KNOWN]
    if strange:
        raise CannotUse(f"allergens: {strange[0][:40]!r} is none of {', '.join(KNOWN)}.")
    return named


def _parted(cell: str) -> tuple[str, ...]:
    return tuple(part.strip() for part in cell.split(";") if part.strip())


def _yes(name: str, cells: Mapping[str, str]) -> bool | None:
    cell = cells.get(name, "").casefold()
    if cell not in {"", "yes", "no"}:
        raise CannotUse(f"{name}: yes, no or nothing, not {cell[:20]!r}.")
    return {"yes": True, "no": False}.get(cell)
