"""What goes out of the tab Versions."""

from dataclasses import dataclass
from datetime import datetime
from uuid import UUID

from ample_crumb.application.views import FiguresView


@dataclass(frozen=True, slots=True)
class VersionView:
    """A kept state; the formula as it stands has number 0. `kept_by` is baker, edit session, restore, bake
    or now."""

    number: int
    name: str
    kept_by: str
    kept_at: datetime
    count: float
    piece: FiguresView


@dataclass(frozen=True, slots=True)
class BranchView:
    """A branch of this formula: how many of its lines stand as they stand here, and whether the base has changed since
    it last followed."""

    id: UUID
    name: str
    shared: int
    behind: bool


@dataclass(frozen=True, slots=True)
class BaseView:
    """The formula that this one is a branch of."""

    id: UUID
    name: str
    shared: int
    behind: bool


@dataclass(frozen=True, slots=True)
class VersionsView:
    """All states of a formula, the newest first; `bake` is the number of the one to bake, 0 for the formula as it
    stands. `changed` is what is on the Bench and not in the newest kept state, in words."""

    versions: tuple[VersionView, ...]
    bake: int
    changed: tuple[str, ...]
    base: BaseView | None
    branches: tuple[BranchView, ...]


@dataclass(frozen=True, slots=True)
class VersionDifference:
    """What changed from one state to another, in words, in figures of a piece, and in the mouth."""

    was: VersionView
    now: VersionView
    words: tuple[str, ...]
    figures: str
    mouth: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class BranchUpdate:
    """A branch as its base's changes make it: what is done to it, and which lines it keeps as its own."""

    id: UUID
    name: str
    done: tuple[str, ...]
    left: tuple[str, ...]
