"""What the name of a written line means among the foods of a kitchen, and what else it may mean."""

from dataclasses import dataclass
from typing import Final

from ample_crumb.core.food.ambiguous_names import kinds_of
from ample_crumb.core.food.cooking_yield import cooked_or_dry
from ample_crumb.core.food.cupboard import Cupboard
from ample_crumb.core.food.ingredient import Ingredient
from ample_crumb.core.food.reference_shelf import reference_shelf
from ample_crumb.core.formula.food_qualifiers import unborne
from ample_crumb.core.quantity.amount import WrittenLine
from ample_crumb.core.quantity.name_matching import RUNNERS_UP, MatchResult, as_written, tells_no_state, words

_MOST_OFFERED: Final = 4
"""A question has two to four answers."""


@dataclass(frozen=True, slots=True)
class Meant:
    """The food that a name is taken for, None for none. Unless `sure`, `offered` are the foods that a question about it
    names, the one it is taken for first. `others` are the runner-ups, best first."""

    food: Ingredient | None
    sure: bool
    others: tuple[Ingredient, ...] = ()

    @property
    def offered(self) -> tuple[Ingredient, ...]:
        """What a question about it offers."""
        return () if self.sure else ((self.food,) if self.food else ()) + self.others[: _MOST_OFFERED - bool(self.food)]


def meant_by(line: WrittenLine, cupboard: Cupboard, picked: str | None, *, by_kind: bool = False) -> Meant:
    """What a line names. What was picked for it holds; else the best match of its name, of which nobody is sure where
    the name stands for several foods, or says something that is not true of it."""
    found = _found(line, cupboard)
    foods = cupboard.ingredients
    if picked is not None and picked in foods:
        return Meant(foods[picked], sure=True, others=_others(found, picked, cupboard))
    kinds = tuple(foods[slug] for slug in kinds_of(line.name, by_kind=by_kind) if slug in foods)
    if kinds and (by_kind or not _told(found, kinds[0], line)):
        return Meant(kinds[0], sure=False, others=kinds[1:])
    if found.best is not None:
        food = foods[found.best.key]
        others = _others(found, food.slug, cupboard)
        other = _cooked_later(line, food, cupboard)
        if other is not None:
            return Meant(food, sure=False, others=(other,))
        return Meant(food, found.sure and not by_kind and not unborne(line.name, line.notes, food), others)
    shelf = _of_the_shelf(line, cupboard) if line.name else ()
    if not shelf:
        return Meant(None, sure=False, others=_others(found, "", cupboard))
    food, *near = shelf
    return Meant(food, sure=False, others=(*near, *_others(found, food.slug, cupboard)))


def _told(found: MatchResult, first: Ingredient, line: WrittenLine) -> bool:
    """Whether a line with a doubtful name tells what it means: by its unit ("1 packet stevia"), by what it notes
    ("cream, heavy"), or because the kitchen has a product of that name."""
    if found.best is not None and found.best.key != first.slug:
        return found.sure
    noted = {word for note in line.notes for word in words(note)}
    return not noted.isdisjoint(word for name in (first.name, *first.synonyms) for word in words(name))


def _cooked_later(line: WrittenLine, food: Ingredient, cupboard: Cupboard) -> Ingredient | None:
    """The food before or after cooking, where a line leaves open when it was measured: "1 cup rice, cooked"."""
    noted = {word for note in line.notes for word in words(note)}
    in_full = as_written(", ".join((line.name, *line.notes))) == as_written(food.name)
    if "cooked" not in noted or "cooked" in words(line.name) or in_full:
        return None
    conversion = cooked_or_dry(food.slug)
    return cupboard.ingredients.get(conversion.slug) if conversion else None


_NOTHING: Final = MatchResult(None, (), sure=False)


def _found(line: WrittenLine, cupboard: Cupboard) -> MatchResult:
    unit = line.amount.terms[0].unit.name if line.amount else ""
    return cupboard.index.find(line.name, line.notes, unit) if line.name else _NOTHING


def _of_the_shelf(line: WrittenLine, cupboard: Cupboard) -> tuple[Ingredient, ...]:
    """Foods of the second shelf that a line may mean that no food of the cupboard is near to; a guess always."""
    said = line.name if tells_no_state(line.notes) else " ".join((line.name, *line.notes))
    slugs = reference_shelf().meant(said, 1 + RUNNERS_UP)
    return tuple(cupboard.ingredients[slug] for slug in slugs if slug in cupboard.ingredients)


def _others(found: MatchResult, beside: str, cupboard: Cupboard) -> tuple[Ingredient, ...]:
    matches = ((found.best,) if found.best else ()) + found.others
    return tuple(cupboard.ingredients[match.key] for match in matches if match.key != beside)
