"""What a line says of how much."""

from dataclasses import dataclass

from ample_crumb.core.quantity.numbers import Range
from ample_crumb.core.quantity.units import BARE, Unit
from ample_crumb.core.quantity.used_share import UsedAmount


@dataclass(frozen=True, slots=True)
class Term:
    """So many of a unit: "1 1/2 cups", "2 large". `size` is large, medium, ... for pieces; `heap_factor` multiplies a
    heaped or scant measure."""

    count: Range
    unit: Unit = BARE
    size: str = ""
    heap_factor: float = 1.0


@dataclass(frozen=True, slots=True)
class Stated:
    """A weight or volume written beside the amount: "(15 oz)", "(60 g)", "/112 g".

    `each` is True for "(15 oz each)" and "2 (15 oz) cans", None where the line leaves it open. `drained` is True when
    the figure itself is said to be the drained one.
    """

    term: Term
    each: bool | None = None
    drained: bool = False


@dataclass(frozen=True, slots=True)
class Amount:
    """One or several terms to be added ("1 cup plus 2 tbsp"), and the weights stated beside them, if any."""

    terms: tuple[Term, ...]
    stated: tuple[Stated, ...] = ()


@dataclass(frozen=True, slots=True)
class WrittenLine:
    """A line as read: how much (None when no amount was found), of what, and what else it says.

    `name` is the ingredient in the writer's words without amounts and remarks. `notes` are the remarks behind commas
    and in brackets. `used` is set where not all of it is used. `problem` says why the line cannot be used, as a
    sentence; empty when it can. Where there is no amount, `purpose` is what the food is for, empty where that is not
    said; None else.
    """

    text: str
    amount: Amount | None
    name: str
    notes: tuple[str, ...] = ()
    optional: bool = False
    problem: str = ""
    used: UsedAmount | None = None
    purpose: str | None = None
