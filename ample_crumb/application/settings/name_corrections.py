"""What a kitchen has once said that a name means, and what would follow from saying it."""

from dataclasses import replace
from typing import Final
from uuid import UUID

from ample_crumb.application.context import load_context
from ample_crumb.application.formulas.draft import draft_of
from ample_crumb.application.formulas.evaluated_formula import evaluated_draft
from ample_crumb.application.formulas.nested_formulas import add_nested_formulas
from ample_crumb.application.settings.views import ChangedFormula, FoodAlias, FoodAliasEffect
from ample_crumb.core.quantity.name_matching import phrase
from ample_crumb.store import formulas
from ample_crumb.store.database import Database
from ample_crumb.store.scope import Principal

_LOOKED_AT: Final = 12
"""So many formulas are worked out anew; of more it is said how many there are."""

_SEEN_KCAL: Final = 0.5
_SEEN_G: Final = 0.05
"""What nobody sees a piece change by."""


def food_aliases(database: Database, principal: Principal) -> tuple[FoodAlias, ...]:
    """What is remembered, by name; a food that is gone has none."""
    with database.transaction(principal) as connection:
        context = load_context(connection, principal)
    foods = context.cupboard.ingredients
    said = sorted(context.preferences.food_aliases.items())
    return tuple(FoodAlias(name, slug, foods[slug].name if slug in foods else "") for name, slug in said)


def effect_of(
    database: Database, principal: Principal, name: str, slug: str | None, beside: UUID | None
) -> FoodAliasEffect:
    """What would become of a piece of each formula in use, other than the one `beside`, if the name meant this food
    from now on, or what its words say."""
    said = phrase(name)
    with database.transaction(principal) as connection:
        context = load_context(connection, principal)
        known = {key: value for key, value in context.preferences.food_aliases.items() if key != said}
        if slug is not None:
            known[said] = slug
        then = replace(context, preferences=replace(context.preferences, food_aliases=known))
        rows, count = formulas.reading_phrase(connection, principal.kitchen_id, said, _LOOKED_AT)
        changed = []
        for row in rows:
            if row.id == beside:
                continue
            draft = draft_of(row, row.parts())
            before = add_nested_formulas(connection, principal, context, draft.parts, (row.id,))
            after = replace(then, cupboard=before.cupboard, prices=before.prices)
            was, now = (evaluated_draft(draft, each).made.piece.nutrients for each in (before, after))
            change = ChangedFormula(
                row.id,
                row.name,
                (now.energy_kcal or 0.0) - (was.energy_kcal or 0.0),
                (now.protein_g or 0.0) - (was.protein_g or 0.0),
            )
            if abs(change.energy_kcal) >= _SEEN_KCAL or abs(change.protein_g) >= _SEEN_G:
                changed.append(change)
    meant = context.preferences.food_aliases.get(said)
    return FoodAliasEffect(meant, tuple(changed), count - len(rows))
