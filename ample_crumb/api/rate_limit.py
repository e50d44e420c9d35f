"""So many of something in so long from one address, as far as one worker sees."""

import time
from collections import OrderedDict, deque
from collections.abc import Callable
from typing import Final

from fastapi import Request

MOST_ADDRESSES: Final = 4096


class TooOften(Exception):
    """An address asks too often; its text is one sentence."""


class RateLimit:
    """Lets `most` requests of an address through within any `within_s` seconds, and remembers the last
    `MOST_ADDRESSES` addresses."""

    def __init__(self, most: int, within_s: float, sentence: str, now_s: Callable[[], float] = time.monotonic) -> None:
        self._most, self._within_s, self._sentence, self._now_s = most, within_s, sentence, now_s
        self._asked: OrderedDict[str, deque[float]] = OrderedDict()

    async def __call__(self, request: Request) -> None:
        """Raises TooOften."""
        self.count(request.client.host if request.client else "")

    def count(self, address: str) -> None:
        """Counts a request of an address. Raises TooOften where it is one too many."""
        now_s = self._now_s()
        asked = self._asked.setdefault(address, deque(maxlen=self._most))
        self._asked.move_to_end(address)
        if len(self._asked) > MOST_ADDRESSES:
            self._asked.popitem(last=False)
        if len(asked) == self._most and now_s - asked[0] < self._within_s:
            raise TooOften(self._sentence)
        asked.append(now_s)
