"""Golden figures as files: written, read, and held against what the program gives now."""

import json
import math
from collections.abc import Iterator, Mapping
from hashlib import sha256
from pathlib import Path
from typing import Any, Final

from ample_crumb.core.rules_version import RULES_VERSION

FIGURES: Final = Path(__file__).parent / "figures.jsonl"
RULES: Final = Path(__file__).parent / "rules.json"
"""Under which number of the rules the figures were taken."""

NEAR: Final = 1e-9
"""Floats agree to this, relative where they are over 1."""

NEAR_OBJECTIVE: Final = 1e-6
"""An objective to this: reordered variables break ties otherwise."""


def read() -> dict[str, Any]:
    """Golden figures by the name of what they are of."""
    rows = (json.loads(row) for row in FIGURES.read_text("utf-8").splitlines())
    return {name: figures for row in rows for name, figures in row.items()}


def write(figures: Mapping[str, Any]) -> None:
    """Replaces the file: a line for each, so that a difference names what changed."""
    rows = (json.dumps({name: plain(each)}, ensure_ascii=False, sort_keys=True) for name, each in figures.items())
    FIGURES.write_text("\n".join(rows) + "\n", "utf-8")


def rules() -> dict[str, Any]:
    """The number of the rules as it is now, and what tells the figures in the file from others."""
    return {"version": RULES_VERSION, "figures": sha256(FIGURES.read_bytes()).hexdigest()}


def plain(figures: Any) -> Any:
    """The figures as they are read back."""
    return json.loads(json.dumps(figures, ensure_ascii=False))


def differences(golden: Any, now: Any, where: str = "") -> Iterator[str]:
    """Where two differ, in words; nothing where they agree."""
    if isinstance(golden, dict) and isinstance(now, dict):
        for key in sorted({*golden, *now}):
            if key not in golden or key not in now:
                yield f"{where}/{key}: only {'now' if key in now else 'before'}"
            else:
                yield from differences(golden[key], now[key], f"{where}/{key}")
    elif isinstance(golden, list) and isinstance(now, list) and len(golden) == len(now):
        for place, (one, other) in enumerate(zip(golden, now, strict=True)):
            yield from differences(one, other, f"{where}/{place}")
    elif isinstance(golden, float) or isinstance(now, float):
        near = NEAR_OBJECTIVE if where.endswith("/objective") else NEAR
        both = isinstance(golden, float | int) and isinstance(now, float | int)
        if not both or not math.isclose(golden, now, rel_tol=near, abs_tol=near):
            yield f"{where}: {golden!r} -> {now!r}"
    elif golden != now:
        yield f"{where}: {golden!r} -> {now!r}"
