"""How one sees that it is done, by family and by how it is wanted, each sign with when it does not count; and what is
done afterwards and why."""

from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from functools import cache
from typing import Final

from ample_crumb.core.tables import read_table


@dataclass(frozen=True, slots=True)
class DoneSign:
    """A sign of doneness; `not_when` is why it does not count for this dough, empty where it does."""

    sign: str
    not_when: str = ""


@cache
def _rows() -> Mapping[tuple[str, str], tuple[Mapping[str, str], ...]]:
    found: dict[tuple[str, str], list[Mapping[str, str]]] = {}
    for row in read_table("production/signs"):
        found.setdefault((row["family"], row["wish"]), []).append(row)
    return {key: tuple(rows) for key, rows in found.items()}


def signs_of(family: str, wish: str, conditions: Iterable[str], own: str = "") -> tuple[DoneSign, ...]:
    """The signs of a family baked to a wish; one's `own`, a row each, instead where there are any. `conditions` are
    what this dough has of "pale" (nothing in it browns) and "chips" (chocolate that melts in it)."""
    if own.strip():
        return tuple(DoneSign(row.strip()) for row in own.splitlines() if row.strip())
    here = set(conditions)
    rows = _rows().get((family, wish)) or _rows().get((family, ""), ())
    return tuple(DoneSign(row["sign"], row["because"] if row["not_when"] in here else "") for row in rows)


_COOL: Final = {
    "brownie": "Cut when cold: warm, it crumbles and smears.",
    "flourless-brownie": "Cut when cold: it sets only then.",
    "loaf": "Cut when lukewarm: hot, its starch is still setting and it turns gummy under the knife.",
    "cake": "Cut or frost when cold: warm, it tears and melts what is put on.",
    "cupcake": "Frost when cold: warm, it melts what is put on.",
    "baked-cheesecake": "Chill for four hours before cutting: its fat and egg go on setting.",
    "crust": "Fill when cold, or it turns soft.",
}

_TURN: Final = frozenset(
    {"cookie", "rolled-dough", "macaroon", "brownie", "cake", "muffin", "cupcake", "blender-muffin"}
)


def turned_at_half(family: str, middle_min: float) -> bool:
    """Whether it is turned round at half time in an oven. Common practice."""
    return middle_min >= 10 and family in _TURN


def advice_for(family: str, middle_min: float, *, covered: bool, nut_flour: bool, microwaved: bool) -> tuple[str, ...]:
    """Cooling, turning and covering, each with its reason."""
    said = []
    if not microwaved and turned_at_half(family, middle_min):
        said.append("Turn it round at half time: ovens are hotter at the back.")
    if not microwaved and not covered and (nut_flour or (family == "loaf" and middle_min > 40)):
        said.append("Lay foil over it once the top has its colour: the middle needs longer than the top.")
    if family in _COOL:
        said.append(_COOL[family])
    return tuple(said)
