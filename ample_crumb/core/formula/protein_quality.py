"""The protein of a formula by its quality, as a second figure beside the one on the label."""

from collections import defaultdict
from dataclasses import dataclass

from ample_crumb.core.food.cupboard import Cupboard
from ample_crumb.core.food.protein_scores import Score
from ample_crumb.core.formula.evaluation import FormulaFigures


@dataclass(frozen=True, slots=True)
class ProteinSource:
    """A kind of protein in a piece: how many grams of it, its score, and what of them counts."""

    protein: str
    protein_g: float
    score: float
    counts_g: float


@dataclass(frozen=True, slots=True)
class ProteinQuality:
    """Protein of a piece weighed by quality [g], its sources, the most first, and the protein of foods whose score is
    not known, which counts as none: `counts_g` is a lower limit then.

    It is a lower limit besides, because proteins make up for each other's lack: a mix scores at least the mean.
    """

    counts_g: float
    sources: tuple[ProteinSource, ...]
    unknown_g: float


def quality_of(evaluated: FormulaFigures, cupboard: Cupboard) -> ProteinQuality:
    """Protein quality of one piece, of foods of that cupboard."""
    grams: dict[Score, float] = defaultdict(float)
    unknown_g = 0.0
    for _, weighed in evaluated.weighed_lines():
        protein_g = (weighed.figures.nutrients.protein_g or 0.0) / evaluated.piece_count
        score = cupboard.ingredients[weighed.ingredient.slug].protein_score
        if score is None:
            unknown_g += protein_g
        elif protein_g > 0:
            grams[score] += protein_g
    sources = tuple(
        ProteinSource(kind.protein, protein_g, kind.score_ratio, protein_g * kind.score_ratio)
        for kind, protein_g in sorted(grams.items(), key=lambda item: -item[1])
    )
    return ProteinQuality(sum(source.counts_g for source in sources), sources, unknown_g)
