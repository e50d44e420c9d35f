"""What a command is given: files and options, as the core has them."""

import argparse
import re
import sys
from typing import Final

from ample_crumb.commands.files import text_of
from ample_crumb.core.food.cupboard import Cupboard, reference_cupboard
from ample_crumb.core.problem import CannotUse
from ample_crumb.core.production.bake_time import LOWER_C, WRITTEN_WATTS, BakingConditions, Oven, bake_profiles
from ample_crumb.core.production.bake_yield import Weighings
from ample_crumb.core.production.portions import PortionBy, Portioning, read_cuts, scoop_ml
from ample_crumb.core.production.production import ProductionInputs
from ample_crumb.core.production.tins import CUPS, Tin, TinKind, read_tin
from ample_crumb.core.production.written_oven import FAHRENHEIT_FROM, is_microwaved, read_oven, read_watts
from ample_crumb.core.production.written_tin import read_written_tin
from ample_crumb.core.production.written_wish import read_wish
from ample_crumb.core.quantity.line_parser import read_line
from ample_crumb.core.quantity.units import MeasureSystem, UnitKind, measure_size
from ample_crumb.core.quantity.written_yield import MOST_PIECES
from ample_crumb.formats.products_csv import products_from_csv
from ample_crumb.formats.recipe_text import MOST_CHARACTERS

AS_WRITTEN: Final = argparse.Namespace(
    tin=None, cuts=None, disher=None, piece_mass=None, loss=None, oven=None, fan=False, air_fryer=False, watts=None,
    covered=False, wish=None, measures=MeasureSystem.US,
)  # fmt: skip
"""No options on how a recipe is made: as its text says."""


def production_inputs(
    given: argparse.Namespace, pieces: int, title: str = "", method: str = "", family: str = ""
) -> tuple[tuple[Tin, ...], ProductionInputs]:
    """What the options say of tin, pieces, loss and oven, and what the text says where they do not. Raises
    CannotUse."""
    context = [option for option in (given.cuts, given.disher, given.piece_mass) if option]
    if len(context) > 1:
        raise CannotUse("Pieces come by cuts, by disher or by mass; give one of them.")
    if given.cuts and not given.tin:
        raise CannotUse("--cuts needs the tin that is cut; give --tin too.")
    if not 1 <= pieces <= MOST_PIECES:
        raise CannotUse(f"A batch makes from 1 to {MOST_PIECES:,} pieces, not {pieces:,}.")
    tins = _tins(given.tin, method)
    weighings = Weighings(loss_share=_share(given.loss)) if given.loss else Weighings()
    portioning, cuts = Portioning(count=pieces), None
    if given.cuts:
        portioning, cuts = Portioning(PortionBy.CUTS), read_cuts(given.cuts)
    elif given.disher:
        portioning = Portioning(PortionBy.SCOOP, scoop_ml=scoop_ml(given.disher, MeasureSystem(given.measures)))
    elif given.piece_mass:
        portioning = Portioning(PortionBy.DOUGH, piece_g=_grams(given.piece_mass))
    return tins, ProductionInputs(portioning, weighings, cuts, _conditions(given, title, method, family))


def _tins(named: str | None, method: str) -> tuple[Tin, ...]:
    """The tin of the option, by its sides or in words; else that of the text."""
    if named is None:
        written = read_written_tin(method)
        return (written.tin,) if written else ()
    # "9x5 inch loaf" and "12-cup muffin" name a kind that sides alone do not tell.
    written = read_written_tin(f"{named} tin")
    if written is not None and written.tin.kind in _NAMED_KINDS:
        return (written.tin,)
    try:
        return (read_tin(named),)
    except CannotUse:
        if written is None or not _SHAPE.search(named):
            raise
        return (written.tin,)


_SHAPE: Final = re.compile(r"square|rectang|round|spring", re.IGNORECASE)
_NAMED_KINDS: Final = frozenset({*CUPS, TinKind.LOAF, TinKind.TRAY})


def _conditions(given: argparse.Namespace, title: str, method: str, family: str) -> BakingConditions:
    if given.fan + given.air_fryer + (given.watts is not None) > 1:
        raise CannotUse("It is baked with a fan, in an air fryer or in a microwave; give one of them.")
    written = read_oven(method)
    oven = written.oven or Oven.CONVENTIONAL
    if given.fan or given.air_fryer:
        oven = Oven.FAN if given.fan else Oven.AIR_FRYER
    watts = given.watts if given.watts is not None else read_watts(method)
    if given.watts is not None or (is_microwaved(method) and given.oven is None):
        oven = Oven.MICROWAVE
    oven_c = written.oven_c
    if oven_c is None and oven is not Oven.MICROWAVE and _BAKED.search(method[:MOST_CHARACTERS]):
        # What is baked has a window, be its family seldom heated.
        oven_c = None if family in bake_profiles() and family != "pudding" else _USUAL_C
    if given.oven is not None:
        oven_c = _celsius(given.oven) + LOWER_C.get(oven, 0)
    return BakingConditions(
        oven=oven,
        oven_c=None if oven is Oven.MICROWAVE else oven_c,
        watts=watts or WRITTEN_WATTS,
        wish=given.wish or read_wish(family, title),
        covered=given.covered,
    )


def _celsius(text: str) -> float:
    found = re.fullmatch(r"\s*(\d{2,3}(?:[.,]\d+)?)\s*°?\s*([cf])?\s*", text[:20], re.IGNORECASE)
    if not found:
        raise CannotUse(f"--oven is a heat such as 175C or 350F, not {text[:20]!r}.")
    number = float(found[1].replace(",", "."))
    fahrenheit = (found[2] or ("f" if number > FAHRENHEIT_FROM else "c")).casefold() == "f"
    return (number - 32) / 1.8 if fahrenheit else number


_BAKED: Final = re.compile(r"\bbak(?:e|ed|es|ing)\b|\boven\b", re.IGNORECASE)
_USUAL_C: Final = 175.0


def _share(text: str) -> float:
    found = re.fullmatch(r"\s*(\d+(?:[.,]\d+)?)\s*%\s*", text)
    if not found:
        raise CannotUse(f"--loss is a share such as 10%, not {text[:20]!r}.")
    return float(found[1].replace(",", ".")) / 100


def _grams(text: str) -> float:
    line = read_line(text if re.search(r"[a-z]", text, re.IGNORECASE) else f"{text} g")
    term = line.amount.terms[0] if line.amount else None
    if term is None or term.unit.kind is not UnitKind.MASS:
        raise CannotUse(f"--piece-mass is a mass such as 45g, not {text[:20]!r}.")
    return term.count.middle * measure_size(term.unit.name, MeasureSystem.US)


def cupboard_of(products: str | None) -> Cupboard:
    """The reference cupboard, with own products of a CSV file first; their remarks go to standard error. Raises
    CannotUse."""
    if products is None:
        return reference_cupboard()
    own = products_from_csv(text_of(products))
    for product in own:
        if product.remark:
            print(f"{product.ingredient.name}: {product.remark}", file=sys.stderr)
    return reference_cupboard().with_own(product.ingredient for product in own)
