"""Batches of the demo kitchen: nine over four weeks, two of them of one dough, one that failed."""

import csv
from collections.abc import Mapping
from datetime import datetime, time, timedelta
from importlib.resources import files
from uuid import UUID, uuid5

from ample_crumb.application.batches import commands
from ample_crumb.application.batches.commands import NewNote, RecordedBatch
from ample_crumb.application.batches.planning import BatchPlan
from ample_crumb.core.batch.deviation import Said
from ample_crumb.core.batch.lots import Lot
from ample_crumb.core.batch.record import BatchRecord
from ample_crumb.store.database import Database
from ample_crumb.store.scope import Principal

_APART = "apart: "


def record_batches(
    database: Database, principal: Principal, space: UUID, now: datetime, made: Mapping[str, UUID]
) -> None:
    """Records them, as of `now`, each under an id within `space`; `made` are the formulas by their short names."""
    table = files("ample_crumb.application.demo.kitchen").joinpath("batches.csv").read_text("utf-8").splitlines()
    of_dough: dict[str, UUID] = {}
    for place, row in enumerate(csv.DictReader(table)):
        batch_id = uuid5(space, f"batch {place}")
        dough = row["dough"]
        plan = BatchPlan(batch_id=of_dough[dough]) if dough in of_dough else BatchPlan(formula_id=made[row["formula"]])
        day = (now - timedelta(days=int(row["days_ago"]))).date()
        made_at = min(datetime.combine(day, time.fromisoformat(row["time"]), now.tzinfo), now).astimezone()
        about = RecordedBatch(batch_id, made_at, "UTC", dough_id=uuid5(space, f"dough {dough}") if dough else None)
        commands.record(database, principal, about, plan, _told(row), now.astimezone)
        if dough:
            of_dough.setdefault(dough, batch_id)
    note = NewNote(uuid5(space, "note"), "Two spoons of oat flour at once, then look.", step=_STEP)
    commands.put_note(database, principal, made["rounds"], note)


_STEP = "Whisk pea protein, coconut sugar and baking powder, stir in, fold in sesame."


def _told(row: Mapping[str, str]) -> BatchRecord:
    said = tuple(
        Said(f"said-{place}", text.removeprefix(_APART), apart=text.startswith(_APART))
        for place, text in enumerate(filter(None, row["said"].split(";")))
    )
    return BatchRecord(
        said=said,
        lots=tuple(_lot(each) for each in row["lots"].split(";")),
        broken_count=int(row["broken"]),
        dough_share=float(row["share"] or 1),
        family=row["family"],
        oven_c=float(row["oven_c"]) if row["oven_c"] else None,
        took_min=float(row["took_min"]) if row["took_min"] else None,
        signs=row["signs"],
        words=(row["words"],) if row["words"] else (),
        note=row["note"],
    )


def _lot(cell: str) -> Lot:
    """ "12x29" are twelve pieces of 29 g, "12" of nobody knows how much."""
    count, _, grams = cell.partition("x")
    return Lot(int(count), float(grams) if grams else None)
