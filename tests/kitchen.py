"""What tests need of the outside: a throwaway PostgreSQL cluster, and a served application in it."""

import atexit
import multiprocessing
import os
import shutil
import subprocess
import sys
import time
import urllib.request
import uuid
from datetime import date, datetime
from functools import cache
from multiprocessing.context import ForkServerContext, ForkServerProcess
from pathlib import Path

import psycopg
from psycopg import sql

from ample_crumb.application.settings.commands import ensure_kitchen
from ample_crumb.cli import main
from ample_crumb.store.app_role import app_address
from ample_crumb.store.database import Database, migrate
from launch.cluster import Cluster, free_port, throwaway
from launch.install import PYTHON, ROOT

HERE = "http://127.0.0.1"
"""Where clients of a test ask; other names are refused."""

_started: list[tuple[Cluster, Path]] = []


@cache
def cluster() -> tuple[Cluster, str]:
    """The cluster that all tests share, and its address."""
    made, folder = throwaway()
    _started.append((made, folder))
    return made, made.start()


def stop() -> None:
    """Stops and deletes what was started."""
    for made, folder in _started:
        made.stop("immediate")
        shutil.rmtree(folder, ignore_errors=True)
    _started.clear()
    for remembered in (cluster, _migrated, _empty_kitchen, _demo):
        remembered.cache_clear()


# Whoever runs the tests, and however they end, no server is left behind.
atexit.register(stop)


def new_database(*, migrated: bool = True) -> str:
    """The address of an empty database of its own, with the present schema unless told otherwise."""
    return _created(_migrated() if migrated else "template1")


def new_kitchen() -> str:
    """The address of a database with an empty kitchen of one person."""
    return _created(_empty_kitchen())


def demo_kitchen() -> str:
    """The address of a database with the demo of today."""
    return _created(_demo(datetime.now().astimezone().date()))


# Migrating takes a second and the demo some eight, copying what was made once a fraction of one.


@cache
def _migrated() -> str:
    address = _created("template1")
    migrate(address)
    return address


@cache
def _empty_kitchen() -> str:
    address = _created(_migrated())
    database = open_database(address)
    try:
        ensure_kitchen(database)
    finally:
        database.close()
    return address


@cache
def _demo(_: date) -> str:
    address = _created("template1")
    prepare(address)
    return address


def _created(template: str) -> str:
    """A database that is a copy of the one at the address, or of the name, `template`."""
    _, url = cluster()
    name = f"test_{uuid.uuid4().hex[:12]}"
    copied = sql.SQL("create database {} template {}").format(
        sql.Identifier(name), sql.Identifier(template.rpartition("/")[2])
    )
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
    context.set_forkserver_preload(["ample_crumb.api.app", "ample_crumb.server", "uvicorn", "tests.kitchen"])
    return context


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
