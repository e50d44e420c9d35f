"""Names that stand for several foods that differ much: "sweetener", "protein powder", "cream". A line asks which."""

from functools import cache

from ample_crumb.core.quantity.name_matching import is_manner, words
from ample_crumb.core.tables import read_table


def kinds_of(name: str, *, by_kind: bool = False) -> tuple[str, ...]:
    """The foods that a name may mean, by slug, the likeliest first; empty for a name that means one. `by_kind` for a
    food that is told by its kind alone, "milk of choice", where milk by itself would mean one."""
    said = frozenset(word for word in words(name) if not is_manner(word))
    always, kinds = _doubtful()
    return always.get(said) or (kinds.get(said, ()) if by_kind else ())


@cache
def _doubtful() -> tuple[dict[frozenset[str], tuple[str, ...]], dict[frozenset[str], tuple[str, ...]]]:
    """The names of `tables/foods/doubtful.csv` that are always so, and those that are as a kind."""
    always: dict[frozenset[str], tuple[str, ...]] = {}
    kinds: dict[frozenset[str], tuple[str, ...]] = {}
    for row in read_table("foods/doubtful"):
        (kinds if row["kind_only"] else always)[frozenset(words(row["name"]))] = tuple(row["slugs"].split(";"))
    return always, kinds
