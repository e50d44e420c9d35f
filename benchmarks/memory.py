"""What a worker grows by while products are changed a thousand times, with a keystroke after each."""

import json
from http.client import HTTPConnection
from pathlib import Path
from typing import Any, Final

from tests.kitchen import Served, demo_kitchen

CHANGES: Final = 1_000


def run() -> None:
    """Prints the resident memory before, half-way and after."""
    served = Served(demo_kitchen())
    served.start()
    connection = HTTPConnection("127.0.0.1", served.port)

    def send(method: str, path: str, body: object = None) -> Any:
        content = None if body is None else json.dumps(body)
        connection.request(method, path, content, {"content-type": "application/json"})
        answer = connection.getresponse()
        read = answer.read()
        assert answer.status < 400, read
        return json.loads(read)

    try:
        own = [each for each in send("GET", "/api/v1/cupboard")["items"] if each["product_id"] and not each["draft"]]
        views = [send("GET", f"/api/v1/products/{each['product_id']}") for each in own]
        formula = send("GET", f"/api/v1/formulas/{send('GET', '/api/v1/formulas')['items'][0]['id']}")["draft"]
        bench = {"parts": formula["parts"], "pieces": 12, "family": "brownie", "day": "2026-05-04"}
        sizes = []
        for number in range(CHANGES + 1):
            if number in {50, CHANGES // 2, CHANGES}:
                sizes.append(_resident_mb(served))
            place = number % len(views)
            there = views[place]
            draft = dict(there["draft"])
            contains = draft.pop("contains")
            draft["label"] = draft["label"] | {"salt_g": 0.1 + number % 97 / 1000}
            body = draft | contains | {"version": there["version"]}
            views[place] = send("PUT", f"/api/v1/products/{there['id']}", body)
            send("POST", "/api/v1/bench/read", bench)
        print(f"worker after 50, {CHANGES // 2} and {CHANGES} changed labels: "
              f"{', '.join(f'{size:.0f}' for size in sizes)} MB (aim: under 50 more)")  # fmt: skip
    finally:
        served.stop()


def _resident_mb(served: Served) -> float:
    status = Path(f"/proc/{served.pid}/status").read_text()
    line = next(line for line in status.splitlines() if line.startswith("VmRSS"))
    return int(line.split()[1]) / 1024
