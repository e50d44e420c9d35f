"""The reference cupboard: generic ingredients that ship with the application, and the finding of them by name."""

from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from functools import cache

from ample_crumb.core.food.ingredient import Ingredient
from ample_crumb.core.food.nutrients import NAMES, Nutrients
from ample_crumb.core.quantity.name_matching import NameIndex
from ample_crumb.core.quantity.weighing import Measures
from ample_crumb.core.tables import read_table


@dataclass(frozen=True, slots=True, eq=False)
class Cupboard:
    """Ingredients by slug, and an index over their names. Each cupboard is equal to itself alone."""

    ingredients: Mapping[str, Ingredient]
    index: NameIndex

    @classmethod
    def from_ingredients(cls, ingredients: Iterable[Ingredient]) -> "Cupboard":
        """A cupboard of these ingredients; earlier ones win where names tie."""
        by_slug = {ingredient.slug: ingredient for ingredient in ingredients}
        return cls(by_slug, NameIndex({slug: _called(item) for slug, item in by_slug.items()}))

    def with_own(self, named: Iterable[Ingredient], pointed_at: Iterable[Ingredient] = ()) -> "Cupboard":
        """The same with a kitchen's own products, which win where names tie; those only `pointed_at` by their slug have
        no names here."""
        items = {item.slug: item for item in (*named, *self.ingredients.values())}
        index = NameIndex({slug: _called(item) for slug, item in items.items()})
        return Cupboard(items | {item.slug: item for item in pointed_at}, index)


def _called(ingredient: Ingredient) -> tuple[str, ...]:
    names = (ingredient.name, *ingredient.synonyms)
    if ingredient.role != "protein":
        return names
    # Protein powders come flavoured as a rule; the flavour does not make another powder of them.
    return (*names, *(f"{flavour} {name}" for name in names for flavour in ("vanilla", "chocolate")))


@cache
def reference_cupboard() -> Cupboard:
    """The generic ingredients of `tables/ingredients.csv`, read once."""
    return Cupboard.from_ingredients(_ingredient(row) for row in read_table("foods/ingredients"))


def _ingredient(row: Mapping[str, str]) -> Ingredient:
    return Ingredient(
        slug=row["slug"],
        name=row["name"],
        synonyms=_several(row["synonyms"]),
        role=row["role"],
        per_100g=Nutrients(*[float(row[name]) if row[name] else None for name in NAMES]),
        polyol_kind=row["polyol_kind"],
        measures=Measures(_grams(row["cup_g"]), _grams(row["piece_g"]), _grams(row["pack_g"])),
        allergens=_several(row["allergens"]),
        vegan=row["vegan"] == "yes",
        vegetarian=row["vegetarian"] == "yes",
        added_sugar=row["added_sugar"] == "yes",
        source=row["source"],
        energy_note=row["energy_note"],
    )


def _several(cell: str) -> tuple[str, ...]:
    return tuple(part for part in cell.split(";") if part)


def _grams(cell: str) -> dict[str, float]:
    return {word: float(grams) for word, grams in (part.split("=") for part in _several(cell))}
