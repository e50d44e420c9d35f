"""JSON Schemas of the tables of an archive, out of the database's own catalogue.

`python -m tests.store.archive_schemas` writes them to docs/archive.
"""

import json
from pathlib import Path
from typing import Any, Final

from ample_crumb.store.archive import Column, archived_tables
from ample_crumb.store.database import Connection
from tests.kitchen import new_database

FOLDER: Final = Path(__file__).parents[2] / "docs" / "archive"

_TYPES: Final[dict[str, dict[str, Any]]] = {
    "uuid": {"type": "string", "format": "uuid"},
    "text": {"type": "string"},
    "integer": {"type": "integer"},
    "bigint": {"type": "integer"},
    "smallint": {"type": "integer"},
    "numeric": {"type": "number"},
    "double precision": {"type": "number"},
    "boolean": {"type": "boolean"},
    "date": {"type": "string", "format": "date"},
    "timestamp with time zone": {"type": "string", "format": "date-time"},
    "jsonb": {},
    "text[]": {"type": "array", "items": {"type": "string"}},
    "numeric[]": {"type": "array", "items": {"type": "number"}},
    "double precision[]": {"type": "array", "items": {"type": "number"}},
}


def schemas(url: str) -> dict[str, dict[str, Any]]:
    """The schema of a row of each table."""
    with Connection.connect(url) as connection:
        return {
            name: {
                "$schema": "https://json-schema.org/draft/2020-12/schema",
                "title": f"A row of {name} in an archive of a kitchen, version 2",
                "type": "object",
                "additionalProperties": False,
                "required": [column.name for column in table.columns],
                "properties": {column.name: _property(column) for column in table.columns},
            }
            for name, table in archived_tables(connection).items()
        }


def _property(column: Column) -> dict[str, Any]:
    found = dict(_TYPES[column.type])
    if column.nullable and "type" in found:
        found["type"] = [found["type"], "null"]
    return found


if __name__ == "__main__":
    FOLDER.mkdir(exist_ok=True)
    for name, schema in schemas(new_database()).items():
        (FOLDER / f"{name}.schema.json").write_text(json.dumps(schema, indent=1) + "\n")
