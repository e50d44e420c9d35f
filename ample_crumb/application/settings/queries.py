"""Reads of the kitchen as a whole: its settings, and ingredients by a few words."""

from itertools import islice

from ample_crumb.application.context import load_context
from ample_crumb.application.formulas.nested_formulas import nested_slug
from ample_crumb.application.people.queries import all_people
from ample_crumb.application.settings.views import Kitchen, tin_view
from ample_crumb.core.food.allergens import BROKEN_BY, KNOWN
from ample_crumb.core.food.cupboard import Cupboard, reference_cupboard
from ample_crumb.core.food.figure_titles import CARBOHYDRATE_TITLES, FIGURE_TITLES
from ample_crumb.core.food.nutrients import CarbohydrateDefinition
from ample_crumb.core.food.reference_shelf import reference_shelf
from ample_crumb.core.formula.eater_alerts import ASKABLE
from ample_crumb.core.formula.families import families
from ample_crumb.core.formula.reading import Choice
from ample_crumb.core.production.bake_time import Oven
from ample_crumb.core.production.tins import TinKind
from ample_crumb.store import dietary_profiles, formulas, people, tins
from ample_crumb.store.database import Connection, Database
from ample_crumb.store.scope import Principal


def load(database: Database, principal: Principal) -> Kitchen:
    """Settings, families, and the names that products are sorted by."""
    with database.transaction(principal) as connection:
        settings = people.person_settings(connection, principal)
        return Kitchen(
            settings=settings,
            figures=tuple(FIGURE_TITLES.values()),
            carbohydrate_title=CARBOHYDRATE_TITLES[CarbohydrateDefinition(settings.carbohydrate)],
            families=families(),
            allergens=KNOWN,
            roles=_roles(),
            diets=tuple(BROKEN_BY),
            askable=ASKABLE,
            dietary_profiles=tuple(dietary_profiles.list_dietary_profiles(connection, principal.kitchen_id)),
            people=all_people(connection, principal),
            tins=tuple(tin_view(row) for row in tins.list_tins(connection, principal.kitchen_id)),
            ovens=tuple(Oven),
            tin_kinds=tuple(TinKind),
        )


def _roles() -> tuple[str, ...]:
    """The kinds of food of the cupboard, in the order of its table."""
    return tuple(dict.fromkeys(item.role for item in reference_cupboard().ingredients.values()))


def ingredients_of(database: Database, principal: Principal, words: str) -> tuple[Choice, ...]:
    """Ingredients of the kitchen whose name is near these words, best first; then its formulas and their parts, which a
    line may be as well."""
    with database.transaction(principal) as connection:
        found = ingredients_called(load_context(connection, principal).cupboard, words)
        return (*found, *_formulas_called(connection, principal, words.strip()))


def _formulas_called(connection: Connection, principal: Principal, letters: str) -> list[Choice]:
    if not letters:
        return []
    return [
        Choice(nested_slug(formula_id, part), f"{name}: {part}", "your formula")
        if part
        else Choice(nested_slug(formula_id), f"{name}, your formula", "your formula")
        for formula_id, name, part in formulas.find_parts_by_words(connection, principal.kitchen_id, letters, 8)
    ]


def ingredients_called(cupboard: Cupboard, words: str, most: int = 12) -> tuple[Choice, ...]:
    """Ingredients that are called just so, then those that have these letters in a name, and where they are few those
    whose names are near them, then those of the second shelf; the first of the cupboard when there are none."""
    if not words.strip():
        return tuple(map(Choice.from_ingredient, islice(cupboard.ingredients.values(), most)))
    slugs = list(dict.fromkeys((*cupboard.index.called(words), *cupboard.search.find(words, most))))[:most]
    if len(slugs) < most:
        near = cupboard.index.find(words)
        ranked = [match.key for match in ((near.best,) if near.best else ()) + near.others]
        slugs = list(dict.fromkeys((*ranked[:1], *slugs, *ranked[1:])))[:most]
    if len(slugs) < most:
        slugs += reference_shelf().find(words, most - len(slugs))
    return tuple(Choice.from_ingredient(cupboard.ingredients[slug]) for slug in slugs)
