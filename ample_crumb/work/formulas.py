"""The place Formulas: the list, and the Bench of one formula."""

from collections.abc import Mapping
from dataclasses import dataclass, replace
from datetime import datetime
from typing import Any
from uuid import UUID

from ample_crumb.core.crumb.check import check_of, dough_of
from ample_crumb.core.crumb.hazards import hazards_of
from ample_crumb.core.food.claims import Twin
from ample_crumb.core.food.nutrients import Portion
from ample_crumb.core.formula.alerts import Alarm, alarms_of
from ample_crumb.core.formula.allergens import contents_of
from ample_crumb.core.formula.claims import claims_of
from ample_crumb.core.formula.cost import cost_of
from ample_crumb.core.formula.families import family_of
from ample_crumb.core.formula.formula import Line, Part, parts_of, work_out
from ample_crumb.core.formula.protein_quality import quality_of
from ample_crumb.core.formula.reading import read_against
from ample_crumb.core.formula.rewrite import details_of, nudged, with_details
from ample_crumb.core.formula.scaling import Scaled, scaled
from ample_crumb.core.problem import CannotUse, TooMuch
from ample_crumb.core.production.production import Made
from ample_crumb.core.production.tin_fill import scale_to
from ample_crumb.core.quantity.line_parser import without_bullet
from ample_crumb.core.quantity.recipe_parser import MOST_LINES
from ample_crumb.core.uncertainty.propagation import doubt_of
from ample_crumb.formats.recipe_text import recipe_from_text
from ample_crumb.store import formulas, kitchens, versions
from ample_crumb.store.database import Connection, Database
from ample_crumb.store.formulas import FormulaRow
from ample_crumb.store.kitchens import Who
from ample_crumb.work.bench import Bench
from ample_crumb.work.drafts import Draft, head_of
from ample_crumb.work.keeping import keep_sitting
from ample_crumb.work.kept import Kept, kept_of, work_and_keep
from ample_crumb.work.made_foods import refuse_circle, with_made
from ample_crumb.work.making import MakingDraft, UsedTin, made_view, make, piece_band, tins_of
from ample_crumb.work.problems import CannotAccept, ChangedMeanwhile, NotHere
from ample_crumb.work.reference import reference_of, twin_of
from ample_crumb.work.views import FiguresView, WorkedView, portion_view, worked_view
from ample_crumb.work.ways import Ways, food_of, ways_of


@dataclass(frozen=True, slots=True)
class FormulaSummary:
    """A formula in the list, with the figures of one piece and the alarms that it raises."""

    id: UUID
    name: str
    family: str
    pieces: float
    version: int
    archived: bool
    updated_at: datetime
    piece: FiguresView
    alarms: tuple[Alarm, ...]


@dataclass(frozen=True, slots=True)
class FormulaView:
    """A formula as stored, and worked out."""

    id: UUID
    version: int
    archived: bool
    updated_at: datetime
    draft: Draft
    worked: WorkedView


@dataclass(frozen=True, slots=True)
class Pasted:
    """A pasted text taken apart. `pieces` is None when it does not say."""

    title: str
    pieces: int | None
    parts: tuple[Part, ...]
    method: str


def list_all(database: Database, who: Who) -> list[FormulaSummary]:
    """All formulas of the kitchen, archived ones too, the last changed first."""
    with database.transaction() as connection:
        ways = ways_of(connection, who)
        return [_summary(row, kept, ways) for row, kept in kept_formulas(connection, who, ways)]


def kept_formulas(connection: Connection, who: Who, ways: Ways) -> list[tuple[FormulaRow, Kept]]:
    """Each formula, archived ones too, with what is kept of it."""
    rows = formulas.listed(connection, who.kitchen_id)
    kept = kept_of(connection, who, rows, ways)
    return [(row, kept[row.id]) for row in rows]


def piece_of(connection: Connection, who: Who, formula_id: UUID, ways: Ways) -> tuple[FormulaRow, Kept]:
    """A formula and what is kept of it. Raises NotHere."""
    row = formulas.find(connection, who.kitchen_id, formula_id)
    if row is None:
        raise NotHere("formula")
    return row, kept_of(connection, who, [row], ways)[row.id]


def open_one(database: Database, who: Who, formula_id: UUID) -> FormulaView:
    """A formula for its Bench. Raises NotHere."""
    with database.transaction() as connection:
        row = formulas.find(connection, who.kitchen_id, formula_id)
        if row is None:
            raise NotHere("formula")
        return view(connection, who, row)


def create(database: Database, who: Who, formula_id: UUID, draft: Draft) -> FormulaView:
    """A new formula. Sending the same id again gives the formula that is there and changes nothing."""
    with database.transaction() as connection:
        # Formulas that hold this one change with it; whoever changes several takes the kitchen first.
        kitchens.lock(connection, who.kitchen_id)
        draft = checked(connection, who, formula_id, draft)
        if formulas.add(connection, who.kitchen_id, formula_id, head_of(draft)):
            write(connection, who, formula_id, draft)
        row = formulas.find(connection, who.kitchen_id, formula_id)
        if row is None:
            raise NotHere("formula")
        return view(connection, who, row)


def save(database: Database, who: Who, formula_id: UUID, version: int, draft: Draft) -> FormulaView:
    """Saves the Bench over the version it was opened at.

    A retry of a save that had arrived changes nothing. Raises NotHere, or ChangedMeanwhile with the formula as it is.
    """
    with database.transaction() as connection:
        # Formulas that hold this one change with it; whoever changes several takes the kitchen first.
        kitchens.lock(connection, who.kitchen_id)
        draft = checked(connection, who, formula_id, draft)
        row = formulas.find(connection, who.kitchen_id, formula_id, lock=True)
        if row is None:
            raise NotHere("formula")
        there = view(connection, who, row)
        if there.draft == draft:
            return there
        if row.version != version:
            raise ChangedMeanwhile("formula", there)
        keep_sitting(connection, who, row, there.draft)
        formulas.change(connection, who.kitchen_id, formula_id, head_of(draft))
        write(connection, who, formula_id, draft)
        saved = formulas.find(connection, who.kitchen_id, formula_id)
        assert saved is not None
        return view(connection, who, saved)


def duplicate(database: Database, who: Who, formula_id: UUID, copy_id: UUID) -> FormulaView:
    """A copy under a name of its own."""
    draft = open_one(database, who, formula_id).draft
    return create(database, who, copy_id, replace(draft, name=f"{draft.name[:108]}, a copy"))


def archive(database: Database, who: Who, formula_id: UUID, *, archived: bool) -> None:
    """Puts a formula away or brings it back. What was eaten of it stays."""
    with database.transaction() as connection:
        if not formulas.archive(connection, who.kitchen_id, formula_id, archived=archived):
            raise NotHere("formula")


def paste(text: str) -> Pasted:
    """Takes a pasted text apart. Raises CannotUse with a sentence when it holds no recipe or too much."""
    recipe = recipe_from_text(text)
    parts = tuple(
        Part(part.name, tuple(Line(without_bullet(line.text)) for line in part.lines)) for part in parts_of(recipe)
    )
    return Pasted(recipe.title, recipe.pieces, parts, "\n".join(recipe.method)[:20_000])


def nudge(database: Database, who: Who, line: Line, factor: float) -> str:
    """The line written anew in grams with its amount multiplied. Raises CannotUse when it has no grams."""
    with database.reading() as connection:
        ways = with_made(connection, who, ways_of(connection, who), (Part("", (line,)),))
    text = nudged(read_against(line.text, ways.cupboard, ways.manner, line.chosen), factor)
    if text is None:
        raise CannotUse("This line has no grams to change; say how much first.")
    return text


def detail(database: Database, who: Who, line: Line, changes: Mapping[str, Any]) -> str:
    """The line with these of its `Details` changed, and otherwise as it was written."""
    with database.reading() as connection:
        ways = with_made(connection, who, ways_of(connection, who), (Part("", (line,)),))
    read = read_against(line.text, ways.cupboard, ways.manner, line.chosen)
    return with_details(read, replace(details_of(read), **changes))


@dataclass(frozen=True, slots=True)
class ScaledView:
    """A formula in another amount: its lines part by part, and the energy of the batch in proportion and as the new
    lines make it."""

    factor: float
    parts: tuple[tuple[Scaled, ...], ...]
    exact_kcal: float
    written_kcal: float


def scale(database: Database, who: Who, parts: tuple[Part, ...], factor: float) -> ScaledView:
    """The lines so many times, in measures that a kitchen has. Raises CannotUse for a factor that is a slip."""
    check_size(parts)
    with database.reading() as connection:
        ways = with_made(connection, who, ways_of(connection, who), parts)
    lines = tuple(
        tuple(
            scaled(
                read_against(line.text, ways.cupboard, ways.manner, line.chosen),
                factor,
                ways.cupboard,
                ways.manner,
                line.chosen,
            )
            for line in part.lines
        )
        for part in parts
    )
    written = tuple(
        replace(part, lines=tuple(Line(new.text, old.chosen) for new, old in zip(made, part.lines, strict=True)))
        for made, part in zip(lines, parts, strict=True)
    )

    def energy(of: tuple[Part, ...]) -> float:
        return work_out(of, 1, ways.cupboard, ways.manner).batch.nutrients.energy_kcal or 0.0

    return ScaledView(factor, lines, energy(parts) * factor, energy(written))


@dataclass(frozen=True, slots=True)
class OtherTins:
    """By how much to multiply a formula for other tins: to fill them as full, and to stand as high in them."""

    as_full: float
    as_high: float


def into_tins(database: Database, who: Who, bench: Bench, others: tuple[UsedTin, ...]) -> OtherTins:
    """Factors for baking what is on the Bench in other tins. Raises CannotAccept without tins on either side."""
    with database.reading() as connection:
        ways = with_made(connection, who, ways_of(connection, who), bench.parts)
    made = make(bench.parts, bench.pieces, bench.family, bench.making, ways)
    now, then = tins_of(bench.making.tins, ways), tins_of(others, ways)
    if not now or not then:
        raise CannotAccept("/tins", "Say which tin it is for, and which it shall go into.")
    if made.outcome.in_oven_g <= 0:
        raise CannotAccept("/parts", "There is no dough yet.")
    density = bench.making.density_g_per_ml or family_of(bench.family).density_g_per_ml
    return OtherTins(*scale_to(made.outcome.in_oven_g, now, then, density))


def checked(connection: Connection, who: Who, formula_id: UUID, draft: Draft) -> Draft:
    """The draft as it may be stored. Raises CannotAccept and TooMuch."""
    name = draft.name.strip()
    if not name:
        raise CannotAccept("/name", "A formula needs a name.")
    check_size(draft.parts)
    refuse_circle(connection, who, formula_id, draft.parts, name)
    other = draft.reference.formula_id if draft.reference else None
    if other == formula_id:
        raise CannotAccept("/reference", "A formula cannot be compared with itself.")
    if other is not None and formulas.find(connection, who.kitchen_id, other) is None:
        raise CannotAccept("/reference", "The formula to compare with is not in your kitchen.")
    number = draft.reference.number if draft.reference else None
    if other is not None and number is not None and versions.find(connection, who.kitchen_id, other, number) is None:
        raise CannotAccept("/reference", "That version of the formula to compare with is not there.")
    return replace(draft, name=name)


def check_size(parts: tuple[Part, ...]) -> None:
    """Raises TooMuch for more lines than one recipe holds."""
    lines = sum(len(part.lines) for part in parts)
    if lines > MOST_LINES:
        raise TooMuch("lines", lines, MOST_LINES)


@dataclass(frozen=True, slots=True)
class Said:
    """What a formula says of itself besides its lines: its family, name and method."""

    family: str = ""
    name: str = ""
    method: str = ""


def show(made: Made, said: Said, ways: Ways, twin: Twin | None) -> WorkedView:
    """A formula as it is made, with all that follows from its lines, for a screen."""
    worked = made.worked
    contents = contents_of(worked, ways.cupboard)
    slugs = {line.ingredient.slug for part in worked.parts for line in part.lines if line.ingredient}
    prices = {slug: ways.prices[food_of(slug)] for slug in slugs if food_of(slug) in ways.prices}
    doubt = doubt_of(worked, ways.cupboard, ways.school)
    plain = worked.plain_piece
    dough = dough_of(worked, said.family, ways.cupboard, said.name, said.method, ways.learned)
    return worked_view(
        # What stays in the bowl and is cut off is lacking without the optional lines too.
        replace(worked, plain_piece=plain and plain.times(made.outcome.kept)),
        doubt,
        Portion(made.piece, piece_band(made, doubt)),
        contents,
        alarms_of(contents.brief(), ways.guests),
        claims_of(worked, contents, said.family, twin, made.outcome.batch),
        quality_of(worked),
        cost_of(worked, prices),
        made_view(made, doubt, ways),
        ways.school,
        check_of(dough, ways.learned),
        hazards_of(worked, made.piece, dough.family, said.method, ways.cupboard),
    )


def write(connection: Connection, who: Who, formula_id: UUID, draft: Draft) -> None:
    """Replaces the lines of a stored formula and keeps their figures."""
    formulas.write_parts(connection, who.kitchen_id, formula_id, draft.parts)
    row = formulas.find(connection, who.kitchen_id, formula_id)
    assert row is not None
    work_and_keep(connection, who, row, draft.parts, ways_of(connection, who))
    formulas.stale_above(connection, who.kitchen_id, formula_id)


def _summary(row: FormulaRow, kept: Kept, ways: Ways) -> FormulaSummary:
    return FormulaSummary(
        row.id, row.name, row.family, kept.count, row.version, row.archived, row.updated_at,
        portion_view(kept.piece, ways.school), alarms_of(kept.brief, ways.guests),
    )  # fmt: skip


def view(connection: Connection, who: Who, row: FormulaRow) -> FormulaView:
    """A stored formula, worked out."""
    parts = formulas.parts_of(connection, who.kitchen_id, row.id)
    ways = with_made(connection, who, ways_of(connection, who), parts, (row.id,))
    reference, making = reference_of(row), MakingDraft.from_stored(row.making)
    made = make(parts, row.pieces, row.family, making, ways)
    draft = Draft(row.name, row.family, row.pieces, row.method, parts, reference, making)
    return FormulaView(
        row.id,
        row.version,
        row.archived,
        row.updated_at,
        draft,
        show(made, Said(row.family, row.name, row.method), ways, twin_of(connection, who, reference, ways)),
    )
