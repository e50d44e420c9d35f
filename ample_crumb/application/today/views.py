"""What goes into and out of Today."""

from dataclasses import dataclass, replace
from datetime import date, datetime
from uuid import UUID

from ample_crumb.application.formulas.views import LineView
from ample_crumb.application.views import FiguresView, TalliedView
from ample_crumb.core.day.day_budget import Targets
from ample_crumb.core.formula.eater_alerts import DietAlert
from ample_crumb.store.day_plans import DayTypeRow


@dataclass(frozen=True, slots=True)
class EntryView:
    """What was eaten, or is `planned`, as it was when it was laid in; `batch_id` is what pieces were of, where that is
    known, `meal_id` the kept meal that it was, and `tally` what it counts where the person counts something."""

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
    state: str
    meal_id: UUID | None
    group_id: UUID | None
    tally: TalliedView | None
    figures: FiguresView


@dataclass(frozen=True, slots=True)
class UsualPortionView:
    """How many pieces of a formula somebody mostly has, None where nobody knows."""

    usual_count: float | None


@dataclass(frozen=True, slots=True)
class PortionAmount:
    """How many pieces an amount is."""

    piece_count: float


@dataclass(frozen=True, slots=True)
class FitView:
    """So many pieces of a formula, what they bring, and the alerts that the formula raises; `stale` while its figures
    are those of before, because they are being worked out anew or that was `stopped`. `usual_count` is how many the
    person mostly has, None where nobody knows. `piece_kcal` is the energy of one."""

    formula_id: UUID
    name: str
    piece_count: float
    usual_count: float | None
    piece_kcal: float
    figures: FiguresView
    tally: TalliedView | None
    alerts: tuple[DietAlert, ...]
    stale: bool
    stopped: bool


@dataclass(frozen=True, slots=True)
class DayBudgetView:
    """What is in the tin, and the room left. `room_kcal` is negative when the day is over; `room_after_planned_kcal` is
    what is left when what is planned has been eaten as well."""

    eaten: FiguresView
    room_kcal: float
    room_after_planned_kcal: float
    protein_to_find_g: float
    protein_share: float | None
    tight: bool


@dataclass(frozen=True, slots=True)
class TallyView:
    """What a day counts by the person's own tally."""

    name: str
    eaten_count: float


@dataclass(frozen=True, slots=True)
class DayView:
    """A day. `targets` and `budget` are None until targets for its type have been set; `own_targets` are those of this
    one day. `entry_alerts` holds, by batch or else by formula, the alerts that pieces logged raise; those that raise
    none are left out. `planned` is what is planned and not eaten yet."""

    day: date
    day_type: str
    day_types: tuple[DayTypeRow, ...]
    diet_phase: str
    own_targets: Targets | None
    targets: Targets | None
    all_targets: dict[str, Targets]
    caution: str
    entries: tuple[EntryView, ...]
    entry_alerts: dict[UUID, tuple[DietAlert, ...]]
    eaten: FiguresView
    planned: FiguresView
    tally: TallyView | None
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
    state: str = "eaten"


FITS_SHOWN = 9
"""What fits is laid in by the keys 1 to 9."""


@dataclass(frozen=True, slots=True)
class MealView:
    """A kept meal, what it brings once, who must not get it, and when the person last had it."""

    id: UUID
    name: str
    text: str
    minutes: int
    last_day: date | None
    figures: FiguresView
    alerts: tuple[DietAlert, ...]


@dataclass(frozen=True, slots=True)
class RecentView:
    """What the person had in the last weeks: typed foods or pieces of a formula, as it was the last time, and how many
    times they had it."""

    name: str
    text: str
    formula_id: UUID | None
    piece_count: float | None
    had_count: int
    last_day: date
    figures: FiguresView


@dataclass(frozen=True, slots=True)
class FormulaPlateView:
    """A plate of a formula: its sides as typed, and how many pieces the person mostly has, None where nobody knows."""

    id: UUID
    name: str
    sides: str
    formula_id: UUID
    formula_name: str
    usual_count: float | None


@dataclass(frozen=True, slots=True)
class AtHandView:
    """What can be laid into a day with one key: kept meals, plates, and what was had of late, the latest first."""

    meals: tuple[MealView, ...]
    plates: tuple[FormulaPlateView, ...]
    recent: tuple[RecentView, ...]


@dataclass(frozen=True, slots=True)
class TakenThing:
    """So much of a thing that is at hand: pieces of a batch from a shelf, a kept meal so many times, pieces of a
    formula, or typed foods as they were the last time. `usual_count` is how many pieces the person mostly has."""

    source: str
    name: str
    piece_count: float
    batch_id: UUID | None
    lot: int | None
    shelf_id: UUID | None
    shelf: str
    meal_id: UUID | None
    formula_id: UUID | None
    text: str
    eat_by: datetime | None
    alerts: tuple[DietAlert, ...]
    usual_count: float | None = None

    def with_alerts(self, alerts: tuple[DietAlert, ...]) -> "TakenThing":
        """The same with who must not get it."""
        return replace(self, alerts=alerts)


@dataclass(frozen=True, slots=True)
class FillAnswerView:
    """One way to close a day: what is taken, what it brings together, and how sure it is that the day stays under its
    energy, from 0 to 1."""

    things: tuple[TakenThing, ...]
    figures: FiguresView
    sure_share: float


@dataclass(frozen=True, slots=True)
class FillView:
    """Up to three ways to close a day; `met` where they find its protein, else what comes nearest. `looked_at` is how
    many things were at hand."""

    met: bool
    sentence: str
    looked_at: int
    answers: tuple[FillAnswerView, ...]


@dataclass(frozen=True, slots=True)
class TonightOfferView:
    """Something that is as wished: how much of it is for the person and for all, what the person's part brings, when
    the first bite is there, and what to know before. `missing` are foods that are not at home, `unknown` how many
    nobody said anything of; `factor` is how much of the formula is made."""

    thing: TakenThing
    whole_count: float
    figures: FiguresView
    ready_min: float
    bowl_count: int
    traits: tuple[str, ...]
    closes: bool
    thaw: str
    missing: tuple[str, ...]
    unknown_count: int
    factor: float | None


@dataclass(frozen=True, slots=True)
class TonightView:
    """What was understood of a wish, and what answers it. `left_out` are answers that somebody at the table must not
    get."""

    traits: tuple[str, ...]
    not_traits: tuple[str, ...]
    most_min: int | None
    most_bowls: int | None
    people: int
    named: tuple[str, ...]
    unread: tuple[str, ...]
    offers: tuple[TonightOfferView, ...]
    left_out: int
