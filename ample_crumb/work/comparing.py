"""The tab Twin: what is on the Bench beside the formula, kept state or typed figures that it is compared with."""

from dataclasses import dataclass

from ample_crumb.core.bake.made import Made
from ample_crumb.core.food.energy import Layers, layers
from ample_crumb.core.food.nutrients import Carbohydrate, Figures, Nutrients, carbohydrate
from ample_crumb.core.formula.comparing import Compared, Group, Side, SideLine, compared
from ample_crumb.core.formula.formula import Part
from ample_crumb.store import formulas, versions
from ample_crumb.store.database import Connection, Database
from ample_crumb.store.kitchens import Who
from ample_crumb.work.bench import Bench
from ample_crumb.work.drafts import from_stored
from ample_crumb.work.laid import laid_in
from ample_crumb.work.made_foods import with_made
from ample_crumb.work.making import MakingDraft, make
from ample_crumb.work.reference import FIGURES, Reference
from ample_crumb.work.ways import Ways, ways_of


@dataclass(frozen=True, slots=True)
class HalfView:
    """One of two for a screen. `unknown` names the figures that are not known or only a lower limit; those read 0."""

    mass_g: float
    energy_kcal: float
    protein_g: float
    fat_g: float
    saturates_g: float
    carbohydrate_g: float
    sugars_g: float
    fibre_g: float
    salt_g: float
    layers: Layers
    unknown: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class BasisView:
    """Both on one basis, and the sentence."""

    name: str
    mine: HalfView
    theirs: HalfView
    sentence: str


@dataclass(frozen=True, slots=True)
class TwinView:
    """A formula and its twin; `groups` is empty for typed figures."""

    mine: str
    theirs: str
    bases: tuple[BasisView, ...]
    groups: tuple[Group, ...]


def twin_view(database: Database, who: Who, bench: Bench) -> TwinView | None:
    """The Bench beside its twin; None while it has none, or the twin is gone or empty."""
    with database.reading() as connection:
        if bench.reference is None:
            return None
        theirs = _other(connection, who, bench.reference)
        if theirs is None or theirs.piece.mass_g <= 0:
            return None
        of = laid_in(connection, who, bench)
    mine = _side(bench.name or "this formula", of.made, of.ways)
    return _view(compared(mine, theirs), of.ways.school)


def _other(connection: Connection, who: Who, reference: Reference) -> Side | None:
    if reference.formula_id is None:
        known = {name: getattr(reference, name) for name in FIGURES}
        lacking = tuple(name for name, value in known.items() if value is None)
        return Side(reference.name or "the reference", Figures(reference.mass_g, Nutrients(**known), lacking))
    row = formulas.find(connection, who.kitchen_id, reference.formula_id)
    if row is None:
        return None
    if reference.number is None:
        parts = formulas.parts_of(connection, who.kitchen_id, row.id)
        return _made(connection, who, row.name, parts, row.pieces, row.family, MakingDraft.from_stored(row.making))
    kept = versions.find(connection, who.kitchen_id, row.id, reference.number)
    if kept is None:
        return None
    draft = from_stored(kept.draft)
    name = f"{row.name}, {kept.name or f'version {kept.number}'}"
    side = _made(connection, who, name, draft.parts, draft.pieces, draft.family, draft.making)
    # Figures of a kept state are those of then; its lines are read as they are read now.
    return Side(name, kept.figures(), side.lines)


def _made(
    connection: Connection,
    who: Who,
    name: str,
    parts: tuple[Part, ...],
    pieces: int,
    family: str,
    making: MakingDraft,
) -> Side:
    ways = with_made(connection, who, ways_of(connection, who), parts)
    return _side(name, make(parts, pieces, family, making, ways), ways)


def _side(name: str, made: Made, ways: Ways) -> Side:
    pieces = made.worked.pieces
    lines = (line for part in made.worked.parts for line in part.lines if line.text.strip())
    return Side(
        name,
        made.piece,
        tuple(
            SideLine(
                line.ingredient.name if line.ingredient else line.text,
                ways.cupboard.ingredients[line.ingredient.slug].role if line.ingredient else "",
                line.figures.mass_g / pieces if line.figures else None,
                (line.figures.nutrients.energy_kcal or 0.0) / pieces if line.figures else None,
            )
            for line in lines
        ),
    )


def _view(of: Compared, school: Carbohydrate) -> TwinView:
    bases = (
        BasisView(basis.name, _half(basis.mine, school), _half(basis.theirs, school), basis.sentence)
        for basis in of.bases
    )
    return TwinView(of.mine, of.theirs, tuple(bases), of.groups)


_SHOWN = ("energy_kcal", "protein_g", "fat_g", "saturates_g", "sugars_g", "fibre_g", "salt_g")


def _half(figures: Figures, school: Carbohydrate) -> HalfView:
    nutrients = figures.nutrients
    counted = carbohydrate(nutrients, school)
    unknown = [name for name in _SHOWN if name in figures.at_least or getattr(nutrients, name) is None]
    return HalfView(
        mass_g=figures.mass_g,
        carbohydrate_g=counted or 0.0,
        layers=layers(nutrients),
        unknown=(*unknown, *(("carbohydrate_g",) if counted is None else ())),
        **{name: getattr(nutrients, name) or 0.0 for name in _SHOWN},
    )
