"""Runs the unittests of all folders, or of those named, side by side, and ends with the plain line that counts them.

Each test class is a piece of work; a few processes take one after another, those that take longest first, by what
`tests/seconds.json` says they took, and no more browsers at once than there are cores. Each process has a database
cluster of its own, a copy of one that is made first.
Folders in `LONG` hold what takes long by nature: all of it when they are named, a short share of it otherwise.

`python -m tests.run --measure` runs all and writes down how long each class took.
"""

import importlib
import io
import json
import multiprocessing
import os
import shutil
import sys
import time
import unittest
from collections.abc import Collection, Iterable, Sequence
from concurrent.futures import FIRST_COMPLETED, Future, ProcessPoolExecutor, wait
from dataclasses import dataclass
from multiprocessing.util import Finalize
from pathlib import Path
from typing import Final

HERE: Final = Path(__file__).parent
LONG: Final = ("faults", "fuzz")
SECONDS: Final = HERE / "seconds.json"
_BROWSER: Final = "tests.browser."
_UNKNOWN_S: Final = 20.0
"""What a class is taken to need that nobody has measured."""

_CORES: Final = os.cpu_count() or 1
_AT_ONCE: Final = _CORES + 1
_BROWSERS_AT_ONCE: Final = _CORES
"""Tests of the interface wait as much as they work, so one more runs beside them. A browser that hardly gets a turn is
no browser that anybody has."""


@dataclass(frozen=True, slots=True)
class Ran:
    """What a class came to: counts, the seconds it took, and what is to be read when something failed."""

    name: str
    tests: int
    bad: int
    skipped: int
    seconds: float
    said: str


def main(asked: list[str]) -> int:
    """Exit code 0 when tests were found and all of them passed."""
    folders = [name for name in asked if name != "--measure"]
    unknown = [folder for folder in folders if not (HERE / folder).is_dir()]
    if unknown:
        print(f"There is no folder tests/{unknown[0]}.", file=sys.stderr)
        return 2
    if set(folders) & set(LONG):
        os.environ["AMPLE_CRUMB_TESTS"] = "long"
    classes = classes_of(folders or sorted(path.name for path in HERE.iterdir() if path.is_dir()))
    workers = min(len(classes), _AT_ONCE)
    began = time.monotonic()
    ran = run_all(classes, workers)
    bad, skipped = sum(each.bad for each in ran), sum(each.skipped for each in ran)
    passed = sum(each.tests for each in ran) - bad - skipped
    _tell_folders(ran)
    print(f"{len(classes)} classes in {time.monotonic() - began:.0f} s by {workers} processes")
    print(f"{passed} passed, {bad} failed, {skipped} skipped", flush=True)
    if "--measure" in asked:
        SECONDS.write_text(
            json.dumps({each.name: round(each.seconds, 1) for each in ran}, indent=0, sort_keys=True) + "\n"
        )
    return 0 if bad == 0 and passed > 0 else 1


def run_all(classes: list[str], workers: int) -> list[Ran]:
    """Runs the classes in processes that are split off one which has loaded the application already."""
    from tests import kitchen

    prepared = kitchen.prepare_cluster()
    os.environ[kitchen.PREPARED] = str(prepared)
    context = multiprocessing.get_context("forkserver")
    context.set_forkserver_preload([*kitchen.PRELOADED, "fastapi.testclient", "hypothesis", "playwright.sync_api"])
    ran: list[Ran] = []
    waiting = list(classes)
    try:
        with ProcessPoolExecutor(workers, context, _begin) as pool:
            running: dict[Future[Ran], str] = {}
            while waiting or running:
                while len(running) < workers and (following := _next(waiting, running.values())) is not None:
                    waiting.remove(following)
                    running[pool.submit(run_class, following)] = following
                for done in wait(running, return_when=FIRST_COMPLETED).done:
                    del running[done]
                    ran.append(done.result())
                    _tell(ran[-1])
    finally:
        shutil.rmtree(prepared, ignore_errors=True)
    return ran


def _next(waiting: Sequence[str], running: Collection[str]) -> str | None:
    """The class to begin beside those that run: the longest of a browser while there is room for one, else the longest
    of the others. Where only those of browsers are left, one more of them fits."""
    browsers = [name for name in waiting if name.startswith(_BROWSER)]
    others = [name for name in waiting if not name.startswith(_BROWSER)]
    open_browsers = sum(name.startswith(_BROWSER) for name in running)
    if browsers and open_browsers < _BROWSERS_AT_ONCE + (not others):
        return browsers[0]
    return others[0] if others else None


def classes_of(folders: Iterable[str]) -> list[str]:
    """The test classes of these folders, those that take longest first."""
    known: dict[str, float] = json.loads(SECONDS.read_text()) if SECONDS.exists() else {}
    found = [
        name
        for folder in folders
        for path in sorted((HERE / folder).rglob("test_*.py"))
        for name in classes_in(".".join(("tests", *path.relative_to(HERE).with_suffix("").parts)))
    ]
    return sorted(found, key=lambda name: -known.get(name, _UNKNOWN_S))


def classes_in(module: str) -> Iterable[str]:
    """The test classes that a module defines itself and that hold tests."""
    for name, found in vars(importlib.import_module(module)).items():
        own = isinstance(found, type) and issubclass(found, unittest.TestCase) and found.__module__ == module
        if own and unittest.defaultTestLoader.getTestCaseNames(found):
            yield f"{module}.{name}"


def run_class(name: str) -> Ran:
    """Runs one class here."""
    began = time.monotonic()
    said = io.StringIO()
    suite = unittest.defaultTestLoader.loadTestsFromName(name)
    result = unittest.TextTestRunner(said, verbosity=1, buffer=True).run(suite)
    bad = len(result.failures) + len(result.errors) + len(result.unexpectedSuccesses)
    seconds = time.monotonic() - began
    return Ran(name, result.testsRun, bad, len(result.skipped), seconds, said.getvalue() if bad else "")


def _begin() -> None:
    """What a process does at its start: nothing of it is left behind, however it ends."""
    from tests import kitchen

    Finalize(None, kitchen.stop, exitpriority=100)


def _tell(ran: Ran) -> None:
    print(f"{ran.name}: {ran.tests - ran.bad} of {ran.tests} in {ran.seconds:.1f} s", flush=True)
    if ran.said:
        print(ran.said, flush=True)


def _tell_folders(ran: Iterable[Ran]) -> None:
    by_folder: dict[str, float] = {}
    for each in ran:
        folder = each.name.split(".")[1]
        by_folder[folder] = by_folder.get(folder, 0.0) + each.seconds
    told = ", ".join(
        f"{folder} {seconds:.0f}" for folder, seconds in sorted(by_folder.items(), key=lambda one: -one[1])
    )
    print(f"seconds by folder: {told}")


if __name__ == "__main__":
    sys.exit(main(sys.argv[1:]))
