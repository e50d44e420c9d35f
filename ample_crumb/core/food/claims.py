"""What a food may be called: nutrition claims by European and by US rules.

European claims rest on 100 g, US claims on a reference amount of the kind of food. A claim that does not hold says how
far off it is and what the smallest change would be. Selling is another matter: local law decides who may claim what.
"""

from dataclasses import dataclass, replace
from typing import Final

from ample_crumb.core.food.nutrients import SALT_PER_SODIUM, Figures

LAXATIVE_POLYOLS_SHARE: Final = 0.10
"""Added polyols of more than 10 % ask for the notice. Source: Regulation (EU) 1169/2011 Annex III 2.4, from memory."""

US_SMALL_REFERENCE_G: Final = 30.0
"""Foods of a smaller or equal reference amount must also hold their limits in 50 g. Source: 21 CFR 101.60(b),
101.61(b), 101.62(b), from memory."""


@dataclass(frozen=True, slots=True)
class Claim:
    """A claim with its `figure` and `limit` in `unit`. `change` says in words what is lacking; empty when it holds.
    `stronger` names a claim that holds too and says more."""

    name: str
    holds: bool
    figure: float
    limit: float
    unit: str
    change: str
    stronger: str = ""


@dataclass(frozen=True, slots=True)
class _Rule:
    """A claim that asks for a nutrient of at least or at most `limit` in the basis of its rule set; `in_50_g` when a
    small reference amount must hold it in 50 g too."""

    name: str
    nutrient: str
    limit: float
    at_most: bool = True
    strict: bool = False
    less_than_energy_share: float | None = None
    in_50_g: bool = False


_EU: Final = (
    # Regulation (EC) 1924/2006 Annex, per 100 g of a solid food, from memory.
    _Rule("low energy", "energy_kcal", 40),
    _Rule("low fat", "fat_g", 3),
    _Rule("fat-free", "fat_g", 0.5),
    _Rule("low saturated fat", "saturates_g", 1.5, less_than_energy_share=0.10),
    _Rule("low sugars", "sugars_g", 5),
    _Rule("sugars-free", "sugars_g", 0.5),
    _Rule("low salt", "salt_g", 0.12 * SALT_PER_SODIUM),
    _Rule("source of fibre", "fibre_g", 3, at_most=False),
    _Rule("high fibre", "fibre_g", 6, at_most=False),
)
_EU_FIBRE_PER_100_KCAL: Final = {"source of fibre": 1.5, "high fibre": 3.0}
_EU_PROTEIN_SHARES: Final = {"source of protein": 12.0, "high protein": 20.0}
"""% of energy from protein, at 4 kcal/g. Source: the same Annex, from memory."""

_US: Final = (
    # 21 CFR 101.54 (b) and (c): 10 and 20 % of 50 g protein and 28 g fibre; 101.60 (b), (c); 101.61 (b); 101.62 (b),
    # (c); per reference amount, from memory. Protein is meant corrected for its quality, which lowers it further.
    _Rule("good source of protein", "protein_g", 5, at_most=False),
    _Rule("high in protein", "protein_g", 10, at_most=False),
    _Rule("good source of fiber", "fibre_g", 2.8, at_most=False),
    _Rule("high in fiber", "fibre_g", 5.6, at_most=False),
    _Rule("low calorie", "energy_kcal", 40, in_50_g=True),
    _Rule("low fat", "fat_g", 3, in_50_g=True),
    _Rule("fat free", "fat_g", 0.5, strict=True),
    _Rule("low saturated fat", "saturates_g", 1, less_than_energy_share=0.15),
    _Rule("sugar free", "sugars_g", 0.5, strict=True),
    _Rule("low sodium", "salt_g", 0.140 * SALT_PER_SODIUM, in_50_g=True),
)
_UNITS: Final = {"energy_kcal": "kcal"}
_WORDS: Final = {
    "energy_kcal": "energy", "fat_g": "fat", "saturates_g": "saturates", "sugars_g": "sugars", "salt_g": "salt",
    "fibre_g": "fibre", "protein_g": "protein",
}  # fmt: skip


def eu_claims(figures: Figures, sweetened_by: tuple[str, ...] = (), *, said: bool = True) -> tuple[Claim, ...]:
    """European claims on a food; `sweetened_by` are the lines that add sugar, and `said` is whether every line says
    if it does. Empty for nothing at all.

    Per 100 g as in `figures`; baking takes water out, so per 100 g of the baked food everything is higher.
    Source: Regulation (EC) 1924/2006 Annex, from memory.
    """
    if figures.mass_g <= 0:
        return ()
    of_100_g = figures.times(100 / figures.mass_g)
    energy = of_100_g.nutrients.energy_kcal or 0.0
    claims = [_protein_share(name, share, of_100_g) for name, share in _EU_PROTEIN_SHARES.items()]
    for rule in _EU:
        claim = _by_rule(rule, of_100_g, "100 g")
        per_kcal = _EU_FIBRE_PER_100_KCAL.get(rule.name)
        if per_kcal and energy > 0 and not figures.without_lines and claim.figure / energy * 100 >= per_kcal:
            claim = Claim(rule.name, True, claim.figure, rule.limit, claim.unit, "")
        claims.append(claim)
    return _ranked([*claims, _no_added_sugar(figures, sweetened_by, said)])


def us_claims(
    figures: Figures, reference_g: float, sweetened_by: tuple[str, ...] = (), *, said: bool = True
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
    small = reference_g <= US_SMALL_REFERENCE_G
    claims = []
    for rule in _US:
        worst = max(1.0, 50 / reference_g) if small and rule.in_50_g else 1.0
        claims.append(_by_rule(rule, reference, f"{reference_g:g} g", worst))
    return _ranked([*claims, _no_added_sugar(figures, sweetened_by, said)])


def needs_laxative_notice(figures: Figures) -> bool:
    """Whether so much of it is polyols that it must say that eating a lot may have a laxative effect."""
    return (figures.nutrients.polyols_g or 0.0) > LAXATIVE_POLYOLS_SHARE * figures.mass_g


def _by_rule(rule: _Rule, figures: Figures, basis: str, scale: float = 1.0) -> Claim:
    """Whether `figures`, which are those of `basis`, hold the rule when they are `scale` times as much."""
    value = getattr(figures.nutrients, rule.nutrient) or 0.0
    amount = value * scale
    within = amount < rule.limit if rule.strict else amount <= rule.limit
    holds = within if rule.at_most else amount >= rule.limit
    off = abs(amount - rule.limit)
    what = _WORDS[rule.nutrient]
    unit = f"{_UNITS.get(rule.nutrient, 'g')} in {basis}"
    change = "" if holds else f"{off:.1f} {unit} {'less' if rule.at_most else 'more'} {what}"
    if holds and rule.less_than_energy_share is not None:
        energy = figures.nutrients.energy_kcal or 0.0
        most = rule.less_than_energy_share * energy / 9
        if value > most:
            holds, change = False, f"{value - most:.1f} {unit} less {what}, for its share of the energy"
    holds, change = _certain(holds, change, rule.nutrient, figures, at_most=rule.at_most)
    return Claim(rule.name, holds, amount, rule.limit, unit, change)


def _protein_share(name: str, limit: float, figures: Figures) -> Claim:
    """Share of energy from protein [%]; what lacks is protein added as such, which brings energy of its own."""
    energy, protein = figures.nutrients.energy_kcal or 0.0, figures.nutrients.protein_g or 0.0
    share = 400 * protein / energy if energy > 0 else 0.0
    lacking = (limit / 100 * energy - 4 * protein) / (4 * (1 - limit / 100))
    holds, change = _certain(
        share >= limit, "" if share >= limit else f"{lacking:.1f} g in 100 g more protein", "energy_kcal", figures,
        at_most=True,
    )  # fmt: skip
    return Claim(name, holds, share, limit, "% of energy", change)


_STRONGER: Final = {
    "source of protein": "high protein", "source of fibre": "high fibre", "low fat": "fat-free",
    "low sugars": "sugars-free", "good source of protein": "high in protein", "good source of fiber": "high in fiber",
}  # fmt: skip


def _ranked(claims: list[Claim]) -> tuple[Claim, ...]:
    held = {claim.name for claim in claims if claim.holds}
    return tuple(
        replace(claim, stronger=_STRONGER[claim.name]) if _STRONGER.get(claim.name) in held else claim
        for claim in claims
    )


def _no_added_sugar(figures: Figures, sweetened_by: tuple[str, ...], said: bool) -> Claim:
    if sweetened_by:
        change = f"without {', '.join(sweetened_by)}"
    elif figures.without_lines:
        change = _UNREAD
    else:
        change = "" if said else "a line does not say whether it has added sugar"
    holds = not change
    return Claim("no added sugars", holds, float(len(sweetened_by)), 0.0, "lines that add sugar", change)


_UNREAD: Final = "every line has to be read first"


def _certain(holds: bool, change: str, nutrient: str, figures: Figures, *, at_most: bool) -> tuple[bool, str]:
    """A limit from above cannot be kept by what is not known; one from below is kept by what is known already."""
    if figures.without_lines:
        return False, _UNREAD
    if holds and at_most and nutrient in figures.at_least:
        return False, f"a line does not state its {_WORDS[nutrient]}"
    return holds, change
