"""What to buy for a bake day."""

import re
from collections.abc import Mapping, Sequence
from typing import Final

from ample_crumb.application.bake_days.planning import FormulaOfDay
from ample_crumb.application.bake_days.views import ShoppingItemView, ShoppingView
from ample_crumb.application.context import KitchenContext
from ample_crumb.application.cupboards import priced_food
from ample_crumb.core.formula.evaluation import evaluate
from ample_crumb.core.formula.formula import Line, Part
from ample_crumb.core.shopping.shopping_list import (
    AtHome,
    ShoppingItem,
    Stocked,
    Wanted,
    needs_of,
    shopping_list,
)
from ample_crumb.store.stock import StockRow

_HAS_AMOUNT: Final = re.compile(r"\d|\b(?:an?|half|some|pinch)\b", re.IGNORECASE)


def wanted_of(day: Sequence[FormulaOfDay], extras: Sequence[str], context: KitchenContext) -> list[Wanted]:
    """The formulas, and the extras that can be read as a food."""
    wanted = [Wanted(each.evaluated.draft.name, each.evaluated.figures) for each in day]
    lines = tuple(Line(extra) for extra in extras if _HAS_AMOUNT.search(extra))
    if lines:
        wanted.append(Wanted("", evaluate((Part("", lines),), 1, context.cupboard, context.preferences)))
    return wanted


def shopping_view(
    wanted: Sequence[Wanted],
    extras: Sequence[str],
    context: KitchenContext,
    known: Mapping[str, StockRow],
    ticked: set[str],
) -> ShoppingView:
    """The list: what is lacking first."""
    needs = needs_of(wanted)
    foods = {need.food: known.get(priced_food(need.food)) for need in needs}
    at_home = {food: _at_home(row) for food, row in foods.items() if row is not None}
    sizes = {need.food: _sizes(need.food, need.need_g, foods[need.food], context) for need in needs}
    items = shopping_list(needs, at_home, sizes)
    views = [_item(item, foods[item.need.food], sizes[item.need.food], context, ticked) for item in items]
    bought = [view for view in views if view.missing_g > 0]
    priced = [each.cost for each in bought if each.cost is not None]
    read = {line.text for each in wanted for line in each.evaluated.lines() if line.weighed}
    return ShoppingView(
        items=tuple(sorted(views, key=lambda each: each.missing_g <= 0)),
        extras=tuple(extra for extra in extras if extra not in read),
        cost=sum(priced) if priced else None,
        at_least=len(priced) < len(bought),
        unread=tuple(dict.fromkeys(text for each in wanted if each.name for text in each.evaluated.unread)),
    )


def list_needed_foods(wanted: Sequence[Wanted]) -> list[str]:
    """What stock is kept under, of all that is needed."""
    return sorted({priced_food(need.food) for need in needs_of(wanted)})


def _at_home(row: StockRow) -> AtHome:
    return row.mass_g if row.mass_g is not None else Stocked(row.state or Stocked.OUT)


def _sizes(food: str, need_g: float, row: StockRow | None, context: KitchenContext) -> list[float]:
    """The packs a food is sold in, as said, else as its label or the usual can has them."""
    if row is not None and row.packs_g:
        return list(row.packs_g)
    item = context.cupboard.ingredients.get(food)
    known = item.measures.packs(context.preferences.system) if item else {}
    # Several words for one pack, and what is in it with its liquid.
    packs = [grams for name, grams in known.items() if "gross" not in name and " " not in name]
    return [_as_written(packs[0], need_g)] if packs else []


_NEAR_SHARE: Final = 0.15
"""Cans of one food differ by so much from the usual one. Common practice."""


def _as_written(pack_g: float, need_g: float) -> float:
    """The usual pack, or the one that a formula means where it wants whole ones of about that size: a can is a can."""
    count = round(need_g / pack_g)
    meant_g = need_g / count if count else 0.0
    return meant_g if abs(meant_g - pack_g) <= _NEAR_SHARE * pack_g else pack_g


def _item(
    item: ShoppingItem, row: StockRow | None, sizes_g: Sequence[float], context: KitchenContext, ticked: set[str]
) -> ShoppingItemView:
    price = context.prices.get(priced_food(item.need.food))
    return ShoppingItemView(
        food=priced_food(item.need.food),
        name=item.need.name,
        need_g=item.need.need_g,
        wanted_for=tuple(name for name in item.need.wanted_for if name),
        optional=item.need.optional,
        state=row.state if row else "",
        have_g=item.have_g,
        missing_g=item.missing_g,
        packs=item.packs,
        pack_sizes_g=tuple(sizes_g),
        left_g=item.left_g,
        cost=None if price is None or not item.missing_g else price * item.bought_g,
        found_at=row.found_at if row else "",
        ticked=priced_food(item.need.food) in ticked,
    )
