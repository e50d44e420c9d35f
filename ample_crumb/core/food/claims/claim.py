"""What a claim is, what it asks for, and the classic that some compare with."""

from dataclasses import dataclass

from ample_crumb.core.food.nutrients import Nutrients


@dataclass(frozen=True, slots=True)
class ClassicFigures:
    """The food that a claim such as "reduced" compares with, per 100 g; `complete` unless some of it is not known."""

    name: str
    per_100g: Nutrients
    complete: bool = True


@dataclass(frozen=True, slots=True)
class ClaimCondition:
    """A condition that is linear in what a food holds: `per_g` of its mass, and of each nutrient named its `factor`,
    added up, are at least 0. From it follows how much of a line would have to go or come."""

    per_g: float
    factors: tuple[tuple[str, float], ...]


@dataclass(frozen=True, slots=True)
class Claim:
    """A claim with its `figure` and `limit` in `unit`; `nutrient` names what it is about, empty for a share or a count.
    `change` says in words what is lacking; empty when it holds. `stronger` names a claim that holds too and says
    more."""

    name: str
    holds: bool
    figure: float
    limit: float
    unit: str
    change: str
    nutrient: str = ""
    stronger: str = ""


@dataclass(frozen=True, slots=True)
class NutrientRule:
    """A claim that asks for a nutrient of at least or at most `limit` in the basis of its rule set; `in_50_g` when a
    small reference amount must hold it in 50 g too."""

    name: str
    nutrient: str
    limit: float
    at_most: bool = True
    strict: bool = False
    less_than_energy_share: float | None = None
    in_50_g: bool = False


@dataclass(frozen=True, slots=True)
class ClassicRule:
    """A claim that compares with a classic: `factor` times what the classic holds, and `more_g` on top, is the limit.
    `not_below` is what the classic must hold more of than, in the basis, for the claim to be made at all; with
    `no_more_energy` it must not bring more energy than the classic."""

    name: str
    nutrient: str
    factor: float
    at_most: bool = True
    more_g: float = 0.0
    not_below: float = 0.0
    no_more_energy: bool = False
    needs_claim: str = ""
