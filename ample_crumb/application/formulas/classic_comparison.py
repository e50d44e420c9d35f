"""The tab Classic: what is on the Bench beside the formula, kept state or typed figures that it is compared with."""

from dataclasses import dataclass, replace
from typing import Final

from ample_crumb.application.context import KitchenContext, load_context
from ample_crumb.application.formulas.draft import Bench, draft_of, read_draft
from ample_crumb.application.formulas.evaluated_formula import evaluated_draft
from ample_crumb.application.formulas.evaluation import evaluate_in
from ample_crumb.application.formulas.nested_formulas import add_nested_formulas
from ample_crumb.application.views import FiguresView, view
from ample_crumb.core.crumb.character import differences
from ample_crumb.core.crumb.check import CrumbCheck
from ample_crumb.core.food.nutrients import CarbohydrateDefinition, Figures, Nutrients, StandardUncertainty
from ample_crumb.core.formula.classic import (
    ClassicComparison,
    ComparisonLine,
    ComparisonSide,
    RoleGroup,
    compare_with_classic,
)
from ample_crumb.core.production.draft import FIGURES, ClassicChoice, Draft
from ample_crumb.core.production.production import Production
from ample_crumb.store import formulas, versions
from ample_crumb.store.database import Connection, Database
from ample_crumb.store.scope import Principal


@dataclass(frozen=True, slots=True)
class BasisView:
    """Both on one basis, and the sentence."""

    name: str
    mine: FiguresView
    theirs: FiguresView
    sentence: str


@dataclass(frozen=True, slots=True)
class ClassicView:
    """A formula and its classic; `groups` is empty for typed figures, and `mouth`, how it differs in the mouth, unless
    both are of one family."""

    mine: str
    theirs: str
    mouth: tuple[str, ...]
    bases: tuple[BasisView, ...]
    groups: tuple[RoleGroup, ...]


def classic_view(database: Database, principal: Principal, bench: Bench) -> ClassicView | None:
    """The Bench beside its classic; None while it has none, or the classic is gone or empty."""
    with database.transaction(principal) as connection:
        if bench.classic is None:
            return None
        theirs, check = _other(connection, principal, bench.classic)
        if theirs is None or theirs.piece.mass_g <= 0:
            return None
        compared = evaluate_in(connection, principal, bench)
    mine = _side(bench.name or "this formula", compared.made, compared.context)
    alike = check is not None and check.family == compared.check.family
    mouth = differences(check.character, compared.check.character, check.family) if check and alike else ()
    return replace(_view(compare_with_classic(mine, theirs), compared.context.definition), mouth=mouth)


def _other(
    connection: Connection, principal: Principal, reference: ClassicChoice
) -> tuple[ComparisonSide | None, CrumbCheck | None]:
    """The classic, and what its dough is like where it is a formula."""
    if reference.formula_id is None:
        known = {name: getattr(reference, name) for name in FIGURES}
        lacking = tuple(name for name, value in known.items() if value is None)
        typed = ComparisonSide(
            reference.name or "the reference", Figures(reference.mass_g, Nutrients(**known), lacking)
        )
        return typed, None
    row = formulas.find(connection, principal.kitchen_id, reference.formula_id)
    if row is None:
        return None, None
    if reference.number is None:
        draft = draft_of(row, formulas.parts_of(connection, principal.kitchen_id, row.id))
        return _made(connection, principal, row.name, draft)
    kept = versions.find(connection, principal.kitchen_id, row.id, reference.number)
    if kept is None:
        return None, None
    draft = read_draft(kept.draft)
    name = f"{row.name}, {kept.name or f'version {kept.number}'}"
    side, check = _made(connection, principal, name, draft)
    # Figures of a kept state are those of then; its lines are read as they are read now.
    return ComparisonSide(name, kept.figures(), side.lines), check


def _made(connection: Connection, principal: Principal, name: str, draft: Draft) -> tuple[ComparisonSide, CrumbCheck]:
    context = add_nested_formulas(connection, principal, load_context(connection, principal), draft.parts)
    made = evaluated_draft(draft, context)
    return _side(name, made.made, context), made.check


def _side(name: str, made: Production, context: KitchenContext) -> ComparisonSide:
    pieces = made.evaluated.piece_count
    lines = (line for line in made.evaluated.lines() if line.text.strip())
    return ComparisonSide(
        name,
        made.piece,
        tuple(
            ComparisonLine(
                line.ingredient.name if line.ingredient else line.text,
                context.cupboard.ingredients[line.ingredient.slug].role if line.ingredient else "",
                line.weighed.mass_g / pieces if line.weighed else None,
                (line.weighed.figures.nutrients.energy_kcal or 0.0) / pieces if line.weighed else None,
            )
            for line in lines
        ),
    )


_NO_BAND: Final = StandardUncertainty(0.0, Nutrients())
"""A comparison shows no bands: what both sides have in common would count twice."""


def _view(compared: ClassicComparison, definition: CarbohydrateDefinition) -> ClassicView:
    bases = (
        BasisView(
            basis.name, view(basis.mine, _NO_BAND, definition), view(basis.theirs, _NO_BAND, definition), basis.sentence
        )
        for basis in compared.bases
    )
    return ClassicView(compared.mine, compared.theirs, (), tuple(bases), compared.groups)
