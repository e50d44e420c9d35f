"""What comes in of bake days."""

from typing import Annotated
from uuid import UUID

from pydantic import Field

from ample_crumb.api.bodies.base import Body, Day, Flag, Number, Whole
from ample_crumb.api.bodies.derived import Derived
from ample_crumb.application.bake_days.commands import NewDay
from ample_crumb.core.bounds import STORABLE
from ample_crumb.core.planning.edits import OwnTask, TaskEdit, TaskEdits
from ample_crumb.core.planning.kitchen import PlanningKitchen
from ample_crumb.core.planning.plan_request import BakeDayAsk, DayFormula, PinnedTask
from ample_crumb.core.planning.run import EventKind
from ample_crumb.core.quantity.weighing import MOST_G
from ample_crumb.core.shopping.packs import MOST_SIZES
from ample_crumb.store.bake_days import NewEvent
from ample_crumb.store.stock import StockRow


class DayFormulaBody(Derived, becomes=DayFormula):
    """A formula that is made on a day."""


class PinnedTaskBody(Derived, becomes=PinnedTask):
    """A task that stays where it was put."""


class BakeDayAskBody(Derived, becomes=BakeDayAsk):
    """What is asked of a bake day."""

    def ask(self) -> BakeDayAsk:
        """As the core has it."""
        return self.made(BakeDayAsk)


class BakeDayBody(Body):
    """A bake day to be kept, or to be changed over its `revision`; 0 for a new one."""

    name: Annotated[str, Field(min_length=1, max_length=120, pattern=r"^[^\x00]*\S[^\x00]*$")]
    day: Day
    zone: Annotated[str, Field(min_length=1, max_length=64, pattern=r"^[A-Za-z0-9_+/-]+$")] = "UTC"
    revision: Annotated[Whole, Field(ge=0, le=1_000_000)] = 0
    ask: BakeDayAskBody

    def about(self, run_id: UUID) -> NewDay:
        """As the application has it."""
        return NewDay(run_id, self.name.strip(), self.day, self.zone, self.revision)


class PlanningKitchenBody(Derived, becomes=PlanningKitchen):
    """What a kitchen has for a bake day."""

    def kitchen(self) -> PlanningKitchen:
        """As the core has it."""
        return self.made(PlanningKitchen)


_Task = Annotated[str, Field(max_length=40, pattern=r"^[0-9A-Za-z-]*$")]


class EventBody(Body):
    """Something that happened on a bake day, `elapsed_ms` before it is sent; `device_seq` is its number on its
    device."""

    device_seq: Annotated[Whole, Field(ge=1, le=2_000_000_000)]
    kind: EventKind
    elapsed_ms: Annotated[Whole, Field(ge=0, le=30 * 86_400_000)] = 0
    task: _Task = ""
    line_id: Annotated[str, Field(max_length=40, pattern=r"^[0-9A-Za-z_-]*$")] = ""
    formula: Annotated[Whole, Field(ge=0, le=5)] | None = None
    mass_g: Annotated[Number, Field(ge=0, le=MOST_G)] | None = None
    timer_min: Annotated[Number, Field(ge=0, le=2880)] | None = None
    name: Annotated[str, Field(max_length=120, pattern=STORABLE)] = ""
    batch_id: Annotated[str, Field(max_length=36, pattern=r"^[0-9a-f-]*$")] = ""

    def event(self, device: str) -> NewEvent:
        """As the store keeps it: what it does not say is left out."""
        own = {"device_seq", "kind", "elapsed_ms"}
        payload = {
            name: value for name, value in self.model_dump().items() if name not in own and value not in ("", None)
        }
        return NewEvent(device, self.device_seq, str(self.kind), payload, self.elapsed_ms)


class EventsBody(Body):
    """What happened on one device since it last told."""

    device: Annotated[str, Field(min_length=1, max_length=64, pattern=r"^[0-9A-Za-z-]+$")]
    events: Annotated[list[EventBody], Field(max_length=500)]

    def new_events(self) -> list[NewEvent]:
        """As the store keeps them."""
        return [event.event(self.device) for event in self.events]


class TickBody(Body):
    """Whether a food is ticked."""

    ticked: Flag


class StockBody(Body):
    """What is at home of a food, as grams or as a word; its packs, and where it was found last."""

    state: Annotated[str, Field(pattern="^(|have|low|out)$")] = ""
    mass_g: Annotated[Number, Field(ge=0, le=MOST_G)] | None = None
    packs_g: Annotated[list[Annotated[Number, Field(ge=0.1, le=MOST_G)]], Field(max_length=MOST_SIZES)] = Field(
        default_factory=list
    )
    found_at: Annotated[str, Field(max_length=80, pattern=STORABLE)] = ""

    def row(self, food: str) -> StockRow:
        """As the store keeps it."""
        return StockRow(food, self.state, self.mass_g, sorted(set(self.packs_g)), self.found_at.strip())


class TaskEditBody(Derived, becomes=TaskEdit):
    """What was changed of a task."""


class OwnTaskBody(Derived, becomes=OwnTask):
    """A task of the baker's own."""


class TaskEditsBody(Derived, becomes=TaskEdits):
    """All that was changed of the tasks of a formula."""

    def edits(self) -> TaskEdits:
        """As the core has it."""
        return self.made(TaskEdits)
