"""What every write of a product does: check it, and tell whom it concerns that it changed."""

from dataclasses import dataclass, replace
from uuid import UUID

from ample_crumb.application.cupboard.views import ProductDraft
from ample_crumb.application.problems import CannotAccept
from ample_crumb.core.food.product import LabelProblem, ingredient_of
from ample_crumb.core.food.product_code import code_of
from ample_crumb.core.problem import CannotUse
from ample_crumb.core.quantity.name_matching import is_slip, words
from ample_crumb.store import formula_foods, jobs, kitchens, products
from ample_crumb.store.database import Connection
from ample_crumb.store.jobs import Touched
from ample_crumb.store.scope import Principal


def acceptable(draft: ProductDraft, *, finished: bool) -> ProductDraft:
    """The draft as it may be stored. Raises CannotAccept."""
    if not draft.name.strip():
        raise CannotAccept("/name", "A product needs a name.")
    try:
        gtin = code_of(draft.gtin)
    except CannotUse as wrong:
        raise CannotAccept("/gtin", str(wrong)) from wrong
    if finished:
        try:
            ingredient_of("new", draft.name, draft.synonyms, draft.role, draft.pack())
        except LabelProblem as problem:
            raise CannotAccept(f"/label/{problem.field}", str(problem)) from problem
    return replace(draft, gtin=gtin)


def refuse_code_of_another(connection: Connection, principal: Principal, product_id: UUID, gtin: str) -> None:
    """Raises CannotAccept where another product in use carries the code."""
    for row in products.with_code(connection, principal.kitchen_id, gtin) if gtin else ():
        if row.id != product_id and not row.archived:
            raise CannotAccept("/gtin", f"This code is on {row.name} already.")


@dataclass(frozen=True, slots=True)
class ChangedProduct:
    """A product that is another now, with all names that it had or has."""

    id: UUID
    names: tuple[str, ...]


def mark_products_changed(connection: Connection, principal: Principal, *drafts: ChangedProduct) -> None:
    """These products are others now: the summaries of formulas that use them, or whose lines may mean them, are asked
    for. The caller holds the kitchen's lock."""
    products.mark_products_changed(connection, principal.kitchen_id, [draft.id for draft in drafts])
    kitchens.mark_reading_changed(connection, principal.kitchen_id)
    named = frozenset(word for draft in drafts for name in draft.names for word in words(name))
    there = formula_foods.words_of_lines(connection, principal.kitchen_id) if named else []
    slips = frozenset(word for word in there if any(is_slip(word, each) for each in named))
    foods = frozenset(str(draft.id) for draft in drafts)
    jobs.ask_for_summaries(connection, principal, Touched(foods=foods, words=named | slips))
