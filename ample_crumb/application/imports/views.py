"""What goes into and out of imports."""

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Annotated, Final

from ample_crumb.core.bounds import Between, Items, Letters
from ample_crumb.core.formula.questions import LineQuestion
from ample_crumb.store.imports import ImportRow

MOST_LISTED: Final = 100
PAGE: Final = 60


@dataclass(frozen=True, slots=True)
class ColumnView:
    """Something that a column of a CSV may mean, and the column that was taken for it, counted from 0."""

    key: str
    words: str
    needed: bool
    column: int | None


@dataclass(frozen=True, slots=True)
class MatchingView:
    """How a CSV is read, to be put right: `kind` is days, weights or products, `names` are its columns and `rows` the
    first few of it. `day_unsure` says that its days could be read the other way round."""

    kind: str
    names: tuple[str, ...]
    rows: tuple[tuple[str, ...], ...]
    fields: tuple[ColumnView, ...]
    decimal: str
    months_first: bool
    day_unsure: bool
    pounds: bool


@dataclass(frozen=True, slots=True)
class AskedMatching:
    """How a CSV is to be read instead of what is guessed: None is as guessed. `columns` are by the keys of fields."""

    kind: Annotated[str, Letters(20)] | None = None
    columns: Mapping[Annotated[str, Letters(40)], Annotated[int, Between(0, 99)]] | None = None
    decimal: Annotated[str, Letters(1)] | None = None
    months_first: bool | None = None
    pounds: bool | None = None


@dataclass(frozen=True, slots=True)
class FileView:
    """A file of an import: what `kind` of file it was taken for, what of it could not be read, and how its columns
    were matched where it is a CSV."""

    place: int
    name: str
    kind: str
    remarks: tuple[str, ...]
    matching: MatchingView | None


@dataclass(frozen=True, slots=True)
class OpenedImport:
    """An import with its files."""

    about: ImportRow
    files: tuple[FileView, ...]


@dataclass(frozen=True, slots=True)
class LineUnderstood:
    """A line of a recipe as it was read: `mass_g` is None and `problem` says why where it could not be."""

    id: str
    part: str
    text: str
    read_as: str
    mass_g: float | None
    problem: str


@dataclass(frozen=True, slots=True)
class ItemView:
    """What a file holds at a place of it: `told` says in a sentence what it came to, `problem` why it cannot be
    written, `here` that the same was brought in before. `lines` are those of a recipe, `questions` what they ask."""

    file_place: int
    place: int
    row_number: int
    kind: str
    title: str
    told: str
    problem: str
    question_count: int
    chosen: bool
    state: str
    here: bool
    pieces: int | None
    lines: tuple[LineUnderstood, ...]
    questions: tuple[LineQuestion, ...]


@dataclass(frozen=True, slots=True)
class ItemPage:
    """Some items of an import in their order. `next` is what the page behind it is asked for after; empty where there
    is none."""

    items: tuple[ItemView, ...]
    next: str


@dataclass(frozen=True, slots=True)
class RewrittenLine:
    """A line written anew, and the food that it means where its words alone do not say."""

    id: Annotated[str, Letters(40)]
    text: Annotated[str, Letters(1000)]
    chosen: Annotated[str, Letters(80)] | None = None


@dataclass(frozen=True, slots=True)
class ItemChange:
    """What is put right at an item: None stays as it is."""

    chosen: bool | None = None
    title: Annotated[str, Letters(120)] | None = None
    pieces: Annotated[int, Between(1, 1000)] | None = None
    lines: Annotated[tuple[RewrittenLine, ...], Items(400)] = ()


@dataclass(frozen=True, slots=True)
class ItemsDone:
    """How many of how many items are done; it goes on until they are as many."""

    done: int
    total: int


@dataclass(frozen=True, slots=True)
class ChangedSince:
    """Items that were changed or used since they were brought in, by their titles: the first of `count`."""

    count: int
    titles: tuple[str, ...]
