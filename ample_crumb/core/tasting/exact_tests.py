"""Exact tests of whether two batches were scored differently: every way in which chance could have dealt the scores is
counted, so that a handful of tastings is judged as rightly as many.

Source: R. A. Fisher, The Design of Experiments (1935), chapter 3, for pairs; E. J. G. Pitman, "Significance tests which
may be applied to samples from any populations" (1937), for two groups.
"""

import math
from collections import Counter
from collections.abc import Iterable, Sequence
from fractions import Fraction


def paired_p_value(differences: Iterable[Fraction]) -> float:
    """The two-sided p-value of differences between two things that the same people scored, over 0 to 1: the share of
    all ways to swap the two within each person whose sum lies at least as far from zero. 1 for none."""
    sums: Counter[Fraction] = Counter({Fraction(0): 1})
    seen = Fraction(0)
    for difference in differences:
        seen += difference
        if difference == 0:
            continue
        dealt: Counter[Fraction] = Counter()
        for total, ways in sums.items():
            dealt[total + difference] += ways
            dealt[total - difference] += ways
        sums = dealt
    far = sum(ways for total, ways in sums.items() if abs(total) >= abs(seen))
    return float(Fraction(far, sum(sums.values())))


def unpaired_p_value(first: Sequence[Fraction], second: Sequence[Fraction]) -> float:
    """The two-sided p-value of scores of two things by different people, over 0 to 1: the share of all ways to deal the
    scores to groups of these sizes whose means lie at least as far apart. 1 where either has none."""
    if not first or not second:
        return 1.0
    everyone = [*first, *second]
    whole, size = sum(everyone, Fraction(0)), len(first)
    # How many ways there are to choose so many scores with such a sum, score by score.
    ways: Counter[tuple[int, Fraction]] = Counter({(0, Fraction(0)): 1})
    for score in everyone:
        for (count, total), many in list(ways.items()):
            if count < size:
                ways[count + 1, total + score] += many
    middle = whole * Fraction(size, len(everyone))
    seen = abs(sum(first, Fraction(0)) - middle)
    far = sum(many for (count, total), many in ways.items() if count == size and abs(total - middle) >= seen)
    return float(Fraction(far, math.comb(len(everyone), size)))


def enough_pairs(alpha: float) -> int:
    """The fewest people whose agreeing marks of both could ever be told from chance at a level between 0 and 1: so many
    coins that fall alike."""
    return next(count for count in range(1, 100) if 2.0 ** (1 - count) <= alpha)


def enough_each(alpha: float) -> int:
    """The fewest marks of each by different people that could ever be told from chance at a level between 0 and 1."""
    return next(count for count in range(1, 100) if 2 / math.comb(2 * count, count) <= alpha)
