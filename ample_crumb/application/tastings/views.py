"""What goes out of tastings."""

from dataclasses import dataclass
from datetime import datetime
from uuid import UUID

from ample_crumb.application.views import FiguresView


@dataclass(frozen=True, slots=True)
class PoleView:
    """A question, with the words at both ends of its five stops."""

    name: str
    question: str
    low: str
    high: str


@dataclass(frozen=True, slots=True)
class SampleView:
    """A batch under its letter; `label` tells it from the others in a sentence."""

    letter: str
    batch_id: UUID
    label: str


@dataclass(frozen=True, slots=True)
class MarkView:
    """What a taster said, from 1 at the low end to 5."""

    taster: str
    letter: str
    pole: str
    score: int


@dataclass(frozen=True, slots=True)
class TastingView:
    """A tasting: what is asked of what, and what was said so far."""

    id: UUID
    name: str
    blind: bool
    tasted_at: datetime
    poles: tuple[PoleView, ...]
    samples: tuple[SampleView, ...]
    marks: tuple[MarkView, ...]


@dataclass(frozen=True, slots=True)
class TastingItem:
    """A tasting in a list."""

    id: UUID
    name: str
    blind: bool
    tasted_at: datetime
    samples: tuple[SampleView, ...]


@dataclass(frozen=True, slots=True)
class TastingList:
    """The last tastings, all the poles there are, and who has tasted."""

    items: tuple[TastingItem, ...]
    poles: tuple[PoleView, ...]


@dataclass(frozen=True, slots=True)
class ComparedMarks:
    """The marks of one of those compared on a pole."""

    label: str
    median_score: float
    scores: tuple[float, ...]


@dataclass(frozen=True, slots=True)
class ComparedPole:
    """A pole compared: a finding, `told` where it claims a difference, and the marks."""

    pole: PoleView
    finding: str
    told: bool
    marks: tuple[ComparedMarks, ...]


@dataclass(frozen=True, slots=True)
class ComparedBatch:
    """One of those compared as it was made: a piece of it, how it was baked, and in which lines it differs from the
    first."""

    batch_id: UUID
    label: str
    name: str
    made_at: datetime
    piece: FiguresView
    oven_c: float | None
    took_min: float | None
    said: tuple[str, ...]
    differs: tuple[str, ...]
    words: tuple[str, ...]
    note: str


@dataclass(frozen=True, slots=True)
class Comparison:
    """Two to four batches compared: the clearest finding first, and what differed."""

    sentence: str
    taster_count: int
    poles: tuple[ComparedPole, ...]
    batches: tuple[ComparedBatch, ...]
