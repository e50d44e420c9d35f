"""What one client's heavy request costs another: keystrokes alone, and while somebody else reaches for targets."""

import json
from collections.abc import Callable, Iterator
from contextlib import closing, contextmanager
from http.client import HTTPConnection
from threading import Event, Thread
from typing import Final

from benchmarks.http_speed import bench_of
from benchmarks.measure import Timing, time_calls
from benchmarks.reach_speed import LINES
from benchmarks.recipe import fresh_lines
from tests.kitchen import Served

_TIMES: Final = 150
_MOST: Final = 2.0


def run(served: Served) -> None:
    """Prints the ratios of the medians."""
    for what, path, body in (
        ("reach for a target", "/api/v1/bench/reformulation", _reach),
        ("read a long recipe", "/api/v1/bench/read", _long_recipe),
    ):
        alone = _keystrokes(served)
        with _neighbour(served, path, body) as answered:
            beside = _keystrokes(served)
        ratio = beside.median_ms / alone.median_ms
        print(f"keystroke alone {alone}")
        print(f"beside {len(answered)} times “{what}” {beside}: {ratio:.2f} times"
              f"{'' if ratio <= _MOST else f', over {_MOST}'}")  # fmt: skip


@contextmanager
def _neighbour(served: Served, path: str, body: Callable[[int], str]) -> Iterator[list[int]]:
    """Somebody who asks the same again and again while the block runs; gives how long each answer was."""
    stopping, answered = Event(), list[int]()

    def ask() -> None:
        with closing(HTTPConnection("127.0.0.1", served.port)) as connection:
            while not stopping.is_set():
                connection.request("POST", path, body(len(answered)), {"content-type": "application/json"})
                answer = connection.getresponse()
                read = answer.read()
                assert answer.status == 200, read
                answered.append(len(read))

    thread = Thread(target=ask)
    thread.start()
    try:
        yield answered
    finally:
        stopping.set()
        thread.join()


def _reach(number: int) -> str:
    wishes = [
        {"name": "energy_kcal", "value": 170 + number % 25},
        {"name": "protein_g", "value": 9, "at_least": True},
    ]
    return json.dumps(bench_of(LINES) | {"family": "muffin", "wishes": wishes})


def _long_recipe(_: int) -> str:
    return json.dumps(bench_of([line for _ in range(8) for line in fresh_lines()]))


def _keystrokes(served: Served) -> Timing:
    same, count = fresh_lines(), iter(range(100, 10_000))
    with closing(HTTPConnection("127.0.0.1", served.port)) as connection:

        def type_one() -> None:
            body = json.dumps(bench_of([*same[1:], f"{next(count)} g skyr, mark"]))
            connection.request("POST", "/api/v1/bench/read", body, {"content-type": "application/json"})
            answer = connection.getresponse()
            assert answer.status == 200, answer.read()
            answer.read()

        (took,) = time_calls(type_one, times=_TIMES)
    return took
