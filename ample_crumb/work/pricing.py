"""What a kitchen pays for its foods, own and generic."""

from ample_crumb.core.food.cupboard import reference_cupboard
from ample_crumb.core.formula.reading import read_against
from ample_crumb.core.quantity.line_parser import read_line
from ample_crumb.core.quantity.name_matching import words
from ample_crumb.store import kitchens, prices, products
from ample_crumb.store.database import Database
from ample_crumb.store.kitchens import Principal
from ample_crumb.store.prices import Price
from ample_crumb.work.context import KitchenContext, load_context, slug_of
from ample_crumb.work.cupboard import newest
from ample_crumb.work.problems import CannotAccept, NotHere


def set_price(database: Database, principal: Principal, food: str, price: float | None, for_text: str) -> Price | None:
    """From now on the food, a generic slug or the id of a product, costs so much for what `for_text` names, "500 g" or
    "10 eggs"; None for the price forgets it. Raises NotHere, or CannotAccept when that has no grams."""
    with database.transaction() as connection:
        kitchens.lock(connection, principal.kitchen_id)
        context = load_context(connection, principal)
        rows = newest(products.listed(connection, principal.kitchen_id))
        own = {str(row.id): slug_of(row.id, row.number) for row in rows if row.finished}
        slug = own.get(food, food)
        if food not in own and food not in reference_cupboard().ingredients:
            raise NotHere("food")
        if price is None:
            prices.forget_price(connection, principal.kitchen_id, food)
            return None
        bought = Price(price, for_text.strip(), _grams_of(for_text, context, slug))
        prices.set_price(connection, principal.kitchen_id, food, bought)
        return bought


def _grams_of(for_text: str, context: KitchenContext, slug: str) -> float:
    """How many grams of a food an amount names, "500 g" or "10 eggs". Raises CannotAccept."""
    item = context.cupboard.ingredients[slug]
    said = read_line(for_text).name
    own_words = {word for name in (item.name, *item.synonyms) for word in words(name)}
    if said and own_words.isdisjoint(words(said)):
        raise CannotAccept("/for_text", f"What is “{said[:40]}” of it? Say how much, such as 500 g or 10 eggs.")
    read = read_against(for_text if said else f"{for_text} food", context.cupboard, context.preferences, slug)
    if read.figures is None:
        raise CannotAccept("/for_text", f"{read.problem} Say how much of it, such as 500 g or 10 eggs.")
    return read.figures.mass_g
