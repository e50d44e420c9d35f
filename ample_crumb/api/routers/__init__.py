"""HTTP in and out, nothing else: a router a place."""

from typing import Final

from ample_crumb.api.routers import (
    background,
    bake_days,
    batches,
    causes,
    crumb,
    cupboard,
    events,
    exports,
    formulas,
    imports,
    ledger,
    people,
    reformulate,
    scale,
    settings,
    stash,
    swaps,
    tastings,
    today,
    versions,
    what_if,
)

_PLACES: Final = (
    formulas, crumb, swaps, versions, reformulate, what_if, batches, causes, bake_days, stash, tastings, today, people,
    ledger, cupboard, imports, exports, settings, background, events,
)  # fmt: skip

ALL: Final = (*(module.router for module in _PLACES), scale.router, bake_days.streams, scale.streams)
"""All of them, in the order of the work."""
