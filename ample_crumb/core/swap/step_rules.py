"""What a food that comes in asks of a method: blend it smooth, soak it, grind it, rest the dough, look early."""

import re
from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass
from enum import StrEnum
from functools import cache
from typing import Final

from ample_crumb.core.crumb.check import JudgedDough
from ample_crumb.core.crumb.food_kinds import kinds_of
from ample_crumb.core.crumb.windows import family_windows
from ample_crumb.core.food.ingredient import Ingredient
from ample_crumb.core.tables import read_table
from ample_crumb.core.wording import join_names


class MethodPlace(StrEnum):
    """Where in a method a step belongs."""

    FIRST = "first"
    DRY = "dry"
    WET = "wet"
    MIXED = "mixed"
    BAKE = "bake"
    AFTER = "after"


@dataclass(frozen=True, slots=True)
class StepRule:
    """A step that foods ask for where all `conditions` hold and the method does not say it already (`unless`)."""

    slug: str
    foods: frozenset[str]
    conditions: frozenset[str]
    unless: re.Pattern[str] | None
    place: MethodPlace
    text: str
    source: str


@dataclass(frozen=True, slots=True)
class AskedStep:
    """A step that is asked for, in words, and where it belongs."""

    text: str
    place: MethodPlace


@cache
def step_rules() -> tuple[StepRule, ...]:
    """All of `tables/swaps/step_rules.csv`."""
    return tuple(
        StepRule(
            slug=row["slug"],
            foods=frozenset(row["foods"].split(";")),
            conditions=frozenset(row["condition"].split()),
            unless=re.compile(rf"\b(?:{row['unless']})", re.IGNORECASE) if row["unless"] else None,
            place=MethodPlace(row["place"]),
            text=row["text"],
            source=row["source"],
        )
        for row in read_table("swaps/step_rules")
    )


MUCH_SHARE: Final = 0.04
"""Of a dough, from so much on a food asks for a step of its own where a trace does not. Common practice."""

_GROWN: Final = 1.5
"""What grows so many times, and is much then, asks like what comes in."""

_SHAPED_FROM_G: Final = 28.0
_SHAPED: Final = frozenset({"cookie", "rolled-dough", "macaroon"})


@dataclass(frozen=True, slots=True)
class Incoming:
    """A food that comes in or grows, and its share of the dough then; `topping` is put on what is made."""

    item: Ingredient
    name: str
    share: float
    topping: bool = False


def find_incoming(was: JudgedDough, now: JudgedDough) -> tuple[Incoming, ...]:
    """What comes into a dough or grows in it."""
    before: dict[str, float] = {}
    for line in was.dough.lines:
        before[line.item.slug] = before.get(line.item.slug, 0.0) + line.mass_g
    whole = max(now.dough.mass_g, 1e-9)
    found: dict[str, Incoming] = {}
    for line in now.dough.lines:
        stood = before.get(line.item.slug, 0.0)
        grown = stood <= 0 or (line.mass_g > _GROWN * stood and line.mass_g > MUCH_SHARE * whole)
        if grown and line.item.slug not in found:
            found[line.item.slug] = Incoming(line.item, line.name or line.item.name, line.mass_g / whole)
    return tuple(found.values())


def list_asked_steps(foods: Sequence[Incoming], now: JudgedDough, method: str, piece_g: float) -> Iterable[AskedStep]:
    """The steps that these foods ask for in such a dough, in the order of a method; one for several of a kind."""
    for rule in step_rules():
        asking = [food for food in foods if rule.foods & kinds_of(food.item) and _holds(rule, food, now, piece_g)]
        if not asking or (rule.unless is not None and rule.unless.search(method[:_LONGEST])):
            continue
        named = join_names(list(dict.fromkeys(each.name for each in asking)))
        yield AskedStep(rule.text.replace("{food}", named), rule.place)


_LONGEST: Final = 20_000


def keeps_grains(dough: JudgedDough) -> bool:
    """Whether a dough has too little free water to dissolve the grains of what sweetens it."""
    return dough.composition.crystals_g > dissolves_g(dough)


def dissolves_g(dough: JudgedDough) -> float:
    """How much that comes in grains the free water of a dough dissolves, g: baked 2 to a g of water, cold 0.8. A g of
    water takes up 2 g of sugar at 20 °C, of erythritol little more than half (from memory of handbooks)."""
    windows = family_windows().get(dough.family)
    baked = windows is not None and windows.baked
    free_g = max(dough.composition.water_g - dough.composition.bound_g, 0.0)
    return (2.0 if baked else 0.8) * free_g


def _holds(rule: StepRule, food: Incoming, now: JudgedDough, piece_g: float) -> bool:
    # What is put on is not in the dough, and asks for nothing of it.
    if food.topping != ("topping" in rule.conditions):
        return False
    windows = family_windows().get(now.family)
    baked = windows is not None and windows.baked
    holds: Mapping[str, bool] = {
        "baked": baked,
        "much": food.share >= MUCH_SHARE,
        "dry": keeps_grains(now) and food.share >= 0.02,
        "shaped": now.family in _SHAPED and piece_g > _SHAPED_FROM_G and food.share >= 0.25,
        "topping": food.topping,
    }
    return all(holds[condition] for condition in rule.conditions)
