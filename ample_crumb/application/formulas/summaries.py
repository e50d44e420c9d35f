"""Formula summaries: the figures of a piece, what it contains, kept for lists.

A summary is written by the save of its formula, and by a job where something else changed that it depends on. Whoever
reads takes it as it is kept, marked while a job for it waits; only what becomes a fact is worked out on the spot.
"""

from collections.abc import Iterator
from dataclasses import dataclass
from typing import Final
from uuid import UUID

from ample_crumb.application.context import load_context
from ample_crumb.application.cupboards import priced_food
from ample_crumb.application.formulas.draft import draft_of
from ample_crumb.application.formulas.evaluated_formula import EvaluatedFormula, evaluated_draft
from ample_crumb.application.formulas.nested_formulas import add_nested_formulas, is_nested, nested_formula_id
from ample_crumb.core.food.nutrients import Nutrients, Portion, StandardUncertainty, total
from ample_crumb.core.formula.allergens import AllergenNames
from ample_crumb.core.formula.evaluation import FormulaFigures
from ample_crumb.core.planning.solo_duration import alone_min, bite_min, bowl_count
from ample_crumb.core.planning.task import hands_on_min
from ample_crumb.core.planning.tasks import tasks_of
from ample_crumb.core.production.draft import Draft
from ample_crumb.core.quantity.name_matching import phrase, telling_words
from ample_crumb.core.rules_version import RULES_VERSION
from ample_crumb.store import formula_foods, formulas
from ample_crumb.store.database import Connection
from ample_crumb.store.formula_writes import StoredSummary
from ample_crumb.store.formulas import FormulaRow
from ample_crumb.store.scope import Principal


@dataclass(frozen=True, slots=True)
class FormulaSummary:
    """The figures of one piece with their band, its contents, and how many pieces there are. `stale` while something
    changed that they depend on and they are those of before, `stopped` where nobody works that out. `problem` is a
    sentence where they could not be worked out, and the rest is then empty."""

    piece: Portion
    allergens: AllergenNames
    piece_count: float
    stale: bool = False
    stopped: bool = False
    problem: str = ""


_NOT_WORKED_OUT: Final = FormulaSummary(
    Portion(total(()), StandardUncertainty(0.0, Nutrients())),
    AllergenNames(complete=False),
    1.0,
    problem="Its figures could not be worked out. Open it, and take out the line that was typed last.",
)


def kept_summary(row: FormulaRow) -> FormulaSummary:
    """What is kept of a formula."""
    if row.job_state == "failed":
        return _NOT_WORKED_OUT
    stale = row.job_state is not None or row.summary_rules < RULES_VERSION
    return FormulaSummary(row.portion(), row.allergen_names(), row.piece_count, stale, row.job_state == "stopped")


def summary_now(connection: Connection, principal: Principal, row: FormulaRow) -> FormulaSummary:
    """What a formula comes to now, for what is kept as a fact: worked out where what is kept is stale."""
    kept = kept_summary(row)
    if not kept.stale:
        return kept
    formula = stored_formula(connection, principal, row)
    return FormulaSummary(formula.kept_piece, formula.allergen_names, formula.made.portions.count)


def stored_formula(connection: Connection, principal: Principal, row: FormulaRow) -> EvaluatedFormula:
    """A stored formula worked out."""
    draft = draft_of(row, formulas.parts_of(connection, principal.kitchen_id, row.id))
    context = add_nested_formulas(connection, principal, load_context(connection, principal), draft.parts, (row.id,))
    return evaluated_draft(draft, context)


def stored_summary(formula: EvaluatedFormula) -> StoredSummary:
    """The summary of a formula, as it is kept."""
    cost, tasks = formula.cost, tasks_of(formula.to_make(), formula.context.cupboard)
    return StoredSummary(
        piece=formula.kept_piece,
        piece_count=formula.made.portions.count,
        allergens=formula.allergen_names,
        piece_cost=cost.piece_cost if cost else None,
        cost_at_least=bool(cost and cost.at_least),
        hands_on_min=hands_on_min(tasks),
        whole_min=alone_min(tasks),
        bowl_count=bowl_count(tasks),
        traits=formula.traits,
        bite_min=bite_min(tasks),
        powder_g=formula.powder_g,
        rules=RULES_VERSION,
    )


def write_dependencies(connection: Connection, principal: Principal, row_id: UUID, formula: EvaluatedFormula) -> None:
    """Keeps what the summary of a formula depends on."""
    found = sorted(set(_dependencies(formula.draft, formula.figures)))
    formula_foods.write_dependencies(connection, principal.kitchen_id, row_id, found)


def line_foods(formula: EvaluatedFormula) -> tuple[tuple[str | None, ...], ...]:
    """What each line of each part was read as, by slug."""
    parts = formula.figures.parts
    return tuple(tuple(line.ingredient.slug if line.ingredient else None for line in part.lines) for part in parts)


_LONGEST: Final = 200
"""Longer words and phrases are no food's, and no correction is that long."""


def _dependencies(draft: Draft, evaluated: FormulaFigures) -> Iterator[tuple[str, str]]:
    for tin in draft.production.tins:
        yield "tin", str(tin.tin_id)
    for part, figures in zip(draft.parts, evaluated.parts, strict=True):
        for line, read in zip(part.lines, figures.lines, strict=True):
            inner = nested_formula_id(line.chosen) if line.chosen and is_nested(line.chosen) else None
            if inner is not None:
                yield "formula", str(inner)
                continue
            if read.ingredient is not None:
                yield "food", priced_food(read.ingredient.slug)
            yield from (("word", word) for word in telling_words(read.name) if len(word) <= _LONGEST)
            words = phrase(read.name)
            if words and len(words) <= _LONGEST:
                yield "phrase", words
