"""How far what is said may go, beside the type of its field: `Annotated[float, Between(0, 100)]`.

Nothing in the core asks for these: what comes in from outside is held to them before it gets here, and what the core
works out itself may lie anywhere.
"""

from dataclasses import dataclass
from typing import Final

LEAST: Final = 0.001
"""What must be over nothing is at least this, in whatever unit: no scale shows less, and figures divided by less than
that leave what a number can hold."""

STORABLE: Final = r"^[^\x00]*$"
"""Zero bytes cannot be stored as text; no keyboard makes them."""

SLUG: Final = r"^[a-z0-9_-]+$"


@dataclass(frozen=True, slots=True)
class Between:
    """A number from `low` to `high`, both included."""

    low: float
    high: float


@dataclass(frozen=True, slots=True)
class Letters:
    """A text of so many characters that matches a pattern."""

    most: int
    least: int = 0
    pattern: str = STORABLE


@dataclass(frozen=True, slots=True)
class Items:
    """A list of so many."""

    most: int
    least: int = 0
