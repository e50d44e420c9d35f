"""HTTP in and out, nothing else: a router a place."""

from typing import Final

from ample_crumb.api.routers import (
    background,
    batches,
    crumb,
    cupboard,
    formulas,
    reformulate,
    settings,
    swaps,
    today,
    versions,
)

ALL: Final = tuple(
    module.router
    for module in (formulas, crumb, swaps, versions, reformulate, batches, today, cupboard, settings, background)
)
"""All of them, in the order of the work."""
