"""The command `keep`: until when something is good that was made then and kept there."""

import argparse
import json
import sys
from collections.abc import Iterable
from datetime import datetime, timedelta
from typing import Final

from ample_crumb.commands.analyse import ALL_READ, UNUSABLE
from ample_crumb.core.formula.families import families
from ample_crumb.core.keeping.eat_by import Stay, eat_by_of, spent_of
from ample_crumb.core.keeping.places import Place, Wrapping
from ample_crumb.core.keeping.shelf_life import kind_of_family, shelf_lives
from ample_crumb.core.problem import CannotUse

_MOST_CHARACTERS: Final = 60


def add_options(parser: argparse.ArgumentParser) -> None:
    """What was made, when, and where it has been."""
    parser.add_argument("--family", required=True, choices=[family.slug for family in families()])
    parser.add_argument("--made", metavar="ISO", help="when it was made, as 2026-05-04T12:00; otherwise now")
    parser.add_argument("--place", choices=list(Place), help="where it was put first; otherwise where it belongs")
    parser.add_argument(
        "--moved", action="append", default=[], metavar="PLACE@ISO", help="where it was moved, and when; in any order"
    )
    parser.add_argument("--wrapping", choices=list(Wrapping), default=Wrapping.COVERED, help="how it is wrapped")
    parser.add_argument("--json", action="store_true", help="print one JSON object")


def run(given: argparse.Namespace) -> int:
    """Prints until when it is good; returns the exit code."""
    try:
        made = _moment("--made", given.made) if given.made is not None else datetime.now().astimezone()
        life = shelf_lives()[kind_of_family(given.family)]
        wrapping = Wrapping(given.wrapping)
        stays = [Stay(Place(given.place) if given.place else life.home, 0.0, wrapping)]
        stays += [Stay(place, hours, wrapping) for hours, place in sorted(_moves(given.moved, made))]
        found = eat_by_of(spent_of(stays, life), life)
        eat_by, usual_until = (_after(made, hours) for hours in (found.eat_by_h, found.usual_until_h))
    except CannotUse as problem:
        print(problem, file=sys.stderr)
        return UNUSABLE
    if given.json:
        told = {
            "eat_by": eat_by.isoformat(),
            "usual_until": usual_until.isoformat(),
            "why": found.why,
            "cautions": [*found.cautions, *found.at_first],
            "source": life.source,
        }
        print(json.dumps(told, ensure_ascii=False, indent=2))
        return ALL_READ
    print(f"Good until {eat_by:%A %d %B %Y, %H:%M}{'' if not found.for_taste else ', for its taste'}.")
    if usual_until > eat_by:
        print(f"Many keep it until {usual_until:%A %d %B %Y, %H:%M}.")
    print(found.why)
    print("\n".join((*found.cautions, *found.at_first, f"Thawing: {life.thaw}.", f"Source: {life.source}.")))
    return ALL_READ


def _moves(texts: Iterable[str], made: datetime) -> Iterable[tuple[float, Place]]:
    for text in texts:
        name, at, iso = text[:_MOST_CHARACTERS].partition("@")
        if not at or name not in list(Place):
            raise CannotUse(f"--moved is a place and when, such as freezer@2026-05-04T12:00, not {text[:30]!r}.")
        moment = _moment("--moved", iso)
        if moment.tzinfo is None:
            moment = moment.replace(tzinfo=made.tzinfo)
        elif made.tzinfo is None:
            raise CannotUse(f"--moved {text[:40]} names a time zone and --made does not; give both or neither.")
        hours = (moment - made) / timedelta(hours=1)
        if hours < 0:
            raise CannotUse(f"--moved {text[:30]} is before it was made, {made.isoformat()}.")
        yield hours, Place(name)


def _moment(option: str, text: str) -> datetime:
    try:
        return datetime.fromisoformat(text[:_MOST_CHARACTERS])
    except ValueError as problem:
        raise CannotUse(f"{option} takes a day and time such as 2026-05-04T12:00, not {text[:30]!r}.") from problem


def _after(made: datetime, hours: float) -> datetime:
    try:
        return (made + timedelta(hours=hours)).replace(microsecond=0)
    except OverflowError as problem:
        raise CannotUse(f"--made {made.isoformat()} is at the end of the calendar.") from problem
