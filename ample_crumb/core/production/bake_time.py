"""When to start checking, and until when it may take: by family, how thick it lies, how large a piece is, how wet it
is, how it is wanted, what it stands in, which oven.

Each family is anchored at a time that its bakers know (`tables/production/heat.csv`), for `REFERENCE_CM` in a tin, for
a piece of so many g on a tray; `bake_factors` says what makes it longer or shorter. It is a window in which to look,
never a time to trust, and never wider than `WIDEST` of its middle.
"""

from collections.abc import Iterable, Mapping
from dataclasses import dataclass, field
from enum import StrEnum
from functools import cache
from typing import Annotated, Final

from ample_crumb.core.bounds import Between, Letters
from ample_crumb.core.food.quick_reference import FAN_C, quick_reference
from ample_crumb.core.problem import CannotUse
from ample_crumb.core.production.bake_factors import (
    AIR_FRYER_TIME,
    REFERENCE_CM,
    BakeFactor,
    by_heat,
    by_piece,
    by_shortness,
    by_thickness,
    by_vessel,
    by_water,
    by_wish,
)
from ample_crumb.core.production.doneness import DoneSign, advice_for, signs_of
from ample_crumb.core.production.tins import CUPS, Material, TinKind
from ample_crumb.core.tables import read_table


class Oven(StrEnum):
    """What bakes."""

    CONVENTIONAL = "top and bottom heat"
    FAN = "fan"
    AIR_FRYER = "air fryer"
    TOASTER = "toaster oven"
    MICROWAVE = "microwave"


AIR_FRYER_C: Final = 18
"""15 to 20 °C lower. Common practice."""

LOWER_C: Final = {Oven.FAN: FAN_C, Oven.AIR_FRYER: AIR_FRYER_C}
"""By how much lower than top and bottom heat each is set."""

TOASTER_TIME: Final = 0.95
"""A small oven swings; look 5 % earlier. Common practice."""

WRITTEN_WATTS: Final = 800.0
"""What a microwave recipe means when it does not say. Common practice."""

WATT_MINUTES_PER_G: Final = 6.3
START_MIN: Final = 0.28
"""What a microwave takes to bake a g of batter, besides the time it takes to begin: a mug of 150 g at 1,000 W some 75
seconds. All mugs that stand in it share its watts. Common practice, fitted to practised times."""

MOST_MICROWAVED_G: Final = 550.0
"""More than this bakes through unevenly in a microwave, and nothing honest can be said of its time."""

HIGH_M: Final = 900.0
"""From this altitude on cakes rise faster and dry out. Common practice (about 3,000 feet)."""

EARLY, LATE = 0.83, 1.2
"""The window as shares of the time. Common practice: nine of ten practised times lie in it."""

WIDEST: Final = 0.4

SEEN_EARLY, SEEN_LATE = 0.92, 1.08
"""And where it was seen in this oven when it was done."""

FAR: Final = 2.2
"""A tin so many times thicker than its family usually lies, or thinner, is worth a word."""

_FILM_WATER: Final = 0.7
_FILM_TIME: Final = 0.5
"""A batter that is mostly water runs thin in a pan and is done in half the time, as a crepe. Common practice."""

_IN_CUPS: Final = {"loaf": "muffin", "cake": "cupcake"}
_CUPS_TIME: Final = {"baked-cheesecake": 0.85, "brownie": 0.94, "flourless-brownie": 0.94}
"""And what does not: small ones set all through at once."""

_BATTERS: Final = frozenset({"muffin", "blender-muffin", "cupcake", "cake", "loaf"})
"""Batters that go into any tin, and are timed as what usually stands in it."""

_LOAF_FROM_CM: Final = 0.85
"""What lies thinner in a loaf tin is timed as a cake."""

_UNUSUAL: Final = "cake"
"""What a family that is seldom heated is timed as where an oven is asked for."""


@dataclass(frozen=True, slots=True)
class BakeProfile:
    """How a family is baked: at `oven_c` for `time_min` where it is `REFERENCE_CM` thick or a piece has `piece_g`.
    `by` is depth, piece, pan or microwave; the time goes with this `exponent` of the thickness or of the mass;
    `usual_tin` is the shape it stands in where nobody says; `wishes` how one may want it, with how many times as long
    that takes."""

    family: str
    oven_c: float | None
    time_min: float
    by: str
    exponent: float
    piece_g: float | None
    usual_tin: str
    wishes: Mapping[str, float]
    carry: str


@dataclass(frozen=True, slots=True)
class BakeWindow:
    """From when to look and until when it may take, in minutes, at `oven_c` of that oven; `fahrenheit` and `gas` say
    the same heat, empty for a microwave. `reasons` tell how it was found, `signs` how one sees that it is done,
    `notes` what else to know, in sentences. `wishes` are how this family may be wanted."""

    from_min: float
    until_min: float
    oven: Oven
    oven_c: int | None
    fahrenheit: int | None
    gas: str
    reasons: tuple[str, ...]
    signs: tuple[DoneSign, ...]
    notes: tuple[str, ...]
    wishes: tuple[str, ...] = ()


@cache
def bake_profiles() -> Mapping[str, BakeProfile]:
    """All families that are heated, of `tables/production/heat.csv`."""

    def number(cell: str) -> float | None:
        return float(cell) if cell else None

    return {
        row["family"]: BakeProfile(
            family=row["family"],
            oven_c=number(row["celsius"]),
            time_min=float(row["minutes"]),
            by=row["by"],
            exponent=float(row["power"]),
            piece_g=number(row["piece_g"]),
            usual_tin=row["usual_tin"],
            wishes=_wishes(row["wishes"]),
            carry=row["carry"],
        )
        for row in read_table("production/heat")
    }


def _wishes(cell: str) -> dict[str, float]:
    """Ways to want it, with how many times as long each takes: "soft=0.8;crisp=1.17"."""
    return {wish: float(times) for wish, times in (each.split("=") for each in cell.split(";") if each)}


@dataclass(frozen=True, slots=True)
class BakingConditions:
    """What bakes, and where: `oven_c` as set, None for the family's own; `watts` of a microwave; metres above the sea.
    `wish` is how it is wanted, one of the family's; `covered` with foil or a lid. `seen_min` is when it was done in
    this very oven, None where nobody saw; `own_signs` are one's own signs of doneness, a row each. `oven_factors` are
    how many times as long each oven was found to take."""

    oven: Oven = Oven.CONVENTIONAL
    oven_c: float | None = None
    watts: float = WRITTEN_WATTS
    altitude_m: float = 0.0
    wish: Annotated[str, Letters(20)] = ""
    covered: bool = False
    seen_min: Annotated[float, Between(0.1, 1000)] | None = None
    own_signs: Annotated[str, Letters(1000)] = ""
    oven_factors: Mapping[Oven, float] = field(default_factory=dict)


@dataclass(frozen=True, slots=True)
class BakedDough:
    """What is baked, as far as its time minds: `oven_g` in all of it, in pieces of `piece_g`, `thickness_cm` in its
    tins, None where it lies free. `tin_words` name a tin that nobody chose, `tin_kind` is its kind.
    `water_share` is None where it is not known; `pulse_share` of it are pulses. `foods` are the slugs in it,
    `conditions` those of `signs_of`, and "short"."""

    oven_g: float
    piece_g: float
    thickness_cm: float | None = None
    material: Material = Material.METAL
    tin_words: str = ""
    tin_kind: TinKind | None = None
    water_share: float | None = None
    pulse_share: float = 0.0
    foods: frozenset[str] = frozenset()
    conditions: frozenset[str] = frozenset()


def profile_of(family: str, kitchen: BakingConditions) -> BakeProfile | None:
    """How a family is heated; as a cake where it seldom is and an oven is asked for, None where it is not heated."""
    found = bake_profiles().get(family)
    if found is None and family and kitchen.oven_c is not None:
        return bake_profiles()[_UNUSUAL]
    # A custard is baked only where an oven is named; else it is boiled or chilled.
    return None if found is not None and family == "pudding" and kitchen.oven_c is None else found


def bake_window(family: str, kitchen: BakingConditions, dough: BakedDough) -> BakeWindow | None:
    """When to look at a dough of a family in an oven. None for what is not heated. Raises CannotUse for an oven that
    cannot be, and for more than a microwave bakes through."""
    heat = profile_of(family, kitchen)
    if heat is None:
        return None
    _check(kitchen)
    microwaved = kitchen.oven is Oven.MICROWAVE or (heat.by == "microwave" and kitchen.oven_c is None)
    if microwaved:
        minutes, reasons = _by_watts(kitchen, dough)
    elif heat.oven_c is None:
        minutes, reasons = _in_a_pan(heat, dough)
    else:
        minutes, reasons = _in_an_oven(heat, heat.oven_c, kitchen, dough)
    # What is short is baked crisp anyway.
    crisp_anyway = kitchen.wish == "crisp" and "short" in dough.conditions
    wish = by_wish("" if crisp_anyway else kitchen.wish, heat.wishes)
    in_pan = heat.oven_c is None and not microwaved
    oven = _as_learned(1.0 if in_pan else kitchen.oven_factors.get(Oven.MICROWAVE if microwaved else kitchen.oven, 1.0))
    minutes *= wish.factor * oven.factor
    reasons = [*reasons, *(each.why for each in (wish, oven) if each.why)]
    early, late = EARLY, LATE
    if kitchen.seen_min is not None:
        reasons = [
            f"In your oven it was done at {kitchen.seen_min:g} min; by kind and size alone it would be {minutes:.0f}."
        ]
        minutes, early, late = kitchen.seen_min, SEEN_EARLY, SEEN_LATE
    set_c = None if microwaved or heat.oven_c is None else _set_c(kitchen.oven_c or heat.oven_c, kitchen.oven)
    return BakeWindow(
        from_min=minutes * early,
        until_min=minutes * late,
        oven=Oven.MICROWAVE if microwaved else kitchen.oven,
        oven_c=None if set_c is None else round(set_c / 5) * 5,
        fahrenheit=None if set_c is None else fahrenheit(set_c),
        gas="" if set_c is None else gas_mark(set_c),
        reasons=tuple(reasons),
        signs=signs_of(heat.family, kitchen.wish, dough.conditions, kitchen.own_signs),
        notes=tuple(_notes(heat, kitchen, dough, minutes, microwaved=microwaved)),
        wishes=tuple(heat.wishes),
    )


def _in_an_oven(
    heat: BakeProfile, usual_c: float, kitchen: BakingConditions, dough: BakedDough
) -> tuple[float, list[str]]:
    """Minutes, and how they were found. What is usually shaped and stands in a tin is timed as a slab and as pieces,
    and the longer counts: biscuit dough is pressed in, buns stand beside each other."""
    found = []
    if dough.thickness_cm is not None:
        slab = _slab_of(heat, dough.tin_kind, dough.thickness_cm)
        found.append(_as_slab(slab, slab.oven_c or usual_c, dough.thickness_cm, kitchen, dough))
    if heat.piece_g is not None:
        found.append(_as_pieces(heat, heat.piece_g, usual_c, kitchen, dough))
    if not found:
        found.append(_as_slab(heat, usual_c, REFERENCE_CM, kitchen, dough))
    return max(found, key=lambda each: each[0])


def _slab_of(heat: BakeProfile, tin_kind: TinKind | None, thickness_cm: float) -> BakeProfile:
    """What it is timed as in such a tin: a loaf in cups is a muffin, a muffin in a loaf tin a loaf."""
    known = bake_profiles()
    if heat.piece_g is not None:
        return known[_UNUSUAL]
    if tin_kind in CUPS:
        return known[_IN_CUPS.get(heat.family, heat.family)]
    if heat.family in _BATTERS:
        return known["loaf" if tin_kind is TinKind.LOAF and thickness_cm >= _LOAF_FROM_CM else _UNUSUAL]
    return heat


def _as_slab(
    heat: BakeProfile, usual_c: float, thickness_cm: float, kitchen: BakingConditions, dough: BakedDough
) -> tuple[float, list[str]]:
    usual = f"{heat.time_min:.0f} min at {usual_c:g} °C is usual where it lies 15 mm high in a tin."
    assumed = [f"Taken to stand in {dough.tin_words}; choose yours."] if dough.tin_words else []
    factors = (
        by_thickness(thickness_cm, REFERENCE_CM, heat.exponent),
        by_heat(kitchen.oven_c or usual_c, usual_c, thickness_cm),
        by_water(dough.water_share, dough.pulse_share, in_pieces=False),
        by_shortness(short="short" in dough.conditions and heat.family != "crust"),
        by_vessel(dough.material, covered=kitchen.covered),
        BakeFactor(_CUPS_TIME.get(heat.family, 1.0) if dough.tin_kind in CUPS else 1.0),
        _by_oven(kitchen.oven),
    )
    return _together(heat.time_min, [usual, *assumed], factors)


def _as_pieces(
    heat: BakeProfile, usual_g: float, usual_c: float, kitchen: BakingConditions, dough: BakedDough
) -> tuple[float, list[str]]:
    usual = f"{heat.time_min:.0f} min at {usual_c:g} °C is usual for a piece of {usual_g:g} g."
    factors = (
        by_piece(dough.piece_g or usual_g, usual_g, heat.exponent),
        by_heat(kitchen.oven_c or usual_c, usual_c),
        by_water(dough.water_share, dough.pulse_share, in_pieces=True),
        by_shortness(short="short" in dough.conditions),
        by_vessel(dough.material, covered=kitchen.covered),
        _by_oven(kitchen.oven),
    )
    return _together(heat.time_min, [usual], factors)


def _together(minutes: float, said: list[str], factors: Iterable[BakeFactor]) -> tuple[float, list[str]]:
    for factor in factors:
        minutes *= factor.factor
        said += [factor.why] if factor.why else []
    return minutes, said


def _by_oven(oven: Oven) -> BakeFactor:
    if oven is Oven.FAN:
        return BakeFactor(1.0, f"With a fan set {FAN_C} °C lower.")
    if oven is Oven.AIR_FRYER:
        said = f"In an air fryer {AIR_FRYER_C} °C lower and a fifth shorter; look early, the top browns first."
        return BakeFactor(AIR_FRYER_TIME, said)
    if oven is Oven.TOASTER:
        return BakeFactor(TOASTER_TIME, "A small oven swings: look a little earlier.")
    return BakeFactor(1.0)


def _as_learned(oven_factor: float) -> BakeFactor:
    if oven_factor == 1:
        return BakeFactor(1.0)
    way = "more" if oven_factor > 1 else "less"
    share = f"{abs(oven_factor - 1):.0%}".replace("%", " %")
    why = f"Your oven takes {share} {way} time than most, as your batches showed."
    return BakeFactor(oven_factor, why)


def _set_c(oven_c: float, oven: Oven) -> float:
    """What the oven's dial is set to, of as much top and bottom heat."""
    return oven_c - LOWER_C.get(oven, 0)


def _by_watts(kitchen: BakingConditions, dough: BakedDough) -> tuple[float, list[str]]:
    if dough.oven_g > MOST_MICROWAVED_G:
        raise CannotUse("So much bakes through unevenly in a microwave; choose an oven, or fewer mugs at once.")
    minutes = START_MIN + WATT_MINUTES_PER_G * dough.oven_g / kitchen.watts
    mugs = round(dough.oven_g / dough.piece_g) if dough.piece_g else 1
    together = f", {mugs} mugs together" if mugs > 1 else ""
    said = [f"{dough.oven_g:.0f} g at {kitchen.watts:.0f} watts{together}: a microwave heats so much in this time."]
    return minutes, said


def _in_a_pan(heat: BakeProfile, dough: BakedDough) -> tuple[float, list[str]]:
    minutes, said = heat.time_min, ["A side in a pan over medium heat."]
    if heat.piece_g and dough.piece_g:
        factor = by_piece(dough.piece_g, heat.piece_g, heat.exponent)
        minutes, said = minutes * factor.factor, [*said, factor.why]
    if dough.water_share is not None and dough.water_share > _FILM_WATER:
        minutes, said = minutes * _FILM_TIME, [*said, "It runs thin, and a thin one is done in half the time."]
    return minutes, said


NUT_FLOURS: Final = frozenset({"almond_flour", "almond_meal", "hazelnut_flour", "defatted_almond_flour"})


def _notes(
    heat: BakeProfile, kitchen: BakingConditions, dough: BakedDough, minutes: float, *, microwaved: bool
) -> list[str]:
    notes = [f"{heat.carry[0].upper()}{heat.carry[1:]}."] if heat.carry else []
    nuts = bool(dough.foods & NUT_FLOURS)
    if nuts:
        notes.append("Nut flour browns before it is done: judge by the middle.")
    if "coconut_flour" in dough.foods:
        notes.append(
            "Coconut flour goes on drinking: let the batter stand 5 minutes, and the crumb cool before you cut."
        )
    notes += advice_for(heat.family, minutes, covered=kitchen.covered, nut_flour=nuts, microwaved=microwaved)
    if microwaved and minutes > 1.5:
        notes.append("In bursts of 30 seconds once it has risen: it goes from wet to rubber in one of them.")
    if dough.thickness_cm and not 1 / FAR < dough.thickness_cm / REFERENCE_CM < FAR and heat.by == "depth":
        thick = dough.thickness_cm > REFERENCE_CM
        if thick and heat.family not in ("loaf", "baked-cheesecake"):
            notes.append("It stands high: 10 °C less keeps the rim from drying before the middle is done.")
        elif not thick:
            notes.append("It lies thin: look early, minutes count.")
    if kitchen.altitude_m > HIGH_M:
        notes.append(
            f"At {kitchen.altitude_m:,.0f} m it rises fast and dries: a fifth less baking powder, a spoon or two more "
            "liquid, 10 °C more and look a little earlier."
        )
    return notes


def _check(kitchen: BakingConditions) -> None:
    if kitchen.oven_c is not None and not 100 <= kitchen.oven_c <= 300:
        raise CannotUse("An oven bakes from 100 to 300 °C.")
    if not 200 <= kitchen.watts <= 2000:
        raise CannotUse("A microwave has from 200 to 2,000 watts.")
    if not -500 <= kitchen.altitude_m <= 6000:
        raise CannotUse("Kitchens stand from 500 m below the sea to 6,000 m above it.")


def fahrenheit(celsius: float) -> int:
    """The same heat on a dial in °F, to the nearest 5."""
    return round((celsius * 1.8 + 32) / 5) * 5


def gas_mark(celsius: float) -> str:
    """The nearest mark of a British gas cooker; empty below the lowest. Source: `tables/oven_heat.csv`."""
    marks = ((abs(oven.celsius - celsius), oven.gas) for oven in quick_reference().ovens)
    return min(marks)[1] if celsius >= 100 else ""
