"""Figures as a screen needs them: the person's carbohydrate, the layers of a slab, the doubtful sums named."""

from dataclasses import dataclass
from typing import Final

from ample_crumb.core.day.tally import Tally, no_longer_zero_from, tally_count
from ample_crumb.core.food.energy import Layers, layers
from ample_crumb.core.food.nutrients import (
    CarbohydrateDefinition,
    Figures,
    Portion,
    StandardUncertainty,
    carbohydrate,
    carbohydrate_at_least,
)


@dataclass(frozen=True, slots=True)
class FiguresView:
    """Figures of a portion. `carbohydrate_g` is counted as the person chose; `sd` holds the standard deviation of each
    figure by its name, as far as it is known; `at_least` names sums that lack a part."""

    mass_g: float
    energy_kcal: float
    protein_g: float
    fat_g: float
    saturates_g: float
    carbohydrate_g: float
    sugars_g: float
    fibre_g: float
    polyols_g: float
    salt_g: float
    alcohol_g: float
    caffeine_mg: float
    sd: dict[str, float]
    at_least: tuple[str, ...]
    without_lines: int
    layers: Layers


@dataclass(frozen=True, slots=True)
class TalliedView:
    """What a portion counts by the person's own tally; where that is nothing, of how many of it on it would be
    something, None where it is something or never would be."""

    name: str
    counted_count: float
    from_count: int | None


def tally_view(portion: Figures, piece: Figures, tally: Tally | None) -> TalliedView | None:
    """What a portion counts of which one piece is that; None for who keeps no tally."""
    if tally is None:
        return None
    counted = tally_count(portion, tally)
    return TalliedView(tally.name, counted, None if counted > 0 else no_longer_zero_from(piece, tally))


_SHOWN: Final = (
    "energy_kcal", "protein_g", "fat_g", "saturates_g", "sugars_g", "fibre_g", "polyols_g", "salt_g", "alcohol_g",
    "caffeine_mg",
)  # fmt: skip


_BANDED: Final = (*_SHOWN, "carbohydrate_g")


def portion_view(portion: Portion, definition: CarbohydrateDefinition) -> FiguresView:
    """A portion for a screen."""
    return view(portion.figures, portion.sd, definition)


def view(figures: Figures, sd: StandardUncertainty, definition: CarbohydrateDefinition) -> FiguresView:
    """The figures for a screen; an unknown amount shows as 0 and is named in `at_least`."""
    nutrients = figures.nutrients
    least = [name for name in _SHOWN if name in figures.at_least or getattr(nutrients, name) is None]
    counted = carbohydrate(nutrients, definition)
    if counted is None or carbohydrate_at_least(figures, definition):
        least.append("carbohydrate_g")
    return FiguresView(
        mass_g=figures.mass_g,
        carbohydrate_g=counted or 0.0,
        sd={"mass_g": sd.mass_g}
        | {name: known for name in _BANDED if (known := getattr(sd.nutrients, name)) is not None},
        at_least=tuple(least),
        without_lines=figures.without_lines,
        layers=layers(nutrients),
        **{name: getattr(nutrients, name) or 0.0 for name in _SHOWN},
    )
