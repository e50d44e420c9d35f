"""The mixed-integer program of a reformulation: variables and rows out of what may change, wishes and dials.

See docs/decisions/reformulate.md for its formulation.
"""

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass, field, replace
from enum import StrEnum
from typing import Final

from ample_crumb.core.crumb.dials.judge import title_of
from ample_crumb.core.crumb.tolerance import tolerances_per_g
from ample_crumb.core.food.nutrients import CarbohydrateDefinition
from ample_crumb.core.formula.cost import FREE
from ample_crumb.core.reformulate.crumb_constraints import CrumbConstraint
from ample_crumb.core.reformulate.dessert_limits import DessertRow
from ample_crumb.core.reformulate.handles import Grams, Handle, Kind, Moved, Nearing, Present, Wholes
from ample_crumb.core.reformulate.milp import LinearConstraint, Variable
from ample_crumb.core.reformulate.variables import AmountVariable
from ample_crumb.core.reformulate.window_penalties import EdgeCost
from ample_crumb.core.reformulate.wishes import ADDED_SUGAR, MASS, PRICE, PROTEIN_KCAL, PROTEIN_SHARE, Wish, figure_of

ADDED: Final = 0.3
"""What something new counts, in relative changes of a whole role: it has to be bought, and it changes the taste."""

BY_SHARE: Final = 0.7
"""How much of a line's weight goes with its share of the dough; the rest counts all lines alike."""

BORNE: Final = "what a stomach bears of sweeteners"

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
    free; `tolerance_count` how many tolerances of what a stomach bears a piece may be, None for any. `refused` are sets
    of additions that were answered already, told `apart` by kinds of food, by foods, or anyhow. `dessert` are the rows
    that keep it one, which leave a `margin_share` for rounding; `edges` what it costs to come near the ends of
    windows."""

    variables: tuple[AmountVariable, ...]
    crumb: tuple[CrumbConstraint, ...]
    piece: PieceBasis
    prices: Mapping[str, float]
    definition: CarbohydrateDefinition
    dessert: tuple[DessertRow, ...] = ()
    edges: tuple[EdgeCost, ...] = ()
    mass_share: float | None = 0.1
    tolerance_count: float | None = None
    refused: tuple[frozenset[str], ...] = field(default_factory=tuple)
    apart: Apart = Apart.BY_ROLE
    margin_share: float = 0.0

    def over(self, variables: Sequence[AmountVariable]) -> "ReformulationModel":
        """The model of these variables alone."""
        kept = frozenset(variables)
        dessert = tuple(row.over(kept) for row in self.dessert)
        return replace(self, variables=tuple(variables), dessert=dessert)


def solver_variables(model: ReformulationModel) -> list[Variable]:
    """Grams of each variable, how far it moved, and whether it is there at all."""
    dough = model.piece.batch_g
    found: list[Variable] = []
    for amount in model.variables:
        low = 0.0 if amount.may_go else amount.low_g
        found.append(Variable(Grams(amount), low, amount.high_g, 1.0 / dough if amount.comes_in else 0.0))
        if amount.step_g:
            found.append(Variable(Wholes(amount), 0.0, max(1.0, amount.high_g // amount.step_g), whole=True))
        if amount.can_be_absent:
            found.append(Variable(Present(amount), 0.0, 1.0, ADDED if amount.comes_in else 0.0, whole=True))
        if amount.can_move:
            share = amount.was_g / dough
            cost = amount.change_factor * (1 - BY_SHARE + BY_SHARE * share) / amount.was_g
            found.append(Variable(Moved(amount), 0.0, float("inf"), cost))
    found += [Variable(Nearing(number), cost=edge.cost) for number, edge in enumerate(model.edges)]
    if model.refused and model.apart is Apart.BY_ROLE:
        found += [Variable(Kind(role), 0.0, 1.0, whole=True) for role in roles_of(model.variables)]
    return found


def standing_constraints(model: ReformulationModel) -> list[LinearConstraint]:
    """The rows that hold whatever is wished: how moves are counted, least amounts, dough, dials, refused additions."""
    rows: list[LinearConstraint] = []
    for amount in model.variables:
        grams = Grams(amount)
        if amount.step_g:
            rows.append(LinearConstraint({grams: 1.0, Wholes(amount): -amount.step_g}, 0.0, 0.0))
        if amount.can_be_absent:
            rows.append(LinearConstraint({grams: 1.0, Present(amount): -amount.low_g}, low=0.0))
            rows.append(LinearConstraint({grams: 1.0, Present(amount): -amount.high_g}, high=0.0))
        if amount.can_move:
            rows.append(LinearConstraint({Moved(amount): 1.0, grams: -1.0}, low=-amount.was_g))
            rows.append(LinearConstraint({Moved(amount): 1.0, grams: 1.0}, low=amount.was_g))
    new = [amount for amount in model.variables if amount.comes_in]
    if new:
        rows.append(LinearConstraint({Present(amount): 1.0 for amount in new}, high=MOST_ADDED))
    if model.mass_share is not None:
        dough = model.piece.batch_g
        low, high = dough * (1 - model.mass_share), dough * (1 + model.mass_share)
        rows.append(LinearConstraint({Grams(amount): 1.0 for amount in model.variables}, low, high))
    if model.tolerance_count is not None:
        rows.append(_borne(model, model.tolerance_count))
    rows += [_baking(row, model.variables) for row in model.crumb]
    rows += [
        LinearConstraint(
            {Grams(each): value for each, value in row.coefficients.items()},
            row.room(model.margin_share),
            name=row.words,
        )
        for row in model.dessert
    ]
    for number, edge in enumerate(model.edges):
        near = {Grams(variable): edge.coefficients[variable] for variable in model.variables}
        rows.append(LinearConstraint({**near, Nearing(number): edge.width}, low=0.0))
    rows += _cuts(model, new)
    return rows


def _cuts(model: ReformulationModel, new: Sequence[AmountVariable]) -> Iterable[LinearConstraint]:
    """What was answered already is no new answer. A kind of food that came in stays out, or one food of them, or at
    least the additions are others."""
    roles = roles_of(model.variables)
    if model.refused and model.apart is Apart.BY_ROLE:
        for role, amounts in roles.items():
            for amount in amounts:
                yield LinearConstraint({Kind(role): 1.0, Present(amount): -1.0}, low=0.0)
    for refused in model.refused:
        here = [amount for amount in new if amount.item.slug in refused]
        if not here or model.apart is Apart.ANYHOW:
            yield LinearConstraint(
                {Present(amount): -1.0 if amount in here else 1.0 for amount in new}, low=1.0 - len(here)
            )
        elif model.apart is Apart.BY_FOOD:
            # Another sweetener alone is hardly another way.
            telling = [amount for amount in here if amount.item.role != "sweetener"] or here
            yield LinearConstraint({Present(amount): 1.0 for amount in telling}, high=len(telling) - 1.0)
        else:
            kinds = {amount.item.role for amount in here}
            yield LinearConstraint({Kind(role): 1.0 for role in kinds}, high=len(kinds) - 1.0)


def roles_of(variables: Iterable[AmountVariable]) -> dict[str, list[AmountVariable]]:
    """What may come in, by its role."""
    roles: dict[str, list[AmountVariable]] = {}
    for variable in variables:
        if variable.comes_in:
            roles.setdefault(variable.item.role, []).append(variable)
    return roles


def _borne(model: ReformulationModel, most_count: float) -> LinearConstraint:
    """A piece is no more tolerances than this."""
    piece = model.piece
    share = (piece.share if piece.counted else piece.piece_g) * piece.kept_share
    borne = {Grams(amount): share * tolerances_per_g(amount.item) for amount in model.variables}
    if piece.counted:
        return LinearConstraint({grams: -count for grams, count in borne.items()}, low=-most_count, name=BORNE)
    return LinearConstraint({grams: most_count - count for grams, count in borne.items()}, low=0.0, name=BORNE)


def _baking(row: CrumbConstraint, variables: Iterable[AmountVariable]) -> LinearConstraint:
    at = {Grams(variable): row.at(variable.gram) for variable in variables}
    return LinearConstraint(at, low=0.0, name=f"the window of {title_of(row.dial).lower()}")


def wish_constraint(wish: Wish, model: ReformulationModel) -> LinearConstraint:
    """A wish as a row that is at least 0. Raises KeyError for a food without a price."""
    sign = 1.0 if wish.at_least else -1.0
    if wish.needs:
        raise ValueError("A claim has a row for each of its needs.")
    terms = {Grams(variable): sign * _quantity(wish, variable, model) for variable in model.variables}
    limit = {Grams(variable): sign * wish.value * _measure(wish, variable, model) for variable in model.variables}
    if _by_mass(wish, model):
        return LinearConstraint({key: value - limit[key] for key, value in terms.items()}, low=0.0)
    return LinearConstraint(terms, low=sign * wish.value)


def claim_constraints(wish: Wish, model: ReformulationModel, margin: float = 0.0) -> list[LinearConstraint]:
    """A claim as rows that are at least 0, per g of what is baked; with a margin, what speaks for it counts so much
    less."""
    left, kept = model.piece.baked_share, model.piece.kept_share

    def less(value: float) -> float:
        return value * (1 - margin) if value > 0 else value

    return [
        LinearConstraint(
            {
                Grams(variable): less(need.per_g * left)
                + kept * sum(less(factor * (getattr(variable.per_g, name) or 0.0)) for name, factor in need.factors)
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
    if wish.name == ADDED_SUGAR and variable.item.role != "sugar":
        return 0.0
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


def grams_of(values: Mapping[Handle, float], variables: Sequence[AmountVariable]) -> dict[AmountVariable, float]:
    """The grams of each variable in a solution; what is next to nothing is nothing."""
    return {variable: 0.0 if (grams := values.get(Grams(variable), 0.0)) < 1e-6 else grams for variable in variables}
