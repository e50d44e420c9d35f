"""What somebody would have tonight, read from one line: "something chocolate, warm, in 15 minutes, for two"."""

import re
from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from typing import Final

from ample_crumb.core.formula.trait_words import TRAITS

MOST_CHARACTERS: Final = 200

_NUMBERS: Final = {
    word: number
    for number, word in enumerate(
        ("one", "two", "three", "four", "five", "six", "seven", "eight", "nine", "ten", "eleven", "twelve"), start=1
    )
} | {"a": 1, "an": 1, "single": 1, "fifteen": 15, "twenty": 20, "thirty": 30, "forty": 40, "forty-five": 45}

_NUMBER: Final = r"(?P<number>\d{1,3}|" + "|".join(sorted(_NUMBERS, key=len, reverse=True)) + ")"
_HALF_HOUR: Final = re.compile(r"\bhalf an hour\b", re.IGNORECASE)
_QUARTER_HOUR: Final = re.compile(r"\b(?:a )?quarter of an hour\b", re.IGNORECASE)
_TIME: Final = re.compile(
    rf"\b(?:in|within|under|at most|up to)?\s*{_NUMBER}\s*(?P<unit>minutes?|mins?|hours?|hrs?|h)\b", re.IGNORECASE
)
_BOWLS: Final = re.compile(
    rf"\b(?:with |in |at most |only )*{_NUMBER} (?:bowls?|dish(?:es)?|things? to wash)\b", re.IGNORECASE
)
_PEOPLE: Final = re.compile(
    rf"\bfor (?:the )?{_NUMBER}\b(?: of us| people| persons| guests)?|\b{_NUMBER} (?:people|persons|of us)\b".replace(
        "(?P<number>", "(?P<first>", 1
    ).replace("(?P<number>", "(?P<second>", 1),
    re.IGNORECASE,
)
_ALONE: Final = re.compile(r"\b(?:just )?for me\b", re.IGNORECASE)
_QUICK: Final = re.compile(r"\b(?:quick(?:ly)?|fast|at once|right away|now)\b", re.IGNORECASE)
_WITHOUT: Final = re.compile(r"\b(?:no|not|without|nothing) (?P<word>[a-z]+)", re.IGNORECASE)
_WORD: Final = re.compile(r"[a-z]+", re.IGNORECASE)

QUICK_MIN: Final = 20
"""What is called quick. Common practice."""

_SAID_FOR: Final[Mapping[str, str]] = {
    "chocolatey": "chocolate", "chocolaty": "chocolate", "choc": "chocolate", "cocoa": "chocolate", "mocha": "coffee",
    "espresso": "coffee", "fruity": "fruit", "fruits": "fruit", "berries": "berry", "lemon": "citrus",
    "lemony": "citrus", "orange": "citrus", "lime": "citrus", "nutty": "nut", "nuts": "nut", "peanut": "nut",
    "almond": "nut", "hazelnut": "nut", "spicy": "spice", "spiced": "spice", "cinnamon": "spice", "toffee": "caramel",
    "minty": "mint", "peppermint": "mint", "crunchy": "crisp", "crispy": "crisp", "crunch": "crisp", "gooey": "soft",
    "fluffy": "soft", "tender": "soft", "moist": "soft", "cakey": "soft", "fudgy": "chewy", "smooth": "creamy",
    "cool": "cold", "chilled": "cold", "frozen": "cold", "hot": "warm", "warming": "warm",
}  # fmt: skip

_EMPTY: Final = frozenset(
    """
    something anything some a an the and or with in on of for to me us i would like want have please dessert sweet
    treat tonight today evening at most within that is be very really bit little good nice make can
    """.split()
)


@dataclass(frozen=True, slots=True)
class TonightWishes:
    """What was understood: words of `TRAITS` that it is to have and not to have, minutes to the first bite and bowls
    at most (None: any), for how many with who asks, who of them was named, and the words that were not understood."""

    traits: tuple[str, ...] = ()
    not_traits: tuple[str, ...] = ()
    most_min: int | None = None
    most_bowls: int | None = None
    people: int = 1
    named: tuple[str, ...] = ()
    unread: tuple[str, ...] = ()


def read_tonight(text: str, names: Iterable[str] = ()) -> TonightWishes:
    """What a line wishes for, by people who may be called by their names: "for Anna and me". Nothing is raised: what is
    not understood is told."""
    rest = text[:MOST_CHARACTERS]
    named = []
    for name in names:
        called = re.search(rf"\b{re.escape(name)}\b", rest, re.IGNORECASE) if name.strip() else None
        if called:
            named.append(name)
            rest = _without(rest, called)
    most_min, rest = _minutes(rest)
    most_bowls, rest = _first(_BOWLS, rest)
    people, rest = _people(rest)
    not_traits = []
    for found in _WITHOUT.finditer(rest):
        trait = _trait(found["word"])
        if trait:
            not_traits.append(trait)
            rest = rest.replace(found[0], " ")
    traits, unread = [], []
    for word in _WORD.findall(rest):
        trait = _trait(word)
        if trait:
            traits.append(trait)
        elif word.casefold() not in _EMPTY:
            unread.append(word)
    return TonightWishes(
        tuple(dict.fromkeys(traits)),
        tuple(dict.fromkeys(not_traits)),
        most_min,
        most_bowls,
        max(people, 1 + len(named)),
        tuple(named),
        tuple(unread),
    )


def _trait(word: str) -> str | None:
    plain = word.casefold()
    plain = _SAID_FOR.get(plain, plain)
    return plain if plain in TRAITS else None


def _minutes(text: str) -> tuple[int | None, str]:
    for pattern, minutes in ((_HALF_HOUR, 30), (_QUARTER_HOUR, 15)):
        if pattern.search(text):
            return minutes, pattern.sub(" ", text, count=1)
    found = _TIME.search(text)
    if found:
        minutes = _number(found["number"]) * (60 if found["unit"].casefold().startswith("h") else 1)
        return minutes, _without(text, found)
    found = _QUICK.search(text)
    return (QUICK_MIN, _without(text, found)) if found else (None, text)


def _people(text: str) -> tuple[int, str]:
    found = _PEOPLE.search(text)
    if found:
        return max(1, min(20, _number(found["first"] or found["second"]))), _without(text, found)
    found = _ALONE.search(text)
    return 1, _without(text, found) if found else text


def _first(pattern: re.Pattern[str], text: str) -> tuple[int | None, str]:
    found = pattern.search(text)
    return (_number(found["number"]), _without(text, found)) if found else (None, text)


def _number(word: str) -> int:
    return int(word) if word.isdigit() else _NUMBERS[word.casefold()]


def _without(text: str, found: re.Match[str]) -> str:
    return f"{text[: found.start()]} {text[found.end() :]}"
