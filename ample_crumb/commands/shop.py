"""The command `shop`: what to buy for one or several recipes."""

import argparse
import json
import sys
from collections.abc import Callable, Iterable
from typing import Any, TypeVar

from ample_crumb.commands.analyse import ALL_READ, SOME_UNREAD, UNUSABLE
from ample_crumb.commands.arguments import cupboard_of
from ample_crumb.commands.files import recipes_of, text_of
from ample_crumb.core.food.cupboard import Cupboard
from ample_crumb.core.formula.evaluation import evaluate
from ample_crumb.core.formula.formula import Line, parts_of
from ample_crumb.core.formula.reading import ReadingPreferences, read_against
from ample_crumb.core.problem import CannotUse
from ample_crumb.core.quantity.recipe_parser import WrittenPart, WrittenRecipe
from ample_crumb.core.quantity.units import MeasureSystem
from ample_crumb.core.quantity.written_yield import MOST_PIECES
from ample_crumb.core.shopping.shopping_list import AtHome, ShoppingItem, Wanted, needs_of, shopping_list
from ample_crumb.formats.stock_csv import packs_from_csv, stock_from_csv

_Row = TypeVar("_Row")


def add_options(parser: argparse.ArgumentParser) -> None:
    """Recipes, what is at home, what is sold."""
    parser.add_argument("files", nargs="+", metavar="FILE", help="recipes; - reads standard input")
    parser.add_argument("--pieces", type=int, metavar="N", help="how many pieces to make of each")
    parser.add_argument("--also", action="append", default=[], metavar="TEXT", help='an extra: "6 eggs"')
    parser.add_argument("--have", metavar="FILE.csv", help="what is at home: ingredient, grams (or have, low, out)")
    parser.add_argument("--packs", metavar="FILE.csv", help="packs as sold: ingredient, pack_g, a row a size")
    parser.add_argument("--products", help="own products as CSV; they win over generic ones of the same name")
    parser.add_argument("--measures", choices=list(MeasureSystem), default=MeasureSystem.US, help="whose cups")
    parser.add_argument("--json", action="store_true", help="print one JSON object")


def run(given: argparse.Namespace) -> int:
    """Reads the files and prints the list; returns the exit code."""
    unread: list[str] = []
    try:
        if given.pieces is not None and not 1 <= given.pieces <= MOST_PIECES:
            raise CannotUse(f"A batch makes from 1 to {MOST_PIECES:,} pieces, not {given.pieces:,}.")
        cupboard, preferences = cupboard_of(given.products), ReadingPreferences(MeasureSystem(given.measures))
        recipes = [recipes_of(name)[0] for name in given.files]
        extras = [WrittenRecipe("extras", (WrittenPart("", tuple(given.also)),), None, ())] if given.also else []
        wanted = []
        for recipe in (*recipes, *extras):
            evaluated = evaluate(parts_of(recipe), 1, cupboard, preferences)
            unread += evaluated.unread
            wanted.append(Wanted(recipe.title, evaluated, 1.0 if recipe in extras else _factor(recipe, given.pieces)))
        stock = _rows(given.have, stock_from_csv)
        packs = _rows(given.packs, packs_from_csv)
        at_home: dict[str, AtHome] = {}
        for row in stock:
            food = _food(row.name, cupboard, unread)
            before = at_home.get(food)
            # What stands at two places is there twice; a word says all.
            if isinstance(before, float) and isinstance(row.at_home, float):
                at_home[food] = before + row.at_home
            else:
                at_home[food] = row.at_home
        sizes: dict[str, list[float]] = {}
        for pack in packs:
            sizes.setdefault(_food(pack.name, cupboard, unread), []).append(pack.pack_g)
        items = shopping_list(needs_of(wanted), at_home, sizes)
    except CannotUse as problem:
        print(problem, file=sys.stderr)
        return UNUSABLE
    if given.json:
        unread = list(dict.fromkeys(unread))
        print(json.dumps({"items": [_json(item) for item in items], "unread": unread}, ensure_ascii=False, indent=2))
    else:
        print("\n".join(_in_words(items)))
        print("\n".join(f"Not read: {text}" for text in dict.fromkeys(unread)))
    return SOME_UNREAD if unread else ALL_READ


def _factor(recipe: WrittenRecipe, pieces: int | None) -> float:
    if pieces is None:
        return 1.0
    if recipe.pieces is None:
        print(f"{recipe.title or 'This'} does not say how many pieces it makes; one batch.", file=sys.stderr)
        return 1.0
    return pieces / recipe.pieces


def _rows(name: str | None, read: Callable[[str], tuple[_Row, ...]]) -> tuple[_Row, ...]:
    if name is None:
        return ()
    try:
        return read(text_of(name))
    except CannotUse as problem:
        raise CannotUse(f"{name}: {problem}") from problem


def _food(name: str, cupboard: Cupboard, unread: list[str]) -> str:
    """The food that a row means, by slug; what nobody knows is listed and means itself."""
    read = read_against(Line(f"1 g {name}"), cupboard, ReadingPreferences())
    if read.ingredient is None:
        unread.append(name)
        return name
    return read.ingredient.slug


def _json(item: ShoppingItem) -> dict[str, Any]:
    return {
        "ingredient": item.need.name,
        "need_g": round(item.need.need_g, 2),
        "have_g": round(item.have_g, 2),
        "packs": [{"pack_g": pack.pack_g, "count": pack.count} for pack in item.packs],
        "left_g": round(item.left_g, 2),
    }


def _in_words(items: Iterable[ShoppingItem]) -> Iterable[str]:
    for item in items:
        buy = " + ".join(f"{pack.count} × {pack.pack_g:g} g" for pack in item.packs)
        if not item.missing_g:
            buy = "at home"
        elif not buy:
            buy = f"{item.missing_g:.0f} g"
        left = f", {item.left_g:.0f} g left" if item.left_g >= 0.5 else ""
        for_what = ", ".join(name for name in item.need.wanted_for if name)
        yield f"{item.need.name:<28} {item.need.need_g:>6.0f} g   {buy}{left}{f'   ({for_what})' if for_what else ''}"
