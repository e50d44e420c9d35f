"""A schema.org Recipe out of JSON-LD, in the shapes that pages write it in.

Source: schema.org/Recipe and what it refers to: HowToSection, HowToStep, NutritionInformation, QuantitativeValue.
"""

import json
import math
import re
from collections.abc import Iterator
from dataclasses import dataclass
from datetime import timedelta
from itertools import islice
from typing import Any, Final

import isodate

from ample_crumb.core.problem import CannotUse, TooMuch
from ample_crumb.core.quantity.recipe_parser import (
    MOST_LINES,
    WrittenPart,
    WrittenRecipe,
    read_ingredient_rows,
)
from ample_crumb.core.quantity.written_yield import MOST_PIECES, read_pieces
from ample_crumb.formats.html_text import snippet_rows

_DEEPEST: Final = 8
"""How deep the parts of a Recipe lie: sections in lists in a graph. What lies deeper is none of it."""

_LONGEST_ROW: Final = 1000
_LONGEST_TEXT: Final = 50_000
_MOST_NODES: Final = 20_000
_LONGEST_MIN: Final = 60 * 24 * 30
"""What takes over a month is a slip of the pen."""

TIMES: Final = (("prepTime", "Prep time"), ("cookTime", "Cook time"), ("totalTime", "Total time"))
"""The times that a Recipe states, and how a row says them."""

NUTRITION: Final = (
    ("proteinContent", "protein", "protein_g"),
    ("carbohydrateContent", "carbohydrate", "carbohydrate_g"),
    ("fatContent", "fat", "fat_g"),
    ("saturatedFatContent", "saturated fat", "saturates_g"),
    ("sugarContent", "sugars", "sugars_g"),
    ("fiberContent", "fibre", "fibre_g"),
)
"""Properties of NutritionInformation in g, how a row says them, and the figure that is meant."""

PER_PIECE: Final = "Per piece: "
EQUIPMENT: Final = "Equipment: "
"""How rows of a method begin that say figures and tools."""

_AMOUNT: Final = re.compile(r"(\d{1,5}(?:[.,]\d{1,3})?)\s*(kj|mg|g)?", re.IGNORECASE)
_PER_100: Final = re.compile(r"^\s*(?:per\s*)?100\s*(?:g|ml)\b", re.IGNORECASE)
_PLAIN_SECTION: Final = re.compile(r"^(?:method|instructions?|directions?|steps?|preparation)\s*:?$", re.IGNORECASE)


def json_document(text: str) -> Any:
    """The JSON of a text. Raises CannotUse, which says where it breaks off or is wrong."""
    try:
        return json.loads(text, strict=False)
    except RecursionError as wrong:
        raise CannotUse("This JSON is nested too deep to be a recipe.") from wrong
    except json.JSONDecodeError as wrong:
        if wrong.pos >= len(text.rstrip()) - 1 or "Unterminated" in wrong.msg:
            raise CannotUse(f"This JSON breaks off in row {wrong.lineno}; the rest of it is missing.") from wrong
        raise CannotUse(
            f"This looks like JSON but cannot be read as such: {wrong.msg}, row {wrong.lineno}, sign {wrong.colno}."
        ) from wrong
    except ValueError as wrong:
        raise CannotUse("This JSON holds a number of thousands of digits; no recipe has one.") from wrong


@dataclass(frozen=True, slots=True)
class RecipesInDocument:
    """The recipes of a document, and in sentences what of them could not be taken."""

    recipes: tuple[WrittenRecipe, ...]
    remarks: tuple[str, ...]


def recipes_in(document: Any, most: int) -> RecipesInDocument:
    """The first so many Recipes of a document that list ingredients: bare, in a list, in a @graph, or as what a page is
    about. One that cannot be read keeps no other back. Raises CannotUse where none can be taken."""
    found = list(_recipes(document))
    if not found:
        raise CannotUse("This JSON holds no schema.org Recipe.")
    recipes: list[WrittenRecipe] = []
    remarks = [remark] if (remark := left_out(len(found), most)) else []
    for node in found[:most]:
        try:
            recipes.append(_listing(node))
        except CannotUse as problem:
            if len(found) == 1:
                raise
            remarks.append(f"{_title(node) or 'A Recipe'}: {problem}")
    if not recipes:
        raise CannotUse(remarks[-1])
    return RecipesInDocument(tuple(recipes), tuple(remarks))


def left_out(found: int, most: int) -> str:
    """What is said of more recipes than are taken at once; empty where there are no more."""
    if found <= most:
        return ""
    rest = found - most
    return f"It holds {found:,} recipes. The first {most:,} are taken, {rest:,} are left out; part it to take them too."


def _listing(node: dict[str, Any]) -> WrittenRecipe:
    written = _written(node)
    if not written.parts:
        raise CannotUse("The Recipe in this JSON lists no ingredients (recipeIngredient).")
    return written


def _title(node: dict[str, Any]) -> str:
    return next(_texts(node.get("name") or node.get("headline")), "")[:120]


def _recipes(node: Any, depth: int = 0) -> Iterator[dict[str, Any]]:
    if depth > _DEEPEST:
        return
    if isinstance(node, list):
        for each in node[:_MOST_NODES]:
            yield from _recipes(each, depth + 1)
    elif isinstance(node, dict):
        bare = {str(key).rsplit("/", 1)[-1].rpartition(":")[2]: value for key, value in node.items()}
        kind = node.get("@type")
        kinds = kind if isinstance(kind, list) else [kind]
        if any(isinstance(each, str) and each.rsplit("/", 1)[-1].rpartition(":")[2] == "Recipe" for each in kinds):
            yield bare
        else:
            for key in ("@graph", "mainEntity", "mainEntityOfPage", "itemListElement", "item", "hasPart", "about"):
                if key in node:
                    yield from _recipes(node[key], depth + 1)


def _written(recipe: dict[str, Any]) -> WrittenRecipe:
    method = (*_times(recipe), *_tools(recipe), *_steps(recipe.get("recipeInstructions")), *_nutrition(recipe))
    return WrittenRecipe(
        title=_title(recipe),
        parts=_parts(recipe),
        pieces=_pieces(recipe.get("recipeYield", recipe.get("yield"))),
        method=tuple(row[:_LONGEST_ROW] for row in method),
        aside=tuple(_texts(recipe.get("description")))[:20],
    )


def _parts(recipe: dict[str, Any]) -> tuple[WrittenPart, ...]:
    # "ingredients" is the property's older name, superseded but still found.
    rows = tuple(_ingredients(recipe.get("recipeIngredient", recipe.get("ingredients"))))
    if len(rows) > MOST_LINES:
        raise TooMuch("lines", len(rows), MOST_LINES)
    return read_ingredient_rows(rows)


def _ingredients(node: Any, depth: int = 0) -> Iterator[str]:
    """Rows of ingredients, a group's name as a heading before its own."""
    if depth > _DEEPEST:
        return
    if isinstance(node, str):
        yield from (row[:_LONGEST_ROW] for row in _rows(node))
    elif isinstance(node, list):
        for each in node[:_MOST_NODES]:
            yield from _ingredients(each, depth + 1)
    elif isinstance(node, dict):
        inner = node.get("itemListElement") or node.get("ingredients") or node.get("recipeIngredient")
        name = next(_texts(node.get("name")), "")
        if inner is not None:
            if name:
                yield f"{name[:80].rstrip(': ')}:"
            yield from _ingredients(inner, depth + 1)
        elif isinstance(node.get("item"), (dict, str)):
            yield from _ingredients(node["item"], depth + 1)
        elif said := " ".join(filter(None, (_measured(node), name or next(_texts(node.get("text")), "")))):
            yield said[:_LONGEST_ROW]


def _measured(node: dict[str, Any]) -> str:
    """How much of an ingredient, where it stands apart from its name."""
    quantity = node.get("requiredQuantity") or node.get("amount") or node.get("quantity") or node
    value: object
    if isinstance(quantity, (str, int, float)) and not isinstance(quantity, bool):
        value, unit = quantity, node.get("unitText") or node.get("unit")
    elif isinstance(quantity, dict):
        value, unit = (
            quantity.get("value"),
            quantity.get("unitText") or quantity.get("unit") or _UNITS.get(str(quantity.get("unitCode")), ""),
        )
    else:
        return ""
    if isinstance(value, float) and math.isfinite(value):
        value = f"{value:g}"
    said = [str(each) for each in (value, unit) if isinstance(each, (str, int)) and not isinstance(each, bool)]
    return " ".join(said)[:60] if value is not None else ""


_UNITS: Final = {"GRM": "g", "KGM": "kg", "MLT": "ml", "LTR": "l", "ONZ": "oz", "LBR": "lb"}
"""Codes of UN/CEFACT Recommendation 20, as unitCode has them."""


def _steps(node: Any, depth: int = 0) -> Iterator[str]:
    if depth > _DEEPEST:
        return
    if isinstance(node, str):
        yield from _rows(node)
    elif isinstance(node, list):
        for each in node[:_MOST_NODES]:
            yield from _steps(each, depth + 1)
    elif isinstance(node, dict):
        kind = str(node.get("@type")).rpartition("/")[2]
        name, said = next(_texts(node.get("name")), ""), list(_texts(node.get("text")))
        inner = node.get("itemListElement") or node.get("steps") or node.get("item")
        if kind == "HowToSection":
            if name and not _PLAIN_SECTION.match(name):
                yield f"{name.rstrip(': ')}:"
            yield from said
            yield from _steps(inner, depth + 1)
        elif kind == "HowToTip":
            yield from (f"Tip: {row}" for row in said or [name])
        elif inner is not None and not said:
            yield from _steps(inner, depth + 1)
        elif name and said and not _within(name, said[0]):
            yield f"{name.rstrip(': ')}: {said[0]}"
            yield from said[1:]
        else:
            yield from said or filter(None, [name])


def _within(name: str, text: str) -> bool:
    """Whether a step's name only says its beginning again, or counts it."""
    plain = name.strip(" .…:").casefold()
    return plain in text.casefold() or re.fullmatch(r"(?:step\s*)?\d{1,2}", plain) is not None


def _times(recipe: dict[str, Any]) -> Iterator[str]:
    for key, words in TIMES:
        value = recipe.get(key)
        if not isinstance(value, str) or not value.strip():
            continue
        minutes = _minutes(value.strip()[:40])
        if minutes is None and re.search(r"[1-9]", value) and not value.strip().upper().startswith("P"):
            yield f"{words}: {value.strip()[:40]}"
        elif minutes is not None and 0 < minutes <= _LONGEST_MIN:
            yield f"{words}: {minutes:.0f} min"


def _minutes(text: str) -> float | None:
    """Minutes of a duration (ISO 8601); None for what is none."""
    try:
        lasts = isodate.parse_duration(text)
    except (isodate.ISO8601Error, ValueError, OverflowError):
        return None
    # Of years and months nobody knows how long they are.
    return lasts.total_seconds() / 60 if isinstance(lasts, timedelta) else None


def _tools(recipe: dict[str, Any]) -> Iterator[str]:
    tools = [name for each in _listed(recipe.get("tool")) for name in islice(_texts(each), 1)]
    if tools:
        yield f"{EQUIPMENT}{', '.join(tools[:30])}"[:_LONGEST_ROW]


def _nutrition(recipe: dict[str, Any]) -> Iterator[str]:
    stated = next((each for each in _listed(recipe.get("nutrition")) if isinstance(each, dict)), None)
    if stated is None:
        return
    energy = _amount(stated.get("calories"))
    said = [f"{energy[0]} {'kJ' if energy[1] == 'kj' else 'kcal'}"] if energy else []
    for key, words, _ in NUTRITION:
        amount = _amount(stated.get(key))
        if amount and amount[1] in ("", "g"):
            said.append(f"{amount[0]} g {words}")
    if said:
        per_100 = isinstance(stated.get("servingSize"), str) and _PER_100.match(stated["servingSize"][:40])
        yield f"{'Per 100 g: ' if per_100 else PER_PIECE}{', '.join(said)}"


def _amount(value: Any) -> tuple[str, str] | None:
    """A number and its unit in small letters, as "12 g", 12 or "12" state it."""
    if isinstance(value, bool) or value is None:
        return None
    if isinstance(value, (int, float)):
        return (f"{value:g}", "") if 0 <= value < 100_000 else None
    text = next(_texts(value), "")
    found = _AMOUNT.search(text[:60])
    return (found[1].replace(",", "."), (found[2] or "").casefold()) if found else None


def _listed(node: Any) -> list[Any]:
    return node if isinstance(node, list) else [] if node is None else [node]


def _rows(text: str) -> list[str]:
    return snippet_rows(text[:_LONGEST_TEXT])


def _texts(node: Any, depth: int = 0) -> Iterator[str]:
    if depth > _DEEPEST:
        return
    if isinstance(node, str):
        yield from _rows(node)
    elif isinstance(node, list):
        for each in node[:_MOST_NODES]:
            yield from _texts(each, depth + 1)
    elif isinstance(node, dict):
        yield from _texts(node.get("@value") or node.get("text") or node.get("name"), depth + 1)


def _pieces(node: Any, depth: int = 0) -> int | None:
    """Pieces from a yield such as "12 bars", 12, ["12", "12 bars"] or a QuantitativeValue."""
    if depth > _DEEPEST or isinstance(node, bool) or node is None:
        return None
    if isinstance(node, list):
        return next((pieces for each in node if (pieces := _pieces(each, depth + 1)) is not None), None)
    if isinstance(node, dict):
        return _pieces(node.get("value") or node.get("@value"), depth + 1)
    if isinstance(node, (int, float)):
        return read_pieces(f"makes {node:.0f}") if 0 < node <= MOST_PIECES else None
    return read_pieces(f"makes {node}") or read_pieces(node) if isinstance(node, str) else None
