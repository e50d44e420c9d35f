"""What a file holds, item by item, before anything of it is written."""

import json
from collections import Counter
from collections.abc import Iterable, Iterator, Mapping
from dataclasses import asdict, dataclass, field, replace
from datetime import date, time
from pathlib import PurePath
from typing import IO, Any, Final
from uuid import UUID, uuid5

from ample_crumb.application.context import KitchenContext
from ample_crumb.application.documents import DocumentKind
from ample_crumb.application.exports.archive import is_archive
from ample_crumb.application.formulas.draft import write_draft
from ample_crumb.application.formulas.evaluated_formula import EvaluatedFormula, evaluated_draft
from ample_crumb.application.formulas.pasted_recipe import describe_pasted
from ample_crumb.application.imports.views import AskedMatching
from ample_crumb.application.problems import CannotAccept
from ample_crumb.core.food.nutrients import Nutrients
from ample_crumb.core.food.product import LabelProblem, ingredient_of
from ample_crumb.core.problem import CannotUse
from ample_crumb.core.production.draft import Draft, ProductionSettings, UsedTin
from ample_crumb.core.quantity.recipe_parser import WrittenRecipe
from ample_crumb.formats.column_matching import FIELDS, OTHER_WAY, Matching, TableKind, day_form, guess
from ample_crumb.formats.csv_table import CsvTable, csv_table
from ample_crumb.formats.matched_rows import EatenRow, MatchedRow, WeighedRow, matched_rows
from ample_crumb.formats.products_csv import TypedProduct
from ample_crumb.formats.recipe_text import MOST_IN_FILE, read_recipes
from ample_crumb.formats.text_bytes import decode_text
from ample_crumb.formats.zip_files import is_zip, unzip_texts
from ample_crumb.store.imports import FileRow, ItemRow

_MOST_TEXT_BYTES: Final = 20_000_000
_TABLES: Final = (".csv", ".tsv", ".psv")
_SHOWN_ROWS: Final = 4
_ARCHIVE: Final = "This is a whole kitchen. It goes into an empty one, as it is."
_SPACE: Final = UUID("5d0f4f0b-6f3c-4d57-9f0e-0c1f4f7e2a11")
"""Ids of what is brought in follow from what its file said, so that the same file again makes nothing again."""

ENTRY: Final = DocumentKind("brought entry")
WEIGHT: Final = DocumentKind("brought weight")
PRODUCT: Final = DocumentKind("brought product")


@dataclass(frozen=True, slots=True)
class ReadFile:
    """A file as it is kept with its import, and what it holds."""

    row: FileRow
    items: tuple[ItemRow, ...]


@dataclass(frozen=True, slots=True)
class BroughtFile:
    """A file that is brought in: at which `place` of its import, what it is called, and how it is to be read."""

    place: int
    name: str
    file: IO[bytes]
    asked: AskedMatching = field(default_factory=AskedMatching)


def read_file(context: KitchenContext, brought: BroughtFile) -> ReadFile:
    """A file of an import: recipes, a CSV, or a zip of recipes. What cannot be read is an item with its reason, so that
    a file never gets lost."""
    file, place, asked = brought.file, brought.place, brought.asked
    name = PurePath(brought.name.replace("\\", "/")).name[:200] or "File"
    remarks: list[str] = []
    try:
        if is_archive(file):
            return _kept(name, place, "archive", [_ARCHIVE], [])
        if is_zip(file):
            read = _of_zip(context, file, remarks)
            return _kept(name, place, "recipes", remarks, read)
        data = file.read(_MOST_TEXT_BYTES + 1)
        if len(data) > _MOST_TEXT_BYTES:
            raise CannotUse(f"A text of over {_MOST_TEXT_BYTES // 1_000_000} MB is no recipe and no diary.")
        text = decode_text(data)
        remarks.extend(filter(None, [text.remark]))
        if name.casefold().endswith(_TABLES) or asked.kind is not None:
            return _of_table(name, place, csv_table(text.text), asked, remarks)
        try:
            return _kept(name, place, "recipes", remarks, list(_of_text(context, name, text.text, remarks)))
        except CannotUse as no_recipe:
            return _perhaps_table(name, place, text.text, remarks, no_recipe)
    except CannotUse as problem:
        return _kept(name, place, "nothing", remarks, [_Found(0, "nothing", name, None, str(problem))])


def _perhaps_table(name: str, place: int, text: str, remarks: list[str], no_recipe: CannotUse) -> ReadFile:
    """A file that holds no recipe, as the table that it may be. Raises `no_recipe` where it is none."""
    try:
        table = csv_table(text)
        guess(table)
    except CannotUse:
        raise no_recipe from None
    return _of_table(name, place, table, AskedMatching(), remarks)


@dataclass(frozen=True, slots=True)
class _Found:
    row_number: int
    kind: str
    title: str
    content: dict[str, Any] | None
    problem: str = ""
    question_count: int = 0


def _kept(
    name: str, place: int, kind: str, remarks: Iterable[str], found: Iterable[_Found], matching: Any = None
) -> ReadFile:
    seen: Counter[str] = Counter()
    items = []
    for number, each in enumerate(found):
        said = json.dumps([each.kind, each.content or [name, each.title]], sort_keys=True, default=str)
        seen[said] += 1
        # What a file says twice is there twice: two pots of the same skyr.
        fingerprint = uuid5(_SPACE, f"{said} {seen[said]}")
        items.append(
            ItemRow(
                file_position=place,
                position=number,
                row_number=each.row_number,
                kind=each.kind,
                title=each.title[:300],
                content=each.content,
                problem=each.problem[:500],
                question_count=each.question_count,
                chosen=not each.problem,
                fingerprint=fingerprint,
            )
        )
    shown = [remark[:500].replace("\x00", "") for remark in remarks][:50]
    return ReadFile(FileRow(place, name, kind, shown, matching), tuple(items))


def _of_zip(context: KitchenContext, file: IO[bytes], remarks: list[str]) -> list[_Found]:
    found: list[_Found] = []
    for name, data in unzip_texts(file, remarks):
        try:
            text = decode_text(data)
            if text.remark:
                remarks.append(f"{name}: {text.remark}")
            found.extend(_of_text(context, name, text.text, remarks))
        except CannotUse as problem:
            found.append(_Found(0, "nothing", name, None, str(problem)))
    if not found:
        raise CannotUse("There is no file in it that could hold a recipe.")
    return found


def _of_text(context: KitchenContext, name: str, text: str, remarks: list[str]) -> Iterator[_Found]:
    read = read_recipes(text, name, MOST_IN_FILE)
    remarks.extend(f"{name}: {remark}" for remark in read.remarks)
    for number, recipe in enumerate(read.recipes, 1):
        yield _recipe(context, recipe, PurePath(name).stem if len(read.recipes) == 1 else f"Recipe {number}")


def _recipe(context: KitchenContext, recipe: WrittenRecipe, otherwise: str) -> _Found:
    draft = draft_of_recipe(context, recipe, otherwise)
    try:
        formula = evaluated_draft(draft, context)
    except CannotUse as problem:
        return _Found(0, "formula", draft.name, write_draft(draft), str(problem))
    return _Found(0, "formula", draft.name, write_draft(draft), question_count=questions_in(formula))


def draft_of_recipe(context: KitchenContext, recipe: WrittenRecipe, otherwise: str = "A recipe") -> Draft:
    """A recipe as a formula: baked in the oven and the tin that it names, where the kitchen has that tin."""
    read = describe_pasted(recipe, {tin_id: row.tin() for tin_id, row in context.tins.items() if not row.archived})
    production = ProductionSettings(
        oven=read.oven,
        oven_c=read.oven_c if read.oven_c is not None and 100 <= read.oven_c <= 300 else None,
        tins=(UsedTin(read.tin_id),) if read.tin_id else (),
        covered=read.bake.covered,
    )
    name = " ".join((read.title or otherwise).split())[:120] or "A recipe"
    return Draft(name, "", read.pieces or 1, read.method, read.parts, None, production)


def questions_in(formula: EvaluatedFormula) -> int:
    """How many lines of a formula could not be read, or ask what they mean."""
    return sum(line.left_out or line.asks is not None for part in formula.made.evaluated.parts for line in part.lines)


def _of_table(name: str, place: int, table: CsvTable, asked: AskedMatching, remarks: list[str]) -> ReadFile:
    try:
        matching = match_table(table, asked)
    except CannotUse as problem:
        shown = _shown(table, Matching(TableKind.DAYS))
        return _kept(name, place, "table", [*remarks, str(problem)], [], shown)
    try:
        found = _last_of_a_day([_row(each) for each in matched_rows(table, matching)])
    except CannotUse as problem:
        return _kept(name, place, matching.kind, [*remarks, str(problem)], [], _shown(table, matching))
    if matching.day_unsure:
        remarks.append("Its days could be read with the month or the day first; look whether they are right.")
    return _kept(name, place, matching.kind, remarks, found, _shown(table, matching))


def _last_of_a_day(found: list[_Found]) -> list[_Found]:
    """Of weights of one day the last counts; those before it say so."""
    last = {each.title: at for at, each in enumerate(found) if each.kind == "weight"}
    return [
        replace(each, problem=f"Row {found[last[each.title]].row_number} is of the same day, and the last counts.")
        if last.get(each.title, at) != at and each.kind == "weight"
        else each
        for at, each in enumerate(found)
    ]


def match_table(table: CsvTable, asked: AskedMatching) -> Matching:
    """How a table is read: as asked, and otherwise as guessed. Raises CannotUse."""
    try:
        kind = TableKind(asked.kind) if asked.kind else None
    except ValueError as wrong:
        raise CannotAccept("/kind", "Rows are days, weights or products.") from wrong
    matching = guess(table, kind)
    if asked.columns is not None:
        known = {each.key for each in FIELDS[matching.kind]}
        columns = {key: at for key, at in asked.columns.items() if key in known and at < len(table.names)}
        matching = replace(matching, columns=columns)
        form, unsure = day_form(table, columns.get("day"))
        matching = replace(matching, day_form=form, day_unsure=unsure)
    if asked.decimal in {".", ","}:
        matching = replace(matching, decimal=asked.decimal)
    if asked.pounds is not None:
        matching = replace(matching, pounds=asked.pounds)
    if asked.months_first is not None and asked.months_first != matching.day_form.startswith("%m"):
        other = OTHER_WAY.get(matching.day_form)
        matching = replace(matching, day_form=other) if other else matching
    return replace(matching, day_unsure=False) if asked.months_first is not None else matching


def _shown(table: CsvTable, matching: Matching) -> dict[str, Any]:
    return {
        "names": [name[:100] for name in table.names],
        "rows": [[cell[:100] for cell in row] for row in table.rows[:_SHOWN_ROWS]],
        "kind": matching.kind,
        "columns": dict(matching.columns),
        "decimal": matching.decimal,
        "months_first": matching.day_form.startswith("%m"),
        "day_unsure": matching.day_unsure,
        "pounds": matching.pounds,
    }


def _row(row: MatchedRow) -> _Found:
    said = row.said
    title = ", ".join(filter(None, row.cells))[:300]
    if said is None:
        return _Found(row.number, "nothing", title, None, row.problem)
    if isinstance(said, EatenRow):
        return _Found(row.number, "entry", said.name, _entry(said))
    if isinstance(said, WeighedRow):
        content = WEIGHT.written({"day": said.day.isoformat(), "weight_kg": said.weight_kg})
        return _Found(row.number, "weight", said.day.isoformat(), content)
    return _product(row.number, said)


def _entry(said: EatenRow) -> dict[str, Any]:
    figures = {key: value for key, value in asdict(said.nutrients).items() if value is not None}
    return ENTRY.written(
        {
            "day": said.day.isoformat(),
            "at": said.at.isoformat("minutes"),
            "name": said.name,
            "text": said.text,
            "nutrients": figures,
        }
    )


def eaten_of(content: Mapping[str, Any]) -> EatenRow:
    """The entry that an item holds."""
    read = ENTRY.read(content)
    return EatenRow(
        date.fromisoformat(read["day"]),
        time.fromisoformat(read["at"]),
        read["name"],
        read["text"],
        Nutrients(**read["nutrients"]),
    )


def weighed_of(content: Mapping[str, Any]) -> WeighedRow:
    """The weight that an item holds."""
    read = WEIGHT.read(content)
    return WeighedRow(date.fromisoformat(read["day"]), read["weight_kg"])


def _product(number: int, said: TypedProduct) -> _Found:
    problem = ""
    try:
        ingredient_of("new", said.name, said.synonyms, said.role, said.pack)
    except LabelProblem as wrong:
        problem = str(wrong)
    return _Found(number, "product", said.name, PRODUCT.written(_plain(asdict(said))), problem)


def _plain(value: Any) -> Any:
    """A value as JSON keeps it."""
    return json.loads(json.dumps(value, default=str))
