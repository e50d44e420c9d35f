"""Find anything: formulas, ingredients and days by a few words."""

from dataclasses import dataclass
from datetime import date
from typing import Final

from ample_crumb.application.context import load_context
from ample_crumb.application.formulas.summaries import kept_summary
from ample_crumb.application.settings.queries import ingredients_called
from ample_crumb.core.formula.eater_alerts import DietAlert, diet_alerts
from ample_crumb.store import days, formulas
from ample_crumb.store.database import Database
from ample_crumb.store.formulas import FormulaRow
from ample_crumb.store.scope import Principal

MOST: Final = 6


@dataclass(frozen=True, slots=True)
class SearchHit:
    """Something found. `key` is a formula's id, an ingredient's slug or a day, by `kind`; a formula has its alarms."""

    kind: str
    key: str
    name: str
    detail: str
    alerts: tuple[DietAlert, ...] = ()


def find(database: Database, principal: Principal, words: str) -> list[SearchHit]:
    """Formulas, then days on which it was eaten, then ingredients, whose names hold or resemble the words."""
    words = words.strip()
    if not words:
        return []
    with database.transaction(principal) as connection:
        rows = formulas.find_by_words(connection, principal.kitchen_id, words, MOST)
        eaten = days.find_entries_by_words(connection, principal, words, MOST)
        context = load_context(connection, principal)
    hits = [_formula(row, diet_alerts(kept_summary(row).allergens, context.dietary_profiles)) for row in rows]
    hits += [SearchHit("day", day.isoformat(), name, "") for day, name in eaten]
    hits += [
        SearchHit("ingredient", choice.slug, choice.name, "reference food" if choice.reference else "")
        for choice in ingredients_called(context.cupboard, words, MOST)
    ]
    as_day = _day(words)
    return [SearchHit("day", as_day, as_day, ""), *hits] if as_day else hits


def _formula(row: FormulaRow, alerts: tuple[DietAlert, ...]) -> SearchHit:
    return SearchHit("formula", str(row.id), row.name, "archived" if row.archived else "", alerts)


def _day(words: str) -> str:
    try:
        return date.fromisoformat(words).isoformat()
    except ValueError:
        return ""
