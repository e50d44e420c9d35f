"""Several clients in one kitchen at once: nobody gets an error or a wrong answer, and nobody waits for ever.

Two runs like this one gave 42 deadlocks while reads wrote summaries under a lock.
"""

import os
import threading
import time
import unittest
from collections.abc import Callable
from concurrent.futures import ThreadPoolExecutor
from typing import Any, Final
from uuid import uuid4

from fastapi.testclient import TestClient

from ample_crumb.api.app import create_app
from ample_crumb.application.jobs import work
from tests.api.test_api import DAY, NOON, parts
from tests.api.test_cupboard import product
from tests.kitchen import HERE, new_kitchen

SECONDS: Final = 120 if os.environ.get("AMPLE_CRUMB_TESTS") == "long" else 20


BUSY: Final = 503
_AGAIN: Final = 10


class SeveralClients(unittest.TestCase):
    def setUp(self) -> None:
        self.app = create_app(new_kitchen())
        self.main = self.enterContext(TestClient(self.app, base_url=HERE, raise_server_exceptions=False))
        self.until = time.monotonic() + SECONDS
        self.wrong: list[str] = []
        self.counted = threading.Lock()
        self.answers = 0

    def ask(self, client: TestClient, method: str, path: str, body: object = None, also: int = 0) -> Any:
        """The answer, which has to be a good one, or of the status that a client has to reckon with."""
        answer = client.request(method, path, json=body)
        for _ in range(_AGAIN):
            # A disk that stands still for seconds makes others wait for their turn: that is said, and asked again.
            if answer.status_code != BUSY:
                break
            time.sleep(0.2)
            answer = client.request(method, path, json=body)
        with self.counted:
            self.answers += 1
            if answer.status_code >= 400 and answer.status_code != also:
                self.wrong.append(f"{method} {path}: {answer.status_code} {answer.text[:200]}")
        return answer.json() if answer.content else None

    def while_it_lasts(self, step: Callable[[TestClient, int], None]) -> int:
        """Does the step again and again, as one client; gives how often."""
        client, done = TestClient(self.app, base_url=HERE, raise_server_exceptions=False), 0
        while time.monotonic() < self.until:
            step(client, done)
            done += 1
        return done

    def saves_a_product(self, made: dict[str, Any]) -> Callable[[TestClient, int], None]:
        def step(client: TestClient, number: int) -> None:
            body = product(name=made["draft"]["name"], synonyms=made["draft"]["synonyms"], version=made["version"])
            del body["id"]
            body["label"] = body["label"] | {"energy_kcal": 110 + number % 20}
            saved = self.ask(client, "PUT", f"/api/v1/products/{made['id']}", body)
            self.assertIn("draft", saved, saved)
            self.assertEqual(saved["draft"]["label"]["energy_kcal"], 110 + number % 20)
            made.update(saved)

        return step

    def saves_a_formula(self, made: dict[str, Any], *lines: str) -> Callable[[TestClient, int], None]:
        def step(client: TestClient, number: int) -> None:
            body = made["draft"] | {"parts": parts(f"{100 + number} g oats", *lines), "version": made["version"]}
            saved = self.ask(client, "PUT", f"/api/v1/formulas/{made['id']}", body, also=409)
            if "current" in saved:
                # A label was pinned in its lines meanwhile; what is there is seen, and the save tried again on it.
                made["version"] = saved["current"]["version"]
                return
            self.assertEqual(saved["draft"]["parts"][0]["lines"][0]["text"], f"{100 + number} g oats")
            made["version"] = saved["version"]

        return step

    def test_at_once(self) -> None:
        def create(name: str, *lines: str) -> dict[str, Any]:
            body = {"id": str(uuid4()), "name": name, "family": "brownie", "pieces": 12, "method": ""}
            made: dict[str, Any] = self.ask(self.main, "POST", "/api/v1/formulas", body | {"parts": parts(*lines)})
            return made

        names = ("Quayside whey", "Millrace casein")
        shelf = [self.ask(self.main, "POST", "/api/v1/products", product(name=name, synonyms=[])) for name in names]
        formulas = [create(f"Bars {place}", "100 g oats", f"30 g {name}") for place, name in enumerate(names * 4)]
        inner = {"text": "50 g of it", "chosen": f"made-{formulas[0]['id']}"}
        tower = {"name": "", "lines": [inner]}
        body = {"id": str(uuid4()), "name": "Tower", "family": "", "pieces": 2, "method": "", "parts": [tower]}
        self.ask(self.main, "POST", "/api/v1/formulas", body)
        choices = {"measures": "us", "carbohydrate": "net", "appearance": "dark", "currency": "EUR"}

        def eats(client: TestClient, number: int) -> None:
            entry = {"id": str(uuid4()), "eaten_at": NOON, "formula_id": formulas[number % 8]["id"], "piece_count": 1}
            self.ask(client, "POST", f"/api/v1/days/{DAY}/pieces", entry)

        def lists(client: TestClient, _: int) -> None:
            self.assertEqual(len(self.ask(client, "GET", "/api/v1/formulas")["items"]), 9)
            self.ask(client, "GET", f"/api/v1/days/{DAY}")

        def settles(client: TestClient, number: int) -> None:
            self.ask(client, "PUT", "/api/v1/settings", choices | {"energy": ("us", "stated")[number % 2]})

        def bakes(client: TestClient, number: int) -> None:
            # Of a formula that is saved meanwhile, so that its version is kept while it changes.
            plan = {"formula_id": formulas[number % 8]["id"]}
            batch = {"plan": plan, "record": {"words": ["just right"], "took_min": 30}, "made_at": NOON}
            path = f"/api/v1/batches/{uuid4()}"
            made = self.ask(client, "PUT", path, batch)
            # How it is counted may be another by then; what was recorded is not.
            self.assertEqual(self.ask(client, "PUT", path, batch)["made"], made["made"])

        steps = [self.saves_a_product(made) for made in shelf]
        steps += [self.saves_a_formula(formulas[place], f"30 g {names[place % 2]}") for place in range(3)]
        steps += [eats, lists, settles, bakes]
        with ThreadPoolExecutor(len(steps)) as pool:
            done = list(pool.map(self.while_it_lasts, steps))
        self.assertEqual(self.wrong, [])
        self.assertTrue(all(done), done)
        self.assertEqual(len(self.ask(self.main, "GET", f"/api/v1/days/{DAY}")["entries"]), done[5])
        self.assertGreaterEqual(self.batches(), min(done[8], 30))
        self.every_list_says_what_its_bench_says()

    def batches(self) -> int:
        """How many are on the first page."""
        return len(self.ask(self.main, "GET", "/api/v1/batches")["items"])

    def every_list_says_what_its_bench_says(self) -> None:
        waiting = True
        while waiting:
            work(self.app.state.database)
            waiting = any(each["stale"] for each in self.ask(self.main, "GET", "/api/v1/formulas")["items"])
        for listed in self.ask(self.main, "GET", "/api/v1/formulas")["items"]:
            bench = self.ask(self.main, "GET", f"/api/v1/formulas/{listed['id']}")["evaluated"]
            self.assertAlmostEqual(listed["piece"]["energy_kcal"], bench["piece"]["energy_kcal"])
