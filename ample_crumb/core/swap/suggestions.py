"""Which swaps a formula has, what each would do to a piece, and why not where somebody must not get it."""

from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from enum import StrEnum
from typing import Final

from ample_crumb.core.crumb.functional_properties import functional_properties, generic_of
from ample_crumb.core.food.allergens import BROKEN_BY
from ample_crumb.core.food.cupboard import Cupboard
from ample_crumb.core.food.energy import EnergySystem
from ample_crumb.core.food.ingredient import Ingredient
from ample_crumb.core.formula.eater_alerts import DIETS, DietaryProfile
from ample_crumb.core.formula.evaluation import FormulaFigures
from ample_crumb.core.formula.formula import lies_beside
from ample_crumb.core.formula.reading import ReadLine
from ample_crumb.core.swap.apply import FoodMove, food_moves
from ample_crumb.core.swap.catalogue import Swap, swaps_for


class Aim(StrEnum):
    """What somebody swaps for."""

    FEWER_CALORIES = "fewer calories"
    MORE_PROTEIN = "more protein"
    LESS_SUGAR = "less sugar"
    NO_EGG = "no egg"
    NO_DAIRY = "no dairy"
    NO_NUTS = "no nuts"
    NO_GLUTEN = "no gluten"
    VEGAN = "vegan"


@dataclass(frozen=True, slots=True)
class SwapSuggestion:
    """A swap that a line may have, up to `most_share` of the food that it `replaces`; figures
    are what a piece changes by when that much is swapped. `aims` are those that it serves. `gains` and `loses` are
    allergens that come into the line or go. `not_for` says why not, a sentence for each who must not get it; empty
    where nobody minds."""

    swap: Swap
    line_id: str
    line: str
    replaces: str
    target: str
    most_share: float
    target_g: float
    energy_kcal: float
    protein_g: float
    fat_g: float
    sugars_g: float
    sweetness_g: float
    water_g: float
    aims: tuple[Aim, ...]
    gains: tuple[str, ...]
    loses: tuple[str, ...]
    not_for: tuple[str, ...]


_NUTS: Final = ("tree nuts", "peanut")
_WITHOUT: Final = {
    Aim.NO_EGG: ("egg",), Aim.NO_DAIRY: ("milk",), Aim.NO_NUTS: _NUTS, Aim.NO_GLUTEN: ("gluten",),
}  # fmt: skip


def suggest_swaps(
    evaluated: FormulaFigures, cupboard: Cupboard, energy: EnergySystem, dietary_profiles: Sequence[DietaryProfile]
) -> tuple[SwapSuggestion, ...]:
    """All swaps of all lines, line by line, those that save most first."""
    found: list[SwapSuggestion] = []
    kitchen = _Kitchen(cupboard, energy, dietary_profiles)
    for part in evaluated.parts:
        crusts: set[str] = set()
        for line in part.lines:
            if line.weighed is None or line.weighed.mass_g <= 0:
                continue
            item = cupboard.ingredients[line.weighed.ingredient.slug]
            here = []
            for swap in swaps_for(generic_of(item)):
                if swap.whole_part and (swap.slug in crusts or not lies_beside(part.name)):
                    continue
                crusts |= {swap.slug} if swap.whole_part else set()
                grams = part.figures.mass_g if swap.whole_part else line.weighed.mass_g
                lost = part.figures.nutrients.energy_kcal if swap.whole_part else None
                here.append(_suggest(swap, _Swappable(line, item, grams, lost, evaluated.piece_count), kitchen))
            found += sorted(here, key=lambda offer: offer.energy_kcal)
    return tuple(found)


@dataclass(frozen=True, slots=True)
class _Kitchen:
    """What swaps are judged by, whatever the line."""

    cupboard: Cupboard
    energy: EnergySystem
    dietary_profiles: Sequence[DietaryProfile]


@dataclass(frozen=True, slots=True)
class _Swappable:
    """A food that may go: a line, or with `part_kcal` the whole part that it stands in. `mass_g` is what may go of it
    at most, `piece_count` what the batch is divided by."""

    line: ReadLine
    item: Ingredient
    mass_g: float
    part_kcal: float | None
    piece_count: float


def _suggest(swap: Swap, going: _Swappable, kitchen: _Kitchen) -> SwapSuggestion:
    item, grams, cupboard = going.item, going.mass_g, kitchen.cupboard
    lessens = swap.lessens(generic_of(item))
    moved = () if swap.whole_part or lessens else food_moves(swap, item, grams * swap.most_share, cupboard)
    gone = grams * swap.most_share * (1 - (swap.ratio or 0.0) if lessens or swap.whole_part else 1.0)
    change = _Change(item, gone, moved, going.piece_count, kitchen.energy)
    kcal = change.nutrient("energy_kcal")
    if going.part_kcal is not None:
        kcal = -going.part_kcal * gone / grams / going.piece_count
    leaves_all = swap.most_share > 0.999 and not lessens
    gains, loses = _allergens(item, moved, leaves_all=leaves_all)
    figures = {
        Aim.FEWER_CALORIES: kcal < -1,
        Aim.MORE_PROTEIN: change.nutrient("protein_g") > 0.1,
        Aim.LESS_SUGAR: change.nutrient("sugars_g") < -0.2,
    }
    aims = [aim for aim, serves in figures.items() if serves]
    aims += [aim for aim, names in _WITHOUT.items() if set(names) & set(loses) and not set(names) & set(gains)]
    if leaves_all and item.vegan is False and all(each.item.vegan for each in moved if each.change_g > 0):
        aims.append(Aim.VEGAN)
    target = cupboard.ingredients.get(swap.target)
    return SwapSuggestion(
        swap=swap,
        line_id=going.line.id,
        line=going.line.text,
        replaces=_plainly(item),
        target="less of it" if lessens else target.name if target else "nothing",
        most_share=swap.most_share,
        target_g=moved[0].change_g if moved else grams - gone,
        energy_kcal=kcal,
        protein_g=change.nutrient("protein_g"),
        fat_g=change.nutrient("fat_g"),
        sugars_g=change.nutrient("sugars_g"),
        sweetness_g=change.property_change("sweetness_ratio"),
        water_g=change.property_change("water_ratio"),
        aims=tuple(aims),
        gains=gains,
        loses=loses,
        not_for=tuple(_minding(moved, kitchen.dietary_profiles)),
    )


@dataclass(frozen=True, slots=True)
class _Change:
    """What a piece changes by when so many g of a food go and others come."""

    item: Ingredient
    gone_g: float
    moved: tuple[FoodMove, ...]
    piece_count: float
    energy: EnergySystem

    def _all(self) -> Iterable[FoodMove]:
        return (FoodMove(self.item, -self.gone_g), *self.moved)

    def nutrient(self, nutrient: str) -> float:
        """Returns the change of a nutrient; what is not stated counts for nothing."""
        amounts = (
            (getattr(each.item.per_100g_by(self.energy), nutrient) or 0.0) * each.change_g / 100 for each in self._all()
        )
        return sum(amounts) / self.piece_count

    def property_change(self, name: str) -> float:
        """Returns the change of a working property."""
        return (
            sum((getattr(functional_properties(each.item), name) or 0.0) * each.change_g for each in self._all())
            / self.piece_count
        )


def _plainly(item: Ingredient) -> str:
    """A food as it is spoken of: "wheat flour" for "Wheat flour, plain"."""
    name = item.name.split(",")[0].split(" (")[0]
    return name if name[:2].isupper() else name[:1].lower() + name[1:]


def _allergens(
    item: Ingredient, moved: tuple[FoodMove, ...], *, leaves_all: bool
) -> tuple[tuple[str, ...], tuple[str, ...]]:
    was = item.allergens or ()
    comes = {name for each in moved if each.change_g > 0 for name in each.item.allergens or ()}
    loses = tuple(name for name in was if name not in comes) if leaves_all else ()
    return tuple(sorted(comes - set(was))), loses


def _minding(moved: tuple[FoodMove, ...], dietary_profiles: Sequence[DietaryProfile]) -> Iterable[str]:
    for dietary_profile in dietary_profiles:
        for each in moved:
            if each.change_g <= 0:
                continue
            for about in dietary_profile.avoids:
                if about in DIETS:
                    if BROKEN_BY[about](each.item):
                        yield (
                            f"{dietary_profile.name}: {each.item.name} is not {about}."
                            if about != "no added sugar"
                            else (f"{dietary_profile.name}: {each.item.name} is added sugar.")
                        )
                elif about in (each.item.allergens or ()):
                    yield f"{dietary_profile.name} must not get {about}, and {each.item.name} is that or holds it."
