"""What lies on the Bench, worked out once for whoever asks more of it: repairs, swaps, sweeteners, steps, its twin."""

from dataclasses import dataclass

from ample_crumb.core.crumb.check import JudgedDough, judge_dough
from ample_crumb.core.food.nutrients import Portion
from ample_crumb.core.formula.formula import Part
from ample_crumb.core.production.production import Production
from ample_crumb.core.uncertainty.propagation import propagate
from ample_crumb.store.database import Connection, Database
from ample_crumb.store.kitchens import Principal
from ample_crumb.work.bench import Bench
from ample_crumb.work.context import KitchenContext, food_of, load_context
from ample_crumb.work.formulas import check_size
from ample_crumb.work.made_foods import with_nested
from ample_crumb.work.making import make, piece_sd
from ample_crumb.work.views import FiguresView, portion_view


@dataclass(frozen=True, slots=True)
class EvaluatedBench:
    """A Bench made, its dough, and the ways it was made by."""

    bench: Bench
    made: Production
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
        return Portion(self.made.piece, piece_sd(self.made, propagate(self.made.evaluated, self.context.cupboard)))

    def prices(self, *more: str) -> dict[str, float]:
        """Prices of a gram by the slugs of its foods, and of these more."""
        slugs = {line.ingredient.slug for part in self.made.evaluated.parts for line in part.lines if line.ingredient}
        known = self.context.prices
        return {slug: known[food_of(slug)] for slug in (*slugs, *more) if food_of(slug) in known}


def evaluate_bench_in(connection: Connection, principal: Principal, bench: Bench) -> EvaluatedBench:
    """The Bench worked out. Raises TooMuch."""
    check_size(bench.parts)
    context = with_nested(connection, principal, load_context(connection, principal), bench.parts)
    return _evaluated(bench, bench.parts, context)


def evaluate_bench(database: Database, principal: Principal, bench: Bench) -> EvaluatedBench:
    """The Bench worked out, where nothing else is asked of the database."""
    with database.reading() as connection:
        return evaluate_bench_in(connection, principal, bench)


def _evaluated(bench: Bench, parts: tuple[Part, ...], context: KitchenContext) -> EvaluatedBench:
    made = make(parts, bench.pieces, bench.family, bench.making, context)
    dough = judge_dough(made.evaluated, bench.family, context.cupboard, bench.name, bench.method, context.learned)
    return EvaluatedBench(bench, made, dough, context)
