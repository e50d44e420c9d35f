"""What goes into and out of Today."""

from dataclasses import dataclass
from datetime import date, datetime
from uuid import UUID

from ample_crumb.application.formulas.views import LineView
from ample_crumb.application.views import FiguresView
from ample_crumb.core.day.day_budget import Targets
from ample_crumb.core.formula.alerts import DietAlert


@dataclass(frozen=True, slots=True)
class EntryView:
    """What was eaten, as it was when it was laid in; `batch_id` is what pieces were of, where that is known."""

    id: UUID
    day: date
    eaten_at: datetime
    kind: str
    name: str
    text: str
    formula_id: UUID | None
    batch_id: UUID | None
    piece_count: float | None
    version: int
    figures: FiguresView


@dataclass(frozen=True, slots=True)
class PortionAmount:
    """How many pieces an amount is."""

    piece_count: float


@dataclass(frozen=True, slots=True)
class FitView:
    """So many pieces of a formula, what they bring, and the alerts that the formula raises; `stale` while its figures
    are those of before, because they are being worked out anew or that was `stopped`."""

    formula_id: UUID
    name: str
    piece_count: float
    figures: FiguresView
    alerts: tuple[DietAlert, ...]
    stale: bool
    stopped: bool


@dataclass(frozen=True, slots=True)
class DayBudgetView:
    """What is in the tin, and the room left. `room_kcal` is negative when the day is over."""

    eaten: FiguresView
    room_kcal: float
    protein_to_find_g: float
    protein_share: float | None
    tight: bool


@dataclass(frozen=True, slots=True)
class DayView:
    """A day. `targets` and `budget` are None until targets for its type have been set. `entry_alerts` holds, by
    batch or else by formula, the alerts that pieces logged raise; those that raise none are left out."""

    day: date
    day_type: str
    targets: Targets | None
    all_targets: dict[str, Targets]
    caution: str
    entries: tuple[EntryView, ...]
    entry_alerts: dict[UUID, tuple[DietAlert, ...]]
    eaten: FiguresView
    budget: DayBudgetView | None
    fits: tuple[FitView, ...]


@dataclass(frozen=True, slots=True)
class FoodsView:
    """Typed foods, read. `leaves_kcal` is the room after them on the asked day, None without targets."""

    lines: tuple[LineView, ...]
    figures: FiguresView
    unread: tuple[str, ...]
    leaves_kcal: float | None


@dataclass(frozen=True, slots=True)
class EntryChange:
    """What an entry is to become: its day and time, and the foods typed or the pieces eaten."""

    day: date
    eaten_at: datetime
    text: str
    piece_count: float | None


FITS_SHOWN = 9
"""What fits is laid in by the keys 1 to 9."""
