"""Whether a row of a text is a step of the work and no ingredient: pages and cards often write no heading over them."""

import re
from typing import Final

LONGEST_ROW: Final = 2000

_NUMBERED: Final = re.compile(r"^\s*(?:step\s*\d{1,2}\s*[:.)–-]?|\d{1,2}\s*[.):]?)\s+(?=[^\W\d_])", re.IGNORECASE)
_WORK: Final = re.compile(
    r"^(?:then|next|now|first|finally|meanwhile|once|when|while|after|before|until|in an?|in the|using|with an?|on an?"
    r"|gently|carefully|slowly|gradually|quickly|pre-?heat|heat|warm|mix|stir|whisk|beat|fold|combine|add|pour|bake|cook"
    r"|let|leave|allow|cool|chill|refrigerate|freeze|melt|blend|puree|process|pulse|cream|sift|sieve|grease|line"
    r"|spread|press|roll|shape|form|scoop|drop|place|put|set|transfer|remove|take|cut|serve|enjoy|store|keep|drizzle"
    r"|dust|sprinkle|top|garnish|decorate|divide|spoon|knead|rest|prepare|make|repeat|microwave|simmer|boil|bring"
    r"|reduce|turn|season|toss|soak|drain|rinse|grind|crush|separate|arrange|whip|work|cover|wrap|check|test|lift"
    r"|break|crumble|rub|brush|scrape|wait|start|begin|finish|fill|flatten|pipe|tip|swirl|steam|toast|roast|dissolve"
    r"|measure|air[- ]?fry|crush|weigh|grate|mash|halve|chop|peel)\b(?!\s+of\b)",
    re.IGNORECASE,
)
_TIES: Final = re.compile(
    r"\b(?:the|until|till|into|onto|together|it|them|over|aside|well|minutes?|mins?|hours?|oven|bowl|tin|pan|tray|fridge"
    r"|freezer|mixture|batter|dough|mix|through|between|completely|smooth|golden)\b|\b(?:for|at|to|in) an?\b"
    r"|\b(?:for|at|to|in|into)\s+\d|\d\s*°|\bseconds?\b|[a-z)][.;!]\s+\w",
    re.IGNORECASE,
)
"""What a sentence of work has and the name of a food has not."""

_OVEN: Final = re.compile(
    r"^(?:(?:in an? )?(?:mod(?:erate)?|hot|slow|cool|warm|very hot)\.? )?oven\b[^:]{0,40}\d", re.IGNORECASE
)
"""What cards write of the oven, "Mod. oven 30 mins"."""

_FEW_WORDS: Final = 2


def is_step(row: str) -> bool:
    """Whether a row without a leading amount tells what to do: it begins with a word of work and has what ties a
    sentence together. "1. Preheat the oven" is one, "1 cup oats" and "cream cheese, softened" are none."""
    short = row[:LONGEST_ROW].strip()
    number = _NUMBERED.match(short)
    said = short[number.end() :] if number else short
    if _OVEN.search(said):
        return True
    if not _WORK.match(said) or len(said.split()) < _FEW_WORDS:
        return False
    return bool(_TIES.search(said))
