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
from ample_crumb.core.production.tins import Kind, Tin, checked
from ample_crumb.core.quantity.name_matching import phrase
from ample_crumb.store import eaters, formulas, kitchens, tins
from ample_crumb.store.database import Connection, Database
from ample_crumb.store.eaters import GuestRow
from ample_crumb.store.kitchens import Settings, Who
from ample_crumb.store.tins import TinRow
from ample_crumb.work.made_foods import made_slug
from ample_crumb.work.problems import CannotAccept, NotHere
from ample_crumb.work.ways import ways_of


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
    guests: tuple[GuestRow, ...]
    tins: tuple[OwnTin, ...]
    ovens: tuple[str, ...]
    tin_kinds: tuple[str, ...]


def ensure_person(database: Database) -> Who:
    """The person at work; an empty database gets a kitchen with one person first."""
    with database.transaction() as connection:
        who = kitchens.first_person(connection)
        if who is None:
            who = Who(uuid4(), uuid4())
            kitchens.add_kitchen(connection, who, "Kitchen", "Baker")
        return who


def load(database: Database, who: Who) -> Kitchen:
    """Settings, families, and the names that products are sorted by."""
    with database.transaction() as connection:
        return Kitchen(
            settings=kitchens.settings_of(connection, who),
            families=families(),
            allergens=KNOWN,
            roles=_roles(),
            askable=ASKABLE,
            guests=tuple(eaters.listed(connection, who.kitchen_id)),
            tins=tuple(_tin_view(row) for row in tins.listed(connection, who.kitchen_id)),
            ovens=tuple(Oven),
            tin_kinds=tuple(Kind),
        )


def _roles() -> tuple[str, ...]:
    """The kinds of food of the cupboard, in the order of its table."""
    return tuple(dict.fromkeys(item.role for item in reference_cupboard().ingredients.values()))


def change_settings(database: Database, who: Who, settings: Settings) -> Settings:
    """Replaces the person's settings; kept figures are worked out again where they change."""
    with database.transaction() as connection:
        was = kitchens.settings_of(connection, who)
        kitchens.save_settings(connection, who, settings)
        if (was.measures, was.energy) != (settings.measures, settings.energy):
            all_stale(connection, who)
    return settings


def look_out_for(database: Database, who: Who, guest: GuestRow) -> GuestRow:
    """From now on every formula is held against what this guest must not get. Raises CannotAccept, NotHere."""
    guest = GuestRow(guest.id, guest.name.strip(), [name for name in ASKABLE if name in guest.avoids])
    if not guest.name:
        raise CannotAccept("/name", "Say who it is, such as Guest or a first name.")
    if not guest.avoids:
        raise CannotAccept("/avoids", "Pick at least one thing to look out for.")
    with database.transaction() as connection:
        if not eaters.put(connection, who.kitchen_id, guest):
            raise NotHere("guest")
    return guest


def no_longer_look_out_for(database: Database, who: Who, guest_id: UUID) -> None:
    """Forgets a guest; nothing happens when there is none."""
    with database.transaction() as connection:
        eaters.remove(connection, who.kitchen_id, guest_id)


def put_tin(database: Database, who: Who, tin_id: UUID, name: str, tin: Tin) -> OwnTin:
    """A tin, new or changed. Raises CannotAccept for one that cannot be, NotHere for another kitchen's id."""
    if not name.strip():
        raise CannotAccept("/name", "A tin needs a name, such as square 20.")
    try:
        checked(tin)
    except CannotUse as cannot:
        raise CannotAccept("", str(cannot)) from cannot
    with database.transaction() as connection:
        if not tins.put(connection, who.kitchen_id, tin_id, name.strip(), tin):
            raise NotHere("tin")
        all_stale(connection, who)
        return next(_tin_view(row) for row in tins.listed(connection, who.kitchen_id) if row.id == tin_id)


def archive_tin(database: Database, who: Who, tin_id: UUID) -> None:
    """Puts a tin away; formulas that name it keep it."""
    with database.transaction() as connection:
        tins.archive(connection, who.kitchen_id, tin_id)


def _tin_view(row: TinRow) -> OwnTin:
    tin = row.tin()
    return OwnTin(row.id, row.name, row.archived, tin, tin.volume_ml)


def all_stale(connection: Connection, who: Who) -> None:
    """What is kept of all formulas is worked out anew when it is next asked for."""
    kitchens.lock(connection, who.kitchen_id)
    formulas.figures_are_stale(connection, who.kitchen_id)


def correct(database: Database, who: Who, name: str, slug: str) -> None:
    """From now on the written name means this ingredient, in every formula that does not say otherwise."""
    words = phrase(name)
    if not words:
        raise CannotAccept("/name", "There is no word in this name to remember.")
    with database.transaction() as connection:
        if slug not in ways_of(connection, who).cupboard.ingredients:
            raise CannotAccept("/slug", "We have no such ingredient.")
        kitchens.remember(connection, who.kitchen_id, words, slug)
        all_stale(connection, who)


def forget(database: Database, who: Who, name: str) -> None:
    """The written name is read by its words again."""
    with database.transaction() as connection:
        kitchens.forget(connection, who.kitchen_id, phrase(name))
        all_stale(connection, who)


def ingredients_of(database: Database, who: Who, words: str) -> tuple[Choice, ...]:
    """Ingredients of the kitchen whose name is near these words, best first; then its formulas and their parts, which a
    line may be as well."""
    with database.reading() as connection:
        found = ingredients_called(ways_of(connection, who).cupboard, words)
        return (*found, *_formulas_called(connection, who, words.strip().casefold()))


def _formulas_called(connection: Connection, who: Who, start: str) -> list[Choice]:
    if not start:
        return []
    found = []
    for formula_id, name, parts in formulas.named_parts(connection, who.kitchen_id):
        if start in name.casefold():
            found.append(Choice(made_slug(formula_id), f"{name}, your formula"))
        found += [
            Choice(made_slug(formula_id, part), f"{name}: {part}")
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
