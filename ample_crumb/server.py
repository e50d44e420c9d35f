"""The commands that need a database: prepare and serve; and the description of the interface."""

import argparse
import json
import logging
import multiprocessing
import os
import signal
import sys
from collections.abc import Callable
from datetime import datetime
from threading import Thread
from typing import TYPE_CHECKING, Final

import psycopg

from ample_crumb.application.demo.loader import load_demo
from ample_crumb.application.settings.commands import ensure_kitchen
from ample_crumb.store.database import Database, migrate
from ample_crumb.store.jobs import ask_for_outdated

if TYPE_CHECKING:
    from fastapi import FastAPI

UNUSABLE: Final = 2

STOP_S: Final = 4
"""Longest that requests which are under way may take to end."""


def run(given: argparse.Namespace) -> int:
    """Runs the command; returns its exit code."""
    if given.command == "openapi":
        from ample_crumb.api.app import create_app

        print(json.dumps(create_app("postgresql://unused").openapi(), indent=1))
        return 0
    url = os.environ.get("AMPLE_CRUMB_DATABASE_URL", "")
    if not url:
        print("AMPLE_CRUMB_DATABASE_URL is not set; `./start` sets it.", file=sys.stderr)
        return UNUSABLE
    if given.command == "prepare" or given.prepare:
        _prepare(url, demo=not given.empty)
    if given.command == "serve":
        import uvicorn

        # Each try of a pool to connect again would be a line; that it gave up, or that jobs wait, is said.
        logging.getLogger("psycopg.pool").setLevel(logging.ERROR)
        if given.with_parent:
            Thread(target=_end_with_parent, name="parent", daemon=True).start()

        uvicorn.run(
            "ample_crumb.server:served_app",
            factory=True,
            host=given.host,
            port=given.port,
            workers=given.workers,
            log_level="warning",
            access_log=False,
            # Whatever clients do, a half-sent request among it.
            timeout_graceful_shutdown=STOP_S,
        )
    return 0


def served_app() -> "FastAPI":
    """The application as one of several processes serves it: it ends when the one that minds them is gone."""
    from ample_crumb.api.app import create_app

    minder = multiprocessing.parent_process()
    if minder is not None:
        Thread(target=_end_after, args=(minder.join,), name="minder", daemon=True).start()
    return create_app()


def _end_with_parent() -> None:
    """Ends this process in order when whoever started it is gone, and with it its end of the pipe."""
    while os.read(sys.stdin.fileno(), 4096):
        pass
    os.kill(os.getpid(), signal.SIGTERM)


def _end_after(gone: Callable[[], object]) -> None:
    gone()
    os.kill(os.getpid(), signal.SIGTERM)


def _prepare(url: str, *, demo: bool) -> None:
    migrate(url)
    _ask_for_outdated(url)
    _fill(url, demo=demo)


def _ask_for_outdated(url: str) -> None:
    """Summaries that older rules made are worked out anew in the background."""
    with psycopg.connect(url) as connection:
        ask_for_outdated(connection)


def _fill(url: str, *, demo: bool) -> None:
    """Gives a database without any a kitchen: the demo, or one that is empty."""
    database = Database(url)
    database.open()
    try:
        if demo:
            load_demo(database, datetime.now().astimezone())
        ensure_kitchen(database)
    finally:
        database.close()
