"""What goes out of causes."""

from dataclasses import dataclass
from uuid import UUID

from ample_crumb.core.causes.ranking import Likelihood


@dataclass(frozen=True, slots=True)
class SymptomView:
    """A symptom that can be said, in words, and what is asked of it that only the baker can tell."""

    name: str
    words: str
    asked: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class ChangeView:
    """A change for next time: by how much a piece changes by it, which dials it pushes out of their windows, and where
    it moves the character."""

    id: str
    words: str
    step: str
    energy_kcal: float
    protein_g: float
    cost: float | None
    worse: tuple[str, ...]
    mends: tuple[str, ...]
    character: str


@dataclass(frozen=True, slots=True)
class CauseView:
    """A cause: how likely, what speaks for and against it, what would tell it apart, and what to change."""

    cause: str
    words: str
    likelihood: Likelihood
    speaks_for: tuple[str, ...]
    speaks_against: tuple[str, ...]
    apart: str
    source: str
    changes: tuple[ChangeView, ...]


@dataclass(frozen=True, slots=True)
class Explanation:
    """Why a batch has a symptom. `norm` says where that is how it should be or how it always is, empty else; `noticed`
    is what the baker told, `asked` what else may be told."""

    symptom: str
    words: str
    norm: str
    noticed: tuple[str, ...]
    asked: tuple[str, ...]
    causes: tuple[CauseView, ...]


@dataclass(frozen=True, slots=True)
class SuggestedView:
    """A symptom that was said in other words already."""

    symptom: str
    words: str
    why: str


@dataclass(frozen=True, slots=True)
class BatchCauses:
    """All that is said to be wrong with a batch, each explained, all that could be said, and what was said in other
    words. Changes make a version of its formula where it `has_formula`."""

    has_formula: bool
    currency: str
    symptoms: tuple[SymptomView, ...]
    suggested: tuple[SuggestedView, ...]
    explanations: tuple[Explanation, ...]


@dataclass(frozen=True, slots=True)
class NextVersion:
    """The formula that was changed for next time, and what was written down with it."""

    formula_id: UUID
    name: str
    words: tuple[str, ...]
