"""How a person reads and counts, and what with: preferences, prices, dietary profiles, tins, the kitchen's cupboard."""

from collections.abc import Mapping
from dataclasses import dataclass, field
from datetime import date
from uuid import UUID

from ample_crumb.application.cupboards import cupboard_at
from ample_crumb.core.crumb.dials.dial import Learned
from ample_crumb.core.crumb.feedback import learn
from ample_crumb.core.day.piece_step import PieceStep
from ample_crumb.core.day.tally import Tally
from ample_crumb.core.food.cupboard import Cupboard
from ample_crumb.core.food.energy import EnergySystem
from ample_crumb.core.food.nutrients import CarbohydrateDefinition
from ample_crumb.core.formula.eater_alerts import AgeBand, DietaryProfile
from ample_crumb.core.formula.reading import ReadingPreferences
from ample_crumb.core.production.bake_time import BakingConditions, Oven
from ample_crumb.core.production.oven_learning import BakeSeen, OvenLesson, learn_ovens
from ample_crumb.core.quantity.units import MeasureSystem
from ample_crumb.store import batches, feedback, kitchens, tins
from ample_crumb.store.database import Connection
from ample_crumb.store.kitchens import KitchenRow
from ample_crumb.store.scope import Principal
from ample_crumb.store.tins import TinRow


@dataclass(frozen=True, slots=True)
class KitchenContext:
    """What lines are read with, how carbohydrate is counted, what a gram of each food costs, who must not get what, and
    what it is baked in and with, and what its batches taught of doughs and of `ovens`. `prices` are by generic slug or
    id of a product.
    `room_kcal` is what a day that was asked for has left, None without a target; `inner_versions` are those of the
    formulas that were read as foods. `piece_step` is in which steps the person takes pieces, `tally`
    the count they keep."""

    preferences: ReadingPreferences
    definition: CarbohydrateDefinition
    cupboard: Cupboard
    prices: Mapping[str, float]
    dietary_profiles: tuple[DietaryProfile, ...]
    kitchen: BakingConditions
    tins: Mapping[UUID, TinRow]
    learned: Learned
    ovens: Mapping[Oven, OvenLesson]
    reading_revision: int
    piece_step: PieceStep = PieceStep.HALF
    tally: Tally | None = None
    room_kcal: float | None = None
    inner_versions: Mapping[UUID, int] = field(default_factory=dict)


@dataclass(frozen=True, slots=True)
class Habits:
    """What a kitchen has said once and a worker keeps: see `KitchenContext`."""

    food_aliases: Mapping[str, str]
    prices: Mapping[str, float]
    dietary_profiles: tuple[DietaryProfile, ...]
    tins: Mapping[UUID, TinRow]
    learned: Learned
    ovens: Mapping[Oven, OvenLesson]


def load_context(connection: Connection, principal: Principal, day: date | None = None) -> KitchenContext:
    """What this person's lines are read with as it is now, and what is left of a day where one is given."""
    row = kitchens.kitchen_row(connection, principal, day)
    habits = _habits(connection, principal.kitchen_id, row)
    return KitchenContext(
        preferences=ReadingPreferences(MeasureSystem(row.measures), EnergySystem(row.energy), habits.food_aliases),
        definition=CarbohydrateDefinition(row.carbohydrate),
        cupboard=cupboard_at(connection, principal.kitchen_id, row.cupboard_revision, writing=row.writing),
        prices=habits.prices,
        dietary_profiles=habits.dietary_profiles,
        kitchen=BakingConditions(Oven(row.oven), None, row.watts, row.altitude_m),
        tins=habits.tins,
        learned=habits.learned,
        ovens=habits.ovens,
        reading_revision=row.reading_revision,
        piece_step=PieceStep(row.piece_step),
        tally=None if row.tally is None else Tally(**row.tally),
        room_kcal=None if row.day_energy_kcal is None else row.day_energy_kcal - row.eaten_kcal,
    )


def _habits(connection: Connection, kitchen_id: UUID, row: KitchenRow) -> Habits:
    """As a worker keeps them under their revision; not where what this transaction sees may be taken back."""
    kept: tuple[int, Habits] | None = connection.memory.get(("habits", kitchen_id))
    if kept is not None and kept[0] == row.habits_revision:
        return kept[1]
    said = kitchens.habits_row(connection, kitchen_id)
    habits = Habits(
        food_aliases=said.food_aliases,
        prices=said.prices,
        dietary_profiles=tuple(
            DietaryProfile(name, tuple(avoids), AgeBand(age)) for name, avoids, age in said.dietary_profiles
        ),
        tins={each.id: each for each in tins.list_tins(connection, kitchen_id)},
        learned=learn(each.batch() for each in feedback.list_feedback(connection, kitchen_id))[0],
        ovens=learn_ovens(
            BakeSeen(Oven(each.oven), each.predicted_min, each.took_min)
            for each in batches.bakes(connection, kitchen_id)
        ),
    )
    if not row.writing:
        connection.memory.put(("habits", kitchen_id), (row.habits_revision, habits))
    return habits
