"""Why a batch came out as it did."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace
from typing import Final
from uuid import UUID

from ample_crumb.application.batches.document import read_batch
from ample_crumb.application.causes.bake_day import noticed_on_bake_day
from ample_crumb.application.causes.changed_formula import change_view
from ample_crumb.application.causes.signs import Told, signs_of, signs_of_batch
from ample_crumb.application.causes.views import BatchCauses, CauseView, Explanation, SuggestedView, SymptomView
from ample_crumb.application.context import KitchenContext, load_context
from ample_crumb.application.formulas.evaluated_formula import EvaluatedFormula, evaluated_draft
from ample_crumb.application.formulas.nested_formulas import add_nested_formulas
from ample_crumb.application.formulas.repair_options import repair_context
from ample_crumb.application.formulas.summaries import stored_formula
from ample_crumb.application.problems import NotHere
from ample_crumb.application.stash.presenters import undone_of
from ample_crumb.core.causes.changes import CauseChange, changes_against, norm_of
from ample_crumb.core.causes.ranking import RankedCause, asked_of, rank, symptoms
from ample_crumb.core.causes.signs import BatchSigns, Fact, facts_of
from ample_crumb.core.causes.suggested_symptoms import suggest_symptoms
from ample_crumb.core.crumb.repairs import Repair, find_repairs
from ample_crumb.store import batches, formulas, people, shelves, stash, tastings
from ample_crumb.store import symptoms as stored_symptoms
from ample_crumb.store.batches import BatchRow
from ample_crumb.store.database import Connection, Database
from ample_crumb.store.scope import Principal
from ample_crumb.store.symptoms import SymptomRow

_COMPARED: Final = 5
"""So many other batches of a formula tell what it is usually like."""


@dataclass(frozen=True, slots=True)
class FoundBatch:
    """A batch with what is said of it, what its bake day tells it was `skipped`, the formula that its changes are made
    to, and other batches of that formula."""

    row: BatchRow
    said: tuple[SymptomRow, ...]
    frozen_before: bool
    skipped: frozenset[str]
    formula: EvaluatedFormula
    has_formula: bool
    others: tuple[tuple[BatchRow, tuple[SymptomRow, ...]], ...]
    context: KitchenContext


def explain(database: Database, principal: Principal, batch_id: UUID) -> BatchCauses:
    """All that is said to be wrong with a batch, explained. Raises NotHere."""
    with database.transaction(principal) as connection:
        return causes_view(connection, principal, find_batch(connection, principal, batch_id))


def find_batch(connection: Connection, principal: Principal, batch_id: UUID) -> FoundBatch:
    """A batch and what belongs to it. Raises NotHere."""
    kitchen_id = principal.kitchen_id
    row = batches.find(connection, kitchen_id, batch_id)
    if row is None:
        raise NotHere("batch")
    context = load_context(connection, principal)
    found = formulas.find(connection, kitchen_id, row.formula_id) if row.formula_id else None
    has_formula = found is not None and not found.archived
    others = batches.list_batches(connection, kitchen_id, row.formula_id, _COMPARED + 1) if row.formula_id else []
    others = [other for other in others if other.id != row.id][:_COMPARED]
    said = stored_symptoms.symptoms_of(connection, kitchen_id, [row.id, *(other.id for other in others)])
    freezers = {
        each.id for each in shelves.list_shelves(connection, kitchen_id, removed=True) if each.kind == "freezer"
    }
    moves = stash.moves_of(connection, kitchen_id, [row.id])
    undone = undone_of(moves)
    return FoundBatch(
        row=row,
        said=tuple(each for each in said if each.batch_id == row.id),
        skipped=noticed_on_bake_day(connection, principal, row.id),
        frozen_before=any(move.to_shelf_id in freezers and move.id not in undone for move in moves),
        formula=stored_formula(connection, principal, found)
        if found is not None and has_formula
        else _as_made(connection, principal, row, context),
        has_formula=has_formula,
        others=tuple((other, tuple(one for one in said if one.batch_id == other.id)) for other in others),
        context=context,
    )


def _as_made(connection: Connection, principal: Principal, row: BatchRow, context: KitchenContext) -> EvaluatedFormula:
    kept = read_batch(row.document)
    made = replace(kept.plan, parts=kept.parts, family=row.family)
    return evaluated_draft(made, add_nested_formulas(connection, principal, context, kept.parts))


def causes_view(connection: Connection, principal: Principal, found: FoundBatch) -> BatchCauses:
    """All that is said to be wrong with a batch, explained, within a transaction."""
    told = Told(frozen_before=found.frozen_before)
    signs = signs_of_batch(connection, principal, found.row, found.context, told)
    good = tuple(
        facts_of(signs_of_batch(connection, principal, row, found.context, Told()))
        for row, said in found.others
        if _was_good(row, said) and found.said
    )
    repairs = repairs_for(found.formula) if found.said else ()
    marks: dict[str, list[int]] = {}
    for mark in tastings.marks_of_batches(connection, principal.kitchen_id, [found.row.id]):
        marks.setdefault(mark.pole, []).append(mark.score)
    said = {each.symptom for each in found.said}
    words = read_batch(found.row.document).record.words
    return BatchCauses(
        has_formula=found.has_formula,
        currency=people.person_settings(connection, principal).currency,
        symptoms=tuple(SymptomView(each.name, each.words, asked_of(each.name)) for each in symptoms().values()),
        suggested=tuple(
            SuggestedView(each.symptom, symptoms()[each.symptom].words, each.why)
            for each in suggest_symptoms(words, marks)
            if each.symptom not in said
        ),
        explanations=tuple(
            _explanation(found, each, replace(signs, noticed=found.skipped | frozenset(each.noticed)), good, repairs)
            for each in found.said
            if each.symptom in symptoms()
        ),
    )


def repairs_for(formula: EvaluatedFormula) -> tuple[Repair, ...]:
    """What would bring the dials of a formula back."""
    context = formula.context
    return find_repairs(formula.dough, context.cupboard, repair_context(formula), context.learned)


def _was_good(row: BatchRow, said: Sequence[SymptomRow]) -> bool:
    words = read_batch(row.document).record.words
    return not said and set(words) <= {"just right"}


def _explanation(
    found: FoundBatch,
    said: SymptomRow,
    signs: BatchSigns,
    good: Sequence[Mapping[str, Fact]],
    repairs: Sequence[Repair],
) -> Explanation:
    ranked = rank(said.symptom, facts_of(signs), good)
    return Explanation(
        symptom=said.symptom,
        words=symptoms()[said.symptom].words,
        norm=_norm(found, said.symptom),
        noticed=tuple(said.noticed),
        asked=asked_of(said.symptom),
        causes=tuple(_cause(found, each, signs, repairs) for each in ranked),
    )


def _norm(found: FoundBatch, symptom: str) -> str:
    """Where that is how it should be, or how this formula always is."""
    family = norm_of(found.row.family, symptom)
    if family:
        return family
    had = sum(any(each.symptom == symptom for each in said) for _, said in found.others)
    if had >= 2 and 2 * had > len(found.others):
        return f"{had} of {len(found.others)} batches before had this too: that is how this formula is, and no mishap."
    return ""


def _cause(found: FoundBatch, ranked: RankedCause, signs: BatchSigns, repairs: Sequence[Repair]) -> CauseView:
    views = (change_view(found.formula, change) for change in changes_of(found, ranked.cause, signs, repairs))
    return CauseView(
        cause=ranked.cause,
        words=ranked.words,
        likelihood=ranked.likelihood,
        speaks_for=ranked.speaks_for,
        speaks_against=ranked.speaks_against,
        apart=ranked.apart,
        source=ranked.source,
        changes=tuple(view for view in views if view is not None),
    )


def changes_of(found: FoundBatch, cause: str, signs: BatchSigns, repairs: Sequence[Repair]) -> tuple[CauseChange, ...]:
    """What to change of the formula against a cause; what the batch took and saw counts, its formula is changed."""
    at_formula = signs_of(found.formula, signs.took_min, Told(signs.noticed, signs.frozen_before))
    if signs.oven_c is not None:
        at_formula = replace(at_formula, oven_c=signs.oven_c)
    setting = repair_context(found.formula)
    return changes_against(cause, at_formula, repairs, found.formula.context.cupboard, setting)
