"""What a question asks by its form alone: "half the sugar", "yogurt for the butter", "20 degrees hotter"."""

import re
from collections.abc import Callable, Iterator
from dataclasses import dataclass
from enum import StrEnum
from typing import Final

from ample_crumb.core.quantity.written_minutes import times_in

ASKED_LENGTH: Final = 200
"""Longer than this nobody asks one thing."""


class ChangeKind(StrEnum):
    """The twelve kinds of change."""

    AMOUNT = "more or less of a line"
    EGG = "an egg more or less"
    SUGAR = "a share of the sugar"
    SWAP = "this for that"
    TIN = "another tin"
    THICKNESS = "thinner or thicker"
    HEAT = "hotter or cooler"
    TIME = "longer or shorter"
    REST = "a rest"
    CHILL = "chilled"
    COVER = "covered"
    PIECES = "smaller or larger pieces"


UNDERSTOOD: Final = (
    "more or less of a line (“20 g more cocoa”, “twice the nuts”, “without the raisins”)",
    "an egg more or less",
    "a share of the sugar (“half the sugar”)",
    "this for that (“yogurt for the butter”)",
    "another tin (“in a 20 cm round tin”)",
    "thinner or thicker",
    "hotter or cooler (“20 degrees hotter”, “at 160 °C”)",
    "longer or shorter in the oven (“five minutes longer”)",
    "a rest before baking",
    "chilling the dough",
    "covering it",
    "smaller or larger pieces (“in 16 pieces”)",
)
"""What can be asked, in words with examples."""


@dataclass(frozen=True, slots=True)
class Question:
    """What is asked: `about` and `instead` are foods in the asker's words. Of an amount it is `times_factor` times as
    much, or so many g more (`more_g`, less where negative). `oven_c` is the oven's heat, `more_c` how much
    hotter, `said_min` how long, or how much longer. `count` is of eggs or pieces, None where only a direction is said,
    which is then that of `times_factor`. `text` is all of it."""

    kind: ChangeKind
    text: str
    about: str = ""
    instead: str = ""
    times_factor: float = 1.0
    more_g: float = 0.0
    oven_c: float | None = None
    more_c: float = 0.0
    said_min: float | None = None
    count: int | None = None


_LEAD: Final = re.compile(
    r"^(?:and |but |so )*"
    r"(?:what (?:if|happens (?:if|when|with)|about|would (?:happen|be) (?:if|with)|with)|how about|if|can i|could i"
    r"|should i|suppose|with)?\s*"
    r"(?:i |we |you |there (?:is|are|was|were) |it (?:is|was|were) )?(?:were to |would |do |did |just |only )?"
    r"(?:use|used|put|add|added|take|took|make|made|bake|baked|have|had|go with|try)?\s*(?:in |it )?",
    re.IGNORECASE,
)
_A: Final = r"(?:the |a |an |some |my |of )*"
_NUMBERS: Final = {
    "a": 1, "an": 1, "one": 1, "two": 2, "three": 3, "four": 4, "five": 5, "six": 6, "eight": 8, "ten": 10,
    "fifteen": 15, "twenty": 20, "thirty": 30, "forty": 40, "sixty": 60,
}  # fmt: skip
_SHARES: Final = {
    "half": 0.5, "a third": 1 / 3, "one third": 1 / 3, "two thirds": 2 / 3, "a quarter": 0.25, "three quarters": 0.75,
    "a quarter of": 0.25, "twice": 2.0, "double": 2.0, "triple": 3.0, "half as much": 0.5,
}  # fmt: skip
_NUMBER: Final = r"(\d{1,4}(?:[.,]\d{1,2})?|" + "|".join(_NUMBERS) + ")"

LITTLE: Final = 0.1
SOME: Final = 0.25
"""What "a little more" and "more" stand for where no figure is said. Common practice of the trade's own adjusting."""


def read_question(text: str) -> Question | None:
    """What is asked; None where it is none of the twelve kinds."""
    plain = " ".join(text.replace("’", "'").replace("°", " degrees ").split())[:ASKED_LENGTH]
    plain = plain.strip(" ?.!").casefold()
    bare = _LEAD.sub("", plain, count=1).strip()
    for candidate in dict.fromkeys((bare, plain)):
        for read in _READERS:
            found = read(candidate)
            if found is not None:
                return found
    return None


def _number(word: str) -> float:
    return float(_NUMBERS.get(word, 0) or word.replace(",", "."))


def _cover(plain: str) -> Question | None:
    if not re.search(r"\b(cover(?:ed)?|foil|tent(?:ed)?|lid)\b", plain):
        return None
    return Question(
        ChangeKind.COVER, plain, times_factor=0.0 if re.search(r"\b(uncovered|without|not|no)\b", plain) else 1.0
    )


def _chill(plain: str) -> Question | None:
    if not re.search(r"\b(chill(?:ed|ing)?|fridge|refrigerat\w*|cold dough)\b", plain):
        return None
    return Question(ChangeKind.CHILL, plain, said_min=_minutes(plain))


def _rest(plain: str) -> Question | None:
    if not re.search(r"\b(rest(?:ed|ing)?|stand(?:ing)?|sit|soak(?:ed)?)\b", plain):
        return None
    return Question(ChangeKind.REST, plain, said_min=_minutes(plain))


def _minutes(plain: str) -> float | None:
    times = times_in(plain) or times_in(re.sub(_NUMBER, lambda found: f"{_number(found[1]):g}", plain))
    return times[0][1] if times else None


def _tin(plain: str) -> Question | None:
    found = re.search(r"\b(tins?|pans?|springform|spring-form|dish|muffin cups|tray)\b", plain)
    return Question(ChangeKind.TIN, plain) if found and re.search(r"\d|muffin", plain) else None


def _heat(plain: str) -> Question | None:
    degrees = _HOTTER.search(plain)
    if degrees and _HEATS.search(plain):
        by = float(degrees[1]) * (5 / 9 if (degrees[2] or "c").startswith("f") else 1)
        cooler = degrees[3] in ("cooler", "colder", "less")
        return Question(ChangeKind.HEAT, plain, more_c=-by if cooler else by)
    at = _AT.search(plain)
    if at:
        heat, scale = float(at[1] or at[3]), at[2] or at[4] or ""
        fahrenheit = scale.startswith("f") or (not scale and heat > _MOST_C)
        return Question(ChangeKind.HEAT, plain, oven_c=(heat - 32) * 5 / 9 if fahrenheit else heat)
    way = re.search(r"\b(hotter|warmer|cooler|colder)\b", plain)
    if way is None:
        return None
    return Question(ChangeKind.HEAT, plain, more_c=_HOTTER_C if way[1] in ("hotter", "warmer") else -_HOTTER_C)


_SCALE: Final = r"\s*(?:degrees?)?\s*(c|f|celsius|fahrenheit)?"
_HOTTER: Final = re.compile(rf"(\d{{1,3}}){_SCALE}\s*(hotter|cooler|warmer|colder|more|less)\b")
_HEATS: Final = re.compile(r"\b(degrees?|hotter|cooler|warmer|colder)\b")
_AT: Final = re.compile(
    rf"\bat (\d{{2,3}}){_SCALE}(?: oven)?$|^(\d{{2,3}})\s*(?:degrees? ?)?(c|f|celsius|fahrenheit)(?: oven)?$"
)
_MOST_C: Final = 260
_HOTTER_C: Final = 20.0
"""What "hotter" stands for where no figure is said. Common practice."""


def _time(plain: str) -> Question | None:
    way = re.search(r"\b(longer|shorter|less time|more time|earlier|minutes? more|minutes? less)\b", plain)
    if not way:
        return None
    less = way[1] in ("shorter", "less time", "earlier") or way[1].endswith("less")
    minutes = _minutes(plain)
    return Question(ChangeKind.TIME, plain, said_min=minutes, times_factor=-1.0 if less else 1.0)


def _thickness(plain: str) -> Question | None:
    way = re.search(r"\b(thinner|thicker|flatter|higher|deeper)\b", plain)
    if not way:
        return None
    return Question(ChangeKind.THICKNESS, plain, times_factor=0.8 if way[1] in ("thinner", "flatter") else 1.25)


def _pieces(plain: str) -> Question | None:
    count = re.search(rf"\b(\d{{1,3}}) (?:smaller |larger |bigger )?{_PIECES}\b", plain)
    if count:
        return Question(ChangeKind.PIECES, plain, count=int(count[1]))
    way = re.search(rf"\b(smaller|larger|bigger|half[- ]size)(?: {_PIECES})?$", plain)
    return Question(ChangeKind.PIECES, plain, times_factor=_SIZES.get(way[1], 1.25)) if way else None


def _egg(plain: str) -> Question | None:
    fewer = re.fullmatch(rf"{_A}{_NUMBER}? ?(?:fewer|less) eggs?", plain)
    if fewer:
        return Question(ChangeKind.EGG, plain, count=-int(_number(fewer[1] or "one")))
    more = re.fullmatch(
        rf"{_A}{_NUMBER}? ?(?:more |extra |another |additional )?eggs?(?: (more|extra|less|fewer))?", plain
    )
    if not more or not re.search(r"\b(more|extra|another|additional|less|fewer)\b", plain):
        return None
    count = int(_number(more[1] or "one"))
    return Question(ChangeKind.EGG, plain, count=-count if more[2] in ("less", "fewer") else count)


def _swap(plain: str) -> Question | None:
    for pattern in _SWAPS:
        found = re.fullmatch(pattern, plain)
        if found:
            return Question(ChangeKind.SWAP, plain, about=_bare(found["old"]), instead=_bare(found["new"]))
    return None


_SWAPS: Final = (
    r"(?:swap(?:ped)?|replaced?|exchange|changed?) (?P<old>.{2,60}?) (?:for|with|by|to|into) (?P<new>.{2,60})",
    r"(?P<new>.{2,60}?) (?:instead of|in place of|rather than|for) (?P<old>.{2,60})",
    r"(?P<old>.{2,60}?) (?:->|→|becomes?|became) (?P<new>.{2,60})",
)


_SAID_SO: Final = re.compile(r"\b(swap|swapped|replaced?|exchange|instead of|in place of|rather than)\b")


def _plain_swap(plain: str) -> Question | None:
    return _swap(plain) if _SAID_SO.search(plain) else None


def _bare(words: str) -> str:
    return re.sub(rf"^{_A}", "", words.strip()).strip()


def _amount(plain: str) -> Question | None:
    for found in _amounts(plain):
        sugar = found.about in ("sugar", "sweetness") and found.times_factor not in (0.0, 1.0)
        return Question(ChangeKind.SUGAR, plain, about=found.about, times_factor=found.times_factor) if sugar else found
    return None


def _amounts(plain: str) -> Iterator[Question]:
    if without := _WITHOUT.fullmatch(plain):
        yield Question(ChangeKind.AMOUNT, plain, about=_bare(without["food"]), times_factor=0.0)
    if share := _SHARE.fullmatch(plain):
        yield Question(ChangeKind.AMOUNT, plain, about=_bare(share["food"]), times_factor=_SHARES[share["share"]])
    if percent := _PERCENT.fullmatch(plain):
        by = float(percent["by"]) / 100
        factor = {"more": 1 + by, "less": max(0.0, 1 - by), "of": by}[percent["way"]]
        yield Question(ChangeKind.AMOUNT, plain, about=_bare(percent["food"]), times_factor=factor)
    for grams in filter(None, (_GRAMS.fullmatch(plain), _GRAMS_BEHIND.fullmatch(plain))):
        by = _number(grams["by"])
        by = -by if grams["way"] in ("less", "fewer") else by
        yield Question(ChangeKind.AMOUNT, plain, about=_bare(grams["food"]), more_g=by)
    if vague := _VAGUE.fullmatch(plain):
        by = LITTLE if vague["little"] else 0.5 if vague["much"] else SOME
        factor = 1 + by if vague["way"] in ("more", "extra") else 1 - by
        yield Question(ChangeKind.AMOUNT, plain, about=_bare(vague["food"]), times_factor=factor)


_FOOD: Final = r"(?P<food>.{2,60}?)"
_WITHOUT: Final = re.compile(rf"(?:without|no|leave out|left out|skip|skipped|omit) {_A}{_FOOD}")
_SHARE: Final = re.compile(
    rf"(?P<share>{'|'.join(sorted(_SHARES, key=len, reverse=True))})(?: as much| of)? {_A}{_FOOD}"
)
_PERCENT: Final = re.compile(rf"(?P<by>\d{{1,3}}) ?(?:%|percent|per cent) (?P<way>more|less|of) {_A}{_FOOD}")
_BY_G: Final = r"(?P<by>\d{1,4}(?:[.,]\d)?) ?g(?:rams?)?"
_GRAMS: Final = re.compile(rf"{_BY_G} (?P<way>more|less|fewer|extra) {_A}{_FOOD}")
_GRAMS_BEHIND: Final = re.compile(rf"{_BY_G} (?:of )?{_A}{_FOOD} (?P<way>more|less|extra)")
_VAGUE: Final = re.compile(
    r"(?P<little>a (?:little|touch|bit|splash|spoonful)(?: of)? )?(?P<much>much |a lot )?"
    rf"(?P<way>more|less|fewer|extra) {_A}{_FOOD}"
)


_PIECES: Final = r"(?:pieces|slices|squares|bars|cookies|biscuits|muffins|portions|bites|ones)"
_SIZES: Final = {"smaller": 0.8, "half-size": 0.5, "half size": 0.5}

_READERS: Final[tuple[Callable[[str], Question | None], ...]] = (
    _egg, _plain_swap, _tin, _heat, _cover, _chill, _rest, _time, _pieces, _thickness, _amount, _swap,
)  # fmt: skip
"""The surest first."""
