"""The cupboards of kitchens as a worker keeps them: upon what ships a kitchen's products, upon those what changed."""

from dataclasses import dataclass
from typing import Final
from uuid import UUID

from ample_crumb.core.food.cupboard import Cupboard, reference_cupboard
from ample_crumb.core.food.ingredient import Ingredient
from ample_crumb.core.food.label import LabelFigures
from ample_crumb.core.food.product import ingredient_of
from ample_crumb.store import products
from ample_crumb.store.database import Connection
from ample_crumb.store.products import ProductRow

MOST_CHANGED: Final = 200
"""Labels that changed since a kitchen's products were indexed as a whole; with more they are indexed anew."""


@dataclass(frozen=True, slots=True)
class KeptCupboard:
    """The cupboard of a kitchen in one state of its products: `whole` is that of `whole_revision`, and `cupboard` the
    same with what has changed up to `revision`."""

    whole_revision: int
    whole: Cupboard
    revision: int
    cupboard: Cupboard


def cupboard_at(connection: Connection, kitchen_id: UUID, revision: int | None, *, writing: bool) -> Cupboard:
    """The kitchen's cupboard in that state. It is kept for the next who asks, unless this transaction is `writing`:
    what it sees may be taken back."""
    if revision is None:
        return reference_cupboard()
    kept: KeptCupboard | None = connection.memory.get(("cupboard", kitchen_id))
    if kept is not None and kept.revision == revision:
        return kept.cupboard
    made = _brought_up(connection, kitchen_id, revision, kept)
    if not writing:
        connection.memory.put(("cupboard", kitchen_id), made)
    return made.cupboard


def _brought_up(connection: Connection, kitchen_id: UUID, revision: int, kept: KeptCupboard | None) -> KeptCupboard:
    if kept is not None and kept.revision < revision:
        changed = products.changed_since(connection, kitchen_id, kept.whole_revision)
        if len(changed) <= MOST_CHANGED:
            return KeptCupboard(kept.whole_revision, kept.whole, revision, _with_products(kept.whole, changed))
    whole = _with_products(reference_cupboard(), products.changed_since(connection, kitchen_id))
    return KeptCupboard(revision, whole, revision, whole)


def _with_products(cupboard: Cupboard, rows: list[ProductRow]) -> Cupboard:
    """Lines find the newest label of a product in use by its names; older labels and archived products only where a
    line is pointed at them."""
    named, pointed_at = [], []
    newest: set[UUID] = set()
    for row in rows:
        if not row.finished:
            continue
        ingredient, _ = label_ingredient(row)
        if row.id in newest or row.archived:
            pointed_at.append(ingredient)
        else:
            named.append(ingredient)
        newest.add(row.id)
    return cupboard.with_own(named, pointed_at)


def label_slug(product_id: UUID, number: int) -> str:
    """What a line that means this label of a product is pointed at."""
    return f"own-{product_id}-{number}"


def label_slugs(product_id: UUID, number: int) -> list[str]:
    """What lines that mean any of the labels of a product are pointed at, the newest, `number`, first."""
    return [label_slug(product_id, each) for each in range(number, 0, -1)]


def priced_food(slug: str) -> str:
    """What a price is kept under: the id of a product, whichever its label, or the generic slug."""
    return slug.removeprefix("own-").rpartition("-")[0] if slug.startswith("own-") else slug


def product_of(slug: str) -> UUID | None:
    """The product that a label is of; None for a slug that is no label's."""
    return UUID(priced_food(slug)) if slug.startswith("own-") else None


def label_ingredient(row: ProductRow) -> tuple[Ingredient, LabelFigures]:
    """The ingredient of a stored label, and its check."""
    slug = label_slug(row.id, row.number)
    return ingredient_of(slug, row.name, tuple(row.synonyms), row.role, row.pack(), row.ingredients_text)
