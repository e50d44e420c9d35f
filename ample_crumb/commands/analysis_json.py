"""An analysis for other programs."""

import math
from collections.abc import Mapping, Sequence
from itertools import islice
from typing import Any, Final

from ample_crumb.core.crumb.character import Character
from ample_crumb.core.crumb.check import JudgedDough, crumb_check, judge_dough
from ample_crumb.core.crumb.dials.dial import Dial
from ample_crumb.core.crumb.dough_state import DoughState
from ample_crumb.core.crumb.hazard import Hazard
from ample_crumb.core.crumb.hazards import find_hazards
from ample_crumb.core.crumb.repairs import RepairContext, find_repairs
from ample_crumb.core.food.cupboard import Cupboard
from ample_crumb.core.food.energy import EnergySystem
from ample_crumb.core.food.nutrients import Figures, StandardUncertainty, total
from ample_crumb.core.formula.allergens import allergens_of
from ample_crumb.core.formula.claims import claims_of
from ample_crumb.core.formula.evaluation import evaluate
from ample_crumb.core.formula.formula import Part
from ample_crumb.core.formula.questions import LineQuestion
from ample_crumb.core.formula.reading import LineAlternative, ReadingPreferences, ReadLine
from ample_crumb.core.formula.stated_figures import compare_stated
from ample_crumb.core.production.bake_time import BakeWindow
from ample_crumb.core.production.contradictions import contradictions_of
from ample_crumb.core.production.production import Production
from ample_crumb.core.production.written_oven import read_oven
from ample_crumb.core.production.written_tin import read_written_tin
from ample_crumb.core.quantity.line_splitting import lines_of
from ample_crumb.core.quantity.recipe_parser import WrittenRecipe
from ample_crumb.core.quantity.stated_figures import read_stated
from ample_crumb.core.uncertainty.propagation import LineUncertainty, propagate

_NUTRIENTS: Final = (
    "energy_kcal",
    "protein_g",
    "fat_g",
    "saturates_g",
    "carbohydrate_g",
    "sugars_g",
    "fibre_g",
    "polyols_g",
    "salt_g",
)


def family_in(
    recipe: WrittenRecipe, parts: tuple[Part, ...], cupboard: Cupboard, preferences: ReadingPreferences, chosen: str
) -> str:
    """The family of a recipe: as chosen, else as guessed by its lines and words; empty where nobody can tell."""
    if chosen:
        return chosen
    evaluated = evaluate(parts, 1, cupboard, preferences)
    return judge_dough(evaluated, "", cupboard, recipe.title, "\n".join(recipe.method)).family


def dough_in(recipe: WrittenRecipe, made: Production, cupboard: Cupboard, family: str) -> JudgedDough:
    """The dough of a recipe, its family as given, else as guessed."""
    return judge_dough(made.evaluated, family, cupboard, recipe.title, "\n".join(recipe.method))


def crumb_json(
    recipe: WrittenRecipe, made: Production, cupboard: Cupboard, family: str, energy: EnergySystem
) -> dict[str, Any]:
    """The crumb check, its repairs and the hazards."""
    dough = dough_in(recipe, made, cupboard, family)
    setting = RepairContext(made.evaluated.piece_count, energy, {}, allergens_of(made.evaluated, cupboard))
    hazards = find_hazards(made.evaluated, made.piece, dough.family, "\n".join(recipe.method), cupboard)
    check = crumb_check(dough)
    return {
        "family": dough.family,
        "dials": [dial_json(dial) for dial in check.dials],
        "character": [_character_json(each) for each in check.character],
        "dough": _state_json(check.state) if check.state else None,
        "repairs": [
            {
                "dial": repair.dial,
                "text": repair.words,
                "ingredient": repair.name,
                "change_g": _rounded(repair.change_g),
                "energy_kcal": _rounded(repair.energy_kcal),
                "protein_g": _rounded(repair.protein_g),
                "value": _rounded(repair.value),
            }
            for repair in find_repairs(dough, cupboard, setting)
        ],
        "hazards": [hazard_json(hazard) for hazard in hazards],
    }


def _character_json(character: Character) -> dict[str, Any]:
    return {
        "axis": character.axis,
        "low": character.low,
        "high": character.high,
        "value": _rounded(character.share),
        "word": character.word,
    }


def _state_json(state: DoughState) -> dict[str, Any]:
    """What the dough is like, in words of the closed list, and as a sentence."""
    return {
        "after_mixing": state.after_mixing.consistency,
        "after_resting": state.after_resting.consistency,
        "clings": state.after_resting.clings,
        "rest_min": state.rest_min,
        "sentence": state.sentence,
    }


def hazard_json(hazard: Hazard) -> dict[str, Any]:
    """A hazard with what to do and why."""
    return {"name": hazard.name, "text": hazard.sentence, "reason": hazard.reason, "lines": list(hazard.lines)}


def dial_json(dial: Dial) -> dict[str, Any]:
    """A dial of the crumb check."""
    return {
        "name": dial.name,
        "value": _rounded(dial.value),
        "low": _rounded(dial.low),
        "high": _rounded(dial.high),
        "verdict": dial.verdict,
        "perhaps": not dial.sure,
        "unit": dial.unit,
        "reason": dial.reason,
    }


def analysis_json(
    as_given: list[str],
    made: Production,
    cupboard: Cupboard,
    family: str,
    said: str = "",
    questions: Sequence[LineQuestion] = (),
) -> dict[str, Any]:
    """An analysis as one JSON object; `said` is what the text says besides its lines, `questions` what those ask."""
    tin = read_written_tin(said)
    asked = {question.line_id: question for question in questions if not question.answered}
    evaluated = made.evaluated
    allergens = allergens_of(evaluated, cupboard)
    claims = claims_of(evaluated, allergens, family, cupboard)
    uncertainty = propagate(evaluated, cupboard)
    read = list(evaluated.lines())
    pairs = zip(read, uncertainty.lines, strict=True)
    ranked = sorted(zip(read, uncertainty.lines, strict=True), key=lambda pair: -pair[1].share)
    return {
        "pieces": round(made.portions.count, 3) if made.portions.count % 1 else int(made.portions.count),
        "batch": figures_json(evaluated.batch, uncertainty.batch),
        "piece": figures_json(evaluated.piece, uncertainty.piece),
        "piece_mass_g": _rounded(made.piece.mass_g),
        "fill": _rounded(made.tin_fill.share) if made.tin_fill else None,
        "check_from_min": _rounded(made.bake_window.from_min) if made.bake_window else None,
        "check_until_min": _rounded(made.bake_window.until_min) if made.bake_window else None,
        "window": _window_json(made.bake_window) if made.bake_window else None,
        "lines": [_line_json(text, list(islice(pairs, len(lines_of(text)))), asked) for text in as_given],
        "doubt": [
            {"text": line.text, "share": _rounded(doubt.share)} for line, doubt in ranked if doubt.share >= 0.005
        ],
        "oven_c": read_oven(said).oven_c,
        "tin": tin.words if tin else None,
        "contradictions": [each.text for each in contradictions_of(evaluated, said)],
        "stated": _stated_json(said, made),
        "parts": [
            {
                "name": part.name,
                "baked": not part.options.unbaked,
                "optional": part.options.optional,
                "mass_g": _rounded(part.figures.mass_g),
            }
            for part in evaluated.parts
        ],
        "unread": list(evaluated.unread),
        "contains": [each.name for each in allergens.contains],
        "breaks": {each.name: list(each.lines) for each in allergens.diets_broken},
        "claims": {
            "eu": [each.claim.name for each in claims.eu if each.claim.holds],
            "us": [each.claim.name for each in claims.us if each.claim.holds],
        },
        "at_least": [name for name in evaluated.batch.at_least if name in _NUTRIENTS],
    }


def _window_json(window: BakeWindow) -> dict[str, Any]:
    """When to look, at what, and why."""
    return {
        "from_min": _rounded(window.from_min),
        "until_min": _rounded(window.until_min),
        "oven": window.oven,
        "set_c": window.oven_c,
        "reasons": list(window.reasons),
        "signs": [{"sign": sign.sign, "not_when": sign.not_when or None} for sign in window.signs],
        "notes": list(window.notes),
    }


def _question_json(question: LineQuestion) -> dict[str, Any]:
    """What a line asks, with what may be answered."""
    return {"text": question.text, "choices": [answer.label for answer in question.answers]}


def _alternative_json(one: LineAlternative) -> dict[str, Any]:
    """What may go in by a line that leaves a choice."""
    read = one.weighed
    return {
        "text": one.text,
        "ingredient": one.ingredient.name,
        "grams": _rounded(read.mass_g) if read else None,
        "energy_kcal": _rounded(read.figures.nutrients.energy_kcal) if read else None,
    }


def _stated_json(said: str, made: Production) -> dict[str, Any] | None:
    """What the text states of a piece, how far its lines are from that, and the likeliest reason; None for nothing."""
    compared = compare_stated(read_stated(said), made.evaluated, made.piece)
    if compared is None:
        return None
    return {figure.name: _rounded(figure.stated) for figure in compared.figures} | {
        "difference": {
            figure.name: _rounded(figure.ours - figure.stated) for figure in compared.figures if figure.ours is not None
        },
        "reason": compared.reason,
    }


def figures_json(figures: Figures, sd: StandardUncertainty) -> dict[str, float | None]:
    """Figures with their mass and the bands of energy and protein."""
    return (
        {"mass_g": round(figures.mass_g, 3)}
        | {name: _rounded(getattr(figures.nutrients, name)) for name in _NUTRIENTS}
        | {f"{name}_sd": _rounded(getattr(sd.nutrients, name)) for name in ("energy_kcal", "protein_g")}
    )


def _rounded(value: float | None) -> float | None:
    return None if value is None else round(value, 3)


def _line_json(
    text: str, foods: list[tuple[ReadLine, LineUncertainty]], asked: Mapping[str, LineQuestion]
) -> dict[str, Any]:
    """A line as given; of several foods on one line the names are joined and the figures added."""
    read = [food.weighed for food, _ in foods if food.weighed is not None]
    figures = total(weighed.figures for weighed in read)
    mass_g = _rounded(figures.mass_g) if read else None
    return {
        "text": text,
        "ingredient": " + ".join(weighed.ingredient.name for weighed in read) or None,
        "mass_g": mass_g,
        "grams": mass_g,
        "energy_kcal": _rounded(figures.nutrients.energy_kcal) if read else None,
        "protein_g": _rounded(figures.nutrients.protein_g) if read else None,
        "energy_kcal_sd": _rounded(math.hypot(*(uncertainty.energy_sd_kcal for _, uncertainty in foods)))
        if read
        else None,
        "protein_g_sd": _rounded(math.hypot(*(uncertainty.protein_sd_g for _, uncertainty in foods))) if read else None,
        "sure": all(food.sure and food.asks is None for food, _ in foods),
        "question": next((_question_json(asked[food.id]) for food, _ in foods if food.id in asked), None),
        "alternatives": [
            _alternative_json(alternative)
            for food, _ in foods
            if food.leaves_choice
            for alternative in food.alternatives
        ],
        "problem": " ".join(food.problem for food, _ in foods if food.problem) or None,
    }
