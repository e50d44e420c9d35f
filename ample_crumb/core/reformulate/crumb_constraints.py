"""The dials of the crumb check as rows: what a dough has to keep to so that none of them gets worse."""

from collections.abc import Iterable, Mapping
from dataclasses import dataclass, replace

from ample_crumb.core.crumb.composition import Composition
from ample_crumb.core.crumb.dials.dial import Dial, Learned
from ample_crumb.core.crumb.dials.judge import linear_dials
from ample_crumb.core.crumb.dials.linear import LinearForm, amount, plus


@dataclass(frozen=True, slots=True)
class CrumbConstraint:
    """A condition for `dial`: the sums of a dough by name, each times its coefficient, are at least 0. `per` is what
    the dial is counted by: a formula that misses its window already may go on missing it by as much of that."""

    dial: str
    coefficients: Mapping[str, float]
    per: LinearForm

    def at(self, composition: Composition) -> float:
        """How far inside a dough is; negative where it misses."""
        return amount(self.coefficients, composition)

    def allowing(self, composition: Composition) -> "CrumbConstraint":
        """The same, but no stricter than this dough is."""
        missed, base = -self.at(composition), amount(self.per, composition)
        if missed <= 0 or base <= 0:
            return self
        # A hair more, because the original stands on the edge of what it is allowed.
        return self._moved(missed / base * (1 + 1e-9))

    def inside(self, share: float, composition: Composition) -> "CrumbConstraint":
        """The same, stricter by a share of what the dough has: room for rounding."""
        scale = sum(abs(factor) * abs(getattr(composition, name)) for name, factor in self.coefficients.items())
        base = amount(self.per, composition)
        return self if base <= 0 else self._moved(-share * scale / base)

    def _moved(self, by: float) -> "CrumbConstraint":
        return replace(self, coefficients=plus(self.coefficients, self.per, by))


def crumb_constraints(
    composition: Composition, family: str, dials: Iterable[Dial], learned: Learned, *, fresh: bool = False
) -> tuple[CrumbConstraint, ...]:
    """The conditions of all dials that mean something to this dough, none stricter than it is already unless it is
    `fresh`. What only changes in kind (a batter becoming a foam) is taken as it is; an answer is judged by the dials
    themselves in the end."""
    found = (
        CrumbConstraint(name, row, linear.denominator)
        for name, linear in linear_dials(composition, family, dials)
        for row in linear.rows(composition, learned.factor(name, family))
    )
    return tuple(found if fresh else (row.allowing(composition) for row in found))
