"""The windows of each family: between which values its dials lie in formulas that work."""

from collections.abc import Mapping
from dataclasses import dataclass
from functools import cache
from typing import Final

from ample_crumb.core.formula.families import family_of
from ample_crumb.core.tables import read_table


@dataclass(frozen=True, slots=True)
class DialWindow:
    """A window of a dial, from `low` to `high`, both included."""

    low: float
    high: float

    def moved(self, by: float) -> "DialWindow":
        """The same, so much higher."""
        return DialWindow(self.low + by, self.high + by)

    def times(self, factor: float) -> "DialWindow":
        """Returns the window with both ends multiplied."""
        return DialWindow(self.low * factor, self.high * factor)


@dataclass(frozen=True, slots=True)
class EggNeed:
    """Eggs to 100 g of dry goods: at least `gluten_free_per_100g` where they have no gluten and `wheat_per_100g`
    where all have, no more than `high_per_100g`; and at least `per_fat_ratio` g of egg to a g of butter or oil,
    which it has to hold."""

    gluten_free_per_100g: float
    wheat_per_100g: float
    high_per_100g: float
    per_fat_ratio: float


@dataclass(frozen=True, slots=True)
class FamilyWindows:
    """The windows of a family; None where a dial means nothing to it. `hydration` is of a lean dough; sugar and fat
    move it. `lean_lift_ratio` is the least leavening where there is no fat to shorten it; `baked` families are
    heated. `beaten` families may rise by air beaten into butter or eggs alone. `set_by` says what `setting` counts."""

    family: str
    hydration: DialWindow | None
    powder_high_percent: float | None
    sweetness: DialWindow
    fat: DialWindow
    leavening: DialWindow | None
    lean_lift_ratio: float
    baked: bool
    beaten: bool
    eggs: EggNeed | None
    setting: DialWindow | None
    set_by: str
    salt: DialWindow
    source: str


EGGS_PER_DAIRY: Final = "eggs per 250 g of dairy"
EGGS_PER_MIX: Final = "eggs per 250 g of the mix"
GELATINE: Final = "% gelatine of the mix"


@cache
def family_windows() -> Mapping[str, FamilyWindows]:
    """All of `tables/windows.csv` by the slug of the family."""
    return {row["family"]: _family(row) for row in read_table("crumb/windows")}


def _family(row: Mapping[str, str]) -> FamilyWindows:
    sweetness, fat, salt = _window(row["sweetness"]), _window(row["fat"]), _window(row["salt"])
    assert sweetness is not None
    assert fat is not None
    assert salt is not None
    eggs = None
    if row["egg_high"]:
        per_100g = ("egg_gluten_free", "egg_wheat", "egg_high", "egg_per_fat")
        eggs = EggNeed(*(float(row[name]) for name in per_100g))
    return FamilyWindows(
        family=row["family"],
        hydration=_window(row["hydration"]),
        powder_high_percent=float(row["powder_high"]) if row["powder_high"] else None,
        sweetness=sweetness,
        fat=fat,
        leavening=_window(row["leavening"]),
        lean_lift_ratio=float(row["lean_lift"] or 0),
        baked=family_of(row["family"]).loss_high_share > 0,
        beaten=row["beaten"] == "yes",
        eggs=eggs,
        setting=_window(row["set"]),
        set_by=row["set_by"],
        salt=salt,
        source=row["source"],
    )


def _window(cell: str) -> DialWindow | None:
    if not cell:
        return None
    low, high = cell.split("-")
    return DialWindow(float(low), float(high))
