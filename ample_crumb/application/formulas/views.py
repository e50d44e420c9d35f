"""What goes out of the Bench and the list of formulas."""

from dataclasses import dataclass
from datetime import datetime
from uuid import UUID

from ample_crumb.application.formulas.evaluated_formula import EvaluatedFormula
from ample_crumb.application.formulas.production import ProductionView, production_view
from ample_crumb.application.formulas.repair_options import RepairView
from ample_crumb.application.views import FiguresView, TalliedView, portion_view, view
from ample_crumb.core.crumb.check import CrumbCheck
from ample_crumb.core.crumb.hazard import Hazard
from ample_crumb.core.food.cooking_yield import cooked_or_dry
from ample_crumb.core.food.cupboard import reference_cupboard
from ample_crumb.core.food.energy import Layers, layers
from ample_crumb.core.formula.allergens import Allergens
from ample_crumb.core.formula.claims import FormulaClaims
from ample_crumb.core.formula.cost import Cost
from ample_crumb.core.formula.eater_alerts import DietAlert
from ample_crumb.core.formula.formula import Part
from ample_crumb.core.formula.label_text import LabelIngredient
from ample_crumb.core.formula.marketing_terms import WordAnswer
from ample_crumb.core.formula.protein_quality import ProteinQuality, quality_of
from ample_crumb.core.formula.questions import LineQuestion
from ample_crumb.core.formula.reading import Asks, Choice, ReadLine
from ample_crumb.core.formula.rewrite import fill_of
from ample_crumb.core.formula.stated_figures import StatedComparison
from ample_crumb.core.production.bake_time import Oven
from ample_crumb.core.production.contradictions import Contradiction
from ample_crumb.core.production.draft import Draft
from ample_crumb.core.production.scaling import ScaledLine
from ample_crumb.core.production.written_bake import WrittenBake
from ample_crumb.core.quantity.kitchen_scale import kitchen_grams
from ample_crumb.core.quantity.weighing import WeightBasis
from ample_crumb.core.uncertainty.propagation import LineUncertainty


@dataclass(frozen=True, slots=True)
class FormulaListItem:
    """A formula in the list, with the figures of one piece and the alerts that it raises; `base_id` is the formula that
    it is a branch of. `piece_cost` is None while no line has a price, and a lower limit with `cost_at_least`;
    minutes and bowls are None until they were worked out, `usual_count`, how many pieces the person mostly has, where
    nobody knows. `stale` while these are those of before, because they are being worked out anew or that was
    `stopped`. `problem` says why there are none, where they could not be."""

    id: UUID
    name: str
    family: str
    base_id: UUID | None
    piece_count: float
    version: int
    archived: bool
    updated_at: datetime
    piece: FiguresView
    tally: TalliedView | None
    piece_cost: float | None
    cost_at_least: bool
    hands_on_min: int | None
    whole_min: int | None
    bowl_count: int | None
    usual_count: float | None
    alerts: tuple[DietAlert, ...]
    stale: bool
    stopped: bool
    problem: str


@dataclass(frozen=True, slots=True)
class FormulaPage:
    """Some formulas of the list in its order. `next` is what the page behind them is asked for after; empty where there
    is none."""

    items: tuple[FormulaListItem, ...]
    next: str


@dataclass(frozen=True, slots=True)
class CookedOrDry:
    """The line with its food cooked from dry, or dry again: its text, and what that is to be read as."""

    text: str
    ingredient: Choice
    cooks: bool


@dataclass(frozen=True, slots=True)
class LineView:
    """A line as read, by its `id`. `mass_g` and the figures are None when it could not be, and `problem` says why;
    `apart` holds the lines to make of a line that names several foods, and `asks` is what it asks. Of `prepared_g` the
    share `used_share` goes in. `fill` is how its cup was filled, one of `fills`; empty for the usual way, the first of
    them."""

    id: str
    text: str
    name: str
    ingredient: Choice | None
    others: tuple[Choice, ...]
    sure: bool
    mass_g: float | None
    low_g: float | None
    high_g: float | None
    energy_kcal: float | None
    protein_g: float | None
    layers: Layers | None
    basis: WeightBasis | None
    assumption: str
    optional: bool
    problem: str
    apart: tuple[str, ...]
    asks: Asks | None
    mass_sd_g: float
    energy_sd_kcal: float
    protein_sd_g: float
    prepared_g: float | None
    used_share: float
    fill: str
    fills: tuple[str, ...]
    cooked_or_dry: CookedOrDry | None


@dataclass(frozen=True, slots=True)
class PartView:
    """A part with its lines."""

    name: str
    lines: tuple[LineView, ...]
    mass_g: float
    energy_kcal: float


@dataclass(frozen=True, slots=True)
class WeighView:
    """A line worth weighing, its share of the doubt in the energy, and the band of a piece's energy then."""

    name: str
    line_id: str
    share: float
    then_sd_kcal: float


@dataclass(frozen=True, slots=True)
class EvaluatedView:
    """A formula worked out: its parts, the whole batch and one piece, and what to weigh to be surer. `cost` is
    None while no line has a price. `plain_...` are of a piece without its optional lines, None where there are none."""

    piece_count: float
    parts: tuple[PartView, ...]
    batch: FiguresView
    piece: FiguresView
    unread: tuple[str, ...]
    weigh: tuple[WeighView, ...]
    allergens: Allergens
    alerts: tuple[DietAlert, ...]
    quality: ProteinQuality
    cost: Cost | None
    production: ProductionView
    plain_energy_kcal: float | None
    plain_protein_g: float | None
    check: CrumbCheck


@dataclass(frozen=True, slots=True)
class KeepingView:
    """How it keeps: what it `is`, how long in each place, a sentence each, and how it thaws and travels."""

    is_what: str
    places: tuple[str, ...]
    thaw: str
    best: str
    travels: str
    source: str


@dataclass(frozen=True, slots=True)
class AnalysisView:
    """What is worked out once a formula rests: what it may be called and how near it is to that, what becomes of words
    that sellers use, what its text states and calls it and whether that holds, what its lines ask, where it goes
    against itself, what to be careful of, what would bring dials back, and what stands on its label: ingredients,
    figures of 100 g as it is eaten, and how it keeps."""

    claims: FormulaClaims
    words: tuple[WordAnswer, ...]
    stated: StatedComparison | None
    called: tuple[WordAnswer, ...]
    questions: tuple[LineQuestion, ...]
    contradictions: tuple[Contradiction, ...]
    hazards: tuple[Hazard, ...]
    repairs: tuple[RepairView, ...]
    ingredients: tuple[LabelIngredient, ...]
    per_100g: FiguresView
    keeping: KeepingView


@dataclass(frozen=True, slots=True)
class FormulaView:
    """A formula as stored, and worked out."""

    id: UUID
    version: int
    archived: bool
    updated_at: datetime
    draft: Draft
    evaluated: EvaluatedView
    analysis: AnalysisView


@dataclass(frozen=True, slots=True)
class Pasted:
    """A pasted recipe taken apart. `pieces` is None when it does not say, as is what its oven is set to, °C, and which
    oven it is. `tin` is the tin in words, empty where it names none, `tin_id` that of the kitchen that is meant. `bake`
    are its times, and `aside` holds what it says that is none of the recipe."""

    title: str
    pieces: int | None
    parts: tuple[Part, ...]
    method: str
    oven_c: float | None
    oven: Oven | None
    tin: str
    tin_id: UUID | None
    bake: WrittenBake
    aside: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class PastedText:
    """A pasted text: each recipe in it, one at least, and in sentences what of it could not be taken."""

    recipes: tuple[Pasted, ...]
    remarks: tuple[str, ...] = ()


@dataclass(frozen=True, slots=True)
class ScaledView:
    """A formula in another amount: its lines part by part, and the energy of the batch in proportion and as the new
    lines make it."""

    factor: float
    parts: tuple[tuple[ScaledLine, ...], ...]
    exact_kcal: float
    written_kcal: float


def line_view(line: ReadLine, uncertainty: LineUncertainty) -> LineView:
    """A line for a screen."""
    weighed, shown = line.weighed, line.once(_follows_from)
    nutrients = weighed.figures.nutrients if weighed else None
    return LineView(
        id=line.id,
        text=line.text,
        name=line.name,
        ingredient=line.ingredient,
        others=line.others,
        sure=line.sure,
        mass_g=weighed.mass_g if weighed else None,
        low_g=weighed.low_g if weighed else None,
        high_g=weighed.high_g if weighed else None,
        energy_kcal=nutrients.energy_kcal if nutrients else None,
        protein_g=nutrients.protein_g if nutrients else None,
        layers=shown.layers,
        basis=weighed.basis if weighed else None,
        assumption=weighed.assumption if weighed else "",
        optional=line.optional,
        problem=line.problem,
        apart=line.apart,
        asks=line.asks,
        mass_sd_g=uncertainty.mass_sd_g,
        energy_sd_kcal=uncertainty.energy_sd_kcal,
        protein_sd_g=uncertainty.protein_sd_g,
        prepared_g=weighed.prepared_g if weighed else None,
        used_share=weighed.mass_g / weighed.prepared_g if weighed and weighed.prepared_g else 1.0,
        fill=shown.fill,
        fills=weighed.fills if weighed else (),
        cooked_or_dry=shown.cooked_or_dry,
    )


@dataclass(frozen=True, slots=True)
class _FollowsFromLine:
    layers: Layers | None
    fill: str
    cooked_or_dry: CookedOrDry | None


def _follows_from(line: ReadLine) -> _FollowsFromLine:
    """What a line alone tells, which while another is typed stays as it is."""
    drawn = layers(line.weighed.figures.nutrients) if line.weighed else None
    return _FollowsFromLine(drawn, fill_of(line), _other_way(line))


def _other_way(line: ReadLine) -> CookedOrDry | None:
    conversion = cooked_or_dry(line.weighed.ingredient.slug) if line.weighed else None
    if conversion is None or line.weighed is None:
        return None
    food = reference_cupboard().ingredients[conversion.slug]
    text = f"{kitchen_grams(line.weighed.prepared_g * conversion.factor):g} g {food.name}"
    return CookedOrDry(text, Choice.from_ingredient(food), conversion.cooks)


def evaluated_view(formula: EvaluatedFormula) -> EvaluatedView:
    """A worked-out formula for a screen, with carbohydrate as its kitchen counts it."""
    evaluated, uncertainty, definition = formula.figures, formula.uncertainty, formula.context.definition
    made = production_view(formula.made, uncertainty, formula.context, formula.shaping)
    uncertainties = iter(uncertainty.lines)
    parts = tuple(
        PartView(
            part.name,
            tuple(line_view(line, next(uncertainties)) for line in part.lines),
            part.figures.mass_g,
            part.figures.nutrients.energy_kcal or 0.0,
        )
        for part in evaluated.parts
    )
    lines = {line.id: (line, sd) for line, sd in zip(evaluated.lines(), uncertainty.lines, strict=True)}
    worth = (lines[line_id] for line_id in uncertainty.worth_weighing)
    weigh = tuple(WeighView(line.name, line.id, sd.share, sd.weighed_sd_kcal or 0.0) for line, sd in worth)
    plain = formula.plain_piece
    return EvaluatedView(
        made.piece_count,
        parts,
        view(evaluated.batch, uncertainty.batch, definition),
        portion_view(formula.piece, definition),
        evaluated.unread,
        weigh,
        formula.allergens,
        formula.alerts,
        quality_of(evaluated, formula.context.cupboard),
        formula.cost,
        made,
        (plain.nutrients.energy_kcal or 0.0) if plain else None,
        (plain.nutrients.protein_g or 0.0) if plain else None,
        formula.check,
    )


@dataclass(frozen=True, slots=True)
class Fitting:
    """How many whole pieces fit into what a day has left, and what they bring."""

    piece_count: float
    energy_kcal: float
    protein_g: float


@dataclass(frozen=True, slots=True)
class BenchView:
    """The Bench worked out. `fitting` is None for a day without targets."""

    evaluated: EvaluatedView
    fitting: Fitting | None
