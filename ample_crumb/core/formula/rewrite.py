"""A line written anew: a little more or less of it, weighed instead of measured, or with its details changed."""

import re
from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass, replace
from typing import Final

from ample_crumb.core.formula.evaluation import FormulaFigures
from ample_crumb.core.formula.formula import Line, Part
from ample_crumb.core.formula.reading import ReadLine
from ample_crumb.core.quantity.line_parser import read_line, without_optional
from ample_crumb.core.quantity.used_share import read_used, used_in_words
from ample_crumb.core.quantity.weighing import WeightBasis, filling

_SEGMENT: Final = re.compile(r"[,;]\s+")
_BRACKET: Final = re.compile(r"\s*\(([^()]*)\)")


@dataclass(frozen=True, slots=True)
class LineDetails:
    """What a line says besides how much of what. `fill` is how the cup was filled, empty for the usual way;
    `used_share` is how much of it is used, over 0 to 1; `weighed_g` what a scale showed for it, None to leave the
    amount as it is."""

    optional: bool = False
    fill: str = ""
    used_share: float = 1.0
    weighed_g: float | None = None


def with_texts(parts: Sequence[Part], evaluated: FormulaFigures, texts: Mapping[str, str | None]) -> tuple[Part, ...]:
    """The parts with these lines in other words, by the id that they were read under; None for gone."""
    found = []
    for part, figures in zip(parts, evaluated.parts, strict=True):
        rows = zip(part.lines, figures.lines, strict=True)
        lines = ((replace(line, id=read.id), texts.get(read.id, line.text)) for line, read in rows)
        kept = tuple(replace(line, text=text) for line, text in lines if text is not None)
        found.append(replace(part, lines=kept))
    return tuple(found)


def with_line(parts: Sequence[Part], place: int, line: Line) -> tuple[Part, ...]:
    """The parts with a line more in the one at this place."""
    return tuple(replace(part, lines=(*part.lines, line)) if n == place else part for n, part in enumerate(parts))


def adjusted_amount(line: ReadLine, factor: float) -> str | None:
    """The text of `line` in grams, its amount multiplied by `factor`; None when it has no grams to multiply.

    Grams, because 5 % more of "1 cup" is nothing that a cup can measure. From 20 g up whole grams are written, below
    that tenths, and the amount always moves by at least one such step.
    """
    if line.weighed is None:
        return None
    was = line.weighed.prepared_g
    step = 1.0 if was >= 20 else 0.1
    grams = round(was * factor / step) * step
    if abs(grams - was) < step / 2:
        grams = was + (step if factor > 1 else -step)
    share = line.weighed.mass_g / was
    return _in_grams(line.text, max(grams, step)) + (f", {used_in_words(share)}" if share < 1 else "") + _optional(line)


def with_details(line: ReadLine, details: LineDetails) -> str:
    """The text of `line` saying `details`, and otherwise as it was written; unchanged where it says them already."""
    text = _weighed(line, details.weighed_g) if details.weighed_g is not None else line.text
    words = without_optional(text).strip()
    share, fills = _used_share(line), line.weighed.fills if line.weighed else ()
    if details.weighed_g is not None or abs(details.used_share - share) > 0.0005:
        words = _without_notes(words, lambda note: read_used(note) is not None)
        words += f", {used_in_words(details.used_share)}" if details.used_share < 1 else ""
    if fills and details.weighed_g is None and details.fill != fill_of(line):
        words = _without_notes(words, lambda note: note.lower() in fills)
        words = re.sub(rf"\b(?:{'|'.join(map(re.escape, fills))})\s+", "", words, flags=re.IGNORECASE)
        words = _filled(words, details.fill if details.fill in fills[1:] else "")
    return words + (" (optional)" if details.optional else "")


def with_used_grams(line: ReadLine, grams: float) -> str:
    """The text of `line` saying that so many g of it are used, as a scale showed, and otherwise as it was written."""
    words = _without_notes(without_optional(line.text).strip(), lambda note: read_used(note) is not None)
    return f"{words}, used {grams:.4g} g" + _optional(line)


def details_of(line: ReadLine) -> LineDetails:
    """What a line says now, as far as `Details` go."""
    return LineDetails(line.optional, fill_of(line), _used_share(line))


def _used_share(line: ReadLine) -> float:
    return line.weighed.mass_g / line.weighed.prepared_g if line.weighed and line.weighed.prepared_g else 1.0


def fill_of(line: ReadLine) -> str:
    """How the cup of a line was filled by what it says; empty for the usual way."""
    fills = line.weighed.fills if line.weighed else ()
    said = filling(read_line(line.text), fills) if fills else ""
    return said if said in fills[1:] else ""


def _filled(words: str, fill: str) -> str:
    """The line saying so in front of its food: what stands behind a comma is done after it was measured."""
    name = read_line(words).name
    at = words.find(name) if name and fill else -1
    return f"{words[:at]}{fill} {words[at:]}" if at >= 0 else words


def _weighed(line: ReadLine, grams: float) -> str:
    written = read_line(line.text)
    at = line.text.find(written.name) if written.name else -1
    on_scale = line.weighed is not None and line.weighed.basis is WeightBasis.WEIGHED
    measured = written.amount is not None and not written.amount.stated and not on_scale
    if not measured or at <= 0:
        return _in_grams(line.text, grams) + _optional(line)
    # The cup that was written stays beside what the scale said.
    return f"{line.text[:at].rstrip()} ({grams:.4g} g) {line.text[at:]}"


def _in_grams(text: str, grams: float) -> str:
    written = read_line(text)
    return f"{grams:.4g} g {written.name}" + "".join(f", {note}" for note in written.notes)


def _optional(line: ReadLine) -> str:
    return " (optional)" if line.optional else ""


def _without_notes(text: str, unwanted: Callable[[str], bool]) -> str:
    bare = _BRACKET.sub(lambda match: "" if unwanted(match[1].strip()) else match[0], text)
    first, *notes = _SEGMENT.split(bare)
    return ", ".join([first, *(note for note in notes if not unwanted(note.strip()))])
