"""The clock: what time it is, told to whoever needs it instead of asked for."""

from collections.abc import Callable
from datetime import UTC, datetime

Clock = Callable[[], datetime]
"""The present moment, aware of its zone."""


def system_clock() -> datetime:
    """The machine's clock, UTC."""
    return datetime.now(UTC)
