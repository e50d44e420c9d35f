"""What tells how a batch keeps, as it is stored with it."""

from collections.abc import Mapping
from dataclasses import asdict
from typing import Any, Final

from ample_crumb.application.documents import Content, DocumentKind
from ample_crumb.core.keeping.shelf_life import ShelfLife
from ample_crumb.core.keeping.traits import KeepingTraits, kind_of

_KEEPING: Final = DocumentKind("keeping")


def write_traits(traits: KeepingTraits) -> Content:
    """Traits as a document."""
    return _KEEPING.written(asdict(traits))


def life_of(stored: Mapping[str, Any] | None, family: str) -> ShelfLife:
    """How a batch of that family keeps; one that was kept before traits were known as its family does. Raises
    UnknownDocument."""
    return kind_of(KeepingTraits(**_KEEPING.read(stored)) if stored is not None else KeepingTraits(family))
