"""What the demo kitchen gives: each of its formulas with all that follows, its list, and a day."""

from datetime import UTC, datetime
from typing import Any, Final

from ample_crumb.work.context import load_context
from ample_crumb.work.evaluate_bench import evaluate_bench_in

from ample_crumb.core.food.nutrients import NAMES
from ample_crumb.core.reformulate.request import FormulaToReformulate
from ample_crumb.store import formulas as stored
from ample_crumb.store import kitchens
from ample_crumb.store.database import Connection
from ample_crumb.store.kitchens import Principal
from ample_crumb.work import formulas, today
from ample_crumb.work.bench import Bench
from ample_crumb.work.demo import load_demo
from ample_crumb.work.kept import formula_summaries
from ample_crumb.work.making import production_inputs, tins_of
from ample_crumb.work.reference import twin_figures
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
            principal = kitchens.first_principal(connection)
            assert principal is not None
            rows = sorted(stored.listed(connection, principal.kitchen_id), key=lambda row: row.name)
            summaries = formula_summaries(connection, principal, rows, load_context(connection, principal))
            for row in rows:
                found[f"demo: {row.name}"] = _formula(connection, principal, row)
            found["demo: list"] = {
                row.name: [
                    summaries[row.id].count,
                    summaries[row.id].piece.figures.mass_g,
                    [getattr(summaries[row.id].piece.figures.nutrients, name) for name in NAMES],
                    [getattr(summaries[row.id].piece.sd.nutrients, name) for name in NAMES],
                    sorted(summaries[row.id].uses),
                    list(summaries[row.id].brief.contains),
                    list(summaries[row.id].brief.diets_kept),
                ]
                for row in rows
            }
        found["demo: day"] = _day(today.open_day(database, principal, NOW.date()))
        return found
    finally:
        database.close()


def _formula(connection: Connection, principal: Principal, row: Any) -> dict[str, Any]:
    draft = formulas.view(connection, principal, row).draft
    bench = Bench(
        draft.parts, draft.pieces, draft.family, NOW.date(), draft.reference, draft.making, draft.name, draft.method
    )
    of = evaluate_bench_in(connection, principal, bench)
    twin = twin_figures(connection, principal, draft.reference, of.context)
    whole = evaluated(
        of.made, draft.family, draft.name, draft.method, of.context.cupboard, of.context.preferences,
        learned=of.context.learned, eaters=of.context.eaters, twin=twin, prices=of.prices(), counted=of.context.definition,
    )  # fmt: skip
    wishes = _WISHES.get(row.name)
    if wishes:
        making, _ = production_inputs(draft.making, draft.pieces, of.context)
        tins = tuple(tins_of(draft.making.tins, of.context))
        asked = FormulaToReformulate(
            draft.parts,
            draft.family,
            making,
            tins,
            of.context.cupboard,
            of.context.preferences,
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
