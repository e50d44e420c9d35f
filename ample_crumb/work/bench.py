"""What lies on the Bench, saved or not."""

from dataclasses import dataclass, field
from datetime import date

from ample_crumb.core.formula.formula import Part
from ample_crumb.work.making import ProductionSettings
from ample_crumb.work.reference import TwinChoice


@dataclass(frozen=True, slots=True)
class Bench:
    """What lies on the Bench, and the day it should fit into."""

    parts: tuple[Part, ...]
    pieces: int
    family: str
    day: date
    reference: TwinChoice | None = None
    making: ProductionSettings = field(default_factory=ProductionSettings)
    name: str = ""
    method: str = ""
