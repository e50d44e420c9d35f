"""What a command is given: files and options, as the core has them."""

import argparse
import re
import sys
from pathlib import Path

from ample_crumb.core.food.cupboard import Cupboard, reference_cupboard
from ample_crumb.core.problem import CannotUse
from ample_crumb.core.production.bake_yield import Weighings
from ample_crumb.core.production.portions import PortionBy, Portioning, read_cuts, scoop_ml
from ample_crumb.core.production.production import ProductionInputs
from ample_crumb.core.production.tins import Tin, read_tin
from ample_crumb.core.quantity.line_parser import read_line
from ample_crumb.core.quantity.units import MeasureSystem, UnitKind, measure_size
from ample_crumb.core.quantity.written_yield import MOST_PIECES
from ample_crumb.formats.products_csv import products_from_csv
from ample_crumb.formats.recipe_text import MOST_CHARACTERS


def production_inputs(given: argparse.Namespace, pieces: int) -> tuple[tuple[Tin, ...], ProductionInputs]:
    """What the options say of tin, pieces and loss. Raises CannotUse."""
    context = [option for option in (given.cuts, given.disher, given.piece_mass) if option]
    if len(context) > 1:
        raise CannotUse("Pieces come by cuts, by disher or by mass; give one of them.")
    if given.cuts and not given.tin:
        raise CannotUse("--cuts needs the tin that is cut; give --tin too.")
    tins = (read_tin(given.tin),) if given.tin else ()
    weighings = Weighings(loss_share=_share(given.loss)) if given.loss else Weighings()
    if not 1 <= pieces <= MOST_PIECES:
        raise CannotUse(f"A batch makes from 1 to {MOST_PIECES:,} pieces, not {pieces:,}.")
    if given.cuts:
        return tins, ProductionInputs(Portioning(PortionBy.CUTS), weighings, read_cuts(given.cuts))
    if given.disher:
        return tins, ProductionInputs(
            Portioning(PortionBy.SCOOP, scoop_ml=scoop_ml(given.disher, MeasureSystem(given.measures))), weighings
        )
    if given.piece_mass:
        return tins, ProductionInputs(Portioning(PortionBy.DOUGH, piece_g=_grams(given.piece_mass)), weighings)
    return tins, ProductionInputs(Portioning(count=pieces), weighings)


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


def text_of(name: str) -> str:
    """What a file, or standard input for -, holds. Raises CannotUse."""
    try:
        # One byte more than the longest text of four-byte characters tells a file that is too long.
        limit = 4 * MOST_CHARACTERS + 1
        if name == "-":
            data = sys.stdin.buffer.read(limit)
        else:
            with Path(name).open("rb") as file:
                data = file.read(limit)
        return data[: limit - 1].decode("utf-8") if len(data) < limit else data.decode("utf-8", "ignore")
    except OSError as problem:
        raise CannotUse(f"Cannot read {name}: {problem.strerror}.") from problem
    except UnicodeDecodeError as problem:
        raise CannotUse(f"{name} is not a text in UTF-8.") from problem
