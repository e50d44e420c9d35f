"""What is known of a batch, of what is kept of it, within a transaction."""

from dataclasses import dataclass, replace

from ample_crumb.application.batches.document import read_batch
from ample_crumb.application.context import KitchenContext
from ample_crumb.application.formulas.evaluated_formula import EvaluatedFormula, evaluated_draft
from ample_crumb.application.formulas.nested_formulas import add_nested_formulas
from ample_crumb.application.formulas.production import production_inputs
from ample_crumb.core.causes.signs import BatchSigns
from ample_crumb.core.formula.evaluation import FormulaFigures
from ample_crumb.core.formula.formula import PartBake
from ample_crumb.core.production.bake_time import Oven, profile_of
from ample_crumb.store.batches import BatchRow
from ample_crumb.store.database import Connection
from ample_crumb.store.scope import Principal


@dataclass(frozen=True, slots=True)
class Told:
    """What else is known of a batch: what was noticed, and whether any of it was frozen."""

    noticed: frozenset[str] = frozenset()
    frozen_before: bool = False


def signs_of_batch(
    connection: Connection, principal: Principal, row: BatchRow, context: KitchenContext, told: Told
) -> BatchSigns:
    """The signs of a batch as it was made."""
    kept = read_batch(row.document)
    context = add_nested_formulas(connection, principal, context, kept.parts)
    settings = kept.plan.production
    record = kept.record
    made = replace(
        kept.plan,
        parts=kept.parts,
        family=row.family,
        production=replace(settings, oven=record.oven or settings.oven, oven_c=record.oven_c or settings.oven_c),
    )
    return signs_of(evaluated_draft(made, context), row.took_min, told)


def signs_of(formula: EvaluatedFormula, took_min: float | None, told: Told) -> BatchSigns:
    """The signs of a formula as it is made, which took so long."""
    made, context, family = formula.made, formula.context, formula.dough.family
    inputs, _ = production_inputs(formula.draft.production, formula.draft.pieces, context)
    conditions, window = inputs.conditions, made.bake_window
    profile = profile_of(family, conditions)
    return BatchSigns(
        dough=formula.dough,
        check=formula.check,
        heated=window is not None,
        window=(window.from_min, window.until_min) if window else None,
        took_min=took_min,
        oven_c=conditions.oven_c if window is not None and window.oven is not Oven.MICROWAVE else None,
        usual_c=profile.oven_c if profile else None,
        microwaved=window is not None and window.oven is Oven.MICROWAVE,
        covered=conditions.covered,
        altitude_m=conditions.altitude_m or 0.0,
        tin_share=made.tin_fill.share if made.tin_fill else None,
        fresh_fruit=formula.keeping_traits.fresh_fruit,
        base_with_rest=_base_with_rest(formula.figures),
        frozen_before=told.frozen_before,
        noticed=told.noticed,
    )


_BASES = ("base", "crust", "bottom")


def _base_with_rest(figures: FormulaFigures) -> bool | None:
    """Whether a base goes into the oven raw, under the rest; None where there is none."""
    bases = [part for part in figures.parts if any(word in part.name.casefold() for word in _BASES)]
    return any(part.options.bake is PartBake.WITH_THE_REST for part in bases) if bases else None
