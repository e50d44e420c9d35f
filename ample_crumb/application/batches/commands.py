"""Writes of batches: recorded, corrected, taken out; their photos, and notes for next time."""

from dataclasses import dataclass
from datetime import datetime, timedelta
from typing import Final
from uuid import UUID, uuid5

from psycopg.errors import SerializationFailure

from ample_crumb.application.batches.document import is_stored, write_batch
from ample_crumb.application.batches.made_batch import MadeBatch, checked_batch, write_composition
from ample_crumb.application.batches.planning import BatchPlan, FoundPlan, find_plan, work_out
from ample_crumb.application.batches.presenters import batch_view, notes_of, photo_view
from ample_crumb.application.batches.views import BatchView, NoteView, PhotoView
from ample_crumb.application.clock import Clock, system_clock
from ample_crumb.application.context import KitchenContext
from ample_crumb.application.crumb.lessons import lesson_of
from ample_crumb.application.formulas import snapshots
from ample_crumb.application.formulas.snapshots import KeptAs, unkept_snapshot
from ample_crumb.application.problems import CannotAccept, ChangedMeanwhile, NotHere
from ample_crumb.application.stash import movements
from ample_crumb.application.stash.document import write_traits
from ample_crumb.core.batch.record import BatchRecord
from ample_crumb.core.crumb.feedback import FEEDBACK_OPTIONS
from ample_crumb.core.keeping.traits import kind_of
from ample_crumb.core.rules_version import RULES_VERSION
from ample_crumb.formats.photo import rewritten
from ample_crumb.store import batches, feedback, formulas, kitchens, notes, photos, versions
from ample_crumb.store.batches import BatchRow, NewBatch
from ample_crumb.store.database import Connection, Database
from ample_crumb.store.feedback import FeedbackFor
from ample_crumb.store.notes import NoteRow
from ample_crumb.store.photos import PhotoRow
from ample_crumb.store.scope import Principal
from ample_crumb.store.versions import VersionSnapshot

MOST_PHOTOS: Final = 3
"""Of a batch, and of each of its steps."""

_AHEAD: Final = timedelta(minutes=5)
"""Clocks of two devices differ."""


@dataclass(frozen=True, slots=True)
class RecordedBatch:
    """A batch to be written: under an id that the client made, when it was made and in which time zone. `revision` is
    the one that is corrected, 0 for a new batch; things made of one dough share its `dough_id`. A new one is laid on
    the shelf of `shelf_id`, else where its kind belongs."""

    id: UUID
    made_at: datetime
    zone: str
    revision: int = 0
    dough_id: UUID | None = None
    shelf_id: UUID | None = None


def record(
    database: Database,
    principal: Principal,
    about: RecordedBatch,
    plan: BatchPlan,
    told: BatchRecord,
    clock: Clock = system_clock,
) -> BatchView:
    """Writes a batch, and keeps the version of its formula that it is of; or corrects one, from the plan it was made
    from, as its next revision. Sending the same again changes nothing.

    Raises NotHere, CannotAccept at the field that cannot be, ChangedMeanwhile where it was corrected elsewhere.
    """
    _check(about, told, clock())
    with database.transaction(principal) as connection:
        there = batches.find(connection, principal.kitchen_id, about.id)
        if there is not None and not about.revision:
            return batch_view(connection, principal, there)
        if about.revision:
            context = _corrected(connection, principal, about, told, there)
        else:
            context = _added(connection, principal, about, plan, told)
        row = batches.find(connection, principal.kitchen_id, about.id)
        if row is None:
            raise NotHere("batch")
        return batch_view(connection, principal, row, context)


def _check(about: RecordedBatch, told: BatchRecord, now: datetime) -> None:
    if about.made_at > now + _AHEAD:
        raise CannotAccept("/made_at", "A batch is recorded once it is made, and not before.")
    offered = {option.words for option in FEEDBACK_OPTIONS}
    if not set(told.words) <= offered:
        raise CannotAccept("/record/words", "Choose words that are offered.")
    if "just right" in told.words and len(told.words) > 1:
        raise CannotAccept("/record/words", "It was just right, or it was something else.")


def _added(
    connection: Connection, principal: Principal, about: RecordedBatch, plan: BatchPlan, told: BatchRecord
) -> KitchenContext:
    """Writes a new batch; gives what it was worked out with."""
    found = find_plan(connection, principal, plan)
    batch = checked_batch(work_out(connection, principal, found, told))
    snapshot = _snapshot(connection, principal, found, plan)
    # What was worked out is written while nobody else changes what it rests on.
    kitchens.lock(connection, principal.kitchen_id)
    number = found.number or None
    if found.row is not None and not found.number:
        row = formulas.find(connection, principal.kitchen_id, found.row.id, lock=True)
        if row is None or row.revision != found.row.revision:
            raise SerializationFailure("the formula was saved meanwhile")
        snapshots.keep(connection, principal, row.id, snapshot)
        number = versions.last_number(connection, principal.kitchen_id, row.id)
    new = _new(about, batch, found.row.id if found.row else None, number)
    if batches.add(connection, principal.kitchen_id, new):
        _teach(connection, principal, new, batch)
        movements.put_made(connection, principal, new, kind_of(batch.made.keeping_traits), about.shelf_id)
    return batch.made.context


def _snapshot(
    connection: Connection, principal: Principal, found: FoundPlan, plan: BatchPlan
) -> VersionSnapshot | None:
    """The version to be kept by itself; None where it is kept already, or of no formula."""
    if found.row is None or found.number or plan.batch_id is not None:
        return None
    return unkept_snapshot(connection, principal, found.row, found.draft, KeptAs("bake"))


def _corrected(
    connection: Connection, principal: Principal, about: RecordedBatch, told: BatchRecord, there: BatchRow | None
) -> KitchenContext:
    """Writes a batch anew; gives what it was worked out with."""
    if there is None:
        raise NotHere("batch")
    found = find_plan(connection, principal, BatchPlan(batch_id=about.id))
    batch = checked_batch(work_out(connection, principal, found, told))
    new = _new(about, batch, there.formula_id, there.version_number, there.dough_id)
    kitchens.lock(connection, principal.kitchen_id)
    locked = batches.find(connection, principal.kitchen_id, about.id, lock=True)
    if locked is not None and locked.revision == about.revision + 1 and is_stored(locked.document, new.document):
        return batch.made.context
    before = batches.lots_of(connection, principal.kitchen_id, about.id)
    if locked is None or not batches.correct(connection, principal.kitchen_id, new, about.revision):
        raise ChangedMeanwhile("batch", batch_view(connection, principal, locked or there))
    movements.follow_correction(connection, principal, new, before, about.revision)
    feedback.forget_batch(connection, principal.kitchen_id, about.id)
    _teach(connection, principal, new, batch)
    return batch.made.context


def _new(
    about: RecordedBatch,
    batch: MadeBatch,
    formula_id: UUID | None,
    number: int | None,
    dough_id: UUID | None = None,
) -> NewBatch:
    made, planned, told = batch.made, batch.planned.kept_piece.figures.nutrients, batch.record
    window, cost = made.made.bake_window, made.cost
    return NewBatch(
        id=about.id,
        formula_id=formula_id,
        version_number=number,
        dough_id=dough_id or about.dough_id,
        name=batch.planned.draft.name,
        family=made.dough.family,
        made_at=about.made_at,
        zone=about.zone,
        document=write_batch(batch),
        composition=write_composition(batch),
        rules=RULES_VERSION,
        dough_g=made.made.bake_yield.dough_g,
        baked_g=made.made.bake_yield.batch.mass_g,
        piece_count=batch.piece_count,
        planned_count=batch.planned.made.portions.count,
        planned_energy_kcal=planned.energy_kcal,
        planned_protein_g=planned.protein_g,
        oven=window.oven if window else None,
        predicted_min=batch.predicted_min,
        took_min=told.took_min,
        allergens=made.allergen_names,
        keeping=write_traits(batch.made.keeping_traits),
        shape=batch.shape,
        cost=cost.batch_cost if cost else None,
        cost_at_least=bool(cost and cost.at_least),
        powder_g=made.powder_g,
        piece=batch.piece,
        lots=batch.lots,
    )


def _teach(connection: Connection, principal: Principal, new: NewBatch, batch: MadeBatch) -> None:
    """What is said of a batch teaches the crumb check; how long it took, its oven, by the batch's own columns."""
    about = FeedbackFor(new.formula_id, new.version_number, new.id)
    for words in batch.record.words:
        lesson = lesson_of(batch.made, words)
        if lesson is not None:
            feedback.add(connection, principal.kitchen_id, uuid5(new.id, words), about, lesson)


def remove(database: Database, principal: Principal, batch_id: UUID, *, removed: bool) -> None:
    """Takes a batch out of the lists, or brings it back. What was eaten of it stays. Raises NotHere."""
    with database.transaction(principal) as connection:
        kitchens.lock(connection, principal.kitchen_id)
        if not batches.remove(connection, principal.kitchen_id, batch_id, removed=removed):
            raise NotHere("batch")


@dataclass(frozen=True, slots=True)
class NewPhoto:
    """A photo to be kept of a batch, at a step where one is named, under an id that the client made."""

    id: UUID
    step: str = ""
    words: str = ""


def add_photo(
    database: Database, principal: Principal, batch_id: UUID, about: NewPhoto, data: bytes
) -> tuple[PhotoView, ...]:
    """Keeps a photo, written anew; gives those of the batch. Raises NotHere, CannotAccept for what is none or too
    many."""
    photo = rewritten(data)
    with database.transaction(principal) as connection:
        row = batches.find(connection, principal.kitchen_id, batch_id, lock=True)
        if row is None:
            raise NotHere("batch")
        new = PhotoRow(about.id, batch_id, about.step, about.words, photo.width_px, photo.height_px, row.made_at)
        if not photos.add(connection, principal.kitchen_id, new, photo.jpeg, MOST_PHOTOS):
            where = "step of a batch" if about.step else "batch"
            raise CannotAccept("/photo", f"A {where} keeps up to {MOST_PHOTOS} photos; take one away first.")
        return tuple(photo_view(each) for each in photos.list_photos(connection, principal.kitchen_id, batch_id))


def remove_photo(database: Database, principal: Principal, photo_id: UUID) -> None:
    """Takes a photo away."""
    with database.transaction(principal) as connection:
        photos.remove(connection, principal.kitchen_id, photo_id)


@dataclass(frozen=True, slots=True)
class NewNote:
    """A note at a line or a step of a formula, or of the whole, under an id that the client made."""

    id: UUID
    text: str
    line_id: str = ""
    step: str = ""


MOST_NOTES: Final = 60


def put_note(
    database: Database, principal: Principal, formula_id: UUID, note: NewNote, clock: Clock = system_clock
) -> tuple[NoteView, ...]:
    """Writes a note, new or changed; gives those of the formula. Raises NotHere, and CannotAccept for too many."""
    with database.transaction(principal) as connection:
        if formulas.find(connection, principal.kitchen_id, formula_id) is None:
            raise NotHere("formula")
        there = notes.list_notes(connection, principal.kitchen_id, formula_id)
        if len(there) >= MOST_NOTES and note.id not in {each.id for each in there}:
            raise CannotAccept("/text", f"A formula keeps up to {MOST_NOTES} notes; take one away first.")
        row = NoteRow(note.id, note.line_id, note.step, note.text.strip(), clock())
        notes.put(connection, principal.kitchen_id, formula_id, row)
        return tuple(notes_of(connection, principal, formula_id))


def remove_note(database: Database, principal: Principal, note_id: UUID) -> None:
    """Takes a note away."""
    with database.transaction(principal) as connection:
        notes.remove(connection, principal.kitchen_id, note_id)
