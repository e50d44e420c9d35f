"""Words as people type them, as patterns that a text is compared with."""

from typing import Final

_ESCAPED: Final = str.maketrans({"%": r"\%", "_": r"\_", "\\": r"\\"})


def holds(words: str) -> str:
    """The pattern of all texts with these letters in them."""
    return f"%{words.translate(_ESCAPED)}%"
