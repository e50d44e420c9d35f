"""Fat that no line says how much of: from a spray by seconds, and taken up in frying."""

from typing import Final

SPRAY_G_PER_S: Final = 1.0
"""From memory of labels of cooking sprays: a quarter of a second is stated as 0.25 g. Common practice."""

SPRAY_LOW, SPRAY_HIGH = 0.5, 1.5
"""Cans and thumbs differ by half either way. Common practice."""

FRIED_LOW_SHARE: Final = 0.08
FRIED_HIGH_SHARE: Final = 0.15
"""What a dough takes up of its frying oil, as shares of its own weight. Common practice; from memory of USDA SR28 a
plain cake doughnut has 23 to 25 % of fat, of which its dough brings about 8 to 12 %."""

MOST_SPRAY_S: Final = 60.0


def sprayed_line(seconds: float) -> str:
    """A line of so much spray, as a range. `seconds` over 0 to `MOST_SPRAY_S`."""
    grams = seconds * SPRAY_G_PER_S
    return f"{SPRAY_LOW * grams:.4g}-{SPRAY_HIGH * grams:.4g} g cooking spray"


def fried_line(fried_g: float, oil: str) -> str:
    """A line of the oil that so much dough takes up, as a range."""
    return f"{FRIED_LOW_SHARE * fried_g:.3g}-{FRIED_HIGH_SHARE * fried_g:.3g} g {oil}"
