"""What the steps of a method have one do: each step in clauses, each clause with the kind of its work."""

import re
from collections.abc import Iterator
from dataclasses import dataclass
from typing import Final

from ample_crumb.core.planning.task import TaskKind
from ample_crumb.core.quantity.written_minutes import times_in

STEP_LENGTH: Final = 1000
_MOST_CLAUSES: Final = 80

_VERB: Final = (
    r"(?:pre-?heat|heat|warm|mix|stir|whisk|beat|fold|combine|add|pour|bake|cook|let|leave|allow|cool|chill|refrigerate"
    r"|freeze|melt|blend|puree|process|pulse|blitz|cream|sift|grease|line|spray|spread|press|pat|roll|shape|form|scoop"
    r"|drop|place|put|set|transfer|remove|take|cut|slice|drizzle|dust|sprinkle|scatter|top|frost|ice|glaze|divide|spoon"
    r"|knead|rest|brush|crush|chop|grate|peel|mash|dissolve|microwave|simmer|boil|bring|turn|rotate|soak|bloom|drain"
    r"|rinse|scrape|whip|cover|uncover|lift|dip|coat|bag|toast|roast|rub|swirl|fry|air[- ]?fry|pipe|tip|fill|look|serve"
    r"|store|keep)"
)
_CLAUSE: Final = re.compile(
    rf"[.;!]\s+|,\s*(?:and\s+)?(?:then\s+)?(?={_VERB}\b)|\s+(?:and\s+then|then|and)\s+(?={_VERB}\b)", re.IGNORECASE
)

_TIN: Final = (
    r"(?:tins?|pans?|trays?|sheets?|dish(?:es)?|moulds?|molds?|cups|cases|liners|ramekins?|mugs?|jars?|spring-?form)"
)

_KINDS: Final = tuple(
    (kind, re.compile(pattern, re.IGNORECASE))
    for kind, pattern in (
        (None, r"^(?:store|serve|enjoy|eat|freezes well|look|check|test)\b|\b(?:up to|for) \d+ (?:days|weeks|months)\b"
               r"|^keeps?\b(?![^.]{0,40}\b(?:hours?|minutes?|min)\b)"
               r"|^(?:prep|cook|bak|total|active|rest|chill|addit)\w*(?: time)?\s*:\s*\d"),
        (TaskKind.PREHEAT,
         r"\bpre-?heat|\bheat (?:up )?(?:the |an |your )?(?:oven|air)"
         r"|^(?:mod\w*\.?|hot|slow)? ?oven (?:to|at|on)|\boven on\b"),
        (TaskKind.LINE,
         rf"^(?:lightly )?(?:line|grease|oil|spray|butter|flour)\b[^.]{{0,120}}\b{_TIN}\b"
         rf"|\b(?:line|grease) (?:the |an? |your )?(?:\w+ ){{0,5}}{_TIN}\b"),
        (TaskKind.OUT_OF_COLD,
         r"\broom[- ]temp|\b(?:take|bring)\b[^.]{0,120}\bout of the (?:fridge|cold)"
         r"|^(?:let )?[^.]{0,60}\bsoften\b"),
        (TaskKind.SOAK, r"\bsoak|\bbloom\b|\bswell|\bhydrate|\buntil (?:it |they )?gels?\b"),
        (TaskKind.DRAIN, r"^(?:drain|rinse|strain|squeeze|wring)\b"),
        (TaskKind.UNCOVER, r"\b(?:uncover|(?:remove|take off|lift off) the (?:foil|lid|cover))\b"),
        (TaskKind.TURN, r"\b(?:rotate|turn)\b[^.]{0,60}\b(?:round|around|trays?|tin|pan|half|halfway)\b"),
        (TaskKind.BAG, r"\b(?:bag|into (?:a )?(?:freezer )?bags?)\b"),
        (TaskKind.FREEZE_APART, r"\bfreeze\b[^.]{0,60}\b(?:apart|pieces|in a single layer|individually)\b"),
        (TaskKind.FRY,
         r"(?<!air)(?<!air[- ])\bfr(?:y|ying)\b|\b(?:minutes?|mins?) (?:a|per|each|on each) side\b"
         r"|\bgriddle\b"),
        (TaskKind.MICROWAVE, r"\bmicrowave\b(?![^.]{0,80}\bmelt)"),
        (TaskKind.BAKE,
         r"^\d[\d –-]{0,10}(?:to \d+ )?min\w*$|^(?:then )?(?:bake|air[- ]?fry)\b"
         r"|\b(?:bake|air[- ]?fry)\b(?![- ]?ware)|\bin the oven\b|\boven\b[^.]{0,30}\d+ ?min"),
        (TaskKind.CHILL, r"\b(?:chill|refrigerate)\b|\bin(?:to)? the fridge\b|\bovernight\b"),
        (TaskKind.FREEZE, r"\bfreeze\b|\bin(?:to)? the freezer\b"),
        (TaskKind.MELT, r"\bmelt(?!ed)|\bwarm\b[^.]{0,60}\b(?:clear|until|gently|melted|runny)\b|\bbain[- ]marie\b"),
        (TaskKind.COOK, r"\b(?:simmer|boil|cook)\b|\bbring to\b|\breduce (?:it |to)"),
        (TaskKind.TOAST, r"\b(?:toast|roast)\b"),
        (TaskKind.WHIP, r"\bwhip\b|\b(?:beat|whisk)\b[^.]{0,80}\b(?:peaks|stiff|foam\w*|froth\w*)\b"),
        (TaskKind.CREAM,
         r"\bcream\b(?! cheese| of)[^.]{0,80}|\bbeat\b[^.]{0,80}\b(?:sugar|butter|pale|fluffy|light)\b"),
        (TaskKind.BLEND, r"\b(?:blend|puree|purée|process|pulse|blitz|whizz|liquidi[sz]e)\b"),
        (TaskKind.REST,
         r"^(?:let|leave|allow|wait)\b[^.]{0,60}\b(?:minutes?|mins?|hours?|h)\b"
         r"(?![^.]{0,40}\b(?:tin|pan|tray|cups|rack|cool)\b)"),
        (TaskKind.TURN_OUT, r"\b(?:rack|turn (?:it |them )?out|unmould|lift out)\b"),
        (TaskKind.COOL, r"\bcool\b(?!ed)|^(?:let|leave|allow)\b[^.]{0,60}\bin the (?:tin|pan|tray|cups)\b"),
        (TaskKind.GLAZE,
         r"^(?:then )?(?:glaze|frost|ice|drizzle|dust|top|decorate|brush|swirl on)\b"
         r"|\bspread\b[^.]{0,80}\b(?:cold|cooled|slab|on top|over (?:the )?(?:cake|top|filling|base))"),
        (TaskKind.DIP, r"^(?:dip|coat)\b|\bdip\b"),
        (TaskKind.CUT, r"^(?:cut|slice)\b|\bcut (?:it |them |in|into)\b"),
        (TaskKind.PRESS, r"^(?:press|pat|flatten)\b|\bpress\b"),
        (TaskKind.ROLL, r"^(?:roll|shape|form)\b|\broll (?:into|out|it|the|\d)"),
        (TaskKind.PORTION,
         r"\b(?:scoop|drop|portion|pipe|spoonfuls?)\b|\bdivide\b"
         r"|\b(?:spoon|tip|fill|transfer|place|put|arrange)\b[^.]{0,120}\b" + _TIN + r"\b"),
        (TaskKind.POUR,
         r"\bpour\b|\bscrape\b"
         r"|\b(?:spread|fill|transfer|tip|spoon|turn)\b[^.]{0,80}\b(?:in|into|on|over|onto)\b"),
        (TaskKind.SET, r"\b(?:set|firm up)\b[^.]{0,40}\b(?:hours?|until)\b"),
        (TaskKind.FOLD, r"\bfold\b|\bstir (?:in|through)\b|\bswirl\b|\bscatter\b|^sprinkle\b"),
        (TaskKind.REST, r"^(?:then )?(?:rest|stand|wait)\b|^(?:let|leave|allow)\b|\bstand\b"),
        (TaskKind.MIX_DRY,
         r"\b(?:whisk|sift|sieve|stir|mix|combine)\b[^.]{0,160}\b(?:dry|flours?|powder|cocoa|leavening|soda|oats)\b"),
        (TaskKind.COMBINE,
         r"\b(?:combine|together|knead|rub|bring together)\b|\badd\b|\binto\b|\bmix (?:all|everything)"),
        (TaskKind.MIX_WET, r"\b(?:mix|stir|whisk|beat|mash|dissolve)\b"),
        (TaskKind.PREPARE, r"^(?:crush|chop|grate|peel|zest|halve|stone|separate|crack)\b"),
        (TaskKind.GLAZE, r"\bspread\b"),
    )
)  # fmt: skip
"""The first that fits says what a clause is; None is no work."""


@dataclass(frozen=True, slots=True)
class Clause:
    """A piece of a step that is one work: its text, the step it stands in from 0, and what it says of minutes and
    heat; None where it says nothing."""

    kind: TaskKind
    text: str
    step: int
    low_min: float | None
    high_min: float | None
    oven_c: int | None

    @property
    def likely_min(self) -> float | None:
        """The middle of what it says."""
        return None if self.low_min is None or self.high_min is None else (self.low_min + self.high_min) / 2


_HEAT: Final = re.compile(r"(?<!\d)(\d{2,3})\s*(?:°\s*|degrees?\s*)?([CF])\b", re.IGNORECASE)
_LINK: Final = re.compile(r"[{}]")
_NUMBER: Final = re.compile(r"^\s*\d{1,2}[.):]?\s+(?=[A-Za-z])")
_MEANWHILE: Final = re.compile(
    r"^(?:while|once|when|after|meanwhile|as soon as|in an? (?:large |small |medium )?\w+)\b[^,]{0,80},\s*",
    re.IGNORECASE,
)
"""What only says when or in what; the work is behind it."""

_APART: Final = re.compile(r"\bdry and wet apart\b|\bwet and dry (?:apart|separately)\b", re.IGNORECASE)


def clauses_of(steps: tuple[str, ...]) -> tuple[Clause, ...]:
    """The work of a method's steps, in their order. Storing, serving and looking are no work of the bake."""
    found: list[Clause] = []
    for place, step in enumerate(steps):
        bare = _NUMBER.sub("", _LINK.sub("", step[:STEP_LENGTH]))
        for text in filter(None, (piece.strip(" ,.;!") for piece in _CLAUSE.split(bare))):
            found += _read(text, place)
    return tuple(found[:_MOST_CLAUSES])


def _read(text: str, step: int) -> Iterator[Clause]:
    times = times_in(text)
    low = sum(each for each, _ in times) if times else None
    high = sum(each for _, each in times) if times else None
    if _APART.search(text):
        yield Clause(TaskKind.MIX_DRY, "Mix the dry goods", step, low, high, None)
        yield Clause(TaskKind.MIX_WET, "Mix the wet goods", step, low, high, None)
        return
    work = _MEANWHILE.sub("", text)
    for kind, pattern in _KINDS:
        if pattern.search(work):
            if kind is not None:
                yield Clause(kind, text, step, low, high, heat_in(text))
            return


def heat_in(text: str) -> int | None:
    """What a text says of the oven's heat, in °C; None where it says nothing that an oven does."""
    for degrees, scale in _HEAT.findall(text):
        celsius = float(degrees) if scale in "Cc" else (float(degrees) - 32) / 1.8
        if 90 <= celsius <= 300:
            return round(celsius)
    return None
