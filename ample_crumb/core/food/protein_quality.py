"""How much of a food's protein the body can use, by digestible indispensable amino acid scores.

Source: FAO, Dietary protein quality evaluation in human nutrition, FAO Food and Nutrition Paper 92 (2013), and scores
published since after its method, from memory; rounded to what different sources of them agree on.
"""

from dataclasses import dataclass
from functools import cache

from ample_crumb.core.tables import read_table


@dataclass(frozen=True, slots=True)
class Score:
    """The score of a kind of `protein`, from 0 to 1; a score over 1 counts as 1 in a mixed diet."""

    protein: str
    score_ratio: float


@cache
def scores() -> dict[str, Score]:
    """Scores by slug of the reference cupboard; foods whose score is not at hand are missing."""
    return {
        slug: Score(row["protein"], float(row["score"]))
        for row in read_table("foods/protein_scores")
        for slug in row["slugs"].split(";")
    }
