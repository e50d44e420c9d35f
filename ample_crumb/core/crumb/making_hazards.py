"""Hazards of how a dessert is made and kept: hot cups, fat and chocolate, an oven that stops early, a warm table."""

import re
from typing import Final

from ample_crumb.core.crumb.functional_properties import water_percent
from ample_crumb.core.crumb.hazard import Hazard, HazardLine, is_raw_egg, texts

_MICROWAVE: Final = re.compile(r"\bmicrowav\w*", re.IGNORECASE)
_MELTED: Final = re.compile(r"\bmelt\w*", re.IGNORECASE)
_FRIED: Final = re.compile(
    r"(?<!air)(?<!air[- ])\b(?:deep[- ]?|shallow[- ]?)?(?:fr(?:y|ies|ied|ying))\b(?! pan)", re.IGNORECASE
)

_WET_G: Final = 40.0
"""Water in 100 g of what spoils warm; dry milk and egg do not."""

_SPOILING_ROLES: Final = ("dairy", "milk", "egg")
_CUSTARDS: Final = ("baked-cheesecake", "pudding")
"""Families that stay wet when they are done."""


def find_making_hazards(
    lines: list[HazardLine], family: str, method: str, piece_count: float
) -> tuple[Hazard | None, ...]:
    """What to be careful of while it is made."""
    return (
        _microwave(family, method),
        _two_mugs(family, piece_count),
        _hot_chocolate(lines, family, method),
        _hot_oil(method),
        _early_cheesecake(lines, family),
    )


def _microwave(family: str, method: str) -> Hazard | None:
    if family != "mug-cake" and not _MICROWAVE.search(method):
        return None
    sentence = "Let it stand a minute before eating, and mind the cup and what is molten in the middle."
    reason = "A microwave heats unevenly, and liquid may boil over late, when it is touched."
    return Hazard("microwave burns", sentence, reason, ())


def _hot_chocolate(lines: list[HazardLine], family: str, method: str) -> Hazard | None:
    # What is eaten hot out of the cup, and what is melted on the way.
    found = texts(
        lines,
        lambda line: (
            line.item.role == "chocolate" and (family == "mug-cake" or bool(_MELTED.search(line.text + method)))
        ),
    )
    if not found:
        return None
    return Hazard(
        "hot chocolate",
        "Molten chocolate burns: let it cool before fingers or tongues.",
        "It holds its heat longer than it looks.",
        found,
    )


def _two_mugs(family: str, piece_count: float) -> Hazard | None:
    if family != "mug-cake" or piece_count < 2:
        return None
    return Hazard(
        "several mugs",
        "Heat one mug after the other: together they take longer, and unevenly.",
        "What boils in one may still be raw in the other.",
        (),
    )


def _hot_oil(method: str) -> Hazard | None:
    if not _FRIED.search(method):
        return None
    sentence = "Hot oil burns and catches fire: never leave it, no water near it, and a lid puts it out."
    return Hazard("hot oil", sentence, "It is far hotter than boiling water.", ())


def _early_cheesecake(lines: list[HazardLine], family: str) -> Hazard | None:
    """Creamy before it is safe: 71 C (160 F) is what US food safety asks of egg dishes, from memory."""
    eggs = texts(lines, lambda line: is_raw_egg(line.item)) if family == "baked-cheesecake" else ()
    if not eggs:
        return None
    return Hazard(
        "barely set",
        "Taken out creamy, at 65 to 68 °C inside, it is not for small children, in pregnancy, or for who is old or "
        "ill: for them bake it to 71 °C, or take pasteurised egg.",
        "Egg dishes are safe from 71 °C (160 °F) on, which is firmer than many like it.",
        eggs,
    )


def kept_cold(lines: list[HazardLine], family: str) -> Hazard | None:
    """What stands out no longer than two hours; the rule of US food safety, from memory."""
    found = texts(
        lines,
        lambda line: (
            line.item.role in _SPOILING_ROLES
            and water_percent(line.item) > _WET_G
            and (line.raw or family in _CUSTARDS)
        ),
    )
    if not found:
        return None
    return Hazard(
        "keep cold",
        "Keep it in the fridge: two hours out of it in all, one on a hot day.",
        "Moist milk and egg dishes spoil between 4 and 60 °C.",
        found,
    )
