"""The command `fill`: what closes the rest of a day, from what there is."""

import argparse
import json
import sys
from collections.abc import Sequence
from datetime import date, datetime
from typing import Final

from ample_crumb.commands.analyse import ALL_READ, UNUSABLE
from ample_crumb.commands.files import text_of
from ample_crumb.core.day.fill import DayRoom, Fill, FillFood, FillStatus, fill_day
from ample_crumb.core.problem import CannotUse
from ample_crumb.formats.have_csv import have_from_csv

NEAREST_ONLY: Final = 4
_STEPS: Final = {"whole": 1.0, "half": 0.5}
_MOST_KCAL, _MOST_G = 20_000.0, 2_000.0


def add_options(parser: argparse.ArgumentParser) -> None:
    """What is left of the day, and what is at hand."""
    parser.add_argument("--room-kcal", required=True, type=float, metavar="N", help="energy that is left")
    parser.add_argument("--protein-g", required=True, type=float, metavar="N", help="protein still to find")
    parser.add_argument(
        "--have", required=True, metavar="FILE.csv",
        help="columns name, portion_g, energy_kcal, protein_g, energy_kcal_sd, available, eat_by; - reads input",
    )  # fmt: skip
    parser.add_argument("--step", choices=list(_STEPS), default="whole", help="whole pieces, or halves as well")
    parser.add_argument("--day", metavar="ISO", help="the day to close, as 2026-05-04; otherwise today")
    parser.add_argument("--sure", action="store_true", help="stay under for sure: 95 times of 100")
    parser.add_argument("--json", action="store_true", help="print one JSON object")


def run(given: argparse.Namespace) -> int:
    """Prints up to three ways; returns the exit code."""
    try:
        for name, value, most in (("room-kcal", given.room_kcal, _MOST_KCAL), ("protein-g", given.protein_g, _MOST_G)):
            if not -most <= value <= most:
                raise CannotUse(f"--{name} is a number up to {most:,.0f}, not {value:g}.")
        foods, past = _within_date(have_from_csv(text_of(given.have)), given.day)
        found = fill_day(foods, DayRoom(given.room_kcal, given.protein_g, sure=given.sure), _STEPS[given.step])
    except CannotUse as problem:
        print(problem, file=sys.stderr)
        return UNUSABLE
    if past:
        print(f"Left out, past {'its' if len(past) == 1 else 'their'} date: {', '.join(past)}.", file=sys.stderr)
    if given.json:
        print(json.dumps(_told(found) | {"past": past}, ensure_ascii=False, indent=2))
    else:
        _print(found)
    return ALL_READ if found.status is FillStatus.MET else NEAREST_ONLY


def _within_date(foods: Sequence[FillFood], day: str | None) -> tuple[list[FillFood], list[str]]:
    """What may be had on that day, and the names of what is past its date by then. Raises CannotUse."""
    try:
        on = datetime.now().astimezone().date() if day is None else date.fromisoformat(day)
    except ValueError as problem:
        raise CannotUse(f"--day is a day such as 2026-05-04, not {day!r:.20}.") from problem
    past = [food for food in foods if food.eat_by_h is not None and food.eat_by_h < 24.0 * on.toordinal()]
    return [food for food in foods if food not in past], [food.key for food in past]


def _told(found: Fill) -> dict[str, object]:
    return {
        "status": found.status,
        "sentence": found.sentence,
        "answers": [
            {
                "portions": [{"name": name, "count": count} for name, count in answer.portions],
                "energy_kcal": round(answer.energy_kcal, 2),
                "protein_g": round(answer.protein_g, 2),
                "sure": round(answer.sure_share, 4),
            }
            for answer in found.answers
        ],
    }


def _print(found: Fill) -> None:
    if found.sentence:
        print(found.sentence)
    for answer in found.answers:
        things = ", ".join(f"{count:g} x {name}" for name, count in answer.portions) or "nothing"
        figures = f"{answer.energy_kcal:,.0f} kcal, {answer.protein_g:.0f} g protein"
        print(f"{things}: {figures}; stays under {answer.sure_share:.0%}")
