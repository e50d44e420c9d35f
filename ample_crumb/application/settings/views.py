"""What goes out of Settings."""

from dataclasses import dataclass
from uuid import UUID

from ample_crumb.core.formula.families import Family
from ample_crumb.core.production.tins import Tin
from ample_crumb.store.eaters import EaterRow
from ample_crumb.store.kitchens import Settings
from ample_crumb.store.tins import TinRow


@dataclass(frozen=True, slots=True)
class OwnTin:
    """A tin with what it holds to the brim."""

    id: UUID
    name: str
    archived: bool
    tin: Tin
    volume_ml: float


@dataclass(frozen=True, slots=True)
class Kitchen:
    """What a window needs to know at the start. `askable` names what may be kept from a guest."""

    settings: Settings
    families: tuple[Family, ...]
    allergens: tuple[str, ...]
    roles: tuple[str, ...]
    askable: tuple[str, ...]
    eaters: tuple[EaterRow, ...]
    tins: tuple[OwnTin, ...]
    ovens: tuple[str, ...]
    tin_kinds: tuple[str, ...]


def tin_view(row: TinRow) -> OwnTin:
    tin = row.tin()
    return OwnTin(row.id, row.name, row.archived, tin, tin.volume_ml)
