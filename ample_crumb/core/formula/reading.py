"""A line read against the cupboard: what it was taken for, how many grams, what is in it."""

from collections.abc import Mapping
from dataclasses import dataclass, field, replace
from enum import StrEnum

from ample_crumb.core.food.cupboard import Cupboard
from ample_crumb.core.food.energy import EnergySystem
from ample_crumb.core.food.ingredient import Ingredient
from ample_crumb.core.food.nutrients import Figures
from ample_crumb.core.formula.food_meanings import Meant, meant_by
from ample_crumb.core.formula.formula import WHOLE, Line, PartOptions
from ample_crumb.core.memoized import Memoized
from ample_crumb.core.quantity.amount import WrittenLine
from ample_crumb.core.quantity.line_parser import LINE_LENGTH, read_line
from ample_crumb.core.quantity.line_splitting import split_foods
from ample_crumb.core.quantity.name_matching import phrase
from ample_crumb.core.quantity.units import MeasureSystem
from ample_crumb.core.quantity.unmeasured import usual_weight
from ample_crumb.core.quantity.weighing import CannotWeigh, Weight, WeightBasis, weigh
from ample_crumb.core.quantity.written_choice import NO_CHOICE, WrittenChoice, read_choice


@dataclass(frozen=True, slots=True)
class ReadingPreferences:
    """How a kitchen reads and counts: whose cups, whose energy, and what its own words mean.

    `food_aliases` maps a phrase (`phrase` of name matching) to the slug that it was once said to mean.
    """

    system: MeasureSystem = MeasureSystem.US
    energy: EnergySystem = EnergySystem.STATED
    food_aliases: Mapping[str, str] = field(default_factory=dict)


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
        """Returns as much of the line as its part puts into the whole; a part of a part was judged by eye."""
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


class Asks(StrEnum):
    """What a line asks its baker: which of its alternatives goes in, whether its food is the one it was taken for, how
    much of it, or what its name means at all."""

    WHICH = "which"
    FOOD = "food"
    AMOUNT = "amount"
    UNKNOWN = "unknown"


@dataclass(frozen=True, slots=True)
class LineAlternative:
    """What a line may mean: its `text` with this food, and what that brings, None where it has no grams."""

    text: str
    ingredient: Choice
    weighed: WeighedLine | None


@dataclass(frozen=True, slots=True)
class ReadLine(Memoized):
    """A line with all that was made of it; `id` names it within its formula.

    `weighed` is None when the line could not be read; then `problem` says why and the totals leave it out. `sure` is
    False when the `ingredient` is a likely guess that wants a look. `others` are the runner-ups, best first. `apart`
    holds the lines to make of a line that names several foods, and is empty otherwise.

    `asks` is what it asks, None for nothing, and `alternatives` what it may mean, what stands for it now among them. A
    line that leaves a choice ("honey or maple syrup") keeps its alternatives when it was made; others have them while
    they ask.
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
    asks: Asks | None = None
    alternatives: tuple[LineAlternative, ...] = ()
    id: str = ""

    @property
    def leaves_choice(self) -> bool:
        """Whether it is written so that one of several foods goes in."""
        return bool(self.alternatives) and self.asks in (None, Asks.WHICH)

    @property
    def open_alternatives(self) -> tuple[LineAlternative, ...]:
        """What else it may turn out to be, until that is said."""
        return () if self.asks is None else self.alternatives

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
    if picked is None and preferences.food_aliases:
        picked = preferences.food_aliases.get(phrase(read_line(line.text).name))
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
        alternatives=tuple(
            replace(alternative, weighed=alternative.weighed and alternative.weighed.within(options))
            for alternative in read.alternatives
        )
        if options.used_share < 1
        else read.alternatives,
        optional=read.optional or options.optional,
        id=line.id,
    )
    if remember:
        cupboard.remembered.put(here, read)
    return read


def _read(text: str, cupboard: Cupboard, system: MeasureSystem, energy: EnergySystem, picked: str | None) -> ReadLine:
    choice = read_choice(text)
    name = read_line(text).name
    if choice is NO_CHOICE or _is_own(name, choice, cupboard):
        return _read_one(text, cupboard, system, energy, picked)
    if choice.kind_only:
        return replace(_read_one(choice.lines[0], cupboard, system, energy, picked, by_kind=True), text=text, name=name)
    read = _read_choice(choice, cupboard, system, energy, picked)
    return replace(read, text=text, name=name, optional=read.optional or choice.may_be_left)


def _read_choice(
    choice: WrittenChoice, cupboard: Cupboard, system: MeasureSystem, energy: EnergySystem, picked: str | None
) -> ReadLine:
    """A line of which one of several foods goes in: the one that was picked, else the first that has grams."""
    pairs = zip(choice.lines, choice.in_full, strict=True)
    lines = [full if full and _stands_for(full, line, cupboard) else line for line, full in pairs]
    reads = [_read_one(line, cupboard, system, energy, None) for line in lines]
    known = [read for read in reads if read.ingredient is not None] or reads[:1]
    first = next((read for read in known if read.weighed is not None), known[0])
    chosen = next((read for read in known if read.ingredient and read.ingredient.slug == picked), None)
    if chosen is None and picked is not None:
        # Something else than is written, in the amount of what is written first.
        chosen = _read_one(first.text, cupboard, system, energy, picked)
    read = chosen or first
    slugs = dict.fromkeys(each.ingredient.slug for each in known if each.ingredient)
    if len(slugs) < 2:
        return replace(read, weighed=read.weighed and _spanning(read.weighed, known))
    others = tuple(each.ingredient for each in known if each.ingredient and each.ingredient != read.ingredient)
    asks = Asks.AMOUNT if read.weighed is None else None if chosen else Asks.WHICH
    return replace(
        read,
        sure=chosen is not None,
        others=tuple(dict.fromkeys((*others, *read.others))),
        asks=asks,
        alternatives=tuple(
            LineAlternative(each.text, each.ingredient, each.weighed) for each in known if each.ingredient
        ),
    )


def _spanning(weighed: WeighedLine, reads: list[ReadLine]) -> WeighedLine:
    """One food in either of two amounts, "1 large or 2 small bananas": as much as the first, from the less to the
    more."""
    each = [read.weighed for read in reads if read.weighed is not None]
    return replace(weighed, low_g=min(one.low_g for one in each), high_g=max(one.high_g for one in each))


def _is_own(name: str, choice: WrittenChoice, cupboard: Cupboard) -> bool:
    """Whether a product of the kitchen is called like a choice: "Nuts or seeds"."""
    found = cupboard.index.find(name)
    own = found.best is not None and found.in_full and found.best.key in cupboard.own
    return own and read_line(choice.lines[0]).name != name


def _stands_for(full: str, short: str, cupboard: Cupboard) -> bool:
    """Whether a line with the word that it shares with another names a food just as it is called, or the line without
    it names none: "oat milk" of "oat or almond milk"."""
    long, bare = read_line(full), read_line(short)
    return cupboard.index.find(long.name, long.notes).in_full or cupboard.index.find(bare.name).best is None


def _read_one(
    text: str,
    cupboard: Cupboard,
    system: MeasureSystem,
    energy: EnergySystem,
    picked: str | None,
    *,
    by_kind: bool = False,
) -> ReadLine:
    line = read_line(text)
    meant = meant_by(line, cupboard, picked, by_kind=by_kind)
    ingredient = meant.food
    others = tuple(food.once(Choice.from_ingredient) for food in meant.others)
    foods = split_foods(text[:LINE_LENGTH])
    apart = foods if len(foods) > 1 else ()
    weighed: WeighedLine | None = None
    problem = line.problem
    if apart:
        # One line, one food: the second would otherwise be lost without a word.
        problem = f"This names {len(apart)} foods; give each a line of its own."
    elif ingredient is not None:
        weighed, problem = _weighed(line, ingredient, system, energy)
    elif not problem:
        near = f" Did you mean {others[0].name}?" if others else ""
        problem = f"We know no ingredient called “{line.name[:60]}”.{near}"
    return ReadLine(
        text=text,
        name=line.name,
        ingredient=ingredient.once(Choice.from_ingredient) if ingredient else None,
        others=others,
        sure=meant.sure,
        weighed=weighed,
        optional=line.optional,
        problem=problem,
        apart=apart,
        asks=None if apart or not line.name else _asked(meant, line, weighed),
        alternatives=() if apart else _offered(text, line, meant, system, energy),
    )


def _offered(
    text: str, line: WrittenLine, meant: Meant, system: MeasureSystem, energy: EnergySystem
) -> tuple[LineAlternative, ...]:
    """What a line may mean besides; foods that its measure fits, where there are any."""
    found = [
        LineAlternative(text, food.once(Choice.from_ingredient), _weighed(line, food, system, energy)[0])
        for food in meant.offered
    ]
    return tuple([each for each in found if each.weighed is not None] or found)


def _asked(meant: Meant, line: WrittenLine, weighed: WeighedLine | None) -> Asks | None:
    if meant.food is None:
        return Asks.UNKNOWN if line.amount is not None or meant.others else None
    if weighed is None and line.amount is None:
        return Asks.AMOUNT
    return None if meant.sure else Asks.FOOD


def _weighed(
    line: WrittenLine, food: Ingredient, system: MeasureSystem, energy: EnergySystem
) -> tuple[WeighedLine | None, str]:
    """What a line brings of a food, and why it brings nothing, as a sentence."""
    weight: Weight | None = None
    if line.purpose is not None:
        weight = usual_weight(line.purpose, food.slug, food.role, food.measures, system)
    elif not line.problem:
        try:
            weight = weigh(line, food.name, food.measures, system)
        except CannotWeigh as cannot:
            return None, str(cannot)
    return (None, line.problem) if weight is None else (_brought(food, weight, energy), "")


def _brought(ingredient: Ingredient, weight: Weight, energy: EnergySystem) -> WeighedLine:
    nutrients = ingredient.per_100g_by(energy).times(weight.mass_g / 100)
    return WeighedLine(
        ingredient=ingredient.once(Choice.from_ingredient),
        figures=Figures(weight.mass_g, nutrients, nutrients.unknown),
        low_g=weight.low_g,
        high_g=weight.high_g,
        basis=weight.basis,
        assumption=weight.assumption,
        prepared_g=weight.prepared_g,
        used_by_eye=weight.by_eye,
        fills=tuple(ingredient.measures.cup_g) if weight.basis is WeightBasis.MEASURED else (),
    )
