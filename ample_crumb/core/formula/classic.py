"""A formula beside the classic it stands in for: in a sentence, in figures, line by line in the same role."""

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass
from typing import Final

from ample_crumb.core.food.nutrients import Figures

GROUPS: Final[Mapping[str, tuple[str, ...]]] = {
    "Flour and grain": ("flour", "grain", "seed"),
    "Protein powder": ("protein",),
    "Sugar and sweetener": ("sugar", "sweetener"),
    "Fat": ("fat",),
    "Nuts and nut butter": ("nut butter", "nut"),
    "Egg": ("egg",),
    "Dairy and liquid": ("dairy", "milk", "liquid"),
    "Chocolate and cocoa": ("chocolate", "cocoa"),
    "Pulses": ("pulse",),
    "Fruit": ("fruit", "dried fruit"),
    "Toppings": ("topping",),
    "Leavening, salt, flavour": ("leavening", "salt", "flavour", "spice", "binder"),
}
"""What lines are matched by: what they do."""

_OTHER: Final = "The rest"


@dataclass(frozen=True, slots=True)
class ComparisonLine:
    """A line for comparing: its name, the role of its food, g and kcal of it in a piece; None where not read."""

    name: str
    role: str
    piece_g: float | None
    energy_kcal: float | None


@dataclass(frozen=True, slots=True)
class ComparisonSide:
    """One side of a comparison: a piece as eaten, and its lines, empty for typed figures."""

    name: str
    piece: Figures
    lines: tuple[ComparisonLine, ...] = ()


@dataclass(frozen=True, slots=True)
class ComparisonBasis:
    """Both for the same basis: per piece, per 100 g, or the same bite, with what it says in a sentence."""

    name: str
    mine: Figures
    theirs: Figures
    sentence: str


@dataclass(frozen=True, slots=True)
class RoleGroup:
    """What does the same on either side."""

    name: str
    mine: tuple[ComparisonLine, ...]
    theirs: tuple[ComparisonLine, ...]


@dataclass(frozen=True, slots=True)
class ClassicComparison:
    """A formula and its classic."""

    mine: str
    theirs: str
    bases: tuple[ComparisonBasis, ...]
    groups: tuple[RoleGroup, ...]


def compare_with_classic(mine: ComparisonSide, theirs: ComparisonSide) -> ClassicComparison:
    """The comparison. A basis that a side has no mass for is left out."""
    bases = [_basis("a piece", mine.piece, theirs.piece)]
    if mine.piece.mass_g > 0 and theirs.piece.mass_g > 0:
        bite = theirs.piece.times(mine.piece.mass_g / theirs.piece.mass_g)
        bases.append(_basis("the same bite", mine.piece, bite))
        per_100g = (side.times(100 / side.mass_g) for side in (mine.piece, theirs.piece))
        bases.append(_basis("100 g", *per_100g))
    return ClassicComparison(mine.name, theirs.name, tuple(bases), tuple(_groups(mine.lines, theirs.lines)))


def _basis(name: str, mine: Figures, theirs: Figures) -> ComparisonBasis:
    return ComparisonBasis(name, mine, theirs, difference_in_words(mine, theirs))


_SAID: Final = (("protein_g", "protein"), ("sugars_g", "sugar"), ("fat_g", "fat"), ("fibre_g", "fibre"))


def difference_in_words(mine: Figures, theirs: Figures) -> str:
    """ "52 % less energy, 5 g more protein, 14 g less sugar": energy as a share, the rest in whole g where that is one
    at least; what is not known on either side is not phrases."""
    phrases = []
    here, there = mine.nutrients.energy_kcal, theirs.nutrients.energy_kcal
    known = "energy_kcal" not in (*mine.at_least, *theirs.at_least)
    if here is not None and there and known:
        share = round(100 * (here / there - 1))
        phrases.append(f"{abs(share)} % {'more' if share > 0 else 'less'} energy" if share else "the same energy")
    for name, word in _SAID:
        one, other = getattr(mine.nutrients, name), getattr(theirs.nutrients, name)
        if one is None or other is None or name in (*mine.at_least, *theirs.at_least):
            continue
        grams = round(one - other)
        if grams:
            phrases.append(f"{abs(grams)} g {'more' if grams > 0 else 'less'} {word}")
    return ", ".join(phrases) or "no difference that is known"


def _groups(mine: Sequence[ComparisonLine], theirs: Sequence[ComparisonLine]) -> Iterable[RoleGroup]:
    by_role = {role: name for name, roles in GROUPS.items() for role in roles}
    for name in (*GROUPS, _OTHER):
        here = tuple(line for line in mine if by_role.get(line.role, _OTHER) == name)
        there = tuple(line for line in theirs if by_role.get(line.role, _OTHER) == name)
        if here or there:
            yield RoleGroup(name, here, there)
