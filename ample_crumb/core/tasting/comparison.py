"""Two to four batches compared by what was said of them: medians, and a finding that claims no more than so many
tastings carry."""

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass
from fractions import Fraction
from itertools import combinations
from statistics import median
from typing import Final

from ample_crumb.core.number_words import number_word
from ample_crumb.core.problem import CannotUse
from ample_crumb.core.tasting.exact_tests import enough_each, enough_pairs, paired_p_value, unpaired_p_value
from ample_crumb.core.tasting.poles import Pole, find_pole

ALPHA: Final = 0.05
"""A finding is told where chance alone would do as much in fewer than one of twenty such comparisons. Common
practice."""

MOST_BATCHES: Final = 4


@dataclass(frozen=True, slots=True)
class Mark:
    """What a taster said of a batch on a pole, from 1 at its low end to 5."""

    batch: str
    taster: str
    pole: str
    score: Fraction


@dataclass(frozen=True, slots=True)
class BatchMarks:
    """The marks of a batch on a pole: their median, how many, and each of them in order."""

    median_score: float
    count: int
    scores: tuple[float, ...]


@dataclass(frozen=True, slots=True)
class PoleFinding:
    """A pole compared. `p_value` is that of the clearest difference, times the pairs that were looked at; None with
    fewer than two batches. `told` says that the finding claims a difference."""

    pole: str
    batches: Mapping[str, BatchMarks]
    p_value: float | None
    told: bool
    finding: str


@dataclass(frozen=True, slots=True)
class _Pair:
    """Two batches on a pole: how they differ, whether the same people marked both, and how many that were."""

    first: str
    second: str
    difference: Fraction
    p_value: float
    paired: bool
    count: int


def compare(marks: Iterable[Mark]) -> tuple[PoleFinding, ...]:
    """The findings by pole, in the order in which the poles came. Of marks by one taster of one batch and pole the last
    counts. Poles are judged together (Holm 1979), so that ten questions find no more by chance than one.

    Raises CannotUse for fewer than two batches and more than `MOST_BATCHES`."""
    scores: dict[str, dict[str, dict[str, Fraction]]] = {}
    names: dict[str, None] = {}
    for mark in marks:
        names.setdefault(mark.batch)
        scores.setdefault(mark.pole, {}).setdefault(mark.batch, {})[mark.taster] = mark.score
    if not 2 <= len(names) <= MOST_BATCHES:
        raise CannotUse(f"Two to {MOST_BATCHES} batches are compared, not {len(names)}.")
    clearest = {pole: _clearest(by_batch) for pole, by_batch in scores.items()}
    p_values = {pole: found[0] for pole, found in clearest.items() if found is not None}
    told = _holm(p_values)
    return tuple(
        PoleFinding(
            pole,
            {name: _marks(by_batch[name]) for name in names if name in by_batch},
            p_values.get(pole),
            pole in told,
            _finding(find_pole(pole), clearest[pole], len(p_values), told=pole in told),
        )
        for pole, by_batch in scores.items()
    )


def _marks(by_taster: Mapping[str, Fraction]) -> BatchMarks:
    ordered = sorted(by_taster.values())
    return BatchMarks(float(median(ordered)), len(ordered), tuple(map(float, ordered)))


def _clearest(by_batch: Mapping[str, Mapping[str, Fraction]]) -> tuple[float, _Pair, int] | None:
    """The p-value of the clearest pair times how many pairs there are, and that pair."""
    pairs = [_pair(one, other, by_batch) for one, other in combinations(by_batch, 2)]
    if not pairs:
        return None
    best = min(pairs, key=lambda pair: (pair.p_value, -abs(pair.difference)))
    return min(1.0, best.p_value * len(pairs)), best, len(pairs)


def _pair(first: str, second: str, by_batch: Mapping[str, Mapping[str, Fraction]]) -> _Pair:
    one, other = by_batch[first], by_batch[second]
    both = [taster for taster in one if taster in other]
    # Where most marked both, each is their own measure; else those who did would be all there is.
    if 2 * len(both) >= max(len(one), len(other)):
        differences = [one[taster] - other[taster] for taster in both]
        mean = sum(differences, Fraction(0)) / len(differences)
        return _Pair(first, second, mean, paired_p_value(differences), True, len(both))
    mean = _mean(list(one.values())) - _mean(list(other.values()))
    p_value = unpaired_p_value(list(one.values()), list(other.values()))
    return _Pair(first, second, mean, p_value, False, min(len(one), len(other)))


def _mean(scores: Sequence[Fraction]) -> Fraction:
    return sum(scores, Fraction(0)) / len(scores)


def _holm(p_values: Mapping[str, float]) -> frozenset[str]:
    """The poles whose differences are told, all of them judged together."""
    told = []
    for place, (pole, p_value) in enumerate(sorted(p_values.items(), key=lambda each: each[1])):
        if p_value > ALPHA / (len(p_values) - place):
            break
        told.append(pole)
    return frozenset(told)


def _finding(pole: Pole, clearest: tuple[float, _Pair, int] | None, pole_count: int, *, told: bool) -> str:
    if clearest is None:
        return "Only one of them was marked, so there is nothing to compare."
    _, pair, pair_count = clearest
    tastings = _counted(pair.count, "tasting")
    if told:
        more, less = (pair.first, pair.second) if pair.difference > 0 else (pair.second, pair.first)
        by = f"by {_counted(pair.count, 'person', 'people')} who tasted both" if pair.paired else f"in {tastings} each"
        if pair.difference == 0:
            return f"No difference was found {by}."
        return f"{more} is {pole.more} than {less}: so found {by}, and chance alone seldom does as much."
    alpha = ALPHA / pole_count / pair_count
    missing = (enough_pairs(alpha) if pair.paired else enough_each(alpha)) - pair.count
    if missing > 0:
        each = "" if pair.paired else " of each"
        would = "would, if it agrees" if missing == 1 else "would, if they agree"
        return f"With {tastings}{each} this cannot be told; {number_word(missing)} more {would}."
    return f"In {tastings} no difference showed that chance could not have made."


def _counted(count: int, one: str, many: str = "") -> str:
    return f"{number_word(count)} {one if count == 1 else many or f'{one}s'}"
