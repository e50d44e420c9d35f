"""US claims, which rest on a reference amount of the kind of food.

Source: 21 CFR 101.54 to 101.62, from memory. Selling is another matter: local law decides who may claim what.
"""

from typing import Final

from ample_crumb.core.food.claims.check import (
    LIGHT,
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

_US: Final = (
    # 21 CFR 101.54 (b) and (c): 10 and 20 % of 50 g protein and 28 g fibre; 101.60 (b), (c); 101.61 (b); 101.62 (b),
    # (c); per reference amount, from memory. Protein is what its quality carries.
    NutrientRule("good source of protein", "protein_g", 5, at_most=False),
    NutrientRule("high in protein", "protein_g", 10, at_most=False),
    NutrientRule("good source of fiber", "fibre_g", 2.8, at_most=False),
    NutrientRule("high in fiber", "fibre_g", 5.6, at_most=False),
    NutrientRule("low calorie", "energy_kcal", 40, in_50_g=True),
    NutrientRule("calorie free", "energy_kcal", 5, strict=True),
    NutrientRule("low fat", "fat_g", 3, in_50_g=True),
    NutrientRule("fat free", "fat_g", 0.5, strict=True),
    NutrientRule("low saturated fat", "saturates_g", 1, less_than_energy_share=0.15),
    NutrientRule("sugar free", "sugars_g", 0.5, strict=True),
    NutrientRule("low sodium", "salt_g", 0.140 * SALT_PER_SODIUM, in_50_g=True),
    NutrientRule("very low sodium", "salt_g", 0.035 * SALT_PER_SODIUM, in_50_g=True),
)

_US_AGAINST: Final = (
    # 21 CFR 101.60 (b)(4), (c)(5), 101.61 (b)(6), 101.62 (b)(4), (c)(4): 25 % less than a reference food that is not
    # "low" itself; 101.54 (e): "more" is 10 % of the daily value more, 5 g of protein, 2.8 g of fibre. From memory.
    ClassicRule("reduced calorie", "energy_kcal", 0.75, not_below=40),
    ClassicRule("reduced fat", "fat_g", 0.75, not_below=3),
    ClassicRule("reduced saturated fat", "saturates_g", 0.75, not_below=1),
    ClassicRule("reduced sugar", "sugars_g", 0.75),
    ClassicRule("reduced sodium", "salt_g", 0.75, not_below=0.140 * SALT_PER_SODIUM),
    ClassicRule("more protein", "protein_g", 1.0, at_most=False, more_g=5),
    ClassicRule("more fiber", "fibre_g", 1.0, at_most=False, more_g=2.8),
)

_LIGHT_ENERGY: Final = ClassicRule("light", "energy_kcal", 2 / 3, not_below=40)
_LIGHT_FAT: Final = ClassicRule("light", "fat_g", 0.5, not_below=3)
"""21 CFR 101.56 (b): a third less energy or half the fat; half the fat where the reference food has half of its energy
or more from fat, which must be low neither in energy nor in fat. From memory."""

_FAT_ENERGY_SHARE: Final = 0.5

US_SMALL_REFERENCE_G: Final = 30.0
"""Foods of a smaller or equal reference amount must also hold their limits in 50 g. Source: 21 CFR 101.60(b),
101.61(b), 101.62(b), from memory."""


def us_claims(
    figures: Figures,
    reference_g: float,
    sweetened_by: tuple[str, ...] = (),
    *,
    said: bool = True,
    classic: ClassicFigures | None = None,
) -> tuple[Claim, ...]:
    """US claims on a food whose reference amount is `reference_g`, the rest as for `eu_claims`. Empty for nothing at
    all.

    Source: 21 CFR 101.54 to 101.62, from memory. Raises ValueError unless `reference_g` > 0.
    """
    if reference_g <= 0:
        raise ValueError(f"reference_g is {reference_g!r}; it must be over 0")
    if figures.mass_g <= 0:
        return ()
    reference = figures.times(reference_g / figures.mass_g)
    claims = [check_nutrient(rule, reference, f"{reference_g:g} g", _us_scale(rule, reference_g)) for rule in _US]
    if classic:
        claims += [check_against_classic(rule, reference, classic, reference_g, set()) for rule in _US_AGAINST]
        claims.append(
            light([check_against_classic(rule, reference, classic, reference_g, set()) for rule in _light(classic)])
        )
    return rank_claims([*claims, no_added_sugars(figures, sweetened_by, said)])


def us_needs(reference_g: float, classic: ClassicFigures | None = None) -> dict[str, tuple[ClaimCondition, ...]]:
    """What each US claim asks for, by its name."""
    needs = {rule.name: tuple(nutrient_conditions(rule, reference_g / _us_scale(rule, reference_g))) for rule in _US}
    if classic is None:
        return needs
    against = {rule.name: classic_conditions(rule, classic, reference_g) for rule in _US_AGAINST}
    return needs | against | {LIGHT: classic_conditions(_light(classic)[0], classic, reference_g)}


def _light(classic: ClassicFigures) -> tuple[ClassicRule, ...]:
    energy, fat = classic.per_100g.energy_kcal or 0.0, classic.per_100g.fat_g or 0.0
    if energy > 0 and 9 * fat / energy >= _FAT_ENERGY_SHARE:
        return (_LIGHT_FAT,)
    return _LIGHT_ENERGY, _LIGHT_FAT


def _us_scale(rule: NutrientRule, reference_g: float) -> float:
    small = reference_g <= US_SMALL_REFERENCE_G
    return max(1.0, 50 / reference_g) if small and rule.in_50_g else 1.0
