"""The dials of the crumb check as rows: each window is one or two conditions that are linear in the sums of a dough."""

from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from typing import Final

from ample_crumb.core.crumb.composition import Composition
from ample_crumb.core.crumb.dials.binder import EGG_G
from ample_crumb.core.crumb.dials.dial import Dial, Learned, Verdict
from ample_crumb.core.crumb.dials.hydration import FAT_LOOSENS, LEAST_HYDRATION, SUGAR_LOOSENS
from ample_crumb.core.crumb.dials.leavening import BEATEN_AIR, CUP_G, SODA, TEASPOON_G
from ample_crumb.core.crumb.dials.powder_share import POWDER_DRIER, POWDER_HELP_FULL, POWDER_HELPED
from ample_crumb.core.crumb.dials.setting import SETS_LIKE_AN_EGG
from ample_crumb.core.crumb.windows import EGGS_PER_DAIRY, GELATINE, DialWindow, FamilyWindows, family_windows


@dataclass(frozen=True, slots=True)
class CrumbConstraint:
    """A condition for `dial`: the sums of a dough by name, each times its factor, are at least 0. `per` is the sum that
    the dial is counted by: a formula that misses its window already may go on missing it by as much of that."""

    dial: str
    coefficients: Mapping[str, float]
    per: str

    def at(self, composition: Composition) -> float:
        """How far inside a dough is; negative where it misses."""
        return float(sum(factor * getattr(composition, name) for name, factor in self.coefficients.items()))

    def allowing(self, composition: Composition) -> "CrumbConstraint":
        """The same, but no stricter than this dough is."""
        missed, base = -self.at(composition), getattr(composition, self.per)
        if missed <= 0 or base <= 0:
            return self
        # A hair more, because the original stands on the edge of what it is allowed.
        return CrumbConstraint(self.dial, _plus(self.coefficients, {self.per: missed / base * (1 + 1e-9)}), self.per)

    def inside(self, share: float, composition: Composition) -> "CrumbConstraint":
        """The same, stricter by a share of what the dough has: room for rounding."""
        scale = sum(abs(factor) * abs(getattr(composition, name)) for name, factor in self.coefficients.items())
        base = getattr(composition, self.per)
        if base <= 0:
            return self
        return CrumbConstraint(self.dial, _plus(self.coefficients, {self.per: -share * scale / base}), self.per)


def _plus(one: Mapping[str, float], other: Mapping[str, float]) -> dict[str, float]:
    return {name: one.get(name, 0.0) + other.get(name, 0.0) for name in {**one, **other}}


def crumb_constraints(
    composition: Composition, family: str, dials: Iterable[Dial], learned: Learned
) -> tuple[CrumbConstraint, ...]:
    """The conditions of all dials that mean something to this dough, none stricter than it is already. What only
    changes in kind (a batter becoming a foam) is taken as it is; an answer is judged by the dials themselves in the
    end."""
    windows = family_windows().get(family)
    if windows is None:
        return ()
    said = {dial.name: dial for dial in dials}
    rows: list[CrumbConstraint] = []
    for name, make in _OF.items():
        dial = said[name]
        if dial.verdict in (Verdict.NOT_APPLICABLE, Verdict.UNKNOWN) or dial.low is None or dial.high is None:
            continue
        rows += [
            CrumbConstraint(name, row, per)
            for row, per in make(windows, composition, learned.factor(name, family), dial)
        ]
    return tuple(row.allowing(composition) for row in rows)


_Rows = Iterable[tuple[dict[str, float], str]]


def _share(over: str, part: Mapping[str, float], window: DialWindow) -> _Rows:
    """`low` <= part / over <= `high`."""
    yield _plus(part, {over: -window.low}), over
    yield _plus({name: -factor for name, factor in part.items()}, {over: window.high}), over


def _hydration(windows: FamilyWindows, _: Composition, factor: float, dial: Dial) -> _Rows:
    assert windows.hydration is not None
    del dial
    loosened = {"sugars_g": SUGAR_LOOSENS * factor, "loose_fat_g": FAT_LOOSENS * factor}
    yield _plus({"water_g": 1.0, "water_holding_g": -windows.hydration.low * factor}, loosened), "water_holding_g"
    yield {"water_g": 1.0, "water_holding_g": -LEAST_HYDRATION * factor}, "water_holding_g"
    high = windows.hydration.high * factor
    yield (
        {"water_g": -1.0, "water_holding_g": high} | {name: -value for name, value in loosened.items()},
        "water_holding_g",
    )


def _powder(windows: FamilyWindows, _: Composition, factor: float, dial: Dial) -> _Rows:
    del dial
    least, most = (
        (windows.powder_high_percent + POWDER_DRIER) * factor,
        (windows.powder_high_percent + POWDER_DRIER + POWDER_HELPED) * factor,
    )
    help_ = POWDER_HELPED * factor / POWDER_HELP_FULL
    yield {"powder_g": -100, "dry_g": least, "pulse_g": least, "loose_fat_g": help_, "tender_g": help_}, "dry_g"
    yield {"powder_g": -100, "dry_g": most, "pulse_g": most}, "dry_g"


def _sweetness(windows: FamilyWindows, _: Composition, factor: float, dial: Dial) -> _Rows:
    del dial
    yield from _share("dough_g", {"sweetness_g": 100.0}, windows.sweetness.times(factor))


def _fat(windows: FamilyWindows, _: Composition, factor: float, dial: Dial) -> _Rows:
    assert dial.low is not None
    if dial.low > 0:
        yield {"fat_g": 100.0, "tender_g": 100.0 * factor, "dough_g": -windows.fat.low * factor}, "dough_g"
    yield {"fat_g": -100.0, "dough_g": windows.fat.high * factor}, "dough_g"


def _leavening(windows: FamilyWindows, composition: Composition, factor: float, dial: Dial) -> _Rows:
    assert windows.leavening is not None
    assert dial.value is not None
    per_flour = TEASPOON_G / CUP_G
    met = min(1.0, composition.acid_g / composition.soda_g) if composition.soda_g > 0 else 1.0
    chemical = (
        (composition.leavening_g + SODA * composition.soda_g * (met + (1 - met) / 2)) / per_flour / composition.flour_g
    )
    # Air that is beaten in stays: what carries it is held by the other dials.
    air = BEATEN_AIR if dial.value > chemical + BEATEN_AIR / 2 else 0.0
    window = windows.leavening.times(factor).moved(-air)
    low, high = window.low * per_flour, window.high * per_flour
    # Soda gives half its gas by heat and the rest by what acid it meets, the less of the two.
    half = SODA / 2
    yield {"leavening_g": 1.0, "soda_g": 2 * half, "flour_g": -low}, "flour_g"
    yield {"leavening_g": 1.0, "soda_g": half, "acid_g": half, "flour_g": -low}, "flour_g"
    yield {"leavening_g": -1.0, "soda_g": -2 * half, "flour_g": high}, "flour_g"


def _binder(windows: FamilyWindows, _: Composition, factor: float, dial: Dial) -> _Rows:
    del dial
    assert windows.eggs is not None
    need = windows.eggs
    spared = (need.gluten_free_per_100g - need.wheat_per_100g) / 100 * factor
    yield {"egg_count": 1.0, "flour_g": -need.gluten_free_per_100g / 100 * factor, "gluten_g": spared}, "flour_g"
    yield {"egg_count": 1.0, "flour_g": -need.wheat_per_100g / 100 * factor}, "flour_g"
    yield {"egg_count": 1.0, "added_fat_g": -need.per_fat_ratio / EGG_G * factor}, "flour_g"
    yield {"egg_count": -1.0, "flour_g": need.high_per_100g / 100 * factor}, "flour_g"


def _set(windows: FamilyWindows, _: Composition, factor: float, dial: Dial) -> _Rows:
    del dial
    assert windows.setting is not None
    window = windows.setting.times(factor)
    if windows.set_by == GELATINE:
        yield from _share("dough_g", {"setting_g": 100.0}, window)
    else:
        over = "dairy_g" if windows.set_by == EGGS_PER_DAIRY else "dough_g"
        yield from _share(over, {"own_egg_count": 250.0, "stiffening_g": 250.0 / SETS_LIKE_AN_EGG}, window)


def _salt(windows: FamilyWindows, _: Composition, factor: float, dial: Dial) -> _Rows:
    del dial
    yield from _share("dough_g", {"salt_g": 100.0}, windows.salt.times(factor))


_OF: Final = {
    "hydration": _hydration,
    "powder-share": _powder,
    "sweetness": _sweetness,
    "fat": _fat,
    "leavening": _leavening,
    "binder": _binder,
    "set": _set,
    "salt-browning": _salt,
}
