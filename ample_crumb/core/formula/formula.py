"""A formula as written: lines, parts and how each part goes in."""

import re
from collections.abc import Sequence
from dataclasses import dataclass, field, replace
from enum import StrEnum
from typing import Annotated, Final

from ample_crumb.core.bounds import LEAST, Between, Items, Letters
from ample_crumb.core.quantity.line_splitting import lines_of
from ample_crumb.core.quantity.recipe_parser import MOST_LINES, WrittenPart, WrittenRecipe
from ample_crumb.core.quantity.written_yield import MOST_PIECES

LINE_ID_LENGTH: Final = 40

MOST_LOSS: Final = 0.6
"""More than this no kitchen bakes out of a dough; a rusk loses about half. Common practice."""

LineText = Annotated[str, Letters(1000)]
LineId = Annotated[str, Letters(LINE_ID_LENGTH, pattern=r"^[0-9A-Za-z_-]*$")]
"""The id of a line, made where it is typed; empty for one that has none yet."""
FamilySlug = Annotated[str, Letters(40, pattern=r"^[a-z-]*$")]
PieceCount = Annotated[int, Between(1, MOST_PIECES)]


@dataclass(frozen=True, slots=True)
class Line:
    """A line as written; `chosen` is the slug of the ingredient that the baker picked for it, if any. `id` names it
    within its formula, wherever it stands there; two lines that say the same are alike whatever they are named."""

    text: LineText
    chosen: Annotated[str, Letters(80)] | None = None
    id: LineId = field(default="", compare=False)


class PartBake(StrEnum):
    """When a part is baked: with the rest, before the rest is laid on it, or not at all."""

    WITH_THE_REST = "with the rest"
    BEFORE = "before"
    NOT = "not"


@dataclass(frozen=True, slots=True)
class PartOptions:
    """How a part goes in: `loss_share` is what baking takes of it, None for its family's; of what was made of it
    `used_share` goes in; it may be `optional`; `bake` says when it is baked."""

    loss_share: Annotated[float, Between(0, MOST_LOSS)] | None = None
    used_share: Annotated[float, Between(LEAST, 1)] = 1.0
    optional: bool = False
    bake: PartBake = PartBake.WITH_THE_REST

    @property
    def unbaked(self) -> bool:
        """Whether the oven never sees it."""
        return self.bake is PartBake.NOT


WHOLE: Final = PartOptions()
"""All of what was made goes in, with the rest."""


@dataclass(frozen=True, slots=True)
class Part:
    """A part of a formula, such as a glaze. The main part may go without a name."""

    name: Annotated[str, Letters(80)]
    lines: Annotated[tuple[Line, ...], Items(MOST_LINES)]
    options: PartOptions = WHOLE


Parts = Annotated[tuple[Part, ...], Items(40)]

_BESIDE: Final = re.compile(
    r"\b(crusts?|bases?|toppings?|glazes?|icings?|frostings?|drizzles?|sauces?|swirls?|to (serve|finish|dust)|finish|"
    r"garnish|decorat\w*|dusting|crumble|streusel|coating|syrup)\b",
    re.IGNORECASE,
)
"""Names of parts that stand under or on a dough."""


_PUT_ON: Final = re.compile(
    r"\b(frostings?|icings?|glazes?|whipped cream|toppings?|drizzles?|ganache|to (?:serve|finish|decorate|dust|garnish)"
    r"|for (?:serving|dusting|decorating|finishing|garnish)|garnish|decorations?|dusting|serving)\b",
    re.IGNORECASE,
)
"""Names of parts that are put on after baking."""

_BAKED_ON: Final = re.compile(r"\b(?:crumble|streusel|crumb|oat|baked)\b", re.IGNORECASE)
_MAY_BE_LEFT: Final = re.compile(
    r"\boptional\b|\b(?:to|for) (?:serv|decorat|garnish|dust|finish)\w*|\bgarnish\b|^(?:serving|decorations?)$",
    re.IGNORECASE,
)
_NEEDS_BAKING: Final = re.compile(r"\beggs?\b(?! whites?| yolks?)|\b(?<!rice )(?<!almond )flour\b", re.IGNORECASE)
_OPTIONAL: Final = re.compile(r"\s*[(\[]?\boptional\b[)\]]?\s*", re.IGNORECASE)


def options_said(name: str) -> PartOptions:
    """How a part of that name goes in, as its name says it: put on after baking, or to be left out as one likes."""
    put_on = bool(_PUT_ON.search(name)) and not _BAKED_ON.search(name)
    bake = PartBake.NOT if put_on else PartBake.WITH_THE_REST
    return PartOptions(bake=bake, optional=bool(_MAY_BE_LEFT.search(name)))


def _options(part: WrittenPart) -> PartOptions:
    """As its name says; but what has whole eggs or flour in it is baked, however it is called."""
    said = options_said(part.name)
    raw = said.unbaked and any(_NEEDS_BAKING.search(line) for line in part.lines)
    return replace(said, bake=PartBake.WITH_THE_REST) if raw else said


def lies_beside(name: str) -> bool:
    """Whether a part of that name stands under or on a dough, as a crust or a glaze does."""
    return bool(_BESIDE.search(name))


def with_line_ids(parts: Sequence[Part]) -> tuple[Part, ...]:
    """The same parts, each line with an id of its own: the one it has, unless there is none or another line has it."""
    taken = {line.id for part in parts for line in part.lines}
    seen: set[str] = set()
    number = 0

    def named(line: Line) -> Line:
        nonlocal number
        if line.id and line.id not in seen:
            seen.add(line.id)
            return line
        while (new := f"line-{number + 1}") in taken:
            number += 1
        number += 1
        return replace(line, id=new)

    return tuple(replace(part, lines=tuple(map(named, part.lines))) for part in parts)


def parts_of(recipe: WrittenRecipe) -> tuple[Part, ...]:
    """The parts of a recipe text as parts of a formula; a line of several foods becomes one line for each. Where there
    are several, what is put on after baking or may be left out is so by its name."""
    several = len(recipe.parts) > 1
    return with_line_ids(
        [
            Part(
                _OPTIONAL.sub(" ", part.name).strip(" ,") if several else part.name,
                tuple(Line(food) for text in part.lines for food in lines_of(text)),
                _options(part) if several else WHOLE,
            )
            for part in recipe.parts
        ]
    )
