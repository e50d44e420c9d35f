"""What is known of a batch that went wrong, and the facts that follow from it: each so strong, and in words."""

from collections.abc import Callable, Iterable, Mapping
from dataclasses import dataclass, field
from typing import Final

from ample_crumb.core.crumb.check import CrumbCheck, JudgedDough
from ample_crumb.core.crumb.dials.dial import OUT, Verdict
from ample_crumb.core.crumb.dough import DoughLine


@dataclass(frozen=True, slots=True)
class BatchSigns:
    """A batch as it was made. It took `took_min` where `window` says from when and until when it takes, at `oven_c`
    where `usual_c` is usual; None where nobody said. `heated` where it is baked or cooked at all. `noticed` is what the
    baker saw while making it, of those that are asked for."""

    dough: JudgedDough
    check: CrumbCheck
    heated: bool
    window: tuple[float, float] | None = None
    took_min: float | None = None
    oven_c: float | None = None
    usual_c: float | None = None
    microwaved: bool = False
    covered: bool = False
    altitude_m: float = 0.0
    tin_share: float | None = None
    fresh_fruit: bool = False
    base_with_rest: bool | None = None
    frozen_before: bool = False
    noticed: frozenset[str] = field(default_factory=frozenset)


@dataclass(frozen=True, slots=True)
class Fact:
    """Something that is so, as strongly as from 0 to 1; `words` say it in a sentence, `not_words` that it is not so,
    empty where that is not worth saying."""

    strength: float
    words: str
    not_words: str = ""


SAW: Final = "saw: "
"""Facts that only the baker can tell begin so."""


def facts_of(signs: BatchSigns) -> Mapping[str, Fact]:
    """What is known of a batch by the name of the fact; what nobody can tell is not in it."""
    found: dict[str, Fact] = {}
    for part in (_of_dials, _of_goods, _of_heat, _of_the_rest):
        found.update(part(signs))
    found.update({f"{SAW}{what}": Fact(1.0, f"It was so: {what}.") for what in signs.noticed})
    return found


def _ramp(value: float, none: float, full: float) -> float:
    """From 0 at `none` to 1 at `full`, in a straight line; `full` may be the lower."""
    return min(1.0, max(0.0, (value - none) / (full - none)))


_DIALS: Final[Mapping[tuple[str, Verdict], str]] = {
    ("hydration", Verdict.HIGH): "wet",
    ("hydration", Verdict.LOW): "thirsty",
    ("leavening", Verdict.HIGH): "much lift",
    ("leavening", Verdict.LOW): "little lift",
    ("binder", Verdict.LOW): "little binder",
    ("set", Verdict.LOW): "little set",
    ("sweetness", Verdict.LOW): "little sweetness",
    ("sweetness", Verdict.HIGH): "much sweetness",
}


def _of_dials(signs: BatchSigns) -> Iterable[tuple[str, Fact]]:
    """Where a dial is out of its window, and that it is not."""
    for (name, verdict), fact in _DIALS.items():
        dial = next((each for each in signs.check.dials if each.name == name), None)
        if dial is None or dial.value is None or dial.verdict is Verdict.NOT_APPLICABLE:
            continue
        if dial.verdict is verdict:
            yield fact, Fact(1.0 if dial.sure else 0.6, dial.reason)
        else:
            inside = dial.verdict not in OUT
            near = _near(dial.value, dial.low, dial.high, verdict) if inside else 0.0
            fits = f"{dial.title}: {dial.reason[:1].lower()}{dial.reason[1:]}" if inside else ""
            yield fact, Fact(near, f"{dial.title} is near the edge.", fits)


def _near(value: float, low: float | None, high: float | None, verdict: Verdict) -> float:
    """How near to that edge of a window a value is, up to 0.4 for the edge itself: the outer sixth of it counts."""
    if low is None or high is None or high <= low:
        return 0.0
    away = (value - low if verdict is Verdict.LOW else high - value) / (high - low)
    return 0.4 * _ramp(away, 1 / 6, 0)


_WHITES: Final = frozenset({"egg_white", "egg_white_carton", "egg_white_powder"})
_GUMS: Final = frozenset({"psyllium", "xanthan", "guar"})
_XYLITOL: Final = frozenset({"xylitol"})
_AROMA_ROLES: Final = ("flavour", "spice", "cocoa", "chocolate", "dried fruit", "nut butter")
_COARSE: Final = frozenset({
    "rolled_oats", "rolled_oats_gf", "steel_cut_oats", "corn_meal", "semolina", "coconut_shredded", "coconut_sweetened",
    "coconut_sugar",
})  # fmt: skip
_INTENSE: Final = 20.0
"""A sweetener this many times as sweet as sugar is an intense one."""


def _of_goods(signs: BatchSigns) -> Iterable[tuple[str, Fact]]:
    """What there is much or none of, as shares of the dough."""
    lines, dough = signs.dough.dough.lines, signs.dough.composition
    whole_g = dough.dough_g
    if whole_g <= 0 or signs.dough.dough.gaps:
        return

    def share(wanted: Callable[[DoughLine], bool]) -> float:
        return sum(line.mass_g for line in lines if not line.in_pieces and wanted(line)) / whole_g

    def much(name: str, what: str, part: float, none: float, full: float, more: float = 0.0) -> tuple[str, Fact]:
        words = f"{what} {'is' if not what.endswith('s') else 'are'} {part:.0%} of the dough."
        return name, Fact(
            _ramp(part + more, none, full), words, f"Only {part:.0%} of the dough: {what}." if part else ""
        )

    powder = {kind: share(lambda line, kind=kind: line.properties.powder == kind) for kind in _KINDS}  # type: ignore[misc]
    # Isolate tightens a fifth more than concentrate does (`tables/crumb/powders.csv`), and is named by what there is.
    yield much("much whey", "Whey", powder["whey"] + powder["isolate"], 0.05, 0.16, more=0.2 * powder["isolate"])
    yield much("much casein", "Casein", powder["casein"] + 0.5 * powder["blend"], 0.05, 0.16)
    plant = powder["pea"] + powder["soy"] + powder["rice"] + powder["hemp"] + powder["plant"]
    yield much("much plant powder", "Plant protein", plant, 0.03, 0.10)
    yield "powder", Fact(_ramp(sum(powder.values()), 0.01, 0.08), "There is protein powder in it.")
    whites = share(lambda line: line.item.slug in _WHITES)
    yield much("much white", "Egg white", whites, 0.15, 0.4)
    yield much("much egg", "Egg", max(0.0, dough.egg_mass_g / whole_g - whites), 0.26, 0.42)
    yield much("much gum", "Gum or psyllium", _gum(lines) / whole_g, 0.008, 0.03)
    fibre = dough.slow_holding_g / whole_g
    yield "much fibre", Fact(_ramp(fibre, 0.08, 0.35), "Its fibre goes on drinking for long.")
    puree = share(lambda line: line.item.role in ("fruit", "pulse") and line.properties.body_ratio > 0)
    yield much("much puree", "Puree", puree, 0.22, 0.42)
    yield from _of_fat(signs, share)
    yield from _of_sugar(signs, share)
    yield much("much cocoa", "Cocoa", share(lambda line: line.item.role == "cocoa"), 0.03, 0.08)
    yield "gluten", Fact(1.0 if dough.gluten_g > 0 else 0.0, "There is gluten in it.", "There is no gluten in it.")
    grain = share(lambda line: line.item.role in ("flour", "grain", "meal") and line.properties.gluten_ratio == 0)
    without = _ramp(grain, 0.1, 0.25) if dough.gluten_g == 0 else 0.0
    yield "grain without gluten", Fact(without, "Its flour has no gluten.", "There is gluten in it.")
    unmet = dough.soda_g - dough.acid_g
    words = f"Of {dough.soda_g:.1f} g of soda {max(0.0, unmet):.1f} g meet no acid."
    yield "soda unmet", Fact(_ramp(unmet / whole_g, 0.001, 0.006), words, "There is no soda without acid in it.")
    acid = (dough.acid_g - dough.soda_g) / whole_g
    yield "much acid", Fact(_ramp(acid, 0.004, 0.012), "There is much acid in it.")
    yield "little salt", _little_salt(signs)
    aroma = share(lambda line: line.item.role in _AROMA_ROLES or _is_zest(line))
    yield "no aroma", Fact(_ramp(aroma, 0.01, 0.0), "There is nothing in it that has much flavour.")
    yield "coarse", Fact(_ramp(share(lambda line: line.item.slug in _COARSE), 0.05, 0.3), "Its grain is coarse.")
    # Whole ones too, which are no dough: a rancid nut tastes in any size.
    nuts = sum(line.mass_g for line in lines if line.item.role in ("nut", "seed")) / whole_g
    yield "nuts", Fact(_ramp(nuts, 0.0, 0.1), "There are nuts in it.")
    yield "dairy", Fact(_ramp(dough.dairy_g / whole_g, 0.1, 0.4), "Much of it is dairy.")
    foam = dough.own_egg_count > 0 and dough.leavening_g + dough.soda_g == 0 and signs.heated
    yield "foam", Fact(float(foam), "Nothing lifts it but air.")


_KINDS: Final = ("whey", "isolate", "casein", "blend", "egg", "pea", "soy", "rice", "hemp", "plant", "collagen")


def _gum(lines: Iterable[DoughLine]) -> float:
    """Grams of gum: psyllium as such, xanthan and guar as so many times as much."""
    return sum(
        line.mass_g * (1.0 if line.item.slug == "psyllium" else 6.0) for line in lines if line.item.slug in _GUMS
    )


def _is_zest(line: DoughLine) -> bool:
    return "zest" in line.item.name or "ginger" in line.item.name


def _little_salt(signs: BatchSigns) -> Fact:
    dough = signs.dough.composition
    salt = dough.salt_g / dough.dough_g
    words = f"Salt is {salt:.2%} of the dough; 0.4 % and more is usual."
    return Fact(_ramp(salt, 0.0035, 0.0015), words, "There is salt enough in it.")


def _of_fat(signs: BatchSigns, share: Callable[[Callable[[DoughLine], bool]], float]) -> Iterable[tuple[str, Fact]]:
    dough = signs.dough.composition
    fat, loose = dough.fat_g / dough.dough_g, dough.free_fat_g / dough.dough_g
    dial = next((each for each in signs.check.dials if each.name == "fat"), None)
    high = 0.0 if dial is None or dial.verdict is not Verdict.HIGH else 0.8
    yield (
        "much fat",
        Fact(max(high, _ramp(loose, 0.2, 0.34)), f"Fat that nothing holds is {loose:.0%} of the dough.",
             f"Only {loose:.0%} of the dough is fat that nothing holds."),
    )  # fmt: skip
    yield (
        "little fat",
        Fact(_ramp(fat, 0.1, 0.04), f"Fat is {fat:.0%} of the dough.", f"Fat is {fat:.0%} of the dough."),
    )
    solid = dough.solid_fat_g / dough.dough_g
    yield "solid fat", Fact(_ramp(solid, 0.05, 0.15), "Its fat is butter.")
    butter = share(lambda line: line.item.role == "nut butter")
    yield "nut butter", Fact(_ramp(butter, 0.1, 0.3), f"Nut butter is {butter:.0%} of the dough.")


def _of_sugar(signs: BatchSigns, share: Callable[[Callable[[DoughLine], bool]], float]) -> Iterable[tuple[str, Fact]]:
    dough, cold = signs.dough.composition, not signs.heated
    browns = dough.browning_g / dough.dough_g
    sugars = max(0.0, dough.sugars_g - dough.erythritol_g) / dough.dough_g
    yield (
        "no sugar",
        Fact(min(_ramp(browns, 0.08, 0.03), _ramp(sugars, 0.1, 0.04)), f"Sugar is only {sugars:.0%} of the dough.",
             f"Sugar is {sugars:.0%} of the dough."),
    )  # fmt: skip
    yield "much sugar", Fact(_ramp(sugars, 0.26, 0.34), f"Sugar is {sugars:.0%} of the dough.", "")
    erythritol = dough.erythritol_g / dough.mass_g
    # A gram of water dissolves about 0.6 g at room temperature (Mitchell, from memory).
    dry = dough.erythritol_g > 0.6 * dough.water_g
    strength = max(_ramp(erythritol, 0.05 if cold else 0.09, 0.14), 0.9 if dry else 0.0)
    little = f"Only {erythritol:.0%} of it is erythritol." if erythritol >= 0.01 else "There is no erythritol in it."
    yield "much erythritol", Fact(strength, f"Erythritol is {erythritol:.0%} of it.", little)
    yield "xylitol", Fact(_ramp(share(lambda line: line.item.slug in _XYLITOL), 0.02, 0.08), "There is xylitol in it.")
    intense = share(lambda line: line.item.role == "sweetener" and (line.properties.sweetness_ratio or 0.0) > _INTENSE)
    words = f"An intense sweetener is {intense:.2%} of the dough."
    yield "much intense sweetener", Fact(_ramp(intense, 0.0005, 0.004), words, "There is no intense sweetener in it.")


def _of_heat(signs: BatchSigns) -> Iterable[tuple[str, Fact]]:
    """Time and heat against what it needs."""
    yield "no oven", Fact(float(not signs.heated), "It is not baked.")
    yield "microwaved", Fact(float(signs.microwaved), "It was made in a microwave.")
    yield "covered", Fact(float(signs.covered), "It was baked covered.")
    if signs.window is not None and signs.took_min is not None:
        low, high = signs.window
        told = f"It took {signs.took_min:g} minutes; {low:.0f} to {high:.0f} are usual."
        yield "short", Fact(_ramp(signs.took_min / low, 1.0, 0.8), told, told)
        yield "long", Fact(_ramp(signs.took_min / high, 1.0, 1.2), told, told)
    if signs.oven_c is not None and signs.usual_c is not None:
        told = f"It was baked at {signs.oven_c:.0f} °C; {signs.usual_c:.0f} °C is usual."
        yield "hot", Fact(_ramp(signs.oven_c - signs.usual_c, 5, 30), told, told)
        yield "cool", Fact(_ramp(signs.usual_c - signs.oven_c, 5, 30), told, told)


_CUSTARDS: Final = ("baked-cheesecake", "set-cheesecake", "pudding")


def _of_the_rest(signs: BatchSigns) -> Iterable[tuple[str, Fact]]:
    """Where it stood and what lies on it."""
    words = f"It was made {signs.altitude_m:.0f} m above the sea."
    yield "high up", Fact(_ramp(signs.altitude_m, 700, 1800), words)
    if signs.tin_share is not None:
        yield "deep", Fact(_ramp(signs.tin_share, 0.65, 0.9), f"The tin was {signs.tin_share:.0%} full.")
    yield "fresh fruit", Fact(float(signs.fresh_fruit), "There is fresh fruit on it.")
    if signs.base_with_rest is not None:
        yield "base with the rest", Fact(float(signs.base_with_rest), "Its base went in raw.")
    yield "frozen before", Fact(float(signs.frozen_before), "It has been frozen.")
    custard = signs.dough.family in _CUSTARDS and signs.heated
    yield "custard", Fact(float(custard), "It is set by egg or milk that was heated.")
    unset = signs.dough.family in ("set-cheesecake", "pudding") and not signs.heated
    yield "unset", Fact(float(unset), "It is set by the cold alone.")
