"""A recipe text taken apart, as it lies before the baker before it is a formula."""

from collections.abc import Mapping
from dataclasses import replace
from uuid import UUID

from ample_crumb.application.formulas.views import Pasted
from ample_crumb.core.formula.formula import parts_of
from ample_crumb.core.production.tins import Tin
from ample_crumb.core.production.written_bake import read_bake
from ample_crumb.core.production.written_oven import read_oven
from ample_crumb.core.production.written_tin import nearest, read_written_tin
from ample_crumb.core.quantity.line_parser import without_bullet
from ample_crumb.core.quantity.recipe_parser import WrittenRecipe


def describe_pasted(recipe: WrittenRecipe, own: Mapping[UUID, Tin]) -> Pasted:
    """The recipe with its oven, its times and its tin, among the kitchen's `own` the one that is meant."""
    parts = tuple(
        replace(part, lines=tuple(replace(line, text=without_bullet(line.text)) for line in part.lines))
        for part in parts_of(recipe)
    )
    method = "\n".join(recipe.method)[:20_000]
    oven, tin = read_oven(method), read_written_tin(method)
    return Pasted(
        title=recipe.title,
        pieces=recipe.pieces,
        parts=parts,
        method=method,
        oven_c=oven.oven_c,
        oven=oven.oven,
        tin=tin.words if tin else "",
        tin_id=nearest(tin.tin, own) if tin else None,
        bake=read_bake(method),
        aside=recipe.aside,
    )
