"""Which database a command is about: the one that is named, else the one of `./start` in this folder."""

import os
from pathlib import Path

from ample_crumb.core.problem import CannotUse
from launch.cluster import Cluster, data_folder
from launch.install import CannotInstall


def database_address(data: Path) -> str:
    """The owner's address. Raises CannotUse where none is named and none runs."""
    named = os.environ.get("AMPLE_CRUMB_DATABASE_URL", "")
    if named:
        return named
    try:
        address = Cluster(data_folder(data.resolve())).running_address()
    except (CannotInstall, OSError) as wrong:
        raise CannotUse(f"The database in {data} cannot be found: {wrong}.") from wrong
    if address is None:
        raise CannotUse(
            f"No database runs in {data}. Start it with ./start, or name one by AMPLE_CRUMB_DATABASE_URL or --data."
        )
    return address
