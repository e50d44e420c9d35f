"""What goes out of the Bench and the list of formulas."""

from dataclasses import dataclass
from datetime import datetime
from uuid import UUID

from ample_crumb.application.formulas.draft import Draft
from ample_crumb.application.formulas.production import ProductionView
from ample_crumb.application.views import FiguresView, portion_view, view
from ample_crumb.core.crumb.check import CrumbCheck
from ample_crumb.core.crumb.hazards import Hazard
from ample_crumb.core.food.cooking_yield import cooked_or_dry
from ample_crumb.core.food.cupboard import reference_cupboard
from ample_crumb.core.food.energy import Layers, layers
from ample_crumb.core.food.nutrients import CarbohydrateDefinition, Portion
from ample_crumb.core.formula.alerts import DietAlert
from ample_crumb.core.formula.allergens import Allergens
from ample_crumb.core.formula.claims import FormulaClaims
from ample_crumb.core.formula.cost import Cost
from ample_crumb.core.formula.evaluation import FormulaFigures
from ample_crumb.core.formula.formula import Part
from ample_crumb.core.formula.protein_quality import ProteinQuality
from ample_crumb.core.formula.reading import Choice, ReadLine
from ample_crumb.core.formula.rewrite import fill_of
from ample_crumb.core.production.scaling import ScaledLine
from ample_crumb.core.quantity.kitchen_scale import kitchen_grams
from ample_crumb.core.quantity.weighing import WeightBasis
from ample_crumb.core.uncertainty.propagation import LineUncertainty, Uncertainty


@dataclass(frozen=True, slots=True)
class FormulaListItem:
    """A formula in the list, with the figures of one piece and the alerts that it raises. `stale` while these are those
    of before, because they are being worked out anew or that was `stopped`. `problem` says why there are none, where
    they could not be."""

    id: UUID
    name: str
    family: str
    piece_count: float
    version: int
    archived: bool
    updated_at: datetime
    piece: FiguresView
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
    """A line as read. `mass_g` and the figures are None when it could not be, and `problem` says why; `apart` holds
    the lines to make of a line that names several foods. Of `prepared_g` the share `used_share` goes in. `fill` is
    how its cup was filled, one of `fills`; empty for the usual way, the first of them."""

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
    """A line worth weighing: its place, its share of the doubt in the energy, and the band of a piece's energy then."""

    name: str
    part: int
    line: int
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
    claims: FormulaClaims
    quality: ProteinQuality
    cost: Cost | None
    production: ProductionView
    plain_energy_kcal: float | None
    plain_protein_g: float | None
    check: CrumbCheck
    hazards: tuple[Hazard, ...]


@dataclass(frozen=True, slots=True)
class FormulaView:
    """A formula as stored, and worked out."""

    id: UUID
    version: int
    archived: bool
    updated_at: datetime
    draft: Draft
    evaluated: EvaluatedView


@dataclass(frozen=True, slots=True)
class Pasted:
    """A pasted text taken apart. `pieces` is None when it does not say."""

    title: str
    pieces: int | None
    parts: tuple[Part, ...]
    method: str


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
    figures = line.figures
    shown = line.once(_follows_from)
    return LineView(
        text=line.text,
        name=line.name,
        ingredient=line.ingredient,
        others=line.others,
        sure=line.sure,
        mass_g=figures.mass_g if figures else None,
        low_g=line.low_g,
        high_g=line.high_g,
        energy_kcal=figures.nutrients.energy_kcal if figures else None,
        protein_g=figures.nutrients.protein_g if figures else None,
        layers=shown.layers,
        basis=line.basis,
        assumption=line.assumption,
        optional=line.optional,
        problem=line.problem,
        apart=line.apart,
        mass_sd_g=uncertainty.mass_sd_g,
        energy_sd_kcal=uncertainty.energy_sd_kcal,
        protein_sd_g=uncertainty.protein_sd_g,
        prepared_g=line.prepared_g,
        used_share=figures.mass_g / line.prepared_g if figures and line.prepared_g else 1.0,
        fill=shown.fill,
        fills=line.fills,
        cooked_or_dry=shown.cooked_or_dry,
    )


@dataclass(frozen=True, slots=True)
class _FollowsFromLine:
    layers: Layers | None
    fill: str
    cooked_or_dry: CookedOrDry | None


def _follows_from(line: ReadLine) -> _FollowsFromLine:
    """What a line alone tells, which while another is typed stays as it is."""
    return _FollowsFromLine(layers(line.figures.nutrients) if line.figures else None, fill_of(line), _other_way(line))


def _other_way(line: ReadLine) -> CookedOrDry | None:
    conversion = cooked_or_dry(line.ingredient.slug) if line.ingredient else None
    if conversion is None or line.prepared_g is None:
        return None
    name = reference_cupboard().ingredients[conversion.slug].name
    text = f"{kitchen_grams(line.prepared_g * conversion.factor):g} g {name}"
    return CookedOrDry(text, Choice(conversion.slug, name), conversion.cooks)


@dataclass(frozen=True, slots=True)
class EvaluatedFormula:
    """A formula with all that follows from its lines, before it is put into the words and numbers of a screen."""

    figures: FormulaFigures
    uncertainty: Uncertainty
    piece: Portion
    production: ProductionView
    allergens: Allergens
    alerts: tuple[DietAlert, ...]
    claims: FormulaClaims
    quality: ProteinQuality
    cost: Cost | None
    check: CrumbCheck
    hazards: tuple[Hazard, ...]


def evaluated_view(formula: EvaluatedFormula, definition: CarbohydrateDefinition) -> EvaluatedView:
    """A worked-out formula for a screen, with carbohydrate by that definition."""
    evaluated, uncertainty, made = formula.figures, formula.uncertainty, formula.production
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
    places = [(p, n, line) for p, part in enumerate(evaluated.parts) for n, line in enumerate(part.lines)]
    weigh = []
    for place in uncertainty.worth_weighing:
        part, number, line = places[place]
        line_sd = uncertainty.lines[place]
        weigh.append(WeighView(line.name, part, number, line_sd.share, line_sd.weighed_sd_kcal or 0.0))
    plain = evaluated.plain_piece
    return EvaluatedView(
        made.piece_count,
        parts,
        view(evaluated.batch, uncertainty.batch, definition),
        portion_view(formula.piece, definition),
        evaluated.unread,
        tuple(weigh),
        formula.allergens,
        formula.alerts,
        formula.claims,
        formula.quality,
        formula.cost,
        made,
        (plain.nutrients.energy_kcal or 0.0) if plain else None,
        (plain.nutrients.protein_g or 0.0) if plain else None,
        formula.check,
        formula.hazards,
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
