"""What a text says of itself: "only 95 calories", "Protein: 12 g", "per bar: 163 kcal, 9 g protein, net carbs 4 g"."""

import re
from dataclasses import dataclass, replace
from typing import Final

LONGEST_ROW: Final = 600
MOST_ROWS: Final = 400

KJ_PER_KCAL: Final = 4.184

_NUMBER: Final = r"(\d{1,4}(?:[.,]\d{1,2})?)"
_ABOUT: Final = r"\s*[:=]?\s*(?:about|only|just|approx\.?|ca\.?|~)?\s*"
_KCAL: Final = re.compile(
    rf"{_NUMBER}\s*(?:kcals?|cals?|calories)\b|\b(?:calories|kcals?|energy){_ABOUT}{_NUMBER}(?![\d.,]*\s*(?:kj|g\b|%|°|min|h\b))(?!\d)",
    re.IGNORECASE,
)
_KJ: Final = re.compile(rf"{_NUMBER}\s*kj\b", re.IGNORECASE)
_LEADING: Final = re.compile(r"^[-–•*]?\s*[\d½¼¾⅓⅔⅛]")
_KCAL_FIRST: Final = re.compile(r"^[-–•*]?\s*\d{1,4}\s*(?:kcals?|cals?|calories|kj)\b", re.IGNORECASE)
_BOAST: Final = re.compile(
    r"[,;:(–-]?\s*\b(?:only|just|under|with|at|for)?\s*\d{1,4}\s*"
    r"(?:kcals?|cals?|calories|g (?:of )?protein)\b.*$",
    re.IGNORECASE,
)
_OTHER_BASIS: Final = re.compile(r"\bper\s*100\s*g|\b(?:whole|entire|total|batch)\b|\bdaily\b|% ?dv", re.IGNORECASE)
_PER: Final = re.compile(
    r"\b(?:per|each|a|one)\s+(?:serving|piece|slice|bar|cookie|biscuit|square|muffin|ball|portion|brownie|cupcake)\b"
    r"|\b(?:nutrition|macros)\b",
    re.IGNORECASE,
)
_FOOD_OF_IT: Final = (
    r"(?!\s*(?:powder|isolate|concentrate|bars?|shake|pudding|blend|crisps|oats|pancake|yogh?urt|free))"
)
_WORDS: Final = {
    "net_carbohydrate_g": r"net\s+carb(?:s|ohydrates?)?",
    "carbohydrate_g": r"(?<!net )(?<!net\s\s)carb(?:s|ohydrates?)?",
    "protein_g": rf"protein{_FOOD_OF_IT}",
    "saturates_g": r"saturate[sd](?:\s+fat)?",
    "fat_g": r"(?<!saturated )(?:total\s+)?fats?(?!\s*[- ]?free)",
    "sugars_g": rf"sugars?{_FOOD_OF_IT}",
    "fibre_g": r"fib(?:re|er)",
}
_GRAMS: Final = {
    name: re.compile(rf"{_NUMBER}\s*g\s*(?:of\s+)?(?:{word})\b|\b(?:{word})\b{_ABOUT}{_NUMBER}\s*g\b", re.IGNORECASE)
    for name, word in _WORDS.items()
}
_ALONE: Final = re.compile(
    rf"^[^\w]*(?:{'|'.join(_WORDS.values())}){_ABOUT}\d{{1,3}}(?:[.,]\d)?\s*g\W*$", re.IGNORECASE
)


_LETTERS: Final = {
    name: re.compile(
        rf"(?<![\w.]){_NUMBER}\s?g?\s?{letter}(?:ro(?:tein)?|arbs?|at)?(?!\w)|(?<!\w){letter}\s?[:=]?\s?{_NUMBER}\s?g?(?![\w.,/])",
        re.IGNORECASE,
    )
    for name, letter in (("protein_g", "p"), ("carbohydrate_g", "c"), ("fat_g", "f"))
}
"""Short for protein, carbohydrate and fat beside an energy: "33p / 45c / 6f", "P 9, C 20, F 3"."""


@dataclass(frozen=True, slots=True)
class StatedFigures:
    """Figures of a piece as a text states them; None where it does not."""

    energy_kcal: float | None = None
    protein_g: float | None = None
    fat_g: float | None = None
    saturates_g: float | None = None
    carbohydrate_g: float | None = None
    net_carbohydrate_g: float | None = None
    sugars_g: float | None = None
    fibre_g: float | None = None


NOTHING_STATED: Final = StatedFigures()


def read_stated(text: str) -> StatedFigures:
    """What the rows of a text state of a piece, the first that does for each figure. Figures of the whole batch, of 100
    g and of a day are none; grams count only beside an energy, in a row of several, or alone in a row."""
    stated = NOTHING_STATED
    for row in text.splitlines()[:MOST_ROWS]:
        short = row[:LONGEST_ROW]
        if not any(sign.isdigit() for sign in short) or _OTHER_BASIS.search(short):
            continue
        energy = _energy(short)
        grams = {
            name: value for name, pattern in _GRAMS.items() if (value := _first(pattern.search(short))) is not None
        }
        if energy is not None and not grams:
            short_for = {name: _first(pattern.search(short)) for name, pattern in _LETTERS.items()}
            if None not in short_for.values():
                grams = {name: value for name, value in short_for.items() if value is not None}
        if energy is None and len(grams) < 2 and not (grams and (_ALONE.match(short) or _PER.search(short))):
            continue
        said = grams | ({} if energy is None else {"energy_kcal": energy})
        stated = replace(stated, **{name: value for name, value in said.items() if getattr(stated, name) is None})
    return stated


def begins_with_number(row: str) -> bool:
    """Whether a row begins with a number, behind a bullet perhaps, as lines do."""
    return bool(_LEADING.match(row))


def is_stated_row(row: str) -> bool:
    """Whether a row says something of the recipe and is no line of it: it states figures, and does not begin with an
    amount of a food."""
    short = row[:LONGEST_ROW]
    if not any(sign.isdigit() for sign in short) or (begins_with_number(short) and not _KCAL_FIRST.match(short)):
        return False
    return read_stated(short) != NOTHING_STATED or bool(
        _PER.search(short) and (_KCAL.search(short) or _KJ.search(short))
    )


def without_boast(title: str) -> str:
    """A title without what it says of its figures: "Bean squares, only 95 calories!" is called "Bean squares"."""
    bare = _BOAST.sub("", title[:LONGEST_ROW]).strip(" ,;:–-(!")
    return bare or title


def _energy(row: str) -> float | None:
    kcal = _first(_KCAL.search(row))
    if kcal is not None:
        return kcal
    kj = _first(_KJ.search(row))
    return None if kj is None else kj / KJ_PER_KCAL


def _first(match: re.Match[str] | None) -> float | None:
    if match is None:
        return None
    return float(next(group for group in match.groups() if group).replace(",", "."))
