"""What the demo kitchen gives: each of its formulas with all that follows, its list, and a day."""

from typing import Any, Final
from uuid import UUID

from ample_crumb.application.formulas import evaluation
from ample_crumb.application.formulas.classic_figures import classic_figures
from ample_crumb.application.formulas.production import production_inputs, tins_of
from ample_crumb.application.formulas.summaries import kept_summary
from ample_crumb.application.jobs import work
from ample_crumb.application.today import queries as today_queries
from ample_crumb.core.food.nutrients import NAMES
from ample_crumb.core.swap.formula_in_kitchen import FormulaInKitchen
from ample_crumb.store import formulas as stored
from ample_crumb.store.database import Connection
from ample_crumb.store.scope import Principal
from tests.golden.figures import evaluated, reformulated
from tests.kitchen import EVENING as NOW
from tests.kitchen import demo_kitchen, open_database

_WISHES: Final = {
    "Butter blondies, the classic": (("energy_kcal", 150.0, False), ("protein_g", 8.0, True)),
    "White bean blondies": (("energy_kcal", 110.0, False), ("protein_g", 9.0, True)),
}


def demo_figures() -> dict[str, dict[str, Any]]:
    """Golden figures of the demo kitchen by the name of each formula, its list and its day."""
    database = open_database(demo_kitchen(NOW))
    try:
        while work(database):
            pass
        found: dict[str, dict[str, Any]] = {}
        principal = database.resident(None)
        assert principal is not None
        with database.transaction(principal) as connection:
            rows = sorted(stored.list_formulas(connection, principal, 99), key=lambda row: row.name)
            summaries = {row.id: kept_summary(row) for row in rows}
            for row in rows:
                found[f"demo: {row.name}"] = _formula(connection, principal, row)
            found["demo: list"] = {
                row.name: [
                    summaries[row.id].piece_count,
                    summaries[row.id].piece.figures.mass_g,
                    [getattr(summaries[row.id].piece.figures.nutrients, name) for name in NAMES],
                    [getattr(summaries[row.id].piece.sd.nutrients, name) for name in NAMES],
                    uses(connection, row.id),
                    list(summaries[row.id].allergens.contains),
                    list(summaries[row.id].allergens.diets_kept),
                ]
                for row in rows
            }
        found["demo: day"] = _day(today_queries.open_day(database, principal, NOW.date()))
        return found
    finally:
        database.close()


def uses(connection: Connection, formula_id: UUID) -> list[str]:
    """What the lines of a formula are kept as having been read as, each once."""
    rows = connection.execute(
        "select distinct food from formula_line where formula_id = %(id)s and food is not null", {"id": formula_id}
    ).fetchall()
    return sorted(food for (food,) in rows)


def _formula(connection: Connection, principal: Principal, row: Any) -> dict[str, Any]:
    draft = evaluation.formula_view(connection, principal, row).draft
    of = evaluation.evaluate_in(connection, principal, draft)
    classic = classic_figures(connection, principal, draft.classic)
    whole = evaluated(
        of.made, draft.family, draft.name, draft.method, of.context.cupboard, of.context.preferences,
        learned=of.context.learned, dietary_profiles=of.context.dietary_profiles, classic=classic, prices=of.prices(),
        counted=of.context.definition,
    )  # fmt: skip
    wishes = _WISHES.get(row.name)
    if wishes:
        making, _ = production_inputs(draft.production, draft.pieces, of.context)
        tins = tuple(tins_of(draft.production.tins, of.context))
        asked = FormulaInKitchen(
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
    assert day.budget is not None
    return {
        "eaten": [
            [entry.name, entry.piece_count, entry.figures.energy_kcal, entry.figures.protein_g] for entry in day.entries
        ],
        "sum": [day.eaten.energy_kcal, day.eaten.protein_g, day.eaten.carbohydrate_g, day.eaten.sd["energy_kcal"]],
        "room": [day.budget.room_kcal, day.budget.protein_to_find_g, day.budget.protein_share, day.budget.tight],
        "fits": [[fit.name, fit.piece_count, fit.figures.energy_kcal, fit.figures.protein_g] for fit in day.fits],
    }
