"""A line read against the cupboard: what it was taken for, how many grams, what is in it."""

from collections.abc import Mapping
from dataclasses import dataclass, field, replace
from typing import Final

from ample_crumb.core.follows import Follows
from ample_crumb.core.food.cupboard import Cupboard
from ample_crumb.core.food.energy import EnergySystem
from ample_crumb.core.food.ingredient import Ingredient
from ample_crumb.core.food.nutrients import Figures
from ample_crumb.core.food.reference_shelf import reference_shelf
from ample_crumb.core.formula.formula import WHOLE, Line, PartOptions
from ample_crumb.core.formula.said_of_food import unborne
from ample_crumb.core.quantity.amount import WrittenLine
from ample_crumb.core.quantity.line_parser import LINE_LENGTH, read_line
from ample_crumb.core.quantity.line_splitting import split_foods
from ample_crumb.core.quantity.name_matching import RUNNERS_UP, MatchResult, phrase, tells_no_state
from ample_crumb.core.quantity.units import MeasureSystem
from ample_crumb.core.quantity.unmeasured import usual_weight
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
    """An ingredient that a line may mean, and where its figures are from. One of the second shelf is a `reference`."""

    slug: str
    name: str
    source: str = ""
    reference: bool = False

    @classmethod
    def from_ingredient(cls, item: Ingredient) -> "Choice":
        """An ingredient as one that may be meant."""
        return cls(item.slug, item.name, item.source, item.reference)


@dataclass(frozen=True, slots=True)
class WeighedLine:
    """What a line brings that could be read: so many g of an ingredient with their figures.

    `low_g` and `high_g` are the ends of a written range. `assumption` names what was taken for granted about the
    weight. `prepared_g` is more than the grams of the figures where only a part is used; `used_by_eye` when that part
    was said as a share. `fills` are the ways in which a cup of the ingredient may be filled, its usual one first; empty
    where it makes no difference.
    """

    ingredient: Choice
    figures: Figures
    low_g: float
    high_g: float
    basis: WeightBasis
    assumption: str
    prepared_g: float
    used_by_eye: bool = False
    fills: tuple[str, ...] = ()

    @property
    def mass_g(self) -> float:
        """How many g of it are used."""
        return self.figures.mass_g

    def within(self, options: PartOptions) -> "WeighedLine":
        """As much of it as its part goes in; a part of a part was judged by eye."""
        share = options.used_share
        if share == 1:
            return self
        return replace(
            self,
            figures=self.figures.times(share),
            low_g=self.low_g * share,
            high_g=self.high_g * share,
            assumption="; ".join(filter(None, (f"{share:.0%} of the part", self.assumption))),
            used_by_eye=True,
        )


@dataclass(frozen=True, slots=True)
class ReadLine(Follows):
    """A line with all that was made of it; `id` names it within its formula.

    `weighed` is None when the line could not be read; then `problem` says why and the totals leave it out. `sure` is
    False when the `ingredient` is a likely guess that wants a look. `others` are the runner-ups, best first. `apart`
    holds the lines to make of a line that names several foods, and is empty otherwise.
    """

    text: str
    name: str
    ingredient: Choice | None
    others: tuple[Choice, ...]
    sure: bool
    weighed: WeighedLine | None
    optional: bool
    problem: str
    apart: tuple[str, ...] = ()
    id: str = ""

    @property
    def left_out(self) -> bool:
        """Whether something is written that the totals leave out."""
        return self.weighed is None and bool(self.text.strip())


def read_against(
    line: Line, cupboard: Cupboard, preferences: ReadingPreferences, options: PartOptions = WHOLE
) -> ReadLine:
    """Reads one line of a part that goes in by these options. What the baker picked for it wins; else a remembered
    correction, else the best match of its name. Never raises for what a line may hold."""
    picked = line.chosen if line.chosen in cupboard.ingredients else None
    if picked is None and preferences.corrections:
        picked = preferences.corrections.get(phrase(read_line(line.text).name))
    # While one line is typed the others stay as they are, and are not read anew; nor is the same text in two formulas.
    remember = picked not in cupboard.passing
    text = (line.text, preferences.system, preferences.energy, picked)
    here = (text, line.id, options)
    read: ReadLine | None = cupboard.remembered.get(here) if remember else None
    if read is not None:
        return read
    read = cupboard.remembered.get(text) if remember else None
    if read is None:
        read = _read(line.text, cupboard, preferences.system, preferences.energy, picked)
        if remember:
            cupboard.remembered.put(text, read)
    read = replace(
        read,
        weighed=read.weighed and read.weighed.within(options),
        optional=read.optional or options.optional,
        id=line.id,
    )
    if remember:
        cupboard.remembered.put(here, read)
    return read


def _read(text: str, cupboard: Cupboard, system: MeasureSystem, energy: EnergySystem, picked: str | None) -> ReadLine:
    line = read_line(text)
    unit = line.amount.terms[0].unit.name if line.amount else ""
    found = cupboard.index.find(line.name, line.notes, unit) if line.name else _NOTHING
    ingredient, sure = _meant(found, cupboard, picked)
    shelf = _of_the_shelf(line, cupboard) if ingredient is None and line.name else ()
    if shelf:
        ingredient = shelf[0]
    if ingredient and picked is None and unborne(line.name, line.notes, ingredient):
        sure = False
    others = (*map(Choice.from_ingredient, shelf[1:]), *_others(found, ingredient, cupboard))
    weight: Weight | None = None
    problem = line.problem
    foods = split_foods(text[:LINE_LENGTH])
    apart = foods if len(foods) > 1 else ()
    if apart:
        # One line, one food: the second would otherwise be lost without a word.
        problem = f"This names {len(apart)} foods; give each a line of its own."
    if line.purpose is not None and ingredient is not None and not apart:
        weight = usual_weight(line.purpose, ingredient.slug, ingredient.role, ingredient.measures, system)
        problem = problem if weight is None else ""
    if not problem and ingredient is None:
        near = f" Did you mean {others[0].name}?" if others else ""
        problem = f"We know no ingredient called “{line.name[:60]}”.{near}"
    if not problem and ingredient is not None and weight is None:
        try:
            weight = weigh(line, ingredient.name, ingredient.measures, system)
        except CannotWeigh as cannot:
            problem = str(cannot)
    return ReadLine(
        text=text,
        name=line.name,
        ingredient=Choice.from_ingredient(ingredient) if ingredient else None,
        others=others,
        sure=sure,
        weighed=_weighed(ingredient, weight, energy) if ingredient and weight else None,
        optional=line.optional,
        problem=problem,
        apart=apart,
    )


_NOTHING: Final = MatchResult(None, (), sure=False)


def _meant(found: MatchResult, cupboard: Cupboard, picked: str | None) -> tuple[Ingredient | None, bool]:
    if picked is not None and picked in cupboard.ingredients:
        return cupboard.ingredients[picked], True
    if found.best is None:
        return None, False
    return cupboard.ingredients[found.best.key], found.sure


def _of_the_shelf(line: WrittenLine, cupboard: Cupboard) -> tuple[Ingredient, ...]:
    """Foods of the second shelf that a line may mean that no food of the cupboard is near to; a guess always."""
    said = line.name if tells_no_state(line.notes) else " ".join((line.name, *line.notes))
    slugs = reference_shelf().meant(said, 1 + RUNNERS_UP)
    return tuple(cupboard.ingredients[slug] for slug in slugs if slug in cupboard.ingredients)


def _others(found: MatchResult, ingredient: Ingredient | None, cupboard: Cupboard) -> tuple[Choice, ...]:
    matches = ((found.best,) if found.best else ()) + found.others
    slugs = [match.key for match in matches if ingredient is None or match.key != ingredient.slug]
    return tuple(Choice.from_ingredient(cupboard.ingredients[slug]) for slug in slugs)


def _weighed(ingredient: Ingredient, weight: Weight, energy: EnergySystem) -> WeighedLine:
    nutrients = ingredient.per_100g_by(energy).times(weight.mass_g / 100)
    return WeighedLine(
        ingredient=Choice.from_ingredient(ingredient),
        figures=Figures(weight.mass_g, nutrients, nutrients.unknown),
        low_g=weight.low_g,
        high_g=weight.high_g,
        basis=weight.basis,
        assumption=weight.assumption,
        prepared_g=weight.prepared_g,
        used_by_eye=weight.by_eye,
        fills=tuple(ingredient.measures.cup_g) if weight.basis is WeightBasis.MEASURED else (),
    )
