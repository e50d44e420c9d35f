"""Writes of the Cupboard: own products, their labels, prices."""

from dataclasses import replace
from uuid import UUID

from ample_crumb.application.context import KitchenContext, load_context
from ample_crumb.application.cupboard.product_checks import (
    ChangedProduct,
    acceptable,
    mark_products_changed,
    refuse_code_of_another,
)
from ample_crumb.application.cupboard.products import product_draft, product_view
from ample_crumb.application.cupboard.views import MOST_SYNONYMS, ProductDraft, ProductView
from ample_crumb.application.cupboards import label_slug, label_slugs
from ample_crumb.application.problems import CannotAccept, ChangedMeanwhile, NotHere
from ample_crumb.core.food.cupboard import reference_cupboard
from ample_crumb.core.food.product import Pack
from ample_crumb.core.formula.formula import Line
from ample_crumb.core.formula.reading import read_against
from ample_crumb.core.quantity.line_parser import read_line
from ample_crumb.core.quantity.name_matching import words
from ample_crumb.store import formula_foods, jobs, kitchens, prices, products
from ample_crumb.store.database import Connection, Database
from ample_crumb.store.jobs import Touched
from ample_crumb.store.prices import Price
from ample_crumb.store.products import ProductRow
from ample_crumb.store.scope import Principal


def create(
    database: Database, principal: Principal, product_id: UUID, draft: ProductDraft, *, finished: bool = True
) -> ProductView:
    """A new product, or a draft of one, whose label need not be true yet. Sending the same id again changes nothing.
    Raises CannotAccept for what its label cannot say."""
    draft = acceptable(draft, finished=finished)
    with database.transaction(principal) as connection:
        kitchens.lock(connection, principal.kitchen_id)
        refuse_code_of_another(connection, principal, product_id, draft.gtin)
        if products.add(connection, principal.kitchen_id, product_id, draft.about(finished=finished)):
            products.add_label(connection, principal.kitchen_id, product_id, 1, draft.pack())
            mark_products_changed(connection, principal, ChangedProduct(product_id, draft.names()))
    return _view(database, principal, product_id)


def save(
    database: Database,
    principal: Principal,
    product_id: UUID,
    version: int,
    draft: ProductDraft,
    *,
    finished: bool = True,
) -> ProductView:
    """Saves a product. What changed on its label makes a new label: formulas that use the product stay with the one
    they were made by until they are told to move. A draft's label is replaced. Raises NotHere, CannotAccept or
    ChangedMeanwhile."""
    draft = acceptable(draft, finished=finished)
    with database.transaction(principal) as connection:
        kitchens.lock(connection, principal.kitchen_id)
        row = _row(connection, principal, product_id)
        there = product_draft(row)
        if there != draft or row.finished != finished:
            refuse_code_of_another(connection, principal, product_id, draft.gtin)
            if row.revision != version:
                raise ChangedMeanwhile("product", product_view(connection, principal, product_id))
            if row.finished and not finished:
                raise CannotAccept("", "Formulas may count on this product already, so it cannot become a draft again.")
            if there.pack() != draft.pack():
                _replace_label(connection, principal, row, draft.pack())
            products.change(connection, principal.kitchen_id, product_id, draft.about(finished=finished))
            # Under the names that it had no line comes to mean it that did not before.
            same = there.names() == draft.names() and row.finished == finished
            names = () if same else (*there.names(), *draft.names())
            mark_products_changed(connection, principal, ChangedProduct(product_id, names))
    return _view(database, principal, product_id)


def _replace_label(connection: Connection, principal: Principal, row: ProductRow, pack: Pack) -> None:
    """The next label of a product, or in place of the one that a draft has."""
    number = row.number
    if row.finished:
        slug = label_slug(row.id, number)
        _pin_label(connection, principal, slug)
        number += 1
        products.move_food_aliases(connection, principal.kitchen_id, slug, label_slug(row.id, number))
    else:
        products.remove_label(connection, principal.kitchen_id, row.id, number)
    products.add_label(connection, principal.kitchen_id, row.id, number, pack)


def _view(database: Database, principal: Principal, product_id: UUID) -> ProductView:
    """A product as it is now; in a transaction of its own, so that what looks it up holds nobody."""
    with database.transaction(principal) as connection:
        return product_view(connection, principal, product_id)


def _row(connection: Connection, principal: Principal, product_id: UUID) -> ProductRow:
    row = products.find(connection, principal.kitchen_id, product_id)
    if row is None:
        raise NotHere("product")
    return row


def move(database: Database, principal: Principal, product_id: UUID) -> ProductView:
    """Points the lines of all formulas that are at an older label of the product at its newest. What was eaten stays.
    Raises NotHere."""
    with database.transaction(principal) as connection:
        kitchens.lock(connection, principal.kitchen_id)
        at, *older = label_slugs(product_id, _row(connection, principal, product_id).number)
        formula_foods.point_lines(connection, principal.kitchen_id, older, at, by_name=False)
        kitchens.mark_reading_changed(connection, principal.kitchen_id)
        jobs.ask_for_summaries(connection, principal, Touched(foods=frozenset({str(product_id)})))
    return _view(database, principal, product_id)


def merge(database: Database, principal: Principal, product_id: UUID, into: UUID) -> ProductView:
    """Makes one of two products that are the same: lines and words that meant this one mean `into` from now on, which
    answers to its names too and takes its price if it has none; this one is archived. What was eaten stays. Doing it
    again changes nothing. Gives `into`. Raises NotHere or CannotAccept."""
    with database.transaction(principal) as connection:
        kitchens.lock(connection, principal.kitchen_id)
        gone, stays = _row(connection, principal, product_id), _row(connection, principal, into)
        if gone.merged_into != into:
            if product_id == into or not stays.finished or stays.archived:
                raise CannotAccept("/into", "Pick another product that is in use to merge into.")
            _merge(connection, principal, gone, stays)
    return _view(database, principal, into)


def _merge(connection: Connection, principal: Principal, gone: ProductRow, stays: ProductRow) -> None:
    at, *older = label_slug(stays.id, stays.number), *label_slugs(gone.id, gone.number)
    if gone.finished and not gone.archived:
        _pin_label(connection, principal, older[0])
    formula_foods.point_lines(connection, principal.kitchen_id, older, at, by_name=False)
    for slug in older:
        products.move_food_aliases(connection, principal.kitchen_id, slug, at)
    kept = product_draft(stays)
    names = dict.fromkeys(name for name in (*kept.synonyms, gone.name, *gone.synonyms) if name != kept.name)
    about = replace(kept, synonyms=tuple(names)[:MOST_SYNONYMS], gtin=kept.gtin or gone.gtin)
    products.merge(connection, principal.kitchen_id, gone.id, stays.id)
    products.change(connection, principal.kitchen_id, stays.id, about.about(finished=True))
    price = prices.price_of(connection, principal.kitchen_id, str(gone.id))
    if price is not None and prices.price_of(connection, principal.kitchen_id, str(stays.id)) is None:
        prices.set_price(connection, principal.kitchen_id, str(stays.id), price)
    all_names = (*kept.names(), gone.name, *gone.synonyms)
    mark_products_changed(
        connection, principal, ChangedProduct(gone.id, all_names), ChangedProduct(stays.id, all_names)
    )


def archive(database: Database, principal: Principal, product_id: UUID, *, archived: bool) -> None:
    """Puts a product away, so that lines no longer find it by name, or brings it back. Formulas keep it."""
    with database.transaction(principal) as connection:
        kitchens.lock(connection, principal.kitchen_id)
        row = _row(connection, principal, product_id)
        if archived and row.finished:
            _pin_label(connection, principal, label_slug(row.id, row.number))
        products.archive(connection, principal.kitchen_id, product_id, archived=archived)
        mark_products_changed(connection, principal, ChangedProduct(product_id, (row.name, *row.synonyms)))


def _pin_label(connection: Connection, principal: Principal, slug: str) -> None:
    """Points the lines that find this label by its name at it, so that a newer label does not change them."""
    formula_foods.point_lines(connection, principal.kitchen_id, [slug], slug, by_name=True)


def set_price(database: Database, principal: Principal, food: str, price: float | None, for_text: str) -> Price | None:
    """From now on the food, a generic slug or the id of a product, costs so much for what `for_text` names, "500 g" or
    "10 eggs"; None for the price forgets it. Raises NotHere, or CannotAccept when that has no grams."""
    with database.transaction(principal) as connection:
        context = load_context(connection, principal)
        slug = food if food in reference_cupboard().ingredients else _product_slug(connection, principal, food)
        bought = None if price is None else Price(price, for_text.strip(), _grams_of(for_text, context, slug))
        kitchens.lock(connection, principal.kitchen_id)
        if bought is None:
            prices.forget_price(connection, principal.kitchen_id, food)
        else:
            prices.set_price(connection, principal.kitchen_id, food, bought)
        kitchens.mark_reading_changed(connection, principal.kitchen_id)
        jobs.ask_for_summaries(connection, principal, Touched(foods=frozenset((food,))))
        return bought


def _product_slug(connection: Connection, principal: Principal, food: str) -> str:
    """The newest label of the product of that id. Raises NotHere."""
    try:
        row = products.find(connection, principal.kitchen_id, UUID(food))
    except ValueError:
        row = None
    if row is None or not row.finished:
        raise NotHere("food")
    return label_slug(row.id, row.number)


def _grams_of(for_text: str, context: KitchenContext, slug: str) -> float:
    """How many grams of a food an amount names, "500 g" or "10 eggs". Raises CannotAccept."""
    item = context.cupboard.ingredients[slug]
    name = read_line(for_text).name
    own_words = {word for known in (item.name, *item.synonyms) for word in words(known)}
    if name and own_words.isdisjoint(words(name)):
        raise CannotAccept("/for_text", f"What is “{name[:40]}” of it? Say how much, such as 500 g or 10 eggs.")
    line = Line(for_text if name else f"{for_text} food", slug)
    read = read_against(line, context.cupboard, context.preferences)
    if read.weighed is None:
        raise CannotAccept("/for_text", f"{read.problem} Say how much of it, such as 500 g or 10 eggs.")
    return read.weighed.mass_g
