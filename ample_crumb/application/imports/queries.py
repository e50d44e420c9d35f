"""Reads of imports."""

from typing import Any
from uuid import UUID

from ample_crumb.application.formulas.draft import read_draft
from ample_crumb.application.formulas.evaluated_formula import EvaluatedFormula
from ample_crumb.application.formulas.evaluation import evaluate_in
from ample_crumb.application.imports import taking_back
from ample_crumb.application.imports.file_reader import eaten_of, weighed_of
from ample_crumb.application.imports.views import (
    MOST_LISTED,
    PAGE,
    ChangedSince,
    ColumnView,
    FileView,
    ItemPage,
    ItemView,
    LineUnderstood,
    MatchingView,
    OpenedImport,
)
from ample_crumb.application.problems import CannotAccept, NotHere
from ample_crumb.core.formula.questions import LineQuestion
from ample_crumb.core.problem import CannotUse
from ample_crumb.formats.column_matching import FIELDS, TableKind
from ample_crumb.store import imports
from ample_crumb.store.database import Connection, Database
from ample_crumb.store.imports import FileRow, ImportRow, ItemRow, ItemsFrom
from ample_crumb.store.scope import Principal

_MOST_TITLES = 12
_AT_ONCE = 500


def list_imports(database: Database, principal: Principal) -> list[ImportRow]:
    """The imports of the kitchen, the newest first."""
    with database.transaction(principal) as connection:
        return imports.list_imports(connection, principal.kitchen_id, MOST_LISTED)


def open_import(database: Database, principal: Principal, import_id: UUID) -> OpenedImport:
    """An import with its files. Raises NotHere."""
    with database.transaction(principal) as connection:
        row = _found(connection, principal, import_id)
        files = imports.files_of(connection, principal.kitchen_id, import_id)
        return OpenedImport(row, tuple(map(file_view, files)))


def page(database: Database, principal: Principal, import_id: UUID, after: str) -> ItemPage:
    """Some items of an import, from behind that place on. Raises NotHere and CannotAccept."""
    with database.transaction(principal) as connection:
        _found(connection, principal, import_id)
        rows = imports.items_after(connection, principal.kitchen_id, import_id, _place(after), PAGE + 1)
        shown = rows[:PAGE]
        further = _told_place(shown[-1]) if len(rows) > PAGE else ""
        return ItemPage(tuple(item_view(connection, principal, row) for row in shown), further)


def _told_place(row: ItemRow) -> str:
    fine = not row.problem and row.question_count == 0
    return f"{row.file_position}.{int(fine)}.{row.position}"


def _place(after: str) -> ItemsFrom | None:
    if not after:
        return None
    parts = after[:20].split(".")
    if len(parts) != 3 or not all(part.isascii() and part.isdecimal() and len(part) < 8 for part in parts):
        raise CannotAccept("/after", "There is no such place in the list.")
    file_place, fine, place = map(int, parts)
    return ItemsFrom(file_place, fine > 0, place)


def changed_since(database: Database, principal: Principal, import_id: UUID) -> ChangedSince:
    """What was changed or used since it was brought in. Raises NotHere."""
    with database.transaction(principal) as connection:
        _found(connection, principal, import_id)
        titles: list[str] = []
        after = (-1, -1)
        while rows := imports.written(connection, principal.kitchen_id, import_id, after, _AT_ONCE):
            places = taking_back.changed_since(connection, principal, rows)
            titles.extend(row.title for row in rows if (row.file_position, row.position) in places)
            after = (rows[-1].file_position, rows[-1].position)
        return ChangedSince(len(titles), tuple(titles[:_MOST_TITLES]))


def _found(connection: Connection, principal: Principal, import_id: UUID) -> ImportRow:
    row = imports.find(connection, principal.kitchen_id, import_id)
    if row is None:
        raise NotHere("import")
    return row


def file_view(row: FileRow) -> FileView:
    """A file of an import as it is shown."""
    return FileView(
        row.position, row.name, row.kind, tuple(row.remarks), _matching(row.matching) if row.matching else None
    )


def _matching(kept: dict[str, Any]) -> MatchingView:
    columns = kept["columns"]
    return MatchingView(
        kind=kept["kind"],
        names=tuple(kept["names"]),
        rows=tuple(tuple(row) for row in kept["rows"]),
        fields=tuple(
            ColumnView(each.key, each.words, each.needed, columns.get(each.key))
            for each in FIELDS[TableKind(kept["kind"])]
        ),
        decimal=kept["decimal"],
        months_first=kept["months_first"],
        day_unsure=kept["day_unsure"],
        pounds=kept["pounds"],
    )


def item_view(connection: Connection, principal: Principal, item: ItemRow) -> ItemView:
    """An item as it is shown: a recipe read anew against the kitchen as it is."""
    told, pieces = "", None
    lines: tuple[LineUnderstood, ...] = ()
    questions: tuple[LineQuestion, ...] = ()
    if item.kind == "formula" and item.content is not None:
        draft = read_draft(item.content)
        pieces = draft.pieces
        try:
            formula = evaluate_in(connection, principal, draft)
            told, lines = _told_formula(formula), _lines(formula)
            questions = tuple(question for question in formula.questions if not question.answered)
        except CannotUse as problem:
            told = str(problem)
    elif item.content is not None:
        told = _told_row(item)
    return ItemView(
        item.file_position, item.position, item.row_number, item.kind, item.title, told, item.problem,
        item.question_count, item.chosen, item.state, item.here, pieces, lines, questions,
    )  # fmt: skip


def _told_formula(formula: EvaluatedFormula) -> str:
    piece = formula.made.piece
    energy, protein = piece.nutrients.energy_kcal, piece.nutrients.protein_g
    figures = [f"{energy:.0f} kcal"] if energy is not None else []
    figures += [f"{protein:.1f} g protein"] if protein is not None else []
    count = formula.made.portions.count
    lines = sum(len(part.lines) for part in formula.draft.parts)
    return f"{count:g} piece{'s' * (count != 1)} of {', '.join(figures) or 'nothing known'}; {lines} lines"


def _told_row(item: ItemRow) -> str:
    assert item.content is not None
    if item.kind == "weight":
        said = weighed_of(item.content)
        return f"{said.weight_kg:g} kg"
    if item.kind == "entry":
        eaten = eaten_of(item.content)
        energy, protein = eaten.nutrients.energy_kcal, eaten.nutrients.protein_g
        figures = [f"{energy:.0f} kcal"] if energy is not None else []
        figures += [f"{protein:.1f} g protein"] if protein is not None else []
        return f"{eaten.day.isoformat()}, {eaten.at.isoformat('minutes')}: {', '.join(figures)}"
    return "a product of the cupboard"


def _lines(formula: EvaluatedFormula) -> tuple[LineUnderstood, ...]:
    return tuple(
        LineUnderstood(
            id=read.id,
            part=part.name,
            text=read.text,
            read_as=read.ingredient.name if read.ingredient is not None and read.weighed is not None else "",
            mass_g=None if read.weighed is None else read.weighed.mass_g,
            problem=read.problem,
        )
        for part in formula.made.evaluated.parts
        for read in part.lines
    )
