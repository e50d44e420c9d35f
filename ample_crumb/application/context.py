"""How a person reads and counts, and what with: preferences, prices, eaters, tins, the kitchen's cupboard."""

from collections import OrderedDict
from collections.abc import Mapping
from dataclasses import dataclass
from threading import Lock
from typing import Final
from uuid import UUID

from ample_crumb.core.crumb.dials.dial import Learned
from ample_crumb.core.crumb.feedback import learn
from ample_crumb.core.food.cupboard import Cupboard, reference_cupboard
from ample_crumb.core.food.energy import EnergySystem
from ample_crumb.core.food.ingredient import Ingredient
from ample_crumb.core.food.label import LabelFigures
from ample_crumb.core.food.nutrients import CarbohydrateDefinition
from ample_crumb.core.food.product import ingredient_of
from ample_crumb.core.formula.alerts import Eater
from ample_crumb.core.formula.reading import ReadingPreferences
from ample_crumb.core.production.bake_time import BakingConditions, Oven
from ample_crumb.core.quantity.units import MeasureSystem
from ample_crumb.store import feedback, kitchens, products, tins
from ample_crumb.store.database import Connection
from ample_crumb.store.products import ProductRow
from ample_crumb.store.scope import Principal
from ample_crumb.store.tins import TinRow


@dataclass(frozen=True, slots=True)
class KitchenContext:
    """What lines are read with, how carbohydrate is counted, what a gram of each food costs, who must not get what, and
    what it is baked in and with, and what its batches taught. `prices` are by generic slug or id of a product."""

    preferences: ReadingPreferences
    definition: CarbohydrateDefinition
    cupboard: Cupboard
    prices: Mapping[str, float]
    eaters: tuple[Eater, ...]
    kitchen: BakingConditions
    tins: Mapping[UUID, TinRow]
    learned: Learned


def load_context(connection: Connection, principal: Principal) -> KitchenContext:
    """The ways of this person in their kitchen as it is now."""
    row = kitchens.kitchen_row(connection, principal)
    preferences = ReadingPreferences(MeasureSystem(row.measures), EnergySystem(row.energy), row.corrections)
    cupboard = _cupboard(connection, principal.kitchen_id, row.cupboard_revision)
    eaters = tuple(Eater(name, tuple(avoids)) for name, avoids in row.eaters)
    return KitchenContext(
        preferences=preferences,
        definition=CarbohydrateDefinition(row.carbohydrate),
        cupboard=cupboard,
        prices=row.prices,
        eaters=eaters,
        kitchen=BakingConditions(Oven(row.oven), None, row.watts, row.altitude_m),
        tins={row.id: row for row in tins.listed(connection, principal.kitchen_id)} if row.tins else {},
        learned=learn(row.batch() for row in feedback.listed(connection, principal.kitchen_id))[0]
        if row.feedback
        else Learned(),
    )


def label_slug(product_id: UUID, number: int) -> str:
    """What a line that means this label of a product is pointed at."""
    return f"own-{product_id}-{number}"


def priced_food(slug: str) -> str:
    """What a price is kept under: the id of a product, whichever its label, or the generic slug."""
    return slug.removeprefix("own-").rpartition("-")[0] if slug.startswith("own-") else slug


def label_ingredient(row: ProductRow) -> tuple[Ingredient, LabelFigures]:
    """The ingredient of a stored label, and its check."""
    slug = label_slug(row.id, row.number)
    synonyms = tuple(row.synonyms)
    return ingredient_of(slug, row.name, synonyms, row.role, row.pack())


_KEPT: Final = 32


_cupboards: OrderedDict[UUID, tuple[UUID, Cupboard]] = OrderedDict()


_guard: Final = Lock()


def _cupboard(connection: Connection, kitchen_id: UUID, revision: UUID | None) -> Cupboard:
    """The kitchen's cupboard of that revision. To index it takes longer than to read a recipe, so it is kept."""
    if revision is None:
        return reference_cupboard()
    with _guard:
        kept = _cupboards.get(kitchen_id)
        if kept is not None and kept[0] == revision:
            _cupboards.move_to_end(kitchen_id)
            return kept[1]
    made = _build(products.listed(connection, kitchen_id))
    with _guard:
        _cupboards[kitchen_id] = (revision, made)
        while len(_cupboards) > _KEPT:
            _cupboards.popitem(last=False)
    return made


def _build(rows: list[ProductRow]) -> Cupboard:
    """Own products before generic foods. Lines find the newest label of a product in use by its names; older labels and
    archived products only where a line is pointed at them."""
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
    return reference_cupboard().with_own(named, pointed_at)
