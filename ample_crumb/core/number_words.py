"""Counts as they are said in a sentence."""

from typing import Final

_NUMBERS: Final = ("no", "one", "two", "three", "four", "five", "six", "seven", "eight", "nine", "ten")


def number_word(count: int) -> str:
    """A count from 0 on within a sentence: "no", "three", "14"."""
    return _NUMBERS[count] if count < len(_NUMBERS) else str(count)
