"""Home-made preparations: what a food that is bought may be made of, how long that takes and how long it keeps."""

from dataclasses import dataclass, replace
from functools import cache
from typing import Final

from ample_crumb.core.food.cooking_yield import cooked_or_dry
from ample_crumb.core.food.cupboard import reference_cupboard
from ample_crumb.core.quantity.kitchen_scale import kitchen_grams
from ample_crumb.core.tables import grams_in, read_table

_ALL_OF_IT: Final = 0.02
"""Share by which the parts may weigh more or less than what is made of them, where nothing boils off or is strained."""


@dataclass(frozen=True, slots=True)
class PreparedFrom:
    """A mass [g] of a food, by slug and name, that a preparation is made from."""

    slug: str
    name: str
    mass_g: float

    @property
    def text(self) -> str:
        """Returns the line of a recipe that says it."""
        return f"{kitchen_grams(self.mass_g):g} g {self.name}"


@dataclass(frozen=True, slots=True)
class Preparation:
    """`mass_g` of a food made at home out of `parts`, with so many `minutes` of work and so many `wait_minutes` in
    which nobody has to stand by. `keeps` says how long and where, `how` how it is done."""

    slug: str
    mass_g: float
    parts: tuple[PreparedFrom, ...]
    minutes: int
    wait_minutes: int
    keeps: str
    how: str
    source: str

    @property
    def as_parts(self) -> bool:
        """Whether its parts may stand in a recipe in its place: they weigh what is made of them."""
        whole_g = sum(part.mass_g for part in self.parts)
        return abs(whole_g / self.mass_g - 1) <= _ALL_OF_IT

    def making(self, mass_g: float) -> "Preparation":
        """Returns the preparation for `mass_g` of it. Raises ValueError unless `mass_g` > 0."""
        if mass_g <= 0:
            raise ValueError(f"mass_g is {mass_g!r}; it must be over 0")
        times = mass_g / self.mass_g
        return replace(
            self, mass_g=mass_g, parts=tuple(replace(part, mass_g=part.mass_g * times) for part in self.parts)
        )


def preparation_of(slug: str) -> Preparation | None:
    """How a generic food is made at home, 100 g of it; None for one that no kitchen makes."""
    return preparations().get(slug)


@cache
def preparations() -> dict[str, Preparation]:
    """All of the table by what they make. Where it states no yield it is that of cooking from dry."""
    foods = reference_cupboard().ingredients
    found: dict[str, Preparation] = {}
    for row in read_table("foods/preparations"):
        parts = grams_in(row["of"])
        made = Preparation(
            slug=row["makes"],
            mass_g=float(row["yield_g"]) if row["yield_g"] else _cooked_g(parts),
            parts=tuple(PreparedFrom(slug, foods[slug].name, grams) for slug, grams in parts.items()),
            minutes=int(row["minutes"]),
            wait_minutes=int(row["wait_minutes"]),
            keeps=row["keeps"],
            how=row["how"],
            source=row["source"],
        )
        found[made.slug] = made.making(100.0)
    return found


def _cooked_g(parts: dict[str, float]) -> float:
    ((dry, grams),) = parts.items()
    cooked = cooked_or_dry(dry)
    assert cooked is not None, dry
    return grams * cooked.factor
