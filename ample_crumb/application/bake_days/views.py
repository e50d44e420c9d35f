"""What goes out of bake days."""

from dataclasses import dataclass
from datetime import datetime
from uuid import UUID

from ample_crumb.application.bake_days.document import WeighedFood
from ample_crumb.core.planning.edits import TaskEdits
from ample_crumb.core.planning.kitchen import PlanningKitchen
from ample_crumb.core.planning.plan_request import BakeDayAsk
from ample_crumb.core.planning.run import RunState
from ample_crumb.core.planning.task import Minutes, TaskKind
from ample_crumb.core.shopping.packs import Packs


@dataclass(frozen=True, slots=True)
class DayFormulaView:
    """A formula of a bake day. `late_min` is by how much it cannot be ready in time, 0 for in time; `last_time` what
    was noted of the whole of it last, empty for nothing."""

    formula_id: UUID
    name: str
    ready_by_min: int | None
    late_min: int
    last_time: str


@dataclass(frozen=True, slots=True)
class DayTaskView:
    """A task in its place; moments are minutes from the day's midnight. `uses` are the things it needs, `window` is how
    long it takes at least, likely and at most. A task `pinned` stays where it was put."""

    id: str
    formula: int
    kind: TaskKind
    name: str
    part: str
    start_min: int
    end_min: int
    worst_end_min: int
    uses: tuple[str, ...]
    hand: int | None
    oven: int | None
    oven_c: int | None
    window: Minutes
    after: tuple[str, ...]
    pinned: bool
    sign: str
    advice: str
    hazard: str
    child: bool
    step: str
    foods: tuple[WeighedFood, ...]
    noted: tuple[str, ...]
    expected: str


@dataclass(frozen=True, slots=True)
class SetUpItem:
    """What to have ready, by the clock."""

    at_min: int
    formula: int
    words: str


@dataclass(frozen=True, slots=True)
class PlanView:
    """A plan: one sentence of it, its tasks by the clock, what to have ready. `bound_min` is the least that any plan
    takes, the same as this one's where it is `proven`."""

    sentence: str
    slowly: str
    start_min: int
    end_min: int
    worst_end_min: int
    busy_min: int
    bound_min: int
    proven: bool
    tasks: tuple[DayTaskView, ...]
    set_up: tuple[SetUpItem, ...]
    clashes: tuple[str, ...]
    helps: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class BakeDayView:
    """A bake day. Its minutes count from `zero_at`. `plan` is None before it was planned; `state` is where it stands,
    in milliseconds by the server's clock, which says `now_ms`."""

    id: UUID
    name: str
    zone: str
    zero_at: datetime
    ask: BakeDayAsk
    kitchen: PlanningKitchen
    formulas: tuple[DayFormulaView, ...]
    plan: PlanView | None
    state: RunState
    revision: int
    last_seq: int
    now_ms: int


@dataclass(frozen=True, slots=True)
class BakeDayItem:
    """A bake day in the list."""

    id: UUID
    name: str
    zero_at: datetime
    formulas: tuple[str, ...]
    planned: bool
    begun: bool
    ended: bool


@dataclass(frozen=True, slots=True)
class ShoppingItemView:
    """A food of the list: what is needed and there, the packs to buy, what is left in the end. `state` is what was said
    of it at home, empty for grams. `cost` is of what is bought, None where no price is known."""

    food: str
    name: str
    need_g: float
    wanted_for: tuple[str, ...]
    optional: bool
    state: str
    have_g: float
    missing_g: float
    packs: tuple[Packs, ...]
    pack_sizes_g: tuple[float, ...]
    left_g: float
    cost: float | None
    found_at: str
    ticked: bool


@dataclass(frozen=True, slots=True)
class ShoppingView:
    """The list of a bake day. `cost` is of what is bought and has a price; `at_least` where something has none.
    `unread` are the lines and extras that nobody could read."""

    items: tuple[ShoppingItemView, ...]
    extras: tuple[str, ...]
    cost: float | None
    at_least: bool
    unread: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class FormulaTaskView:
    """A task of a formula before it is planned, under its key."""

    key: str
    id: str
    kind: TaskKind
    name: str
    part: str
    minutes: Minutes
    hands_on: bool
    uses: tuple[str, ...]
    child: bool
    hazard: str
    advice: str
    changed: bool


@dataclass(frozen=True, slots=True)
class FormulaTasksView:
    """The tasks of a formula, with what was left out; minutes of hands, in all, and until the first bite where one
    person does it alone; bowls and tools."""

    tasks: tuple[FormulaTaskView, ...]
    left_out: tuple[FormulaTaskView, ...]
    edits: TaskEdits
    hands_on_min: int
    whole_min: int
    bowl_count: int
    bite_min: int
    tools: tuple[str, ...]
