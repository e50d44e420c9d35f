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
_HEAP_LAST: Final = re.compile(
    rf"^(?P<number>{_NUMBER})(?P<spoon>{_SPOON}) (?P<rest>[^,()]+), ?(?P<heap>{_HEAP})$", re.IGNORECASE
)
_DRAINED: Final = re.compile(r"\b(?:net )?drained weight(?: of)? (?=[^\W\d_])", re.IGNORECASE)
_ML_CUP: Final = re.compile(
    r"^(?P<count>\d{1,2}|an?|one|two|three|four)(?:\s*[x×(]\s*|\s+)\(?(?P<size>\d{2,3})[\s-]?ml\)?[\s-]+(?:cups?|glass(?:es)?|mugs?)\b",
    re.IGNORECASE,
)
_COUNTS: Final = {"a": 1, "an": 1, "one": 1, "two": 2, "three": 3, "four": 4}
_SPOON_ALONE: Final = re.compile(
    rf"^(?=(?:(?:{_HEAP}) )?(?:tbsp|tbs|tbl|tablespoon|tsp|teaspoon|dessertspoon)\b\.? (?:of )?[^\W\d_]"
    rf"|(?:{_HEAP}) cup\b|cup of )",
    re.IGNORECASE,
)
_OF_A: Final = re.compile(rf"^(?P<number>{_NUMBER}|half|quarter|third) of an? (?=[^\W\d_])", re.IGNORECASE)
_EGG_SIZE: Final = re.compile(
    r"\s*[,(]?\s*\b(?:eu )?size[ -](?P<said>XL|[SML])\b\)?|\b(?P<before>XL|[SML])\b(?= eggs?\b)"
    r"|(?<=eggs) \((?P<bracket>XL|[SML])\)|(?<=egg) \((?P<one>XL|[SML])\)"
)
_FEW_DROPS: Final = re.compile(r"^(?:an? )?few drops\b(?: of)?", re.IGNORECASE)
_EGG: Final = re.compile(r"\b(?=eggs?\b)", re.IGNORECASE)
_EGG_SIZES: Final = {"S": "eusmall", "M": "eumedium", "L": "eularge", "XL": "euextra"}
"""Sizes of eggs as European boxes name them, as words of a line."""

_EXTRA: Final = re.compile(
    r",? (?:plus|and|\+) (?:(?:an? (?:little|bit) |some )?(?:extra|more)|an? (?:pinch|dash|splash)(?: more)?)"
    r"(?: if needed| as needed| for [^,;()]*| to [^,;()]*)?$"
    r"|,? (?:plus|and|\+) [\d½¼¾⅓⅔⅛][\d½¼¾⅓⅔⅛ /.–-]{0,8}[a-z]{0,12}\.?(?: more| extra)? (?:if|as|when) "
    r"(?:needed|necessary|required)$",
    re.IGNORECASE,
)


def in_order(plain: str) -> str:
    """The same line in the usual order. What is told to be at hand besides ("plus more if needed") is left out: it is
    counted when it is taken."""
    lower = plain.lower()
    if " of a" in lower:
        plain = _OF_A.sub(lambda match: f"{match['number'].rstrip()} ", plain)
    if "packed" in lower:
        plain = _PACKED.sub(_packed, plain)
    if any(word in lower for word in _HEAP.split("|")):
        plain = _HEAP_FIRST.sub(lambda match: f"{match['number'].rstrip()} {match['heap']} ", plain)
        plain = _HEAP_LAST.sub(
            lambda match: f"{match['number'].rstrip()} {match['heap']} {match['spoon']} {match['rest']}", plain
        )
        plain = _HEAP_BEHIND.sub(lambda match: f"{match['heap']} {match['spoon']} ", plain)
    if "drained weight" in lower:
        plain = _DRAINED.sub("drained canned ", plain)
    if any(word in lower for word in ("extra", "more", "plus a ", "needed", "necessary", "required")):
        plain = _EXTRA.sub("", plain)
    plain = _FEW_DROPS.sub("3 drops", plain)
    if "ml" in lower:
        plain = _ML_CUP.sub(_millilitres, plain)
    if "egg" in lower:
        plain = _egg_size(plain)
    return _SPOON_ALONE.sub("1 ", plain)


def _millilitres(match: re.Match[str]) -> str:
    count = _COUNTS.get(match["count"].lower()) or int(match["count"])
    return f"{count * int(match['size'])} ml"


def _egg_size(plain: str) -> str:
    """ "2 size M eggs" and "2 eggs (M)" with the size in front of the eggs, as a word of its own."""
    found = _EGG_SIZE.search(plain)
    if found is None:
        return plain
    size = next(filter(None, found.groups()))
    rest = " ".join(f"{plain[: found.start()]} {plain[found.end() :]}".split())
    return _EGG.sub(f"{_EGG_SIZES[size]} ", rest, count=1)


def _packed(match: re.Match[str]) -> str:
    lightly = (match["how"] or "").strip().lower() in ("lightly", "loosely")
    return match["spoon"] if lightly else f"{match['spoon']} packed"
