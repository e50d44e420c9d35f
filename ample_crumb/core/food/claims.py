"""Nutrition claims of two rule sets: which hold, and how far off the others are.

European claims rest on 100 g, US claims on a reference amount of the kind of food; "reduced" and the like on a twin. A
claim that does not hold says how far off it is. Selling is another matter: local law decides who may claim what.
"""

from collections.abc import Iterator
from dataclasses import dataclass, replace
from typing import Final

from ample_crumb.core.food.nutrients import SALT_PER_SODIUM, Figures, Nutrients

LAXATIVE_POLYOLS_SHARE: Final = 0.10
"""Added polyols of more than 10 % ask for the notice. Source: Regulation (EU) 1169/2011 Annex III 2.4, from memory."""

US_SMALL_REFERENCE_G: Final = 30.0
"""Foods of a smaller or equal reference amount must also hold their limits in 50 g. Source: 21 CFR 101.60(b),
101.61(b), 101.62(b), from memory."""


@dataclass(frozen=True, slots=True)
class TwinFigures:
    """The food that a claim such as "reduced" compares with, per 100 g; `complete` unless some of it is not known."""

    name: str
    per_100g: Nutrients
    complete: bool = True


@dataclass(frozen=True, slots=True)
class ClaimCondition:
    """A condition that is linear in what a food holds: `per_g` of its mass, and of each nutrient named its `factor`,
    added up, are at least 0. From it follows how much of a line would have to go or come."""

    per_g: float
    factors: tuple[tuple[str, float], ...]


@dataclass(frozen=True, slots=True)
class Claim:
    """A claim with its `figure` and `limit` in `unit`; `nutrient` names what it is about, empty for a share or a count.
    `change` says in words what is lacking; empty when it holds. `stronger` names a claim that holds too and says
    more."""

    name: str
    holds: bool
    figure: float
    limit: float
    unit: str
    change: str
    nutrient: str = ""
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


@dataclass(frozen=True, slots=True)
class _Against:
    """A claim that compares with a twin: `factor` times what the twin holds, and `more_g` on top, is the limit.
    `not_below` is what the twin must hold more of than, in the basis, for the claim to be made at all; with
    `no_more_energy` it must not bring more energy than the twin."""

    name: str
    nutrient: str
    factor: float
    at_most: bool = True
    more_g: float = 0.0
    not_below: float = 0.0
    no_more_energy: bool = False
    needs_claim: str = ""


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

_EU_AGAINST: Final = (
    # The same Annex: 30 % less, salt 25 %; "reduced sugars" with no more energy (Regulation (EU) 1047/2012);
    # "increased" 30 % more of what it is a source of. From memory.
    _Against("energy-reduced", "energy_kcal", 0.70),
    _Against("reduced fat", "fat_g", 0.70),
    _Against("reduced saturated fat", "saturates_g", 0.70),
    _Against("reduced sugars", "sugars_g", 0.70, no_more_energy=True),
    _Against("reduced salt", "salt_g", 0.75),
    _Against("increased protein", "protein_g", 1.30, at_most=False, needs_claim="source of protein"),
    _Against("increased fibre", "fibre_g", 1.30, at_most=False, needs_claim="source of fibre"),
)

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

_US_AGAINST: Final = (
    # 21 CFR 101.60 (b)(4), (c)(5), 101.61 (b)(6), 101.62 (b)(4), (c)(4): 25 % less than a reference food that is not
    # "low" itself; 101.54 (e): "more" is 10 % of the daily value more, 5 g of protein, 2.8 g of fibre. From memory.
    _Against("reduced calorie", "energy_kcal", 0.75, not_below=40),
    _Against("reduced fat", "fat_g", 0.75, not_below=3),
    _Against("reduced saturated fat", "saturates_g", 0.75, not_below=1),
    _Against("reduced sugar", "sugars_g", 0.75),
    _Against("reduced sodium", "salt_g", 0.75, not_below=0.140 * SALT_PER_SODIUM),
    _Against("more protein", "protein_g", 1.0, at_most=False, more_g=5),
    _Against("more fiber", "fibre_g", 1.0, at_most=False, more_g=2.8),
)
_UNITS: Final = {"energy_kcal": "kcal"}
_WORDS: Final = {
    "energy_kcal": "energy", "fat_g": "fat", "saturates_g": "saturates", "sugars_g": "sugars", "salt_g": "salt",
    "fibre_g": "fibre", "protein_g": "protein",
}  # fmt: skip


def eu_claims(
    figures: Figures, sweetened_by: tuple[str, ...] = (), *, said: bool = True, twin: TwinFigures | None = None
) -> tuple[Claim, ...]:
    """European claims on a food; `sweetened_by` are the lines that add sugar, and `said` is whether every line says
    if it does. Those that compare are there with a `twin`. Empty for nothing at all.

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
            claim = replace(claim, holds=True, change="")
        claims.append(claim)
    held = {claim.name for claim in claims if claim.holds}
    claims += [_against(rule, of_100_g, twin, 100, held) for rule in _EU_AGAINST if twin]
    return _ranked([*claims, _no_added_sugar(figures, sweetened_by, said)])


def us_claims(
    figures: Figures,
    reference_g: float,
    sweetened_by: tuple[str, ...] = (),
    *,
    said: bool = True,
    twin: TwinFigures | None = None,
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
    claims = [_by_rule(rule, reference, f"{reference_g:g} g", _us_scale(rule, reference_g)) for rule in _US]
    claims += [_against(rule, reference, twin, reference_g, set()) for rule in _US_AGAINST if twin]
    return _ranked([*claims, _no_added_sugar(figures, sweetened_by, said)])


def needs_laxative_notice(figures: Figures) -> bool:
    """Whether so much of it is polyols that it must say that eating a lot may have a laxative effect."""
    return (figures.nutrients.polyols_g or 0.0) > LAXATIVE_POLYOLS_SHARE * figures.mass_g


def eu_needs(twin: TwinFigures | None = None) -> dict[str, tuple[ClaimCondition, ...]]:
    """What each European claim asks for, by its name; "no added sugars" is no matter of amounts."""
    shares = {
        name: (ClaimCondition(0.0, (("protein_g", 400.0), ("energy_kcal", -limit))),)
        for name, limit in _EU_PROTEIN_SHARES.items()
    }
    needs = shares | {rule.name: tuple(_needs(rule, 100.0)) for rule in _EU}
    for against in _EU_AGAINST if twin else ():
        needs[against.name] = (*_against_needs(against, twin, 100), *needs.get(against.needs_claim, ()))
    return needs


def us_needs(reference_g: float, twin: TwinFigures | None = None) -> dict[str, tuple[ClaimCondition, ...]]:
    """What each US claim asks for, by its name."""
    needs = {rule.name: tuple(_needs(rule, reference_g / _us_scale(rule, reference_g))) for rule in _US}
    return needs | {rule.name: _against_needs(rule, twin, reference_g) for rule in _US_AGAINST if twin}


def _us_scale(rule: _Rule, reference_g: float) -> float:
    small = reference_g <= US_SMALL_REFERENCE_G
    return max(1.0, 50 / reference_g) if small and rule.in_50_g else 1.0


_HAIR: Final = 1e-6
"""A limit that must not be reached is missed by this share of it."""


def _needs(rule: _Rule, basis_g: float) -> Iterator[ClaimCondition]:
    sign = 1.0 if rule.at_most else -1.0
    limit = rule.limit * (1 - _HAIR) if rule.strict else rule.limit
    yield ClaimCondition(sign * limit / basis_g, ((rule.nutrient, -sign),))
    if rule.less_than_energy_share is not None:
        yield ClaimCondition(0.0, (("energy_kcal", rule.less_than_energy_share / 9), (rule.nutrient, -1.0)))


def _against_needs(rule: _Against, twin: TwinFigures | None, basis_g: float) -> tuple[ClaimCondition, ...]:
    theirs = getattr(twin.per_100g, rule.nutrient) if twin else None
    if twin is None or theirs is None or not twin.complete or theirs * basis_g / 100 <= rule.not_below:
        return ()
    sign = 1.0 if rule.at_most else -1.0
    needs = [ClaimCondition(sign * (rule.factor * theirs / 100 + rule.more_g / basis_g), ((rule.nutrient, -sign),))]
    if rule.no_more_energy:
        needs.append(ClaimCondition((twin.per_100g.energy_kcal or 0.0) / 100, (("energy_kcal", -1.0),)))
    return tuple(needs)


def _by_rule(rule: _Rule, figures: Figures, basis: str, scale: float = 1.0) -> Claim:
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
    holds, change = _certain(holds, change, rule.nutrient, figures, at_most=rule.at_most)
    return Claim(rule.name, holds, amount, rule.limit, unit, change, rule.nutrient)


def _lacking(amount: float, limit: float, unit: str, nutrient: str, *, at_most: bool) -> str:
    # The basis is said once for all claims.
    return f"{abs(amount - limit):.1f} {unit.partition(' in ')[0]} {'less' if at_most else 'more'} {_WORDS[nutrient]}"


def _against(rule: _Against, figures: Figures, twin: TwinFigures, basis_g: float, held: set[str]) -> Claim:
    """Whether `figures`, which are those of `basis_g`, hold a comparison with as much of the twin."""
    theirs = getattr(twin.per_100g, rule.nutrient)
    amount = getattr(figures.nutrients, rule.nutrient) or 0.0
    limit = (theirs or 0.0) * basis_g / 100 * rule.factor + rule.more_g
    unit = f"{_UNITS.get(rule.nutrient, 'g')} in {basis_g:g} g"
    twin_kcal = (twin.per_100g.energy_kcal or 0.0) * basis_g / 100
    holds = amount <= limit if rule.at_most else amount >= limit
    change = "" if holds else _lacking(amount, limit, unit, rule.nutrient, at_most=rule.at_most)
    if not twin.complete or theirs is None:
        holds, change = False, f"of {twin.name} we do not know all of its {_WORDS[rule.nutrient]}"
    elif theirs * basis_g / 100 <= rule.not_below:
        holds, change = False, f"{twin.name} is low in {_WORDS[rule.nutrient]} itself"
    elif holds and rule.no_more_energy and (figures.nutrients.energy_kcal or 0.0) > twin_kcal:
        holds, change = False, f"it brings more energy than {twin.name}"
    elif holds and rule.needs_claim and rule.needs_claim not in held:
        holds, change = False, f"it is no {rule.needs_claim}"
    holds, change = _certain(holds, change, rule.nutrient, figures, at_most=rule.at_most)
    return Claim(rule.name, holds, amount, limit, unit, change, rule.nutrient)


def _protein_share(name: str, limit: float, figures: Figures) -> Claim:
    """Share of energy from protein [%]; what lacks is protein added as such, which brings energy of its own."""
    energy, protein = figures.nutrients.energy_kcal or 0.0, figures.nutrients.protein_g or 0.0
    share = 400 * protein / energy if energy > 0 else 0.0
    lacking = (limit / 100 * energy - 4 * protein) / (4 * (1 - limit / 100))
    holds, change = _certain(
        share >= limit, "" if share >= limit else f"{lacking:.1f} g more protein", "energy_kcal", figures,
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
