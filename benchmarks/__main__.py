"""Runs all measurements, or those that are named."""

import sys

from benchmarks import (
    browser_speed,
    core_speed,
    fill_speed,
    heavy_neighbour,
    http_speed,
    import_speed,
    memory,
    reach_speed,
    recovery,
    size_ratio,
    start_speed,
)
from tests import kitchen

ALL = ("core", "reach", "fill", "import", "http", "neighbour", "browser", "size", "memory", "start", "recovery")


def main(wanted: list[str]) -> None:
    """Runs them one after another on a throwaway cluster."""
    wanted = wanted or list(ALL)
    if "core" in wanted:
        core_speed.run()
    if "reach" in wanted:
        reach_speed.run()
    if "fill" in wanted:
        fill_speed.run()
    if "import" in wanted:
        import_speed.run()
    if {"http", "neighbour", "browser"} & set(wanted):
        served = kitchen.Served(kitchen.demo_kitchen())
        served.start()
        try:
            if "http" in wanted:
                http_speed.run(served)
            if "neighbour" in wanted:
                heavy_neighbour.run(served)
            if "browser" in wanted:
                browser_speed.run(served)
        finally:
            served.stop()
            kitchen.stop()
    if "size" in wanted:
        size_ratio.run()
        kitchen.stop()
    if "memory" in wanted:
        memory.run()
        kitchen.stop()
    if "start" in wanted:
        start_speed.run()
    if "recovery" in wanted:
        recovery.run()


main(sys.argv[1:])
