"""What a formula contains and which diets it breaks, with the lines that do it. Derived, never typed."""

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass
from typing import Any, Final

from ample_crumb.core.food.allergens import BROKEN_BY, KNOWN
from ample_crumb.core.food.cupboard import Cupboard
from ample_crumb.core.food.ingredient import Ingredient
from ample_crumb.core.formula.evaluation import FormulaFigures
from ample_crumb.core.formula.reading import ReadLine


@dataclass(frozen=True, slots=True)
class Causes:
    """An allergen or a diet by `name`, and the texts of the lines that bring or break it."""

    name: str
    lines: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class Allergens:
    """`contains` names the allergens that are in it, in the order of the rules, and `may_contain` those that packs warn
    of besides; `diets_broken` the diets that it breaks, `diets_kept` those that every line is known to keep.
    `unknown_lines` could not be read, or are products of which nobody said all that they contain; a diet they leave
    open is neither broken nor kept. `open_lines` are those of them that leave the allergens open."""

    contains: tuple[Causes, ...]
    may_contain: tuple[Causes, ...]
    diets_broken: tuple[Causes, ...]
    diets_kept: tuple[str, ...]
    unknown_lines: tuple[str, ...]
    open_lines: tuple[str, ...]
    depends_on: tuple[Causes, ...] = ()

    def names(self) -> "AllergenNames":
        """The names alone."""
        return AllergenNames(
            contains=tuple(each.name for each in self.contains),
            may_contain=tuple(
                dict.fromkeys(
                    each.name
                    for each in (*self.may_contain, *self.depends_on)
                    if each.name not in {one.name for one in self.contains}
                )
            ),
            diets_broken=tuple(each.name for each in self.diets_broken),
            diets_kept=self.diets_kept,
            complete=not self.open_lines,
        )


@dataclass(frozen=True, slots=True)
class AllergenNames:
    """Allergens and diets without their lines, as lists show them. `complete` is False when a line leaves the
    allergens open. `hazards` names what some ages must not get."""

    contains: tuple[str, ...] = ()
    may_contain: tuple[str, ...] = ()
    diets_broken: tuple[str, ...] = ()
    diets_kept: tuple[str, ...] = ()
    complete: bool = True
    hazards: tuple[str, ...] = ()


def allergen_names_from(kept: Mapping[str, Any]) -> AllergenNames:
    """The names out of what was kept of them by field; what was not kept is open."""
    return AllergenNames(
        contains=tuple(kept.get("contains", ())),
        may_contain=tuple(kept.get("may_contain", ())),
        diets_broken=tuple(kept.get("diets_broken", ())),
        diets_kept=tuple(kept.get("diets_kept", ())),
        complete=bool(kept.get("complete", False)),
        hazards=tuple(kept.get("hazards", ())),
    )


_DIETS: Final = tuple(BROKEN_BY.items())


def allergens_of(evaluated: FormulaFigures, cupboard: Cupboard) -> Allergens:
    """What the read lines of a formula contain. An ingredient that was recognised counts even where its amount could
    not be read: a trace of it is enough."""
    lines = [line for line in evaluated.lines() if line.text.strip()]
    known = [(line.text, cupboard.ingredients[line.ingredient.slug]) for line in lines if line.ingredient]
    contains = _by_allergen((text, item.allergens) for text, item in known)
    here = {each.name for each in contains if each.lines}
    traces = _by_allergen((text, item.traces) for text, item in known)
    answered = [(text, item.once(_answers)) for text, item in known]
    diets = [
        Causes(diet, tuple(text for text, answers in answered if answers[place]))
        for place, (diet, _) in enumerate(_DIETS)
    ]
    unread = {line.text for line in lines if line.ingredient is None or line.apart}
    choices = [(line.text, _choices(line, cupboard)) for line in lines if line.open_alternatives]
    open_diets = {
        diet for _, answers in answered for (diet, _), answer in zip(_DIETS, answers, strict=True) if answer is None
    }
    open_diets |= {
        diet
        for _, foods in choices
        for place, (diet, _) in enumerate(_DIETS)
        if any(item.once(_answers)[place] is not False for item in foods)
    }
    unsaid = {text for text, answers in answered if None in answers}
    untold = unread | {text for text, item in known if item.allergens is None or item.allergens_open}
    return Allergens(
        contains=tuple(each for each in contains if each.lines),
        may_contain=tuple(trace for trace in traces if trace.lines and trace.name not in here),
        diets_broken=tuple(each for each in diets if each.lines),
        diets_kept=()
        if unread
        else tuple(each.name for each in diets if not each.lines and each.name not in open_diets),
        unknown_lines=tuple(line.text for line in lines if line.text in unsaid or line.text in unread),
        open_lines=tuple(line.text for line in lines if line.text in untold),
        depends_on=_depends_on(choices, known),
    )


def _choices(line: ReadLine, cupboard: Cupboard) -> tuple[Ingredient, ...]:
    return tuple(cupboard.ingredients[alternative.ingredient.slug] for alternative in line.open_alternatives)


def _depends_on(
    choices: Sequence[tuple[str, tuple[Ingredient, ...]]], known: Sequence[tuple[str, Ingredient]]
) -> tuple[Causes, ...]:
    """The allergens that one food of a choice has and another has not, unless another line brings them anyway."""
    undecided = {text for text, _ in choices}
    surely = {name for text, item in known if text not in undecided for name in item.allergens or ()}
    differ = [
        (text, tuple({name for item in foods for name in item.allergens or ()} - surely - _in_all(foods)))
        for text, foods in choices
    ]
    return tuple(each for each in _by_allergen(differ) if each.lines)


def _in_all(foods: tuple[Ingredient, ...]) -> set[str]:
    first, *rest = (set(item.allergens or ()) for item in foods)
    return first.intersection(*rest)


def _answers(item: Ingredient) -> tuple[bool | None, ...]:
    """Whether a food breaks each of the diets; None where nobody knows."""
    return tuple(breaks(item) for _, breaks in _DIETS)


def _by_allergen(told: Iterable[tuple[str, tuple[str, ...] | None]]) -> list[Causes]:
    """Each known allergen with the lines that name it."""
    lines: dict[str, list[str]] = {}
    for text, names in told:
        for name in dict.fromkeys(names or ()):
            lines.setdefault(name, []).append(text)
    return [Causes(name, tuple(lines.get(name, ()))) for name in KNOWN]
