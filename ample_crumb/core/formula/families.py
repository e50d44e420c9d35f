"""Families of desserts: the kind of crumb that a formula aims at."""

import csv
from dataclasses import dataclass
from functools import cache
from importlib.resources import files


@dataclass(frozen=True, slots=True)
class Family:
    """A family by its slug and its name in words."""

    slug: str
    name: str


@cache
def families() -> tuple[Family, ...]:
    """All families, of `tables/families.csv`."""
    table = files("ample_crumb.core.tables").joinpath("families.csv").read_text("utf-8")
    return tuple(Family(row["slug"], row["name"]) for row in csv.DictReader(table.splitlines()))
