"""The mixed-integer program of a reformulation: variables and rows out of what may change, wishes and dials.

See docs/decisions.md for its formulation.
"""

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass, field
from enum import StrEnum
from typing import Final

from ample_crumb.core.food.nutrients import CarbohydrateDefinition
from ample_crumb.core.formula.cost import FREE
from ample_crumb.core.reformulate.crumb_constraints import CrumbConstraint
from ample_crumb.core.reformulate.milp import LinearConstraint, Variable
from ample_crumb.core.reformulate.variables import AmountVariable
from ample_crumb.core.reformulate.wishes import MASS, PRICE, PROTEIN_KCAL, PROTEIN_SHARE, Wish, figure_of

ADDED: Final = 0.3
"""What something new counts, in relative changes of a whole role: it has to be bought, and it changes the taste."""

BY_SHARE: Final = 0.7
"""How much of a line's weight goes with its share of the dough; the rest counts all lines alike."""

MOST_ADDED: Final = 3
"""More new things at once are another formula."""


@dataclass(frozen=True, slots=True)
class PieceBasis:
    """How a batch becomes a piece: of `batch_g` of dough a piece has `share` while pieces are counted; else it is
    `piece_g` of dough. Baking leaves `baked` of the mass, and what stays in the bowl leaves `kept` of everything."""

    batch_g: float
    share: float
    piece_g: float
    counted: bool
    baked_share: float
    kept_share: float


class Apart(StrEnum):
    """How one answer has to differ from those before."""

    BY_ROLE = "by role"
    BY_FOOD = "by food"
    ANYHOW = "anyhow"


@dataclass(frozen=True, slots=True)
class ReformulationModel:
    """What a program is made of besides the wishes. `mass_share` is how far the dough may grow or shrink, None for
    free. `refused` are sets of additions that were answered already,
    told `apart` by kinds of food, by foods, or anyhow."""

    variables: tuple[AmountVariable, ...]
    crumb: tuple[CrumbConstraint, ...]
    piece: PieceBasis
    prices: Mapping[str, float]
    definition: CarbohydrateDefinition
    mass_share: float | None = 0.1
    refused: tuple[frozenset[str], ...] = field(default_factory=tuple)
    apart: Apart = Apart.BY_ROLE


def solver_variables(model: ReformulationModel) -> list[Variable]:
    """Grams of each variable, how far it moved, whether it moved, and whether it is there at all."""
    dough = model.piece.batch_g
    found: list[Variable] = []
    for variable in model.variables:
        found.append(Variable(variable.key, 0.0 if variable.may_go else variable.low_g, variable.high_g))
        if variable.step_g:
            found.append(
                Variable(f"steps {variable.key}", 0.0, max(1.0, variable.high_g // variable.step_g), whole=True)
            )
        if variable.may_go and variable.high_g > 0:
            found.append(
                Variable(f"there {variable.key}", 0.0, 1.0, ADDED if variable.place is None else 0.0, whole=True)
            )
        if variable.place is None:
            found[-2] = Variable(variable.key, 0.0, variable.high_g, 1.0 / dough)
        elif variable.low_g != variable.high_g or variable.may_go:
            share = variable.was_g / dough
            cost = variable.change_factor * (1 - BY_SHARE + BY_SHARE * share) / variable.was_g
            found.append(Variable(f"moved {variable.key}", 0.0, float("inf"), cost))
    if model.refused and model.apart is Apart.BY_ROLE:
        found += [Variable(f"role {role}", 0.0, 1.0, whole=True) for role in roles_of(model.variables)]
    return found


def standing_constraints(model: ReformulationModel) -> list[LinearConstraint]:
    """The rows that hold whatever is wished: how moves are counted, least amounts, dough, dials, refused additions."""
    rows: list[LinearConstraint] = []
    for variable in model.variables:
        there = f"there {variable.key}"
        if variable.step_g:
            rows.append(LinearConstraint({variable.key: 1.0, f"steps {variable.key}": -variable.step_g}, 0.0, 0.0))
        if variable.may_go and variable.high_g > 0:
            rows.append(LinearConstraint({variable.key: 1.0, there: -variable.low_g}, low=0.0))
            rows.append(LinearConstraint({variable.key: 1.0, there: -variable.high_g}, high=0.0))
        if variable.place is not None and (variable.low_g != variable.high_g or variable.may_go):
            moved = f"moved {variable.key}"
            rows.append(LinearConstraint({moved: 1.0, variable.key: -1.0}, low=-variable.was_g))
            rows.append(LinearConstraint({moved: 1.0, variable.key: 1.0}, low=variable.was_g))
    new = {f"there {variable.key}": 1.0 for variable in model.variables if variable.place is None}
    if new:
        rows.append(LinearConstraint(new, high=MOST_ADDED))
    if model.mass_share is not None:
        dough = model.piece.batch_g
        low, high = dough * (1 - model.mass_share), dough * (1 + model.mass_share)
        rows.append(LinearConstraint({variable.key: 1.0 for variable in model.variables}, low, high))
    rows += [_baking(row, model.variables) for row in model.crumb]
    rows += _cuts(model, new)
    return rows


def _cuts(model: ReformulationModel, new: Mapping[str, float]) -> Iterable[LinearConstraint]:
    """What was answered already is no new answer. A kind of food that came in stays out, or one food of them, or at
    least the additions are others."""
    roles = roles_of(model.variables)
    if model.refused and model.apart is Apart.BY_ROLE:
        for role, variables in roles.items():
            for variable in variables:
                yield LinearConstraint({f"role {role}": 1.0, f"there {variable.key}": -1.0}, low=0.0)
    for refused in model.refused:
        here = {name for name in new if name.removeprefix("there new ") in refused}
        if not here or model.apart is Apart.ANYHOW:
            yield LinearConstraint({name: -1.0 if name in here else 1.0 for name in new}, low=1.0 - len(here))
        elif model.apart is Apart.BY_FOOD:
            # Another sweetener alone is hardly another way.
            sweet = {f"there {variable.key}" for variable in roles.get("sweetener", ())}
            telling = here - sweet or here
            yield LinearConstraint(dict.fromkeys(telling, 1.0), high=len(telling) - 1.0)
        else:
            kinds = {
                role
                for role, variables in roles.items()
                if any(f"there {variable.key}" in here for variable in variables)
            }
            yield LinearConstraint({f"role {role}": 1.0 for role in kinds}, high=len(kinds) - 1.0)


def roles_of(variables: Iterable[AmountVariable]) -> dict[str, list[AmountVariable]]:
    """What may come in, by its role."""
    roles: dict[str, list[AmountVariable]] = {}
    for variable in variables:
        if variable.place is None:
            roles.setdefault(variable.item.role, []).append(variable)
    return roles


def _baking(row: CrumbConstraint, variables: Iterable[AmountVariable]) -> LinearConstraint:
    return LinearConstraint({variable.key: row.at(variable.gram) for variable in variables}, low=0.0)


def wish_constraint(wish: Wish, model: ReformulationModel) -> LinearConstraint:
    """A wish as a row that is at least 0. Raises KeyError for a food without a price."""
    sign = 1.0 if wish.at_least else -1.0
    if wish.needs:
        raise ValueError("A claim has a row for each of its needs.")
    terms = {variable.key: sign * _quantity(wish, variable, model) for variable in model.variables}
    limit = {variable.key: sign * wish.value * _measure(wish, variable, model) for variable in model.variables}
    if _by_mass(wish, model):
        return LinearConstraint({key: value - limit[key] for key, value in terms.items()}, low=0.0)
    return LinearConstraint(terms, low=sign * wish.value)


def claim_constraints(wish: Wish, model: ReformulationModel) -> list[LinearConstraint]:
    """A claim as rows that are at least 0, per g of what is baked."""
    left, kept = model.piece.baked_share, model.piece.kept_share
    return [
        LinearConstraint(
            {
                variable.key: need.per_g * left
                + kept * sum(factor * (getattr(variable.per_g, name) or 0.0) for name, factor in need.factors)
                for variable in model.variables
            },
            low=0.0,
        )
        for need in wish.needs
    ]


def _by_mass(wish: Wish, model: ReformulationModel) -> bool:
    """Whether a wish is for so much of a mass, and not for a share of the batch."""
    return wish.per_100g or wish.name == PROTEIN_SHARE or not model.piece.counted


def _quantity(wish: Wish, variable: AmountVariable, model: ReformulationModel) -> float:
    """What a g of a variable adds to what is wished for: of a piece, or of the batch where it is by mass."""
    piece = model.piece
    if wish.name == PROTEIN_SHARE:
        return 100 * PROTEIN_KCAL * (variable.per_g.protein_g or 0.0)
    if wish.name == MASS:
        amount = piece.baked_share
    elif wish.name == PRICE:
        amount = 0.0 if variable.item.slug in FREE else model.prices[variable.item.slug]
    else:
        amount = figure_of(wish, model.definition)(variable.per_g) or 0.0
    scale = 1.0 if wish.name in (MASS, PRICE) else piece.kept_share
    if wish.per_100g:
        return 100 * amount * scale
    return amount * scale * (piece.share if piece.counted else piece.piece_g)


def _measure(wish: Wish, variable: AmountVariable, model: ReformulationModel) -> float:
    """What a g of a variable adds to what the limit is counted by, where that is not a share of the batch."""
    if wish.name == PROTEIN_SHARE:
        return variable.per_g.energy_kcal or 0.0
    if wish.per_100g:
        return model.piece.baked_share
    return 1.0


def amounts(values: Mapping[str, float], variables: Sequence[AmountVariable]) -> dict[str, float]:
    """The grams of each variable in a solution; what is next to nothing is nothing."""
    return {variable.key: 0.0 if values[variable.key] < 1e-6 else values[variable.key] for variable in variables}
