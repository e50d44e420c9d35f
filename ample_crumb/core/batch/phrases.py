"""What a baker's words about a batch say, by their form alone: nothing is looked up here.

"No skyr, took quark" is a replacement of skyr by quark whatever either is. A text that has none of these forms is a
line that was added."""

import re
from dataclasses import dataclass
from typing import Final

from ample_crumb.core.batch.deviation import SAID_LENGTH, DeviationKind


@dataclass(frozen=True, slots=True)
class Phrase:
    """What was said: `about` is what it is said of, in the baker's words, empty for the dough; `came` is what went in
    instead or besides. `whole` is the number that a part was taken of ("six of twelve"), and
    `times_factor` how many times as much went in ("double the vanilla")."""

    kind: DeviationKind
    about: str = ""
    came: str = ""
    whole: str = ""
    times_factor: float = 1.0


_KIND = DeviationKind
_TOOK: Final = r"(?:took|used|had|put in|went with|instead)"
_A: Final = r"(?:the |a |an |any |my |some )?"
_BEGIN: Final = re.compile(r"^(?:\+|i |we |and |also |then |there was |there were )+\s*", re.IGNORECASE)
_ADDED: Final = re.compile(r"^(?:added|adding|add|plus|put in|threw in|extra:?)\s+", re.IGNORECASE)

_SPRAYED: Final = re.compile(
    r"spray\w*\b[^\d]{0,20}?(?P<a>[\d.,]+ ?|\w+ )(?:s|secs?|seconds?)\b"
    r"|(?P<b>[\d.,]+ ?|\b\w+ )(?:s|secs?|seconds?)\b.{0,20}\bspray",
    re.IGNORECASE,
)
_FRIED: Final = re.compile(r"\b(?:deep[- ]?|pan[- ]?|shallow[- ]?)?fr(?:ied|ying)\b", re.IGNORECASE)
_OIL: Final = re.compile(r"\b(?:in|with)\s+(?P<oil>[^\d,;]{1,60})", re.IGNORECASE)
_BEFORE_AFTER: Final = re.compile(
    r"(?P<was>\d+(?:[.,]\d+)?)\s*g\b[^\d]{0,30}?\bbefore\b[^\d]{0,20}(?P<now>\d+(?:[.,]\d+)?)\s*g\b[^\d]{0,20}\bafter\b",
    re.IGNORECASE,
)
_TAKEN_UP: Final = re.compile(r"(?P<grams>\d+(?:[.,]\d+)?)\s*g\b[^\d]{0,20}\btaken up\b", re.IGNORECASE)
_STUCK: Final = re.compile(
    r"\b(?:stuck|clung|sticks?|stayed)\s+(?:to|on|at)\s+(?:the\s+)?(?:baking )?"
    r"(?:paper|tin|tray|pan|mou?ld|parchment|foil|cups?|cases?|liners?)\b",
    re.IGNORECASE,
)
_SCRAPS: Final = re.compile(
    r"\b(?:scraps?|trimmings?|offcuts?)\b.*\b(?:again|re-?rolled|pressed together)\b|\bre-?rolled\b.*\bscraps?\b",
    re.IGNORECASE,
)
_DOUGH: Final = r"(?:dough|batter|mixture|mix|mass)"
_IN_BOWL: Final = re.compile(
    rf"\b(?:in|on|at) the (?:bowl|mixer|blender|processor|spatula|whisks?|beaters?|spoon)\b|\blicked\b|\b{_DOUGH}\b",
    re.IGNORECASE,
)
_LEFT: Final = re.compile(
    r"\b(?:left(?:[- ]?overs?)?|leftovers?|stayed|remain\w*|not used|unused|over|kept back|thrown away|not eaten)\b",
    re.IGNORECASE,
)
_LICKED: Final = re.compile(r"\blicked\b", re.IGNORECASE)
_PART_OF: Final = re.compile(
    r"^(?:used\s+|only\s+)*(?P<some>[\w.,]+) (?:out )?of (?:the |my )?(?P<all>\d+|[a-z]+)\b(?P<more>.*)$", re.IGNORECASE
)
_USED: Final = re.compile(
    r"^(?P<verb>used|only|just|took|needed|went in:?)\s+(?:(?:up|only|just)\s+)?(?P<rest>.+)$", re.IGNORECASE
)
_IN_ALL: Final = re.compile(
    r"^(?P<rest>.+?)\s+(?:in all|in total|altogether|instead of \d[\w. ]*|was enough|were enough)$", re.IGNORECASE
)
_NAMED_FIRST: Final = re.compile(r"^(?P<about>[a-z][^\d:]{1,60}):\s*(?P<much>\d.*)$", re.IGNORECASE)
_USED_BEHIND: Final = re.compile(r"\s+(?:was |were |got )?(?:used|crushed|went in|only)$", re.IGNORECASE)
_MORE: Final = re.compile(r"\b(?:more|extra|additional)\b", re.IGNORECASE)
_A_BIT: Final = re.compile(r"^(?:a )?(?:bit|little|touch|tad)\s+(?:of\s+)?", re.IGNORECASE)
_ANOTHER: Final = re.compile(r"^another\b", re.IGNORECASE)
_FEWER: Final = re.compile(r"^(?P<much>.+?)\s+(?:less|fewer)\b\s*(?P<food>.*)$", re.IGNORECASE)

_REPLACED: Final = tuple(
    re.compile(pattern, re.IGNORECASE)
    for pattern in (
        rf"^(?:no|out of|had no|without|ran out of)\s+(?:more\s+)?(?P<about>.+?)"
        rf"\s*(?:[,;:–-]|\bso\b|\band\b)+\s*(?:so\s+)?{_TOOK}\s+(?P<came>.+)$",
        rf"^(?:{_TOOK}\s+)?(?P<came>.+?)\s+(?:instead of|in place of|in lieu of|rather than)\s+{_A}(?P<about>[^\d].*)$",
        rf"^(?P<about>.+?)\s+(?:was |were |got )?(?:replaced|swapped|exchanged)\s+(?:by|with|for)\s+{_A}(?P<came>.+)$",
        rf"^(?:replaced|swapped|exchanged)\s+{_A}(?P<about>.+?)\s+(?:by|with|for)\s+{_A}(?P<came>.+)$",
        rf"^(?:{_TOOK}\s+)?(?P<came>.+?)\s+for\s+{_A}(?P<about>.+)$",
        r"^(?P<came>.+?),?\s+not\s+(?P<about>.+)$",
        r"^(?P<about>.+?)\s*(?:→|->)\s*(?P<came>.+)$",
    )
)
_NOT_FOODS: Final = re.compile(r"\b(?:used|enough|left|eaten|dusting|greasing|the tin|later)\b", re.IGNORECASE)
_LEFT_OUT: Final = re.compile(
    r"^(?:without|no|left out|leaving out|omitted|skipped|forgot(?: to (?:add|put in|use))?|dropped"
    rf"|(?:did not|didn['’]t) (?:use|add|put in))\s+{_A}(?P<about>.+)$",
    re.IGNORECASE,
)
_LEFT_X_OUT: Final = re.compile(r"^left (?:the |my )?(?P<about>.+?) out$", re.IGNORECASE)
_ALL_BUT: Final = re.compile(
    r"^(?:used |took )?all but (?:about )?(?P<rest>.+?)(?: (?:went in|was used|were used))?$", re.IGNORECASE
)
_TIMES: Final = re.compile(
    r"^(?P<times>double|twice|triple) (?:as much |as many )?(?:of )?(?:the )?(?P<about>.+)$", re.I
)
_HOW: Final = re.compile(
    r"\s+(?:folded|stirred|mixed|blended|whisked|kneaded) (?:in|under)$"
    r"|\s+(?:sprinkled |scattered )?(?:on top|over it|over)$",
    re.IGNORECASE,
)
_WAS_CHOSEN: Final = re.compile(
    r"^(?:took|used|it was|with|went with|chose)\s+(?:the )?(?P<came>[^\d]+)$", re.IGNORECASE
)


def read_phrase(text: str) -> Phrase:
    """What a text says by its form."""
    plain = _BEGIN.sub("", " ".join(text[:SAID_LENGTH].split()).rstrip(".!"))
    for read in (_taken_up_or_lost, _replaced, _left, _left_out, _amounts):
        found = read(plain)
        if found is not None:
            return found
    return Phrase(_KIND.ADDED, came=_HOW.sub("", _ADDED.sub("", plain)))


def _taken_up_or_lost(plain: str) -> Phrase | None:
    sprayed = _SPRAYED.search(plain)
    if sprayed:
        return Phrase(_KIND.SPRAYED, came=(sprayed["a"] or sprayed["b"]).strip())
    weighed = _BEFORE_AFTER.search(plain)
    if _FRIED.search(plain) or (weighed and re.search(r"\boil\b", plain, re.IGNORECASE)):
        oil = _OIL.search(plain)
        taken = _TAKEN_UP.search(plain)
        grams = f"{weighed['was']} {weighed['now']}" if weighed else taken["grams"] if taken else ""
        return Phrase(_KIND.FRIED, came=(oil["oil"] if oil else "").strip(), whole=grams)
    if _SCRAPS.search(plain):
        return Phrase(_KIND.SCRAPS)
    stuck = _STUCK.search(plain)
    if stuck and not re.match(r"(?:\w+ )?pieces?\b", plain):
        return Phrase(_KIND.STUCK, about=plain[: stuck.start()].strip())
    return None


def _replaced(plain: str) -> Phrase | None:
    if _LEFT.search(plain) and not re.match(r"(?:no|out of)\b", plain, re.IGNORECASE):
        return None
    for pattern in _REPLACED:
        found = pattern.match(plain)
        if found and _is_number(found["about"]):
            return Phrase(_KIND.USED, about=found["came"].strip())
        if found and not _NOT_FOODS.search(found["about"]):
            return Phrase(_KIND.REPLACED, about=found["about"].strip(), came=found["came"].strip())
    return None


def _left(plain: str) -> Phrase | None:
    out = _LEFT_X_OUT.match(plain)
    if out:
        return Phrase(_KIND.LEFT_OUT, about=out["about"])
    but = _ALL_BUT.match(plain)
    if but:
        return Phrase(_KIND.IN_BOWL if _IN_BOWL.search(plain) else _KIND.LEFT_OVER, came=but["rest"], about=but["rest"])
    some = _PART_OF.match(plain)
    if some and _is_number(some["all"]) and _is_number(some["some"]):
        left = bool(_LEFT.search(plain))
        about = _LEFT.sub("", _USED_BEHIND.sub("", some["more"])).strip()
        return Phrase(_KIND.LEFT_OVER if left else _KIND.USED, about=about, came=some["some"], whole=some["all"])
    left = bool(_LEFT.search(plain))
    if _IN_BOWL.search(plain) and (left or _LICKED.search(plain)):
        return Phrase(
            _KIND.IN_BOWL, about="licked" if _LICKED.search(plain) else "", came=_LICKED.sub("", plain).strip()
        )
    if left and not _LEFT_OUT.match(plain):
        about = re.sub(r"\s+(?:in|on|at)\s+the\s+\w+$", "", plain)
        return Phrase(_KIND.LEFT_OVER, about=_LEFT.sub("", about).strip())
    return None


def _left_out(plain: str) -> Phrase | None:
    found = _LEFT_OUT.match(plain)
    return Phrase(_KIND.LEFT_OUT, about=found["about"]) if found else None


def _amounts(plain: str) -> Phrase | None:
    times = _TIMES.match(plain)
    if times:
        return Phrase(_KIND.USED, about=times["about"], times_factor=3.0 if times["times"] == "triple" else 2.0)
    fewer = _FEWER.match(plain)
    if fewer:
        return Phrase(_KIND.LESS, about=f"{fewer['much']} {fewer['food']}".strip())
    named = _NAMED_FIRST.match(plain)
    if named:
        return Phrase(_KIND.USED, about=f"{named['much']} {named['about']}")
    in_all = _IN_ALL.match(plain)
    if in_all:
        return Phrase(_KIND.USED, about=in_all["rest"])
    if _ANOTHER.match(plain):
        return Phrase(_KIND.ADDED, came=_ANOTHER.sub("1", plain))
    if _MORE.search(plain):
        return Phrase(_KIND.ADDED, came=_A_BIT.sub("", " ".join(_MORE.sub("", plain).split())))
    chosen = _WAS_CHOSEN.match(plain)
    if chosen and not re.match(r"(?:half|a|an|one|two|three|all|only|just)\b", chosen["came"], re.IGNORECASE):
        return Phrase(_KIND.CHOSEN, came=chosen["came"])
    used = _USED.match(plain)
    if used:
        return Phrase(_KIND.USED, about=used["rest"])
    behind = _USED_BEHIND.search(plain)
    if behind:
        return Phrase(_KIND.USED, about=plain[: behind.start()])
    return None


def _is_number(word: str) -> bool:
    return word.isdigit() or word.casefold() in _COUNTED


_COUNTED: Final = frozenset("one two three four five six seven eight nine ten eleven twelve twenty".split())
