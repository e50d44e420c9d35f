"""A change against a cause laid on a formula: its lines written anew, and what a piece and the dials come to."""

from dataclasses import replace

from ample_crumb.application.causes.views import ChangeView
from ample_crumb.application.formulas.evaluated_formula import EvaluatedFormula, evaluated_draft
from ample_crumb.core.causes.changes import CauseChange
from ample_crumb.core.crumb.dials.dial import OUT, Verdict, is_worse
from ample_crumb.core.formula.formula import Line, Part
from ample_crumb.core.formula.rewrite import adjusted_amount
from ample_crumb.core.production.draft import Draft


def changed_draft(formula: EvaluatedFormula, change: CauseChange) -> Draft | None:
    """The draft with the change; None where a line cannot be written anew."""
    draft = formula.draft
    texts: dict[str, str] = {}
    for each in change.lines:
        if each.line_id is None:
            continue
        line = formula.figures.line(each.line_id)
        text = adjusted_amount(line, each.factor) if line is not None and line.weighed is not None else None
        if text is None:
            return None
        texts[each.line_id] = text
    added = tuple(Line(f"{each.mass_g:g} g {each.name}", each.slug) for each in change.lines if each.line_id is None)
    parts = [
        replace(part, lines=tuple(replace(line, text=texts.get(line.id, line.text)) for line in part.lines))
        for part in _identified(formula)
    ]
    if added:
        place = formula.dough.dough.part
        parts[place] = replace(parts[place], lines=(*parts[place].lines, *added))
    method = draft.method
    if change.step and change.step not in method:
        method = f"{method.rstrip()}\n{change.step}" if method.strip() else change.step
    production = draft.production
    if change.oven_c is not None:
        production = replace(production, oven_c=change.oven_c)
    return replace(draft, parts=tuple(parts), method=method, production=production)


def _identified(formula: EvaluatedFormula) -> list[Part]:
    """The parts of the draft with the ids that its lines were read under."""
    return [
        replace(
            part, lines=tuple(replace(line, id=read.id) for line, read in zip(part.lines, figures.lines, strict=True))
        )
        for part, figures in zip(formula.draft.parts, formula.figures.parts, strict=True)
    ]


def change_view(formula: EvaluatedFormula, change: CauseChange) -> ChangeView | None:
    """A change with its price; None where it cannot be made."""
    draft = changed_draft(formula, change)
    if draft is None:
        return None
    if not change.lines:
        return ChangeView(change.id, change.words, change.step, 0.0, 0.0, None, (), (), "")
    after = evaluated_draft(draft, formula.context)
    was, now = formula.made.piece.nutrients, after.made.piece.nutrients
    before_cost, after_cost = formula.cost, after.cost
    pairs = list(zip(formula.check.dials, after.check.dials, strict=True))
    return ChangeView(
        id=change.id,
        words=change.words,
        step=change.step,
        energy_kcal=(now.energy_kcal or 0.0) - (was.energy_kcal or 0.0),
        protein_g=(now.protein_g or 0.0) - (was.protein_g or 0.0),
        cost=after_cost.piece_cost - before_cost.piece_cost if before_cost and after_cost else None,
        worse=tuple(dial.title for old, dial in pairs if is_worse(old, dial)),
        mends=tuple(dial.title for old, dial in pairs if old.verdict in OUT and dial.verdict is Verdict.FITS),
        character=_character(formula, after),
    )


_NOTICED = 0.08
"""A tongue notices a shift of so much of the whole way between the two words. Common practice."""


def _character(was: EvaluatedFormula, now: EvaluatedFormula) -> str:
    """How it will differ in the mouth; empty where nobody would notice."""
    before = {each.axis: each for each in was.check.character}
    words = []
    for each in now.check.character:
        old = before.get(each.axis)
        if old is None or abs(each.share - old.share) < _NOTICED:
            continue
        words.append(f"more {each.high if each.share > old.share else each.low}")
    return ", ".join(words)
