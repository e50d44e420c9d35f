"""What names and bodies are held to: one name for one thing, units, few parameters, a bound on all that comes in."""

import ast
import re
import unittest
from collections import defaultdict
from collections.abc import Iterator
from typing import Final

from launch.install import ROOT

_UNIT: Final = re.compile(
    r"(^|_)(g|kg|mg|ml|cm|cm2|mm|kcal|kj|c|s|ms|min|h|days|years|m|watts|percent|price|cost|sd|per_\w+)$"
    r"|ratio|share|factor|count|strength|exponent|score|objective|p_value"
)
_UNIT_ELSEWHERE: Final = {
    "AverageFigure": "`name` says it",
    "Dial": "`unit` says it",
    "DialReading": "in the unit of its dial",
    "DialWindow": "in the unit of its dial",
    "Repair": "in the unit of its dial",
    "EdgeCost": "in the unit of its dial",
    "Extreme": "in the unit of the figure that was asked for",
    "Claim": "`unit` says it",
    "NutrientRule": "in the unit of its claim",
    "ClassicRule": "in the unit of its claim",
    "Wish": "in the unit of the figure that it names",
    "WishDraft": "in the unit of the figure that it names",
    "WishRange": "in the unit of the figure that it names",
    "Token": "a number as written, its unit stands behind it",
    "StatedFigure": "in the unit of the figure that it names",
    "Range": "two ends of any amount",
    "UsedAmount": "in its `unit`",
    "Between": "in the unit of the field that it bounds",
    "Variable": "a solver's, of any unit",
    "LinearConstraint": "a solver's, of any unit",
}
_MOST_PARAMETERS: Final = 6


def modules() -> Iterator[tuple[str, ast.Module]]:
    """Every module of the package, by its path within it."""
    package = ROOT / "ample_crumb"
    for path in sorted(package.rglob("*.py")):
        yield str(path.relative_to(package)), ast.parse(path.read_text())


class Names(unittest.TestCase):
    def test_a_class_name_means_one_thing(self) -> None:
        found = defaultdict(list)
        for path, tree in modules():
            for node in ast.walk(tree):
                if isinstance(node, ast.ClassDef):
                    found[node.name].append(path)
        self.assertEqual({name: paths for name, paths in found.items() if len(paths) > 1}, {})

    def test_a_figure_says_its_unit(self) -> None:
        silent, used = [], set()
        for path, tree in modules():
            for node in (each for each in ast.walk(tree) if isinstance(each, ast.ClassDef)):
                for field in node.body:
                    if not isinstance(field, ast.AnnAssign) or not isinstance(field.target, ast.Name):
                        continue
                    a_float = re.match(r"(Annotated\[)?float\b", ast.unparse(field.annotation))
                    if a_float and not _UNIT.search(field.target.id.lower()):
                        used.add(node.name)
                        if node.name not in _UNIT_ELSEWHERE:
                            silent.append(f"{path}: {node.name}.{field.target.id}")
        self.assertEqual(silent, [])
        self.assertEqual(set(_UNIT_ELSEWHERE) - used, set(), "these need no exception any more")

    def test_nothing_is_called_of(self) -> None:
        found = []
        for path, tree in modules():
            for node in ast.walk(tree):
                named = (
                    node.id if isinstance(node, ast.Name) and isinstance(node.ctx, ast.Store)
                    else node.arg if isinstance(node, ast.arg)
                    else node.name if isinstance(node, ast.FunctionDef)
                    else ""
                )  # fmt: skip
                if named in {"of", "_of"}:
                    found.append(f"{path}:{node.lineno}")  # type: ignore[attr-defined]
        self.assertEqual(found, [])

    def test_a_function_takes_few_things(self) -> None:
        long = set()
        for path, tree in modules():
            for node in ast.walk(tree):
                if isinstance(node, ast.FunctionDef | ast.AsyncFunctionDef):
                    taken = [*node.args.posonlyargs, *node.args.args, *node.args.kwonlyargs]
                    if sum(each.arg not in {"self", "cls"} for each in taken) > _MOST_PARAMETERS:
                        long.add(f"{path}:{node.name}")
        self.assertEqual(long, set())


class Rooms(unittest.TestCase):
    def test_tests_of_the_core_stand_where_their_module_does(self) -> None:
        """`tests/core/food/test_label.py` tests `core/food/label.py`; what goes across rooms stands at the top."""
        tests = ROOT / "tests" / "core"
        for path in tests.rglob("*/test_*.py"):
            module = path.relative_to(tests).with_name(path.name.removeprefix("test_"))
            with self.subTest(str(module)):
                self.assertTrue((ROOT / "ample_crumb/core" / module).exists())


class Browser(unittest.TestCase):
    def test_keys_of_answers_and_what_goes_stale_stand_in_one_folder(self) -> None:
        apart = re.compile(r"queryKey: \[\"|(?:invalidate|remove)Queries\(")
        source = ROOT / "web/src"
        found = [
            str(path.relative_to(source)) for path in sorted(source.rglob("*.ts*")) if apart.search(path.read_text())
        ]
        self.assertEqual([path for path in found if not path.startswith("api/queries/")], [])
        self.assertIn("api/queries/changes.ts", found)


class Text(unittest.TestCase):
    def test_the_project_speaks_of_itself_alone(self) -> None:
        """No path of a machine in what is kept."""
        away = re.compile(r"(?<![\w.])/(?:home|root|Users|tmp)/\w+")
        kept = [*ROOT.glob("*.md"), *(ROOT / "docs").rglob("*.md"), *(ROOT / "ample_crumb").rglob("*.py")]
        self.assertEqual([str(path) for path in kept if away.search(path.read_text())], [])

    def test_what_the_map_of_rooms_names_is_there(self) -> None:
        """Each path in `docs/architecture.md` and the README leads to something."""
        for name in ("docs/architecture.md", "docs/contributing.md", "README.md"):
            text = (ROOT / name).read_text()
            with self.subTest(name):
                paths = {each for each in re.findall(r"`([\w./-]+/[\w./-]*)`", text) if not each.startswith("/")}
                missing = [path for path in sorted(paths) if not any(
                    (base / path).exists() for base in (ROOT, ROOT / "ample_crumb", ROOT / "web/src", ROOT / "docs")
                )]  # fmt: skip
                self.assertEqual(missing, [])


class Bodies(unittest.TestCase):
    """What comes in over the API is bounded, whatever its kind."""

    def test_every_number_length_and_list_is_bounded(self) -> None:
        from ample_crumb.api.app import create_app

        document = create_app("postgresql://nobody@127.0.0.1:1/none").openapi()
        unbounded = []
        for name, schema in document["components"]["schemas"].items():
            if not name.endswith("Body") and not name.startswith(("New", "Saved")):
                continue
            for field, found in schema.get("properties", {}).items():
                unbounded += [f"{name}.{field}: {kind}" for kind in _unbounded(found)]
        self.assertEqual(unbounded, [])

    def test_true_is_no_number_and_a_text_is_none_either(self) -> None:
        from pydantic import ValidationError

        from ample_crumb.api.bodies.formulas import AdjustAmountBody, ScaleBody

        for wrong in (True, "1", [1], None):
            with self.subTest(wrong), self.assertRaises(ValidationError):
                AdjustAmountBody.model_validate({"text": "100 g oats", "factor": wrong})
        for none in (5e-324, 0, -1, float("nan"), float("inf"), 10**4000):
            with self.subTest(str(none)[:9]), self.assertRaises(ValidationError):
                ScaleBody(parts=[], factor=none)


def _unbounded(schema: dict[str, object]) -> Iterator[str]:
    for each in schema.get("anyOf", [schema]):  # type: ignore[attr-defined]
        kind = each.get("type")
        if kind in {"number", "integer"}:
            if not ({"minimum", "exclusiveMinimum"} & set(each) and {"maximum", "exclusiveMaximum"} & set(each)):
                yield kind
        elif kind == "string":
            if not {"maxLength", "pattern", "format", "enum", "const"} & set(each):
                yield kind
        elif kind == "array":
            if "maxItems" not in each:
                yield kind
            yield from _unbounded(each["items"])
