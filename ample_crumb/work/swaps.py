"""The tabs Swaps and Sweeteners: what is on offer, what it would do, and the lines it makes."""

from collections.abc import Sequence
from dataclasses import dataclass, replace

from ample_crumb.core.crumb.check import CrumbCheck, crumb_check
from ample_crumb.core.food.sweeteners import sweeteners
from ample_crumb.core.formula.allergens import AllergenNames, allergens_of
from ample_crumb.core.formula.cost import cost_of
from ample_crumb.core.formula.formula import Part
from ample_crumb.core.swap.apply import SwapUse, apply_swaps
from ample_crumb.core.swap.suggestions import Aim, SwapSuggestion, suggest_swaps
from ample_crumb.core.swap.sweetener_options import (
    Blend,
    SweetenerOption,
    Sweetening,
    sweeten_with,
    sweetener_options,
    sweetening_of,
)
from ample_crumb.store.database import Database
from ample_crumb.store.kitchens import Principal
from ample_crumb.work.bench import Bench
from ample_crumb.work.evaluate_bench import EvaluatedBench, evaluate_bench, evaluate_bench_in
from ample_crumb.work.made_foods import with_nested
from ample_crumb.work.views import FiguresView


@dataclass(frozen=True, slots=True)
class Offers:
    """The swaps of a formula, and the aims they can be chosen by."""

    offers: tuple[SwapSuggestion, ...]
    aims: tuple[str, ...]


def offers(database: Database, principal: Principal, bench: Bench) -> Offers:
    """All swaps of what is on the Bench."""
    of = evaluate_bench(database, principal, bench)
    return Offers(suggest_swaps(of.made.evaluated, of.context.cupboard, of.context.preferences.energy, of.context.eaters), tuple(Aim))


@dataclass(frozen=True, slots=True)
class SwapSide:
    """A formula before or after: a piece, its dials, sweetness and water in g a piece, its contents, its cost."""

    piece: FiguresView
    check: CrumbCheck
    sweetness_g: float
    water_g: float
    dough_g: float
    contents: AllergenNames
    cost: float | None


@dataclass(frozen=True, slots=True)
class Preview:
    """What a change would make of the Bench: its parts then, both halves, and sentences on what could not move along.
    `gains` and `loses` are allergens, `keeps` and `breaks` diets that are kept from then on, or no more."""

    parts: tuple[Part, ...]
    before: SwapSide
    after: SwapSide
    remarks: tuple[str, ...]
    gains: tuple[str, ...]
    loses: tuple[str, ...]
    keeps: tuple[str, ...]
    breaks: tuple[str, ...]


def preview(database: Database, principal: Principal, bench: Bench, uses: Sequence[SwapUse]) -> Preview:
    """What these swaps together would do. Raises CannotUse for swaps that cannot be made together."""
    with database.reading() as connection:
        of = evaluate_bench_in(connection, principal, bench)
        done = apply_swaps(bench.parts, of.made.evaluated, uses, of.context.cupboard)
        return _preview(of, replace(of, context=with_nested(connection, principal, of.context, done.parts)), done.parts, done.remarks)


def _preview(of: EvaluatedBench, load_context: EvaluatedBench, parts: tuple[Part, ...], remarks: tuple[str, ...]) -> Preview:
    after = load_context.with_parts(parts)
    was, now = _half(of), _half(after)
    return Preview(
        parts=parts,
        before=was,
        after=now,
        remarks=remarks,
        gains=_new(was.contents.contains, now.contents.contains),
        loses=_new(now.contents.contains, was.contents.contains),
        keeps=_new(was.contents.diets_kept, now.contents.diets_kept),
        breaks=_new(now.contents.diets_kept, was.contents.diets_kept),
    )


def _new(was: Sequence[str], now: Sequence[str]) -> tuple[str, ...]:
    return tuple(name for name in now if name not in was)


def _half(of: EvaluatedBench) -> SwapSide:
    pieces = of.made.evaluated.piece_count
    cost = cost_of(of.made.evaluated, of.prices())
    return SwapSide(
        piece=of.piece(),
        check=crumb_check(of.dough, of.context.learned),
        sweetness_g=of.dough.composition.sweetness_g / pieces,
        water_g=of.dough.composition.water_g / pieces,
        dough_g=of.made.bake_yield.dough_g,
        contents=allergens_of(of.made.evaluated, of.context.cupboard).names(),
        cost=cost.piece_cost if cost and not cost.at_least else None,
    )


@dataclass(frozen=True, slots=True)
class SweetenerBench:
    """How the Bench is sweetened now, and every sweetener and these blends in its place."""

    now: Sweetening
    options: tuple[SweetenerOption, ...]


def sweetener_bench(database: Database, principal: Principal, bench: Bench, blends: Sequence[Blend]) -> SweetenerBench:
    """All sweeteners side by side for what is on the Bench. Raises CannotUse for a blend that is none."""
    of = evaluate_bench(database, principal, bench)
    evaluated, context = of.made.evaluated, of.context
    options = sweetener_options(evaluated, blends, context.cupboard, context.preferences.energy, of.prices(*sweeteners()), evaluated.piece_count)
    return SweetenerBench(sweetening_of(evaluated, context.cupboard, context.preferences.energy), options)


def sweetened(database: Database, principal: Principal, bench: Bench, blend: Blend, *, fill: bool) -> Preview:
    """What it would be with this sweetener or blend in place of all that sweetens. Raises CannotUse."""
    of = evaluate_bench(database, principal, bench)
    parts = sweeten_with(bench.parts, of.made.evaluated, blend, of.context.cupboard, fill=fill)
    return _preview(of, of, parts, ())
