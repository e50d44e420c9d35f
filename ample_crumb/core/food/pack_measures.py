"""What a kitchen measured of a product, as one types it: "1 scoop = 31 g; 1 can = 400 g, drained 240 g"."""

import re
from dataclasses import dataclass, replace
from typing import Final

from ample_crumb.core.food.product import PackMeasures
from ample_crumb.core.quantity.amount import Term
from ample_crumb.core.quantity.line_parser import LINE_LENGTH, read_line
from ample_crumb.core.quantity.units import CUP_ML, MeasureSystem, UnitKind, measure_size

_MOST_MEASURES: Final = 40
_SIDES: Final = re.compile(r"\s*(?:=|:|\bweighs?\b|\bis\b|\bare\b|\bhas\b)\s*")
_BETWEEN: Final = re.compile(r"[;\n]|,\s+(?=[^,;=]{1,60}=)(?!drained)", re.IGNORECASE)
_DRAINED: Final = re.compile(
    r"\s*[,(]\s*(?:(?P<before>[^,;=()]+?)\s+)?drained(?:\s+(?:weight\s+)?(?P<after>[^,;=()]+))?\)?", re.IGNORECASE
)
_ALL_DRAINED: Final = re.compile(r"\bdrained\b", re.IGNORECASE)
_MOST_G: Final = 100_000.0


@dataclass(frozen=True, slots=True)
class ReadPackMeasures:
    """The measures that a text tells; `density_g_per_ml` where it weighs a volume, which tells the cup too. `problems`
    names what could not be read of it, a sentence each."""

    measures: PackMeasures
    density_g_per_ml: float | None
    problems: tuple[str, ...]


def read_pack_measures(text: str, system: MeasureSystem = MeasureSystem.US) -> ReadPackMeasures:
    """Reads measures separated by ";", lines, or commas before another one, each "so many of a measure = so many grams"
    either way round. Spoons and cups are those of `system`. Never raises for what it may hold."""
    read = ReadPackMeasures(PackMeasures(), None, ())
    parts = [" ".join(part[:LINE_LENGTH].split()).strip(" .,") for part in _BETWEEN.split(text)]
    for part in list(filter(None, parts))[:_MOST_MEASURES]:
        read = _with(read, part, system)
    return read


def _with(read: ReadPackMeasures, part: str, system: MeasureSystem) -> ReadPackMeasures:
    drained_g = None
    said = _DRAINED.search(part)
    if said:
        drained_g = _grams(said["after"] or said["before"] or "")
        part = part[: said.start()] + part[said.end() :]
    sides = _SIDES.split(part)
    if len(sides) != 2:
        return _problem(read, part, "say it as 1 scoop = 31 g")
    grams, measure = _grams(sides[1]), _term(sides[0])
    if grams is None:
        grams, measure = _grams(sides[0]), _term(sides[1])
    if grams is None or not 0 < grams <= _MOST_G:
        return _problem(read, part, "one side of it is to be in grams")
    if measure is None or measure.unit.kind is UnitKind.MASS or measure.count.middle <= 0:
        return _problem(read, part, "the other side is to be a scoop, a spoon, a cup, a piece or a pack")
    if said and drained_g is None:
        return _problem(read, part, "how much is it drained, in grams?")
    if measure.unit.kind is UnitKind.PACK and _ALL_DRAINED.search(part):
        return replace(read, measures=replace(read.measures, drained_g=round(grams / measure.count.middle, 4)))
    return _learned(read, measure, grams, drained_g, system)


def _learned(
    read: ReadPackMeasures, measure: Term, grams: float, drained_g: float | None, system: MeasureSystem
) -> ReadPackMeasures:
    one_g = round(grams / measure.count.middle, 4)
    known, unit = read.measures, measure.unit
    if unit.kind is UnitKind.VOLUME:
        density = one_g / measure_size(unit.name, system)
        return replace(
            read, measures=replace(known, cup_g=round(density * CUP_ML, 2)), density_g_per_ml=round(density, 4)
        )
    if unit.kind is UnitKind.PACK:
        drained = round(drained_g / measure.count.middle, 4) if drained_g else known.drained_g
        return replace(read, measures=replace(known, pack_g=one_g, drained_g=drained))
    if unit.name == "scoop":
        return replace(read, measures=replace(known, scoop_g=one_g))
    return replace(read, measures=replace(known, piece_g=one_g))


def _grams(side: str) -> float | None:
    term = _term(side)
    if term is None or term.unit.kind is not UnitKind.MASS:
        return None
    return term.count.middle * measure_size(term.unit.name, MeasureSystem.US)


def _term(side: str) -> Term | None:
    """The amount of one side; a word behind it, "2 biscuits", is the piece itself."""
    line = read_line(side if re.search(r"\d|\b(?:an?|one|half)\b", side) else f"1 {side}")
    return line.amount.terms[0] if line.amount and len(line.amount.terms) == 1 else None


def _problem(read: ReadPackMeasures, part: str, why: str) -> ReadPackMeasures:
    return replace(read, problems=(*read.problems, f"“{part[:40]}” cannot be read: {why}."))
