"""A file written whole or not at all."""

import os
import sys
import tempfile
from pathlib import Path

from ample_crumb.core.problem import CannotUse


def write(data: bytes, name: str | None) -> None:
    """Writes a file whole or not at all, or to standard output. Raises CannotUse."""
    if name is None:
        sys.stdout.buffer.write(data)
        sys.stdout.buffer.flush()
        return
    target = Path(name)
    try:
        descriptor, beside = tempfile.mkstemp(dir=target.parent, prefix=f".{target.name}.")
        try:
            with os.fdopen(descriptor, "wb") as file:
                file.write(data)
            Path(beside).chmod(0o644)
            Path(beside).replace(target)
        except BaseException:
            Path(beside).unlink(missing_ok=True)
            raise
    except OSError as problem:
        raise CannotUse(f"Cannot write {name}: {problem.strerror}.") from problem
