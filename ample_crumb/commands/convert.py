"""The command `convert`: a recipe file in another form, without a server."""

import argparse
import sys
from collections.abc import Callable, Sequence
from typing import Final

from ample_crumb.commands.files import recipes_of
from ample_crumb.core.problem import CannotUse
from ample_crumb.core.quantity.recipe_parser import WrittenRecipe
from ample_crumb.formats.file_writing import write
from ample_crumb.formats.recipe_written import json_ld, markdown, plain_text

DONE, UNUSABLE = 0, 2

_WRITERS: Final[dict[str, Callable[[Sequence[WrittenRecipe]], str]]] = {
    "jsonld": json_ld,
    "md": markdown,
    "text": plain_text,
}


def add_options(parser: argparse.ArgumentParser) -> None:
    """The options of the command."""
    parser.add_argument("file", help="plain text, Markdown, JSON-LD or a saved page; - reads standard input")
    parser.add_argument("--to", choices=list(_WRITERS), required=True, help="what it shall be")
    parser.add_argument("--to-file", help="where it goes; otherwise to standard output")


def run(given: argparse.Namespace) -> int:
    """Writes the recipes of a file in another form; returns the exit code."""
    try:
        write(_WRITERS[given.to](recipes_of(given.file)).encode(), given.to_file)
    except CannotUse as problem:
        print(problem, file=sys.stderr)
        return UNUSABLE
    return DONE
