"""The commands that need a database: prepare and serve; and the description of the interface."""

import argparse
import json
import logging
import multiprocessing
import os
import signal
import socket
import sys
from collections.abc import Callable
from threading import Thread
from typing import TYPE_CHECKING, Final

from ample_crumb.store.app_role import app_address

if TYPE_CHECKING:
    from fastapi import FastAPI

OWNER_URL: Final = "AMPLE_CRUMB_DATABASE_URL"
APP_URL: Final = "AMPLE_CRUMB_APP_DATABASE_URL"

UNUSABLE: Final = 2

NOT_STARTED: Final = 3

_SILENT_S: Final = 60
"""Longest that a worker may take to say that it lives: a busy machine is slow."""

STOP_S: Final = 4
"""Longest that requests which are under way may take to end."""


def run(given: argparse.Namespace) -> int:
    """Runs the command; returns its exit code."""
    if given.command == "openapi":
        from ample_crumb.api.app import create_app

        print(json.dumps(create_app("postgresql://unused").openapi(), indent=1))
        return 0
    return _prepare(demo=not given.empty) if given.command == "prepare" else _serve(given)


def _serve(given: argparse.Namespace) -> int:
    owner = os.environ.get(OWNER_URL, "")
    if owner:
        # Whoever answers the network cannot tell the owner's password: this process begins anew without it.
        without = {name: value for name, value in os.environ.items() if name != OWNER_URL}
        without.setdefault(APP_URL, app_address(owner))
        again = ["serve", "--host", given.host, "--port", str(given.port), "--workers", str(given.workers)]
        again += ["--with-parent"] if given.with_parent else []
        os.execve(sys.executable, [sys.executable, "-m", "ample_crumb", *again], without)
    if not os.environ.get(APP_URL):
        print(f"{APP_URL} is not set; nor is {OWNER_URL}, from which it follows. `./start` sets it.", file=sys.stderr)
        return UNUSABLE
    import uvicorn
    from uvicorn.supervisors import Multiprocess

    # Each try of a pool to connect again would be a line; that it gave up, or that jobs wait, is said.
    logging.getLogger("psycopg.pool").setLevel(logging.ERROR)
    if given.with_parent:
        Thread(target=_end_with_parent, name="parent", daemon=True).start()
    config = uvicorn.Config(
        "ample_crumb.server:served_app",
        factory=True,
        host=given.host,
        port=given.port,
        workers=given.workers,
        log_level="warning",
        access_log=False,
        # Whatever clients do, a half-sent request among it.
        timeout_graceful_shutdown=STOP_S,
        timeout_worker_healthcheck=_SILENT_S,
    )
    listener = config.bind_socket()
    # What is accepted has it from here. An event loop sets it by itself only on sockets that it made; without it an
    # answer in two parts waits 40 ms for whoever reads it to acknowledge the first.
    listener.setsockopt(socket.IPPROTO_TCP, socket.TCP_NODELAY, 1)
    if given.workers > 1:
        Multiprocess(config, sockets=[listener]).run()
        return 0
    server = uvicorn.Server(config)
    server.run(sockets=[listener])
    return 0 if server.started else NOT_STARTED


def served_app() -> "FastAPI":
    """The application as one of several processes serves it: it ends when the one that minds them is gone."""
    from ample_crumb.api.app import create_app

    minder = multiprocessing.parent_process()
    if minder is not None:
        Thread(target=_end_after, args=(minder.join,), name="minder", daemon=True).start()
    return create_app(preload=True)


def _end_with_parent() -> None:
    """Ends this process in order when whoever started it is gone, and with it its end of the pipe."""
    while os.read(sys.stdin.fileno(), 4096):
        pass
    os.kill(os.getpid(), signal.SIGTERM)


def _end_after(gone: Callable[[], object]) -> None:
    gone()
    os.kill(os.getpid(), signal.SIGTERM)


def _prepare(*, demo: bool) -> int:
    url = os.environ.get(OWNER_URL, "")
    if not url:
        print(f"{OWNER_URL} is not set; `./start` sets it.", file=sys.stderr)
        return UNUSABLE
    from datetime import datetime

    from ample_crumb.application.demo.loader import load_demo
    from ample_crumb.application.settings.commands import ensure_kitchen
    from ample_crumb.store.database import Database, migrate

    migrate(url)
    database = Database(url)
    database.open()
    try:
        if demo:
            load_demo(database, datetime.now().astimezone())
        ensure_kitchen(database)
    finally:
        database.close()
    return 0
