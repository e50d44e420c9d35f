"""The versions of a formula as the tab shows them, within a transaction."""

from uuid import UUID

from ample_crumb.application.context import KitchenContext, load_context
from ample_crumb.application.formulas.draft import read_draft, read_parts
from ample_crumb.application.formulas.evaluation import formula_view
from ample_crumb.application.formulas.nested_formulas import add_nested_formulas
from ample_crumb.application.formulas.summaries import kept_summary
from ample_crumb.application.problems import NotHere
from ample_crumb.application.versions.views import BaseView, BranchView, VersionsView, VersionView
from ample_crumb.application.views import portion_view
from ample_crumb.core.formula.difference import FormulaState, difference
from ample_crumb.core.formula.evaluation import evaluate
from ample_crumb.core.formula.merging import shared_lines
from ample_crumb.core.production.draft import Draft
from ample_crumb.store import formulas, versions
from ample_crumb.store.database import Connection
from ample_crumb.store.formulas import FormulaRow
from ample_crumb.store.scope import Principal
from ample_crumb.store.versions import VersionRow


def find_formula(connection: Connection, principal: Principal, formula_id: UUID, *, lock: bool = False) -> FormulaRow:
    row = formulas.find(connection, principal.kitchen_id, formula_id, lock=lock)
    if row is None:
        raise NotHere("formula")
    return row


def versions_view(connection: Connection, principal: Principal, row: FormulaRow) -> VersionsView:
    context = load_context(connection, principal)
    rows = versions.list_versions(connection, principal.kitchen_id, row.id)
    now = formula_view(connection, principal, row).draft
    changed = difference_of(connection, principal, read_draft(rows[0].draft), now, context) if rows else ()
    base = versions.base_of(connection, principal.kitchen_id, row.id)
    return VersionsView(
        versions=(current_state(row, context), *(version_view(each, context) for each in rows)),
        bake=row.bake_number or 0,
        changed=changed,
        base=_base(connection, principal, base, now) if base else None,
        branches=tuple(_branches(connection, principal, row.id, now)),
    )


def current_state(row: FormulaRow, context: KitchenContext) -> VersionView:
    kept = kept_summary(row)
    return VersionView(0, "", "now", row.updated_at, kept.piece_count, portion_view(kept.piece, context.definition))


def version_view(row: VersionRow, context: KitchenContext) -> VersionView:
    figures = portion_view(row.portion(), context.definition)
    return VersionView(row.number, row.name, row.kept_by, row.kept_at, row.piece_count, figures)


def _base(
    connection: Connection, principal: Principal, base: tuple[UUID, str, dict[str, object]], now: Draft
) -> BaseView:
    base_id, name, followed = base
    parts = formulas.parts_of(connection, principal.kitchen_id, base_id)
    return BaseView(base_id, name, shared_lines(parts, now.parts), read_parts(followed) != parts)


def _branches(connection: Connection, principal: Principal, base_id: UUID, base: Draft) -> list[BranchView]:
    found = []
    for branch_id, name, followed in versions.branches_of(connection, principal.kitchen_id, base_id):
        parts = formulas.parts_of(connection, principal.kitchen_id, branch_id)
        shared = shared_lines(base.parts, parts)
        found.append(BranchView(branch_id, name, shared, read_parts(followed) != base.parts))
    return found


def difference_of(
    connection: Connection, principal: Principal, was: Draft, now: Draft, context: KitchenContext
) -> tuple[str, ...]:
    context = add_nested_formulas(connection, principal, context, (*was.parts, *now.parts))

    def state(draft: Draft) -> FormulaState:
        evaluated = evaluate(draft.parts, draft.pieces, context.cupboard, context.preferences)
        return FormulaState(evaluated, draft.pieces, draft.family, draft.method)

    return difference(state(was), state(now))
