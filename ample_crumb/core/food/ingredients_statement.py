"""What an ingredients text declares: allergens, traces, sugar alcohols, added sugar, by word lists of English, and for
allergens and sugar of German and French.

What is found is offered with the words it was found by, never assumed: a list of words misses what it does not hold,
so nothing found says nothing.
"""

import re
from collections.abc import Iterable, Iterator
from dataclasses import dataclass
from functools import cache
from typing import Final

from ample_crumb.core.food.allergens import KNOWN
from ample_crumb.core.tables import read_table

MOST_CHARACTERS: Final = 4000
"""Longest text that is looked through."""


@dataclass(frozen=True, slots=True)
class Declared:
    """Something that a text declares, and the words that do."""

    name: str
    words: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class Declaration:
    """What a text declares. `polyols` are named as a label names them, erythritol among them; `sweeteners` are those
    that sweeten by little."""

    allergens: tuple[Declared, ...]
    traces: tuple[Declared, ...]
    polyols: tuple[Declared, ...]
    allulose: tuple[str, ...]
    added_sugar: tuple[str, ...]
    not_vegan: tuple[str, ...]
    not_vegetarian: tuple[str, ...]
    sweeteners: tuple[Declared, ...] = ()

    @property
    def sweetened_with(self) -> tuple[str, ...]:
        """The names of all that sweetens without being sugar."""
        return tuple(each.name for each in (*self.polyols, *self.sweeteners)) + (("allulose",) if self.allulose else ())


_SENTENCE: Final = re.compile(r"(?<!\d)[.!](?=\s|$)|\n")
_TRACES: Final = re.compile(
    r"\b(?:may (?:also )?contain|traces? of|traces? d[e'’]|peu(?:t|vent) contenir|kann spuren|spuren von"
    r"|(?:made|produced|packed|packaged|manufactured|processed) (?:in|on) )",
    re.IGNORECASE,
)
_FREE: Final = re.compile(
    r"\b(?:free (?:from|of)|does not contain|contains? no|without)\b[^.;\n]*"
    r"|(?<![\w-])\w[\w-]{0,40}(?:\s[\w-]{1,40})?[ -]free\b"
    r"|\b(?:sans|ohne)\s+[\w-]{1,40}",
    re.IGNORECASE,
)


def scan(text: str) -> Declaration:
    """What the first `MOST_CHARACTERS` of an ingredients text declare. "Free from …" and "milk-free" declare nothing;
    what follows "may contain" and the like in its sentence are traces."""
    contains: dict[str, list[str]] = {}
    traces: dict[str, list[str]] = {}
    for sentence in _SENTENCE.split(text[:MOST_CHARACTERS]):
        plain = _FREE.sub(" ", sentence)
        warned = _TRACES.search(plain)
        parts = (
            ((plain[: warned.start()], contains), (plain[warned.start() :], traces)) if warned else ((plain, contains),)
        )
        for part, found in parts:
            for meaning, word in _words(part):
                found.setdefault(meaning, []).append(word)
    animal = [name for name in ("milk", "egg", "fish", "crustaceans", "molluscs") if name in contains]
    flesh = [name for name in ("fish", "crustaceans", "molluscs") if name in contains]
    meat = contains.get("not vegetarian", [])
    return Declaration(
        allergens=_named(KNOWN, contains),
        traces=tuple(each for each in _named(KNOWN, traces) if each.name not in contains),
        polyols=_named(_of_kind("polyol:"), contains, "polyol:"),
        sweeteners=_named(_of_kind("sweetener:"), contains, "sweetener:"),
        allulose=_once(contains.get("allulose", ())),
        added_sugar=_once(contains.get("added sugar", ())),
        not_vegan=_once(
            [
                *(word for name in animal for word in contains[name]),
                *_honey(contains),
                *meat,
                *contains.get("not vegan", []),
            ]
        ),
        not_vegetarian=_once([*(word for name in flesh for word in contains[name]), *meat]),
    )


def _honey(contains: dict[str, list[str]]) -> list[str]:
    return [word for word in contains.get("added sugar", []) if word == "honey"]


def _named(names: tuple[str, ...], found: dict[str, list[str]], prefix: str = "") -> tuple[Declared, ...]:
    return tuple(Declared(name, _once(found[prefix + name])) for name in names if prefix + name in found)


def _once(words: Iterable[str]) -> tuple[str, ...]:
    return tuple(dict.fromkeys(words))


def _words(text: str) -> Iterator[tuple[str, str]]:
    meanings, pattern = _table()
    for match in pattern.finditer(text):
        word = match[1].lower()
        for meaning in meanings[word.replace(" ", "") if _NUMBER.match(word) else word]:
            yield meaning, match[0].lower()


_NUMBER: Final = re.compile(r"e \d")


@cache
def _table() -> tuple[dict[str, tuple[str, ...]], re.Pattern[str]]:
    """Meanings by word, and one pattern of them all, the longest first: "cocoa butter" is found before "butter"."""
    meanings: dict[str, tuple[str, ...]] = {}
    for row in read_table("labels/declared_words"):
        for word in row["words"].split(";"):
            meanings[word.lower()] = tuple(filter(None, row["means"].split(";")))
    # Numbers of additives are printed "E965" and "E 965".
    words = "|".join(re.sub(r"^e(?=\d)", "e ?", re.escape(word)) for word in sorted(meanings, key=len, reverse=True))
    return meanings, re.compile(rf"(?<![\w-])({words})(?:s|es)?(?!\w)", re.IGNORECASE)


@cache
def _of_kind(kind: str) -> tuple[str, ...]:
    meanings, _ = _table()
    found = (meaning for means in meanings.values() for meaning in means if meaning.startswith(kind))
    return tuple(dict.fromkeys(meaning.removeprefix(kind) for meaning in found))
