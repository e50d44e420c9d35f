"""What a piece may be called, by both rule sets, and which single change to a line would make a claim hold."""

from collections.abc import Mapping
from dataclasses import dataclass, replace
from operator import attrgetter
from typing import Final

from ample_crumb.core.food.claims import (
    Claim,
    ClaimCondition,
    TwinFigures,
    eu_claims,
    eu_needs,
    needs_laxative_notice,
    us_claims,
    us_needs,
)
from ample_crumb.core.food.nutrients import Figures
from ample_crumb.core.formula.allergens import Allergens
from ample_crumb.core.formula.families import us_reference_g
from ample_crumb.core.formula.formula import FormulaFigures

_UNSWEETENED: Final = "no added sugar"

MOST_TIMES: Final = 2.0
"""Most of a line that is offered to be added, in times what is in: beyond that it is another formula."""


@dataclass(frozen=True, slots=True)
class LineChange:
    """`change_g` more of a line, less where negative, by its place among all lines; `of_g` is what is in now."""

    place: int
    name: str
    change_g: float
    of_g: float


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
    contents: Allergens,
    family: str,
    twin: TwinFigures | None = None,
    baked: Figures | None = None,
) -> FormulaClaims:
    """Claims on a formula of that family, as it is `baked`; as dough where that is not known."""
    whole = baked or evaluated.batch
    sweetened_by = next((diet.lines for diet in contents.diets_broken if diet.name == _UNSWEETENED), ())
    said = _UNSWEETENED in contents.diets_kept or bool(sweetened_by)
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


@dataclass(frozen=True, slots=True)
class ClaimedAmounts:
    """What a line, or the batch at place -1, holds: its grams, and the amount of each nutrient that claims ask for."""

    place: int
    name: str
    mass_g: float
    amounts: Mapping[str, float]

    @classmethod
    def in_(cls, figures: Figures, place: int = -1, name: str = "") -> "ClaimedAmounts":
        """What these figures hold."""
        amounts = (amount or 0.0 for amount in _CLAIMED(figures.nutrients))
        return cls(place, name, figures.mass_g, dict(zip(CLAIMED, amounts, strict=True)))


CLAIMED: Final = ("energy_kcal", "protein_g", "fat_g", "saturates_g", "sugars_g", "fibre_g", "salt_g")
_CLAIMED: Final = attrgetter(*CLAIMED)


def _lines_of(evaluated: FormulaFigures, whole: Figures) -> tuple[ClaimedAmounts, ...]:
    """What each line holds of the whole: baking takes the same share of the mass of all."""
    left = whole.mass_g / evaluated.batch.mass_g if evaluated.batch.mass_g else 1.0
    lines = enumerate(line for part in evaluated.parts for line in part.lines)
    return tuple(
        ClaimedAmounts.in_(Figures(line.figures.mass_g * left, line.figures.nutrients), place, line.name)
        for place, line in lines
        if line.figures
    )


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


def claim_gap(
    lines: tuple[ClaimedAmounts, ...], batch: ClaimedAmounts, needs: tuple[ClaimCondition, ...]
) -> LineChange | None:
    """The single change of fewest grams to one of the lines after which the batch meets all needs; None where no line
    can do it by leaving it out or up to `MOST_TIMES` more of it.

    Adding x g of a line moves each need by x times what a gram of the line adds to it, so each need bounds x on one
    side; the bound nearest to zero is the answer.
    """
    if not needs:
        return None
    margins = [_margin(need, batch) for need in needs]
    best: LineChange | None = None
    for line in lines:
        low, high = -line.mass_g, MOST_TIMES * line.mass_g
        for need, margin in zip(needs, margins, strict=True):
            slope = _margin(need, line) / line.mass_g
            if slope > 0:
                low = max(low, -margin / slope)
            elif slope < 0:
                high = min(high, -margin / slope)
            elif margin < 0:
                low, high = 1.0, 0.0
        if low > high:
            continue
        change_g = min(max(0.0, low), high)
        if change_g != 0 and (best is None or abs(change_g) < abs(best.change_g)):
            best = LineChange(line.place, line.name, change_g, line.mass_g)
    return best


def _margin(need: ClaimCondition, held: ClaimedAmounts) -> float:
    value = need.per_g * held.mass_g
    for name, factor in need.factors:
        value += factor * held.amounts[name]
    return value
