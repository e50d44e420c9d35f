"""From an amount to grams, with the ingredient's own measures."""

from collections.abc import Collection, Mapping
from dataclasses import dataclass, field
from enum import StrEnum
from typing import Final

from ample_crumb.core.problem import CannotUse
from ample_crumb.core.quantity.amount import Amount, Stated, Term, WrittenLine
from ample_crumb.core.quantity.name_matching import fold
from ample_crumb.core.quantity.numbers import Range
from ample_crumb.core.quantity.units import CUP_ML, VESSELS_ML, MeasureSystem, UnitKind, measure_size
from ample_crumb.core.quantity.used_share import UsedAmount

MOST_G: Final = 50_000.0
"""Most that one line may weigh, in g: more than a home kitchen holds is a slip."""


_SAME_PACK: Final = {
    "packet": "sachet",
    "sachet": "packet",
    "pot": "tub",
    "tub": "pot",
    "pouch": "packet",
    "box": "packet",
}
"""Packs that go by two names."""


class WeightBasis(StrEnum):
    """How the grams of a line came about."""

    WEIGHED = "weighed"
    MEASURED = "measured"
    COUNTED = "counted"
    PACK = "pack"
    ROUGH = "rough"


@dataclass(frozen=True, slots=True)
class Measures:
    """Grams of an ingredient by cup, piece and pack. The first entry of each is the usual one.

    `cup_g` is per US cup (236.588 ml) by how it is filled, `piece_g` per piece by size or word, `pack_g` per pack; a
    pack named "gross can" is the weight with the liquid. A pack named "us can" is the one of that system of measures.
    """

    cup_g: Mapping[str, float] = field(default_factory=dict)
    piece_g: Mapping[str, float] = field(default_factory=dict)
    pack_g: Mapping[str, float] = field(default_factory=dict)

    def packs(self, system: MeasureSystem) -> Mapping[str, float]:
        """Packs as they are sold where that system is at home."""
        own = {name: grams for name, grams in self.pack_g.items() if name.startswith(f"{system} ")}
        return {**self.pack_g, **{name.split(" ", 1)[1]: grams for name, grams in own.items()}} if own else self.pack_g


@dataclass(frozen=True, slots=True)
class Weight:
    """Grams of a line. `low_g` and `high_g` are the ends of a written range. `how` says what was taken for granted, in
    words, and is empty when nothing was. `prepared_g` is what was measured out, more than `mass_g` where a part of it
    is used; `by_eye` is True when that part was only said as a share."""

    mass_g: float
    low_g: float
    high_g: float
    basis: WeightBasis
    assumption: str
    prepared_g: float
    by_eye: bool = False


class CannotWeigh(CannotUse):
    """The amount says nothing in grams for this ingredient; the sentence says what to write instead."""


def weigh(line: WrittenLine, thing: str, measures: Measures, system: MeasureSystem) -> Weight:
    """Grams of a line that was taken for the ingredient named `thing`.

    A weight stated in brackets wins over cups and counts. Raises CannotWeigh when the ingredient has no such measure or
    the result is more than `MOST_G`.
    """
    if line.amount is None:
        raise CannotWeigh(line.problem or "No amount found.")
    weight = _stated_weight(line.amount, measures, system) or _summed(line, thing, measures, system)
    if weight.high_g > MOST_G:
        raise CannotWeigh(f"{weight.high_g / 1000:,.0f} kg is more than a kitchen holds; check the amount.")
    if weight.mass_g <= 0:
        raise CannotWeigh("The amount is zero.")
    return _used(weight, line.used, system) if line.used else weight


def _used(all_of_it: Weight, used: UsedAmount, system: MeasureSystem) -> Weight:
    """What is used of it; a weighed part is as well known as the scale tells, however the whole was measured."""
    prepared_g = all_of_it.mass_g
    if used.share is not None:
        share, by_eye, basis = used.share, True, all_of_it.basis
    else:
        assert used.unit is not None
        grams = used.amount_in_unit * measure_size(used.unit.name, system)
        if grams > prepared_g:
            raise CannotWeigh(f"{grams:.0f} g are more than the {prepared_g:.0f} g there are.")
        share = 1 - grams / prepared_g if used.left else grams / prepared_g
        by_eye, basis = False, all_of_it.basis if used.left else WeightBasis.WEIGHED
    if share <= 0:
        raise CannotWeigh("Nothing of it is used.")
    known = basis is WeightBasis.WEIGHED and not by_eye
    return Weight(
        mass_g=prepared_g * share,
        low_g=(prepared_g if known else all_of_it.low_g) * share,
        high_g=(prepared_g if known else all_of_it.high_g) * share,
        basis=basis,
        assumption="; ".join(filter(None, (f"{share:.0%} used of {prepared_g:.4g} g", all_of_it.assumption))),
        prepared_g=prepared_g,
        by_eye=by_eye,
    )


def _weight(grams: Range, basis: WeightBasis, how: str = "") -> Weight:
    return Weight(grams.middle, grams.low, grams.high, basis, how, grams.middle)


def _summed(line: WrittenLine, thing: str, measures: Measures, system: MeasureSystem) -> Weight:
    assert line.amount is not None
    parts = [_term(term, line, thing, measures, system) for term in line.amount.terms]
    bases = [part.basis for part in parts]
    rank = (WeightBasis.ROUGH, WeightBasis.COUNTED, WeightBasis.MEASURED, WeightBasis.PACK, WeightBasis.WEIGHED)
    basis = next(candidate for candidate in rank if candidate in bases)
    mass_g = sum(part.mass_g for part in parts)
    how = "; ".join(dict.fromkeys(part.assumption for part in parts if part.assumption))
    return Weight(mass_g, sum(part.low_g for part in parts), sum(part.high_g for part in parts), basis, how, mass_g)


def _stated_weight(amount: Amount, measures: Measures, system: MeasureSystem) -> Weight | None:
    masses = [stated for stated in amount.stated if stated.term.unit.kind is UnitKind.MASS]
    if not masses or any(term.unit.kind is UnitKind.MASS for term in amount.terms):
        return None
    stated = masses[0]
    first = amount.terms[0]
    grams = stated.term.count.times(measure_size(stated.term.unit.name, system))
    drained = measures.pack_g.get(first.unit.name)
    gross = measures.pack_g.get(f"gross {first.unit.name}")
    each = _means_each(stated, first, grams, drained, gross)
    if each:
        grams = grams.times(first.count.middle)
    how = ""
    if drained and gross and not stated.drained:
        one = grams.middle / (first.count.middle or 1)
        # A can of pulses states its weight with the liquid; a figure near the drained weight is the drained one.
        if abs(one - gross) < abs(one - drained):
            share = drained / gross
            how = f"drained: {share:.0%} of {one:.0f} g"
            grams = grams.times(share)
    return _weight(grams, WeightBasis.WEIGHED, how)


def _means_each(stated: Stated, first: Term, grams: Range, drained: float | None, gross: float | None) -> bool:
    count = first.count.middle
    if stated.each is not None:
        return stated.each
    if count <= 1 or first.unit.kind is not UnitKind.PACK:
        return False
    usual = gross or drained
    if usual is None:
        return first.unit.name == "can"
    # "2 sachets (14 g)" is the total, "2 cans (400 g)" is each: whichever lies nearer to the usual pack.
    return abs(grams.middle - usual) <= abs(grams.middle / count - usual)


def _term(term: Term, line: WrittenLine, thing: str, measures: Measures, system: MeasureSystem) -> Weight:
    kind = term.unit.kind
    if kind is UnitKind.MASS:
        grams = term.count.times(measure_size(term.unit.name, system))
        return _weight(grams, WeightBasis.WEIGHED)
    if kind is UnitKind.VOLUME:
        return _by_volume(term, line, thing, measures, system)
    return _by_count(term, line, thing, measures, system)


def _by_volume(term: Term, line: WrittenLine, thing: str, measures: Measures, system: MeasureSystem) -> Weight:
    named = measures.piece_g.get(term.unit.name)
    if named is not None:
        grams = term.count.times(named)
        return _weight(grams, WeightBasis.ROUGH if term.unit.rough else WeightBasis.COUNTED)
    if not measures.cup_g:
        raise CannotWeigh(f"We have no measure by volume for {thing}; write it in grams.")
    filled, cup_g = _filled(line, measures.cup_g)
    grams = term.count.times(measure_size(term.unit.name, system) / CUP_ML * cup_g * term.heap_factor)
    basis = WeightBasis.ROUGH if term.unit.rough else WeightBasis.MEASURED
    how = f"{filled}, {cup_g:g} g a US cup" if filled != "level" else f"{cup_g:g} g a US cup"
    return _weight(grams, basis, how)


_EGGS_BY_SYSTEM: Final = {
    # Where cups are metric, boxes of eggs have the classes of Commission Regulation (EC) 589/2008: S under 53 g with
    # the shell, M to 63, L to 73, XL over it. Nobody says so of an egg of the usual size.
    MeasureSystem.METRIC: {"small": "S", "": "M", "medium": "M", "large": "L", "extra large": "XL"},
}

DONE_AFTER: Final = ("melted", "whipped", "chopped", "sifted", "crushed", "sliced")
"""What is done to a food once it is measured, where a line says so behind a comma: "1/2 cup chips, melted" is measured
whole, "1/2 cup melted chips" is not."""


def filling(line: WrittenLine, fills: Collection[str]) -> str:
    """How a line says that a cup of these fills was filled; empty where it says none of them."""
    before = fold(line.name)
    words = " ".join((before, *map(fold, line.notes)))
    said = next((filled for filled in fills if filled in (before if filled in DONE_AFTER else words)), "")
    if said or "whole" not in fills:
        return said
    # A seed is whole unless it is ground, and so is a nut that is chopped once it is measured.
    after = any(done in words and done in fills for done in DONE_AFTER)
    seeds = "ground" in fills and "seed" in words and not any(word in words for word in ("meal", "milled"))
    return "whole" if after or seeds else ""


def _filled(line: WrittenLine, cup_g: Mapping[str, float]) -> tuple[str, float]:
    usual = next(iter(cup_g.items()))
    if len(cup_g) == 1:
        return usual
    said = filling(line, cup_g)
    return (said, cup_g[said]) if said else usual


def _by_count(term: Term, line: WrittenLine, thing: str, measures: Measures, system: MeasureSystem) -> Weight:
    word, each_g = _each(term, line, measures, system)
    vessel_ml = VESSELS_ML.get(term.unit.name)
    if each_g is None and vessel_ml and measures.cup_g:
        _, cup_g = _filled(line, measures.cup_g)
        return _weight(
            term.count.times(vessel_ml / CUP_ML * cup_g * term.heap_factor),
            WeightBasis.ROUGH,
            f"a {term.unit.name} at about {vessel_ml:g} ml",
        )
    if each_g is None:
        unit = term.unit.name or "piece"
        raise CannotWeigh(f"We do not know how much one {unit} of {thing} weighs; write it in grams.")
    grams = term.count.times(each_g * term.heap_factor)
    how = f"{word} at {each_g:g} g"
    if term.unit.kind is UnitKind.PACK and f"gross {term.unit.name}" in measures.pack_g:
        how = f"{each_g:g} g a {term.unit.name}"
    basis = WeightBasis.PACK if term.unit.kind is UnitKind.PACK else WeightBasis.COUNTED
    return _weight(grams, basis, how)


def _each(term: Term, line: WrittenLine, measures: Measures, system: MeasureSystem) -> tuple[str, float | None]:
    unit = term.unit.name
    known = {**measures.piece_g, **measures.packs(system)}
    if unit and unit != "piece":
        same = _SAME_PACK.get(unit, "")
        grams = known.get(unit) or known.get(same)
        if (grams is None or term.unit.kind is UnitKind.PACK) and line.amount is not None:
            # "1 (330 ml) can", "1 stick (1/2 cup) butter": a stated volume wins over the usual pack, and serves where
            # the piece is unknown.
            for stated in line.amount.stated:
                if stated.term.unit.kind is UnitKind.VOLUME and measures.cup_g:
                    _, cup_g = _filled(line, measures.cup_g)
                    volume = stated.term.count.middle * measure_size(stated.term.unit.name, system)
                    return unit, volume / CUP_ML * cup_g / (1 if stated.each else term.count.middle)
        return unit, grams
    if not measures.piece_g:
        return "piece", None
    size = _EGGS_BY_SYSTEM.get(system, {}).get(term.size, term.size)
    if size and size in measures.piece_g:
        return f"size {size}" if size.isupper() else size, measures.piece_g[size]
    name = fold(line.name)
    for word, grams in measures.piece_g.items():
        if word in name.split():
            return word, grams
    return next(iter(measures.piece_g.items()))
