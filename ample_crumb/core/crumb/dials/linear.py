"""A dial as data: a ratio of sums of a dough, and a window that moves with them, all of it as coefficients.

The verdict on a dough and the rows that keep an optimiser inside the window both follow from the same coefficients, so
that neither can say what the other does not.
"""

from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from typing import Final

from ample_crumb.core.crumb.composition import Composition
from ample_crumb.core.crumb.windows import DialWindow

LinearForm = Mapping[str, float]
"""Sums of a dough by name, each with its coefficient."""

NOTHING: Final[LinearForm] = {}
"""A floor that asks nothing."""


def amount(form: LinearForm, composition: Composition) -> float:
    """What a linear form comes to in a dough."""
    return float(sum(coefficient * getattr(composition, name) for name, coefficient in form.items()))


def plus(one: LinearForm, other: LinearForm, times: float = 1.0) -> dict[str, float]:
    """Returns one form plus a multiple of the other."""
    return {name: one.get(name, 0.0) + times * other.get(name, 0.0) for name in {**one, **other}}


def scale_form(form: LinearForm, times: float) -> dict[str, float]:
    """Returns a multiple of a form."""
    return {name: times * coefficient for name, coefficient in form.items()}


@dataclass(frozen=True, slots=True)
class LinearDial:
    """The value is the least of `numerators` by the `denominator`. It lies in its window from the greatest of `floors`
    to the least of `ceilings`, each by the denominator too; to the greatest of them where `widest`."""

    numerators: tuple[LinearForm, ...]
    denominator: LinearForm
    floors: tuple[LinearForm, ...]
    ceilings: tuple[LinearForm, ...]
    widest: bool = False

    def value(self, composition: Composition) -> float:
        """Where a dough stands, in the dial's unit. Raises ZeroDivisionError where there is none of what it is counted
        by."""
        return amount(self._numerator(composition), composition) / amount(self.denominator, composition)

    def window(self, composition: Composition) -> DialWindow:
        """The window of a dough such as this."""
        whole = amount(self.denominator, composition)
        low = max(amount(floor, composition) for floor in self.floors)
        high = amount(self._ceiling(composition), composition)
        return DialWindow(low / whole, high / whole)

    def rows(self, composition: Composition, factor: float) -> Iterable[LinearForm]:
        """The window, `factor` times as high, as forms that are at least 0 inside it. A dough that keeps to all of them
        is inside; where the window is not convex, they keep to the side that this dough is on."""
        for numerator in self.numerators:
            yield from (plus(numerator, floor, -factor) for floor in self.floors if floor)
        below = (self._ceiling(composition),) if self.widest else self.ceilings
        numerator = self._numerator(composition)
        yield from (plus(scale_form(ceiling, factor), numerator, -1.0) for ceiling in below)

    def span(self, composition: Composition, factor: float) -> LinearForm:
        """The width of the window of a dough such as this, `factor` times as high, in units of the denominator."""
        floor = max(self.floors, key=lambda form: amount(form, composition))
        return plus(scale_form(self._ceiling(composition), factor), floor, -factor)

    def _numerator(self, composition: Composition) -> LinearForm:
        return min(self.numerators, key=lambda form: amount(form, composition))

    def _ceiling(self, composition: Composition) -> LinearForm:
        choose = max if self.widest else min
        return choose(self.ceilings, key=lambda form: amount(form, composition))


def share_of(part: LinearForm, whole: LinearForm, window: DialWindow) -> LinearDial:
    """A plain share of one thing in another with fixed ends."""
    return LinearDial((part,), whole, (scale_form(whole, window.low),), (scale_form(whole, window.high),))
