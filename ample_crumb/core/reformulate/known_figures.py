"""What nobody said: foods without a figure that is wished for, left out or counted as none."""

from typing import Final

from ample_crumb.core.formula.cost import FREE
from ample_crumb.core.problem import CannotUse
from ample_crumb.core.reformulate.request import ReformulationRequest
from ample_crumb.core.reformulate.variables import AmountVariable
from ample_crumb.core.reformulate.wishes import MASS, PRICE, figure_of
from ample_crumb.core.swap.formula_in_kitchen import FormulaInKitchen


def known(
    candidates: tuple[AmountVariable, ...], request: ReformulationRequest, formula: FormulaInKitchen
) -> tuple[tuple[AmountVariable, ...], list[str]]:
    """The candidates that have every figure which is wished for; those without are left out, and that is said."""
    kept, remarks = [], []
    for variable in candidates:
        lacking = _lacking(variable, request, formula)
        unknown = {name for name, _, _ in variable.gram.unknown}
        if lacking:
            remarks.append(f"{variable.name} is left out: it has no figure of {lacking}.")
        elif unknown & {"water_g", "water_holding_g", "sweetness_g"}:
            remarks.append(f"{variable.name} is left out: nobody can say what it does in a dough.")
        else:
            kept.append(variable)
    return tuple(kept), remarks


_TRACE: Final = 0.02
"""Of a line that is less than this share of the dough, zest or vanilla, an unknown figure is counted as none and
said."""


def lines_without(
    lines: tuple[AmountVariable, ...], request: ReformulationRequest, formula: FormulaInKitchen, dough_g: float
) -> list[str]:
    """Remarks on traces without a figure that is wished for. Raises CannotUse for more than a trace."""
    remarks = []
    for variable in lines:
        lacking = _lacking(variable, request, formula)
        if not lacking or variable.high_g <= 0:
            continue
        if variable.was_g >= _TRACE * dough_g or lacking == "its price":
            raise CannotUse(
                f"This cannot be promised: {variable.name} has no figure of {lacking}. Give it one, or let it go."
            )
        remarks.append(f"{variable.name} has no figure of {lacking}; the little there is of it counts as none.")
    return remarks


def _lacking(variable: AmountVariable, request: ReformulationRequest, formula: FormulaInKitchen) -> str:
    """The first figure that is wished for and not known of a food; empty where all are."""
    for wish in request.wishes:
        if wish.name == MASS or wish.way is not None:
            continue
        if wish.name == PRICE:
            if variable.item.slug not in formula.prices and variable.item.slug not in FREE:
                return "its price"
        elif wish.needs:
            for need in wish.needs:
                for name, _ in need.factors:
                    if getattr(variable.per_g, name) is None:
                        return name.rpartition("_")[0]
        elif figure_of(wish, formula.definition)(variable.per_g) is None:
            return wish.name.rpartition("_")[0] or wish.name
    return ""
