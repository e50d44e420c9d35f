"""What about a dessert decides how it keeps: its family, how moist it is, and what in it was never heated."""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from fnmatch import fnmatchcase
from functools import cache
from typing import Final

from ample_crumb.core.crumb.functional_properties import water_percent
from ample_crumb.core.crumb.hazard import HazardLine, is_raw_egg
from ample_crumb.core.crumb.hazards import is_raw_grain
from ample_crumb.core.food.ingredient import Ingredient
from ample_crumb.core.food.nutrients import Figures
from ample_crumb.core.keeping.shelf_life import DRY, ShelfLife, kind_of_family, shelf_lives
from ample_crumb.core.quantity.name_matching import words
from ample_crumb.core.tables import read_table


@dataclass(frozen=True, slots=True)
class KeepingTraits:
    """How a dessert is made up, as far as it tells how it keeps. `water_share` is that of what is eaten, None where it
    is not known; `curd_share` and `pulse_share` are those of curd cheese and cream, and of cooked beans, in what goes
    in, heated or not; the others say what of it is eaten unheated."""

    family: str
    water_share: float | None = None
    raw_egg: bool = False
    raw_flour: bool = False
    soft_dairy: bool = False
    fresh_fruit: bool = False
    curd_share: float = 0.0
    pulse_share: float = 0.0


def keeping_traits(lines: Sequence[HazardLine], eaten: Figures, family: str) -> KeepingTraits:
    """The traits of a dessert of these lines, `eaten` as the whole of it is eaten."""
    water_g = eaten.nutrients.water_g
    least_g = _TRACE * sum(line.mass_g for line in lines)
    raw = [line for line in lines if line.raw and line.mass_g > least_g]
    return KeepingTraits(
        family=family,
        water_share=water_g / eaten.mass_g if water_g is not None and eaten.mass_g > 0 else None,
        raw_egg=any(is_raw_egg(line.item) for line in raw),
        raw_flour=any(is_raw_grain(line.item) for line in raw),
        soft_dairy=any(line.item.role in ("dairy", "milk") and _is_wet(line, _WET) for line in raw),
        fresh_fruit=any(_is_fruit(line) and _is_wet(line, _JUICY) for line in raw),
        curd_share=_share(lines, "curd"),
        pulse_share=_share(lines, "pulse"),
    )


def _share(lines: Sequence[HazardLine], kind: str) -> float:
    whole_g = sum(line.mass_g for line in lines)
    of_kind_g = sum(line.mass_g for line in lines if perishable_kind(line.item) == kind)
    return of_kind_g / whole_g if whole_g > 0 else 0.0


def perishable_kind(item: Ingredient) -> str:
    """What a food makes of a moist crumb that holds much of it: "curd", "pulse", or nothing. A product of one's own and
    a reference food count by their role and how wet they are; soured milk that was not strained spoils less."""
    known = next((kind for pattern, kind in _perishable() if fnmatchcase(item.slug, pattern)), "")
    if known:
        return known
    if item.role == "pulse" and water_percent(item) > _WET:
        return "pulse"
    is_curd = item.role == "dairy" and water_percent(item) > _WET and _SOURED.isdisjoint(words(item.name))
    return "curd" if is_curd else ""


_SOURED: Final = frozenset({"yogurt", "yoghurt", "kefir", "buttermilk", "skyr"})


@cache
def _perishable() -> tuple[tuple[str, str], ...]:
    return tuple((row["slug"], row["kind"]) for row in read_table("keeping/perishable_foods"))


_TRACE: Final = 0.02
"""A sprinkle of fresh zest or a spoon of milk in a glaze spoils nothing. Common practice."""

_WET, _JUICY = 40.0, 65.0
"""Grams of water in 100 g of what spoils. Common practice."""


def _is_wet(line: HazardLine, water_g: float) -> bool:
    return water_percent(line.item) > water_g


_NO_FLESH: Final = frozenset({"juice", "zest", "peel"})
"""What of a fruit is stirred in and keeps as the rest does. Common practice."""


def _is_fruit(line: HazardLine) -> bool:
    return line.item.role == "fruit" and _NO_FLESH.isdisjoint(words(line.item.name))


_DRY_UP_TO, _DENSE_UP_TO, _WET_FROM = 0.12, 0.32, 0.48
"""Shares of water of what is eaten: a biscuit that snaps, a bar that stays moist, and what is half water and more.
Common practice: crisp biscuits have 2 to 8 %, brownies 15 to 30 %, cakes 25 to 40 %, bean doughs and
cheesecakes 45 to 60 %."""

_RICH_FROM: Final = 0.12
"""So much curd cheese, cream or beans of what goes in, and what is moist spoils as they do: an eighth is a swirl of
cream cheese through a tray of brownies. Common practice."""

_MOIST_FROM: Final = 0.2
"""Below such a share of water it is a biscuit or a bar, whatever went in. Common practice."""

_BAKED: Final = frozenset({DRY, "dense-crumb", "moist-crumb"})


def kind_of(traits: KeepingTraits) -> ShelfLife:
    """How a dessert keeps: as that in it which spoils first."""
    lives = shelf_lives()
    return next(lives[kind] for kind in lives if kind in _kinds(traits))


def _kinds(traits: KeepingTraits) -> frozenset[str]:
    family = kind_of_family(traits.family)
    water = traits.water_share
    found = {
        kind
        for kind, is_so in (
            ("raw-egg", traits.raw_egg and family != "raw-dough"),
            ("raw-dough", traits.raw_flour or (traits.raw_egg and family == "raw-dough")),
            ("fresh-fruit", traits.fresh_fruit),
            ("soft-dairy", traits.soft_dairy),
        )
        if is_so
    }
    if family == "frozen":
        # The cold keeps all of it, whatever it is of.
        return frozenset({family})
    if family in _BAKED:
        family = family if water is None else _by_water(family, water)
        return frozenset({*found, family, *_rich(traits)})
    if water is None:
        return frozenset({*found, family})
    if family == "raw-dough" and not found:
        family = "soft-dairy" if water > _DENSE_UP_TO else "no-bake"
    elif family == "no-bake" and water > _DENSE_UP_TO:
        family = "soft-dairy"
    return frozenset({*found, family})


def _rich(traits: KeepingTraits) -> Iterator[str]:
    """What a moist crumb spoils as, whatever its family, because there is much of it in it."""
    if traits.water_share is None or traits.water_share >= _MOIST_FROM:
        if traits.curd_share >= _RICH_FROM:
            yield "curd-crumb"
        if traits.pulse_share >= _RICH_FROM:
            yield "pulse-crumb"


def _by_water(family: str, water_share: float) -> str:
    if water_share >= _WET_FROM:
        return "wet-crumb"
    if water_share > _DENSE_UP_TO:
        return "moist-crumb"
    if water_share > _DRY_UP_TO:
        return family if family == "moist-crumb" else "dense-crumb"
    return DRY
