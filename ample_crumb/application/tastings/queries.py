"""Reads of tastings, and batches compared."""

from collections.abc import Mapping, Sequence
from datetime import datetime
from fractions import Fraction
from typing import Final
from uuid import UUID

from ample_crumb.application.batches.document import read_batch
from ample_crumb.application.context import KitchenContext, load_context
from ample_crumb.application.formulas.nested_formulas import add_nested_formulas
from ample_crumb.application.problems import CannotAccept, NotHere
from ample_crumb.application.tastings.views import (
    ComparedBatch,
    ComparedMarks,
    ComparedPole,
    Comparison,
    MarkView,
    PoleView,
    SampleView,
    TastingItem,
    TastingList,
    TastingView,
)
from ample_crumb.application.views import portion_view
from ample_crumb.core.formula.difference import FormulaState, difference
from ample_crumb.core.formula.evaluation import evaluate
from ample_crumb.core.tasting.comparison import MOST_BATCHES, Mark, PoleFinding, compare
from ample_crumb.core.tasting.poles import find_pole, poles
from ample_crumb.store import batches, tastings
from ample_crumb.store.batches import BatchRow
from ample_crumb.store.database import Connection, Database
from ample_crumb.store.scope import Principal
from ample_crumb.store.tastings import SampleRow, TastingRow

_LISTED: Final = 50


def list_tastings(database: Database, principal: Principal) -> TastingList:
    """The last tastings, and all that can be asked."""
    with database.transaction(principal) as connection:
        rows = tastings.list_tastings(connection, principal.kitchen_id, _LISTED)
        samples = tastings.samples_of(connection, principal.kitchen_id, [row.id for row in rows])
    return TastingList(
        tuple(
            TastingItem(
                row.id,
                row.name,
                row.blind,
                row.tasted_at,
                _samples([sample for sample in samples if sample.tasting_id == row.id]),
            )
            for row in rows
        ),
        tuple(_pole(name) for name in poles()),
    )


def open_tasting(database: Database, principal: Principal, tasting_id: UUID) -> TastingView:
    """A tasting with all that was said. Raises NotHere."""
    with database.transaction(principal) as connection:
        return tasting_view(connection, principal, tasting_id)


def tasting_view(connection: Connection, principal: Principal, tasting_id: UUID) -> TastingView:
    """A tasting with all that was said, within a transaction. Raises NotHere."""
    row = require_tasting(connection, principal, tasting_id)
    samples = tastings.samples_of(connection, principal.kitchen_id, [tasting_id])
    marks = tastings.marks_of(connection, principal.kitchen_id, tasting_id)
    return TastingView(
        id=row.id,
        name=row.name,
        blind=row.blind,
        tasted_at=row.tasted_at,
        poles=tuple(_pole(name) for name in row.poles),
        samples=_samples(samples),
        marks=tuple(MarkView(mark.taster, mark.letter, mark.pole, mark.score) for mark in marks),
    )


def require_tasting(connection: Connection, principal: Principal, tasting_id: UUID) -> TastingRow:
    """A tasting's row. Raises NotHere."""
    row = tastings.find_tasting(connection, principal.kitchen_id, tasting_id)
    if row is None:
        raise NotHere("tasting")
    return row


def _pole(name: str) -> PoleView:
    pole = find_pole(name)
    return PoleView(pole.name, pole.question, pole.low, pole.high)


def _samples(rows: Sequence[SampleRow]) -> tuple[SampleView, ...]:
    labels = _labels([(row.name, row.made_at, row.version_number) for row in rows])
    return tuple(SampleView(row.letter, row.batch_id, label) for row, label in zip(rows, labels, strict=True))


def _labels(named: Sequence[tuple[str, datetime, int | None]]) -> list[str]:
    """What tells batches apart in a sentence: their names, else their versions, else their days, else their hours."""
    ways = (
        [name for name, _, _ in named],
        [f"{name}, version {number}" if number else name for name, _, number in named],
        [f"{name} of {made.day} {made:%b}" for name, made, _ in named],
        [f"{name} of {made.day} {made:%b %H:%M}" for name, made, _ in named],
    )
    return next(
        (way for way in ways if len(set(way)) == len(way)),
        [f"{way} ({place})" for place, way in enumerate(ways[-1], 1)],
    )


def compare_batches(
    database: Database, principal: Principal, batch_ids: Sequence[UUID], *, by_version: bool = False
) -> Comparison:
    """Two to four batches by all that was ever said of them; `by_version` what was said of any batch of the same
    version counts with them. Raises NotHere, CannotAccept for another count, and for batches of one version or of
    none."""
    wanted = list(dict.fromkeys(batch_ids))
    if not 2 <= len(wanted) <= MOST_BATCHES:
        raise CannotAccept("/batch", f"Two to {MOST_BATCHES} batches are compared; choose so many.")
    with database.transaction(principal) as connection:
        rows = []
        for batch_id in wanted:
            row = batches.find(connection, principal.kitchen_id, batch_id)
            if row is None or row.removed:
                raise NotHere("batch")
            rows.append(row)
        context = load_context(connection, principal)
        pooled = _versions(connection, principal, rows) if by_version else {row.id: row.id for row in rows}
        said = tastings.marks_of_batches(connection, principal.kitchen_id, list(pooled))
        kept = [read_batch(row.document) for row in rows]
        context = add_nested_formulas(connection, principal, context, [part for each in kept for part in each.parts])
    named = (
        [f"Version {row.version_number}" for row in rows]
        if by_version
        else _labels([(row.name, row.made_at, row.version_number) for row in rows])
    )
    labels = dict(zip(wanted, named, strict=True))
    marks = [Mark(labels[pooled[each.batch_id]], each.taster, each.pole, Fraction(each.score)) for each in said]
    tasted = {mark.batch for mark in marks}
    found = _ordered(compare(marks)) if len(tasted) >= 2 else []
    return Comparison(
        sentence=_sentence(found, len(tasted)),
        taster_count=len({mark.taster for mark in marks}),
        poles=tuple(_compared(each, labels) for each in found),
        batches=tuple(_as_made(rows, labels, context)),
    )


def _versions(connection: Connection, principal: Principal, rows: Sequence[BatchRow]) -> dict[UUID, UUID]:
    """All batches of the versions that these are of, each with the one that stands for its version."""
    versions = {(row.formula_id, row.version_number): row.id for row in rows}
    if len({formula_id for formula_id, _ in versions}) > 1 or len(versions) < len(rows) or (None, None) in versions:
        raise CannotAccept("/batch", "Versions of one formula are compared; choose batches of different ones.")
    found = batches.of_versions(
        connection, principal.kitchen_id, rows[0].formula_id, [row.version_number for row in rows]
    )
    return {batch_id: versions[rows[0].formula_id, number] for batch_id, number in found}


def _ordered(found: Sequence[PoleFinding]) -> list[PoleFinding]:
    """What is told first, then as it is asked."""
    places = {name: place for place, name in enumerate(poles())}
    return sorted(found, key=lambda each: (not each.told, places.get(each.pole, len(places))))


def _sentence(found: Sequence[PoleFinding], tasted_count: int) -> str:
    if tasted_count < 2:
        return "Nobody has tasted two of them yet; what differs as made stands below."
    told = [each.finding for each in found if each.told]
    return told[0] if told else found[0].finding


def _compared(finding: PoleFinding, labels: Mapping[UUID, str]) -> ComparedPole:
    marks = tuple(
        ComparedMarks(label, finding.batches[label].median_score, finding.batches[label].scores)
        for label in labels.values()
        if label in finding.batches
    )
    return ComparedPole(_pole(finding.pole), finding.finding, finding.told, marks)


def _as_made(rows: Sequence[BatchRow], labels: Mapping[UUID, str], context: KitchenContext) -> list[ComparedBatch]:
    kept = [read_batch(row.document) for row in rows]
    states = [
        FormulaState(
            evaluate(each.parts, max(1, round(row.piece_count)), context.cupboard, context.preferences),
            row.piece_count,
            row.family,
            each.plan.method,
        )
        for row, each in zip(rows, kept, strict=True)
    ]
    return [
        ComparedBatch(
            batch_id=row.id,
            label=labels[row.id],
            name=row.name,
            made_at=row.made_at,
            piece=portion_view(row.portion(), context.definition),
            oven_c=each.record.oven_c,
            took_min=row.took_min,
            said=each.difference,
            differs=difference(states[0], state) if place else (),
            words=each.record.words,
            note=each.record.note,
        )
        for place, (row, each, state) in enumerate(zip(rows, kept, states, strict=True))
    ]
