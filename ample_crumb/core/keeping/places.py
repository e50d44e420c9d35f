"""Where something is kept, and how it is wrapped."""

from enum import StrEnum


class Place(StrEnum):
    """A place by its cold: a counter is covered and cool, a fridge at 4 °C, a freezer at -18 °C."""

    COUNTER = "counter"
    FRIDGE = "fridge"
    FREEZER = "freezer"


class Wrapping(StrEnum):
    """How it is wrapped: covered, in a tin or bag that closes, or vacuum sealed."""

    COVERED = "covered"
    SEALED = "sealed"
    VACUUM = "vacuum"
