"""What to do when a dough does not taste right: whether it may be tasted at all, and small corrections by halves."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from enum import StrEnum
from functools import cache
from typing import Final

from ample_crumb.core.crumb.check import JudgedDough
from ample_crumb.core.crumb.composition import brought_by
from ample_crumb.core.crumb.dough import DoughLine
from ample_crumb.core.crumb.dough_diagnosis import StepwiseRepair, stepwise_repair
from ample_crumb.core.crumb.hazard import Hazard
from ample_crumb.core.crumb.repairs import RepairContext, may_come_in
from ample_crumb.core.food.cupboard import Cupboard
from ample_crumb.core.quantity.kitchen_scale import kitchen_grams
from ample_crumb.core.tables import read_table


class Taste(StrEnum):
    """What is said of how a dough tastes."""

    NOT_SWEET = "not sweet enough"
    FLAT = "flat"
    POWDER = "tastes of powder"
    BEAN = "tastes of the bean"
    BITTER = "bitter"


@dataclass(frozen=True, slots=True)
class TasteRepair:
    """A correction by halves, and how to go about it."""

    repair: StepwiseRepair
    note: str


@dataclass(frozen=True, slots=True)
class TasteAdvice:
    """Corrections, the least first; `caution` is a sentence where the dough must not be tasted raw, else empty."""

    caution: str
    ways: tuple[TasteRepair, ...]


RAW_HAZARDS: Final = ("raw egg", "raw flour", "raw beans")

_SWEETER_SHARE: Final = 0.15
"""So much sweeter is a step that a tongue notices. Common practice."""

_SWEETENERS: Final = ("erythritol", "sugar", "honey")
_MOST_WAYS: Final = 3


def advise(
    taste: Taste, dough: JudgedDough, hazards: Sequence[Hazard], cupboard: Cupboard, setting: RepairContext
) -> TasteAdvice:
    """What to add to a dough that tastes so, half of it first."""
    sweeter = taste in (Taste.NOT_SWEET, Taste.BITTER)
    ways = [*(_sweeter(dough, cupboard, setting) if sweeter else ()), *_by_table(taste, dough, cupboard, setting)]
    return TasteAdvice(raw_caution(hazards), tuple(ways[:_MOST_WAYS]))


def raw_caution(hazards: Sequence[Hazard]) -> str:
    """Why a dough is not to be tasted as it is; empty where it may."""
    raw = _raw(hazards)
    if not raw:
        return ""
    return f"Not raw, there is {_named(raw)} in it: bake a spoonful first and taste that. {raw[0].reason}"


def licked_caution(hazards: Sequence[Hazard]) -> str:
    """Why a bowl is better not licked; empty where it may be."""
    raw = _raw(hazards)
    if not raw:
        return ""
    return (
        f"There is {_named(raw)} in it: better not licked, least of all by small children, in pregnancy or by "
        f"whoever is ill. {raw[0].reason}"
    )


def _raw(hazards: Sequence[Hazard]) -> list[Hazard]:
    return [hazard for hazard in hazards if hazard.name in RAW_HAZARDS]


def _named(raw: Sequence[Hazard]) -> str:
    return " and ".join(dict.fromkeys(each.name for each in raw))


def _by_table(taste: Taste, dough: JudgedDough, cupboard: Cupboard, setting: RepairContext) -> Sequence[TasteRepair]:
    here = {share.item.slug: share for share in dough.dough.lines}
    found = []
    for row in _table():
        item = cupboard.ingredients[row["slug"]]
        if row["said"] != taste or not (item.slug in here or may_come_in(item, setting)):
            continue
        grams = kitchen_grams(float(row["dough_share"]) * dough.composition.dough_g)
        line_id = here[item.slug].line_id if item.slug in here else None
        found.append(TasteRepair(stepwise_repair(line_id, item, grams, setting), row["note"]))
    return found


def _sweeter(dough: JudgedDough, cupboard: Cupboard, setting: RepairContext) -> Sequence[TasteRepair]:
    """More of what sweetens it already, else of what sweetens most kitchens."""
    own = max(dough.dough.lines, key=_sweetness_g, default=None)
    known = own is not None and own.item.role in ("sugar", "sweetener") and _sweetness_g(own) > 0
    items = [own.item] if own is not None and known else []
    items += [item for item in (cupboard.ingredients[slug] for slug in _SWEETENERS) if may_come_in(item, setting)]
    wanted_g = _SWEETER_SHARE * max(dough.composition.sweetness_g, 0.05 * dough.composition.dough_g)
    found = []
    for place, item in enumerate({each.slug: each for each in items}.values()):
        per_g = brought_by(item, 1.0).sweetness_g
        if per_g > 0:
            line_id = own.line_id if own is not None and known and place == 0 else None
            repair = stepwise_repair(line_id, item, kitchen_grams(wanted_g / per_g), setting)
            found.append(TasteRepair(repair, "stir till it is dissolved before you taste again"))
    return found[:1] if known else found[:2]


def _sweetness_g(line: DoughLine) -> float:
    return brought_by(line.item, 1.0).sweetness_g * line.mass_g


@cache
def _table() -> tuple[Mapping[str, str], ...]:
    return tuple(read_table("batch/tasting"))
