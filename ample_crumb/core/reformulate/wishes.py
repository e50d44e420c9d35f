"""What a piece shall be: wishes with their figures, as rows that are linear in the amounts of foods."""

from collections.abc import Callable, Mapping
from dataclasses import dataclass
from enum import StrEnum
from typing import Final

from ample_crumb.core.food.claims.claim import ClaimCondition
from ample_crumb.core.food.nutrients import CarbohydrateDefinition, Nutrients, carbohydrate
from ample_crumb.core.problem import CannotUse

MASS: Final = "mass_g"
PRICE: Final = "price"
PROTEIN_SHARE: Final = "protein_share"
SUGAR_KEPT: Final = "sugar_kept_percent"
ADDED_SUGAR: Final = "added_sugar_g"
CARBOHYDRATE: Final = "carbohydrate_g"


class CharacterWay(StrEnum):
    """How an axis of character is wished: as it is, or a step towards its low or its high word."""

    SAME = "same"
    LOW = "low"
    HIGH = "high"


@dataclass(frozen=True, slots=True)
class WishFigure:
    """A figure that can be wished for, in words and its unit, and whether one mostly wants at least so much of it."""

    name: str
    words: str
    unit: str
    at_least: bool = False


FIGURES: Final[Mapping[str, WishFigure]] = {
    figure.name: figure
    for figure in (
        WishFigure("energy_kcal", "energy", "kcal"),
        WishFigure("protein_g", "protein", "g", at_least=True),
        WishFigure("fat_g", "fat", "g"),
        WishFigure("saturates_g", "saturates", "g"),
        WishFigure(CARBOHYDRATE, "carbohydrate", "g"),
        WishFigure("sugars_g", "sugar", "g"),
        WishFigure("fibre_g", "fibre", "g", at_least=True),
        WishFigure("salt_g", "salt", "g"),
        WishFigure(MASS, "weight", "g"),
        WishFigure(PRICE, "price", ""),
        WishFigure(PROTEIN_SHARE, "energy from protein", "%", at_least=True),
        WishFigure(SUGAR_KEPT, "its sugar kept", "%"),
    )
}
"""What can be wished for."""

PROTEIN_KCAL: Final = 4.0
"""Energy of a g of protein. Regulation (EU) 1169/2011 Annex XIV, from memory."""

MOST: Final = 100_000.0


@dataclass(frozen=True, slots=True)
class Wish:
    """Of `name` (see `FIGURES`) at most or `at_least` so much of it, per piece or `per_100g`. A claim is a wish by
    `needs` instead, and `name` is how it is called; character by the `way` on the axis `name`. `spoken` is how it is
    said where that is not by its figure."""

    name: str
    value: float = 0.0
    at_least: bool = False
    per_100g: bool = False
    needs: tuple[ClaimCondition, ...] = ()
    way: CharacterWay | None = None
    spoken: str = ""

    @property
    def has_figure(self) -> bool:
        """Whether it is for so much of something; not for a claim, nor for character."""
        return not self.needs and self.way is None

    def words(self) -> str:
        """ "at most 150 kcal", "at least 12 g of protein", "“high protein” in Europe"."""
        if self.spoken:
            return self.spoken
        if self.needs:
            return f"“{self.name}”"
        figure = FIGURES[self.name]
        nutrients = {
            "energy_kcal": f"{self.value:g} kcal",
            PROTEIN_SHARE: f"{self.value:g} % of its energy from protein",
            SUGAR_KEPT: f"{self.value:g} % of its sugar",
        }
        words = nutrients.get(self.name, f"{self.value:g} {figure.unit} of {figure.words}".replace("  ", " "))
        return f"at {'least' if self.at_least else 'most'} {words}{' in 100 g' if self.per_100g else ''}"


def check_wishes(wishes: tuple[Wish, ...], *, may_be_none: bool = False) -> tuple[Wish, ...]:
    """The wishes. Raises CannotUse for one that names nothing, is negative, or is contradicted by another one."""
    if not wishes and not may_be_none:
        raise CannotUse("Say at least one thing that a piece shall be.")
    for wish in wishes:
        if wish.way is not None:
            continue
        if not wish.needs and wish.name not in FIGURES:
            raise CannotUse(f"Nobody knows what {wish.name[:40]!r} is; choose one of the figures.")
        if wish.per_100g and wish.name in (MASS, SUGAR_KEPT):
            said = {MASS: "100 g weigh 100 g; wish for the weight of a piece."}
            raise CannotUse(said.get(wish.name, "Sugar that is kept is a share of all of it, and not of 100 g."))
        if not 0 <= wish.value <= MOST:
            raise CannotUse(f"{wish.words()} is no amount; it lies from 0 to {MOST:,.0f}.")
        for other in wishes:
            same = not wish.needs and other.name == wish.name and other.per_100g == wish.per_100g
            if same and wish.at_least and not other.at_least and wish.value > other.value:
                raise CannotUse(f"These two cannot both be: {wish.words()}, and {other.words()}.")
    return wishes


def figure_of(wish: Wish, definition: CarbohydrateDefinition) -> Callable[[Nutrients], float | None]:
    """How much of what is wished for so much of a food has; None where that is not known. Mass and price are not asked
    here."""
    if wish.name == CARBOHYDRATE:
        return lambda nutrients: carbohydrate(nutrients, definition)
    if wish.name == PROTEIN_SHARE:
        return lambda nutrients: nutrients.protein_g
    if wish.name in (ADDED_SUGAR, SUGAR_KEPT):
        return lambda nutrients: nutrients.sugars_g
    return lambda nutrients: getattr(nutrients, wish.name)
