"""Where a text goes against itself: a line that stands twice, two heats, two times, a count that its scoop cannot make,
leavening that is said twice."""

import itertools
import re
from collections.abc import Iterator
from dataclasses import dataclass
from typing import Final

from ample_crumb.core.formula.evaluation import FormulaFigures
from ample_crumb.core.formula.formula import PartBake
from ample_crumb.core.formula.reading import ReadLine
from ample_crumb.core.problem import CannotUse
from ample_crumb.core.production.portions import scoop_ml
from ample_crumb.core.production.written_bake import bakes_said
from ample_crumb.core.production.written_oven import ovens_said
from ample_crumb.core.quantity.written_minutes import Minutes

LONGEST_ROW: Final = 1000
_SAME_SHARE: Final = 0.01
_HEATS_APART_C: Final = 12.0
"""Less is rounding between scales."""

_TIMES_APART: Final = 1.25
_COUNTS_APART: Final = 1.6
"""Scoops are heaped, and dough is eaten."""

_DENSITY_G_PER_ML: Final = 1.1
"""Of a dough that is scooped. Common practice."""

_POWDER_MOST_SHARE: Final = 0.045
"""Self-raising flour has about 5 % of baking powder in it; a little more is usual where all is beaten at once, so much
doubles it. Common practice."""

_LATER: Final = re.compile(
    r"\b(?:reduce|lower|turn|increase|raise|then|another|further|more|extra|second|again|until cold|crust|base|blind"
    r"|fridge|air[- ]?fr\w+|microwave\w*|or)\b",
    re.IGNORECASE,
)
_SENTENCE: Final = re.compile(r"(?<=[\w)])\.\s+(?=[A-Z])")
_SCOOP: Final = re.compile(
    r"(?P<size>#\d{1,3}|(?:\d{1,3}(?:[.,]\d)?|½|half|one|two|a)(?:\s\d/\d)?[\s-]?(?:ml|tbsp|tablespoons?))[\s-]?"
    r"(?:[a-z]+\s){0,2}?(?:scoops?|dishers?|balls?|portions?|mounds?)\b",
    re.IGNORECASE,
)
_EACH_G: Final = re.compile(
    r"\b(?P<grams>\d{1,3})\s?g(?:rams?)?\b(?:\s(?:each|apiece|a piece|balls?|portions?|pieces?))", re.IGNORECASE
)


@dataclass(frozen=True, slots=True)
class Settlement:
    """What settles it: a `label`, and one of a line that goes (`without_line`), the heat, or the count that holds."""

    label: str
    without_line: str | None = None
    oven_c: float | None = None
    piece_count: int | None = None


@dataclass(frozen=True, slots=True)
class Contradiction:
    """What goes against what, as a sentence, with what would settle it; it may also be meant so."""

    text: str
    settlements: tuple[Settlement, ...] = ()


def contradictions_of(evaluated: FormulaFigures, text: str) -> tuple[Contradiction, ...]:
    """Where the lines and the text (title and method) of a formula go against each other or themselves."""
    rows = [row.strip()[:LONGEST_ROW] for row in text.splitlines()]
    return (
        *_twice(evaluated),
        *_heats(text),
        *_times(text),
        *_counts(evaluated, rows),
        *_leavening(evaluated),
    )


def _twice(evaluated: FormulaFigures) -> Iterator[Contradiction]:
    for part in evaluated.parts:
        weighed = [line for line in part.lines if line.weighed is not None]
        for one, other in itertools.combinations(weighed, 2):
            if _same(one, other):
                text = f"“{other.text}” stands twice."
                yield Contradiction(text, (Settlement("It goes in once", without_line=other.id),))
                break


def _same(one: ReadLine, other: ReadLine) -> bool:
    if one.weighed is None or other.weighed is None or one.weighed.ingredient != other.weighed.ingredient:
        return False
    return abs(one.weighed.mass_g - other.weighed.mass_g) <= _SAME_SHARE * one.weighed.mass_g


def _heats(text: str) -> Iterator[Contradiction]:
    sentences = _SENTENCE.sub("\n", text).splitlines()
    rows = (row for row in sentences if not _LATER.search(row[:LONGEST_ROW]))
    heats = [said.oven_c for row in rows for said in ovens_said(row) if said.oven_c is not None]
    apart = [heat for heat in heats if abs(heat - heats[0]) > _HEATS_APART_C]
    if apart:
        each = (heats[0], apart[0])
        yield Contradiction(
            f"The text bakes at {each[0]:g} °C and at {each[1]:g} °C.",
            tuple(Settlement(f"{heat:g} °C", oven_c=heat) for heat in each),
        )


def _times(text: str) -> Iterator[Contradiction]:
    times = [time for row, time in bakes_said(text) if not _LATER.search(row)]
    for one, other in itertools.combinations(times, 2):
        (_, until), (starts, _) = sorted((one, other))
        if starts > _TIMES_APART * until:
            yield Contradiction(f"The text bakes {_minutes(one)} and {_minutes(other)}.")
            return


def _minutes(time: Minutes) -> str:
    low, high = time
    return f"{low:g} minutes" if low == high else f"{low:g} to {high:g} minutes"


def _counts(evaluated: FormulaFigures, rows: list[str]) -> Iterator[Contradiction]:
    dough_g = sum(part.figures.mass_g for part in evaluated.parts if part.options.bake is not PartBake.NOT)
    for row in rows:
        said = _each_g(row)
        if said is None or dough_g <= 0:
            continue
        words, each_g = said
        count = round(dough_g / each_g)
        high, low = max(count, evaluated.piece_count), max(1.0, min(count, evaluated.piece_count))
        if count >= 1 and high > _COUNTS_APART * low:
            yield Contradiction(
                f"{words} makes about {count} of this dough, not {evaluated.piece_count:g}.",
                (Settlement(f"{count} pieces", piece_count=count),),
            )
            return


def _each_g(row: str) -> tuple[str, float] | None:
    """How a row says how large a piece is, and how many g that are."""
    grams = _EACH_G.search(row)
    if grams is not None and float(grams["grams"]) > 0:
        return f"{grams['grams']} g a piece", float(grams["grams"])
    scoop = _SCOOP.search(row)
    if scoop is None:
        return None
    try:
        volume_ml = scoop_ml(scoop["size"].replace("-", " "))
    except CannotUse:
        return None
    return f"A scoop of {scoop['size'].replace('-', ' ')}", volume_ml * _DENSITY_G_PER_ML


def _leavening(evaluated: FormulaFigures) -> Iterator[Contradiction]:
    for part in evaluated.parts:
        lines = [(line, line.weighed) for line in part.lines if line.weighed is not None]
        raising = sum(each.mass_g for _, each in lines if each.ingredient.slug == "self_raising_flour")
        powder = [(line, each) for line, each in lines if each.ingredient.slug == "baking_powder"]
        added = sum(each.mass_g for _, each in powder)
        if raising and added > _POWDER_MOST_SHARE * raising:
            yield Contradiction(
                f"Self-raising flour brings its own baking powder; “{powder[0][0].text}” comes on top.",
                (Settlement("Leave the baking powder out", without_line=powder[0][0].id),),
            )
        elif len(powder) > 1 and not _same(powder[0][0], powder[1][0]):
            yield Contradiction(
                f"Leavening is said twice: “{powder[0][0].text}” and “{powder[1][0].text}”.",
                tuple(
                    Settlement(f"Only “{keep.text}”", without_line=drop.id)
                    for keep, drop in (
                        (powder[0][0], powder[1][0]),
                        (powder[1][0], powder[0][0]),
                    )
                ),
            )
