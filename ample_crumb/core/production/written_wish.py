"""How a text wants its bake: "soft", "crisp", "fudgy", as far as its family may be wanted so."""

import re
from typing import Final

from ample_crumb.core.production.bake_time import bake_profiles

LONGEST: Final = 400

_WORDS: Final = {
    "soft": r"soft|chewy|gooey|pillowy",
    "chewy": r"chewy|soft",
    "crisp": r"crisp|crispy|crunchy|snap|snaps",
    "fudgy": r"fudgy|gooey|squidgy|fudge",
    "cakey": r"cakey|cake-?like|fluffy",
    "creamy": r"creamy|silky|burnt",
    "firm": r"firm|sliceable",
    "gooey": r"gooey|molten|lava",
    "moist": r"moist",
}
"""The words for each way to want it. Common practice."""


def read_wish(family: str, title: str) -> str:
    """How a title wants it, one of the family's wishes; empty where it does not say."""
    heat = bake_profiles().get(family)
    if heat is None:
        return ""
    said = title[:LONGEST]
    return next((wish for wish in heat.wishes if re.search(rf"\b(?:{_WORDS[wish]})\b", said, re.IGNORECASE)), "")
