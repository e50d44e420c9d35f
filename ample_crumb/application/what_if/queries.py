"""Reads of asking what if."""

from typing import Final

from ample_crumb.application.formulas.draft import Bench
from ample_crumb.application.formulas.evaluation import evaluate_bench
from ample_crumb.application.formulas.formula_in_kitchen import with_prices
from ample_crumb.application.views import portion_view
from ample_crumb.application.what_if.views import ThenView, WhatIfView
from ample_crumb.core.what_if.answer import ask_what_if
from ample_crumb.core.what_if.question import ChangeKind
from ample_crumb.store.database import Database
from ample_crumb.store.scope import Principal

_APPLIES: Final = frozenset(
    {
        ChangeKind.AMOUNT,
        ChangeKind.EGG,
        ChangeKind.SUGAR,
        ChangeKind.SWAP,
        ChangeKind.HEAT,
        ChangeKind.COVER,
        ChangeKind.PIECES,
    }
)


def answer_what_if(database: Database, principal: Principal, bench: Bench, question: str) -> WhatIfView:
    """What would come of a change of what is on the Bench. Raises CannotUse."""
    evaluated = evaluate_bench(database, principal, bench)
    found = ask_what_if(with_prices(evaluated), question)
    if found.formula is None or found.piece is None or found.check is None or found.mouth is None:
        return WhatIfView(found.kind, found.understood, found.sentence, None)
    assert found.made is not None
    assert found.method is not None
    conditions = found.formula.making.conditions
    then = ThenView(
        parts=found.formula.parts,
        piece_count=round(found.formula.making.portioning.count),
        oven_c=conditions.oven_c if found.kind is ChangeKind.HEAT else None,
        covered=conditions.covered,
        method=found.method,
        piece=portion_view(found.piece, evaluated.context.definition),
        check=found.check,
        mouth=found.mouth,
        window=found.made.bake_window,
        applies=found.kind in _APPLIES,
    )
    return WhatIfView(found.kind, found.understood, found.sentence, then)
