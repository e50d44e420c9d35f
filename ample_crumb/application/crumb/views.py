"""What goes out of the crumb check and of what batches taught."""

from dataclasses import dataclass
from datetime import datetime
from uuid import UUID

from ample_crumb.core.crumb.dough_diagnosis import Remedy, StepwiseRepair
from ample_crumb.core.crumb.dough_state import Consistency


@dataclass(frozen=True, slots=True)
class StepwiseView:
    """A way to mend a dough, and the text that half of it makes of its line, which `was` another, or of a new line in
    part `part`."""

    repair: StepwiseRepair
    part: int
    first_text: str
    was: str


@dataclass(frozen=True, slots=True)
class LookView:
    """What to do about a dough that looks wrong: what it was meant to be, what to do, and ways to mend it by halves.
    `teaches` is what could be said of it to the kitchen's learning, empty for nothing."""

    meant: Consistency
    remedy: Remedy
    sentence: str
    ways: tuple[StepwiseView, ...]
    teaches: str


@dataclass(frozen=True, slots=True)
class LessonView:
    """What was learned, in a sentence: by which `moved_share` something was moved, from so many `batches`."""

    sentence: str
    moved_share: float
    batches: int


@dataclass(frozen=True, slots=True)
class FeedbackView:
    """A saying of a batch, of no formula where it was made from a text alone."""

    id: UUID
    formula_id: UUID | None
    formula: str
    version_number: int | None
    given_at: datetime
    words: str


@dataclass(frozen=True, slots=True)
class BakeView:
    """A bake that an oven learned from: what was made, when it was looked for by the table, and when it was done."""

    id: UUID
    name: str
    made_at: datetime
    oven: str
    predicted_min: float
    took_min: float


@dataclass(frozen=True, slots=True)
class LearningView:
    """What a kitchen's batches taught of doughs and of ovens, what was said of them and how long they took, and what
    can be said."""

    lessons: tuple[LessonView, ...]
    ovens: tuple[LessonView, ...]
    feedback: tuple[FeedbackView, ...]
    bakes: tuple[BakeView, ...]
    options: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class FeedbackDraft:
    """How a batch came out, in words that are offered, under an id that the client made; `number` is the kept version
    that was baked, None for the formula as it stands."""

    id: UUID
    words: str
    number: int | None = None
