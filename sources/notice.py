"""NOTICE: whose work ships with the application, and under which licence.

Python packages as `requirements.txt` pins them, npm packages of the front end but for those that only build it, fonts,
and the data behind the tables.
"""

import json
import re
from collections.abc import Iterator
from importlib.metadata import PackageNotFoundError, metadata
from pathlib import Path
from typing import Final

ROOT: Final = Path(__file__).resolve().parents[1]
NOTICE: Final = ROOT / "NOTICE"

_PINNED: Final = re.compile(r"^([A-Za-z0-9._-]+)(?:\[[^]]*\])?==([^ ]+)", re.MULTILINE)
_HEAD: Final = """\
Ample Crumb stands on the work of others. What ships with it, or is installed for it, and under which licence; the texts
of the licences come with the packages. Made by `python -m sources.notice`.
"""
_DATA: Final = """\
Data

  USDA National Nutrient Database for Standard Reference, Release 28: public domain (United States Department of
  Agriculture, Agricultural Research Service).
  All other values: facts from the sources that stand beside them in ample_crumb/core/tables, listed in docs/sources.md.
"""
_USUAL: Final = {"Apache Software License": "Apache-2.0", "BSD License": "BSD", "MIT License": "MIT"}


def notice() -> str:
    """The text of NOTICE. Raises PackageNotFoundError where a package is not installed."""
    python = "\n".join(f"  {name} {version}: {licence}" for name, version, licence in python_packages())
    npm = "\n".join(f"  {name} {version}: {licence}" for name, version, licence in npm_packages())
    return f"{_HEAD}\nPython packages\n\n{python}\n\nPackages of the front end, fonts among them\n\n{npm}\n\n{_DATA}"


def python_packages() -> Iterator[tuple[str, str, str]]:
    """Name, version and licence of each package that is installed for the application."""
    for name, version in _PINNED.findall((ROOT / "requirements.txt").read_text()):
        try:
            said = metadata(name).json
        except PackageNotFoundError:
            # Of another system, such as colours for a terminal that is none here.
            continue
        classified = [each.rpartition(" :: ")[2] for each in said.get("classifier", ()) if "License ::" in each]
        licence = said.get("license_expression") or "; ".join(_USUAL.get(each, each) for each in classified)
        named = str(licence or said.get("license") or "see the package")
        yield name, version, named.splitlines()[0][:100]


def npm_packages() -> Iterator[tuple[str, str, str]]:
    """Name, version and licence of each package of the front end that is not for building alone."""
    locked = json.loads((ROOT / "web" / "package-lock.json").read_text())["packages"]
    for path, said in sorted(locked.items()):
        if path and not (said.get("dev") or said.get("devOptional") or said.get("optional")):
            yield path.rpartition("node_modules/")[2], said["version"], said.get("license", "see the package")


if __name__ == "__main__":
    NOTICE.write_text(notice())
