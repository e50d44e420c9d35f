"""The judged targets: what the program answers to them, and which of the nevers an answer breaks."""

import re
import sys
from collections.abc import Iterator
from dataclasses import dataclass
from functools import cache
from pathlib import Path
from typing import Final

from ample_crumb.core.crumb.check import JudgedDough, judge_dough
from ample_crumb.core.crumb.dough import DoughLine
from ample_crumb.core.food.cupboard import reference_cupboard
from ample_crumb.core.formula.evaluation import evaluate
from ample_crumb.core.formula.formula import Line, Part
from ample_crumb.core.formula.reading import ReadingPreferences
from ample_crumb.core.production.portions import Portioning
from ample_crumb.core.production.production import ProductionInputs
from ample_crumb.core.reformulate.answers import Answer
from ample_crumb.core.reformulate.request import ReformulationRequest
from ample_crumb.core.reformulate.search import Reformulation, reformulate
from ample_crumb.core.reformulate.wishes import Wish
from ample_crumb.core.swap.formula_in_kitchen import FormulaInKitchen

HERE: Final = Path(__file__).parent


@dataclass(frozen=True, slots=True)
class JudgedTarget:
    """A formula, what a piece of it shall be, whether that can be had (yes, no, either), and what must never be."""

    name: str
    family: str
    piece_count: int
    lines: tuple[str, ...]
    wishes: tuple[Wish, ...]
    bans: frozenset[str]
    reachable: str
    would: str
    nevers: tuple[str, ...]

    def formula(self) -> FormulaInKitchen:
        """As the program takes it."""
        making = ProductionInputs(Portioning(count=self.piece_count))
        part = Part("", tuple(map(Line, self.lines)))
        return FormulaInKitchen((part,), self.family, making, (), reference_cupboard(), ReadingPreferences())

    def answered(self) -> Reformulation:
        """What the program answers."""
        return reformulate(self.formula(), ReformulationRequest(self.wishes, bans=self.bans))

    def broken_by(self, answer: Answer) -> tuple[str, ...]:
        """The nevers that an answer breaks."""
        was, now = self._judged(self.formula().parts), self._judged(answer.parts)
        return tuple(never for never in self.nevers if _breaks(never, was, now, answer))

    def _judged(self, parts: tuple[Part, ...]) -> JudgedDough:
        cupboard = reference_cupboard()
        evaluated = evaluate(parts, self.piece_count, cupboard, ReadingPreferences())
        assert not evaluated.unread, (self.name, evaluated.unread)
        return judge_dough(evaluated, self.family, cupboard)


@cache
def judged_targets(file: str = "targets") -> tuple[JudgedTarget, ...]:
    """All of a set."""
    rows = [
        [cell.strip() for cell in line.split("|")]
        for line in (HERE / f"{file}.psv").read_text("utf-8").splitlines()
        if not line.startswith("#")
    ]
    always = next(tuple(_split(row[7])) for row in rows if row[0] == "any")
    return tuple(_target(row, always) for row in rows if row[0] != "any")


def _target(row: list[str], always: tuple[str, ...]) -> JudgedTarget:
    name, family, pieces, lines, wishes, reachable, would, nevers = row
    wanted = _split(wishes)
    bans = frozenset(each.removeprefix("no ") for each in wanted if each.startswith("no "))
    own = tuple(_split(nevers))
    said = {_FIGURE.match(each)[1] + _FIGURE.match(each)[2] for each in own if _FIGURE.match(each)}  # type: ignore[index]
    general = tuple(each for each in always if not (m := _FIGURE.match(each)) or m[1] + m[2] not in said)
    return JudgedTarget(
        name,
        family,
        int(pieces),
        tuple(_split(lines)),
        tuple(_wishes(wanted)),
        bans,
        reachable,
        would,
        (*general, *own),
    )


def _split(cell: str) -> list[str]:
    return [each.strip() for each in cell.split(";") if each.strip()]


_NAMES: Final = {"energy": "energy_kcal"}
_WISH: Final = re.compile(r"^(\w+)(<=|>=)([\d.]+)$")


def _wishes(wanted: list[str]) -> Iterator[Wish]:
    for each in wanted:
        found = _WISH.match(each)
        if found:
            yield Wish(_NAMES.get(found[1], f"{found[1]}_g"), float(found[3]), found[2] == ">=")


_FIGURE: Final = re.compile(r"^(\w+)([<>])([\d.]+)$")
_NEAR: Final = 0.5
"""Rounding to kitchen amounts is no fault, in points of a hundred."""


def _breaks(never: str, was: JudgedDough, now: JudgedDough, answer: Answer) -> bool:
    if never == "new>3":
        return len(answer.added) > 3
    figure = _FIGURE.match(never)
    if figure is None:
        way, _, what = never.partition(" ")
        then = {line.line_id for line in was.dough.lines}
        here = [line for line in now.dough.lines if _means(what, line)]
        before = [line for line in was.dough.lines if _means(what, line)]
        return bool(here) and not before if way == "comes" else bool(then) and bool(before) and not here
    what, way, limit = figure[1], figure[2], float(figure[3])
    if what == "sweet":
        sweet = [dough.composition.sweetness_g / dough.composition.dough_g for dough in (was, now)]
        value, stood = 100 * sweet[1] / sweet[0], 100.0
    else:
        stood, value = _share(what, was), _share(what, now)
    # What is so already may stay so.
    return value > max(limit, stood) + _NEAR if way == ">" else value < min(limit, stood) - _NEAR


_SUMS: Final = {"fat": "fat_g", "erythritol": "erythritol_g"}


def _share(what: str, dough: JudgedDough) -> float:
    """So many g in 100 g of dough."""
    composition = dough.composition
    if what in _SUMS:
        return 100 * float(getattr(composition, _SUMS[what])) / composition.dough_g
    return 100 * sum(line.mass_g for line in dough.dough.lines if _means(what, line)) / dough.dough.mass_g


_FIBRES: Final = ("inulin", "oat_fibre", "polydextrose", "corn_fibre", "tapioca_fibre", "wheat_bran")
_GUMS: Final = ("xanthan", "guar")


def _means(what: str, line: DoughLine) -> bool:
    if what == "powder":
        return bool(line.properties.powder)
    if what == "whey":
        return line.properties.powder in ("whey", "isolate", "blend", "casein")
    if what == "fibre":
        return line.item.slug in _FIBRES
    if what == "gum":
        return line.item.slug in _GUMS
    if what == "dairy":
        return line.item.role == "dairy" and "milk" in (line.item.allergens or ())
    return line.item.role == what.replace("_", " ") or line.item.slug == what or line.item.slug.startswith(f"{what}_")


def report(file: str) -> str:
    """A row for each target: whether it was met, how many answers there are, and what they break."""
    rows, broken, met = [], 0, 0
    for target in judged_targets(file):
        found = target.answered()
        told = {never for answer in found.answers for never in target.broken_by(answer)}
        broken += bool(told)
        met += found.status == "met"
        rows.append(
            f"{target.name:32} {found.status:8} {len(found.answers)} {target.reachable:7} {'; '.join(sorted(told))}"
        )
    return "\n".join([*rows, f"{met} met, {broken} of {len(rows)} with an answer that breaks a never"])


if __name__ == "__main__":
    print(report(sys.argv[1] if len(sys.argv) > 1 else "targets"))
