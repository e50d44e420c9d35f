"""Lines of code and of tests by room, without blank ones, tables, corpora and generated files: `./test count`."""

import subprocess
from collections import Counter
from pathlib import PurePosixPath

from launch.install import ROOT

_SUFFIXES = {".py", ".ts", ".tsx", ".sql", ".css", ".sh"}
_SCRIPTS = {"start", "test", ".ci/run"}
_GENERATED = {"web/src/api/schema.d.ts"}


def counts() -> tuple[Counter[str], Counter[str]]:
    """Lines of code and lines of tests, by room."""
    listed = subprocess.run(["git", "ls-files"], cwd=ROOT, capture_output=True, text=True, check=True).stdout.split(
        "\n"
    )
    code: Counter[str] = Counter()
    tests: Counter[str] = Counter()
    for name in listed:
        path = PurePosixPath(name)
        if name in _GENERATED or not (path.suffix in _SUFFIXES or name in _SCRIPTS) or not (ROOT / name).exists():
            continue
        lines = sum(bool(line.strip()) for line in (ROOT / name).read_text("utf-8").splitlines())
        counted = tests if path.parts[0] == "tests" else code
        counted[room(path)] += lines
    return code, tests


def room(path: PurePosixPath) -> str:
    """The room that a file is in: two folders deep, three in the core."""
    deep = 3 if path.parts[:2] == ("ample_crumb", "core") or path.parts[:2] == ("web", "src") else 2
    return "/".join(path.parts[:-1][:deep]) or "(top)"


def main() -> None:
    """Prints a line a room and the share of tests."""
    code, tests = counts()
    for title, counted in (("code", code), ("tests", tests)):
        print(f"{title}: {sum(counted.values()):,} lines")
        for name, lines in sorted(counted.items()):
            print(f"  {lines:6,}  {name}")
    whole = sum(code.values()) + sum(tests.values())
    print(f"tests are {100 * sum(tests.values()) / whole:.1f} % of {whole:,} lines (aim 25 to 33)")


if __name__ == "__main__":
    main()
