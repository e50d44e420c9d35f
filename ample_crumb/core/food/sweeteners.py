"""What is bought to sweeten with: how sweet, with which bulk, and what else comes with it."""

from collections.abc import Mapping
from dataclasses import dataclass
from functools import cache

from ample_crumb.core.food.cupboard import reference_cupboard
from ample_crumb.core.food.energy import european_energy
from ample_crumb.core.tables import read_table


@dataclass(frozen=True, slots=True)
class Sweetener:
    """A sweetener: how sweet against sugar by weight, its energy as Europe counts it, and what else to know. `low` and
    `high` differ where sources do. `use` says what it does to a crumb; `caution` is empty without one.

    `bulk` is the g of dry matter that a g of it brings to a dough, 0 for what is used in traces. `browns`, `cooling`
    and `aftertaste` are words, empty for none. `tolerance_g` is about what an adult bears, by `tolerance_source`; None
    where no figure is at hand.
    """

    slug: str
    name: str
    low_ratio: float
    high_ratio: float
    kcal_per_g: float
    use: str
    caution: str
    bulk_ratio: float
    browns: str
    cooling: str
    aftertaste: str
    tolerance_g: float | None
    tolerance_source: str
    source: str

    @property
    def sweetness_ratio(self) -> float:
        """How sweet against sugar by weight, in the middle of its range."""
        return (self.low_ratio + self.high_ratio) / 2


@cache
def sweeteners() -> Mapping[str, Sweetener]:
    """All of `tables/sweeteners.csv` by the slug of their ingredient."""
    foods = reference_cupboard().ingredients
    return {
        row["slug"]: Sweetener(
            slug=row["slug"],
            name=foods[row["slug"]].name,
            low_ratio=float(row["low"]),
            high_ratio=float(row["high"]),
            kcal_per_g=(european_energy(foods[row["slug"]].per_100g) or 0.0) / 100,
            use=row["use"],
            caution=row["caution"],
            bulk_ratio=float(row["bulk"]),
            browns=row["browns"],
            cooling=row["cooling"],
            aftertaste=row["aftertaste"],
            tolerance_g=float(row["tolerance_g"]) if row["tolerance_g"] else None,
            tolerance_source=row["tolerance_source"],
            source=row["source"],
        )
        for row in read_table("foods/sweeteners")
    }
