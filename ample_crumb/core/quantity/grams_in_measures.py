"""Grams said in the measures of a kitchen: "about a third of a cup", "½ tsp", "2 eggs"."""

from fractions import Fraction
from typing import Final

from ample_crumb.core.quantity.weighing import Measures

_GLYPHS: Final = {
    Fraction(1, 8): "⅛", Fraction(1, 4): "¼", Fraction(1, 3): "⅓", Fraction(1, 2): "½", Fraction(2, 3): "⅔",
    Fraction(3, 4): "¾",
}  # fmt: skip
_STEPS: Final = {
    "cup": (Fraction(1, 4), Fraction(1, 3), Fraction(1, 2), Fraction(2, 3), Fraction(3, 4)),
    "tbsp": (Fraction(1, 2),),
    "tsp": (Fraction(1, 8), Fraction(1, 4), Fraction(1, 2), Fraction(3, 4)),
}
_PER_CUP: Final = {"cup": 1, "tbsp": 16, "tsp": 48}
_MOST_TEASPOONS: Final = 3
_NEAR: Final = 0.12
"""A measure that misses by more says nothing."""


def in_measures(grams: float, measures: Measures) -> str:
    """About how many cups, spoons or pieces so many grams are; empty where none comes near or the food has no cup."""
    piece_g = measures.piece_g.get("large")
    if piece_g:
        return _pieces(grams, piece_g)
    cup_g = next(iter(measures.cup_g.values()), None)
    if not cup_g:
        return ""
    for unit in ("cup", "tbsp", "tsp"):
        count = grams * _PER_CUP[unit] / cup_g
        if count < float(_STEPS[unit][0]) * (1 - _NEAR):
            continue
        if unit == "tsp" and count > _MOST_TEASPOONS:
            return ""
        whole = int(count)
        options = (Fraction(whole), Fraction(whole + 1), *(whole + part for part in _STEPS[unit]))
        near = min((each for each in options if each > 0), key=lambda each: abs(float(each) - count))
        if abs(float(near) / count - 1) <= _NEAR:
            return f"{_said(near)} {unit}{'s' if unit == 'cup' and near > 1 else ''}"
    return ""


def _pieces(grams: float, piece_g: float) -> str:
    count = round(grams / piece_g)
    return f"{count} large" if count and abs(count * piece_g / grams - 1) <= _NEAR else ""


def _said(number: Fraction) -> str:
    whole, rest = divmod(number, 1)
    return f"{whole or ''}{_GLYPHS[rest] if rest else ''}"
