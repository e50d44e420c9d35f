"""Breaks what nobody chose: `python -m tests.fresh_mutants SEED [COUNT]` takes places by chance, one of each room in
turn, breaks one at a time and looks whether a test goes red.

A place is a comparison, a sum or product, a number, an `and` or `or`, a `not`, a `min` or `max`, or the order and the
comparisons of an SQL text. Each is tried by the tests of its own room first, then by those of its layer. The golden
figures and the browser are left out: they notice much and say nothing of the rule. What lives is printed with its line,
for somebody to judge whether the rule wants a test or the change means nothing.
"""

import ast
import os
import random
import re
import shutil
import subprocess
import sys
import tempfile
from collections import defaultdict
from collections.abc import Iterator, Sequence
from concurrent.futures import ThreadPoolExecutor
from dataclasses import dataclass
from pathlib import Path
from queue import Queue
from typing import Final

from launch.install import PYTHON, ROOT
from tests import kitchen

_SWAPPED: Final[dict[type[ast.AST], str]] = {
    ast.Lt: "<=", ast.LtE: "<", ast.Gt: ">=", ast.GtE: ">", ast.Eq: "!=", ast.NotEq: "==",
    ast.In: "not in", ast.NotIn: "in", ast.Add: "-", ast.Sub: "+", ast.Mult: "/", ast.Div: "*",
}  # fmt: skip
_CALLS: Final = {"min": "max", "max": "min", "any": "all", "all": "any"}
_SQL: Final = (
    (re.compile(r"\bdesc\b"), "asc"),
    (re.compile(r"\bis not null\b"), "is null"),
    (re.compile(r"(?<=[\w)] )<=(?= )"), "<"),
    (re.compile(r"(?<=[\w)] )<(?= )"), "<="),
    (re.compile(r"(?<=[\w)] )>=(?= )"), ">"),
    (re.compile(r"\bleast\("), "greatest("),
    (re.compile(r"\bgreatest\("), "least("),
    (re.compile(r"\bunion all\b"), "union"),
)
_SIZE: Final = re.compile(r"MOST_|_LENGTH|_CHARACTERS|_VERSION|_BYTES")
_ROOMS: Final = ("core", "application", "formats", "store")
_LAYERS: Final = {
    "core": ("core", "published"),
    "application": ("application", "api", "formats", "operations"),
    "formats": ("formats", "operations", "api"),
    "store": ("store", "application", "operations", "api", "faults"),
}
_TIMEOUT_S: Final = 1500
_BESIDE: Final = 2
"""So many are tried at once."""


@dataclass(frozen=True, slots=True)
class Place:
    """What stands at `begin` to `end` of a file, in bytes of its text, and what is put there instead."""

    file: Path
    line: int
    begin: int
    end: int
    now: str

    def broken(self, source: bytes) -> bytes:
        """The source with the rule broken."""
        return source[: self.begin] + self.now.encode() + source[self.end :]


def places_in(file: Path) -> Iterator[Place]:
    """The places of a module that can be broken, in their order."""
    source = (ROOT / file).read_bytes()
    starts = [0]
    for row in source.splitlines(keepends=True):
        starts.append(starts[-1] + len(row))
    tree = ast.parse(source)
    left_out = _left_out(tree)

    def at(row: int, column: int) -> int:
        return starts[row - 1] + column

    def between(left: ast.expr, right: ast.expr, now: str) -> Place | None:
        begin, end = at(left.end_lineno or 0, left.end_col_offset or 0), at(right.lineno, right.col_offset)
        found = re.fullmatch(rb"([\s)]*)(\S+(?: in)?)([\s(]*)", source[begin:end])
        if found is None:
            return None
        return Place(file, left.lineno, begin + found.start(2), begin + found.end(2), now)

    for node in ast.walk(tree):
        if id(node) in left_out:
            continue
        found: Place | None = None
        match node:
            case ast.Compare(left=left, ops=[op], comparators=[right]) if type(op) in _SWAPPED:
                found = between(left, right, _SWAPPED[type(op)])
            case ast.BinOp(left=left, op=op, right=right) if type(op) in _SWAPPED and not _is_text(left, right):
                found = between(left, right, _SWAPPED[type(op)])
            case ast.BoolOp(op=op, values=[left, right]):
                found = between(left, right, "or" if isinstance(op, ast.And) else "and")
            case ast.UnaryOp(op=ast.Not()):
                begin = at(node.lineno, node.col_offset)
                found = Place(file, node.lineno, begin, begin + len("not"), "bool")
                if source[begin + 3 : begin + 5].strip()[:1] != b"(":
                    last = at(node.operand.end_lineno or 0, node.operand.end_col_offset or 0)
                    operand = source[at(node.operand.lineno, node.operand.col_offset) : last].decode()
                    found = Place(file, node.lineno, begin, last, f"bool({operand})")
            case ast.Call(func=ast.Name(id=name)) if name in _CALLS and len(node.args) > 0:
                begin = at(node.func.lineno, node.func.col_offset)
                found = Place(file, node.lineno, begin, begin + len(name), _CALLS[name])
            case ast.Constant(value=int() | float() as value) if not isinstance(value, bool) and value not in (0, 1):
                begin, end = at(node.lineno, node.col_offset), at(node.lineno, node.end_col_offset or 0)
                more = value + max(1, value // 4) if isinstance(value, int) else round(value * 1.25, 6)
                found = Place(file, node.lineno, begin, end, repr(more))
            case ast.Constant(value=str() as value) if re.match(r"\s*(select|with|update|delete|insert)\b", value):
                begin, end = at(node.lineno, node.col_offset), at(node.end_lineno or 0, node.end_col_offset or 0)
                text = source[begin:end].decode()
                for pattern, instead in _SQL:
                    for hit in pattern.finditer(text):
                        below = node.lineno + text[: hit.start()].count("\n")
                        offset = len(text[: hit.start()].encode())
                        yield Place(file, below, begin + offset, begin + offset + len(hit[0].encode()), instead)
        if found is not None:
            yield found


def _left_out(tree: ast.AST) -> set[int]:
    """Nodes that are no rule: types, decorators, docstrings, places in a list, limits of size."""
    roots: list[ast.AST] = []
    for node in ast.walk(tree):
        if isinstance(node, ast.FunctionDef | ast.AsyncFunctionDef | ast.ClassDef):
            roots += node.decorator_list
        if isinstance(node, ast.FunctionDef | ast.AsyncFunctionDef) and node.returns:
            roots.append(node.returns)
        if isinstance(node, ast.arg | ast.AnnAssign) and node.annotation:
            roots.append(node.annotation)
        if isinstance(node, ast.Subscript):
            roots.append(node.slice)
        # A limit of size is what it is: a test of its figure would only say it again.
        if isinstance(node, ast.AnnAssign) and isinstance(node.target, ast.Name) and _SIZE.search(node.target.id):
            roots.append(node)
        if isinstance(node, ast.keyword) and node.arg in ("maxsize", "max_length", "ndigits"):
            roots.append(node)
    return {id(inner) for root in roots for inner in ast.walk(root)}


def _is_text(*sides: ast.expr) -> bool:
    return any(isinstance(side, ast.JoinedStr) or (isinstance(side, ast.Constant) and isinstance(side.value, str))
               for side in sides)  # fmt: skip


def chosen(seed: int, count: int) -> list[Place]:
    """So many places by chance, from one room after the other."""
    chance = random.Random(seed)
    rooms: defaultdict[str, list[Path]] = defaultdict(list)
    for layer in _ROOMS:
        for path in sorted((ROOT / "ample_crumb" / layer).rglob("*.py")):
            file = path.relative_to(ROOT)
            if path.name not in ("__init__.py", "views.py") and "demo" not in path.parts:
                rooms[str(Path(*file.parts[1:3])) if layer in ("core", "application") else layer].append(file)
    found: list[Place] = []
    order = sorted(rooms)
    chance.shuffle(order)
    while len(found) < count:
        for room in order:
            places = [
                place for file in chance.sample(rooms[room], min(3, len(rooms[room]))) for place in places_in(file)
            ]
            if places:
                found.append(chance.choice(places))
    return found[:count]


def copy_of_project(folder: Path) -> Path:
    """A copy in which rules can be broken; what is installed is shared with it."""
    copy = Path(tempfile.mkdtemp(dir=folder)) / "copy"
    left_out = shutil.ignore_patterns(".*", "node_modules", "__pycache__", "screenshots")
    shutil.copytree(ROOT, copy, ignore=left_out)
    for part in (".venv", "web/node_modules", "sources/node_modules"):
        (copy / part).symlink_to(ROOT / part)
    return copy


def noticed_by(place: Place, copy: Path) -> str:
    """The first test module that notices, in a copy of the project; empty where none does."""
    file = copy / place.file
    source = file.read_bytes()
    file.write_bytes(place.broken(source))
    try:
        for modules in _tests_of(place.file):
            failed = _failed(copy, modules)
            if failed:
                return failed
        return ""
    finally:
        file.write_bytes(source)


def _tests_of(file: Path) -> Iterator[Sequence[str]]:
    """Modules that should notice: those of the room, then all of the layer."""
    layer, *rooms = file.with_suffix("").parts[1:]
    tried: set[str] = set()
    near = ROOT / "tests" / layer / (rooms[0] if len(rooms) > 1 else "")
    words = {rooms[0].rstrip("s"), rooms[-1]}
    if layer == "core" and len(rooms) > 1:
        first = sorted(near.rglob("test_*.py"))
    else:
        first = [path for path in _paths(_LAYERS[layer]) if any(word in path.stem for word in words)]
    for paths in (first, _paths(_LAYERS[layer])):
        names = [name for path in paths if (name := _name(path)) not in tried]
        tried.update(names)
        if names:
            yield names


def _paths(folders: Sequence[str]) -> list[Path]:
    return [path for folder in folders for path in sorted((ROOT / "tests" / folder).rglob("test_*.py"))]


def _name(path: Path) -> str:
    return ".".join(path.relative_to(ROOT).with_suffix("").parts)


def _failed(copy: Path, modules: Sequence[str]) -> str:
    """The module of the first test that fails; empty where all pass."""
    command = [str(PYTHON), "-m", "unittest", "-q", "-f", *modules]
    try:
        ran = subprocess.run(command, cwd=copy, capture_output=True, text=True, check=False, timeout=_TIMEOUT_S)
    except subprocess.TimeoutExpired:
        return "no end"
    if ran.returncode == 0:
        return ""
    told = re.search(r"^(?:FAIL|ERROR): \w+ \(([\w.]+)", ran.stderr, re.MULTILINE)
    return told[1] if told else ran.stderr[-200:]


def main(asked: list[str]) -> int:
    """Prints a line a place, and how many were noticed. Exit code 2 where tests fail with nothing broken."""
    seed, count = int(asked[0]), int(asked[1]) if len(asked) > 1 else 50
    places = chosen(seed, count)
    prepared = kitchen.prepare_cluster()
    os.environ[kitchen.PREPARED] = str(prepared)
    killed = 0
    try:
        with tempfile.TemporaryDirectory(prefix="ample-crumb-fresh-") as folder, ThreadPoolExecutor(_BESIDE) as pool:
            copies: Queue[Path] = Queue()
            for _ in range(_BESIDE):
                copies.put(copy_of_project(Path(folder)))

            def tried(place: Place) -> str:
                copy = copies.get()
                try:
                    return noticed_by(place, copy)
                finally:
                    copies.put(copy)

            modules = [_name(path) for path in _paths(sorted({name for names in _LAYERS.values() for name in names}))]
            parts = [modules[part::_BESIDE] for part in range(_BESIDE)]
            if wrong := [test for test in pool.map(_failed, copies.queue, parts) if test]:
                print(f"Tests fail with nothing broken: {', '.join(wrong)}.")
                return 2
            for place, test in zip(places, pool.map(tried, places), strict=True):
                killed += bool(test)
                source = (ROOT / place.file).read_bytes()
                line = source.splitlines()[place.line - 1].decode().strip()
                was = source[place.begin : place.end].decode()
                print(f"{test or 'ALIVE'}  {place.file}:{place.line}  {was} -> {place.now}  | {line}", flush=True)
    finally:
        shutil.rmtree(prepared, ignore_errors=True)
    print(f"{killed} of {len(places)} killed")
    return 0


if __name__ == "__main__":
    sys.exit(main(sys.argv[1:]))
