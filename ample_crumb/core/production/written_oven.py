"""The oven that a text asks for: "preheat to 350 F", "175 °C, fan 155", "gas mark 4", "air fry at 160"."""

import re
from collections.abc import Iterator
from dataclasses import dataclass
from functools import cache
from typing import Final

from ample_crumb.core.food.quick_reference import FAN_C
from ample_crumb.core.production.bake_time import AIR_FRYER_C, Oven
from ample_crumb.core.tables import read_table

LONGEST_ROW: Final = 1000
MOST_ROWS: Final = 400
LEAST_C, MOST_C = 100.0, 300.0
"""What an oven can be set to; the bounds of the making."""

_STEP_C: Final = 5.0
_OVEN: Final = re.compile(r"\b(?:oven|bak(?:e|ed|ing)|pre-?heat\w*|air[- ]?fry\w*|roast\w*|heat)\b", re.IGNORECASE)
_FAN: Final = r"(?:fan|convection|circulat\w+)"
_DEGREES: Final = re.compile(
    rf"(?P<before>{_FAN}\W{{0,3}})?(?P<number>\d{{2,3}})\s*(?:°|º|deg(?:rees?)?\.?)?\s*(?P<unit>c|f|celsius|fahrenheit)\b"
    rf"(?P<behind>\W{{0,3}}{_FAN}(?!\W{{0,3}}\d))?",
    re.IGNORECASE,
)
_BARE: Final = re.compile(
    rf"(?P<before>{_FAN}\W{{0,3}})?\b(?:at|to)\s+(?P<number>\d{{3}})\s*(?:°|º)?(?![\d\w])"
    rf"(?P<behind>\W{{0,3}}{_FAN}(?!\W{{0,3}}\d))?",
    re.IGNORECASE,
)
_GAS: Final = re.compile(r"\bgas\s*(?:mark)?\s*(\d)\b", re.IGNORECASE)
_AIR_FRYER: Final = re.compile(r"\bair[- ]?fr(?:y|ied|yer|ying)\b", re.IGNORECASE)
FAHRENHEIT_FROM: Final = 245.0
"""A number without a unit from here on is in Fahrenheit: few bake so hot in Celsius. Common practice."""


@dataclass(frozen=True, slots=True)
class WrittenOven:
    """What an oven is set to, and which it is, None where the text does not say. `oven_c` is °C of top and bottom heat,
    as the making has it: what is said for a fan or an air fryer is so much more there."""

    oven_c: float | None = None
    oven: Oven | None = None


def read_oven(text: str) -> WrittenOven:
    """The first heat that a text names in a row about an oven; of several in one row that without a fan."""
    return next(iter(ovens_said(text)), WrittenOven())


_WATTS: Final = re.compile(r"\b(\d{3,4})\s?(?:w|watts?)\b", re.IGNORECASE)
_MICROWAVE: Final = re.compile(r"\bmicrowav\w*|\bzap\b", re.IGNORECASE)


def read_watts(text: str) -> float | None:
    """The watts that a text names for its microwave; None where it names none."""
    for row in text.splitlines()[:MOST_ROWS]:
        short = row[:LONGEST_ROW]
        found = _WATTS.search(short)
        if found and _MICROWAVE.search(text[:20_000]) and 200 <= float(found[1]) <= 2000:
            return float(found[1])
    return None


def is_microwaved(text: str) -> bool:
    """Whether a text bakes in a microwave and nowhere names an oven's heat."""
    return _MICROWAVE.search(text[:20_000]) is not None and read_oven(text).oven_c is None


def ovens_said(text: str) -> Iterator[WrittenOven]:
    """The heat of each row about an oven that names one."""
    for row in text.splitlines()[:MOST_ROWS]:
        short = row[:LONGEST_ROW]
        heats = _heats(short) if _OVEN.search(short) else []
        if not heats:
            continue
        heat, fan = next((each for each in heats if not each[1]), heats[0])
        if _AIR_FRYER.search(short):
            yield WrittenOven(heat + AIR_FRYER_C, Oven.AIR_FRYER)
        else:
            yield WrittenOven(heat + FAN_C, Oven.FAN) if fan else WrittenOven(heat)


def _heats(row: str) -> list[tuple[float, bool]]:
    """The heats of a row in °C, and whether each is for a fan: with their unit, as gas marks, else as bare numbers."""
    found = [(_celsius(match), match) for match in _DEGREES.finditer(row)]
    heats = [(heat, bool(match["before"] or match["behind"])) for heat, match in found if heat is not None]
    if not heats:
        heats = [(heat, False) for gas in _GAS.findall(row) if (heat := _gas_marks().get(gas)) is not None]
    if not heats:
        bare = ((_bare(match), bool(match["before"] or match["behind"])) for match in _BARE.finditer(row))
        heats = [(heat, fan) for heat, fan in bare if heat is not None]
    return heats


def _celsius(match: re.Match[str]) -> float | None:
    number = float(match["number"])
    return _within((number - 32) / 1.8 if match["unit"].lower().startswith("f") else number)


def _bare(match: re.Match[str]) -> float | None:
    number = float(match["number"])
    return _within((number - 32) / 1.8 if number > FAHRENHEIT_FROM else number)


def _within(celsius: float) -> float | None:
    """As an oven is set, or None for no heat of an oven."""
    rounded = round(celsius / _STEP_C) * _STEP_C
    return rounded if LEAST_C <= rounded <= MOST_C else None


@cache
def _gas_marks() -> dict[str, float]:
    return {row["gas"]: float(row["celsius"]) for row in read_table("production/oven_heat")}
