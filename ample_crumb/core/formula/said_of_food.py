"""Words on a line that a food must bear, because with or without it is another food: "gluten-free flour" is no flour of
wheat."""

import re
from typing import Final

from ample_crumb.core.food.allergens import BROKEN_BY
from ample_crumb.core.food.ingredient import Ingredient

_SAID: Final = tuple(
    (re.compile(rf"\b(?:{pattern})\b", re.IGNORECASE), diet)
    for pattern, diet in (
        (r"gluten[- ]?free|gf", "gluten-free"),
        (r"vegan|plant[- ]based", "vegan"),
        (r"(?:dairy|milk)[- ]?free|non[- ]?dairy", "dairy-free"),
        (r"egg[- ]?free", "egg-free"),
        (r"nut[- ]?free", "nut-free"),
        (r"(?:sugar|zero[- ]sugar)[- ]?free|zero[- ]sugar|no[- ](?:added[- ])?sugar(?:[- ]added)?", "no added sugar"),
    )
)


def is_another(said: str, item: Ingredient) -> bool:
    """Whether what is said of a food cannot be true of this one. Where nobody knows, it is not."""
    return any(pattern.search(said) and BROKEN_BY[diet](item) for pattern, diet in _SAID)
