"""The command `reach`."""

import argparse
import json
import sys
from collections.abc import Mapping
from typing import Any, Final

from ample_crumb.commands.analysis_json import dial_json, family_in, figures_json, hazard_json
from ample_crumb.commands.arguments import cupboard_of, production_inputs
from ample_crumb.commands.files import recipes_of, text_of
from ample_crumb.core.crumb.check import judge_dough
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
from ample_crumb.core.reformulate.character_span import character_wishes
from ample_crumb.core.reformulate.cuts import CutAnswer, reformulate_cut
from ample_crumb.core.reformulate.dessert_limits import Limit
from ample_crumb.core.reformulate.request import ReformulationRequest
from ample_crumb.core.reformulate.search import Reformulation, ReformulationStatus, reformulate
from ample_crumb.core.reformulate.variables import LineBounds
from ample_crumb.core.reformulate.wishes import Wish
from ample_crumb.core.shopping.shopping_list import Stocked
from ample_crumb.core.swap.formula_in_kitchen import FormulaInKitchen
from ample_crumb.core.swap.method_following import MethodStep, StepChange
from ample_crumb.formats.stock_csv import stock_from_csv

MET, UNUSABLE, NEAREST_ONLY = 0, 2, 4

WISHES: Final = (
    ("energy_max", "energy_kcal", False),
    ("protein_min", "protein_g", True),
    ("sugars_max", "sugars_g", False),
    ("fat_max", "fat_g", False),
    ("carbohydrate_max", "carbohydrate_g", False),
    ("fibre_min", "fibre_g", True),
    ("sugar_kept_max", "sugar_kept_percent", False),
)
"""Options with the figure that they are about, and whether it is a least."""

PER_100G: Final = (("energy_per_100g_max", "energy_kcal"), ("sugars_per_100g_max", "sugars_g"))
"""The same, of 100 g instead of a piece."""


def add_options(parser: argparse.ArgumentParser) -> None:
    """What a piece shall be, and what may change."""
    for option, name, at_least in WISHES:
        unit = "kcal" if name == "energy_kcal" else "%% of what there is" if name.endswith("percent") else "g"
        said = f"{'least' if at_least else 'most'} {name.rpartition('_')[0]} of a piece, {unit}"
        parser.add_argument(f"--{option.replace('_', '-')}", type=float, help=said)
    for option, name in PER_100G:
        parser.add_argument(
            f"--{option.replace('_', '-')}", type=float, help=f"most {name.rpartition('_')[0]} in 100 g"
        )
    parser.add_argument("--character", action="append", default=[], metavar="WORD", help="how it shall bite: crisper")
    parser.add_argument("--lift", action="append", default=[], choices=list(Limit), help="a limit that may give way")
    parser.add_argument("--only-at-home", metavar="FILE.csv", help="what may come in: ingredient, grams or have")
    parser.add_argument(
        "--other-cuts", action="store_true", help="try other numbers of pieces as well, in grids of cuts"
    )
    parser.add_argument("--lock", action="append", default=[], metavar="TEXT", help="a line that stays as it is")
    parser.add_argument("--allow", action="append", default=[], metavar="NAME", help="a food that may come in")
    parser.add_argument(
        "--ban", action="append", default=[], metavar="NAME", help="an allergen or food that must not be"
    )


def run(given: argparse.Namespace) -> int:
    """Reads a recipe file and prints the amounts that reach the wishes; returns the exit code."""
    try:
        recipe = recipes_of(given.file)[0]
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
        wishes += tuple(
            Wish(name, value, per_100g=True)
            for option, name in PER_100G
            if (value := getattr(given, option)) is not None
        )
        judged = judge_dough(evaluated, family, cupboard, recipe.title, method)
        wishes += tuple(_character(words, judged.family) for words in given.character)
        texts = {line.id: line.text for line in evaluated.lines()}
        allowed = [_food(name, cupboard) for name in given.allow]
        if given.only_at_home:
            allowed += _at_home(given.only_at_home, cupboard)
        request = ReformulationRequest(
            wishes=wishes,
            holds=tuple(LineBounds(line_id, locked=True) for line_id in _locked(given.lock, texts)),
            allowed=tuple(allowed) if allowed or given.only_at_home else None,
            bans=frozenset(
                name.casefold() if name.casefold() in KNOWN else _food(name, cupboard) for name in given.ban
            ),
            lifted=frozenset(map(Limit, given.lift)),
        )
        found = reformulate(formula, request)
        cuts = reformulate_cut(formula, request) if given.other_cuts else ()
    except CannotUse as problem:
        print(problem, file=sys.stderr)
        return UNUSABLE
    if given.json:
        told = _as_json(found, cupboard)
        if given.other_cuts:
            told["cuts"] = [_cut_json(cut, cupboard) for cut in cuts]
        print(json.dumps(told, ensure_ascii=False, indent=2))
    else:
        print("\n".join([_in_words(found), *map(_cut_in_words, cuts)]))
    return MET if found.status is ReformulationStatus.MET else NEAREST_ONLY


def _locked(wanted: list[str], texts: Mapping[str, str]) -> list[str]:
    locked = []
    for words in wanted:
        here = [line_id for line_id, text in texts.items() if words.casefold() in text.casefold()]
        if not here:
            raise CannotUse(f"No line says {words[:40]!r}, so it cannot be locked.")
        locked += here
    return locked


def _character(words: str, family: str) -> Wish:
    found = next((wish for wish in character_wishes(family) if words.casefold().strip() in wish.words()), None)
    if found is None:
        known = ", ".join(wish.words() for wish in character_wishes(family)) or "nothing"
        raise CannotUse(f"Nobody can say {words[:40]!r} of this kind of dessert; it can be: {known}.")
    return found


def _at_home(file: str, cupboard: Cupboard) -> list[str]:
    """The foods that a file says to be at home, by slug."""
    rows = stock_from_csv(text_of(file))
    return [_food(row.name, cupboard) for row in rows if row.at_home not in (Stocked.OUT, 0.0)]


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
        "far": [{"wish": far.wish, "low": round(far.low, 3), "high": round(far.high, 3)} for far in found.far],
        "lifting": list(found.lifting),
    }


def _cut_json(cut: CutAnswer, cupboard: Cupboard) -> dict[str, Any]:
    grid = {"rows": cut.grid.row_count, "columns": cut.grid.column_count, "pieces": cut.grid.piece_count}
    return {**grid, "answer": _answer_json(cut.found.answers[0], cupboard)}


def _cut_in_words(cut: CutAnswer) -> str:
    answer = cut.found.answers[0]
    piece = answer.piece.figures.nutrients
    grid = f"{cut.grid.row_count} x {cut.grid.column_count}, {cut.grid.piece_count} pieces"
    moved = ", ".join(answer.words) or "not a line changes"
    return f"cut {grid}: {piece.energy_kcal or 0:.0f} kcal, protein {piece.protein_g or 0:.1f} g a piece; {moved}"


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
        "character": [
            {"axis": now.axis, "value": round(now.share, 4), "was": round(was.share, 4)}
            for now, was in zip(answer.check.character, answer.was, strict=False)
        ],
        "mouth": answer.mouth.text,
        "sure": {"how": answer.mouth.sure, "why": answer.mouth.why},
        "hazards": [hazard_json(hazard) for hazard in answer.hazards],
        "method": [_step(step) for step in answer.method.steps],
        "changed": answer.changed,
        "missed": list(answer.missed),
        "words": list(answer.words),
    }


def _step(step: MethodStep) -> str:
    """A step that changes, as one text."""
    plain = {StepChange.ADD: step.text, StepChange.CHANGE: f"{step.text} (was: {step.was})"}
    return plain.get(step.change, f"Drop: {step.was}").replace("{", "").replace("}", "")


def _in_words(found: Reformulation) -> str:
    rows = [found.sentence] if found.sentence else []
    rows += [f"{far.wish}: by itself from {far.low:.1f} to {far.high:.1f}" for far in found.far]
    rows += [f"It could be if {words}." for words in found.lifting]
    rows += found.remarks
    for number, answer in enumerate(found.answers, 1):
        piece = answer.piece.figures.nutrients
        rows.append(
            f"{number}. a piece: {piece.energy_kcal or 0:.0f} kcal, protein {piece.protein_g or 0:.1f} g, "
            f"sugars {piece.sugars_g or 0:.1f} g, fat {piece.fat_g or 0:.1f} g"
        )
        rows += [f"     {words}" for words in answer.words]
        rows.append(f"   in the mouth: {answer.mouth.text} {answer.mouth.why}")
        rows += [f"   step: {_step(step)}" for step in answer.method.steps]
        rows += [f"   misses: {missed}" for missed in answer.missed]
        rows += [f"   {hazard.sentence} {hazard.reason}" for hazard in answer.hazards]
        off = [dial.title.lower() for dial in answer.check.dials if dial.verdict in (Verdict.LOW, Verdict.HIGH)]
        rows += [f"   out of its window, as before: {', '.join(off)}"] if off else []
    return "\n".join(rows)
