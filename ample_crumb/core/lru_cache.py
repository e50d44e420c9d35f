"""Answers remembered by what was asked, so many of them."""

from collections.abc import Hashable
from threading import Lock
from typing import Any

from cachetools import LRUCache


class LeastRecentlyUsed:
    """A cache of so many answers that forgets the one not asked for the longest. Several threads may use it."""

    def __init__(self, most: int) -> None:
        self._answers: LRUCache[Hashable, Any] = LRUCache(most)
        self._guard = Lock()

    def get(self, asked: Hashable) -> Any:
        """What was answered; None when it is not known any more."""
        with self._guard:
            return self._answers.get(asked)

    def put(self, asked: Hashable, answer: Any) -> None:
        """Remembers an answer."""
        with self._guard:
            self._answers[asked] = answer
