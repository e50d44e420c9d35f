"""A method after its lines changed: the steps to add, to change and to drop, and the text with all of them done.

What comes in may ask for a step of its own (`step_rules`); what went is no longer spoken of; what stands in its place
is spoken of instead, and a time that the dough does not need any more is another one.
"""

import re
from collections.abc import Callable, Iterable, Mapping, Sequence, Set
from dataclasses import dataclass
from enum import StrEnum
from typing import Final

from ample_crumb.core.crumb.check import JudgedDough
from ample_crumb.core.food.cupboard import Cupboard
from ample_crumb.core.formula.evaluation import FormulaFigures
from ample_crumb.core.formula.formula import lies_beside
from ample_crumb.core.formula.reading import ReadLine
from ample_crumb.core.formula.steps import find_mixing_step, steps_of, written_steps
from ample_crumb.core.production.production import Production
from ample_crumb.core.swap.bake_time_text import with_times
from ample_crumb.core.swap.step_rules import Incoming, MethodPlace, find_incoming, list_asked_steps


class StepChange(StrEnum):
    """What becomes of a step."""

    ADD = "add"
    CHANGE = "change"
    DROP = "drop"


@dataclass(frozen=True, slots=True)
class MethodStep:
    """A step to add, change or drop: its `text` then, and what it `was`; each empty where there is none. `place` is
    that of the step in the method as it was, or of the one that a new step stands before."""

    change: StepChange
    text: str
    was: str
    place: int


@dataclass(frozen=True, slots=True)
class MethodFollowing:
    """The steps that change, in the order of the method, and the method with all of them done."""

    steps: tuple[MethodStep, ...]
    method: str


@dataclass(frozen=True, slots=True)
class MadeDough:
    """A formula as it is made, with its dough judged, and the foods that its lines mean."""

    made: Production
    dough: JudgedDough
    cupboard: Cupboard


def follow_method(method: str, was: MadeDough, now: MadeDough) -> MethodFollowing:
    """What becomes of a method. One that is empty stays so, but for what must be said of new foods."""
    steps = written_steps(method)
    changed = list(_changed(steps, was, now))
    foods = (*find_incoming(was.dough, now.dough), *_put_on(was, now))
    asked = list_asked_steps(foods, now.dough, method, now.made.portions.dough_g)
    places = _places(steps, was.made.evaluated)
    added = [MethodStep(StepChange.ADD, each.text, "", places[each.place]) for each in asked]
    together = sorted([*changed, *added], key=lambda each: (each.place, each.change is not StepChange.ADD))
    return MethodFollowing(tuple(together), _done(steps, together) if together else method)


def _put_on(was: MadeDough, now: MadeDough) -> Iterable[Incoming]:
    """What comes into a part that lies beside the dough."""
    known = {weighed.ingredient.slug for _, weighed in was.made.evaluated.weighed_lines()}
    evaluated = now.made.evaluated
    for part in evaluated.parts:
        for line in part.lines if lies_beside(part.name) else ():
            if line.weighed is not None and line.weighed.ingredient.slug not in known:
                item = now.cupboard.ingredients[line.weighed.ingredient.slug]
                share = line.weighed.mass_g / evaluated.batch.mass_g
                yield Incoming(item, line.name or item.name, share, topping=True)


def _done(steps: Sequence[str], changes: Sequence[MethodStep]) -> str:
    rows: list[str] = []
    for place in range(len(steps) + 1):
        here = [change for change in changes if change.place == place]
        rows += [each.text for each in here if each.change is StepChange.ADD]
        if place == len(steps):
            break
        other = next((each for each in here if each.change is not StepChange.ADD), None)
        if other is None:
            rows.append(steps[place])
        elif other.change is StepChange.CHANGE:
            rows.append(other.text)
    return "\n".join(rows)


_BAKES: Final = re.compile(r"\b(bak(?:e|es|ing)|oven|microwav\w+|tin|tray)\b", re.IGNORECASE)
_DRY: Final = re.compile(r"\b(dry|flours?|whisk the|sift)\b", re.IGNORECASE)
_MIXES: Final = re.compile(r"\b(mix|stir|blend|whisk|beat|combine|fold|cream|rub)\w*\b", re.IGNORECASE)


def _places(steps: Sequence[str], evaluated: FormulaFigures) -> Mapping[MethodPlace, int]:
    """Before which step each kind of step stands."""
    end = len(steps)
    read = steps_of("\n".join(steps), evaluated)
    mixed = find_mixing_step(read)
    bake = next((place for place, text in enumerate(steps) if _BAKES.search(text) and not _MIXES.search(text)), end)
    after = bake + 1 if bake < end else end
    mixing = next((place for place, text in enumerate(steps) if _MIXES.search(text)), 0)
    dry = next((place for place, text in enumerate(steps) if _DRY.search(text) and _MIXES.search(text)), mixing)
    return {
        MethodPlace.FIRST: 0,
        MethodPlace.DRY: dry,
        MethodPlace.WET: mixing,
        MethodPlace.MIXED: bake if mixed is None else min(mixed + 1, end),
        MethodPlace.BAKE: bake,
        MethodPlace.AFTER: max(after, 0 if mixed is None else min(mixed + 1, end)),
    }


@dataclass(frozen=True, slots=True)
class _Gone:
    """A food that went, as it is called, and what stands in its place, empty for nothing."""

    name: str
    instead: str


def _changed(steps: Sequence[str], was: MadeDough, now: MadeDough) -> Iterable[MethodStep]:
    gone = list(_gone(was.made.evaluated, now.made.evaluated))
    staying = {line.name for line in now.made.evaluated.lines() if line.name}
    for place, step in enumerate(steps):
        text = _without(step, gone, staying)
        if text:
            text = with_times(text, was.made.bake_window, now.made.bake_window)
        if text != step:
            change = StepChange.CHANGE if text else StepChange.DROP
            yield MethodStep(change, text, step, place)


def _gone(was: FormulaFigures, now: FormulaFigures) -> Iterable[_Gone]:
    """What went, and what came where it stood."""
    still = {line.ingredient.slug for line in now.lines() if line.ingredient and line.weighed}
    known = {line.ingredient.slug for line in was.lines() if line.ingredient and line.weighed}
    for before, after in zip(was.parts, now.parts, strict=False):
        for place, line in enumerate(before.lines):
            if line.ingredient and line.ingredient.slug not in still:
                above = {each.id for each in before.lines[:place]}
                yield _Gone(line.name, _fresh_behind(above, after.lines, known))


def _fresh_behind(above: Set[str], lines: Sequence[ReadLine], known: Set[str]) -> str:
    """The name of the new line that stands right behind the last of those `above`; empty where none does."""
    start = max((place + 1 for place, line in enumerate(lines) if line.id in above), default=0)
    if start < len(lines) and (item := lines[start].ingredient) is not None and item.slug not in known:
        return lines[start].name
    return ""


_OWN_WORK: Final = re.compile(r"\b(melt|cream|rub|brown|toast|soften|whip|crack|separate)\w*\b", re.IGNORECASE)


def _without(step: str, gone: Sequence[_Gone], staying: Iterable[str]) -> str:
    """A step without what went; empty where it was of nothing else."""
    for each in gone:
        pattern = _named(each.name)
        if not pattern.search(step):
            continue
        alone = not any(_named(name).search(step) for name in staying)
        if alone and (not each.instead or _OWN_WORK.search(step)):
            return f"Stir the {each.instead} in." if each.instead else ""
        if not each.instead:
            step = f"{step.rstrip('. ')}. (There is no {each.name} any more.)"
        elif _OWN_WORK.search(step):
            # What is melted or creamed is worked in its own way; what comes instead is only stirred.
            step = f"{step.rstrip('. ')}. ({each.instead} for the {each.name}: stir it in last.)"
        else:
            step = pattern.sub(_renaming(each.instead), step)
    return step


def _renaming(instead: str) -> Callable[[re.Match[str]], str]:
    return lambda _: instead


def _named(name: str) -> re.Pattern[str]:
    """A food as a step calls it: by its whole name or the last word of it."""
    spoken = name.split(",", maxsplit=1)[0].strip() or name
    last = spoken.split()[-1] if spoken.split() else spoken
    return re.compile(rf"(?<!\w)(?:{re.escape(spoken)}|{re.escape(last)})s?(?!\w)", re.IGNORECASE)
