"""Answers: a solution written as a kitchen measures, read anew, and all of it worked out from that text."""

from dataclasses import dataclass

from ample_crumb.core.crumb.character import Character
from ample_crumb.core.crumb.check import CrumbCheck, crumb_check
from ample_crumb.core.crumb.dials.dial import is_worse
from ample_crumb.core.crumb.hazard import Hazard
from ample_crumb.core.crumb.hazards import find_hazards
from ample_crumb.core.crumb.mouthfeel import Mouth, compare_mouthfeel
from ample_crumb.core.food.nutrients import Portion
from ample_crumb.core.formula.formula import Part
from ample_crumb.core.reformulate.constraints import grams_of
from ample_crumb.core.reformulate.kitchen_rounding import LineMove, as_read, moved_in_words, rewritten
from ample_crumb.core.reformulate.milp import Solution
from ample_crumb.core.reformulate.prepared_program import Prepared
from ample_crumb.core.reformulate.verification import least_shown
from ample_crumb.core.swap.method_following import MadeDough, MethodFollowing, follow_method
from ample_crumb.core.uncertainty.propagation import propagate


@dataclass(frozen=True, slots=True)
class Answer:
    """A formula that holds what it was asked, as it is written: its parts, every line, a piece, its dials, and the
    `hazards` that come with it and were not there before. `was` is what its character was, `mouth` says how it will
    differ, `method` what becomes of the steps. `missed` names the wishes that it does not hold, empty where all are
    met; `broken` what it does not keep of the dessert; it is `no_further` off any wish than the formula was, and
    `crumb_kept` when no dial is worse; `changed` counts lines, `objective` is what the optimiser made least."""

    parts: tuple[Part, ...]
    lines: tuple[LineMove, ...]
    piece: Portion
    check: CrumbCheck
    hazards: tuple[Hazard, ...]
    was: tuple[Character, ...]
    mouth: Mouth
    method: MethodFollowing
    words: tuple[str, ...]
    missed: tuple[str, ...]
    broken: tuple[str, ...]
    no_further: bool
    crumb_kept: bool
    changed: int
    objective: float

    @property
    def sound(self) -> bool:
        """Whether nothing is worse than it was."""
        return self.no_further and self.crumb_kept and not self.broken

    @property
    def added(self) -> frozenset[str]:
        """The foods that came in, by slug."""
        return frozenset(line.slug for line in self.lines if line.line_id is None)


def answer_of(prepared: Prepared, solution: Solution) -> Answer:
    """What a solution comes to once it is written down."""
    formula, request = prepared.formula, prepared.request
    grams = grams_of(solution.values, prepared.model.variables)
    parts, lines = rewritten(formula, prepared.made.evaluated, grams, prepared.dough.dough.part)
    made = formula.produced(parts)
    dough = formula.judged(made.evaluated)
    check = crumb_check(dough, formula.learned)
    uncertainty = propagate(made.evaluated, formula.cupboard, formula.definition)
    piece = Portion(made.piece, made.piece_sd(uncertainty.piece))
    lines = as_read(lines, made.evaluated)
    changed = [line for line in lines if abs(line.now_g - line.was_g) > 0.005 * max(line.was_g, line.now_g)]
    no_further = all(
        prepared.misses(wish, made, dough) <= far + least_shown(wish) for wish, far in prepared.missed_by.items()
    )
    known = {hazard.words for hazard in prepared.hazards}
    hazards = find_hazards(made.evaluated, made.piece, dough.family, formula.method, formula.cupboard)
    return Answer(
        parts=parts,
        lines=lines,
        piece=piece,
        check=check,
        hazards=tuple(hazard for hazard in hazards if hazard.words not in known),
        words=tuple(map(moved_in_words, changed)),
        was=prepared.character,
        mouth=compare_mouthfeel(prepared.dough, dough, formula.learned),
        method=follow_method(
            formula.method,
            MadeDough(prepared.made, prepared.dough, formula.cupboard),
            MadeDough(made, dough, formula.cupboard),
        ),
        missed=tuple(wish.words() for wish in request.wishes if not prepared.is_met(wish, piece, made, dough)),
        broken=prepared.limits.broken_by(dough),
        no_further=no_further,
        crumb_kept=not any(map(is_worse, prepared.dials, check.dials)),
        changed=len(changed),
        objective=solution.objective,
    )
