"""A dough that looks wrong: what is only waiting is told from what is wrong, and only then a repair is offered, half of
it first.

The baker says what the dough is like, of the closed list, and how far it has come. That is set beside what it should be
like by then. A dough that is still drinking wants time, a warm buttery one the cold, a dry one that was just mixed more
stirring; what is left after that is liquid or flour too much.
"""

from collections.abc import Iterable
from dataclasses import dataclass
from enum import StrEnum
from typing import Final

from ample_crumb.core.crumb.check import JudgedDough
from ample_crumb.core.crumb.composition import Composition, brought_by, gram_of
from ample_crumb.core.crumb.dials.dial import NOTHING_LEARNED, Learned
from ample_crumb.core.crumb.dough_state import Consistency, dough_state_of, liquid_share
from ample_crumb.core.crumb.repairs import RepairContext, may_come_in
from ample_crumb.core.food.cupboard import Cupboard
from ample_crumb.core.food.ingredient import Ingredient
from ample_crumb.core.quantity.grams_in_measures import in_measures
from ample_crumb.core.quantity.kitchen_scale import kitchen_grams


class Stage(StrEnum):
    """How far the dough has come."""

    MIXED = "just mixed"
    RESTED = "rested"
    CHILLED = "rested and chilled"


class Remedy(StrEnum):
    """What to do about it."""

    NOTHING = "nothing"
    MIX = "mix on"
    WAIT = "wait"
    CHILL = "chill"
    ADD = "add"


@dataclass(frozen=True, slots=True)
class StepwiseRepair:
    """The grams of a food, half of which goes in first: of the line `line_id`, or new where that is None. What all of
    it changes in a piece."""

    line_id: str | None
    slug: str
    name: str
    change_g: float
    first_g: float
    words: str
    first_words: str
    energy_kcal: float
    protein_g: float


@dataclass(frozen=True, slots=True)
class Diagnosis:
    """What was meant to be, what is so, what to do in a sentence, and ways to add where it comes to that, the nearest
    at hand first. `steps_off` is how many states thinner it is than it should be, negative for stiffer."""

    meant: Consistency
    said: Consistency
    steps_off: int
    remedy: Remedy
    sentence: str
    repairs: tuple[StepwiseRepair, ...] = ()


_ORDER: Final = tuple(Consistency)
_SAME: Final = {Consistency.PRESSES: Consistency.ROLLS}
"""Pressed together and rolled are one to the touch."""

_COLD_FAT_SHARE: Final = 0.08
"""With so much butter a warm dough is softer than it will be. Common practice."""

_ON_TARGET: Final = {
    Consistency.CRUMBLES: 0.08,
    Consistency.PRESSES: 0.2,
    Consistency.ROLLS: 0.2,
    Consistency.SCOOPS: 0.32,
    Consistency.DROPS: 0.4,
    Consistency.RIBBONS: 0.48,
    Consistency.POURS: 0.56,
}
"""The liquid share in the middle of each state."""

_FLOURS: Final = ("oat_flour", "almond_flour", "wheat_flour")
_LIQUIDS: Final = ("milk_skim", "water", "greek_yogurt_0")
_MOST_REPAIRS: Final = 2
_MOST_LACKING: Final = 0.15
"""More water than this share of a dough is not missing by a slip."""

_MOST_SHARE: Final = 0.4


def diagnose_dough(
    dough: JudgedDough,
    said: Consistency,
    stage: Stage,
    cupboard: Cupboard,
    setting: RepairContext,
    learned: Learned = NOTHING_LEARNED,
) -> Diagnosis | None:
    """What to do about a dough that is like `said`; None where nobody knows what it should be like."""
    state = dough_state_of(dough.composition, dough.family)
    if state is None:
        return None
    meant = state.after_mixing if stage is Stage.MIXED else state.after_resting
    off = _place(said) - _place(meant.consistency)
    buttery = dough.composition.solid_fat_g >= _COLD_FAT_SHARE * dough.composition.dough_g
    drinks = state.rest_min and stage is Stage.MIXED

    def diagnosis(remedy: Remedy, sentence: str, repairs: Iterable[StepwiseRepair] = ()) -> Diagnosis:
        return Diagnosis(meant.consistency, said, off, remedy, sentence, tuple(repairs))

    if off == 0:
        more = f" It {state.after_resting.words} after {state.rest_min} minutes." if drinks else ""
        return diagnosis(Remedy.NOTHING, f"That is as it should be by now.{more}")
    if off > 0 and drinks:
        return diagnosis(
            Remedy.WAIT, f"Stand {state.rest_min} minutes first: it still drinks. Then it {state.after_resting.words}."
        )
    if off > 0 and buttery and stage is not Stage.CHILLED:
        return diagnosis(
            Remedy.CHILL,
            "Its butter is soft: chill it till it can be picked up, 15 minutes in the fridge or 5 in the freezer.",
        )
    if off < 0 and stage is Stage.MIXED and said is Consistency.CRUMBLES:
        return diagnosis(Remedy.MIX, "Normal for a minute: mix 60 seconds more, and press a handful together.")
    if off < 0 and stage is Stage.MIXED and _place(said) >= _place(state.after_resting.consistency):
        return diagnosis(Remedy.NOTHING, "It has drunk already what others take minutes for; go on.")
    if off == -1 and stage is not Stage.MIXED and state.rest_min:
        return diagnosis(Remedy.NOTHING, "A little stiffer than most, and still right: go on.")
    ways = _ways(dough, meant.liquid_share, _ON_TARGET[said], cupboard, setting, learned)
    what = "thinner" if off > 0 else "stiffer"
    return diagnosis(
        Remedy.ADD,
        f"It is {what} than it should be: “{meant.words}” was meant by now. Half of one of these first: stir, wait "
        "five minutes, look again.",
        ways,
    )


def _place(consistency: Consistency) -> int:
    return _ORDER.index(_SAME.get(consistency, consistency))


def _ways(
    dough: JudgedDough,
    meant_share: float,
    said_share: float,
    cupboard: Cupboard,
    setting: RepairContext,
    learned: Learned,
) -> list[StepwiseRepair]:
    """What to add so that what is like the one flows like the other. Why it is so is not known: a wetter curd, a
    thirstier flour, a slip of the scale all come to so much more or less water in it."""
    too_thin = said_share > meant_share
    composition = _as_said(dough.composition, said_share)
    roles = ("flour", "grain", "protein") if too_thin else ("milk", "liquid", "dairy")
    here = [
        (share.line_id, share.item, gram_of(share, learned.holding.get(share.item.slug, 1.0)))
        for share in dough.dough.lines
        if share.item.role in roles and not share.in_pieces and share.properties.powder == ""
    ]
    known = {item.slug for _, item, _ in here}
    others = [
        (None, item, brought_by(item, 1.0, learned.holding.get(item.slug, 1.0)))
        for item in (cupboard.ingredients[slug] for slug in (_FLOURS if too_thin else _LIQUIDS))
        if item.slug not in known and may_come_in(item, setting)
    ]
    found = []
    for line_id, item, gram in (*here, *others):
        grams = _enough(composition, gram, meant_share)
        if grams is not None:
            found.append(stepwise_repair(line_id, item, kitchen_grams(grams), setting))
        if len(found) == _MOST_REPAIRS:
            break
    return found


def _as_said(composition: Composition, share: float) -> Composition:
    """The dough with as much water more or less in it as makes it flow so."""
    water = Composition(mass_g=1.0, dough_g=1.0, water_g=1.0)
    low, high = -min(0.9 * composition.water_g, _MOST_LACKING * composition.dough_g), 3 * composition.dough_g
    for _ in range(40):
        middle = (low + high) / 2
        if _rested_share(composition.plus(water.times(middle))) < share:
            low = middle
        else:
            high = middle
    return composition.plus(water.times(high))


def _rested_share(composition: Composition) -> float:
    return liquid_share(composition, composition.water_holding_g - composition.hot_holding_g)


def _enough(composition: Composition, gram: Composition, target: float) -> float | None:
    """The g that bring the liquid share to the target, by halving; None where no sensible amount does."""

    def share(grams: float) -> float:
        return _rested_share(composition.plus(gram.times(grams)))

    low, high = 0.0, _MOST_SHARE * composition.dough_g
    rises = share(high) > share(0.0)
    if (share(high) < target) if rises else (share(high) > target):
        return None
    for _ in range(30):
        middle = (low + high) / 2
        if (share(middle) < target) == rises:
            low = middle
        else:
            high = middle
    return high if high >= 1 else None


def stepwise_repair(line_id: str | None, item: Ingredient, grams: float, setting: RepairContext) -> StepwiseRepair:
    """Returns a mass of a food as a repair by halves, with what all of it changes in a piece."""
    per_g = item.per_100g_by(setting.energy).times(0.01 * grams / setting.piece_count)

    def words(amount: float) -> str:
        measured = in_measures(amount, item.measures)
        return f"{amount:g} g {item.name}{f' ({measured})' if measured else ''}"

    half = kitchen_grams(grams / 2)
    return StepwiseRepair(
        line_id=line_id,
        slug=item.slug,
        name=item.name,
        change_g=grams,
        first_g=half,
        words=words(grams),
        first_words=words(half),
        energy_kcal=per_g.energy_kcal or 0.0,
        protein_g=per_g.protein_g or 0.0,
    )
