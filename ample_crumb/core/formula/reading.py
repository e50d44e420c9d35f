"""A line read against the cupboard: what it was taken for, how many grams, what is in it."""

from collections.abc import Mapping
from dataclasses import dataclass, field
from typing import Final

from ample_crumb.core.follows import Follows
from ample_crumb.core.food.cupboard import Cupboard
from ample_crumb.core.food.energy import EnergySystem
from ample_crumb.core.food.ingredient import Ingredient
from ample_crumb.core.food.nutrients import Figures
from ample_crumb.core.quantity.line_parser import LINE_LENGTH, read_line
from ample_crumb.core.quantity.line_splitting import split_foods
from ample_crumb.core.quantity.name_matching import MatchResult, phrase
from ample_crumb.core.quantity.units import MeasureSystem
from ample_crumb.core.quantity.weighing import CannotWeigh, Weight, WeightBasis, weigh


@dataclass(frozen=True, slots=True)
class ReadingPreferences:
    """How a kitchen reads and counts: whose cups, whose energy, and what its own words mean.

    `corrections` maps a phrase (`phrase` of name matching) to the slug that it was once corrected to.
    """

    system: MeasureSystem = MeasureSystem.US
    energy: EnergySystem = EnergySystem.STATED
    corrections: Mapping[str, str] = field(default_factory=dict)


@dataclass(frozen=True, slots=True)
class Choice:
    """An ingredient that a line may mean."""

    slug: str
    name: str


@dataclass(frozen=True, slots=True)
class ReadLine(Follows):
    """A line with all that was made of it.

    `figures` is None when the line could not be read; then `problem` says why and the totals leave it out. `sure` is
    False when the ingredient is a likely guess that wants a look. `others` are the runner-ups, best first. `how` names
    what was taken for granted about the weight. `low_g` and `high_g` are the ends of a written range. `apart` holds
    the lines to make of a line that names several foods, and is empty otherwise. `prepared_g` is more than the grams of
    the figures where only a part is used; `used_by_eye` when that part was said as a share. `fills` are the ways in
    which a cup of the ingredient may be filled, its usual one first; empty where it makes no difference.
    """

    text: str
    name: str
    ingredient: Choice | None
    others: tuple[Choice, ...]
    sure: bool
    figures: Figures | None
    low_g: float | None
    high_g: float | None
    basis: WeightBasis | None
    assumption: str
    optional: bool
    problem: str
    apart: tuple[str, ...] = ()
    prepared_g: float | None = None
    used_by_eye: bool = False
    fills: tuple[str, ...] = ()


def read_against(text: str, cupboard: Cupboard, preferences: ReadingPreferences, chosen: str | None = None) -> ReadLine:
    """Reads one line. `chosen` is the slug that the baker picked for it; else a remembered correction, else the best
    match of its name. Never raises for what a line may hold."""
    picked = chosen if chosen in cupboard.ingredients else None
    if picked is None and preferences.corrections:
        picked = preferences.corrections.get(phrase(read_line(text).name))
    # While one line is typed the others stay as they are, and are not read anew.
    asked = (text, preferences.system, preferences.energy, picked)
    read: ReadLine | None = None if picked in cupboard.passing else cupboard.remembered.get(asked)
    if read is None:
        read = _read(text, cupboard, preferences.system, preferences.energy, picked)
        if picked not in cupboard.passing:
            cupboard.remembered.put(asked, read)
    return read


def _read(text: str, cupboard: Cupboard, system: MeasureSystem, energy: EnergySystem, picked: str | None) -> ReadLine:
    line = read_line(text)
    unit = line.amount.terms[0].unit.name if line.amount else ""
    found = cupboard.index.find(line.name, line.notes, unit) if line.name else _NOTHING
    ingredient, sure = _meant(found, cupboard, picked)
    others = _others(found, ingredient, cupboard)
    weight: Weight | None = None
    problem = line.problem
    foods = split_foods(text[:LINE_LENGTH])
    apart = foods if len(foods) > 1 else ()
    if apart:
        # One line, one food: the second would otherwise be lost without a word.
        problem = f"This names {len(apart)} foods; give each a line of its own."
    if not problem and ingredient is None:
        near = f" Did you mean {others[0].name}?" if others else ""
        problem = f"We know no ingredient called “{line.name[:60]}”.{near}"
    if not problem and ingredient is not None:
        try:
            weight = weigh(line, ingredient.name, ingredient.measures, system)
        except CannotWeigh as cannot:
            problem = str(cannot)
    figures = _figures(ingredient, weight, energy) if ingredient and weight else None
    return ReadLine(
        text=text,
        name=line.name,
        ingredient=Choice(ingredient.slug, ingredient.name) if ingredient else None,
        others=others,
        sure=sure,
        figures=figures,
        low_g=weight.low_g if weight else None,
        high_g=weight.high_g if weight else None,
        basis=weight.basis if weight else None,
        assumption=weight.assumption if weight else "",
        optional=line.optional,
        problem=problem,
        apart=apart,
        prepared_g=weight.prepared_g if weight else None,
        used_by_eye=weight.by_eye if weight else False,
        fills=tuple(ingredient.measures.cup_g)
        if ingredient and weight and weight.basis is WeightBasis.MEASURED
        else (),
    )


_NOTHING: Final = MatchResult(None, (), sure=False)


def _meant(found: MatchResult, cupboard: Cupboard, picked: str | None) -> tuple[Ingredient | None, bool]:
    if picked is not None and picked in cupboard.ingredients:
        return cupboard.ingredients[picked], True
    if found.best is None:
        return None, False
    return cupboard.ingredients[found.best.key], found.sure


def _others(found: MatchResult, ingredient: Ingredient | None, cupboard: Cupboard) -> tuple[Choice, ...]:
    matches = ((found.best,) if found.best else ()) + found.others
    slugs = [match.key for match in matches if ingredient is None or match.key != ingredient.slug]
    return tuple(Choice(slug, cupboard.ingredients[slug].name) for slug in slugs)


def _figures(ingredient: Ingredient, weight: Weight, energy: EnergySystem) -> Figures:
    nutrients = ingredient.per_100g_by(energy).times(weight.mass_g / 100)
    return Figures(weight.mass_g, nutrients, nutrients.unknown)
