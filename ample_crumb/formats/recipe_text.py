"""A recipe from text: plain lines, or a schema.org Recipe as JSON-LD."""

import json
from collections.abc import Iterator
from itertools import islice
from typing import Any, Final

from ample_crumb.core.problem import CannotUse, TooMuch
from ample_crumb.core.quantity.recipe_parser import (
    MOST_LINES,
    WrittenPart,
    WrittenRecipe,
    read_recipe,
)
from ample_crumb.core.quantity.recipe_splitting import MOST_RECIPES, split_recipes
from ample_crumb.core.quantity.written_yield import MOST_PIECES, read_pieces

MOST_CHARACTERS: Final = 200_000
"""Most characters of a recipe text; a long recipe with its story has ten thousand."""


_DEEPEST: Final = 8
"""How deep the parts of a Recipe lie: sections in lists in a graph. What lies deeper is none of it."""


def recipe_from_text(text: str) -> WrittenRecipe:
    """The first recipe of a text of either kind. Raises CannotUse, with a sentence, when there is none in it."""
    return recipes_from_text(text)[0]


def recipes_from_text(text: str) -> tuple[WrittenRecipe, ...]:
    """Reads each recipe of a text of either kind. Raises CannotUse, with a sentence, when there is none in it.

    JSON-LD is told by its first sign; a single Recipe, a list, and a @graph holding one are understood.
    Source: schema.org/Recipe (recipeIngredient, recipeYield, name, recipeInstructions).
    """
    text = text.removeprefix("\ufeff")
    if len(text) > MOST_CHARACTERS:
        raise TooMuch("characters", len(text), MOST_CHARACTERS)
    if "\x00" in text:
        raise CannotUse("This is no text; it holds zero bytes.")
    if text.lstrip()[:1] in {"{", "["} and '"' in text:
        return _from_json_ld(text)
    recipes = tuple(recipe for each in split_recipes(text) if (recipe := read_recipe(each)).parts)
    if not recipes:
        raise CannotUse("There is no ingredient line in this text.")
    return recipes


def _from_json_ld(text: str) -> tuple[WrittenRecipe, ...]:
    try:
        document = json.loads(text)
    except RecursionError as wrong:
        raise CannotUse("This JSON is nested too deep to be a recipe.") from wrong
    except ValueError as wrong:  # no JSON, or a number of thousands of digits
        raise CannotUse(f"This looks like JSON but cannot be read as such: {wrong}.") from wrong
    found = tuple(islice(_recipes(document), MOST_RECIPES))
    if not found:
        raise CannotUse("This JSON holds no schema.org Recipe.")
    listing = [recipe for recipe in found if any(_texts(_ingredients(recipe)))]
    if not listing:
        raise CannotUse("The Recipe in this JSON lists no ingredients (recipeIngredient).")
    return tuple(map(_written, listing))


def _ingredients(recipe: dict[str, Any]) -> Any:
    # "ingredients" is the property's older name, superseded but still found.
    return recipe.get("recipeIngredient", recipe.get("ingredients", []))


def _written(recipe: dict[str, Any]) -> WrittenRecipe:
    lines = tuple(_texts(_ingredients(recipe)))
    if len(lines) > MOST_LINES:
        raise TooMuch("lines", len(lines), MOST_LINES)
    title = recipe.get("name")
    return WrittenRecipe(
        title=title[:120] if isinstance(title, str) else "",
        parts=(WrittenPart("", lines),),
        pieces=_pieces(recipe.get("recipeYield", recipe.get("yield"))),
        method=tuple(_texts(recipe.get("recipeInstructions"))),
    )


def _recipes(node: Any, depth: int = 0) -> Iterator[dict[str, Any]]:
    if depth > _DEEPEST:
        return
    if isinstance(node, list):
        for each in node:
            yield from _recipes(each, depth + 1)
    elif isinstance(node, dict):
        kind = node.get("@type")
        kinds = kind if isinstance(kind, list) else [kind]
        if any(isinstance(each, str) and each.rsplit("/", 1)[-1].rsplit(":", 1)[-1] == "Recipe" for each in kinds):
            yield node
        else:
            for key in ("@graph", "mainEntity", "mainEntityOfPage", "itemListElement", "item"):
                if key in node:
                    yield from _recipes(node[key], depth + 1)


def _texts(node: Any, depth: int = 0) -> Iterator[str]:
    if depth > _DEEPEST:
        return
    if isinstance(node, str):
        yield from (row.strip() for row in node.splitlines() if row.strip())
    elif isinstance(node, list):
        for each in node:
            yield from _texts(each, depth + 1)
    elif isinstance(node, dict):
        yield from _texts(node.get("itemListElement") or node.get("text") or node.get("name"), depth + 1)


def _pieces(node: Any, depth: int = 0) -> int | None:
    """Pieces from a yield such as "12 bars", 12, ["12", "12 bars"] or a QuantitativeValue."""
    if depth > _DEEPEST or isinstance(node, bool) or node is None:
        return None
    if isinstance(node, list):
        return next((pieces for each in node if (pieces := _pieces(each, depth + 1)) is not None), None)
    if isinstance(node, dict):
        return _pieces(node.get("value"), depth + 1)
    if isinstance(node, (int, float)):
        return read_pieces(f"makes {node:.0f}") if 0 < node <= MOST_PIECES else None
    return read_pieces(f"makes {node}") or read_pieces(node) if isinstance(node, str) else None
