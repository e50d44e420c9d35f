"""How far a wish can go by itself, and what protein costs in energy."""

from dataclasses import dataclass, replace
from typing import Final

from ample_crumb.core.reformulate.answers import Answer
from ample_crumb.core.reformulate.extremes import WishRange, extreme, range_of
from ample_crumb.core.reformulate.prepared_program import prepare
from ample_crumb.core.reformulate.request import ReformulationRequest
from ample_crumb.core.reformulate.search import next_answer
from ample_crumb.core.reformulate.wishes import Wish
from ample_crumb.core.swap.formula_in_kitchen import FormulaInKitchen


def wish_ranges(formula: FormulaInKitchen, request: ReformulationRequest) -> tuple[WishRange, ...]:
    """Returns for each wish the values between which its figure can lie while the dials hold and the other wishes are
    let go."""
    prepared = prepare(formula, request)
    return tuple(range_of(prepared, wish) for wish in prepared.request.wishes if wish.has_figure)


@dataclass(frozen=True, slots=True)
class TradeOffPoint:
    """A point of a trade-off: the most protein of a piece that has so much energy; None where there is none. `kept_by`
    are the limits that it ends at, where a baker would."""

    energy_kcal: float
    protein_g: float | None
    answer: Answer | None
    kept_by: tuple[str, ...] = ()


def trade_off_point(formula: FormulaInKitchen, request: ReformulationRequest, energy_kcal: float) -> TradeOffPoint:
    """The most protein that a piece of at most this energy can have, the other wishes kept."""
    others = tuple(wish for wish in request.wishes if wish.name not in ("energy_kcal", "protein_g"))
    capped = replace(request, wishes=(*others, Wish("energy_kcal", energy_kcal)))
    end = extreme(prepare(formula, capped), Wish("protein_g", 0.0, at_least=True), least=False)
    most = end.value
    if most is None:
        return TradeOffPoint(energy_kcal, None, None)
    for share in _BELOW_THE_MOST:
        wished = replace(request, wishes=(*capped.wishes, Wish("protein_g", most * share, at_least=True)), answers=1)
        answer = next_answer(prepare(formula, wished), ()).answer
        if answer is not None:
            return TradeOffPoint(energy_kcal, answer.piece.figures.nutrients.protein_g, answer, end.kept_by)
    return TradeOffPoint(energy_kcal, most, None, end.kept_by)


_BELOW_THE_MOST: Final = (0.985, 0.96, 0.92)
"""A little less than the very most leaves room for kitchen amounts."""
