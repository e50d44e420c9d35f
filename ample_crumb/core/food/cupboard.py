"""The reference cupboard: generic ingredients that ship with the application, and the finding of them by name."""

from collections import ChainMap
from collections.abc import Iterable, Mapping, MutableMapping
from functools import cache
from typing import Final

from ample_crumb.core.food.ingredient import Ingredient
from ample_crumb.core.food.ingredients_statement import scan
from ample_crumb.core.food.nutrients import NAMES, Nutrients
from ample_crumb.core.food.protein_scores import scores
from ample_crumb.core.food.provenance import Provenance
from ample_crumb.core.food.reference_shelf import WithShelf
from ample_crumb.core.lru_cache import LeastRecentlyUsed
from ample_crumb.core.quantity.letter_search import LetterSearch
from ample_crumb.core.quantity.name_matching import NameIndex
from ample_crumb.core.quantity.weighing import Measures
from ample_crumb.core.tables import grams_in, read_table

_FIBRE_KINDS: Final = {
    "inulin": "soluble", "fibre_syrup": "soluble", "soluble_corn_fibre": "soluble", "polydextrose": "soluble",
    "guar": "soluble", "xanthan": "soluble", "oat_fibre": "insoluble",
}  # fmt: skip
"""Fibre that is all of one kind. Common practice; oat fibre is all but insoluble."""

MOST_REMEMBERED: Final = 2048
"""Lines that a cupboard remembers what it read them as."""


class Cupboard:
    """Ingredients by slug, an index over their names, and what was read against them, which goes when the cupboard
    goes. A cupboard does not change; with other foods it is another one."""

    def __init__(self, ingredients: Mapping[str, Ingredient], index: NameIndex, search: LetterSearch) -> None:
        self.ingredients = ingredients
        self.index = index
        self.search = search
        self.remembered = LeastRecentlyUsed(MOST_REMEMBERED)
        self.passing: frozenset[str] = frozenset()
        """Slugs of foods that may be others the next time, so that nothing read of them is remembered."""
        self.own: tuple[str, ...] = ()
        """Slugs of the kitchen's own foods that lines find by their names."""

    @classmethod
    def from_ingredients(cls, ingredients: Iterable[Ingredient]) -> "Cupboard":
        """A cupboard of these ingredients; earlier ones win where names tie."""
        by_slug = {ingredient.slug: ingredient for ingredient in ingredients}
        return cls(
            by_slug,
            NameIndex({slug: _called(item) for slug, item in by_slug.items()}),
            LetterSearch(_all_names(by_slug)),
        )

    def with_own(self, named: Iterable[Ingredient], pointed_at: Iterable[Ingredient] = ()) -> "Cupboard":
        """The same with a kitchen's own products, which win where names tie; those only `pointed_at` by their slug have
        no names here. Slugs that come again are not found by the names they had.

        Costs what the products cost, not what is there already.
        """
        own = {item.slug: item for item in named}
        others = {item.slug: item for item in pointed_at}
        hidden = frozenset((*own, *others))
        index = NameIndex(
            {slug: _called(item) for slug, item in own.items()},
            upon=self.index,
            ranks={slug: (0, item.name.casefold(), slug) for slug, item in own.items()},
            hidden=hidden,
        )
        search = LetterSearch(_all_names(own), self.search, hidden)
        made = Cupboard(ChainMap({**own, **others}, *_maps(self.ingredients)), index, search)
        made.own = (*own, *(slug for slug in self.own if slug not in hidden))
        return made

    def with_foods(self, foods: Mapping[str, Ingredient]) -> "Cupboard":
        """The same with foods that have no names here, as formulas in formulas are, and with the memory of this one."""
        made = Cupboard(ChainMap(dict(foods), *_maps(self.ingredients)), self.index, self.search)
        made.remembered, made.passing, made.own = self.remembered, self.passing | frozenset(foods), self.own
        return made


def _all_names(ingredients: Mapping[str, Ingredient]) -> dict[str, tuple[str, ...]]:
    return {slug: (item.name, *item.synonyms) for slug, item in ingredients.items()}


def _maps(ingredients: Mapping[str, Ingredient]) -> list[MutableMapping[str, Ingredient]]:
    if isinstance(ingredients, ChainMap):
        return ingredients.maps
    return [ingredients if isinstance(ingredients, MutableMapping) else dict(ingredients)]


def _called(ingredient: Ingredient) -> tuple[str, ...]:
    names = (ingredient.name, *ingredient.synonyms)
    if ingredient.role != "protein":
        return names
    # Protein powders come flavoured as a rule; the flavour does not make another powder of them.
    return (*names, *(f"{flavour} {name}" for name in names for flavour in ("vanilla", "chocolate")))


@cache
def reference_cupboard() -> Cupboard:
    """The generic ingredients of the table, read once, and by their slugs the foods of the second shelf."""
    made = Cupboard.from_ingredients(_ingredient(row) for row in read_table("foods/ingredients"))
    return Cupboard(WithShelf(made.ingredients), made.index, made.search)


def _ingredient(row: Mapping[str, str]) -> Ingredient:
    return Ingredient(
        slug=row["slug"],
        name=row["name"],
        synonyms=_several(row["synonyms"]),
        role=row["role"],
        per_100g=Nutrients(*[float(row[name]) if row[name] else None for name in NAMES]),
        polyol_kind=row["polyol_kind"],
        fibre_kind=_FIBRE_KINDS.get(row["slug"], ""),
        measures=Measures(grams_in(row["cup_g"]), grams_in(row["piece_g"]), grams_in(row["pack_g"])),
        allergens=_several(row["allergens"]),
        vegan=row["vegan"] == "yes",
        vegetarian=row["vegetarian"] == "yes",
        added_sugar=row["added_sugar"] == "yes",
        source=row["source"],
        protein_score=scores().get(row["slug"]),
        sweetened_with=scan(" ".join((row["name"], *_several(row["synonyms"])))).sweetened_with,
        provenance=Provenance(
            composition=row["source"],
            reference_name=row["reference_name"],
            kept=_several(row["kept"]),
            kept_why=row["kept_why"],
            measures=row["measures_source"],
            energy_note=row["energy_note"],
        ),
    )


def _several(cell: str) -> tuple[str, ...]:
    return tuple(part for part in cell.split(";") if part)
