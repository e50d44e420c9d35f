"""What follows from something that does not change, kept with it."""

from collections.abc import Callable
from dataclasses import dataclass, field
from typing import Any, Self, TypeVar

T = TypeVar("T")


@dataclass(frozen=True, slots=True)
class Memoized:
    """Base of what is asked for the same again and again."""

    _follows: dict[Callable[[Any], Any], Any] = field(default_factory=dict, init=False, repr=False, compare=False)

    def once(self, work: Callable[[Self], T]) -> T:
        """What `work` makes of this, worked out the first time it is asked; it goes when this goes."""
        if work not in self._follows:
            self._follows[work] = work(self)
        made: T = self._follows[work]
        return made
