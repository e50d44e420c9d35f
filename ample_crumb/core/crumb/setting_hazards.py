"""What keeps gelatine from setting: fresh fruit whose enzymes cut it.

Bromelain of pineapple, actinidin of kiwi, papain of papaya, zingibain of ginger and their like digest gelatine; heat
ends them, so that canned and boiled fruit sets. Source: food chemistry textbooks (from memory of Belitz, Grosch and
Schieberle).
"""

from collections.abc import Sequence
from typing import Final

from ample_crumb.core.crumb.hazard import Hazard, HazardLine, texts
from ample_crumb.core.food.ingredient import Ingredient
from ample_crumb.core.quantity.name_matching import words

_GELATINE: Final = frozenset({"gelatine", "gelatine_dessert", "gelatine_dessert_0"})
_CUTTING: Final = frozenset({"pineapple", "kiwi", "papaya", "mango", "ginger", "fig"})
_HEATED: Final = frozenset(
    {"canned", "tinned", "cooked", "boiled", "stewed", "poached", "roasted", "simmered", "dried", "candied", "ground"}
)


def fruit_against_gelatine(lines: Sequence[HazardLine], *, is_baked: bool) -> Hazard | None:
    """A warning of fresh fruit beside gelatine that is not heated with the rest; None where there is nothing to
    fear."""
    if not any(line.item.slug in _GELATINE for line in lines):
        return None
    found = texts(lines, lambda line: _cuts(line.item) and _is_fresh(line) and (line.raw or not is_baked))
    if not found:
        return None
    return Hazard(
        "gelatine",
        "It will not set: boil this fruit for five minutes first, take it from a can, or set it with agar.",
        "Fresh, it holds an enzyme that cuts gelatine; heat ends that.",
        found,
        eaten=False,
    )


def _cuts(item: Ingredient) -> bool:
    named = frozenset(words(item.name))
    return item.role in ("fruit", "spice") and not named.isdisjoint(_CUTTING) and named.isdisjoint(_HEATED)


def _is_fresh(line: HazardLine) -> bool:
    return frozenset(words(line.text[:200])).isdisjoint(_HEATED)
