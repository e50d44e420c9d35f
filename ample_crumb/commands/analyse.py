"""The command `analyse`."""

import argparse
import json
import sys

from ample_crumb.commands.analysis_json import analysis_json, crumb_json, dough_in, family_in
from ample_crumb.commands.analysis_text import check_in_words, table
from ample_crumb.commands.arguments import cupboard_of, production_inputs
from ample_crumb.commands.files import recipes_of
from ample_crumb.core.food.energy import EnergySystem
from ample_crumb.core.formula.formula import parts_of
from ample_crumb.core.formula.questions import Asking, questions_of
from ample_crumb.core.formula.reading import ReadingPreferences
from ample_crumb.core.problem import CannotUse
from ample_crumb.core.production.production import produce
from ample_crumb.core.quantity.units import MeasureSystem

ALL_READ, UNUSABLE, SOME_UNREAD = 0, 2, 3


def analyse(given: argparse.Namespace) -> int:
    """Reads a recipe file and prints its figures; returns the exit code."""
    try:
        recipe, *others = recipes_of(given.file)
        if others:
            print(f"The text holds {1 + len(others)} recipes; this is the first.", file=sys.stderr)
        pieces = given.pieces if given.pieces is not None else recipe.pieces or 1
        preferences = ReadingPreferences(MeasureSystem(given.measures), EnergySystem(given.energy))
        cupboard = cupboard_of(given.products)
        parts = parts_of(recipe)
        # What it is judged as is what it is baked as: one guess for the dials, the loss and the time.
        family = family_in(recipe, parts, cupboard, preferences, given.family)
        tins, making = production_inputs(given, pieces, recipe.title, "\n".join(recipe.method), family)
        made = produce(parts, making, family, tins, cupboard, preferences)
        if made.problems:
            raise CannotUse(made.problems[0])
    except CannotUse as problem:
        print(problem, file=sys.stderr)
        return UNUSABLE
    as_given = [text for part in recipe.parts for text in part.lines]
    if given.json:
        crumb = crumb_json(recipe, made, cupboard, given.family, preferences.energy)
        said = "\n".join((recipe.title, *recipe.method))
        asking = Asking(made.evaluated, made.bake_yield.kept_share, family, cupboard, preferences)
        analysis = analysis_json(as_given, made, cupboard, given.family, said, questions_of(asking))
        print(json.dumps(analysis | crumb, ensure_ascii=False, indent=2))
    else:
        print(table(recipe.title, made))
        print(check_in_words(dough_in(recipe, made, cupboard, given.family)))
    return SOME_UNREAD if made.evaluated.unread else ALL_READ
