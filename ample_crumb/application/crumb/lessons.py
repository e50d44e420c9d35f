"""What a batch that came out so teaches."""

from ample_crumb.application.formulas.evaluated_formula import EvaluatedFormula
from ample_crumb.core.crumb.composition import share_of, sum_mixes
from ample_crumb.core.crumb.dials.judge import dials_of
from ample_crumb.core.crumb.feedback import BatchFeedback, dial_readings, holding_shares_of


def lesson_of(formula: EvaluatedFormula, words: str) -> BatchFeedback | None:
    """What is said of a formula that was baked, with where its dials stand by the table; None where there is no dough
    to learn from."""
    shares = formula.dough.dough.lines
    slugs = dict.fromkeys(share.item.slug for share in shares)
    by_food = {slug: sum_mixes(share_of(share) for share in shares if share.item.slug == slug) for slug in slugs}
    # By the table, not by what was learned before: else every batch would be judged by those before it.
    dials = dial_readings(dials_of(sum_mixes(by_food.values()), formula.dough.family))
    return BatchFeedback(words, formula.dough.family, dials, holding_shares_of(by_food)) if dials else None
