"""Which of mine: foods of one kind beside each other in a line's place, each at the amount that does the same work."""

from collections.abc import Callable
from dataclasses import dataclass
from typing import Final

from ample_crumb.core.crumb.functional_properties import FunctionalProperties, functional_properties
from ample_crumb.core.food.cupboard import Cupboard, reference_cupboard
from ample_crumb.core.food.ingredient import Ingredient
from ample_crumb.core.quantity.kitchen_scale import kitchen_grams
from ample_crumb.core.quantity.weighing import MOST_G

MOST_OWN: Final = 12
MOST_GENERIC: Final = 12
"""More than this side by side nobody compares."""

MOST_FACTOR: Final = 4.0
"""More than so many g for one, and for less than so many but sweeteners, a food stands in for no other of its kind.
Common practice."""


@dataclass(frozen=True, slots=True)
class _Work:
    """What a kind of food is there for, and the words for as much of it."""

    amount: Callable[[Ingredient], float | None]
    words: str
    least_factor: float = 1 / MOST_FACTOR


def _working(property_of: Callable[[FunctionalProperties], float | None]) -> Callable[[Ingredient], float | None]:
    return lambda item: property_of(functional_properties(item))


_SWEETENS: Final = _Work(_working(lambda works: works.sweetness_ratio), "as sweet", least_factor=0.0)
_HOLDS: Final = _Work(_working(lambda works: works.holding_ratio), "holds as much water")
_SETS: Final = _Work(_working(lambda works: works.setting_ratio), "sets as much", least_factor=0.0)
_WORK: Final[dict[str, _Work]] = {
    "sugar": _SWEETENS,
    "sweetener": _SWEETENS,
    "flour": _HOLDS,
    "protein": _Work(lambda item: item.per_100g.protein_g, "as much protein"),
    "grain": _HOLDS,
    "cocoa": _HOLDS,
    "seed": _HOLDS,
    "fat": _Work(_working(lambda works: works.fat_ratio), "as much fat"),
    "egg": _Work(_working(lambda works: works.eggs_per_g), "binds like as many eggs"),
    "leavening": _Work(_working(lambda works: works.leavening_ratio), "lifts as much"),
    "salt": _Work(_working(lambda works: works.salt_ratio), "as much salt"),
}
"""By role; what other kinds do goes by their weight."""

_NUDGES: Final = (1.0, 0.85, 1.15, 0.7, 1.3)
"""What an amount is tried at where it puts more dials out, the nearest first. Common practice."""

_COMPARED: Final = ("protein_g", "fat_g", "carbohydrate_g", "fibre_g", "water_g")


def alternatives_of(item: Ingredient, cupboard: Cupboard) -> tuple[Ingredient, ...]:
    """What may stand in a food's place: the kitchen's own foods of its role by name, then the generic ones that are
    most like it by composition. Empty for a food without a role."""
    if not item.role:
        return ()
    alike = _of_its_kind(item)
    mine = [cupboard.ingredients[slug] for slug in cupboard.own if alike(cupboard.ingredients[slug])]
    generic = filter(alike, reference_cupboard().ingredients.values())
    return (
        *sorted(mine, key=lambda each: each.name.casefold())[:MOST_OWN],
        *sorted(generic, key=lambda each: (_apart(item, each), each.name))[:MOST_GENERIC],
    )


def _of_its_kind(item: Ingredient) -> Callable[[Ingredient], bool]:
    """Whether another food is of this one's kind: what sets goes by that, whatever else it is."""
    if _SETS.amount(item):
        return lambda other: other.slug != item.slug and bool(_SETS.amount(other))
    return lambda other: other.slug != item.slug and other.role == item.role


def _apart(one: Ingredient, other: Ingredient) -> float:
    """How far two foods are apart, in g of 100 g."""
    pairs = ((getattr(one.per_100g, name), getattr(other.per_100g, name)) for name in _COMPARED)
    return sum(abs(a - b) if a is not None and b is not None else 10.0 for a, b in pairs)


@dataclass(frozen=True, slots=True)
class WorkingAmount:
    """The grams of a food that do the work of what stood there; `why` says by which measure, in a few words."""

    mass_g: float
    why: str


def working_amount(item: Ingredient, mass_g: float, other: Ingredient) -> WorkingAmount | None:
    """How much of another food does what so many g of this one do, as a scale is read; None where no sensible amount
    does. Where it is not known what either does, as much by weight."""
    work = _SETS if _SETS.amount(item) else _WORK.get(item.role)
    does, would = (work.amount(item), work.amount(other)) if work else (None, None)
    if work is None or not does or would is None:
        return WorkingAmount(kitchen_grams(mass_g), "as much by weight")
    factor = does / would if would > 0 else MOST_G
    if not work.least_factor <= factor <= MOST_FACTOR or factor * mass_g > MOST_G:
        return None
    return WorkingAmount(kitchen_grams(mass_g * factor), work.words)


def fit_amount(amount: WorkingAmount, dials_off: Callable[[float], int], most_off: int) -> WorkingAmount:
    """The amount, or the one nearest to it that leaves the fewest dials out, where it puts more out than `most_off`.

    `dials_off` counts those that an amount in g leaves out; it is asked once where that is no more than `most_off`.
    """
    best_g, best = amount.mass_g, -1
    for nudge in _NUDGES:
        tried = kitchen_grams(amount.mass_g * nudge)
        off = dials_off(tried)
        if best < 0 or off < best:
            best_g, best = tried, off
        if best <= most_off:
            break
    if best_g == amount.mass_g:
        return amount
    more = "less" if best_g < amount.mass_g else "more"
    return WorkingAmount(best_g, f"{more} of it, so that the dough works")
