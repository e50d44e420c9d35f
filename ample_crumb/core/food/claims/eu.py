"""European claims, which rest on 100 g of the food.

Source: Regulation (EC) 1924/2006 Annex, from memory. Selling is another matter: local law decides who may claim what.
"""

from dataclasses import replace
from typing import Final

from ample_crumb.core.food.claims.check import (
    LIGHT,
    certain,
    check_against_classic,
    check_nutrient,
    classic_conditions,
    light,
    no_added_sugars,
    nutrient_conditions,
    rank_claims,
)
from ample_crumb.core.food.claims.claim import Claim, ClaimCondition, ClassicFigures, ClassicRule, NutrientRule
from ample_crumb.core.food.nutrients import SALT_PER_SODIUM, Figures

_EU: Final = (
    # Regulation (EC) 1924/2006 Annex, per 100 g of a solid food, from memory.
    NutrientRule("low energy", "energy_kcal", 40),
    NutrientRule("low fat", "fat_g", 3),
    NutrientRule("fat-free", "fat_g", 0.5),
    NutrientRule("low saturated fat", "saturates_g", 1.5, less_than_energy_share=0.10),
    NutrientRule("saturated fat-free", "saturates_g", 0.1),
    NutrientRule("low sugars", "sugars_g", 5),
    NutrientRule("sugars-free", "sugars_g", 0.5),
    NutrientRule("low salt", "salt_g", 0.12 * SALT_PER_SODIUM),
    NutrientRule("very low salt", "salt_g", 0.04 * SALT_PER_SODIUM),
    NutrientRule("salt-free", "salt_g", 0.005 * SALT_PER_SODIUM),
    NutrientRule("source of fibre", "fibre_g", 3, at_most=False),
    NutrientRule("high fibre", "fibre_g", 6, at_most=False),
)

_EU_FIBRE_PER_100_KCAL: Final = {"source of fibre": 1.5, "high fibre": 3.0}

_EU_PROTEIN_SHARES: Final = {"source of protein": 12.0, "high protein": 20.0}
"""% of energy from protein, at 4 kcal/g. Source: the same Annex, from memory."""

_EU_AGAINST: Final = (
    # The same Annex: 30 % less, salt 25 %; "reduced sugars" with no more energy (Regulation (EU) 1047/2012);
    # "increased" 30 % more of what it is a source of. From memory.
    ClassicRule("energy-reduced", "energy_kcal", 0.70),
    ClassicRule("reduced fat", "fat_g", 0.70),
    ClassicRule("reduced saturated fat", "saturates_g", 0.70),
    ClassicRule("reduced sugars", "sugars_g", 0.70, no_more_energy=True),
    ClassicRule("reduced salt", "salt_g", 0.75),
    ClassicRule("increased protein", "protein_g", 1.30, at_most=False, needs_claim="source of protein"),
    ClassicRule("increased fibre", "fibre_g", 1.30, at_most=False, needs_claim="source of fibre"),
)

_EU_LIGHTER: Final = tuple(rule.name for rule in _EU_AGAINST if rule.at_most and rule.nutrient != "salt_g")


def eu_claims(
    figures: Figures, sweetened_by: tuple[str, ...] = (), *, said: bool = True, classic: ClassicFigures | None = None
) -> tuple[Claim, ...]:
    """European claims on a food; `sweetened_by` are the lines that add sugar, and `said` is whether every line says
    if it does. Those that compare are there with a `classic`. Empty for nothing at all.

    Per 100 g as in `figures`; baking takes water out, so per 100 g of the baked food everything is higher.
    Source: Regulation (EC) 1924/2006 Annex, from memory.
    """
    if figures.mass_g <= 0:
        return ()
    of_100_g = figures.times(100 / figures.mass_g)
    energy = of_100_g.nutrients.energy_kcal or 0.0
    claims = [_protein_share(name, share, of_100_g) for name, share in _EU_PROTEIN_SHARES.items()]
    for rule in _EU:
        claim = check_nutrient(rule, of_100_g, "100 g")
        per_kcal = _EU_FIBRE_PER_100_KCAL.get(rule.name)
        if per_kcal and energy > 0 and not figures.without_lines and claim.figure / energy * 100 >= per_kcal:
            claim = replace(claim, holds=True, change="")
        claims.append(claim)
    held = {claim.name for claim in claims if claim.holds}
    against = [check_against_classic(rule, of_100_g, classic, 100, held) for rule in _EU_AGAINST if classic]
    if classic:
        # "Light" asks for what "reduced" does, and to be said with what makes it so: the same Annex, from memory.
        against.append(light([claim for claim in against if claim.name in _EU_LIGHTER]))
    claims += against
    return rank_claims([*claims, no_added_sugars(figures, sweetened_by, said)])


def eu_needs(classic: ClassicFigures | None = None) -> dict[str, tuple[ClaimCondition, ...]]:
    """What each European claim asks for, by its name; "no added sugars" is no matter of amounts."""
    shares = {
        name: (ClaimCondition(0.0, (("protein_g", 400.0), ("energy_kcal", -limit))),)
        for name, limit in _EU_PROTEIN_SHARES.items()
    }
    needs = shares | {rule.name: tuple(nutrient_conditions(rule, 100.0)) for rule in _EU}
    for against in _EU_AGAINST if classic else ():
        needs[against.name] = (*classic_conditions(against, classic, 100), *needs.get(against.needs_claim, ()))
    if classic:
        needs[LIGHT] = needs[_EU_LIGHTER[0]]
    return needs


def _protein_share(name: str, limit: float, figures: Figures) -> Claim:
    """Share of energy from protein [%]; what lacks is protein added as such, which brings energy of its own."""
    energy, protein = figures.nutrients.energy_kcal or 0.0, figures.nutrients.protein_g or 0.0
    share = 400 * protein / energy if energy > 0 else 0.0
    lacking = (limit / 100 * energy - 4 * protein) / (4 * (1 - limit / 100))
    holds, change = certain(
        share >= limit, "" if share >= limit else f"{lacking:.1f} g more protein", "energy_kcal", figures,
        at_most=True,
    )  # fmt: skip
    return Claim(name, holds, share, limit, "% of energy", change)
