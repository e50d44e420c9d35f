"""Clients that write to a running `./start` as windows do: each write is sent again under its id until it is
acknowledged."""

import json
import threading
import urllib.error
import urllib.request
from uuid import uuid4

from tests.api.test_api import DAY, NOON
from tests.launch.started import StartedCase


class WritingCase(StartedCase):
    """Base: the ids that were `acknowledged`, and status and sentence of each answer that was `refused`."""

    def setUp(self) -> None:
        super().setUp()
        self.until("it serves", self.answers)
        self.acknowledged: list[str] = []
        self.refused: list[tuple[int, str]] = []
        self._noted = threading.Lock()

    def write(self, number: int) -> None:
        """Logs an entry."""
        entry_id = str(uuid4())
        body = json.dumps({"id": entry_id, "eaten_at": NOON, "text": f"{100 + number} g oats"}).encode()
        request = urllib.request.Request(
            f"{self.address}/api/v1/days/{DAY}/foods", body, {"content-type": "application/json"}
        )

        def arrived() -> bool:
            try:
                with urllib.request.urlopen(request, timeout=10) as answer:
                    return bool(answer.status == 201)
            except urllib.error.HTTPError as error:
                told = (error.code, json.load(error)["detail"])
            except OSError:
                return False
            with self._noted:
                self.refused.append(told)
            return False

        self.until(f"entry {number} is acknowledged", arrived)
        with self._noted:
            self.acknowledged.append(entry_id)

    def assert_every_write_is_there_once(self, written: int) -> None:
        """What was acknowledged is all that is there, and nobody started anything by hand."""
        with urllib.request.urlopen(f"{self.address}/api/v1/days/{DAY}", timeout=60) as answer:
            there = [entry["id"] for entry in json.load(answer)["entries"]]
        self.assertEqual(len(self.acknowledged), written)
        self.assertEqual(sorted(there), sorted(self.acknowledged))
        self.assertIsNone(self.process.poll(), "nobody started anything by hand")
