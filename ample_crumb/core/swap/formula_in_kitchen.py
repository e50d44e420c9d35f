"""A formula that may become another one, with all that its kitchen knows of it."""

from collections.abc import Mapping
from dataclasses import dataclass, field

from ample_crumb.core.crumb.check import JudgedDough, judge_dough
from ample_crumb.core.crumb.dials.dial import NOTHING_LEARNED, Learned
from ample_crumb.core.food.cupboard import Cupboard
from ample_crumb.core.food.nutrients import CarbohydrateDefinition
from ample_crumb.core.formula.evaluation import FormulaFigures
from ample_crumb.core.formula.formula import Part
from ample_crumb.core.formula.reading import ReadingPreferences
from ample_crumb.core.production.production import Production, ProductionInputs, produce
from ample_crumb.core.production.tins import Tin


@dataclass(frozen=True, slots=True)
class FormulaInKitchen:
    """A formula, how it is read and made, and what its kitchen learned and pays; `prices` are of a gram, by slug."""

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

    def produced(self, parts: tuple[Part, ...]) -> Production:
        """The same made of these parts."""
        return produce(parts, self.making, self.family, self.tins, self.cupboard, self.preferences)

    def judged(self, evaluated: FormulaFigures) -> JudgedDough:
        """A dough of it, as its family is judged."""
        return judge_dough(evaluated, self.family, self.cupboard, self.title, self.method, self.learned)
