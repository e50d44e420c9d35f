"""The commands that need a database: prepare and serve; and the description of the interface."""

import argparse
import json
import os
import sys
from datetime import datetime
from typing import Final

from ample_crumb.store.database import Database, migrate
from ample_crumb.work.demo import load_demo

UNUSABLE: Final = 2


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
    if given.command == "prepare":
        migrate(url)
        if not given.empty:
            _load_demo_into_new(url)
    else:
        import uvicorn

        uvicorn.run(
            "ample_crumb.api.app:create_app",
            factory=True,
            host=given.host,
            port=given.port,
            workers=given.workers,
            log_level="warning",
            access_log=False,
        )
    return 0


def _load_demo_into_new(url: str) -> None:
    database = Database(url)
    database.open()
    try:
        load_demo(database, datetime.now().astimezone())
    finally:
        database.close()
