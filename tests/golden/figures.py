"""A formula with all that follows from it, in plain values that can be kept and compared."""

from collections.abc import Iterable, Mapping
from typing import Any

from ample_crumb.core.crumb.check import check_of, dough_of
from ample_crumb.core.crumb.dials import NOTHING_LEARNED, Learned, is_worse
from ample_crumb.core.crumb.hazards import hazards_of
from ample_crumb.core.crumb.repairs import Setting, repairs_of
from ample_crumb.core.food.claims import Twin
from ample_crumb.core.food.cupboard import Cupboard, reference_cupboard
from ample_crumb.core.food.nutrients import NAMES, Band, Carbohydrate, Figures
from ample_crumb.core.formula.alerts import Guest, alarms_of
from ample_crumb.core.formula.allergens import contents_of
from ample_crumb.core.formula.claims import claims_of
from ample_crumb.core.formula.cost import cost_of
from ample_crumb.core.formula.formula import How, Line, Part
from ample_crumb.core.formula.protein_quality import quality_of
from ample_crumb.core.formula.reading import Manner
from ample_crumb.core.problem import CannotUse
from ample_crumb.core.production.bake_time import Kitchen, Oven
from ample_crumb.core.production.bake_yield import Weighings
from ample_crumb.core.production.portions import By, Portioning, read_cuts, scoop_ml
from ample_crumb.core.production.production import Made, Making, made_of
from ample_crumb.core.production.tins import read_tin
from ample_crumb.core.reformulate.request import Ask, Formula
from ample_crumb.core.reformulate.search import reach
from ample_crumb.core.reformulate.wishes import Wish
from ample_crumb.core.uncertainty.propagation import doubt_of
from tests.golden.formulas import GoldenFormula

GUESTS = (Guest("One", ("tree nuts", "peanut", "gluten")), Guest("Two", ("vegan", "milk")))


def golden_figures(formula: GoldenFormula) -> dict[str, Any]:
    """Everything that follows from a formula read against the generic cupboard."""
    parts = tuple(
        Part(
            part["name"],
            tuple(map(Line, part["lines"])),
            How(part["loss"], part["used"], part["optional"], part["unbaked"]),
        )
        for part in formula.parts
    )
    said = dict(formula.production)
    tins = (read_tin(said.pop("tin")),) if "tin" in said else ()
    making = Making(
        portioning=Portioning(
            By(said.get("by", "count")),
            said["count"],
            said.get("grams"),
            scoop_ml(said["scoop"]) if "scoop" in said else None,
            None,
            said.get("small_count", 0),
            said.get("small_g", 0.0),
        ),
        weighings=Weighings(said.get("loss"), said.get("residue_g", 0.0), said.get("trimmings_g", 0.0)),
        cuts=read_cuts(said["cuts"]) if "cuts" in said else None,
        kitchen=Kitchen(
            Oven(said.get("oven", "top and bottom heat")), said.get("celsius"), 800.0, said.get("altitude_m", 0.0)
        ),
    )  # fmt: skip
    cupboard, manner = reference_cupboard(), Manner()
    made = made_of(parts, making, formula.family, tins, cupboard, manner)
    whole = evaluated(made, formula.family, formula.title, formula.method, cupboard, manner)
    if formula.wishes:
        asked = Formula(
            parts, formula.family, making, tins, cupboard, manner, title=formula.title, method=formula.method
        )
        whole["reformulated"] = reformulated(asked, formula.wishes)
    return whole


def evaluated(
    made: Made,
    family: str,
    title: str,
    method: str,
    cupboard: Cupboard,
    manner: Manner,
    *,
    learned: Learned = NOTHING_LEARNED,
    guests: Iterable[Guest] = GUESTS,
    twin: Twin | None = None,
    prices: Mapping[str, float] | None = None,
    counted: Carbohydrate = Carbohydrate.AVAILABLE,
) -> dict[str, Any]:
    """What a made formula shows."""
    worked = made.worked
    prices = prices or {}
    doubt = doubt_of(worked, cupboard, counted)
    contents = contents_of(worked, cupboard)
    dough = dough_of(worked, family, cupboard, title, method, learned)
    claims = claims_of(worked, contents, family, twin, made.outcome.batch)
    setting = Setting(worked.pieces, manner.energy, prices, contents, frozenset({"peanut"}))
    check = check_of(dough, learned)
    quality, cost, window, filling = quality_of(worked), cost_of(worked, prices), made.window, made.filling
    return {
        "lines": [
            [line.text, line.ingredient.slug if line.ingredient else None, line.sure, line.problem, line.how,
             line.optional, line.basis, line.low_g, line.high_g, line.prepared_g,
             line.figures.mass_g if line.figures else None,
             line.figures.nutrients.energy_kcal if line.figures else None]
            for part in worked.parts for line in part.lines
        ],
        "line_sds": [[each.mass_sd_g, each.energy_sd_kcal, each.protein_sd_g, each.share, each.weighed_kcal]
                     for each in doubt.lines],
        "weigh": list(doubt.weigh),
        "batch": _figures(worked.batch) + _band(doubt.batch),
        "piece": _figures(made.piece) + _band(made.piece_band(doubt.piece)),
        "plain_piece": _figures(worked.plain_piece) if worked.plain_piece else None,
        "contents": [[[each.name, list(each.lines)] for each in group]
                     for group in (contents.contains, contents.may_contain, contents.breaks)],
        "keeps": list(contents.keeps),
        "unknown": [list(contents.unknown), list(contents.untold)],
        "alerts": [[each.guest, each.about, each.level] for each in alarms_of(contents.brief(), guests)],
        "claims": [[each.claim.name, each.claim.holds, each.claim.figure, each.claim.limit, each.claim.unit,
                    each.claim.change, each.claim.stronger,
                    [each.nearest.place, each.nearest.change_g, each.nearest.of_g] if each.nearest else None]
                   for each in (*claims.eu, *claims.us)],
        "laxative": claims.laxative,
        "quality": [quality.counts_g, quality.unknown_g],
        "cost": [cost.batch, cost.piece, list(cost.unpriced)] if cost else None,
        "portions": [made.portions.count, made.portions.share, made.portions.dough_g, made.portions.baked_g,
                     made.portions.rest_g, made.portions.small_share],
        "yield": [made.outcome.dough_g, made.outcome.in_oven_g, made.outcome.batch.mass_g, made.outcome.mass_sd_g,
                  made.outcome.kept, made.outcome.loss, made.outcome.loss_by],
        "fill": [filling.share, filling.thickness_cm, list(filling.warnings)] if filling else None,
        "window": [window.from_min, window.until_min, window.celsius, window.fahrenheit, window.gas,
                   list(window.reasons), list(window.notes)] if window else None,
        "trays": [made.loads.per_tray, made.loads.trays, made.loads.spread_cm] if made.loads else None,
        "problems": list(made.problems),
        "family": [dough.family, dough.guessed],
        "dials": [[dial.name, dial.value, dial.low, dial.high, dial.verdict, dial.reason, dial.learned]
                  for dial in check.dials],
        "note": check.note,
        "repairs": [[each.dial, each.place, each.slug, each.change_g, each.words, each.energy_kcal, each.protein_g,
                     each.cost, each.value]
                    for each in repairs_of(dough, cupboard, setting, learned)],
        "hazards": [[each.name, each.sentence, each.reason, list(each.lines)]
                    for each in hazards_of(worked, made.piece, dough.family, method, cupboard)],
    }  # fmt: skip


def _figures(of: Figures) -> list[Any]:
    values = [getattr(of.nutrients, name) for name in NAMES]
    return [of.mass_g, *values, sorted(of.at_least), of.without_lines]


def _band(of: Band) -> list[float | None]:
    return [of.mass_g, *(getattr(of.nutrients, name) for name in NAMES)]


def reformulated(formula: Formula, wishes: Iterable[tuple[str, float, bool]]) -> dict[str, Any]:
    """What the optimiser made of wishes: its objectives, and each answer verified by evaluating it anew."""
    asked = tuple(Wish(name, value, at_least) for name, value, at_least in wishes)
    try:
        found = reach(formula, Ask(asked))
    except CannotUse as cannot:
        return {"refused": str(cannot)}
    before = made_of(formula.parts, formula.making, formula.family, formula.tins, formula.cupboard, formula.manner)
    was = check_of(dough_of(before.worked, formula.family, formula.cupboard, formula.title, formula.method))
    answers = []
    for answer in found.answers:
        made = made_of(answer.parts, formula.making, formula.family, formula.tins, formula.cupboard, formula.manner)
        dough = dough_of(made.worked, was.family, formula.cupboard, formula.title, formula.method)
        met = [
            (getattr(made.piece.nutrients, wish.name) or 0.0) * (1 if wish.at_least else -1)
            >= wish.value * (1 if wish.at_least else -1) - 1e-6 * max(1.0, wish.value)
            for wish in asked
        ]
        answers.append(
            {
                "objective": answer.nearness,
                "met": all(met),
                "crumb_kept": not any(map(is_worse, was.dials, check_of(dough).dials)),
                "as_said": abs(made.piece.mass_g - answer.piece.figures.mass_g) < 1e-9,
            }
        )
    return {
        "status": found.status,
        "answers": answers,
        "clash": list(found.clash),
        "remarks": list(found.remarks),
    }
