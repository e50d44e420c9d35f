"""The register that ships: invented products, and the ways in which a register of many sources goes wrong.

Its codes are of the range that is kept for use inside a shop or a kitchen (GS1 prefixes 02 and 20 to 29), so that none
of them is on a pack that is sold anywhere else.
"""

import asyncio
import json
from functools import cache
from importlib.resources import files
from typing import Final

from ample_crumb.devices.product_register import Record, RegisterAway

SLOW_S: Final = 4.0
"""How long it thinks about a product of `_SLOW`."""

_SLOW: Final = frozenset({"2000004100384", "2000004100391"})
_SILENT: Final = frozenset({"2000004100407"})
_AWAY: Final = frozenset({"2000004100414"})


class ShippedRegister:
    """A `Register` of the products in `register.json`."""

    async def ask(self, code: str) -> tuple[Record, ...]:
        """As the protocol says; some codes are slow, one never answers, one finds the register away."""
        if code in _AWAY:
            raise RegisterAway
        if code in _SILENT:
            await asyncio.Event().wait()
        if code in _SLOW:
            await asyncio.sleep(SLOW_S)
        return tuple(record for record in _records() if record["gtin"] == code)


@cache
def _records() -> tuple[Record, ...]:
    text = files("ample_crumb.devices").joinpath("register.json").read_text("utf-8")
    return tuple(json.loads(text))
