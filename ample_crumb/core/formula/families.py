"""Families of desserts: the kind of crumb that a formula aims at, and how it behaves in a tin."""

from dataclasses import dataclass
from functools import cache
from typing import Final

from ample_crumb.core.tables import read_table


@dataclass(frozen=True, slots=True)
class Family:
    """A family by its slug and its name in words. `us_reference_g` is the reference amount that US claims rest on;
    where it is a slice, None, and `us_reference_share` is what the slice is of the whole.

    Baking takes between `loss_low` and `loss_high` of the dough, as shares of its mass; a millilitre of dough weighs
    `density_g_per_ml`; baked it stands `rise` times as high, and thinner than `least_depth_cm` it dries out.
    """

    slug: str
    name: str
    us_reference_g: float | None = None
    us_reference_share: float | None = None
    loss_low_share: float = 0.0
    loss_high_share: float = 0.0
    density_g_per_ml: float = 1.1
    rise_factor: float = 1.0
    least_depth_cm: float = 0.0


UNKNOWN: Final = Family("", "", rise_factor=1.3, least_depth_cm=1.0)
"""What is taken for granted while no family is chosen: nothing is lost, because it may not be baked at all."""


@cache
def families() -> tuple[Family, ...]:
    """All families, of `tables/families.csv`."""
    return tuple(
        Family(
            row["slug"],
            row["name"],
            float(row["us_reference_g"]) if row["us_reference_g"] else None,
            float(row["us_reference_share"]) if row["us_reference_share"] else None,
            loss_low_share=float(row["loss_low"]),
            loss_high_share=float(row["loss_high"]),
            density_g_per_ml=float(row["density_g_per_ml"]),
            rise_factor=float(row["rise"]),
            least_depth_cm=float(row["least_depth_cm"]),
        )
        for row in read_table("production/families")
    )


def family_of(slug: str) -> Family:
    """A family by its slug; `UNKNOWN` for none and for one that is not there."""
    return next((family for family in families() if family.slug == slug), UNKNOWN)


def us_reference_g(slug: str, whole_g: float = 0.0) -> float | None:
    """The US reference amount of a family, in g, where the whole of it weighs so much; None for an unknown family or
    amount."""
    family = family_of(slug)
    if family.us_reference_share is not None and whole_g > 0:
        return family.us_reference_share * whole_g
    return family.us_reference_g
