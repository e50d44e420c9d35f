"""How much of a batch somebody eats, as one says it: "1 1/2 pieces", "45 g", "a quarter of the whole"."""

import re
from typing import Final

from ample_crumb.core.problem import CannotUse
from ample_crumb.core.quantity.numbers import Cursor
from ample_crumb.core.quantity.units import MeasureSystem, UnitKind, measure_size, unit_named

MOST_PIECES: Final = 100.0

_WHOLE: Final = re.compile(r"\b(?:whole|batch|all of it|everything|tin|cake|tray)\b", re.IGNORECASE)
_PIECE: Final = frozenset({"piece", "pieces", "of", "a", "one"})


def pieces_in(text: str, piece_g: float, count: float) -> float:
    """How many pieces that is, of which one weighs `piece_g` and the whole has `count`. Raises CannotUse in words."""
    plain = text.strip()
    whole = bool(_WHOLE.search(plain))
    cursor = Cursor(plain)
    number = cursor.number()
    word = cursor.peek()
    amount = number.middle if number else 1.0 if whole or _is_one(plain) else None
    unit = unit_named(word.text) if word else None
    weighed = unit is not None and unit.kind is UnitKind.MASS
    percent = word is not None and word.text == "%"
    # Two cups or a heap are no pieces.
    strange = word is not None and not (weighed or percent or whole or word.lower in _PIECE)
    if amount is None or strange:
        raise CannotUse(f"“{plain[:30]}” is no amount we can read: 2, half a piece, 45 g or a quarter of the whole.")
    if percent:
        amount, whole = amount / 100, True
    if unit is not None and weighed:
        if piece_g <= 0:
            raise CannotUse("A piece of it has no grams yet, so nothing can be weighed off.")
        pieces = amount * measure_size(unit.name, MeasureSystem.US) / piece_g
    else:
        pieces = amount * count if whole else amount
    if not 0 < pieces <= MOST_PIECES:
        raise CannotUse(f"From a part of a piece to {MOST_PIECES:.0f} pieces.")
    return pieces


def _is_one(plain: str) -> bool:
    return bool(plain) and all(word in _PIECE for word in plain.casefold().split())
