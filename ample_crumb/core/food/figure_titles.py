"""How figures are called and in which unit they stand, on every screen and label."""

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Final

from ample_crumb.core.food.nutrients import CarbohydrateDefinition


@dataclass(frozen=True, slots=True)
class FigureTitle:
    """A figure's title and unit; `within` names the figure that it is a part of, empty for none."""

    name: str
    title: str
    unit: str = "g"
    within: str = ""


FIGURE_TITLES: Final[Mapping[str, FigureTitle]] = {
    each.name: each
    for each in (
        FigureTitle("energy_kcal", "Energy", "kcal"),
        FigureTitle("energy_kj", "Energy", "kJ"),
        FigureTitle("fat_g", "Fat"),
        FigureTitle("saturates_g", "Saturates", within="fat_g"),
        FigureTitle("carbohydrate_g", "Carbohydrate"),
        FigureTitle("sugars_g", "Sugars", within="carbohydrate_g"),
        FigureTitle("polyols_g", "Polyols", within="carbohydrate_g"),
        FigureTitle("erythritol_g", "Erythritol", within="polyols_g"),
        FigureTitle("allulose_g", "Allulose"),
        FigureTitle("fibre_g", "Fibre"),
        FigureTitle("protein_g", "Protein"),
        FigureTitle("salt_g", "Salt"),
        FigureTitle("sodium_mg", "Sodium", "mg"),
        FigureTitle("alcohol_g", "Alcohol"),
        FigureTitle("water_g", "Water"),
    )
}
"""By name. Order and parts are those of a European label: Regulation (EU) 1169/2011 Annex XV, from memory of it."""

CARBOHYDRATE_TITLES: Final[Mapping[CarbohydrateDefinition, str]] = {
    CarbohydrateDefinition.AVAILABLE: "Carbohydrate",
    CarbohydrateDefinition.NET: "Net carbohydrate",
    CarbohydrateDefinition.NET_OF_POLYOLS: "Net carbohydrate",
    CarbohydrateDefinition.US_TOTAL: "Total carbohydrate",
}
"""By what a person counts."""
