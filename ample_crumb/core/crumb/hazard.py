"""A hazard of a formula, and the lines that it is looked for in."""

from collections.abc import Callable, Iterable
from dataclasses import dataclass
from typing import Final

from ample_crumb.core.food.ingredient import Ingredient

RAW_EGGS: Final = frozenset({"egg", "egg_white", "egg_yolk"})


@dataclass(frozen=True, slots=True)
class Hazard:
    """A hazard by `name`: a sentence on what to do, why, and the lines that bring it."""

    name: str
    sentence: str
    reason: str
    lines: tuple[str, ...]

    @property
    def words(self) -> tuple[str, str]:
        """What is said, whichever lines bring it."""
        return self.name, self.sentence


@dataclass(frozen=True, slots=True)
class HazardLine:
    """A line by what it brings; `raw` says that it is eaten as it was mixed."""

    text: str
    item: Ingredient
    raw: bool
    mass_g: float


def texts(lines: Iterable[HazardLine], wanted: Callable[[HazardLine], bool]) -> tuple[str, ...]:
    """The lines that are wanted, as written."""
    return tuple(line.text for line in lines if wanted(line))
