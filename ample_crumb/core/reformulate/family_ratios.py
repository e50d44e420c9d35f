"""How a family is built: shares of the dough by what foods are there for, by bakers' ratios, and what it is made of
where nobody says."""

from collections.abc import Mapping
from dataclasses import dataclass
from functools import cache
from typing import Final

from ample_crumb.core.crumb.food_kinds import kinds_of
from ample_crumb.core.food.ingredient import Ingredient
from ample_crumb.core.tables import read_table


@dataclass(frozen=True, slots=True)
class Slot:
    """What foods are there for in a family, so great a share of the dough; `staple` is what is taken where nothing is
    given and it is `needed`."""

    slot: str
    share: float
    staple: str
    needed: bool
    source: str


@dataclass(frozen=True, slots=True)
class FamilyStart:
    """How a family is begun: in `piece_count` pieces of `piece_g` dough, and its method in three steps, with the words
    {wet}, {dry} and {celsius}."""

    piece_g: float
    piece_count: int
    steps: tuple[str, ...]


_SLOTS: Final[Mapping[str, str]] = {
    "flour": "flour", "grain": "flour", "protein": "powder", "dairy": "wet", "milk": "wet", "liquid": "wet",
    "fruit": "fruit", "egg": "egg", "sugar": "sweet", "sweetener": "sweet", "fat": "fat", "nut butter": "fat",
    "pulse": "pulse", "chocolate": "chocolate", "cocoa": "cocoa", "nut": "nut", "seed": "nut", "dried fruit": "nut",
    "topping": "nut", "leavening": "lift", "salt": "salt", "binder": "set", "flavour": "flavour", "spice": "spice",
}  # fmt: skip
_SETS: Final = frozenset({"gelatine", "agar"})
_SWEET_FRUIT: Final = frozenset({"dates", "dates_medjool"})
_WET_FRUIT: Final = frozenset({"apple_sauce", "pumpkin_puree", "prune_puree", "fruit_puree", "banana"})


def slot_of(item: Ingredient) -> str:
    """What a food is there for; empty for what nobody bakes with."""
    if item.slug in _SETS:
        return "set"
    if kinds_of(item) & _WET_FRUIT:
        return "wet"
    if item.slug in _SWEET_FRUIT:
        return "dates"
    return _SLOTS.get(item.role, "")


@cache
def family_slots(family: str) -> Mapping[str, Slot]:
    """The slots of a family by name, by `tables/reformulate/family_ratios.csv`; those of all families where it has none
    of its own, which are never needed."""
    found: dict[str, Slot] = {}
    for row in read_table("reformulate/family_ratios"):
        if row["family"] == family or (not row["family"] and row["slot"] not in found):
            needed = row["needed"] == "yes"
            share = float(row["percent"]) / 100
            found[row["slot"]] = Slot(row["slot"], share, row["staple"], needed, row["source"])
    return found


@cache
def family_starts() -> Mapping[str, FamilyStart]:
    """All of `tables/reformulate/family_starts.csv` by family."""
    return {
        row["family"]: FamilyStart(float(row["piece_g"]), int(row["count"]), (row["first"], row["second"], row["last"]))
        for row in read_table("reformulate/family_starts")
    }
