"""A tasting of the demo kitchen: blondies with whey beside some with pea protein."""

import csv
from importlib.resources import files
from uuid import UUID, uuid5

from ample_crumb.application.clock import Clock
from ample_crumb.application.tastings import commands
from ample_crumb.application.tastings.commands import NewTasting
from ample_crumb.core.tasting.poles import poles
from ample_crumb.store.database import Database
from ample_crumb.store.scope import Principal
from ample_crumb.store.tastings import TastingMark


def add_tasting(database: Database, principal: Principal, space: UUID, clock: Clock) -> None:
    """Adds it as of the clock; a column a batch, a digit a pole."""
    tasting_id = uuid5(space, "tasting")
    batch_ids = (uuid5(space, "batch 7"), uuid5(space, "batch 6"))
    commands.start(database, principal, NewTasting(tasting_id, "Blondies, whey beside pea", batch_ids), clock)
    table = files("ample_crumb.application.demo.kitchen").joinpath("tasting.csv").read_text("utf-8").splitlines()
    for row in csv.DictReader(table):
        said = [
            TastingMark(row["taster"], letter, pole, int(digit))
            for letter in "AB"
            for pole, digit in zip(poles(), row[letter], strict=True)
        ]
        commands.mark(database, principal, tasting_id, said)
