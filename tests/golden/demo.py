"""What the demo kitchen gives: each of its formulas with all that follows, its list, and a day."""

from datetime import UTC, datetime
from typing import Any, Final

from ample_crumb.core.food.nutrients import NAMES
from ample_crumb.core.reformulate.request import Formula
from ample_crumb.store import formulas as stored
from ample_crumb.store import kitchens
from ample_crumb.store.database import Connection
from ample_crumb.store.kitchens import Who
from ample_crumb.work import formulas, today
from ample_crumb.work.bench import Bench
from ample_crumb.work.demo import load_demo
from ample_crumb.work.kept import kept_of
from ample_crumb.work.laid import laid_in
from ample_crumb.work.making import making_of, tins_of
from ample_crumb.work.reference import twin_of
from ample_crumb.work.ways import ways_of
from tests.golden.figures import evaluated, reformulated
from tests.kitchen import new_database, open_database

NOW: Final = datetime(2026, 5, 6, 18, 30, tzinfo=UTC)
_WISHES: Final = {
    "Butter blondies, the classic": (("energy_kcal", 150.0, False), ("protein_g", 8.0, True)),
    "White bean blondies": (("energy_kcal", 110.0, False), ("protein_g", 9.0, True)),
}


def demo_figures() -> dict[str, dict[str, Any]]:
    """Golden figures of the demo kitchen by the name of each formula, its list and its day."""
    database = open_database(new_database())
    try:
        load_demo(database, NOW)
        found: dict[str, dict[str, Any]] = {}
        with database.transaction() as connection:
            who = kitchens.first_person(connection)
            assert who is not None
            rows = sorted(stored.listed(connection, who.kitchen_id), key=lambda row: row.name)
            summaries = kept_of(connection, who, rows, ways_of(connection, who))
            for row in rows:
                found[f"demo: {row.name}"] = _formula(connection, who, row)
            found["demo: list"] = {
                row.name: [
                    summaries[row.id].count,
                    summaries[row.id].piece.figures.mass_g,
                    [getattr(summaries[row.id].piece.figures.nutrients, name) for name in NAMES],
                    [getattr(summaries[row.id].piece.band.nutrients, name) for name in NAMES],
                    sorted(summaries[row.id].uses),
                    list(summaries[row.id].brief.contains),
                    list(summaries[row.id].brief.keeps),
                ]
                for row in rows
            }
        found["demo: day"] = _day(today.open_day(database, who, NOW.date()))
        return found
    finally:
        database.close()


def _formula(connection: Connection, who: Who, row: Any) -> dict[str, Any]:
    draft = formulas.view(connection, who, row).draft
    bench = Bench(
        draft.parts, draft.pieces, draft.family, NOW.date(), draft.reference, draft.making, draft.name, draft.method
    )
    of = laid_in(connection, who, bench)
    twin = twin_of(connection, who, draft.reference, of.ways)
    whole = evaluated(
        of.made, draft.family, draft.name, draft.method, of.ways.cupboard, of.ways.manner,
        learned=of.ways.learned, guests=of.ways.guests, twin=twin, prices=of.prices(), counted=of.ways.school,
    )  # fmt: skip
    wishes = _WISHES.get(row.name)
    if wishes:
        making, _ = making_of(draft.making, draft.pieces, of.ways)
        tins = tuple(tins_of(draft.making.tins, of.ways))
        asked = Formula(
            draft.parts,
            draft.family,
            making,
            tins,
            of.ways.cupboard,
            of.ways.manner,
            title=draft.name,
            method=draft.method,
        )
        whole["reformulated"] = reformulated(asked, wishes)
    return whole


def _day(day: Any) -> dict[str, Any]:
    assert day.tin is not None
    return {
        "eaten": [
            [entry.name, entry.pieces, entry.figures.energy_kcal, entry.figures.protein_g] for entry in day.entries
        ],
        "sum": [day.eaten.energy_kcal, day.eaten.protein_g, day.eaten.carbohydrate_g, day.eaten.sd["energy_kcal"]],
        "room": [day.tin.room_kcal, day.tin.protein_to_find_g, day.tin.protein_share, day.tin.tight],
        "fits": [[fit.name, fit.pieces, fit.figures.energy_kcal, fit.figures.protein_g] for fit in day.fits],
    }
