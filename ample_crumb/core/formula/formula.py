"""A formula as written: lines, parts and how each part goes in."""

from dataclasses import dataclass
from enum import StrEnum
from typing import Final

from ample_crumb.core.quantity.line_splitting import split_foods
from ample_crumb.core.quantity.recipe_parser import WrittenRecipe


@dataclass(frozen=True, slots=True)
class Line:
    """A line as written; `chosen` is the slug of the ingredient that the baker picked for it, if any."""

    text: str
    chosen: str | None = None


class PartBake(StrEnum):
    """When a part is baked: with the rest, before the rest is laid on it, or not at all."""

    WITH_THE_REST = "with the rest"
    BEFORE = "before"
    NOT = "not"


@dataclass(frozen=True, slots=True)
class PartOptions:
    """How a part goes in: `loss_share` is what baking takes of it, None for its family's; of what was made of it
    `used_share` goes in; it may be `optional`; `bake` says when it is baked."""

    loss_share: float | None = None
    used_share: float = 1.0
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

    name: str
    lines: tuple[Line, ...]
    options: PartOptions = WHOLE


def parts_of(recipe: WrittenRecipe) -> tuple[Part, ...]:
    """The parts of a recipe text as parts of a formula; a line of several foods becomes one line for each."""
    return tuple(
        Part(part.name, tuple(Line(food) for text in part.lines for food in split_foods(text))) for part in recipe.parts
    )
