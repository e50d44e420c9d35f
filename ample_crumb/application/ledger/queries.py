"""Reads of the ledger."""

from collections.abc import Iterator
from datetime import date, timedelta
from typing import Final

from ample_crumb.application.ledger.views import LedgerView, TrendView
from ample_crumb.application.problems import CannotAccept
from ample_crumb.core.day.energy_burned import EnergyBurned, estimate_energy_burned
from ample_crumb.core.day.ledger import LedgerDay, LookedBack, look_back
from ample_crumb.core.day.weight_trend import WeightOfDay, weight_trend
from ample_crumb.store import body_weights, ledger
from ample_crumb.store.body_weights import WeightRow
from ample_crumb.store.database import Database
from ample_crumb.store.ledger import LedgerRow
from ample_crumb.store.scope import Principal

MOST_DAYS: Final = 740
"""Two years and a little are looked back on at once."""

BEFORE: Final = timedelta(days=42)
"""A trend knows of so many days before the first that is shown."""


def open_ledger(
    database: Database, principal: Principal, from_day: date, to_day: date, not_over: date | None = None
) -> LedgerView:
    """These days, both included; from the one that is `not_over` yet on they are shown and not averaged. Raises
    CannotAccept for days in the wrong order, and for too many."""
    if to_day < from_day:
        raise CannotAccept("/to", "The last day is before the first.")
    if (to_day - from_day).days >= MOST_DAYS:
        raise CannotAccept("/to", f"Up to {MOST_DAYS} days are looked back on at once.")
    with database.transaction(principal) as connection:
        rows = ledger.days_between(connection, principal, from_day, to_day)
        over = [row for row in rows if not_over is None or row.day < not_over]
        sd_kcal, sd_protein_g = ledger.uncertainty_between(
            connection, principal, from_day, over[-1].day if over else from_day
        )
        weighed = body_weights.weights_between(connection, principal, from_day - BEFORE, to_day)
    within = [row for row in weighed if row.day >= from_day]
    trend = _trend(weighed, from_day)
    looked_back = look_back([_day(row) for row in over], sd_kcal, sd_protein_g, trend[-1].trend_kg if trend else None)
    burned = _burned(within, looked_back)
    return LedgerView(from_day, to_day, tuple(rows), looked_back, tuple(within), trend, burned)


def _day(row: LedgerRow) -> LedgerDay:
    return LedgerDay(
        energy_kcal=row.energy_kcal,
        protein_g=row.protein_g,
        fat_g=row.fat_g,
        carbohydrate_g=row.carbohydrate_g,
        fibre_g=row.fibre_g,
        target_kcal=row.target_kcal,
        target_protein_g=row.target_protein_g,
        dessert_kcal=row.dessert_kcal,
        replaced_kcal=row.replaced_kcal,
    )


def _numbered(rows: list[WeightRow]) -> list[WeightOfDay]:
    return [WeightOfDay(row.day.toordinal(), row.weight_kg) for row in rows]


def _trend(weighed: list[WeightRow], from_day: date) -> tuple[TrendView, ...]:
    return tuple(
        TrendView(day, each.trend_kg, each.low_kg, each.high_kg)
        for each in weight_trend(_numbered(weighed))
        if (day := date.fromordinal(each.day)) >= from_day
    )


def _burned(within: list[WeightRow], looked_back: LookedBack) -> EnergyBurned:
    intake = next((average for average in looked_back.averages if average.name == "energy_kcal"), None)
    mean, sd = (intake.mean, intake.sd or 0.0) if intake else (0.0, 0.0)
    return estimate_energy_burned(_numbered(within), mean, sd, looked_back.logged, looked_back.days)


def as_rows(view: LedgerView) -> Iterator[dict[str, object]]:
    """The days as a table of their figures."""
    weights = {weight.day: weight.weight_kg for weight in view.weights}
    trend = {each.day: each.trend_kg for each in view.trend}
    for row in view.days:
        yield {
            "day": row.day.isoformat(),
            "day_type": row.day_type,
            "energy_kcal": row.energy_kcal,
            "energy_kcal_sd": row.sd_kcal,
            "target_kcal": row.target_kcal,
            "protein_g": row.protein_g,
            "protein_g_sd": row.sd_protein_g,
            "target_protein_g": row.target_protein_g,
            "fat_g": row.fat_g,
            "carbohydrate_g": row.carbohydrate_g,
            "fibre_g": row.fibre_g,
            "dessert_kcal": row.dessert_kcal,
            "weight_kg": weights.get(row.day),
            "trend_kg": trend.get(row.day),
        }
