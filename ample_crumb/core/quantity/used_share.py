"""How much of what was prepared is used: "half used", "60 % used", "used 120 g of it", "a third left over"."""

import re
from dataclasses import dataclass
from typing import Final

from ample_crumb.core.quantity.numbers import Cursor
from ample_crumb.core.quantity.units import Unit, UnitKind, unit_named

_SAYS: Final = re.compile(r"\b(?:used?|using|left(?:[ -]?over)?|over|remaining)\b", re.IGNORECASE)
_LEFT: Final = re.compile(r"\b(?:left|over|remaining)\b|leftover", re.IGNORECASE)
_AROUND: Final = frozenset(
    "used use using left over leftover remaining only about of it this them the was were are is".split()
)
_EVERYTHING: Final = {"all": 1.0, "everything": 1.0, "none": 0.0, "nothing": 0.0}


@dataclass(frozen=True, slots=True)
class UsedAmount:
    """What is used of a line: a `share` of it, 0 to 1, or an `amount_in_unit` in the mass unit `unit`; what is said
    to be `left` is the rest of it."""

    share: float | None
    amount_in_unit: float = 0.0
    unit: Unit | None = None
    left: bool = False


def read_used(note: str) -> UsedAmount | None:
    """What a remark says of how much is used; None for a remark of anything else, or of more than all of it."""
    if not _SAYS.search(note):
        return None
    left = bool(_LEFT.search(note))
    plain = " ".join(word for word in note.replace("%", " % ").split() if word.lower().strip(".") not in _AROUND)
    whole = _EVERYTHING.get(plain.lower())
    if whole is not None:
        return UsedAmount(1 - whole if left else whole)
    cursor = Cursor(plain)
    count = cursor.number()
    if count is None:
        return None
    word = cursor.peek()
    unit = unit_named(word.text) if word else None
    if unit is not None and unit.kind is UnitKind.MASS:
        return UsedAmount(None, count.middle, unit, left)
    percent = word is not None and (word.text == "%" or word.lower.startswith("percent"))
    if unit is not None and not percent:
        return None
    share = count.middle / 100 if percent else count.middle
    if not 0 <= share <= 1:
        return None
    return UsedAmount(1 - share if left else share)


def used_in_words(share: float) -> str:
    """A share from 0 to 1 as a remark that is read again: "half used", "60 % used"."""
    return "half used" if share == 0.5 else f"{100 * share:.4g} % used"
