"""The crumb check: eight dials over a dough, each with its window, its verdict and the reason."""

from collections.abc import Callable, Mapping
from dataclasses import dataclass, field
from enum import StrEnum
from typing import Final

from ample_crumb.core.crumb.composition import Composition
from ample_crumb.core.crumb.windows import (
    EGGS_PER_DAIRY,
    EGGS_PER_MIX,
    GELATINE,
    DialWindow,
    EggNeed,
    FamilyWindows,
    family_windows,
)


class Verdict(StrEnum):
    """Where a dial stands."""

    LOW = "low"
    FITS = "fits"
    HIGH = "high"
    UNKNOWN = "unknown"
    NOT_APPLICABLE = "not-applicable"


@dataclass(frozen=True, slots=True)
class Dial:
    """A dial: its `value` and window in its `unit`, None where there is none. `reason` is a sentence. `learned` is by
    how much this kitchen's own batches moved the window, 0 for not at all."""

    name: str
    title: str
    value: float | None
    unit: str
    low: float | None
    high: float | None
    verdict: Verdict
    reason: str
    source: str
    learned_share: float = 0.0


@dataclass(frozen=True, slots=True)
class Learned:
    """What a kitchen's own batches moved. `windows` are factors on windows by dial and family, "" for all families;
    `holding` factors on what a food holds, by its slug."""

    windows: Mapping[tuple[str, str], float] = field(default_factory=dict)
    holding: Mapping[str, float] = field(default_factory=dict)

    def factor(self, dial: str, family: str) -> float:
        """On the window of a dial in a family."""
        return self.windows.get((dial, family), 1.0) * self.windows.get((dial, ""), 1.0)


NOTHING_LEARNED: Final = Learned()

NAMES: Final = (
    "hydration", "powder-share", "sweetness", "fat", "leavening", "binder", "set", "salt-browning",
)  # fmt: skip

SUGAR_LOOSENS: Final = 0.5
FAT_LOOSENS: Final = 0.7
"""A g of dissolved sugar, and of fat that is not bound in a flour, loosens a dough like so many g of water. Common
practice (sugar and fat are counted among the moisteners), calibrated so that lean and rich formulas share a window."""

EGG_G: Final = 50.0
"""A large egg without its shell [g]."""

CUP_G: Final = 120.0
"""A US cup of flour [g], which leavening is counted by."""

TEASPOON_G: Final = 4.6
"""A level teaspoon of baking powder [g], from memory of USDA FoodData Central."""

LEAST_HYDRATION: Final = 0.02
"""However rich a dough, it has to have so much water of what its dry goods can hold."""

POWDER_DRIER: Final = 10.0
POWDER_HELPED: Final = 15.0
POWDER_HELP_FULL: Final = 0.35
"""Over a family's share of powder, in per cent of dry goods: so much more is a drier crumb and still one, and so much
again where what keeps it tender is this share of the dry goods. Common practice."""

SODA: Final = 4.0
"""Soda lifts so many times as much as baking powder where acid meets it. Common practice."""

HEAT_ALONE: Final = 0.5
"""Of the gas of soda, what heat drives out without acid: two of bicarbonate give one of carbon dioxide."""

BEATEN_AIR: Final = 0.8
"""What air beaten into butter and sugar, or eggs and sugar, lifts, in teaspoons of baking powder to a cup of flour.
Common practice: a quarter pound cake and a sponge rise by it alone."""

FOAM_HOLDS: Final = 2.0
"""What eggs beaten to a foam bring of water they hold themselves as they bake: a sponge or an angel cake may be wetter
by so much. Common practice."""

_LEAST_DRY_SHARE: Final = 0.02
"""With less dry goods than this share of the dough, dials that are counted by them mean nothing."""


def dials_of(composition: Composition, family: str, learned: Learned = NOTHING_LEARNED) -> tuple[Dial, ...]:
    """The eight dials of a dough in the order of `NAMES`. An unknown family is judged by none of them."""
    windows = family_windows().get(family)
    if windows is None:
        return tuple(_blank(name, "Choose a family first: what fits depends on it.") for name in NAMES)
    if composition.dough_g <= 0:
        return tuple(_blank(name, "There is no dough to judge yet.") for name in NAMES)
    return tuple(_JUDGES[name](composition, windows, learned) for name in NAMES)


def _blank(name: str, reason: str) -> Dial:
    return Dial(name, TITLES[name], None, "", None, None, Verdict.UNKNOWN, reason, "")


TITLES: Final = {
    "hydration": "Hydration",
    "powder-share": "Powder share",
    "sweetness": "Sweetness",
    "fat": "Fat",
    "leavening": "Rise",
    "binder": "Binder",
    "set": "Set",
    "salt-browning": "Salt and browning",
}


def _judged(
    name: str,
    value: float,
    unit: str,
    window: DialWindow,
    windows: FamilyWindows,
    learned: Learned,
    words: tuple[str, str, str],
    lacking: tuple[str, str] | None,
) -> Dial:
    """`words` are the reasons for low, fits and high; `lacking` the foods that cannot be told and what of."""
    factor = learned.factor(name, windows.family)
    window = window.times(factor)
    if lacking is not None:
        foods, what = lacking
        verdict, reason = Verdict.UNKNOWN, f"Cannot say: no {what} for {foods}."
        return Dial(
            name, TITLES[name], None, unit, window.low, window.high, verdict, reason, windows.source, factor - 1
        )
    # What is written to three digits is not told apart closer than that.
    near = 1e-9 + 5e-4 * abs(window.high)
    verdict = Verdict.LOW if value < window.low - near else Verdict.HIGH if value > window.high + near else Verdict.FITS
    reason = words[0] if verdict is Verdict.LOW else words[2] if verdict is Verdict.HIGH else words[1]
    return Dial(name, TITLES[name], value, unit, window.low, window.high, verdict, reason, windows.source, factor - 1)


OUT: Final = (Verdict.LOW, Verdict.HIGH)


def is_worse(was: Dial, now: Dial) -> bool:
    """Whether a dial that was in its window is out of it, or one that was out is further out or out on the other side;
    a hair further is no change."""
    if now.verdict not in OUT:
        return False
    return was.verdict is not now.verdict or _away(now) > _away(was) * 1.02 + 1e-9


def _away(dial: Dial) -> float:
    if dial.value is None or dial.low is None or dial.high is None:
        return 0.0
    return max(dial.low - dial.value, dial.value - dial.high, 0.0)


def _none(name: str, unit: str, reason: str) -> Dial:
    return Dial(name, TITLES[name], None, unit, None, None, Verdict.NOT_APPLICABLE, reason, "")


def _lacking(composition: Composition, *sums: tuple[str, str]) -> tuple[str, str] | None:
    for name, what in sums:
        foods = composition.lacking(name)
        if foods:
            return " and ".join(foods[:2]) + (f" and {len(foods) - 2} more" if len(foods) > 2 else ""), what
    return None


def hydration_window(composition: Composition, lean: DialWindow) -> DialWindow:
    """The window of a dough as rich as this one: what sugar and fat loosen, water need not."""
    loosened = (
        SUGAR_LOOSENS * composition.sugars_g + FAT_LOOSENS * composition.loose_fat_g
    ) / composition.water_holding_g
    return DialWindow(max(LEAST_HYDRATION, lean.low - loosened), max(0.05, lean.high - loosened))


def _hydration(composition: Composition, windows: FamilyWindows, learned: Learned) -> Dial:
    if windows.hydration is None:
        return _none("hydration", "×", "It sets by egg, starch, gelatine or cold; water alone does not tell.")
    lacking = _lacking(composition, ("water_g", "water figure"), ("water_holding_g", "figure of the water it can hold"))
    if composition.water_holding_g < _LEAST_DRY_SHARE * composition.dough_g:
        return _none("hydration", "×", "Nothing in it holds water, so there is no dough to be wet or dry.")
    dry, wet = _DRY_AND_WET.get(windows.family, _USUAL_DRY_AND_WET)
    words = (f"A little dry: {dry}.", "As wet as doughs like it that work.", f"A little wet: {wet}.")
    window = hydration_window(composition, windows.hydration)
    if windows.beaten and _is_foam(composition):
        window = DialWindow(window.low, window.high + FOAM_HOLDS)
    return _judged(
        "hydration", composition.water_g / composition.water_holding_g, "×", window, windows, learned, words, lacking
    )


_USUAL_DRY_AND_WET: Final = ("the crumb will be tight and crumbly", "the middle will stay gummy or sink")
_DRY_AND_WET: Final = {
    "cookie": ("it cracks and crumbles when shaped", "it spreads thin and bakes cakey"),
    "rolled-dough": ("it breaks when rolled", "it sticks to the pin and loses its shape"),
    "crust": ("it will not hold together when cut", "it stays soft under the filling"),
    "no-bake-bite": ("bites will not hold together", "bites stay sticky and slump"),
    "edible-dough": ("it is stiff and floury", "it runs off the spoon"),
    "macaroon": ("mounds fall apart", "mounds spread and weep"),
    "pancake": ("it will not pour", "pancakes stay thin and wet inside"),
}


def _powder(composition: Composition, windows: FamilyWindows, learned: Learned) -> Dial:
    goods = composition.dry_g + composition.pulse_g
    if goods < 0.08 * composition.dough_g:
        return _none("powder-share", "%", "There are hardly any dry goods to take a share of.")
    # What keeps a crumb tender makes up for powder.
    help_ = min(1.0, (composition.loose_fat_g + composition.tender_g) / (POWDER_HELP_FULL * goods))
    high = windows.powder_high_percent + POWDER_DRIER + POWDER_HELPED * help_
    share = 100 * composition.powder_g / goods
    between = share > windows.powder_high_percent
    words = (
        "",
        "A firmer, drier crumb than without; still within bounds." if between else "Little enough to stay tender.",
        "Too much protein powder for the rest: whey turns rubbery, casein dense, pea gritty.",
    )
    return _judged("powder-share", share, "%", DialWindow(0.0, min(100.0, high)), windows, learned, words, None)


def _sweetness(composition: Composition, windows: FamilyWindows, learned: Learned) -> Dial:
    words = (
        "Hardly sweet for its kind.",
        "As sweet as its kind usually is.",
        "Sweeter than its kind usually is.",
    )
    lacking = _lacking(composition, ("sweetness_g", "sweetness"))
    return _judged(
        "sweetness",
        100 * composition.sweetness_g / composition.dough_g,
        "%",
        windows.sweetness,
        windows,
        learned,
        words,
        lacking,
    )


def _fat(composition: Composition, windows: FamilyWindows, learned: Learned) -> Dial:
    value = 100 * composition.fat_g / composition.dough_g
    spared = 100 * composition.tender_g / composition.dough_g
    foam = windows.beaten and _is_foam(composition)
    window = DialWindow(0.0 if foam else max(0.0, windows.fat.low - spared), windows.fat.high)
    kept = not foam and value < windows.fat.low <= value + spared
    words = (
        "Little fat, and little that keeps a crumb tender in its place: it turns out tough and stales soon.",
        "Lean, but yogurt, curd or fruit keep it tender." if kept else "Enough to keep it tender.",
        "More fat than the rest can hold: it may turn greasy.",
    )
    return _judged("fat", value, "%", window, windows, learned, words, _lacking(composition, ("fat_g", "fat figure")))


def _leavening(composition: Composition, windows: FamilyWindows, learned: Learned) -> Dial:
    if windows.leavening is None:
        return _none("leavening", "tsp a cup", "It is not meant to rise.")
    if composition.flour_g < _LEAST_DRY_SHARE * composition.dough_g:
        return _none("leavening", "tsp a cup", "There are no dry goods to lift.")
    if composition.egg_count == 0 and composition.solid_fat_g >= 0.4 * composition.flour_g:
        return _none("leavening", "tsp a cup", "A short dough without egg is not meant to rise.")
    met = min(1.0, composition.acid_g / composition.soda_g) if composition.soda_g > 0 else 1.0
    lifting = composition.leavening_g + SODA * composition.soda_g * (met + HEAT_ALONE * (1 - met))
    value = lifting / TEASPOON_G / (composition.flour_g / CUP_G)
    air = windows.beaten and _holds_air(composition)
    if air:
        value += BEATEN_AIR
    soapy = composition.soda_g > 0 and met < 0.6
    words = (
        "Little to lift it: dense and flat.",
        "Air beaten into it lifts it." if air and lifting == 0 else "Enough to lift it.",
        "More than it needs: it rises, then falls, and tastes of it.",
    )
    if soapy:
        # Half-spent soda is tasted whatever it lifts.
        words = tuple(f"{each} Its soda lacks acid to meet it and will taste soapy." for each in words)  # type: ignore[assignment]
    return _judged("leavening", value, "tsp a cup", windows.leavening, windows, learned, words, None)


def _holds_air(composition: Composition) -> bool:
    """Whether butter and sugar, or eggs and sugar, are enough to carry a cake by the air beaten into them."""
    return _is_foam(composition) or (
        composition.crystals_g >= 0.6 * composition.flour_g and composition.solid_fat_g >= 0.5 * composition.flour_g
    )


def _is_foam(composition: Composition) -> bool:
    """Whether there is egg and sugar enough for the foam of a sponge."""
    return (
        composition.crystals_g >= 0.6 * composition.flour_g and composition.egg_mass_g >= 0.9 * composition.flour_g > 0
    )


def _binder(composition: Composition, windows: FamilyWindows, learned: Learned) -> Dial:
    unit = "eggs to 100 g dry"
    if windows.eggs is None:
        return _none("binder", unit, "Nothing has to bind it while it bakes.")
    if composition.flour_g < _LEAST_DRY_SHARE * composition.dough_g:
        return _none("binder", unit, "There are no dry goods to bind.")
    need = egg_need(composition, windows.eggs)
    words = (
        "Little that binds: it crumbles when cut, or sinks."
        if need > 0 and composition.gluten_g < 0.5 * composition.flour_g
        else "Few eggs for its flour and fat: it will be coarse and may fall.",
        "Bound well enough.",
        "Much that binds: rubbery, and it tastes of egg.",
    )
    value = composition.egg_count / (composition.flour_g / 100)
    return _judged(
        "binder", value, unit, DialWindow(need, max(windows.eggs.high_per_100g, need)), windows, learned, words, None
    )


def egg_need(composition: Composition, windows: EggNeed) -> float:
    """Eggs to 100 g of dry goods that a dough needs at least. Gluten binds, so flour that has it needs less; and eggs
    have to hold the fat (formula balance of batter cakes: about as much egg as fat; from memory of bakers' books)."""
    gluten = min(1.0, composition.gluten_g / composition.flour_g)
    for_flour = windows.gluten_free_per_100g * (1 - gluten) + windows.wheat_per_100g * gluten
    for_fat = windows.per_fat_ratio * composition.added_fat_g / EGG_G / (composition.flour_g / 100)
    return max(for_flour, for_fat)


def _set(composition: Composition, windows: FamilyWindows, learned: Learned) -> Dial:
    if windows.setting is None:
        return _none("set", "", "It holds by flour and egg; nothing has to set it.")
    over = composition.dairy_g if windows.set_by == EGGS_PER_DAIRY else composition.dough_g
    if over < 0.05 * composition.dough_g:
        return _none("set", windows.set_by, "There is no dairy in it to set.")
    if windows.set_by == GELATINE:
        value = 100 * composition.setting_g / over
    else:
        assert windows.set_by in (EGGS_PER_DAIRY, EGGS_PER_MIX)
        # Starch and gelatine set a custard too: 15 g of starch stand in for an egg.
        value = (composition.own_egg_count + composition.stiffening_g / SETS_LIKE_AN_EGG) / (over / 250)
    words = (
        "Little that sets it: it stays soft and weeps when cut.",
        "Enough to set it.",
        "Much that sets it: rubbery rather than creamy.",
    )
    return _judged("set", value, windows.set_by, windows.setting, windows, learned, words, None)


SETS_LIKE_AN_EGG: Final = 4.5
"""g of gelatine, or of starch as gelatine, that set a custard like an egg. Common practice."""


def _salt(composition: Composition, windows: FamilyWindows, learned: Learned) -> Dial:
    pale = windows.leavening is not None and composition.browning_g < 0.02 * composition.dough_g
    look = " Hardly any sugar that browns: the top stays pale, judge by the bottom." if pale else ""
    words = (f"Little salt: it tastes flat.{look}", f"Salted as usual.{look}", f"Salty.{look}")
    lacking = _lacking(composition, ("salt_g", "salt figure"))
    return _judged(
        "salt-browning",
        100 * composition.salt_g / composition.dough_g,
        "% salt",
        windows.salt,
        windows,
        learned,
        words,
        lacking,
    )


_JUDGES: Final[Mapping[str, Callable[[Composition, FamilyWindows, Learned], Dial]]] = {
    "hydration": _hydration,
    "powder-share": _powder,
    "sweetness": _sweetness,
    "fat": _fat,
    "leavening": _leavening,
    "binder": _binder,
    "set": _set,
    "salt-browning": _salt,
}
