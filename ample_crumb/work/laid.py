"""What lies on the Bench, worked out once for whoever asks more of it: repairs, swaps, sweeteners, steps, its twin."""

from dataclasses import dataclass

from ample_crumb.core.crumb.check import Dough, dough_of
from ample_crumb.core.food.nutrients import Portion
from ample_crumb.core.formula.formula import Part
from ample_crumb.core.production.production import Made
from ample_crumb.core.uncertainty.propagation import doubt_of
from ample_crumb.store.database import Connection, Database
from ample_crumb.store.kitchens import Who
from ample_crumb.work.bench import Bench
from ample_crumb.work.formulas import check_size
from ample_crumb.work.made_foods import with_made
from ample_crumb.work.making import make, piece_band
from ample_crumb.work.views import FiguresView, portion_view
from ample_crumb.work.ways import Ways, food_of, ways_of


@dataclass(frozen=True, slots=True)
class Laid:
    """A Bench made, its dough, and the ways it was made by."""

    bench: Bench
    made: Made
    dough: Dough
    ways: Ways

    def with_parts(self, parts: tuple[Part, ...]) -> "Laid":
        """The same with other lines."""
        return _laid(self.bench, parts, self.ways)

    def piece(self) -> FiguresView:
        """A piece for a screen."""
        return portion_view(self.portion(), self.ways.school)

    def portion(self) -> Portion:
        """A piece with its band."""
        return Portion(self.made.piece, piece_band(self.made, doubt_of(self.made.worked, self.ways.cupboard)))

    def prices(self, *more: str) -> dict[str, float]:
        """Prices of a gram by the slugs of its foods, and of these more."""
        slugs = {line.ingredient.slug for part in self.made.worked.parts for line in part.lines if line.ingredient}
        known = self.ways.prices
        return {slug: known[food_of(slug)] for slug in (*slugs, *more) if food_of(slug) in known}


def laid_in(connection: Connection, who: Who, bench: Bench) -> Laid:
    """The Bench worked out. Raises TooMuch."""
    check_size(bench.parts)
    ways = with_made(connection, who, ways_of(connection, who), bench.parts)
    return _laid(bench, bench.parts, ways)


def laid(database: Database, who: Who, bench: Bench) -> Laid:
    """The Bench worked out, where nothing else is asked of the database."""
    with database.reading() as connection:
        return laid_in(connection, who, bench)


def _laid(bench: Bench, parts: tuple[Part, ...], ways: Ways) -> Laid:
    made = make(parts, bench.pieces, bench.family, bench.making, ways)
    dough = dough_of(made.worked, bench.family, ways.cupboard, bench.name, bench.method, ways.learned)
    return Laid(bench, made, dough, ways)
