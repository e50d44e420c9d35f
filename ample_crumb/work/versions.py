"""The tab Versions: kept states, what differs between any two, the one to bake, and branches of one base."""

from dataclasses import dataclass, replace
from datetime import datetime
from typing import Final
from uuid import UUID, uuid4

from ample_crumb.core.food.nutrients import Figures
from ample_crumb.core.formula.difference import Carried, State, carried, difference, shared_lines
from ample_crumb.core.formula.formula import work_out
from ample_crumb.core.formula.twin import difference_in_words
from ample_crumb.store import formulas, kitchens, versions
from ample_crumb.store.database import Connection, Database
from ample_crumb.store.formulas import FormulaRow
from ample_crumb.store.kitchens import Who
from ample_crumb.store.versions import VersionRow
from ample_crumb.work.drafts import Draft, from_stored, head_of, parts_from, parts_stored, stored
from ample_crumb.work.formulas import FormulaView, checked, view, write
from ample_crumb.work.keeping import keep_state
from ample_crumb.work.kept import seen_of
from ample_crumb.work.made_foods import with_made
from ample_crumb.work.problems import CannotAccept, ChangedMeanwhile, NotHere
from ample_crumb.work.views import FiguresView, portion_view
from ample_crumb.work.ways import Ways, ways_of

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
class Differing:
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


def list_versions(database: Database, who: Who, formula_id: UUID) -> VersionsView:
    """The states of a formula. Raises NotHere."""
    with database.transaction() as connection:
        return _list(connection, who, _row(connection, who, formula_id))


def _row(connection: Connection, who: Who, formula_id: UUID, *, lock: bool = False) -> FormulaRow:
    row = formulas.find(connection, who.kitchen_id, formula_id, lock=lock)
    if row is None:
        raise NotHere("formula")
    return row


def _list(connection: Connection, who: Who, row: FormulaRow) -> VersionsView:
    ways = ways_of(connection, who)
    rows = versions.listed(connection, who.kitchen_id, row.id)
    now = view(connection, who, row).draft
    changed = _words(connection, who, from_stored(rows[0].draft), now, ways) if rows else ()
    base = versions.base_of(connection, who.kitchen_id, row.id)
    return VersionsView(
        versions=(_now(connection, who, row, ways), *(_view(each, ways) for each in rows)),
        bake=row.bake_number or 0,
        changed=changed,
        base=_base(connection, who, base, now) if base else None,
        branches=tuple(_branches(connection, who, row.id, now)),
    )


def _now(connection: Connection, who: Who, row: FormulaRow, ways: Ways) -> VersionView:
    kept = seen_of(connection, who, row, ways)
    return VersionView(0, "", "now", row.updated_at, kept.count, portion_view(kept.piece, ways.school))


def _view(row: VersionRow, ways: Ways) -> VersionView:
    figures = portion_view(row.portion(), ways.school)
    return VersionView(row.number, row.name, row.kept_by, row.kept_at, row.count, figures)


def _base(connection: Connection, who: Who, base: tuple[UUID, str, list[dict[str, object]]], now: Draft) -> BaseView:
    base_id, name, followed = base
    parts = formulas.parts_of(connection, who.kitchen_id, base_id)
    return BaseView(base_id, name, shared_lines(parts, now.parts), parts_from(followed) != parts)


def _branches(connection: Connection, who: Who, base_id: UUID, base: Draft) -> list[BranchView]:
    names = {row.id: row.name for row in formulas.listed(connection, who.kitchen_id)}
    found = []
    for branch_id, followed in versions.branches_of(connection, who.kitchen_id, base_id):
        parts = formulas.parts_of(connection, who.kitchen_id, branch_id)
        shared = shared_lines(base.parts, parts)
        found.append(BranchView(branch_id, names[branch_id], shared, parts_from(followed) != base.parts))
    return found


def _words(connection: Connection, who: Who, was: Draft, now: Draft, ways: Ways) -> tuple[str, ...]:
    ways = with_made(connection, who, ways, (*was.parts, *now.parts))

    def state(draft: Draft) -> State:
        worked = work_out(draft.parts, draft.pieces, ways.cupboard, ways.manner)
        return State(worked, draft.pieces, draft.family, draft.method)

    return difference(state(was), state(now))


def keep(database: Database, who: Who, formula_id: UUID, version_id: UUID, name: str) -> VersionsView:
    """Keeps the formula as it stands; again with the same id changes nothing. Raises NotHere."""
    with database.transaction() as connection:
        row = _row(connection, who, formula_id, lock=True)
        _room(connection, who, formula_id)
        keep_state(connection, who, row, view(connection, who, row).draft, version_id, name.strip(), "baker")
        return _list(connection, who, row)


def _room(connection: Connection, who: Who, formula_id: UUID) -> None:
    if len(versions.listed(connection, who.kitchen_id, formula_id)) >= MOST_VERSIONS:
        raise CannotAccept("/name", f"A formula keeps up to {MOST_VERSIONS} versions; branch it to go on.")


def rename(database: Database, who: Who, formula_id: UUID, number: int, name: str) -> VersionsView:
    """Names a kept state. Raises NotHere."""
    with database.transaction() as connection:
        row = _row(connection, who, formula_id)
        if not versions.rename(connection, who.kitchen_id, formula_id, number, name.strip()):
            raise NotHere("version")
        return _list(connection, who, row)


def mark_to_bake(database: Database, who: Who, formula_id: UUID, number: int) -> VersionsView:
    """Marks the state to bake, 0 for the formula as it stands. Raises NotHere."""
    with database.transaction() as connection:
        _row(connection, who, formula_id, lock=True)
        if number and versions.find(connection, who.kitchen_id, formula_id, number) is None:
            raise NotHere("version")
        versions.bake(connection, who.kitchen_id, formula_id, number or None)
        return _list(connection, who, _row(connection, who, formula_id))


def restore(database: Database, who: Who, formula_id: UUID, number: int, version: int) -> FormulaView:
    """Makes the formula what a kept state was; what it is now is kept first. Sent again it changes nothing.

    Raises NotHere, or ChangedMeanwhile when the formula is not at `version` any more.
    """
    with database.transaction() as connection:
        kitchens.lock(connection, who.kitchen_id)
        row = _row(connection, who, formula_id, lock=True)
        kept = versions.find(connection, who.kitchen_id, formula_id, number)
        if kept is None:
            raise NotHere("version")
        draft = replace(from_stored(kept.draft), name=row.name)
        there = view(connection, who, row)
        if there.draft == draft:
            return there
        if row.version != version:
            raise ChangedMeanwhile("formula", there)
        if versions.last_draft(connection, who.kitchen_id, formula_id) != stored(there.draft):
            keep_state(connection, who, row, there.draft, uuid4(), "", "restore")
        return _change(connection, who, formula_id, draft)


def _change(connection: Connection, who: Who, formula_id: UUID, draft: Draft) -> FormulaView:
    draft = checked(connection, who, formula_id, draft)
    formulas.change(connection, who.kitchen_id, formula_id, head_of(draft))
    write(connection, who, formula_id, draft)
    return view(connection, who, _row(connection, who, formula_id))


def differ(database: Database, who: Who, formula_id: UUID, was: int, now: int) -> Differing:
    """What changed from one state to another; 0 is the formula as it stands. Raises NotHere."""
    with database.transaction() as connection:
        row = _row(connection, who, formula_id)
        ways = ways_of(connection, who)
        first, second = (_state(connection, who, row, number, ways) for number in (was, now))
        words = _words(connection, who, first[1], second[1], ways)
    figures = difference_in_words(second[2], first[2])
    return Differing(first[0], second[0], words, figures)


def _state(
    connection: Connection, who: Who, row: FormulaRow, number: int, ways: Ways
) -> tuple[VersionView, Draft, Figures]:
    if not number:
        kept = seen_of(connection, who, row, ways)
        return _now(connection, who, row, ways), view(connection, who, row).draft, kept.piece.figures
    found = versions.find(connection, who.kitchen_id, row.id, number)
    if found is None:
        raise NotHere("version")
    return _view(found, ways), from_stored(found.draft), found.figures()


def branch(database: Database, who: Who, formula_id: UUID, branch_id: UUID, name: str) -> FormulaView:
    """A branch: the same lines under another name, which follow this one where they stay as they are. The same id again
    gives the branch that is there. Raises NotHere."""
    with database.transaction() as connection:
        kitchens.lock(connection, who.kitchen_id)
        base = view(connection, who, _row(connection, who, formula_id))
        draft = checked(connection, who, branch_id, replace(base.draft, name=name))
        if formulas.add(connection, who.kitchen_id, branch_id, head_of(draft)):
            write(connection, who, branch_id, draft)
            versions.follow(connection, who.kitchen_id, branch_id, formula_id, parts_stored(base.draft.parts))
        return view(connection, who, _row(connection, who, branch_id))


def leave_base(database: Database, who: Who, formula_id: UUID) -> VersionsView:
    """Makes a branch a formula of its own. Raises NotHere."""
    with database.transaction() as connection:
        _row(connection, who, formula_id, lock=True)
        versions.follow(connection, who.kitchen_id, formula_id, None, None)
        return _list(connection, who, _row(connection, who, formula_id))


def update_branches(database: Database, who: Who, formula_id: UUID, *, look: bool) -> list[BranchUpdate]:
    """Carries what changed in a base into all its branches, each as its next version; only says what would be done
    where `look`. The state of each branch before is kept. Raises NotHere."""
    with database.transaction() as connection:
        if not look:
            kitchens.lock(connection, who.kitchen_id)
        base = view(connection, who, _row(connection, who, formula_id)).draft
        updates = []
        for branch_id, followed in versions.branches_of(connection, who.kitchen_id, formula_id):
            row = _row(connection, who, branch_id, lock=not look)
            there = view(connection, who, row).draft
            made = carried(parts_from(followed), base.parts, there.parts)
            updates.append(BranchUpdate(branch_id, row.name, made.done, made.left))
            if not look and parts_from(followed) != base.parts:
                _follow(connection, who, row, there, made, base)
                versions.follow(connection, who.kitchen_id, branch_id, formula_id, parts_stored(base.parts))
        return updates


def _follow(connection: Connection, who: Who, row: FormulaRow, there: Draft, made: Carried, base: Draft) -> None:
    if made.parts == there.parts:
        return
    if versions.last_draft(connection, who.kitchen_id, row.id) != stored(there):
        keep_state(connection, who, row, there, uuid4(), f"before following {base.name}"[:80], "restore")
    _change(connection, who, row.id, replace(there, parts=made.parts))
