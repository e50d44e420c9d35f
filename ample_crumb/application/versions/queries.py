"""Reads of the tab Versions: the list, and what differs between any two."""

from uuid import UUID

from ample_crumb.application.context import KitchenContext, load_context
from ample_crumb.application.formulas.draft import read_draft
from ample_crumb.application.formulas.evaluated_formula import evaluated_draft
from ample_crumb.application.formulas.evaluation import formula_view
from ample_crumb.application.formulas.nested_formulas import add_nested_formulas
from ample_crumb.application.formulas.summaries import summary_now
from ample_crumb.application.problems import NotHere
from ample_crumb.application.versions.overview import (
    current_state,
    difference_of,
    find_formula,
    version_view,
    versions_view,
)
from ample_crumb.application.versions.views import VersionDifference, VersionsView, VersionView
from ample_crumb.core.crumb.character import differences
from ample_crumb.core.food.nutrients import Figures
from ample_crumb.core.formula.classic import difference_in_words
from ample_crumb.core.production.draft import Draft
from ample_crumb.store import versions
from ample_crumb.store.database import Connection, Database
from ample_crumb.store.formulas import FormulaRow
from ample_crumb.store.scope import Principal


def list_versions(database: Database, principal: Principal, formula_id: UUID) -> VersionsView:
    """The states of a formula. Raises NotHere."""
    with database.transaction(principal) as connection:
        return versions_view(connection, principal, find_formula(connection, principal, formula_id))


def differ(database: Database, principal: Principal, formula_id: UUID, was: int, now: int) -> VersionDifference:
    """What changed from one state to another; 0 is the formula as it stands. Raises NotHere."""
    with database.transaction(principal) as connection:
        row = find_formula(connection, principal, formula_id)
        context = load_context(connection, principal)
        first, second = (_state(connection, principal, row, number, context) for number in (was, now))
        words = difference_of(connection, principal, first[1], second[1], context)
        context = add_nested_formulas(connection, principal, context, (*first[1].parts, *second[1].parts))
    figures = difference_in_words(second[2], first[2])
    then, there = (evaluated_draft(state[1], context).check for state in (first, second))
    mouth = differences(then.character, there.character, there.family) if then.family == there.family else ()
    return VersionDifference(first[0], second[0], words, figures, mouth)


def _state(
    connection: Connection, principal: Principal, row: FormulaRow, number: int, context: KitchenContext
) -> tuple[VersionView, Draft, Figures]:
    if not number:
        kept = summary_now(connection, principal, row)
        return (
            current_state(row, context),
            formula_view(connection, principal, row).draft,
            kept.piece.figures,
        )
    found = versions.find(connection, principal.kitchen_id, row.id, number)
    if found is None:
        raise NotHere("version")
    return version_view(found, context), read_draft(found.draft), found.figures()
