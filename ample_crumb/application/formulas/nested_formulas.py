"""Formulas as foods: a line may be another formula, or one of its parts, by grams or by the piece, several deep.

A line means a formula only where it is pointed at one (`made-<formula>` or `made-<formula>-<part>`), never by its name:
a formula that is renamed stays what it is.
"""

import re
from collections.abc import Iterable, Mapping
from dataclasses import replace
from typing import Final
from uuid import UUID

from ample_crumb.application.context import KitchenContext
from ample_crumb.application.cupboards import priced_food
from ample_crumb.application.formulas.draft import read_production
from ample_crumb.application.formulas.production import produce_draft
from ample_crumb.application.problems import CannotAccept
from ample_crumb.core.food.ingredient import Ingredient
from ample_crumb.core.food.nutrients import NAMES, Nutrients
from ample_crumb.core.food.protein_scores import Score
from ample_crumb.core.formula.allergens import AllergenNames, allergens_of
from ample_crumb.core.formula.cost import cost_of
from ample_crumb.core.formula.formula import Part, PartOptions
from ample_crumb.core.formula.protein_quality import quality_of
from ample_crumb.core.production.draft import ProductionSettings
from ample_crumb.core.production.production import Production
from ample_crumb.core.quantity.weighing import Measures
from ample_crumb.core.uncertainty.propagation import propagate
from ample_crumb.store import formulas
from ample_crumb.store.database import Connection
from ample_crumb.store.formulas import InnerFormula
from ample_crumb.store.scope import Principal

_PREFIX: Final = "made-"


_UUID_LENGTH: Final = 36


DEEPEST: Final = 8
"""A formula in a formula, so many times; deeper is a circle that slipped through."""


def nested_slug(formula_id: UUID, part: str = "") -> str:
    """What a line that means a formula, or a part of it, is pointed at."""
    words = "-".join(re.findall(r"[a-z0-9]+", part.casefold()))[:30]
    return f"{_PREFIX}{formula_id}" + (f"-{words}" if words else "")


def is_nested(slug: str | None) -> bool:
    """Whether a line that is pointed at this means a formula."""
    return slug is not None and slug.startswith(_PREFIX)


def nested_formula_id(slug: str) -> UUID | None:
    """The formula that the slug of a nested formula means."""
    try:
        return UUID(slug[len(_PREFIX) : len(_PREFIX) + _UUID_LENGTH])
    except ValueError:
        return None


def add_nested_formulas(
    connection: Connection,
    principal: Principal,
    context: KitchenContext,
    parts: Iterable[Part],
    above: tuple[UUID, ...] = (),
) -> KitchenContext:
    """The ways with the formulas in the cupboard that these lines are pointed at, as they are now. A formula that is
    not there, or would hold itself, is none: its line is not read."""
    ids = {formula_id for slug in _slugs(parts) if (formula_id := nested_formula_id(slug)) is not None}
    if not ids:
        return context
    rows = formulas.inner_formulas(connection, principal.kitchen_id, sorted(ids))
    return _with_inner({row.id: row for row in rows}, context, parts, above)


def _slugs(parts: Iterable[Part]) -> set[str]:
    return {line.chosen for part in parts for line in part.lines if line.chosen and is_nested(line.chosen)}


def _with_inner(
    there: Mapping[UUID, InnerFormula], context: KitchenContext, parts: Iterable[Part], above: tuple[UUID, ...]
) -> KitchenContext:
    slugs = _slugs(parts)
    if not slugs or len(above) >= DEEPEST:
        return context
    foods: dict[str, Ingredient] = {}
    prices = dict(context.prices)
    inner_versions = dict(context.inner_versions)
    for slug in sorted(slugs):
        row = there.get(nested_formula_id(slug) or _NOBODY)
        if row is None or row.id in above:
            continue
        inner = row.parts()
        deeper = _with_inner(there, context, inner, (*above, row.id))
        inner_versions |= {row.id: row.revision, **deeper.inner_versions}
        made, name = _made(row, inner, slug, deeper)
        if made is None or made.piece.mass_g <= 0:
            continue
        foods[slug] = _ingredient(slug, name, made, deeper)
        price = _price_per_g(made, deeper)
        if price is not None:
            prices[slug] = price
    context = replace(context, inner_versions=inner_versions)
    return replace(context, cupboard=context.cupboard.with_foods(foods), prices=prices) if foods else context


_NOBODY: Final = UUID(int=0)


def _made(
    row: InnerFormula, parts: tuple[Part, ...], slug: str, context: KitchenContext
) -> tuple[Production | None, str]:
    """The whole formula made, or the part that the slug names, as one eats it."""
    if slug == nested_slug(row.id):
        return produce_draft(
            parts, row.written_piece_count, row.family, read_production(row.production), context
        ), row.name
    for part in parts:
        if slug == nested_slug(row.id, part.name):
            alone = replace(part, options=PartOptions(loss_share=part.options.loss_share, bake=part.options.bake))
            return produce_draft((alone,), 1, row.family, ProductionSettings(), context), f"{row.name}: {part.name}"
    return None, ""


def _ingredient(slug: str, name: str, made: Production, context: KitchenContext) -> Ingredient:
    per_100g = 100 / made.piece.mass_g
    brief = allergens_of(made.evaluated, context.cupboard).names()
    sd = made.piece_sd(propagate(made.evaluated, context.cupboard).piece)
    known = {field: None if field in made.piece.at_least else getattr(made.piece.nutrients, field) for field in NAMES}
    lacking = made.evaluated.unread
    return Ingredient(
        slug=slug,
        name=f"{name}, without {len(lacking)} of its lines" if lacking else name,
        synonyms=(),
        role="",
        per_100g=Nutrients(**known).times(per_100g),
        polyol_kind="",
        measures=Measures({}, {"medium": made.piece.mass_g, "piece": made.piece.mass_g}, {}),
        allergens=brief.contains,
        vegan=_keeps(brief, "vegan"),
        vegetarian=_keeps(brief, "vegetarian"),
        added_sugar=_adds_sugar(brief),
        source="your formula",
        sd_per_100g=sd.nutrients.times(per_100g),
        traces=brief.may_contain,
        allergens_open=not brief.complete,
        protein_score=_score(made, context),
    )


def _score(made: Production, context: KitchenContext) -> Score | None:
    """The quality of its protein by its parts; None where it has none."""
    quality, protein_g = quality_of(made.evaluated, context.cupboard), made.evaluated.piece.nutrients.protein_g
    return Score("of its parts", quality.counts_g / protein_g) if protein_g else None


def _keeps(brief: AllergenNames, diet: str) -> bool | None:
    return True if diet in brief.diets_kept else False if diet in brief.diets_broken else None


def _adds_sugar(brief: AllergenNames) -> bool | None:
    kept = _keeps(brief, "no added sugar")
    return None if kept is None else not kept


def _price_per_g(made: Production, context: KitchenContext) -> float | None:
    """What a gram of it costs; None while a line of it has no price."""
    slugs = {line.ingredient.slug for line in made.evaluated.lines() if line.ingredient}
    prices = {slug: context.prices[priced_food(slug)] for slug in slugs if priced_food(slug) in context.prices}
    cost = cost_of(made.evaluated, prices)
    return None if cost is None or cost.at_least else cost.batch_cost / made.bake_yield.batch.mass_g


def refuse_circle(
    connection: Connection, principal: Principal, formula_id: UUID, parts: Iterable[Part], name: str
) -> None:
    """Raises CannotAccept when the formula would hold itself, however deep. Asks nothing where no line is a formula."""
    inner_ids = {
        found
        for part in parts
        for line in part.lines
        if is_nested(line.chosen) and (found := nested_formula_id(line.chosen or ""))
    }
    if formula_id in inner_ids:
        raise CannotAccept("/parts", f"A formula cannot hold itself: {name} holds {name}.")
    way = formulas.way_to(connection, principal.kitchen_id, sorted(inner_ids), formula_id) if inner_ids else []
    if way:
        raise CannotAccept("/parts", f"A formula cannot hold itself: {' holds '.join((name, *way, name))}.")
