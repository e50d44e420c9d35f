"""The dials of the crumb check as rows: each window is one or two conditions that are linear in the sums of a dough."""

from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from typing import Final

from ample_crumb.core.crumb.composition import Mix
from ample_crumb.core.crumb.dials import (
    BEATEN_AIR,
    CUP_G,
    EGG_G,
    FAT_LOOSENS,
    LEAST_HYDRATION,
    POWDER_DRIER,
    POWDER_HELP_FULL,
    POWDER_HELPED,
    SETS_LIKE_AN_EGG,
    SODA,
    SUGAR_LOOSENS,
    TEASPOON_G,
    Dial,
    Learned,
    Verdict,
)
from ample_crumb.core.crumb.windows import EGGS_PER_DAIRY, GELATINE, Window, Windows, windows


@dataclass(frozen=True, slots=True)
class BakingRow:
    """A condition for `dial`: the sums of a dough by name, each times its factor, are at least 0. `per` is the sum that
    the dial is counted by: a formula that misses its window already may go on missing it by as much of that."""

    dial: str
    of: Mapping[str, float]
    per: str

    def at(self, mix: Mix) -> float:
        """How far inside a dough is; negative where it misses."""
        return float(sum(factor * getattr(mix, name) for name, factor in self.of.items()))

    def allowing(self, mix: Mix) -> "BakingRow":
        """The same, but no stricter than this dough is."""
        missed, base = -self.at(mix), getattr(mix, self.per)
        if missed <= 0 or base <= 0:
            return self
        # A hair more, because the original stands on the edge of what it is allowed.
        return BakingRow(self.dial, _plus(self.of, {self.per: missed / base * (1 + 1e-9)}), self.per)

    def inside(self, share: float, mix: Mix) -> "BakingRow":
        """The same, stricter by a share of what the dough has: room for rounding."""
        scale = sum(abs(factor) * abs(getattr(mix, name)) for name, factor in self.of.items())
        base = getattr(mix, self.per)
        if base <= 0:
            return self
        return BakingRow(self.dial, _plus(self.of, {self.per: -share * scale / base}), self.per)


def _plus(one: Mapping[str, float], other: Mapping[str, float]) -> dict[str, float]:
    return {name: one.get(name, 0.0) + other.get(name, 0.0) for name in {**one, **other}}


def baking_rows(mix: Mix, family: str, dials: Iterable[Dial], learned: Learned) -> tuple[BakingRow, ...]:
    """The conditions of all dials that mean something to this dough, none stricter than it is already. What only
    changes in kind (a batter becoming a foam) is taken as it is; an answer is judged by the dials themselves in the
    end."""
    of = windows().get(family)
    if of is None:
        return ()
    said = {dial.name: dial for dial in dials}
    rows: list[BakingRow] = []
    for name, make in _OF.items():
        dial = said[name]
        if dial.verdict in (Verdict.NOT_APPLICABLE, Verdict.UNKNOWN) or dial.low is None or dial.high is None:
            continue
        rows += [BakingRow(name, row, per) for row, per in make(of, mix, learned.factor(name, family), dial)]
    return tuple(row.allowing(mix) for row in rows)


_Rows = Iterable[tuple[dict[str, float], str]]


def _share(over: str, part: Mapping[str, float], window: Window) -> _Rows:
    """`low` <= part / over <= `high`."""
    yield _plus(part, {over: -window.low}), over
    yield _plus({name: -factor for name, factor in part.items()}, {over: window.high}), over


def _hydration(of: Windows, _: Mix, factor: float, dial: Dial) -> _Rows:
    assert of.hydration is not None
    del dial
    loosened = {"sugars": SUGAR_LOOSENS * factor, "loose_fat": FAT_LOOSENS * factor}
    yield _plus({"water": 1.0, "holding": -of.hydration.low * factor}, loosened), "holding"
    yield {"water": 1.0, "holding": -LEAST_HYDRATION * factor}, "holding"
    high = of.hydration.high * factor
    yield {"water": -1.0, "holding": high} | {name: -value for name, value in loosened.items()}, "holding"


def _powder(of: Windows, _: Mix, factor: float, dial: Dial) -> _Rows:
    del dial
    least, most = (of.powder_high + POWDER_DRIER) * factor, (of.powder_high + POWDER_DRIER + POWDER_HELPED) * factor
    help_ = POWDER_HELPED * factor / POWDER_HELP_FULL
    yield {"powder": -100, "dry": least, "pulse": least, "loose_fat": help_, "tender": help_}, "dry"
    yield {"powder": -100, "dry": most, "pulse": most}, "dry"


def _sweetness(of: Windows, _: Mix, factor: float, dial: Dial) -> _Rows:
    del dial
    yield from _share("dough", {"sweet": 100.0}, of.sweetness.times(factor))


def _fat(of: Windows, _: Mix, factor: float, dial: Dial) -> _Rows:
    assert dial.low is not None
    if dial.low > 0:
        yield {"fat": 100.0, "tender": 100.0 * factor, "dough": -of.fat.low * factor}, "dough"
    yield {"fat": -100.0, "dough": of.fat.high * factor}, "dough"


def _leavening(of: Windows, mix: Mix, factor: float, dial: Dial) -> _Rows:
    assert of.leavening is not None
    assert dial.value is not None
    per_flour = TEASPOON_G / CUP_G
    met = min(1.0, mix.acid / mix.soda) if mix.soda > 0 else 1.0
    chemical = (mix.leavening + SODA * mix.soda * (met + (1 - met) / 2)) / per_flour / mix.flour
    # Air that is beaten in stays: what carries it is held by the other dials.
    air = BEATEN_AIR if dial.value > chemical + BEATEN_AIR / 2 else 0.0
    window = of.leavening.times(factor).moved(-air)
    low, high = window.low * per_flour, window.high * per_flour
    # Soda gives half its gas by heat and the rest by what acid it meets, the less of the two.
    half = SODA / 2
    yield {"leavening": 1.0, "soda": 2 * half, "flour": -low}, "flour"
    yield {"leavening": 1.0, "soda": half, "acid": half, "flour": -low}, "flour"
    yield {"leavening": -1.0, "soda": -2 * half, "flour": high}, "flour"


def _binder(of: Windows, _: Mix, factor: float, dial: Dial) -> _Rows:
    del dial
    assert of.eggs is not None
    need = of.eggs
    spared = (need.gluten_free - need.wheat) / 100 * factor
    yield {"eggs": 1.0, "flour": -need.gluten_free / 100 * factor, "gluten": spared}, "flour"
    yield {"eggs": 1.0, "flour": -need.wheat / 100 * factor}, "flour"
    yield {"eggs": 1.0, "added_fat": -need.per_fat / EGG_G * factor}, "flour"
    yield {"eggs": -1.0, "flour": need.high / 100 * factor}, "flour"


def _set(of: Windows, _: Mix, factor: float, dial: Dial) -> _Rows:
    del dial
    assert of.setting is not None
    window = of.setting.times(factor)
    if of.set_by == GELATINE:
        yield from _share("dough", {"setting": 100.0}, window)
    else:
        over = "dairy" if of.set_by == EGGS_PER_DAIRY else "dough"
        yield from _share(over, {"own_eggs": 250.0, "stiffening": 250.0 / SETS_LIKE_AN_EGG}, window)


def _salt(of: Windows, _: Mix, factor: float, dial: Dial) -> _Rows:
    del dial
    yield from _share("dough", {"salt": 100.0}, of.salt.times(factor))


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
