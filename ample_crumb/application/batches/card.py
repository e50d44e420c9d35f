"""A card of a batch, as it is printed for a folder."""

from uuid import UUID

from ample_crumb.application.batches.document import read_batch
from ample_crumb.application.clock import Clock, system_clock
from ample_crumb.application.context import load_context
from ample_crumb.application.problems import NotHere
from ample_crumb.application.stash.label_sheet import contains_line, day_of, eat_by_words, figures_line, zone_of
from ample_crumb.application.stash.queries import batch_stash
from ample_crumb.application.views import portion_view
from ample_crumb.formats.batch_card import BatchCard, CardSection, batch_card
from ample_crumb.formats.paper import Paper
from ample_crumb.store import batches
from ample_crumb.store.database import Database
from ample_crumb.store.scope import Principal


def print_card(
    database: Database, principal: Principal, batch_id: UUID, paper: Paper, zone: str, clock: Clock = system_clock
) -> bytes:
    """A card of a batch as PDF. Raises NotHere, CannotAccept for a zone that is none."""
    calendar = zone_of(zone)
    with database.transaction(principal) as connection:
        row = batches.find(connection, principal.kitchen_id, batch_id)
        if row is None:
            raise NotHere("batch")
        context = load_context(connection, principal)
        view, _ = batch_stash(connection, principal, batch_id, context, clock())
    kept, piece = read_batch(row.document), portion_view(row.portion(), context.definition)
    lines = tuple(line.text for part in kept.parts for line in part.lines if line.text.strip())
    oven = [f"{row.took_min:g} minutes"] if row.took_min is not None else []
    oven += [f"at {kept.record.oven_c:.0f} °C"] if kept.record.oven_c is not None else []
    keeps = [f"{eat_by_words(position, calendar)}. {position.why}" for position in view.positions]
    told = BatchCard(
        name=view.name,
        under=f"Made {day_of(view.made_at, calendar)}, {view.piece_count:g} pieces",
        sections=(
            CardSection("A piece", (figures_line(piece), contains_line(view.contains, view.may_contain))),
            CardSection("What went in", lines),
            CardSection("Baked", (", ".join(oven),) if oven else ()),
            CardSection("What differed", kept.difference),
            CardSection("How it turned out", tuple(filter(None, (", ".join(kept.record.words), kept.record.note)))),
            CardSection("Keeping", (*keeps, f"Thawing: {view.thaw}.", *filter(None, (view.best,)))),
        ),
    )
    return batch_card(told, paper)
