"""What a formula contains and which diets it breaks, with the lines that do it. Derived, never typed."""

from dataclasses import dataclass

from ample_crumb.core.food.allergens import BROKEN_BY, KNOWN
from ample_crumb.core.food.cupboard import Cupboard
from ample_crumb.core.formula.formula import FormulaFigures


@dataclass(frozen=True, slots=True)
class Culprits:
    """An allergen or a diet by `name`, and the texts of the lines that bring or break it."""

    name: str
    lines: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class Contents:
    """`contains` names the allergens that are in it, in the order of the rules; `breaks` the diets that it breaks;
    `keeps` those that every line is known to keep. Lines in `unknown` could not be read, or are products of which
    nobody said all that they contain; a diet they leave open is neither broken nor kept."""

    contains: tuple[Culprits, ...]
    breaks: tuple[Culprits, ...]
    keeps: tuple[str, ...]
    unknown: tuple[str, ...]


def contents_of(worked: FormulaFigures, cupboard: Cupboard) -> Contents:
    """What the read lines of a formula contain. An ingredient that was recognised counts even where its amount could
    not be read: a trace of it is enough."""
    lines = [line for part in worked.parts for line in part.lines if line.text.strip()]
    known = [(line.text, cupboard.ingredients[line.ingredient.slug]) for line in lines if line.ingredient]
    contains = [Culprits(name, tuple(text for text, item in known if name in (item.allergens or ()))) for name in KNOWN]
    said = [(text, [breaks(item) for breaks in BROKEN_BY.values()]) for text, item in known]
    diets = [
        Culprits(diet, tuple(text for text, answers in said if answers[place])) for place, diet in enumerate(BROKEN_BY)
    ]
    unread = [line.text for line in lines if line.ingredient is None or line.apart]
    open_diets = {
        diet for _, answers in said for diet, answer in zip(BROKEN_BY, answers, strict=True) if answer is None
    }
    unsaid = {text for text, answers in said if None in answers}
    return Contents(
        contains=tuple(each for each in contains if each.lines),
        breaks=tuple(each for each in diets if each.lines),
        keeps=() if unread else tuple(each.name for each in diets if not each.lines and each.name not in open_diets),
        unknown=tuple(line.text for line in lines if line.text in unsaid or line.text in unread),
    )
