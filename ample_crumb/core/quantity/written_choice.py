"""Lines that leave a choice: "honey or maple syrup", "1 egg, or leave out and take 2 tbsp more milk", "milk of choice".

Each alternative becomes a line of its own, with its own amount where it has one and the amount of the line where not.
"""

import re
from dataclasses import dataclass
from functools import lru_cache
from typing import Final

from ample_crumb.core.quantity.line_parser import LINE_LENGTH, read_line, without_bullet
from ample_crumb.core.quantity.name_matching import is_manner, tells, words

MOST_ALTERNATIVES: Final = 4
"""More nobody weighs against each other; the rest of a longer list is left out."""

_QUICK: Final = re.compile(
    r"\bor\b|[^\W\d_]\s?/\s?[^\W\d_]|\b(?:choice|favou?rite|prefer|any|can use|sub(?:stitute)?|alternatively)\b",
    re.IGNORECASE,
)
_OR: Final = re.compile(
    r"\s*,?\s*\b(?:and ?/ ?or|or)(?: (?:else|even|instead|alternatively|use|try|sub(?:stitute)?(?: with)?))*\b\s*"
    r"|(?<=[^\W\d_]{2})\s?/\s?(?=[^\W\d_]{2})",
    re.IGNORECASE,
)
_COMMA: Final = re.compile(r"\s*,\s*")
_BRACKETED: Final = re.compile(
    r"\s*[(\[]\s*(?:or|alternatively,?|can use|sub(?:stitute)?(?: with)?)\s+([^()\[\]]+)[)\]]", re.I
)
_NOTED: Final = re.compile(r"\s*[,;]\s*(?:or|alternatively,?)\s+([^,;()]+)$", re.IGNORECASE)
_OPEN: Final = re.compile(
    r"\b(?:of (?:your )?(?:own )?choice|(?:you|your) (?:like|prefer|favou?rite)|favou?rite|preferred"
    r"|(?:any|other|another|similar)\b(?! than))(?: kind(?: of)?)?",
    re.IGNORECASE,
)
_LEFT: Final = re.compile(
    r"^(?:leave|leaving|omit|skip|simply leave|just leave)(?: (?:it|them|this))?(?: out)?(?: (?:it|them|this))?"
    r"(?:(?:,| and)+ (?:then )?(?:take|use|add|put in) (?P<instead>.+?)(?: instead)?)?$",
    re.IGNORECASE,
)
_TASTE: Final = re.compile(r"\s+(?:to taste|as needed|if (?:needed|preferred|you like))$", re.IGNORECASE)
_PREFER: Final = re.compile(
    r"\s*,?\s*\b(?:if (?:you )?(?:prefer(?:red)?|like|wish|want)(?: it)?|(?:just )?as you (?:like|prefer))\b",
    re.IGNORECASE,
)
_MORE: Final = re.compile(r"\b(?:more|extra|additional)\b\s*(?:of\s+)?", re.IGNORECASE)
_NO_FOOD: Final = re.compile(
    r"^(?:so|more|less|as|to|until|if|when|about|enough|however|whatever|whichever|equivalent|the same|thereabouts"
    r"|just)\b",
    re.IGNORECASE,
)


@dataclass(frozen=True, slots=True)
class WrittenChoice:
    """What a line leaves open. `lines` are its alternatives, each a line of its own, the one that is written first
    first; `in_full` are the same where the last word is shared ("oat or almond milk": oat milk), empty where it cannot
    be. `may_be_left` when one of them is to leave it out. `kind_only` when the food is told by its kind alone ("milk of
    choice"); then `lines` holds that kind."""

    lines: tuple[str, ...] = ()
    in_full: tuple[str, ...] = ()
    may_be_left: bool = False
    kind_only: bool = False


NO_CHOICE: Final = WrittenChoice()


@lru_cache(maxsize=4096)
def read_choice(text: str) -> WrittenChoice:
    """What a line leaves open; `NO_CHOICE` for one that names what goes in. A range of amounts, a second measure and
    how a food may be ("fresh or frozen") are no choice between foods."""
    plain = _PREFER.sub("", without_bullet(text[:LINE_LENGTH]))
    if not _QUICK.search(plain):
        return NO_CHOICE
    base, tail = _parted(plain)
    left = _LEFT.match(tail)
    listed = bool(tail) and left is None and not _has_amount(tail)
    found = _alternatives(base, listed=listed)
    if left is not None and left["instead"]:
        found.append(_Alternative(_MORE.sub("", left["instead"]).strip()))
    elif tail and left is None:
        found += _behind(base, tail)
    named = [each for each in found if not _OPEN.search(each.line)]
    if not named and found:
        kind = " ".join(_OPEN.sub(" ", found[0].line).split())
        return WrittenChoice((kind,), ("",), kind_only=True) if _names_food(read_line(kind).name) else NO_CHOICE
    named = named[:MOST_ALTERNATIVES]
    may_be_left = left is not None and not left["instead"]
    if len(named) < 2 and not may_be_left:
        return NO_CHOICE
    return WrittenChoice(tuple(each.line for each in named), tuple(each.in_full for each in named), may_be_left)


@dataclass(frozen=True, slots=True)
class _Alternative:
    line: str
    in_full: str = ""


def _parted(plain: str) -> tuple[str, str]:
    """The line, and what a bracket or a remark offers in its place."""
    bracket = _BRACKETED.search(plain)
    if bracket is not None and _is_food(bracket[1]):
        return f"{plain[: bracket.start()]} {plain[bracket.end() :]}".strip(), bracket[1].strip()
    noted = _NOTED.search(plain)
    if noted is not None and _is_food(noted[1]):
        return plain[: noted.start()].strip(), noted[1].strip()
    return plain, ""


def _is_food(text: str) -> bool:
    """Whether something names a food, or says that none need be there: no measure ("or 120 g") and no manner."""
    text = text.strip()
    return bool(_LEFT.match(text)) or (not _NO_FOOD.match(text) and _names_food(read_line(text).name))


def _is_state(text: str) -> bool:
    """Whether something tells how a food is in a way that makes it another, "canned", "vanilla", and not what it is."""
    said = words(text)
    return bool(said) and not any(map(is_manner, said))


def _names_food(name: str) -> bool:
    # Milk is a word of state as well, as in "milk chocolate".
    return tells(name) or "milk" in words(name)


def _alternatives(base: str, *, listed: bool) -> list[_Alternative]:
    """The foods of a line with "or" between them, or with commas where the line goes on with "or" (`listed`); the line
    itself where there are none."""
    written = read_line(base)
    at = base.find(written.name) if written.name else -1
    if at < 0:
        return [_Alternative(base)]
    before = base[:at]
    rest = base[at:] if before.strip() or written.amount is None else written.name
    behind = base[at + len(rest) :]
    if re.match(r"or\b", rest, re.IGNORECASE):
        # "1 large or 2 small bananas"
        second = rest[2:].strip()
        return [_Alternative(f"{before.strip()} {read_line(second).name}"), _Alternative(second)]
    pieces = [piece.strip() for piece in _OR.split(rest) if piece.strip()]
    if len(pieces) == 1 and listed:
        first, *more = _COMMA.split(rest)
        return [_Alternative(f"{before}{name}") for name in (first, *filter(_is_food, more))]
    *firsts, last = pieces
    last, *notes = _COMMA.split(last)
    shared = "" if _has_amount(last) else last.partition(" ")[2]
    whole = _is_food(last) and all(_is_food(piece) or (shared and _is_state(piece)) for piece in firsts)
    if not firsts or not whole:
        return [_Alternative(base)]
    remark = "".join(f", {note}" for note in notes if note)
    names: list[str] = []
    for piece in firsts:
        name, *more = _COMMA.split(piece)
        names.append(name)
        for each in more:
            if _is_food(each):
                names.append(each)
            else:
                names[-1] += f", {each}"
    found = []
    for place, name in enumerate((*names, last)):
        if place and _has_amount(name):
            found.append(_Alternative(name + remark))
            continue
        in_full = f"{before}{name} {shared}{behind}{remark}" if shared and name != last and "," not in name else ""
        found.append(_Alternative(f"{before}{name}{behind}{remark}", in_full))
    return found


def _behind(base: str, tail: str) -> list[_Alternative]:
    """Foods that are offered behind a line, with the amount of the line where they have none."""
    pieces = [_TASTE.sub("", piece.strip()) for piece in _OR.split(tail) if piece.strip()]
    written = read_line(base)
    at = base.find(written.name) if written.name else -1
    before = base[:at] if at > 0 and written.amount is not None else ""
    return [_Alternative(piece if _has_amount(piece) else f"{before}{piece}") for piece in pieces if _is_food(piece)]


def _has_amount(text: str) -> bool:
    return read_line(text).amount is not None
