"""How much of a food usually goes in where nobody says: a guess, with a band as wide as kitchens differ."""

from dataclasses import dataclass
from functools import cache

from ample_crumb.core.tables import read_table


@dataclass(frozen=True, slots=True)
class UsualAmount:
    """A range of grams, with `usual_g` as a rule."""

    low_g: float
    usual_g: float
    high_g: float


def usual_amount(role: str, family: str, beside_g: float) -> UsualAmount:
    """How much of a food of this role goes with `beside_g` of the rest, as kitchens do in that family, by the shares of
    `tables/crumb/usual_shares.csv`. Raises ValueError unless `beside_g` > 0."""
    if beside_g <= 0:
        raise ValueError(f"beside_g is {beside_g!r}; it must be over 0")
    shares = _shares()
    low, usual, high = shares.get((role, family)) or shares.get((role, "")) or shares["", ""]
    return UsualAmount(low * beside_g, usual * beside_g, high * beside_g)


@cache
def _shares() -> dict[tuple[str, str], tuple[float, float, float]]:
    return {
        (row["role"], row["family"]): (float(row["low_share"]), float(row["usual_share"]), float(row["high_share"]))
        for row in read_table("crumb/usual_shares")
    }
