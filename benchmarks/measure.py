"""Medians and 95th percentiles of repeated calls."""

import statistics
import subprocess
import sys
import time
from collections.abc import Callable, Iterator
from contextlib import contextmanager
from dataclasses import dataclass

BUSY_LOOPS = 2
"""As many as there are cores on a small machine."""


@contextmanager
def busy_machine() -> Iterator[None]:
    """Processes that do nothing but compute, while a block runs."""
    loops = [subprocess.Popen([sys.executable, "-c", "while True: pass"]) for _ in range(BUSY_LOOPS)]
    try:
        yield
    finally:
        for loop in loops:
            loop.kill()
            loop.wait()


WARM_UP = 5
"""Calls that are made and not counted."""


@dataclass(frozen=True, slots=True)
class Timing:
    """Median and 95th percentile of one thing, in ms."""

    median_ms: float
    p95_ms: float

    def __str__(self) -> str:
        return f"median {self.median_ms:7.2f} ms, 95th percentile {self.p95_ms:7.2f} ms"


def timing(samples_ms: list[float]) -> Timing:
    """The timing of at least two samples."""
    return Timing(statistics.median(samples_ms), statistics.quantiles(samples_ms, n=20)[-1])


def time_calls(*calls: Callable[[], object], times: int) -> list[Timing]:
    """Timings of calls made in turn, so that all of them meet the same machine."""
    samples: list[list[float]] = [[] for _ in calls]
    for round_ in range(WARM_UP + times):
        for place, call in enumerate(calls):
            start = time.perf_counter()
            call()
            if round_ >= WARM_UP:
                samples[place].append(1000 * (time.perf_counter() - start))
    return [timing(sample) for sample in samples]
