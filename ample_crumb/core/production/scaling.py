"""All of scaling: a formula in another amount, by a factor, by whole eggs or into other tins; each line written anew in
measures that a kitchen has, with what rounding does to it.
"""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from fractions import Fraction
from typing import Final

from ample_crumb.core.food.cupboard import Cupboard
from ample_crumb.core.formula.evaluation import FormulaFigures
from ample_crumb.core.formula.formula import Line, Part, lies_beside
from ample_crumb.core.formula.reading import ReadingPreferences, ReadLine, WeighedLine, read_against
from ample_crumb.core.problem import CannotUse
from ample_crumb.core.production.tins import Tin
from ample_crumb.core.quantity.amount import Term, WrittenLine
from ample_crumb.core.quantity.kitchen_scale import kitchen_grams
from ample_crumb.core.quantity.line_parser import read_line
from ample_crumb.core.quantity.units import UnitKind
from ample_crumb.core.quantity.used_share import used_in_words
from ample_crumb.core.quantity.weighing import WeightBasis

LEAST: Final = 0.05

MOST: Final = 50.0
"""Factors beyond these are slips."""

CUSTOM_FROM: Final = 2.0
"""From this factor on some lines are not scaled in proportion by custom."""

_CUSTOM: Final[Mapping[str, str]] = {
    "leavening": "of leavening many take a little less than in proportion for a large batch",
    "salt": "salt is tasted: begin with a little less",
    "flavour": "extracts carry: begin with three quarters",
    "spice": "spices carry: begin with three quarters",
    "binder": "gelatine sets in proportion, but a deep dish sets slower",
}
"""Common practice, by the role of a food."""


@dataclass(frozen=True, slots=True)
class ScaledLine:
    """A line written anew: `exact_g` would be in proportion, `grams` is what the new text says. `note` is a sentence on
    custom, empty without one. A line that cannot be scaled keeps its text and says why in `note`."""

    text: str
    exact_g: float | None
    scaled_g: float | None
    note: str


def scale_line(
    line: ReadLine, factor: float, cupboard: Cupboard, preferences: ReadingPreferences, chosen: str | None = None
) -> ScaledLine:
    """Returns a line of `factor` times its amount. Raises CannotUse unless `factor` is from `LEAST` to `MOST`."""
    if not LEAST <= factor <= MOST:
        raise CannotUse(f"A formula is scaled from {LEAST:g} to {MOST:g} times, not {factor:.3g}.")
    weighed = line.weighed
    if weighed is None:
        return ScaledLine(line.text, None, None, "Not read, so not scaled." if line.text.strip() else "")
    exact_g = weighed.mass_g * factor
    if weighed.basis is WeightBasis.ROUGH:
        return ScaledLine(line.text, exact_g, weighed.mass_g, "A pinch stays a pinch.")
    written = read_line(line.text)
    text = _in_measures(written, weighed, factor) or _weighed(written, weighed.prepared_g * factor)
    share = weighed.mass_g / weighed.prepared_g
    text += f", {used_in_words(share)}" if share < 1 else ""
    text += " (optional)" if line.optional else ""
    again = read_against(Line(text, chosen), cupboard, preferences).weighed
    grams = again.mass_g if again else None
    item = cupboard.ingredients.get(weighed.ingredient.slug)
    note = _CUSTOM.get(item.role, "") if item and factor >= CUSTOM_FROM else ""
    return ScaledLine(text, exact_g, grams, f"{note[0].upper()}{note[1:]}." if note else "")


def _weighed(written: WrittenLine, grams: float) -> str:
    return _text(f"{kitchen_grams(grams):g} g", written)


def _text(amount: str, written: WrittenLine) -> str:
    return f"{amount} {written.name}" + "".join(f", {note}" for note in written.notes)


_CUP: Final = (Fraction(1, 4), Fraction(1, 3), Fraction(1, 2), Fraction(2, 3), Fraction(3, 4))

_SPOON: Final = (Fraction(1, 8), Fraction(1, 4), Fraction(1, 2), Fraction(3, 4))

_FRACTIONS: Final = {"cup": _CUP, "tablespoon": (Fraction(1, 2),), "teaspoon": _SPOON}

_SMALLER: Final = {"cup": ("tablespoon", 16), "tablespoon": ("teaspoon", 3)}

_SHORT: Final = {"tablespoon": "tbsp", "teaspoon": "tsp"}

_NEAR: Final = 0.08
"""A measure that misses the exact amount by more than this share is given in grams instead."""


def _in_measures(written: WrittenLine, line: WeighedLine, factor: float) -> str:
    """The line in spoons, cups or whole pieces; empty where grams say it better."""
    amount = written.amount
    if amount is None or amount.stated or len(amount.terms) != 1 or line.used_by_eye:
        return ""
    (term,) = amount.terms
    if term.unit.kind is UnitKind.VOLUME and term.unit.name in _FRACTIONS and term.heap_factor == 1:
        return _in_spoons(written, term.unit.name, term.count.middle * factor)
    if line.basis is WeightBasis.COUNTED and term.unit.kind is UnitKind.PIECE:
        return _in_pieces(written, term, factor)
    return ""


def _in_spoons(written: WrittenLine, unit: str, count: float) -> str:
    if unit == "teaspoon" and count >= 3:
        unit, count = "tablespoon", count / 3
    while unit in _SMALLER and count < float(_FRACTIONS[unit][0]) * (1 - _NEAR):
        unit, times = _SMALLER[unit]
        count *= times
    whole = int(count)
    options = [Fraction(whole), Fraction(whole + 1), *(whole + part for part in _FRACTIONS[unit])]
    near = min((option for option in options if option > 0), key=lambda option: abs(float(option) - count))
    if abs(float(near) / count - 1) > _NEAR:
        return ""
    word = _SHORT.get(unit, unit if near <= 1 else f"{unit}s")
    return _text(f"{_in_words(near)} {word}", written)


def _in_words(number: Fraction) -> str:
    whole, rest = divmod(number, 1)
    return " ".join(filter(None, (str(whole) if whole else "", str(rest) if rest else "")))


def _in_pieces(written: WrittenLine, term: Term, factor: float) -> str:
    count = term.count.middle * factor
    near = round(count)
    if near < 1 or abs(near / count - 1) > _NEAR:
        return ""
    unit = f"{term.unit.name}{'s' if near > 1 else ''}" if term.unit.name else ""
    return _text(" ".join(filter(None, (str(near), term.size, unit))), written)


@dataclass(frozen=True, slots=True)
class EggFactor:
    """The `factor` that makes it `count` whole eggs."""

    count: int
    factor: float


def factors_for_eggs(evaluated: FormulaFigures, cupboard: Cupboard) -> tuple[EggFactor, ...]:
    """Whole numbers of eggs near what is in it: two below and two above."""
    egg_g = cupboard.ingredients["egg"].measures.piece_g.get("large", 50.0)
    grams = sum(weighed.mass_g for _, weighed in evaluated.weighed_lines() if weighed.ingredient.slug == "egg")
    if grams <= 0:
        return ()
    eggs = grams / egg_g
    here = round(eggs)
    return tuple(EggFactor(count, count / eggs) for count in range(here - 2, here + 3) if count >= 1 and count != eggs)


@dataclass(frozen=True, slots=True)
class TinFactor:
    """By how much to multiply a formula for other tins, and what lies on it or under it by its `surface_factor`."""

    factor: float
    surface_factor: float


@dataclass(frozen=True, slots=True)
class TinFactors:
    """The factors to fill other tins as full, and to stand as high in them."""

    as_full: TinFactor
    as_high: TinFactor


def factors_for_tins(dough_g: float, tins: Sequence[Tin], others: Sequence[Tin], density_g_per_ml: float) -> TinFactors:
    """Factors for baking in `others` what is written for `tins`, at least one on each side."""
    volume_ml = dough_g / density_g_per_ml
    room, other_room = sum(tin.volume_ml for tin in tins), sum(tin.volume_ml for tin in others)
    height_cm = tins[0].height_cm(volume_ml * tins[0].volume_ml / room)
    surface_cm2 = _surface_cm2(tins, volume_ml)

    def filled(factor: float) -> TinFactor:
        return TinFactor(factor, _surface_cm2(others, volume_ml * factor) / surface_cm2)

    return TinFactors(
        as_full=filled(other_room / room),
        as_high=filled(sum(tin.volume_to_ml(height_cm) for tin in others) / volume_ml),
    )


def _surface_cm2(tins: Sequence[Tin], volume_ml: float) -> float:
    """The open surface of so much parted among tins, each filled as full."""
    room = sum(tin.volume_ml for tin in tins)
    return sum(tin.surface_cm2(tin.height_cm(volume_ml * tin.volume_ml / room)) for tin in tins)


def factors_by_part(parts: Sequence[Part], tin: TinFactor) -> tuple[float, ...]:
    """Returns the factor of each part: what is put on or under the dough goes by surface, and the dough by volume."""
    beside = [lies_beside(part.name) or part.options.unbaked for part in parts]
    if all(beside):
        return (tin.factor,) * len(parts)
    return tuple(tin.surface_factor if each else tin.factor for each in beside)
