"""What went otherwise than written: its kinds, what was said, and the formula as it was made."""

from dataclasses import dataclass, field
from enum import StrEnum
from typing import Annotated, Final

from ample_crumb.core.bounds import Items, Letters
from ample_crumb.core.formula.formula import LineId, Parts

MOST_SAID: Final = 60
"""Nobody tells more of one batch."""

SAID_LENGTH: Final = 300


class DeviationKind(StrEnum):
    """The kind of a difference between a batch and what was written."""

    ADDED = "added"
    LESS = "less"
    USED = "used"
    REPLACED = "replaced"
    CHOSEN = "chosen"
    LEFT_OUT = "left out"
    LEFT_OVER = "left over"
    IN_BOWL = "in the bowl"
    STUCK = "stuck"
    SPRAYED = "sprayed"
    FRIED = "fried"
    SCRAPS = "scraps"


@dataclass(frozen=True, slots=True)
class Said:
    """What the baker said went otherwise, in their own words, under an id that the browser made. `apart` is said of one
    of the things that a dough was parted into, and not of the dough."""

    id: Annotated[str, Letters(40, 1, r"^[0-9A-Za-z_-]+$")]
    text: Annotated[str, Letters(SAID_LENGTH)]
    apart: bool = False


AllSaid = Annotated[tuple[Said, ...], Items(MOST_SAID)]


@dataclass(frozen=True, slots=True)
class AsMade:
    """A formula as it was made: its lines with what really went in, the g of dough that stayed in the bowl, of which
    `licked_g` were eaten, and the g of what was baked that stuck."""

    parts: Parts
    residue_g: float = 0.0
    licked_g: float = 0.0
    stuck_g: float = 0.0


@dataclass(frozen=True, slots=True)
class Deviation:
    """What was said and what it was understood as: `words` say it, `line_id` is the line that it is about, None for a
    new one. `problem` is a sentence where it could not be understood, and nothing changed then. `energy_kcal` and
    `protein_g` are by how much the whole batch changes, `mass_g` by how much its dough does."""

    said: Said
    kind: DeviationKind | None
    words: str
    problem: str = ""
    line_id: LineId | None = None
    mass_g: float = field(default=0.0, compare=False)
    energy_kcal: float = field(default=0.0, compare=False)
    protein_g: float = field(default=0.0, compare=False)
