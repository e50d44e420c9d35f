"""What a process of the server does besides answering: loads its places, then works jobs off."""

import gc
from threading import Event, Thread
from typing import Final

from ample_crumb.api.routers import PLACES, PlaceRoutes
from ample_crumb.store.database import Database

_PAUSE_S: Final = 0.2
"""Between two places, so that who asks meanwhile gets a turn."""


_FIRST: Final = ("today", "people", "settings", "formulas")
"""What the first window asks for."""


class Background:
    """A thread that loads `places`, those of the first window first, and then works off jobs until it is stopped."""

    def __init__(self, database: Database, places: PlaceRoutes | None) -> None:
        self._database, self._places = database, places
        self._stopping = Event()
        self._thread = Thread(target=self._run, name="jobs", daemon=True)

    def start(self) -> None:
        """Begins."""
        self._thread.start()

    def stop(self) -> None:
        """Ends after the place or job at hand."""
        self._stopping.set()
        self._thread.join()

    def _run(self) -> None:
        if self._places is not None:
            self._load(self._places)
        from ample_crumb.application.jobs import work_off

        work_off(self._database, self._stopping)

    def _load(self, places: PlaceRoutes) -> None:
        from ample_crumb.core.food.cupboard import reference_cupboard

        reference_cupboard()
        for place in dict.fromkeys((*_FIRST, *PLACES)):
            if self._stopping.wait(_PAUSE_S):
                return
            places.load(place)
        # What is loaded by now stays: the collector need not walk through the cupboard again and again.
        gc.freeze()
