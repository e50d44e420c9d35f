"""A recipe written for other programs and for people: schema.org Recipe as JSON-LD, Markdown, plain text.

What is read back (`recipe_text`) has the same lines, parts, pieces and steps.
"""

import json
import re
from collections.abc import Iterable, Iterator, Mapping, Sequence
from dataclasses import dataclass
from typing import Any, Final

from ample_crumb.core.food.nutrients import SALT_PER_SODIUM
from ample_crumb.core.quantity.recipe_parser import WrittenRecipe
from ample_crumb.core.quantity.stated_figures import is_stated_row, read_stated
from ample_crumb.core.quantity.written_minutes import times_in
from ample_crumb.formats.recipe_json_ld import EQUIPMENT, NUTRITION, PER_PIECE, TIMES

_SECTION: Final = re.compile(r"^[^.:;!?]{1,80}:$")
_MARKED: Final = re.compile(r"^(?:[-*•–]|\d{1,2}[.)])\s")
_DIETS: Final = {
    "vegan": "VeganDiet",
    "vegetarian": "VegetarianDiet",
    "gluten-free": "GlutenFreeDiet",
}
"""The diets of ours that schema.org names as a RestrictedDiet."""


@dataclass(frozen=True, slots=True)
class DerivedFigures:
    """What is known of a piece besides the text: `piece_g`, figures by their names, diets kept, family, and the tools
    that it is made with."""

    piece_g: float
    figures: Mapping[str, float | None]
    diets: tuple[str, ...] = ()
    family: str = ""
    tools: tuple[str, ...] = ()


def json_ld(recipes: Sequence[WrittenRecipe], derived: Sequence[DerivedFigures | None] = ()) -> str:
    """A Recipe, or several in a @graph, as JSON-LD, each with what is `derived` of it."""
    known = [*derived, *[None] * (len(recipes) - len(derived))]
    documents = [_recipe(each, figures) for each, figures in zip(recipes, known, strict=True)]
    context = {"@context": "https://schema.org"}
    whole = context | documents[0] if len(documents) == 1 else context | {"@graph": documents}
    return json.dumps(whole, ensure_ascii=False, indent=2) + "\n"


def _recipe(recipe: WrittenRecipe, derived: DerivedFigures | None) -> dict[str, Any]:
    steps, times, tools = _sorted_rows(recipe.method)
    stated = _stated_nutrition(recipe.method)
    found: dict[str, Any] = {
        "@type": "Recipe",
        "name": recipe.title or "Recipe",
        "description": "\n".join(recipe.aside),
        "recipeCategory": derived.family if derived else "",
        "recipeYield": f"{recipe.pieces} piece{'s' * (recipe.pieces != 1)}" if recipe.pieces else "",
        "recipeIngredient": list(_ingredient_rows(recipe)),
        "tool": [*tools, *(derived.tools if derived else ())],
        **times,
        "recipeInstructions": list(_instructions(steps)),
        "nutrition": _nutrition(derived) if derived else stated,
        "suitableForDiet": [f"https://schema.org/{_DIETS[diet]}" for diet in derived.diets if diet in _DIETS]
        if derived
        else [],
    }
    return {key: value for key, value in found.items() if value}


def _ingredient_rows(recipe: WrittenRecipe) -> Iterator[str]:
    for place, part in enumerate(recipe.parts):
        if part.name or place:
            yield f"{part.name or 'Rest'}:"
        yield from part.lines


def _sorted_rows(method: Iterable[str]) -> tuple[list[str], dict[str, str], list[str]]:
    """The rows of a method: those that are steps, times as properties, and tools."""
    steps: list[str] = []
    times: dict[str, str] = {}
    tools: list[str] = []
    names = {words.casefold(): key for key, words in TIMES}
    for row in method:
        head, colon, rest = row.partition(":")
        key = names.get(head.strip().casefold()) if colon else None
        minutes = times_in(rest[:60]) if key else []
        if key and key not in times and len(minutes) == 1 and minutes[0][0] == minutes[0][1]:
            times[key] = f"PT{minutes[0][0]:.0f}M"
        elif row.startswith(EQUIPMENT) and not tools:
            tools = [tool for tool in row.removeprefix(EQUIPMENT).split(", ") if tool]
        elif not row.startswith(PER_PIECE):
            steps.append(row)
    return steps, times, tools


def _instructions(steps: Iterable[str]) -> Iterator[dict[str, Any]]:
    section: dict[str, Any] | None = None
    for row in steps:
        if _SECTION.match(row):
            section = {"@type": "HowToSection", "name": row[:-1], "itemListElement": []}
            yield section
            continue
        step = {"@type": "HowToStep", "text": row}
        if section is None:
            yield step
        else:
            section["itemListElement"].append(step)


def _stated_nutrition(method: Sequence[str]) -> dict[str, Any]:
    rows = [row for row in method if row.startswith(PER_PIECE)] or [row for row in method if is_stated_row(row)]
    stated = read_stated("\n".join(rows))
    figures = {name: getattr(stated, name) for _, __, name in NUTRITION} | {"energy_kcal": stated.energy_kcal}
    return _nutrition_of(figures, "")


def _nutrition(derived: DerivedFigures) -> dict[str, Any]:
    return _nutrition_of(derived.figures, f"1 piece ({derived.piece_g:.0f} g)")


def _nutrition_of(figures: Mapping[str, float | None], serving: str) -> dict[str, Any]:
    energy = figures.get("energy_kcal")
    said: dict[str, Any] = {} if energy is None else {"calories": f"{energy:.0f} kcal"}
    said |= {
        key: f"{value:.1f}".removesuffix(".0") + " g"
        for key, _, name in NUTRITION
        if (value := figures.get(name)) is not None
    }
    if not said:
        return {}
    salt = figures.get("salt_g")
    if salt is not None:
        said["sodiumContent"] = f"{salt / SALT_PER_SODIUM * 1000:.0f} mg"
    return {"@type": "NutritionInformation", **({"servingSize": serving} if serving else {}), **said}


def markdown(recipes: Sequence[WrittenRecipe], notes: Sequence[str] = ()) -> str:
    """Recipes as Markdown, one below the other; `notes` stand at the end."""
    written = "\n".join("\n".join(_rows(recipe, "# ", "## ")) for recipe in recipes)
    return written + ("\n## Notes\n\n" + "\n".join(f"- {note}" for note in notes) + "\n" if notes else "")


def plain_text(recipes: Sequence[WrittenRecipe]) -> str:
    """Recipes as plain text, parted by a rule."""
    return "\n---\n\n".join("\n".join(_rows(recipe, "", "")) for recipe in recipes)


def _rows(recipe: WrittenRecipe, first: str, second: str) -> Iterator[str]:
    if recipe.title:
        yield f"{first}{recipe.title}"
        yield ""
    if recipe.pieces:
        yield f"Makes {recipe.pieces} piece{'s' * (recipe.pieces != 1)}"
        yield ""
    yield f"{second}Ingredients{'' if second else ':'}"
    yield ""
    for place, part in enumerate(recipe.parts):
        if part.name or place:
            yield from ("", f"{second}{part.name or 'Rest'}{'' if second else ':'}", "")
        # A mark in front, since "6 digestive biscuits" alone could be how many it makes.
        yield from (f"- {_unbulleted(line)}" for line in part.lines)
    if recipe.method:
        yield from ("", f"{second}Method{'' if second else ':'}", "")
        yield from (f"- {row}" if second and not _MARKED.match(row) else row for row in recipe.method)
    yield ""


def _unbulleted(row: str) -> str:
    return re.sub(r"^[-*•–]\s+", "", row)
