"""Make it without: the fewest swaps that take what somebody must not get out of every line, judged together."""

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass, replace
from itertools import product
from typing import Final

from ample_crumb.core.crumb.character import character_of
from ample_crumb.core.crumb.check import JudgedDough
from ample_crumb.core.crumb.dials.dial import OUT, Dial, is_worse
from ample_crumb.core.crumb.dials.judge import dials_of
from ample_crumb.core.crumb.functional_properties import generic_of
from ample_crumb.core.crumb.hazard import HazardLine
from ample_crumb.core.crumb.hazards import cautions_brought_by, hazard_lines
from ample_crumb.core.crumb.repairs import Repair, RepairContext, find_repairs
from ample_crumb.core.food.allergens import BROKEN_BY
from ample_crumb.core.food.cupboard import Cupboard
from ample_crumb.core.food.energy import EnergySystem
from ample_crumb.core.food.ingredient import Ingredient
from ample_crumb.core.formula.allergens import Allergens, allergens_of
from ample_crumb.core.formula.evaluation import FormulaFigures
from ample_crumb.core.formula.formula import Line, Part, lies_beside, with_line_ids
from ample_crumb.core.formula.reading import ReadLine
from ample_crumb.core.formula.rewrite import adjusted_amount, with_line, with_texts
from ample_crumb.core.problem import CannotUse
from ample_crumb.core.swap.alternatives import alternatives_of, working_amount
from ample_crumb.core.swap.apply import SwapUse, apply_swaps, food_moves
from ample_crumb.core.swap.catalogue import swaps_for
from ample_crumb.core.swap.formula_in_kitchen import FormulaInKitchen


@dataclass(frozen=True, slots=True)
class OffendingLine:
    """A line that holds, or may hold, what is avoided; `why` says what of it, in words."""

    line_id: str
    text: str
    name: str
    why: str


@dataclass(frozen=True, slots=True)
class Replacement:
    """What a line becomes: another food, or nothing where `target` is empty. `words` say it, `effects` what comes of
    it."""

    line_id: str
    words: str
    target: str
    effects: str


@dataclass(frozen=True, slots=True)
class WayWithout:
    """A way that clears every line: the formula then, what became of each line, what else was added so that the dough
    works, and sentences on what could not be moved along. `off` names the dials that are worse than they were."""

    parts: tuple[Part, ...]
    replacements: tuple[Replacement, ...]
    repairs: tuple[str, ...]
    remarks: tuple[str, ...]
    off: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class IrreplaceableLine:
    """A line that no swap clears, and why, a sentence."""

    line: OffendingLine
    why: str


@dataclass(frozen=True, slots=True)
class Without:
    """What came of it: the lines in the way, none where it is without already; up to two ways, none where a line cannot
    be replaced."""

    lines: tuple[OffendingLine, ...]
    ways: tuple[WayWithout, ...]
    cannot: tuple[IrreplaceableLine, ...]


MOST_WAYS: Final = 2

_OF_EACH_LINE: Final = 3
"""So many replacements of a line are tried together with those of the others."""

_MOST_TRIED: Final = 60
"""More together nobody tells apart, and each is worked out."""

_ALONE: Final = frozenset({"vital_gluten", "gelatine", "agar", "xanthan", "baking_powder", "baking_soda"})
"""What does a work of its own, that no other food of its role does."""

_LEAVABLE: Final = frozenset({"topping", "nut", "dried fruit", "seed", "spice", "flavour"})
"""What a formula may go without and stay itself."""


def make_without(formula: FormulaInKitchen, avoided: frozenset[str]) -> Without:
    """The formula without these allergens, diets and foods: fewest swaps first, then what they do to the dough, to its
    character and to what it costs."""
    # Lines are known by their ids from here on.
    formula = replace(formula, parts=with_line_ids(formula.parts))
    evaluated = formula.produced(formula.parts).evaluated
    lines = tuple(find_offending(evaluated, formula.cupboard, avoided))
    if not lines:
        return Without((), (), ())
    dough = formula.judged(evaluated)
    hazards = hazard_lines(evaluated, dough.family, formula.method, formula.cupboard)
    start = _Start(formula, evaluated, dough, avoided, hazards)
    options = {line.line_id: start.options(line) for line in lines}
    cannot = tuple(
        IrreplaceableLine(line, _why_not(line, evaluated, formula.cupboard))
        for line in lines
        if not options[line.line_id]
    )
    if cannot:
        return Without(lines, (), cannot)
    return Without(lines, tuple(start.best_of([options[line.line_id] for line in lines])), ())


def find_offending(evaluated: FormulaFigures, cupboard: Cupboard, avoided: frozenset[str]) -> Iterable[OffendingLine]:
    """The lines that hold what is avoided, may hold it, or of which nobody said."""
    for line in evaluated.lines():
        if line.ingredient is None:
            continue
        item = cupboard.ingredients[line.ingredient.slug]
        why = breaks(item, avoided)
        if why:
            yield OffendingLine(line.id, line.text, line.name or item.name, why)


def breaks(item: Ingredient, avoided: frozenset[str]) -> str:
    """What of the avoided a food is or holds, in words; empty for nothing."""
    held = sorted(avoided & set(item.allergens or ()))
    if held:
        return f"holds {' and '.join(held)}"
    if item.slug in avoided:
        return f"is {item.name}"
    traces = sorted(avoided & set(item.traces or ()))
    if traces:
        return f"may hold {' and '.join(traces)}"
    for diet in sorted(avoided & BROKEN_BY.keys()):
        answer = BROKEN_BY[diet](item)
        if answer is not False:
            if diet == "no added sugar":
                return "is or holds added sugar" if answer else "nobody said whether it holds added sugar"
            return f"is not {diet}" if answer else f"nobody said whether it is {diet}"
    if item.allergens is None and avoided - BROKEN_BY.keys():
        return "nobody said what it holds"
    return ""


def _why_not(line: OffendingLine, evaluated: FormulaFigures, cupboard: Cupboard) -> str:
    read = evaluated.line(line.line_id)
    if read is None or read.weighed is None:
        return f"{line.name} {line.why}, and how much of it there is could not be read."
    item = cupboard.ingredients[read.weighed.ingredient.slug]
    known = swaps_for(generic_of(item))
    if not known:
        return f"{line.name} {line.why}, and nothing is known that does its work here."
    return f"{line.name} {line.why}, and so does all that is known to do its work here."


@dataclass(frozen=True, slots=True)
class _Option:
    """One way for one line: by a swap, made with an `own` product where there is one of that kind; by so many g of
    another food; or by leaving it out where both are None."""

    line_id: str
    target: str
    words: str
    effects: str
    use: SwapUse | None = None
    own: Ingredient | None = None
    food: tuple[Ingredient, float] | None = None


@dataclass(frozen=True, slots=True)
class _Tried:
    """Options made together, and how far that is from what it was: less is better."""

    options: tuple[_Option, ...]
    way: WayWithout
    score: float


@dataclass(frozen=True, slots=True)
class _Start:
    formula: FormulaInKitchen
    evaluated: FormulaFigures
    dough: JudgedDough
    avoided: frozenset[str]
    hazards: list[HazardLine]

    def options(self, line: OffendingLine) -> list[_Option]:
        """The best replacements of a line by itself."""
        read = self.evaluated.line(line.line_id)
        if read is None or read.ingredient is None:
            return []
        # What the catalogue knows first; any food of the kind only where it knows nothing.
        for found in (self._known(read, line), self._of_its_kind(read, line)):
            scored = [(tried.score, n, option) for n, option in enumerate(found) if (tried := self._try((option,)))]
            if scored:
                return [option for _, _, option in sorted(scored, key=lambda each: each[:2])[:_OF_EACH_LINE]]
        return []

    def _known(self, read: ReadLine, line: OffendingLine) -> Iterable[_Option]:
        """Swaps, own products of the kind, and leaving out what can be left out."""
        assert read.ingredient is not None
        item = self.formula.cupboard.ingredients[read.ingredient.slug]
        if read.weighed is not None:
            yield from self._swaps(read, item)
            yield from (each for each in self._of_its_kind(read, line) if each.target in self.formula.cupboard.own)
        if item.role in _LEAVABLE or read.optional or read.weighed is None:
            yield _Option(read.id, "", f"{line.name} left out", "without it")

    def _of_its_kind(self, read: ReadLine, line: OffendingLine) -> Iterable[_Option]:
        if read.weighed is None:
            return
        item = self.formula.cupboard.ingredients[read.weighed.ingredient.slug]
        if generic_of(item) in _ALONE:
            return
        for other in alternatives_of(item, self.formula.cupboard):
            amount = working_amount(item, read.weighed.mass_g, other)
            # Of what is like nothing known nobody can say that it does the work: crisps are no powder.
            if amount is not None and self._comes_in(other) and not other.reference and generic_of(other):
                words = f"{amount.mass_g:g} g {other.name} for the {line.name}"
                yield _Option(read.id, other.slug, words, amount.why, food=(other, amount.mass_g))

    def _comes_in(self, item: Ingredient) -> bool:
        """Whether a food holds nothing of what is avoided, and brings no caution that was not there."""
        return not breaks(item, self.avoided) and not cautions_brought_by(item, self.hazards, self.dough.family)

    def _swaps(self, read: ReadLine, item: Ingredient) -> Iterable[_Option]:
        assert read.weighed is not None
        cupboard = self.formula.cupboard
        beside = any(
            lies_beside(part.name) and any(line.id == read.id for line in part.lines) for part in self.evaluated.parts
        )
        for swap in swaps_for(generic_of(item)):
            if swap.most_share < _ALL or swap.lessens(generic_of(item)) or (swap.whole_part and not beside):
                continue
            moves = () if swap.whole_part else food_moves(swap, item, read.weighed.mass_g, cupboard)
            if not all(self._comes_in(move.item) for move in moves if move.change_g > 0):
                continue
            target = cupboard.ingredients.get(swap.target_for(generic_of(item)))
            words = f"{target.name} for the {read.name}" if target else f"{read.name} left out"
            use = SwapUse(swap.slug, read.id, 1.0)
            yield _Option(read.id, target.slug if target else "", words, swap.effects, use=use)
            for slug in cupboard.own if target else ():
                own = cupboard.ingredients[slug]
                if generic_of(own) == swap.target_for(generic_of(item)) and self._comes_in(own):
                    yield _Option(read.id, slug, f"{own.name} for the {read.name}", swap.effects, use=use, own=own)

    def best_of(self, options: Sequence[Sequence[_Option]]) -> Iterable[WayWithout]:
        """The best ways, each with another food for a line at least."""
        together = [each for _, each in zip(range(_MOST_TRIED), product(*options), strict=False)]
        tried = sorted(filter(None, map(self._try, together)), key=lambda each: each.score)
        taken: list[_Tried] = []
        for each in tried:
            if all(_differ(each, other) for other in taken):
                taken.append(each)
            if len(taken) == MOST_WAYS:
                break
        return [self._repaired(each).way for each in taken]

    def _try(self, options: Sequence[_Option]) -> _Tried | None:
        """What these options make together; None where they cannot be made, or bring in what is avoided."""
        formula, cupboard = self.formula, self.formula.cupboard
        uses = [option.use for option in options if option.use is not None]
        parts = formula.parts
        remarks: tuple[str, ...] = ()
        try:
            if uses:
                swapped = apply_swaps(parts, self.evaluated, uses, cupboard)
                owned = [option.own for option in options if option.own is not None]
                parts, remarks = _made_with(swapped.parts, parts, owned, cupboard), swapped.remarks
        except CannotUse:
            return None
        others = {option.line_id: option for option in options if option.use is None}
        parts = tuple(_with_others(part, others, self.evaluated) for part in parts)
        parts = tuple(part for part in parts if part.lines) or parts[:1]
        evaluated = formula.produced(parts).evaluated
        # New lines have no ids of their own yet, so that texts are compared.
        meant = {line.id for line in self.evaluated.lines()} - {option.line_id for option in options}
        known = {line.text for line in self.evaluated.lines() if line.id in meant}
        if evaluated.batch.mass_g <= 0 or any(
            line.text not in known for line in find_offending(evaluated, cupboard, self.avoided)
        ):
            return None
        dough = formula.judged(evaluated)
        replaced = tuple(Replacement(each.line_id, each.words, each.target, each.effects) for each in options)
        way = WayWithout(parts, replaced, (), remarks, self._off(dough))
        return _Tried(tuple(options), way, self._score(evaluated, dough, way))

    def _off(self, dough: JudgedDough) -> tuple[str, ...]:
        was = dials_of(self.dough.composition, self.dough.family, self.formula.learned)
        now = dials_of(dough.composition, dough.family, self.formula.learned)
        return tuple(new.title for old, new in zip(was, now, strict=True) if is_worse(old, new))

    def _score(self, evaluated: FormulaFigures, dough: JudgedDough, way: WayWithout) -> float:
        """Dials that get worse count most, then the bite, sweetness, what cannot move along, what is lost, cost; what
        the kitchen has of its own speaks for itself."""
        before = {each.axis: each.share for each in character_of(self.dough.composition, self.dough.family)}
        after = character_of(dough.composition, dough.family)
        bite = sum(abs(each.share - before.get(each.axis, each.share)) for each in after)
        sweet = abs(_sweetness(dough) - _sweetness(self.dough))
        protein = (self.evaluated.batch.nutrients.protein_g or 0.0) - (evaluated.batch.nutrients.protein_g or 0.0)
        lost = max(0.0, protein) / max(self.evaluated.batch.nutrients.protein_g or 1.0, 1.0)
        left_out = sum(not replacement.target for replacement in way.replacements)
        own = sum(replacement.target in self.formula.cupboard.own for replacement in way.replacements)
        apart = bite + 3 * sweet + lost + self._costs(evaluated) - _OWN * own
        return 2 * len(way.off) + 0.5 * len(way.remarks) + 0.4 * left_out + apart

    def _costs(self, evaluated: FormulaFigures) -> float:
        """What it costs more, as a share of what it costs; nothing where prices lack."""
        prices = self.formula.prices

        def total(figures: FormulaFigures) -> float | None:
            found = [(prices.get(each.ingredient.slug), each.mass_g) for _, each in figures.weighed_lines()]
            known = [price * grams for price, grams in found if price is not None]
            return sum(known) if len(known) == len(found) else None

        was, now = total(self.evaluated), total(evaluated)
        return 0.1 * max(0.0, now / was - 1) if was and now is not None else 0.0

    def _repaired(self, tried: _Tried) -> _Tried:
        """The same with a little more or less of something for each dial that got worse, where that helps."""
        way, formula = tried.way, self.formula
        said: list[str] = []
        for _ in range(_MOST_REPAIRS):
            if not way.off:
                break
            evaluated = formula.produced(way.parts).evaluated
            dough = formula.judged(evaluated)
            repair = self._repair(dough, way.off, allergens_of(evaluated, formula.cupboard))
            parts = None if repair is None else _with_repair(way.parts, evaluated, dough, repair)
            if repair is None or parts is None:
                break
            off = self._off(formula.judged(formula.produced(parts).evaluated))
            if len(off) >= len(way.off):
                break
            said.append(repair.words)
            way = replace(way, parts=parts, off=off, repairs=tuple(said))
        return replace(tried, way=way)

    def _repair(self, dough: JudgedDough, off: Sequence[str], allergens: Allergens) -> Repair | None:
        pieces, energy = self.formula.making.portioning.count, self.formula.preferences.energy
        setting = RepairContext(pieces, EnergySystem(energy), {}, allergens, self.avoided)
        worse = {dial.name for dial in self._dials(dough) if dial.title in off and dial.verdict in OUT}
        found = find_repairs(dough, self.formula.cupboard, setting, self.formula.learned)
        return next((each for each in found if each.dial in worse), None)

    def _dials(self, dough: JudgedDough) -> tuple[Dial, ...]:
        return dials_of(dough.composition, dough.family, self.formula.learned)


def _sweetness(dough: JudgedDough) -> float:
    return dough.composition.sweetness_g / dough.composition.dough_g if dough.composition.dough_g else 0.0


_OWN: Final = 0.1
_ALL: Final = 0.999
_MOST_REPAIRS: Final = 3


def _differ(one: _Tried, other: _Tried) -> bool:
    return any(a.target != b.target for a, b in zip(one.options, other.options, strict=True))


def _made_with(
    parts: tuple[Part, ...], before: tuple[Part, ...], owned: Sequence[Ingredient], cupboard: Cupboard
) -> tuple[Part, ...]:
    """The parts with what came in taken from own products, where there is one of its kind."""
    known = {line.text for part in before for line in part.lines}
    by_kind = {generic_of(own): own for own in owned}

    def made(line: Line) -> Line:
        own = by_kind.get(line.chosen or "") if line.text not in known else None
        if own is None or line.chosen is None:
            return line
        return replace(line, text=line.text.replace(cupboard.ingredients[line.chosen].name, own.name), chosen=own.slug)

    return tuple(replace(part, lines=tuple(map(made, part.lines))) for part in parts) if by_kind else parts


def _with_others(part: Part, others: Mapping[str, _Option], evaluated: FormulaFigures) -> Part:
    """A part with those lines that become another food without a swap, or are left out."""
    lines: list[Line] = []
    for line in part.lines:
        option = others.get(line.id)
        if option is None:
            lines.append(line)
        elif option.food is not None:
            item, grams = option.food
            read = evaluated.line(line.id)
            optional = " (optional)" if read is not None and read.optional else ""
            lines.append(Line(f"{grams:g} g {item.name}{optional}", item.slug))
    return replace(part, lines=tuple(lines))


def _with_repair(
    parts: tuple[Part, ...], evaluated: FormulaFigures, dough: JudgedDough, repair: Repair
) -> tuple[Part, ...] | None:
    if repair.line_id is None:
        return with_line(parts, dough.dough.part, Line(f"{repair.change_g:g} g {repair.name}", repair.slug))
    read = evaluated.line(repair.line_id)
    if read is None or read.weighed is None:
        return None
    text = adjusted_amount(read, repair.resulting_g / read.weighed.mass_g)
    return with_texts(parts, evaluated, {repair.line_id: text}) if text else None
