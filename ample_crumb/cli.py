"""The command line: `python -m ample_crumb COMMAND`."""

import argparse
from collections.abc import Callable, Mapping, Sequence
from typing import Final

from ample_crumb.commands import convert, fill, keep, made, plan, reach, shop, targets, taste
from ample_crumb.commands.analyse import analyse
from ample_crumb.core.food.energy import EnergySystem
from ample_crumb.core.formula.families import families
from ample_crumb.core.quantity.units import MeasureSystem
from ample_crumb.operations import options

_WITHOUT_SERVER: Final[Mapping[str, Callable[[argparse.Namespace], int]]] = {
    "analyse": analyse,
    "reach": reach.run,
    "made": made.run,
    "plan": plan.run,
    "shop": shop.run,
    "keep": keep.run,
    "taste": taste.run,
    "targets": targets.run,
    "fill": fill.run,
    "convert": convert.run,
}


def build_parser() -> argparse.ArgumentParser:
    """All verbs with their options."""
    parser = argparse.ArgumentParser(
        prog="ample_crumb", description="From a pasted recipe to honest figures per piece."
    )
    commands = parser.add_subparsers(dest="command", required=True)
    analysing = commands.add_parser("analyse", help="read a recipe file and print its figures; needs no server")
    _recipe_options(analysing)
    reaching = commands.add_parser("reach", help="say what a piece shall be, get the amounts; needs no server")
    _recipe_options(reaching)
    reach.add_options(reaching)
    making = commands.add_parser("made", help="what a recipe came to as it was really made; needs no server")
    _recipe_options(making)
    made.add_options(making)
    shopping = commands.add_parser("shop", help="what to buy for one or several recipes; needs no server")
    shop.add_options(shopping)
    planning = commands.add_parser("plan", help="a bake day of one to six recipes by the clock; needs no server")
    plan.add_options(planning)
    keeping = commands.add_parser("keep", help="until when something is good, and why; needs no server")
    keep.add_options(keeping)
    tasting = commands.add_parser("taste", help="what tastings of batches tell; needs no server")
    taste.add_options(tasting)
    targeting = commands.add_parser("targets", help="a day's targets for a body, each with its sum; needs no server")
    targets.add_options(targeting)
    filling = commands.add_parser("fill", help="what closes the rest of a day, from what there is; needs no server")
    fill.add_options(filling)
    converting = commands.add_parser("convert", help="a recipe file in another form; needs no server")
    convert.add_options(converting)
    serve = commands.add_parser("serve", help="serve the application; the database is already there")
    serve.add_argument("--host", default="127.0.0.1")
    serve.add_argument("--port", type=int, default=8321)
    serve.add_argument("--workers", type=int, default=1)
    serve.add_argument("--with-parent", action="store_true", help="end when standard input does")
    prepare = commands.add_parser("prepare", help="bring the database to the current schema, with the demo if new")
    prepare.add_argument("--empty", action="store_true", help="leave a new database without the demo kitchen")
    options.add_commands(commands)
    commands.add_parser("openapi", help="print the OpenAPI description that the front end's types come from")
    return parser


def main(arguments: Sequence[str] | None = None) -> int:
    """Runs a command; returns its exit code."""
    given = build_parser().parse_args(arguments)
    if given.command in _WITHOUT_SERVER:
        return _WITHOUT_SERVER[given.command](given)
    # The server's libraries take a while to load and a recipe file needs none of them.
    if given.command in options.NAMES:
        from ample_crumb.operations import run

        return run.run(given)
    from ample_crumb import server

    return server.run(given)


def _recipe_options(parser: argparse.ArgumentParser) -> None:
    """A recipe file, and how it is read and made."""
    parser.add_argument("file", help="plain text, Markdown, JSON-LD or a saved page; - reads standard input")
    parser.add_argument("--pieces", type=int, help="pieces of the batch; otherwise as the recipe says, else 1")
    parser.add_argument("--json", action="store_true", help="print one JSON object")
    parser.add_argument(
        "--measures", choices=list(MeasureSystem), default=MeasureSystem.US, help="whose cups and spoons"
    )
    parser.add_argument("--energy", choices=list(EnergySystem), default=EnergySystem.STATED, help="how energy counts")
    parser.add_argument(
        "--family",
        choices=[family.slug for family in families()],
        default="",
        help="kind of dessert; guessed for the crumb check where it is not given",
    )
    parser.add_argument("--products", help="own products as CSV; they win over generic ones of the same name")
    parser.add_argument("--tin", help="the tin it is baked in, such as 20x20x5cm, 23x5cm round or 12-cup muffin tin")
    parser.add_argument("--cuts", help="how the tin is cut, such as 4x3 or 8 wedges; wants --tin")
    parser.add_argument("--disher", help="pieces by a disher's number, 4 to 100, or by spoon, such as 2 tbsp")
    parser.add_argument("--piece-mass", help="pieces of so much dough, such as 45g")
    parser.add_argument("--oven", help="what the oven is set to, such as 300F or 175C; otherwise as the recipe says")
    parser.add_argument("--fan", action="store_true", help="the oven has a fan")
    parser.add_argument("--air-fryer", action="store_true", help="it is baked in an air fryer")
    parser.add_argument("--watts", type=float, help="it is baked in a microwave of so many watts")
    parser.add_argument("--covered", action="store_true", help="it is baked under foil or a lid")
    parser.add_argument("--wish", help="how it is wanted, such as soft, crisp, fudgy or creamy")
    parser.add_argument("--loss", help="what baking takes, such as 10%%; otherwise as usual for the family")
