"""One rule held against figures: whether the claim holds and what is lacking, and what it asks for as a condition."""

from collections.abc import Iterator
from dataclasses import replace
from typing import Final

from ample_crumb.core.food.claims.claim import Claim, ClaimCondition, ClassicFigures, ClassicRule, NutrientRule
from ample_crumb.core.food.nutrients import Figures

NO_ADDED_SUGARS: Final = "no added sugars"


def check_nutrient(rule: NutrientRule, figures: Figures, basis: str, scale: float = 1.0) -> Claim:
    """Whether `figures`, which are those of `basis`, hold the rule when they are `scale` times as much."""
    value = getattr(figures.nutrients, rule.nutrient) or 0.0
    amount = value * scale
    within = amount < rule.limit if rule.strict else amount <= rule.limit
    holds = within if rule.at_most else amount >= rule.limit
    unit = f"{_UNITS.get(rule.nutrient, 'g')} in {basis}"
    change = "" if holds else _lacking(amount, rule.limit, unit, rule.nutrient, at_most=rule.at_most)
    if holds and rule.less_than_energy_share is not None:
        energy = figures.nutrients.energy_kcal or 0.0
        most = rule.less_than_energy_share * energy / 9
        if value > most:
            holds, change = (
                False,
                f"{value - most:.1f} g less {_WORDS[rule.nutrient]}, for its share of the energy",
            )
    holds, change = certain(holds, change, rule.nutrient, figures, at_most=rule.at_most)
    return Claim(rule.name, holds, amount, rule.limit, unit, change, rule.nutrient)


def check_against_classic(
    rule: ClassicRule, figures: Figures, classic: ClassicFigures, basis_g: float, held: set[str]
) -> Claim:
    """Whether `figures`, which are those of `basis_g`, hold a comparison with as much of the classic."""
    theirs = getattr(classic.per_100g, rule.nutrient)
    amount = getattr(figures.nutrients, rule.nutrient) or 0.0
    limit = (theirs or 0.0) * basis_g / 100 * rule.factor + rule.more_g
    unit = f"{_UNITS.get(rule.nutrient, 'g')} in {basis_g:g} g"
    classic_kcal = (classic.per_100g.energy_kcal or 0.0) * basis_g / 100
    holds = amount <= limit if rule.at_most else amount >= limit
    change = "" if holds else _lacking(amount, limit, unit, rule.nutrient, at_most=rule.at_most)
    if not classic.complete or theirs is None:
        holds, change = False, f"of {classic.name} we do not know all of its {_WORDS[rule.nutrient]}"
    elif theirs * basis_g / 100 <= rule.not_below:
        holds, change = False, f"{classic.name} is low in {_WORDS[rule.nutrient]} itself"
    elif holds and rule.no_more_energy and (figures.nutrients.energy_kcal or 0.0) > classic_kcal:
        holds, change = False, f"it brings more energy than {classic.name}"
    elif holds and rule.needs_claim and rule.needs_claim not in held:
        holds, change = False, f"it is no {rule.needs_claim}"
    holds, change = certain(holds, change, rule.nutrient, figures, at_most=rule.at_most)
    return Claim(rule.name, holds, amount, limit, unit, change, rule.nutrient)


LIGHT: Final = "light"


def light(lighter: list[Claim]) -> Claim:
    """The claim "light" by those of which one has to hold, the usual one first; it is about what makes it so."""
    by = next((claim for claim in lighter if claim.holds), lighter[0])
    return replace(by, name=LIGHT)


def no_added_sugars(figures: Figures, sweetened_by: tuple[str, ...], said: bool) -> Claim:
    if sweetened_by:
        change = f"without {', '.join(sweetened_by)}"
    elif figures.without_lines:
        change = UNREAD
    else:
        change = "" if said else "a line does not say whether it has added sugar"
    holds = not change
    return Claim(NO_ADDED_SUGARS, holds, float(len(sweetened_by)), 0.0, "lines that add sugar", change)


def certain(holds: bool, change: str, nutrient: str, figures: Figures, *, at_most: bool) -> tuple[bool, str]:
    """A limit from above cannot be kept by what is not known; one from below is kept by what is known already."""
    if figures.without_lines:
        return False, UNREAD
    if holds and at_most and nutrient in figures.at_least:
        return False, f"a line does not state its {_WORDS[nutrient]}"
    return holds, change


def rank_claims(claims: list[Claim]) -> tuple[Claim, ...]:
    held = {claim.name for claim in claims if claim.holds}
    return tuple(
        replace(claim, stronger=_STRONGER[claim.name]) if _STRONGER.get(claim.name) in held else claim
        for claim in claims
    )


def nutrient_conditions(rule: NutrientRule, basis_g: float) -> Iterator[ClaimCondition]:
    sign = 1.0 if rule.at_most else -1.0
    limit = rule.limit * (1 - _HAIR) if rule.strict else rule.limit
    yield ClaimCondition(sign * limit / basis_g, ((rule.nutrient, -sign),))
    if rule.less_than_energy_share is not None:
        yield ClaimCondition(0.0, (("energy_kcal", rule.less_than_energy_share / 9), (rule.nutrient, -1.0)))


def classic_conditions(rule: ClassicRule, classic: ClassicFigures | None, basis_g: float) -> tuple[ClaimCondition, ...]:
    theirs = getattr(classic.per_100g, rule.nutrient) if classic else None
    if classic is None or theirs is None or not classic.complete or theirs * basis_g / 100 <= rule.not_below:
        return ()
    sign = 1.0 if rule.at_most else -1.0
    needs = [ClaimCondition(sign * (rule.factor * theirs / 100 + rule.more_g / basis_g), ((rule.nutrient, -sign),))]
    if rule.no_more_energy:
        needs.append(ClaimCondition((classic.per_100g.energy_kcal or 0.0) / 100, (("energy_kcal", -1.0),)))
    return tuple(needs)


_HAIR: Final = 1e-6
"""A limit that must not be reached is missed by this share of it."""

_UNITS: Final = {"energy_kcal": "kcal"}

_WORDS: Final = {
    "energy_kcal": "energy", "fat_g": "fat", "saturates_g": "saturates", "sugars_g": "sugars", "salt_g": "salt",
    "fibre_g": "fibre", "protein_g": "protein",
}  # fmt: skip


def _lacking(amount: float, limit: float, unit: str, nutrient: str, *, at_most: bool) -> str:
    # The basis is said once for all claims.
    return f"{abs(amount - limit):.1f} {unit.partition(' in ')[0]} {'less' if at_most else 'more'} {_WORDS[nutrient]}"


_STRONGER: Final = {
    "source of protein": "high protein", "source of fibre": "high fibre", "low fat": "fat-free",
    "low saturated fat": "saturated fat-free", "low sugars": "sugars-free", "low salt": "very low salt",
    "very low salt": "salt-free", "good source of protein": "high in protein",
    "good source of fiber": "high in fiber", "low calorie": "calorie free", "low sodium": "very low sodium",
}  # fmt: skip

UNREAD: Final = "every line has to be read first"
"""What lacks to a claim while a line is left out."""
