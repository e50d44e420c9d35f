"""What a solver may change: the lines of a formula within bounds, and foods that may come in."""

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass
from typing import Annotated, Final

from ample_crumb.core.bounds import Between
from ample_crumb.core.crumb.composition import Composition, brought_by, gram_of
from ample_crumb.core.crumb.dials.dial import Learned
from ample_crumb.core.crumb.dough import Dough
from ample_crumb.core.food.allergens import BROKEN_BY
from ample_crumb.core.food.cupboard import Cupboard
from ample_crumb.core.food.energy import EnergySystem
from ample_crumb.core.food.ingredient import Ingredient
from ample_crumb.core.food.nutrients import Nutrients
from ample_crumb.core.formula.evaluation import FormulaFigures
from ample_crumb.core.formula.formula import LineId
from ample_crumb.core.quantity.weighing import MOST_G

_Grams = Annotated[float, Between(0, MOST_G)] | None


@dataclass(frozen=True, slots=True)
class LineBounds:
    """What the baker says of a line: `locked` as it is, or from `low_g` to `high_g`; it `may_go`."""

    line_id: LineId
    locked: bool = False
    low_g: _Grams = None
    high_g: _Grams = None
    may_go: bool = False


@dataclass(frozen=True, slots=True, eq=False)
class AmountVariable:
    """A line, or a food that may come in (`line_id` None, `was_g` 0). It lies from `low_g` to `high_g`, or is 0 where
    it `may_go`; in steps of `step_g` where it comes whole. A g of it brings `gram` to the dough, nothing where it lies
    beside it, and `per_g` nutrients. `change_factor` is what a change of it counts. Each is itself and no other,
    whatever it holds, so that the handles of a program are made of it."""

    line_id: str | None
    name: str
    item: Ingredient
    was_g: float
    low_g: float
    high_g: float
    may_go: bool
    step_g: float
    gram: Composition
    per_g: Nutrients
    change_factor: float

    @property
    def comes_in(self) -> bool:
        """Whether it is not there yet."""
        return self.line_id is None

    @property
    def may_stay(self) -> bool:
        """Whether it may be as much as it is."""
        return self.low_g <= self.was_g <= self.high_g

    @property
    def can_be_absent(self) -> bool:
        """Whether it may be there or not, which takes a yes or no of its own."""
        return self.may_go and self.high_g > 0

    @property
    def can_move(self) -> bool:
        """Whether it is a line that may become another amount."""
        return not self.comes_in and (self.low_g != self.high_g or self.may_go)


_FLAVOUR_ROLES: Final = (
    "chocolate",
    "cocoa",
    "nut",
    "nut butter",
    "fruit",
    "dried fruit",
    "flavour",
    "spice",
    "topping",
)
_SEASONING_ROLES: Final = ("leavening", "salt", "spice", "flavour", "binder")

_WEIGHTS: Final[Mapping[str, float]] = {
    **dict.fromkeys(_FLAVOUR_ROLES, 2.0),
    **dict.fromkeys(("leavening", "salt", "binder"), 0.4),
}
"""What the same relative change counts: what gives flavour is the formula; nobody minds a pinch more. Common
practice."""

_BOUNDS: Final[Mapping[str, tuple[float, float]]] = {
    **dict.fromkeys(_SEASONING_ROLES, (0.5, 2.5)),
    **dict.fromkeys(("chocolate", "nut", "dried fruit", "topping"), (0.4, 1.5)),
    "salt": (0.6, 1.4),
}
"""How far a line may go by itself, in times what it is; others from a quarter to two and a half. Salt is tasted at
once, and is no way to make a piece lighter."""

_OTHERS: Final = (0.25, 2.5)
_MAY_GO_ROLES: Final = ("sugar", "sweetener", "fat")
"""What a formula may lose altogether and stay itself."""

USUAL: Final = (
    "whey_concentrate", "whey_isolate", "whey_casein_blend", "micellar_casein", "pea_protein", "egg_white_powder",
    "greek_yogurt_0", "skyr", "quark_0", "cottage_cheese_0", "soy_yogurt", "egg_white", "apple_sauce", "pumpkin_puree",
    "erythritol", "stevia_blend", "xylitol", "allulose",
)  # fmt: skip
"""What comes in where nobody says: protein powders, low-fat dairy, egg white, fruit puree, sweeteners. Common
practice."""

_LEAST_G: Final[Mapping[str, float]] = {"protein": 10, "dairy": 25, "milk": 20, "egg": 15, "fruit": 25, "flour": 10}
_LEAST_SHARE: Final = 0.01
_MOST_SHARE: Final[Mapping[str, float]] = {"protein": 0.2, "egg": 0.3, "sweetener": 0.3, "fruit": 0.3, "flour": 0.3}
"""Of the dough, the most that comes in of one food; others up to 0.4. More is another formula."""


@dataclass(frozen=True, slots=True)
class Pantry:
    """The foods there are: the `cupboard` with how its `energy` counts, what was `learned` of its flours, and the
    `bans`, which are slugs and allergens."""

    cupboard: Cupboard
    energy: EnergySystem
    learned: Learned
    bans: frozenset[str]


def is_kept_out(item: Ingredient, bans: frozenset[str]) -> bool:
    """Whether a food is, holds or may hold something banned."""
    return bool({item.slug, *(item.allergens or ()), *(item.traces or ())} & bans)


def line_variables(
    evaluated: FormulaFigures, dough: Dough, bounds: Mapping[str, LineBounds], pantry: Pantry, *, whole_eggs: bool
) -> tuple[AmountVariable, ...]:
    """The lines that have grams. What a ban forbids has to go, unless it is locked."""
    grams = {share.line_id: share for share in dough.lines}
    variables = []
    for line, weighed in evaluated.weighed_lines():
        was = weighed.mass_g
        if was <= 0:
            continue
        item = pantry.cupboard.ingredients[weighed.ingredient.slug]
        bound = bounds.get(line.id, LineBounds(line.id))
        low, high, may_go = _bounds(
            item, bound, was, forbidden=bool({item.slug, *(item.allergens or ())} & pantry.bans)
        )
        share = grams.get(line.id)
        gram = Composition()
        if share is not None:
            holds_times = pantry.learned.holding.get(item.slug, 1.0)
            gram = gram_of(share, holds_times)
        variables.append(
            AmountVariable(
                line_id=line.id,
                name=line.name,
                item=item,
                was_g=was,
                low_g=low,
                high_g=high,
                may_go=may_go,
                step_g=_egg_g(item) if whole_eggs and low != high else 0.0,
                gram=gram,
                per_g=weighed.figures.nutrients.times(1 / was),
                change_factor=_WEIGHTS.get(item.role, 1.0),
            )
        )
    return tuple(variables)


def _bounds(item: Ingredient, bound: LineBounds, was: float, *, forbidden: bool) -> tuple[float, float, bool]:
    if bound.locked:
        return was, was, False
    if forbidden:
        return 0.0, 0.0, False
    least, most = _BOUNDS.get(item.role, _OTHERS)
    low = bound.low_g if bound.low_g is not None else least * was
    high = bound.high_g if bound.high_g is not None else most * was
    may_go = bound.may_go or (item.role in _MAY_GO_ROLES and bound.low_g is None)
    return min(low, high), max(low, high), may_go


def _egg_g(item: Ingredient) -> float:
    return item.measures.piece_g.get("large", 50.0) if item.slug == "egg" else 0.0


def candidate_variables(
    slugs: Iterable[str], lines: Sequence[AmountVariable], dough_g: float, pantry: Pantry, diets_kept: Sequence[str]
) -> tuple[AmountVariable, ...]:
    """The foods that may come in: none that is there already, that a ban forbids, or that ends a vegan or vegetarian
    formula."""
    here = {line.item.slug for line in lines}
    diets = [BROKEN_BY[name] for name in diets_kept if name in ("vegan", "vegetarian")]
    variables = []
    for slug in dict.fromkeys(slugs):
        item = pantry.cupboard.ingredients.get(slug)
        if item is None or slug in here:
            continue
        if is_kept_out(item, pantry.bans) or any(breaks(item) for breaks in diets):
            continue
        least = max(_LEAST_G.get(item.role, 5.0), _LEAST_SHARE * dough_g)
        variables.append(
            AmountVariable(
                line_id=None,
                name=item.name,
                item=item,
                was_g=0.0,
                low_g=least,
                high_g=max(least * 2, _MOST_SHARE.get(item.role, 0.4) * dough_g),
                may_go=True,
                step_g=0.0,
                gram=brought_by(item, 1.0, pantry.learned.holding.get(slug, 1.0)),
                per_g=item.per_100g_by(pantry.energy).times(0.01),
                change_factor=1.0,
            )
        )
    return tuple(variables)
