"""What lies on the Bench evaluated once for whoever asks more of it, and a stored formula evaluated."""

from dataclasses import dataclass, replace

from ample_crumb.application.context import KitchenContext, load_context
from ample_crumb.application.cupboards import priced_food
from ample_crumb.application.formulas.draft import Bench, draft_of
from ample_crumb.application.formulas.nested import with_nested
from ample_crumb.application.formulas.production import piece_sd, produce_draft, production_view
from ample_crumb.application.formulas.twin_figures import twin_figures
from ample_crumb.application.formulas.views import EvaluatedFormula, EvaluatedView, FormulaView, evaluated_view
from ample_crumb.application.views import FiguresView, portion_view
from ample_crumb.core.crumb.check import JudgedDough, crumb_check, judge_dough
from ample_crumb.core.crumb.hazards import find_hazards
from ample_crumb.core.food.claims.claim import TwinFigures
from ample_crumb.core.food.nutrients import Portion
from ample_crumb.core.formula.alerts import diet_alerts
from ample_crumb.core.formula.allergens import allergens_of
from ample_crumb.core.formula.claims import claims_of
from ample_crumb.core.formula.cost import cost_of
from ample_crumb.core.formula.formula import Part
from ample_crumb.core.formula.protein_quality import quality_of
from ample_crumb.core.problem import TooMuch
from ample_crumb.core.production.production import Production
from ample_crumb.core.quantity.recipe_parser import MOST_LINES
from ample_crumb.core.uncertainty.propagation import propagate
from ample_crumb.store import formulas
from ample_crumb.store.database import Connection, Database
from ample_crumb.store.formulas import FormulaRow
from ample_crumb.store.scope import Principal


@dataclass(frozen=True, slots=True)
class EvaluatedBench:
    """A Bench made, its dough, and the ways it was made by."""

    bench: Bench
    production: Production
    dough: JudgedDough
    context: KitchenContext

    def with_parts(self, parts: tuple[Part, ...]) -> "EvaluatedBench":
        """The same with other lines."""
        return _evaluated(self.bench, parts, self.context)

    def piece(self) -> FiguresView:
        """A piece for a screen."""
        return portion_view(self.portion(), self.context.definition)

    def portion(self) -> Portion:
        """A piece with its band."""
        return Portion(
            self.production.piece,
            piece_sd(self.production, propagate(self.production.evaluated, self.context.cupboard)),
        )

    def prices(self, *more: str) -> dict[str, float]:
        """Prices of a gram by the slugs of its foods, and of these more."""
        slugs = {
            line.ingredient.slug for part in self.production.evaluated.parts for line in part.lines if line.ingredient
        }
        known = self.context.prices
        return {slug: known[priced_food(slug)] for slug in (*slugs, *more) if priced_food(slug) in known}


def evaluate_bench_in(connection: Connection, principal: Principal, bench: Bench) -> EvaluatedBench:
    """The Bench worked out. Raises TooMuch."""
    check_size(bench.parts)
    context = with_nested(connection, principal, load_context(connection, principal), bench.parts)
    return _evaluated(bench, bench.parts, context)


def evaluate_bench(database: Database, principal: Principal, bench: Bench) -> EvaluatedBench:
    """The Bench worked out, where nothing else is asked of the database."""
    with database.transaction(principal) as connection:
        return evaluate_bench_in(connection, principal, bench)


def _evaluated(bench: Bench, parts: tuple[Part, ...], context: KitchenContext) -> EvaluatedBench:
    made = produce_draft(parts, bench.pieces, bench.family, bench.production, context)
    dough = judge_dough(made.evaluated, bench.family, context.cupboard, bench.name, bench.method, context.learned)
    return EvaluatedBench(bench, made, dough, context)


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


def evaluated_formula(
    made: Production, words: FormulaWords, context: KitchenContext, twin: TwinFigures | None
) -> EvaluatedView:
    """A formula as it is made, with all that follows from its lines, for a screen."""
    evaluated = made.evaluated
    allergens = allergens_of(evaluated, context.cupboard)
    slugs = {line.ingredient.slug for part in evaluated.parts for line in part.lines if line.ingredient}
    prices = {slug: context.prices[priced_food(slug)] for slug in slugs if priced_food(slug) in context.prices}
    uncertainty = propagate(evaluated, context.cupboard, context.definition)
    plain = evaluated.plain_piece
    dough = judge_dough(evaluated, words.family, context.cupboard, words.name, words.method, context.learned)
    formula = EvaluatedFormula(
        # What stays in the bowl and is cut off is lacking without the optional lines too.
        figures=replace(evaluated, plain_piece=plain and plain.times(made.bake_yield.kept_share)),
        uncertainty=uncertainty,
        piece=Portion(made.piece, piece_sd(made, uncertainty)),
        production=production_view(made, uncertainty, context),
        allergens=allergens,
        alerts=diet_alerts(allergens.names(), context.eaters),
        claims=claims_of(evaluated, allergens, words.family, twin, made.bake_yield.batch),
        quality=quality_of(evaluated),
        cost=cost_of(evaluated, prices),
        check=crumb_check(dough, context.learned),
        hazards=find_hazards(evaluated, made.piece, dough.family, words.method, context.cupboard),
    )
    return evaluated_view(formula, context.definition)


def formula_view(connection: Connection, principal: Principal, row: FormulaRow) -> FormulaView:
    """A stored formula, worked out."""
    draft = draft_of(row, formulas.parts_of(connection, principal.kitchen_id, row.id))
    context = with_nested(connection, principal, load_context(connection, principal), draft.parts, (row.id,))
    made = produce_draft(draft.parts, row.pieces, row.family, draft.production, context)
    return FormulaView(
        row.id,
        row.version,
        row.archived,
        row.updated_at,
        draft,
        evaluated_formula(
            made,
            FormulaWords(row.family, row.name, row.method),
            context,
            twin_figures(connection, principal, draft.twin),
        ),
    )
