"""Repairs: the smallest change to one line, or the least of one thing added, that brings a dial back into its window
without pushing another one out."""

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass
from functools import cache
from typing import Final

from ample_crumb.core.crumb.check import JudgedDough
from ample_crumb.core.crumb.composition import Composition, brought_by, share_of
from ample_crumb.core.crumb.dials.dial import NOTHING_LEARNED, OUT, Dial, Learned, Verdict, is_worse
from ample_crumb.core.crumb.dials.judge import dial_of, dials_of
from ample_crumb.core.crumb.dough import DoughLine
from ample_crumb.core.food.allergens import BROKEN_BY
from ample_crumb.core.food.cupboard import Cupboard
from ample_crumb.core.food.energy import EnergySystem
from ample_crumb.core.food.ingredient import Ingredient
from ample_crumb.core.formula.allergens import Allergens
from ample_crumb.core.quantity.grams_in_measures import in_measures
from ample_crumb.core.quantity.kitchen_scale import kitchen_grams, kitchen_step
from ample_crumb.core.tables import read_table


@dataclass(frozen=True, slots=True)
class Repair:
    """A change that brings `dial` back: `change_g` more, less where negative, of the line `line_id`, or of a new line
    where that is None. `resulting_g` is what there will be. `words` say it, `note` how to go about it. `energy_kcal`,
    `protein_g` and `cost` are by how much a piece changes; `cost` is None where the food has no price. `value` is where
    the dial will stand."""

    dial: str
    line_id: str | None
    slug: str
    name: str
    change_g: float
    resulting_g: float
    words: str
    note: str
    energy_kcal: float
    protein_g: float
    cost: float | None
    value: float


MOST_REPAIRS: Final = 3
"""More to choose from is no help."""

_INWARD: Final = 0.08
"""A repair aims so far inside the window, as a share of its width, so that a gram more or less does not undo it."""

_NEW_LINE: Final = 0.02
"""Something new counts like so great a share of the dough more: it has to be fetched and washed up."""

_MOST_MORE: Final = 2.0
"""Of a line up to so many times as much is added."""

_MOST_NEW: Final = 0.35
"""Of something new up to so great a share of the dough."""


@dataclass(frozen=True, slots=True)
class RepairContext:
    """What a repair has to keep to: the pieces its price is told for, prices by g, and what must not come in."""

    piece_count: float
    energy: EnergySystem
    prices: Mapping[str, float]
    allergens: Allergens
    avoided: frozenset[str] = frozenset()


def find_repairs(
    dough: JudgedDough, cupboard: Cupboard, setting: RepairContext, learned: Learned = NOTHING_LEARNED
) -> tuple[Repair, ...]:
    """Up to `MOST_REPAIRS` for each dial that is out of its window, in the order of the dials, the smallest first; none
    while a line that may be much of the dough is not read, because nobody knows then what is wrong."""
    if dough.dough.gaps:
        return ()
    before = dials_of(dough.composition, dough.family, learned)
    found: list[Repair] = []
    for dial in before:
        if dial.verdict not in OUT:
            continue
        tried = (
            _tried(move, dial, before, dough, setting, learned)
            for move in _moves(dial, dough, cupboard, setting, learned)
        )
        ranked = sorted((each for each in tried if each), key=lambda each: _size(each, dough.composition))
        found += _distinct(ranked)[:MOST_REPAIRS]
    return tuple(found)


@dataclass(frozen=True, slots=True)
class _Move:
    """A food, a gram of which brings `a_gram`, that may change by up to `most_g`, in steps of `step_g` where it comes
    in pieces; negative is less of it."""

    line_id: str | None
    item: Ingredient
    a_gram: Composition
    there_g: float
    most_g: float
    step_g: float
    note: str


def _moves(
    dial: Dial, dough: JudgedDough, cupboard: Cupboard, setting: RepairContext, learned: Learned
) -> Iterable[_Move]:
    here = {share.item.slug for share in dough.dough.lines}
    for share in dough.dough.lines:
        if share.in_pieces or share.mass_g <= 0 or share.item.role not in _TURNED_BY[dial.name]:
            continue
        step = _step(share.item)
        a_gram = share_of(share, learned.holding.get(share.item.slug, 1.0)).times(1 / share.mass_g)
        yield _Move(share.line_id, share.item, a_gram, share.mass_g, _MOST_MORE * share.mass_g, step, "")
        yield _Move(share.line_id, share.item, a_gram, share.mass_g, -_least_left(share, step), step, "")
    for row in _table():
        if (row["dial"], row["verdict"]) != (dial.name, dial.verdict) or row["slug"] in here:
            continue
        item = cupboard.ingredients[row["slug"]]
        if may_come_in(item, setting):
            a_gram = brought_by(item, 1.0, learned.holding.get(item.slug, 1.0))
            yield _Move(None, item, a_gram, 0.0, _MOST_NEW * dough.composition.dough_g, _step(item), row["note"])


_TURNED_BY: Final[Mapping[str, frozenset[str]]] = {
    "hydration": frozenset(
        {"liquid", "milk", "dairy", "egg", "fruit", "flour", "grain", "protein", "cocoa", "seed", "binder", "pulse"}
    ),
    "powder-share": frozenset({"protein", "flour", "grain"}),
    "sweetness": frozenset({"sugar", "sweetener", "fruit", "dried fruit"}),
    "fat": frozenset({"fat", "nut butter", "chocolate", "milk", "dairy", "nut"}),
    "leavening": frozenset({"leavening"}),
    "binder": frozenset({"egg", "binder", "seed"}),
    "set": frozenset({"binder", "egg", "flour", "topping", "protein"}),
    "salt-browning": frozenset({"salt", "leavening"}),
}
"""By which foods of a formula each dial is turned, by their roles: less flour lets a cake rise, but nobody means
that."""


def _least_left(share: DoughLine, step: float) -> float:
    """How much of a line may go: all but a quarter, in whole pieces."""
    return share.mass_g * 0.75 if not step else max(0.0, share.mass_g - step)


def _step(item: Ingredient) -> float:
    """Whole eggs: nobody weighs 23 g of one."""
    return item.measures.piece_g.get("large", 0.0) if item.slug == "egg" else 0.0


def may_come_in(item: Ingredient, setting: RepairContext) -> bool:
    """Whether a new food keeps what the formula keeps and nobody has to look out for it."""
    diets_kept = setting.allergens.diets_kept
    breaks = (BROKEN_BY[diet](item) for diet in (*diets_kept, *(name for name in setting.avoided if name in BROKEN_BY)))
    carried = {*(item.allergens or ()), *(item.traces or ())}
    return not any(breaks) and not carried & setting.avoided


def _tried(
    move: _Move, dial: Dial, before: Sequence[Dial], dough: JudgedDough, setting: RepairContext, learned: Learned
) -> Repair | None:
    """The least of a move that brings the dial back; None where it does not, or pushes another one out."""

    def changed(change_g: float) -> Composition:
        return dough.composition.plus(move.a_gram.times(change_g))

    def back(change_g: float) -> bool:
        now = dial_of(dial.name, changed(change_g), dough.family, learned)
        if now.value is None or now.low is None or now.high is None:
            return False
        inward = _INWARD * (now.high - now.low)
        return now.low + inward <= now.value if dial.verdict is Verdict.LOW else now.value <= now.high - inward

    if abs(move.most_g) < 1e-9 or not back(move.most_g):
        return None
    low, high = 0.0, move.most_g
    for _ in range(14):
        middle = (low + high) / 2
        if back(middle):
            high = middle
        else:
            low = middle
    change_g = _in_kitchen(move, high)
    if change_g is None:
        return None
    after = dials_of(changed(change_g), dough.family, learned)
    mended = next(each for each in after if each.name == dial.name)
    if mended.verdict is not Verdict.FITS or any(map(is_worse, before, after)):
        return None
    value = mended.value
    assert value is not None
    return _repair(move, dial, change_g, value, setting)


def _in_kitchen(move: _Move, change_g: float) -> float | None:
    """The change rounded to what a kitchen can do, never to less of it; None where that is beyond the bounds."""
    if move.step_g:
        steps = -(-abs(change_g) // move.step_g)
        rounded = steps * move.step_g
    else:
        rounded = kitchen_grams(abs(change_g))
        if rounded < abs(change_g):
            rounded = round(rounded + kitchen_step(rounded), 4)
    if rounded > abs(move.most_g) * 1.05:
        return None
    return rounded if change_g > 0 else -rounded


def _repair(move: _Move, dial: Dial, change_g: float, value: float, setting: RepairContext) -> Repair:
    per_100g = move.item.per_100g_by(setting.energy)
    per_piece = change_g / 100 / setting.piece_count
    price = setting.prices.get(move.item.slug)
    measures = in_measures(abs(change_g), move.item.measures)
    more = "more " if move.line_id is not None and change_g > 0 else ""
    amount = f"{abs(change_g):g} g {more}{move.item.name}" + (f" ({measures})" if measures else "")
    verb = "Add" if move.line_id is None else "Take" if change_g > 0 else "Leave out"
    return Repair(
        dial=dial.name,
        line_id=move.line_id,
        slug=move.item.slug,
        name=move.item.name,
        change_g=change_g,
        resulting_g=move.there_g + change_g,
        words=f"{verb} {amount}",
        note=move.note,
        energy_kcal=(per_100g.energy_kcal or 0.0) * per_piece,
        protein_g=(per_100g.protein_g or 0.0) * per_piece,
        cost=None if price is None else price * change_g / setting.piece_count,
        value=value,
    )


def _size(repair: Repair, composition: Composition) -> float:
    """How much of a change it is: its share of the dough, and more for something new."""
    return abs(repair.change_g) / composition.dough_g + (_NEW_LINE if repair.line_id is None else 0.0)


def _distinct(repairs: Iterable[Repair]) -> list[Repair]:
    """The first of each food."""
    return list({repair.slug: repair for repair in reversed(list(repairs))}.values())[::-1]


@cache
def _table() -> tuple[Mapping[str, str], ...]:
    return tuple(read_table("crumb/repairs"))
