"""Which lines make the crumb: the dough itself, without what is put under, over or into it."""

import re
from collections.abc import Iterable
from dataclasses import dataclass
from typing import Final

from ample_crumb.core.crumb.functional_properties import FunctionalProperties, functional_properties
from ample_crumb.core.food.cupboard import Cupboard
from ample_crumb.core.food.ingredient import Ingredient
from ample_crumb.core.formula.evaluation import FormulaFigures, PartFigures
from ample_crumb.core.formula.formula import lies_beside
from ample_crumb.core.formula.reading import ReadLine

_MIXED_IN: Final = re.compile(
    r"\b(melted|ground|blended|pur[ée]{1,2}ed?|puree|mashed|grated|soaked|powdered|milled|crushed)\b", re.IGNORECASE
)
"""Words that make one dough of what is otherwise folded in whole."""

_UNMIXED: Final = re.compile(r"\b(chopped|chunks?|whole|slivered|flaked|sliced|drops)\b", re.IGNORECASE)
"""Words that keep in pieces what is otherwise one with the dough."""

_FLAVOUR: Final = re.compile(
    r"\b(vanilla|chocolate|choc|cocoa|strawberry|banana|cookies?|caramel|cinnamon|peanut|coconut|flavou?red|sweetened|"
    r"salted|mocha|coffee|lemon|birthday|cake|white)\b",
    re.IGNORECASE,
)
_PLAIN: Final = re.compile(r"\b(un-?flavou?red|un-?sweetened|plain|neutral|natural)\b|\begg white\b", re.IGNORECASE)

_ON_TOP: Final = re.compile(
    r"\b(to (serve|top|finish|dust|decorate)|for (the )?(top|pan|tin|topping|serving|dusting))\b"
)

_BROKEN_ROLES: Final = ("chocolate", "nut", "fruit", "cocoa")


@dataclass(frozen=True, slots=True)
class DoughLine:
    """A line of the dough: the food, what it does, and how many g. `in_pieces` is folded in whole, `flavoured` is a
    protein powder that its line calls by a flavour, and so is sweetened."""

    line_id: str
    text: str
    name: str
    item: Ingredient
    properties: FunctionalProperties
    mass_g: float
    in_pieces: bool
    flavoured: bool = False


@dataclass(frozen=True, slots=True)
class Dough:
    """The dough of a formula by its lines. `part` is the place of the part that a line is added to, `names` those of
    its parts; `left_out` names the parts that are judged elsewhere, `unread` the lines that could not be read, and
    `gaps` those of them that may be much of it: all but spices, flavours and salt."""

    lines: tuple[DoughLine, ...]
    part: int
    names: tuple[str, ...]
    left_out: tuple[str, ...]
    unread: tuple[str, ...]
    gaps: tuple[str, ...]

    @property
    def mass_g(self) -> float:
        """All of it."""
        return sum(share.mass_g for share in self.lines)


def dough_of(evaluated: FormulaFigures, cupboard: Cupboard) -> Dough:
    """The dough of a formula: the parts that are neither crust nor glaze nor put on after baking; all of them where
    nothing else is there."""
    inside = [place for place, part in enumerate(evaluated.parts) if not _beside(part)]
    if not any(line.weighed for place in inside for line in evaluated.parts[place].lines):
        inside = list(range(len(evaluated.parts)))
    lines = [line for place in inside for line in evaluated.parts[place].lines]
    shares = tuple(share for line in lines if (share := _share(line, cupboard)) is not None)
    unread = [line for line in lines if line.left_out]
    gaps = tuple(line.text for line in unread if not _is_trace(line, cupboard))
    outside = (part.name for place, part in enumerate(evaluated.parts) if place not in inside)
    texts = tuple(line.text for line in unread)
    heaviest = max(inside, key=lambda place: evaluated.parts[place].figures.mass_g, default=0)
    names = tuple(evaluated.parts[place].name for place in inside if evaluated.parts[place].name)
    return Dough(shares, heaviest, names, tuple(name for name in outside if name), texts, gaps)


_TRACE_ROLES: Final = ("spice", "flavour", "salt")


def _is_trace(line: ReadLine, cupboard: Cupboard) -> bool:
    return line.ingredient is not None and cupboard.ingredients[line.ingredient.slug].role in _TRACE_ROLES


def _beside(part: PartFigures) -> bool:
    return part.options.unbaked or lies_beside(part.name)


def _share(line: ReadLine, cupboard: Cupboard) -> DoughLine | None:
    if line.weighed is None or line.once(_on_top):
        return None
    item = cupboard.ingredients[line.weighed.ingredient.slug]
    properties = functional_properties(item)
    return DoughLine(
        line.id,
        line.text,
        line.name,
        item,
        properties,
        line.weighed.mass_g,
        _in_pieces(line.text, item, properties),
        bool(properties.powder) and line.once(_is_flavoured),
    )


def _is_flavoured(line: ReadLine) -> bool:
    return _FLAVOUR.search(line.text) is not None and _PLAIN.search(line.text) is None


def _on_top(line: ReadLine) -> bool:
    return _ON_TOP.search(line.text.casefold()) is not None


def _in_pieces(text: str, item: Ingredient, properties: FunctionalProperties) -> bool:
    # Another formula is made already; a topping lies in or on the dough as it came.
    if not item.role or (item.role == "topping" and not properties.dry):
        return True
    if _MIXED_IN.search(text):
        return False
    return properties.in_pieces or (item.role in _BROKEN_ROLES and not properties.dry and bool(_UNMIXED.search(text)))


def of_roles(shares: Iterable[DoughLine], *roles: str) -> float:
    """The g of foods of these roles."""
    return sum(share.mass_g for share in shares if share.item.role in roles)
