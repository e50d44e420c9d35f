"""What lies on the Bench, saved or not."""

from dataclasses import dataclass, field
from datetime import date

from ample_crumb.core.formula.formula import Part
from ample_crumb.work.making import MakingDraft
from ample_crumb.work.reference import Reference


@dataclass(frozen=True, slots=True)
class Bench:
    """What lies on the Bench, and the day it should fit into."""

    parts: tuple[Part, ...]
    pieces: int
    family: str
    day: date
    reference: Reference | None = None
    making: MakingDraft = field(default_factory=MakingDraft)
    name: str = ""
    method: str = ""
