"""Reads of people and of what their days are meant to be."""

from collections.abc import Mapping
from datetime import date
from typing import Any, Final

from ample_crumb.application.people.views import PersonView, TargetPlanView, TargetsFromView
from ample_crumb.core.day.day_budget import caution_about
from ample_crumb.core.day.piece_step import PieceStep
from ample_crumb.core.day.resting_energy import Sex
from ample_crumb.core.day.tally import Tally
from ample_crumb.core.day.worked_out_targets import Circumstance, Physique
from ample_crumb.store import day_plans, people
from ample_crumb.store.database import Connection, Database
from ample_crumb.store.scope import Principal

MOST_TARGETS: Final = 60
"""So many targets are looked back on."""


def all_people(connection: Connection, principal: Principal) -> tuple[PersonView, ...]:
    """Everybody of the kitchen, within a transaction."""
    return tuple(
        PersonView(
            id=row.id,
            name=row.name,
            avoids=tuple(row.avoids),
            piece_step=PieceStep(row.piece_step),
            hides_energy=row.hides_energy,
            tally=None if row.tally is None else Tally(**row.tally),
            here=row.id == principal.person_id,
        )
        for row in people.list_people(connection, principal.kitchen_id)
    )


def open_people(database: Database, principal: Principal) -> tuple[PersonView, ...]:
    """Everybody of the kitchen."""
    with database.transaction(principal) as connection:
        return all_people(connection, principal)


def open_plan(database: Database, principal: Principal, day: date) -> TargetPlanView:
    """What the person's days are meant to be, as of a day."""
    with database.transaction(principal) as connection:
        return plan_view(connection, principal, day)


def plan_view(connection: Connection, principal: Principal, day: date) -> TargetPlanView:
    """What the person's days are meant to be, within a transaction."""
    plan = day_plans.day_plan(connection, principal, day)
    week = day_plans.week_pattern(connection, principal, day)
    names = {row.from_day: row.name for row in day_plans.diet_phases(connection, principal, MOST_TARGETS)}
    by_day: dict[date, dict[str, Any]] = {}
    for each in day_plans.all_targets(connection, principal, MOST_TARGETS):
        by_day.setdefault(each.from_day, {})[each.day_type] = each.targets
    targets = tuple(
        TargetsFromView(
            from_day,
            names.get(from_day, ""),
            by_type,
            caution_about(min(by_type.values(), key=lambda each: each.energy_kcal)),
        )
        for from_day, by_type in by_day.items()
    )
    kept = day_plans.find_physique(connection, principal)
    return TargetPlanView(plan.types, tuple(week.day_types) if week else (), targets, _physique(kept) if kept else None)


def _physique(kept: Mapping[str, Any]) -> Physique:
    circumstances = tuple(Circumstance(each) for each in kept["circumstances"])
    return Physique(**dict(kept) | {"sex": Sex(kept["sex"]), "circumstances": circumstances})
