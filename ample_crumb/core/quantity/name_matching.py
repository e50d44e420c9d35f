"""What a written name means among known names: forgiving, but rather silent than wrong.

A name is a bag of words, each with a weight: rare words ("erythritol") tell more than common ones ("flour"), words of
state ("canned", "low-fat") tell less, and mere manner ("chopped", "fresh") almost nothing. The score of a known name is
the weighted share of words that both sides have in common (Dice's coefficient), lowered when the head word, the thing
itself, is missing on one side, so that "almond milk" never becomes almonds. A word that is nobody's is tried as a slip
of the keyboard (optimal string alignment distance, rapidfuzz).
"""

import math
import re
import unicodedata
from collections import defaultdict
from collections.abc import Callable, Iterable, Iterator, Mapping
from dataclasses import dataclass
from functools import lru_cache
from typing import Final, TypeVar

from rapidfuzz import process
from rapidfuzz.distance import OSA

ACCEPT: Final = 0.76
"""Least score of a match; below it the name counts as not understood (chosen on written lines of many kinds)."""

SURE: Final = 0.9
"""Score from which a match needs no second look, unless another comes within `CLOSE` of it."""

CLOSE: Final = 0.04
RUNNERS_UP: Final = 4

_SPELLINGS: Final = (
    (r"yoghurt", "yogurt"),
    (r"fiber", "fibre"),
    (r"flavor", "flavour"),
    (r"gelatin\b", "gelatine"),
    (r"\b(?:all[- ]purpose)\b", "allpurpose"),
    (r"half[- ](?:and|&)[- ]half", "halfandhalf"),
    (r"\bmonk ?fruit\b", "monkfruit"),
    (r"\bapple ?sauce\b", "applesauce"),
    (r"\bbutter ?milk\b", "buttermilk"),
    (r"\b(?:non|fat)[- ]?(?:fat|free)\b|\b0 ?%(?: fat)?|\bno[- ]fat\b", "fatfree"),
    (
        r"\b(?:low(?:er)?|reduced)[- ]?fat\b|\b(?:light|lite)\b|\b[12](?:[.,]5)? ?%(?: fat)?|\bpart[- ]skim(?:med)?\b"
        r"|\bsemi[- ]skimmed\b|\b1/3 less fat\b",
        "lowfat",
    ),
    (r"\b(?:full[- ]?fat|whole[- ]milk|full[- ]cream)\b|\b(?:3[.,]5|4|5|9|10) ?%(?: fat)?", "fullfat"),
    (r"\bhalf[- ]fat\b", "halffat"),
    (r"\bskim(?:med)?\b", "fatfree"),
    (r"\b(?:sugar[- ]free|no[- ]sugar(?:[- ]added)?|no[- ]added[- ]sugar|zero[- ]sugar)\b", "sugarfree"),
    (r"\bunsweetened\b", "unsweetened"),
    (r"\bgluten[- ]free\b|\bgf\b", "glutenfree"),
    (r"\blactose[- ]free\b", " "),
    (r"\b(?:dairy|milk)[- ]free\b|\bnon[- ]dairy\b|\bvegan\b|\bplant[- ]based\b", "vegan"),
    (r"\b(?:tinned)\b", "canned"),
    (r"\b(?:boiled|steamed)\b", "cooked"),
    (r"\buncooked\b", "dry"),
    (r"\bsemi[- ]sweet\b", "semisweet"),
    (r"\bself[- ]rais(?:ing|ed)\b|\bself[- ]rising\b", "selfraising"),
    (r"\bpoppyseeds?\b", "poppy seed"),
    (r"\bchiaseeds?\b", "chia seed"),
    (r"\b[56]\d ?%", "cocoasixty"),
    (r"\b(?:7\d|8\d) ?%", "cocoaseventy"),
    (r"\bchoc\b", "chocolate"),
    (r"\bwhole[- ]?wheat\b", "wholemeal"),
    (r"\bnut butter\b", "nutbutter"),
    (r"\b(?:squeezed|patted|pat|wrung)[- ]dry\b", " "),
)
# Each begins where a word does; to say so once spares a try of all of them at every letter.
_SPELLING: Final = re.compile(
    rf"\b(?:{'|'.join(f'(?P<s{place}>{pattern})' for place, (pattern, _) in enumerate(_SPELLINGS))})"
)
_WORD: Final = re.compile(r"[^\W\d_]+")
_TOKEN: Final = re.compile(r"[^\W\d_]+|\d+|%")
_SMALL: Final = frozenset(
    """
    a an the of and or with in for to from my your some any e g i as per into at on de la plus each use used if such
    x
    """.split()
)
_MANNER: Final = frozenset(
    """
    fresh freshly chopped diced sliced minced finely coarsely roughly thinly softened soft melted cooled room
    temperature sifted packed lightly firmly loosely spooned scooped beaten separated lukewarm ripe overripe large
    small medium organic quality good pure natural plain unflavoured unflavored favourite favorite preferred choice
    divided extra more optional rinsed patted squeezed peeled pitted cored cubed crushed cold warm hot chilled
    frozen thawed toasted raw fine powdered unsalted regular standard style thick strained about heaped level very
    well brand free range cage unbleached bleached original classic mini grated mashed shredded shelled hulled
    stoned deseeded chunk piece bit needed
    """.split()
)
_STATE: Final = frozenset(
    """
    canned drained dry dried cooked glutenfree lowfat halffat fatfree fullfat sugarfree unsweetened sweetened ground
    whole powder light dark white brown milk vegan isolate granulated granular cocoasixty cocoaseventy vanilla
    flavoured flavour strawberry
    """.split()
)
_UNIT_WORDS: Final = {
    "can": "canned", "packet": "packet", "sachet": "packet", "spray": "spray", "drop": "drop",
}  # fmt: skip
"""What the unit adds to the name: "1 can lentils" are canned ones, "2 sprays oil" a spray."""

_WITH_UNIT: Final = 0.995
"""What a match without the unit's word is worth beside one that has it."""

_IN_FULL: Final = 0.999
"""Score of a name that is a known one whole."""

_MANNER_WEIGHT: Final = 0.12
_STATE_WEIGHT: Final = 0.3
_FREE_FROM: Final = frozenset(("glutenfree", "sugarfree", "vegan", "fatfree"))
_UNSAID_WEIGHT: Final = 0.5
"""What it costs a known name that it is free from something that was not said."""

_RAREST_WEIGHT: Final = 1.0
"""Of a word that one name alone has."""

_MOST_RANKED: Final = 64
"""More than `RUNNERS_UP`, because an index above may hide some."""

_LONGEST_NAME: Final = 200
"""No food is called more letters."""


@lru_cache(maxsize=16384)
def fold(text: str) -> str:
    """Lower case, without accents, spellings made one."""
    plain = text.casefold()
    if not plain.isascii():
        plain = unicodedata.normalize("NFKD", plain)
        plain = "".join(letter for letter in plain if not unicodedata.combining(letter))
    return _SPELLING.sub(_respelled, plain)


def _respelled(match: re.Match[str]) -> str:
    assert match.lastgroup is not None
    return _SPELLINGS[int(match.lastgroup[1:])][1]


@lru_cache(maxsize=16384)
def singular(word: str) -> str:
    """The singular of an English kitchen plural. Only sameness matters: both sides go through this."""
    if len(word) < 4 or word.endswith(("ss", "us", "is")):
        return word
    if word in {"halves", "leaves", "loaves"}:
        return word[:-3] + "f"
    if word.endswith("ies"):
        return word[:-3] + "y"
    if word.endswith(("ches", "shes", "xes", "oes")):
        return word[:-2]
    return word[:-1] if word.endswith("s") else word


@lru_cache(maxsize=16384)
def words(text: str) -> tuple[str, ...]:
    """The telling words of a name in order, singular, each once."""
    found = (singular(word) for word in _WORD.findall(fold(text)))
    return tuple(dict.fromkeys(word for word in found if word not in _SMALL))


@lru_cache(maxsize=16384)
def as_written(name: str) -> str:
    """A name with all its words, percents and their order, which `words` makes one: "chocolate milk" is no milk
    chocolate, and what is gluten-free is something else."""
    plain = unicodedata.normalize("NFKD", name[:_LONGEST_NAME].casefold())
    return " ".join(singular(token) for token in _TOKEN.findall(plain))


def is_manner(word: str) -> bool:
    """Whether a word, as `words` gives it, says next to nothing of what a thing is."""
    return word in _MANNER


def tells_no_state(notes: Iterable[str]) -> bool:
    """Whether notes on a name leave the state of the thing open."""
    return _STATE.isdisjoint(word for note in notes for word in words(note))


def tells(name: str) -> bool:
    """Whether a name says what a thing is and not only how it is: "oats" does, "finely chopped" does not."""
    return any(word not in _MANNER and word not in _STATE for word in words(name))


def telling_words(name: str) -> tuple[str, ...]:
    """The words of a name by which what it means is found; all of them where none tells what the thing is."""
    found = words(name)
    return tuple(word for word in found if word not in _MANNER and word not in _STATE) or found


def is_slip(word: str, known: str) -> bool:
    """Whether a written word may be taken for a known one that it is not."""
    if len(word) < 4 or word[0] != known[0]:
        return False
    return OSA.distance(word, known, score_cutoff=2) <= (1 if len(word) < 8 else 2)


def phrase(name: str) -> str:
    """The form under which a correction of this name is remembered: same words, same phrase, whatever their order."""
    return " ".join(sorted(words(name)))


@dataclass(frozen=True, slots=True)
class Match:
    """A known name that may be meant. `score` runs from 0 to 1; `key` is whatever the index was given."""

    key: str
    score_ratio: float


@dataclass(frozen=True, slots=True)
class MatchResult:
    """What a name was taken for. `best` is None when nothing is near enough; `sure` is False when a second look is
    due; `others` are the runner-ups, best first."""

    best: Match | None
    others: tuple[Match, ...]
    sure: bool

    @property
    def in_full(self) -> bool:
        """Whether the best is called just so."""
        return self.best is not None and self.best.score_ratio >= _IN_FULL


_Name = TypeVar("_Name")

Rank = tuple[int, str, str]
"""Where a key comes where scores tie: a kitchen's own before what ships, then as the index was given it."""


class NameIndex:
    """Known names by key, several a key. A key given with its `ranks` comes before others where scores tie, the least
    first; else earlier keys do.

    `upon` another index the names are looked for in both, and none of its keys in `hidden` is found. The words of the
    other keep their weights, so that new names move the reading of no line but those that mean them.
    """

    def __init__(
        self,
        names: Mapping[str, Iterable[str]],
        upon: "NameIndex | None" = None,
        ranks: Mapping[str, Rank] | None = None,
        hidden: frozenset[str] = frozenset(),
    ) -> None:
        self._upon, self._hidden = upon, hidden
        self._ranks: Mapping[str, Rank] = ranks or {key: (1, f"{place:06}", key) for place, key in enumerate(names)}
        self._entries: list[tuple[str, frozenset[str], str, float]] = []
        self._exact: dict[frozenset[str], str] = {}
        self._written: dict[str, str] = {}
        self._with: dict[str, set[int]] = {}
        for key, known in names.items():
            for name in known:
                self._add(key, name)
        self._weight = {word: self._new_weight(word) for word in self._with}
        self._entries = [
            (key, bag, head, sum(self._weight[word] for word in bag)) for key, bag, head, _ in self._entries
        ]
        self._vocabulary = [word for word in self._weight if len(word) >= 4 and not (upon and upon._weighs(word))]
        by_letter: defaultdict[str, list[str]] = defaultdict(list)
        for word in self._vocabulary:
            by_letter[word[0]].append(word)
        self._by_letter = dict(by_letter)
        if upon is None:
            # What ships is one for all kitchens and is asked the same again and again.
            self._rank = lru_cache(maxsize=8192)(self._ranked)  # type: ignore[method-assign]

    def _add(self, key: str, name: str) -> None:
        main = words(name.partition(",")[0])
        bag = frozenset(words(name))
        place = len(self._entries)
        self._entries.append((key, bag, _head(main), 0.0))
        self._keep(self._exact, bag, key)
        self._keep(self._written, as_written(name), key)
        for word in bag:
            self._with.setdefault(word, set()).add(place)

    def _keep(self, names: dict[_Name, str], name: _Name, key: str) -> None:
        """Of two keys with one name the one that comes first has it."""
        if name not in names or self._ranks[key] < self._ranks[names[name]]:
            names[name] = key

    def _new_weight(self, word: str) -> float:
        """Rare words tell more than common ones; those of an index below have been weighed."""
        if word in _MANNER:
            return _MANNER_WEIGHT
        if word in _STATE:
            return _STATE_WEIGHT
        if self._upon is None:
            total = len(self._entries)
            return 0.4 + 0.6 * math.log((total + 1) / len(self._with[word])) / math.log(total + 1)
        below = self._upon._weighs(word)
        return _RAREST_WEIGHT if below is None else below

    def _weighs(self, word: str) -> float | None:
        """What a word weighs, here or below; None for one that no name has."""
        here = self._weight.get(word)
        return here if here is not None or self._upon is None else self._upon._weighs(word)

    def called(self, name: str) -> "Iterator[str]":
        """Of this index, and then of the one below, the first key with a name of just these telling words."""
        ours = frozenset(words(name))
        return self._in_layers(lambda layer: (layer._exact[ours],) if ours in layer._exact else ())

    def alike(self, name: str) -> "Iterator[str]":
        """The keys with a name that has all telling words of `name` or whose own are all in it, two at least, this
        index before the one below; a key may come again."""
        ours = frozenset(words(name))
        return self._in_layers(lambda layer: layer._sharing(ours) if len(ours) > 1 else ())

    def _in_layers(self, found: "Callable[[NameIndex], Iterable[str]]") -> "Iterator[str]":
        hidden: frozenset[str] = frozenset()
        for layer in self._layers():
            yield from (key for key in found(layer) if key not in hidden)
            hidden |= layer._hidden

    def _sharing(self, ours: frozenset[str]) -> "Iterator[str]":
        *rarer, commonest = sorted((self._with.get(word, set()) for word in ours), key=len)
        for place in rarer[0].intersection(*rarer[1:], commonest):
            yield self._entries[place][0]
        # Two words of a name that stands in ours are never both the commonest.
        for place in set().union(*rarer):
            key, bag, _, _ = self._entries[place]
            if len(bag) > 1 and bag <= ours:
                yield key

    def find(self, name: str, notes: tuple[str, ...] = (), unit: str = "") -> MatchResult:
        """What `name` means. `notes` and `unit` help to tell states apart ("chickpeas", "drained", from a can)."""
        main = words(name)
        noted = tuple(word for note in notes for word in words(note))
        unit_word = _UNIT_WORDS.get(unit, "")
        ranked = self._candidates(main, noted, unit_word)[: RUNNERS_UP + 1]
        matches = tuple(Match(key, -score) for score, _, key in ranked)
        whole = None if unit_word else self._whole(name, notes, noted)
        if whole is not None:
            rest = tuple(match for match in matches if match.key != whole)
            return MatchResult(Match(whole, 1.0), rest[:RUNNERS_UP], sure=True)
        if not matches or matches[0].score_ratio < ACCEPT:
            return MatchResult(None, matches[:RUNNERS_UP], sure=False)
        best, *others = matches
        rival = others[0].score_ratio if others else 0.0
        sure = best.score_ratio >= SURE and (best.score_ratio >= 0.994 or best.score_ratio - rival >= CLOSE)
        if not sure:
            # How a thing is handled tells nothing of what it is: "lukewarm milk" is milk.
            bare = " ".join(word for word in name.split() if not all(map(is_manner, words(word))) or not words(word))
            again = self.find(bare, notes, unit) if bare and bare != name else None
            sure = again is not None and again.sure and again.best is not None and again.best.key == best.key
        return MatchResult(best, tuple(others), sure)

    def _whole(self, name: str, notes: tuple[str, ...], noted: tuple[str, ...]) -> str | None:
        """The key that is called just this with what is noted, or without where that tells no state."""
        # No name has a word that none knows.
        known = all(self._weighs(word) is not None for word in noted)
        found = self._called_so(" ".join((name, *notes))) if known else None
        if found is None and notes and _STATE.isdisjoint(noted):
            return self._called_so(name)
        return found

    def _called_so(self, name: str) -> str | None:
        """The key with a name that is written like this; above what ships, one of the same telling words is enough."""
        written, bag = as_written(name), frozenset(words(name))

        def own(names: Callable[[NameIndex], str | None]) -> list[str]:
            return list(
                self._in_layers(lambda layer: (key,) if layer._upon is not None and (key := names(layer)) else ())
            )

        keys = own(lambda layer: layer._written.get(written)) or own(lambda layer: layer._exact.get(bag))
        if keys:
            return min(keys, key=self._place)
        *_, ships = self._layers()
        return ships._written.get(written)

    def _place(self, key: str) -> Rank:
        return next(layer._ranks[key] for layer in self._layers() if key in layer._ranks)

    def _candidates(
        self, main: tuple[str, ...], noted: tuple[str, ...], unit_word: str
    ) -> list[tuple[float, Rank, str]]:
        """What may be meant in here and below, best first, as minus the score, rank and key."""
        # Only words that some known name has can tip a balance, so only these tell one question from another.
        remarks = frozenset(word for word in noted if word in self._with)
        state = tuple(word for word in noted if word in _STATE)
        # "strawberries, freeze-dried" is a name in full.
        in_full = self._exact.get(frozenset((*main, *noted)), "") if noted else ""
        here = self._rank(main, state, remarks, unit_word, in_full)
        if self._upon is None:
            return list(here)
        below = self._upon._candidates(main, noted, unit_word)
        return sorted((*here, *(each for each in below if each[2] not in self._hidden)))

    def _rank(
        self, main: tuple[str, ...], state: tuple[str, ...], remarks: frozenset[str], unit_word: str, in_full: str
    ) -> tuple[tuple[float, Rank, str], ...]:
        return self._ranked(main, state, remarks, unit_word, in_full)

    def _ranked(
        self, main: tuple[str, ...], state: tuple[str, ...], remarks: frozenset[str], unit_word: str, in_full: str
    ) -> tuple[tuple[float, Rank, str], ...]:
        """The best of this index alone."""
        core = tuple(dict.fromkeys((*main, *state)))
        if not core:
            return ()
        head = _head(main) if main else ""
        scores = self._scores(core, head, remarks)
        if unit_word and unit_word not in core:
            with_unit = self._scores((*core, unit_word), head, remarks)
            scores = {key: score * _WITH_UNIT for key, score in scores.items()}
            scores |= {key: max(score, scores.get(key, 0.0)) for key, score in with_unit.items()}
        if in_full:
            scores[in_full] = 1.0
        return tuple(sorted((-round(score, 3), self._ranks[key], key) for key, score in scores.items()))[:_MOST_RANKED]

    def _corrected(self, word: str) -> str:
        """The known word that `word` is a slip of, or the word itself.

        A slip keeps the first letter; one edit is forgiven in words of four to seven letters, two in longer ones.
        """
        if self._weighs(word) is not None or word in _MANNER or len(word) < 4:
            return word
        allowed = 1 if len(word) < 8 else 2
        near = [found for index in self._layers() if (found := index._slip_of(word, allowed)) is not None]
        return min(near)[1] if near else word

    def _slip_of(self, word: str, allowed: int) -> tuple[float, str] | None:
        # Most words that nobody knows are near to none with their letter: a twentieth of all tells so.
        alike = self._by_letter.get(word[0], ())
        if process.extractOne(word, alike, scorer=OSA.distance, score_cutoff=allowed) is None:
            return None
        best = process.extractOne(word, self._vocabulary, scorer=OSA.distance, score_cutoff=allowed)
        return (best[1], best[0]) if best is not None and best[0][0] == word[0] else None

    def _layers(self) -> "Iterator[NameIndex]":
        yield self
        if self._upon is not None:
            yield from self._upon._layers()

    def _scores(self, core: tuple[str, ...], head: str, remarks: frozenset[str]) -> dict[str, float]:
        core = tuple(dict.fromkeys(self._corrected(word) for word in core))
        head = self._corrected(head)
        strong = [word for word in core if word not in _MANNER and word not in _STATE] or list(core)
        # The places that share a telling word; weak words only add to places found already.
        places = {place for word in strong for place in self._with.get(word, ())}
        mine = {word: self._mine(word) for word in core}
        most = sum(lacking for _, lacking in mine.values())
        scores: dict[str, float] = {}
        for place in places:
            key, theirs, their_head, their_weight = self._entries[place]
            shared, missing = 0.0, most
            for word, (weight, lacking) in mine.items():
                if word in theirs:
                    shared += weight
                    missing -= lacking
            # Nobody means the gluten-free or sugar-free one who does not say so.
            unsaid = _UNSAID_WEIGHT * len((theirs & _FREE_FROM) - mine.keys())
            score = 2 * shared / (shared + missing + their_weight + unsaid)
            if their_head not in core:
                score *= 0.75
            if head not in theirs:
                score *= 0.7
            # A remark that the known name shares tips the balance between states of one thing.
            if remarks:
                score = min(1.0, score + 0.02 * len(remarks & theirs))
            if score > scores.get(key, 0.0):
                scores[key] = score
        exact = self._exact.get(frozenset(core))
        if exact is not None:
            scores[exact] = 1.0
        return scores

    def _mine(self, word: str) -> tuple[float, float]:
        """Weight of a written word, and what it costs where the other side lacks it."""
        known = self._weighs(word)
        if word in _MANNER:
            return _MANNER_WEIGHT, _MANNER_WEIGHT
        if known is None:
            # Nobody's word: a maker's name, or something we do not have. It counts, but cannot be told.
            return 0.0, 0.55
        # A known word that the other side lacks means another thing: it weighs half as much again.
        return known, known if word in _STATE else 1.5 * known


def _head(main: tuple[str, ...]) -> str:
    """The word for the thing itself: the last telling one ("almond FLOUR", "vanilla WHEY")."""
    telling = [word for word in main if word not in _MANNER and word not in {"canned", "drained", "dry", "cooked"}]
    return telling[-1] if telling else (main[-1] if main else "")
