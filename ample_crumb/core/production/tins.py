"""Tins: how much goes in, how high it stands, and how large a piece is cut.

Walls may lean: every cross-section is the top one made smaller in proportion, down to `bottom_share` of it at the
bottom. For such a frustum the volume below a height and the height of a volume are closed forms.
"""

import math
import re
from dataclasses import dataclass
from enum import StrEnum
from typing import Annotated, Final

from ample_crumb.core.bounds import Between
from ample_crumb.core.problem import CannotUse

CM_PER_INCH: Final = 2.54


class TinKind(StrEnum):
    """What bakers call their tins."""

    ROUND = "round"
    SPRING_FORM = "spring-form"
    SQUARE = "square"
    RECTANGLE = "rectangle"
    TRAY = "tray"
    LOAF = "loaf"
    RING = "ring"
    MUFFIN = "muffin cups"
    MINI_MUFFIN = "mini-muffin cups"
    MUG = "mug"


class Material(StrEnum):
    """What a tin is made of, as far as heat minds."""

    METAL = "metal"
    GLASS = "glass"
    SILICONE = "silicone"
    PAPER = "paper"


DISCS: Final = frozenset(
    {TinKind.ROUND, TinKind.SPRING_FORM, TinKind.RING, TinKind.MUFFIN, TinKind.MINI_MUFFIN, TinKind.MUG}
)
"""Kinds that are round; the others have four sides."""

CUPS: Final = frozenset({TinKind.MUFFIN, TinKind.MINI_MUFFIN, TinKind.MUG})
"""Kinds of which one holds one piece."""

_MOST_CM: Final = 100.0
_MOST_CUPS: Final = 48


_Size = Annotated[float, Between(-1_000_000, 1_000_000)]
"""What no tin can be is said in words; this only keeps figures within what can be worked with."""


@dataclass(frozen=True, slots=True)
class Tin:
    """A tin by its inner measures at the top in cm: `length_cm` is the diameter of a round one. `width_cm` is that of
    one with four sides, the length again when None. `hole_cm` is the diameter of a ring's hole. `cups` of it hang
    together. `water_ml`, what it holds filled to the brim, wins over its geometry. `material` is what it is of."""

    kind: TinKind
    length_cm: _Size
    depth_cm: _Size
    width_cm: _Size | None = None
    bottom_share: _Size = 1.0
    hole_cm: _Size = 0.0
    cups: Annotated[int, Between(-1_000_000, 1_000_000)] = 1
    water_ml: _Size | None = None
    material: Material = Material.METAL

    @property
    def top_cm2(self) -> float:
        """Returns the area of the opening of all cups [cm2]."""
        return self._measured_cm2 * self._as_weighed

    @property
    def volume_ml(self) -> float:
        """Returns the volume of all cups filled to the brim [ml]."""
        return self.water_ml or self._geometric_ml

    @property
    def _geometric_ml(self) -> float:
        share = self.bottom_share
        return self._measured_cm2 * self.depth_cm * (1 + share + share**2) / 3

    @property
    def _measured_cm2(self) -> float:
        if self.kind in DISCS:
            return self.cups * math.pi / 4 * (self.length_cm**2 - self.hole_cm**2)
        return self.cups * self.length_cm * (self.width_cm or self.length_cm)

    @property
    def _as_weighed(self) -> float:
        """How much wider it is than its measures say, by what it was found to hold."""
        return self.water_ml / self._geometric_ml if self.water_ml else 1.0

    def height_cm(self, volume_ml: float) -> float:
        """How high so much stands in it; over its depth it would stand so high in walls that go on."""
        share, per_depth = self.bottom_share, volume_ml / (self.top_cm2 * self.depth_cm)
        if math.isclose(share, 1):
            return per_depth * self.depth_cm
        scale = math.cbrt(share**3 + 3 * per_depth * (1 - share))
        return self.depth_cm * (scale - share) / (1 - share)

    def volume_to_ml(self, height_cm: float) -> float:
        """What it holds up to a height."""
        share = self.bottom_share
        if math.isclose(share, 1):
            return self.top_cm2 * height_cm
        scale = share + (1 - share) * height_cm / self.depth_cm
        return self.top_cm2 * self.depth_cm * (scale**3 - share**3) / (3 * (1 - share))

    def surface_cm2(self, height_cm: float) -> float:
        """The open surface of what stands so high in it."""
        scale = self.bottom_share + (1 - self.bottom_share) * height_cm / self.depth_cm
        return self.top_cm2 * scale**2

    def thickness_cm(self, height_cm: float) -> float:
        """Returns volume over surface of what stands so high in it [cm]: how far heat has to go, the measure of baking
        times."""
        scale = self.bottom_share + (1 - self.bottom_share) * height_cm / self.depth_cm
        mean = (scale + self.bottom_share) / 2
        top, bottom = self.top_cm2 * scale**2, self.top_cm2 * self.bottom_share**2
        return self.volume_to_ml(height_cm) / (top + bottom + self._round_cm * mean * height_cm)

    @property
    def _round_cm(self) -> float:
        """Length of all walls at the top."""
        if self.kind in DISCS:
            return math.pi * (self.length_cm + self.hole_cm) * self.cups
        return 2 * (self.length_cm + (self.width_cm or self.length_cm)) * self.cups


def check_tin(tin: Tin) -> Tin:
    """The tin. Raises CannotUse in words for one that cannot be."""
    sides = {"length": tin.length_cm, "depth": tin.depth_cm}
    sides |= {"width": tin.width_cm} if tin.width_cm is not None else {}
    for name, value in sides.items():
        if not 0 < value <= _MOST_CM:
            raise CannotUse(f"The {name} of a tin is over 0 and at most {_MOST_CM:.0f} cm.")
    if not 0.3 <= tin.bottom_share <= 1:
        raise CannotUse("The bottom of a tin is from 30 to 100 % as wide as its top.")
    if tin.kind is TinKind.RING and not 0 < tin.hole_cm < tin.length_cm:
        raise CannotUse("A ring needs the width of its hole, and that is less than its own.")
    if tin.kind is not TinKind.RING and tin.hole_cm:
        raise CannotUse("Only a ring has a hole.")
    if not 1 <= tin.cups <= _MOST_CUPS:
        raise CannotUse(f"A tin has from 1 to {_MOST_CUPS} cups.")
    if tin.water_ml is not None and not 5 <= tin.water_ml <= 50_000:
        raise CannotUse("A tin holds from 5 ml to 50 litres of water.")
    return tin


_NUMBER: Final = r"(\d+(?:[.,]\d+)?)"
_UNIT: Final = r"(cm|mm|in(?:ch(?:es)?)?|\")?"
_SIDE: Final = re.compile(rf"\s*{_NUMBER}\s*{_UNIT}\s*", re.IGNORECASE)


def read_tin(text: str) -> Tin:
    """A tin as one writes it: "20x20x5cm", "9 x 13 x 2 inch", "23 x 5 cm round". Without a depth it is 5 cm deep.

    Raises CannotUse in words; sides in different units are refused, because one of them is a slip.
    """
    words = text.casefold().replace("×", "x")
    round_ = bool(re.search(r"\b(round|spring-?form|ø)", words))
    plain = re.sub(r"\b(?:round|square|rectang\w*|spring-?form|tin|tray|pan|deep|by)\b|ø", " ", words)
    found = [_SIDE.fullmatch(part) for part in plain.split("x")]
    if not all(found) or not 2 - round_ <= len(found) <= 3:
        raise CannotUse(f"“{text[:40]}” is no tin we can read; write 20x20x5cm, or 23x5cm round.")
    sides = [float(side[1].replace(",", ".")) for side in found if side]
    units = [side[2] or "" for side in found if side]
    named = {_in_cm(unit) for unit in units if unit}
    if len(named) > 1:
        raise CannotUse("Give all sides of the tin in one unit.")
    cm = named.pop() if named else 1.0
    sides = [side * cm for side in sides]
    if round_:
        return check_tin(Tin(TinKind.ROUND, sides[0], sides[1] if len(sides) > 1 else 5.0))
    length, width, depth = (*sides, 5.0)[:3]
    return check_tin(Tin(TinKind.SQUARE if length == width else TinKind.RECTANGLE, length, depth, width))


def _in_cm(unit: str) -> float:
    return {"cm": 1.0, "mm": 0.1}.get(unit, CM_PER_INCH)
