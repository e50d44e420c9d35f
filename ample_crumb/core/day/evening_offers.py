"""What to have tonight: of what there is and what can be made, what is as wished and stays within the day."""

from collections.abc import Iterable
from dataclasses import dataclass
from enum import StrEnum
from typing import Final

from ample_crumb.core.day.day_budget import pieces_that_fit
from ample_crumb.core.day.evening_wishes import TonightWishes
from ample_crumb.core.day.powder import limit_powder

NEAR_SHARE: Final = 0.1
"""What is short of the protein still to find by less than this closes the day all the same."""


class Source(StrEnum):
    """Where it comes from, what is nearest first."""

    STASH = "stash"
    MEAL = "meal"
    FORMULA = "formula"


class TonightOrder(StrEnum):
    """How what is found is ordered: the nearest first, by protein for its energy, or by energy for its weight."""

    NEAREST = "nearest"
    PROTEIN = "protein"
    LIGHT = "light"


@dataclass(frozen=True, slots=True)
class TonightThing:
    """Something that could be had: what one piece of it brings, in how many minutes the first bite is there, how many
    bowls it takes, how many pieces there are (None: as many as are made), in how many hours it is to be eaten, and how
    many pieces the person mostly has. `powder_g` is how much protein powder is in a piece."""

    key: str
    source: Source
    piece_g: float
    energy_kcal: float
    protein_g: float
    ready_min: float
    bowl_count: int
    traits: tuple[str, ...]
    available_count: float | None = None
    eat_by_h: float | None = None
    usual_count: float | None = None
    lacking_count: int = 0
    powder_g: float = 0.0


@dataclass(frozen=True, slots=True)
class TonightOffer:
    """A thing with its number of pieces for the person, and `whole_count` for all who eat. `closes` where the protein
    of the day is found with it."""

    key: str
    piece_count: float
    whole_count: float
    closes: bool


@dataclass(frozen=True, slots=True)
class TonightRoom:
    """What is left of the day of who asks, in which steps they take pieces, and how large a piece each has who eats
    along and was named."""

    energy_kcal: float
    protein_g: float
    step_count: float = 0.5
    shares: tuple[float, ...] = ()


def offers_for_tonight(
    things: Iterable[TonightThing], wishes: TonightWishes, room: TonightRoom, order: TonightOrder = TonightOrder.NEAREST
) -> tuple[TonightOffer, ...]:
    """Everything that is as wished and of which at least a step stays within the day, in its order. The person has as
    much as usual, or less where more does not fit; everybody else as much as usual."""
    found: list[tuple[TonightThing, TonightOffer]] = []
    for thing in things:
        offer = _offer(thing, wishes, room) if _as_wished(thing, wishes) else None
        if offer is not None:
            found.append((thing, offer))
    found.sort(key=lambda each: _rank(each[0], each[1], order))
    return tuple(offer for _, offer in found)


def _as_wished(thing: TonightThing, wishes: TonightWishes) -> bool:
    return (
        set(wishes.traits) <= set(thing.traits)
        and not set(wishes.not_traits) & set(thing.traits)
        and (wishes.most_min is None or thing.ready_min <= wishes.most_min)
        and (wishes.most_bowls is None or thing.bowl_count <= wishes.most_bowls)
    )


def _offer(thing: TonightThing, wishes: TonightWishes, room: TonightRoom) -> TonightOffer | None:
    usual = limit_powder(thing.usual_count or 1.0, thing.powder_g, room.step_count)
    mine = min(usual, pieces_that_fit(thing.energy_kcal, room.energy_kcal, room.step_count))
    others = max(0, wishes.people - 1 - len(room.shares))
    whole = mine + usual * (others + sum(room.shares))
    if mine <= 0 or (thing.available_count is not None and thing.available_count < whole):
        return None
    protein = thing.protein_g * mine
    closes = room.protein_g > 0 and protein >= (1 - NEAR_SHARE) * room.protein_g
    return TonightOffer(thing.key, mine, whole, closes)


def _rank(thing: TonightThing, offer: TonightOffer, order: TonightOrder) -> tuple[float, ...]:
    density = thing.protein_g / thing.energy_kcal if thing.energy_kcal > 0 else 1.0
    if order is TonightOrder.PROTEIN:
        return (-density,)
    if order is TonightOrder.LIGHT:
        return (thing.energy_kcal / thing.piece_g if thing.piece_g > 0 else 100.0,)
    nearest = list(Source).index(thing.source)
    due = thing.eat_by_h if thing.eat_by_h is not None else float("inf")
    return (nearest, not offer.closes, due, thing.lacking_count, thing.ready_min, -density)
