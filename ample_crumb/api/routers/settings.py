"""Settings, corrections and finding things over HTTP."""

from uuid import UUID

from fastapi import APIRouter, Response

from ample_crumb.api.auth import AsPrincipal, InDatabase
from ample_crumb.api.bodies.settings import DietaryProfileBody, EffectBody, FoodAliasBody, SettingsBody, TinBody
from ample_crumb.api.query_parameters import Words
from ample_crumb.api.retry import RetryingRoute
from ample_crumb.application.find.queries import SearchHit, find
from ample_crumb.application.settings import commands as settings_commands
from ample_crumb.application.settings import name_corrections
from ample_crumb.application.settings import queries as settings_queries
from ample_crumb.application.settings.views import FoodAlias, FoodAliasEffect, Kitchen, OwnTin
from ample_crumb.core.formula.reading import Choice
from ample_crumb.store.dietary_profiles import DietaryProfileRow
from ample_crumb.store.people import Settings

router = APIRouter(prefix="/api/v1", route_class=RetryingRoute)


@router.get("/kitchen")
def open_kitchen(database: InDatabase, principal: AsPrincipal) -> Kitchen:
    """What a window needs at the start."""
    return settings_queries.load(database, principal)


@router.put("/settings")
def change_settings(body: SettingsBody, database: InDatabase, principal: AsPrincipal) -> Settings:
    """Replaces the person's settings."""
    return settings_commands.change_settings(database, principal, Settings(**body.model_dump()))


@router.put("/dietary-profiles/{profile_id}")
def put_dietary_profile(
    profile_id: UUID, body: DietaryProfileBody, database: InDatabase, principal: AsPrincipal
) -> DietaryProfileRow:
    """From now on every formula is held against what this person must not get."""
    return settings_commands.put_dietary_profile(
        database, principal, DietaryProfileRow(profile_id, **body.model_dump())
    )


@router.delete("/dietary-profiles/{profile_id}", status_code=204)
def remove_dietary_profile(profile_id: UUID, database: InDatabase, principal: AsPrincipal) -> Response:
    """Forgets a guest."""
    settings_commands.remove_dietary_profile(database, principal, profile_id)
    return Response(status_code=204)


@router.put("/tins/{tin_id}")
def put_tin(tin_id: UUID, body: TinBody, database: InDatabase, principal: AsPrincipal) -> OwnTin:
    """A tin of the kitchen, new or changed."""
    return settings_commands.put_tin(database, principal, tin_id, body.name, body.tin())


@router.delete("/tins/{tin_id}", status_code=204)
def archive_tin(tin_id: UUID, database: InDatabase, principal: AsPrincipal) -> Response:
    """Puts a tin away."""
    settings_commands.archive_tin(database, principal, tin_id)
    return Response(status_code=204)


@router.get("/food-aliases")
def read_food_aliases(database: InDatabase, principal: AsPrincipal) -> tuple[FoodAlias, ...]:
    """What is remembered of names."""
    return name_corrections.food_aliases(database, principal)


@router.post("/food-aliases/effect")
def read_effect(body: EffectBody, database: InDatabase, principal: AsPrincipal) -> FoodAliasEffect:
    """What a correction would change, before it is made."""
    return name_corrections.effect_of(database, principal, body.name, body.slug, body.beside)


@router.put("/food-aliases", status_code=204)
def set_food_alias(body: FoodAliasBody, database: InDatabase, principal: AsPrincipal) -> Response:
    """From now on a written name means this ingredient."""
    settings_commands.set_food_alias(database, principal, body.name, body.slug)
    return Response(status_code=204)


@router.delete("/food-aliases", status_code=204)
def forget_food_alias(name: Words, database: InDatabase, principal: AsPrincipal) -> Response:
    """A written name is read by its words again."""
    settings_commands.forget_food_alias(database, principal, name)
    return Response(status_code=204)


@router.get("/ingredients")
def ingredients(database: InDatabase, principal: AsPrincipal, words: Words = "") -> tuple[Choice, ...]:
    """Ingredients whose names are near these words."""
    return settings_queries.ingredients_of(database, principal, words)


@router.get("/find")
def find_anything(words: Words, database: InDatabase, principal: AsPrincipal) -> list[SearchHit]:
    """Formulas, days and ingredients by a few words."""
    return find(database, principal, words)
