"""What follows from how a formula is made, as the baker says it."""

import time
from collections.abc import Sequence
from dataclasses import dataclass, replace
from typing import Final

from ample_crumb.application.context import KitchenContext
from ample_crumb.core.crumb.character import Shaping
from ample_crumb.core.formula.formula import Part
from ample_crumb.core.formula.reading import read_against
from ample_crumb.core.problem import CannotUse
from ample_crumb.core.production.bake_time import BakeWindow
from ample_crumb.core.production.bake_yield import Weighings
from ample_crumb.core.production.draft import ProductionSettings, UsedTin
from ample_crumb.core.production.portions import PortionBy, Portioning, read_cuts, scoop_ml
from ample_crumb.core.production.production import Alternative, Production, ProductionInputs, produce
from ample_crumb.core.production.scaling import EggFactor, factors_for_eggs
from ample_crumb.core.production.tin_fill import TinFill
from ample_crumb.core.production.tins import Tin
from ample_crumb.core.production.tray_loads import TrayLoads, tray_loads_of
from ample_crumb.core.quantity.units import MeasureSystem
from ample_crumb.core.uncertainty.propagation import Uncertainty

_LONG: Final = 60
_AT_A_TIME: Final = 4
_TURN_S: Final = 0.0005


@dataclass(frozen=True, slots=True)
class ProductionView:
    """What follows from the making. `count` whole pieces; one is `piece_dough_g` of dough and baked `piece_g` with
    `piece_sd_g`. `eggs` are factors that make whole eggs of it."""

    piece_count: float
    piece_dough_g: float
    piece_g: float
    piece_sd_g: float
    rest_g: float
    small_g: float
    small_energy_kcal: float
    dough_g: float
    baked_g: float
    loss_share: float
    loss_source: str
    tin_fill: TinFill | None
    bake_window: BakeWindow | None
    tray_loads: TrayLoads | None
    shaping: Shaping | None
    density_g_per_ml: float
    alternatives: tuple[Alternative, ...]
    eggs: tuple[EggFactor, ...]
    problems: tuple[str, ...]


def produce_draft(
    parts: tuple[Part, ...], pieces: int, family: str, draft: ProductionSettings, context: KitchenContext
) -> Production:
    """A formula made as its draft says; what cannot be used as asked is a problem of the outcome."""
    _read_in_turns(parts, context)
    tins = tins_of(draft.tins, context)
    making, problems = production_inputs(draft, pieces, context)
    made = produce(parts, making, family, tins, context.cupboard, context.preferences)
    return replace(made, problems=(*problems, *made.problems))


def _read_in_turns(parts: tuple[Part, ...], context: KitchenContext) -> None:
    """Reads the lines of a long recipe a few at a time, so that whoever types in another window has a turn between
    them; what was read is remembered by the cupboard."""
    lines = [line for part in parts for line in part.lines]
    if len(lines) <= _LONG:
        return
    for place, line in enumerate(lines):
        if place % _AT_A_TIME == 0:
            time.sleep(_TURN_S)
        read_against(line, context.cupboard, context.preferences)


def tins_of(used: Sequence[UsedTin], context: KitchenContext) -> list[Tin]:
    """The tins that are named, each as often as it is used; one that is not there any more is left out."""
    return [context.tins[each.tin_id].tin() for each in used if each.tin_id in context.tins for _ in range(each.count)]


def production_inputs(
    draft: ProductionSettings, pieces: int, context: KitchenContext
) -> tuple[ProductionInputs, list[str]]:
    """The making of a draft, and sentences on what could not be used as asked."""
    problems: list[str] = []
    cuts, scoop = None, None
    by = draft.by
    try:
        # What nobody has typed yet is nothing to complain of.
        if by is PortionBy.CUTS and not draft.cuts.strip():
            by = PortionBy.COUNT
        elif by is PortionBy.CUTS:
            cuts = read_cuts(draft.cuts)
        elif by is PortionBy.SCOOP and not draft.scoop.strip():
            by = PortionBy.COUNT
        elif by is PortionBy.SCOOP:
            scoop = scoop_ml(draft.scoop, MeasureSystem(context.preferences.system))
    except CannotUse as cannot:
        problems.append(str(cannot))
        by = PortionBy.COUNT
    portioning = Portioning(
        by=by,
        count=pieces,
        piece_g=draft.piece_g,
        scoop_ml=scoop,
        density_g_per_ml=draft.density_g_per_ml,
        small_count=draft.small_count,
        small_g=draft.small_g,
        made_count=draft.made_count,
    )
    weighings = Weighings(draft.loss_share, draft.residue_g, draft.trimmings_g, draft.dough_g, draft.baked_g)
    oven = draft.oven or context.kitchen.oven
    kitchen = replace(
        context.kitchen,
        oven=oven,
        oven_factors={each: lesson.factor for each, lesson in context.ovens.items()},
        oven_c=draft.oven_c,
        wish=draft.wish,
        covered=draft.covered,
        seen_min=draft.seen_min,
        own_signs=draft.signs,
    )
    return ProductionInputs(portioning, weighings, cuts, kitchen), problems


def production_view(
    made: Production, uncertainty: Uncertainty, context: KitchenContext, shaping: Shaping | None
) -> ProductionView:
    """The making for a screen; by its `shaping` pieces lie nearer together on a tray, or farther apart."""
    loads = made.tray_loads
    if shaping is not None and loads is not None:
        loads = tray_loads_of(made.portions.count, made.tins, shaping.wide_cm, shaping.gap_cm) or loads
    small_g = made.portions.small_share * made.bake_yield.batch.mass_g
    energy = made.bake_yield.batch.nutrients.energy_kcal or 0.0
    return ProductionView(
        piece_count=made.portions.count,
        piece_dough_g=made.portions.dough_g,
        piece_g=made.piece.mass_g,
        piece_sd_g=made.piece_sd(uncertainty.piece).mass_g,
        rest_g=made.portions.rest_g,
        small_g=small_g,
        small_energy_kcal=made.portions.small_share * energy,
        dough_g=made.bake_yield.dough_g,
        baked_g=made.bake_yield.batch.mass_g,
        loss_share=made.bake_yield.loss_share,
        loss_source=made.bake_yield.loss_source,
        tin_fill=made.tin_fill,
        bake_window=made.bake_window,
        tray_loads=loads,
        shaping=shaping,
        density_g_per_ml=made.density_g_per_ml,
        alternatives=made.alternatives,
        eggs=factors_for_eggs(made.evaluated, context.cupboard),
        problems=made.problems,
    )
