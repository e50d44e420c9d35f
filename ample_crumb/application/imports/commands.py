"""Writes of imports: files are read, items put right, written, and taken back."""

from dataclasses import replace
from uuid import UUID

from ample_crumb.application.context import load_context
from ample_crumb.application.formulas.draft import read_draft, write_draft
from ample_crumb.application.formulas.evaluation import evaluate_in
from ample_crumb.application.imports import item_writer, taking_back
from ample_crumb.application.imports.file_reader import BroughtFile, questions_in, read_file
from ample_crumb.application.imports.queries import file_view, item_view
from ample_crumb.application.imports.views import (
    FileView,
    ItemChange,
    ItemsDone,
    ItemView,
    RewrittenLine,
)
from ample_crumb.application.problems import CannotAccept, NotHere
from ample_crumb.core.formula.formula import Line
from ample_crumb.store import imports
from ample_crumb.store.database import Connection, Database
from ample_crumb.store.imports import ImportRow, ItemRow
from ample_crumb.store.scope import Principal


def begin(database: Database, principal: Principal, import_id: UUID, name: str) -> ImportRow:
    """A new import without files. Sending the same id again changes nothing."""
    with database.transaction(principal) as connection:
        imports.add_import(connection, principal, import_id, name.strip() or "An import")
        return _found(connection, principal, import_id)


def put_file(database: Database, principal: Principal, import_id: UUID, brought: BroughtFile) -> FileView:
    """Reads a file and keeps what it holds, in place of what was at its place; nothing else is written. Raises NotHere,
    and CannotAccept once the import is written."""
    with database.transaction(principal) as connection:
        _unwritten(_found(connection, principal, import_id))
        context = load_context(connection, principal)
    # No lock is held over the reading.
    read = read_file(context, brought)
    with database.transaction(principal) as connection:
        _unwritten(_found(connection, principal, import_id, lock=True))
        imports.put_file(connection, principal.kitchen_id, import_id, read.row, read.items)
    return file_view(read.row)


def change_item(
    database: Database, principal: Principal, import_id: UUID, file_place: int, place: int, change: ItemChange
) -> ItemView:
    """Puts an item right, chooses it or leaves it out. Raises NotHere, CannotAccept, CannotUse."""
    with database.transaction(principal) as connection:
        _unwritten(_found(connection, principal, import_id, lock=True))
        item = imports.find_item(connection, principal.kitchen_id, import_id, file_place, place)
        if item is None:
            raise NotHere("item")
        item = _changed(connection, principal, item, change)
        imports.change_item(connection, principal.kitchen_id, import_id, item)
        return item_view(connection, principal, item)


def _changed(connection: Connection, principal: Principal, item: ItemRow, change: ItemChange) -> ItemRow:
    if change.chosen is not None:
        item = replace(item, chosen=change.chosen)
    if change.title is None and change.pieces is None and not change.lines:
        return item
    if item.kind != "formula" or item.content is None:
        raise CannotAccept("/lines", "Only the lines of a recipe are put right here; a row of a CSV is, in its file.")
    draft = read_draft(item.content)
    written = {line.id: line for line in change.lines}
    parts = tuple(
        replace(part, lines=tuple(_rewritten(line, written.get(line.id)) for line in part.lines))
        for part in draft.parts
    )
    # A line that was emptied is gone.
    parts = tuple(replace(part, lines=tuple(line for line in part.lines if line.text)) for part in parts)
    draft = replace(
        draft,
        name=(change.title or "").strip() or draft.name,
        pieces=change.pieces or draft.pieces,
        parts=tuple(part for part in parts if part.lines),
    )
    if not draft.parts:
        raise CannotAccept("/lines", "A recipe without lines is none; leave it out instead.")
    formula = evaluate_in(connection, principal, draft)
    return replace(item, title=draft.name, content=write_draft(draft), problem="", question_count=questions_in(formula))


def _rewritten(line: Line, anew: RewrittenLine | None) -> Line:
    return line if anew is None else replace(line, text=anew.text.strip(), chosen=anew.chosen)


def write(database: Database, principal: Principal, import_id: UUID, zone: str) -> ItemsDone:
    """Writes the next chosen items, for about half a second; to be asked again until all are done, and never asked
    again to stop. What is there already is not made again. Raises NotHere."""
    with database.transaction(principal) as connection:
        found = _found(connection, principal, import_id, lock=True)
        if found.state == "taken back":
            raise CannotAccept("", "This import was taken back; bring the files in again.")
        done = item_writer.write_some(connection, principal, import_id, zone)
        if found.state != "written":
            imports.set_state(connection, principal.kitchen_id, import_id, "written")
        left = len(imports.to_write(connection, principal.kitchen_id, import_id, 1))
        total = found.chosen_count
        return ItemsDone(total if not left else min(found.written_count + done, total - 1), total)


def take_back(database: Database, principal: Principal, import_id: UUID, *, changed_too: bool) -> ItemsDone:
    """Takes the next written items away again, for about half a second; to be asked again until all are done. What was
    changed or used since stays unless it is to go as well. Raises NotHere."""
    with database.transaction(principal) as connection:
        found = _found(connection, principal, import_id, lock=True)
        done = taking_back.take_some(connection, principal, import_id, changed_too=changed_too)
        left = found.written_count - done
        if left == 0 or done == 0:
            imports.set_state(connection, principal.kitchen_id, import_id, "taken back")
            return ItemsDone(found.written_count, found.written_count)
        return ItemsDone(done, found.written_count)


def discard(database: Database, principal: Principal, import_id: UUID) -> None:
    """Forgets an import that was never written, or that was taken back. Raises NotHere and CannotAccept."""
    with database.transaction(principal) as connection:
        found = imports.find(connection, principal.kitchen_id, import_id, lock=True)
        if found is None:
            return
        if found.state == "written" and found.written_count:
            raise CannotAccept("", "This import was written; take it back first.")
        imports.remove(connection, principal.kitchen_id, import_id)


def _found(connection: Connection, principal: Principal, import_id: UUID, *, lock: bool = False) -> ImportRow:
    found = imports.find(connection, principal.kitchen_id, import_id, lock=lock)
    if found is None:
        raise NotHere("import")
    return found


def _unwritten(found: ImportRow) -> None:
    if found.state != "read":
        raise CannotAccept("", "This import was written already; begin another one.")
