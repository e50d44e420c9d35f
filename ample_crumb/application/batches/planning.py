"""What a batch is made from: a formula as it stands or as a version of it was kept, a text alone, or what another batch
was made from."""

from dataclasses import dataclass
from uuid import UUID

from ample_crumb.application.batches.document import read_batch
from ample_crumb.application.batches.made_batch import MadeBatch, made_batch
from ample_crumb.application.context import load_context
from ample_crumb.application.formulas.draft import draft_of, read_draft
from ample_crumb.application.formulas.evaluation import check_size
from ample_crumb.application.formulas.nested_formulas import add_nested_formulas
from ample_crumb.application.problems import CannotAccept, NotHere
from ample_crumb.core.batch.record import BatchRecord
from ample_crumb.core.production.draft import Draft
from ample_crumb.store import batches, formulas, versions
from ample_crumb.store.database import Connection
from ample_crumb.store.formulas import FormulaRow
from ample_crumb.store.scope import Principal


@dataclass(frozen=True, slots=True)
class BatchPlan:
    """One of three: a formula, as it stands for `number` 0; another batch, made from the same; a draft."""

    formula_id: UUID | None = None
    number: int = 0
    batch_id: UUID | None = None
    draft: Draft | None = None


@dataclass(frozen=True, slots=True)
class FoundPlan:
    """A plan found: its draft, and the formula that it is of with the number of its version, 0 for as it stands."""

    draft: Draft
    row: FormulaRow | None
    number: int


def find_plan(connection: Connection, principal: Principal, plan: BatchPlan) -> FoundPlan:
    """Raises NotHere, and CannotAccept for a plan that names nothing."""
    if plan.batch_id is not None:
        batch = batches.find(connection, principal.kitchen_id, plan.batch_id)
        if batch is None:
            raise NotHere("batch")
        row = formulas.find(connection, principal.kitchen_id, batch.formula_id) if batch.formula_id else None
        return FoundPlan(read_batch(batch.document).plan, row, batch.version_number or 0)
    if plan.formula_id is not None:
        row = formulas.find(connection, principal.kitchen_id, plan.formula_id)
        if row is None:
            raise NotHere("formula")
        if not plan.number:
            return FoundPlan(draft_of(row, formulas.parts_of(connection, principal.kitchen_id, row.id)), row, 0)
        kept = versions.find(connection, principal.kitchen_id, row.id, plan.number)
        if kept is None:
            raise NotHere("version")
        return FoundPlan(read_draft(kept.draft), row, plan.number)
    if plan.draft is None:
        raise CannotAccept("/plan", "Say what was made: a formula, or a text.")
    check_size(plan.draft.parts)
    return FoundPlan(plan.draft, None, 0)


def work_out(connection: Connection, principal: Principal, plan: FoundPlan, record: BatchRecord) -> MadeBatch:
    """A batch of a plan, worked out with what the kitchen knows."""
    above = (plan.row.id,) if plan.row else ()
    context = add_nested_formulas(connection, principal, load_context(connection, principal), plan.draft.parts, above)
    return made_batch(plan.draft, record, context)
