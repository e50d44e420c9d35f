"""Reads a whole recipe text: its title, parts, lines, how many pieces it makes, and where the method begins."""

import re
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Final

from ample_crumb.core.problem import TooMuch
from ample_crumb.core.quantity.line_parser import read_line
from ample_crumb.core.quantity.line_splitting import LIST_LENGTH, split_foods
from ample_crumb.core.quantity.stated_figures import begins_with_number, is_stated_row, without_boast
from ample_crumb.core.quantity.told_recipe import read_told
from ample_crumb.core.quantity.written_aside import begins_comments, is_aside
from ample_crumb.core.quantity.written_step import is_step
from ample_crumb.core.quantity.written_yield import (
    counted_title,
    is_bare_yield,
    pieces_of_method,
    read_pieces,
    says_yield,
    title_before_yield,
)

MOST_LINES: Final = 400
"""Most lines of one recipe; a long one has forty."""


@dataclass(frozen=True, slots=True)
class WrittenPart:
    """A part of a recipe ("Glaze") and its lines as written. The main part has no name."""

    name: str
    lines: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class WrittenRecipe:
    """A recipe text taken apart. `pieces` is None when the text does not say; `method` holds the steps, unread, and
    what the text says of itself; `aside` what belongs to no recipe: prose, ratings, comments."""

    title: str
    parts: tuple[WrittenPart, ...]
    pieces: int | None
    method: tuple[str, ...]
    aside: tuple[str, ...] = ()


_COMMENT: Final = re.compile(r"^\s*(?:#(?!#)\s*|//|;)")
_FRONT_MARKS: Final = re.compile(r"(?:#{2,6}|\*\*|__|==+|---+)[#*_=\-\s]*")
_BACK_MARKS: Final = ("#", "**", "__", "==", "---")
_BULLET: Final = re.compile(r"^[-*•–]\s")
_BESIDE: Final = re.compile(r"\s+[|•·]\s+")
_RUN_ON: Final = re.compile(
    r"^((?:prep|cook|total|bake|rest|chill|additional)(?:ing)?\s?time|servings?|yields?|makes|calories|course)(?=\d)",
    re.I,
)
_RULE: Final = re.compile(r"^[\s\-=_*~.·•]+$")
_INGREDIENTS: Final = re.compile(
    r"^(?:the\s+)?ingredients?(?:\s+list)?$|^you(?:'|’)?(?:ll| will)? need$|^shopping list$", re.I
)
_METHOD: Final = re.compile(
    r"^(?:the\s+)?(?:method|directions?|instructions?|steps?|preparation|procedure|how to(?: make(?: it)?)?"
    r"|(?:(?:recipe|cook(?:'|’)?s|baker(?:'|’)?s|chef(?:'|’)?s|my) )?(?:notes?|tips?)(?: (?:and|&) (?:notes?|tips?))?"
    r"|storage"
    r"|nutrition(?:al)?(?: (?:facts|information|info))?|to make(?: it)?|equipment)$",
    re.IGNORECASE,
)
_ASIDE: Final = re.compile(
    r"^(?:(?:prep(?:aration)?|cook(?:ing)?|bak(?:e|ing)|total|active|hands[- ]on|rest(?:ing)?|chill(?:ing)?"
    r"|cool(?:ing)?|freez(?:e|ing)|additional)(?: time)?\s*:|(?:diet|calories|kcal|energy)\s*:)",
    re.IGNORECASE,
)
"""Times and figures of a recipe. Kept with the method, never read as food."""

_PART_WORDS: Final = re.compile(
    r"^(?:for\s+(?:the\s+)?.+|(?:the\s+)?(?:[\w'’&-]+\s+){0,3}(?:dough|crust|base|bottom|filling|glaze|frosting|icing"
    r"|topping|toppings|batter|layer|sauce|streusel|crumble|swirl|drizzle|coating|mousse|ganache|dry|wet"
    r"|dry ingredients|wet ingredients|ingredients))$",
    re.IGNORECASE,
)
_OPTIONAL: Final = re.compile(r"\s*[(\[]?\boptional\b[)\]]?", re.IGNORECASE)
_MAY_BE_LEFT: Final = re.compile(r"\boptional\b|\bto (?:serve|finish|decorate|garnish)\b|\btoppings?\b", re.IGNORECASE)
_COUNTED_TITLE: Final = re.compile(
    r"^\d{1,3}[ -](?:ingredients?|minutes?|steps?|layers?|calories?|kcal)\b", re.IGNORECASE
)
_PLAIN_PART: Final = re.compile(r"^(?:the\s+)?[\w'’-]+$")
"""One word alone, such as "Crust", names a part where another part follows; more words are rather a title."""

_LONGEST_TITLE: Final = 10
"""Words."""

_SENTENCE: Final = re.compile(r"[.!?…][\"”’')]*$")
_FEW_WORDS, _MANY_WORDS = 5, 12
"""Of so many words something that ends like a sentence is one; of so many more anything is."""


def _is_sentence(row: str) -> bool:
    """Whether a row without an amount is what somebody says, and no name."""
    words = len(row.split())
    return (words >= _FEW_WORDS and bool(_SENTENCE.search(row))) or words >= _MANY_WORDS


def begins_method(row: str) -> bool:
    """Whether a row is the heading of the steps."""
    return bool(_METHOD.match(_without_marks(row).partition(":")[0].strip(" *_")))


def names_ingredients(row: str) -> bool:
    """Whether a row is the heading of the ingredients."""
    return bool(_INGREDIENTS.match(_without_marks(row).partition(":")[0].strip(" *_")))


def could_be_title(row: str) -> bool:
    """Whether a row could be the title of a recipe: no heading of a part or of the method, line, step or sentence."""
    bare = _without_marks(row).strip(" *_#")
    heading = ":" in bare or _METHOD.match(bare) or _INGREDIENTS.match(bare) or _PART_WORDS.match(bare)
    if heading or not bare or len(bare.split()) > _LONGEST_TITLE or _SENTENCE.search(bare):
        return False
    aside = is_aside(bare) or begins_comments(bare) or is_stated_row(bare) or is_step(bare) or begins_with_number(bare)
    return not aside and read_line(bare).amount is None


def read_recipe(text: str) -> WrittenRecipe:
    """Takes a recipe text apart. Raises TooMuch for more than `MOST_LINES` written lines.

    Headings ("For the glaze:", "## Crust", "TOPPING") begin parts; what somebody says before the title, comments and
    what is of the page are left aside. "Method" and its like end the ingredients until the
    next heading that names ingredients. Lines that begin with # or // are comments; a first line without an amount is
    the title. Dashes are bullets when most lines begin with one, otherwise "-2 cups" is a negative amount.
    """
    rows = [row.strip() for row in text.replace("\u2028", "\n").splitlines()]
    rows = [cell for row in rows if row and not _RULE.match(row) for cell in _cells(row)]
    if len(rows) > MOST_LINES:
        raise TooMuch("lines", len(rows), MOST_LINES)
    dashed = sum(row.startswith(("-", "–", "−")) for row in rows) * 2 > len(rows) > 1
    reader = _Reader()
    for row in rows:
        reader.take(re.sub(r"^[-–−](?=[\d.,½¼¾⅓⅔⅛])", "- ", row) if dashed else row)
    return reader.result()


def read_ingredient_rows(rows: Sequence[str]) -> tuple[WrittenPart, ...]:
    """The parts of rows that are known to be ingredients and headings of theirs, such as "For the glaze:"."""
    reader = _Reader()
    reader.seen = 1
    for row in rows:
        if row.strip() and not _RULE.match(row):
            reader.take_ingredient(row.strip())
    return reader.result().parts


def _cells(row: str) -> list[str]:
    """What stands side by side in a row, each with its own label: "Servings: 9 | Calories: 148", and where a page was
    copied without its spaces, "Servings18 cookies"."""
    row = _RUN_ON.sub(r"\1: ", row)
    cells = [cell.strip() for cell in _BESIDE.split(row) if cell.strip()] if len(row) <= LIST_LENGTH else [row]
    return cells if sum(":" in cell for cell in cells) > 1 and len(cells) > 1 else [row]


def _without_marks(row: str) -> str:
    """A stripped row without the signs that make a heading of it: "## Crust", "**Glaze**", "--- Topping ---"."""
    front = _FRONT_MARKS.match(row)
    bare = row[front.end() :] if front else row
    return bare.rstrip(bare[-1:] + " ") if bare.endswith(_BACK_MARKS) else bare


class _Reader:
    def __init__(self) -> None:
        self.title = ""
        self.pieces: int | None = None
        self.parts: list[tuple[str, list[str]]] = [("", [])]
        self.method: list[str] = []
        self.aside: list[str] = []
        self.in_method = False
        self.telling = False
        self.commenting = False
        self.seen = 0

    def take(self, row: str) -> None:
        self.commenting = self.commenting or begins_comments(row)
        if self.commenting or is_aside(row):
            self.aside.append(row)
            return
        if len(row) > LIST_LENGTH:
            # A paragraph: nothing that is told by its look. Before anything else it is what somebody has to say.
            told = self.in_method or (self.seen and self._step(row))
            (self.method if told else self.parts[-1][1] if self.seen else self.aside).append(row)
            self.seen += bool(self.seen)
            return
        if _COMMENT.match(row):
            if not self.seen and row.startswith("#") and not self.title:
                self.title = row.lstrip("# ").strip()
            else:
                self.aside.append(row)
            return
        first = self.seen == 0
        if first and _COUNTED_TITLE.match(row):
            # "3-Ingredient biscuits" is no amount of anything.
            self.title, self.seen = row, 1
            return
        if first and len(row.split()) > _LONGEST_TITLE and read_told((row,)) is not None:
            self.aside.append(row)
            return
        if first and is_stated_row(row):
            # "Bean squares, only 95 calories!" is a title and more.
            self.method.append(row)
            row = without_boast(row)
        if first and _is_sentence(row) and read_line(row).amount is None and read_pieces(row) is None:
            self.aside.append(row)
            return
        if not first and not self.in_method and is_stated_row(row):
            self.method.append(row)
            return
        if not first and self._told_before_lines(row):
            self.aside.append(row)
            return
        self.seen += 1
        if self._yield(row, first) or self._heading(row, first):
            return
        if self.in_method or _ASIDE.match(row) or self._step(row):
            self.method.append(row)
            return
        self.parts[-1][1].append(row)

    def take_ingredient(self, row: str) -> None:
        """Takes a row that is an ingredient or a heading. "SALT" is an ingredient: no heading by its size alone."""
        bare = row.rstrip(": ")
        shouted = bare.isupper() and row == bare and not _PART_WORDS.match(bare)
        if shouted or len(row) > LIST_LENGTH or not self._heading(row, first=False):
            self.parts[-1][1].append(row)

    def _told_before_lines(self, row: str) -> bool:
        """Whether a row between the title and the first line is what somebody says, and names neither a part nor a
        food."""
        if self.in_method or len(self.parts) > 1 or self.parts[0][1] or ":" in row:
            return False
        if row.startswith("(") and row.endswith(")"):
            return read_line(row).amount is None and read_pieces(row) is None
        if len(row.split()) < _FEW_WORDS:
            return False
        if read_line(row).amount is not None or _PART_WORDS.match(_without_marks(row)):
            return False
        return not (says_yield(row) or is_stated_row(row) or _ASIDE.match(row) or is_step(row) or read_pieces(row))

    def _step(self, row: str) -> bool:
        """Whether a row behind lines is a step, or goes on with one. Lines may follow: those of the next part do."""
        told = any(lines for _, lines in self.parts)
        self.telling = told and (is_step(row) or (self.telling and _is_sentence(row) and not begins_with_number(row)))
        return self.telling

    def _yield(self, row: str, first: bool) -> bool:
        alone = not any(lines for _, lines in self.parts)
        bare = is_bare_yield(row, alone=alone)
        says = bare or says_yield(row)
        pieces = read_pieces(row) if says or not self.in_method else None
        amount = read_line(row).amount
        counted = counted_title(row) if first and not says else None
        if counted is not None:
            self.title, self.pieces = counted
            return True
        if not says and (pieces is None or (amount is not None and amount.terms and row[:1].isdigit())):
            return False
        if self.pieces is None:
            self.pieces = pieces
        if is_step(row):
            # "Cut into 20 and serve cold" says both.
            self.method.append(row)
        if first and not says:
            self.title = title_before_yield(row)
        return True

    def _heading(self, row: str, first: bool) -> bool:
        bare = _without_marks(row)
        marked = bare != row
        before, colon, after = bare.partition(":")
        label = before.strip(" *_").rstrip(":")
        if colon and after.strip(" *_"):
            if _METHOD.match(label):
                self.in_method = True
                self.method.append(after.strip(" *_"))
                return True
            # "Glaze: 50 g icing sugar, 1 tbsp milk" holds heading and lines in one.
            foods = split_foods(after)
            if self.in_method or not _PART_WORDS.match(label):
                return False
            if read_line(foods[0]).amount is None:
                # "Optional toppings: peanut butter, berries"
                if not _MAY_BE_LEFT.search(label):
                    return False
                foods = tuple(name.strip() for name in after.split(",") if name.strip())
            self._open(label)
            self.parts[-1][1].extend(foods)
            return True
        if _METHOD.match(label):
            self.in_method = True
            return True
        if _INGREDIENTS.match(label):
            self.in_method = False
            return True
        if read_line(label).amount is not None:
            return False
        shouted = _OPTIONAL.sub("", label).isupper() and len(label) > 2 and not _BULLET.match(row)
        if marked or shouted or _PART_WORDS.match(_OPTIONAL.sub("", label)) or colon:
            if first and not colon and not label.casefold().startswith("for "):
                self.title = label
            elif not self.in_method or colon:
                self._open(label)
            return True
        if first and not self.title:
            self.title = label
            return True
        return False

    def _open(self, label: str) -> None:
        self.in_method = False
        name = re.sub(r"^for\s+(?:the\s+)?|^the\s+", "", label, flags=re.IGNORECASE).strip()
        bare = _OPTIONAL.sub("", name)
        name = name.capitalize() if bare.isupper() or bare.islower() else name
        self.parts.append((name[:80], []))

    def result(self) -> WrittenRecipe:
        parts = [WrittenPart(name, tuple(lines)) for name, lines in self.parts if lines]
        told = None if parts else read_told((*self.aside, *self.method))
        if told is not None:
            parts, self.aside, self.method = [WrittenPart("", told.lines)], [], list(told.method)
            self.pieces = self.pieces or next(filter(None, map(read_pieces, told.method)), None)
        title = self.title
        if len(parts) > 1 and not parts[0].name and _PART_WORDS.match(title) and _PLAIN_PART.match(title):
            # "Crust" over its lines, and "Filling" further down: the first of two parts, and no title.
            parts[0], title = WrittenPart(title[:80], parts[0].lines), ""
        title = title.capitalize() if title.isupper() else title
        pieces = self.pieces or pieces_of_method(tuple(self.method))
        return WrittenRecipe(title[:120], tuple(parts), pieces, tuple(self.method), tuple(self.aside))
