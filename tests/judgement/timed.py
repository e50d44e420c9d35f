"""The practised times through the program: a formula in its vessel and oven, and the window that it gives."""

import re

from ample_crumb.core.food.cupboard import reference_cupboard
from ample_crumb.core.formula.formula import Part, PartOptions
from ample_crumb.core.formula.reading import ReadingPreferences
from ample_crumb.core.production.bake_time import AIR_FRYER_C, BakeWindow, BakingConditions, Oven
from ample_crumb.core.production.portions import Portioning
from ample_crumb.core.production.production import Production, ProductionInputs, produce
from ample_crumb.core.production.tins import Material, Tin
from ample_crumb.core.production.written_tin import read_written_tin
from tests.judgement.judged import PractisedTime, parts_of_text

_FAN_C = 20


def tins_of(vessel: str) -> tuple[Tin, ...]:
    """The tins that a row names, none for a tray, a pan or a mug."""
    if vessel in ("tray", "pan") or "mug" in vessel:
        return ()
    plain = vessel.replace("glass", "").replace("silicone", "").replace("dish", "tin")
    written = read_written_tin(plain)
    assert written is not None, vessel
    material = Material.GLASS if "glass" in vessel else Material.SILICONE if "silicone" in vessel else Material.METAL
    tin = written.tin
    tin = Tin(tin.kind, tin.length_cm, tin.depth_cm, tin.width_cm, tin.bottom_share, cups=tin.cups, material=material)
    return (tin,) * (2 if vessel.startswith("two") else 1)


def conditions_of(heat: str, wish: str) -> BakingConditions:
    """The oven of a row."""
    found = re.match(r"(\d+)(F|C|W)", heat)
    if found is None:
        return BakingConditions(wish=wish)
    number = float(found[1])
    if found[2] == "W":
        return BakingConditions(Oven.MICROWAVE, None, number, wish=wish)
    oven_c = (number - 32) / 1.8 if found[2] == "F" else number
    if "fan" in heat:
        return BakingConditions(Oven.FAN, oven_c + _FAN_C, wish=wish)
    if "air fryer" in heat:
        return BakingConditions(Oven.AIR_FRYER, oven_c + AIR_FRYER_C, wish=wish)
    return BakingConditions(Oven.TOASTER if "toaster" in heat else Oven.CONVENTIONAL, oven_c, wish=wish)


def made_as_practised(row: PractisedTime) -> Production:
    """The formula made in that vessel and oven."""
    (part,) = parts_of_text(row.formula.text)
    whole, rest = int(row.batches), row.batches % 1
    parts = (part,) * whole
    if rest:
        parts += (Part(part.name, part.lines, PartOptions(used_share=rest)),)
    making = ProductionInputs(Portioning(count=row.pieces), conditions=conditions_of(row.heat, row.wish))
    return produce(parts, making, row.formula.family, tins_of(row.vessel), reference_cupboard(), ReadingPreferences())


def window_of(row: PractisedTime) -> BakeWindow:
    """The window that the program gives. Raises AssertionError for none."""
    made = made_as_practised(row)
    assert made.bake_window is not None, (row, made.problems)
    return made.bake_window
