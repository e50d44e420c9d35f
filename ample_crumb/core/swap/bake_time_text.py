"""The time that a step says of baking, written anew where the dough takes another one by now."""

import re
from typing import Final

from ample_crumb.core.production.bake_time import BakeWindow

_BAKES: Final = re.compile(r"\b(?:bak(?:e|es|ed|ing)|cook(?:s|ed|ing)?|microwav\w+|look|check)\b", re.IGNORECASE)
_MINUTES: Final = re.compile(
    r"(?P<low>\d{1,3}(?:\.\d)?)(?P<to>\s*(?:-|–|to)\s*)?(?P<high>\d{1,3}(?:\.\d)?)?(?P<unit>\s*(?:minutes?|mins?|min)\b)",
    re.IGNORECASE,
)
_FROM_MINUTE: Final = re.compile(r"(?P<lead>\bminute )(?P<low>\d{1,3})\b", re.IGNORECASE)
_COOLS: Final = re.compile(r"\b(cool|rest|stand|chill|freez)\w*\b", re.IGNORECASE)
_CLAUSE: Final = re.compile(r"([;.,]\s+|\bthen\b)")

TELLING: Final = 0.1
"""Less of a difference in time than this share is within every window."""

_MOST_STEP: Final = 1000


def with_times(step: str, was: BakeWindow | None, now: BakeWindow | None) -> str:
    """A step with its minutes of baking as the dough takes them now; as it is where nothing is baked or the time hardly
    differs."""
    if was is None or now is None or len(step) > _MOST_STEP or not _BAKES.search(step):
        return step
    ratio = (now.from_min + now.until_min) / (was.from_min + was.until_min)
    if abs(ratio - 1) < TELLING:
        return step
    return "".join(
        part if not _BAKES.search(part) or _COOLS.search(part) else _times(part, ratio) for part in _CLAUSE.split(step)
    )


def _times(text: str, ratio: float) -> str:
    def scaled(found: re.Match[str]) -> str:
        low = _whole(float(found["low"]) * ratio)
        if found["high"] is None:
            return f"{low}{found['to'] or ''}{found['unit']}"
        return f"{low}{found['to'] or ' to '}{max(low, _whole(float(found['high']) * ratio))}{found['unit']}"

    text = _MINUTES.sub(scaled, text)
    return _FROM_MINUTE.sub(lambda found: f"{found['lead']}{_whole(float(found['low']) * ratio)}", text)


def _whole(minutes: float) -> int:
    return max(1, round(minutes))
