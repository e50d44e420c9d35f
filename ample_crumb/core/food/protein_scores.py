"""How much of a food's protein the body can use, by digestible indispensable amino acid scores.

Source: FAO, Dietary protein quality evaluation in human nutrition, FAO Food and Nutrition Paper 92 (2013), and scores
published since after its method, from memory; rounded to what different sources of them agree on.
"""

import re
from dataclasses import dataclass
from functools import cache
from typing import Final

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


_SAID: Final = tuple(
    (re.compile(rf"\b(?:{pattern})", re.IGNORECASE), protein)
    for pattern, protein in (
        (r"whey|casein|milk protein|protein milk|skyr\b|quark\b|cottage cheese|greek yogh?urt", "milk"),
        (r"egg (?:white|protein|albumen)|dried egg", "egg"),
        (r"soy(?:a)?[- ](?:protein|isolate|concentrate|flour)", "soy"),
        (r"pea[- ](?:protein|isolate|concentrate)", "pea"),
        (r"(?:brown )?rice[- ]protein", "rice"),
        (r"hemp[- ](?:protein|powder|seed)", "hemp"),
        (r"(?:vital )?wheat (?:gluten|protein)|hydrolysed wheat", "wheat gluten"),
        (r"collagen|gelatine?\b|bovine peptides", "gelatine and collagen"),
    )
)
"""What a pack calls its sources of protein, and which row of the scores that is."""

_LONGEST: Final = 4000


def score_said(text: str) -> Score | None:
    """The score of what a pack says that it is made of; None where it names no source that is known.

    Of several the parts are taken to fall as their places in the text do, 1, 1/2, 1/3 ...: ingredients stand in the
    order of their weight (Regulation (EU) 1169/2011 Article 18; 21 CFR 101.4(a)), how they fall is common practice.
    """
    named = {score.protein: score for score in scores().values()}
    places = sorted(
        (found.start(), protein) for pattern, protein in _SAID if (found := pattern.search(text[:_LONGEST]))
    )
    if not places:
        return None
    weights = [1 / (place + 1) for place in range(len(places))]
    ratio = sum(
        weight * named[protein].score_ratio for weight, (_, protein) in zip(weights, places, strict=True)
    ) / sum(weights)
    return Score(" and ".join(protein for _, protein in places), ratio)
