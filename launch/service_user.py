"""The server runs as a user of its own where root starts it, and sees nothing of the folders that root keeps closed.

What it needs, the application, its Python and the packages, may lie below a folder that is closed to others, as `/root`
is. Then the server gets a view of its own (a mount namespace) in which that folder holds only what is needed.
"""

import os
import pwd
import shutil
import subprocess
from collections.abc import Iterable, Mapping, Sequence
from functools import cache
from pathlib import Path
from typing import Final

from launch.install import PYTHON, ROOT, VENV

NAME: Final = "ample-crumb"

_NEEDED: Final = (ROOT / "ample_crumb", ROOT / "launch", ROOT / "web" / "dist", VENV)

_VIEW: Final = """
set -e
umask 022
at=$1; shift
aside=$(mktemp -d)
while [ "$1" = --closed ]; do
    closed=$2; shift 2; count=0
    for needed in $1; do
        mkdir "$aside/$count"; mount --bind "$needed" "$aside/$count"; count=$((count + 1))
    done
    mount -t tmpfs -o mode=755 tmpfs "$closed"
    count=0
    for needed in $1; do
        mkdir -p "$needed"; mount --move "$aside/$count" "$needed"; rmdir "$aside/$count"; count=$((count + 1))
    done
    shift
done
rmdir "$aside"
cd "$at"
exec "$@"
"""
"""Takes the folder to begin in, then `--closed FOLDER "NEEDED NEEDED"` as often as it likes, and then a command."""


class StaysRoot(Exception):
    """The server cannot run as a user of its own here; the text says why."""


def as_service_user(command: Sequence[str]) -> list[str]:
    """The command so that it runs as a user of its own with no more rights, where this process is root's; else as it
    is. Raises StaysRoot."""
    if os.geteuid() != 0:
        return list(command)
    user = _user()
    drop = [
        "setpriv", f"--reuid={user.pw_uid}", f"--regid={user.pw_gid}", "--clear-groups", "--no-new-privs",
        "--inh-caps=-all", "--bounding-set=-all", "--",
    ]  # fmt: skip
    closed = _closed()
    unshared = ["unshare", "--mount", "--propagation", "private", "--"]
    view = [*unshared, "sh", "-c", _VIEW, "sh", str(ROOT)] if closed else []
    for folder, needed in closed.items():
        if any(" " in str(path) for path in needed):
            raise StaysRoot(f"{folder} is closed to other users")
        view += ["--closed", str(folder), " ".join(map(str, needed))]
    for program in {drop[0], *view[:1]}:
        if shutil.which(program) is None:
            raise StaysRoot(f"there is no {program} on this machine")
    wrapped = [*view, *drop]
    if not _works(tuple(wrapped)):
        raise StaysRoot(
            f"{next(iter(closed), ROOT)} is closed to other users, and this machine gives no view of its own"
        )
    return [*wrapped, *command]


def environment_of(environment: Mapping[str, str]) -> dict[str, str]:
    """An environment without what is only root's."""
    return {name: value for name, value in environment.items() if name not in {"HOME", "MAIL", "USER", "LOGNAME"}}


@cache
def _user() -> pwd.struct_passwd:
    try:
        return pwd.getpwnam(NAME)
    except KeyError:
        pass
    command = ["useradd", "--system", "--user-group", "--no-create-home", "--home-dir", "/nonexistent"]
    try:
        subprocess.run([*command, "--shell", "/usr/sbin/nologin", NAME], check=True, capture_output=True)
        return pwd.getpwnam(NAME)
    except (OSError, subprocess.CalledProcessError, KeyError):
        raise StaysRoot(f"the user {NAME} could not be made") from None


@cache
def _works(wrapped: tuple[str, ...]) -> bool:
    """Whether what is needed can be read so."""
    read = " && ".join(f"test -r '{path}'" for path in (PYTHON, ROOT / "ample_crumb" / "cli.py", *_NEEDED))
    return subprocess.run([*wrapped, "sh", "-c", read], check=False, capture_output=True, cwd="/").returncode == 0


def _closed() -> dict[Path, list[Path]]:
    """The outermost folders that others may not pass, with what is needed below each."""
    found: dict[Path, list[Path]] = {}
    for needed in (*_NEEDED, _python_home()):
        outermost = next((folder for folder in _from_the_root(needed) if not _is_open(folder)), None)
        if outermost is not None:
            found.setdefault(outermost, []).append(needed)
    return found


def _python_home() -> Path:
    return PYTHON.resolve().parents[1]


def _from_the_root(path: Path) -> Iterable[Path]:
    return reversed(path.parents)


def _is_open(folder: Path) -> bool:
    return bool(folder.stat().st_mode & 0o001)
