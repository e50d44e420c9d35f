"""Who may write: a page of somewhere else never, with or without a body; and what every answer says of itself."""

import unittest
from typing import Any, Final
from unittest import mock
from uuid import uuid4

from fastapi.testclient import TestClient
from starlette.datastructures import Headers

from ample_crumb.api.answer_headers import SECURITY
from ample_crumb.api.app import create_app
from ample_crumb.api.foreign_writes import is_foreign
from ample_crumb.api.routers import PLACES, PREFIX, PlaceRoutes, place_of
from tests.api.test_api import ApiCase
from tests.kitchen import HERE, new_kitchen

_ID: Final = str(uuid4())
_WITHOUT_BODY: Final = (
    ("POST", "/api/v1/background/stop"),
    ("POST", "/api/v1/background/resume"),
    ("DELETE", "/api/v1/lessons"),
    ("DELETE", f"/api/v1/entries/{_ID}"),
    ("POST", f"/api/v1/people/{_ID}/here"),
    ("DELETE", f"/api/v1/bake-days/{_ID}"),
)
_FOREIGN: Final = (
    {"origin": "http://evil.example"},
    {"origin": "null"},
    {"origin": "http://127.0.0.1:9999"},
    {"sec-fetch-site": "cross-site"},
    {"sec-fetch-site": "same-site"},
    {"origin": HERE, "sec-fetch-site": "cross-site"},
)


class Writes(ApiCase):
    def test_a_page_of_somewhere_else_changes_nothing(self) -> None:
        made = self.create("100 g oats")
        before = self.ask("GET", f"/api/v1/formulas/{made['id']}")
        writes: list[tuple[str, str, Any]] = [(method, path, None) for method, path in _WITHOUT_BODY]
        writes += [
            ("PUT", f"/api/v1/formulas/{made['id']}/archived", {"archived": True}),
            ("PUT", f"/api/v1/people/{uuid4()}", {"name": "Anna"}),
        ]
        for headers in _FOREIGN:
            for method, path, body in writes:
                with self.subTest(f"{method} {path}", **headers):
                    answer = self.client.request(method, path, json=body, headers=headers)
                    self.assertEqual((answer.status_code, answer.headers["content-type"]),
                                     (403, "application/problem+json"))  # fmt: skip
        self.assertEqual(self.ask("GET", f"/api/v1/formulas/{made['id']}"), before)
        self.assertEqual(len(self.ask("GET", "/api/v1/people")), 1)

    def test_its_own_pages_and_programs_write(self) -> None:
        for headers in (
            {},
            {"origin": HERE, "sec-fetch-site": "same-origin"},
            {"origin": HERE},
            {"sec-fetch-site": "none"},
            {"origin": "http://localhost:8321", "host": "localhost:8321"},
            # Behind a proxy that ends TLS and hands the name on.
            {"origin": "https://localhost", "host": "localhost"},
        ):
            with self.subTest(**headers):
                answer = self.client.post("/api/v1/background/resume", headers=headers)
                self.assertEqual(answer.status_code, 200, answer.text)

    def test_reads_are_nobodys_business(self) -> None:
        self.assertEqual(self.client.get("/api/v1/formulas", headers={"sec-fetch-site": "cross-site"}).status_code, 200)

    def test_what_is_no_address_is_foreign(self) -> None:
        for origin in ("http://[", "http://127.0.0.1:port", "file://", "http://" + "a" * 5000, "chrome-extension://x"):
            self.assertTrue(is_foreign(Headers({"origin": origin, "host": "127.0.0.1"})), origin[:30])


class Answers(unittest.TestCase):
    def setUp(self) -> None:
        self.client = self.enterContext(TestClient(create_app(new_kitchen()), base_url=HERE))

    def test_every_answer_says_how_it_may_be_used(self) -> None:
        for method, path, headers in (
            ("GET", "/", {}),
            ("GET", "/assets/nothing.js", {}),
            ("GET", "/api/v1/health", {}),
            ("GET", "/api/v1/nothing", {}),
            ("POST", "/api/v1/background/stop", {"origin": "http://evil.example"}),
            ("GET", "/", {"host": "evil.example"}),
            ("GET", "/", {"host": "testserver"}),
        ):
            with self.subTest(path, **headers):
                answer = self.client.request(method, path, headers=headers)
                self.assertEqual({name: answer.headers.get(name) for name in SECURITY}, SECURITY)
        with (
            mock.patch("ample_crumb.application.formulas.queries.list_page", side_effect=RuntimeError("unforeseen")),
            self.assertLogs("ample_crumb.api.problems", "ERROR"),
        ):
            answer = TestClient(self.client.app, base_url=HERE, raise_server_exceptions=False).get("/api/v1/formulas")
        self.assertEqual((answer.status_code, answer.headers["cache-control"]), (500, "no-store"))
        self.assertEqual({name: answer.headers.get(name) for name in SECURITY}, SECURITY)
        self.assertIn("frame-ancestors 'none'", SECURITY["Content-Security-Policy"])
        self.assertEqual(self.client.get("/", headers={"host": "testserver"}).status_code, 400)

    def test_head_is_answered_wherever_get_is(self) -> None:
        for path in (
            "/",
            "/today",
            "/api/v1/health",
            "/api/v1/formulas",
            "/api/v1/formulas/none",
            "/assets/nothing.js",
        ):
            with self.subTest(path):
                got, head = self.client.get(path), self.client.head(path)
                self.assertEqual((head.status_code, head.content), (got.status_code, b""))
                self.assertEqual(head.headers["content-type"], got.headers["content-type"])
        # What never ends is over with its head.
        self.assertEqual(self.client.head("/api/v1/events").status_code, 200)

    def test_a_file_that_is_not_there_is_no_page(self) -> None:
        for path in ("/assets/nothing.js", "/assets/nothing", "/favicon.png", "/formulas/old.css"):
            self.assertEqual(self.client.get(path).status_code, 404, path)
        for path in ("/today", "/formulas/5f0c2b9e-3f44-4c0e-9d7c-0b6f6f0a2c11", "/nowhere"):
            self.assertIn("text/html", self.client.get(path).headers["content-type"], path)


class Places(unittest.TestCase):
    def test_every_route_is_found_by_its_path_before_it_is_loaded(self) -> None:
        for place in PLACES:
            routes: list[Any] = []
            PlaceRoutes(routes).load(place)
            self.assertTrue(routes)
            for route in routes:
                with self.subTest(route.path):
                    self.assertEqual(place_of(route.path), place)

    def test_a_path_of_nothing_loads_nothing(self) -> None:
        for path in ("/today", PREFIX, f"{PREFIX}nothing", f"{PREFIX}formulasx", "/api/v2/formulas"):
            self.assertIsNone(place_of(path), path)
