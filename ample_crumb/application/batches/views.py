"""What goes out of batches."""

from dataclasses import dataclass
from datetime import datetime
from uuid import UUID

from ample_crumb.application.views import FiguresView
from ample_crumb.core.batch.deviation import DeviationKind
from ample_crumb.core.batch.lot_windows import LotWindow
from ample_crumb.core.batch.portioning import CutGrid, Layering, Portioned
from ample_crumb.core.batch.proposals import Proposal
from ample_crumb.core.batch.record import BatchRecord
from ample_crumb.core.batch.tasting import TasteRepair
from ample_crumb.core.crumb.check import CrumbCheck
from ample_crumb.core.crumb.hazard import Hazard
from ample_crumb.core.formula.eater_alerts import DietAlert
from ample_crumb.core.production.bake_time import BakeWindow
from ample_crumb.core.production.draft import Draft
from ample_crumb.core.production.tray_loads import TrayLoads
from ample_crumb.store.batches import BatchAverages


@dataclass(frozen=True, slots=True)
class DeviationView:
    """What was said, and what it was understood as; by how much a piece changes by it. `problem` says why it was
    not."""

    id: str
    text: str
    kind: DeviationKind | None
    words: str
    problem: str
    line_id: str | None
    mass_g: float
    energy_kcal: float
    protein_g: float


@dataclass(frozen=True, slots=True)
class LotView:
    """Pieces of one weight, and what one of them brings."""

    lot: int
    piece_count: int
    piece_g: float
    figures: FiguresView


@dataclass(frozen=True, slots=True)
class StartLine:
    """A line that says how much of it to start with."""

    line_id: str
    text: str
    name: str
    starts_with: str


@dataclass(frozen=True, slots=True)
class Licked:
    """Dough that was eaten from the bowl: how much, what it brings, and the caution where it is raw."""

    mass_g: float
    figures: FiguresView
    caution: str


@dataclass(frozen=True, slots=True)
class BatchPreview:
    """A batch as it stands while it is told. `planned` and `piece` are a piece as written and as made; `lots` are empty
    while `problems` say why. `windows` are by size, the first done first, where there are several sizes. `made` is the
    formula with what really went in."""

    name: str
    deviations: tuple[DeviationView, ...]
    planned: FiguresView
    planned_count: float
    piece: FiguresView
    piece_count: float
    lots: tuple[LotView, ...]
    difference: tuple[str, ...]
    dough_g: float
    baked_g: float
    check: CrumbCheck
    hazards: tuple[Hazard, ...]
    alerts: tuple[DietAlert, ...]
    bake_window: BakeWindow | None
    windows: tuple[LotWindow, ...]
    tray_loads: TrayLoads | None
    start_lines: tuple[StartLine, ...]
    licked: Licked | None
    problems: tuple[str, ...]
    made: Draft


@dataclass(frozen=True, slots=True)
class TasteView:
    """What to do about a dough that tastes so, and why it is not to be tasted raw."""

    caution: str
    ways: tuple[TasteRepair, ...]


@dataclass(frozen=True, slots=True)
class PortionView:
    """Portioning at the bowl: what runs and what is wished, when to look at pieces of that size and of each that was
    weighed, ways to cut, and layers; what cannot be is None, and `problems` say why."""

    portioned: Portioned | None
    window: LotWindow | None
    windows: tuple[LotWindow, ...]
    tray_loads: TrayLoads | None
    grids: tuple[CutGrid, ...]
    layering: Layering | None
    problems: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class PhotoView:
    """A photo, by the address that it is at."""

    id: UUID
    batch_id: UUID
    step: str
    words: str
    width_px: int
    height_px: int
    taken_at: datetime


@dataclass(frozen=True, slots=True)
class BatchItem:
    """A batch in a list: figures of an average piece, what differed, how it came out."""

    id: UUID
    name: str
    family: str
    formula_id: UUID | None
    version_number: int | None
    dough_id: UUID | None
    made_at: datetime
    zone: str
    piece_count: float
    piece: FiguresView
    planned_energy_kcal: float | None
    planned_protein_g: float | None
    difference: tuple[str, ...]
    words: tuple[str, ...]
    note: str
    took_min: float | None


@dataclass(frozen=True, slots=True)
class BatchPage:
    """Some batches, the last made first; `next` is what the page behind them is asked for after, empty for none."""

    items: tuple[BatchItem, ...]
    next: str


@dataclass(frozen=True, slots=True)
class BatchView:
    """A batch as it was made. `revision` counts its corrections; `made` has its lines as
    they were; `alerts` are of who must not get it."""

    item: BatchItem
    revision: int
    removed: bool
    record: BatchRecord
    planned_count: float
    lots: tuple[LotView, ...]
    made: Draft
    dough_g: float
    baked_g: float
    photos: tuple[PhotoView, ...]
    contains: tuple[str, ...]
    may_contain: tuple[str, ...]
    alerts: tuple[DietAlert, ...]
    archived: bool


@dataclass(frozen=True, slots=True)
class NoteView:
    """A note at a line, at a step, or of the whole formula."""

    id: UUID
    line_id: str
    step: str
    text: str
    written_at: datetime


@dataclass(frozen=True, slots=True)
class HistoryView:
    """What the batches of a formula tell, of which `bake` is the version to bake, 0 for as it stands: averages against
    the plan, what they propose to it, what was said of the
    last, notes, and the photos at its steps."""

    bake: int
    averages: BatchAverages
    proposals: tuple[Proposal, ...]
    last_said: tuple[str, ...]
    notes: tuple[NoteView, ...]
    photos: tuple[PhotoView, ...]
