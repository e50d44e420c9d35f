"""A formula with all that follows from it, in plain values that can be kept and compared."""

from collections.abc import Iterable, Mapping
from typing import Any

from ample_crumb.core.crumb.check import crumb_check, judge_dough
from ample_crumb.core.crumb.dials.dial import NOTHING_LEARNED, Learned, is_worse
from ample_crumb.core.crumb.hazards import find_hazards
from ample_crumb.core.crumb.repairs import RepairContext, find_repairs
from ample_crumb.core.food.claims.claim import ClassicFigures
from ample_crumb.core.food.cupboard import Cupboard, reference_cupboard
from ample_crumb.core.food.nutrients import NAMES, CarbohydrateDefinition, Figures, StandardUncertainty
from ample_crumb.core.formula.allergens import allergens_of
from ample_crumb.core.formula.claims import claims_of
from ample_crumb.core.formula.cost import cost_of
from ample_crumb.core.formula.eater_alerts import DietaryProfile, diet_alerts
from ample_crumb.core.formula.formula import Line, Part, PartBake, PartOptions
from ample_crumb.core.formula.protein_quality import quality_of
from ample_crumb.core.formula.reading import ReadingPreferences, WeighedLine
from ample_crumb.core.problem import CannotUse
from ample_crumb.core.production.bake_time import BakingConditions, Oven
from ample_crumb.core.production.bake_yield import Weighings
from ample_crumb.core.production.portions import PortionBy, Portioning, read_cuts, scoop_ml
from ample_crumb.core.production.production import Production, ProductionInputs, produce
from ample_crumb.core.production.tins import read_tin
from ample_crumb.core.reformulate.request import ReformulationRequest
from ample_crumb.core.reformulate.search import reformulate
from ample_crumb.core.reformulate.wishes import Wish
from ample_crumb.core.swap.formula_in_kitchen import FormulaInKitchen
from ample_crumb.core.uncertainty.propagation import propagate
from tests.golden.formulas import GoldenFormula

GUESTS = (DietaryProfile("One", ("tree nuts", "peanut", "gluten")), DietaryProfile("Two", ("vegan", "milk")))


def golden_figures(formula: GoldenFormula) -> dict[str, Any]:
    """Everything that follows from a formula read against the generic cupboard."""
    parts = tuple(
        Part(
            part["name"],
            tuple(map(Line, part["lines"])),
            PartOptions(
                part["loss"],
                part["used"],
                part["optional"],
                PartBake.NOT if part["unbaked"] else PartBake.WITH_THE_REST,
            ),
        )
        for part in formula.parts
    )
    said = dict(formula.production)
    tins = (read_tin(said.pop("tin")),) if "tin" in said else ()
    making = ProductionInputs(
        portioning=Portioning(
            PortionBy(said.get("by", "count")),
            said["count"],
            said.get("grams"),
            scoop_ml(said["scoop"]) if "scoop" in said else None,
            None,
            said.get("small_count", 0),
            said.get("small_g", 0.0),
        ),
        weighings=Weighings(said.get("loss"), said.get("residue_g", 0.0), said.get("trimmings_g", 0.0)),
        cuts=read_cuts(said["cuts"]) if "cuts" in said else None,
        conditions=BakingConditions(
            Oven(said.get("oven", "top and bottom heat")), said.get("celsius"), 800.0, said.get("altitude_m", 0.0)
        ),
    )  # fmt: skip
    cupboard, preferences = reference_cupboard(), ReadingPreferences()
    made = produce(parts, making, formula.family, tins, cupboard, preferences)
    whole = evaluated(made, formula.family, formula.title, formula.method, cupboard, preferences)
    if formula.wishes:
        asked = FormulaInKitchen(
            parts, formula.family, making, tins, cupboard, preferences, title=formula.title, method=formula.method
        )
        whole["reformulated"] = reformulated(asked, formula.wishes)
    return whole


def evaluated(
    made: Production,
    family: str,
    title: str,
    method: str,
    cupboard: Cupboard,
    preferences: ReadingPreferences,
    *,
    learned: Learned = NOTHING_LEARNED,
    dietary_profiles: Iterable[DietaryProfile] = GUESTS,
    classic: ClassicFigures | None = None,
    prices: Mapping[str, float] | None = None,
    counted: CarbohydrateDefinition = CarbohydrateDefinition.AVAILABLE,
) -> dict[str, Any]:
    """What a made formula shows."""
    evaluated = made.evaluated
    prices = prices or {}
    uncertainty = propagate(evaluated, cupboard, counted)
    contents = allergens_of(evaluated, cupboard)
    dough = judge_dough(evaluated, family, cupboard, title, method, learned)
    claims = claims_of(evaluated, contents, family, cupboard, classic, made.bake_yield.batch)
    setting = RepairContext(evaluated.piece_count, preferences.energy, prices, contents, frozenset({"peanut"}))
    check = crumb_check(dough, learned)
    quality, cost = quality_of(evaluated, cupboard), cost_of(evaluated, prices)
    window, filling = made.bake_window, made.tin_fill
    places = {line.id: place for place, line in enumerate(evaluated.lines())}
    return {
        "lines": [
            [line.text, line.ingredient.slug if line.ingredient else None, line.sure, line.problem,
             line.weighed.assumption if line.weighed else "", line.optional, *_weighed(line.weighed)]
            for line in evaluated.lines()
        ],
        "line_sds": [[each.mass_sd_g, each.energy_sd_kcal, each.protein_sd_g, each.share, each.weighed_sd_kcal]
                     for each in uncertainty.lines],
        "weigh": [places[line_id] for line_id in uncertainty.worth_weighing],
        "batch": _figures(evaluated.batch) + _band(uncertainty.batch),
        "piece": _figures(made.piece) + _band(made.piece_sd(uncertainty.piece)),
        "plain_piece": _figures(evaluated.plain_piece) if evaluated.plain_piece else None,
        "contents": [[[each.name, list(each.lines)] for each in group]
                     for group in (contents.contains, contents.may_contain, contents.diets_broken)],
        "keeps": list(contents.diets_kept),
        "unknown": [list(contents.unknown_lines), list(contents.open_lines)],
        "alerts": [
            [alert.dietary_profile, alert.about, alert.level]
            for alert in diet_alerts(contents.names(), dietary_profiles)
        ],
        "claims": [[each.claim.name, each.claim.holds, each.claim.figure, each.claim.limit, each.claim.unit,
                    each.claim.change, each.claim.stronger,
                    [places[each.nearest.line_id], each.nearest.change_g, each.nearest.of_g] if each.nearest else None]
                   for each in (*claims.eu, *claims.us)],
        "laxative": claims.laxative,
        "quality": [quality.counts_g, quality.unknown_g],
        "cost": [cost.batch_cost, cost.piece_cost, list(cost.unpriced)] if cost else None,
        "portions": [made.portions.count, made.portions.share, made.portions.dough_g, made.portions.baked_g,
                     made.portions.rest_g, made.portions.small_share],
        "yield": [made.bake_yield.dough_g, made.bake_yield.in_oven_g, made.bake_yield.batch.mass_g,
        made.bake_yield.mass_sd_g,
                  made.bake_yield.kept_share, made.bake_yield.loss_share, made.bake_yield.loss_source],
        "fill": [filling.share, filling.thickness_cm, list(filling.warnings)] if filling else None,
        "window": [window.from_min, window.until_min, window.oven_c, window.fahrenheit, window.gas,
                   list(window.reasons), list(window.notes)] if window else None,
        "trays": [made.tray_loads.per_tray, made.tray_loads.trays,
        made.tray_loads.spread_cm] if made.tray_loads else None,
        "problems": list(made.problems),
        "family": [dough.family, dough.guessed],
        "dials": [[dial.name, dial.value, dial.low, dial.high, dial.verdict, dial.reason, dial.learned_share]
                  for dial in check.dials],
        "note": check.note,
        "repairs": [[each.dial, places.get(each.line_id or ""), each.slug, each.change_g, each.words,
                     each.energy_kcal, each.protein_g, each.cost, each.value]
                    for each in find_repairs(dough, cupboard, setting, learned)],
        "hazards": [[each.name, each.sentence, each.reason, list(each.lines)]
                    for each in find_hazards(evaluated, made.piece, dough.family, method, cupboard)],
    }  # fmt: skip


def _figures(of: Figures) -> list[Any]:
    values = [getattr(of.nutrients, name) for name in NAMES]
    return [of.mass_g, *values, sorted(of.at_least), of.without_lines]


def _band(of: StandardUncertainty) -> list[float | None]:
    return [of.mass_g, *(getattr(of.nutrients, name) for name in NAMES)]


def reformulated(formula: FormulaInKitchen, wishes: Iterable[tuple[str, float, bool]]) -> dict[str, Any]:
    """What the optimiser made of wishes: its objectives, and each answer verified by evaluating it anew."""
    asked = tuple(Wish(name, value, at_least) for name, value, at_least in wishes)
    try:
        found = reformulate(formula, ReformulationRequest(asked))
    except CannotUse as cannot:
        return {"refused": str(cannot)}
    before = produce(formula.parts, formula.making, formula.family, formula.tins, formula.cupboard, formula.preferences)
    was = crumb_check(judge_dough(before.evaluated, formula.family, formula.cupboard, formula.title, formula.method))
    answers = []
    for answer in found.answers:
        made = produce(
            answer.parts, formula.making, formula.family, formula.tins, formula.cupboard, formula.preferences
        )
        dough = judge_dough(made.evaluated, was.family, formula.cupboard, formula.title, formula.method)
        met = [
            (getattr(made.piece.nutrients, wish.name) or 0.0) * (1 if wish.at_least else -1)
            >= wish.value * (1 if wish.at_least else -1) - 1e-6 * max(1.0, wish.value)
            for wish in asked
        ]
        answers.append(
            {
                "objective": answer.objective,
                "met": all(met),
                "crumb_kept": not any(map(is_worse, was.dials, crumb_check(dough).dials)),
                "as_said": abs(made.piece.mass_g - answer.piece.figures.mass_g) < 1e-9,
            }
        )
    return {
        "status": found.status,
        "answers": answers,
        "clash": list(found.clash),
        "remarks": list(found.remarks),
    }


def _weighed(line: WeighedLine | None) -> list[Any]:
    if line is None:
        return [None] * 6
    return [line.basis, line.low_g, line.high_g, line.prepared_g, line.mass_g, line.figures.nutrients.energy_kcal]
