"""How a person reads and counts, and what with: preferences, prices, eaters, tins, the kitchen's cupboard."""

from collections.abc import Mapping
from dataclasses import dataclass, field
from uuid import UUID

from ample_crumb.application.cupboards import cupboard_at
from ample_crumb.core.crumb.dials.dial import Learned
from ample_crumb.core.crumb.feedback import learn
from ample_crumb.core.food.cupboard import Cupboard
from ample_crumb.core.food.energy import EnergySystem
from ample_crumb.core.food.nutrients import CarbohydrateDefinition
from ample_crumb.core.formula.alerts import Eater
from ample_crumb.core.formula.reading import ReadingPreferences
from ample_crumb.core.production.bake_time import BakingConditions, Oven
from ample_crumb.core.quantity.units import MeasureSystem
from ample_crumb.store import feedback, kitchens, tins
from ample_crumb.store.database import Connection
from ample_crumb.store.scope import Principal
from ample_crumb.store.tins import TinRow


@dataclass(frozen=True, slots=True)
class KitchenContext:
    """What lines are read with, how carbohydrate is counted, what a gram of each food costs, who must not get what, and
    what it is baked in and with, and what its batches taught. `prices` are by generic slug or id of a product.
    `inner_versions` are those of the formulas that were read as foods."""

    preferences: ReadingPreferences
    definition: CarbohydrateDefinition
    cupboard: Cupboard
    prices: Mapping[str, float]
    eaters: tuple[Eater, ...]
    kitchen: BakingConditions
    tins: Mapping[UUID, TinRow]
    learned: Learned
    reading_revision: int
    inner_versions: Mapping[UUID, int] = field(default_factory=dict)


def load_context(connection: Connection, principal: Principal) -> KitchenContext:
    """The ways of this person in their kitchen as it is now."""
    row = kitchens.kitchen_row(connection, principal)
    preferences = ReadingPreferences(MeasureSystem(row.measures), EnergySystem(row.energy), row.corrections)
    cupboard = cupboard_at(connection, principal.kitchen_id, row.cupboard_revision, writing=row.writing)
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
        reading_revision=row.reading_revision,
    )


def priced_food(slug: str) -> str:
    """What a price is kept under: the id of a product, whichever its label, or the generic slug."""
    return slug.removeprefix("own-").rpartition("-")[0] if slug.startswith("own-") else slug
