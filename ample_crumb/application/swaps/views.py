"""What goes out of the tabs Swaps and Sweeteners."""

from dataclasses import dataclass

from ample_crumb.application.views import FiguresView
from ample_crumb.core.crumb.check import CrumbCheck
from ample_crumb.core.crumb.dials.dial import Dial
from ample_crumb.core.crumb.mouthfeel import Mouth
from ample_crumb.core.formula.allergens import AllergenNames
from ample_crumb.core.formula.formula import Part
from ample_crumb.core.formula.reading import Choice
from ample_crumb.core.swap.exclusions import IrreplaceableLine, OffendingLine, Replacement
from ample_crumb.core.swap.method_following import MethodFollowing
from ample_crumb.core.swap.suggestions import SwapSuggestion
from ample_crumb.core.swap.sweetener_options import SweetenerOption, Sweetening


@dataclass(frozen=True, slots=True)
class Offers:
    """The swaps of a formula, and the aims they can be chosen by."""

    offers: tuple[SwapSuggestion, ...]
    aims: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class SwapSide:
    """A formula before or after: a piece, its dials, sweetness and water in g a piece, its contents, its cost."""

    piece: FiguresView
    check: CrumbCheck
    sweetness_g: float
    water_g: float
    dough_g: float
    allergens: AllergenNames
    cost: float | None


@dataclass(frozen=True, slots=True)
class Preview:
    """What a change would make of the Bench: its parts then, both halves, and sentences on what could not move along.
    `mouth` is how it will differ in the mouth, `method` what becomes of the steps, `gains` and `loses` are allergens,
    `keeps` and `breaks` diets that are kept from then on, or no more."""

    parts: tuple[Part, ...]
    before: SwapSide
    after: SwapSide
    remarks: tuple[str, ...]
    mouth: Mouth
    method: MethodFollowing
    gains: tuple[str, ...]
    loses: tuple[str, ...]
    keeps: tuple[str, ...]
    breaks: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class FoodAlternative:
    """A food in a line's place at the amount that does the same work, and the formula with it: a piece, its dials, what
    a piece costs (None where a price is missing, which may be this food's: `priced`). `text` is the line then; `why`
    says how the amount came about. `sweetened_with` are the sweeteners inside the food. `gains`, `loses` and `breaks`
    are allergens and diets beside the formula as it stands; `allergens_known` says whether the food's own are."""

    food: Choice
    own: bool
    text: str
    mass_g: float
    why: str
    piece: FiguresView
    dials: tuple[Dial, ...]
    sweetened_with: tuple[str, ...]
    gains: tuple[str, ...]
    loses: tuple[str, ...]
    breaks: tuple[str, ...]
    allergens_known: bool
    cost: float | None
    priced: bool


@dataclass(frozen=True, slots=True)
class FoodAlternatives:
    """What a line of that name holds now, and what may stand in its place, the kitchen's own foods first."""

    name: str
    now: FoodAlternative
    others: tuple[FoodAlternative, ...]


@dataclass(frozen=True, slots=True)
class SweetenerBench:
    """How the Bench is sweetened now, and every sweetener and these blends in its place."""

    now: Sweetening
    options: tuple[SweetenerOption, ...]


@dataclass(frozen=True, slots=True)
class WithoutWay:
    """A way to make it without: what each line becomes, what else was moved so that the dough works, the dials that are
    worse for all that, and the formula then beside now."""

    replacements: tuple[Replacement, ...]
    repairs: tuple[str, ...]
    off: tuple[str, ...]
    preview: Preview


@dataclass(frozen=True, slots=True)
class WithoutView:
    """What came of it: how the branch is `called`, the lines in the way, the ways, and lines that no swap clears."""

    called: str
    lines: tuple[OffendingLine, ...]
    ways: tuple[WithoutWay, ...]
    cannot: tuple[IrreplaceableLine, ...]
