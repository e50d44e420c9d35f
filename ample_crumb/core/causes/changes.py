"""What to change against a cause: a few lines by so much, a minute or a degree, or a step; each with what it does to
the dials. Where a dial is out of its window its repairs go first, because they are worked out to bring it back."""

from collections.abc import Callable, Iterable, Mapping
from dataclasses import dataclass
from functools import cache
from types import MappingProxyType
from typing import Final

from ample_crumb.core.causes.signs import BatchSigns
from ample_crumb.core.crumb.check import JudgedDough
from ample_crumb.core.crumb.dough import DoughLine
from ample_crumb.core.crumb.functional_properties import water_percent
from ample_crumb.core.crumb.repairs import Repair, RepairContext, may_come_in
from ample_crumb.core.food.cupboard import Cupboard
from ample_crumb.core.quantity.kitchen_scale import kitchen_grams
from ample_crumb.core.tables import read_table


@dataclass(frozen=True, slots=True)
class FoodChange:
    """A line to be multiplied by `factor`, or, where there is no `line_id`, `mass_g` of a food to be added."""

    line_id: str | None
    slug: str
    name: str
    factor: float
    mass_g: float


@dataclass(frozen=True, slots=True)
class CauseChange:
    """A change against a cause, named within it. `words` say it; `lines` change the dough, `step` the method, empty
    where it does not. `oven_c` is the heat to bake at, None where it stays."""

    id: str
    cause: str
    words: str
    lines: tuple[FoodChange, ...] = ()
    step: str = ""
    oven_c: float | None = None


_DIAL_OF: Final[Mapping[str, str]] = MappingProxyType(
    {
        "too-wet": "hydration", "too-dry": "hydration", "leaven-much": "leavening", "leaven-little": "leavening",
        "egg-little": "binder", "egg-much": "binder", "set-little": "set", "fat-little": "fat", "fat-much": "fat",
        "sweet-little": "sweetness", "sweet-much": "sweetness", "salt-little": "salt-browning",
        "whey-much": "powder-share", "casein-much": "powder-share", "plant-powder-much": "powder-share",
    }
)  # fmt: skip

MOST_CHANGES: Final = 3
_MOST_REPAIRS: Final = 2


def changes_against(
    cause: str, signs: BatchSigns, repairs: Iterable[Repair], cupboard: Cupboard, setting: RepairContext
) -> tuple[CauseChange, ...]:
    """Changes against a cause for the formula that `signs.dough` is of; `repairs` are those of its dials."""
    fitting = [repair for repair in repairs if repair.dial == _DIAL_OF.get(cause)][:_MOST_REPAIRS]
    found = [_of_repair(cause, repair) for repair in fitting]
    for place, row in enumerate(_table().get(cause, ())):
        change = _by_row(f"{cause}.{place}", row, signs, cupboard, setting)
        if change is not None and not (fitting and change.lines):
            found.append(change)
    return tuple(found[:MOST_CHANGES])


def _of_repair(cause: str, repair: Repair) -> CauseChange:
    there_g = repair.resulting_g - repair.change_g
    factor = repair.resulting_g / there_g if there_g > 0 else 1.0
    line = FoodChange(repair.line_id, repair.slug, repair.name, factor, repair.change_g)
    return CauseChange(f"{cause}.{repair.slug}", cause, f"{repair.words}.", (line,), repair.note)


def _by_row(
    name: str, row: Mapping[str, str], signs: BatchSigns, cupboard: Cupboard, setting: RepairContext
) -> CauseChange | None:
    """The change of a row of the table; None where it means nothing to this batch."""
    cause, amount = row["cause"], float(row["amount"])
    if row["kind"] == "step":
        return CauseChange(name, cause, row["words"], step=row["words"])
    if row["kind"] == "minutes":
        took = signs.took_min if signs.took_min is not None else signs.window and sum(signs.window) / 2
        if not took:
            return None
        words = row["words"].format(minute=f"{took * amount:.0f}" if took >= 5 else f"{took * amount:.1f}")
        return CauseChange(name, cause, words, step=words)
    if row["kind"] == "heat":
        heat_c = signs.oven_c if signs.oven_c is not None else signs.usual_c
        if heat_c is None:
            return None
        # Ovens are set in steps of five degrees.
        to_c = 5 * round((heat_c + amount) / 5)
        return CauseChange(name, cause, row["words"].format(celsius=to_c), oven_c=float(to_c))
    if row["kind"] == "add":
        return _added(name, row, signs.dough, cupboard, setting)
    return _scaled(name, row, signs.dough)


def _added(
    name: str, row: Mapping[str, str], dough: JudgedDough, cupboard: Cupboard, setting: RepairContext
) -> CauseChange | None:
    item = cupboard.ingredients[row["target"]]
    there = next((line for line in dough.dough.lines if line.item.slug == item.slug and not line.in_pieces), None)
    mass_g = kitchen_grams(float(row["amount"]) * dough.composition.dough_g) if float(row["amount"]) else 0.0
    if item.slug == "egg":
        mass_g = item.measures.piece_g.get("large", 50.0)
    if mass_g <= 0 or (there is None and not may_come_in(item, setting)):
        return None
    if there is not None:
        factor = (there.mass_g + mass_g) / there.mass_g
        line = FoodChange(there.line_id, item.slug, item.name, factor, mass_g)
        return CauseChange(name, row["cause"], f"{mass_g:g} g more {item.name}.", (line,))
    line = FoodChange(None, item.slug, item.name, 1.0, mass_g)
    return CauseChange(name, row["cause"], f"Add {mass_g:g} g {item.name}.", (line,))


def _scaled(name: str, row: Mapping[str, str], dough: JudgedDough) -> CauseChange | None:
    factor, wanted = float(row["amount"]), _SELECTORS[row["target"]]
    lines = [line for line in dough.dough.lines if not line.in_pieces and line.mass_g > 0 and wanted(line)]
    if not lines:
        return None
    # The lines that are most of it; a trace of the same kind is no reason to weigh once more.
    whole_g = sum(line.mass_g for line in lines)
    lines = [line for line in lines if line.mass_g >= 0.15 * whole_g]
    changed = tuple(
        FoodChange(line.line_id, line.item.slug, line.name, factor, line.mass_g * (factor - 1)) for line in lines
    )
    more = "more" if factor > 1 else "less"
    parts = ", ".join(f"{kitchen_grams(abs(each.mass_g)):g} g {more} {each.name}" for each in changed)
    return CauseChange(name, row["cause"], f"{parts[:1].upper()}{parts[1:]}.", changed)


def _powder(*kinds: str) -> Callable[[DoughLine], bool]:
    return lambda line: line.properties.powder in kinds


def _role(*roles: str) -> Callable[[DoughLine], bool]:
    return lambda line: line.item.role in roles


def _slug(*slugs: str) -> Callable[[DoughLine], bool]:
    return lambda line: line.item.slug in slugs


_SELECTORS: Final[Mapping[str, Callable[[DoughLine], bool]]] = MappingProxyType(
    {
        "liquid": lambda line: line.item.role in ("liquid", "milk") or (line.item.role == "dairy" and _flows(line)),
        "puree": lambda line: line.item.role in ("fruit", "pulse") and line.properties.body_ratio > 0,
        "gum": _slug("psyllium", "xanthan", "guar"),
        "leavening": _role("leavening"),
        "soda": _slug("baking_soda"),
        "sugar": _role("sugar"),
        "polyol": lambda line: (line.item.per_100g.polyols_g or 0.0) > 50,
        "erythritol": lambda line: (line.item.per_100g.erythritol_g or 0.0) > 50,
        "xylitol": _slug("xylitol"),
        "intense": lambda line: line.item.role == "sweetener" and (line.properties.sweetness_ratio or 0.0) > 20,
        "sweet": _role("sugar", "sweetener"),
        "fat": _role("fat", "nut butter"),
        "whey": _powder("whey", "isolate"),
        "casein": _powder("casein", "blend"),
        "plant": _powder("pea", "soy", "rice", "hemp", "plant"),
        "white": lambda line: "white" in line.item.slug and line.item.role in ("egg", "protein"),
        "egg": _role("egg"),
        "cocoa": _role("cocoa"),
        "thirsty": _slug("coconut_flour", "oat_fibre", "psyllium"),
        "gelatine": lambda line: "gelatin" in line.item.slug or line.item.slug == "agar",
    }
)


def _flows(line: DoughLine) -> bool:
    return water_percent(line.item) > 78


@cache
def _table() -> Mapping[str, tuple[Mapping[str, str], ...]]:
    rows: dict[str, list[Mapping[str, str]]] = {}
    for row in read_table("causes/changes"):
        rows.setdefault(row["cause"], []).append(row)
    return MappingProxyType({cause: tuple(of_cause) for cause, of_cause in rows.items()})


@cache
def norm_of(family: str, symptom: str) -> str:
    """Why what is said of a family is how it should be, in a sentence; empty where it is a fault."""
    rows = read_table("causes/norms")
    return next((row["words"] for row in rows if (row["family"], row["symptom"]) == (family, symptom)), "")
