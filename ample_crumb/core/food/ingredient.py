"""An ingredient: what it is called, made of, and how it is measured."""

from dataclasses import dataclass, replace

from ample_crumb.core.food.energy import EnergySystem, european_energy, us_energy
from ample_crumb.core.food.nutrients import Nutrients
from ample_crumb.core.food.protein_scores import Score
from ample_crumb.core.food.provenance import Provenance
from ample_crumb.core.memoized import Memoized
from ample_crumb.core.quantity.weighing import Measures


@dataclass(frozen=True, slots=True)
class Ingredient(Memoized):
    """A food as bought. `per_100g` holds the stated energy; `polyol_kind` names its polyol other than erythritol.

    `vegan` implies `vegetarian`. `allergens` are those that it contains as such, by the names of `allergens`; `traces`
    those that it may contain by its pack. These and `added_sugar` are None where nobody said. `source` says where the
    figures are from in a few words, `provenance` of a generic food each of them. `sd_per_100g` is the doubt in the
    figures; None for the natural spread of a table's. `allergens_open` when it may contain others than those
    named, as a food made of something that nobody told of. `protein_score` is the quality of its protein, None where
    that is not known. `reference` says that it stands on the second shelf. `sweetened_with` are the
    sweeteners in it that its ingredients text or its name tells. `fibre_kind` is soluble or insoluble where it is known
    to be all of one kind, else empty.
    """

    slug: str
    name: str
    synonyms: tuple[str, ...]
    role: str
    per_100g: Nutrients
    polyol_kind: str
    measures: Measures
    allergens: tuple[str, ...] | None
    vegan: bool | None
    vegetarian: bool | None
    added_sugar: bool | None
    source: str
    provenance: Provenance | None = None
    protein_score: Score | None = None
    sd_per_100g: Nutrients | None = None
    traces: tuple[str, ...] | None = None
    allergens_open: bool = False
    reference: bool = False
    sweetened_with: tuple[str, ...] = ()
    fibre_kind: str = ""

    def per_100g_by(self, system: EnergySystem) -> Nutrients:
        """The nutrients per 100 g with the energy as the system counts it; the stated one where factors cannot tell."""
        if system is EnergySystem.STATED:
            return self.per_100g
        if system is EnergySystem.EUROPEAN:
            energy = european_energy(self.per_100g)
        else:
            energy = us_energy(self.per_100g, self.polyol_kind, self.fibre_kind)
        return self.per_100g if energy is None else replace(self.per_100g, energy_kcal=energy)
