"""A formula's crumb check: its dough, its family, its dials."""

from dataclasses import dataclass

from ample_crumb.core.crumb.composition import Composition, compose
from ample_crumb.core.crumb.dials.dial import NOTHING_LEARNED, OUT, Dial, Learned
from ample_crumb.core.crumb.dials.judge import dials_of
from ample_crumb.core.crumb.dough import Dough, dough_of
from ample_crumb.core.crumb.family_classifier import classify_family
from ample_crumb.core.food.cupboard import Cupboard
from ample_crumb.core.formula.evaluation import FormulaFigures
from ample_crumb.core.formula.families import family_of


@dataclass(frozen=True, slots=True)
class CrumbCheck:
    """The dials of a formula's dough. `family` is what it was judged as, `guessed` when nobody chose it. `note` is a
    sentence on what is judged and what is not, empty where that is everything; `unread` are lines that may be much of
    it and could not be read."""

    family: str
    guessed: bool
    dials: tuple[Dial, ...]
    note: str
    unread: tuple[str, ...] = ()

    @property
    def off(self) -> tuple[Dial, ...]:
        """The dials outside their windows."""
        return tuple(dial for dial in self.dials if dial.verdict in OUT)


@dataclass(frozen=True, slots=True)
class JudgedDough:
    """What a check rests on."""

    dough: Dough
    composition: Composition
    family: str
    guessed: bool


def judge_dough(
    evaluated: FormulaFigures,
    family: str,
    cupboard: Cupboard,
    title: str = "",
    method: str = "",
    learned: Learned = NOTHING_LEARNED,
) -> JudgedDough:
    """The dough of a formula, and its family: as chosen, else as guessed."""
    body = dough_of(evaluated, cupboard)
    composition = compose(body, learned.holding)
    chosen = family_of(family).slug
    return JudgedDough(body, composition, chosen or classify_family(title, method, body, composition), not chosen)


def crumb_check(dough: JudgedDough, learned: Learned = NOTHING_LEARNED) -> CrumbCheck:
    """The crumb check of a dough."""
    dials = dials_of(dough.composition, dough.family, learned)
    guessed = dough.guessed and bool(dough.family)
    return CrumbCheck(dough.family, guessed, dials, _note(dough.dough), dough.dough.gaps)


def _note(body: Dough) -> str:
    sentences = []
    if not body.lines:
        return "There is nothing to judge yet." if not body.unread else "No line could be read, so nothing is judged."
    if body.left_out:
        sentences.append(f"Judged without {_listed(body.left_out)}.")
    if all(share.in_pieces for share in body.lines):
        sentences.append("All of it is put on or folded in; there is no dough to judge.")
    if body.unread:
        count = len(body.unread)
        sentences.append(f"Without {'1 line' if count == 1 else f'{count} lines'} that could not be read.")
    return " ".join(sentences)


def _listed(names: tuple[str, ...]) -> str:
    quoted = [f"“{name}”" for name in names]
    return quoted[0] if len(quoted) == 1 else f"{', '.join(quoted[:-1])} and {quoted[-1]}"
