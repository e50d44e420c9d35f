"""The command `reach`."""

import argparse
import json
import sys
from collections.abc import Mapping
from typing import Any, Final

from ample_crumb.commands.analysis_json import dial_json, family_in, figures_json, hazard_json
from ample_crumb.commands.arguments import cupboard_of, production_inputs, text_of
from ample_crumb.core.crumb.dials.dial import Verdict
from ample_crumb.core.food.allergens import KNOWN
from ample_crumb.core.food.cupboard import Cupboard
from ample_crumb.core.food.energy import EnergySystem
from ample_crumb.core.formula.evaluation import evaluate
from ample_crumb.core.formula.formula import parts_of
from ample_crumb.core.formula.reading import ReadingPreferences
from ample_crumb.core.problem import CannotUse
from ample_crumb.core.quantity.units import MeasureSystem
from ample_crumb.core.reformulate.answers import Answer
from ample_crumb.core.reformulate.request import ReformulationRequest
from ample_crumb.core.reformulate.search import Reformulation, ReformulationStatus, reformulate
from ample_crumb.core.reformulate.variables import LineBounds
from ample_crumb.core.reformulate.wishes import Wish
from ample_crumb.core.swap.formula_in_kitchen import FormulaInKitchen
from ample_crumb.formats.recipe_text import recipe_from_text

MET, UNUSABLE, NEAREST_ONLY = 0, 2, 4

WISHES: Final = (
    ("energy_max", "energy_kcal", False),
    ("protein_min", "protein_g", True),
    ("sugars_max", "sugars_g", False),
    ("fat_max", "fat_g", False),
    ("carbohydrate_max", "carbohydrate_g", False),
    ("fibre_min", "fibre_g", True),
)
"""Options with the figure that they are about, and whether it is a least."""


def add_options(parser: argparse.ArgumentParser) -> None:
    """What a piece shall be, and what may change."""
    for option, name, at_least in WISHES:
        unit = "kcal" if name == "energy_kcal" else "g"
        said = f"{'least' if at_least else 'most'} {name.rpartition('_')[0]} of a piece, {unit}"
        parser.add_argument(f"--{option.replace('_', '-')}", type=float, help=said)
    parser.add_argument("--lock", action="append", default=[], metavar="TEXT", help="a line that stays as it is")
    parser.add_argument("--allow", action="append", default=[], metavar="NAME", help="a food that may come in")
    parser.add_argument(
        "--ban", action="append", default=[], metavar="NAME", help="an allergen or food that must not be"
    )


def run(given: argparse.Namespace) -> int:
    """Reads a recipe file and prints the amounts that reach the wishes; returns the exit code."""
    try:
        recipe = recipe_from_text(text_of(given.file))
        pieces = given.pieces if given.pieces is not None else recipe.pieces or 1
        preferences = ReadingPreferences(MeasureSystem(given.measures), EnergySystem(given.energy))
        cupboard = cupboard_of(given.products)
        parts, method = parts_of(recipe), "\n".join(recipe.method)
        evaluated = evaluate(parts, pieces, cupboard, preferences)
        family = family_in(recipe, parts, cupboard, preferences, given.family)
        tins, making = production_inputs(given, pieces, recipe.title, method, family)
        formula = FormulaInKitchen(
            parts, family, making, tins, cupboard, preferences, title=recipe.title, method=method
        )
        wishes = tuple(
            Wish(name, value, at_least)
            for option, name, at_least in WISHES
            if (value := getattr(given, option)) is not None
        )
        texts = {line.id: line.text for line in evaluated.lines()}
        found = reformulate(
            formula,
            ReformulationRequest(
                wishes=wishes,
                holds=tuple(LineBounds(line_id, locked=True) for line_id in _locked(given.lock, texts)),
                allowed=tuple(_food(name, cupboard) for name in given.allow) or None,
                bans=frozenset(
                    name.casefold() if name.casefold() in KNOWN else _food(name, cupboard) for name in given.ban
                ),
            ),
        )
    except CannotUse as problem:
        print(problem, file=sys.stderr)
        return UNUSABLE
    if given.json:
        print(json.dumps(_as_json(found, cupboard), ensure_ascii=False, indent=2))
    else:
        print(_in_words(found))
    return MET if found.status is ReformulationStatus.MET else NEAREST_ONLY


def _locked(wanted: list[str], texts: Mapping[str, str]) -> list[str]:
    locked = []
    for words in wanted:
        here = [line_id for line_id, text in texts.items() if words.casefold() in text.casefold()]
        if not here:
            raise CannotUse(f"No line says {words[:40]!r}, so it cannot be locked.")
        locked += here
    return locked


def _food(name: str, cupboard: Cupboard) -> str:
    found = cupboard.index.find(name)
    if found.best is None:
        raise CannotUse(f"We know no food called {name[:40]!r}.")
    return found.best.key


def _as_json(found: Reformulation, cupboard: Cupboard) -> dict[str, Any]:
    return {
        "status": found.status,
        "answers": [_answer_json(answer, cupboard) for answer in found.answers],
        "clash": list(found.clash),
        "sentence": found.sentence,
        "remarks": list(found.remarks),
        "stopped": found.stopped,
    }


def _answer_json(answer: Answer, cupboard: Cupboard) -> dict[str, Any]:
    return {
        "lines": [
            {
                "text": line.text,
                "ingredient": cupboard.ingredients[line.slug].name if line.slug else None,
                "mass_g": round(line.now_g, 3),
                "was_g": round(line.was_g, 3),
            }
            for line in answer.lines
            if line.text
        ],
        "piece": figures_json(answer.piece.figures, answer.piece.sd),
        "dials": [dial_json(dial) for dial in answer.check.dials],
        "hazards": [hazard_json(hazard) for hazard in answer.hazards],
        "changed": answer.changed,
        "missed": list(answer.missed),
        "words": list(answer.words),
    }


def _in_words(found: Reformulation) -> str:
    rows = [found.sentence] if found.sentence else []
    rows += found.remarks
    for number, answer in enumerate(found.answers, 1):
        piece = answer.piece.figures.nutrients
        rows.append(
            f"{number}. a piece: {piece.energy_kcal or 0:.0f} kcal, protein {piece.protein_g or 0:.1f} g, "
            f"sugars {piece.sugars_g or 0:.1f} g, fat {piece.fat_g or 0:.1f} g"
        )
        rows += [f"     {words}" for words in answer.words]
        rows += [f"   misses: {missed}" for missed in answer.missed]
        rows += [f"   {hazard.sentence} {hazard.reason}" for hazard in answer.hazards]
        off = [dial.title.lower() for dial in answer.check.dials if dial.verdict in (Verdict.LOW, Verdict.HIGH)]
        rows += [f"   out of its window, as before: {', '.join(off)}"] if off else []
    return "\n".join(rows)
