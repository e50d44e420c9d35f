"""Who else is of the demo kitchen: a partner with days of their own, a child, and two people to look out for."""

from datetime import datetime, time
from uuid import UUID, uuid5

from ample_crumb.application.people import commands as people_commands
from ample_crumb.application.people.commands import PersonDraft
from ample_crumb.application.settings import commands as settings_commands
from ample_crumb.application.today import commands as today_commands
from ample_crumb.application.today.entries import NewEntry
from ample_crumb.core.day.day_budget import Targets
from ample_crumb.core.day.piece_step import PieceStep
from ample_crumb.store.database import Database
from ample_crumb.store.dietary_profiles import DietaryProfileRow
from ample_crumb.store.scope import Principal


def add_people(database: Database, principal: Principal, space: UUID, now: datetime) -> None:
    """Adds them, with the partner's day so far."""
    for name, avoids in {"Cox": ["tree nuts", "peanut"], "Bow": ["vegetarian"]}.items():
        settings_commands.put_dietary_profile(database, principal, DietaryProfileRow(uuid5(space, name), name, avoids))
    child = DietaryProfileRow(uuid5(space, "Minnow"), "Minnow", [], 0.5, "one to four")
    settings_commands.put_dietary_profile(database, principal, child)
    partner = Principal(principal.kitchen_id, uuid5(space, "partner"))
    people_commands.put_person(
        database, principal, partner.person_id, PersonDraft("Rigger", ("shellfish",), PieceStep.WHOLE)
    )
    kinds = {"training": Targets(2500, 165), "rest": Targets(2300, 165)}
    people_commands.set_targets(database, partner, now.date(), kinds)
    for at, text in (("07:20", "80 g oats, 40 g whey, 300 ml milk, 1 banana"),
                     ("12:50", "220 g chicken breast, 280 g cooked rice, 150 g broccoli")):  # fmt: skip
        eaten_at = datetime.combine(now.date(), time.fromisoformat(at), now.tzinfo)
        new = NewEntry(uuid5(space, f"partner {at}"), now.date(), eaten_at)
        today_commands.log_foods(database, partner, new, text)
