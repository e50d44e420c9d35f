"""What goes into and out of the tab Reach a target."""

from dataclasses import dataclass
from typing import Annotated, Final
from uuid import UUID

from ample_crumb.application.views import FiguresView
from ample_crumb.core.bounds import LEAST, Between, Items, Letters
from ample_crumb.core.crumb.character import Character
from ample_crumb.core.crumb.check import CrumbCheck
from ample_crumb.core.crumb.hazard import Hazard
from ample_crumb.core.crumb.mouthfeel import Mouth
from ample_crumb.core.food.allergens import KNOWN
from ample_crumb.core.formula.formula import Part
from ample_crumb.core.quantity.recipe_parser import MOST_LINES
from ample_crumb.core.quantity.weighing import MOST_G
from ample_crumb.core.reformulate.cuts import Grid
from ample_crumb.core.reformulate.dessert_limits import Limit
from ample_crumb.core.reformulate.extremes import WishRange
from ample_crumb.core.reformulate.kitchen_rounding import LineMove
from ample_crumb.core.reformulate.search import ReformulationStatus
from ample_crumb.core.reformulate.variables import LineBounds
from ample_crumb.core.reformulate.wishes import CharacterWay, WishFigure
from ample_crumb.core.swap.method_following import MethodFollowing

MOST_WISHES: Final = 16

_FoodSlug = Annotated[str, Letters(80)]
_Ban = Annotated[str, Letters(40, pattern=f"^({'|'.join(KNOWN)})$")]


@dataclass(frozen=True, slots=True)
class WishDraft:
    """A wish as the window has it: a figure (`name`) with a `value`, a claim by its name and `claim_of` whose rules, eu
    or us, or the `way` on the axis of character `name`."""

    name: Annotated[str, Letters(60, 1)]
    value: Annotated[float, Between(0, 100_000)] = 0.0
    at_least: bool = False
    per_100g: bool = False
    claim_of: Annotated[str, Letters(2, pattern="^(|eu|us)$")] = ""
    way: Annotated[str, Letters(4, pattern="^(|same|low|high)$")] = ""


@dataclass(frozen=True, slots=True)
class ReformulationDraft:
    """What is asked; `allowed` None for what comes in as usual, `at_home` of it only what there is. `lifted` are limits
    of what stays the dessert it is."""

    wishes: Annotated[tuple[WishDraft, ...], Items(MOST_WISHES, 1)]
    holds: Annotated[tuple[LineBounds, ...], Items(MOST_LINES)] = ()
    allowed: Annotated[tuple[_FoodSlug, ...], Items(40)] | None = None
    bans: Annotated[tuple[_Ban, ...], Items(30)] = ()
    whole_eggs: bool = True
    sure: bool = False
    keep_mass: bool = True
    beyond_tolerance: bool = False
    at_home: bool = False
    lifted: Annotated[tuple[Limit, ...], Items(5)] = ()


@dataclass(frozen=True, slots=True)
class AnswerView:
    """An answer for a screen; `hazards` are those that it brings and the formula does not have. `was` is what its
    character was, `mouth` how it will differ, `method` what becomes of the steps."""

    parts: tuple[Part, ...]
    lines: tuple[LineMove, ...]
    piece: FiguresView
    check: CrumbCheck
    hazards: tuple[Hazard, ...]
    words: tuple[str, ...]
    missed: tuple[str, ...]
    changed: int
    was: tuple[Character, ...]
    mouth: Mouth
    method: MethodFollowing


@dataclass(frozen=True, slots=True)
class ReformulationView:
    """What came of it; `wished` are the wishes in words. `far` says how far those that clash can go by themselves,
    `lifting` which limits would let them be."""

    status: ReformulationStatus
    wished: tuple[str, ...]
    answers: tuple[AnswerView, ...]
    clash: tuple[str, ...]
    sentence: str
    remarks: tuple[str, ...]
    stopped: bool
    far: tuple[WishRange, ...]
    lifting: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class CutView:
    """The nearest answer with the batch cut so."""

    grid: Grid
    answer: AnswerView


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
class CharacterWishView:
    """A wish for character: the axis by `name`, the `way` on it, in words."""

    name: str
    way: CharacterWay
    words: str


@dataclass(frozen=True, slots=True)
class LimitView:
    """A limit of what stays a dessert, and what lifting it allows, in words."""

    limit: Limit
    words: str


@dataclass(frozen=True, slots=True)
class ReformulationChoices:
    """What can be wished for and allowed: figures, claims by whose rules, the usual candidates, character, and limits
    that may be lifted."""

    figures: tuple[WishFigure, ...]
    claims: tuple[ClaimWishes, ...]
    usual: tuple[CandidateFood, ...]
    character: tuple[CharacterWishView, ...]
    limits: tuple[LimitView, ...]


@dataclass(frozen=True, slots=True)
class PointView:
    """A point of the trade-off; None where there is no formula of so little energy. `kept_by` are the limits that it
    ends at."""

    energy_kcal: float
    protein_g: float | None
    answer: AnswerView | None
    kept_by: tuple[str, ...] = ()


@dataclass(frozen=True, slots=True)
class StartFoodDraft:
    """A food to begin with, and how much of it there is at most, None for enough."""

    slug: _FoodSlug
    most_g: Annotated[float, Between(LEAST, MOST_G)] | None = None


@dataclass(frozen=True, slots=True)
class StartDraft:
    """Foods, and what shall be made of them: a family, so many pieces or a tin of the kitchen, wishes for a piece."""

    foods: Annotated[tuple[StartFoodDraft, ...], Items(20, 1)]
    family: Annotated[str, Letters(40, 1)]
    piece_count: Annotated[int, Between(1, 200)] | None = None
    tin_id: UUID | None = None
    wishes: Annotated[tuple[WishDraft, ...], Items(MOST_WISHES)] = ()
    bans: Annotated[tuple[_Ban, ...], Items(30)] = ()


@dataclass(frozen=True, slots=True)
class StartFamily:
    """A family that can be started, and how it is mostly made."""

    slug: str
    name: str
    piece_count: int
    piece_g: float


@dataclass(frozen=True, slots=True)
class StartView:
    """A first formula for a screen: `brought` are the foods that came in besides, `left_out` sentences on those that
    did not go in. It is `met` where all dials and wishes hold; `missed` names wishes that do not."""

    name: str
    family: str
    piece_count: int
    method: str
    parts: tuple[Part, ...]
    lines: tuple[LineMove, ...]
    piece: FiguresView
    check: CrumbCheck
    hazards: tuple[Hazard, ...]
    brought: tuple[str, ...]
    left_out: tuple[str, ...]
    missed: tuple[str, ...]
    met: bool
