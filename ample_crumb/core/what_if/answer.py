"""What would come of a change: a sentence with figures, dials, character and time, before anything is made."""

from collections.abc import Iterable
from dataclasses import dataclass

from ample_crumb.core.crumb.check import CrumbCheck, JudgedDough, crumb_check
from ample_crumb.core.crumb.dials.dial import OUT
from ample_crumb.core.crumb.dough_state import DoughState
from ample_crumb.core.crumb.mouthfeel import Mouth, compare_mouthfeel
from ample_crumb.core.food.nutrients import Portion
from ample_crumb.core.problem import CannotUse
from ample_crumb.core.production.bake_time import BakeWindow
from ample_crumb.core.production.production import Production
from ample_crumb.core.swap.formula_in_kitchen import FormulaInKitchen
from ample_crumb.core.swap.method_following import MadeDough, MethodFollowing, follow_method
from ample_crumb.core.uncertainty.propagation import propagate
from ample_crumb.core.what_if.change import Change, change_of
from ample_crumb.core.what_if.question import UNDERSTOOD, ChangeKind, read_question
from ample_crumb.core.wording import join_names


@dataclass(frozen=True, slots=True)
class WhatIf:
    """The answer to a question. `kind` is None where it was not understood, and `sentence` says what is then.
    `understood` is the change in words; `formula` and what follows are as it would be, None with nothing changed."""

    kind: ChangeKind | None
    understood: str
    sentence: str
    formula: FormulaInKitchen | None = None
    made: Production | None = None
    piece: Portion | None = None
    check: CrumbCheck | None = None
    mouth: Mouth | None = None
    method: MethodFollowing | None = None


def ask_what_if(formula: FormulaInKitchen, question: str) -> WhatIf:
    """The answer, in a sentence; for what is none of the twelve kinds, which those are. Raises CannotUse for a food
    that is not there, and for what the formula is not."""
    read = read_question(question)
    made = formula.produced(formula.parts)
    if made.evaluated.batch.mass_g <= 0:
        raise CannotUse("There is nothing to change yet; add lines first.")
    if read is None:
        return WhatIf(None, "", f"I understand {join_names(UNDERSTOOD)}.")
    change = change_of(read, formula, made)
    then = change.formula
    made_then = then.produced(then.parts)
    was = MadeDough(made, formula.judged(made.evaluated), formula.cupboard)
    now = MadeDough(made_then, then.judged(made_then.evaluated), then.cupboard)
    piece = Portion(made_then.piece, made_then.piece_sd(propagate(made_then.evaluated, then.cupboard).piece))
    before, after = crumb_check(was.dough, formula.learned), crumb_check(now.dough, then.learned)
    mouth = compare_mouthfeel(was.dough, now.dough, then.learned)
    said = [
        *_figures(made, made_then),
        *_dials(before, after),
        *_mouth(was.dough, now.dough, mouth),
        *_waiting(change, before.state),
        *_window(made.bake_window, made_then.bake_window, change),
        *_tin(made, made_then),
        *((change.note,) if change.note else ()),
        *change.remarks,
        *made_then.problems,
    ]
    understood = f"{change.understood[:1].upper()}{change.understood[1:]}"
    method = follow_method(then.method, was, now)
    sentence = " ".join(said)
    return WhatIf(read.kind, understood, sentence, then, made_then, piece, after, mouth, method)


def _figures(was: Production, now: Production) -> Iterable[str]:
    energy = (now.piece.nutrients.energy_kcal or 0.0) - (was.piece.nutrients.energy_kcal or 0.0)
    protein = (now.piece.nutrients.protein_g or 0.0) - (was.piece.nutrients.protein_g or 0.0)
    if abs(energy) < 0.5 and abs(protein) < 0.05:
        yield f"A piece stays at {now.piece.nutrients.energy_kcal or 0:.0f} kcal."
        return
    yield (
        f"A piece has {now.piece.nutrients.energy_kcal or 0:.0f} kcal, {_moved(energy, 0)}, and "
        f"{now.piece.nutrients.protein_g or 0:.1f} g of protein, {_moved(protein, 1)}."
    )


def _moved(by: float, digits: int) -> str:
    if abs(by) < 0.5 * 10**-digits:
        return "as before"
    return f"{abs(by):.{digits}f} {'more' if by > 0 else 'less'}"


def _dials(was: CrumbCheck, now: CrumbCheck) -> Iterable[str]:
    """The dials that leave their windows or come back; where all stay, that."""
    moved = [(old, new) for old, new in zip(was.dials, now.dials, strict=True) if old.verdict is not new.verdict]
    for old, new in moved:
        if new.verdict in OUT:
            yield f"{new.title} is out: {new.reason[:1].lower()}{new.reason[1:]}"
        elif old.verdict in OUT:
            yield f"{new.title} is within its window again."
    if not moved and now.dials and not now.off:
        yield "All dials stay in their windows."


def _mouth(was: JudgedDough, now: JudgedDough, mouth: Mouth) -> Iterable[str]:
    if was.composition != now.composition:
        yield mouth.text


def _waiting(change: Change, state: DoughState | None) -> Iterable[str]:
    if change.waited_min is None:
        return
    if state is None:
        yield "Nobody can say what this dough is like, nor what waiting does to it."
        return
    mixed, rested = state.after_mixing, state.after_resting
    if change.chilled:
        yield f"Cold, its fat sets: a dough that {mixed.words} gets firmer, spreads less and bakes a little longer."
        return
    if state.rest_min and change.waited_min >= state.rest_min / 2 and mixed.words != rested.words:
        yield f"Standing it takes up water: now it {mixed.words}, then it {rested.words}."
    else:
        yield f"It hardly changes by standing: it {rested.words}."
    if change.waited_min > 60:
        yield "Raising agents tire: what stands over an hour rises less."


def _window(was: BakeWindow | None, now: BakeWindow | None, change: Change) -> Iterable[str]:
    if was is None or now is None:
        return
    if change.more_min is not None:
        at = (was.from_min + was.until_min) / 2 + change.more_min
        span = f"{was.from_min:.0f} to {was.until_min:.0f} minutes"
        firmer = "firmer" if change.more_min > 0 else "softer"
        if at > was.until_min:
            yield f"At {at:.0f} minutes it is past its time of {span}: drier and firmer, the rim first."
        elif at < was.from_min:
            yield f"At {at:.0f} minutes it is short of its time of {span}: soft in the middle, perhaps raw."
        else:
            yield f"At {at:.0f} minutes it is still within its time of {span}: {firmer}."
        return
    if abs(now.from_min - was.from_min) >= 0.5 or abs(now.until_min - was.until_min) >= 0.5:
        yield (
            f"Look from minute {now.from_min:.0f}, done by {now.until_min:.0f}, instead of {was.from_min:.0f} to "
            f"{was.until_min:.0f}."
        )


def _tin(was: Production, now: Production) -> Iterable[str]:
    if now.tins == was.tins or now.tin_fill is None:
        return
    filled = now.tin_fill.tins[0]
    yield f"It stands {filled.height_cm:.1f} cm high there and fills {filled.share:.0%} of it.".replace("%", " %")
    yield from now.tin_fill.warnings
