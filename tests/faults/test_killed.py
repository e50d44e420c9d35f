"""Server and database killed again and again while several clients write: every acknowledged write is there, once.

On a cluster that really waits for the disk, as `./start` makes it; recovery needs no hand.
"""

import os
import random
import signal
import urllib.error
import urllib.request
from concurrent.futures import ThreadPoolExecutor
from functools import partial
from typing import Final

from tests.api.test_api import DAY
from tests.faults.case import WritingCase

WRITES: Final = 1_000 if os.environ.get("AMPLE_CRUMB_TESTS") == "long" else 120
CLIENTS: Final = 4
KILLS: Final = WRITES // 40


class Killed(WritingCase):
    def kill(self, source: random.Random) -> None:
        """Ends the server or its database at once, after a few more writes than last time."""
        name = source.choice(("server", "postgresql"))
        was = self.children()[name]
        os.kill(was, signal.SIGKILL)
        self.until(f"{name} is another", lambda: self.is_another(name, was))
        self.until("it serves again", self.answers_at_all)

    def answers_at_all(self) -> bool:
        try:
            with urllib.request.urlopen(f"{self.address}/api/v1/days/{DAY}", timeout=10) as answer:
                return bool(answer.status == 200)
        except (OSError, urllib.error.URLError):
            return False

    def has_written(self, wanted: int) -> bool:
        return len(self.acknowledged) >= wanted

    def test_every_acknowledged_write_is_there_once(self) -> None:
        source = random.Random(7)
        with ThreadPoolExecutor(CLIENTS) as pool:
            writing = [pool.submit(self.write, number) for number in range(WRITES)]
            for kill in range(KILLS):
                wanted = (kill + 1) * WRITES // (KILLS + 1)
                self.until(f"{wanted} are written", partial(self.has_written, wanted))
                self.kill(source)
            for each in writing:
                each.result()
        self.assert_every_write_is_there_once(WRITES)
