"""Swaps made: the lines of a formula with one food for another, and what moves with it."""

from collections.abc import Iterable, Sequence
from dataclasses import dataclass, replace
from typing import Annotated, Final

from ample_crumb.core.bounds import LEAST, SLUG, Between, Letters
from ample_crumb.core.crumb.functional_properties import generic_of
from ample_crumb.core.food.cupboard import Cupboard
from ample_crumb.core.food.ingredient import Ingredient
from ample_crumb.core.formula.evaluation import FormulaFigures
from ample_crumb.core.formula.formula import Line, LineId, Part, lies_beside
from ample_crumb.core.formula.reading import ReadLine
from ample_crumb.core.formula.rewrite import adjusted_amount
from ample_crumb.core.problem import CannotUse
from ample_crumb.core.quantity.kitchen_scale import kitchen_grams
from ample_crumb.core.swap.catalogue import Swap, catalogue


@dataclass(frozen=True, slots=True)
class SwapUse:
    """A swap used on a line, for a `share` of it over 0 to 1."""

    swap: Annotated[str, Letters(80, 1, SLUG)]
    line_id: LineId
    share: Annotated[float, Between(LEAST, 1)] = 1.0


@dataclass(frozen=True, slots=True)
class Swapped:
    """The parts after swaps, and sentences on what could not be moved along."""

    parts: tuple[Part, ...]
    remarks: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class FoodMove:
    """The grams of a food that come in, or go where negative."""

    item: Ingredient
    change_g: float


_WHOLE: Final = 0.999


def food_moves(swap: Swap, item: Ingredient, grams: float, cupboard: Cupboard) -> tuple[FoodMove, ...]:
    """What a swap brings in for so many g of a food, itself first, and what moves with it."""
    source = generic_of(item)
    target = cupboard.ingredients.get(swap.target_for(source))
    moved = [FoodMove(target, grams * swap.ratio_for(source))] if target and swap.ratio != 0 else []
    moved += [FoodMove(cupboard.ingredients[slug], grams * each) for slug, each in swap.companions.items()]
    return tuple(moved)


def apply_swaps(
    parts: tuple[Part, ...], evaluated: FormulaFigures, uses: Sequence[SwapUse], cupboard: Cupboard
) -> Swapped:
    """The formula with all these swaps. Raises CannotUse for a swap that is not there, does not fit its line, goes
    beyond its bounds, or undoes another."""
    _check(uses, evaluated, cupboard)
    lines = [
        [_Row(line, read) for line, read in zip(part.lines, figures.lines, strict=True)]
        for part, figures in zip(parts, evaluated.parts, strict=True)
    ]
    remarks: list[str] = []
    standing = {
        row.read.id: (part, rows, row) for part, rows in zip(parts, lines, strict=True) for row in rows if row.read
    }
    for use in uses:
        swap = catalogue()[use.swap]
        part, rows, row = standing[use.line_id]
        if swap.whole_part:
            if not lies_beside(part.name):
                raise CannotUse("Only a part that is a crust or a base can go as a whole; give it such a name first.")
            _shrink(rows, 1 - use.share * (1 - (swap.ratio or 0.0)))
        else:
            _swap_line(swap, use, rows, row, cupboard, remarks)
    made = (replace(part, lines=tuple(_written(rows))) for part, rows in zip(parts, lines, strict=True))
    # A part that was left out whole is gone; one that was empty before stays as it was.
    kept = tuple(new for new, old in zip(made, parts, strict=True) if new.lines or not old.lines)
    return Swapped(kept or parts[:1], tuple(dict.fromkeys(remarks)))


@dataclass(slots=True)
class _Row:
    """A line on its way: by which `factor` it changes, 0 for gone. A new one has no `read`, but `grams` of `slug`."""

    line: Line
    read: ReadLine | None
    factor: float = 1.0
    slug: str = ""
    name: str = ""
    new_g: float = 0.0


def _check(uses: Sequence[SwapUse], evaluated: FormulaFigures, cupboard: Cupboard) -> None:
    shares: dict[str, float] = {}
    turned: dict[tuple[str, str], Swap] = {}
    for use in uses:
        swap = catalogue().get(use.swap)
        if swap is None:
            raise CannotUse("There is no such swap any more; open the swaps anew.")
        line = evaluated.line(use.line_id)
        if line is None or line.weighed is None:
            raise CannotUse("The line to swap is not there any more, or cannot be read.")
        item = cupboard.ingredients[line.weighed.ingredient.slug]
        source = generic_of(item)
        if source not in swap.sources:
            raise CannotUse(f"That swap is not for {item.name}.")
        if not 0 < use.share <= 1:
            raise CannotUse("A swap takes some of a line, up to all of it.")
        if use.share > swap.most_share + 1e-6:
            raise CannotUse(
                f"Of {item.name}, {_at_most(swap.most_share)} may become {_target_name(swap, item, cupboard)}."
            )
        shares[use.line_id] = shares.get(use.line_id, 0.0) + use.share
        if shares[use.line_id] > 1 + 1e-6:
            raise CannotUse(f"These swaps together take more than all of the {item.name}.")
        target = swap.target_for(source)
        if (target, source) in turned and target != source:
            other = cupboard.ingredients[target].name
            raise CannotUse(f"Two of these undo each other: {other} becomes {item.name}, and that {other} again.")
        turned[source, target] = swap


def _target_name(swap: Swap, item: Ingredient, cupboard: Cupboard) -> str:
    target = cupboard.ingredients.get(swap.target_for(generic_of(item)))
    return target.name if target else "nothing"


_SHARES: Final = {0.2: "a fifth", 0.25: "a quarter", 0.5: "half", 0.67: "two thirds", 0.75: "three quarters"}


def _at_most(share: float) -> str:
    return f"at most {_SHARES.get(share, f'{share:.0%}')}"


def _shrink(rows: list[_Row], factor: float) -> None:
    for row in rows:
        row.factor *= factor


def _swap_line(swap: Swap, use: SwapUse, rows: list[_Row], row: _Row, cupboard: Cupboard, remarks: list[str]) -> None:
    assert row.read is not None
    assert row.read.weighed is not None
    item = cupboard.ingredients[row.read.weighed.ingredient.slug]
    grams = row.read.weighed.mass_g * use.share
    if swap.lessens(generic_of(item)):
        # Less of the same.
        row.factor *= 1 - use.share * (1 - (swap.ratio or 0.0))
        return
    row.factor -= use.share
    at = rows.index(row) + 1
    target = swap.target_for(generic_of(item))
    for moved in food_moves(swap, item, grams, cupboard):
        there = _there(rows, moved.item.slug, cupboard, but=row)
        if moved.item.slug == target and there is None:
            rows.insert(at, _new(moved.item, moved.change_g))
        elif there is not None:
            _change(there, moved.change_g)
        elif moved.change_g > 0:
            rows.insert(at + 1, _new(moved.item, moved.change_g))
        else:
            _take(moved, rows, row, cupboard, remarks)


def _new(item: Ingredient, grams: float) -> _Row:
    return _Row(Line(""), None, 1.0, item.slug, item.name, grams)


def _there(rows: Iterable[_Row], slug: str, cupboard: Cupboard, but: _Row) -> _Row | None:
    """The line of the part that brings this food already."""
    for row in rows:
        if row is not but and _grams(row) > 0 and _generic(row, cupboard) == slug:
            return row
    return None


def _generic(row: _Row, cupboard: Cupboard) -> str:
    if row.slug:
        return row.slug
    return generic_of(cupboard.ingredients[row.read.ingredient.slug]) if row.read and row.read.ingredient else ""


def _grams(row: _Row) -> float:
    if row.read is None:
        return row.new_g * row.factor
    return row.read.weighed.mass_g * row.factor if row.read.weighed else 0.0


def _change(row: _Row, grams: float) -> None:
    there = _grams(row)
    row.factor *= max(0.0, (there + grams) / there)


_WET_ROLES: Final = ("liquid", "milk")


def _take(moved: FoodMove, rows: list[_Row], but: _Row, cupboard: Cupboard, remarks: list[str]) -> None:
    """Takes so much out of what is there; of water, out of any liquid."""
    for row in rows:
        slug = "" if row is but else _generic(row, cupboard)
        item = cupboard.ingredients.get(slug)
        if item is None or moved.item.slug != "water" or item.role not in _WET_ROLES:
            continue
        if _grams(row) > -moved.change_g * 1.2:
            _change(row, moved.change_g)
            return
    what = "liquid" if moved.item.slug == "water" else moved.item.name
    remarks.append(
        f"Leave out about {kitchen_grams(-moved.change_g):g} g of {what} where you can: no line here has it to give."
    )


def _written(rows: Iterable[_Row]) -> Iterable[Line]:
    for row in rows:
        if row.read is None:
            grams = row.new_g * row.factor
            if grams >= 0.05:
                yield Line(f"{kitchen_grams(grams):g} g {row.name}", row.slug)
        elif row.factor >= _WHOLE and row.factor <= 2 - _WHOLE:
            yield row.line
        elif row.factor > 1 - _WHOLE:
            text = adjusted_amount(row.read, row.factor)
            yield row.line if text is None else replace(row.line, text=text)
