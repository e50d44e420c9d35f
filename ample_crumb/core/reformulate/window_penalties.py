"""What it costs to come near the edge of a window: nothing in its middle, more the nearer, steep at the very edge.

A linear program stands on the edges of what it is allowed. A baker does not: a dough in the middle of its window
forgives a spoon more or less, one at its edge does not.
"""

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass
from typing import Final

from ample_crumb.core.crumb.check import JudgedDough
from ample_crumb.core.crumb.dials.dial import Dial, Learned
from ample_crumb.core.crumb.dials.judge import linear_dials
from ample_crumb.core.crumb.dials.linear import amount, plus
from ample_crumb.core.reformulate.variables import AmountVariable

STEPS: Final[tuple[tuple[float, float], ...]] = ((0.25, 1.0), (0.1, 4.0))
"""From so great a share of a window's width from its edge on, a whole width costs so much more; in relative changes of
a whole role. Common practice as to where; chosen so that the edge of one dial counts like two things to buy."""


@dataclass(frozen=True, slots=True)
class EdgeCost:
    """A row that is at least 0 where a dough keeps its distance from an edge of `dial`; each `width` that it misses
    costs so much."""

    dial: str
    coefficients: Mapping[AmountVariable, float]
    width: float
    cost: float


def edge_costs(
    dough: JudgedDough,
    dials: Iterable[Dial],
    learned: Learned,
    variables: Sequence[AmountVariable],
    *,
    fresh: bool = False,
) -> Iterable[EdgeCost]:
    """The costs of all dials that mean something to this dough. Where it stands nearer to an edge than a step begins,
    only coming nearer costs, unless it is `fresh`."""
    composition = dough.composition
    for name, linear in linear_dials(composition, dough.family, dials):
        factor = learned.factor(name, dough.family)
        span = linear.span(composition, factor)
        width = amount(span, composition)
        if width <= 0:
            continue
        for row in linear.rows(composition, factor):
            stands = amount(row, composition) / width
            for begins, cost in STEPS:
                share = begins if fresh else min(begins, max(0.0, stands))
                form = plus(row, span, -share)
                yield EdgeCost(name, {variable: amount(form, variable.gram) for variable in variables}, width, cost)
