"""The kitchen as a whole: who is at work, how they count, what their words mean."""

from dataclasses import dataclass
from uuid import UUID, uuid4

from ample_crumb.core.food.allergens import KNOWN
from ample_crumb.core.food.cupboard import Cupboard, reference_cupboard
from ample_crumb.core.formula.alerts import ASKABLE
from ample_crumb.core.formula.families import Family, families
from ample_crumb.core.formula.reading import Choice
from ample_crumb.core.problem import CannotUse
from ample_crumb.core.production.bake_time import Oven
from ample_crumb.core.production.tins import Tin, TinKind, checked
from ample_crumb.core.quantity.name_matching import phrase
from ample_crumb.store import eaters, formulas, kitchens, tins
from ample_crumb.store.database import Connection, Database
from ample_crumb.store.eaters import EaterRow
from ample_crumb.store.kitchens import Principal, Settings
from ample_crumb.store.tins import TinRow
from ample_crumb.work.context import load_context
from ample_crumb.work.made_foods import nested_slug
from ample_crumb.work.problems import CannotAccept, NotHere


@dataclass(frozen=True, slots=True)
class OwnTin:
    """A tin with what it holds to the brim."""

    id: UUID
    name: str
    archived: bool
    tin: Tin
    volume_ml: float


@dataclass(frozen=True, slots=True)
class Kitchen:
    """What a window needs to know at the start. `askable` names what may be kept from a guest."""

    settings: Settings
    families: tuple[Family, ...]
    allergens: tuple[str, ...]
    roles: tuple[str, ...]
    askable: tuple[str, ...]
    eaters: tuple[EaterRow, ...]
    tins: tuple[OwnTin, ...]
    ovens: tuple[str, ...]
    tin_kinds: tuple[str, ...]


def ensure_principal(database: Database) -> Principal:
    """The person at work; an empty database gets a kitchen with one person first."""
    with database.transaction() as connection:
        principal = kitchens.first_principal(connection)
        if principal is None:
            principal = Principal(uuid4(), uuid4())
            kitchens.add_kitchen(connection, principal, "Kitchen", "Baker")
        return principal


def load(database: Database, principal: Principal) -> Kitchen:
    """Settings, families, and the names that products are sorted by."""
    with database.transaction() as connection:
        return Kitchen(
            settings=kitchens.settings_of(connection, principal),
            families=families(),
            allergens=KNOWN,
            roles=_roles(),
            askable=ASKABLE,
            eaters=tuple(eaters.listed(connection, principal.kitchen_id)),
            tins=tuple(_tin_view(row) for row in tins.listed(connection, principal.kitchen_id)),
            ovens=tuple(Oven),
            tin_kinds=tuple(TinKind),
        )


def _roles() -> tuple[str, ...]:
    """The kinds of food of the cupboard, in the order of its table."""
    return tuple(dict.fromkeys(item.role for item in reference_cupboard().ingredients.values()))


def change_settings(database: Database, principal: Principal, settings: Settings) -> Settings:
    """Replaces the person's settings; kept figures are worked out again where they change."""
    with database.transaction() as connection:
        was = kitchens.settings_of(connection, principal)
        kitchens.save_settings(connection, principal, settings)
        if (was.measures, was.energy) != (settings.measures, settings.energy):
            all_stale(connection, principal)
    return settings


def put_eater(database: Database, principal: Principal, eater: EaterRow) -> EaterRow:
    """From now on every formula is held against what this guest must not get. Raises CannotAccept, NotHere."""
    eater = EaterRow(eater.id, eater.name.strip(), [name for name in ASKABLE if name in eater.avoids])
    if not eater.name:
        raise CannotAccept("/name", "Say who it is, such as Guest or a first name.")
    if not eater.avoids:
        raise CannotAccept("/avoids", "Pick at least one thing to look out for.")
    with database.transaction() as connection:
        if not eaters.put(connection, principal.kitchen_id, eater):
            raise NotHere("guest")
    return eater


def remove_eater(database: Database, principal: Principal, eater_id: UUID) -> None:
    """Forgets a guest; nothing happens when there is none."""
    with database.transaction() as connection:
        eaters.remove(connection, principal.kitchen_id, eater_id)


def put_tin(database: Database, principal: Principal, tin_id: UUID, name: str, tin: Tin) -> OwnTin:
    """A tin, new or changed. Raises CannotAccept for one that cannot be, NotHere for another kitchen's id."""
    if not name.strip():
        raise CannotAccept("/name", "A tin needs a name, such as square 20.")
    try:
        checked(tin)
    except CannotUse as cannot:
        raise CannotAccept("", str(cannot)) from cannot
    with database.transaction() as connection:
        if not tins.put(connection, principal.kitchen_id, tin_id, name.strip(), tin):
            raise NotHere("tin")
        all_stale(connection, principal)
        return next(_tin_view(row) for row in tins.listed(connection, principal.kitchen_id) if row.id == tin_id)


def archive_tin(database: Database, principal: Principal, tin_id: UUID) -> None:
    """Puts a tin away; formulas that name it keep it."""
    with database.transaction() as connection:
        tins.archive(connection, principal.kitchen_id, tin_id)


def _tin_view(row: TinRow) -> OwnTin:
    tin = row.tin()
    return OwnTin(row.id, row.name, row.archived, tin, tin.volume_ml)


def all_stale(connection: Connection, principal: Principal) -> None:
    """What is kept of all formulas is worked out anew when it is next asked for."""
    kitchens.lock(connection, principal.kitchen_id)
    formulas.figures_are_stale(connection, principal.kitchen_id)


def correct(database: Database, principal: Principal, name: str, slug: str) -> None:
    """From now on the written name means this ingredient, in every formula that does not say otherwise."""
    words = phrase(name)
    if not words:
        raise CannotAccept("/name", "There is no word in this name to remember.")
    with database.transaction() as connection:
        if slug not in load_context(connection, principal).cupboard.ingredients:
            raise CannotAccept("/slug", "We have no such ingredient.")
        kitchens.remember(connection, principal.kitchen_id, words, slug)
        all_stale(connection, principal)


def forget(database: Database, principal: Principal, name: str) -> None:
    """The written name is read by its words again."""
    with database.transaction() as connection:
        kitchens.forget(connection, principal.kitchen_id, phrase(name))
        all_stale(connection, principal)


def ingredients_of(database: Database, principal: Principal, words: str) -> tuple[Choice, ...]:
    """Ingredients of the kitchen whose name is near these words, best first; then its formulas and their parts, which a
    line may be as well."""
    with database.reading() as connection:
        found = ingredients_called(load_context(connection, principal).cupboard, words)
        return (*found, *_formulas_called(connection, principal, words.strip().casefold()))


def _formulas_called(connection: Connection, principal: Principal, start: str) -> list[Choice]:
    if not start:
        return []
    found = []
    for formula_id, name, parts in formulas.named_parts(connection, principal.kitchen_id):
        if start in name.casefold():
            found.append(Choice(nested_slug(formula_id), f"{name}, your formula"))
        found += [
            Choice(nested_slug(formula_id, part), f"{name}: {part}")
            for part in parts or ()
            if start in f"{name} {part}".casefold()
        ]
    return found[:8]


def ingredients_called(cupboard: Cupboard, words: str, most: int = 12) -> tuple[Choice, ...]:
    """Ingredients whose name is near these words, best first; the first of the cupboard when there are none."""
    if not words.strip():
        return tuple(Choice(item.slug, item.name) for item in list(cupboard.ingredients.values())[:most])
    start = words.strip().casefold()
    found = cupboard.index.find(words)
    ranked = [match.key for match in ((found.best,) if found.best else ()) + found.others]
    holding = [
        slug
        for slug, item in cupboard.ingredients.items()
        if any(start in name.casefold() for name in (item.name, *item.synonyms))
    ]
    holding.sort(key=lambda slug: not word_starts(cupboard.ingredients[slug].name, start))
    slugs = list(dict.fromkeys((*ranked[:1], *holding, *ranked[1:])))[:most]
    return tuple(Choice(slug, cupboard.ingredients[slug].name) for slug in slugs)


def word_starts(name: str, start: str) -> bool:
    """Whether a word of the name begins with `start`, which is what people type first."""
    return any(word.startswith(start) for word in name.casefold().split())
