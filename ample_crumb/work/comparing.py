"""The tab Twin: what is on the Bench beside the formula, kept state or typed figures that it is compared with."""

from dataclasses import dataclass
from typing import Final

from ample_crumb.core.food.nutrients import Band, Carbohydrate, Figures, Nutrients
from ample_crumb.core.formula.formula import Part
from ample_crumb.core.formula.twin import Compared, Group, Side, SideLine, compared
from ample_crumb.core.production.production import Made
from ample_crumb.store import formulas, versions
from ample_crumb.store.database import Connection, Database
from ample_crumb.store.kitchens import Who
from ample_crumb.work.bench import Bench
from ample_crumb.work.drafts import from_stored
from ample_crumb.work.laid import laid_in
from ample_crumb.work.made_foods import with_made
from ample_crumb.work.making import MakingDraft, make
from ample_crumb.work.reference import FIGURES, Reference
from ample_crumb.work.views import FiguresView, view
from ample_crumb.work.ways import Ways, ways_of


@dataclass(frozen=True, slots=True)
class BasisView:
    """Both on one basis, and the sentence."""

    name: str
    mine: FiguresView
    theirs: FiguresView
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


_NO_BAND: Final = Band(0.0, Nutrients())
"""A comparison shows no bands: what both sides have in common would count twice."""


def _view(of: Compared, school: Carbohydrate) -> TwinView:
    bases = (
        BasisView(basis.name, view(basis.mine, _NO_BAND, school), view(basis.theirs, _NO_BAND, school), basis.sentence)
        for basis in of.bases
    )
    return TwinView(of.mine, of.theirs, tuple(bases), of.groups)
