"""HTTP in and out, nothing else: a module a place, loaded when it is first asked for.

Building all routes with their bodies takes seconds of a start, and most windows ask for a few of them. `PLACES` says by
the beginning of a path which module has it; the longest beginning wins.
"""

from collections.abc import Iterator
from importlib import import_module
from threading import Lock
from typing import Final

from starlette.routing import BaseRoute

PREFIX: Final = "/api/v1/"

_ANY: Final = "*"
"""Stands for an id or a name in a path."""

PLACES: Final[dict[str, tuple[str, ...]]] = {
    "formulas": ("formulas", "bench"),
    "crumb": ("lessons", "bench/dough", "formulas/*/feedback"),
    "swaps": ("bench/swaps", "bench/alternatives", "bench/sweeteners", "bench/exclusions"),
    "versions": (
        "formulas/*/versions", "formulas/*/bake", "formulas/*/difference", "formulas/*/branches", "formulas/*/base",
    ),
    "reformulate": ("start", "bench/reformulation", "bench/amounts"),
    "what_if": ("bench/what-if",),
    "batches": ("batches", "notes", "photos", "formulas/*/batches", "formulas/*/history", "formulas/*/notes"),
    "causes": ("batches/*/causes", "batches/*/symptoms", "batches/*/next"),
    "bake_days": ("bake-days", "stock", "planning-kitchen", "formulas/*/tasks"),
    "stash": ("stash", "opened-goods", "shelves", "plates", "batches/*/card.pdf", "formulas/*/plates"),
    "tastings": ("tastings", "comparison"),
    "today": ("days", "meals", "entries", "portion", "formulas/*/usual-portion"),
    "people": ("people", "plan"),
    "ledger": ("ledger", "ledger.csv", "weights"),
    "cupboard": ("cupboard", "labels", "reference", "register", "products", "foods", "prices"),
    "imports": ("imports",),
    "exports": (
        "tables", "changes", "archive", "archive.zip", "stash/eat-by.ics", "bake-days/*/shopping.csv",
        "formulas/*/file",
    ),
    "settings": ("kitchen", "settings", "dietary-profiles", "tins", "food-aliases", "ingredients", "find"),
    "background": ("background",),
    "events": ("events",),
    "scale": ("scale",),
}  # fmt: skip
"""By module, in the order of the work, the beginnings of its paths behind `PREFIX`."""

_BY_BEGINNING: Final = {tuple(path.split("/")): module for module, paths in PLACES.items() for path in paths}
_LONGEST: Final = max(map(len, _BY_BEGINNING))


def place_of(path: str) -> str | None:
    """The module that has a path; None where no module has it."""
    if not path.startswith(PREFIX):
        return None
    steps = tuple(path.removeprefix(PREFIX).split("/")[:_LONGEST])
    for length in range(len(steps), 0, -1):
        for beginning in _readings(steps[:length]):
            if beginning in _BY_BEGINNING:
                return _BY_BEGINNING[beginning]
    return None


def _readings(steps: tuple[str, ...]) -> Iterator[tuple[str, ...]]:
    """The steps as they are, and with the second one standing for any."""
    yield steps
    if len(steps) > 2:
        yield (steps[0], _ANY, *steps[2:])


class PlaceRoutes:
    """Puts the routes of a place among those of an application, in front of the rest, once. Safe from many threads."""

    def __init__(self, routes: list[BaseRoute]) -> None:
        self._routes = routes
        self._lock = Lock()
        self._loaded: set[str] = set()

    def has(self, place: str) -> bool:
        """Whether the routes of a place are there."""
        return place in self._loaded

    def load(self, place: str) -> None:
        """Puts them there; nothing happens when they are."""
        with self._lock:
            if place in self._loaded:
                return
            module = import_module(f"{__name__}.{place}")
            streams = getattr(module, "streams", None)
            self._routes[:0] = [*module.router.routes, *(streams.routes if streams is not None else ())]
            self._loaded.add(place)

    def load_all(self) -> None:
        """Puts the routes of every place there, in the order of the work."""
        for place in reversed(PLACES):
            self.load(place)
