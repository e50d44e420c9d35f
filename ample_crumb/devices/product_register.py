"""The protocol of a product register: what it is asked, and how it may fail."""

from collections.abc import Mapping
from typing import Any, Protocol

Record = Mapping[str, Any]
"""A product as a register tells it, in the JSON form that `formats.product_json` reads."""


class RegisterAway(Exception):
    """The register cannot be reached or gives no answer that can be read."""


class Register(Protocol):
    """Knows products by their codes. It may be slow; whoever asks sets how long to wait."""

    async def ask(self, code: str) -> tuple[Record, ...]:
        """All records of a code of 8, 13 or 14 digits; none when it knows none, several when its sources differ. Raises
        RegisterAway."""
        ...
