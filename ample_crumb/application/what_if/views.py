"""What goes out of asking what if."""

from dataclasses import dataclass

from ample_crumb.application.views import FiguresView
from ample_crumb.core.crumb.check import CrumbCheck
from ample_crumb.core.crumb.mouthfeel import Mouth
from ample_crumb.core.formula.formula import Part
from ample_crumb.core.production.bake_time import BakeWindow
from ample_crumb.core.swap.method_following import MethodFollowing
from ample_crumb.core.what_if.question import ChangeKind


@dataclass(frozen=True, slots=True)
class ThenView:
    """The formula as it would be: its parts, pieces, the oven's heat where that is another (else None), whether it is
    covered, and what follows from them. `applies` says that it can be made so on the Bench: a tin is chosen there, and
    waiting is no part of a formula."""

    parts: tuple[Part, ...]
    piece_count: int
    oven_c: float | None
    covered: bool
    method: MethodFollowing
    piece: FiguresView
    check: CrumbCheck
    mouth: Mouth
    window: BakeWindow | None
    applies: bool


@dataclass(frozen=True, slots=True)
class WhatIfView:
    """An answer: `kind` None where the question was not understood, and then `sentence` says what is."""

    kind: ChangeKind | None
    understood: str
    sentence: str
    then: ThenView | None
