"""A batch worked out: its plan, what was told of it, and the formula as it was made."""

from collections.abc import Mapping
from dataclasses import asdict, dataclass, replace
from functools import cached_property
from typing import Any, Final

from ample_crumb.application.context import KitchenContext
from ample_crumb.application.formulas.evaluated_formula import EvaluatedFormula, evaluated_draft
from ample_crumb.application.formulas.production import production_inputs
from ample_crumb.application.problems import CannotAccept
from ample_crumb.core.batch.apply_deviations import BatchReading, apply_deviations
from ample_crumb.core.batch.batch_differences import Outcome, differences
from ample_crumb.core.batch.deviation import AsMade, Deviation
from ample_crumb.core.batch.lots import LotShare, lot_shares
from ample_crumb.core.batch.made_lines import made_lines
from ample_crumb.core.batch.record import BatchRecord, MadeLine
from ample_crumb.core.batch.split_dough import split_dough
from ample_crumb.core.crumb.composition import Composition
from ample_crumb.core.food.nutrients import Portion
from ample_crumb.core.problem import CannotUse
from ample_crumb.core.production.bake_time import Oven
from ample_crumb.core.production.draft import Draft, ProductionSettings
from ample_crumb.core.production.piece_shape import PieceShape, piece_shape
from ample_crumb.core.production.portions import PortionBy


@dataclass(frozen=True)
class MadeBatch:
    """A batch: what was `planned`, what was told of it, what each saying was understood as, and the formula `made` with
    all of that. `whole` is the dough before it was parted, `as_made` this batch's share of it."""

    planned: EvaluatedFormula
    record: BatchRecord
    whole: AsMade
    as_made: AsMade
    deviations: tuple[Deviation, ...]
    made: EvaluatedFormula

    @cached_property
    def lots(self) -> tuple[LotShare, ...]:
        """The pieces that came out. Raises CannotUse for pieces that cannot be."""
        out = self.made.made
        return lot_shares(self.record.lots, out.bake_yield.dough_g, out.bake_yield.batch.mass_g, out.portions.count)

    @property
    def piece_count(self) -> float:
        """How many pieces came out."""
        return self.made.made.portions.count

    @property
    def piece(self) -> Portion:
        """One of pieces alike."""
        return self.made.kept_piece

    def of_lot(self, share: float) -> Portion:
        """A piece that is so great a share of the batch."""
        return self.piece.times(share * self.piece_count)

    @cached_property
    def lines(self) -> tuple[MadeLine, ...]:
        """Its lines beside those of the plan; of a dough that was parted, as the whole dough was."""
        context = self.made.context
        reading = BatchReading(context.cupboard, context.preferences, self.made.draft.family)
        return made_lines(self.planned.draft.parts, self.whole.parts, reading)

    @cached_property
    def difference(self) -> tuple[str, ...]:
        """What differed from what was written, a sentence each."""
        window = self.made.made.bake_window
        return differences(
            self.deviations,
            Outcome(
                planned_count=self.planned.made.portions.count,
                piece_count=self.piece_count,
                broken_count=self.record.broken_count,
                took_min=self.record.took_min,
                window=(window.from_min, window.until_min) if window else None,
                dough_share=self.record.dough_share,
            ),
        )

    @property
    def shape(self) -> PieceShape:
        """In which shape its pieces are drawn."""
        settings = self.made.draft.production
        inputs, _ = production_inputs(settings, self.made.draft.pieces, self.made.context)
        cuts = inputs.cuts if settings.by is PortionBy.CUTS else None
        return piece_shape(self.made.dough.family, cuts, self.made.made.tins)

    @property
    def predicted_min(self) -> float | None:
        """The middle of its window by the table, without what was learned; None where there is none, or where it was
        seen in this oven before."""
        window, settings = self.made.made.bake_window, self.made.draft.production
        in_pan = window is not None and window.oven_c is None and window.oven is not Oven.MICROWAVE
        if window is None or in_pan or settings.seen_min is not None:
            return None
        lesson = self.made.context.ovens.get(window.oven)
        return (window.from_min + window.until_min) / 2 / (lesson.factor if lesson else 1.0)


def made_batch(plan: Draft, record: BatchRecord, context: KitchenContext) -> MadeBatch:
    """A batch worked out. Never raises for what was said; raises CannotUse for what `evaluate` cannot use."""
    planned = evaluated_draft(plan, context)
    family = record.family or plan.family
    reading = BatchReading(context.cupboard, context.preferences, family)
    start = AsMade(plan.parts, residue_g=plan.production.residue_g, stuck_g=plan.production.trimmings_g)
    whole, deviations = apply_deviations(start, [each for each in record.said if not each.apart], reading)
    apart = _share_of(whole, record.dough_share, reading)
    as_made, more = apply_deviations(apart, [each for each in record.said if each.apart], reading)
    draft = replace(
        plan,
        parts=as_made.parts,
        family=family,
        pieces=max(1, round(plan.pieces * record.dough_share)),
        production=_production(planned, record, as_made),
    )
    return MadeBatch(planned, record, whole, as_made, (*deviations, *more), evaluated_draft(draft, context))


def _share_of(whole: AsMade, share: float, reading: BatchReading) -> AsMade:
    if share >= 1:
        return whole
    return AsMade(
        split_dough(whole.parts, share, reading), whole.residue_g * share, whole.licked_g * share, whole.stuck_g * share
    )


def _production(planned: EvaluatedFormula, record: BatchRecord, as_made: AsMade) -> ProductionSettings:
    """How it was made. What its formula once weighed is of another batch: its loss alone still tells."""
    settings = planned.draft.production
    count = sum(lot.piece_count for lot in record.lots)
    weighed = settings.dough_g is not None or settings.baked_g is not None
    return replace(
        settings,
        small_count=0,
        small_g=0.0,
        made_count=float(count) if count else settings.made_count,
        loss_share=planned.made.bake_yield.loss_share if weighed else settings.loss_share,
        residue_g=as_made.residue_g,
        trimmings_g=as_made.stuck_g,
        dough_g=record.dough_g,
        baked_g=record.baked_g,
        oven=record.oven or settings.oven,
        oven_c=record.oven_c or settings.oven_c,
        # Another kind is baked in something else.
        tins=() if record.family and record.family != planned.draft.family else settings.tins,
    )


def checked_batch(batch: MadeBatch) -> MadeBatch:
    """The batch, fit to be kept. Raises CannotAccept at the field that cannot be."""
    for deviation in batch.deviations:
        if deviation.problem:
            # They are followed in another order than they were sent in: what was said of a part of the dough last.
            place = batch.record.said.index(deviation.said)
            raise CannotAccept(f"/record/said/{place}/text", deviation.problem)
    if batch.made.figures.batch.mass_g <= 0:
        raise CannotAccept("/plan", "No line of it could be read yet, so nothing was made.")
    try:
        lots = batch.lots
    except CannotUse as cannot:
        raise CannotAccept("/record/lots", str(cannot)) from cannot
    if batch.record.broken_count > sum(lot.piece_count for lot in lots):
        raise CannotAccept("/record/broken_count", "More pieces broke than there are.")
    weighed_g = batch.record.dough_g
    lines_g = sum(part.figures.mass_g for part in batch.made.figures.baked_parts())
    if weighed_g is not None and lines_g and weighed_g > _HEAVIER * lines_g:
        raise CannotAccept(
            "/record/dough_g",
            f"{weighed_g:.0f} g of dough are more than its lines come to, {lines_g:.0f} g; is the bowl in it?",
        )
    problems = batch.made.made.problems
    if problems:
        weighed = batch.record.baked_g is not None or weighed_g is not None
        raise CannotAccept("/record/baked_g" if weighed else "/record", problems[0])
    return batch


_HEAVIER: Final = 1.15
"""Cups are no farther off than this in all. Common practice."""


def write_composition(batch: MadeBatch) -> Mapping[str, Any]:
    """What the dough was as sums, so that a later crumb model can judge it anew."""
    composition: Composition = batch.made.dough.composition
    return asdict(composition) | {"unknown": sorted(map(list, composition.unknown))}
