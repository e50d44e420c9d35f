"""Server and database killed again and again while several clients write: every acknowledged write is there, once.

On a cluster that really waits for the disk, as `./start` makes it; recovery needs no hand.
"""

import json
import os
import random
import signal
import threading
import urllib.error
import urllib.request
from concurrent.futures import ThreadPoolExecutor
from functools import partial
from typing import Final
from uuid import uuid4

from tests.api.test_api import DAY, NOON
from tests.launch.started import StartedCase

WRITES: Final = 1_000 if os.environ.get("AMPLE_CRUMB_TESTS") == "long" else 120
CLIENTS: Final = 4
KILLS: Final = WRITES // 40


class Killed(StartedCase):
    def setUp(self) -> None:
        super().setUp()
        self.until("it serves", self.answers)
        self.acknowledged: list[str] = []
        self.noted = threading.Lock()

    def write(self, number: int) -> None:
        """Logs an entry, sent again under its id until it is acknowledged."""
        entry_id = str(uuid4())
        body = json.dumps({"id": entry_id, "eaten_at": NOON, "text": f"{100 + number} g oats"}).encode()
        request = urllib.request.Request(
            f"{self.address}/api/v1/days/{DAY}/foods", body, {"content-type": "application/json"}
        )

        def arrived() -> bool:
            try:
                with urllib.request.urlopen(request, timeout=10) as answer:
                    return bool(answer.status == 201)
            except (OSError, urllib.error.URLError):
                return False

        self.until(f"entry {number} is acknowledged", arrived)
        with self.noted:
            self.acknowledged.append(entry_id)

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
        with urllib.request.urlopen(f"{self.address}/api/v1/days/{DAY}", timeout=60) as answer:
            there = [entry["id"] for entry in json.load(answer)["entries"]]
        self.assertEqual(len(self.acknowledged), WRITES)
        self.assertEqual(sorted(there), sorted(self.acknowledged))
        self.assertIsNone(self.process.poll(), "nobody started anything by hand")
