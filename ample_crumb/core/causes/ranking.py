"""Causes ranked for one symptom of one batch.

A naive Bayesian model: each cause of a symptom has a weight, how often it is the one (`tables/causes/links.csv`), and
each fact of the batch makes it so many times more or less likely (`evidence.csv`): `present` where the fact is so,
`absent` where it is not, in between by its strength. What nobody knows changes nothing. A fact that was as much so in
batches of the same formula that came out right explains nothing, and counts by how far it differs from those.

    log odds = log weight + sum over facts of change * (strength * log present + (1 - strength) * log absent)
"""

import math
from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass
from enum import StrEnum
from functools import cache
from types import MappingProxyType
from typing import Final

from ample_crumb.core.causes.signs import SAW, Fact
from ample_crumb.core.tables import read_table


class Likelihood(StrEnum):
    """How likely a cause is, as no kitchen can tell more exactly."""

    LIKELY = "likely"
    POSSIBLE = "possible"
    LESS_LIKELY = "less likely"


@dataclass(frozen=True, slots=True)
class RankedCause:
    """A cause of a symptom: how likely, what speaks for it and against it, and what would tell it apart. `share` is its
    posterior over all causes of the symptom, from 0 to 1."""

    cause: str
    words: str
    likelihood: Likelihood
    share: float
    speaks_for: tuple[str, ...]
    speaks_against: tuple[str, ...]
    apart: str
    source: str


@dataclass(frozen=True, slots=True)
class _Evidence:
    fact: str
    present_factor: float
    absent_factor: float


@dataclass(frozen=True, slots=True)
class _Cause:
    words: str
    apart: str
    source: str
    evidence: tuple[_Evidence, ...]


@dataclass(frozen=True, slots=True)
class Symptom:
    """What is wrong with a batch, in the words of who ate it, with which a sentence goes on after "it", and what its
    causes are, each with its weight."""

    name: str
    words: str
    causes: Mapping[str, float]


@cache
def symptoms() -> Mapping[str, Symptom]:
    """All symptoms, of `tables/causes/symptoms.csv` and `links.csv`."""
    links = read_table("causes/links")
    return MappingProxyType(
        {
            row["symptom"]: Symptom(
                row["symptom"],
                row["words"],
                {link["cause"]: float(link["weight"]) for link in links if link["symptom"] == row["symptom"]},
            )
            for row in read_table("causes/symptoms")
        }
    )


@cache
def _causes() -> Mapping[str, _Cause]:
    evidence = read_table("causes/evidence")
    return MappingProxyType(
        {
            row["cause"]: _Cause(
                row["words"],
                row["apart"],
                row["source"],
                tuple(
                    _Evidence(each["fact"], float(each["present"]), float(each["absent"]))
                    for each in evidence
                    if each["cause"] == row["cause"]
                ),
            )
            for row in read_table("causes/causes")
        }
    )


def asked_of(symptom: str) -> tuple[str, ...]:
    """What only the baker can tell of a symptom's causes, the likeliest first."""
    found = symptoms()[symptom]
    ordered = sorted(found.causes, key=lambda cause: -found.causes[cause])
    asked = (each.fact for cause in ordered for each in _causes()[cause].evidence if each.fact.startswith(SAW))
    return tuple(dict.fromkeys(fact.removeprefix(SAW) for fact in asked))


def list_questions() -> frozenset[str]:
    """All that a baker is ever asked whether they saw it."""
    return frozenset(what for symptom in symptoms() for what in asked_of(symptom))


MOST_CAUSES: Final = 3
_LEAST_SHARE: Final = 0.06
_SAYS: Final = math.log(1.25)
"""A fact that makes a cause a quarter more or less likely is worth saying."""


def rank(
    symptom: str, facts: Mapping[str, Fact], good_batches: Sequence[Mapping[str, Fact]] = ()
) -> tuple[RankedCause, ...]:
    """Two or three causes of a symptom, the likeliest first. `good_batches` are the facts of batches of the same
    formula that did not have it. Raises KeyError for a symptom that is none."""
    scores = {cause: _score(cause, weight, facts, good_batches) for cause, weight in symptoms()[symptom].causes.items()}
    most = max(scores.values())
    odds = {cause: math.exp(score - most) for cause, score in scores.items()}
    whole = sum(odds.values())
    ordered = sorted(odds, key=lambda cause: -odds[cause])
    shown = [
        cause for place, cause in enumerate(ordered[:MOST_CAUSES]) if place < 2 or odds[cause] / whole >= _LEAST_SHARE
    ]
    return tuple(_ranked(cause, odds[cause] / whole, facts, good_batches) for cause in shown)


def _score(cause: str, weight: float, facts: Mapping[str, Fact], good_batches: Sequence[Mapping[str, Fact]]) -> float:
    return math.log(weight) + sum(
        _moves(evidence, facts[evidence.fact], good_batches)
        for evidence in _causes()[cause].evidence
        if evidence.fact in facts
    )


def _moves(evidence: _Evidence, fact: Fact, good_batches: Sequence[Mapping[str, Fact]]) -> float:
    """By how much a fact changes the log odds of a cause."""
    told = fact.strength * math.log(evidence.present_factor) + (1 - fact.strength) * math.log(evidence.absent_factor)
    return told * _differs(evidence.fact, fact, good_batches)


_ENOUGH_GOOD: Final = 2
"""So many good batches tell what a formula bears."""


def _differs(name: str, fact: Fact, good_batches: Sequence[Mapping[str, Fact]]) -> float:
    """How far a fact is another one than in the good batches, from 0.15 for the same to 1; what is not so explains
    nothing away."""
    known = [batch[name].strength for batch in good_batches if name in batch]
    if len(known) < _ENOUGH_GOOD or fact.strength < 0.3:
        return 1.0
    return max(0.15, min(1.0, abs(fact.strength - sum(known) / len(known)) * 1.5))


def _ranked(
    cause: str, share: float, facts: Mapping[str, Fact], good_batches: Sequence[Mapping[str, Fact]]
) -> RankedCause:
    found = _causes()[cause]
    moved = [
        (evidence, facts[evidence.fact], _moves(evidence, facts[evidence.fact], good_batches))
        for evidence in found.evidence
        if evidence.fact in facts
    ]
    pros = [
        fact.words if evidence.present_factor > 1 else fact.not_words for evidence, fact, by in moved if by >= _SAYS
    ]
    cons = [
        fact.not_words if evidence.present_factor > 1 else fact.words for evidence, fact, by in moved if by <= -_SAYS
    ]
    usual = [
        f"It was so in batches that came out right, too: {fact.words[:1].lower()}{fact.words[1:]}"
        for evidence, fact, _ in moved
        if fact.strength >= 0.3 and _differs(evidence.fact, fact, good_batches) < 0.5 and evidence.present_factor > 1
    ]
    return RankedCause(
        cause, found.words, _likelihood(share), share, _distinct(pros), _distinct((*cons, *usual)), found.apart,
        found.source,
    )  # fmt: skip


def _distinct(sentences: Iterable[str]) -> tuple[str, ...]:
    return tuple(dict.fromkeys(filter(None, sentences)))


def _likelihood(share: float) -> Likelihood:
    if share >= 0.4:
        return Likelihood.LIKELY
    return Likelihood.POSSIBLE if share >= 0.15 else Likelihood.LESS_LIKELY
