"""Grams as a kitchen scale shows them."""


def kitchen_grams(grams: float) -> float:
    """As a kitchen scale is read: to 5 g from 500 g, whole grams from 20, halves below, tenths below 3."""
    step = kitchen_step(grams)
    return max(step, round(round(grams / step) * step, 4))


def kitchen_step(grams: float) -> float:
    """The least step of a kitchen scale that is worth writing at that weight."""
    return 5.0 if grams >= 500 else 1.0 if grams >= 20 else 0.5 if grams >= 3 else 0.1
