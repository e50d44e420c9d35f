"""A first formula from foods: bakers' ratios for the family, brought within its windows and the wishes by the
program."""

import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace
from typing import Final

from ample_crumb.core.crumb.functional_properties import functional_properties
from ample_crumb.core.crumb.hazards import COLD_FAMILIES
from ample_crumb.core.food.cupboard import Cupboard
from ample_crumb.core.food.ingredient import Ingredient
from ample_crumb.core.formula.formula import Line, Part
from ample_crumb.core.problem import CannotUse
from ample_crumb.core.production.bake_time import bake_profiles
from ample_crumb.core.production.tins import Tin
from ample_crumb.core.quantity.kitchen_scale import kitchen_grams
from ample_crumb.core.reformulate.answers import Answer
from ample_crumb.core.reformulate.dessert_limits import Limit
from ample_crumb.core.reformulate.family_ratios import Slot, family_slots, family_starts, slot_of
from ample_crumb.core.reformulate.nearest_answer import nearest_answer
from ample_crumb.core.reformulate.prepared_program import prepare
from ample_crumb.core.reformulate.request import ReformulationRequest
from ample_crumb.core.reformulate.search import next_answer
from ample_crumb.core.reformulate.variables import LineBounds, is_kept_out
from ample_crumb.core.reformulate.wishes import Wish
from ample_crumb.core.swap.formula_in_kitchen import FormulaInKitchen
from ample_crumb.core.wording import join_names


@dataclass(frozen=True, slots=True)
class StartFood:
    """A food to begin with by its slug, and how much of it there is, None for enough."""

    slug: str
    most_g: float | None = None


@dataclass(frozen=True, slots=True)
class StartRequest:
    """What shall be made of it: a family, so many pieces (None for as many as usual, or as a tin holds), wishes for a
    piece, and what must not be in it."""

    foods: tuple[StartFood, ...]
    family: str
    piece_count: int | None = None
    tin: Tin | None = None
    wishes: tuple[Wish, ...] = ()
    bans: frozenset[str] = frozenset()


@dataclass(frozen=True, slots=True)
class Started:
    """A first formula. `brought` are the foods that came in besides, by name, `left_out` sentences on those that did
    not go in. `met` says that it holds the wishes and all dials; else `answer` is the nearest."""

    formula: FormulaInKitchen
    answer: Answer
    brought: tuple[str, ...]
    left_out: tuple[str, ...]
    met: bool


_FILLED: Final = 0.6
"""A tin is filled to so great a share of its depth. Common practice."""

_FARTHEST: Final = 3.0
"""So many times the ratio, or so great a part of it, a food may be by the program: a first formula is no other kind."""


def start_from_foods(request: StartRequest, empty: FormulaInKitchen) -> Started:
    """A first formula of a family from foods; `empty` is how its kitchen reads and makes. Raises CannotUse for a family
    that nobody has ratios for, and where no food is given that goes into it."""
    start = family_starts().get(request.family)
    if start is None:
        raise CannotUse("Choose what shall be made: a family of desserts.")
    pieces = request.piece_count or start.piece_count
    dough_g = _dough_g(request, empty, pieces, start.piece_g)
    given, left_out = _usable(request, empty.cupboard)
    chosen = _with_staples(given, request, empty.cupboard)
    if not given:
        raise CannotUse("Name at least one food that goes into it.")
    most = {food.slug: food.most_g or math.inf for food in request.foods}
    by_ratio = _by_ratio(chosen, family_slots(request.family), dough_g)
    grams = {slug: min(each, most.get(slug, math.inf)) for slug, each in by_ratio.items()}
    lines = tuple(Line(_text(item, grams[item.slug]), item.slug, f"start-{n}") for n, item in enumerate(chosen, 1))
    making = replace(empty.making, portioning=replace(empty.making.portioning, count=float(pieces)))
    tins = (request.tin,) if request.tin else empty.tins
    formula = replace(
        empty,
        parts=(Part("", lines),),
        family=request.family,
        making=making,
        tins=tins,
        method=_method(request, chosen),
    )
    names = {item.slug for item in given}
    holds = tuple(
        LineBounds(
            line.id,
            low_g=grams[item.slug] / _FARTHEST if item.slug in names else 0.0,
            high_g=min(_FARTHEST * grams[item.slug], most.get(item.slug, math.inf)),
        )
        for line, item in zip(lines, chosen, strict=True)
    )
    asked = ReformulationRequest(
        request.wishes, holds, allowed=(), bans=request.bans, fresh=True, answers=1, lifted=_LIFTED
    )
    answer, met = _answered(formula, asked)
    in_it = {line.slug for line in answer.lines if line.text}
    brought = tuple(item.name for item in chosen if item.slug in in_it - names)
    brought += tuple(line.name for line in answer.lines if line.line_id is None)
    return Started(formula, answer, brought, left_out, met)


_ANY: Final = Wish("energy_kcal", 100_000.0)
"""A wish that every formula holds."""

_LIFTED: Final = frozenset({Limit.SWEETNESS, Limit.CHARACTER, Limit.ROLES})

_HELPERS: Final = (
    "milk_skim", "water", "egg", "oat_flour", "apple_sauce", "greek_yogurt_0", "corn_starch", "sugar", "salt",
    "baking_powder", "neutral_oil",
)  # fmt: skip
"""What may come in where the foods alone make no dough that works. Common practice: what is in every kitchen."""


def _answered(formula: FormulaInKitchen, asked: ReformulationRequest) -> tuple[Answer, bool]:
    """The first formula by the foods alone, else with what is in every kitchen, else the nearest."""
    for allowed in ((), _HELPERS):
        answer = next_answer(prepare(formula, replace(asked, allowed=allowed)), ()).answer
        if answer is not None:
            return answer, True
    wished = replace(asked, allowed=_HELPERS, wishes=asked.wishes or (_ANY,))
    for request in (wished, replace(wished, fresh=False)):
        found = nearest_answer(prepare(formula, request)).answer
        if found is not None:
            return found, False
    kept = next_answer(prepare(formula, replace(asked, wishes=(_ANY,), fresh=False)), ()).answer
    if kept is None:
        raise CannotUse("These foods make no dough of that kind, whatever their amounts; name others, or another kind.")
    return kept, False


def _dough_g(request: StartRequest, empty: FormulaInKitchen, pieces: int, piece_g: float) -> float:
    if request.tin is None:
        return pieces * piece_g
    density = empty.making.portioning.density_g_per_ml or 1.1
    return request.tin.volume_ml * _FILLED * density


def _usable(request: StartRequest, cupboard: Cupboard) -> tuple[list[Ingredient], tuple[str, ...]]:
    """The foods that go in, and sentences on those that do not."""
    found: list[Ingredient] = []
    out = []
    cold = request.family in COLD_FAMILIES
    for food in request.foods:
        item = cupboard.ingredients.get(food.slug)
        if item is None:
            raise CannotUse("There is no such food any more; choose it anew.")
        if is_kept_out(item, request.bans):
            out.append(f"{item.name} stays out: it must not be in it.")
        elif not slot_of(item):
            out.append(f"{item.name} stays out: nobody knows what it does in a dough.")
        elif cold and slot_of(item) == "egg":
            out.append(f"{item.name} stays out: nothing cooks it here.")
        elif item not in found:
            found.append(item)
    return found, tuple(out)


def _with_staples(given: Sequence[Ingredient], request: StartRequest, cupboard: Cupboard) -> list[Ingredient]:
    """The foods with what every dough of the family needs and nobody gave."""
    filled = {slot_of(item) for item in given}
    found = list(given)
    for slot in family_slots(request.family).values():
        stands_in = filled & _STANDS_IN.get(slot.slot, frozenset())
        if not slot.needed or slot.slot in filled or stands_in:
            continue
        item = next(
            (
                each
                for slug in (slot.staple, *_OTHER_STAPLES.get(slot.slot, ()))
                if (each := cupboard.ingredients.get(slug)) is not None and not is_kept_out(each, request.bans)
            ),
            None,
        )
        if item is not None:
            found.append(item)
    return found


_STANDS_IN: Final[Mapping[str, frozenset[str]]] = {
    "flour": frozenset({"pulse", "nut"}),
    "fat": frozenset({"pulse", "nut"}),
    "sweet": frozenset({"dates"}),
}
"""Pulses are flour and moisture at once, nuts flour and fat; dates sweeten and bind."""

_OTHER_STAPLES: Final[Mapping[str, tuple[str, ...]]] = {
    "flour": ("oat_flour_gf", "rice_flour"),
    "wet": ("soy_yogurt", "soy_milk", "apple_sauce"),
    "egg": ("flax_egg",),
    "fat": ("neutral_oil", "sunflower_butter"),
    "sweet": ("stevia_blend", "maple_syrup"),
    "set": ("agar",),
    "nut": ("sunflower_seeds",),
}
"""Where the usual staple must not be in it."""


def _by_ratio(chosen: Sequence[Ingredient], slots: Mapping[str, Slot], dough_g: float) -> dict[str, float]:
    """Grams of each food: its slot's share of the dough, shared among the foods of the slot."""
    shares = {}
    for item in chosen:
        slot = slots[slot_of(item)]
        together = sum(slot_of(other) == slot.slot for other in chosen)
        shares[item.slug] = slot.share / together * _strength(item)
    whole = sum(shares.values())
    return {slug: share / whole * dough_g for slug, share in shares.items()}


def _strength(item: Ingredient) -> float:
    """What is many times as sweet as sugar is so much less."""
    sweet = functional_properties(item).sweetness_ratio
    return 1 / sweet if item.role == "sweetener" and sweet and sweet > 2 else 1.0


_DRY_SLOTS: Final = ("flour", "powder", "cocoa", "lift", "salt", "nut", "spice", "chocolate", "set")


def _method(request: StartRequest, chosen: Sequence[Ingredient]) -> str:
    """The family's own steps with the names of the foods."""
    names: dict[bool, list[str]] = {True: [], False: []}
    for item in chosen:
        dry = slot_of(item) in _DRY_SLOTS or (slot_of(item) == "sweet" and not _flows(item))
        names[dry].append(item.name.split(",")[0])
    profile = bake_profiles().get(request.family)
    celsius = f"{profile.oven_c:.0f}" if profile and profile.oven_c else "175"
    text = "\n".join(family_starts()[request.family].steps)
    dry_names, wet_names = (join_names(list(dict.fromkeys(names[dry])) or ["the rest"]) for dry in (True, False))
    for mark, said in (("{dry}", dry_names), ("{wet}", wet_names), ("{celsius}", celsius)):
        text = text.replace(mark, said)
    return text


def _flows(item: Ingredient) -> bool:
    return any(word in item.slug for word in ("syrup", "honey", "drops", "agave", "molasses"))


def _text(item: Ingredient, grams: float) -> str:
    if item.slug == "egg":
        count = max(1, round(grams / item.measures.piece_g.get("large", 50.0)))
        return f"{count} large {'egg' if count == 1 else 'eggs'}"
    amount = kitchen_grams(grams) if grams >= 1 else round(grams, 2)
    return f"{amount:g} g {item.name}"
