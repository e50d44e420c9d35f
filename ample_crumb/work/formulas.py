"""The place Formulas: the list, and the Bench of one formula."""

from collections.abc import Mapping
from dataclasses import dataclass, replace
from datetime import datetime
from typing import Any
from uuid import UUID

from ample_crumb.core.crumb.check import crumb_check, judge_dough
from ample_crumb.core.crumb.hazards import find_hazards
from ample_crumb.core.food.claims import TwinFigures
from ample_crumb.core.food.nutrients import Portion
from ample_crumb.core.formula.alerts import DietAlert, diet_alerts
from ample_crumb.core.formula.allergens import allergens_of
from ample_crumb.core.formula.claims import claims_of
from ample_crumb.core.formula.cost import cost_of
from ample_crumb.core.formula.families import family_of
from ample_crumb.core.formula.formula import Line, Part, evaluate, parts_of
from ample_crumb.core.formula.protein_quality import quality_of
from ample_crumb.core.formula.reading import read_against
from ample_crumb.core.formula.rewrite import details_of, nudged, with_details
from ample_crumb.core.formula.scaling import ScaledLine, scaled
from ample_crumb.core.problem import CannotUse, TooMuch
from ample_crumb.core.production.production import Production
from ample_crumb.core.production.tin_fill import scale_to
from ample_crumb.core.quantity.line_parser import without_bullet
from ample_crumb.core.quantity.recipe_parser import MOST_LINES
from ample_crumb.core.uncertainty.propagation import propagate
from ample_crumb.formats.recipe_text import recipe_from_text
from ample_crumb.store import formulas, kitchens, versions
from ample_crumb.store.database import Connection, Database
from ample_crumb.store.formulas import FormulaRow
from ample_crumb.store.kitchens import Principal
from ample_crumb.work.bench import Bench
from ample_crumb.work.context import KitchenContext, food_of, load_context
from ample_crumb.work.drafts import Draft, head_of
from ample_crumb.work.keeping import keep_edit_session
from ample_crumb.work.kept import FormulaSummary, formula_summaries, write_summary
from ample_crumb.work.made_foods import refuse_circle, with_nested
from ample_crumb.work.making import ProductionSettings, UsedTin, make, piece_sd, production_view, tins_of
from ample_crumb.work.problems import CannotAccept, ChangedMeanwhile, NotHere
from ample_crumb.work.reference import twin_choice_of, twin_figures
from ample_crumb.work.views import EvaluatedView, FiguresView, evaluated_view, portion_view


@dataclass(frozen=True, slots=True)
class FormulaListItem:
    """A formula in the list, with the figures of one piece and the alarms that it raises."""

    id: UUID
    name: str
    family: str
    pieces: float
    version: int
    archived: bool
    updated_at: datetime
    piece: FiguresView
    alerts: tuple[DietAlert, ...]


@dataclass(frozen=True, slots=True)
class FormulaView:
    """A formula as stored, and worked out."""

    id: UUID
    version: int
    archived: bool
    updated_at: datetime
    draft: Draft
    evaluated: EvaluatedView


@dataclass(frozen=True, slots=True)
class Pasted:
    """A pasted text taken apart. `pieces` is None when it does not say."""

    title: str
    pieces: int | None
    parts: tuple[Part, ...]
    method: str


def list_all(database: Database, principal: Principal) -> list[FormulaListItem]:
    """All formulas of the kitchen, archived ones too, the last changed first."""
    with database.transaction() as connection:
        context = load_context(connection, principal)
        return [_summary(row, kept, context) for row, kept in all_summaries(connection, principal, context)]


def all_summaries(connection: Connection, principal: Principal, context: KitchenContext) -> list[tuple[FormulaRow, FormulaSummary]]:
    """Each formula, archived ones too, with what is kept of it."""
    rows = formulas.listed(connection, principal.kitchen_id)
    kept = formula_summaries(connection, principal, rows, context)
    return [(row, kept[row.id]) for row in rows]


def piece_of(connection: Connection, principal: Principal, formula_id: UUID, context: KitchenContext) -> tuple[FormulaRow, FormulaSummary]:
    """A formula and what is kept of it. Raises NotHere."""
    row = formulas.find(connection, principal.kitchen_id, formula_id)
    if row is None:
        raise NotHere("formula")
    return row, formula_summaries(connection, principal, [row], context)[row.id]


def open_one(database: Database, principal: Principal, formula_id: UUID) -> FormulaView:
    """A formula for its Bench. Raises NotHere."""
    with database.transaction() as connection:
        row = formulas.find(connection, principal.kitchen_id, formula_id)
        if row is None:
            raise NotHere("formula")
        return view(connection, principal, row)


def create(database: Database, principal: Principal, formula_id: UUID, draft: Draft) -> FormulaView:
    """A new formula. Sending the same id again gives the formula that is there and changes nothing."""
    with database.transaction() as connection:
        # Formulas that hold this one change with it; whoever changes several takes the kitchen first.
        kitchens.lock(connection, principal.kitchen_id)
        draft = checked(connection, principal, formula_id, draft)
        if formulas.add(connection, principal.kitchen_id, formula_id, head_of(draft)):
            write(connection, principal, formula_id, draft)
        row = formulas.find(connection, principal.kitchen_id, formula_id)
        if row is None:
            raise NotHere("formula")
        return view(connection, principal, row)


def save(database: Database, principal: Principal, formula_id: UUID, version: int, draft: Draft) -> FormulaView:
    """Saves the Bench over the version it was opened at.

    A retry of a save that had arrived changes nothing. Raises NotHere, or ChangedMeanwhile with the formula as it is.
    """
    with database.transaction() as connection:
        # Formulas that hold this one change with it; whoever changes several takes the kitchen first.
        kitchens.lock(connection, principal.kitchen_id)
        draft = checked(connection, principal, formula_id, draft)
        row = formulas.find(connection, principal.kitchen_id, formula_id, lock=True)
        if row is None:
            raise NotHere("formula")
        there = view(connection, principal, row)
        if there.draft == draft:
            return there
        if row.version != version:
            raise ChangedMeanwhile("formula", there)
        keep_edit_session(connection, principal, row, there.draft)
        formulas.change(connection, principal.kitchen_id, formula_id, head_of(draft))
        write(connection, principal, formula_id, draft)
        saved = formulas.find(connection, principal.kitchen_id, formula_id)
        assert saved is not None
        return view(connection, principal, saved)


def duplicate(database: Database, principal: Principal, formula_id: UUID, copy_id: UUID) -> FormulaView:
    """A copy under a name of its own."""
    draft = open_one(database, principal, formula_id).draft
    return create(database, principal, copy_id, replace(draft, name=f"{draft.name[:108]}, a copy"))


def archive(database: Database, principal: Principal, formula_id: UUID, *, archived: bool) -> None:
    """Puts a formula away or brings it back. What was eaten of it stays."""
    with database.transaction() as connection:
        if not formulas.archive(connection, principal.kitchen_id, formula_id, archived=archived):
            raise NotHere("formula")


def paste(text: str) -> Pasted:
    """Takes a pasted text apart. Raises CannotUse with a sentence when it holds no recipe or too much."""
    recipe = recipe_from_text(text)
    parts = tuple(
        Part(part.name, tuple(Line(without_bullet(line.text)) for line in part.lines)) for part in parts_of(recipe)
    )
    return Pasted(recipe.title, recipe.pieces, parts, "\n".join(recipe.method)[:20_000])


def nudge(database: Database, principal: Principal, line: Line, factor: float) -> str:
    """The line written anew in grams with its amount multiplied. Raises CannotUse when it has no grams."""
    with database.reading() as connection:
        context = with_nested(connection, principal, load_context(connection, principal), (Part("", (line,)),))
    text = nudged(read_against(line.text, context.cupboard, context.preferences, line.chosen), factor)
    if text is None:
        raise CannotUse("This line has no grams to change; say how much first.")
    return text


def detail(database: Database, principal: Principal, line: Line, changes: Mapping[str, Any]) -> str:
    """The line with these of its `Details` changed, and otherwise as it was written."""
    with database.reading() as connection:
        context = with_nested(connection, principal, load_context(connection, principal), (Part("", (line,)),))
    read = read_against(line.text, context.cupboard, context.preferences, line.chosen)
    return with_details(read, replace(details_of(read), **changes))


@dataclass(frozen=True, slots=True)
class ScaledView:
    """A formula in another amount: its lines part by part, and the energy of the batch in proportion and as the new
    lines make it."""

    factor: float
    parts: tuple[tuple[ScaledLine, ...], ...]
    exact_kcal: float
    written_kcal: float


def scale(database: Database, principal: Principal, parts: tuple[Part, ...], factor: float) -> ScaledView:
    """The lines so many times, in measures that a kitchen has. Raises CannotUse for a factor that is a slip."""
    check_size(parts)
    with database.reading() as connection:
        context = with_nested(connection, principal, load_context(connection, principal), parts)
    lines = tuple(
        tuple(
            scaled(
                read_against(line.text, context.cupboard, context.preferences, line.chosen),
                factor,
                context.cupboard,
                context.preferences,
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
        return evaluate(of, 1, context.cupboard, context.preferences).batch.nutrients.energy_kcal or 0.0

    return ScaledView(factor, lines, energy(parts) * factor, energy(written))


@dataclass(frozen=True, slots=True)
class OtherTins:
    """By how much to multiply a formula for other tins: to fill them as full, and to stand as high in them."""

    as_full: float
    as_high: float


def into_tins(database: Database, principal: Principal, bench: Bench, others: tuple[UsedTin, ...]) -> OtherTins:
    """Factors for baking what is on the Bench in other tins. Raises CannotAccept without tins on either side."""
    with database.reading() as connection:
        context = with_nested(connection, principal, load_context(connection, principal), bench.parts)
    made = make(bench.parts, bench.pieces, bench.family, bench.making, context)
    now, then = tins_of(bench.making.tins, context), tins_of(others, context)
    if not now or not then:
        raise CannotAccept("/tins", "Say which tin it is for, and which it shall go into.")
    if made.bake_yield.in_oven_g <= 0:
        raise CannotAccept("/parts", "There is no dough yet.")
    density = bench.making.density_g_per_ml or family_of(bench.family).density_g_per_ml
    return OtherTins(*scale_to(made.bake_yield.in_oven_g, now, then, density))


def checked(connection: Connection, principal: Principal, formula_id: UUID, draft: Draft) -> Draft:
    """The draft as it may be stored. Raises CannotAccept and TooMuch."""
    name = draft.name.strip()
    if not name:
        raise CannotAccept("/name", "A formula needs a name.")
    check_size(draft.parts)
    refuse_circle(connection, principal, formula_id, draft.parts, name)
    other = draft.reference.formula_id if draft.reference else None
    if other == formula_id:
        raise CannotAccept("/reference", "A formula cannot be compared with itself.")
    if other is not None and formulas.find(connection, principal.kitchen_id, other) is None:
        raise CannotAccept("/reference", "The formula to compare with is not in your kitchen.")
    number = draft.reference.number if draft.reference else None
    if other is not None and number is not None and versions.find(connection, principal.kitchen_id, other, number) is None:
        raise CannotAccept("/reference", "That version of the formula to compare with is not there.")
    return replace(draft, name=name)


def check_size(parts: tuple[Part, ...]) -> None:
    """Raises TooMuch for more lines than one recipe holds."""
    lines = sum(len(part.lines) for part in parts)
    if lines > MOST_LINES:
        raise TooMuch("lines", lines, MOST_LINES)


@dataclass(frozen=True, slots=True)
class FormulaWords:
    """What a formula says of itself besides its lines: its family, name and method."""

    family: str = ""
    name: str = ""
    method: str = ""


def show(made: Production, said: FormulaWords, context: KitchenContext, twin: TwinFigures | None) -> EvaluatedView:
    """A formula as it is made, with all that follows from its lines, for a screen."""
    evaluated = made.evaluated
    contents = allergens_of(evaluated, context.cupboard)
    slugs = {line.ingredient.slug for part in evaluated.parts for line in part.lines if line.ingredient}
    prices = {slug: context.prices[food_of(slug)] for slug in slugs if food_of(slug) in context.prices}
    uncertainty = propagate(evaluated, context.cupboard, context.definition)
    plain = evaluated.plain_piece
    dough = judge_dough(evaluated, said.family, context.cupboard, said.name, said.method, context.learned)
    return evaluated_view(
        # What stays in the bowl and is cut off is lacking without the optional lines too.
        replace(evaluated, plain_piece=plain and plain.times(made.bake_yield.kept_share)),
        uncertainty,
        Portion(made.piece, piece_sd(made, uncertainty)),
        contents,
        diet_alerts(contents.names(), context.eaters),
        claims_of(evaluated, contents, said.family, twin, made.bake_yield.batch),
        quality_of(evaluated),
        cost_of(evaluated, prices),
        production_view(made, uncertainty, context),
        context.definition,
        crumb_check(dough, context.learned),
        find_hazards(evaluated, made.piece, dough.family, said.method, context.cupboard),
    )


def write(connection: Connection, principal: Principal, formula_id: UUID, draft: Draft) -> None:
    """Replaces the lines of a stored formula and keeps their figures."""
    formulas.write_parts(connection, principal.kitchen_id, formula_id, draft.parts)
    row = formulas.find(connection, principal.kitchen_id, formula_id)
    assert row is not None
    write_summary(connection, principal, row, draft.parts, load_context(connection, principal))
    formulas.stale_above(connection, principal.kitchen_id, formula_id)


def _summary(row: FormulaRow, kept: FormulaSummary, context: KitchenContext) -> FormulaListItem:
    return FormulaListItem(
        row.id, row.name, row.family, kept.count, row.version, row.archived, row.updated_at,
        portion_view(kept.piece, context.definition), diet_alerts(kept.brief, context.eaters),
    )  # fmt: skip


def view(connection: Connection, principal: Principal, row: FormulaRow) -> FormulaView:
    """A stored formula, worked out."""
    parts = formulas.parts_of(connection, principal.kitchen_id, row.id)
    context = with_nested(connection, principal, load_context(connection, principal), parts, (row.id,))
    reference, making = twin_choice_of(row), ProductionSettings.from_stored(row.making)
    made = make(parts, row.pieces, row.family, making, context)
    draft = Draft(row.name, row.family, row.pieces, row.method, parts, reference, making)
    return FormulaView(
        row.id,
        row.version,
        row.archived,
        row.updated_at,
        draft,
        show(made, FormulaWords(row.family, row.name, row.method), context, twin_figures(connection, principal, reference, context)),
    )
