"""Recipes out of a page of HTML: what it states for programs, else what it shows. Nothing is run or fetched."""

import re
from collections.abc import Iterator
from typing import Any, Final

from selectolax.lexbor import LexborHTMLParser, LexborNode

from ample_crumb.core.problem import CannotUse
from ample_crumb.core.quantity.recipe_parser import WrittenRecipe
from ample_crumb.formats.html_text import parse_html, rows_of, seen_rows
from ample_crumb.formats.recipe_json_ld import json_document, left_out, recipes_in

_LOOKS_SO: Final = re.compile(
    r"<(?:!doctype\s+html|html|head|body|script|main|article|section|div|meta|h[1-6]|ul|ol|p|table)\b", re.IGNORECASE
)
_WRAPPING: Final = re.compile(r"^\s*(?:<!--|//\s*<!\[CDATA\[|<!\[CDATA\[)|(?:-->|//\s*\]\]>|\]\]>)\s*;?\s*$|;\s*$")
_STATED: Final = (
    # How an element says that it is a Recipe, and which attribute names what its elements are.
    ('[itemtype*="schema.org/Recipe"]', "itemprop"),
    ('[typeof~="Recipe"], [typeof~="schema:Recipe"]', "property"),
)
_CLASSES: Final = {
    "name": ".p-name, .fn",
    "recipeIngredient": ".p-ingredient, .ingredient",
    "recipeInstructions": ".e-instructions, .instructions",
    "recipeYield": ".p-yield, .yield",
}
"""The names of microformats' h-recipe and hrecipe."""

_NESTED: Final = frozenset(("nutrition",))
_MANY: Final = frozenset(("recipeIngredient", "ingredients", "recipeInstructions", "tool"))
_SHORT_ROWS: Final = 200


def looks_like_html(text: str) -> bool:
    """Whether a text is a page or a part of one."""
    return text.lstrip("\ufeff \t\r\n").startswith("<") and _LOOKS_SO.search(text[:5000]) is not None


def recipes_of_page(html: str, most: int) -> tuple[tuple[WrittenRecipe, ...], tuple[str, ...]]:
    """The first so many recipes that a page states for programs (JSON-LD, microdata, RDFa, microformats), and in
    sentences what of them could not be read. Without any, `rows_of_page` has what it shows. Raises CannotUse for what
    is no page."""
    page = parse_html(html)
    remarks: list[str] = []
    found: list[WrittenRecipe] = []
    for number, script in enumerate(page.css('script[type*="ld+json"]'), 1):
        try:
            read = recipes_in(json_document(_unwrapped(script.text())), most)
            found.extend(read.recipes)
            remarks.extend(f"Block {number} of JSON-LD: {remark}" for remark in read.remarks)
        except CannotUse as problem:
            remarks.append(f"Block {number} of JSON-LD: {problem}")
    found = list(dict.fromkeys(found))
    if remark := left_out(len(found), most):
        remarks.append(remark)
    if not found:
        found = list(_stated(page))
    # That a block is of something else is nothing to tell.
    return tuple(found[:most]), tuple(each for each in remarks if "no schema.org Recipe" not in each)


def rows_of_page(html: str) -> str:
    """What a page shows as the text of a recipe, its first heading before all else."""
    page = parse_html(html)
    heading = page.css_first("h1") or page.css_first("title")
    title = " ".join(heading.text().split())[:_SHORT_ROWS] if heading is not None else ""
    rows = seen_rows(page)
    if title and title in rows:
        rows = rows[rows.index(title) :]
    return "\n".join(rows if not title or rows[:1] == [title] else [re.split(r"\s[|–—-]\s", title)[0], *rows])


def _unwrapped(text: str) -> str:
    """JSON without the signs that kept it from browsers of old."""
    text = text.strip()
    while (bare := _WRAPPING.sub("", text).strip()) != text:
        text = bare
    return text


def _stated(page: LexborHTMLParser) -> Iterator[WrittenRecipe]:
    for selector, attribute in _STATED:
        for node in page.css(selector):
            yield from _readable(_properties(node, attribute))
    for node in page.css(".h-recipe, .hrecipe"):
        stated = {key: _values(node.css(selector)) for key, selector in _CLASSES.items()}
        yield from _readable(stated)


def _readable(stated: dict[str, Any]) -> Iterator[WrittenRecipe]:
    try:
        yield from recipes_in({"@type": "Recipe", **stated}, 1).recipes
    except CannotUse:
        return


def _properties(root: LexborNode, attribute: str) -> dict[str, Any]:
    """What the elements of a Recipe say, as JSON-LD would."""
    found: dict[str, Any] = {}
    for node in root.css(f"[{attribute}]"):
        names = (node.attributes.get(attribute) or "").split()
        for name in names:
            key = name.rpartition(":")[2]
            if key in _NESTED and node.mem_id != root.mem_id:
                found.setdefault(key, _properties(node, attribute))
            elif key in _MANY:
                found.setdefault(key, []).append("\n".join(rows_of(node)) or _value(node))
            else:
                found.setdefault(key, _value(node))
    return found


def _values(nodes: list[LexborNode]) -> list[str]:
    return ["\n".join(rows_of(node)) for node in nodes]


def _value(node: LexborNode) -> str:
    said = node.attributes.get("content") or node.attributes.get("datetime")
    return said if said else " ".join(node.text().split())
