"""What an answer takes of a server of two processes, to that of one: the same call in turn."""

from functools import partial
from http.client import HTTPConnection
from typing import Final

from benchmarks.measure import time_calls
from tests.kitchen import Served, ServedByWorkers, demo_kitchen

TIMES: Final = 200
_MOST: Final = 1.1
_PATHS: Final = ("/api/v1/health", "/api/v1/formulas", "/api/v1/stash")


def _ask(connection: HTTPConnection, path: str) -> None:
    connection.request("GET", path)
    answer = connection.getresponse()
    assert answer.read()
    assert answer.status == 200


def run() -> None:
    """Prints the ratios."""
    url = demo_kitchen()
    one, two = Served(url), ServedByWorkers(url)
    one.start()
    two.start()
    try:
        connections = [HTTPConnection("127.0.0.1", served.port) for served in (one, two)]
        for path in _PATHS:
            alone, beside = time_calls(*(partial(_ask, connection, path) for connection in connections), times=TIMES)
            ratio = beside.median_ms / alone.median_ms
            print(f"{path:18} one process {alone.median_ms:7.2f} ms, two {beside.median_ms:7.2f} ms: {ratio:5.2f} times"
                  f"{'' if ratio <= _MOST else f', over {_MOST}'}")  # fmt: skip
    finally:
        one.stop()
        two.stop()
