"""What goes out of a kitchen's people and their targets."""

from dataclasses import dataclass
from datetime import date
from uuid import UUID

from ample_crumb.core.day.day_budget import Targets
from ample_crumb.core.day.piece_step import PieceStep
from ample_crumb.core.day.tally import Tally
from ample_crumb.core.day.worked_out_targets import Physique
from ample_crumb.store.day_plans import DayTypeRow


@dataclass(frozen=True, slots=True)
class PersonView:
    """A person of the kitchen; `here` is who asks."""

    id: UUID
    name: str
    avoids: tuple[str, ...]
    piece_step: PieceStep
    hides_energy: bool
    tally: Tally | None
    here: bool


@dataclass(frozen=True, slots=True)
class TargetsFromView:
    """The targets that hold from a day on, by type of day, and what they are called."""

    from_day: date
    name: str
    by_type: dict[str, Targets]
    caution: str


@dataclass(frozen=True, slots=True)
class TargetPlanView:
    """What somebody's days are meant to be: the types there are, the pattern of the week in force (empty without one),
    all targets, the latest first, and what they were last worked out from."""

    day_types: tuple[DayTypeRow, ...]
    week: tuple[str, ...]
    targets: tuple[TargetsFromView, ...]
    physique: Physique | None
