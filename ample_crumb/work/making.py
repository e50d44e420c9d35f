"""How a formula is made, as the baker says it, and what follows from it for a screen."""

from collections.abc import Sequence
from dataclasses import asdict, dataclass, replace
from typing import Any
from uuid import UUID

from ample_crumb.core.food.nutrients import Band
from ample_crumb.core.formula.formula import Part
from ample_crumb.core.formula.scaling import Eggs, factors_for_eggs
from ample_crumb.core.problem import CannotUse
from ample_crumb.core.production.bake_time import Kitchen, Oven, Window
from ample_crumb.core.production.bake_yield import Weighings
from ample_crumb.core.production.portions import By, Portioning, read_cuts, scoop_ml
from ample_crumb.core.production.production import Alternative, Made, Making, made_of
from ample_crumb.core.production.tin_fill import Filling
from ample_crumb.core.production.tins import Tin
from ample_crumb.core.production.tray_loads import Loads
from ample_crumb.core.quantity.units import System
from ample_crumb.core.uncertainty.propagation import Doubt
from ample_crumb.work.ways import Ways


@dataclass(frozen=True, slots=True)
class UsedTin:
    """So many of a tin."""

    tin_id: UUID
    count: int = 1


@dataclass(frozen=True, slots=True)
class MakingDraft:
    """What is said of the making. `scoop` is a disher's number or a spoon, `cuts` are "4x3" or "8 wedges"; the rest as
    `Portioning`, `Weighings` and `Kitchen` have it. `oven` and `celsius` are None for the kitchen's and the family's
    own."""

    by: By = By.COUNT
    grams: float | None = None
    scoop: str = ""
    density_g_per_ml: float | None = None
    small_count: int = 0
    small_g: float = 0.0
    made: float | None = None
    loss: float | None = None
    residue_g: float = 0.0
    trimmings_g: float = 0.0
    dough_g: float | None = None
    baked_g: float | None = None
    tins: tuple[UsedTin, ...] = ()
    cuts: str = ""
    oven: Oven | None = None
    celsius: float | None = None

    def stored(self) -> dict[str, Any]:
        """As it is stored: what is not as usual."""
        usual = MakingDraft()
        said = {name: value for name, value in asdict(self).items() if value != getattr(usual, name)}
        if self.tins:
            said["tins"] = [{"tin_id": str(each.tin_id), "count": each.count} for each in self.tins]
        return said

    @classmethod
    def from_stored(cls, said: dict[str, Any]) -> "MakingDraft":
        """What was stored."""
        tins = tuple(UsedTin(UUID(each["tin_id"]), each["count"]) for each in said.get("tins", []))
        oven = Oven(said["oven"]) if said.get("oven") else None
        return cls(**said | {"tins": tins, "oven": oven, "by": By(said.get("by", By.COUNT))})


@dataclass(frozen=True, slots=True)
class MadeView:
    """What follows from the making. `count` whole pieces; one is `piece_dough_g` of dough and baked `piece_g` with
    `piece_sd_g`. `eggs` are factors that make whole eggs of it."""

    count: float
    piece_dough_g: float
    piece_g: float
    piece_sd_g: float
    rest_g: float
    small_g: float
    small_energy_kcal: float
    dough_g: float
    baked_g: float
    loss: float
    loss_by: str
    filling: Filling | None
    window: Window | None
    loads: Loads | None
    density_g_per_ml: float
    alternatives: tuple[Alternative, ...]
    eggs: tuple[Eggs, ...]
    problems: tuple[str, ...]


def make(parts: tuple[Part, ...], pieces: int, family: str, draft: MakingDraft, ways: Ways) -> Made:
    """A formula made as its draft says; what cannot be used as asked is a problem of the outcome."""
    tins = tins_of(draft.tins, ways)
    making, problems = making_of(draft, pieces, ways)
    made = made_of(parts, making, family, tins, ways.cupboard, ways.manner)
    return replace(made, problems=(*problems, *made.problems))


def tins_of(used: Sequence[UsedTin], ways: Ways) -> list[Tin]:
    """The tins that are named, each as often as it is used; one that is not there any more is left out."""
    return [ways.tins[each.tin_id].tin() for each in used if each.tin_id in ways.tins for _ in range(each.count)]


def making_of(draft: MakingDraft, pieces: int, ways: Ways) -> tuple[Making, list[str]]:
    """The making of a draft, and sentences on what could not be used as asked."""
    problems: list[str] = []
    cuts, scoop = None, None
    by = draft.by
    try:
        if by is By.CUTS:
            cuts = read_cuts(draft.cuts)
        elif by is By.SCOOP:
            scoop = scoop_ml(draft.scoop, System(ways.manner.system))
    except CannotUse as cannot:
        problems.append(str(cannot))
        by = By.COUNT
    portioning = Portioning(
        by=by,
        count=pieces,
        grams=draft.grams,
        scoop_ml=scoop,
        density_g_per_ml=draft.density_g_per_ml,
        small_count=draft.small_count,
        small_g=draft.small_g,
        made=draft.made,
    )
    weighings = Weighings(draft.loss, draft.residue_g, draft.trimmings_g, draft.dough_g, draft.baked_g)
    kitchen = Kitchen(draft.oven or ways.kitchen.oven, draft.celsius, ways.kitchen.watts, ways.kitchen.altitude_m)
    return Making(portioning, weighings, cuts, kitchen), problems


def piece_band(made: Made, doubt: Doubt) -> Band:
    """The band of a piece as it is eaten."""
    return made.piece_band(doubt.piece)


def made_view(made: Made, doubt: Doubt, ways: Ways) -> MadeView:
    """The making for a screen."""
    small_g = made.portions.small_share * made.outcome.batch.mass_g
    energy = made.outcome.batch.nutrients.energy_kcal or 0.0
    return MadeView(
        count=made.portions.count,
        piece_dough_g=made.portions.dough_g,
        piece_g=made.piece.mass_g,
        piece_sd_g=piece_band(made, doubt).mass_g,
        rest_g=made.portions.rest_g,
        small_g=small_g,
        small_energy_kcal=made.portions.small_share * energy,
        dough_g=made.outcome.dough_g,
        baked_g=made.outcome.batch.mass_g,
        loss=made.outcome.loss,
        loss_by=made.outcome.loss_by,
        filling=made.filling,
        window=made.window,
        loads=made.loads,
        density_g_per_ml=made.density_g_per_ml,
        alternatives=made.alternatives,
        eggs=factors_for_eggs(made.worked, ways.cupboard),
        problems=made.problems,
    )
