"""The tabs Swaps and Sweeteners: what is on offer, what it would do, and the lines it makes."""

from collections.abc import Sequence
from dataclasses import dataclass, replace

from ample_crumb.core.crumb.check import Check, check_of
from ample_crumb.core.food.sweeteners import sweeteners
from ample_crumb.core.formula.allergens import Brief, contents_of
from ample_crumb.core.formula.cost import cost_of
from ample_crumb.core.formula.formula import Part
from ample_crumb.core.swap.apply import Use, swapped
from ample_crumb.core.swap.suggestions import Aim, Offer, offers_of
from ample_crumb.core.swap.sweetener_options import Blend, Option, Sweetening, options_of, sweetened_by, sweetening_of
from ample_crumb.store.database import Database
from ample_crumb.store.kitchens import Who
from ample_crumb.work.bench import Bench
from ample_crumb.work.laid import Laid, laid, laid_in
from ample_crumb.work.made_foods import with_made
from ample_crumb.work.views import FiguresView


@dataclass(frozen=True, slots=True)
class Offers:
    """The swaps of a formula, and the aims they can be chosen by."""

    offers: tuple[Offer, ...]
    aims: tuple[str, ...]


def offers(database: Database, who: Who, bench: Bench) -> Offers:
    """All swaps of what is on the Bench."""
    of = laid(database, who, bench)
    return Offers(offers_of(of.made.worked, of.ways.cupboard, of.ways.manner.energy, of.ways.guests), tuple(Aim))


@dataclass(frozen=True, slots=True)
class Half:
    """A formula before or after: a piece, its dials, sweetness and water in g a piece, its contents, its cost."""

    piece: FiguresView
    check: Check
    sweetness_g: float
    water_g: float
    dough_g: float
    contents: Brief
    cost: float | None


@dataclass(frozen=True, slots=True)
class Preview:
    """What a change would make of the Bench: its parts then, both halves, and sentences on what could not move along.
    `gains` and `loses` are allergens, `keeps` and `breaks` diets that are kept from then on, or no more."""

    parts: tuple[Part, ...]
    before: Half
    after: Half
    remarks: tuple[str, ...]
    gains: tuple[str, ...]
    loses: tuple[str, ...]
    keeps: tuple[str, ...]
    breaks: tuple[str, ...]


def preview(database: Database, who: Who, bench: Bench, uses: Sequence[Use]) -> Preview:
    """What these swaps together would do. Raises CannotUse for swaps that cannot be made together."""
    with database.reading() as connection:
        of = laid_in(connection, who, bench)
        done = swapped(bench.parts, of.made.worked, uses, of.ways.cupboard)
        return _preview(of, replace(of, ways=with_made(connection, who, of.ways, done.parts)), done.parts, done.remarks)


def _preview(of: Laid, ways_of: Laid, parts: tuple[Part, ...], remarks: tuple[str, ...]) -> Preview:
    after = ways_of.with_parts(parts)
    was, now = _half(of), _half(after)
    return Preview(
        parts=parts,
        before=was,
        after=now,
        remarks=remarks,
        gains=_new(was.contents.contains, now.contents.contains),
        loses=_new(now.contents.contains, was.contents.contains),
        keeps=_new(was.contents.keeps, now.contents.keeps),
        breaks=_new(now.contents.keeps, was.contents.keeps),
    )


def _new(was: Sequence[str], now: Sequence[str]) -> tuple[str, ...]:
    return tuple(name for name in now if name not in was)


def _half(of: Laid) -> Half:
    pieces = of.made.worked.pieces
    cost = cost_of(of.made.worked, of.prices())
    return Half(
        piece=of.piece(),
        check=check_of(of.dough, of.ways.learned),
        sweetness_g=of.dough.mix.sweet / pieces,
        water_g=of.dough.mix.water / pieces,
        dough_g=of.made.outcome.dough_g,
        contents=contents_of(of.made.worked, of.ways.cupboard).brief(),
        cost=cost.piece if cost and not cost.at_least else None,
    )


@dataclass(frozen=True, slots=True)
class SweetenerBench:
    """How the Bench is sweetened now, and every sweetener and these blends in its place."""

    now: Sweetening
    options: tuple[Option, ...]


def sweetener_bench(database: Database, who: Who, bench: Bench, blends: Sequence[Blend]) -> SweetenerBench:
    """All sweeteners side by side for what is on the Bench. Raises CannotUse for a blend that is none."""
    of = laid(database, who, bench)
    worked, ways = of.made.worked, of.ways
    options = options_of(worked, blends, ways.cupboard, ways.manner.energy, of.prices(*sweeteners()), worked.pieces)
    return SweetenerBench(sweetening_of(worked, ways.cupboard, ways.manner.energy), options)


def sweetened(database: Database, who: Who, bench: Bench, blend: Blend, *, fill: bool) -> Preview:
    """What it would be with this sweetener or blend in place of all that sweetens. Raises CannotUse."""
    of = laid(database, who, bench)
    parts = sweetened_by(bench.parts, of.made.worked, blend, of.ways.cupboard, fill=fill)
    return _preview(of, of, parts, ())
