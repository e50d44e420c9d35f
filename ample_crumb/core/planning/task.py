"""A task of a bake day: what is done, how long it takes, what it needs, what it waits for."""

import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from enum import StrEnum
from functools import cache
from typing import Final

from ample_crumb.core.tables import read_table

DAY_MIN: Final = 24 * 60


class Resource(StrEnum):
    """What tasks share in a kitchen."""

    HANDS = "hands"
    OVEN = "oven"
    MICROWAVE = "microwave"
    STOVE = "stove"
    FRIDGE = "fridge"
    FREEZER = "freezer"
    BOWL = "bowl"
    BLENDER = "blender"


class TaskKind(StrEnum):
    """Kinds of tasks, in the order of the work."""

    OUT_OF_COLD = "out of the cold"
    SOAK = "soak"
    COOK = "cook"
    TOAST = "toast"
    DRAIN = "drain"
    PREPARE = "prepare"
    PREHEAT = "preheat"
    LINE = "line"
    MELT = "melt"
    WEIGH = "weigh"
    BLEND = "blend"
    CREAM = "cream"
    WHIP = "whip"
    MIX_DRY = "mix dry"
    MIX_WET = "mix wet"
    COMBINE = "combine"
    FOLD = "fold"
    REST = "rest"
    CHILL = "chill"
    FREEZE = "freeze"
    PRESS = "press"
    ROLL = "roll"
    PORTION = "portion"
    POUR = "pour"
    LOAD = "load"
    BAKE = "bake"
    MICROWAVE = "microwave"
    FRY = "fry"
    TURN = "turn"
    UNCOVER = "uncover"
    TAKE_OUT = "take out"
    COOL_IN_TIN = "cool in the tin"
    TURN_OUT = "turn out"
    COOL = "cool"
    SET = "set"
    GLAZE = "glaze"
    DIP = "dip"
    CUT = "cut"
    FREEZE_APART = "freeze apart"
    BAG = "bag"
    WASH = "wash"
    WASH_UP = "wash up"


AFTERWARDS: Final = (TaskKind.WASH_UP, TaskKind.WASH)
"""What may wait until a thing is ready."""


@dataclass(frozen=True, slots=True)
class Minutes:
    """How long a task takes, in whole minutes: at least, likely, at most."""

    least: int
    likely: int
    most: int

    @classmethod
    def around(cls, likely: float, least_share: float = 1.0, most_share: float = 1.0) -> "Minutes":
        """Minutes about a likely time: never less than one, and the likely one is rounded up."""
        middle = max(1, math.ceil(likely - 1e-6))
        return cls(
            max(1, min(middle, math.floor(likely * least_share + 1e-6))),
            middle,
            max(middle, math.ceil(likely * most_share - 1e-6)),
        )


@dataclass(frozen=True, slots=True)
class After:
    """That a task waits for another, by its id: it starts at least `least_min` after the other's end and at most
    `longest_min`, None for as long as one likes. What waits warm or wet meanwhile `spoils`."""

    task: str
    least_min: int = 0
    longest_min: int | None = None
    spoils: bool = False


@dataclass(frozen=True, slots=True)
class Way:
    """A way to do a task: how long, and with which things."""

    minutes: Minutes
    uses: tuple[Resource, ...]


@dataclass(frozen=True, slots=True)
class Task:
    """A task of one formula. `ways` are alternatives, the usual first: 15 minutes in the fridge or 5 in the freezer.
    `oven_c` is the heat that it wants. `vessels` names the bowls and blenders that hold its mix meanwhile, shared by
    all tasks of one mix. `sign` is how one sees that it is done, `advice` what to know of it, `hazard` raw, hot or
    blade. `step` is the step of the method that says it, counted from 0; None for what no step says."""

    id: str
    kind: TaskKind
    name: str
    ways: tuple[Way, ...]
    after: tuple[After, ...] = ()
    oven_c: int | None = None
    vessels: tuple[str, ...] = ()
    step: int | None = None
    part: str = ""
    sign: str = ""
    advice: str = ""
    hazard: str = ""
    child: bool = False

    @property
    def minutes(self) -> Minutes:
        """How long it takes the usual way."""
        return self.ways[0].minutes

    @property
    def hands_on(self) -> bool:
        """Whether somebody is busy with it."""
        return Resource.HANDS in self.ways[0].uses


@dataclass(frozen=True, slots=True)
class Work:
    """What a kind of task takes: `likely_min` for itself, `per_line_min` and `per_piece_min` more; from `least_share`
    to `most_share` of that. It `uses` these things; what comes next may wait `after_max_min`, and `spoils` warm or wet
    meanwhile. Source: tables/planning/work.csv."""

    kind: TaskKind
    title: str
    likely_min: float
    per_line_min: float
    per_piece_min: float
    least_share: float
    most_share: float
    uses: tuple[Resource, ...]
    after_max_min: int | None
    spoils: bool
    child: bool
    hazard: str
    advice: str

    def takes(self, lines: int = 0, pieces: float = 0.0) -> Minutes:
        """How long it takes for so many lines and pieces."""
        likely = self.likely_min + self.per_line_min * lines + self.per_piece_min * pieces
        return Minutes.around(likely, self.least_share, self.most_share)


@cache
def _work() -> Mapping[TaskKind, Work]:
    return {
        (kind := TaskKind(row["kind"])): Work(
            kind,
            row["title"],
            float(row["minutes"]),
            float(row["per_line"]),
            float(row["per_piece"]),
            float(row["least_share"]),
            float(row["most_share"]),
            tuple(map(Resource, row["uses"].split())),
            int(row["after_max_min"]) if row["after_max_min"] else None,
            bool(row["spoils"]),
            row["child"] == "yes",
            row["hazard"],
            row["advice"],
        )
        for row in read_table("planning/work")
    }


def work_of(kind: TaskKind) -> Work:
    """What a kind of task takes."""
    return _work()[kind]


def hands_on_min(tasks: Sequence[Task]) -> int:
    """Returns for how many minutes somebody is busy with these tasks."""
    return sum(task.minutes.likely for task in tasks if task.hands_on)
