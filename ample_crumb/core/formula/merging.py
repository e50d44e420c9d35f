"""A base's changes carried into its branches."""

import difflib
from collections.abc import Sequence
from dataclasses import dataclass, replace

from ample_crumb.core.formula.formula import Line, Part


@dataclass(frozen=True, slots=True)
class Merged:
    """A branch with its base's changes: its parts then, what was done to it, and what was left because the branch has
    gone its own way there."""

    parts: tuple[Part, ...]
    done: tuple[str, ...]
    left: tuple[str, ...]


def merge_base_changes(was: tuple[Part, ...], now: tuple[Part, ...], branch: tuple[Part, ...]) -> Merged:
    """What changed in a base since the branch last followed it, made in the branch too. A line that stands in the
    branch as it stood in the base is shared; one that the branch changed or left out is its own, and stays."""
    before = {part.name: part for part in was}
    after = {part.name: part for part in now}
    done: list[str] = []
    left: list[str] = []
    parts = []
    for part in branch:
        if part.name in before and part.name in after:
            lines = _carry(before[part.name].lines, after[part.name].lines, part.lines, done, left)
            parts.append(replace(part, lines=lines))
        else:
            parts.append(part)
    here = {part.name for part in branch}
    for part in now:
        if part.name not in before and part.name not in here:
            parts.append(part)
            done.append(f"with the part “{part.name}”")
    return Merged(tuple(parts), tuple(done), tuple(left))


def _carry(
    was: tuple[Line, ...], now: tuple[Line, ...], branch: tuple[Line, ...], done: list[str], left: list[str]
) -> tuple[Line, ...]:
    # What goes leaves its place open first: a line that only moved goes in one place and comes in another.
    lines: list[Line | int] = list(branch)
    coming: list[tuple[Line, ...]] = []
    for kind, start, end, from_, to in difflib.SequenceMatcher(a=was, b=now, autojunk=False).get_opcodes():
        if kind == "equal":
            continue
        gone, come = was[start:end], now[from_:to]
        shared = [line for line in gone if line in lines]
        left += [line.text for line in gone if line not in lines]
        if gone and not shared:
            # The branch has gone its own way here.
            continue
        place = len(coming)
        if shared:
            lines[lines.index(shared[0])] = place
        else:
            lines.insert(_after(was[:start], lines), place)
        for line in shared[1:]:
            lines.remove(line)
        coming.append(come)
        done += [f"− {line.text}" for line in shared]
    for place, come in enumerate(coming):
        at = lines.index(place)
        fresh = [line for line in come if line not in lines]
        lines[at : at + 1] = fresh
        done += [f"+ {line.text}" for line in fresh]
    return tuple(line for line in lines if isinstance(line, Line))


def _after(before: Sequence[Line], lines: Sequence[Line | int]) -> int:
    for line in reversed(before):
        if line in lines:
            return lines.index(line) + 1
    return 0 if not before else len(lines)


def shared_lines(base: tuple[Part, ...], branch: tuple[Part, ...]) -> int:
    """How many lines of the branch stand as they stand in the base."""
    there = {part.name: part.lines for part in base}
    return sum(line in there.get(part.name, ()) for part in branch for line in part.lines if line.text.strip())
