"""What would help where a plan cannot be ready in time: a formula left for another day, or one more of something."""

from collections.abc import Iterator
from dataclasses import dataclass, replace
from typing import Final

from ample_crumb.core.planning.plan import Plan, PlanRequest
from ample_crumb.core.planning.schedule import Effort, plan_bake_day

_MORE: Final = (
    ("ovens", "a second oven"),
    ("shelves", "baking on one more shelf"),
    ("hands", "a second pair of hands"),
    ("freezer_shelves", "one more freezer shelf"),
    ("bowls", "one more bowl"),
)
_MOST: Final = {"ovens": 2, "shelves": 2, "hands": 2, "freezer_shelves": 2, "bowls": 4}
_WORTH_MIN: Final = 5
_SHORT: Final = Effort(0.8)


@dataclass(frozen=True, slots=True)
class Help:
    """Something that gains `gains_min` of what a plan is late, in words."""

    words: str
    gains_min: int


def find_remedies(request: PlanRequest, plan: Plan, effort: Effort = _SHORT) -> tuple[Help, ...]:
    """What gains at least five minutes, most first; empty for a plan that is in time."""
    late = sum(plan.late_min.values())
    if not late:
        return ()
    found = []
    for words, other in _others(request):
        gains = late - sum(plan_bake_day(other, effort).late_min.values())
        if gains >= _WORTH_MIN:
            found.append(Help(words, gains))
    return tuple(sorted(found, key=lambda each: -each.gains_min))


def _others(request: PlanRequest) -> Iterator[tuple[str, PlanRequest]]:
    if len(request.formulas) > 1:
        for number, formula in enumerate(request.formulas):
            left = (*request.formulas[:number], *request.formulas[number + 1 :])
            if any(each.ready_by_min is not None for each in left):
                yield f"leaving “{formula.name}” for another day", replace(request, formulas=left)
    for field, words in _MORE:
        here = getattr(request.kitchen, field)
        if here < _MOST[field]:
            yield words, replace(request, kitchen=replace(request.kitchen, **{field: here + 1}))
