"""What a food does in a dough: how much water it brings and holds, how it sweetens, lifts, binds, sets and browns."""

from collections.abc import Mapping
from dataclasses import dataclass, replace
from functools import cache
from typing import Final

from ample_crumb.core.food.cupboard import Cupboard, reference_cupboard
from ample_crumb.core.food.ingredient import Ingredient
from ample_crumb.core.food.nutrients import Nutrients
from ample_crumb.core.food.sweeteners import sweeteners
from ample_crumb.core.tables import read_table


@dataclass(frozen=True, slots=True)
class FunctionalProperties:
    """Per g of a food, as bought: `water_ratio` and `fat_ratio` [g]; `holding_ratio`, the water [g] that it can hold;
    `sweetness_ratio` against sugar; `sugars_ratio` [g] that dissolve, polyols and allulose among them;
    `leavening_ratio`, g of baking powder that lift as much; `soda_ratio` [g]; `acid_ratio`, g of soda that it meets;
    `eggs_per_g`, how many it binds like; `setting_ratio`, g of gelatine that set like it; `tender_ratio`, g of fat that
    it stands in for; `browning_ratio`, g of sugar that browns; `salt_ratio` [g]. None is unknown.

    Of its water `bound_ratio` [g] is not free to wet anything, held in cooked grain, puree or curd, and `sets_ratio`
    [g] sets with it as it bakes; `tightens_ratio` [g] is pressed out of the rest by what tightens hot. Of what it
    holds `slow_share` is taken up only on standing and `hot_share` only as it bakes. `bound_fat_share` of its fat is
    held by the food itself; `body_ratio` [g] does as much as flour in a crumb, though it is no dry good, and
    `firms_ratio` [g] of gelatine would make as firm what thick curd, nut or cocoa makes firm by itself.

    `dry` is a dry good; `powder` the kind of a protein powder, else empty; `gluten_ratio` how much of wheat flour's it
    has;
    `fat_kind` solid, soft, liquid or empty. `in_pieces` is folded in whole, and then neither holds nor gives water.
    `like` is the slug of the generic food that the properties were taken from, empty for its own; `source` is where
    they are from."""

    water_ratio: float | None
    fat_ratio: float | None
    salt_ratio: float | None
    sugars_ratio: float | None
    sweetness_ratio: float | None
    browning_ratio: float | None
    holding_ratio: float | None = 0.0
    leavening_ratio: float = 0.0
    soda_ratio: float = 0.0
    acid_ratio: float = 0.0
    eggs_per_g: float = 0.0
    setting_ratio: float = 0.0
    tender_ratio: float = 0.0
    gluten_ratio: float = 0.0
    bound_ratio: float = 0.0
    sets_ratio: float = 0.0
    tightens_ratio: float = 0.0
    slow_share: float = 0.0
    hot_share: float = 0.0
    bound_fat_share: float = 0.0
    body_ratio: float = 0.0
    firms_ratio: float = 0.0
    dry: bool = False
    powder: str = ""
    fat_kind: str = ""
    in_pieces: bool = False
    like: str = ""
    source: str = ""


@cache
def _table() -> Mapping[str, Mapping[str, str]]:
    return {row["slug"]: row for row in read_table("crumb/functional_properties")}


@cache
def _structure() -> Mapping[str, Mapping[str, str]]:
    return {row["slug"]: row for row in read_table("crumb/structure")}


LACTOSE: Final = 0.2
"""Sweetness of lactose against sugar. Handbook ranges, from memory."""

_LACTOSE_ROLES: Final = ("dairy", "milk", "protein")
_SWEETENING_ROLES: Final = ("sugar", "sweetener")
_HOLDING_ROLES: Final = ("flour", "protein", "grain", "cocoa", "seed")
"""A product of these roles holds water; how much is not known unless a food like it is in the table."""

_NO_FIBRE_ROLES: Final = ("dairy", "milk", "egg", "fat")


def functional_properties(item: Ingredient) -> FunctionalProperties:
    """The working properties of a food. A product of one's own takes those of the generic food of its role that its
    name is nearest to; what its label says, water by difference among it, goes before."""
    return item.once(_found)


def _found(item: Ingredient) -> FunctionalProperties:
    if _is_generic(item):
        return _known(item, item.slug)
    # The name of a reference food is told the other way round.
    alike = None if item.reference else _alike(item)
    if alike is None:
        bare = _known(item, "")
        lacking_holding = item.role in _HOLDING_ROLES
        unsaid = item.role in _SWEETENING_ROLES
        return replace(
            bare,
            holding_ratio=None if lacking_holding else 0.0,
            dry=lacking_holding,
            powder="blend" if item.role == "protein" else "",
            sweetness_ratio=None if unsaid else bare.sweetness_ratio,
            source=item.source,
        )
    return replace(_known(item, alike.slug), like=alike.slug)


def generic_of(item: Ingredient) -> str:
    """The slug of the generic food that this is, or is most like; empty for none."""
    return item.slug if _is_generic(item) else functional_properties(item).like


def _is_generic(item: Ingredient) -> bool:
    return not item.reference and item.slug in reference_cupboard().ingredients


def _known(item: Ingredient, slug: str) -> FunctionalProperties:
    row, structure = _table().get(slug, {}), _structure().get(slug, {})
    per_100g = item.per_100g
    sweetener = sweeteners().get(slug)

    def number(name: str) -> float:
        return float(row.get(name) or 0.0)

    def of_structure(name: str) -> float:
        return float(structure.get(name) or 0.0)

    egg_g = number("egg_g")
    in_table = (number("sweet_low") + number("sweet_high")) / 2
    browning = number("browning")
    return FunctionalProperties(
        water_ratio=_per_g(water_100g(item)),
        fat_ratio=_per_g(per_100g.fat_g),
        salt_ratio=_per_g(per_100g.salt_g),
        sugars_ratio=_per_g(_dissolving(per_100g)),
        sweetness_ratio=sweetener.sweetness_ratio
        if sweetener
        else in_table or _per_g(_sweet_100g(per_100g, item.role)),
        browning_ratio=browning or (0.0 if sweetener and not per_100g.sugars_g else _per_g(per_100g.sugars_g)),
        holding_ratio=number("holding"),
        leavening_ratio=number("leavening"),
        soda_ratio=number("soda"),
        acid_ratio=number("acid"),
        eggs_per_g=1 / egg_g if egg_g else 0.0,
        setting_ratio=number("set"),
        tender_ratio=number("tender"),
        gluten_ratio=number("gluten"),
        bound_ratio=of_structure("bound"),
        sets_ratio=of_structure("sets"),
        tightens_ratio=of_structure("tightens"),
        slow_share=of_structure("slow"),
        hot_share=of_structure("hot"),
        bound_fat_share=of_structure("fat_bound"),
        body_ratio=of_structure("body"),
        firms_ratio=of_structure("firms"),
        dry=row.get("dry") == "yes",
        powder=row.get("powder", ""),
        fat_kind=row.get("fat_kind", ""),
        in_pieces=row.get("pieces") == "yes",
        source=row.get("source", "") or (sweetener.source if sweetener else "composition alone"),
    )


def water_100g(item: Ingredient) -> float | None:
    """Water of a food, g in 100 g: as stated, else by difference, as food tables find their carbohydrate (100 less all
    else, and 1 g of ash). None where too little else is known."""
    per_100g = item.per_100g
    if per_100g.water_g is not None:
        return per_100g.water_g
    fibre = 0.0 if per_100g.fibre_g is None and item.role in _NO_FIBRE_ROLES else per_100g.fibre_g
    parts = (per_100g.protein_g, per_100g.fat_g, per_100g.carbohydrate_g, fibre)
    if None in parts:
        return None
    rest = (
        100.0
        - sum(part for part in parts if part is not None)
        - (per_100g.alcohol_g or 0.0)
        - (per_100g.salt_g or 0.0)
        - 1.0
    )
    return min(100.0, max(0.0, rest))


def _dissolving(per_100g: Nutrients) -> float | None:
    if per_100g.sugars_g is None:
        return None
    return per_100g.sugars_g + (per_100g.polyols_g or 0.0) + (per_100g.allulose_g or 0.0)


def _sweet_100g(per_100g: Nutrients, role: str) -> float | None:
    """From what is in it: sugars, polyols and allulose, each as sweet as the handbooks say (from memory)."""
    if per_100g.sugars_g is None:
        return None
    erythritol = per_100g.erythritol_g or 0.0
    others = max(0.0, (per_100g.polyols_g or 0.0) - erythritol)
    sugars = per_100g.sugars_g * (LACTOSE if role in _LACTOSE_ROLES else 1.0)
    return sugars + 0.65 * erythritol + 0.9 * others + 0.7 * (per_100g.allulose_g or 0.0)


def _per_g(per_100g: float | None) -> float | None:
    return None if per_100g is None else per_100g / 100


@cache
def _of_role(role: str) -> Cupboard:
    return Cupboard.from_ingredients(item for item in reference_cupboard().ingredients.values() if item.role == role)


def _alike(item: Ingredient) -> Ingredient | None:
    """The generic food of the same role that one of its names is nearest to: the last words of a product's name say
    what it is, the first who makes it."""
    if not item.role:
        return None
    among = _of_role(item.role)
    for name in (item.name, *item.synonyms):
        parts = name.split()
        for start in range(len(parts)):
            found = among.index.find(" ".join(parts[start:]))
            if found.best is not None and found.sure:
                return among.ingredients[found.best.key]
    return None


def water_percent(item: Ingredient) -> float:
    """Grams of water in 100 g: as its table has it, else what its label leaves for it; 0 where neither tells."""
    if item.per_100g.water_g is not None:
        return item.per_100g.water_g
    return 100 * (functional_properties(item).water_ratio or 0.0)
