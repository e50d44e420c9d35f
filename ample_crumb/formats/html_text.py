"""What a page of HTML shows as text, block by block. Nothing in it is run or fetched."""

import re
from typing import Final

from selectolax.lexbor import LexborHTMLParser, LexborNode

from ample_crumb.core.problem import CannotUse

_DEEPEST: Final = 2000
"""Elements in each other; pages have some thirty. Reading takes time by the square of it."""

_TAG: Final = re.compile(r"<(/?)([a-zA-Z][a-zA-Z0-9]{0,20})")
_CLOSED_BY_OTHERS: Final = frozenset(
    "p li td th tr dt dd option thead tbody tfoot br hr img input meta link source area col wbr html head body".split()
)
_UNSEEN: Final = [
    "script", "style", "noscript", "template", "nav", "footer", "form", "button", "svg", "iframe", "select", "head",
    "thead",
]  # fmt: skip
_BLOCKS: Final = frozenset(
    "address article aside blockquote br dd div dl dt fieldset figcaption figure h1 h2 h3 h4 h5 h6 header hr li main "
    "ol p pre section table tbody thead tr ul".split()
)
_MARKED: Final = frozenset(("h2", "h3", "h4"))
_CELLS: Final = frozenset(("td", "th"))
_TEXT: Final = "-text"


def parse_html(html: str) -> LexborHTMLParser:
    """The page, taken apart. Raises CannotUse for one that is nested as no page is."""
    depth = deepest = 0
    for found in _TAG.finditer(html):
        if found[2].lower() not in _CLOSED_BY_OTHERS:
            depth = max(0, depth - 1) if found[1] else depth + 1
            deepest = max(deepest, depth)
    if deepest > _DEEPEST:
        raise CannotUse("This page is nested too deep to be a recipe.")
    return LexborHTMLParser(html)


def seen_rows(page: LexborHTMLParser) -> list[str]:
    """The rows of a page as they are seen, headings below the first rank marked with ##; empty ones left out. What is
    not seen is taken out of `page`."""
    page.strip_tags(_UNSEEN)
    root = page.body or page.root
    return rows_of(root) if root is not None else []


def rows_of(root: LexborNode) -> list[str]:
    """The rows of an element as they are seen."""
    rows: list[list[str]] = [[]]
    node: LexborNode | None = root
    opened = True
    while node is not None:
        if opened:
            _open(node, rows)
            if node.first_child is not None:
                node = node.first_child
                continue
        if node.tag in _BLOCKS:
            rows.append([])
        if node.mem_id == root.mem_id:
            break
        opened = node.next is not None
        node = node.next if node.next is not None else node.parent
    return [row for each in rows if (row := " ".join("".join(each).split())).strip("# ")]


def _open(node: LexborNode, rows: list[list[str]]) -> None:
    tag = node.tag
    if tag == _TEXT:
        rows[-1].append(node.text_content or "")
    elif tag in _BLOCKS:
        rows.append(["## "] if tag in _MARKED else [])
    elif tag in _CELLS:
        rows[-1].append(" ")


def snippet_rows(text: str) -> list[str]:
    """The rows of a text that may hold HTML, as strings of JSON-LD often do. Zero bytes and halves of letters, which
    JSON can name and nothing can keep, are left out."""
    text = text.replace("\x00", "").encode("utf-8", "ignore").decode("utf-8")
    if "<" not in text and "&" not in text:
        return [row for each in text.splitlines() if (row := " ".join(each.split()))]
    # Rows of the text itself are rows too.
    return seen_rows(parse_html(text.replace("\r\n", "\n").replace("\n", "<br>")))
