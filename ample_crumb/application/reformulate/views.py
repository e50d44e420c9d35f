"""What goes into and out of the tab Reach a target."""

from dataclasses import dataclass
from typing import Annotated, Final

from ample_crumb.application.views import FiguresView
from ample_crumb.core.bounds import Between, Items, Letters
from ample_crumb.core.crumb.check import CrumbCheck
from ample_crumb.core.crumb.hazard import Hazard
from ample_crumb.core.food.allergens import KNOWN
from ample_crumb.core.formula.formula import Part
from ample_crumb.core.quantity.recipe_parser import MOST_LINES
from ample_crumb.core.reformulate.kitchen_rounding import LineMove
from ample_crumb.core.reformulate.search import ReformulationStatus
from ample_crumb.core.reformulate.variables import LineBounds
from ample_crumb.core.reformulate.wishes import WishFigure

MOST_WISHES: Final = 16

_FoodSlug = Annotated[str, Letters(80)]
_Ban = Annotated[str, Letters(40, pattern=f"^({'|'.join(KNOWN)})$")]


@dataclass(frozen=True, slots=True)
class WishDraft:
    """A wish as the window has it: a figure (`name`) with a `value`, or a claim by its name and `claim_of` whose rules,
    eu or us."""

    name: Annotated[str, Letters(60, 1)]
    value: Annotated[float, Between(0, 100_000)] = 0.0
    at_least: bool = False
    per_100g: bool = False
    claim_of: Annotated[str, Letters(2, pattern="^(|eu|us)$")] = ""


@dataclass(frozen=True, slots=True)
class ReformulationDraft:
    """What is asked; `allowed` None for what comes in as usual."""

    wishes: Annotated[tuple[WishDraft, ...], Items(MOST_WISHES, 1)]
    holds: Annotated[tuple[LineBounds, ...], Items(MOST_LINES)] = ()
    allowed: Annotated[tuple[_FoodSlug, ...], Items(40)] | None = None
    bans: Annotated[tuple[_Ban, ...], Items(30)] = ()
    whole_eggs: bool = True
    sure: bool = False
    keep_mass: bool = True
    beyond_tolerance: bool = False


@dataclass(frozen=True, slots=True)
class AnswerView:
    """An answer for a screen; `hazards` are those that it brings and the formula does not have."""

    parts: tuple[Part, ...]
    lines: tuple[LineMove, ...]
    piece: FiguresView
    check: CrumbCheck
    hazards: tuple[Hazard, ...]
    words: tuple[str, ...]
    missed: tuple[str, ...]
    changed: int


@dataclass(frozen=True, slots=True)
class ReformulationView:
    """What came of it; `wished` are the wishes in words."""

    status: ReformulationStatus
    wished: tuple[str, ...]
    answers: tuple[AnswerView, ...]
    clash: tuple[str, ...]
    sentence: str
    remarks: tuple[str, ...]
    stopped: bool


@dataclass(frozen=True, slots=True)
class CandidateFood:
    """A food that may come in as usual."""

    slug: str
    name: str


@dataclass(frozen=True, slots=True)
class ClaimWishes:
    """The claims that can be wished for by one set of rules, and `where` those hold."""

    claim_of: str
    where: str
    names: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class ReformulationChoices:
    """What can be wished for and allowed: figures, claims by whose rules, and the usual candidates."""

    figures: tuple[WishFigure, ...]
    claims: tuple[ClaimWishes, ...]
    usual: tuple[CandidateFood, ...]


@dataclass(frozen=True, slots=True)
class PointView:
    """A point of the trade-off; None where there is no formula of so little energy."""

    energy_kcal: float
    protein_g: float | None
    answer: AnswerView | None
