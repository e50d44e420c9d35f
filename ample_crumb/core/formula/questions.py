"""What the lines of a formula ask, each question with its answers and what each would change in a piece."""

from collections.abc import Iterator
from dataclasses import dataclass
from typing import Final

from ample_crumb.core.food.cupboard import Cupboard
from ample_crumb.core.food.nutrients import Figures
from ample_crumb.core.formula.evaluation import FormulaFigures, PartFigures
from ample_crumb.core.formula.formula import Line
from ample_crumb.core.formula.reading import Asks, ReadingPreferences, ReadLine, WeighedLine, read_against
from ample_crumb.core.formula.usual_amounts import usual_amount
from ample_crumb.core.quantity.kitchen_scale import kitchen_grams
from ample_crumb.core.quantity.line_parser import read_line

_MOST_ANSWERS: Final = 4
_BESIDE_G: Final = 100.0
"""What a guess is made for where nothing else has been read: 100 g of dough."""


@dataclass(frozen=True, slots=True)
class LineAnswer:
    """An answer: its `label`, and the line that it makes of the one that asks: its `text`, read as the food `slug`.
    `energy_kcal` and `protein_g` are what a piece has more by it; None where it has no grams. `holds` for the one that
    stands now."""

    label: str
    text: str
    slug: str
    energy_kcal: float | None
    protein_g: float | None
    holds: bool = False


@dataclass(frozen=True, slots=True)
class LineQuestion:
    """What a line asks in a sentence, by its id and text, with up to four answers; none where nothing is near what it
    names. `answered` for
    a choice that was made and can be made otherwise. `most_kcal` is how far a piece may come to lie from now."""

    line_id: str
    line_text: str
    name: str
    asks: Asks
    text: str
    answers: tuple[LineAnswer, ...]
    answered: bool
    most_kcal: float


@dataclass(frozen=True, slots=True)
class Asking:
    """What questions are worked out with: the formula, its family, the share of its dough that is eaten, over 0 to 1,
    and the kitchen that reads its lines."""

    evaluated: FormulaFigures
    kept_share: float
    family: str
    cupboard: Cupboard
    preferences: ReadingPreferences

    @property
    def of_a_piece(self) -> float:
        """What a piece gets of what a line brings."""
        return self.kept_share / self.evaluated.piece_count


def questions_of(asking: Asking) -> tuple[LineQuestion, ...]:
    """What the lines ask, what changes a piece most first, and behind them the choices that were made."""
    lines = ((line, part) for part in asking.evaluated.parts for line in part.lines)
    found = [_question(line, part, asking) for line, part in lines if line.asks or line.alternatives]
    return tuple(sorted(found, key=lambda question: (question.answered, -question.most_kcal)))


def _question(line: ReadLine, part: PartFigures, asking: Asking) -> LineQuestion:
    asks = line.asks or Asks.WHICH
    answers = tuple(_amounts(line, part, asking) if asks is Asks.AMOUNT else _foods(line, asking))
    kcal = (abs(answer.energy_kcal) for answer in answers if answer.energy_kcal is not None)
    return LineQuestion(
        line_id=line.id,
        line_text=line.text,
        name=line.name,
        asks=asks,
        text=question_text(line.name, asks),
        answers=answers,
        answered=line.asks is None,
        most_kcal=max(kcal, default=0.0),
    )


def question_text(name: str, asks: Asks) -> str:
    """What a line of that name asks, as a short sentence."""
    name = name[:60]
    return {
        Asks.WHICH: "Which of these goes in?",
        Asks.FOOD: f"Which “{name}” is it?",
        Asks.AMOUNT: f"How much {name}?",
        Asks.UNKNOWN: f"What is “{name}”?",
    }[asks]


def _foods(line: ReadLine, asking: Asking) -> Iterator[LineAnswer]:
    """Each food that the line may mean."""
    for alternative in line.alternatives[:_MOST_ANSWERS]:
        food = alternative.ingredient
        yield LineAnswer(
            food.name,
            line.text,
            food.slug,
            *_change(line, alternative.weighed, asking),
            holds=line.ingredient is not None and food.slug == line.ingredient.slug,
        )


def _amounts(line: ReadLine, part: PartFigures, asking: Asking) -> Iterator[LineAnswer]:
    """The usual amount as a range, so that its doubt stays in the line, and a little and plenty of it."""
    if line.ingredient is None:
        return
    slug = line.ingredient.slug
    beside_g = part.figures.mass_g or asking.evaluated.batch.mass_g or _BESIDE_G
    usual = usual_amount(asking.cupboard.ingredients[slug].role, asking.family, beside_g)
    name = read_line(line.text).name
    low, middle, high = (kitchen_grams(grams) for grams in (usual.low_g, usual.usual_g, usual.high_g))
    for label, amount in (
        (f"about {middle:g} g, as usual", f"{kitchen_grams(middle / 2):g} to {kitchen_grams(middle * 1.5):g} g"),
        (f"a little, {low:g} g", f"{low:g} g"),
        (f"plenty, {high:g} g", f"{high:g} g"),
    ):
        text = f"{amount} {name}" + (" (optional)" if line.optional else "")
        read = read_against(Line(text, slug, line.id), asking.cupboard, asking.preferences, part.options)
        yield LineAnswer(label, text, slug, *_change(line, read.weighed, asking))


def _change(line: ReadLine, then: WeighedLine | None, asking: Asking) -> tuple[float | None, float | None]:
    """The energy and protein that a piece has more once the line brings this."""
    if then is None:
        return None, None
    now = line.weighed.figures if line.weighed else None
    energy, protein = (_more(then.figures, now, name) * asking.of_a_piece for name in ("energy_kcal", "protein_g"))
    return energy, protein


def _more(then: Figures, now: Figures | None, name: str) -> float:
    before = getattr(now.nutrients, name) if now else None
    return (getattr(then.nutrients, name) or 0.0) - (before or 0.0)
