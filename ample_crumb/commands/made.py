"""The command `made`: a recipe as it was really made."""

import argparse
import json
import re
import sys
from collections.abc import Iterator
from dataclasses import replace
from typing import Any

from ample_crumb.commands.analyse import ALL_READ, SOME_UNREAD, UNUSABLE
from ample_crumb.commands.analysis_json import analysis_json, crumb_json, family_in, figures_json
from ample_crumb.commands.analysis_text import table
from ample_crumb.commands.arguments import cupboard_of, production_inputs
from ample_crumb.commands.files import recipes_of
from ample_crumb.core.batch.apply_deviations import BatchReading, apply_deviations
from ample_crumb.core.batch.batch_differences import Outcome, differences
from ample_crumb.core.batch.deviation import SAID_LENGTH, AsMade, Said
from ample_crumb.core.batch.lots import Lot, LotShare, lot_shares, lots_of_weights
from ample_crumb.core.food.energy import EnergySystem
from ample_crumb.core.formula.formula import parts_of
from ample_crumb.core.formula.questions import Asking, questions_of
from ample_crumb.core.formula.reading import ReadingPreferences
from ample_crumb.core.problem import CannotUse
from ample_crumb.core.production.bake_yield import Weighings
from ample_crumb.core.production.production import Production, produce
from ample_crumb.core.quantity.units import MeasureSystem
from ample_crumb.core.quantity.written_yield import MOST_PIECES
from ample_crumb.core.uncertainty.propagation import Uncertainty, propagate


def add_options(parser: argparse.ArgumentParser) -> None:
    """What went otherwise than written, and what came out."""
    parser.add_argument(
        "--with", dest="added", action="append", default=[], metavar="TEXT",
        help='what else went in, or what differed: "35 g oat flour", "no skyr, took quark"',
    )  # fmt: skip
    parser.add_argument("--without", action="append", default=[], metavar="LINE", help="a line that was left out")
    parser.add_argument("--left", action="append", default=[], metavar="TEXT", help='what was left: "half the glaze"')
    parser.add_argument("--weights", metavar="G,G,...", help="what each piece that came out weighs")
    parser.add_argument("--baked", type=float, metavar="GRAMS", help="what came out of the oven weighs")


def run(given: argparse.Namespace) -> int:
    """Reads a recipe file and what differed, and prints what was made; returns the exit code."""
    try:
        if given.pieces is not None and given.weights:
            raise CannotUse("--weights says how many pieces there are; leave out --pieces.")
        recipe = recipes_of(given.file)[0]
        preferences = ReadingPreferences(MeasureSystem(given.measures), EnergySystem(given.energy))
        cupboard = cupboard_of(given.products)
        parts, method = parts_of(recipe), "\n".join(recipe.method)
        family = family_in(recipe, parts, cupboard, preferences, given.family)
        planned = recipe.pieces or 1
        tins, making = production_inputs(given, planned, recipe.title, method, family)
        as_made, deviations = apply_deviations(
            AsMade(parts), tuple(_said(given)), BatchReading(cupboard, preferences, family)
        )
        refused = next((deviation for deviation in deviations if deviation.problem), None)
        if refused is not None:
            raise CannotUse(f"“{refused.said.text}”: {refused.problem}")
        lots = _lots(given)
        making = replace(
            making,
            portioning=replace(making.portioning, made_count=float(sum(lot.piece_count for lot in lots)) or None),
            weighings=Weighings(making.weighings.loss_share, as_made.residue_g, as_made.stuck_g, baked_g=given.baked),
        )
        made = produce(as_made.parts, making, family, tins, cupboard, preferences)
        if made.problems:
            raise CannotUse(made.problems[0])
        shares = lot_shares(lots, made.bake_yield.dough_g, made.bake_yield.batch.mass_g, made.portions.count)
    except CannotUse as problem:
        print(problem, file=sys.stderr)
        return UNUSABLE
    told = differences(deviations, Outcome(float(planned), made.portions.count))
    if given.json:
        said = "\n".join((recipe.title, method))
        texts = [line.text for line in made.evaluated.lines()]
        asking = Asking(made.evaluated, made.bake_yield.kept_share, family, cupboard, preferences)
        analysis = analysis_json(texts, made, cupboard, given.family, said, questions_of(asking))
        crumb = crumb_json(recipe, made, cupboard, given.family, preferences.energy)
        own = _kept(made, shares, propagate(made.evaluated, cupboard))
        print(json.dumps(analysis | crumb | own | {"difference": list(told)}, ensure_ascii=False, indent=2))
    else:
        print(table(recipe.title, made))
        print("\n".join(("", "Made otherwise than written:", *(f"  {each}" for each in told or ("nothing",)))))
    return SOME_UNREAD if made.evaluated.unread else ALL_READ


def _said(given: argparse.Namespace) -> Iterator[Said]:
    texts = [*given.added, *(f"without {each}" for each in given.without)]
    texts += [each if re.search(r"\bleft\b", each) else f"{each} left" for each in given.left]
    for place, text in enumerate(texts):
        yield Said(f"said-{place}", text[:SAID_LENGTH])


def _lots(given: argparse.Namespace) -> tuple[Lot, ...]:
    """Raises CannotUse for weights that are none."""
    if given.pieces is not None:
        if not 1 <= given.pieces <= MOST_PIECES:
            raise CannotUse(f"A batch makes from 1 to {MOST_PIECES:,} pieces, not {given.pieces:,}.")
        return (Lot(given.pieces),)
    if not given.weights:
        return ()
    weights = re.findall(r"[^,;\s]+", given.weights[:10_000])
    try:
        grams = [float(weight) for weight in weights]
    except ValueError as wrong:
        raise CannotUse(f"--weights are grams such as 34,36,31, not {given.weights[:40]!r}.") from wrong
    if not grams or not all(0 < each < 100_000 for each in grams):
        raise CannotUse("--weights are over 0 g each.")
    return lots_of_weights(grams)


def _kept(made: Production, lots: tuple[LotShare, ...], uncertainty: Uncertainty) -> dict[str, Any]:
    """The batch and a piece as they are there in the end: what stayed in the bowl or stuck is in neither."""
    kept = made.bake_yield.kept_share
    batch, sd = made.evaluated.batch.times(kept), uncertainty.batch.times(kept)
    per_g = made.bake_yield.batch
    return {
        "batch": figures_json(batch, sd),
        "piece": figures_json(batch.times(made.portions.share), uncertainty.piece.times(kept)),
        "lots": [
            {
                "pieces": lot.piece_count,
                "piece_mass_g": round(lot.piece_g, 3),
                "energy_kcal": round((per_g.nutrients.energy_kcal or 0.0) * lot.share, 3),
                "protein_g": round((per_g.nutrients.protein_g or 0.0) * lot.share, 3),
            }
            for lot in lots
        ],
    }
