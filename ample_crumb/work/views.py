"""Figures as a screen needs them: the person's carbohydrate, the layers of a slab, the doubtful sums named."""

from dataclasses import dataclass
from typing import Final

from ample_crumb.core.food.energy import Layers, layers
from ample_crumb.core.food.nutrients import Carbohydrate, Figures, carbohydrate, carbohydrate_at_least
from ample_crumb.core.formula.formula import FormulaFigures, PartFigures
from ample_crumb.core.formula.reading import Choice, ReadLine
from ample_crumb.core.quantity.weigh import Basis


@dataclass(frozen=True, slots=True)
class FiguresView:
    """Figures of a portion. `carbohydrate_g` is counted as the person chose; `at_least` names sums that lack a part."""

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
    at_least: tuple[str, ...]
    without_lines: int
    layers: Layers


_SHOWN: Final = (
    "energy_kcal", "protein_g", "fat_g", "saturates_g", "sugars_g", "fibre_g", "polyols_g", "salt_g", "alcohol_g",
    "caffeine_mg",
)  # fmt: skip


def view(figures: Figures, school: Carbohydrate) -> FiguresView:
    """The figures for a screen; an unknown amount shows as 0 and is named in `at_least`."""
    nutrients = figures.nutrients
    least = [name for name in _SHOWN if name in figures.at_least or getattr(nutrients, name) is None]
    counted = carbohydrate(nutrients, school)
    if counted is None or carbohydrate_at_least(figures, school):
        least.append("carbohydrate_g")
    return FiguresView(
        mass_g=figures.mass_g,
        carbohydrate_g=counted or 0.0,
        at_least=tuple(least),
        without_lines=figures.without_lines,
        layers=layers(nutrients),
        **{name: getattr(nutrients, name) or 0.0 for name in _SHOWN},
    )


@dataclass(frozen=True, slots=True)
class LineView:
    """A line as read. `mass_g` and the figures are None when it could not be, and `problem` says why; `apart` holds the
    lines to make of a line that names several foods."""

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
    basis: Basis | None
    how: str
    optional: bool
    problem: str
    apart: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class PartView:
    """A part with its lines."""

    name: str
    lines: tuple[LineView, ...]
    figures: FiguresView


@dataclass(frozen=True, slots=True)
class WorkedView:
    """A formula worked out: its parts, the whole batch and one piece."""

    pieces: int
    parts: tuple[PartView, ...]
    batch: FiguresView
    piece: FiguresView
    unread: tuple[str, ...]


def line_view(line: ReadLine) -> LineView:
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
        how=line.how,
        optional=line.optional,
        problem=line.problem,
        apart=line.apart,
    )


def worked_view(worked: FormulaFigures, school: Carbohydrate) -> WorkedView:
    """A worked-out formula for a screen."""

    def part(figures: PartFigures) -> PartView:
        return PartView(figures.name, tuple(map(line_view, figures.lines)), view(figures.figures, school))

    return WorkedView(
        worked.pieces,
        tuple(map(part, worked.parts)),
        view(worked.batch, school),
        view(worked.piece, school),
        worked.unread,
    )
