"""A formula's crumb check: its dough, its family, its dials."""

from dataclasses import dataclass, replace

from ample_crumb.core.crumb.character import Character, character_of
from ample_crumb.core.crumb.composition import Composition, compose
from ample_crumb.core.crumb.dials.dial import NOTHING_LEARNED, OUT, Dial, Learned, Verdict
from ample_crumb.core.crumb.dials.judge import dials_of
from ample_crumb.core.crumb.dough import Dough, dough_of
from ample_crumb.core.crumb.dough_description import read_dough_words
from ample_crumb.core.crumb.dough_state import DoughState, dough_state_of
from ample_crumb.core.crumb.family_classifier import classify_family
from ample_crumb.core.crumb.remarks import remarks_on
from ample_crumb.core.crumb.windows import family_windows
from ample_crumb.core.food.cupboard import Cupboard
from ample_crumb.core.formula.evaluation import FormulaFigures
from ample_crumb.core.formula.families import family_of
from ample_crumb.core.wording import join_names


@dataclass(frozen=True, slots=True)
class CrumbCheck:
    """The dials of a formula's dough. `family` is what it was judged as, `guessed` when nobody chose it. `character` is
    where within what works it stands, `state` what the dough is like, None where nobody can say, `said` what its
    own method says of that. `note` is a sentence on what is judged and what is not, empty where that is everything;
    `unread` are lines that may be much of it and could not be read."""

    family: str
    guessed: bool
    dials: tuple[Dial, ...]
    character: tuple[Character, ...]
    state: DoughState | None
    said: str
    note: str
    unread: tuple[str, ...] = ()

    @property
    def off(self) -> tuple[Dial, ...]:
        """The dials outside their windows."""
        return tuple(dial for dial in self.dials if dial.verdict in OUT)


@dataclass(frozen=True, slots=True)
class JudgedDough:
    """What a check rests on; `said` is what its method says the dough is like."""

    dough: Dough
    composition: Composition
    family: str
    guessed: bool
    said: str = ""


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
    family = chosen or classify_family(title, method, body, composition)
    return JudgedDough(body, composition, family, not chosen, read_dough_words(method))


def crumb_check(dough: JudgedDough, learned: Learned = NOTHING_LEARNED) -> CrumbCheck:
    """The crumb check of a dough."""
    dials = tuple(_told(dial, dough) for dial in dials_of(dough.composition, dough.family, learned))
    guessed = dough.guessed and bool(dough.family)
    # What a line that is not read brings may be much of it: nothing is said of the whole then.
    known = not dough.dough.gaps
    character = character_of(dough.composition, dough.family) if known else ()
    state = dough_state_of(dough.composition, dough.family) if known and dough.family else None
    return CrumbCheck(dough.family, guessed, dials, character, state, dough.said, _note(dough.dough), dough.dough.gaps)


def _told(dial: Dial, dough: JudgedDough) -> Dial:
    dial = _unless_unread(dial, dough.dough)
    windows = family_windows().get(dough.family)
    more = remarks_on(dial, dough.dough, dough.composition, windows) if windows else ""
    return replace(dial, reason=f"{dial.reason} {more}".strip()) if more else dial


def _unless_unread(dial: Dial, body: Dough) -> Dial:
    """What is out of its window may be so only because a line that may be much of the dough is not read."""
    if dial.verdict not in OUT or not body.gaps:
        return dial
    reason = f"Cannot say: “{body.gaps[0]}” is not counted, and may be much of it."
    return replace(dial, verdict=Verdict.UNKNOWN, reason=reason)


def _note(body: Dough) -> str:
    sentences = []
    if not body.lines:
        return "There is nothing to judge yet." if not body.unread else "No line could be read, so nothing is judged."
    if body.left_out:
        sentences.append(f"Judged without {join_names([f'“{name}”' for name in body.left_out])}.")
    if all(share.in_pieces for share in body.lines):
        sentences.append("All of it is put on or folded in; there is no dough to judge.")
    if body.unread:
        count = len(body.unread)
        sentences.append(f"Without {'1 line' if count == 1 else f'{count} lines'} that could not be read.")
    return " ".join(sentences)
