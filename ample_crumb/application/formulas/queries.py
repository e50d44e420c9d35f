"""Reads of the place Formulas: the list, the Bench, and what a line or text becomes."""

from collections.abc import Mapping
from dataclasses import dataclass, replace
from datetime import date, datetime
from typing import Any, Final
from uuid import UUID

from ample_crumb.application.context import KitchenContext, load_context
from ample_crumb.application.formulas.classic_figures import classic_figures
from ample_crumb.application.formulas.draft import Bench
from ample_crumb.application.formulas.evaluation import (
    analysis_view,
    check_size,
    evaluate_bench,
    evaluate_in,
    formula_view,
)
from ample_crumb.application.formulas.nested_formulas import add_nested_formulas
from ample_crumb.application.formulas.pasted_recipe import describe_pasted
from ample_crumb.application.formulas.production import produce_draft, tins_of
from ample_crumb.application.formulas.summaries import FormulaSummary, kept_summary, summary_now
from ample_crumb.application.formulas.views import (
    AnalysisView,
    BenchView,
    Fitting,
    FormulaListItem,
    FormulaPage,
    FormulaView,
    PastedText,
    ScaledView,
    evaluated_view,
)
from ample_crumb.application.problems import CannotAccept, NotHere
from ample_crumb.application.views import portion_view, tally_view
from ample_crumb.core.day.day_budget import pieces_that_fit
from ample_crumb.core.formula.eater_alerts import diet_alerts
from ample_crumb.core.formula.evaluation import evaluate
from ample_crumb.core.formula.families import family_of
from ample_crumb.core.formula.formula import Line, Part
from ample_crumb.core.formula.reading import read_against
from ample_crumb.core.formula.rewrite import adjusted_amount, details_of, with_details
from ample_crumb.core.problem import CannotUse
from ample_crumb.core.production.draft import UsedTin
from ample_crumb.core.production.scaling import TinFactor, TinFactors, factors_by_part, factors_for_tins, scale_line
from ample_crumb.formats.recipe_text import read_recipes
from ample_crumb.store import formulas, tins
from ample_crumb.store.database import Connection, Database
from ample_crumb.store.formulas import FormulaRow, ListedFormula, ListedFrom, ListOrder, Narrowed
from ample_crumb.store.scope import Principal

PAGE: Final = 16
"""Formulas of a page, more than a screen shows."""


@dataclass(frozen=True, slots=True)
class ListChoices:
    """Which formulas a list shows and in which order: names that hold all of these words, one family (None for any),
    a diet that is kept, and with `fits_on` those of which half a piece fits into what is left of that day."""

    words: str = ""
    order: ListOrder = ListOrder.CHANGED
    family: str | None = None
    diet: str = ""
    fits_on: date | None = None
    archived: bool = False


def list_page(
    database: Database, principal: Principal, choices: ListChoices = ListChoices(), after: str = ""
) -> FormulaPage:
    """Formulas as chosen: so many from the beginning, or from behind where another page ended. Raises CannotAccept for
    no such place."""
    behind = _behind(after) if after else None
    with database.transaction(principal) as connection:
        context = load_context(connection, principal, choices.fits_on)
        narrowed = Narrowed(
            words=choices.words.lower().split(),
            family=choices.family,
            diet=choices.diet,
            room_kcal=context.room_kcal if choices.fits_on else None,
            archived=choices.archived,
        )
        rows = formulas.list_formulas(connection, principal, PAGE + 1, narrowed, choices.order, behind)
    last = rows[PAGE - 1] if len(rows) > PAGE else None
    return FormulaPage(
        tuple(_list_item(row, kept_summary(row), context) for row in rows[:PAGE]),
        f"{last.updated_at:%Y-%m-%dT%H:%M:%S.%fZ}_{last.id}_{last.family}" if last else "",
    )


def _behind(after: str) -> ListedFrom:
    moment, _, rest = after.partition("_")
    formula_id, _, family = rest.partition("_")
    try:
        return ListedFrom(datetime.fromisoformat(moment), UUID(formula_id), family)
    except ValueError as wrong:
        raise CannotAccept("/after", "There is no such place in the list.") from wrong


def find_summary(connection: Connection, principal: Principal, formula_id: UUID) -> tuple[FormulaRow, FormulaSummary]:
    """A formula and what it comes to now. Raises NotHere, and CannotUse where it cannot be worked out."""
    row = formulas.find(connection, principal.kitchen_id, formula_id)
    if row is None:
        raise NotHere("formula")
    summary = summary_now(connection, principal, row)
    if summary.problem:
        raise CannotUse(summary.problem)
    return row, summary


def open_one(database: Database, principal: Principal, formula_id: UUID) -> FormulaView:
    """A formula for its Bench. Raises NotHere."""
    with database.transaction(principal) as connection:
        row = formulas.find(connection, principal.kitchen_id, formula_id)
        if row is None:
            raise NotHere("formula")
        return formula_view(connection, principal, row)


def paste(database: Database, principal: Principal, text: str) -> PastedText:
    """Takes a pasted text apart. Raises CannotUse with a sentence when it holds no recipe or too much."""
    read = read_recipes(text)
    with database.transaction(principal) as connection:
        own = {row.id: row.tin() for row in tins.list_tins(connection, principal.kitchen_id) if not row.archived}
    return PastedText(tuple(describe_pasted(recipe, own) for recipe in read.recipes), read.remarks)


def adjust_amount(database: Database, principal: Principal, line: Line, factor: float) -> str:
    """The line written anew in grams with its amount multiplied. Raises CannotUse when it has no grams."""
    with database.transaction(principal) as connection:
        context = add_nested_formulas(connection, principal, load_context(connection, principal), (Part("", (line,)),))
    text = adjusted_amount(read_against(line, context.cupboard, context.preferences), factor)
    if text is None:
        raise CannotUse("This line has no grams to change; say how much first.")
    return text


def detail(database: Database, principal: Principal, line: Line, changes: Mapping[str, Any]) -> str:
    """The line with these of its `Details` changed, and otherwise as it was written."""
    with database.transaction(principal) as connection:
        context = add_nested_formulas(connection, principal, load_context(connection, principal), (Part("", (line,)),))
    read = read_against(line, context.cupboard, context.preferences)
    return with_details(read, replace(details_of(read), **changes))


def scale(database: Database, principal: Principal, parts: tuple[Part, ...], by: TinFactor) -> ScaledView:
    """The lines so many times, in measures that a kitchen has; what lies on the dough by its surface. Raises CannotUse
    for a factor that is a slip."""
    check_size(parts)
    with database.transaction(principal) as connection:
        context = add_nested_formulas(connection, principal, load_context(connection, principal), parts)
    factors = factors_by_part(parts, by)
    lines = tuple(
        tuple(
            scale_line(
                read_against(line, context.cupboard, context.preferences),
                factor,
                context.cupboard,
                context.preferences,
                line.chosen,
            )
            for line in part.lines
        )
        for part, factor in zip(parts, factors, strict=True)
    )
    written = tuple(
        replace(part, lines=tuple(replace(old, text=new.text) for new, old in zip(made, part.lines, strict=True)))
        for made, part in zip(lines, parts, strict=True)
    )

    def energy(written: tuple[Part, ...]) -> float:
        return evaluate(written, 1, context.cupboard, context.preferences).batch.nutrients.energy_kcal or 0.0

    exact = sum(energy((part,)) * factor for part, factor in zip(parts, factors, strict=True))
    return ScaledView(by.factor, lines, exact, energy(written))


def into_tins(database: Database, principal: Principal, bench: Bench, others: tuple[UsedTin, ...]) -> TinFactors:
    """Factors for baking what is on the Bench in other tins. Raises CannotAccept without tins on either side."""
    with database.transaction(principal) as connection:
        context = add_nested_formulas(connection, principal, load_context(connection, principal), bench.parts)
    made = produce_draft(bench.parts, bench.pieces, bench.family, bench.production, context)
    now, then = tins_of(bench.production.tins, context), tins_of(others, context)
    if not now or not then:
        raise CannotAccept("/tins", "Say which tin it is for, and which it shall go into.")
    if made.bake_yield.in_oven_g <= 0:
        raise CannotAccept("/parts", "There is no dough yet.")
    density = bench.production.density_g_per_ml or family_of(bench.family).density_g_per_ml
    return factors_for_tins(made.bake_yield.in_oven_g, now, then, density)


def _list_item(row: ListedFormula, kept: FormulaSummary, context: KitchenContext) -> FormulaListItem:
    return FormulaListItem(
        row.id, row.name, row.family, row.base_id, kept.piece_count, row.revision, row.archived, row.updated_at,
        portion_view(kept.piece, context.definition),
        tally_view(kept.piece.figures, kept.piece.figures, context.tally), row.piece_cost, row.cost_at_least,
        row.hands_on_min, row.whole_min, row.bowl_count, row.usual_count,
        diet_alerts(kept.allergens, context.dietary_profiles), kept.stale, kept.stopped, kept.problem,
    )  # fmt: skip


def read_bench(database: Database, principal: Principal, bench: Bench) -> BenchView:
    """Works out what is on the Bench, saved or not, and how many of its pieces fit into the day. Raises TooMuch."""
    formula = evaluate_bench(database, principal, bench)
    room_kcal, piece = formula.context.room_kcal, formula.made.piece
    fitting = None
    if room_kcal is not None and piece.mass_g > 0:
        energy = piece.nutrients.energy_kcal or 0.0
        count = pieces_that_fit(energy, room_kcal)
        fitting = Fitting(count, count * energy, count * (piece.nutrients.protein_g or 0.0))
    return BenchView(evaluated_view(formula), fitting)


def analyse_bench(database: Database, principal: Principal, bench: Bench) -> AnalysisView:
    """What is asked of the Bench once it rests. Raises TooMuch."""
    with database.transaction(principal) as connection:
        formula = evaluate_in(connection, principal, bench)
        return analysis_view(formula, classic_figures(connection, principal, bench.classic))
