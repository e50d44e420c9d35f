"""The place Today: a day's tin, what fits in it, and what is laid in."""

from dataclasses import dataclass
from datetime import date, datetime
from uuid import UUID

from ample_crumb.core.day.day_budget import Targets, caution_about, pieces_that_fit, sum_bands, sum_up
from ample_crumb.core.day.fits import what_fits
from ample_crumb.core.day.portion import pieces_in
from ample_crumb.core.food.nutrients import Carbohydrate, Portion, total
from ample_crumb.core.formula.alerts import Alarm, alarms_of
from ample_crumb.core.formula.formula import FormulaFigures, Line, Part, work_out
from ample_crumb.core.problem import CannotUse
from ample_crumb.core.quantity.line_splitting import split_foods
from ample_crumb.core.uncertainty.propagation import doubt_of
from ample_crumb.store import days
from ample_crumb.store.database import Connection, Database
from ample_crumb.store.days import EntryRow
from ample_crumb.store.formulas import FormulaRow
from ample_crumb.store.kitchens import Who
from ample_crumb.work.bench import Bench
from ample_crumb.work.formulas import Said, check_size, kept_formulas, piece_of, show
from ample_crumb.work.kept import Kept
from ample_crumb.work.made_foods import with_made
from ample_crumb.work.making import make
from ample_crumb.work.problems import CannotAccept, ChangedMeanwhile, NotHere
from ample_crumb.work.reference import twin_of
from ample_crumb.work.views import FiguresView, LineView, WorkedView, line_view, portion_view, view
from ample_crumb.work.ways import Ways, ways_of


@dataclass(frozen=True, slots=True)
class EntryView:
    """What was eaten, as it was when it was laid in."""

    id: UUID
    day: date
    eaten_at: datetime
    kind: str
    name: str
    text: str
    formula_id: UUID | None
    pieces: float | None
    version: int
    figures: FiguresView


@dataclass(frozen=True, slots=True)
class FitView:
    """So many pieces of a formula, what they bring, and the alarms of the kitchen that the formula raises."""

    formula_id: UUID
    name: str
    pieces: float
    figures: FiguresView
    alarms: tuple[Alarm, ...]


@dataclass(frozen=True, slots=True)
class TinView:
    """What is in the tin, and the room left. `room_kcal` is negative when the day is over."""

    eaten: FiguresView
    room_kcal: float
    protein_to_find_g: float
    protein_share: float | None
    tight: bool


@dataclass(frozen=True, slots=True)
class DayView:
    """A day. `targets` and `tin` are None until targets for its type have been set. `entry_alarms` holds, by formula,
    the alarms of the kitchen that pieces laid in raise; formulas that raise none are left out."""

    day: date
    day_type: str
    targets: Targets | None
    all_targets: dict[str, Targets]
    caution: str
    entries: tuple[EntryView, ...]
    entry_alarms: dict[UUID, tuple[Alarm, ...]]
    eaten: FiguresView
    tin: TinView | None
    fits: tuple[FitView, ...]


@dataclass(frozen=True, slots=True)
class FoodsView:
    """Typed foods, read. `leaves_kcal` is the room after them on the asked day, None without targets."""

    lines: tuple[LineView, ...]
    figures: FiguresView
    unread: tuple[str, ...]
    leaves_kcal: float | None


@dataclass(frozen=True, slots=True)
class EntryChange:
    """What an entry is to become: its day and time, and the foods typed or the pieces eaten."""

    day: date
    eaten_at: datetime
    text: str
    pieces: float | None


FITS_SHOWN = 9
"""What fits is laid in by the keys 1 to 9."""


def open_day(database: Database, who: Who, day: date) -> DayView:
    """A day with its tin and what fits in it."""
    with database.transaction() as connection:
        return _day(connection, who, day)


def set_day_type(database: Database, who: Who, day: date, kind: str) -> DayView:
    """Makes a day a training or a rest day."""
    with database.transaction() as connection:
        days.set_day_type(connection, who, day, kind)
        return _day(connection, who, day)


def set_targets(database: Database, who: Who, from_day: date, by_type: dict[str, Targets]) -> DayView:
    """Targets by type of day, from a day on; gives that day."""
    with database.transaction() as connection:
        for kind, targets in by_type.items():
            days.set_target(connection, who, kind, from_day, targets)
        return _day(connection, who, from_day)


def read_foods(database: Database, who: Who, text: str, day: date) -> FoodsView:
    """Reads typed foods and says what they would leave."""
    with database.reading() as connection:
        ways = ways_of(connection, who)
        worked = _foods(text, ways)
        targets = days.plan_of(connection, who, day).targets
        eaten = total(entry.figures() for entry in days.entries_of(connection, who, day))
    leaves = None
    if targets is not None:
        leaves = sum_up([eaten, worked.batch], targets).room_kcal
    doubt = doubt_of(worked, ways.cupboard, ways.school)
    lines = tuple(map(line_view, worked.parts[0].lines, doubt.lines))
    return FoodsView(lines, view(worked.batch, doubt.batch, ways.school), worked.unread, leaves)


def lay_in_foods(database: Database, who: Who, entry_id: UUID, day: date, eaten_at: datetime, text: str) -> DayView:
    """Lays typed foods into a day as one entry. Raises CannotAccept when nothing of it could be read."""
    with database.transaction() as connection:
        name, portion = _read_entry(text, ways_of(connection, who))
        days.add_entry(
            connection,
            who,
            entry_id,
            day=day,
            eaten_at=eaten_at,
            kind="foods",
            name=name,
            text=text.strip(),
            formula_id=None,
            pieces=None,
            portion=portion,
        )
        return _day(connection, who, day)


def lay_in_pieces(
    database: Database, who: Who, entry_id: UUID, day: date, eaten_at: datetime, formula_id: UUID, amount: float | str
) -> DayView:
    """Lays pieces of a formula into a day, with their figures of now: so many, or as much as "45 g" or "a quarter of
    the whole" is. Raises NotHere, or CannotAccept for nothing."""
    with database.transaction() as connection:
        formula, kept = piece_of(connection, who, formula_id, ways_of(connection, who))
        piece = kept.piece
        if piece.figures.mass_g <= 0:
            raise CannotAccept(
                "/formula_id", "This formula has no line that could be read yet; there is nothing to eat."
            )
        pieces = _pieces(amount, kept)
        days.add_entry(
            connection,
            who,
            entry_id,
            day=day,
            eaten_at=eaten_at,
            kind="piece",
            name=formula.name,
            text="",
            formula_id=formula_id,
            pieces=pieces,
            portion=piece.times(pieces),
        )
        return _day(connection, who, day)


def _pieces(amount: float | str, kept: Kept) -> float:
    if isinstance(amount, float | int):
        return amount
    try:
        return pieces_in(amount, kept.piece.figures.mass_g, kept.count)
    except CannotUse as cannot:
        raise CannotAccept("/amount", str(cannot)) from cannot


def change_entry(database: Database, who: Who, entry_id: UUID, version: int, change: EntryChange) -> EntryView:
    """Changes an entry. Pieces keep the figures of the piece that was laid in, more or fewer of it; typed foods are
    read anew only when their text changed. Raises NotHere, CannotAccept or ChangedMeanwhile."""
    with database.transaction() as connection:
        ways = ways_of(connection, who)
        row = days.find_entry(connection, who, entry_id, lock=True)
        if row is None or row.removed:
            raise NotHere("entry")
        if _is(row, change):
            return _entry(row, ways.school)
        if row.version != version:
            raise ChangedMeanwhile("entry", _entry(row, ways.school))
        name, text, pieces, portion = row.name, row.text, row.pieces, row.portion()
        if row.kind == "piece":
            if change.pieces is None:
                raise CannotAccept("/pieces", "Say how many pieces.")
            portion = portion.times(change.pieces / (row.pieces or 1))
            pieces = change.pieces
        elif change.text.strip() != row.text:
            text = change.text.strip()
            name, portion = _read_entry(text, ways)
        days.change_entry(
            connection,
            who,
            entry_id,
            day=change.day,
            eaten_at=change.eaten_at,
            name=name,
            text=text,
            pieces=pieces,
            portion=portion,
        )
        changed = days.find_entry(connection, who, entry_id)
        assert changed is not None
        return _entry(changed, ways.school)


def remove_entry(database: Database, who: Who, entry_id: UUID, *, removed: bool) -> None:
    """Takes an entry out of its day, or lays it back."""
    with database.transaction() as connection:
        if not days.remove_entry(connection, who, entry_id, removed=removed):
            raise NotHere("entry")


def _is(row: EntryRow, change: EntryChange) -> bool:
    same = row.day == change.day and row.eaten_at == change.eaten_at
    return same and (row.pieces == change.pieces if row.kind == "piece" else row.text == change.text.strip())


def _foods(text: str, ways: Ways) -> FormulaFigures:
    lines = tuple(Line(food) for food in split_foods(text))
    return work_out((Part("", lines),), 1, ways.cupboard, ways.manner)


def _read_entry(text: str, ways: Ways) -> tuple[str, Portion]:
    worked = _foods(text, ways)
    lines = worked.parts[0].lines
    if not any(line.figures for line in lines):
        problem = lines[0].problem if lines else "Type what you ate, such as 150 g skyr, 30 g oats."
        raise CannotAccept("/text", problem)
    names = [line.name for line in lines if line.figures]
    name = ", ".join(dict.fromkeys(names))
    portion = Portion(worked.batch, doubt_of(worked, ways.cupboard).batch)
    return name[:1].upper() + name[1:290], portion


def _day(connection: Connection, who: Who, day: date) -> DayView:
    ways = ways_of(connection, who)
    school = ways.school
    plan = days.plan_of(connection, who, day)
    targets = plan.targets
    rows = days.entries_of(connection, who, day)
    eaten = total(row.figures() for row in rows)
    band = sum_bands((str(row.formula_id or ""), row.portion().band) for row in rows)
    tin: TinView | None = None
    fits: tuple[FitView, ...] = ()
    made = kept_formulas(connection, who, ways)
    if targets is not None:
        summed = sum_up([row.figures() for row in rows], targets)
        tin = TinView(
            view(summed.eaten, band, school),
            summed.room_kcal,
            summed.protein_to_find_g,
            summed.protein_share,
            summed.tight,
        )
        fits = _fits(made, ways, summed.room_kcal)
    return DayView(
        day=day,
        day_type=plan.day_type,
        targets=targets,
        all_targets=plan.by_type,
        caution=caution_about(targets) if targets else "",
        entries=tuple(_entry(row, school) for row in rows),
        entry_alarms=_entry_alarms(made, {row.formula_id for row in rows}, ways),
        eaten=view(eaten, band, school),
        tin=tin,
        fits=fits,
    )


def _fits(made: list[tuple[FormulaRow, Kept]], ways: Ways, room_kcal: float) -> tuple[FitView, ...]:
    at_hand = {str(row.id): (row, kept) for row, kept in made if not row.archived and kept.piece.figures.mass_g}
    fits = what_fits(((key, kept.piece.figures) for key, (_, kept) in at_hand.items()), room_kcal)
    views = []
    for fit in fits[:FITS_SHOWN]:
        row, kept = at_hand[fit.key]
        figures = portion_view(kept.piece.times(fit.pieces), ways.school)
        views.append(FitView(row.id, row.name, fit.pieces, figures, alarms_of(kept.brief, ways.guests)))
    return tuple(views)


def _entry_alarms(
    made: list[tuple[FormulaRow, Kept]], eaten: set[UUID | None], ways: Ways
) -> dict[UUID, tuple[Alarm, ...]]:
    raised = {row.id: alarms_of(kept.brief, ways.guests) for row, kept in made if row.id in eaten}
    return {formula_id: alarms for formula_id, alarms in raised.items() if alarms}


def _entry(row: EntryRow, school: Carbohydrate) -> EntryView:
    return EntryView(
        row.id,
        row.day,
        row.eaten_at,
        row.kind,
        row.name,
        row.text,
        row.formula_id,
        row.pieces,
        row.version,
        portion_view(row.portion(), school),
    )


@dataclass(frozen=True, slots=True)
class Fitting:
    """How many whole pieces fit into what a day has left, and what they bring."""

    pieces: float
    energy_kcal: float
    protein_g: float


@dataclass(frozen=True, slots=True)
class BenchView:
    """The Bench worked out. `fitting` is None for a day without targets."""

    worked: WorkedView
    fitting: Fitting | None


def read_bench(database: Database, who: Who, bench: Bench) -> BenchView:
    """Works out what is on the Bench, saved or not, and how many of its pieces fit into the day. Raises TooMuch."""
    check_size(bench.parts)
    with database.reading() as connection:
        ways = with_made(connection, who, ways_of(connection, who), bench.parts)
        targets = days.plan_of(connection, who, bench.day).targets
        eaten = total(row.figures() for row in days.entries_of(connection, who, bench.day))
        twin = twin_of(connection, who, bench.reference, ways)
    made = make(bench.parts, bench.pieces, bench.family, bench.making, ways)
    fitting = None
    if targets is not None and made.piece.mass_g > 0:
        energy = made.piece.nutrients.energy_kcal or 0.0
        count = pieces_that_fit(energy, sum_up([eaten], targets).room_kcal)
        fitting = Fitting(count, count * energy, count * (made.piece.nutrients.protein_g or 0.0))
    return BenchView(show(made, Said(bench.family, bench.name, bench.method), ways, twin), fitting)
