"""Recipes from text: plain lines, Markdown, a schema.org Recipe as JSON-LD, or a page of HTML that holds one."""

from dataclasses import dataclass, replace
from typing import Final

from ample_crumb.core.problem import CannotUse, TooMuch
from ample_crumb.core.quantity.recipe_parser import WrittenRecipe, read_recipe
from ample_crumb.core.quantity.recipe_splitting import MOST_RECIPES, split_recipes
from ample_crumb.formats.recipe_html import looks_like_html, recipes_of_page, rows_of_page
from ample_crumb.formats.recipe_json_ld import json_document, left_out, recipes_in
from ample_crumb.formats.recipe_markdown import has_front_matter, text_of_markdown

MOST_CHARACTERS: Final = 200_000
"""Most characters of a recipe text; a long recipe with its story has ten thousand."""

MOST_PAGE_CHARACTERS: Final = 5_000_000
"""Most characters of a page or a document, which hold much besides the recipe."""

MOST_IN_FILE: Final = 500
"""Most recipes that one file brings in; a collection of more is parted."""

_MARKDOWN: Final = (".md", ".markdown", ".mdown")


@dataclass(frozen=True, slots=True)
class RecipesRead:
    """The recipes of a text, one at least, and in sentences what in it could not be read."""

    recipes: tuple[WrittenRecipe, ...]
    remarks: tuple[str, ...] = ()


def recipe_from_text(text: str) -> WrittenRecipe:
    """The first recipe of a text of any kind. Raises CannotUse, with a sentence, when there is none in it."""
    return read_recipes(text).recipes[0]


def read_recipes(text: str, file_name: str = "", most: int = MOST_RECIPES) -> RecipesRead:
    """Reads the first so many recipes of a text; a remark says how many are left out. JSON and HTML are told by their
    first signs, Markdown by its front matter or by what the file is called. Raises CannotUse, with a sentence, when
    there is no recipe in it."""
    text = text.removeprefix("\ufeff")
    if len(text) > MOST_PAGE_CHARACTERS:
        raise TooMuch("characters", len(text), MOST_CHARACTERS)
    if "\x00" in text:
        raise CannotUse("This is no text; it holds zero bytes.")
    if text.lstrip()[:1] in {"{", "["} and '"' in text:
        stated = recipes_in(json_document(text), most)
        return RecipesRead(stated.recipes, stated.remarks)
    if looks_like_html(text):
        return _of_page(text, most)
    if has_front_matter(text) or file_name.casefold().endswith(_MARKDOWN):
        read = _plain(text_of_markdown(text[: MOST_CHARACTERS + 1]), most)
        return RecipesRead(tuple(map(_without_bullets, read.recipes)), read.remarks)
    return _plain(text, most)


def _without_bullets(recipe: WrittenRecipe) -> WrittenRecipe:
    """What is known to be an item of a list needs no sign of it."""
    parts = tuple(replace(part, lines=tuple(map(_item, part.lines))) for part in recipe.parts)
    return replace(recipe, parts=parts, method=tuple(map(_item, recipe.method)))


def _item(row: str) -> str:
    return row.removeprefix("- ")


def _of_page(html: str, most: int) -> RecipesRead:
    stated, remarks = recipes_of_page(html, most)
    if stated:
        return RecipesRead(stated, remarks)
    try:
        shown = _plain(rows_of_page(html), most)
        return RecipesRead(shown.recipes, (*remarks, *shown.remarks))
    except CannotUse as none:
        raise CannotUse(" ".join((*remarks, "There is no recipe on this page."))) from none


def _plain(text: str, most: int) -> RecipesRead:
    if len(text) > MOST_CHARACTERS:
        raise TooMuch("characters", len(text), MOST_CHARACTERS)
    texts = split_recipes(text)
    recipes = tuple(recipe for each in texts[:most] if (recipe := read_recipe(each)).parts)
    if not recipes:
        raise CannotUse("There is no ingredient line in this text.")
    return RecipesRead(recipes, tuple(filter(None, [left_out(len(texts), most)])))
