"""In which steps somebody takes pieces."""

from enum import StrEnum
from typing import Final

STEP_G: Final = 5.0
"""Whoever weighs what they eat cuts it to about this."""


class PieceStep(StrEnum):
    """How a piece is divided: by weight, in halves, or not at all."""

    GRAMS = "grams"
    HALF = "half"
    WHOLE = "whole"


def step_count(step: PieceStep, piece_g: float) -> float:
    """The step in pieces, of which one weighs `piece_g`; halves where a weight says nothing."""
    if step is PieceStep.WHOLE:
        return 1.0
    if step is PieceStep.GRAMS and piece_g > STEP_G:
        return STEP_G / piece_g
    return 0.5
