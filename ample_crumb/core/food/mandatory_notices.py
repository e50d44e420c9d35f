"""What the law asks to be said on a food beside its figures, claimed or not.

Sources stand at each; all of them from memory. What a label really has to say is for local law.
"""

from typing import Final

from ample_crumb.core.food.claims.claim import Claim
from ample_crumb.core.food.claims.us import US_SMALL_REFERENCE_G
from ample_crumb.core.food.nutrients import SALT_PER_SODIUM, Figures

LAXATIVE_POLYOLS_SHARE: Final = 0.10
"""Added polyols of more than 10 % ask for the notice. Source: Regulation (EU) 1169/2011 Annex III 2.4, from memory."""

_DISCLOSED: Final = (
    ("fat", "fat_g", 13.0),
    ("saturated fat", "saturates_g", 4.0),
    ("sodium", "salt_g", 0.480 * SALT_PER_SODIUM),
)
"""Over these, in a reference amount, every claim has to point to the nutrient: 21 CFR 101.13 (h)(1), from memory.
Cholesterol, of which 60 mg are the fourth, has no column here."""

_OF_FIBRE: Final = ("good source of fiber", "high in fiber", "more fiber")


def needs_laxative_notice(figures: Figures) -> bool:
    """Whether so much of it is polyols that it must say that eating a lot may have a laxative effect."""
    return (figures.nutrients.polyols_g or 0.0) > LAXATIVE_POLYOLS_SHARE * figures.mass_g


def us_disclosures(figures: Figures, reference_g: float) -> tuple[str, ...]:
    """The nutrients that every US claim on this food has to point to: "see nutrition information for fat content"."""
    if figures.mass_g <= 0:
        return ()
    basis_g = max(reference_g, 50.0) if reference_g <= US_SMALL_REFERENCE_G else reference_g
    held = figures.times(basis_g / figures.mass_g).nutrients
    return tuple(name for name, nutrient, most in _DISCLOSED if (getattr(held, nutrient) or 0.0) > most)


def us_fibre_notice(claims: tuple[Claim, ...]) -> bool:
    """Whether a claim about fibre has to state the total fat beside it: where the food is not low in fat. 21 CFR 101.54
    (d), from memory."""
    holds = {claim.name for claim in claims if claim.holds}
    return not holds.isdisjoint(_OF_FIBRE) and "low fat" not in holds and "fat free" not in holds
