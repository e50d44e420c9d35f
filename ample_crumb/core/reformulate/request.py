"""What is asked of a formula."""

from dataclasses import dataclass

from ample_crumb.core.reformulate.dessert_limits import Limit
from ample_crumb.core.reformulate.variables import LineBounds
from ample_crumb.core.reformulate.wishes import Wish


@dataclass(frozen=True, slots=True)
class ReformulationRequest:
    """What shall be reached. `allowed` may come in, None for the usual; `bans` are allergens, or foods by slug. `sure`
    asks for 95 times in 100 instead of on average. `mass_share` is how far the dough may grow or shrink, None for
    free. A piece keeps to what a stomach bears of sweeteners, unless it may go `beyond_tolerance`; and to what leaves
    it the dessert that it is, but for the limits that are `lifted`. A `fresh` formula has no wont of its own: it has to
    lie within all windows, whatever it begins with, and needs no wishes."""

    wishes: tuple[Wish, ...]
    holds: tuple[LineBounds, ...] = ()
    allowed: tuple[str, ...] | None = None
    bans: frozenset[str] = frozenset()
    whole_eggs: bool = True
    sure: bool = False
    mass_share: float | None = 0.1
    beyond_tolerance: bool = False
    lifted: frozenset[Limit] = frozenset()
    fresh: bool = False
    answers: int = 3
