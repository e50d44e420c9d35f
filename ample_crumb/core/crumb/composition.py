"""A dough as sums: what its lines bring and hold, so that another line is an addition and a dial a ratio."""

import math
import operator
from collections.abc import Callable, Iterable, Mapping
from dataclasses import dataclass, field, fields, replace
from types import MappingProxyType
from typing import Final

from ample_crumb.core.crumb.dough import Dough, DoughLine
from ample_crumb.core.crumb.functional_properties import functional_properties
from ample_crumb.core.crumb.powders import powders
from ample_crumb.core.food.ingredient import Ingredient


@dataclass(frozen=True, slots=True)
class Composition:
    """Sums over a dough, in g, `egg_count` in eggs. `dry_g` are dry goods by weight, `body_g` what pulses, nut butters,
    cooked grain and fruit do in their place, `flour_g` both by what they do in a crumb, `goods_g` the same with
    powders by their weight. `powder_g` counts each powder as so much whey. Of the water `bound_g` is held already and
    `setting_water_g` sets with egg as it bakes; `tightening_g` is what whey and its like press out. Of what is held
    `slow_holding_g` is taken up on standing, `hot_holding_g` as it bakes. `own_egg_count` leaves out what merely binds
    like egg; `stiffening_g` is what sets besides eggs and dairy. `dough_g` leaves out what is folded in
    whole, `mass_g` holds it too. `fat_g` is of the dough, `loose_fat_g` what is not bound in flours, `free_fat_g` what
    nut, chocolate and egg do not hold of it, `added_fat_g` that of butter and oil alone, `solid_fat_g` the part of
    that which air can be beaten into. `sugars_g` dissolve, polyols and allulose among them, `crystals_g` are sugar and
    sweetener that come dry; `dairy_g` is curd, cream and yogurt. `unknown` holds, for each sum, the foods that nobody
    said enough of, and how many g; those are left out of it."""

    unknown: frozenset[tuple[str, str, float]] = field(default_factory=frozenset)
    mass_g: float = 0.0
    dough_g: float = 0.0
    water_g: float = 0.0
    bound_g: float = 0.0
    setting_water_g: float = 0.0
    tightening_g: float = 0.0
    water_holding_g: float = 0.0
    slow_holding_g: float = 0.0
    hot_holding_g: float = 0.0
    dry_g: float = 0.0
    goods_g: float = 0.0
    body_g: float = 0.0
    flour_g: float = 0.0
    powder_g: float = 0.0
    gluten_g: float = 0.0
    sugars_g: float = 0.0
    crystals_g: float = 0.0
    erythritol_g: float = 0.0
    sweetness_g: float = 0.0
    browning_g: float = 0.0
    fat_g: float = 0.0
    loose_fat_g: float = 0.0
    free_fat_g: float = 0.0
    added_fat_g: float = 0.0
    solid_fat_g: float = 0.0
    leavening_g: float = 0.0
    soda_g: float = 0.0
    acid_g: float = 0.0
    egg_count: float = 0.0
    own_egg_count: float = 0.0
    egg_mass_g: float = 0.0
    setting_g: float = 0.0
    stiffening_g: float = 0.0
    dairy_g: float = 0.0
    tender_g: float = 0.0
    salt_g: float = 0.0

    def plus(self, other: "Composition") -> "Composition":
        """Returns the sum of both compositions."""
        sums = map(operator.add, _sums_of(self), _sums_of(other))
        return Composition(self.unknown | other.unknown, *sums)

    def times(self, factor: float) -> "Composition":
        """Returns the composition of `count` times as much dough."""
        unknown = frozenset((name, food, mass * factor) for name, food, mass in self.unknown)
        return Composition(unknown, *[value * factor for value in _sums_of(self)])

    def lacking(self, figure: str) -> tuple[str, ...]:
        """The foods whose share of this sum is not known, where they are more than a trace of the dough."""
        least = _TRACE * self.dough_g
        return tuple(sorted({food for name, food, mass in self.unknown if name == figure and mass >= least}))


_TRACE: Final = 0.02
"""What a dough holds less of than this share, zest or vanilla, moves no dial whatever is in it."""

_SUMS: Final = tuple(field.name for field in fields(Composition) if field.name != "unknown")
_sums_of: Final[Callable[[Composition], tuple[float, ...]]] = operator.attrgetter(*_SUMS)

_ANIMAL_EGG: Final = frozenset({"egg", "egg_white", "egg_yolk", "egg_carton", "egg_white_carton", "egg_yolk_carton"})


def compose(body: Dough, holding: Mapping[str, float] = MappingProxyType({})) -> Composition:
    """A dough summed. `holding` are factors on what foods hold, by slug, as a kitchen has learned them."""
    # Added up here and now: a mix for each line would cost more than all the dials.
    sums = [0.0] * len(_SUMS)
    unknown: list[tuple[str, str, float]] = []
    for share in body.lines:
        gram = gram_of(share, holding.get(share.item.slug, 1.0))
        sums = [total + value * share.mass_g for total, value in zip(sums, _sums_of(gram), strict=True)]
        unknown += [(name, food, weight * share.mass_g) for name, food, weight in gram.unknown]
    return Composition(frozenset(unknown), *sums)


def sum_mixes(mixes: Iterable[Composition]) -> Composition:
    """All of them together."""
    mixes = tuple(mixes)
    unknown = frozenset(each for composition in mixes for each in composition.unknown)
    return Composition(unknown, *map(sum, zip(*map(_sums_of, mixes), strict=True))) if mixes else Composition()


def share_of(share: DoughLine, holding: float = 1.0) -> Composition:
    """What a line brings, where its food holds so many times what the table says."""
    return gram_of(share, holding).times(share.mass_g)


FLAVOURED_SWEETNESS: Final = 0.6
"""What a flavoured powder sweetens, against sugar: 0.1 % of sucralose, 600 times as sweet. Common practice."""


def gram_of(share: DoughLine, holding: float = 1.0) -> Composition:
    """What a g of a line brings."""
    gram = _a_gram(share.item, holding, in_pieces=share.in_pieces)
    if not share.flavoured or share.in_pieces:
        return gram
    unknown = frozenset(each for each in gram.unknown if each[0] != "sweetness_g")
    return replace(gram, unknown=unknown, sweetness_g=max(gram.sweetness_g, FLAVOURED_SWEETNESS))


def brought_by(item: Ingredient, mass_g: float, holds_times: float = 1.0) -> Composition:
    """What so many g of a food bring to a dough."""
    return _a_gram(item, holds_times, in_pieces=False).times(mass_g)


_IN_PIECES: Final = Composition(mass_g=1.0)
"""Folded in whole: in the piece, but no part of what holds together."""


def _a_gram(item: Ingredient, holds_times: float, *, in_pieces: bool) -> Composition:
    if in_pieces:
        return _IN_PIECES
    gram = item.once(_gram)
    if holds_times == 1:
        return gram
    return replace(
        gram,
        water_holding_g=gram.water_holding_g * holds_times,
        slow_holding_g=gram.slow_holding_g * holds_times,
        hot_holding_g=gram.hot_holding_g * holds_times,
    )


def _gram(item: Ingredient) -> Composition:
    properties = functional_properties(item)
    sums = _Sums()
    holding = sums.known("water_holding_g", properties.holding_ratio)
    fat = sums.known("fat_g", properties.fat_ratio)
    sugars = sums.known("sugars_g", properties.sugars_ratio)
    acts = properties.body_ratio or (max(1.0, holding / _FULL) if properties.dry else 0.0)
    powder = powders().get(properties.powder)
    composition = Composition(
        mass_g=1.0,
        dough_g=1.0,
        water_g=sums.known("water_g", properties.water_ratio),
        bound_g=properties.bound_ratio,
        setting_water_g=properties.sets_ratio,
        tightening_g=properties.tightens_ratio,
        water_holding_g=holding,
        slow_holding_g=holding * properties.slow_share,
        hot_holding_g=holding * properties.hot_share,
        dry_g=float(properties.dry),
        goods_g=1.0 if powder else min(_FARTHEST_GOING, acts),
        body_g=0.0 if properties.dry else properties.body_ratio,
        flour_g=acts,
        powder_g=powder.counts_ratio if powder else 0.0,
        gluten_g=properties.gluten_ratio,
        sugars_g=sugars,
        crystals_g=float(item.role in ("sugar", "sweetener") and sugars > 0.9),
        erythritol_g=(item.per_100g.erythritol_g or 0.0) / 100,
        sweetness_g=sums.known("sweetness_g", properties.sweetness_ratio),
        browning_g=sums.known("browning_g", properties.browning_ratio),
        fat_g=fat,
        loose_fat_g=0.0 if properties.dry else fat,
        free_fat_g=0.0 if properties.dry else fat * (1 - properties.bound_fat_share),
        added_fat_g=fat if properties.fat_kind else 0.0,
        solid_fat_g=fat if properties.fat_kind == "solid" else 0.0,
        leavening_g=properties.leavening_ratio,
        soda_g=properties.soda_ratio,
        acid_g=properties.acid_ratio,
        egg_count=properties.eggs_per_g,
        own_egg_count=properties.eggs_per_g if item.role == "egg" else 0.0,
        egg_mass_g=float(item.slug in _ANIMAL_EGG),
        setting_g=properties.setting_ratio + properties.firms_ratio,
        stiffening_g=0.0
        if item.role in ("egg", "dairy", "milk")
        else properties.setting_ratio + properties.firms_ratio,
        dairy_g=float(item.role == "dairy" and not properties.dry),
        tender_g=properties.tender_ratio,
        salt_g=sums.known("salt_g", properties.salt_ratio),
    )
    # A trace of what is bought to sweeten may be all the sweetness there is.
    weight = math.inf if item.role == "sweetener" else 1.0
    return replace(composition, unknown=frozenset((name, item.name, weight) for name in sums.lacking))


_FULL: Final = 0.9
"""A flour that holds more water than this, g by g, goes further than its weight: coconut flour by nearly three
times."""

_FARTHEST_GOING: Final = 3.0
"""Gums go much further than their weight, and are no flour for all that."""


class _Sums:
    """Turns what is not known into nothing, and remembers what that was."""

    def __init__(self) -> None:
        self.lacking: list[str] = []

    def known(self, name: str, value: float | None) -> float:
        """The value, 0 where it is not known."""
        if value is None:
            self.lacking.append(name)
            return 0.0
        return value
