"""How much was left or used, at the front of what somebody says: "half the", "40 g of", "50 %", "one"."""

from dataclasses import dataclass
from typing import Final

from ample_crumb.core.quantity.numbers import Cursor
from ample_crumb.core.quantity.units import MeasureSystem, UnitKind, measure_size, unit_named

_PASSED: Final = frozenset("of the a an my our that those these was were about only just some".split())
_ALL: Final = frozenset({"all", "everything"})
_TENTHS: Final = {"fifth": 0.2, "sixth": 1 / 6, "eighth": 0.125, "tenth": 0.1}


@dataclass(frozen=True, slots=True)
class HowMuch:
    """A `share` of it from 0 to 1, or so many `mass_g`, or a `count`; one of the three. `rest` is what stands
    behind."""

    rest: str
    share: float | None = None
    mass_g: float | None = None
    count: float | None = None


def how_much(text: str) -> HowMuch | None:
    """What is said of how much at the front of a text, and what stands behind it; None where nothing is."""
    cursor = Cursor(text)
    while cursor.word() in _PASSED - {"a", "an"}:
        cursor.at += 1
    if cursor.word() in _ALL:
        cursor.at += 1
        return HowMuch(_behind(cursor, text), share=1.0)
    if cursor.word() in {"a", "an", "one"} and cursor.word(1) in _TENTHS:
        share = _TENTHS[cursor.word(1)]
        cursor.at += 2
        return HowMuch(_behind(cursor, text), share=share)
    number = cursor.number()
    if number is None:
        return None
    value = number.middle
    word = cursor.word()
    if word in ("%", "percent", "percents"):
        cursor.at += 1
        return HowMuch(_behind(cursor, text), share=value / 100)
    unit = unit_named(word) if word else None
    if unit is not None and unit.kind is UnitKind.MASS:
        cursor.at += 1
        return HowMuch(_behind(cursor, text), mass_g=value * measure_size(unit.name, MeasureSystem.US))
    if unit is not None and unit.kind is UnitKind.VOLUME:
        return None
    if value < 1:
        return HowMuch(_behind(cursor, text), share=value)
    return HowMuch(_behind(cursor, text), count=value)


def _behind(cursor: Cursor, text: str) -> str:
    while cursor.word() in _PASSED:
        cursor.at += 1
    token = cursor.peek()
    return text[token.start :].strip() if token else ""
