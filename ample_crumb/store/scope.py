"""Whose rows a transaction sees: the principal, and the setting that the walls between kitchens read."""

from dataclasses import dataclass
from typing import Any, Final
from uuid import UUID

import psycopg
from psycopg.rows import class_row


@dataclass(frozen=True, slots=True)
class Principal:
    """The person at work and their kitchen. Comes with each request."""

    kitchen_id: UUID
    person_id: UUID


SETTING: Final = "ample_crumb.kitchen_id"
"""What `current_kitchen()` of the schema reads; local to a transaction."""


def enter(connection: psycopg.Connection[Any], principal: Principal) -> bool:
    """From here to the end of the transaction only rows of this kitchen are there. False where the person does not
    live in it."""
    row = connection.execute(
        "select set_config(%(setting)s, %(kitchen)s, true), is_resident(%(kitchen_id)s, %(person_id)s)",
        {
            "setting": SETTING,
            "kitchen": str(principal.kitchen_id),
            "kitchen_id": principal.kitchen_id,
            "person_id": principal.person_id,
        },
    ).fetchone()
    return row is not None and bool(row[1])


def enter_kitchen(connection: psycopg.Connection[Any], kitchen_id: UUID) -> None:
    """From here to the end of the transaction only rows of this kitchen are there."""
    connection.execute(
        "select set_config(%(setting)s, %(kitchen)s, true)", {"setting": SETTING, "kitchen": str(kitchen_id)}
    )


class NobodyThere(Exception):
    """The person that something is asked for lives in that kitchen no more."""


def has_kitchen(connection: psycopg.Connection[Any]) -> bool:
    """Whether there is any kitchen; for the owner of the tables."""
    row = connection.execute("select exists (select from kitchen)").fetchone()
    return row is not None and bool(row[0])


def find_resident(connection: psycopg.Connection[Any], asked: UUID | None) -> Principal | None:
    """The person asked for where there is one, else the first of the only kitchen; None while there is no kitchen, and
    where there are several, since nobody can tell which is meant."""
    with connection.cursor(row_factory=class_row(Principal)) as cursor:
        return cursor.execute("select kitchen_id, person_id from resident(%(asked)s)", {"asked": asked}).fetchone()
