"""What a kitchen pays for its foods, own and generic."""

from ample_crumb.core.food.cupboard import reference_cupboard
from ample_crumb.core.formula.reading import read_against
from ample_crumb.core.quantity.line_parser import read_line
from ample_crumb.core.quantity.name_matching import words
from ample_crumb.store import kitchens, prices, products
from ample_crumb.store.database import Database
from ample_crumb.store.kitchens import Who
from ample_crumb.store.prices import Price
from ample_crumb.work.cupboard import newest
from ample_crumb.work.problems import CannotAccept, NotHere
from ample_crumb.work.ways import Ways, slug_of, ways_of


def set_price(database: Database, who: Who, food: str, price: float | None, for_text: str) -> Price | None:
    """From now on the food, a generic slug or the id of a product, costs so much for what `for_text` names, "500 g" or
    "10 eggs"; None for the price forgets it. Raises NotHere, or CannotAccept when that has no grams."""
    with database.transaction() as connection:
        kitchens.lock(connection, who.kitchen_id)
        ways = ways_of(connection, who)
        rows = newest(products.listed(connection, who.kitchen_id))
        own = {str(row.id): slug_of(row.id, row.number) for row in rows if row.finished}
        slug = own.get(food, food)
        if food not in own and food not in reference_cupboard().ingredients:
            raise NotHere("food")
        if price is None:
            prices.forget_price(connection, who.kitchen_id, food)
            return None
        bought = Price(price, for_text.strip(), _grams_of(for_text, ways, slug))
        prices.set_price(connection, who.kitchen_id, food, bought)
        return bought


def _grams_of(for_text: str, ways: Ways, slug: str) -> float:
    """How many grams of a food an amount names, "500 g" or "10 eggs". Raises CannotAccept."""
    item = ways.cupboard.ingredients[slug]
    said = read_line(for_text).name
    own_words = {word for name in (item.name, *item.synonyms) for word in words(name)}
    if said and own_words.isdisjoint(words(said)):
        raise CannotAccept("/for_text", f"What is “{said[:40]}” of it? Say how much, such as 500 g or 10 eggs.")
    read = read_against(for_text if said else f"{for_text} food", ways.cupboard, ways.manner, slug)
    if read.figures is None:
        raise CannotAccept("/for_text", f"{read.problem} Say how much of it, such as 500 g or 10 eggs.")
    return read.figures.mass_g
