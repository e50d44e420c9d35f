"""What is asked of a formula."""

from collections.abc import Mapping
from dataclasses import dataclass, field

from ample_crumb.core.crumb.dials.dial import NOTHING_LEARNED, Learned
from ample_crumb.core.food.cupboard import Cupboard
from ample_crumb.core.food.nutrients import CarbohydrateDefinition
from ample_crumb.core.formula.formula import Part
from ample_crumb.core.formula.reading import ReadingPreferences
from ample_crumb.core.production.production import ProductionInputs
from ample_crumb.core.production.tins import Tin
from ample_crumb.core.reformulate.dessert_limits import Limit
from ample_crumb.core.reformulate.variables import LineBounds
from ample_crumb.core.reformulate.wishes import Wish


@dataclass(frozen=True, slots=True)
class ReformulationRequest:
    """What shall be reached. `allowed` may come in, None for the usual; `bans` are allergens, or foods by slug. `sure`
    asks for 95 times in 100 instead of on average. `mass_share` is how far the dough may grow or shrink, None for
    free. A piece keeps to what a stomach bears of sweeteners, unless it may go `beyond_tolerance`; and to what leaves
    it the dessert that it is, but for the limits that are `lifted`."""

    wishes: tuple[Wish, ...]
    holds: tuple[LineBounds, ...] = ()
    allowed: tuple[str, ...] | None = None
    bans: frozenset[str] = frozenset()
    whole_eggs: bool = True
    sure: bool = False
    mass_share: float | None = 0.1
    beyond_tolerance: bool = False
    lifted: frozenset[Limit] = frozenset()
    answers: int = 3


@dataclass(frozen=True, slots=True)
class FormulaToReformulate:
    """The formula that shall reach it, and how it is read and made."""

    parts: tuple[Part, ...]
    family: str
    making: ProductionInputs
    tins: tuple[Tin, ...]
    cupboard: Cupboard
    preferences: ReadingPreferences
    definition: CarbohydrateDefinition = CarbohydrateDefinition.AVAILABLE
    prices: Mapping[str, float] = field(default_factory=dict)
    learned: Learned = NOTHING_LEARNED
    title: str = ""
    method: str = ""
