"""The Bench's call over HTTP, database included, beside an empty endpoint of the same server."""

import json
from collections.abc import Sequence
from http.client import HTTPConnection
from typing import Any
from urllib.parse import quote

from benchmarks.measure import WARM_UP, time_calls
from benchmarks.recipe import fresh_lines
from tests.kitchen import Served

TIMES = 200


def bench_of(lines: Sequence[str]) -> dict[str, Any]:
    """A Bench with these lines, as it is sent."""
    of_lines = [{"text": line, "chosen": None} for line in lines]
    return {"parts": [{"name": "", "lines": of_lines}], "pieces": 12, "day": "2026-05-04"}


def _body(lines: list[str]) -> str:
    return json.dumps(bench_of(lines))


def run(served: Served) -> None:
    """Prints the timings and what the call takes over the empty one."""
    connection = HTTPConnection("127.0.0.1", served.port)

    def ask(method: str, path: str, content: str | None = None) -> bytes:
        connection.request(method, path, content, {"content-type": "application/json"})
        answer = connection.getresponse()
        read = answer.read()
        assert answer.status == 200, read
        return read

    bodies = [_body(fresh_lines()) for _ in range(TIMES + WARM_UP)]
    same = fresh_lines()
    edits = [_body([*same[1:], f"{100 + place} g skyr, mark"]) for place in range(TIMES + WARM_UP)]
    assert not json.loads(ask("POST", "/api/v1/bench/read", _body(fresh_lines())))["evaluated"]["unread"]
    empty, full, edit = time_calls(
        lambda: ask("GET", "/api/v1/health"),
        lambda: ask("POST", "/api/v1/bench/read", bodies.pop()),
        lambda: ask("POST", "/api/v1/bench/read", edits.pop()),
        times=TIMES,
    )
    typed = iter(["salmon pink", "monkfish", "gooseb", "cheese goat", "rice white long", "lettuce"] * TIMES)
    empty_too, search = time_calls(
        lambda: ask("GET", "/api/v1/health"),
        lambda: ask("GET", f"/api/v1/ingredients?words={quote(next(typed))}"),
        times=TIMES,
    )
    connection.close()
    print(
        f"HTTP, search of foods, the second shelf among them  {search}   "
        f"({search.median_ms / empty_too.median_ms:.1f} times an empty endpoint, aim: at most 3)"
    )
    print(f"HTTP, empty endpoint   {empty}")
    for what, took in (("25 fresh lines ", full), ("1 of 25 changed", edit)):
        over = took.median_ms - empty.median_ms
        times = took.median_ms / empty.median_ms
        print(
            f"HTTP, {what}  {took}   ({over:.2f} ms over empty, aim: at most 8; {times:.1f} times it, aim: at most 3)"
        )
