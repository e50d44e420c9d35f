"""The tin that a text asks for: "a 20 cm square tin", "9x5-inch loaf pan", "12-hole muffin tin", "23 cm springform"."""

import re
from collections.abc import Mapping
from dataclasses import dataclass
from typing import Final, TypeVar

from ample_crumb.core.problem import CannotUse
from ample_crumb.core.production.tins import CM_PER_INCH, CUPS, DISCS, Tin, TinKind, check_tin

LONGEST_ROW: Final = 1000
MOST_ROWS: Final = 400

_SIZE: Final = r"\d{1,2}(?:[.,]\d{1,2})?(?:\s?[½¼¾])?"
_UNIT: Final = r"(?:cm|mm|centimet\w{1,5}|inch(?:es)?|in\b|[\"”″])"
_SIDES: Final = re.compile(
    rf"(?<![\d.,/])(?P<a>{_SIZE})[\s-]?(?P<au>{_UNIT})?(?:\s?(?:x|×|by)\s?(?P<b>{_SIZE})[\s-]?(?P<bu>{_UNIT})?"
    rf"(?:\s?(?:x|×|by)\s?(?P<c>{_SIZE})[\s-]?(?P<cu>{_UNIT})?)?)?",
    re.IGNORECASE,
)
_VESSEL: Final = re.compile(
    r"\b(?:tins?|pans?|dish|trays?|moulds?|molds?|sheets?|spring-?form|ramekins?|mugs?)\b", re.IGNORECASE
)
_POUNDS: Final = re.compile(
    r"\b(?P<pounds>1|2)[\s-]?lb\b|\b(?P<grams>450|500|900)\s?g\b(?=.{0,20}\bloaf)", re.IGNORECASE
)
_CUPS: Final = re.compile(r"\b(?P<cups>6|9|12|24|48)[\s-]?(?:holes?|cups?|wells?|cavit\w{1,5})\b", re.IGNORECASE)
_AROUND: Final = 60
"""So many letters before and behind a tin's word its size stands."""

_LARGEST_IN_INCHES: Final = 14.0
"""A side without a unit up to here is in inches: no tin is so small in centimetres. Common practice."""

_DEEP_CM: Final = {
    # Common practice; a text that names a tin seldom names its depth.
    TinKind.LOAF: 7.0,
    TinKind.SPRING_FORM: 7.0,
    TinKind.TRAY: 2.5,
    TinKind.MUFFIN: 3.5,
    TinKind.MINI_MUFFIN: 2.2,
    TinKind.MUG: 9.0,
}
_USUAL_DEPTH_CM: Final = 5.0
_MUFFIN_CM, _MINI_CM, _MUG_CM = 7.0, 4.5, 8.0
_LOAVES_CM: Final = {1: (16.0, 11.0), 2: (23.0, 13.0)}
"""A tin for so many pounds of bread. Common practice."""

_NEAR_CM: Final = 1.6
"""Tins of one name differ so much: eight inches are sold as 20 cm, nine as 23."""


@dataclass(frozen=True, slots=True)
class WrittenTin:
    """A tin with how a text names it in words."""

    tin: Tin
    words: str


def read_written_tin(text: str) -> WrittenTin | None:
    """The first tin of which a text tells the size or the cups; None where it names none, or one without a size."""
    for row in text.splitlines()[:MOST_ROWS]:
        short = row[:LONGEST_ROW]
        for vessel in _VESSEL.finditer(short):
            before = short[max(0, vessel.start() - _AROUND) : vessel.end()]
            near = before + short[vessel.end() : vessel.end() + _AROUND].partition(".")[0]
            tin = _cups(near) or _sized(before, near) or _sized(near, near)
            if tin is not None:
                return WrittenTin(tin, _in_words(tin))
    return None


def _kind(near: str) -> TinKind | None:
    said = near.casefold()
    for words, kind in (
        (("mini muffin", "mini-muffin"), TinKind.MINI_MUFFIN),
        (("muffin", "cupcake"), TinKind.MUFFIN),
        (("loaf", "bread tin", "bread pan"), TinKind.LOAF),
        (("springform", "spring-form", "spring form"), TinKind.SPRING_FORM),
        (("bundt", "ring tin", "ring mould", "tube pan"), TinKind.RING),
        (("round", "cake tin", "cake pan", "pie", "tart"), TinKind.ROUND),
        (("square",), TinKind.SQUARE),
        (("baking sheet", "sheet pan", "swiss roll", "jelly roll", "tray"), TinKind.TRAY),
    ):
        if any(word in said for word in words):
            return kind
    return None


def _cups(near: str) -> Tin | None:
    kind = _kind(near)
    if kind not in CUPS:
        return None
    found = _CUPS.search(near)
    across = _MINI_CM if kind is TinKind.MINI_MUFFIN else _MUFFIN_CM
    return Tin(
        kind, across, _DEEP_CM[kind], cups=int(found["cups"]) if found else 24 if kind is TinKind.MINI_MUFFIN else 12
    )


def _sized(where: str, near: str) -> Tin | None:
    kind = _kind(near)
    pounds = _POUNDS.search(near) if kind is TinKind.LOAF else None
    if pounds is not None:
        length, width = _LOAVES_CM[2 if "2" in pounds[0] or "900" in pounds[0] else 1]
        return Tin(TinKind.LOAF, length, _DEEP_CM[TinKind.LOAF], width)
    for found in _SIDES.finditer(where):
        unit = found["au"] or found["bu"] or found["cu"]
        if unit is None and found["b"] is None:
            continue
        sides = [_cm(found[side], unit) for side in "abc" if found[side] is not None]
        tin = _shaped(kind, sides)
        if tin is not None:
            return tin
    return None


def _shaped(kind: TinKind | None, sides: list[float]) -> Tin | None:
    if kind is TinKind.RING or (len(sides) == 1 and kind in (None, TinKind.TRAY, TinKind.LOAF)):
        return None
    if len(sides) > 1 and kind in DISCS:
        kind = None
    if kind is None:
        kind = TinKind.SQUARE if abs(sides[0] - sides[1]) < 0.5 else TinKind.RECTANGLE
    length, width = sides[0], None if kind in DISCS else (sides[1] if len(sides) > 1 else sides[0])
    depth = sides[2] if len(sides) > 2 else _DEEP_CM.get(kind, _USUAL_DEPTH_CM)
    try:
        return check_tin(Tin(kind, length, depth, width))
    except CannotUse:
        return None


def _cm(size: str, unit: str | None) -> float:
    halves = {"½": 0.5, "¼": 0.25, "¾": 0.75}
    value = float(re.sub(r"[\s½¼¾]", "", size).replace(",", ".")) + sum(halves.get(sign, 0.0) for sign in size)
    if unit is not None and unit.casefold().startswith("mm"):
        return value / 10
    inches = value <= _LARGEST_IN_INCHES if unit is None else not unit.casefold().startswith("c")
    return round(value * CM_PER_INCH, 1) if inches else value


def _in_words(tin: Tin) -> str:
    if tin.kind in CUPS:
        return f"{tin.cups} {tin.kind}"
    if tin.kind in DISCS:
        return f"{tin.kind}, {tin.length_cm:g} cm across"
    return f"{tin.kind}, {tin.length_cm:g} x {tin.width_cm or tin.length_cm:g} cm"


_Id = TypeVar("_Id")


def nearest(written: Tin, own: Mapping[_Id, Tin]) -> _Id | None:
    """Returns the one of somebody's own tins that a text means: of one shape and as large; None where none is."""
    apart = {key: _apart_cm(written, tin) for key, tin in own.items() if _shape(tin) == _shape(written)}
    near = {key: cm for key, cm in apart.items() if cm <= _NEAR_CM}
    return min(near, key=lambda key: near[key]) if near else None


def _shape(tin: Tin) -> str:
    if tin.kind in CUPS:
        return tin.kind
    if tin.kind is TinKind.LOAF or tin.kind is TinKind.RING:
        return tin.kind
    return "round" if tin.kind in DISCS else "square"


def _apart_cm(one: Tin, other: Tin) -> float:
    if one.kind in CUPS:
        return 0.0 if one.cups == other.cups else _NEAR_CM
    ours, theirs = (sorted((tin.length_cm, tin.width_cm or tin.length_cm)) for tin in (one, other))
    return max(abs(mine - yours) for mine, yours in zip(ours, theirs, strict=True))
