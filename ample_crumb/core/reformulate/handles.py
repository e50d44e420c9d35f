"""What the variables of a program are: a handle names one by what it stands for, and an answer is read by the same."""

from dataclasses import dataclass

from ample_crumb.core.reformulate.variables import AmountVariable


@dataclass(frozen=True, slots=True)
class Grams:
    """How many g of it there are."""

    amount: AmountVariable


@dataclass(frozen=True, slots=True)
class Moved:
    """The grams by which a line moved, either way."""

    amount: AmountVariable


@dataclass(frozen=True, slots=True)
class Present:
    """Whether it is there, 0 or 1."""

    amount: AmountVariable


@dataclass(frozen=True, slots=True)
class Wholes:
    """How many of what comes whole."""

    amount: AmountVariable


@dataclass(frozen=True, slots=True)
class Kind:
    """Whether something of this role comes in, 0 or 1."""

    role: str


@dataclass(frozen=True, slots=True)
class Missed:
    """The amount by which the row of this number is missed."""

    number: int


@dataclass(frozen=True, slots=True)
class Nearing:
    """The share of its window's width by which the edge of this number is come near to."""

    number: int


Handle = Grams | Moved | Present | Wholes | Kind | Missed | Nearing
