"""Writes of Settings: a person's choices, dietary profiles, tins, and what words mean."""

from dataclasses import replace
from uuid import UUID, uuid4

from ample_crumb.application.context import load_context
from ample_crumb.application.problems import CannotAccept
from ample_crumb.application.settings.views import OwnTin, tin_view
from ample_crumb.core.formula.eater_alerts import ASKABLE
from ample_crumb.core.problem import CannotUse
from ample_crumb.core.production.tins import Tin, check_tin
from ample_crumb.core.quantity.name_matching import phrase
from ample_crumb.store import dietary_profiles, jobs, kitchens, people, scope, tins
from ample_crumb.store.database import Connection, Database
from ample_crumb.store.dietary_profiles import DietaryProfileRow
from ample_crumb.store.jobs import Touched
from ample_crumb.store.people import Settings
from ample_crumb.store.scope import Principal


def ensure_kitchen(database: Database) -> None:
    """Gives a database without any a kitchen with one person. For the owner of the tables."""
    with database.unscoped() as connection:
        if not scope.has_kitchen(connection):
            principal = Principal(uuid4(), uuid4())
            kitchens.add_kitchen(connection, principal, "Kitchen", "Baker")


def change_settings(database: Database, principal: Principal, settings: Settings) -> Settings:
    """Replaces the person's settings; kept figures are worked out again where they change."""
    with database.transaction(principal) as connection:
        kitchens.lock(connection, principal.kitchen_id)
        was = people.person_settings(connection, principal)
        people.save_person_settings(connection, principal, settings)
        if (was.measures, was.energy) != (settings.measures, settings.energy):
            mark_reading_changed(connection, principal, Touched(everything=True))
    return settings


def put_dietary_profile(
    database: Database, principal: Principal, dietary_profile: DietaryProfileRow
) -> DietaryProfileRow:
    """From now on every formula is held against what this person must not get. Raises CannotAccept."""
    avoids = [name for name in ASKABLE if name in dietary_profile.avoids]
    dietary_profile = replace(dietary_profile, name=dietary_profile.name.strip(), avoids=avoids)
    if not dietary_profile.name:
        raise CannotAccept("/name", "Say who it is, such as Visitor or a first name.")
    with database.transaction(principal) as connection:
        dietary_profiles.put(connection, principal.kitchen_id, dietary_profile)
    return dietary_profile


def remove_dietary_profile(database: Database, principal: Principal, dietary_profile_id: UUID) -> None:
    """Forgets a dietary profile; nothing happens when there is none."""
    with database.transaction(principal) as connection:
        dietary_profiles.remove(connection, principal.kitchen_id, dietary_profile_id)


def put_tin(database: Database, principal: Principal, tin_id: UUID, name: str, tin: Tin) -> OwnTin:
    """A tin, new or changed. Raises CannotAccept for one that cannot be."""
    if not name.strip():
        raise CannotAccept("/name", "A tin needs a name, such as square 20.")
    try:
        check_tin(tin)
    except CannotUse as cannot:
        raise CannotAccept("", str(cannot)) from cannot
    with database.transaction(principal) as connection:
        kitchens.lock(connection, principal.kitchen_id)
        tins.put(connection, principal.kitchen_id, tin_id, name.strip(), tin)
        mark_reading_changed(connection, principal, Touched(tins=frozenset({tin_id})))
        return next(tin_view(row) for row in tins.list_tins(connection, principal.kitchen_id) if row.id == tin_id)


def archive_tin(database: Database, principal: Principal, tin_id: UUID) -> None:
    """Puts a tin away; formulas that name it keep it."""
    with database.transaction(principal) as connection:
        tins.archive(connection, principal.kitchen_id, tin_id)


def mark_reading_changed(connection: Connection, principal: Principal, touched: Touched) -> None:
    """What lines are read or counted with is another now: the summaries that depend on it are asked for. The caller
    holds the kitchen's lock."""
    kitchens.mark_reading_changed(connection, principal.kitchen_id)
    jobs.ask_for_summaries(connection, principal, touched)


def set_food_alias(database: Database, principal: Principal, name: str, slug: str) -> None:
    """From now on the written name means this ingredient, in every formula that does not say otherwise."""
    words = phrase(name)
    if not words:
        raise CannotAccept("/name", "There is no word in this name to remember.")
    with database.transaction(principal) as connection:
        if slug not in load_context(connection, principal).cupboard.ingredients:
            raise CannotAccept("/slug", "We have no such ingredient.")
        kitchens.lock(connection, principal.kitchen_id)
        kitchens.set_food_alias(connection, principal.kitchen_id, words, slug)
        mark_reading_changed(connection, principal, Touched(phrases=frozenset({words})))


def forget_food_alias(database: Database, principal: Principal, name: str) -> None:
    """The written name is read by its words again."""
    words = phrase(name)
    with database.transaction(principal) as connection:
        kitchens.lock(connection, principal.kitchen_id)
        kitchens.forget_food_alias(connection, principal.kitchen_id, words)
        mark_reading_changed(connection, principal, Touched(phrases=frozenset({words})))
