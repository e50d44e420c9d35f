"""Find anything: formulas, ingredients and days by a few words."""

from dataclasses import dataclass
from datetime import date
from typing import Final

from ample_crumb.core.formula.alerts import Alarm, alarms_of
from ample_crumb.store import days, formulas
from ample_crumb.store.database import Database
from ample_crumb.store.formulas import FormulaRow
from ample_crumb.store.kitchens import Who
from ample_crumb.work.kept import kept_of
from ample_crumb.work.kitchen import ingredients_called, word_starts
from ample_crumb.work.ways import ways_of

MOST: Final = 6


@dataclass(frozen=True, slots=True)
class Hit:
    """Something found. `key` is a formula's id, an ingredient's slug or a day, by `kind`; a formula has its alarms."""

    kind: str
    key: str
    name: str
    detail: str
    alarms: tuple[Alarm, ...] = ()


def find(database: Database, who: Who, words: str) -> list[Hit]:
    """Formulas, then days on which it was eaten, then ingredients, whose names hold or resemble the words."""
    words = words.strip()
    if not words:
        return []
    start = words.casefold()
    with database.transaction() as connection:
        rows = [row for row in formulas.listed(connection, who.kitchen_id) if start in row.name.casefold()]
        rows.sort(key=lambda row: not word_starts(row.name, start))
        eaten = days.entries_called(connection, who, words, MOST)
        ways = ways_of(connection, who)
        kept = kept_of(connection, who, rows[:MOST], ways)
    hits = [_formula(row, alarms_of(kept[row.id].brief, ways.guests)) for row in rows[:MOST]]
    hits += [Hit("day", day.isoformat(), name, "") for day, name in eaten]
    hits += [
        Hit("ingredient", choice.slug, choice.name, "") for choice in ingredients_called(ways.cupboard, words, MOST)
    ]
    as_day = _day(words)
    return [Hit("day", as_day, as_day, ""), *hits] if as_day else hits


def _formula(row: FormulaRow, alarms: tuple[Alarm, ...]) -> Hit:
    return Hit("formula", str(row.id), row.name, "archived" if row.archived else "", alarms)


def _day(words: str) -> str:
    try:
        return date.fromisoformat(words).isoformat()
    except ValueError:
        return ""
