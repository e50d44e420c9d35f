"""What comes in from Settings."""

from typing import Annotated
from uuid import UUID

from pydantic import Field

from ample_crumb.api.bodies.base import Body, Number
from ample_crumb.api.bodies.derived import Derived
from ample_crumb.core.bounds import STORABLE
from ample_crumb.core.food.energy import EnergySystem
from ample_crumb.core.food.nutrients import CarbohydrateDefinition
from ample_crumb.core.formula.eater_alerts import ASKABLE, AgeBand
from ample_crumb.core.production.bake_time import WRITTEN_WATTS, Oven
from ample_crumb.core.production.tins import Tin
from ample_crumb.core.quantity.units import MeasureSystem

Avoids = Annotated[list[Annotated[str, Field(pattern=f"^({'|'.join(ASKABLE)})$")]], Field(max_length=30)]


class FoodAliasBody(Body):
    """What a written name means from now on."""

    name: Annotated[str, Field(min_length=1, max_length=300, pattern=STORABLE)]
    slug: Annotated[str, Field(min_length=1, max_length=80, pattern=STORABLE)]


class EffectBody(Body):
    """What a written name would mean, null for what its words say; `beside` is the formula that one sees already."""

    name: Annotated[str, Field(min_length=1, max_length=300, pattern=STORABLE)]
    slug: Annotated[str, Field(min_length=1, max_length=80, pattern=STORABLE)] | None = None
    beside: UUID | None = None


class SettingsBody(Body):
    """A person's choices."""

    measures: MeasureSystem
    energy: EnergySystem
    carbohydrate: CarbohydrateDefinition
    appearance: Annotated[str, Field(pattern="^(system|light|dark)$")]
    currency: Annotated[str, Field(pattern="^[A-Z]{3}$")]
    oven: Oven = Oven.CONVENTIONAL
    watts: Annotated[Number, Field(ge=200, le=2000)] = WRITTEN_WATTS
    altitude_m: Annotated[Number, Field(ge=-500, le=6000)] = 0.0


class DietaryProfileBody(Body):
    """Somebody who eats along: what must be kept from them, how large a piece they have, and how old they are."""

    name: Annotated[str, Field(min_length=1, max_length=80, pattern=STORABLE)]
    avoids: Avoids
    piece_share: Annotated[Number, Field(ge=0.1, le=4)] = 1.0
    age_band: AgeBand = AgeBand.GROWN


class TinBody(Derived, becomes=Tin):
    """A tin by its inner measures at the top, in cm, or by the water it holds. What cannot be is said in words."""

    name: Annotated[str, Field(min_length=1, max_length=80, pattern=STORABLE)]

    def tin(self) -> Tin:
        """As the core has it."""
        return self.made(Tin)
