"""A hazard of a formula, and the lines that it is looked for in."""

from collections.abc import Callable, Iterable
from dataclasses import dataclass
from typing import Final

from ample_crumb.core.food.ingredient import Ingredient
from ample_crumb.core.quantity.name_matching import words

_RAW_EGGS: Final = frozenset({"egg", "egg_white", "egg_yolk"})


@dataclass(frozen=True, slots=True)
class Hazard:
    """A hazard by `name`: a sentence on what to do, why, and the lines that bring it. `eaten` says that it is met
    at the table, and not in the making alone."""

    name: str
    sentence: str
    reason: str
    lines: tuple[str, ...]
    eaten: bool = True

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


def is_reference(item: Ingredient, *names: str) -> bool:
    """Whether a food of the second shelf has one of these words in its name, which is all that tells what it may do."""
    return item.reference and not frozenset(names).isdisjoint(words(item.name))


def is_raw_egg(item: Ingredient) -> bool:
    """Whether it is egg that nobody has heated."""
    raw = is_reference(item, "egg") and is_reference(item, "raw") and not is_reference(item, "pasteurized")
    return raw or item.slug in _RAW_EGGS


def texts(lines: Iterable[HazardLine], wanted: Callable[[HazardLine], bool]) -> tuple[str, ...]:
    """The lines that are wanted, as written."""
    return tuple(line.text for line in lines if wanted(line))
