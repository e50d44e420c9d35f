"""What tests need of the outside: a throwaway PostgreSQL cluster, and a served application in it."""

import atexit
import os
import shutil
import subprocess
import time
import urllib.request
import uuid
from functools import cache
from pathlib import Path
from typing import Any

import psycopg

from ample_crumb.application.settings.commands import ensure_kitchen
from ample_crumb.store.database import Database, migrate
from launch.cluster import Cluster, free_port, throwaway
from launch.install import PYTHON, ROOT

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
    cluster.cache_clear()


# Whoever runs the tests, and however they end, no server is left behind.
atexit.register(stop)


def new_database(*, migrated: bool = True) -> str:
    """The address of an empty database of its own, with the present schema unless told otherwise."""
    _, url = cluster()
    name = f"test_{uuid.uuid4().hex[:12]}"
    with psycopg.connect(url, autocommit=True) as connection:
        connection.execute(psycopg.sql.SQL("create database {}").format(psycopg.sql.Identifier(name)))
    address = f"{url.rpartition('/')[0]}/{name}"
    if migrated:
        migrate(address)
    return address


def new_kitchen() -> str:
    """The address of a database with an empty kitchen of one person."""
    address = new_database()
    database = open_database(address)
    try:
        ensure_kitchen(database)
    finally:
        database.close()
    return address


def open_database(url: str) -> Database:
    """A pool on it; the caller closes it."""
    database = Database(url)
    database.open()
    return database


class Served:
    """The application as a process on a free port of loopback."""

    def __init__(self, url: str, *, demo: bool = False) -> None:
        self.url, self.port = url, free_port()
        self.address = f"http://127.0.0.1:{self.port}"
        self._environment = os.environ | {"AMPLE_CRUMB_DATABASE_URL": url}
        prepare = ["prepare"] if demo else ["prepare", "--empty"]
        subprocess.run([PYTHON, "-m", "ample_crumb", *prepare], env=self._environment, cwd=ROOT, check=True)
        self._process: subprocess.Popen[Any] | None = None

    def start(self, *options: str) -> None:
        """Starts it and waits until it answers."""
        command = [str(PYTHON), "-m", "ample_crumb", "serve", "--port", str(self.port), *options]
        self._process = subprocess.Popen(command, env=self._environment, cwd=ROOT)
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
        return self._process.pid

    def stop(self) -> None:
        """Stops it; it can be started again on the same port."""
        if self._process is not None:
            self._process.terminate()
            self._process.wait()
            self._process = None
