"""In how many turns a batch is heated: trays, tins of cups, mugs."""

import math
from dataclasses import dataclass
from typing import Final

from ample_crumb.core.planning.stages import FormulaToMake
from ample_crumb.core.production.bake_time import Oven
from ample_crumb.core.production.tins import CUPS, Tin, TinKind
from ample_crumb.core.production.tray_loads import ON_TRAYS, tray_loads_of, usual_width_cm

MOST_LOADS: Final = 12
"""More turns of one oven are no bake day."""

_USUAL_TRAY: Final = Tin(TinKind.TRAY, 38, 2, width_cm=30)
"""What fits most ovens. Common practice."""

_USUAL_CUPS: Final = 12
_IN_CUPS: Final = frozenset({"muffin", "blender-muffin", "cupcake"})


@dataclass(frozen=True, slots=True)
class Loads:
    """A batch is heated in so many turns, of what `noun` calls; where there is only `one_tin` each waits for the one
    before to be emptied."""

    count: int
    noun: str
    one_tin: bool = False


def loads_of(formula: FormulaToMake) -> Loads:
    """Returns the loads of the oven by the trays of the kitchen, else by a usual one."""
    made, family = formula.made, formula.family
    pieces = made.portions.count
    if made.bake_window is not None and made.bake_window.oven is Oven.MICROWAVE:
        return _at_most(pieces, "mug")
    if family in ON_TRAYS:
        loads = made.tray_loads or tray_loads_of(pieces, (_USUAL_TRAY,), usual_width_cm(made.portions.dough_g))
        return _at_most(loads.trays if loads and not (made.tins and made.tray_loads is None) else 1, "tray")
    if family in _IN_CUPS and (not made.tins or made.tins[0].kind in CUPS):
        cups = sum(tin.cups for tin in made.tins) or _USUAL_CUPS
        return _at_most(pieces / cups, "tin", one_tin=True)
    return Loads(1, "mug" if family == "mug-cake" else "tin")


def _at_most(turns: float, noun: str, *, one_tin: bool = False) -> Loads:
    return Loads(max(1, min(MOST_LOADS, math.ceil(turns - 1e-9))), noun, one_tin)
