"""How a dough will differ in the mouth from what it was, in a sentence, and how sure it is that it works."""

from collections.abc import Iterable
from dataclasses import dataclass
from enum import StrEnum
from typing import Final

from ample_crumb.core.crumb.character import TELLING, Character, character_of, differences
from ample_crumb.core.crumb.check import JudgedDough
from ample_crumb.core.crumb.dials.dial import NOTHING_LEARNED, OUT, Dial, Learned
from ample_crumb.core.crumb.dials.judge import dials_of
from ample_crumb.core.crumb.dough import Dough
from ample_crumb.core.crumb.functional_properties import generic_of
from ample_crumb.core.crumb.powders import powders
from ample_crumb.core.food.sweeteners import sweeteners
from ample_crumb.core.wording import join_names


class Sureness(StrEnum):
    """How sure it is that a changed dough is the dessert it was."""

    LIKELY = "likely"
    FAIR = "fair"
    BOLD = "bold"


@dataclass(frozen=True, slots=True)
class Mouth:
    """`text` says how it differs, a sentence; `sure` how sure that and the rest is, `why` what is least sure."""

    text: str
    sure: Sureness
    why: str


def compare_mouthfeel(was: JudgedDough, now: JudgedDough, learned: Learned = NOTHING_LEARNED) -> Mouth:
    """A dough beside what it was. Common practice throughout: ratios tell a direction, no tongue was asked."""
    said = differences(_character(was), _character(now), now.family)
    same = tuple(each for each in _unmoved(was, now) if not each.startswith(("spreads", "stays")))
    sweet = _sweetness(was, now)
    differs = [*(each for each in said if not each.startswith("spreads")), *([sweet] if sweet else [])]
    spreads = [f"it {each}" for each in said if each.startswith("spreads")]
    felt = (*spreads, *_felt(was.dough, now.dough))
    sure, why = _sureness(was, now, learned)
    return Mouth(_sentence(differs, same, felt), sure, why)


def _sentence(differs: list[str], same: tuple[str, ...], felt: tuple[str, ...]) -> str:
    if differs:
        first = f"{join_names(differs)} than it was" + (f", as {' and '.join(same)}" if same else "")
    else:
        first = f"as {' and '.join(same)} as it was" if same else "much as it was"
    return f"{first[0].upper()}{first[1:]}{'; ' if felt else ''}{', '.join(felt)}."


def _character(dough: JudgedDough) -> tuple[Character, ...]:
    return character_of(dough.composition, dough.family)


def _unmoved(was: JudgedDough, now: JudgedDough) -> Iterable[str]:
    """The words of the axes on which nobody tastes a difference."""
    before = {each.axis: each.share for each in _character(was)}
    for each in _character(now):
        if abs(each.share - before.get(each.axis, 9.0)) < TELLING:
            yield each.high if each.share >= 0.5 else each.low


_SWEETER: Final = ((0.4, "much "), (0.2, ""), (0.08, "a little "))
"""From so great a share of its sweetness on, a difference is tasted so. Common practice."""


def _sweetness(was: JudgedDough, now: JudgedDough) -> str:
    before, after = (each.composition.sweetness_g / max(each.composition.dough_g, 1e-9) for each in (was, now))
    if before <= 0 or was.composition.lacking("sweetness_g") or now.composition.lacking("sweetness_g"):
        return ""
    apart = after / before - 1
    word = next((said for least, said in _SWEETER if abs(apart) >= least), None)
    return "" if word is None else f"{word}{'sweeter' if apart > 0 else 'less sweet'}"


_COOLS: Final = 0.05
"""Of a dough, so much more of what cools is felt. Common practice."""

_POWDER_FELT: Final = 0.04
_MINT: Final = ("mint",)


def _felt(was: Dough, now: Dough) -> Iterable[str]:
    """What else comes to be felt: powders, what cools, what leaves a taste."""
    before, after = _shares(was), _shares(now)
    known = sweeteners()
    sweet = sum(share * known[slug].sweetness_ratio for slug, share in after.items() if slug in known)
    for slug, share in after.items():
        more = share - before.get(slug, 0.0)
        sweetener = known.get(slug)
        if sweetener is None or more <= 0:
            continue
        if sweetener.cooling and more >= _COOLS and not any(word in each for each in after for word in _MINT):
            yield f"{sweetener.name.split(',')[0].lower()} cools the tongue a little"
        if sweetener.aftertaste and more * sweetener.sweetness_ratio >= 0.3 * sweet:
            yield f"an aftertaste {sweetener.aftertaste}"
    kinds_before, kinds_after = _kinds(was), _kinds(now)
    for kind, share in kinds_after.items():
        if share - kinds_before.get(kind, 0.0) >= _POWDER_FELT and kind in powders():
            yield powders()[kind].felt


def _shares(dough: Dough) -> dict[str, float]:
    found: dict[str, float] = {}
    for line in dough.lines:
        slug = generic_of(line.item)
        found[slug] = found.get(slug, 0.0) + line.mass_g / max(dough.mass_g, 1e-9)
    return found


def _kinds(dough: Dough) -> dict[str, float]:
    found: dict[str, float] = {}
    for line in dough.lines:
        if line.properties.powder:
            kind = line.properties.powder
            found[kind] = found.get(kind, 0.0) + line.mass_g / max(dough.mass_g, 1e-9)
    return found


_CLOSE, _VERY_CLOSE = 0.08, 0.03
"""Of a window's width, so near to its edge is close, and very close."""

_FAR, _VERY_FAR = 0.12, 0.3
"""So far along an axis is another bite, and another dessert."""


def _sureness(was: JudgedDough, now: JudgedDough, learned: Learned) -> tuple[Sureness, str]:
    before = {dial.name: _margin(dial) for dial in dials_of(was.composition, was.family, learned)}
    after = dials_of(now.composition, now.family, learned)
    nearer = [(margin, dial) for dial in after if (margin := _margin(dial)) < before.get(dial.name, 1.0) - 1e-6]
    margin, nearest = min(nearer, key=lambda each: each[0], default=(1.0, None))
    stood = {each.axis: each.share for each in _character(was)}
    apart = max((abs(each.share - stood.get(each.axis, each.share)) for each in _character(now)), default=0.0)
    new = len({line.item.slug for line in now.dough.lines} - {line.item.slug for line in was.dough.lines})
    out = any(dial.verdict in OUT for dial in after)
    if nearest is not None and margin < _CLOSE:
        why = f"Least sure of: {nearest.title.lower()}, near the {_end(nearest)} end of what works."
    elif apart > _FAR:
        why = "Least sure of: the bite, which moves furthest."
    elif new > 1:
        why = f"Least sure of: {new} new things at once."
    else:
        why = "Close to what is known to work."
    if out or margin < _VERY_CLOSE or apart > _VERY_FAR or new > 2:
        return Sureness.BOLD, f"{why} Bake a quarter of it first."
    return (Sureness.LIKELY if margin >= _CLOSE and apart <= _FAR and new <= 1 else Sureness.FAIR), why


def _margin(dial: Dial) -> float:
    """How far from the nearer edge of its window a dial stands, as a share of the width; an open end is none."""
    if dial.value is None or dial.low is None or dial.high is None or dial.high <= dial.low:
        return 1.0
    width = dial.high - dial.low
    below = (dial.value - dial.low) / width if dial.low > 0 else 1.0
    return min(below, (dial.high - dial.value) / width)


def _end(dial: Dial) -> str:
    assert dial.value is not None
    assert dial.low is not None
    assert dial.high is not None
    return "upper" if dial.high - dial.value < dial.value - dial.low else "lower"
