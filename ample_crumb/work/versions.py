"""The tab Versions: kept states, what differs between any two, the one to bake, and branches of one base."""

from dataclasses import dataclass, replace
from datetime import datetime
from typing import Final
from uuid import UUID, uuid4

from ample_crumb.core.food.nutrients import Figures
from ample_crumb.core.formula.difference import FormulaState, Merged, difference, merge_base_changes, shared_lines
from ample_crumb.core.formula.formula import evaluate
from ample_crumb.core.formula.twin import difference_in_words
from ample_crumb.store import formulas, kitchens, versions
from ample_crumb.store.database import Connection, Database
from ample_crumb.store.formulas import FormulaRow
from ample_crumb.store.kitchens import Principal
from ample_crumb.store.versions import VersionRow
from ample_crumb.work.context import KitchenContext, load_context
from ample_crumb.work.drafts import Draft, from_stored, head_of, parts_from, parts_stored, stored
from ample_crumb.work.formulas import FormulaView, checked, view, write
from ample_crumb.work.keeping import keep_version
from ample_crumb.work.kept import read_summary
from ample_crumb.work.made_foods import with_nested
from ample_crumb.work.problems import CannotAccept, ChangedMeanwhile, NotHere
from ample_crumb.work.views import FiguresView, portion_view

MOST_VERSIONS: Final = 400
"""More states than anyone reads; then some have to be let go first."""


@dataclass(frozen=True, slots=True)
class VersionView:
    """A kept state; the formula as it stands has number 0. `kept_by` is baker, sitting, restore or now."""

    number: int
    name: str
    kept_by: str
    kept_at: datetime
    count: float
    piece: FiguresView


@dataclass(frozen=True, slots=True)
class BranchView:
    """A branch of this formula: how many of its lines stand as they stand here, and whether the base has changed since
    it last followed."""

    id: UUID
    name: str
    shared: int
    behind: bool


@dataclass(frozen=True, slots=True)
class BaseView:
    """The formula that this one is a branch of."""

    id: UUID
    name: str
    shared: int
    behind: bool


@dataclass(frozen=True, slots=True)
class VersionsView:
    """All states of a formula, the newest first; `bake` is the number of the one to bake, 0 for the formula as it
    stands. `changed` is what is on the Bench and not in the newest kept state, in words."""

    versions: tuple[VersionView, ...]
    bake: int
    changed: tuple[str, ...]
    base: BaseView | None
    branches: tuple[BranchView, ...]


@dataclass(frozen=True, slots=True)
class VersionDifference:
    """What changed from one state to another, in words, and in figures of a piece."""

    was: VersionView
    now: VersionView
    words: tuple[str, ...]
    figures: str


@dataclass(frozen=True, slots=True)
class BranchUpdate:
    """A branch as its base's changes make it: what is done to it, and which lines it keeps as its own."""

    id: UUID
    name: str
    done: tuple[str, ...]
    left: tuple[str, ...]


def list_versions(database: Database, principal: Principal, formula_id: UUID) -> VersionsView:
    """The states of a formula. Raises NotHere."""
    with database.transaction() as connection:
        return _list(connection, principal, _row(connection, principal, formula_id))


def _row(connection: Connection, principal: Principal, formula_id: UUID, *, lock: bool = False) -> FormulaRow:
    row = formulas.find(connection, principal.kitchen_id, formula_id, lock=lock)
    if row is None:
        raise NotHere("formula")
    return row


def _list(connection: Connection, principal: Principal, row: FormulaRow) -> VersionsView:
    context = load_context(connection, principal)
    rows = versions.listed(connection, principal.kitchen_id, row.id)
    now = view(connection, principal, row).draft
    changed = _words(connection, principal, from_stored(rows[0].draft), now, context) if rows else ()
    base = versions.base_of(connection, principal.kitchen_id, row.id)
    return VersionsView(
        versions=(_now(connection, principal, row, context), *(_view(each, context) for each in rows)),
        bake=row.bake_number or 0,
        changed=changed,
        base=_base(connection, principal, base, now) if base else None,
        branches=tuple(_branches(connection, principal, row.id, now)),
    )


def _now(connection: Connection, principal: Principal, row: FormulaRow, context: KitchenContext) -> VersionView:
    kept = read_summary(connection, principal, row, context)
    return VersionView(0, "", "now", row.updated_at, kept.count, portion_view(kept.piece, context.definition))


def _view(row: VersionRow, context: KitchenContext) -> VersionView:
    figures = portion_view(row.portion(), context.definition)
    return VersionView(row.number, row.name, row.kept_by, row.kept_at, row.count, figures)


def _base(connection: Connection, principal: Principal, base: tuple[UUID, str, list[dict[str, object]]], now: Draft) -> BaseView:
    base_id, name, followed = base
    parts = formulas.parts_of(connection, principal.kitchen_id, base_id)
    return BaseView(base_id, name, shared_lines(parts, now.parts), parts_from(followed) != parts)


def _branches(connection: Connection, principal: Principal, base_id: UUID, base: Draft) -> list[BranchView]:
    names = {row.id: row.name for row in formulas.listed(connection, principal.kitchen_id)}
    found = []
    for branch_id, followed in versions.branches_of(connection, principal.kitchen_id, base_id):
        parts = formulas.parts_of(connection, principal.kitchen_id, branch_id)
        shared = shared_lines(base.parts, parts)
        found.append(BranchView(branch_id, names[branch_id], shared, parts_from(followed) != base.parts))
    return found


def _words(connection: Connection, principal: Principal, was: Draft, now: Draft, context: KitchenContext) -> tuple[str, ...]:
    context = with_nested(connection, principal, context, (*was.parts, *now.parts))

    def state(draft: Draft) -> FormulaState:
        evaluated = evaluate(draft.parts, draft.pieces, context.cupboard, context.preferences)
        return FormulaState(evaluated, draft.pieces, draft.family, draft.method)

    return difference(state(was), state(now))


def keep(database: Database, principal: Principal, formula_id: UUID, version_id: UUID, name: str) -> VersionsView:
    """Keeps the formula as it stands; again with the same id changes nothing. Raises NotHere."""
    with database.transaction() as connection:
        row = _row(connection, principal, formula_id, lock=True)
        _room(connection, principal, formula_id)
        keep_version(connection, principal, row, view(connection, principal, row).draft, version_id, name.strip(), "baker")
        return _list(connection, principal, row)


def _room(connection: Connection, principal: Principal, formula_id: UUID) -> None:
    if len(versions.listed(connection, principal.kitchen_id, formula_id)) >= MOST_VERSIONS:
        raise CannotAccept("/name", f"A formula keeps up to {MOST_VERSIONS} versions; branch it to go on.")


def rename(database: Database, principal: Principal, formula_id: UUID, number: int, name: str) -> VersionsView:
    """Names a kept state. Raises NotHere."""
    with database.transaction() as connection:
        row = _row(connection, principal, formula_id)
        if not versions.rename(connection, principal.kitchen_id, formula_id, number, name.strip()):
            raise NotHere("version")
        return _list(connection, principal, row)


def mark_to_bake(database: Database, principal: Principal, formula_id: UUID, number: int) -> VersionsView:
    """Marks the state to bake, 0 for the formula as it stands. Raises NotHere."""
    with database.transaction() as connection:
        _row(connection, principal, formula_id, lock=True)
        if number and versions.find(connection, principal.kitchen_id, formula_id, number) is None:
            raise NotHere("version")
        versions.bake(connection, principal.kitchen_id, formula_id, number or None)
        return _list(connection, principal, _row(connection, principal, formula_id))


def restore(database: Database, principal: Principal, formula_id: UUID, number: int, version: int) -> FormulaView:
    """Makes the formula what a kept state was; what it is now is kept first. Sent again it changes nothing.

    Raises NotHere, or ChangedMeanwhile when the formula is not at `version` any more.
    """
    with database.transaction() as connection:
        kitchens.lock(connection, principal.kitchen_id)
        row = _row(connection, principal, formula_id, lock=True)
        kept = versions.find(connection, principal.kitchen_id, formula_id, number)
        if kept is None:
            raise NotHere("version")
        draft = replace(from_stored(kept.draft), name=row.name)
        there = view(connection, principal, row)
        if there.draft == draft:
            return there
        if row.version != version:
            raise ChangedMeanwhile("formula", there)
        if versions.last_draft(connection, principal.kitchen_id, formula_id) != stored(there.draft):
            keep_version(connection, principal, row, there.draft, uuid4(), "", "restore")
        return _change(connection, principal, formula_id, draft)


def _change(connection: Connection, principal: Principal, formula_id: UUID, draft: Draft) -> FormulaView:
    draft = checked(connection, principal, formula_id, draft)
    formulas.change(connection, principal.kitchen_id, formula_id, head_of(draft))
    write(connection, principal, formula_id, draft)
    return view(connection, principal, _row(connection, principal, formula_id))


def differ(database: Database, principal: Principal, formula_id: UUID, was: int, now: int) -> VersionDifference:
    """What changed from one state to another; 0 is the formula as it stands. Raises NotHere."""
    with database.transaction() as connection:
        row = _row(connection, principal, formula_id)
        context = load_context(connection, principal)
        first, second = (_state(connection, principal, row, number, context) for number in (was, now))
        words = _words(connection, principal, first[1], second[1], context)
    figures = difference_in_words(second[2], first[2])
    return VersionDifference(first[0], second[0], words, figures)


def _state(
    connection: Connection, principal: Principal, row: FormulaRow, number: int, context: KitchenContext
) -> tuple[VersionView, Draft, Figures]:
    if not number:
        kept = read_summary(connection, principal, row, context)
        return _now(connection, principal, row, context), view(connection, principal, row).draft, kept.piece.figures
    found = versions.find(connection, principal.kitchen_id, row.id, number)
    if found is None:
        raise NotHere("version")
    return _view(found, context), from_stored(found.draft), found.figures()


def branch(database: Database, principal: Principal, formula_id: UUID, branch_id: UUID, name: str) -> FormulaView:
    """A branch: the same lines under another name, which follow this one where they stay as they are. The same id again
    gives the branch that is there. Raises NotHere."""
    with database.transaction() as connection:
        kitchens.lock(connection, principal.kitchen_id)
        base = view(connection, principal, _row(connection, principal, formula_id))
        draft = checked(connection, principal, branch_id, replace(base.draft, name=name))
        if formulas.add(connection, principal.kitchen_id, branch_id, head_of(draft)):
            write(connection, principal, branch_id, draft)
            versions.follow(connection, principal.kitchen_id, branch_id, formula_id, parts_stored(base.draft.parts))
        return view(connection, principal, _row(connection, principal, branch_id))


def leave_base(database: Database, principal: Principal, formula_id: UUID) -> VersionsView:
    """Makes a branch a formula of its own. Raises NotHere."""
    with database.transaction() as connection:
        _row(connection, principal, formula_id, lock=True)
        versions.follow(connection, principal.kitchen_id, formula_id, None, None)
        return _list(connection, principal, _row(connection, principal, formula_id))


def update_branches(database: Database, principal: Principal, formula_id: UUID, *, look: bool) -> list[BranchUpdate]:
    """Carries what changed in a base into all its branches, each as its next version; only says what would be done
    where `look`. The state of each branch before is kept. Raises NotHere."""
    with database.transaction() as connection:
        if not look:
            kitchens.lock(connection, principal.kitchen_id)
        base = view(connection, principal, _row(connection, principal, formula_id)).draft
        updates = []
        for branch_id, followed in versions.branches_of(connection, principal.kitchen_id, formula_id):
            row = _row(connection, principal, branch_id, lock=not look)
            there = view(connection, principal, row).draft
            made = merge_base_changes(parts_from(followed), base.parts, there.parts)
            updates.append(BranchUpdate(branch_id, row.name, made.done, made.left))
            if not look and parts_from(followed) != base.parts:
                _follow(connection, principal, row, there, made, base)
                versions.follow(connection, principal.kitchen_id, branch_id, formula_id, parts_stored(base.parts))
        return updates


def _follow(connection: Connection, principal: Principal, row: FormulaRow, there: Draft, made: Merged, base: Draft) -> None:
    if made.parts == there.parts:
        return
    if versions.last_draft(connection, principal.kitchen_id, row.id) != stored(there):
        keep_version(connection, principal, row, there, uuid4(), f"before following {base.name}"[:80], "restore")
    _change(connection, principal, row.id, replace(there, parts=made.parts))
