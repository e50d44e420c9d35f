"""The commands of whoever keeps an installation, with their options; what runs them takes longer to load."""

from pathlib import Path
from typing import Any, Final

from launch.install import ROOT

NAMES: Final = frozenset(("backup", "restore", "verify", "doctor", "import", "export"))
DATA: Final = ROOT / ".data"
_FORMS: Final = ("jsonld", "md", "csv", "ics", "archive")
_TABLES: Final = ("ledger", "cupboard", "batches")


def add_commands(commands: Any) -> None:
    """The commands with their options."""
    backing = commands.add_parser("backup", help="back the database up, also while it serves")
    backing.add_argument("file", nargs="?", help="where to; otherwise into the folder of backups")
    backing.add_argument("--keep", type=int, help="of the backups in that folder keep so many, the newest")
    restoring = commands.add_parser("restore", help="make a backup the kitchen; what was there is kept")
    restoring.add_argument("file")
    restoring.add_argument("--replace", action="store_true", help="also where there is a kitchen already")
    verifying = commands.add_parser("verify", help="say whether a backup is whole and fits this release")
    verifying.add_argument("file")
    examining = commands.add_parser("doctor", help="say what is wrong with this installation")
    examining.add_argument("--port", type=int, default=8321)
    examining.add_argument("--json", action="store_true", help="print one JSON object")
    bringing = commands.add_parser("import", help="bring recipes, days, weights, products or an archive in")
    bringing.add_argument("files", nargs="+")
    bringing.add_argument("--dry-run", action="store_true", help="say what was understood, and write nothing")
    bringing.add_argument("--json", action="store_true", help="print one JSON object")
    bringing.add_argument("--zone", default="", help="where the clock of a diary went, such as Europe/Berlin")
    exporting = commands.add_parser("export", help="take a formula, a table or the whole kitchen out")
    what = exporting.add_mutually_exclusive_group(required=True)
    what.add_argument("--formula", help="a formula by its name")
    for name in _TABLES:
        what.add_argument(f"--{name}", action="store_true")
    what.add_argument("--all", action="store_true", help="the whole kitchen")
    exporting.add_argument("--as", dest="form", choices=_FORMS, help="in which form; otherwise the usual one")
    exporting.add_argument("--to", help="the file; otherwise standard output")
    for each in (backing, restoring, examining, bringing, exporting):
        each.add_argument("--data", type=Path, default=DATA, help="the data folder of ./start")
