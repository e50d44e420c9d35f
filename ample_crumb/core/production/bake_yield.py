"""What comes out of the oven: dough, what baking takes of it, what is left in the bowl and cut off, and what remains.

Baking takes water and nothing else, so nutrients stay while mass goes. What stays in the bowl or is cut off takes its
share of everything.
"""

import math
from dataclasses import dataclass, replace
from enum import StrEnum

from ample_crumb.core.food.nutrients import Figures
from ample_crumb.core.formula.evaluation import FormulaFigures
from ample_crumb.core.formula.families import Family
from ample_crumb.core.formula.formula import MOST_LOSS
from ample_crumb.core.problem import CannotUse


class LossSource(StrEnum):
    """Where the loss in the oven is known from."""

    NONE = "none"
    FAMILY = "family"
    TYPED = "typed"
    WEIGHED = "weighed"


@dataclass(frozen=True, slots=True)
class Weighings:
    """What the baker says of the batch as made. `loss` is a share of the dough; `residue_g` of dough stays in the bowl,
    `trimmings_g` are cut off after baking. `dough_g` and `baked_g` were weighed, the baked one without what comes on it
    after baking. None where nobody said."""

    loss_share: float | None = None
    residue_g: float = 0.0
    trimmings_g: float = 0.0
    dough_g: float | None = None
    baked_g: float | None = None


@dataclass(frozen=True, slots=True)
class BakeYield:
    """A batch as it comes out. `dough_g` is all of it unbaked, of which `in_oven_g` go into the tin; `batch` is what is
    there in the end, with `mass_sd_g` its doubt by the loss alone. `kept` is the share of all nutrients that is in it,
    `loss` the share of the baked dough that baking took."""

    dough_g: float
    in_oven_g: float
    batch: Figures
    mass_sd_g: float
    kept_share: float
    loss_share: float
    loss_source: LossSource


def bake_yield_of(evaluated: FormulaFigures, family: Family, weighings: Weighings) -> BakeYield:
    """The outcome of a worked-out formula. Raises CannotUse for what cannot be."""
    _check(evaluated, weighings)
    baked = sum(part.figures.mass_g for part in evaluated.baked_parts())
    added = sum(part.figures.mass_g for part in evaluated.parts if part.options.unbaked)
    whole = baked + added
    if whole <= 0:
        return BakeYield(0.0, 0.0, evaluated.batch, 0.0, 1.0, 0.0, LossSource.NONE)
    in_bowl = 1 - weighings.residue_g / baked if baked else 1.0
    dough_g = weighings.dough_g or baked * in_bowl
    loss, loss_sd, by = _loss(evaluated, family, weighings, dough_g, baked)
    out_g = weighings.baked_g or dough_g * (1 - loss)
    before_cutting = out_g + added
    if weighings.trimmings_g >= before_cutting:
        raise CannotUse("More is cut off than there is.")
    cut = 1 - weighings.trimmings_g / before_cutting
    kept = cut * (baked * in_bowl + added) / whole
    lost_g = max(0.0, dough_g - out_g)
    nutrients = evaluated.batch.nutrients.times(kept)
    if nutrients.water_g is not None:
        nutrients = replace(nutrients, water_g=max(0.0, nutrients.water_g - lost_g * cut))
    return BakeYield(
        dough_g=dough_g + added,
        in_oven_g=dough_g,
        batch=Figures(before_cutting * cut, nutrients, evaluated.batch.at_least, evaluated.batch.without_lines),
        mass_sd_g=loss_sd * dough_g * cut,
        kept_share=kept,
        loss_share=loss,
        loss_source=by,
    )


def _loss(
    evaluated: FormulaFigures, family: Family, weighings: Weighings, dough_g: float, baked: float
) -> tuple[float, float, LossSource]:
    """Share of the dough that baking takes, its standard deviation, and where it is known from."""
    if baked <= 0:
        return 0.0, 0.0, LossSource.NONE
    if weighings.baked_g is not None:
        if weighings.baked_g > dough_g:
            raise CannotUse(
                f"The baked {weighings.baked_g:.0f} g are more than the {dough_g:.0f} g of dough; is the tin in it?"
            )
        return 1 - weighings.baked_g / dough_g, 0.0, LossSource.WEIGHED
    if weighings.loss_share is not None:
        return weighings.loss_share, 0.0, LossSource.TYPED
    usual, sd = (
        (family.loss_low_share + family.loss_high_share) / 2,
        (family.loss_high_share - family.loss_low_share) / math.sqrt(12),
    )
    taken, uncertainty, typed = 0.0, 0.0, False
    for part in evaluated.parts:
        if part.options.unbaked:
            continue
        share = part.figures.mass_g / baked
        typed = typed or part.options.loss_share is not None
        taken += share * (usual if part.options.loss_share is None else part.options.loss_share)
        uncertainty += share * (sd if part.options.loss_share is None else 0.0)
    if taken == 0 and uncertainty == 0:
        return 0.0, 0.0, LossSource.NONE
    return taken, uncertainty, LossSource.TYPED if typed and uncertainty == 0 else LossSource.FAMILY


def _check(evaluated: FormulaFigures, weighings: Weighings) -> None:
    losses = [weighings.loss_share, *(part.options.loss_share for part in evaluated.parts)]
    if any(loss is not None and not 0 <= loss <= MOST_LOSS for loss in losses):
        raise CannotUse(f"Baking takes from 0 to {MOST_LOSS:.0%} of a dough.")
    baked = sum(part.figures.mass_g for part in evaluated.baked_parts())
    if weighings.residue_g < 0 or weighings.trimmings_g < 0:
        raise CannotUse("What is left over cannot be negative.")
    if weighings.residue_g and weighings.residue_g >= baked:
        raise CannotUse("More is left in the bowl than there is.")
    if any(grams is not None and grams <= 0 for grams in (weighings.dough_g, weighings.baked_g)):
        raise CannotUse("What was weighed is over 0 g.")
