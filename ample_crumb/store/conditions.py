"""Conditions of a statement, as a list is narrowed to what somebody asked for."""

from collections.abc import Iterable
from typing import Final, LiteralString

from psycopg.sql import SQL, Composed

_ESCAPED: Final = str.maketrans({"%": r"\%", "_": r"\_", "\\": r"\\"})


def holds(words: str) -> str:
    """The pattern of all texts with these letters in them."""
    return f"%{words.translate(_ESCAPED)}%"


def asked_for(conditions: Iterable[tuple[object, LiteralString]]) -> Composed:
    """Those conditions whose first is true, all of which hold: among conditions that are mostly true the planner would
    lose the order of an index."""
    return SQL(" and ").join([SQL(condition) for asked, condition in conditions if asked])
