"""A shopping list: what formulas and extras need of each food, less what is at home, in whole packs."""

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass, replace
from enum import StrEnum
from typing import Final

from ample_crumb.core.formula.cost import FREE
from ample_crumb.core.formula.evaluation import FormulaFigures
from ample_crumb.core.shopping.packs import Packs, fewest_left


class Stocked(StrEnum):
    """What is at home of a food where nobody weighed it: enough, too little to count on, none."""

    HAVE = "have"
    LOW = "low"
    OUT = "out"


AtHome = float | Stocked
"""What is at home of a food: its grams, else a word."""


@dataclass(frozen=True, slots=True)
class Need:
    """The grams of a food as it is bought, and for which formulas, by name. `optional` where nothing but what may
    be left out asks for it."""

    food: str
    name: str
    need_g: float
    wanted_for: tuple[str, ...]
    optional: bool


@dataclass(frozen=True, slots=True)
class ShoppingItem:
    """A food of the list. `have_g` counts towards what is needed, `packs` are what to buy, empty where nothing is
    missing or its packs are not known. `left_g` is what is left of all of it in the end."""

    need: Need
    have_g: float
    packs: tuple[Packs, ...]

    @property
    def missing_g(self) -> float:
        """What is to be bought at least."""
        return max(0.0, self.need.need_g - self.have_g)

    @property
    def bought_g(self) -> float:
        """What the packs hold; what is missing where they are not known, as if it were sold loose."""
        return sum(pack.pack_g * pack.count for pack in self.packs) if self.packs else self.missing_g

    @property
    def left_g(self) -> float:
        """What is left in the cupboard once all has been made."""
        return max(0.0, self.have_g + self.bought_g - self.need.need_g)


@dataclass(frozen=True, slots=True)
class Wanted:
    """A formula that is to be made `factor` times."""

    name: str
    evaluated: FormulaFigures
    factor: float = 1.0


def needs_of(wanted: Iterable[Wanted]) -> tuple[Need, ...]:
    """What formulas need of each food, in the order in which it is first asked for: all that is prepared of it, also
    where only a part is used. Nobody buys water."""
    found: dict[str, Need] = {}
    for each in wanted:
        for line, weighed in each.evaluated.weighed_lines():
            food = weighed.ingredient
            grams = max(weighed.prepared_g, weighed.mass_g) * each.factor
            if food.slug in FREE or grams <= 0:
                continue
            before = found.get(food.slug) or Need(food.slug, food.name, 0.0, (), True)
            found[food.slug] = replace(
                before,
                need_g=before.need_g + grams,
                wanted_for=tuple(dict.fromkeys((*before.wanted_for, each.name))),
                optional=before.optional and line.optional,
            )
    return tuple(found.values())


_SCALES_SHOW_G: Final = 0.05
"""Less than this is missing nowhere: it is what rounding left."""


def shopping_list(
    needs: Iterable[Need], at_home: Mapping[str, AtHome], pack_sizes_g: Mapping[str, Sequence[float]]
) -> tuple[ShoppingItem, ...]:
    """The list, all foods that are needed in their order, also those of which enough is at home. Raises CannotUse for
    packs that cannot be."""
    return tuple(_item(need, at_home.get(need.food, 0.0), pack_sizes_g.get(need.food, ())) for need in needs)


def _item(need: Need, at_home: AtHome, sizes_g: Sequence[float]) -> ShoppingItem:
    have_g = (need.need_g if at_home is Stocked.HAVE else 0.0) if isinstance(at_home, Stocked) else at_home
    missing_g = need.need_g - have_g
    return ShoppingItem(need, have_g, fewest_left(missing_g, sizes_g) if missing_g > _SCALES_SHOW_G else ())
