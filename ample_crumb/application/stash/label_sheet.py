"""Labels of pieces, and a card of a batch, as they are printed."""

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import datetime
from typing import Final
from uuid import UUID
from zoneinfo import ZoneInfo, ZoneInfoNotFoundError

from ample_crumb.application.clock import Clock, system_clock
from ample_crumb.application.problems import CannotAccept, NotHere
from ample_crumb.application.stash.queries import stash_view
from ample_crumb.application.stash.views import StashedView, StockPositionView
from ample_crumb.application.views import FiguresView
from ample_crumb.core.keeping.places import Place
from ample_crumb.formats.paper import Paper
from ample_crumb.formats.piece_labels import MOST_LABELS, PieceLabel, label_sheet
from ample_crumb.store.database import Database
from ample_crumb.store.scope import Principal


@dataclass(frozen=True, slots=True)
class LabelsOf:
    """So many labels of a lot of a batch on a shelf."""

    batch_id: UUID
    lot: int
    shelf_id: UUID
    count: int


def labels(
    database: Database,
    principal: Principal,
    wanted: Sequence[LabelsOf],
    paper: Paper,
    zone: str,
    clock: Clock = system_clock,
) -> bytes:
    """Labels as PDF, with days by the calendar of a time zone. Raises NotHere for pieces that are not there,
    CannotAccept for too many labels and for a zone that is none."""
    if not 0 < sum(each.count for each in wanted) <= MOST_LABELS:
        raise CannotAccept("/label", f"From 1 to {MOST_LABELS} labels are printed at once.")
    calendar = zone_of(zone)
    with database.transaction(principal) as connection:
        found = stash_view(connection, principal, clock())
    lying = {
        (batch.id, position.lot, position.shelf_id): (batch, position)
        for batch in found.batches
        for position in batch.positions
    }
    printed = []
    for each in wanted:
        there = lying.get((each.batch_id, each.lot, each.shelf_id))
        if there is None:
            raise NotHere("position", "These pieces are not on that shelf any more.")
        printed += [_label(*there, calendar)] * each.count
    return label_sheet(printed, paper)


def zone_of(name: str) -> ZoneInfo:
    """A time zone by its name. Raises CannotAccept."""
    try:
        return ZoneInfo(name)
    except (ZoneInfoNotFoundError, ValueError, OSError) as wrong:
        raise CannotAccept("/zone", f"“{name[:40]}” is no time zone.") from wrong


def _label(batch: StashedView, position: StockPositionView, zone: ZoneInfo) -> PieceLabel:
    return PieceLabel(
        name=batch.name,
        made=f"Made {day_of(batch.made_at, zone)}",
        eat_by=eat_by_words(position, zone),
        keep=f"Thaw {batch.thaw}." if position.for_taste else _KEEP[batch.home],
        figures=figures_line(position.figures),
        contains=contains_line(batch.contains, batch.may_contain),
    )


_KEEP: Final = {
    Place.COUNTER: "Keep covered and cool.",
    Place.FRIDGE: "Keep in the fridge.",
    Place.FREEZER: "Keep frozen.",
}


def day_of(moment: datetime, zone: ZoneInfo) -> str:
    """A day as it is printed: "Wed 25 Nov 2026"."""
    return f"{moment.astimezone(zone):%a} {moment.astimezone(zone).day} {moment.astimezone(zone):%b %Y}"


def eat_by_words(position: StockPositionView, zone: ZoneInfo) -> str:
    """Until when, as it is printed."""
    return f"{'Best before' if position.for_taste else 'Eat by'} {day_of(position.eat_by, zone)}"


def figures_line(figures: FiguresView) -> str:
    """What a piece brings, with bands."""
    shown = [f"{figures.mass_g:.0f} g: {figures.energy_kcal:.0f}{_band(figures, 'energy_kcal')} kcal"]
    for name, word in (("protein_g", "protein"), ("carbohydrate_g", "carbohydrate"), ("fat_g", "fat")):
        shown.append(f"{getattr(figures, name):.1f}{_band(figures, name)} g {word}")
    least = "At least " if figures.at_least or figures.without_lines else ""
    return f"{least}{', '.join(shown)}."


def _band(figures: FiguresView, name: str) -> str:
    sd = figures.sd.get(name, 0.0)
    if name == "energy_kcal":
        return f" ± {sd:.0f}" if sd >= 0.5 else ""
    return f" ± {sd:.1f}" if sd >= 0.05 else ""


def contains_line(contains: Sequence[str], may_contain: Sequence[str]) -> str:
    """What must be told of what is in it."""
    told = [f"Contains {', '.join(contains)}."] if contains else []
    told += [f"May contain {', '.join(may_contain)}."] if may_contain else []
    return " ".join(told)
