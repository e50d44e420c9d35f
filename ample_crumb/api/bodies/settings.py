"""What comes in from Settings."""

from typing import Annotated
from uuid import UUID

from pydantic import Field

from ample_crumb.api.bodies.base import Body, Number, Whole
from ample_crumb.core.food.energy import EnergySystem
from ample_crumb.core.food.nutrients import CarbohydrateDefinition
from ample_crumb.core.formula.alerts import ASKABLE
from ample_crumb.core.production.bake_time import WRITTEN_WATTS, Oven
from ample_crumb.core.production.tins import Tin, TinKind
from ample_crumb.core.quantity.units import MeasureSystem

# What no tin can be is said in words by the core; these only keep figures within what can be worked with.
Size = Annotated[Number, Field(ge=-1_000_000, le=1_000_000)]


class CorrectionBody(Body):
    """What a written name means from now on."""

    name: Annotated[str, Field(min_length=1, max_length=300, pattern=r"^[^\x00]*$")]
    slug: Annotated[str, Field(min_length=1, max_length=80, pattern=r"^[^\x00]*$")]


class EffectBody(Body):
    """What a written name would mean, null for what its words say; `beside` is the formula that one sees already."""

    name: Annotated[str, Field(min_length=1, max_length=300, pattern=r"^[^\x00]*$")]
    slug: Annotated[str, Field(min_length=1, max_length=80, pattern=r"^[^\x00]*$")] | None = None
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


class EaterBody(Body):
    """Somebody, and what must be kept from them."""

    name: Annotated[str, Field(min_length=1, max_length=80, pattern=r"^[^\x00]*$")]
    avoids: Annotated[
        list[Annotated[str, Field(pattern=f"^({'|'.join(ASKABLE)})$")]], Field(min_length=1, max_length=30)
    ]


class TinBody(Body):
    """A tin by its inner measures at the top, in cm, or by the water it holds. What cannot be is said in words."""

    name: Annotated[str, Field(min_length=1, max_length=80, pattern=r"^[^\x00]*$")]
    kind: TinKind
    length_cm: Size
    depth_cm: Size
    width_cm: Size | None = None
    bottom_share: Size = 1.0
    hole_cm: Size = 0.0
    cups: Annotated[Whole, Field(ge=-1_000_000, le=1_000_000)] = 1
    water_ml: Size | None = None

    def tin(self) -> Tin:
        """As the core has it."""
        return Tin(**self.model_dump(exclude={"name"}))
