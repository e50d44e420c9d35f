"""What a piece may be called, by both rule sets."""

from collections.abc import Mapping
from dataclasses import dataclass, replace
from typing import Final

from ample_crumb.core.food.claims.claim import Claim, ClaimCondition, TwinFigures
from ample_crumb.core.food.claims.eu import eu_claims, eu_needs, needs_laxative_notice
from ample_crumb.core.food.claims.gap import ClaimedAmounts, LineChange, claim_gap
from ample_crumb.core.food.claims.us import us_claims, us_needs
from ample_crumb.core.food.nutrients import Figures
from ample_crumb.core.formula.allergens import Allergens
from ample_crumb.core.formula.evaluation import FormulaFigures
from ample_crumb.core.formula.families import us_reference_g
from ample_crumb.core.formula.reading import ReadLine

_UNSWEETENED: Final = "no added sugar"


@dataclass(frozen=True, slots=True)
class JudgedClaim:
    """A claim, and the smallest single change that would make it hold; None where it holds or none would do."""

    claim: Claim
    nearest: LineChange | None


@dataclass(frozen=True, slots=True)
class FormulaClaims:
    """Claims on a formula. `us` is empty where its family has no reference amount, which `us_reference_g` then is None
    for. `laxative` asks for the notice about polyols. `twin` names what "reduced" compares with, empty without one."""

    eu: tuple[JudgedClaim, ...]
    us: tuple[JudgedClaim, ...]
    us_reference_g: float | None
    laxative: bool
    twin: str


def claims_of(
    evaluated: FormulaFigures,
    allergens: Allergens,
    family: str,
    twin: TwinFigures | None = None,
    baked: Figures | None = None,
) -> FormulaClaims:
    """Claims on a formula of that family, as it is `baked`; as dough where that is not known."""
    whole = baked or evaluated.batch
    sweetened_by = next((diet.lines for diet in allergens.diets_broken if diet.name == _UNSWEETENED), ())
    said = _UNSWEETENED in allergens.diets_kept or bool(sweetened_by)
    reference_g = us_reference_g(family)
    # With an unread line nothing may be claimed whatever is changed.
    lines = () if whole.without_lines else _lines_of(evaluated, whole)
    batch = ClaimedAmounts.in_(whole)
    us: tuple[JudgedClaim, ...] = ()
    raw = evaluated.batch.mass_g / whole.mass_g if whole.mass_g else 1.0
    if reference_g:
        claims = us_claims(whole, reference_g, sweetened_by, said=said, twin=twin)
        us = _judged(claims, us_needs(reference_g, twin), lines, batch, raw)
    eu = _judged(eu_claims(whole, sweetened_by, said=said, twin=twin), eu_needs(twin), lines, batch, raw)
    return FormulaClaims(eu, us, reference_g, needs_laxative_notice(whole), twin.name if twin else "")


def _lines_of(evaluated: FormulaFigures, whole: Figures) -> tuple[ClaimedAmounts, ...]:
    """What each line holds of the whole: baking takes the same share of the mass of all."""
    left = whole.mass_g / evaluated.batch.mass_g if evaluated.batch.mass_g else 1.0
    return tuple(
        ClaimedAmounts(line.id, line.name, weighed.mass_g * left, line.once(_claimed))
        for line, weighed in evaluated.weighed_lines()
    )


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
