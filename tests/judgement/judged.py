"""The judged sets: formulas that work, formulas broken on purpose, practised times; and what the program says of them.

Half of the formulas (with their breaks) and a third of the times were held back and run once, then fitted to as well;
the fresh ones were written after that, and run once.
"""

import re
from collections.abc import Iterator
from dataclasses import dataclass
from pathlib import Path

from ample_crumb.core.crumb.check import CrumbCheck, JudgedDough, crumb_check, judge_dough
from ample_crumb.core.food.cupboard import reference_cupboard
from ample_crumb.core.formula.evaluation import FormulaFigures, evaluate
from ample_crumb.core.formula.formula import Line, Part
from ample_crumb.core.formula.reading import ReadingPreferences

HERE = Path(__file__).parent


@dataclass(frozen=True, slots=True)
class WorkingFormula:
    """A formula that works."""

    name: str
    family: str
    kind: str
    text: str
    held: bool


@dataclass(frozen=True, slots=True)
class BrokenFormula:
    """One of them broken, and the (dial, verdict) of which one has to tell."""

    formula: WorkingFormula
    change: str
    text: str
    told_by: frozenset[tuple[str, str]]


@dataclass(frozen=True, slots=True)
class PractisedTime:
    """A formula in a vessel and an oven, and how long it takes."""

    formula: WorkingFormula
    batches: float
    vessel: str
    pieces: int
    heat: str
    from_min: float
    until_min: float
    wish: str
    held: bool

    @property
    def middle_min(self) -> float:
        """The time to hit."""
        return (self.from_min + self.until_min) / 2


def _rows(name: str) -> Iterator[list[str]]:
    for row in (HERE / name).read_text("utf-8").splitlines():
        if row and not row.startswith("#"):
            yield [cell.strip() for cell in row.split("|")]


def parts_of_text(text: str) -> tuple[Part, ...]:
    """The lines of a text as one part."""
    return (Part("", tuple(Line(line.strip()) for line in text.split(";") if line.strip())),)


def working(*, fresh: bool = False) -> dict[str, WorkingFormula]:
    """All formulas that work, by name."""
    return {
        name: WorkingFormula(name, family, kind, text, place % 2 == 1)
        for place, (name, family, kind, text) in enumerate(_rows("fresh.psv" if fresh else "formulas.psv"))
    }


def broken(*, fresh: bool = False) -> list[BrokenFormula]:
    """All of them that are broken."""
    formulas = working(fresh=fresh)
    return [
        BrokenFormula(formulas[name], change, _changed(formulas[name].text, change), _told(told))
        for name, change, told in _rows("fresh-broken.psv" if fresh else "broken.psv")
    ]


def _changed(text: str, change: str) -> str:
    for was, then in _changes(change):
        assert was in text, (was, text)
        text = text.replace(was, then, 1)
    return text


def _changes(change: str) -> Iterator[tuple[str, str]]:
    """Pairs of what was and what is: a semicolon parts two changes where an arrow stands on both sides of it."""
    pieces = [piece.strip() for piece in re.split(r"\s*->\s*", change)]
    was = pieces[0]
    for place, piece in enumerate(pieces[1:], 1):
        if place == len(pieces) - 1:
            yield was, piece
        else:
            then, _, following = piece.rpartition(";")
            yield was, then.strip()
            was = following.strip()


def _told(cell: str) -> frozenset[tuple[str, str]]:
    return frozenset((dial, verdict) for dial, verdict in (each.split() for each in cell.split("/")))


TIMES = ("bakes.psv", "fresh-bakes.psv", "fresh-bakes-2.psv", "fresh-bakes-3.psv")
"""In the order in which they were written; each was run before it was fitted to."""


def practised(name: str = TIMES[0]) -> list[PractisedTime]:
    """All practised times of a file."""
    formulas = working() | working(fresh=True)
    found = []
    for place, (named, vessel, pieces, heat, minutes, wish) in enumerate(_rows(name)):
        name, _, factor = named.partition(" x ")
        low, high = map(float, minutes.split("-"))
        held = place % 3 == 2
        found.append(
            PractisedTime(formulas[name.strip()], float(factor or 1), vessel, int(pieces), heat, low, high, wish, held)
        )
    return found


def evaluated_text(text: str, pieces: float = 12) -> FormulaFigures:
    """A text of lines worked out. Raises AssertionError where one is not read."""
    figures = evaluate(parts_of_text(text), pieces, reference_cupboard(), ReadingPreferences())
    assert not figures.unread, figures.unread
    return figures


def judged_text(text: str, family: str) -> JudgedDough:
    """The dough of a text."""
    return judge_dough(evaluated_text(text), family, reference_cupboard())


def check_of(text: str, family: str) -> CrumbCheck:
    """What the crumb check says of a text."""
    return crumb_check(judged_text(text, family))


def doughs() -> list[tuple[WorkingFormula, frozenset[str], frozenset[str], frozenset[str]]]:
    """Formulas with what their dough may be like after mixing, after resting, and what it may cling to."""
    formulas = working()
    return [
        (formulas[name], _either(mixed), _either(rested), _either(clings))
        for name, mixed, rested, clings in _rows("doughs.psv")
    ]


def _either(cell: str) -> frozenset[str]:
    return frozenset(cell.split("/"))
