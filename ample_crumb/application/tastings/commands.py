"""Writes of tastings."""

from collections.abc import Sequence
from dataclasses import dataclass
from uuid import UUID, uuid5

from ample_crumb.application.clock import Clock, system_clock
from ample_crumb.application.problems import CannotAccept, NotHere
from ample_crumb.application.tastings.queries import require_tasting, tasting_view
from ample_crumb.application.tastings.views import TastingView
from ample_crumb.core.tasting.poles import poles
from ample_crumb.store import batches, tastings
from ample_crumb.store.database import Database
from ample_crumb.store.scope import Principal
from ample_crumb.store.tastings import TastingMark, TastingRow


@dataclass(frozen=True, slots=True)
class NewTasting:
    """A tasting to come, of one to four batches, under an id that the client made. Where it is `blind` letters are
    dealt by chance, as far as anybody sees; no `poles` are all of them."""

    id: UUID
    name: str
    batch_ids: tuple[UUID, ...]
    blind: bool = False
    poles: tuple[str, ...] = ()


def start(database: Database, principal: Principal, new: NewTasting, clock: Clock = system_clock) -> TastingView:
    """Begins a tasting; the same id again changes nothing. Raises NotHere, CannotAccept."""
    unknown = [name for name in new.poles if name not in poles()]
    if unknown:
        raise CannotAccept("/poles", f"Nobody is asked of “{unknown[0]}”.")
    wanted = list(dict.fromkeys(new.batch_ids))
    with database.transaction(principal) as connection:
        names = []
        for batch_id in wanted:
            row = batches.find(connection, principal.kitchen_id, batch_id)
            if row is None or row.removed:
                raise NotHere("batch")
            names.append(row.name)
        if new.blind:
            wanted.sort(key=lambda batch_id: uuid5(new.id, str(batch_id)))
        asked = [name for name in poles() if not new.poles or name in new.poles]
        name = new.name.strip() or " beside ".join(dict.fromkeys(names))[:120]
        tasting = TastingRow(new.id, name, new.blind, asked, clock())
        tastings.add_tasting(connection, principal.kitchen_id, tasting, wanted)
        return tasting_view(connection, principal, new.id)


def mark(database: Database, principal: Principal, tasting_id: UUID, said: Sequence[TastingMark]) -> TastingView:
    """What a taster says of a sample on a pole; the last counts. Raises NotHere, CannotAccept for a letter or a pole
    that is not asked."""
    with database.transaction(principal) as connection:
        row = require_tasting(connection, principal, tasting_id)
        letters = {each.letter for each in tastings.samples_of(connection, principal.kitchen_id, [tasting_id])}
        for place, each in enumerate(said):
            if each.letter not in letters:
                raise CannotAccept(f"/marks/{place}/letter", "Nothing stands under this letter.")
            if each.pole not in row.poles:
                raise CannotAccept(f"/marks/{place}/pole", "That is not asked at this tasting.")
        tastings.put_marks(connection, principal.kitchen_id, tasting_id, said)
        return tasting_view(connection, principal, tasting_id)


def remove(database: Database, principal: Principal, tasting_id: UUID, *, removed: bool) -> None:
    """Takes a tasting out of the lists, or brings it back. Raises NotHere."""
    with database.transaction(principal) as connection:
        if not tastings.remove_tasting(connection, principal.kitchen_id, tasting_id, removed=removed):
            raise NotHere("tasting")
