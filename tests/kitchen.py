"""What tests need of the outside: a throwaway PostgreSQL cluster, and a served application in it."""

import atexit
import json
import multiprocessing
import os
import shutil
import subprocess
import sys
import time
import urllib.request
import uuid
from concurrent.futures import ThreadPoolExecutor
from datetime import UTC, datetime
from functools import cache
from multiprocessing.context import ForkServerContext, ForkServerProcess
from pathlib import Path
from typing import Final

import psycopg
from psycopg import sql

from ample_crumb.application.demo.loader import load_demo
from ample_crumb.application.settings.commands import ensure_kitchen
from ample_crumb.cli import main
from ample_crumb.store.app_role import app_address
from ample_crumb.store.database import Database, migrate
from launch.cluster import Cluster, free_port, throwaway
from launch.install import PYTHON, ROOT

HERE = "http://127.0.0.1"
"""Where clients of a test ask; other names are refused."""

NOW: Final = datetime(2026, 5, 4, 12, tzinfo=UTC)
EVENING: Final = datetime(2026, 5, 6, 18, 30, tzinfo=UTC)
"""When most tests of the demo look at it."""

_started: list[tuple[Cluster, Path]] = []

PREPARED: Final = "AMPLE_CRUMB_TESTS_PREPARED"
"""The folder of a cluster that holds what tests copy, where somebody made it for several processes at once."""
_NAMES: Final = "names.json"


def prepare_cluster() -> Path:
    """Makes a cluster with all that tests copy, and leaves it stopped in a folder that `PREPARED` may name. Migrating
    takes a second and a demo some eight, which each process would else spend for itself."""
    made, folder = throwaway()
    url = made.start()
    try:
        names = {"migrated": _database_name(_migrated(url))}
        names["empty"] = _database_name(_with_empty_kitchen(_copy(url, names["migrated"])))
        today = datetime.now().astimezone().date()
        with ThreadPoolExecutor(3) as pool:
            asked = {f"demo {today}": pool.submit(_with_demo_of_today, _copy(url, "template1"))}
            for now in (NOW, EVENING):
                asked[f"demo {now.isoformat()}"] = pool.submit(_with_demo, _copy(url, names["migrated"]), now)
            names |= {what: _database_name(made.result()) for what, made in asked.items()}
    finally:
        made.stop()
    (folder / _NAMES).write_text(json.dumps(names))
    return folder


@cache
def cluster() -> tuple[Cluster, str]:
    """The cluster that all tests of this process share, and its address."""
    made, folder = throwaway()
    if PREPARED in os.environ:
        # With its owner, as the server is run by nobody else.
        shutil.rmtree(folder)
        subprocess.run(["cp", "-a", os.environ[PREPARED], str(folder)], check=True)
    _started.append((made, folder))
    return made, made.start()


@cache
def _prepared(what: str) -> str | None:
    """The address of what was made beforehand; None where nobody did."""
    if PREPARED not in os.environ:
        return None
    names = json.loads((Path(os.environ[PREPARED]) / _NAMES).read_text())
    return f"{cluster()[1].rpartition('/')[0]}/{names[what]}" if what in names else None


def stop() -> None:
    """Stops and deletes what was started."""
    for made, folder in _started:
        made.stop("immediate")
        shutil.rmtree(folder, ignore_errors=True)
    _started.clear()
    for remembered in (cluster, _prepared, _template):
        remembered.cache_clear()


# Whoever runs the tests, and however they end, no server is left behind.
atexit.register(stop)


def new_database(*, migrated: bool = True) -> str:
    """The address of an empty database of its own, with the present schema unless told otherwise."""
    return _created(_template("migrated") if migrated else "template1")


def new_kitchen() -> str:
    """The address of a database with an empty kitchen of one person."""
    return _created(_template("empty"))


def demo_kitchen(now: datetime | None = None) -> str:
    """The address of a database with the demo as it is loaded today, or at a moment."""
    return _created(_template(f"demo {now.isoformat() if now else datetime.now().astimezone().date()}"))


@cache
def _template(what: str) -> str:
    """The address of a database that others are copied from, made once unless it was beforehand."""
    if (prepared := _prepared(what)) is not None:
        return prepared
    url = cluster()[1]
    if what == "migrated":
        return _migrated(url)
    if what == "empty":
        return _with_empty_kitchen(_created(_template("migrated")))
    try:
        now = datetime.fromisoformat(what.removeprefix("demo "))
    except ValueError as wrong:
        raise AssertionError(f"nobody knows how {what!r} is made") from wrong
    if now.tzinfo is None:
        return _with_demo_of_today(_created("template1"))
    return _with_demo(_created(_template("migrated")), now)


def _migrated(url: str) -> str:
    address = _copy(url, "template1")
    migrate(address)
    return address


def _with_empty_kitchen(address: str) -> str:
    database = open_database(address)
    try:
        ensure_kitchen(database)
    finally:
        database.close()
    return address


def _with_demo(address: str, now: datetime) -> str:
    owner = open_database(address)
    try:
        load_demo(owner, now)
    finally:
        owner.close()
    return address


def _with_demo_of_today(address: str) -> str:
    prepare(address)
    return address


def _database_name(address: str) -> str:
    return address.rpartition("/")[2]


def _created(template: str) -> str:
    """A database that is a copy of the one at the address, or of the name, `template`."""
    return _copy(cluster()[1], _database_name(template))


def _copy(url: str, template: str) -> str:
    """A database beside the one at `url` that is a copy of the one called `template`."""
    name = f"test_{uuid.uuid4().hex[:12]}"
    copied = sql.SQL("create database {} template {}").format(sql.Identifier(name), sql.Identifier(template))
    with psycopg.connect(url, autocommit=True) as connection:
        connection.execute(copied)
    return f"{url.rpartition('/')[0]}/{name}"


def prepare(url: str) -> None:
    """Does to the database what the command of that name does."""
    command = [str(PYTHON), "-m", "ample_crumb", "prepare"]
    subprocess.run(command, env=os.environ | {"AMPLE_CRUMB_DATABASE_URL": url}, cwd=ROOT, check=True)


def open_database(url: str) -> Database:
    """A pool on it; the caller closes it."""
    database = Database(url)
    database.open()
    return database


def _serve(port: int, url: str) -> None:
    """What `python -m ample_crumb serve` does, in a process that has its modules already."""
    os.environ["AMPLE_CRUMB_APP_DATABASE_URL"] = app_address(url)
    sys.exit(main(["serve", "--port", str(port)]))


@cache
def _servers() -> ForkServerContext:
    """A process that has loaded the application, which takes some five seconds, and splits off servers of it."""
    context = multiprocessing.get_context("forkserver")
    context.set_forkserver_preload(PRELOADED)
    return context


PRELOADED: Final = ["ample_crumb.api.app", "ample_crumb.server", "uvicorn", "tests.kitchen"]


class Served:
    """The application as a process on a free port of loopback."""

    def __init__(self, url: str) -> None:
        self.url, self.port = url, free_port()
        self.address = f"http://127.0.0.1:{self.port}"
        self._process: ForkServerProcess | None = None

    def start(self) -> None:
        """Starts it and waits until it answers."""
        self._process = _servers().Process(target=_serve, args=(self.port, self.url))
        self._process.start()
        self.wait()

    def wait(self) -> None:
        """Returns when it answers."""
        for _ in range(2400):
            try:
                with urllib.request.urlopen(f"{self.address}/api/v1/health", timeout=1):
                    return
            except OSError:
                time.sleep(0.05)
        raise AssertionError("the application did not answer")

    @property
    def pid(self) -> int:
        """Its process."""
        assert self._process is not None
        assert self._process.pid is not None
        return self._process.pid

    def stop(self) -> None:
        """Stops it; it can be started again on the same port."""
        if self._process is not None:
            self._process.terminate()
            self._process.join()
            self._process = None


class ServedByWorkers(Served):
    """The application as the command serves it: one process that minds several workers."""

    def start(self) -> None:
        """Starts it and waits until it answers."""
        command = [str(PYTHON), "-m", "ample_crumb", "serve", "--port", str(self.port), "--workers", "2"]
        environment = os.environ | {"AMPLE_CRUMB_DATABASE_URL": self.url}
        self._minder = subprocess.Popen(command, env=environment, cwd=ROOT)
        self.wait()

    @property
    def pid(self) -> int:
        """The process that minds the others."""
        return self._minder.pid

    def stop(self) -> None:
        """Stops it."""
        self._minder.terminate()
        self._minder.wait()
