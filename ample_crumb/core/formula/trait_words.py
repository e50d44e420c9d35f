"""The words that one wishes for a dessert by: what it tastes of, and how it bites."""

from typing import Final

TASTES: Final = (
    "chocolate", "coffee", "fruit", "berry", "citrus", "nut", "coconut", "vanilla", "spice", "caramel", "mint",
)  # fmt: skip
BITES: Final = ("crisp", "chewy", "soft", "creamy", "cold", "warm")
TRAITS: Final = (*TASTES, *BITES)
