"""Families of desserts: the kind of crumb that a formula aims at."""

import csv
from dataclasses import dataclass
from functools import cache
from importlib.resources import files


@dataclass(frozen=True, slots=True)
class Family:
    """A family by its slug and its name in words. `us_reference_g` is the reference amount that US claims rest on; None
    where no source for it is at hand."""

    slug: str
    name: str
    us_reference_g: float | None = None


@cache
def families() -> tuple[Family, ...]:
    """All families, of `tables/families.csv`."""
    table = files("ample_crumb.core.tables").joinpath("families.csv").read_text("utf-8")
    return tuple(
        Family(row["slug"], row["name"], float(row["us_reference_g"]) if row["us_reference_g"] else None)
        for row in csv.DictReader(table.splitlines())
    )


def us_reference_g(slug: str) -> float | None:
    """The US reference amount of a family, in g; None for an unknown family or amount."""
    return next((family.us_reference_g for family in families() if family.slug == slug), None)
