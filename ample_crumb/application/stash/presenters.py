"""Batches on their shelves for a screen, within a transaction."""

from collections.abc import Mapping, Sequence
from datetime import datetime, timedelta
from typing import Final
from uuid import UUID

from ample_crumb.application.context import KitchenContext
from ample_crumb.application.stash.document import life_of
from ample_crumb.application.stash.views import CostView, MoveView, PlateView, StashedView, StockPositionView
from ample_crumb.application.views import portion_view
from ample_crumb.core.batch.lots import lot_portion
from ample_crumb.core.food.nutrients import Portion
from ample_crumb.core.formula.allergens import allergen_names_from, allergens_of
from ample_crumb.core.formula.eater_alerts import diet_alerts
from ample_crumb.core.formula.evaluation import evaluate
from ample_crumb.core.formula.formula import Line, Part
from ample_crumb.core.keeping.eat_by import eat_by_of
from ample_crumb.core.keeping.places import Place, Wrapping
from ample_crumb.core.keeping.shelf_life import ShelfLife
from ample_crumb.core.keeping.stock_positions import Movement, StockPosition, stock_positions
from ample_crumb.core.quantity.line_splitting import split_foods
from ample_crumb.core.uncertainty.propagation import propagate
from ample_crumb.store.plates import PlateRow
from ample_crumb.store.stash import MoveRow, StashedBatch

PROTEIN_G = 25.0
"""What a price of protein is told for: about what one helping of it is."""


def stashed_view(
    batch: StashedBatch,
    moves: Sequence[MoveRow],
    places: Mapping[UUID, Place],
    context: KitchenContext,
    now: datetime,
) -> StashedView:
    """A batch with what lies where of it."""
    life = life_of(batch.keeping, batch.family)
    allergens = allergen_names_from(batch.allergens)
    positions = stock_positions(_movements(batch, moves), places, life)
    return StashedView(
        id=batch.id,
        name=batch.name,
        family=batch.family,
        shape=batch.shape,
        formula_id=batch.formula_id,
        version_number=batch.version_number,
        dough_id=batch.dough_id,
        made_at=batch.made_at,
        piece_count=sum(lot[1] for lot in batch.lots),
        keeps=life.words,
        home=life.home,
        thaw=life.thaw,
        best=life.best,
        travels=life.travels,
        source=life.source,
        note=batch.note,
        cost=_cost(batch),
        contains=allergens.contains,
        may_contain=allergens.may_contain,
        alerts=diet_alerts(allergens, context.dietary_profiles),
        positions=tuple(
            _position(batch, position, life, context, now) for position in positions if position.piece_count > 0
        ),
    )


def _cost(batch: StashedBatch) -> CostView | None:
    if batch.cost is None:
        return None
    piece = batch.cost / batch.piece_count
    protein_g = batch.protein_g or 0.0
    return CostView(piece, piece / protein_g * PROTEIN_G if protein_g >= 1 else None, batch.cost_at_least)


def undone_of(moves: Sequence[MoveRow]) -> set[UUID]:
    """The moves that do not count: those that were taken back and not done again, and all that took back."""
    reversed_by = {move.reverses: move for move in moves if move.reverses is not None}
    undone = {move.id for move in reversed_by.values()}
    for move in moves:
        if move.reverses is None:
            length, last = 0, move
            while last.id in reversed_by:
                length, last = length + 1, reversed_by[last.id]
            if length % 2:
                undone.add(move.id)
    return undone


def _movements(batch: StashedBatch, moves: Sequence[MoveRow]) -> list[Movement[UUID]]:
    undone = undone_of(moves)
    return [
        Movement(
            move.lot,
            move.from_shelf_id,
            move.to_shelf_id,
            move.piece_count,
            max(0.0, (move.moved_at - batch.made_at) / timedelta(hours=1)),
            Wrapping(move.wrapping),
        )
        for move in moves
        if move.id not in undone
    ]


_NEW_THERE_H: Final = 12.0
"""What is to be done when pieces are laid somewhere is said no longer than that."""


def _position(
    batch: StashedBatch, position: StockPosition[UUID], life: ShelfLife, context: KitchenContext, now: datetime
) -> StockPositionView:
    found = eat_by_of(position.spent, life)
    now_h = (now - batch.made_at) / timedelta(hours=1)
    eat_by, usual_until = (batch.made_at + timedelta(hours=hours) for hours in (found.eat_by_h, found.usual_until_h))
    frozen_until = None
    if position.spent.place is not Place.FREEZER and now < eat_by:
        frozen = eat_by_of(position.spent.until(now_h, life).moved(Place.FREEZER, Wrapping.COVERED), life)
        frozen_until = batch.made_at + timedelta(hours=frozen.eat_by_h)
    return StockPositionView(
        shelf_id=position.shelf,
        lot=position.lot,
        piece_count=position.piece_count,
        gone_count=position.gone_count,
        piece_g=_lot(batch, position.lot)[2],
        figures=portion_view(piece_portion(batch, position.lot), context.definition),
        wrapping=position.spent.wrapping,
        eat_by=eat_by,
        usual_until=usual_until,
        for_taste=found.for_taste,
        past=eat_by <= now,
        why=found.why,
        cautions=(*found.cautions, *(found.at_first if now_h - position.spent.at_h < _NEW_THERE_H else ())),
        frozen_until=frozen_until,
    )


def _lot(batch: StashedBatch, lot: int) -> Sequence[float]:
    """Its number, pieces, weight and share; a lot that a correction took away is of pieces alike."""
    return next((each for each in batch.lots if each[0] == lot), [lot, 0, batch.mass_g, 1 / batch.piece_count])


def piece_portion(batch: StashedBatch, lot: int) -> Portion:
    """What a piece of a lot brings."""
    return lot_portion(batch.portion(), batch.piece_count, _lot(batch, lot)[3])


def piece_powder_g(batch: StashedBatch, lot: int) -> float:
    """How much protein powder is in a piece of a lot [g]."""
    return batch.powder_g * _lot(batch, lot)[3] * batch.piece_count


def move_views(moves: Sequence[MoveRow]) -> tuple[MoveView, ...]:
    """Moves for a screen, the last first, without those that only undid others."""
    undone = undone_of(moves)
    return tuple(
        MoveView(
            move.id, move.lot, move.kind, move.from_shelf_id, move.to_shelf_id, move.piece_count, move.reason,
            move.entry_id, move.moved_at, move.id in undone,
        )
        for move in reversed(moves)
        if move.reverses is None
    )  # fmt: skip


def plate_view(row: PlateRow, context: KitchenContext) -> PlateView:
    """A plate with what its sides bring."""
    lines = tuple(Line(food) for food in split_foods(row.sides))
    figures = evaluate((Part("", lines),), 1, context.cupboard, context.preferences)
    portion = Portion(figures.batch, propagate(figures, context.cupboard, context.definition).batch)
    allergens = allergens_of(figures, context.cupboard).names()
    return PlateView(
        id=row.id,
        name=row.name,
        sides=row.sides,
        figures=portion_view(portion, context.definition),
        contains=allergens.contains,
        alerts=diet_alerts(allergens, context.dietary_profiles),
        problem=f"“{figures.unread[0]}” could not be read." if figures.unread else "",
    )
