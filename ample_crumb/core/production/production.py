"""A formula as it is made: worked out, baked, parted, in its tins, with the time to look."""

import math
from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass, field, replace
from typing import Final, TypeVar

from ample_crumb.core.food.cupboard import Cupboard
from ample_crumb.core.food.nutrients import Figures, StandardUncertainty
from ample_crumb.core.formula.evaluation import FormulaFigures, divide, evaluate
from ample_crumb.core.formula.families import family_of
from ample_crumb.core.formula.formula import Part, PartBake
from ample_crumb.core.formula.reading import ReadingPreferences
from ample_crumb.core.problem import CannotUse
from ample_crumb.core.production.bake_time import BakedDough, BakeWindow, BakingConditions, bake_window, profile_of
from ample_crumb.core.production.bake_yield import BakeYield, Weighings, bake_yield_of
from ample_crumb.core.production.baked_dough import Vessel, baked_dough_of
from ample_crumb.core.production.portions import Cuts, PortionBy, Portioning, Portions, portions_of
from ample_crumb.core.production.tin_fill import TinFill, tin_fill_of
from ample_crumb.core.production.tins import CUPS, Material, Tin
from ample_crumb.core.production.tray_loads import ON_TRAYS, TrayLoads, tray_loads_of, usual_width_cm
from ample_crumb.core.production.usual_tin import usual_tin


@dataclass(frozen=True, slots=True)
class ProductionInputs:
    """How a formula is made: how it is parted, what was weighed, how its tins are cut, in which oven."""

    portioning: Portioning = field(default_factory=Portioning)
    weighings: Weighings = field(default_factory=Weighings)
    cuts: Cuts | None = None
    conditions: BakingConditions = field(default_factory=BakingConditions)


@dataclass(frozen=True, slots=True)
class Alternative:
    """The same batch in so many equal pieces: what one has."""

    count: int
    energy_kcal: float
    protein_g: float
    baked_g: float


@dataclass(frozen=True, slots=True)
class Production:
    """A formula as it is made. `worked` is its dough in so many pieces, `piece` one piece as it is eaten. `filling` is
    None without tins, `window` for what is not heated, `loads` for what is not laid on a tray. `problems` are sentences
    on what could not be used as asked; it was then left out."""

    evaluated: FormulaFigures
    bake_yield: BakeYield
    portions: Portions
    piece: Figures
    tin_fill: TinFill | None
    bake_window: BakeWindow | None
    alternatives: tuple[Alternative, ...]
    density_g_per_ml: float
    tray_loads: TrayLoads | None
    tins: tuple[Tin, ...]
    problems: tuple[str, ...]

    def piece_sd(self, of_dough: StandardUncertainty) -> StandardUncertainty:
        """The band of a piece as it is eaten: that of its dough, and what is not known of the loss."""
        lost = self.bake_yield.batch.mass_g / self.evaluated.batch.mass_g if self.evaluated.batch.mass_g else 1.0
        mass_sd = math.hypot(of_dough.mass_g * lost, self.bake_yield.mass_sd_g * self.portions.share)
        return StandardUncertainty(mass_sd, of_dough.nutrients.times(self.bake_yield.kept_share))


def produce(
    parts: tuple[Part, ...],
    making: ProductionInputs,
    family_slug: str,
    tins: Sequence[Tin],
    cupboard: Cupboard,
    preferences: ReadingPreferences,
) -> Production:
    """A formula made. Never raises for what `making` may say; raises CannotUse for what `evaluate` cannot use."""
    whole = evaluate(parts, 1, cupboard, preferences)
    family = family_of(family_slug)
    problems: list[str] = []

    def tried(make: Callable[[], _T], instead: Callable[[], _T]) -> _T:
        try:
            return make()
        except CannotUse as cannot:
            problems.append(str(cannot))
            return instead()

    outcome = tried(
        lambda: bake_yield_of(whole, family, making.weighings), lambda: bake_yield_of(whole, family, Weighings())
    )
    portioning = _resolved(making, tins, family.density_g_per_ml)
    # A glaze is in no scoop; where nothing is baked all of it is.
    scooped_share = outcome.in_oven_g / outcome.dough_g if outcome.in_oven_g else 1.0
    portions = tried(
        lambda: portions_of(portioning, outcome.dough_g, outcome.batch.mass_g, scooped_share),
        lambda: portions_of(Portioning(count=max(1, portioning.count)), outcome.dough_g, outcome.batch.mass_g),
    )
    density = making.portioning.density_g_per_ml or family.density_g_per_ml
    loads = tray_loads_of(portions.count, tins, usual_width_cm(portions.dough_g)) if family_slug in ON_TRAYS else None
    # What is laid on a tray does not fill it.
    cuts = making.cuts if portioning.by is PortionBy.CUTS else None
    filling = None if loads else tin_fill_of(outcome.in_oven_g, tins, family, density, cuts)
    window = tried(
        lambda: bake_window(
            family_slug,
            making.conditions,
            baked_dough_of(
                whole, outcome, portions, baking_vessel(family_slug, making, outcome, portions, tins), cupboard
            ),
        ),
        lambda: None,
    )
    if window is not None:
        first = tried(lambda: [*_baked_before(whole, making)], list[str])
        window = replace(window, notes=(*first, *window.notes))
    return Production(
        evaluated=divide(whole, 1 / portions.share),
        bake_yield=outcome,
        portions=portions,
        piece=outcome.batch.times(portions.share),
        tin_fill=filling,
        bake_window=window,
        alternatives=tuple(_alternatives(outcome.batch, portions.count)),
        density_g_per_ml=density,
        tray_loads=loads,
        tins=tuple(tins),
        problems=tuple(problems),
    )


def _baked_before(whole: FormulaFigures, making: ProductionInputs) -> Iterator[str]:
    """When to look at what is baked before the rest is laid on it."""
    for part in whole.parts:
        if part.options.bake is not PartBake.BEFORE or part.figures.mass_g <= 0:
            continue
        conditions = BakingConditions(making.conditions.oven, making.conditions.oven_c, wish="")
        found = usual_tin("round", part.figures.mass_g, 1)
        thickness = found and found[0].thickness_cm(found[0].height_cm(part.figures.mass_g))
        first = bake_window("crust", conditions, BakedDough(part.figures.mass_g, part.figures.mass_g, thickness))
        if first is not None:
            name = f"“{part.name}”" if part.name else "What is under it"
            yield f"{name} goes in first: look from minute {first.from_min:.0f}, until {first.until_min:.0f}."


def baking_vessel(
    family_slug: str, making: ProductionInputs, outcome: BakeYield, portions: Portions, tins: Sequence[Tin]
) -> Vessel:
    """What it stands in: its tins, else those that its family usually stands in."""
    family = family_of(family_slug)
    density = making.portioning.density_g_per_ml or family.density_g_per_ml
    if family_slug in ON_TRAYS and (not tins or tray_loads_of(portions.count, tins, usual_width_cm(portions.dough_g))):
        return Vessel(material=tins[0].material if tins else Material.METAL)
    if tins and tins[0].kind in CUPS and making.portioning.by is PortionBy.COUNT and portions.count > 1:
        # Cups that stay empty make the others no fuller, and more pieces than cups are baked in turns.
        one = replace(tins[0], cups=1, water_ml=tins[0].water_ml and tins[0].water_ml / tins[0].cups)
        filling = tin_fill_of(outcome.in_oven_g / portions.count, (one,), family, density)
        return Vessel(filling.thickness_cm if filling else None, one.material, kind=one.kind)
    if tins:
        filling = tin_fill_of(outcome.in_oven_g, tins, family, density)
        return Vessel(filling.thickness_cm if filling else None, tins[0].material, kind=tins[0].kind)
    heat = profile_of(family_slug, making.conditions)
    assumed = usual_tin(heat.usual_tin, outcome.in_oven_g, portions.count) if heat else None
    filling = tin_fill_of(outcome.in_oven_g, (assumed[0],), family, density) if assumed else None
    return Vessel(filling.thickness_cm, words=assumed[1], kind=assumed[0].kind) if filling and assumed else Vessel()


_T = TypeVar("_T")


def _resolved(making: ProductionInputs, tins: Sequence[Tin], density: float) -> Portioning:
    """The portioning with what follows from elsewhere: cuts make a count, a family has a density."""
    portioning = making.portioning
    if portioning.by is PortionBy.CUTS:
        count = (making.cuts.pieces if making.cuts else 1) * max(1, len(tins))
        return replace(portioning, count=count)
    return portioning if portioning.density_g_per_ml else replace(portioning, density_g_per_ml=density)


_STEPS: Final = (-8, -4, -2, 2, 4, 8)


def _alternatives(batch: Figures, count: float) -> list[Alternative]:
    """The same in a few more and fewer pieces."""
    here = round(count)
    return [
        Alternative(
            other,
            (batch.nutrients.energy_kcal or 0.0) / other,
            (batch.nutrients.protein_g or 0.0) / other,
            batch.mass_g / other,
        )
        for step in _STEPS
        if (other := here + step) >= 1
    ]
