"""What the baker tells of a batch, as it comes in, and what is kept of each of its lines."""

from dataclasses import dataclass
from typing import Annotated, Final

from ample_crumb.core.batch.deviation import AllSaid
from ample_crumb.core.batch.lots import Lots
from ample_crumb.core.bounds import LEAST, Between, Items, Letters
from ample_crumb.core.formula.formula import FamilySlug, LineId
from ample_crumb.core.production.bake_time import Oven
from ample_crumb.core.quantity.weighing import MOST_G
from ample_crumb.core.quantity.written_yield import MOST_PIECES

_Weighed = Annotated[float, Between(LEAST, MOST_G)] | None

MOST_WORDS: Final = 6


@dataclass(frozen=True, slots=True)
class BatchRecord:
    """What was told of a batch: `said` went otherwise than written; the pieces that came out in `lots`,
    `broken_count` of them broken; what was weighed, the baked without what comes on it later; of the dough
    `dough_share` became this, as `family` where that is another than written. `oven_c` is the heat as set, `took_min`
    when it was done. `signs` are what was seen then, `words` how it came out, of those that are offered."""

    said: AllSaid = ()
    lots: Lots = ()
    broken_count: Annotated[int, Between(0, MOST_PIECES)] = 0
    dough_g: _Weighed = None
    baked_g: _Weighed = None
    dough_share: Annotated[float, Between(LEAST, 1)] = 1.0
    family: FamilySlug = ""
    oven: Oven | None = None
    oven_c: Annotated[float, Between(100, 300)] | None = None
    took_min: Annotated[float, Between(0.1, 1000)] | None = None
    signs: Annotated[str, Letters(300)] = ""
    words: Annotated[tuple[Annotated[str, Letters(60, 1)], ...], Items(MOST_WORDS)] = ()
    note: Annotated[str, Letters(2000)] = ""


@dataclass(frozen=True, slots=True)
class MadeLine:
    """A line of a batch beside what was written: grams of which food, and what the line said. `planned_g` is 0 for one
    that came in, `made_g` for one that was left out. What was put on later by a share of its part, such as half a
    glaze, counts whole here: that is no change of the formula."""

    line_id: LineId
    planned_text: str
    planned_g: float
    planned_food: str
    made_text: str
    made_g: float
    made_food: str
    part: int
