"""Two states of a formula told apart in words."""

import difflib
from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from typing import Final

from ample_crumb.core.formula.evaluation import FormulaFigures
from ample_crumb.core.formula.families import family_of
from ample_crumb.core.formula.reading import ReadLine


@dataclass(frozen=True, slots=True)
class FormulaState:
    """A state of a formula, worked out, as far as the words of a difference go."""

    evaluated: FormulaFigures
    piece_count: float
    family: str
    method: str


_SAME_G: Final = 0.005
"""Amounts closer than half a per cent are the same."""


def difference(was: FormulaState, now: FormulaState) -> tuple[str, ...]:
    """What changed from one state to another, a sentence each; empty for nothing."""
    sentences = list(_parts(was.evaluated, now.evaluated))
    if was.piece_count != now.piece_count:
        sentences.append(f"makes {now.piece_count:g}, not {was.piece_count:g}")
    if was.family != now.family:
        sentences.append(f"is {_called(now.family)}, not {_called(was.family)}")
    sentences += _method(was.method, now.method)
    return tuple(sentences)


def _called(family: str) -> str:
    name = family_of(family).name.casefold() or "dessert of no family"
    return f"{'an' if name[0] in 'aeiou' else 'a'} {name}"


def _parts(was: FormulaFigures, now: FormulaFigures) -> Iterable[str]:
    before = {part.name: part.lines for part in was.parts}
    after = {part.name: part.lines for part in now.parts}
    several = len(before) > 1 or len(after) > 1
    for name in dict.fromkeys((*before, *after)):
        here = f" in “{name}”" if several and name else ""
        if name in before and name not in after and name:
            yield f"without the part “{name}”"
        elif name in after and name not in before and name:
            yield f"with a part “{name}”: {', '.join(line.text for line in after[name] if line.text.strip())}"
        else:
            yield from (f"{words}{here}" for words in _lines(before.get(name, ()), after.get(name, ())))


def _lines(was: Sequence[ReadLine], now: Sequence[ReadLine]) -> Iterable[str]:
    """Lines of one food are one line that changed, whatever its place; the rest came or went."""
    old = [line for line in was if line.text.strip()]
    new = [line for line in now if line.text.strip()]
    for line in list(new):
        same = next((each for each in old if each.text == line.text and _slug(each) == _slug(line)), None)
        if same is not None:
            old.remove(same)
            new.remove(line)
    for line in list(new):
        same = next((each for each in old if _slug(line) and _slug(each) == _slug(line)), None)
        if same is not None:
            old.remove(same)
            new.remove(line)
            yield from _changed(same, line)
    yield from (f"+ {line.text}" for line in new)
    yield from (f"− {line.text}" for line in old)


def _slug(line: ReadLine) -> str:
    return line.ingredient.slug if line.ingredient else ""


def _changed(was: ReadLine, now: ReadLine) -> Iterable[str]:
    if was.weighed is None or now.weighed is None:
        yield f"{was.text} → {now.text}"
        return
    before, after = was.weighed.mass_g, now.weighed.mass_g
    if abs(after - before) <= _SAME_G * max(before, after):
        if was.text != now.text:
            yield f"{was.text} → {now.text}"
        return
    yield f"{now.weighed.ingredient.name}: {_grams(before)} → {_grams(after)} g"


def _grams(grams: float) -> str:
    return f"{grams:.0f}" if grams >= 20 else f"{grams:.1f}".rstrip("0").rstrip(".")


def _method(was: str, now: str) -> Iterable[str]:
    old, new = ([step for step in text.splitlines() if step.strip()] for text in (was, now))
    if old == new:
        return
    count = sum(1 for step in difflib.ndiff(old, new) if step[0] in "+-")
    yield f"the method differs in {'1 step' if count <= 2 else f'{(count + 1) // 2} steps'}"
