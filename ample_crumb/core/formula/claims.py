"""What a piece may be called, by both rule sets."""

from collections.abc import Mapping
from dataclasses import dataclass, replace
from typing import Final

from ample_crumb.core.food.claims.check import NO_ADDED_SUGARS
from ample_crumb.core.food.claims.claim import Claim, ClaimCondition, ClassicFigures
from ample_crumb.core.food.claims.eu import eu_claims, eu_needs
from ample_crumb.core.food.claims.gap import ClaimedAmounts, LineChange, claim_gap
from ample_crumb.core.food.claims.us import us_claims, us_needs
from ample_crumb.core.food.cupboard import Cupboard
from ample_crumb.core.food.mandatory_notices import needs_laxative_notice, us_disclosures, us_fibre_notice
from ample_crumb.core.food.nutrients import Figures
from ample_crumb.core.formula.allergens import Allergens
from ample_crumb.core.formula.evaluation import FormulaFigures
from ample_crumb.core.formula.families import us_reference_g
from ample_crumb.core.formula.reading import ReadLine
from ample_crumb.core.formula.sweetening import sweetening_lines

_UNSWEETENED: Final = "no added sugar"

_NO_SUGARS: Final = 0.5
"""g in 100 g up to which a food has no sugars to speak of. Source: Regulation (EC) 1924/2006 Annex, from memory."""


@dataclass(frozen=True, slots=True)
class JudgedClaim:
    """A claim, and the smallest single change that would make it hold; None where it holds or none would do."""

    claim: Claim
    nearest: LineChange | None


@dataclass(frozen=True, slots=True)
class FormulaClaims:
    """Claims on a formula. `us` is empty where its family has no reference amount, which `us_reference_g` then is None
    for. `laxative` asks for the notice about polyols, `natural_sugars` for that on the sugars of what has none added:
    Regulation (EC) 1924/2006 Annex, from memory. `us_disclosures` are the nutrients that every US claim has to point
    to, and `us_fibre_fat_g` the fat of a reference amount beside a US claim on fibre, None where none has to stand.
    `classic` names what "reduced" compares with, empty without one."""

    eu: tuple[JudgedClaim, ...]
    us: tuple[JudgedClaim, ...]
    us_reference_g: float | None
    laxative: bool
    natural_sugars: bool
    classic: str
    us_disclosures: tuple[str, ...] = ()
    us_fibre_fat_g: float | None = None


def claims_of(
    evaluated: FormulaFigures,
    allergens: Allergens,
    family: str,
    cupboard: Cupboard,
    classic: ClassicFigures | None = None,
    baked: Figures | None = None,
) -> FormulaClaims:
    """Claims on a formula of that family, as it is `baked`; as dough where that is not known. US claims count protein
    as far as its quality carries it: 21 CFR 101.9(c)(7)(i) and 101.54, from memory. What has no score counts as none,
    and the classic's protein whole, so that none is claimed that may not be."""
    whole = baked or evaluated.batch
    sugared_by = next((diet.lines for diet in allergens.diets_broken if diet.name == _UNSWEETENED), ())
    sweetened_by = tuple(dict.fromkeys((*sugared_by, *sweetening_lines(evaluated, cupboard))))
    said = _UNSWEETENED in allergens.diets_kept or bool(sugared_by)
    reference_g = us_reference_g(family, whole.mass_g)
    # With an unread line nothing may be claimed whatever is changed.
    lines = () if whole.without_lines else _lines_of(evaluated, whole)
    us: tuple[JudgedClaim, ...] = ()
    disclosed: tuple[str, ...] = ()
    fibre_fat_g: float | None = None
    raw = evaluated.batch.mass_g / whole.mass_g if whole.mass_g else 1.0
    if reference_g:
        ratios = _scores_of(evaluated, cupboard)
        counted = _by_quality(evaluated, whole, ratios)
        claims = us_claims(counted, reference_g, sweetened_by, said=said, classic=classic)
        disclosed = us_disclosures(whole, reference_g)
        if us_fibre_notice(claims):
            fibre_fat_g = (whole.nutrients.fat_g or 0.0) * reference_g / whole.mass_g
        by_quality = tuple(map(_line_by_quality, lines, ratios))
        us = _judged(claims, us_needs(reference_g, classic), by_quality, ClaimedAmounts.in_(counted), raw)
    found = eu_claims(whole, sweetened_by, said=said, classic=classic)
    eu = _judged(found, eu_needs(classic), lines, ClaimedAmounts.in_(whole), raw)
    unsweetened = any(each.name == NO_ADDED_SUGARS and each.holds for each in found)
    natural = unsweetened and (whole.nutrients.sugars_g or 0.0) > _NO_SUGARS * whole.mass_g / 100
    return FormulaClaims(
        eu,
        us,
        reference_g,
        needs_laxative_notice(whole),
        natural,
        classic.name if classic else "",
        disclosed,
        fibre_fat_g,
    )


def _lines_of(evaluated: FormulaFigures, whole: Figures) -> tuple[ClaimedAmounts, ...]:
    """What each line holds of the whole: baking takes the same share of the mass of all."""
    left = whole.mass_g / evaluated.batch.mass_g if evaluated.batch.mass_g else 1.0
    return tuple(
        ClaimedAmounts(line.id, line.name, weighed.mass_g * left, line.once(_claimed))
        for line, weighed in evaluated.weighed_lines()
    )


def _by_quality(evaluated: FormulaFigures, whole: Figures, ratios: list[float]) -> Figures:
    """The same with the protein that its quality carries."""
    counts_g = sum(
        (weighed.figures.nutrients.protein_g or 0.0) * score
        for (_, weighed), score in zip(evaluated.weighed_lines(), ratios, strict=True)
    )
    all_g = evaluated.batch.nutrients.protein_g or 0.0
    protein_g = (whole.nutrients.protein_g or 0.0) * (counts_g / all_g if all_g else 0.0)
    return replace(whole, nutrients=replace(whole.nutrients, protein_g=protein_g))


def _scores_of(evaluated: FormulaFigures, cupboard: Cupboard) -> list[float]:
    """The score of each line's protein; 0 where it is not known."""
    found = (cupboard.ingredients[weighed.ingredient.slug].protein_score for _, weighed in evaluated.weighed_lines())
    return [score.score_ratio if score else 0.0 for score in found]


def _line_by_quality(line: ClaimedAmounts, score: float) -> ClaimedAmounts:
    return replace(line, amounts={**line.amounts, "protein_g": line.amounts["protein_g"] * score})


def _claimed(line: ReadLine) -> Mapping[str, float]:
    return ClaimedAmounts.in_(line.weighed.figures).amounts if line.weighed else {}


def _judged(
    claims: tuple[Claim, ...],
    needs: Mapping[str, tuple[ClaimCondition, ...]],
    lines: tuple[ClaimedAmounts, ...],
    batch: ClaimedAmounts,
    raw: float,
) -> tuple[JudgedClaim, ...]:
    """Each claim with its nearest change, in grams of dough: `raw` times as much as in what is baked."""

    def nearest(claim: Claim) -> LineChange | None:
        change = None if claim.holds else claim_gap(lines, batch, needs.get(claim.name, ()))
        return change and replace(change, change_g=change.change_g * raw, of_g=change.of_g * raw)

    return tuple(JudgedClaim(claim, nearest(claim)) for claim in claims)
