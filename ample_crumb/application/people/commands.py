"""Writes of people and of what their days are meant to be."""

import re
from collections.abc import Iterable, Mapping, Sequence
from dataclasses import asdict, dataclass
from datetime import date
from typing import Final
from uuid import UUID

from ample_crumb.application.people.queries import all_people, plan_view
from ample_crumb.application.people.views import PersonView, TargetPlanView
from ample_crumb.application.problems import CannotAccept, NotHere
from ample_crumb.core.day.day_budget import Targets
from ample_crumb.core.day.piece_step import PieceStep
from ample_crumb.core.day.tally import Tally, check_tally
from ample_crumb.core.day.worked_out_targets import Physique
from ample_crumb.core.formula.eater_alerts import ASKABLE
from ample_crumb.core.problem import CannotUse
from ample_crumb.store import day_plans, people
from ample_crumb.store.database import Connection, Database
from ample_crumb.store.people import PersonRow
from ample_crumb.store.scope import Principal

MOST_PEOPLE: Final = 20
MOST_DAY_TYPES: Final = 12
_SHIPPED: Final = frozenset({"training", "rest"})


@dataclass(frozen=True, slots=True)
class PersonDraft:
    """A person as typed."""

    name: str
    avoids: tuple[str, ...] = ()
    piece_step: PieceStep = PieceStep.HALF
    hides_energy: bool = False
    tally: Tally | None = None


def put_person(database: Database, principal: Principal, person_id: UUID, draft: PersonDraft) -> tuple[PersonView, ...]:
    """Writes a person, new or changed; gives everybody. Raises CannotAccept."""
    if not draft.name.strip():
        raise CannotAccept("/name", "Say who it is: a first name will do.")
    try:
        tally = None if draft.tally is None else asdict(check_tally(draft.tally))
    except CannotUse as cannot:
        raise CannotAccept("/tally", str(cannot)) from cannot
    avoids = [name for name in ASKABLE if name in draft.avoids]
    row = PersonRow(person_id, draft.name.strip(), avoids, draft.piece_step, draft.hides_energy, tally)
    with database.transaction(principal) as connection:
        there = people.list_people(connection, principal.kitchen_id)
        if len(there) >= MOST_PEOPLE and person_id not in {each.id for each in there}:
            raise CannotAccept("/name", f"A kitchen has up to {MOST_PEOPLE} people with days of their own.")
        if any(each.name.casefold() == row.name.casefold() and each.id != person_id for each in there):
            raise CannotAccept("/name", f"There is a {row.name} already; call them so that you can tell them apart.")
        if people.is_elsewhere(connection, principal.kitchen_id, person_id):
            raise CannotAccept("/person_id", "This id is somebody else's already; make a new one for a new person.")
        people.put_person(connection, principal.kitchen_id, row)
        return all_people(connection, principal)


def remove_person(database: Database, principal: Principal, person_id: UUID) -> tuple[PersonView, ...]:
    """Takes somebody out of the kitchen; their days stay and are there again when they come back. Raises NotHere, and
    CannotAccept for who asks, who could not see it any more."""
    if person_id == principal.person_id:
        raise CannotAccept("/person_id", "Switch to somebody else first; whoever is here cannot be taken out.")
    with database.transaction(principal) as connection:
        if not people.remove_person(connection, principal.kitchen_id, person_id):
            raise NotHere("person")
        return all_people(connection, principal)


def set_targets(
    database: Database,
    principal: Principal,
    from_day: date,
    by_type: Mapping[str, Targets],
    name: str = "",
    physique: Physique | None = None,
) -> TargetPlanView:
    """Targets by type of day, from a day on, what they are called, and what they were worked out from; gives the plan
    of that day. Raises CannotAccept for a type that there is not."""
    with database.transaction(principal) as connection:
        _check_known(connection, principal, from_day, by_type)
        for kind, targets in by_type.items():
            day_plans.set_target(connection, principal, kind, from_day, targets)
        day_plans.name_diet_phase(connection, principal, from_day, name.strip())
        if physique is not None:
            day_plans.set_physique(connection, principal, asdict(physique))
        return plan_view(connection, principal, from_day)


def remove_targets(database: Database, principal: Principal, from_day: date, day: date) -> TargetPlanView:
    """Takes away the targets that hold from a day on; gives the plan of `day`."""
    with database.transaction(principal) as connection:
        day_plans.remove_targets(connection, principal, from_day)
        return plan_view(connection, principal, day)


def put_day_type(database: Database, principal: Principal, slug: str, name: str, day: date) -> TargetPlanView:
    """A type of day of one's own, new or called otherwise; gives the plan of `day`. An empty slug is made of the name.
    Raises CannotAccept."""
    name = name.strip()
    if not name:
        raise CannotAccept("/name", "Say what kind of day it is, such as long run.")
    with database.transaction(principal) as connection:
        there = day_plans.day_plan(connection, principal, day).types
        slug = slug or re.sub(r"[^a-z0-9]+", "-", name.casefold()).strip("-")[:40] or "own"
        if len(there) >= MOST_DAY_TYPES and slug not in {each.slug for each in there}:
            raise CannotAccept("/name", f"There are up to {MOST_DAY_TYPES} types of day.")
        if any(each.name.casefold() == name.casefold() and each.slug != slug for each in there):
            raise CannotAccept("/name", f"There is a type “{name}” already.")
        day_plans.put_day_type(connection, principal, slug, name)
        return plan_view(connection, principal, day)


def remove_day_type(database: Database, principal: Principal, slug: str, day: date) -> TargetPlanView:
    """Takes a type of day of one's own from those offered; gives the plan of `day`. Raises CannotAccept for one that
    ships."""
    if slug in _SHIPPED:
        raise CannotAccept("/slug", "Training and rest days stay; rename them instead.")
    with database.transaction(principal) as connection:
        day_plans.remove_day_type(connection, principal, slug)
        return plan_view(connection, principal, day)


def set_week(database: Database, principal: Principal, from_day: date, day_types: Sequence[str]) -> TargetPlanView:
    """Of which type each weekday is from a day on, Monday first. Raises CannotAccept for a type that there is not."""
    with database.transaction(principal) as connection:
        _check_known(connection, principal, from_day, day_types)
        day_plans.set_week_pattern(connection, principal, from_day, day_types)
        return plan_view(connection, principal, from_day)


def _check_known(connection: Connection, principal: Principal, day: date, kinds: Iterable[str]) -> None:
    known = {each.slug for each in day_plans.day_plan(connection, principal, day).types}
    for kind in kinds:
        if kind not in known:
            raise CannotAccept("/day_type", f"There is no type of day “{kind[:40]}”.")
