"""The command `targets`: what a day's targets come to for a body, with every sum."""

import argparse
import json
import sys
from dataclasses import asdict
from typing import Final

from ample_crumb.commands.analyse import ALL_READ, UNUSABLE
from ample_crumb.core.day.resting_energy import Sex
from ample_crumb.core.day.worked_out_targets import Circumstance, Physique, WorkedOutTargets, work_out_targets
from ample_crumb.core.problem import CannotUse

REFUSED: Final = 5

_LIMITS: Final = {
    "age": (5, 120, "years"),
    "height": (90, 250, "cm"),
    "weight": (15, 400, "kg"),
    "body_fat": (3, 70, "%"),
    "activity": (1.2, 1.9, "times the energy at rest"),
    "rate": (-5, 5, "% of body weight a week"),
    "burned": (500, 10_000, "kcal"),
}


def add_options(parser: argparse.ArgumentParser) -> None:
    """A body, its activity, and what it shall come to."""
    parser.add_argument("--sex", required=True, choices=list(Sex), help="which form of the equations holds")
    parser.add_argument("--age", required=True, type=float, metavar="YEARS")
    parser.add_argument("--height", required=True, type=float, metavar="CM")
    parser.add_argument("--weight", required=True, type=float, metavar="KG")
    parser.add_argument("--body-fat", type=float, metavar="PERCENT", help="where it was measured")
    parser.add_argument(
        "--activity", type=float, default=1.2, metavar="FACTOR", help="1.2 (sitting) to 1.9 (very active)"
    )
    parser.add_argument(
        "--rate", type=float, default=0.0, metavar="PERCENT", help="of weight to lose a week; below nothing to gain"
    )
    parser.add_argument(
        "--burned", type=float, metavar="KCAL", help="what is burned a day by weight and diary, instead of activity"
    )
    parser.add_argument(
        "--with", dest="circumstances", action="append", default=[], choices=list(Circumstance), metavar="CIRCUMSTANCE",
        help=f"what a doctor has a say in; one of: {', '.join(Circumstance)}",
    )  # fmt: skip
    parser.add_argument("--json", action="store_true", help="print one JSON object")


def run(given: argparse.Namespace) -> int:
    """Prints targets and their sums; returns the exit code."""
    try:
        body = _body(given)
    except CannotUse as problem:
        print(problem, file=sys.stderr)
        return UNUSABLE
    found = work_out_targets(body)
    if given.json:
        print(json.dumps(_told(found), ensure_ascii=False, indent=2))
    else:
        print("\n".join(_lines(found)))
    return REFUSED if found.refused else ALL_READ


def _body(given: argparse.Namespace) -> Physique:
    for name, (low, high, unit) in _LIMITS.items():
        value = getattr(given, name)
        # A number that is none fails as well.
        if value is not None and not low <= value <= high:
            raise CannotUse(f"--{name.replace('_', '-')} is from {low} to {high} {unit}, not {value:g}.")
    circumstances = tuple(Circumstance(each) for each in dict.fromkeys(given.circumstances))
    return Physique(
        Sex(given.sex), given.age, given.height, given.weight, given.body_fat, given.activity, given.rate,
        given.burned, circumstances,
    )  # fmt: skip


def _told(found: WorkedOutTargets) -> dict[str, object]:
    resting = found.resting_kcal
    return {
        "resting_kcal": {
            "mifflin_st_jeor": round(resting.mifflin_st_jeor_kcal, 1),
            "katch_mcardle": None if resting.katch_mcardle_kcal is None else round(resting.katch_mcardle_kcal, 1),
            "cunningham": None if resting.cunningham_kcal is None else round(resting.cunningham_kcal, 1),
        },
        "maintenance_kcal": round(found.maintenance_kcal, 1),
        "energy_kcal": None if found.energy_kcal is None else round(found.energy_kcal, 1),
        "protein_g": {name.removesuffix("_g"): round(value, 1) for name, value in asdict(found.protein_g).items()},
        "fat_g_least": round(found.least_fat_g, 1),
        "fibre_g": round(found.fibre_g, 1),
        "carbohydrate_g": None if found.carbohydrate_g is None else round(found.carbohydrate_g, 1),
        "refused": found.refused,
        "cautions": list(found.cautions),
        "sums": list(found.sums),
    }


def _lines(found: WorkedOutTargets) -> list[str]:
    head = found.refused
    if head is None:
        protein = found.protein_g
        grams = f"{protein.low_g:.0f}" + (f" to {protein.high_g:.0f}" if protein.high_g > protein.low_g else "")
        head = f"{found.energy_kcal:,.0f} kcal a day, with {grams} g of protein"
        head += f" and at least {found.least_fat_g:.0f} g of fat."
    return [head, *found.sums, *found.cautions]
