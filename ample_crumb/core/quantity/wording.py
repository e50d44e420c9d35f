"""A line put into the order of words that amounts are read in: "1 firmly packed cup", "heaped 2 tbsp", "flour plus
extra for dusting" mean what "1 cup packed", "2 heaped tbsp" and "flour" do."""

import re
from typing import Final

_SPOON: Final = r"(?:cups?|tbsps?|tbs|tbl|tablespoons?|tsps?|teaspoons?|dessertspoons?|dsp|scoops?)\b\.?"
_HEAP: Final = r"heaped|heaping|rounded|scant|generous|level"
_NUMBER: Final = r"[\d½¼¾⅓⅔⅛][\d½¼¾⅓⅔⅛ /.,–-]{0,12}"

_PACKED: Final = re.compile(
    rf"\b(?P<how>firmly |tightly |well |lightly |loosely )?packed (?P<spoon>{_SPOON})(?: of)?", re.IGNORECASE
)
_HEAP_FIRST: Final = re.compile(rf"^(?P<heap>{_HEAP}) (?P<number>{_NUMBER})(?=[^\W\d_])", re.IGNORECASE)
_HEAP_BEHIND: Final = re.compile(rf"(?P<spoon>{_SPOON}),? \(?(?P<heap>{_HEAP})\)?,? (?=[^\W\d_])", re.IGNORECASE)
_DRAINED: Final = re.compile(r"\b(?:net )?drained weight(?: of)? (?=[^\W\d_])", re.IGNORECASE)
_EXTRA: Final = re.compile(
    r",? (?:plus|and|\+) (?:an? (?:little|bit) |some )?(?:extra|more)"
    r"(?: if needed| as needed| for [^,;()]*| to [^,;()]*)?$",
    re.IGNORECASE,
)


def in_order(plain: str) -> str:
    """The same line in the usual order. What is told to be at hand besides ("plus more if needed") is left out: it is
    counted when it is taken."""
    lower = plain.lower()
    if "packed" in lower:
        plain = _PACKED.sub(_packed, plain)
    if any(word in lower for word in _HEAP.split("|")):
        plain = _HEAP_FIRST.sub(lambda match: f"{match['number'].rstrip()} {match['heap']} ", plain)
        plain = _HEAP_BEHIND.sub(lambda match: f"{match['heap']} {match['spoon']} ", plain)
    if "drained weight" in lower:
        plain = _DRAINED.sub("drained ", plain)
    if "extra" in lower or "more" in lower:
        plain = _EXTRA.sub("", plain)
    return plain


def _packed(match: re.Match[str]) -> str:
    lightly = (match["how"] or "").strip().lower() in ("lightly", "loosely")
    return match["spoon"] if lightly else f"{match['spoon']} packed"
