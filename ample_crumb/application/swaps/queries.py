"""Reads of the tabs Swaps and Sweeteners: what is on offer, what it would do, and the lines it makes."""

from collections.abc import Sequence
from dataclasses import replace
from typing import Final

from ample_crumb.application.formulas.draft import Bench
from ample_crumb.application.formulas.evaluated_formula import EvaluatedFormula
from ample_crumb.application.formulas.evaluation import evaluate_bench, evaluate_in
from ample_crumb.application.formulas.formula_in_kitchen import made_dough, with_prices
from ample_crumb.application.formulas.nested_formulas import add_nested_formulas
from ample_crumb.application.swaps.views import Offers, Preview, SwapSide, SweetenerBench, WithoutView, WithoutWay
from ample_crumb.application.views import portion_view
from ample_crumb.core.crumb.mouthfeel import compare_mouthfeel
from ample_crumb.core.food.allergens import BROKEN_BY
from ample_crumb.core.food.sweeteners import sweeteners
from ample_crumb.core.formula.formula import Part
from ample_crumb.core.swap.apply import SwapUse, apply_swaps
from ample_crumb.core.swap.exclusions import make_without
from ample_crumb.core.swap.method_following import follow_method
from ample_crumb.core.swap.step_rules import dissolves_g
from ample_crumb.core.swap.suggestions import Aim, suggest_swaps
from ample_crumb.core.swap.sweetener_options import (
    Blend,
    SweetenerAsk,
    sweeten_with,
    sweetener_options,
    sweetening_of,
)
from ample_crumb.core.wording import join_names
from ample_crumb.store.database import Database
from ample_crumb.store.scope import Principal


def offers(database: Database, principal: Principal, bench: Bench) -> Offers:
    """All swaps of what is on the Bench."""
    evaluated = evaluate_bench(database, principal, bench)
    return Offers(
        suggest_swaps(
            evaluated.figures,
            evaluated.context.cupboard,
            evaluated.context.preferences.energy,
            evaluated.context.dietary_profiles,
        ),
        tuple(Aim),
    )


def preview(database: Database, principal: Principal, bench: Bench, uses: Sequence[SwapUse]) -> Preview:
    """What these swaps together would do. Raises CannotUse for swaps that cannot be made together."""
    with database.transaction(principal) as connection:
        evaluated = evaluate_in(connection, principal, bench)
        done = apply_swaps(bench.parts, evaluated.figures, uses, evaluated.context.cupboard)
        return _preview(
            evaluated,
            replace(evaluated, context=add_nested_formulas(connection, principal, evaluated.context, done.parts)),
            done.parts,
            done.remarks,
        )


def _preview(
    evaluated: EvaluatedFormula, load_context: EvaluatedFormula, parts: tuple[Part, ...], remarks: tuple[str, ...]
) -> Preview:
    after = load_context.with_parts(parts)
    was, now = _half(evaluated), _half(after)
    return Preview(
        parts=parts,
        before=was,
        after=now,
        remarks=remarks,
        mouth=compare_mouthfeel(evaluated.dough, after.dough, evaluated.context.learned),
        method=follow_method(evaluated.draft.method, made_dough(evaluated), made_dough(after)),
        gains=_new(was.allergens.contains, now.allergens.contains),
        loses=_new(now.allergens.contains, was.allergens.contains),
        keeps=_new(was.allergens.diets_kept, now.allergens.diets_kept),
        breaks=_new(now.allergens.diets_kept, was.allergens.diets_kept),
    )


def _new(was: Sequence[str], now: Sequence[str]) -> tuple[str, ...]:
    return tuple(name for name in now if name not in was)


def _half(evaluated: EvaluatedFormula) -> SwapSide:
    pieces = evaluated.figures.piece_count
    cost = evaluated.cost
    return SwapSide(
        piece=portion_view(evaluated.piece, evaluated.context.definition),
        check=evaluated.check,
        sweetness_g=evaluated.dough.composition.sweetness_g / pieces,
        water_g=evaluated.dough.composition.water_g / pieces,
        dough_g=evaluated.made.bake_yield.dough_g,
        allergens=evaluated.allergens.names(),
        cost=cost.piece_cost if cost and not cost.at_least else None,
    )


def sweetener_bench(
    database: Database, principal: Principal, bench: Bench, blends: Sequence[Blend], kept_share: float
) -> SweetenerBench:
    """All sweeteners side by side for what is on the Bench, in place of all but the `kept_share` of what sweetens it.
    Raises CannotUse for a blend that is none."""
    evaluated = evaluate_bench(database, principal, bench)
    formula, context = evaluated.figures, evaluated.context
    prices, dissolves = evaluated.prices(*sweeteners()), dissolves_g(evaluated.dough)
    ask = SweetenerAsk(formula.piece_count, prices, kept_share, dissolves)
    options = sweetener_options(formula, blends, context.cupboard, context.preferences.energy, ask)
    return SweetenerBench(sweetening_of(formula, context.cupboard, context.preferences.energy), options)


def preview_sweetening(
    database: Database, principal: Principal, bench: Bench, blend: Blend, *, fill: bool, kept_share: float
) -> Preview:
    """What it would be with this sweetener or blend in place of what sweetens, but for the `kept_share` of it. Raises
    CannotUse."""
    evaluated = evaluate_bench(database, principal, bench)
    cupboard = evaluated.context.cupboard
    parts = sweeten_with(bench.parts, evaluated.figures, blend, cupboard, fill=fill, kept_share=kept_share)
    return _preview(evaluated, evaluated, parts, ())


def without(database: Database, principal: Principal, bench: Bench, avoided: frozenset[str]) -> WithoutView:
    """What is on the Bench without these allergens, diets and foods: up to two ways, or what cannot be replaced."""
    with database.transaction(principal) as connection:
        evaluated = evaluate_in(connection, principal, bench)
        found = make_without(with_prices(evaluated), avoided)
        ways = tuple(
            WithoutWay(
                way.replacements,
                way.repairs,
                way.off,
                _preview(
                    evaluated,
                    replace(
                        evaluated, context=add_nested_formulas(connection, principal, evaluated.context, way.parts)
                    ),
                    way.parts,
                    way.remarks,
                ),
            )
            for way in found.ways
        )
    return WithoutView(branch_name(bench.name, avoided), found.lines, ways, found.cannot)


_NAME_LENGTH: Final = 120


def branch_name(name: str, avoided: frozenset[str]) -> str:
    """What a formula without something is called: "Buns without egg and milk", "Buns, vegan, without peanut"."""
    foods = [each.replace("_", " ") for each in sorted(avoided - BROKEN_BY.keys())]
    words = ", ".join([name, *sorted(avoided & BROKEN_BY.keys())])
    if foods:
        words += f"{',' if words != name else ''} without {join_names(foods)}"
    return words[:_NAME_LENGTH]
