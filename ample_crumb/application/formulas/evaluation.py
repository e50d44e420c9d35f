"""What lies on the Bench, and what is stored, worked out within a transaction."""

from collections.abc import Sequence
from typing import Final
from uuid import UUID

from ample_crumb.application.context import load_context
from ample_crumb.application.formulas.classic_figures import classic_figures
from ample_crumb.application.formulas.draft import Bench
from ample_crumb.application.formulas.evaluated_formula import EvaluatedFormula, evaluated_draft
from ample_crumb.application.formulas.nested_formulas import add_nested_formulas
from ample_crumb.application.formulas.repair_options import repairs_of
from ample_crumb.application.formulas.summaries import stored_formula
from ample_crumb.application.formulas.views import AnalysisView, FormulaView, KeepingView, evaluated_view
from ample_crumb.application.views import portion_view
from ample_crumb.core.food.claims.claim import ClassicFigures
from ample_crumb.core.formula.formula import Part
from ample_crumb.core.formula.label_text import label_ingredients
from ample_crumb.core.formula.marketing_terms import words_of
from ample_crumb.core.formula.self_claims import answer_self_claims
from ample_crumb.core.formula.stated_figures import compare_stated
from ample_crumb.core.keeping.eat_by import in_words
from ample_crumb.core.keeping.places import Place
from ample_crumb.core.keeping.shelf_life import ShelfLife
from ample_crumb.core.keeping.traits import kind_of
from ample_crumb.core.problem import TooMuch
from ample_crumb.core.production.contradictions import contradictions_of
from ample_crumb.core.production.draft import Draft
from ample_crumb.core.quantity.recipe_parser import MOST_LINES
from ample_crumb.core.quantity.stated_figures import read_stated
from ample_crumb.store.database import Connection, Database
from ample_crumb.store.formulas import FormulaRow
from ample_crumb.store.scope import Principal


def evaluate_in(
    connection: Connection, principal: Principal, draft: Draft, above: Sequence[UUID] = ()
) -> EvaluatedFormula:
    """A draft worked out; `above` are the formulas that it stands in, itself where it is stored. Raises TooMuch."""
    check_size(draft.parts)
    day = draft.day if isinstance(draft, Bench) else None
    context = add_nested_formulas(
        connection, principal, load_context(connection, principal, day), draft.parts, tuple(above)
    )
    return evaluated_draft(draft, context)


def evaluate_bench(database: Database, principal: Principal, bench: Bench) -> EvaluatedFormula:
    """The Bench worked out, where nothing else is asked of the database."""
    with database.transaction(principal) as connection:
        return evaluate_in(connection, principal, bench)


def check_size(parts: tuple[Part, ...]) -> None:
    """Raises TooMuch for more lines than one recipe holds."""
    lines = sum(len(part.lines) for part in parts)
    if lines > MOST_LINES:
        raise TooMuch("lines", lines, MOST_LINES)


def analysis_view(formula: EvaluatedFormula, classic: ClassicFigures | None) -> AnalysisView:
    """What is worked out once a formula rests, for a screen."""
    piece_g = formula.made.piece.mass_g
    claims = formula.claims(classic)
    draft = formula.draft
    said = f"{draft.name}\n{draft.method}"
    words = words_of(formula.figures, formula.made.piece, claims, formula.allergens, formula.context.cupboard)
    return AnalysisView(
        claims=claims,
        words=words,
        stated=compare_stated(read_stated(said), formula.figures, formula.made.piece),
        called=answer_self_claims(draft.name, draft.method, words),
        questions=formula.questions,
        contradictions=contradictions_of(formula.figures, said),
        hazards=formula.hazards,
        repairs=repairs_of(formula),
        ingredients=label_ingredients(formula.figures, formula.context.cupboard),
        per_100g=portion_view(formula.piece.times(100 / piece_g if piece_g else 0.0), formula.context.definition),
        keeping=_keeping(kind_of(formula.keeping_traits)),
    )


_THERE: Final = {
    Place.COUNTER: "covered on the counter",
    Place.FRIDGE: "in the fridge",
    Place.FREEZER: "in the freezer, for its taste",
}


def _keeping(life: ShelfLife) -> KeepingView:
    hours = {place: life.hours(place) for place in Place}
    places = [f"{in_words(hours[place].careful_h, hours[place].usual_h)} {_THERE[place]}" for place in Place]
    return KeepingView(life.words, tuple(places), life.thaw, life.best, life.travels, life.source)


def formula_view(connection: Connection, principal: Principal, row: FormulaRow) -> FormulaView:
    """A stored formula, worked out."""
    formula = stored_formula(connection, principal, row)
    draft = formula.draft
    analysis = analysis_view(formula, classic_figures(connection, principal, draft.classic))
    return FormulaView(row.id, row.revision, row.archived, row.updated_at, draft, evaluated_view(formula), analysis)
