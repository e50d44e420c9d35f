"""What a formula should say by what its last batches used: amounts that were always others, foods that always stood in,
what was always added or left out."""

import re
from collections.abc import Sequence
from dataclasses import dataclass
from enum import StrEnum
from typing import Final

from ample_crumb.core.batch.record import MadeLine
from ample_crumb.core.formula.evaluation import FormulaFigures
from ample_crumb.core.formula.reading import ReadLine
from ample_crumb.core.formula.rewrite import adjusted_amount
from ample_crumb.core.quantity.kitchen_scale import kitchen_grams

AMOUNT_AFTER: Final = 3
"""So many batches in a row make an amount the written one."""

FOOD_AFTER: Final = 2
"""And another food the written one."""

_OTHER: Final = 0.05
"""Less than this is how one weighs, and no other amount. Common practice."""

_START: Final = re.compile(
    r"\bstart(?:ing)? with (?:about )?(?:a |one )?(half|third|quarter|two thirds|\d+ ?g)\b", re.IGNORECASE
)


class ProposalKind(StrEnum):
    """What is proposed to a formula."""

    AMOUNT = "amount"
    FOOD = "food"
    ADD = "add"
    LEAVE_OUT = "leave out"


@dataclass(frozen=True, slots=True)
class Proposal:
    """A change of a formula: its line, which `was` another, becomes `text`; a new line in part `part` where `line_id`
    is None, no line where `text` is empty. `words` say why, `batch_count` of how many batches."""

    kind: ProposalKind
    line_id: str | None
    part: int
    was: str
    text: str
    words: str
    batch_count: int


def starts_with(text: str) -> str:
    """What a line says to start with: "half"; empty where it says nothing of it."""
    found = _START.search(text[:300])
    return found[1].casefold() if found else ""


def proposals(evaluated: FormulaFigures, batches: Sequence[Sequence[MadeLine]]) -> tuple[Proposal, ...]:
    """What the last batches, newest first, propose to the formula as it stands. What it says already is none: a batch
    of before the line said so does not count."""
    found = []
    for place, part in enumerate(evaluated.parts):
        for line in part.lines:
            proposal = _of_line(line, place, batches)
            if proposal is not None:
                found.append(proposal)
    return (*found, *_additions(evaluated, batches))


def _of_line(line: ReadLine, part: int, batches: Sequence[Sequence[MadeLine]]) -> Proposal | None:
    used = []
    for batch in batches[:AMOUNT_AFTER]:
        made = next((each for each in batch if each.line_id == line.id), None)
        if made is None or made.planned_text != line.text:
            break
        used.append(made)
    if len(used) < FOOD_AFTER or line.weighed is None or line.ingredient is None:
        return None
    foods = {each.made_food for each in used[:FOOD_AFTER]}
    (food, *others) = foods
    if not others and food and food != used[0].planned_food:
        words = f"In the last {len(used)} batches it was “{used[0].made_text}”."
        return Proposal(ProposalKind.FOOD, line.id, part, line.text, used[0].made_text, words, len(used))
    if len(used) < AMOUNT_AFTER:
        return None
    if all(not each.made_food for each in used):
        words = f"Left out in the last {len(used)} batches."
        return Proposal(ProposalKind.LEAVE_OUT, line.id, part, line.text, "", words, len(used))
    if {each.made_food for each in used} != {used[0].planned_food}:
        return None
    grams = [each.made_g for each in used]
    mean_g = sum(grams) / len(grams)
    ways = {each.made_g > each.planned_g for each in used}
    always_other = len(ways) == 1 and all(abs(each.made_g / each.planned_g - 1) > _OTHER for each in used)
    if not (always_other or starts_with(line.text)) or abs(mean_g / line.weighed.mass_g - 1) <= _OTHER:
        return None
    text = adjusted_amount(line, kitchen_grams(mean_g) / line.weighed.mass_g)
    if text is None:
        return None
    text = _START.sub("", text).rstrip(" ,;") if starts_with(text) else text
    amounts = ", ".join(f"{each:.0f}" for each in grams[:-1]) + f" and {grams[-1]:.0f}"
    return Proposal(
        ProposalKind.AMOUNT,
        line.id,
        part,
        line.text,
        text,
        f"The last {len(used)} batches took {amounts} g.",
        len(used),
    )


def _additions(evaluated: FormulaFigures, batches: Sequence[Sequence[MadeLine]]) -> tuple[Proposal, ...]:
    """What came in that the formula does not have, in each of the last batches."""
    last = batches[:FOOD_AFTER]
    if len(last) < FOOD_AFTER:
        return ()
    here = {line.ingredient.slug for line in evaluated.lines() if line.ingredient}
    came = [{each.made_food: each for each in batch if not each.planned_text} for batch in last]
    found = []
    for food, newest in came[0].items():
        if food in here or not all(food in each for each in came):
            continue
        mean_g = sum(each[food].made_g for each in came) / len(came)
        name = re.sub(r"^[\d\W]+(?:g|tbsp|tsp|cups?|scoops?)?\b\s*", "", newest.made_text)
        part = min(newest.part, len(evaluated.parts) - 1)
        words = f"Came in, in each of the last {len(came)} batches."
        found.append(
            Proposal(ProposalKind.ADD, None, part, "", f"{kitchen_grams(mean_g):g} g {name}", words, len(came))
        )
    return tuple(found)
