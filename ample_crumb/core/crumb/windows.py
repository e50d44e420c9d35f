"""The windows of each family: between which values its dials lie in formulas that work."""

import csv
from collections.abc import Mapping
from dataclasses import dataclass
from functools import cache
from importlib.resources import files
from typing import Final


@dataclass(frozen=True, slots=True)
class Window:
    """From `low` to `high`, both within."""

    low: float
    high: float

    def moved(self, by: float) -> "Window":
        """The same, so much higher."""
        return Window(self.low + by, self.high + by)

    def times(self, factor: float) -> "Window":
        """Both ends so many times."""
        return Window(self.low * factor, self.high * factor)


@dataclass(frozen=True, slots=True)
class EggNeed:
    """Eggs to 100 g of dry goods: at least `gluten_free` where they have no gluten and `wheat` where all have, no more
    than `high`; and at least `per_fat` g of egg to a g of butter or oil, which it has to hold."""

    gluten_free: float
    wheat: float
    high: float
    per_fat: float


@dataclass(frozen=True, slots=True)
class Windows:
    """The windows of a family; None where a dial means nothing to it. `hydration` is of a lean dough; sugar and fat
    move it. `beaten` families may rise by air beaten into butter or eggs alone. `set_by` says what `setting` counts."""

    family: str
    hydration: Window | None
    powder_high: float
    sweetness: Window
    fat: Window
    leavening: Window | None
    beaten: bool
    eggs: EggNeed | None
    setting: Window | None
    set_by: str
    salt: Window
    source: str


EGGS_PER_DAIRY: Final = "eggs per 250 g of dairy"
EGGS_PER_MIX: Final = "eggs per 250 g of the mix"
GELATINE: Final = "% gelatine of the mix"


@cache
def windows() -> Mapping[str, Windows]:
    """All of `tables/windows.csv` by the slug of the family."""
    table = files("ample_crumb.core.tables").joinpath("windows.csv").read_text("utf-8")
    return {row["family"]: _of(row) for row in csv.DictReader(table.splitlines())}


def _of(row: Mapping[str, str]) -> Windows:
    sweetness, fat, salt = _window(row["sweetness"]), _window(row["fat"]), _window(row["salt"])
    assert sweetness is not None
    assert fat is not None
    assert salt is not None
    eggs = None
    if row["egg_high"]:
        per_100g = ("egg_gluten_free", "egg_wheat", "egg_high", "egg_per_fat")
        eggs = EggNeed(*(float(row[name]) for name in per_100g))
    return Windows(
        family=row["family"],
        hydration=_window(row["hydration"]),
        powder_high=float(row["powder_high"]),
        sweetness=sweetness,
        fat=fat,
        leavening=_window(row["leavening"]),
        beaten=row["beaten"] == "yes",
        eggs=eggs,
        setting=_window(row["set"]),
        set_by=row["set_by"],
        salt=salt,
        source=row["source"],
    )


def _window(cell: str) -> Window | None:
    if not cell:
        return None
    low, high = cell.split("-")
    return Window(float(low), float(high))
