"""Files brought in from the command line: what was understood of each, and, unless it is a dry run, written."""

from collections.abc import Sequence
from dataclasses import asdict, dataclass
from pathlib import Path
from typing import Any
from uuid import UUID, uuid4

from ample_crumb.application.exports.archive import is_archive, read_archive
from ample_crumb.application.imports import commands, queries
from ample_crumb.application.imports.file_reader import BroughtFile
from ample_crumb.application.imports.views import FileView, ItemView
from ample_crumb.core.problem import CannotUse
from ample_crumb.store.database import Database
from ample_crumb.store.scope import Principal


@dataclass(frozen=True, slots=True)
class Brought:
    """What was understood: files, their items, and how many were written."""

    import_id: UUID | None
    files: tuple[FileView, ...]
    items: tuple[ItemView, ...]
    written_count: int

    def as_json(self) -> dict[str, Any]:
        """As one JSON object."""
        return {
            "import": None if self.import_id is None else str(self.import_id),
            "written": self.written_count,
            "files": [asdict(file) for file in self.files],
            "items": [asdict(item) for item in self.items],
        }


def bring_in(database: Database, principal: Principal, files: Sequence[Path], zone: str, *, dry_run: bool) -> Brought:
    """Reads the files as one import and writes it; a dry run forgets it again. Raises CannotUse for a file that cannot
    be opened, and for an archive that does not go in."""
    if len(files) == 1 and (archive := _archive(database, principal, files[0], dry_run=dry_run)) is not None:
        return archive
    import_id = uuid4()
    commands.begin(database, principal, import_id, files[0].name if len(files) == 1 else f"{len(files)} files")
    try:
        views = [_read(database, principal, import_id, place, file) for place, file in enumerate(files)]
        items = _items(database, principal, import_id)
        if dry_run:
            return Brought(None, tuple(views), items, 0)
        while (progress := commands.write(database, principal, import_id, zone)).done < progress.total:
            pass
        written = queries.open_import(database, principal, import_id).about.written_count
        return Brought(import_id, tuple(views), items, written)
    finally:
        if dry_run:
            commands.discard(database, principal, import_id)


def _archive(database: Database, principal: Principal, path: Path, *, dry_run: bool) -> Brought | None:
    """An archive of a kitchen goes into an empty one; None for a file that is none."""
    with _opened(path) as file:
        if not is_archive(file):
            return None
        if dry_run:
            return Brought(None, (FileView(0, path.name, "archive", (), None),), (), 0)
        read = read_archive(database, principal, file)
        rows = tuple(f"{count} rows of {table}" for table, count in read.row_counts.items() if count)
        return Brought(None, (FileView(0, path.name, "archive", rows, None),), (), sum(read.row_counts.values()))


def _read(database: Database, principal: Principal, import_id: UUID, place: int, path: Path) -> FileView:
    with _opened(path) as file:
        return commands.put_file(database, principal, import_id, BroughtFile(place, path.name, file))


def _opened(path: Path) -> Any:
    try:
        return path.open("rb")
    except OSError as wrong:
        raise CannotUse(f"Cannot read {path}: {wrong.strerror}.") from wrong


def _items(database: Database, principal: Principal, import_id: UUID) -> tuple[ItemView, ...]:
    items: list[ItemView] = []
    after = ""
    while True:
        page = queries.page(database, principal, import_id, after)
        items.extend(page.items)
        after = page.next
        if not after:
            return tuple(items)


def in_words(brought: Brought, *, dry_run: bool) -> str:
    """What was understood, a row each."""
    rows = []
    for file in brought.files:
        rows.append(f"{file.name}: {file.kind}")
        rows += [f"  {remark}" for remark in file.remarks]
        for item in brought.items:
            if item.file_place == file.place:
                at = f"row {item.row_number}: " if item.row_number else ""
                here = " (here already)" if item.here else ""
                rows.append(f"  {at}{item.title[:70]}: {item.problem or item.told}{here}")
                rows += [f"    {each}" for each in _wanting_a_look(item)]
    rows.append("Nothing was written." if dry_run else f"{brought.written_count} written.")
    return "\n".join(rows)


def _wanting_a_look(item: ItemView) -> list[str]:
    """Lines that could not be read, and those that leave something open and are counted as is likely."""
    unread = {line.id: f"not read: {line.text} ({line.problem})" for line in item.lines if line.problem}
    asking = {question.line_id: f"asks: {question.line_text} ({question.text})" for question in item.questions}
    return list((asking | unread).values())
