"""Which label of a product the lines of formulas are pointed at. Callers hold the kitchen's lock."""

from collections.abc import Callable, Collection
from dataclasses import replace

from ample_crumb.application.context import KitchenContext, load_context
from ample_crumb.application.formulas.nested import is_nested
from ample_crumb.core.formula.evaluation import evaluate
from ample_crumb.core.formula.formula import Line, Part
from ample_crumb.store import formulas
from ample_crumb.store.database import Connection
from ample_crumb.store.scope import Principal


def pin_label(connection: Connection, principal: Principal, slug: str) -> None:
    """Points the lines that find this label by its name at it, so that a newer label does not change them."""
    context = load_context(connection, principal)
    _rewrite(connection, principal, lambda parts: _pinned(parts, slug, context))


def move_references(connection: Connection, principal: Principal, older: Collection[str], at: str) -> None:
    """Points the lines that are at one of the `older` labels at another."""

    def moved(line: Line) -> Line:
        return Line(line.text, at) if line.chosen in older else line

    _rewrite(
        connection, principal, lambda parts: tuple(replace(part, lines=tuple(map(moved, part.lines))) for part in parts)
    )


def _pinned(parts: tuple[Part, ...], slug: str, context: KitchenContext) -> tuple[Part, ...]:
    read = evaluate(parts, 1, context.cupboard, context.preferences).parts
    return tuple(
        replace(
            part,
            lines=tuple(
                Line(line.text, slug)
                if as_read.ingredient and as_read.ingredient.slug == slug and not is_nested(line.chosen)
                else line
                for line, as_read in zip(part.lines, figures.lines, strict=True)
            ),
        )
        for part, figures in zip(parts, read, strict=True)
    )


def _rewrite(
    connection: Connection, principal: Principal, change: Callable[[tuple[Part, ...]], tuple[Part, ...]]
) -> None:
    """Writes the parts that `change` changes, as their formula's next version, so that open windows notice. Each
    formula is locked before it is read: one that is being saved is waited for, and then read as saved."""
    for row in formulas.listed(connection, principal.kitchen_id):
        if formulas.find(connection, principal.kitchen_id, row.id, lock=True) is None:
            continue
        was = formulas.parts_of(connection, principal.kitchen_id, row.id)
        now = change(was)
        if now != was:
            formulas.raise_version(connection, principal.kitchen_id, row.id)
            formulas.write_parts(connection, principal.kitchen_id, row.id, now)
