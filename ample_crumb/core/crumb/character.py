"""Where within what works a dough stands: one or two axes a family, with words at both ends, from ratios of the dough.

Dials say whether it works; character says what it is like. Each axis runs from 0, its low word, to 1, its high one,
between the values that the ratio has in formulas known for the one and for the other (`tables/crumb/character.csv`).
"""

import math
from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from functools import cache
from typing import Final

from ample_crumb.core.crumb.character_ratios import CHARACTER_RATIOS, CharacterRatio
from ample_crumb.core.crumb.composition import Composition
from ample_crumb.core.crumb.dials.linear import LinearForm
from ample_crumb.core.tables import read_table


@dataclass(frozen=True, slots=True)
class Character:
    """Where a dough stands on an axis: `share` from 0, the `low` word, to 1, the `high` one. `word` says it: of the
    end that it is at, of the `middle` where there is one, or both."""

    axis: str
    low: str
    middle: str
    high: str
    share: float
    word: str


@dataclass(frozen=True, slots=True)
class CharacterAxis:
    """An axis of a family: its words, and the ratio that says where on it a dough stands, `at_low_ratio` at the low
    word and `at_high_ratio` at the high one."""

    axis: str
    low: str
    middle: str
    high: str
    low_more: str
    high_more: str
    ratio: CharacterRatio
    at_low_ratio: float
    at_high_ratio: float

    def share(self, composition: Composition) -> float:
        """Where a dough stands, 0 at the low word and 1 at the high one, beyond them where it goes further."""
        value = self.ratio.value(composition)
        return (value - self.at_low_ratio) / (self.at_high_ratio - self.at_low_ratio)

    def rows(self, composition: Composition, low_share: float, high_share: float) -> Iterable[LinearForm]:
        """What keeps a dough like this one between two shares, as forms that are at least 0 there; no end where a share
        is infinite. Exact where the ratio is one of sums; of a sum of ratios all but the last stay as they are."""
        span = self.at_high_ratio - self.at_low_ratio
        ends = [(share, share == low_share) for share in (low_share, high_share) if math.isfinite(share)]
        for share, is_low in ends:
            least = is_low == (span > 0)
            yield self.ratio.bound(composition, self.at_low_ratio + share * span, least=least)

    def per(self, composition: Composition) -> LinearForm:
        """What the ratio is counted by."""
        return self.ratio.quotients(composition)[-1].denominator


@cache
def character_axes() -> Mapping[str, tuple[CharacterAxis, ...]]:
    """All of `tables/crumb/character.csv` by the slug of the family."""
    found: dict[str, list[CharacterAxis]] = {}
    for row in read_table("crumb/character"):
        axis = CharacterAxis(
            axis=row["axis"],
            low=row["low"],
            middle=row["middle"],
            high=row["high"],
            low_more=row["low_more"],
            high_more=row["high_more"],
            ratio=CHARACTER_RATIOS[row["ratio"]],
            at_low_ratio=float(row["at_low"]),
            at_high_ratio=float(row["at_high"]),
        )
        found.setdefault(row["family"], []).append(axis)
    return {family: tuple(axes) for family, axes in found.items()}


_NEEDED: Final = ("water_g", "fat_g", "sugars_g", "water_holding_g")


def character_of(composition: Composition, family: str) -> tuple[Character, ...]:
    """Where a dough of a family stands; nothing for an unknown family, without a dough, and where so much is unknown of
    what is in it that any answer would be a guess."""
    if not has_character(composition):
        return ()
    return tuple(_standing(axis, composition) for axis in character_axes().get(family, ()))


def has_character(composition: Composition) -> bool:
    """Whether there is a dough, and enough is known of what is in it."""
    return composition.dough_g > 0 and not any(composition.lacking(name) for name in _NEEDED)


def _standing(axis: CharacterAxis, composition: Composition) -> Character:
    share = min(1.0, max(0.0, axis.share(composition)))
    return Character(axis.axis, axis.low, axis.middle, axis.high, share, _word(axis, share))


_AT_AN_END: Final = 0.3


def _word(axis: CharacterAxis, share: float) -> str:
    if share < _AT_AN_END:
        return axis.low
    if share > 1 - _AT_AN_END:
        return axis.high
    return axis.middle or f"between {axis.low} and {axis.high}"


TELLING: Final = 0.08
"""Less than this apart on an axis nobody tastes. Common practice."""


def differences(was: Iterable[Character], now: Iterable[Character], family: str) -> tuple[str, ...]:
    """How a dough differs from another of the family in the mouth: "drier", "a touch cakier", "much lighter"."""
    before = {each.axis: each.share for each in was}
    words = {axis.axis: axis for axis in character_axes().get(family, ())}
    said = []
    for each in now:
        apart = each.share - before.get(each.axis, each.share)
        if abs(apart) < TELLING or each.axis not in words:
            continue
        word = words[each.axis].high_more if apart > 0 else words[each.axis].low_more
        said.append(_by_how_much(word, abs(apart)))
    return tuple(said)


def _by_how_much(word: str, apart: float) -> str:
    """A word with how much more it is so: "a touch cakier", "much drier", "spreads a touch less"."""
    much = "a touch " if apart < 0.2 else "much " if apart > 0.5 else ""
    verb, _, rest = word.partition(" ")
    return f"{verb} {much}{rest}" if verb == "spreads" else f"{much}{word}"


@dataclass(frozen=True, slots=True)
class Shaping:
    """How a cookie is shaped for its spread: `press_cm` high, None to leave it round; it bakes `wide_cm` across and
    wants a `gap_cm` to the next."""

    press_cm: float | None
    wide_cm: float
    gap_cm: float


_STAYS: Final = 0.35
_WIDE_CM, _OF_G = 6.5, 30.0
"""So wide is a usual cookie of so much dough. Common practice."""


def shaping_of(character: Iterable[Character], piece_g: float) -> Shaping | None:
    """What its spread says of shaping and gaps; None for what does not spread."""
    spread = next((each.share for each in character if each.axis == "spread"), None)
    if spread is None or piece_g <= 0:
        return None
    ball_cm = 2 * (piece_g / 1.2 * 3 / (4 * math.pi)) ** (1 / 3)
    wide_cm = max(ball_cm, _WIDE_CM * (piece_g / _OF_G) ** (1 / 3) * (0.72 + 0.36 * spread))
    holds = spread < _STAYS
    return Shaping(1.0 if holds else None, wide_cm, 1.5 if holds else 2.5 + 2.5 * max(0.0, spread - 0.5))
