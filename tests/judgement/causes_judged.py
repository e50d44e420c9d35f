"""Batches that went wrong as textbooks tell it, worked out, and the cause that they name."""

from collections.abc import Iterator
from dataclasses import dataclass
from functools import cache
from pathlib import Path

from ample_crumb.core.causes.signs import BatchSigns
from ample_crumb.core.crumb.check import crumb_check, judge_dough
from ample_crumb.core.food.cupboard import reference_cupboard
from ample_crumb.core.formula.formula import Line, Part
from ample_crumb.core.formula.reading import ReadingPreferences
from ample_crumb.core.production.bake_time import BakingConditions, profile_of
from ample_crumb.core.production.portions import Portioning
from ample_crumb.core.production.production import ProductionInputs, produce

_HERE = Path(__file__).parent


@dataclass(frozen=True, slots=True)
class JudgedCause:
    """A batch with a symptom, and the cause that a textbook names first."""

    symptom: str
    cause: str
    text: str
    signs: BatchSigns


def judged_causes(name: str = "causes") -> Iterator[JudgedCause]:
    """All of a table, worked out."""
    text = _HERE.joinpath(f"{name}.psv").read_text("utf-8")
    rows = [line for line in text.splitlines() if line and not line.startswith("#")]
    for row in rows[1:]:
        symptom, family, pieces, lines, made, cause, _ = row.split("|")
        yield JudgedCause(symptom, cause, f"{symptom}: {lines} ({made})", batch_signs(family, int(pieces), lines, made))


@cache
def batch_signs(family: str, pieces: int, lines: str, made: str) -> BatchSigns:
    head, _, noticed = made.partition("saw=")
    said = dict(each.split("=") for each in head.split())
    oven_c = float(said["oven"]) if "oven" in said else None
    cupboard, preferences = reference_cupboard(), ReadingPreferences()
    parts = (Part("", tuple(Line(text) for text in lines.split(";"))),)
    conditions = BakingConditions(oven_c=oven_c, altitude_m=float(said.get("altitude", 0)))
    making = ProductionInputs(Portioning(count=pieces), conditions=conditions)
    production = produce(parts, making, family, (), cupboard, preferences)
    assert not production.evaluated.unread, production.evaluated.unread
    dough = judge_dough(production.evaluated, family, cupboard)
    window, profile = production.bake_window, profile_of(family, conditions)
    return BatchSigns(
        dough=dough,
        check=crumb_check(dough),
        heated=window is not None,
        window=(window.from_min, window.until_min) if window else None,
        took_min=float(said["min"]) if "min" in said else None,
        oven_c=oven_c,
        usual_c=profile.oven_c if profile else None,
        microwaved=profile is not None and profile.by == "microwave" and oven_c is None,
        altitude_m=float(said.get("altitude", 0)),
        noticed=frozenset(filter(None, noticed.split(","))),
    )
