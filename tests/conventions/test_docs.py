"""What the documents say can be typed: every command and option of their examples exists."""

import ast
import re
import unittest
from collections.abc import Iterator

from ample_crumb.cli import build_parser
from launch.install import ROOT

_COMMAND = re.compile(r"-m ample_crumb (\w+)((?:[^\n]|\n    )*)")


def examples() -> Iterator[tuple[str, str, set[str]]]:
    """Document, command and options of each example."""
    for path in (ROOT / "README.md", *sorted((ROOT / "docs").rglob("*.md"))):
        for command, rest in _COMMAND.findall(path.read_text()):
            yield path.name, command, set(re.findall(r"--[a-z-]+", rest.split("`")[0].split("&&")[0]))


class Docstrings(unittest.TestCase):
    def test_what_a_docstring_names_is_there(self) -> None:
        """A field or an argument that was renamed is renamed where it is explained."""
        trees = {path: ast.parse(path.read_text()) for path in (ROOT / "ample_crumb").rglob("*.py")}
        anywhere = {
            node.name
            for tree in trees.values()
            for node in ast.walk(tree)
            if isinstance(node, ast.ClassDef | ast.FunctionDef)
        } | {path.stem for path in trees}
        lost = []
        for path, tree in trees.items():
            here = anywhere | set(names_in(tree))
            for node in ast.walk(tree):
                if isinstance(node, ast.Module | ast.ClassDef | ast.FunctionDef | ast.AsyncFunctionDef):
                    said = re.findall(r"`([a-z_][a-z_0-9]*)`", ast.get_docstring(node) or "")
                    lost += [f"{path.relative_to(ROOT)}: {name}" for name in said if name not in here]
        self.assertEqual(lost, [])


def names_in(tree: ast.Module) -> Iterator[str]:
    """Every name that a module uses, words of its texts among them, but not those of its docstrings."""
    for node in ast.walk(tree):
        match node:
            case ast.Name(id=name) | ast.Attribute(attr=name) | ast.arg(arg=name) | ast.keyword(arg=str(name)):
                yield name
            case ast.Constant(value=str(text)) if "`" not in text:
                yield from re.findall(r"\w+", text)


class Documents(unittest.TestCase):
    def test_commands_and_options_of_the_examples_exist(self) -> None:
        parser = build_parser()
        commands = next(iter(each.choices for each in parser._actions if isinstance(each.choices, dict)))
        found = list(examples())
        self.assertGreater(len(found), 4)
        for name, command, options in found:
            with self.subTest(f"{name}: {command}"):
                self.assertIn(command, commands)
                known = {option for action in commands[command]._actions for option in action.option_strings}
                self.assertEqual(options - known, set())

    def test_links_of_the_documents_lead_somewhere(self) -> None:
        for path in (ROOT / "README.md", *sorted((ROOT / "docs").rglob("*.md"))):
            for link in re.findall(r"\]\(([^)#]+)\)", path.read_text()):
                if not link.startswith("http"):
                    with self.subTest(f"{path.name}: {link}"):
                        self.assertTrue((path.parent / link).exists())
