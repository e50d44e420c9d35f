"""Reads one line of a recipe: how much of what."""

import re
from functools import lru_cache
from typing import Final

from ample_crumb.core.quantity.amount import Amount, Stated, Term, WrittenLine
from ample_crumb.core.quantity.lexer import TokenKind as Tok
from ample_crumb.core.quantity.numbers import Cursor, Range
from ample_crumb.core.quantity.units import BARE, Unit, UnitKind, unit_named
from ample_crumb.core.quantity.unmeasured import without_amount
from ample_crumb.core.quantity.used_share import read_used
from ample_crumb.core.quantity.word_order import in_order

LINE_LENGTH: Final = 300
"""Longest line that is read, in characters; no line of a recipe comes near it."""

_BULLET: Final = re.compile(r"^\s*(?:[-–—−*•·▪◦‣▢□☐✓+>]\s+|[•·▪◦‣▢□☐✓*]|\[[ xX]?\]\s*|\(?\d{1,3}\)\s+|\d{1,3}\.\s+)+")
_NEGATIVE: Final = re.compile(r"^[-−–](?=[\d.,½¼¾⅓⅔⅛])")
_ORNAMENT: Final = re.compile(r"^[^\w\s(\[.,½¼¾⅓⅔⅛~-]+(?=\s*[\w(½¼¾⅓⅔⅛])")
_COMMENT: Final = re.compile(r"(?:^|\s)//.*$")
_ABOUT: Final = {
    "about",
    "approx",
    "approx.",
    "approximately",
    "around",
    "roughly",
    "ca",
    "ca.",
    "circa",
    "~",
    "≈",
    "additional",
    "another",
    "generous",
    "good",
    "up",
}
_HEAPS: Final = {
    # Common practice: a heaped spoon holds about a third more than a level one, a rounded one about a fifth more.
    "heaped": 1.33,
    "heaping": 1.33,
    "rounded": 1.2,
    "generous": 1.1,
    "good": 1.1,
    "tiny": 0.7,
    "scant": 0.9,
    "level": 1.0,
    "flat": 1.0,
    "full": 1.0,
    "whole": 1.0,
    "entire": 1.0,
    "big": 1.1,
}
_SIZES: Final = {
    "small": "small",
    "medium": "medium",
    "large": "large",
    "jumbo": "jumbo",
    "sized": "",
    "big": "large",
    "xl": "extra large",
    "mini": "small",
    "sm": "small",
    "med": "medium",
    "lg": "large",
    "lrg": "large",
    "eusmall": "S",
    "eumedium": "M",
    "eularge": "L",
    "euextra": "XL",
}
_PLUS: Final = {"plus", "+", "and", "&"}
_NO_AMOUNT: Final = re.compile(
    r"\b(?:to taste|as needed|as required"
    r"|for (?:dusting|serving|greasing|the (?:tin|pan)|sprinkling|garnish|decoration))\b",
    re.IGNORECASE,
)
_OPTIONAL: Final = re.compile(r"\(?\s*\boptional\b\s*\)?", re.IGNORECASE)
_JUICE: Final = re.compile(
    r"^(?:the\s+)?(?:finely\s+)?(?:grated\s+)?(juice|zest|rind|peel)\s+(?:of|from)\s+", re.IGNORECASE
)
_TRAILING: Final = re.compile(
    r"^(?P<name>(?:[^\d(]|\d[\d.,]*\s?%)+?)\s*[:,=x×–—-]?\s*"
    r"(?P<amount>(?!\d[\d.,]*\s?%)(?:[\d½¼¾⅓⅔⅛(]|[.,]\d).*)$"
)
_BEHIND: Final = re.compile(r"\s*(?:[:,=–—]|\s-)\s*(?=[^\W\d_])")
_EACH: Final = re.compile(r"\b(?:each|apiece|per)\b", re.IGNORECASE)
_DRAINED: Final = re.compile(r"\bdrained\b", re.IGNORECASE)
_ASIDE: Final = re.compile(r"(?<=\w)\s+[-–—]\s+(?=[^\W\d_]+\b)")
"""A dash behind a name begins a remark: "vanilla extract - the good one"."""

_REMARKS: Final = re.compile(r"[,;]")
_SMALL: Final = re.compile(r"^(?:of|the|my|some)\s+", re.IGNORECASE)
_BRACKET: Final = re.compile(r"[(\[]([^()\[\]]*)[)\]]")


def without_bullet(text: str) -> str:
    """The line without the bullet, number or check box that a pasted list puts in front."""
    return _without(_BULLET, text).strip() or text.strip()


def without_optional(text: str) -> str:
    """The line without the word that says it is optional."""
    if not _OPTIONAL.search(text):
        return text
    return " ".join(_OPTIONAL.sub(" ", text).split()).replace(" ,", ",").replace(" ;", ";").rstrip(" ,;")


def _without(front: re.Pattern[str], text: str) -> str:
    found = front.match(text)
    return text[found.end() :] if found else text


@lru_cache(maxsize=8192)
def read_line(text: str) -> WrittenLine:
    """Reads one line, bullet or number in front allowed.

    Returns the line as read; what is missing or wrong stands in `problem`, never as an error. An amount that stands
    behind the name ("skyr 150 g") is understood too. The caller decides whether a line is a heading.
    """
    if len(text) > LINE_LENGTH:
        short = text[:LINE_LENGTH].rstrip() + "…"
        return WrittenLine(text, None, short, problem=f"A line holds at most {LINE_LENGTH} characters.")
    plain = (_COMMENT.sub("", text) if "//" in text else text).strip()
    optional = "optional" in plain.lower() and bool(_OPTIONAL.search(plain))
    if optional:
        plain = _OPTIONAL.sub(" ", plain)
    plain = in_order(_without(_ORNAMENT, _without(_BULLET, plain.strip(" ,;"))).strip())
    if _NEGATIVE.match(plain):
        return WrittenLine(
            text,
            None,
            plain,
            problem="Is the dash a minus? Put a space behind it if it is only a bullet.",
            optional=optional,
        )
    if not any(letter.isalpha() for letter in plain):
        return WrittenLine(text, None, plain, problem="No ingredient is named here.", optional=optional)
    read = _leading(plain) or _juice(plain) or _trailing(plain) or _trailing_words(plain)
    if read is None:
        bare = without_amount(plain)
        name, notes, _ = _name(bare.name)
        return WrittenLine(text, None, name, notes, optional, problem=_why_no_amount(plain), purpose=bare.purpose)
    amount, name, notes = read
    if any(note.lower().startswith(("zested", "zest of", "zest only")) for note in notes):
        name = f"{name.removesuffix('s')} zest"
    elif any(note.lower().startswith(("juiced", "juice of", "juice only")) for note in notes):
        name = f"{name.removesuffix('s')} juice"
    problem = ""
    if not name:
        problem = "No ingredient is named here."
    elif any(term.count.high <= 0 for term in amount.terms):
        problem = "The amount is zero."
    used = next((said for note in notes if (said := read_used(note))), None)
    notes = tuple(note for note in notes if not read_used(note)) if used else notes
    return WrittenLine(text, amount, name, notes, optional, problem, used)


def _why_no_amount(plain: str) -> str:
    if _NO_AMOUNT.search(plain):
        return "Without an amount this cannot be counted; a figure such as 1/4 tsp or 2 g would do."
    return "No amount found; write how much, such as 30 g or 2 tbsp."


def _leading(plain: str) -> tuple[Amount, str, tuple[str, ...]] | None:
    cursor = Cursor(plain)
    terms, stated = _terms(cursor)
    if not terms:
        return None
    after = cursor.peek()
    rest = plain[after.start :] if after else ""
    name, notes, more = _name(rest)
    bracketed = (*stated, *more)
    return Amount(tuple(terms), bracketed), name, notes


def _juice(plain: str) -> tuple[Amount, str, tuple[str, ...]] | None:
    """ "juice of 1 lemon", "zest of half an orange": so many pieces of lemon juice, orange zest."""
    match = _JUICE.match(plain)
    if match is None:
        return None
    read = _leading(plain[match.end() :])
    if read is None:
        return None
    part = "juice" if match.group(1).lower() == "juice" else "zest"
    amount, name, notes = read
    return amount, f"{name.removesuffix('s')} {part}", notes


def _trailing(plain: str) -> tuple[Amount, str, tuple[str, ...]] | None:
    """ "skyr 150 g", "eggs: 2", "whey x 2 scoops": the amount behind the name, and nothing behind the amount."""
    match = _TRAILING.match(plain)
    if match is None or not any(letter.isalpha() for letter in match["name"]):
        return None
    return _behind(match["name"], match["amount"])


def _trailing_words(plain: str) -> tuple[Amount, str, tuple[str, ...]] | None:
    """ "salt, a pinch", "eggs: two": the same with the amount in words, which only a sign can set apart."""
    reads = (_behind(plain[: sign.start()], plain[sign.end() :]) for sign in _BEHIND.finditer(plain) if sign.start())
    return next((read for read in reads if read is not None), None)


def _behind(before: str, behind: str) -> tuple[Amount, str, tuple[str, ...]] | None:
    if behind.startswith("(") and behind.rstrip().endswith(")"):
        behind = behind.strip().strip("()")
    cursor = Cursor(behind)
    terms, stated = _terms(cursor)
    after = cursor.peek()
    if not terms or (after is not None and after.text not in {",", ";", "(", "."}):
        return None
    name, notes, _ = _name(before)
    _, more_notes, more = _name("x" + behind[after.start :] if after else "x")
    return Amount(tuple(terms), (*stated, *more)), name, notes + more_notes


def _terms(cursor: Cursor) -> tuple[list[Term], list[Stated]]:
    """The amounts at the cursor, "1 cup plus 2 tbsp" being two, with weights in brackets right behind them."""
    terms: list[Term] = []
    stated: list[Stated] = []
    while True:
        mark = cursor.at
        if terms:
            cursor.at += 1
        term = _term(cursor, stated)
        if term is None or (terms and term.unit.kind not in {UnitKind.MASS, UnitKind.VOLUME}):
            cursor.at = mark
            break
        terms.append(term)
        if cursor.word() not in _PLUS:
            break
    if cursor.word() in {"of", "of."} and terms:
        cursor.at += 1
    return terms, stated


def _term(cursor: Cursor, stated: list[Stated]) -> Term | None:
    mark = cursor.at
    while cursor.word() in _ABOUT:
        cursor.at += 1
        if cursor.word(-1) == "up" and cursor.word() == "to":
            cursor.at += 1
    count = cursor.number()
    if cursor.word() == "%":
        # "2 % milk": a share of fat or cocoa, and no amount.
        cursor.at = mark
        return None
    if count is None:
        # "pinch of salt", "handful of spinach": the unit alone is one of it.
        unit = _unit(cursor)
        if unit is not None and (unit.rough or cursor.word() == "of"):
            return Term(Range(1, 1), unit)
        cursor.at = mark
        return None
    pack = _pack_of(cursor, count, stated)
    if pack is not None:
        return pack
    heap, size = _manner(cursor)
    unit = _unit(cursor) or BARE
    sized = _sized_pack(cursor, count, unit, stated)
    if sized is not None:
        return sized
    if unit.kind is UnitKind.PACK and unit.name == "can" and cursor.word() == "of":
        cursor.at += 1
    _beside(cursor, stated)
    if unit is BARE and not size:
        _, size = _manner(cursor)
    return Term(count, unit, size, heap)


def _pack_of(cursor: Cursor, count: Range, stated: list[Stated]) -> Term | None:
    """ "1 (15 oz) can", "2 15-oz cans", "one 8-ounce block", "2 x 400 g tins", "3 x 20 g": packs of a stated size."""
    mark = cursor.at
    bracketed = cursor.word() in {"(", "["}
    times = cursor.word() in {"x", "×", "*"}
    if bracketed or times:
        cursor.at += 1
    size = cursor.number()
    if size is None:
        cursor.at = mark
        return None
    if cursor.word() == "-":
        cursor.at += 1
    measure = _unit(cursor)
    if measure is None or measure.kind not in {UnitKind.MASS, UnitKind.VOLUME}:
        cursor.at = mark
        return None
    drained = cursor.word() == "drained"
    if drained:
        cursor.at += 1
    if bracketed:
        if cursor.word() not in {")", "]"}:
            cursor.at = mark
            return None
        cursor.at += 1
    heap, sized = _manner(cursor)
    pack = _unit(cursor)
    if pack is not None and pack.kind not in {UnitKind.PACK, UnitKind.PIECE}:
        cursor.at = mark
        return None
    if pack is None and times:
        return Term(Range(count.low * size.low, count.high * size.high), measure)
    if pack is None:
        if not bracketed:
            cursor.at = mark
            return None
        stated.append(Stated(Term(size, measure), None, drained))
        return Term(count, BARE, sized, heap)
    stated.append(Stated(Term(size, measure), True, drained))
    return Term(count, pack, sized, heap)


def _sized_pack(cursor: Cursor, count: Range, unit: Unit, stated: list[Stated]) -> Term | None:
    """ "400g tin of chickpeas", "15-oz can pumpkin", "250 ml glass of milk": one pack, its size in front."""
    mark = cursor.at
    if cursor.word() == "-":
        cursor.at += 1
    pack = _unit(cursor) if unit.kind in {UnitKind.MASS, UnitKind.VOLUME} else None
    if pack is None or pack.kind not in {UnitKind.PACK, UnitKind.PIECE}:
        cursor.at = mark
        return None
    if unit.kind is UnitKind.VOLUME:
        return Term(count, unit)
    stated.append(Stated(Term(count, unit), True))
    return Term(Range(1, 1), pack)


def _manner(cursor: Cursor) -> tuple[float, str]:
    """Words between number and unit: "heaping", "level", "large", "extra large"."""
    heap, size = 1.0, ""
    while True:
        word = cursor.word()
        if word == "extra" and cursor.word(1) in {"large", "-"}:
            cursor.at += 3 if cursor.word(1) == "-" else 2
            size = "extra large"
        elif word in _SIZES and word != "mini":
            size = _SIZES[word] or size
            cursor.at += 1
        elif word in _HEAPS and (_is_unit(cursor, 1) or cursor.word(1) in _SIZES):
            heap = _HEAPS[word]
            cursor.at += 1
        elif word in {",", "-"} and cursor.word(1) in (_SIZES.keys() | {"sized"}):
            cursor.at += 1
        else:
            return heap, size


def _is_unit(cursor: Cursor, ahead: int) -> bool:
    token = cursor.peek(ahead)
    return token is not None and token.kind is Tok.WORD and unit_named(token.text) is not None


def _unit(cursor: Cursor) -> Unit | None:
    if cursor.word() == "-" and _is_unit(cursor, 1):
        cursor.at += 1
    token = cursor.peek()
    if token is None or token.kind is not Tok.WORD:
        return None
    word = token.text.lower().rstrip(".")
    if word in {"us", "metric", "imperial"} and _is_unit(cursor, 1):
        cursor.at += 1
        return _unit(cursor)
    if word in {"fl", "fluid"} and cursor.word(1).rstrip(".") in {"oz", "ounce", "ounces"}:
        cursor.at += 2
        return unit_named("floz")
    if word == "fl" and cursor.word(1) == "." and cursor.word(2).startswith("oz"):
        cursor.at += 3
        return unit_named("floz")
    found = unit_named(token.text)
    if found is not None:
        cursor.at += 1
    return found


def _beside(cursor: Cursor, stated: list[Stated]) -> None:
    """A second measure right behind the first: "1 cup (112 g)", "1 cup/112 g", "2 scoops, 60 g"."""
    mark = cursor.at
    sign = cursor.word()
    if sign not in {"(", "[", "/", "|", ",", "or", "="}:
        return
    cursor.at += 1
    while cursor.word() in _ABOUT:
        cursor.at += 1
    count = cursor.number()
    unit = _unit(cursor) if count is not None else None
    if count is None or unit is None or unit.kind not in {UnitKind.MASS, UnitKind.VOLUME}:
        cursor.at = mark
        return
    each, drained = None, False
    while cursor.word() in {"each", "drained", "total", "net"}:
        each = True if cursor.word() == "each" else False if cursor.word() == "total" else each
        drained = drained or cursor.word() in {"drained", "net"}
        cursor.at += 1
    if sign in {"(", "["}:
        if cursor.word() not in {")", "]"}:
            # "(60 g, or 1/2 cup)": read again as a bracket of the name.
            cursor.at = mark
            return
        cursor.at += 1
    if cursor.word() == ",":
        cursor.at += 1
    stated.append(Stated(Term(count, unit), each, drained))


def _name(rest: str) -> tuple[str, tuple[str, ...], tuple[Stated, ...]]:
    """The name, the remarks and the bracketed weights in what stands behind the amount."""
    stated: list[Stated] = []
    notes: list[str] = []

    def bracket(match: re.Match[str]) -> str:
        inner = match.group(1).strip()
        found = None if read_used(inner) else _stated(inner, bool(_DRAINED.search(rest[: match.start()])))
        if found is not None:
            stated.append(found)
        elif inner:
            notes.append(inner)
        return " "

    bare = _BRACKET.sub(bracket, rest)
    bare = " ".join(bare.split()).strip(" ,;:.-–—*/")
    name, _, remark = _ASIDE.sub(", ", bare).partition(",")
    # A comma inside a figure of the name ("cottage cheese, 2 % fat") only moves the fat level into the remarks.
    notes = [*(part.strip() for part in _REMARKS.split(remark) if part.strip()), *notes]
    name = _SMALL.sub("", name.strip())
    return name.strip(" .:;-–—"), tuple(notes), tuple(stated)


def _stated(inner: str, drained_before: bool) -> Stated | None:
    """A weight or volume in a bracket, "about 60 g", "15 oz each", "1/2 cup / 112 g": mass is preferred."""
    best: Term | None = None
    for piece in re.split(r"[/;|,]|\bor\b", _half_slashes(inner)):
        cursor = Cursor(piece)
        while cursor.word() in _ABOUT:
            cursor.at += 1
        count = cursor.number()
        unit = _unit(cursor) if count is not None else None
        if count is None or unit is None or unit.kind not in {UnitKind.MASS, UnitKind.VOLUME}:
            continue
        if best is None or (best.unit.kind is UnitKind.VOLUME and unit.kind is UnitKind.MASS):
            best = Term(count, unit)
    if best is None:
        return None
    each = True if _EACH.search(inner) else False if "total" in inner.lower() else None
    return Stated(best, each, drained_before or bool(_DRAINED.search(inner)))


def _half_slashes(text: str) -> str:
    """Slashes of fractions made fraction signs, so that the other slashes can part alternatives."""
    return re.sub(r"(\d)\s?/\s?(\d)", r"\1⁄\2", text)
