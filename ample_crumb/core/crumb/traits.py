"""What a dessert tastes of and how it bites, in the words that one wishes by: "something chocolate, warm, soft"."""

from collections.abc import Callable, Iterable
from dataclasses import dataclass
from typing import Final

from ample_crumb.core.crumb.character import Character
from ample_crumb.core.food.ingredient import Ingredient
from ample_crumb.core.formula.trait_words import TASTES, TRAITS

_BERRIES: Final = frozenset(
    {
        "blueberries", "raspberries", "strawberries", "blackberries", "cherries", "cranberries", "currants_red",
        "mixed_berries", "cherries_canned", "dried_cranberries", "dried_cherries", "dried_blueberries",
        "freeze_dried_strawberries",
    }
)  # fmt: skip
_CITRUS: Final = frozenset(
    {
        "lemon_juice", "lemon_zest", "lime_juice", "orange", "orange_juice", "orange_zest", "lemon", "lime",
        "mandarin", "grapefruit", "mandarins_canned", "lime_zest", "orange_extract", "lemon_extract",
    }
)  # fmt: skip
_NO_FRUIT_IN_THE_MOUTH: Final = frozenset(
    {
        "avocado", "avocado_lean", "pumpkin_puree", "sweet_potato", "carrot", "courgette", "beetroot", "prune_puree",
        "apple_sauce", "lemon_juice", "lime_juice", "lemon_zest", "orange_zest", "lime_zest",
    }
)  # fmt: skip
_GROUND_NUTS: Final = frozenset({"almond_flour", "almond_meal", "hazelnut_flour", "peanut_flour", "almond_extract"})
_CARAMEL: Final = frozenset(
    {
        "dark_brown_sugar", "molasses", "date_syrup", "dates", "dates_medjool",
    }
)  # fmt: skip


_WHITE: Final = frozenset({"white_chocolate", "white_chips_0", "cocoa_butter"})


@dataclass(frozen=True, slots=True)
class _Taste:
    """A taste is there from this share of the dough on. Common practice: what is tasted at once without being told."""

    name: str
    least_share: float
    brings: Callable[[Ingredient], bool]


def _named(*words: str) -> Callable[[Ingredient], bool]:
    """Whether a food is called so, as own products are known by nothing else."""
    return lambda food: any(word in food.name.casefold() for word in words)


_CHOCOLATE_NAMED, _COCONUT_NAMED = _named("chocolate", "cocoa"), _named("coconut")

_TASTES: Final = (
    _Taste(
        "chocolate",
        0.02,
        lambda food: food.slug not in _WHITE and (food.role in {"cocoa", "chocolate"} or _CHOCOLATE_NAMED(food)),
    ),
    _Taste("coffee", 0.002, _named("coffee", "espresso", "mocha")),
    _Taste("berry", 0.06, lambda food: food.slug in _BERRIES),
    _Taste("citrus", 0.003, lambda food: food.slug in _CITRUS),
    _Taste(
        "fruit",
        0.1,
        lambda food: food.role in {"fruit", "dried fruit"} and food.slug not in _NO_FRUIT_IN_THE_MOUTH,
    ),
    _Taste(
        "nut",
        0.06,
        lambda food: (food.role in {"nut", "nut butter"} or food.slug in _GROUND_NUTS) and not _COCONUT_NAMED(food),
    ),
    _Taste("coconut", 0.04, lambda food: _COCONUT_NAMED(food) and food.role != "fat"),
    _Taste("vanilla", 0.002, _named("vanilla")),
    _Taste("spice", 0.002, lambda food: food.role == "spice"),
    _Taste("caramel", 0.06, lambda food: food.slug in _CARAMEL or _named("caramel", "toffee")(food)),
    _Taste("mint", 0.0005, _named("mint")),
)

_BITES_OF_FAMILY: Final = {
    "cookie": (), "rolled-dough": ("soft",), "brownie": ("soft",), "flourless-brownie": ("soft", "chewy"),
    "muffin": ("soft",), "blender-muffin": ("soft",), "loaf": ("soft",), "cake": ("soft",), "cupcake": ("soft",),
    "sponge": ("soft",), "mug-cake": ("soft",), "pancake": ("soft",), "baked-cheesecake": ("creamy", "cold"),
    "set-cheesecake": ("creamy", "cold"), "pudding": ("creamy",), "macaroon": ("chewy",),
    "no-bake-bite": ("chewy", "cold"), "edible-dough": ("soft", "cold"), "frosting": ("creamy",), "glaze": (),
    "crust": ("crisp",), "frozen-bark": ("crisp", "cold"),
}  # fmt: skip
"""How each kind of dessert is to bite; what its character adds is told apart. Common practice."""

_NEVER_WARM: Final = frozenset(
    {"baked-cheesecake", "set-cheesecake", "no-bake-bite", "edible-dough", "frosting", "glaze", "frozen-bark", "crust"}
)


def traits_of(
    foods: Iterable[tuple[Ingredient, float]], family: str, character: Iterable[Character], *, heated: bool
) -> tuple[str, ...]:
    """The words of `TRAITS` that are true of a dessert, in their order. `foods` are what goes in with its grams;
    `heated` says that its method bakes or boils."""
    found = set(tastes_of(foods)) | set(_BITES_OF_FAMILY.get(family, ()))
    found |= set(_bites_of(family, {each.axis: each.share for each in character}))
    if (heated or family in {"mug-cake", "pancake"}) and family not in _NEVER_WARM:
        found.add("warm")
    elif family == "pudding":
        found.add("cold")
    return tuple(trait for trait in TRAITS if trait in found)


def tastes_of(foods: Iterable[tuple[Ingredient, float]]) -> tuple[str, ...]:
    """What is tasted of so many grams of each food, by the words of `TASTES`."""
    listed = [*foods]
    whole = sum(mass for _, mass in listed)
    found = {
        taste.name
        for taste in _TASTES
        if whole and sum(mass for food, mass in listed if taste.brings(food)) >= taste.least_share * whole
    }
    if "berry" in found:
        found.add("fruit")
    return tuple(taste for taste in TASTES if taste in found)


def _bites_of(family: str, shares: dict[str, float]) -> Iterable[str]:
    texture = shares.get("texture")
    if texture is None:
        return
    if family == "cookie":
        if texture < 0.35:
            yield "crisp"
        if 0.2 < texture < 0.65:
            yield "chewy"
        if texture > 0.45:
            yield "soft"
    elif family == "brownie" and texture < 0.5:
        yield "chewy"
    elif family == "macaroon" and texture < 0.4:
        yield "crisp"
