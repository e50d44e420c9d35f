"""Parts a text that holds several recipes into one text for each."""

import re
from collections.abc import Sequence
from typing import Final

from ample_crumb.core.quantity.line_parser import read_line
from ample_crumb.core.quantity.recipe_parser import begins_method, could_be_title, names_ingredients
from ample_crumb.core.quantity.written_aside import begins_comments
from ample_crumb.core.quantity.written_step import is_step
from ample_crumb.core.quantity.written_yield import says_yield

MOST_RECIPES: Final = 40
"""Most recipes of a text that is looked through at once, as a pasted one is."""
MOST_ROWS: Final = 4000
LONGEST_ROW: Final = 200

_RULE: Final = re.compile(r"^\s*(?:[-=_*~•]\s*){3,}$")
_AHEAD: Final = 4
"""So soon behind its title a recipe comes to its lines."""

_FEWEST_LINES: Final = 2
_WITHIN: Final = 60
"""Within so many rows of its title a recipe has those."""


def split_recipes(text: str) -> tuple[str, ...]:
    """Each recipe of a text, however many; a text of one comes back as it is. Another begins with a title behind a
    method, behind a rule, or marked as the first was; each has two lines with an amount at least; what has none stays
    where it is."""
    rows = text.replace("\u2028", "\n").splitlines()
    if len(rows) > MOST_ROWS:
        return (text,)
    starts = [0]
    lines, telling, ruled, marked, commenting = 0, False, False, False, False
    for place, row in enumerate(rows):
        bare = row.strip()
        if not bare:
            continue
        if _RULE.match(bare):
            ruled = True
            continue
        short = bare[:LONGEST_ROW]
        top = bare.startswith("# ")
        commenting = commenting or begins_comments(short)
        begun = lines >= _FEWEST_LINES and ((telling and not commenting) or ruled or (top and marked))
        if begun and could_be_title(short) and _recipe_follows(rows[place + 1 : place + 1 + _WITHIN]):
            starts.append(place)
            lines, telling, commenting = 0, False, False
            marked = top
        elif begins_method(short) or is_step(short):
            telling = True
        elif not telling and _has_amount(short):
            lines += 1
        marked = marked or top
        ruled = False
    if len(starts) < 2:
        return (text,)
    ends = (*starts[1:], len(rows))
    return tuple("\n".join(rows[start:end]) for start, end in zip(starts, ends, strict=True))


def _recipe_follows(rows: Sequence[str]) -> bool:
    """Whether lines of a recipe come soon, and two at least before the next method."""
    found, seen = 0, 0
    for row in rows:
        bare = row.strip()[:LONGEST_ROW]
        if not bare or _RULE.match(bare):
            continue
        seen += 1
        if begins_method(bare) or is_step(bare):
            return False
        if _has_amount(bare):
            found += 1
        elif not found and seen > _AHEAD and not (names_ingredients(bare) or says_yield(bare)):
            return False
        if found >= _FEWEST_LINES:
            return True
    return False


def _has_amount(row: str) -> bool:
    return any(sign.isdigit() or sign in "½¼¾⅓⅔⅛" for sign in row) and read_line(row).amount is not None
