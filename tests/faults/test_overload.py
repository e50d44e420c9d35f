"""More clients than there are connections, and clients that are slow: the others are served, or told in a sentence."""

import json
import socket
import time
import unittest
from concurrent.futures import ThreadPoolExecutor
from contextlib import ExitStack
from http.client import HTTPConnection
from typing import Any, Final

from ample_crumb.store.database import Database
from tests.api.test_api import DAY, ApiCase, parts
from tests.kitchen import Served, new_kitchen

_CONNECTIONS: Final = 8
_SLOW: Final = 200
_MANY: Final = 60
_THREADS: Final = 40
"""As many requests are worked on at once as the server has threads; the others wait for one."""


class Exhausted(ApiCase):
    def setUp(self) -> None:
        super().setUp()
        self.made = self.create("100 g oats")
        self.database: Database = self.app.state.database
        self.pool = self.database._pool
        self.held = self.enterContext(ExitStack())

    def hold(self) -> None:
        """Takes all connections."""
        principal = self.database.resident(None)
        assert principal is not None
        for _ in range(_CONNECTIONS):
            self.held.enter_context(self.database.transaction(principal))

    def test_who_gets_no_connection_is_told_and_tries_again(self) -> None:
        self.hold()
        self.pool.timeout = 0.5
        body = self.made["draft"] | {"name": "Saved in the end", "version": 1}
        answer = self.client.put(f"/api/v1/formulas/{self.made['id']}", json=body)
        self.assertEqual((answer.status_code, answer.headers["retry-after"]), (503, "2"))
        self.assertIn("does not answer", answer.json()["detail"])
        self.held.close()
        self.assertEqual(self.ask("PUT", f"/api/v1/formulas/{self.made['id']}", body)["version"], 2)

    def test_who_asks_for_something_else_does_not_stand_in_that_line(self) -> None:
        self.hold()
        # Nobody gives up before the end of this test.
        self.pool.timeout = 600.0
        with ThreadPoolExecutor(_MANY) as clients:
            asked = [clients.submit(self.client.get, f"/api/v1/days/{DAY}") for _ in range(_MANY)]
            while self.pool.get_stats()["requests_waiting"] < _THREADS:
                time.sleep(0.05)
            self.ask("GET", "/api/v1/health")
            self.assertFalse(any(each.done() for each in asked))
            self.held.close()
            self.assertEqual({each.result().status_code for each in asked}, {200})


class Slow(unittest.TestCase):
    def setUp(self) -> None:
        self.served = Served(new_kitchen())
        self.served.start()
        self.addCleanup(self.served.stop)

    def ask(self, method: str, path: str, body: object = None) -> Any:
        connection = HTTPConnection("127.0.0.1", self.served.port, timeout=120)
        self.addCleanup(connection.close)
        connection.request(method, path, json.dumps(body), {"content-type": "application/json"})
        answer = connection.getresponse()
        self.assertEqual(answer.status, 200)
        return json.load(answer)

    def test_half_sent_requests_and_unread_answers_hold_nobody_up(self) -> None:
        body = json.dumps({"parts": parts(*["100 g oats"] * 60), "pieces": 12, "day": DAY}).encode()
        head = (
            "POST /api/v1/bench/read HTTP/1.1\r\nHost: 127.0.0.1\r\nContent-Type: application/json\r\n"
            f"Content-Length: {len(body)}\r\n\r\n"
        ).encode()
        slow = []
        for number in range(_SLOW):
            client = socket.create_connection(("127.0.0.1", self.served.port))
            self.addCleanup(client.close)
            # One half sends half a request, the other a whole one and takes no answer.
            client.sendall(head + (body[:100] if number % 2 else body))
            slow.append(client)
        for _ in range(5):
            self.ask("POST", "/api/v1/bench/read", {"parts": parts("100 g skyr"), "pieces": 2, "day": DAY})
            self.ask("GET", f"/api/v1/days/{DAY}")
        # Whoever was slow is answered all the same when the rest has come.
        client = slow[1]
        client.sendall(body[100:])
        self.assertTrue(client.recv(64).startswith(b"HTTP/1.1 200"))
