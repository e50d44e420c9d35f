"""Figures as a screen needs them: the person's carbohydrate, the layers of a slab, the doubtful sums named."""

from dataclasses import dataclass
from typing import Final

from ample_crumb.core.crumb.check import CrumbCheck
from ample_crumb.core.crumb.hazards import Hazard
from ample_crumb.core.food.cooking_yield import cooked_or_dry
from ample_crumb.core.food.cupboard import reference_cupboard
from ample_crumb.core.food.energy import Layers, layers
from ample_crumb.core.food.nutrients import (
    CarbohydrateDefinition,
    Figures,
    Portion,
    StandardUncertainty,
    carbohydrate,
    carbohydrate_at_least,
)
from ample_crumb.core.formula.alerts import DietAlert
from ample_crumb.core.formula.allergens import Allergens
from ample_crumb.core.formula.claims import FormulaClaims
from ample_crumb.core.formula.cost import Cost
from ample_crumb.core.formula.formula import FormulaFigures
from ample_crumb.core.formula.protein_quality import ProteinQuality
from ample_crumb.core.formula.reading import Choice, ReadLine
from ample_crumb.core.formula.rewrite import fill_of
from ample_crumb.core.formula.scaling import kitchen_grams
from ample_crumb.core.quantity.weighing import WeightBasis
from ample_crumb.core.uncertainty.propagation import LineUncertainty, Uncertainty
from ample_crumb.work.making import ProductionView


@dataclass(frozen=True, slots=True)
class FiguresView:
    """Figures of a portion. `carbohydrate_g` is counted as the person chose; `sd` holds the standard deviation of each
    figure by its name, as far as it is known; `at_least` names sums that lack a part."""

    mass_g: float
    energy_kcal: float
    protein_g: float
    fat_g: float
    saturates_g: float
    carbohydrate_g: float
    sugars_g: float
    fibre_g: float
    polyols_g: float
    salt_g: float
    alcohol_g: float
    caffeine_mg: float
    sd: dict[str, float]
    at_least: tuple[str, ...]
    without_lines: int
    layers: Layers


_SHOWN: Final = (
    "energy_kcal", "protein_g", "fat_g", "saturates_g", "sugars_g", "fibre_g", "polyols_g", "salt_g", "alcohol_g",
    "caffeine_mg",
)  # fmt: skip
_BANDED: Final = (*_SHOWN, "carbohydrate_g")


def portion_view(portion: Portion, definition: CarbohydrateDefinition) -> FiguresView:
    """A portion for a screen."""
    return view(portion.figures, portion.sd, definition)


def view(figures: Figures, sd: StandardUncertainty, definition: CarbohydrateDefinition) -> FiguresView:
    """The figures for a screen; an unknown amount shows as 0 and is named in `at_least`."""
    nutrients = figures.nutrients
    least = [name for name in _SHOWN if name in figures.at_least or getattr(nutrients, name) is None]
    counted = carbohydrate(nutrients, definition)
    if counted is None or carbohydrate_at_least(figures, definition):
        least.append("carbohydrate_g")
    return FiguresView(
        mass_g=figures.mass_g,
        carbohydrate_g=counted or 0.0,
        sd={"mass_g": sd.mass_g}
        | {name: sd for name in _BANDED if (sd := getattr(sd.nutrients, name)) is not None},
        at_least=tuple(least),
        without_lines=figures.without_lines,
        layers=layers(nutrients),
        **{name: getattr(nutrients, name) or 0.0 for name in _SHOWN},
    )


@dataclass(frozen=True, slots=True)
class OtherWay:
    """The line with its food cooked from dry, or dry again: its text, and what that is to be read as."""

    text: str
    ingredient: Choice
    cooks: bool


@dataclass(frozen=True, slots=True)
class LineView:
    """A line as read. `mass_g` and the figures are None when it could not be, and `problem` says why; `apart` holds the
    lines to make of a line that names several foods. Of `prepared_g` the share `used` goes in. `fill` is how its cup
    was filled, one of `fills`; empty for the usual way, the first of them."""

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
    how: str
    optional: bool
    problem: str
    apart: tuple[str, ...]
    mass_sd_g: float
    energy_sd_kcal: float
    protein_sd_g: float
    prepared_g: float | None
    used: float
    fill: str
    fills: tuple[str, ...]
    other_way: OtherWay | None


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

    pieces: float
    parts: tuple[PartView, ...]
    batch: FiguresView
    piece: FiguresView
    unread: tuple[str, ...]
    weigh: tuple[WeighView, ...]
    contents: Allergens
    alerts: tuple[DietAlert, ...]
    claims: FormulaClaims
    quality: ProteinQuality
    cost: Cost | None
    made: ProductionView
    plain_energy_kcal: float | None
    plain_protein_g: float | None
    check: CrumbCheck
    hazards: tuple[Hazard, ...]


def line_view(line: ReadLine, uncertainty: LineUncertainty) -> LineView:
    """A line for a screen."""
    figures = line.figures
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
        layers=layers(figures.nutrients) if figures else None,
        basis=line.basis,
        how=line.assumption,
        optional=line.optional,
        problem=line.problem,
        apart=line.apart,
        mass_sd_g=uncertainty.mass_sd_g,
        energy_sd_kcal=uncertainty.energy_sd_kcal,
        protein_sd_g=uncertainty.protein_sd_g,
        prepared_g=line.prepared_g,
        used=figures.mass_g / line.prepared_g if figures and line.prepared_g else 1.0,
        fill=fill_of(line),
        fills=line.fills,
        other_way=_other_way(line),
    )


def _other_way(line: ReadLine) -> OtherWay | None:
    conversion = cooked_or_dry(line.ingredient.slug) if line.ingredient else None
    if conversion is None or line.prepared_g is None:
        return None
    name = reference_cupboard().ingredients[conversion.slug].name
    text = f"{kitchen_grams(line.prepared_g * conversion.factor):g} g {name}"
    return OtherWay(text, Choice(conversion.slug, name), conversion.cooks)


def evaluated_view(
    evaluated: FormulaFigures,
    uncertainty: Uncertainty,
    piece: Portion,
    contents: Allergens,
    alerts: tuple[DietAlert, ...],
    claims: FormulaClaims,
    quality: ProteinQuality,
    cost: Cost | None,
    made: ProductionView,
    definition: CarbohydrateDefinition,
    check: CrumbCheck,
    hazards: tuple[Hazard, ...],
) -> EvaluatedView:
    """A worked-out formula for a screen; `doubt` follows its lines, with carbohydrate by `school`."""
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
        of = uncertainty.lines[place]
        weigh.append(WeighView(line.name, part, number, of.share, of.weighed_sd_kcal or 0.0))
    plain = evaluated.plain_piece
    return EvaluatedView(
        made.count,
        parts,
        view(evaluated.batch, uncertainty.batch, definition),
        portion_view(piece, definition),
        evaluated.unread,
        tuple(weigh),
        contents,
        alerts,
        claims,
        quality,
        cost,
        made,
        (plain.nutrients.energy_kcal or 0.0) if plain else None,
        (plain.nutrients.protein_g or 0.0) if plain else None,
        check,
        hazards,
    )
