"""What every write of a formula does: check the draft, work it out once, write it with its summary.

All is worked out before the first lock is taken. What changed meanwhile that the figures depend on is noticed under the
lock, and then a job makes the summary.
"""

from dataclasses import dataclass, replace
from datetime import datetime
from uuid import UUID

from ample_crumb.application.formulas.classic_figures import classic_figures
from ample_crumb.application.formulas.draft import head_of
from ample_crumb.application.formulas.evaluated_formula import EvaluatedFormula
from ample_crumb.application.formulas.evaluation import analysis_view, check_size, evaluate_in
from ample_crumb.application.formulas.nested_formulas import refuse_circle
from ample_crumb.application.formulas.summaries import line_foods, stored_summary, write_dependencies
from ample_crumb.application.formulas.views import AnalysisView, EvaluatedView, FormulaView, evaluated_view
from ample_crumb.application.problems import CannotAccept
from ample_crumb.core.production.draft import Draft
from ample_crumb.store import formula_writes, formulas, jobs, kitchens, versions
from ample_crumb.store.database import Connection
from ample_crumb.store.formula_writes import FormulaContent
from ample_crumb.store.formulas import FormulaRow
from ample_crumb.store.scope import Principal


@dataclass(frozen=True, slots=True)
class CheckedDraft:
    """A draft that may be stored, worked out, and the formula that it is compared with."""

    formula: EvaluatedFormula
    classic_row: FormulaRow | None

    @property
    def draft(self) -> Draft:
        """As it is to be stored."""
        return self.formula.draft

    def view(self, connection: Connection, principal: Principal) -> tuple[EvaluatedView, AnalysisView]:
        """All that follows from it, for a screen."""
        classic = classic_figures(connection, principal, self.draft.classic, self.classic_row)
        return evaluated_view(self.formula), analysis_view(self.formula, classic)


def check_draft(connection: Connection, principal: Principal, formula_id: UUID, draft: Draft) -> CheckedDraft:
    """The draft as it may be stored. Raises CannotAccept and TooMuch."""
    name = draft.name.strip()
    if not name:
        raise CannotAccept("/name", "A formula needs a name.")
    check_size(draft.parts)
    refuse_circle(connection, principal, formula_id, draft.parts, name)
    classic_row = _checked_classic(connection, principal, formula_id, draft)
    formula = evaluate_in(connection, principal, replace(draft, name=name), (formula_id,))
    return CheckedDraft(formula, classic_row)


def _checked_classic(connection: Connection, principal: Principal, formula_id: UUID, draft: Draft) -> FormulaRow | None:
    """The formula that the draft is compared with, if it is one. Raises CannotAccept."""
    other = draft.classic.formula_id if draft.classic else None
    if draft.classic is None or other is None:
        return None
    if other == formula_id:
        raise CannotAccept("/classic", "A formula cannot be compared with itself.")
    row = formulas.find(connection, principal.kitchen_id, other)
    if row is None:
        raise CannotAccept("/classic", "The formula to compare with is not in your kitchen.")
    number = draft.classic.number
    if number is not None and versions.find(connection, principal.kitchen_id, other, number) is None:
        raise CannotAccept("/classic", "That version of the formula to compare with is not there.")
    return row


def add(connection: Connection, principal: Principal, formula_id: UUID, found: CheckedDraft) -> bool:
    """Stores a new formula. False when that id is taken, and nothing is written."""
    _lock_for_inner(connection, principal, formula_id, found)
    revision = kitchens.hold(connection, principal.kitchen_id)
    if not formula_writes.add(connection, principal.kitchen_id, formula_id, head_of(found.draft)):
        return False
    formula_writes.write_summary(connection, principal.kitchen_id, formula_id, stored_summary(found.formula))
    _write_lines(connection, principal, formula_id, found, revision)
    return True


def change(
    connection: Connection, principal: Principal, formula_id: UUID, version: int, found: CheckedDraft, now: datetime
) -> bool:
    """Writes a draft over a version of a formula. False when it is at another by now, and nothing is written."""
    _lock_for_inner(connection, principal, formula_id, found)
    content = FormulaContent(head_of(found.draft), stored_summary(found.formula))
    revision = formula_writes.change(connection, principal.kitchen_id, formula_id, content, now, version)
    if revision is None:
        return False
    _write_lines(connection, principal, formula_id, found, revision)
    return True


def _lock_for_inner(connection: Connection, principal: Principal, formula_id: UUID, found: CheckedDraft) -> None:
    """A formula that holds others lets nobody save those meanwhile. Raises CannotAccept where one of them has come to
    hold this one since it was checked."""
    if found.formula.context.inner_versions:
        kitchens.lock(connection, principal.kitchen_id)
        refuse_circle(connection, principal, formula_id, found.draft.parts, found.draft.name)


def _write_lines(
    connection: Connection, principal: Principal, formula_id: UUID, found: CheckedDraft, revision: int
) -> None:
    """Writes the lines of a formula and what its summary depends on. Where anything that it was worked out with is
    another by now its own summary is asked for, as those of the formulas that hold it always are."""
    draft, inner = found.draft, found.formula.context.inner_versions
    formula_writes.write_parts(connection, principal.kitchen_id, formula_id, draft.parts, line_foods(found.formula))
    write_dependencies(connection, principal, formula_id, found.formula)
    current = revision == found.formula.context.reading_revision
    if inner:
        current &= formulas.versions_now(connection, principal.kitchen_id, sorted(inner)) == dict(inner)
    jobs.after_save(connection, principal, formula_id, current=current)


def saved_view(
    connection: Connection, principal: Principal, row: FormulaRow, found: CheckedDraft, now: datetime
) -> FormulaView:
    """What was just written over a row, for a screen, without reading it again."""
    return FormulaView(row.id, row.revision + 1, row.archived, now, found.draft, *found.view(connection, principal))
