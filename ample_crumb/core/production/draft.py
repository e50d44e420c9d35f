"""A formula as the baker has it on the Bench: its lines, how it is made, and what it stands beside."""

from dataclasses import dataclass, field
from typing import Annotated, Final
from uuid import UUID

from ample_crumb.core.bounds import LEAST, Between, Items, Letters
from ample_crumb.core.food.nutrients import NAMES
from ample_crumb.core.formula.formula import MOST_LOSS, FamilySlug, Parts, PieceCount
from ample_crumb.core.production.bake_time import Oven
from ample_crumb.core.production.portions import PortionBy
from ample_crumb.core.quantity.weighing import MOST_G
from ample_crumb.core.quantity.written_yield import MOST_PIECES

_Figure = Annotated[float, Between(0, 100_000)] | None
_Weighed = Annotated[float, Between(LEAST, MOST_G)] | None
_Left = Annotated[float, Between(0, MOST_G)]


@dataclass(frozen=True, slots=True)
class ClassicChoice:
    """Another formula by its id, as it is now or as it was kept under `number`, or a food by name with its figures for
    `mass_g` of it; None is unknown."""

    formula_id: UUID | None = None
    number: Annotated[int, Between(1, 100_000)] | None = None
    name: Annotated[str, Letters(120)] = ""
    mass_g: Annotated[float, Between(LEAST, 10_000)] = 100.0
    energy_kcal: _Figure = None
    protein_g: _Figure = None
    fat_g: _Figure = None
    saturates_g: _Figure = None
    sugars_g: _Figure = None
    fibre_g: _Figure = None
    salt_g: _Figure = None


FIGURES: Final = tuple(name for name in ClassicChoice.__slots__ if name in NAMES)
"""The figures that a typed classic may state."""


@dataclass(frozen=True, slots=True)
class UsedTin:
    """A tin, and how many of it are used."""

    tin_id: UUID
    count: Annotated[int, Between(1, 20)] = 1


@dataclass(frozen=True, slots=True)
class ProductionSettings:
    """What is said of the making. `scoop` is a disher's number or a spoon, `cuts` are "4x3" or "8 wedges"; the rest as
    `Portioning`, `Weighings` and `Kitchen` have it. `oven` and `oven_c` are None for the kitchen's and the family's
    own; `wish`, `covered`, `seen_min` and `signs` as `BakingConditions` has them."""

    by: PortionBy = PortionBy.COUNT
    piece_g: _Weighed = None
    scoop: Annotated[str, Letters(40)] = ""
    density_g_per_ml: Annotated[float, Between(0.1, 3)] | None = None
    small_count: Annotated[int, Between(0, MOST_PIECES)] = 0
    small_g: _Left = 0.0
    made_count: Annotated[float, Between(LEAST, MOST_PIECES)] | None = None
    loss_share: Annotated[float, Between(0, MOST_LOSS)] | None = None
    residue_g: _Left = 0.0
    trimmings_g: _Left = 0.0
    dough_g: _Weighed = None
    baked_g: _Weighed = None
    tins: Annotated[tuple[UsedTin, ...], Items(8)] = ()
    cuts: Annotated[str, Letters(40)] = ""
    oven: Oven | None = None
    oven_c: Annotated[float, Between(100, 300)] | None = None
    wish: Annotated[str, Letters(20)] = ""
    covered: bool = False
    seen_min: Annotated[float, Between(0.1, 1000)] | None = None
    signs: Annotated[str, Letters(1000)] = ""


@dataclass(frozen=True, slots=True)
class Draft:
    """A formula as the baker has it on the Bench; `classic` is what "reduced" compares it with."""

    name: Annotated[str, Letters(120)]
    family: FamilySlug
    pieces: PieceCount
    method: Annotated[str, Letters(20_000)]
    parts: Parts
    classic: ClassicChoice | None = None
    production: ProductionSettings = field(default_factory=ProductionSettings)
