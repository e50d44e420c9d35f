"""The tin that a dough most likely stands in where nobody said: what kitchens bake its family in, by how much there
is."""

from typing import Final

from ample_crumb.core.production.tins import Tin, TinKind

_SHEET: Final = (Tin(TinKind.RECTANGLE, 33, 5, 23), "a 33 x 23 cm tin")

_USUAL: Final = {
    "square": (1000.0, (Tin(TinKind.SQUARE, 20, 5), "a 20 cm square tin"), _SHEET),
    "round": (1100.0, (Tin(TinKind.ROUND, 23, 5), "a 23 cm round tin"), _SHEET),
    "springform": (
        950.0,
        (Tin(TinKind.SPRING_FORM, 20, 7), "a 20 cm spring-form"),
        (Tin(TinKind.SPRING_FORM, 23, 7), "a 23 cm spring-form"),
    ),
    "loaf": (
        900.0,
        (Tin(TinKind.LOAF, 20, 7, 10), "a 20 x 10 cm loaf tin"),
        (Tin(TinKind.LOAF, 23, 7, 13), "a 23 x 13 cm loaf tin"),
    ),
}
"""By the shape: up to so many g the first tin, above that the second. Common practice."""

_MINI_G: Final = 30.0
_MOST_CUPS: Final = 48


def usual_tin(shape: str, dough_g: float, pieces: float) -> tuple[Tin, str] | None:
    """The tin and how it is called; None for what lies on a tray or stands in nothing."""
    cups = max(1, min(_MOST_CUPS, round(pieces)))
    if shape == "cups" and dough_g / cups < _MINI_G:
        return Tin(TinKind.MINI_MUFFIN, 4.5, 2.2, cups=cups), "mini muffin cups"
    if shape == "cups":
        return Tin(TinKind.MUFFIN, 7, 3.5, cups=cups), "muffin cups"
    if shape in ("mug", "ramekins"):
        return Tin(TinKind.MUG, 10, 6, cups=cups), "a wide mug" if shape == "mug" else "ramekins"
    if shape not in _USUAL:
        return None
    most_g, small, large = _USUAL[shape]
    return small if dough_g <= most_g else large
