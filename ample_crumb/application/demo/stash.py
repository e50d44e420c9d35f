"""What became of the batches of the demo kitchen, so that its shelves are half full; and a plate that is always
made."""

import csv
from collections.abc import Mapping
from datetime import datetime, time, timedelta
from importlib.resources import files
from uuid import UUID, uuid5

from ample_crumb.application.stash import commands, queries
from ample_crumb.application.stash.commands import Leaving, NewMove, PiecesAt
from ample_crumb.store.database import Database
from ample_crumb.store.plates import PlateRow
from ample_crumb.store.scope import Principal


def fill_stash(database: Database, principal: Principal, space: UUID, now: datetime, made: Mapping[str, UUID]) -> None:
    """Moves pieces as of `now`; batches have their ids within `space`, `made` are the formulas by their short names."""
    shelves = {shelf.kind.value: shelf.id for shelf in queries.open_stash(database, principal).shelves}
    table = files("ample_crumb.application.demo.kitchen").joinpath("moves.csv").read_text("utf-8").splitlines()
    for place, row in enumerate(csv.DictReader(table)):
        day = (now - timedelta(days=int(row["days_ago"]))).date()
        at = min(datetime.combine(day, time.fromisoformat(row["time"]), now.tzinfo), now).astimezone()
        what = PiecesAt(
            uuid5(space, f"batch {row['batch']}"), int(row["lot"]), shelves[row["from"]], float(row["pieces"])
        )
        to_shelf_id = shelves[row["to"]] if row["to"] else None
        new = NewMove(uuid5(space, f"move {place}"), Leaving(row["kind"]), what, to_shelf_id, reason=row["reason"])
        commands.move(database, principal, new, at.astimezone)
    plate = PlateRow(uuid5(space, "plate"), "with yogurt and berries", "150 g skyr, 80 g raspberries")
    for name in ("blondies", "rounds"):
        commands.put_plate(database, principal, made[name], PlateRow(uuid5(plate.id, name), plate.name, plate.sides))
