"""Files that a command reads."""

import sys
from pathlib import Path
from typing import Final

from ample_crumb.core.problem import CannotUse
from ample_crumb.core.quantity.recipe_parser import WrittenRecipe
from ample_crumb.formats.recipe_text import read_recipes
from ample_crumb.formats.text_bytes import decode_text

_MOST_TEXT_BYTES: Final = 20_000_000


def text_of(name: str) -> str:
    """The text of a file, or of standard input for -, in whatever letters it is; what was guessed of them goes to
    standard error. Raises CannotUse."""
    text = decode_text(bytes_of(name, _MOST_TEXT_BYTES))
    if text.remark:
        print(f"{name}: {text.remark}", file=sys.stderr)
    return text.text


def recipes_of(name: str) -> tuple[WrittenRecipe, ...]:
    """The recipes of a file, or of standard input for -; what in it could not be read goes to standard error. Raises
    CannotUse."""
    read = read_recipes(text_of(name), name)
    for remark in read.remarks:
        print(f"{name}: {remark}", file=sys.stderr)
    return read.recipes


def bytes_of(name: str, most: int) -> bytes:
    """What a file, or standard input for -, holds. Raises CannotUse for more than `most` bytes."""
    try:
        if name == "-":
            data = sys.stdin.buffer.read(most + 1)
        else:
            with Path(name).open("rb") as file:
                data = file.read(most + 1)
    except OSError as problem:
        raise CannotUse(f"Cannot read {name}: {problem.strerror}.") from problem
    if len(data) > most:
        raise CannotUse(f"{name} is larger than {most // 1_000_000} MB; nothing of it was read.")
    return data
