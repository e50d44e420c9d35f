"""Runs all measurements, or those that are named."""

import sys
from importlib import import_module
from typing import Final

from tests import kitchen

MODULES: Final = {
    "core": "core_speed", "reach": "reach_speed", "fill": "fill_speed", "import": "import_speed", "http": "http_speed",
    "neighbour": "heavy_neighbour", "browser": "browser_speed", "size": "size_ratio", "memory": "memory",
    "workers": "workers", "start": "start_speed", "recovery": "recovery",
}  # fmt: skip
_OF_ONE_KITCHEN: Final = ("http", "neighbour", "browser")
"""Those that ask one served kitchen."""


def main(wanted: list[str]) -> None:
    """Runs them one after another on a throwaway cluster. Only what is wanted is loaded: what draws in a browser needs
    the packages of the tests, the rest those that serve."""
    wanted = [name for name in MODULES if not wanted or name in wanted]
    served = None
    for name in wanted:
        module = import_module(f"benchmarks.{MODULES[name]}")
        if name not in _OF_ONE_KITCHEN:
            module.run()
            kitchen.stop()
            continue
        if served is None:
            served = kitchen.Served(kitchen.demo_kitchen())
            served.start()
        module.run(served)
        if name == [each for each in wanted if each in _OF_ONE_KITCHEN][-1]:
            served.stop()
            kitchen.stop()


main(sys.argv[1:])
