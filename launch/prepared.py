"""Whether a database is as the present release needs it, without loading the application."""

import os
import subprocess
from pathlib import Path
from typing import Final
from urllib.parse import unquote, urlsplit

from launch.install import ROOT, postgresql_bin

MIGRATIONS: Final = ROOT / "ample_crumb" / "store" / "migrations"

_ASK: Final = """
select string_agg(migration_id, ' ' order by migration_id) from _yoyo_migration;
select exists (select from kitchen);
"""


def is_prepared(owner_url: str, app_url: str) -> bool:
    """Whether every migration of this release is done, there is a kitchen, and `app` is let in. False where nobody can
    tell."""
    done, _, kitchen = _answer(owner_url, _ASK).partition("\n")
    known = {file.stem for file in MIGRATIONS.glob("*.sql")}
    return set(done.split()) >= known and kitchen == "t" and _answer(app_url, "select 1") == "1"


def _answer(url: str, query: str) -> str:
    binaries = postgresql_bin()
    psql = binaries / "psql" if binaries else Path("psql")
    address = urlsplit(url)
    # Not among the arguments, where others could read the password.
    connection = {
        "PGHOST": address.hostname, "PGPORT": str(address.port or 5432), "PGUSER": unquote(address.username or ""),
        "PGPASSWORD": unquote(address.password or ""), "PGDATABASE": address.path.strip("/"), "PGCONNECT_TIMEOUT": "10",
    }  # fmt: skip
    try:
        done = subprocess.run(
            [str(psql), "-X", "-A", "-t", "-q", "-v", "ON_ERROR_STOP=1", "-f", "-"],
            input=query, capture_output=True, text=True, check=False, env=os.environ | connection,
        )  # fmt: skip
    except OSError:
        return ""
    return done.stdout.strip() if done.returncode == 0 else ""
