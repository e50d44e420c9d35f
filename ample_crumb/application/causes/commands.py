"""Writes of causes: what is wrong with a batch, and the next version that is made of it."""

from collections.abc import Sequence
from dataclasses import dataclass, replace
from uuid import UUID, uuid5

from ample_crumb.application.causes.changed_formula import changed_draft
from ample_crumb.application.causes.queries import FoundBatch, causes_view, changes_of, find_batch, repairs_for
from ample_crumb.application.causes.signs import Told, signs_of_batch
from ample_crumb.application.causes.views import BatchCauses, NextVersion
from ample_crumb.application.clock import Clock, system_clock
from ample_crumb.application.formulas import checked_writes, snapshots
from ample_crumb.application.formulas.draft import draft_of
from ample_crumb.application.formulas.evaluated_formula import evaluated_draft
from ample_crumb.application.formulas.snapshots import KeptAs, unkept_snapshot
from ample_crumb.application.problems import CannotAccept, NotHere
from ample_crumb.core.causes.changes import CauseChange
from ample_crumb.core.causes.ranking import list_questions, symptoms
from ample_crumb.store import batches, formulas, notes
from ample_crumb.store import symptoms as stored_symptoms
from ample_crumb.store.database import Connection, Database
from ample_crumb.store.notes import NoteRow
from ample_crumb.store.scope import Principal
from ample_crumb.store.symptoms import SymptomRow


def say(database: Database, principal: Principal, batch_id: UUID, symptom: str, noticed: Sequence[str]) -> BatchCauses:
    """A batch has a symptom, and this was noticed; gives why. Raises NotHere, CannotAccept for what is not offered."""
    if symptom not in symptoms():
        raise CannotAccept("/symptom", "Choose words that are offered.")
    unknown = set(noticed) - list_questions()
    if unknown:
        raise CannotAccept("/noticed", f"Nobody is asked whether they saw “{min(unknown)}”.")
    with database.transaction(principal) as connection:
        if batches.find(connection, principal.kitchen_id, batch_id) is None:
            raise NotHere("batch")
        row = SymptomRow(batch_id, symptom, sorted(set(noticed)))
        stored_symptoms.put_symptom(connection, principal.kitchen_id, row)
        return causes_view(connection, principal, find_batch(connection, principal, batch_id))


def unsay(database: Database, principal: Principal, batch_id: UUID, symptom: str) -> BatchCauses:
    """A batch does not have it after all. Raises NotHere."""
    with database.transaction(principal) as connection:
        stored_symptoms.remove_symptom(connection, principal.kitchen_id, batch_id, symptom)
        return causes_view(connection, principal, find_batch(connection, principal, batch_id))


@dataclass(frozen=True, slots=True)
class NextTime:
    """What is to be changed next time against a symptom: changes by their ids, and a note of one's own; under an id
    that the client made."""

    id: UUID
    symptom: str
    changes: tuple[str, ...]
    note: str = ""


def make_next(
    database: Database, principal: Principal, batch_id: UUID, asked: NextTime, clock: Clock = system_clock
) -> NextVersion:
    """Changes the formula of a batch for next time; what it was is kept as a version, and a note says why. Sent again
    it changes nothing. Raises NotHere, CannotAccept for changes that cannot be made."""
    with database.transaction(principal) as connection:
        found = find_batch(connection, principal, batch_id)
        if not found.has_formula or found.row.formula_id is None:
            raise NotHere("formula", "The formula of this batch is not there any more; its changes can only be read.")
        formula_id = found.row.formula_id
        note_id = uuid5(asked.id, "note")
        for note in notes.list_notes(connection, principal.kitchen_id, formula_id):
            if note.id == note_id:
                return NextVersion(formula_id, found.formula.draft.name, (note.text,))
        changes = _chosen(connection, principal, found, asked)
        words = tuple(change.words for change in changes)
        _change_formula(connection, principal, formula_id, found, changes, clock)
        made = found.row.made_at
        about = f"After the batch of {made.day} {made:%b}, which {symptoms()[asked.symptom].words}:"
        text = " ".join(filter(None, (about, *words, asked.note.strip())))[:500]
        notes.put(connection, principal.kitchen_id, formula_id, NoteRow(note_id, "", "", text, clock()))
        return NextVersion(formula_id, found.formula.draft.name, words)


def _chosen(connection: Connection, principal: Principal, found: FoundBatch, asked: NextTime) -> list[CauseChange]:
    said = next((each for each in found.said if each.symptom == asked.symptom), None)
    if said is None:
        raise CannotAccept("/symptom", "Say first that it is so.")
    told = Told(found.skipped | frozenset(said.noticed), found.frozen_before)
    signs = signs_of_batch(connection, principal, found.row, found.context, told)
    repairs = repairs_for(found.formula)
    offered = {
        change.id: change
        for cause in symptoms()[asked.symptom].causes
        for change in changes_of(found, cause, signs, repairs)
    }
    missing = [change for change in asked.changes if change not in offered]
    if missing:
        raise CannotAccept("/changes", "One of these changes is not offered any more; look again.")
    return [offered[change] for change in asked.changes]


def _change_formula(
    connection: Connection,
    principal: Principal,
    formula_id: UUID,
    found: FoundBatch,
    changes: Sequence[CauseChange],
    clock: Clock,
) -> None:
    formula = found.formula
    for change in changes:
        draft = changed_draft(formula, change)
        if draft is None:
            raise CannotAccept("/changes", f"“{change.words}” cannot be written into its lines; change them by hand.")
        formula = evaluated_draft(draft, formula.context)
    row = formulas.find_whole(connection, principal.kitchen_id, formula_id)
    if row is None:
        raise NotHere("formula")
    there = draft_of(row, row.parts())
    checked = checked_writes.check_draft(connection, principal, formula_id, replace(formula.draft, name=row.name))
    if checked.draft == there:
        return
    snapshot = unkept_snapshot(connection, principal, row, there, KeptAs("baker", "before what was changed"))
    if not checked_writes.change(connection, principal, formula_id, row.revision, checked, clock()):
        raise CannotAccept("/changes", "Somebody is changing this formula just now; look again in a moment.")
    snapshots.keep(connection, principal, formula_id, snapshot)
