"""Recipes out of Markdown (CommonMark with tables), with what its front matter says."""

import re
from typing import Any, Final

import frontmatter
import yaml
from markdown_it import MarkdownIt
from markdown_it.token import Token

from ample_crumb.core.problem import CannotUse

_FRONT: Final = re.compile(r"^---[ \t]*\r?\n")
_MOST_FRONT: Final = 20_000
_TITLES: Final = ("title", "name", "recipe")
_YIELDS: Final = ("yield", "yields", "servings", "serves", "makes", "pieces", "portions")


def has_front_matter(text: str) -> bool:
    """Whether a text begins with what its author says of it."""
    return _FRONT.match(text) is not None and re.search(r"^---[ \t]*$", text[4:_MOST_FRONT], re.MULTILINE) is not None


def text_of_markdown(text: str) -> str:
    """Markdown as a recipe text: headings by #, a row for each item, paragraph and row of a table; links and emphasis
    as their words; title and yield of the front matter in front. Raises CannotUse for front matter that is none."""
    said, body = _front_matter(text)
    rows = _rows(MarkdownIt("commonmark").enable("table").parse(body))
    title, makes = _first(said, _TITLES), _first(said, _YIELDS)
    head = []
    if title and not any(row.startswith("# ") and row[2:].strip() == title for row in rows[:3]):
        head.append(f"# {title}")
    if makes:
        head.append(f"Makes {makes}" if makes[:1].isdigit() else makes)
    if head and title and rows[:1] == [f"# {title}"]:
        return "\n".join((rows[0], *head, *rows[1:]))
    at = 1 if rows and rows[0].startswith("# ") and not title else 0
    return "\n".join((*rows[:at], *head, *rows[at:]))


def _front_matter(text: str) -> tuple[dict[str, Any], str]:
    if not has_front_matter(text):
        return {}, text
    try:
        said, body = frontmatter.parse(text)
    except (yaml.YAMLError, ValueError, RecursionError) as wrong:
        raise CannotUse("What stands between the two rows of --- is no YAML.") from wrong
    return (said if isinstance(said, dict) else {}), body


def _first(said: dict[str, Any], names: tuple[str, ...]) -> str:
    lower = {str(key).casefold(): value for key, value in said.items()}
    found = next((lower[name] for name in names if name in lower), None)
    return " ".join(str(found).split())[:120] if isinstance(found, (str, int, float)) else ""


def _rows(tokens: list[Token]) -> list[str]:
    rows: list[str] = []
    mark = ""
    cells: list[str] = []
    in_row = in_head = False
    for token in tokens:
        if token.type in {"thead_open", "thead_close"}:
            # Names of columns are no food.
            in_head = token.type == "thead_open"
        if in_head:
            continue
        if token.type == "heading_open":
            mark = "# " if token.tag == "h1" else "## "
        elif token.type == "list_item_open":
            mark = "- " if token.markup in {"-", "*", "+"} else f"{token.info}. "
        elif token.type == "tr_open":
            cells, in_row = [], True
        elif token.type == "tr_close":
            rows.append(" ".join(filter(None, cells)))
            in_row = False
        elif token.type in {"fence", "code_block"}:
            rows.extend(token.content.splitlines())
        elif token.type == "hr":
            rows.append("---")
        elif token.type == "inline":
            words = _words(token)
            if in_row:
                cells.append(" ".join(words))
            else:
                rows.extend(f"{mark if not at else ''}{row}" for at, row in enumerate(words))
                mark = ""
    return [row for row in rows if row.strip()]


def _words(token: Token) -> list[str]:
    """The rows of a paragraph without marks, pictures left out."""
    said: list[str] = []
    for child in token.children or []:
        if child.type in {"softbreak", "hardbreak"}:
            said.append("\n")
        elif child.type in {"text", "code_inline"}:
            said.append(child.content)
    return "".join(said).splitlines()
