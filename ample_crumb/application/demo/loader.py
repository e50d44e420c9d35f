"""The demo kitchen: invented formulas and six weeks of days of someone who rows for a club and bakes on Sundays."""

import csv
from collections.abc import Mapping
from dataclasses import replace
from datetime import date, datetime
from importlib.resources import files
from typing import Final
from uuid import UUID, uuid5

from ample_crumb.application.crumb import commands as crumb_commands
from ample_crumb.application.crumb.views import FeedbackDraft
from ample_crumb.application.cupboard import commands as cupboard_commands
from ample_crumb.application.cupboard import queries as cupboard_queries
from ample_crumb.application.cupboard.views import ProductDraft
from ample_crumb.application.demo.bake_days import add_bake_days
from ample_crumb.application.demo.batches import record_batches
from ample_crumb.application.demo.days import fill_days, set_days
from ample_crumb.application.demo.people import add_people
from ample_crumb.application.demo.stash import fill_stash
from ample_crumb.application.demo.tastings import add_tasting
from ample_crumb.application.formulas import commands as formulas_commands
from ample_crumb.application.formulas import queries as formulas_queries
from ample_crumb.application.formulas.draft import on_bench
from ample_crumb.application.formulas.views import Pasted
from ample_crumb.application.settings import commands as settings_commands
from ample_crumb.application.versions import commands as versions_commands
from ample_crumb.core.formula.formula import Line, PartBake, PartOptions
from ample_crumb.core.production.draft import ClassicChoice, Draft, ProductionSettings, UsedTin
from ample_crumb.core.production.portions import PortionBy
from ample_crumb.core.production.tins import Tin, TinKind
from ample_crumb.formats.products_csv import typed_products
from ample_crumb.store import kitchens, scope
from ample_crumb.store.database import Database
from ample_crumb.store.scope import Principal

_SPACE: Final = UUID("4f0a1c1e-5f0c-4c58-9d0b-6b3d0f6f9a51")


_FAMILIES: Final = {
    "layer-slice": "baked-cheesecake", "pudding-cake": "mug-cake", "loaf": "loaf", "set-bars": "set-cheesecake",
    "squares": "brownie", "blondies": "brownie", "rounds": "cookie", "butter-loaf": "loaf",
    "butter-blondies": "brownie",
}  # fmt: skip


_MADE: Final = {
    # Tin and cuts of what is baked in one.
    "layer-slice": ("square 20", "4x3"),
    "blondies": ("square 20", "4x3"),
    "squares": ("square 20", "4x4"),
    "loaf": ("loaf 23 x 13", ""),
}


_CLASSICS: Final[Mapping[str, str | ClassicChoice]] = {
    "blondies": "butter-blondies",
    "butter-blondies": "blondies",
    "loaf": "butter-loaf",
    "butter-loaf": "loaf",
    # Off a menu or a pack, all made up.
    "squares": ClassicChoice(
        name="a fudge square from the club's café", mass_g=65, energy_kcal=292, protein_g=3.4, fat_g=15, sugars_g=29
    ),
    "pudding-cake": ClassicChoice(
        name="a molten chocolate cake", mass_g=120, energy_kcal=478, protein_g=6.5, fat_g=29, sugars_g=37
    ),
    "set-bars": ClassicChoice(
        name="a slice of cream cheese torte", mass_g=110, energy_kcal=355, protein_g=6, fat_g=25, sugars_g=22
    ),
    "layer-slice": ClassicChoice(
        name="a plum slice with butter crumbs", mass_g=115, energy_kcal=330, protein_g=4.6, fat_g=15, sugars_g=24
    ),
    "rounds": ClassicChoice(name="an oat biscuit with syrup", mass_g=30, energy_kcal=146, protein_g=1.9, sugars_g=9.5),
}


_TOPPING: Final = PartOptions(used_share=0.5, bake=PartBake.NOT)


def load_demo(database: Database, now: datetime) -> None:
    """Fills a database that holds no kitchen yet; does nothing otherwise. `now` is the person's local time."""
    with database.unscoped() as connection:
        if scope.has_kitchen(connection):
            return
    principal = Principal(uuid5(_SPACE, "kitchen"), uuid5(_SPACE, "person"))
    with database.unscoped() as connection:
        kitchens.add_kitchen(connection, principal, "Boathouse kitchen", "Rower")
        scope.enter(connection, principal)
    set_days(database, principal, _SPACE, now)
    _products(database, principal)
    add_people(database, principal, _SPACE, now)
    _tins(database, principal)
    made = {name: _formula(database, principal, name, family) for name, family in _FAMILIES.items()}
    _classics(database, principal, made)
    _branch(database, principal, made["squares"])
    _said(database, principal, made["loaf"])
    record_batches(database, principal, _SPACE, now, made)
    fill_stash(database, principal, _SPACE, now, made)
    add_tasting(database, principal, _SPACE, now.astimezone)
    add_bake_days(database, principal, _SPACE, now, made)
    fill_days(database, principal, _SPACE, now, made)


def _products(database: Database, principal: Principal) -> None:
    folder = files("ample_crumb.application.demo.kitchen")
    texts = {
        row["product"]: row["ingredients"]
        for row in csv.DictReader(folder.joinpath("ingredients.csv").read_text("utf-8").splitlines())
    }
    for typed in typed_products(folder.joinpath("products.csv").read_text("utf-8")):
        draft = ProductDraft(
            typed.name,
            typed.synonyms,
            typed.role,
            typed.pack.label,
            typed.pack.measures,
            typed.pack.contains,
            typed.gtin,
            texts.get(typed.name, ""),
        )
        finished = not cupboard_queries.check(typed.pack.label).problems
        cupboard_commands.create(database, principal, uuid5(_SPACE, typed.name), draft, finished=finished)
    for row in csv.DictReader(folder.joinpath("prices.csv").read_text("utf-8").splitlines()):
        food = row["food"] or str(uuid5(_SPACE, row["product"]))
        cupboard_commands.set_price(database, principal, food, float(row["price"]), row["for"])


def _tins(database: Database, principal: Principal) -> None:
    text = files("ample_crumb.application.demo.kitchen").joinpath("tins.csv").read_text("utf-8")
    for row in csv.DictReader(text.splitlines()):
        tin = Tin(
            kind=TinKind(row["kind"]),
            length_cm=float(row["length_cm"]),
            width_cm=float(row["width_cm"]) if row["width_cm"] else None,
            depth_cm=float(row["depth_cm"]),
            bottom_share=float(row["bottom_share"]),
            hole_cm=float(row["hole_cm"]),
            cups=int(row["cups"]),
            water_ml=float(row["water_ml"]) if row["water_ml"] else None,
        )
        settings_commands.put_tin(database, principal, uuid5(_SPACE, row["name"]), row["name"], tin)


def _formula(database: Database, principal: Principal, name: str, family: str) -> UUID:
    pasted = _pasted(database, principal, name)
    parts = tuple(
        replace(part, options=_TOPPING) if part.name.casefold().endswith("topping") else part for part in pasted.parts
    )
    draft = Draft(pasted.title, family, pasted.pieces or 1, pasted.method, parts, None, _making(name))
    made = formulas_commands.create(database, principal, uuid5(_SPACE, name), draft)
    if name == "blondies":
        _versions(database, principal, made.id, made.draft)
    return made.id


def _pasted(database: Database, principal: Principal, name: str) -> Pasted:
    text = files("ample_crumb.application.demo.kitchen").joinpath(f"{name}.txt").read_text("utf-8")
    return formulas_queries.paste(database, principal, text).recipes[0]


def _classics(database: Database, principal: Principal, made: Mapping[str, UUID]) -> None:
    """Each formula beside the classic that it stands in for, and that beside it."""
    for name, formula_id in made.items():
        classic = _CLASSICS[name]
        reference = ClassicChoice(made[classic]) if isinstance(classic, str) else classic
        view = formulas_queries.open_one(database, principal, formula_id)
        formulas_commands.save(database, principal, formula_id, view.version, replace(view.draft, classic=reference))


def _versions(database: Database, principal: Principal, formula_id: UUID, last: Draft) -> None:
    """From the classic to what it is now, a swap at a time."""
    for number in (1, 2, 3):
        pasted = _pasted(database, principal, f"{last.name.split()[-1]}-{number}")
        view = formulas_queries.open_one(database, principal, formula_id)
        draft = replace(view.draft, pieces=pasted.pieces or 1, parts=pasted.parts)
        formulas_commands.save(database, principal, formula_id, view.version, draft)
        versions_commands.keep(
            database, principal, formula_id, uuid5(_SPACE, f"{pasted.title} {number}"), pasted.title.lower()
        )
    view = formulas_queries.open_one(database, principal, formula_id)
    formulas_commands.save(database, principal, formula_id, view.version, last)
    versions_commands.keep(database, principal, formula_id, uuid5(_SPACE, "with whey"), "with whey, less butter")
    versions_commands.mark_to_bake(database, principal, formula_id, 4)


def _branch(database: Database, principal: Principal, base_id: UUID) -> None:
    """Another flavour of the same base."""
    start = versions_commands.BranchStart("Black bean squares with orange")
    made = versions_commands.branch(database, principal, base_id, uuid5(_SPACE, "orange squares"), start)
    (part,) = made.draft.parts
    lines = tuple(Line("zest of 1 orange") if "espresso" in line.text else line for line in part.lines)
    formulas_commands.save(
        database, principal, made.id, made.version, replace(made.draft, parts=(replace(part, lines=lines),))
    )


def _said(database: Database, principal: Principal, formula_id: UUID) -> None:
    draft = formulas_queries.open_one(database, principal, formula_id).draft
    bench = on_bench(draft, date(2026, 1, 1))
    # What else was said of it is said of its batch.
    given = FeedbackDraft(uuid5(_SPACE, "said"), "just right")
    crumb_commands.record_feedback(database, principal, formula_id, given, bench)


def _making(name: str) -> ProductionSettings:
    tin, cuts = _MADE.get(name, ("", ""))
    if not tin:
        return ProductionSettings()
    return ProductionSettings(
        by=PortionBy.CUTS if cuts else PortionBy.COUNT, cuts=cuts, tins=(UsedTin(uuid5(_SPACE, tin)),)
    )
