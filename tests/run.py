"""Runs the unittests of all folders, or of those named, and ends with the plain line that counts them."""

import sys
import unittest
from pathlib import Path

from tests import kitchen

HERE = Path(__file__).parent


def main(folders: list[str]) -> int:
    """Exit code 0 when tests were found and all of them passed."""
    unknown = [folder for folder in folders if not (HERE / folder).is_dir()]
    if unknown:
        print(f"There is no folder tests/{unknown[0]}.", file=sys.stderr)
        return 2
    suite = unittest.TestSuite()
    for start in folders or sorted(path.name for path in HERE.iterdir() if (path / "__init__.py").exists()):
        suite.addTests(unittest.defaultTestLoader.discover(str(HERE / start), top_level_dir=str(HERE.parent)))
    try:
        result = unittest.TextTestRunner(verbosity=1, buffer=True).run(suite)
    finally:
        kitchen.stop()
    bad = len(result.failures) + len(result.errors) + len(result.unexpectedSuccesses)
    skipped = len(result.skipped)
    passed = result.testsRun - bad - skipped
    print(f"{passed} passed, {bad} failed, {skipped} skipped", flush=True)
    return 0 if bad == 0 and passed > 0 else 1


if __name__ == "__main__":
    sys.exit(main(sys.argv[1:]))
